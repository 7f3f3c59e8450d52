import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { ApiService } from './api.service';

/** Cases asked for at once where no list has been seen. */
const MOST = 500;

/** The order in which cases were last listed, to go from one to the next. */
@Injectable({ providedIn: 'root' })
export class NeighboursService {
  private readonly api = inject(ApiService);
  private order: readonly string[] = [];

  /** A list has been shown in this order. */
  listed(ids: readonly string[]): void {
    this.order = ids;
  }

  /** The case after (or before) one in the list last seen, else in that of worth; nothing at its ends, or where the service does not answer. */
  async beside(id: string, by: 1 | -1): Promise<string | undefined> {
    if (!this.order.includes(id)) {
      const list = await firstValueFrom(this.api.cases({ size: MOST, sort: 'worth', down: true })).catch(() => undefined);
      this.order = list?.rows.map((r) => r.id) ?? [];
    }
    const at = this.order.indexOf(id);
    return at < 0 ? undefined : this.order[at + by];
  }
}
