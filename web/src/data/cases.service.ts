import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { QuickLook } from '@cuadro/core/case/quick-look';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord } from '@cuadro/core/wire';
import { ApiService } from './api.service';
import { ComputeService } from './compute.service';
import { SettingsService } from './settings.service';
import { ShopService } from './shop.service';

/** How often rows are drawn while quick looks come in. */
const SHOW_EVERY_MS = 700;

export interface Candidate {
  record: CaseRecord;
  look?: QuickLook;
}

/** All cases with their quick look, computed one after the other in a worker and kept while nothing changes. */
@Injectable({ providedIn: 'root' })
export class CasesService {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  readonly candidates = signal<Candidate[]>([]);
  readonly loaded = signal(false);
  readonly fault = signal('');
  /** How many quick looks are done, of how many. */
  readonly progress = signal<{ done: number; of: number } | undefined>(undefined);

  private readonly looks = new Map<string, { of: string; look: QuickLook }>();
  private run = 0;

  constructor() {
    effect(() => {
      this.shops.shop();
      untracked(() => void this.look());
    });
  }

  async load(): Promise<void> {
    try {
      const [records] = await Promise.all([firstValueFrom(this.api.cases()), this.shops.load()]);
      this.candidates.set(records.map((record) => ({ record, look: this.looks.get(record.id)?.look })));
      this.loaded.set(true);
      this.fault.set('');
      await this.look();
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }

  async add(doc: CaseDoc): Promise<CaseRecord> {
    const record = await firstValueFrom(this.api.create(doc, this.settings.who() || 'local user'));
    this.candidates.update((c) => [...c, { record }]);
    void this.look();
    return record;
  }

  async remove(id: string): Promise<void> {
    await firstValueFrom(this.api.remove(id));
    this.candidates.update((all) => all.filter((c) => c.record.id !== id));
  }

  async restore(id: string): Promise<void> {
    await firstValueFrom(this.api.restore(id));
    await this.load();
  }

  /** Quick looks for all candidates whose document or shop changed. A later call replaces an earlier one. */
  private async look(): Promise<void> {
    const run = ++this.run;
    const shop = this.shops.shop();
    const todo = this.candidates().filter(({ record }) => this.looks.get(record.id)?.of !== JSON.stringify([record.doc, shop]));
    let shown = performance.now();
    for (const [done, { record }] of todo.entries()) {
      const look = await this.compute.quickLook(record.doc, shop);
      if (run !== this.run) return;
      this.looks.set(record.id, { of: JSON.stringify([record.doc, shop]), look });
      // Hundreds of rows are sorted and drawn anew each time: now and then is enough.
      if (performance.now() - shown > SHOW_EVERY_MS) {
        this.show({ done: done + 1, of: todo.length });
        shown = performance.now();
      }
    }
    this.show(undefined);
  }

  private show(progress: { done: number; of: number } | undefined): void {
    this.progress.set(progress);
    this.candidates.update((all) => all.map((c) => ({ ...c, look: this.looks.get(c.record.id)?.look })));
  }
}
