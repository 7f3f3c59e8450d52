import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { LETTERS, MAX_PINS, routeKey, type Letter, type Pin } from '@cuadro/core/case/types';
import type { RouteOption } from '@cuadro/core/decide/options';
import { newWays, routeHolds, routesSummary } from '@cuadro/core/decide/summary';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { type CheckResult, STATE_WORDS } from '@cuadro/core/screen/check';
import { CHECKS } from '@cuadro/core/screen/screen';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { type Column, saveCsv } from '../../shared/columns';
import { StateGlyph } from '../../shared/state-glyph';

type Show = 'all' | 'hold' | 'print' | 'other';

/** Every process with every material against every check; reasons in the margin; up to four pinned for the sheet. */
@Component({
  selector: 'cu-routes-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateGlyph],
  templateUrl: './routes-step.html',
  styleUrl: './routes-step.scss',
})
export class RoutesStep {
  protected readonly store = inject(CaseStore);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  protected readonly show = signal<Show>('all');
  protected readonly filter = signal('');
  protected readonly grouped = signal(false);
  protected readonly opened = signal('');
  protected readonly full = signal(false);
  protected readonly shows: readonly { id: Show; label: string }[] = [
    { id: 'all', label: 'all' },
    { id: 'hold', label: 'those that hold' },
    { id: 'print', label: 'printed' },
    { id: 'other', label: 'not printed' },
  ];

  private readonly options = computed(() => this.store.options());
  /** Checks that at least one route answers: a need that is not there gets no column. */
  protected readonly checks = computed(() => CHECKS.filter((c) => this.options().some((o) => o.checks.some((r) => r.id === c.id))));
  /** The user's pins as they stand this moment, or the suggested ones: the computed view lags behind fast clicks. */
  private readonly chosen = computed<readonly Pin[]>(() => {
    const own = this.store.doc()!.pins;
    return own.length ? own : (this.store.view() ? newWays(this.store.view()!).map(({ option: { process, material } }) => ({ process, material })) : []);
  });
  protected readonly pins = computed(() => new Map<string, Letter>(this.chosen().map((p, i) => [routeKey(p), LETTERS[i]])));
  protected readonly rows = computed(() => {
    const needle = this.filter().trim().toLowerCase();
    const show = this.show();
    return this.options().filter(
      (o) =>
        (show === 'all' || (show === 'hold' && routeHolds(o)) || (show === 'print' && o.kind === 'print') || (show === 'other' && o.kind !== 'print')) &&
        (!needle || `${o.processLabel} ${o.materialLabel}`.toLowerCase().includes(needle)),
    );
  });

  /** "Eleven of 82 ways hold … Heat rules out 18 …" */
  protected readonly summary = computed(() => routesSummary(this.options()));

  /** Rows in their order, or gathered by process, the process with the best route first. */
  protected readonly groups = computed<{ label: string; rows: RouteOption[] }[]>(() => {
    const rows = this.rows();
    if (!this.grouped()) return [{ label: '', rows }];
    const labels = [...new Set(rows.map((o) => o.processLabel))];
    return labels.map((label) => ({ label, own: rows.filter((o) => o.processLabel === label) })).map(({ label, own }) => ({
      label: `${label}: ${own.filter(routeHolds).length} of ${own.length} hold`,
      rows: own,
    }));
  });

  constructor() {
    // The margin opens with the route the verdict stands on, or the best there is.
    effect(() => {
      const view = this.store.view();
      const first = view && (view.pins.find((p) => p.letter === view.verdict.letter)?.option ?? view.options[0]);
      if (first && !untracked(this.margin.note)) untracked(() => this.openRoute(first));
    });
  }

  protected readonly keyOf = routeKey;

  protected check(o: RouteOption, id: string): CheckResult | undefined {
    return o.checks.find((c) => c.id === id);
  }

  protected get currency(): string {
    return this.shops.currency();
  }

  /** The route's four figures at likely values; each opens in the margin. */
  protected figures(o: RouteOption): { name: string; label: string; text: string }[] {
    const money = (x: number): string => this.settings.money(x, '').trim();
    return [
      { name: 'price_each', label: 'Price of one tool', text: money(o.price_each) },
      { name: 'price_programme', label: 'Cost over the programme', text: money(o.price_programme) },
      { name: 'lead', label: 'Days until it is ready', text: formatNumber(o.lead_days, 2) },
      { name: 'mass_tool', label: 'Weight of one tool', text: this.settings.figure(o.mass_kg, 'kg', '').replace(/\s\S+$/, '') },
    ];
  }

  /** Stands in the head of the column once, so that the column stays narrow. */
  protected readonly massUnit = computed(() => this.settings.figure(1, 'kg', '').split(/\s/)[1]);

  protected openFigure(o: RouteOption, name: string): void {
    this.opened.set('');
    const route = { id: routeKey(o), letter: this.pins().get(routeKey(o)) };
    void (name === 'lead' ? this.margin.openLead(route) : this.margin.open(route, name));
  }

  protected openCheck(o: RouteOption, check: CheckResult): void {
    this.opened.set(`${routeKey(o)} ${check.id}`);
    this.margin.show({ kind: 'route', title: `${check.label}: ${o.materialLabel}`, key: routeKey(o), check: check.id });
  }

  /** Why this route, or why not. */
  protected openRoute(o: RouteOption): void {
    this.opened.set(routeKey(o));
    this.margin.show({ kind: 'route', title: `${o.processLabel}, ${o.materialLabel}`, key: routeKey(o) });
  }

  /** The first pin of one's own takes over what was suggested. */
  /** The rows on show, every check with its state, the figures as numbers. */
  protected csv(): void {
    const figure = (id: string, label: string, of: (o: RouteOption) => number): Column<RouteOption> => ({
      id,
      label,
      numeric: true,
      text: (o) => String(of(o)),
      csv: (o) => (Number.isFinite(of(o)) ? of(o) : ''),
    });
    saveCsv(this.rows(), [
      { id: 'process', label: 'Process', text: (o) => o.processLabel },
      { id: 'material', label: 'Material', text: (o) => o.materialLabel },
      { id: 'state', label: 'State', text: (o) => STATE_WORDS[o.state] },
      ...this.checks().map((c): Column<RouteOption> => ({
        id: c.id,
        label: c.label,
        text: (o) => STATE_WORDS[this.check(o, c.id)?.state ?? 'unknown'],
        csv: (o) => (this.check(o, c.id) ? STATE_WORDS[this.check(o, c.id)!.state] : ''),
      })),
      figure('price_each', `Price of one tool, ${this.currency}`, (o) => o.price_each),
      figure('programme', `Cost over the programme, ${this.currency}`, (o) => o.price_programme),
      figure('days', 'Days', (o) => o.lead_days),
      figure('mass', 'Weight, kg', (o) => o.mass_kg),
    ], 'routes');
  }

  protected togglePin(o: RouteOption): void {
    const now = this.chosen();
    const has = now.some((p) => routeKey(p) === routeKey(o));
    this.full.set(!has && now.length >= MAX_PINS);
    if (this.full()) return;
    const pins = has ? now.filter((p) => routeKey(p) !== routeKey(o)) : [...now, { process: o.process, material: o.material }];
    this.store.edit((doc) => ({ ...doc, pins }));
  }

  protected suggest(): void {
    this.full.set(false);
    this.store.edit((doc) => ({ ...doc, pins: [] }));
  }
}
