import { ChangeDetectionStrategy, Component, computed, effect, inject, input, type OnDestroy, output, signal, untracked } from '@angular/core';
import type { Pin, ShapeRef } from '@cuadro/core/case/types';
import { stressAcross } from '@cuadro/core/decide/lying';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { capital, inSentence } from '@cuadro/core/quantity/words';
import { lieWords } from '@cuadro/core/shape/lie-words';
import { DEFAULT_WEIGHTS, foldAlike, rank, type Ranked, type Weights, whyBest } from '@cuadro/core/shape/orient';
import { STANDING_WORDS } from '@cuadro/core/shape/support';
import { dot, UP, type Vec3 } from '@cuadro/core/shape/turn';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { Chart } from '../../shared/chart';
import { layerChart, layerWords } from './layer-chart';
import { areaText, lengthText, volumeText, type ShapeFact } from './shape-words';

const GOALS: readonly { id: keyof Weights; label: string }[] = [
  { id: 'support', label: 'Little support' },
  { id: 'height', label: 'Low' },
  { id: 'critical', label: 'Faces with a duty clean' },
  { id: 'strength', label: 'Load along layers' },
  { id: 'overhang', label: 'Little overhang' },
  { id: 'access', label: 'Supports got at' },
];
const ROWS = 8;
/** Size of a small picture of the part, px. */
const PICTURE = [60, 46] as const;
const keyOf = (up: Vec3): string => up.map((x) => x.toFixed(4)).join(' ');

/** How the part lies on the bed: the direction in use, what it asks for, and the others to choose from. */
@Component({
  selector: 'cu-build-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart],
  styleUrl: './panel.scss',
  template: `
    @let s = ref();
    @if (s.study; as study) {
      <table class="sheet">
        <caption>As it is built, {{ lie(study.build.up) }}</caption>
        <tbody>@for (f of facts(); track f.label) { <tr><th scope="row"><button type="button" class="link" (click)="explain(f)">{{ f.label }}</button></th><td>{{ f.text }}</td></tr> }</tbody>
      </table>
      <cu-chart [question]="layerQuestion()" [options]="chart()!" [words]="words()" [height]="110" />
    }
    <h3>Which way up?</h3>
    @if (ranked().length) {
      <p class="why" aria-live="polite">{{ why() }}</p>
      <table class="sheet choices">
        <caption class="visually-hidden">Build directions, best first</caption>
        <thead><tr><th scope="col">It lies</th><th scope="col" class="num">Support</th><th scope="col" class="num">High</th>@if (hours()) { <th scope="col" class="num">Hours</th> }@if (anyScarred()) { <th scope="col" class="num">Scarred</th> }@if (byTable()) { <th scope="col" class="num" title="Stress across the layers under the load table">Across</th> }</tr></thead>
        @for (row of rows(); track key(row.of.up); let i = $index) {
          <tbody [class.on]="isUp(row.of.up)">
            <tr class="lie">
              <th scope="rowgroup" [attr.colspan]="columns()">{{ lie(row.of.up) }}@if (row.of.pareto) {<abbr title="No other direction is better in one thing without being worse in another">*</abbr>}
                @if (row.others.length) {&ngsp;<span class="quiet" [title]="others(row.others)">and {{ row.others.length }} like it</span>}
                @if (row.of.standing !== 'firm') {&ngsp;<span class="quiet">{{ standing(row.of) }}, on a raft</span>}
                @if (row.of.buried_mm2 > 0) {&ngsp;<span class="quiet">some of its support is not got at</span>}
              </th>
            </tr>
            <tr>
              <td>
                <span class="small">@if (pictures()[key(row.of.up)]; as src) { <img [src]="src" [width]="picture[0]" [height]="picture[1]" alt="" /> }
                  @if (isUp(row.of.up)) { <b>in use</b> } @else { <button type="button" class="link" (click)="chosen.emit(row.of.up)" [attr.aria-label]="'Build it ' + lie(row.of.up)">use</button> }</span>
              </td>
              <td class="num">{{ volume(row.of.support_mm3 + row.of.raft_mm3) }}</td><td class="num">{{ length(row.of.height_mm) }}</td>
              @if (hours(); as h) { <td class="num">{{ h[i] === undefined ? '…' : number(h[i]) }}</td> }
              @if (anyScarred()) { <td class="num">{{ percent(row.of.scarred) }}</td> }
              @if (byTable()) { <td class="num">{{ mpa(row.of.acrossLayers) }}</td> }
            </tr>
          </tbody>
        }
      </table>
      <div class="weights" role="group" aria-label="What matters">
        @for (g of goals; track g.id) {
          <label><span>{{ g.label }}</span><input type="range" min="0" max="1" step="0.1" [value]="weights()[g.id]" (input)="weigh(g.id, +$any($event.target).value)" [attr.aria-label]="g.label" /></label>
        }
      </div>
      <p class="quiet hint">* no other direction beats it everywhere: {{ paretoCount() }} of {{ ranked().length }} are like that. Self-supporting from 45° off horizontal. What does not stand by itself comes last, its raft counted as support.@if (byTable()) { Across: stress across the layers under the load table. }@if (hours()) { Hours: one tool by {{ printer() }}, walls and fill as priced, as coarse as the comparison. }</p>
    } @else {
      <p class="quiet hint">Compares over 200 directions: large faces down and up, the sides, edges and corners of the box, and an even spread.</p>
      <button type="button" class="framed" (click)="asked.emit()" [disabled]="!!shapes.stage()">Compare build directions</button>
    }
  `,
})
export class BuildPanel implements OnDestroy {
  protected readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  private readonly store = inject(CaseStore);
  private readonly compute = inject(ComputeService);
  private readonly shop = inject(ShopService);
  readonly ref = input.required<ShapeRef>();
  readonly asked = output();
  readonly chosen = output<Vec3>();
  /** Height of the layer at which the part is cut open on the drawing, mm. */
  readonly cut = input<number>();
  /** Room of the machine that is drawn around the part, mm. */
  readonly room = input<readonly number[]>();

  protected readonly goals = GOALS;
  protected readonly picture = PICTURE;
  protected readonly weights = signal<Weights>(DEFAULT_WEIGHTS);
  /** Directions with the pull across their layers: as the load table was solved, else by the load marked on the drawing. */
  private readonly compared = computed(() => {
    const list = this.shapes.orientations() ?? [];
    const stress = stressAcross(this.store.doc()!, list);
    return { list: stress ? list.map((o, i) => ({ ...o, acrossLayers: stress[i] })) : list, byTable: !!stress };
  });
  protected readonly byTable = computed(() => this.compared().byTable);
  protected readonly ranked = computed<Ranked[]>(() => rank(this.compared().list, this.weights()));
  /** Best first, those that ask for the same as one; the direction in use at the end where it is not among the best. */
  protected readonly rows = computed(() => {
    const rows = foldAlike(this.ranked(), (o) => this.isUp(o.up));
    const inUse = rows.findIndex((r) => this.isUp(r.of.up));
    return [...rows.slice(0, ROWS), ...(inUse >= ROWS ? [rows[inUse]] : [])];
  });
  protected readonly anyScarred = computed(() => this.ranked().some((o) => o.scarred > 0));
  /** Small pictures by direction, drawn one after the other. */
  protected readonly pictures = signal<Readonly<Record<string, string>>>({});
  /** The printed way whose hours are told: the first that is pinned. */
  private readonly pin = computed(() => this.store.view()?.pins.find((p) => p.option.kind === 'print')?.option, {
    equal: (a, b) => a?.process === b?.process && a?.material === b?.material,
  });
  protected readonly printer = computed(() => inSentence(this.pin()?.processLabel ?? ''));
  /** Hours of each row; nothing where no printed way of the house is pinned. */
  protected readonly hours = signal<number[] | undefined>(undefined);
  protected readonly columns = computed(() => 3 + (this.hours() ? 1 : 0) + (this.anyScarred() ? 1 : 0) + (this.byTable() ? 1 : 0));
  protected readonly why = computed(() => `${capital(this.lie(this.ranked()[0].up))}. ${whyBest(this.ranked(), this.weights())}`);
  protected readonly paretoCount = computed(() => this.ranked().filter((o) => o.pareto).length);
  protected readonly chart = computed(() => {
    const study = this.ref().study;
    return study && layerChart(study.build.profile, this.settings.units(), this.cut());
  });
  protected readonly words = computed(() => layerWords(this.ref().study!.build.profile, this.settings.units()));
  protected readonly layerQuestion = computed(() => `How much lies in each layer, ${this.settings.units() === 'inch' ? 'in² over in' : 'cm² over mm'}?`);
  protected readonly facts = computed<ShapeFact[]>(() => {
    const b = this.ref().study!.build;
    const system = this.settings.units();
    const s = b.support_mm3;
    const room = this.room();
    return [
      ...(room
        ? [{
          label: 'Room',
          text: `${room.map((x) => lengthText(x, system)).join(' × ')}, drawn around the part`,
          how:
            `Along the bed, across it, upright: room of the machine for ${this.printer()}, the printed way that leads, as the Shelf or the register of machines gives it.`,
        }]
        : []),
      { label: 'Height', text: lengthText(b.height_mm, system), how: 'Extent along the build direction: layers are counted over it.' },
      {
        label: 'On the bed',
        text: `${areaText(b.bed_mm2, system)}, in ${b.bed_mm.map((x) => lengthText(x, system)).join(' × ')}`,
        how: 'Faces lying on the bed; and the smallest rectangle around the shadow, which decides how many fit on a bed.',
      },
      {
        label: 'Stands',
        text: b.standing === 'firm' ? 'by itself' : `${STANDING_WORDS[b.standing]}: on a raft of ${volumeText(b.raft_mm3, system)}`,
        how:
          'By itself where at least 25 mm² (or a fiftieth of the shadow) lies on the bed and its centre of gravity is above what it stands on, supports counted, by a twelfth of its height. Otherwise a raft of 1.5 mm under the whole shadow is counted and paid.',
      },
      {
        label: 'Overhang',
        text: areaText(b.overhang_mm2, system),
        how: 'Faces that look down and are flatter than 45° from horizontal, without those on the bed. From the triangles, exact.',
      },
      {
        label: 'Support',
        text: `${volumeText(s.likely, system)} of room (${volumeText(s.low, system)} to ${volumeText(s.high, system)})`,
        how:
          "Columns from overhanging faces down to whatever lies below, full; how densely they are filled is the process's business. Height field of 320 cells along the longer side: about 2 % off. Low and high are for self-supporting angles of 40° and 50°.",
      },
      {
        label: 'On the part',
        text: areaShare(b.onPart_mm3, s.likely),
        how: 'Share of the columns that stands on the part itself: these have to be reached to be taken out and leave marks on both ends.',
      },
      {
        label: 'Not got at',
        text: b.buried_mm2 > 0 ? areaText(b.buried_mm2, system) : 'none',
        how:
          'Part of the overhang from which no straight way leads out of the part, straight off it, along its bores or all round: what holds it up there stays in. Small squares on the drawing mark it, seen through the part. Lay it another way, or let it carry itself.',
      },
    ];
  });

  constructor() {
    effect(() => {
      const ups = this.rows().map((r) => r.of.up);
      const part = this.shapes.drawn();
      untracked(() => void this.drawSmall(ups, part));
    });
    effect(() => {
      const ways = this.rows().map((r) => r.of);
      const pin = this.pin();
      untracked(() => void this.askHours(ways, pin));
    });
  }

  /** What has not been drawn of this part yet, one after the other; when others are asked for meanwhile, these are left. */
  private async drawSmall(ups: readonly Vec3[], part: unknown): Promise<void> {
    if (!part) return;
    const { hash } = this.ref();
    if (this.drawnOf !== hash) this.forgetPictures();
    this.drawnOf = hash;
    const run = ++this.run;
    for (const up of ups) {
      if (this.pictures()[keyOf(up)]) continue;
      const png = await this.shapes.picture(up, 2 * PICTURE[0], 2 * PICTURE[1]);
      if (run !== this.run) return;
      if (png) this.pictures.update((p) => ({ ...p, [keyOf(up)]: URL.createObjectURL(new Blob([png], { type: 'image/png' })) }));
    }
  }
  private drawnOf = '';
  private run = 0;

  private forgetPictures(): void {
    for (const url of Object.values(this.pictures())) URL.revokeObjectURL(url);
    this.pictures.set({});
  }

  ngOnDestroy(): void {
    this.run = -1;
    this.forgetPictures();
  }

  private async askHours(ways: readonly Ranked[], pin: Pin | undefined): Promise<void> {
    const doc = this.store.doc();
    const site = this.shop.site();
    if (!ways.length || !pin || !doc || !site) {
      this.hours.set(undefined);
      return;
    }
    const hours = await this.compute.hoursLying(doc, site, pin, ways);
    if (this.rows().every((r, i) => r.of === ways[i])) this.hours.set(hours);
  }

  protected lie = (up: Vec3): string => lieWords(up, this.ref().measure.box_mm);
  protected key = keyOf;
  protected number = (x: number): string => formatNumber(x, 2);
  protected others = (list: readonly Ranked[]): string => list.slice(0, 12).map((o) => this.lie(o.up)).join('; ');
  protected length = (x: number): string => lengthText(x, this.settings.units());
  protected volume = (x: number): string => volumeText(x, this.settings.units());
  protected mpa = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'pressure', this.settings.units());
  protected standing = (o: Ranked): string => STANDING_WORDS[o.standing];
  protected percent = (x: number): string => (x ? `${formatNumber(100 * x, 2)} %` : '–');
  protected isUp = (up: Vec3): boolean => dot(up, this.ref().up ?? UP) > 0.99999;

  protected weigh(id: keyof Weights, value: number): void {
    this.weights.update((w) => ({ ...w, [id]: value }));
  }

  protected explain(f: ShapeFact): void {
    this.margin.show({ kind: 'text', title: f.label, paragraphs: [f.text, f.how!, `Measured on ${this.ref().fileName}.`] });
  }
}

const areaShare = (part: number, all: number): string => (all > 0 ? `${formatNumber((100 * part) / all, 2)} % of the support` : 'no support');
