import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { RECORD_CHANGES } from '@cuadro/core/document/record-fields';
import type { Values } from '@cuadro/core/inputs/spec';
import { factsOf } from '@cuadro/core/plan/facts';
import { checkPlan, checkRows } from '@cuadro/core/proof/check-plan';
import { makingSteps, stepRows } from '@cuadro/core/proof/steps';
import type { RecordRow } from '@cuadro/core/records/kind';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';

const KINDS = ['making', 'check', 'scan', 'release', 'certificate', 'tool-life', 'build', 'trial', 'gauge-study', 'claim'];
/** Rows of a kind that a case has at most on show. */
const MOST = 500;

/** What has been made and proved of the open case, and what is asked of it. */
@Injectable()
export class ProofStore {
  private readonly api = inject(ApiService);
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  readonly rows = signal<readonly RecordRow[]>([]);
  readonly loaded = signal(false);
  readonly problem = signal('');
  readonly piece = signal('1');

  readonly caseId = computed(() => this.cases.record()?.id);
  /** The way of the verdict; the first pinned where it names none. */
  readonly pin = computed(() => {
    const view = this.cases.view();
    return view && (view.pins.find((p) => p.letter === view.verdict.letter) ?? view.pins.find((p) => p.letter !== 'T'));
  });
  private readonly material = computed(() => {
    const id = this.pin()?.option.material;
    const shelf = shelfOf(this.shops.shop());
    return id && shelf.has(id) ? shelf.material(id) : undefined;
  });
  readonly pieces = computed(() =>
    [...new Set(['1', ...this.rows().filter((r) => ['making', 'check', 'release'].includes(r.kind)).map((r) => String(r.values['piece'])), this.piece()])].sort(
      (a, b) => a.localeCompare(b, undefined, { numeric: true }),
    )
  );
  readonly steps = computed(() => (this.pin() ? stepRows(makingSteps(this.pin()!, this.material()), this.rows(), this.piece()) : []));
  readonly plan = computed(() => {
    const [doc, view] = [this.cases.doc(), this.cases.view()];
    return doc && view ? checkPlan(factsOf(doc, this.shops.site()), view.pins.find((p) => p.letter === view.verdict.letter), view.verdict) : [];
  });
  readonly checks = computed(() => checkRows(this.plan(), this.rows(), this.piece()));
  readonly released = computed(() => this.rows().filter((r) => r.kind === 'release'));
  readonly tools = computed(() => this.rows().filter((r) => r.kind === 'tool-life'));

  constructor() {
    effect(() => {
      if (this.caseId()) untracked(() => void this.load());
    });
  }

  async load(): Promise<void> {
    const id = this.caseId();
    if (!id) return;
    try {
      const lists = await Promise.all(KINDS.map((k) => firstValueFrom(this.api.records(k, id, 0, MOST))));
      this.rows.set(lists.flatMap((l) => l.rows));
      this.loaded.set(true);
      this.problem.set('');
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** @returns whether it was stored; why not stands in `problem` */
  async add(kind: string, values: Values): Promise<boolean> {
    try {
      await firstValueFrom(this.api.addRecord(kind, this.caseId(), values, this.settings.who() || 'local user'));
      await this.load();
      return true;
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
      return false;
    }
  }

  /** Change a record. @returns whether it was stored; why not stands in `problem` */
  async change(kind: string, row: RecordRow, values: Values): Promise<boolean> {
    try {
      await firstValueFrom(
        this.api.patchRecord(kind, row.id, { changes: RECORD_CHANGES.between(row.values, values), who: this.settings.who() || 'local user' }),
      );
      await this.load();
      return true;
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
      return false;
    }
  }
}
