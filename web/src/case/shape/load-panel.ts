import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, output, signal, untracked, viewChild } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { holdRows, loadRows, solvedLoads } from '@cuadro/core/case/load-table';
import { insideAsk, type InsideKind } from '@cuadro/core/decide/inside-enough';
import { type FaceMark, routeKey, type ShapeRef } from '@cuadro/core/case/types';
import type { Place, Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { FIRST_LOOK, REFINED, type WorkVolume } from '@cuadro/core/mechanics';
import type { PinView } from '@cuadro/core/decide/evaluate-case';
import { refineAsks } from '@cuadro/core/decide/refine';
import { HOLD_INPUTS } from '@cuadro/core/need/loads';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { inSentence } from '@cuadro/core/quantity/words';
import { LOAD_BASIS } from '@cuadro/core/screen/under-load';
import { askedWords, countedWords, type RowVerdict } from '@cuadro/core/screen/row-verdicts';
import { type FaceChoice, placeOfFace } from '@cuadro/core/shape/patch';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { type MarginNote, MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import type { Tag } from '../../shared/part-view/part-scene';
import { StateGlyph } from '../../shared/state-glyph';
import { type Asking, LoadTable } from '../loads/load-table';
import { DUTY } from './faces-panel';
import { InsideLadder } from './inside-ladder';
import { Refining } from './refining';
import { areaText } from './shape-words';

const AT = HOLD_INPUTS.find((s) => s.id === 'at')!;
/** Hardest places that are named, and how near two of them are one. */
const MOST_HARD = 5, SAME_MM = 3;

/** The load table on the part: where each row acts, and what it comes to on every way that is compared. */
@Component({
  selector: 'cu-load-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InsideLadder, LoadTable, MatProgressBarModule, StateGlyph],
  styleUrl: './panel.scss',
  template: `
    <p class="hint">Solved on the part's own shape, walls and fill as priced, for all ways at once. Size may change afterwards at no cost; a place or a hold is solved anew.</p>
    <cu-load-table [onDrawing]="true" [ref]="ref()" [faces]="faces()" [marked]="marked()" [asking]="asking()" (askedFor)="ask($event)" />
    @if (solved()?.problem; as p) { <p class="notice" role="alert">It could not be solved: {{ p }} The sections stand in.</p> }
    @else if (unsolved() && !shapes.stage()) { <p class="notice">{{ anySolved() ? 'Not every way is solved as the table stands: for the others the sections stand in.' : 'The loads are not solved as the table stands: the sections stand in.' }} <button type="button" class="link" (click)="solve.emit()">Solve them</button></p> }
    @if (ways().length && ways()[0].rows.length) {
      <table class="sheet ways">
        <caption>What it comes to</caption>
        <thead><tr>@for (w of ways(); track w.letter) { <th scope="col" [attr.title]="w.label">{{ w.letter }}<span class="visually-hidden">, {{ w.label }}</span></th> }</tr></thead>
        @for (r of ways()[0].rows; track r.id; let i = $index) {
          <tbody>
            <tr><th scope="rowgroup" [attr.colspan]="ways().length">L{{ i + 1 }} {{ r.name }}&ngsp;@if (r.most_mm !== undefined) { <button type="button" class="link" [attr.aria-pressed]="bends()?.id === r.id" [attr.aria-label]="'Show how ' + r.name + ' bends it'" [disabled]="!!shapes.stage()" (click)="showBent(r)">bend</button> }</th></tr>
            <tr>@for (w of ways(); track w.letter) { @if (w.rows[i]; as v) { <td><button type="button" class="link" (click)="open(w.letter, w.label, v)"><cu-state [state]="v.state" [word]="false" />&ngsp;{{ share(v) }}</button><span class="quiet">{{ give(v) }}</span></td> } }</tr>
          </tbody>
        }
      </table>
      <ul class="quiet hint">@for (w of ways(); track w.letter) { <li>{{ w.letter }}: {{ w.label }}</li> }</ul>
      @if (bends(); as b) { <p aria-live="polite">{{ b.text }}</p> }
      @if (hardest().length) {
        <ol class="quiet hint" [attr.aria-label]="'Hardest places of ' + ways()[0].letter">@for (h of hardest(); track h.id) { <li>{{ h.text }}</li> }</ol>
      }
      @if (filled(); as w) {
        <p><button type="button" class="framed" [disabled]="!!shapes.stage()" (click)="showWork()">How hard does each place work?</button></p>
        <cu-inside-ladder kind="fill" [letter]="w.letter" [option]="w.option" (tried)="attempt($event)" />
      }
      @if (reinforced(); as w) { <cu-inside-ladder kind="fibre" [letter]="w.letter" [option]="w.option" (tried)="attempt($event)" /> }
      @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
      @if (idle(); as i) { <p aria-live="polite">{{ i.text }}</p> }
      <p class="quiet hint">Share of what may be borne with a factor of three, and how far it gives{{ accuracy() }}. It screens; a proof load and judgement decide.
        @if (refining.share() !== undefined) { Refining to {{ refined }} bricks meanwhile: {{ percent(refining.share()!) }}. <button type="button" class="link" (click)="refining.leave()">Leave it</button> }
        @else if (refining.left() && refining.todo().length) { <button type="button" class="link" (click)="refining.begin()">Solve these ways on {{ refined }} bricks</button> }</p>
    }
  `,
  styles:
    `.ways { table-layout: fixed; width: 100%; } .ways td button { white-space: nowrap; font-size: 12.5px; } .ways td > span { display: block; } .ways td, .ways th { padding: 2px 3px; } .ways th[scope='rowgroup'] { white-space: normal; } .ways .num { font-size: 12.5px; } ul { margin: 4px 0; padding-left: 18px; }`,
})
export class LoadPanel {
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  private readonly shops = inject(ShopService);
  private readonly compute = inject(ComputeService);
  protected readonly shapes = inject(ShapeService);
  protected readonly refining = inject(Refining);
  readonly ref = input.required<ShapeRef>();
  /** Something of the table waits for its solution. */
  readonly unsolved = input(false);
  readonly picking = output<boolean>();
  readonly tagged = output<Tag[]>();
  readonly solve = output();
  private readonly table = viewChild.required(LoadTable);

  protected readonly asking = signal<Asking | undefined>(undefined);
  private readonly largest = signal<readonly FaceChoice[]>([]);
  protected readonly faces = computed(() =>
    this.largest().map((f) => {
      const place = placeOfFace(f);
      return { label: `${areaText(f.area_mm2, this.settings.units())}, ${inputText(AT, place, this.settings.units())}`, place };
    })
  );
  protected readonly marked = computed(() =>
    (this.ref().marks ?? []).map((m, i) => ({ label: this.nameOf(m, i), place: { point: m.point, normal: m.normal } }))
  );
  protected readonly solved = computed(() => {
    const s = solvedLoads(this.cases.doc()!);
    return [s.printed, s.solid].find((x) => x?.problem) ?? s.printed ?? s.solid;
  });
  protected readonly anySolved = computed(() => this.ways().some((w) => w.rows.some((r) => r.error !== undefined)));
  /** Of the grid; the material scatters by more. */
  protected readonly accuracy = computed(() => {
    const rows = this.ways().flatMap((w) => w.rows.filter((r) => r.error !== undefined));
    return rows.length
      ? `, on ${formatNumber(Math.min(...rows.map((r) => r.bricks!)))} bricks, ± ${formatNumber(100 * Math.max(...rows.map((r) => r.error!)), 2)} % by the grid`
      : '';
  });
  /** What an answer on the drawing belongs to; a finer solution of the same leaves it. */
  private readonly loaded = computed(() => JSON.stringify([this.cases.doc()!.loads, this.cases.doc()!.holds]));
  private readonly loadedWay = computed(() => `${this.loaded()} ${this.ways()[0]?.label}`);
  protected readonly refined = formatNumber(REFINED);
  protected readonly ways = computed(() =>
    (this.cases.view()?.pins ?? []).filter((p) => p.letter !== 'T').map(({ letter, option, rows }) => ({
      letter,
      rows,
      label: `${option.processLabel} in ${inSentence(option.materialLabel)}${countedWords(option.remedies)}`,
    }))
  );

  constructor() {
    effect(() => {
      const drawn = this.shapes.drawn();
      untracked(() => drawn && void this.shapes.largestFaces().then((f) => this.largest.set(f), () => undefined));
    });
    // What stands open in the margin goes with the solution.
    effect(() => {
      const ways = this.ways();
      untracked(() => {
        const { letter, id, note } = this.opened ?? {};
        if (!note || this.margin.note() !== note) return;
        const way = ways.find((w) => w.letter === letter), row = way?.rows.find((r) => r.id === id);
        if (way && row) this.open(way.letter, way.label, row);
      });
    });
    effect(() => {
      const tags = this.tags();
      untracked(() => this.tagged.emit(tags));
    });
    effect(() => {
      const work = this.idle()?.work;
      untracked(() => this.worked.emit(work));
    });
    effect(() => {
      const lines = this.bends()?.lines;
      untracked(() => this.bent.emit(lines));
    });
    effect(() => {
      const asked = !!this.asking();
      untracked(() => this.picking.emit(asked));
    });
  }

  /** Loads and holds where they are, and the worst place of the way that leads. */
  private readonly tags = computed<Tag[]>(() => {
    const doc = this.cases.doc()!;
    if (!this.shapes.drawn()) return [];
    // What acts on one place has one mark.
    const placed = (rows: readonly (readonly [string, Values])[], letter: string): Tag[] => {
      const at = new Map<string, Tag>();
      rows.forEach(([, row], i) => {
        const place = row['at'] as Place | undefined;
        if (!place) return;
        const key = place.point.join(), there = at.get(key);
        at.set(key, {
          kind: 'face',
          point: this.shapes.standing([...place.point] as Vec3),
          text: there ? `${there.text} ${letter}${i + 1}` : `${letter}${i + 1}`,
        });
      });
      return [...at.values()];
    };
    const lead = this.ways()[0];
    return [
      ...placed(loadRows(doc), 'L'),
      ...placed(holdRows(doc), 'H'),
      ...this.hardest().map((h) =>
        ({ kind: 'thin', point: this.shapes.standing([...h.at] as Vec3), text: `${lead.letter} ${h.rows}: ${h.stress}` }) satisfies Tag
      ),
    ];
  });

  /** The hardest place of every row on the way that leads, the most used first; rows that share a place share its number. */
  protected readonly hardest = computed(() => {
    const rows = (this.ways()[0]?.rows ?? []).flatMap((
      r,
      i,
    ) => (r.worst && r.use !== undefined ? [{ ...r, worst: r.worst, use: r.use, no: `L${i + 1}` }] : []));
    const out: { id: string; at: readonly number[]; rows: string; stress: string; text: string }[] = [];
    for (const r of rows.sort((a, b) => b.use - a.use)) {
      const same = out.find((o) => Math.hypot(...o.at.map((x, a) => x - r.worst[a])) < SAME_MM);
      if (same) same.rows += `, ${r.no}`;
      else if (out.length < MOST_HARD) out.push({ id: r.id, at: r.worst, rows: r.no, stress: this.mpa(r.stress_mpa!), text: `${r.no} ${r.name}: ${r.reason}` });
    }
    return out;
  });

  protected nameOf = (m: FaceMark, i: number): string => `${DUTY[m.duty].letter}${i + 1}, ${DUTY[m.duty].label}${m.note ? ` (${m.note})` : ''}`;
  protected mpa = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'pressure', this.settings.units());
  protected readonly share = askedWords;
  protected give = (
    v: RowVerdict,
  ): string => (v.give_mm === undefined ? '' : formatQuantity(Number(v.give_mm.toPrecision(2)), 'length', this.settings.units()));

  protected ask(of: Asking | undefined): void {
    this.asking.set(of);
  }

  /** The printed ways that lead among those that have a fill, and among those with continuous fibre. */
  protected readonly filled = computed(() => this.leading('fill'));
  protected readonly reinforced = computed(() => this.leading('fibre'));
  private leading(kind: InsideKind): PinView | undefined {
    const doc = this.cases.doc()!, site = this.shops.site();
    return this.cases.view()?.pins.find((p) => p.letter !== 'T' && p.option.kind === 'print' && insideAsk(doc, site, p.option, kind));
  }
  protected readonly idle = linkedSignal<unknown, { text: string; work: WorkVolume } | undefined>({
    source: this.loaded,
    computation: () => undefined,
  });
  protected readonly problem = signal('');
  readonly worked = output<WorkVolume | undefined>();
  /** The part's lines as a row bends them. */
  readonly bent = output<Float32Array | undefined>();

  protected percent = (x: number): string => `${formatNumber(100 * x, 2)}\u00a0%`;
  protected length = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'length', this.settings.units());
  protected mass = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'mass', this.settings.units());

  /** Bands on the drawing by how hard the surface works, and what the rest weighs. */
  protected async showWork(): Promise<void> {
    const { option, figures } = this.filled()!;
    await this.attempt(async () => {
      const ask = insideAsk(this.cases.doc()!, this.shops.site(), option, 'fill')!;
      const { idle, work } = await this.shapes.workOf({ ...ask, classes: ask.classes.filter((c) => c.share >= 1) }, FIRST_LOOK);
      const kg = figures.find((f) => f.name === 'mass_tool')?.value ?? 0;
      const hours = await this.compute.working(routeKey(option), 'print_h').then((w) => w.value, () => 0);
      this.idle.set({
        work,
        text: `Dotted: at least a quarter, a half, three quarters of the stress of the busiest place, the larger the dots. ${
          this.percent(idle)
        } of the material, ${this.mass(idle * kg)} of ${this.mass(kg)}${
          hours ? ` and some ${formatNumber(idle * hours, 2)} of ${formatNumber(hours, 2)} h of printing` : ''
        }, sees less than a thirtieth of its energy under every row: hollow it, or cut it away, where nothing else needs it.`,
      });
    });
  }

  /** The row whose bending is on the drawing: of the table and the way as they stand. */
  protected readonly bends = linkedSignal<unknown, { id: string; text: string; lines: Float32Array } | undefined>({
    source: this.loadedWay,
    computation: () => undefined,
  });

  /** The drawing's lines as a row bends the way that leads; once more takes them away. */
  protected async showBent(row: RowVerdict): Promise<void> {
    if (this.bends()?.id === row.id) return this.bends.set(undefined);
    const doc = this.cases.doc()!, lead = this.ways()[0];
    const pin = this.cases.view()!.pins.find((p) => p.letter === lead.letter)!.option;
    const ask = refineAsks(doc, this.shops.site(), [pin]).find((t) => (t.name === 'printed') === (pin.kind === 'print'))?.ask;
    if (!ask) return;
    await this.attempt(async () => {
      const { positions, scale, most } = await this.shapes.bent(ask, row.id, FIRST_LOOK);
      const times = row.most_mm ? (scale * most) / row.most_mm : 0;
      this.bends.set({
        id: row.id,
        lines: positions,
        text: `Over the drawing: ${lead.letter} as “${row.name}” bends it, about ${formatNumber(times, 2)} times as far. Where it gives most it gives ${
          this.length(row.most_mm ?? 0)
        }.`,
      });
    });
  }

  protected async attempt(work: () => Promise<void>): Promise<void> {
    this.problem.set('');
    try {
      await work();
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  /** A face was clicked on the drawing. */
  pick(face: FaceChoice): void {
    const asked = this.asking();
    if (!asked) return;
    this.table().place(asked, placeOfFace(face));
    this.asking.set(undefined);
  }

  private opened?: { letter: string; id: string; note: MarginNote };
  protected open(letter: string, label: string, v: RowVerdict): void {
    const note: MarginNote = {
      kind: 'text',
      title: `${v.name}, ${letter}`,
      paragraphs: [label, v.reason, ...v.also, ...(v.by ? [LOAD_BASIS[v.by]] : [])],
    };
    this.opened = { letter, id: v.id, note };
    this.margin.show(note);
  }
}
