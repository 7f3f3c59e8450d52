import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord, CaseRow, ManyEdited, ManyEditRequest } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { ComputeService } from './compute.service';
import { type Draft, type NewCandidate, newRef } from './drafts';
import { OutboxService } from './outbox.service';
import { SettingsService } from './settings.service';
import { ShopService } from './shop.service';
import { THIS_TAB } from './tabs';
import { uuid } from './uuid';

/** How often rows are drawn while quick looks come in. */
const SHOW_EVERY_MS = 700;
/** Cases of a list that are sent at once. */
const AT_ONCE = 200;
/** Rows asked for at once. */
const PAGE = 2000;

export interface Candidate {
  row: CaseRow;
  look?: QuickLook;
  /** Why it cannot be worked out. */
  fault?: string;
}

/**
 * All cases of the list as rows, with their quick look: as the server keeps it, else worked out one after the other in a worker and
 * kept there for the next time. Documents are fetched only for looks that are missing.
 */
@Injectable({ providedIn: 'root' })
export class CasesService {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly outbox = inject(OutboxService);

  readonly candidates = signal<Candidate[]>([]);
  readonly loaded = signal(false);
  readonly fault = signal('');
  /** How many quick looks are done, of how many. */
  readonly progress = signal<{ done: number; of: number } | undefined>(undefined);

  /** By case: for which revision and site it was worked out. */
  private readonly looks = new Map<string, { of: string; look: QuickLook }>();
  /** By case: why it could not be worked out. */
  private readonly faults = new Map<string, string>();
  private run = 0;

  constructor() {
    effect(() => {
      if (this.outbox.arrived()) untracked(() => void this.load());
    });
    effect(() => {
      this.shops.site();
      untracked(() => void this.look());
    });
  }

  async load(): Promise<void> {
    try {
      const [first] = await Promise.all([firstValueFrom(this.api.cases({ page: 0, size: PAGE })), this.shops.load()]);
      const pages = Math.ceil(first.total / PAGE) - 1;
      const others = await Promise.all(Array.from({ length: Math.max(0, pages) }, (_, i) => firstValueFrom(this.api.cases({ page: i + 1, size: PAGE }))));
      // One that came or went meanwhile may stand on two pages.
      const rows = [...new Map([first, ...others].flatMap((list) => list.rows).map((row) => [row.id, row])).values()];
      for (const row of rows) if (row.look) this.looks.set(row.id, { of: this.stateOf(row), look: row.look });
      this.candidates.set(rows.map((row) => ({ row, look: this.looks.get(row.id)?.look })));
      this.loaded.set(true);
      this.fault.set('');
      await this.look();
    } catch (e) {
      this.fault.set(e instanceof Error ? e.message : String(e));
    }
  }

  /**
   * A new candidate with its pictures. @returns nothing where the server does not answer: then it waits in this browser, and goes by itself
   * @throws RequestFault for one that the server does not take, or that this browser cannot keep
   */
  async add(doc: CaseDoc, pictures: readonly File[] = []): Promise<CaseRecord | undefined> {
    const draft: Draft = {
      of: newRef(uuid()),
      title: doc.title,
      tab: THIS_TAB,
      who: this.settings.who(),
      changes: [],
      doc: { doc, pictures: pictures.map((f) => ({ id: uuid(), name: f.name, bytes: f })) } satisfies NewCandidate,
      at: Date.now(),
    };
    try {
      const record = await this.outbox.make(draft);
      void this.load();
      return record;
    } catch (e) {
      if (e instanceof RequestFault && e.offline && (await this.outbox.queue(draft))) return undefined;
      throw e;
    }
  }

  /**
   * A list of candidates, some hundred at a time. @param onDone hears how many are there
   * @returns the ids of those that were made, also where it broke off; `fault` says why it did
   */
  async addList(docs: readonly CaseDoc[], onDone: (done: number) => void, stop: () => boolean): Promise<{ ids: string[]; fault?: string }> {
    const ids: string[] = [];
    try {
      for (let k = 0; k < docs.length && !stop(); k += AT_ONCE) {
        ids.push(...(await firstValueFrom(this.api.createList(docs.slice(k, k + AT_ONCE), this.settings.who() || 'local user'))).ids);
        onDone(ids.length);
      }
      return { ids };
    } catch (e) {
      return { ids, fault: e instanceof Error ? e.message : String(e) };
    } finally {
      // Hundreds of quick looks follow; nobody waits for them.
      void this.load();
    }
  }

  async removeList(ids: readonly string[]): Promise<void> {
    for (let k = 0; k < ids.length; k += AT_ONCE) await firstValueFrom(this.api.removeList(ids.slice(k, k + AT_ONCE)));
    void this.load();
  }

  /** One thing said of several cases, some at a time. @returns how many changed, and what undoes it */
  async editMany({ ids, ...edit }: Omit<ManyEditRequest, 'who'>): Promise<ManyEdited> {
    const sum: ManyEdited = { changed: 0, left: 0, undo: [] };
    try {
      for (let k = 0; k < ids.length; k += AT_ONCE) {
        const done = await firstValueFrom(this.api.editMany({ ids: ids.slice(k, k + AT_ONCE), ...edit, who: this.settings.who() || 'local user' }));
        sum.changed += done.changed;
        sum.left += done.left;
        sum.undo.push(...done.undo);
      }
      return sum;
    } finally {
      void this.load();
    }
  }

  async remove(id: string): Promise<void> {
    await firstValueFrom(this.api.remove(id));
    this.candidates.update((all) => all.filter((c) => c.row.id !== id));
  }

  async restoreList(ids: readonly string[]): Promise<void> {
    for (const id of ids) await firstValueFrom(this.api.restore(id));
    await this.load();
  }

  async restore(id: string): Promise<void> {
    await firstValueFrom(this.api.restore(id));
    await this.load();
  }

  private stateOf = (row: CaseRow): string => `${row.revision} ${this.shops.siteKey()}`;

  /** Quick looks for all candidates whose document or site changed. A later call replaces an earlier one. */
  private async look(): Promise<void> {
    const run = ++this.run;
    const site = this.shops.site();
    const siteKey = this.shops.siteKey();
    const todo = this.candidates().filter(({ row }) => this.looks.get(row.id)?.of !== this.stateOf(row));
    let shown = performance.now();
    for (const [done, { row }] of todo.entries()) {
      try {
        const record = await firstValueFrom(this.api.case(row.id));
        const look = await this.compute.quickLook(record.doc, site);
        this.faults.delete(row.id);
        if (run !== this.run) return;
        this.looks.set(row.id, { of: `${record.revision} ${siteKey}`, look });
        // Kept for the next time; if it is not, the next time works it out again.
        firstValueFrom(this.api.keepLook(row.id, { revision: record.revision, site: siteKey, look })).catch(() => undefined);
      } catch (e) {
        // One case that cannot be worked out holds up no other.
        this.faults.set(row.id, e instanceof Error ? e.message : String(e));
      }
      // Hundreds of rows are sorted and drawn anew each time: now and then is enough.
      if (performance.now() - shown > SHOW_EVERY_MS) {
        this.show({ done: done + 1, of: todo.length });
        shown = performance.now();
      }
    }
    if (run === this.run) this.show(undefined);
  }

  private show(progress: { done: number; of: number } | undefined): void {
    this.progress.set(progress);
    // A row that nothing was found out about stays the object it is: nothing of it is drawn again.
    this.candidates.update((all) =>
      all.map((c) => {
        const look = this.looks.get(c.row.id)?.look, fault = this.faults.get(c.row.id);
        return look === c.look && fault === c.fault ? c : { ...c, look, fault };
      })
    );
  }
}
