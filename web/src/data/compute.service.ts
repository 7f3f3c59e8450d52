import { inject, Injectable, type OnDestroy } from '@angular/core';
import { Lazy } from './lazy-worker';
import type { CaseView } from '@cuadro/core/case/evaluate-case';
import type { QuickLook } from '@cuadro/core/case/quick-look';
import type { CaseDoc, Pin } from '@cuadro/core/case/types';
import type { WorthKnowing } from '@cuadro/core/case/worth-knowing';
import type { Lead } from '@cuadro/core/routes/evaluate-route';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { Working } from '@cuadro/core/worksheet/working';
import type { CaseWorker } from '../workers/case.worker';
import { WORKERS } from '../workers/worker-factory';

/** Estimates, in workers: one for the open case, one for the Walk, neither waits for the other. Shapes have their own (`ShapeService`). */
@Injectable({ providedIn: 'root' })
export class ComputeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly open = new Lazy<CaseWorker>(() => this.workers.casework());
  private readonly walk = new Lazy<CaseWorker>(() => this.workers.casework());

  evaluate(doc: CaseDoc, shop: Shop, samples: number): Promise<CaseView> {
    return this.open.get().evaluate(doc, shop, samples);
  }

  working(pin: Pin, name: string): Promise<Working> {
    return this.open.get().working(pin, name);
  }

  lead(pin: Pin): Promise<Lead> {
    return this.open.get().lead(pin);
  }

  worthKnowing(): Promise<WorthKnowing[]> {
    return this.open.get().worthKnowing();
  }

  quickLook(doc: CaseDoc, shop: Shop): Promise<QuickLook> {
    return this.walk.get().quickLook(doc, shop);
  }

  ngOnDestroy(): void {
    for (const w of [this.open, this.walk]) w.stop();
  }
}
