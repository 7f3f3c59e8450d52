import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar, MatSnackBarModule } from '@angular/material/snack-bar';
import { firstValueFrom } from 'rxjs';
import { formatFigure } from '@cuadro/core/case/words';
import type { InputSpec, Values } from '@cuadro/core/inputs/spec';
import { filled } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import type { PaybackView } from '@cuadro/core/payback/scenario';
import { monthsText, paidText, spreadText, warningsOf } from '@cuadro/core/payback/words';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { RecordRow } from '@cuadro/core/records/kind';
import { scenario } from '@cuadro/core/records/kinds/scenario';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { NOT_STORED, SAVE_WORDS } from '../data/edited';
import { MarginService } from '../data/margin.service';
import { RecordStore } from '../data/record-store';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { inAddress } from '../shared/address';
import { Chart } from '../shared/chart';
import { EditNotices } from '../shared/edit-notices';
import { InputForm } from '../shared/inputs/input-form';
import { UndoButtons } from '../shared/undo-buttons';
import { WorkingMargin } from '../shared/working-margin';
import { cashChart, cashWords, crossingChart, crossingWords, monthChart, monthRows } from './payback-charts';

/** Scenarios listed at once; more are not compared by anybody. */
const MOST = 50;
const CASES_AT_ONCE = 500;
const NEW: Values = { name: 'New scenario', means: 'own', machines: [{ name: 'printer', count: 1, price: 40_000, speed: 1, draw: 1.5 }], tools: [] };

/** Figures in the margin: of every scenario, and of one with a machine. */
const PAID = ['outlay', 'hard_net', 'soft', 'tools', 'bureau_each'];
const MACHINE = ['own_each', 'crossing', 'capacity', 'utilisation', 'wait'];

/** Whether to buy, lease, share or order: scenarios by name, each with its cash, its crossing with a bureau and its hours. */
@Component({
  selector: 'cu-payback-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, EditNotices, InputForm, MatProgressBarModule, MatSnackBarModule, UndoButtons, WorkingMargin],
  providers: [RecordStore],
  templateUrl: './payback-page.html',
  styleUrl: './payback-page.scss',
})
export class PaybackPage {
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  protected readonly margin = inject(MarginService);
  protected readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  private readonly snack = inject(MatSnackBar);
  protected readonly store = inject(RecordStore);

  protected readonly inputs = scenario.inputs;
  protected readonly rows = signal<readonly RecordRow[]>([]);
  protected readonly loaded = signal(false);
  protected readonly problem = signal('');
  /** Which scenario is on show. */
  protected readonly shown = inAddress<string>('scenario', '');
  protected readonly views = signal<ReadonlyMap<string, PaybackView>>(new Map());
  protected readonly taking = signal('');
  /** The taking under way: one token each, so that one given up while it waited does not come back with the next. */
  private run?: object;

  protected readonly currency = this.shops.currency;
  protected readonly values = computed<Values>(() => this.store.doc() ?? {});
  protected readonly openId = computed(() => this.store.record()?.id);
  protected readonly view = computed(() => this.views().get(this.openId() ?? ''));
  protected readonly saveWord = computed(() => SAVE_WORDS[this.store.saveState()]);
  protected readonly notStored = computed(() => NOT_STORED.has(this.store.saveState()));
  /** The record store's own name for it. */
  protected readonly edited = this.store;

  protected readonly cash = computed(() => this.view() && cashChart(this.view()!, this.currency()));
  protected readonly crossing = computed(() => this.view() && crossingChart(this.view()!, this.currency()));
  protected readonly month = computed(() => this.view() && monthChart(this.view()!, this.currency()));
  protected readonly cashWords = computed(() => (this.view() ? cashWords(this.view()!, this.currency()) : ''));
  protected readonly crossingWords = computed(() => (this.view() ? crossingWords(this.view()!) : ''));
  protected readonly monthWords = computed(() => (this.view() ? monthRows(this.view()!).map((r) => `${r.label} ${this.money(r.money)}`).join(', ') : ''));
  protected readonly monthLines = computed(() => (this.view() ? monthRows(this.view()!) : []));
  protected readonly sideBySide = computed(() =>
    this.rows().flatMap((r) => {
      const v = this.views().get(r.id);
      return v ? [{ id: r.id, name: this.nameOf(r), v }] : [];
    })
  );

  protected monthsText = monthsText;
  protected spreadText = spreadText;
  protected paidText = paidText;
  protected number = (x: number): string => formatNumber(x, 3);
  protected percent = (x: number): string => `${formatNumber(Math.round(100 * x))} %`;
  protected readonly hasMachine = computed(() => this.values()['means'] !== 'bureau');
  protected readonly headline = computed(() => (this.hasMachine() ? [...PAID, ...MACHINE] : PAID));
  protected money = (x: number): string => this.settings.money(x, this.currency());
  protected nameOf = (r: RecordRow): string => (r.id === this.openId() ? scenario.title(this.values()) : scenario.title(r.values));

  constructor() {
    this.margin.clear();
    inject(DestroyRef).onDestroy(() => this.stop());
    void this.start();
    effect(() => {
      const id = this.shown();
      if (this.loaded() && id && id !== untracked(this.openId)) untracked(() => void this.store.openRecord('scenario', id));
    });
    // What stands in the form is worked out anew; the others when they were loaded.
    effect(() => {
      const [values, shop, id] = [this.store.doc(), this.shops.shop(), this.openId()];
      if (values && id) untracked(() => void this.work(id, values, shop));
    });
  }

  private async start(): Promise<void> {
    try {
      await this.shops.load();
      await this.list();
      this.loaded.set(true);
      if (!this.rows().some((r) => r.id === this.shown())) this.shown.set(this.rows()[0]?.id ?? '');
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  private async list(): Promise<void> {
    const { rows } = await firstValueFrom(this.api.records('scenario', undefined, 0, MOST));
    this.rows.set([...rows].reverse());
    for (const r of rows) if (!this.views().has(r.id)) await this.work(r.id, r.values, this.shops.shop());
  }

  private async work(id: string, values: Values, shop: ReturnType<ShopService['shop']>): Promise<void> {
    try {
      const view = await this.compute.scenario(id, values, shop);
      this.views.update((all) => new Map(all).set(id, view));
      void this.margin.refresh();
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected put(values: Values): void {
    this.store.edit(() => values);
  }

  protected show(id: string): void {
    this.margin.clear();
    this.shown.set(id);
  }

  protected async add(values: Values = NEW): Promise<void> {
    try {
      await this.store.settled();
      const row = await firstValueFrom(this.api.addRecord('scenario', undefined, values, this.settings.who() || 'local user'));
      await this.list();
      this.shown.set(row.id);
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected copy(): void {
    void this.add({ ...this.values(), name: `${scenario.title(this.values())}, copy`.slice(0, 60) });
  }

  protected async remove(): Promise<void> {
    const id = this.openId();
    if (!id) return;
    const name = scenario.title(this.values());
    try {
      await this.store.settled();
      await firstValueFrom(this.api.removeRecord('scenario', id));
      await this.list();
      this.shown.set(this.rows()[0]?.id ?? '');
      this.snack.open(`"${name}" was taken off.`, 'Bring it back', { duration: 12_000 }).onAction().subscribe(() =>
        void firstValueFrom(this.api.restoreRecord('scenario', id)).then(() => this.list()).then(() => this.shown.set(id))
      );
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** Every case that is to be printed becomes a row; rows of the same name are renewed, others stay. Another scenario on show gives it up. */
  protected async takeCases(): Promise<void> {
    const run = (this.run = {});
    const into = this.openId();
    const givenUp = (): boolean => this.run !== run || this.openId() !== into;
    this.taking.set('Reading the cases …');
    try {
      const { rows } = await firstValueFrom(this.api.cases({ size: CASES_AT_ONCE }));
      const found: Values[] = [];
      for (const [k, row] of rows.entries()) {
        if (givenUp()) return;
        this.taking.set(`${k + 1} of ${rows.length}: ${row.title}`);
        const { doc } = await firstValueFrom(this.api.case(row.id));
        const tool = await this.compute.toolOf(doc, this.shops.site());
        if (tool) found.push(tool.row);
      }
      if (givenUp()) return;
      const names = new Set(found.map((r) => r['kind']));
      const own = ((this.values()['tools'] as Values[] | undefined) ?? []).filter((r) => !names.has(r['kind']));
      this.put({ ...this.values(), tools: [...own, ...found] });
      this.snack.open(`${found.length} of ${rows.length} cases are to be printed and stand in the list.`, undefined, { duration: 8000 });
    } catch (e) {
      if (!givenUp()) this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      if (this.run === run) this.stop();
    }
  }

  protected stop(): void {
    this.run = undefined;
    this.taking.set('');
  }

  protected figure(name: string): string {
    const f = this.view()!.figures[name];
    return formatFigure(f.p50, f.unit, this.currency(), this.settings.units());
  }

  protected open(name: string): void {
    void this.margin.open({ id: this.view()!.id }, name);
  }

  /** What is asked and why, in the margin. */
  protected explain(spec: InputSpec): void {
    if (spec.kind === 'table') return;
    const now = filled([spec], this.values())[spec.id];
    this.margin.show({
      kind: 'text',
      title: spec.label,
      paragraphs: [
        ...(spec.help ? [spec.help] : []),
        `${this.values()[spec.id] === undefined ? 'Usual until you say otherwise' : 'Given by you'}: ${
          inputText(spec, now, this.settings.units(), this.currency())
        }.`,
      ],
    });
  }

  protected readonly warnings = computed(() => (this.view() ? warningsOf(this.view()!, this.values()) : []));
}
