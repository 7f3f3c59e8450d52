import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { LETTERS, MAX_PINS, routeKey, type Letter, type Pin } from '@cuadro/core/case/types';
import type { RouteOption } from '@cuadro/core/decide/options';
import { foldAlike, routeMatches } from '@cuadro/core/decide/find-routes';
import { ahead, newWays, routeHolds, routesSummary } from '@cuadro/core/decide/summary';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { inSentence } from '@cuadro/core/quantity/words';
import { type CheckResult, STATE_WORDS } from '@cuadro/core/screen/check';
import { CHECKS } from '@cuadro/core/screen/screen';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { inAddress } from '../../shared/address';
import { type Column, saveCsv } from '../../shared/columns';
import { RovingGrid } from '../../shared/roving-grid';
import { StateGlyph } from '../../shared/state-glyph';
import { RoutesPlane } from './routes-plane';

type Show = 'all' | 'hold' | 'print' | 'other';
type SortBy = 'usual' | 'material' | 'process' | 'one' | 'programme' | 'days' | 'weight';
/** What a list of ways can be sorted by, besides its own order: what holds first, then what decides. */
const SORTS: Readonly<Record<Exclude<SortBy, 'usual'>, (o: RouteOption) => string | number>> = {
  material: (o) => o.materialLabel,
  process: (o) => o.processLabel,
  one: (o) => o.price_each,
  programme: (o) => o.price_programme,
  days: (o) => o.lead_days,
  weight: (o) => o.mass_kg,
};
const inOrderOf = (by: (o: RouteOption) => string | number, down: boolean) => (a: RouteOption, b: RouteOption): number => {
  const [x, y] = [by(a), by(b)];
  // What was not worked out comes last, whichever way.
  if (Number.isNaN(x) || Number.isNaN(y)) return Number(Number.isNaN(x)) - Number(Number.isNaN(y));
  const order = typeof x === 'string' && typeof y === 'string' ? x.localeCompare(y) : Number(x) - Number(y);
  return down ? -order : order;
};

/** Ways listed in the margin at once. */
const COMPARED = 12;

/** A row of the table: a way, and those that read like it. */
interface Row {
  option: RouteOption;
  like: RouteOption[];
  open: boolean;
}

/** Every process with every material: a plane of days and cost, or a table of every check; reasons in the margin; up to four pinned for the sheet. */
@Component({
  selector: 'cu-routes-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RovingGrid, RoutesPlane, StateGlyph],
  templateUrl: './routes-step.html',
  styleUrl: './routes-step.scss',
})
export class RoutesStep {
  protected readonly store = inject(CaseStore);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  private greeted = false;
  protected readonly view = inAddress<'plane' | 'table'>('view', 'plane');
  protected readonly show = inAddress<Show>('show', 'all');
  protected readonly filter = inAddress<string>('find', '');
  protected readonly process = inAddress<string>('process', '');
  /** A check that rules out. */
  protected readonly reason = inAddress<string>('out', '');
  private readonly sort = inAddress<string>('sort', 'usual');
  protected readonly sortBy = computed(() => this.sort().replace(/^-/, '') as SortBy);
  protected readonly sortDown = computed(() => this.sort().startsWith('-'));
  protected readonly grouped = signal(false);
  /** Ways of a frame drawn in the plane; none where all are meant. */
  protected readonly region = signal<ReadonlySet<string> | undefined>(undefined);
  /** First rows of groups that are spread out. */
  protected readonly spread = signal<ReadonlySet<string>>(new Set());
  protected readonly opened = signal('');
  protected readonly full = signal(false);
  protected readonly shows: readonly { id: Show; label: string }[] = [
    { id: 'all', label: 'all' },
    { id: 'hold', label: 'hold' },
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
    const typed = this.filter(), show = this.show(), process = this.process(), reason = this.reason(), region = this.region();
    const rows = this.options().filter(
      (o) =>
        (show === 'all' || (show === 'hold' && routeHolds(o)) || (show === 'print' && o.kind === 'print') || (show === 'other' && o.kind !== 'print')) &&
        (!process || o.process === process) &&
        (!reason || o.checks.some((c) => c.id === reason && c.state === 'fail')) &&
        (!region || region.has(routeKey(o))) &&
        routeMatches(o, typed),
    );
    const by = SORTS[this.sortBy() as keyof typeof SORTS] as ((o: RouteOption) => string | number) | undefined;
    return by ? rows.sort(inOrderOf(by, this.sortDown())) : rows;
  });
  protected readonly today = computed(() => this.store.view()?.pins.find((p) => p.letter === 'T')?.option);
  protected readonly deadline = computed(() => this.store.doc()!.need.leadLimit?.value);
  protected readonly processes = computed(() => {
    const there = new Map(this.options().map((o) => [o.process, o.processLabel]));
    return [...there].map(([id, label]) => ({ id, label })).sort((a, b) => a.label.localeCompare(b.label));
  });
  /** Checks that rule something out, with how much. */
  protected readonly reasons = computed(() =>
    this.checks().map((c) => ({ id: c.id, label: c.label, n: this.options().filter((o) => this.check(o, c.id)?.state === 'fail').length })).filter((r) => r.n)
  );
  /** "A is cheapest in 70 of 100 samples, B earliest in 85." */
  protected readonly leaders = computed(() => {
    const pins = this.store.view()?.pins ?? [];
    if (pins.length < 2) return '';
    const cheap = ahead(pins, 'chanceCheapest'), early = ahead(pins, 'chanceEarliest');
    return `${cheap.pin.letter} is cheapest in ${cheap.of100} of 100 samples, ${early.pin.letter} earliest in ${early.of100}.`;
  });

  /** "Eleven of 82 ways hold … Heat rules out 18 …" */
  protected readonly summary = computed(() => routesSummary(this.options()));

  /** Rows in their order, or gathered by process, the process with the best route first. */
  protected readonly groups = computed<{ label: string; rows: Row[] }[]>(() => {
    const rows = this.rows();
    if (!this.grouped()) return [{ label: '', rows: this.folded(rows) }];
    const labels = [...new Set(rows.map((o) => o.processLabel))];
    return labels.map((label) => ({ label, own: rows.filter((o) => o.processLabel === label) })).map(({ label, own }) => ({
      label: `${label}: ${own.filter(routeHolds).length} of ${own.length} hold`,
      rows: this.folded(own),
    }));
  });

  /** Ways that read alike under one, unless they are spread out; pinned ones stay by themselves. */
  private folded(rows: readonly RouteOption[]): Row[] {
    const pins = this.pins(), spread = this.spread();
    return foldAlike(rows, (o) => pins.has(routeKey(o))).flatMap(({ option, like }): Row[] =>
      spread.has(routeKey(option))
        ? [{ option, like, open: true }, ...like.map((o) => ({ option: o, like: [], open: false }))]
        : [{ option, like, open: false }]
    );
  }

  protected fold(o: RouteOption): void {
    this.spread.update((s) => (s.has(routeKey(o)) ? new Set([...s].filter((k) => k !== routeKey(o))) : new Set([...s, routeKey(o)])));
  }

  protected sortFrom(by: SortBy): void {
    this.sort.set(this.sortBy() !== by ? by : this.sortDown() ? 'usual' : `-${by}`);
  }
  protected ariaSort = (by: SortBy): 'ascending' | 'descending' | null => (this.sortBy() !== by ? null : this.sortDown() ? 'descending' : 'ascending');

  /** The ways of a drawn frame, side by side in the margin; the table then shows these alone. */
  protected compare(ways: readonly RouteOption[]): void {
    this.region.set(ways.length ? new Set(ways.map(routeKey)) : undefined);
    if (!ways.length) return;
    const cheapest = [...ways].sort((a, b) => a.expected_cost - b.expected_cost);
    const shown = cheapest.slice(0, COMPARED);
    this.margin.show({
      kind: 'text',
      title: `${ways.length} ${ways.length === 1 ? 'way' : 'ways'} in the frame`,
      paragraphs: [
        `What decides, days until ready and weight; the cheapest first${
          ways.length > COMPARED ? `, ${COMPARED} of them` : ''
        }. The table shows the same ways alone, with every check.`,
      ],
      rows: shown.map((o) => ({
        label: `${o.materialLabel}, ${inSentence(o.processLabel)} (${STATE_WORDS[o.state]})`,
        text: `${this.settings.money(o.expected_cost, this.currency)} · ${formatNumber(o.lead_days, 2)} d · ${this.settings.figure(o.mass_kg, 'kg', '')}`,
      })),
    });
  }

  constructor() {
    // The margin opens with the route the verdict stands on, or the best there is.
    effect(() => {
      const view = this.store.view();
      const first = view && (view.pins.find((p) => p.letter === view.verdict.letter)?.option ?? view.options[0]);
      if (!first || this.greeted) return;
      this.greeted = true;
      if (!untracked(this.margin.note)) untracked(() => this.openRoute(first));
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

  protected readonly heads = [
    { id: 'one' as const, label: () => `One, ${this.currency}` },
    { id: 'programme' as const, label: () => 'Programme' },
    { id: 'days' as const, label: () => 'Days' },
    { id: 'weight' as const, label: () => `Weight, ${this.massUnit()}` },
  ];
  protected likeNames = (row: Row): string => row.like.map((o) => o.materialLabel).join(', ');

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

  /** The first pin of one's own takes over what was suggested. */
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
