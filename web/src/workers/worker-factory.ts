import { InjectionToken } from '@angular/core';

/** How workers are made; a token, so that tests, which have no bundler, can put something else in. */
export interface WorkerFactory {
  casework(): Worker;
  shape(): Worker;
  make(): Worker;
}

export const WORKERS = new InjectionToken<WorkerFactory>('workers');
