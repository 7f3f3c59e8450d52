import { inject, Injectable, type OnDestroy } from '@angular/core';
import { Lazy } from './lazy-worker';
import { WORKERS } from '../workers/worker-factory';
import type { MakeOrder, Making, MakeWorker } from '../workers/make.worker';

/** Made geometry, in a worker of its own. */
@Injectable()
export class MakeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly worker = new Lazy<MakeWorker>(() => this.workers.make());

  make(order: MakeOrder): Promise<Making> {
    const { file } = order;
    return this.worker.get().make(document.baseURI, { ...order, file: file && { bytes: file.bytes, fileName: file.fileName, unit: file.unit } });
  }

  cancel(): void {
    this.worker.stop();
  }

  ngOnDestroy(): void {
    this.worker.stop();
  }
}
