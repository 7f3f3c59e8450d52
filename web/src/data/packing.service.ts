import { inject, Injectable, type OnDestroy, signal } from '@angular/core';
import { proxy } from 'comlink';
import { firstValueFrom } from 'rxjs';
import type { ShapeRef } from '@cuadro/core/case/types';
import { WORKERS } from '../workers/worker-factory';
import type { PackedBin, PackRoom, ShapeWorker } from '../workers/shape.worker';
import { ApiService } from './api.service';
import { Lazy } from './lazy-worker';

/** Parts of several cases put into one bin, in a worker of its own; one filling at a time, and it can be given up. */
@Injectable()
export class PackingService implements OnDestroy {
  private readonly api = inject(ApiService);
  private readonly workers = inject(WORKERS);
  private readonly worker = new Lazy<ShapeWorker>(() => this.workers.shape());
  private run = 0;
  private giveUp: () => void = () => undefined;

  /** 0 to 1 while parts are put in; nothing where none are. */
  readonly progress = signal<number | undefined>(undefined);

  /** @returns nothing where it was given up. @throws RequestFault, or a sentence about a mesh or a bin */
  async fill(parts: readonly { id: string; shape: ShapeRef; count: number }[], room: PackRoom): Promise<PackedBin | undefined> {
    this.stop();
    const run = ++this.run;
    const stopped = new Promise<undefined>((done) => (this.giveUp = () => done(undefined)));
    this.progress.set(0);
    try {
      const files = await Promise.all(parts.map(async ({ id, shape, count }) => ({
        id,
        count,
        bytes: new Uint8Array(await firstValueFrom(this.api.mesh(shape.hash))),
        fileName: shape.fileName,
        unit: shape.unit,
        ...(shape.up && { up: shape.up }),
      })));
      if (run !== this.run) return undefined;
      const onProgress = proxy((share: number) => {
        if (run === this.run) this.progress.set(share);
      });
      return await Promise.race([this.worker.get().pack(files, room, onProgress), stopped]);
    } finally {
      if (run === this.run) this.progress.set(undefined);
    }
  }

  stop(): void {
    this.run++;
    this.worker.stop();
    this.giveUp();
    this.progress.set(undefined);
  }

  ngOnDestroy(): void {
    this.stop();
  }
}
