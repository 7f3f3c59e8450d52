import { inject, Injectable, type OnDestroy } from '@angular/core';
import { Lazy } from './lazy-worker';
import { WORKERS } from '../workers/worker-factory';
import type { FoundBodies, MakeOrder, Making, MakeWorker, SourceFile } from '../workers/make.worker';

/** Without what the page keeps beside it. */
const plain = ({ bytes, fileName, unit }: SourceFile): SourceFile => ({ bytes, fileName, unit });

/** Made geometry, in a worker of its own. */
@Injectable()
export class MakeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly worker = new Lazy<MakeWorker>(() => this.workers.make());

  make(order: MakeOrder): Promise<Making> {
    const { file } = order;
    return this.worker.get().make(document.baseURI, { ...order, file: file && plain(file) });
  }

  bodies(file: SourceFile): Promise<FoundBodies> {
    return this.worker.get().bodies(document.baseURI, plain(file));
  }

  /** Some bodies of a file, as they are or as one. */
  pick(file: SourceFile, numbers: readonly number[], unite: boolean): Promise<Making> {
    return this.worker.get().pick(document.baseURI, plain(file), numbers, unite);
  }

  cancel(): void {
    this.worker.stop();
  }

  ngOnDestroy(): void {
    this.worker.stop();
  }
}
