import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { JawOptions } from '@cuadro/core/make/jaws';
import type { NestOptions } from '@cuadro/core/make/nest';
import type { PieceOptions } from '@cuadro/core/make/pieces';
import type { Point2, Relief } from '@cuadro/core/make/solids';
import { Lazy } from './lazy-worker';
import { WORKERS } from '../workers/worker-factory';
import type { Making, MakeWorker, SourceFile } from '../workers/make.worker';

/** Made geometry, in a worker of its own. */
@Injectable()
export class MakeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly worker = new Lazy<MakeWorker>(() => this.workers.make());

  jaws = (file: SourceFile, o: JawOptions): Promise<Making> => this.worker.get().jaws(document.baseURI, plain(file), o);
  nest = (file: SourceFile, o: NestOptions): Promise<Making> => this.worker.get().nest(document.baseURI, plain(file), o);
  pieces = (file: SourceFile, o: PieceOptions): Promise<Making> => this.worker.get().pieces(document.baseURI, plain(file), o);
  mandrel = (profile: Point2[]): Promise<Making> => this.worker.get().mandrel(profile);
  relief = (grey: Float32Array, columns: number, rows: number, o: Relief): Promise<Making> => this.worker.get().relief(grey, columns, rows, o);

  cancel(): void {
    this.worker.stop();
  }

  ngOnDestroy(): void {
    this.worker.stop();
  }
}

const plain = ({ bytes, fileName, unit }: SourceFile): SourceFile => ({ bytes, fileName, unit });
