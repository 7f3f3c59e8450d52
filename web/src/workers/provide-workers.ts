import { InjectionToken, type Provider } from '@angular/core';

/** How workers are made; a token, so that tests without a bundler can put something else in. */
export interface WorkerFactory {
  casework(): Worker;
  shape(): Worker;
}

export const WORKERS = new InjectionToken<WorkerFactory>('workers');

export function provideWorkers(): Provider {
  return {
    provide: WORKERS,
    useValue: {
      casework: () => new Worker(new URL('./case.worker', import.meta.url), { type: 'module' }),
      shape: () => new Worker(new URL('./shape.worker', import.meta.url), { type: 'module' }),
    } satisfies WorkerFactory,
  };
}
