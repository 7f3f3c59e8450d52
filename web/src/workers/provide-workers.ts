import type { Provider } from '@angular/core';
import { WORKERS, type WorkerFactory } from './worker-factory';

/** The real workers. Kept apart from the token: `import.meta` is the bundler's business. */
export function provideWorkers(): Provider {
  return {
    provide: WORKERS,
    useValue: {
      casework: () => new Worker(new URL('./case.worker', import.meta.url), { type: 'module' }),
      shape: () => new Worker(new URL('./shape.worker', import.meta.url), { type: 'module' }),
      make: () => new Worker(new URL('./make.worker', import.meta.url), { type: 'module' }),
    } satisfies WorkerFactory,
  };
}
