import { inject, Injectable, signal } from '@angular/core';
import { SwUpdate } from '@angular/service-worker';

/** How often a newer page is looked for, ms. */
const EVERY_MS = 10 * 60_000;

/** A newer page is there while an older one is open. The older one goes on with its own files until it is loaded again. */
@Injectable({ providedIn: 'root' })
export class NewerService {
  readonly there = signal(false);

  constructor() {
    const updates = inject(SwUpdate);
    if (!updates.isEnabled) return;
    updates.versionUpdates.subscribe((e) => {
      if (e.type === 'VERSION_READY') this.there.set(true);
    });
    const look = (): unknown => updates.checkForUpdate().catch(() => undefined);
    setInterval(look, EVERY_MS);
    addEventListener('focus', look);
  }
}
