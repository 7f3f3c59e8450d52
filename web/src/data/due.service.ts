import { computed, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { addDays } from '@cuadro/core/quantity/date';
import type { DueRow } from '@cuadro/core/wire';
import { today } from '../shared/today';
import { ApiService } from './api.service';

/** It is asked again, at the earliest, after, ms. */
const FRESH_MS = 60_000;
/** Near is what is late, or due within so many days. */
const NEAR_DAYS = 7;

/** What is due: told in the rail of every page, so that nobody has to look for it. */
@Injectable({ providedIn: 'root' })
export class DueService {
  private readonly api = inject(ApiService);
  private asked = -Infinity;

  readonly rows = signal<readonly DueRow[] | undefined>(undefined);
  readonly near = computed(() => {
    // Runs have the Board: only one that is late is called.
    const [end, yesterday] = [addDays(today(), NEAR_DAYS), addDays(today(), -1)];
    return (this.rows() ?? []).filter((r) => r.day <= (r.kind === 'job' ? yesterday : end)).length;
  });

  /** @param now whatever is known already */
  look(now = false): void {
    if (!now && Date.now() - this.asked < FRESH_MS) return;
    this.asked = Date.now();
    // Without the server the last answer stands.
    firstValueFrom(this.api.due()).then((rows) => this.rows.set(rows), () => (this.asked = -Infinity));
  }
}
