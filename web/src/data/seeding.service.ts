import { HttpClient } from '@angular/common/http';
import { inject, Injectable, InjectionToken, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';

interface Health {
  seeding?: { done: number; of: number };
}

/** Loads the page anew; a token, so that a test can see it asked for. */
export const RELOAD = new InjectionToken<() => void>('reload', { providedIn: 'root', factory: () => () => location.reload() });

/** How often the server is asked while it sets up the demo plant, ms. */
const EVERY_MS = 1000;

/** The first start sets up the demo plant while the page is already there: says how far it is, and shows it when it is done. */
@Injectable({ providedIn: 'root' })
export class SeedingService {
  private readonly http = inject(HttpClient);
  private readonly reload = inject(RELOAD);
  /** A sentence while it goes on. */
  readonly text = signal('');

  async watch(): Promise<void> {
    let seen = false;
    for (;;) {
      // A server that does not answer is told by what asked it for something.
      const health = await firstValueFrom(this.http.get<Health>('/api/health')).catch((): Health => ({}));
      if (!health.seeding) break;
      seen = true;
      this.text.set(`The demo plant is being set up: ${health.seeding.done} of ${health.seeding.of} tools. You can work meanwhile.`);
      await new Promise((done) => setTimeout(done, EVERY_MS));
    }
    this.text.set('');
    if (seen) this.reload();
  }
}
