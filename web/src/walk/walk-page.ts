import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import { type CellDelay, cellOf, delaysByCell } from '@cuadro/core/records/kinds/tooling-time';
import type { CaseRecord } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { CasesService, type Candidate } from '../data/cases.service';
import { MarginService } from '../data/margin.service';
import { NeighboursService } from '../data/neighbours.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { inAddress } from '../shared/address';
import { Chart } from '../shared/chart';
import { type Column, saveCsv, sorted } from '../shared/columns';
import { FileDrop } from '../shared/file-drop';
import { WorkingMargin } from '../shared/working-margin';
import { AddCandidate } from './add-candidate';
import { BringList } from './bring-list';
import { EditMany } from './edit-many';
import { walkPlane, walkPlaneWords } from './walk-plane';

/** Chance of a saving in words that claim no more than the samples can tell; a guess where hardly anything of the need is known. */
export function chanceWords({ confidence, factsKnown, factsAsked }: Pick<QuickLook, 'confidence' | 'factsKnown' | 'factsAsked'>): string {
  if (factsKnown < BARE * factsAsked) return 'first guess';
  if (confidence > 0.99) return '> 99 %';
  return confidence < 0.01 ? '< 1 %' : `${Math.round(100 * confidence)} %`;
}
/** With fewer of the facts than this, a candidate is bare. */
const BARE = 0.25;
/** Rows drawn at first, and then with each step. */
const SCREENFUL = 40, STEP = 300;
/** Tooling times looked at. */
const MOST_TIMES = 500;

/** Safari has no such call: then after a while. */
const afterIdle = (work: () => void): void => void ('requestIdleCallback' in window ? requestIdleCallback(work) : setTimeout(work, 100));

/** Candidates of the plant, the one most worth an hour's work first. */
@Component({
  selector: 'cu-walk-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatProgressBarModule, MatSortModule, WorkingMargin, AddCandidate, BringList, EditMany, Chart, FileDrop],
  templateUrl: './walk-page.html',
  styleUrl: './walk-page.scss',
})
export class WalkPage {
  protected readonly api = inject(ApiService);
  protected readonly cases = inject(CasesService);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  protected readonly adding = signal(false);
  protected readonly bringing = signal(false);
  protected readonly filter = inAddress<string>('find', '');
  protected readonly sort = signal<Sort>({ active: 'worth', direction: 'desc' });
  protected readonly opened = signal<string | undefined>(undefined);

  /** Of a look that changes nothing there is nothing to say. */
  private readonly saves = (c: Candidate): boolean => !!c.look?.saving;
  protected readonly columns: readonly Column<Candidate>[] = [
    { id: 'title', label: 'Tool', text: (c) => c.row.title, by: (c) => c.row.title },
    { id: 'verdict', label: 'First answer', text: (c) => c.look?.verdictText ?? '', by: (c) => c.look?.verdictText },
    {
      id: 'saving',
      label: 'Saving',
      numeric: true,
      desk: true,
      text: (c) => (this.saves(c) ? this.money(c.look!.saving) : '–'),
      by: (c) => c.look?.saving,
      csv: (c) => c.look?.saving ?? '',
    },
    {
      id: 'days',
      label: 'Days',
      numeric: true,
      desk: true,
      text: (c) => (this.saves(c) ? this.days(c.look!.daysGained) : '–'),
      by: (c) => c.look?.daysGained,
      csv: (c) => c.look?.daysGained ?? '',
    },
    {
      id: 'confidence',
      label: 'Saves',
      numeric: true,
      desk: true,
      text: (c) => (this.saves(c) ? chanceWords(c.look!) : '–'),
      by: (c) => c.look?.confidence,
      csv: (c) => c.look?.confidence ?? '',
    },
    {
      id: 'effort',
      label: 'Effort',
      numeric: true,
      desk: true,
      text: (c) => `${c.look?.effort_h.toFixed(1)} h`,
      by: (c) => c.look?.effort_h,
      csv: (c) => c.look?.effort_h ?? '',
    },
    {
      id: 'worth',
      label: 'Worth an hour',
      numeric: true,
      text: (c) => (c.look ? this.money(c.look.worthPerHour) : ''),
      by: (c) => c.look?.worthPerHour,
      csv: (c) => c.look?.worthPerHour ?? '',
    },
  ];
  /** What else goes out with the CSV. */
  private readonly more: readonly Column<Candidate>[] = [
    { id: 'known', label: 'Facts known', text: (c) => String(c.look?.factsKnown ?? ''), csv: (c) => c.look?.factsKnown ?? '' },
    { id: 'asked', label: 'Facts asked', text: (c) => String(c.look?.factsAsked ?? ''), csv: (c) => c.look?.factsAsked ?? '' },
    { id: 'kind', label: 'Kind', text: (c) => c.row.familyLabel },
    { id: 'place', label: 'Place', text: (c) => c.row.place },
    { id: 'owner', label: 'Who answers for it', text: (c) => c.row.owner ?? '' },
    { id: 'trouble', label: 'What goes wrong', text: (c) => c.row.trouble },
  ];
  /** Ids of the rows that are marked; what is not on the list any longer does not count. */
  protected readonly marks = signal<ReadonlySet<string>>(new Set());
  protected readonly marked = computed(() => this.rows().filter((c) => this.marks().has(c.row.id)).map((c) => c.row.id));
  /** What the tools of a new product took at each cell, as logged. */
  private readonly delays = signal<ReadonlyMap<string, CellDelay>>(new Map());

  protected readonly rows = computed(() => {
    const needle = this.filter().trim().toLowerCase();
    const rows = this.cases.candidates().filter(({ row }) =>
      !needle || [row.title, row.place, row.trouble, row.familyLabel, row.owner ?? ''].some((t) => t.toLowerCase().includes(needle))
    );
    // While looks come in nothing moves under the reader's eyes: the order is that of before, what is new stands first.
    const place = new Map(this.settled().map((id, i) => [id, i]));
    if (this.cases.progress()) return [...rows].sort((a, b) => (place.get(a.row.id) ?? -1) - (place.get(b.row.id) ?? -1));
    return sorted(rows, this.columns, this.sort());
  });
  /** Rows drawn: a screen of them at once, the rest when the page has nothing to do; thousands are looked through with the filter. */
  protected readonly most = signal(SCREENFUL);
  protected readonly groupings = [
    { id: '', label: 'not grouped' },
    { id: 'place', label: 'by place' },
    { id: 'owner', label: 'by who answers' },
    { id: 'kind', label: 'by kind' },
    { id: 'answer', label: 'by answer' },
  ];
  protected readonly group = inAddress<string>('group', '');
  /** Rows in groups, the one that saves most first; one without a name where nothing is grouped. */
  protected readonly groups = computed(() => {
    const by = this.group();
    const rows = this.rows();
    if (!by) return [{ name: '', text: '', rows: rows.slice(0, this.most()) }];
    const of = ({ row, look }: Candidate): string =>
      (by === 'owner'
        ? (row.owner ?? 'nobody named')
        : by === 'kind'
        ? row.familyLabel
        : by === 'answer'
        ? (look?.verdictText ?? 'not yet looked at')
        : row.place.split(',')[0].trim()) || 'no place given';
    const groups = new Map<string, Candidate[]>();
    for (const c of rows) groups.set(of(c), [...(groups.get(of(c)) ?? []), c]);
    const saved = (g: Candidate[]): number => g.reduce((s, c) => s + Math.max(0, c.look?.saving ?? 0), 0);
    let left = this.most();
    return [...groups].sort((a, b) => saved(b[1]) - saved(a[1])).map(([name, list]) => {
      const shown = list.slice(0, Math.max(0, left));
      left -= shown.length;
      const delay = by === 'place' ? this.delays().get(cellOf(name)) : undefined;
      const waits = delay ? `; tools of a new product take ${formatNumber(delay.days, 2)} days there (${delay.n} logged)` : '';
      return { name, text: `${list.length}, ${this.money(saved(list))} to be saved${waits}`, rows: shown };
    });
  });
  private readonly neighbours = inject(NeighboursService);
  /** Cases in the order in which they stood when all looks were there, or when somebody sorted them. */
  private readonly settled = signal<readonly string[]>([]);
  protected readonly view = inAddress<'list' | 'plane'>('view', 'list');

  constructor() {
    this.margin.clear();
    void this.cases.load();
    this.api.records('tooling-time', undefined, 0, MOST_TIMES).pipe(takeUntilDestroyed()).subscribe({
      next: ({ rows }) => this.delays.set(delaysByCell(rows)),
      error: () => undefined,
    });
    effect(() => {
      if (!this.cases.progress()) this.settle();
    });
    effect(() => {
      if (this.rows().length > SCREENFUL && untracked(this.most) === SCREENFUL) afterIdle(() => this.most.set(STEP));
    });
    effect(() => this.neighbours.listed(this.rows().map((c) => c.row.id)));
    // Until somebody opens a row, the margin explains the first one.
    effect(() => {
      const first = this.rows()[0];
      if (first?.look && !this.opened() && !this.cases.progress()) untracked(() => this.explain(first));
    });
  }

  protected sortBy(sort: Sort): void {
    this.sort.set(sort);
    this.settle();
  }

  private settle(): void {
    this.settled.set(sorted(this.cases.candidates(), this.columns, this.sort()).map((c) => c.row.id));
  }

  /** What is gained against the work to find out, as one picture. */
  protected readonly drawn = computed(() => walkPlane(this.rows(), (x) => this.money(x), (c) => this.explain(c)));
  protected readonly drawnWords = computed(() => walkPlaneWords(this.rows(), (x) => this.money(x)));

  protected mark(ids: readonly string[], on: boolean): void {
    this.marks.update((all) => new Set(on ? [...all, ...ids] : [...all].filter((id) => !ids.includes(id))));
  }

  /** All rows that the filter leaves, or none. */
  protected markAll(on: boolean): void {
    this.marks.set(new Set(on ? this.rows().map((c) => c.row.id) : []));
  }

  protected csv(only: readonly string[] = []): void {
    saveCsv(only.length ? this.rows().filter((c) => only.includes(c.row.id)) : this.rows(), [...this.columns, ...this.more], 'walk');
  }

  protected money(x: number): string {
    return this.settings.money(x, this.shops.currency());
  }

  protected days(x: number): string {
    return `${x > 0 ? '+' : ''}${formatNumber(x, 2)}`;
  }

  protected explain(c: Candidate): void {
    if (!c.look) return;
    this.opened.set(c.row.id);
    this.margin.show({
      kind: 'text',
      title: c.row.title,
      paragraphs: [
        c.look.headline.startsWith(c.look.verdictText) ? `${c.look.headline}.` : `${c.look.verdictText}. ${c.look.headline}.`,
        ...(c.row.trouble ? [c.row.trouble] : []),
      ],
      rows: c.look.working,
    });
  }

  /** A part that was let go on the walk: a candidate begins with it. */
  protected readonly dropped = signal<File | undefined>(undefined);
  protected start(file: File): void {
    this.dropped.set(file);
    this.adding.set(true);
  }

  protected added(record: CaseRecord): void {
    this.adding.set(false);
    this.dropped.set(undefined);
    this.told(record);
  }

  protected told(record: CaseRecord): void {
    this.opened.set(record.id);
    this.margin.show({
      kind: 'text',
      title: record.doc.title,
      paragraphs: ['Added. It is ranked among the others as soon as its quick look is done; open it to sharpen the figures.'],
    });
  }
}
