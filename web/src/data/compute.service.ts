import { inject, Injectable, type OnDestroy } from '@angular/core';
import { proxy, releaseProxy, wrap, type Remote } from 'comlink';
import type { CaseView } from '@cuadro/core/case/evaluate-case';
import type { QuickLook } from '@cuadro/core/case/quick-look';
import type { CaseDoc, Pin } from '@cuadro/core/case/types';
import type { Lead } from '@cuadro/core/routes/evaluate-route';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { LengthUnit } from '@cuadro/core/shape/mesh';
import type { Working } from '@cuadro/core/worksheet/working';
import type { CaseWorker } from '../workers/case.worker';
import { WORKERS } from '../workers/worker-factory';
import type { DrawnShape, MeshKind, ShapeReading, ShapeWorker } from '../workers/shape.worker';

/** A worker started when it is first needed, and again after it was stopped. */
class Lazy<T> {
  private worker?: Worker;
  private remote?: Remote<T>;

  constructor(private readonly start: () => Worker) {}

  get(): Remote<T> {
    this.worker ??= this.start();
    return (this.remote ??= wrap<T>(this.worker));
  }

  stop(): void {
    this.remote?.[releaseProxy]();
    this.worker?.terminate();
    this.remote = this.worker = undefined;
  }
}

/** All heavy computation, in workers. One for the open case, one for the Walk, one for shapes: none waits for another. */
@Injectable({ providedIn: 'root' })
export class ComputeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly open = new Lazy<CaseWorker>(() => this.workers.casework());
  private readonly walk = new Lazy<CaseWorker>(() => this.workers.casework());
  private readonly shape = new Lazy<ShapeWorker>(() => this.workers.shape());

  evaluate(doc: CaseDoc, shop: Shop, samples: number): Promise<CaseView> {
    return this.open.get().evaluate(doc, shop, samples);
  }

  working(pin: Pin, name: string): Promise<Working> {
    return this.open.get().working(pin, name);
  }

  lead(pin: Pin): Promise<Lead> {
    return this.open.get().lead(pin);
  }

  quickLook(doc: CaseDoc, shop: Shop): Promise<QuickLook> {
    return this.walk.get().quickLook(doc, shop);
  }

  /** Read a mesh file. Call `cancelShape` to give up; the promise then never settles. */
  readShape(bytes: Uint8Array, fileName: string, unit: LengthUnit, onStage: (stage: string) => void): Promise<ShapeReading> {
    return this.shape.get().read(bytes, fileName, unit, proxy(onStage));
  }

  writeShape({ vertices, indices }: DrawnShape, kind: MeshKind): Promise<Uint8Array> {
    return this.shape.get().write({ vertices, indices }, kind);
  }

  cancelShape(): void {
    this.shape.stop();
  }

  ngOnDestroy(): void {
    for (const w of [this.open, this.walk, this.shape]) w.stop();
  }
}
