import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { ShapeRef } from '@cuadro/core/case/types';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { DEFAULT_WEIGHTS, rank, type Ranked, type Weights, whyBest } from '@cuadro/core/shape/orient';
import { dot, UP, type Vec3 } from '@cuadro/core/shape/turn';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import { Chart } from '../../shared/chart';
import { layerChart, layerWords } from './layer-chart';
import { areaText, directionWords, lengthText, volumeText, type ShapeFact } from './shape-words';

const GOALS: readonly { id: keyof Weights; label: string }[] = [
  { id: 'support', label: 'Little support' },
  { id: 'height', label: 'Low' },
  { id: 'critical', label: 'Faces with a duty clean' },
  { id: 'strength', label: 'Load along layers' },
  { id: 'overhang', label: 'Little overhang' },
];
const ROWS = 8;

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
        <caption>As it is built, {{ direction(study.build.up) }} up</caption>
        <tbody>@for (f of facts(); track f.label) { <tr><th scope="row"><button type="button" class="link" (click)="explain(f)">{{ f.label }}</button></th><td>{{ f.text }}</td></tr> }</tbody>
      </table>
      <cu-chart [question]="layerQuestion()" [options]="chart()!" [words]="words()" [height]="110" />
    }
    <h3>Which way up?</h3>
    @if (ranked().length) {
      <p class="why" aria-live="polite">{{ why() }}</p>
      <table class="sheet choices">
        <caption class="visually-hidden">Build directions, best first</caption>
        <thead><tr><th scope="col">Up</th><th scope="col" class="num">Support</th><th scope="col" class="num">High</th><th scope="col" class="num">Scarred</th><th scope="col"><span class="visually-hidden">Actions</span></th></tr></thead>
        <tbody>
          @for (o of ranked().slice(0, rows); track $index) {
            <tr [class.on]="isUp(o.up)">
              <th scope="row">{{ direction(o.up) }}@if (o.pareto) { <abbr title="No other direction is better in one thing without being worse in another">*</abbr> }</th>
              <td class="num">{{ volume(o.support_mm3) }}</td><td class="num">{{ length(o.height_mm) }}</td><td class="num">{{ percent(o.scarred) }}</td>
              <td>@if (isUp(o.up)) { in use } @else { <button type="button" class="link" (click)="chosen.emit(o.up)" [attr.aria-label]="'Build with ' + direction(o.up) + ' up'">use</button> }</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="weights" role="group" aria-label="What matters">
        @for (g of goals; track g.id) {
          <label><span>{{ g.label }}</span><input type="range" min="0" max="1" step="0.1" [value]="weights()[g.id]" (input)="weigh(g.id, +$any($event.target).value)" [attr.aria-label]="g.label" /></label>
        }
      </div>
      <p class="quiet hint">* no other direction beats it everywhere: {{ paretoCount() }} of {{ ranked().length }} are like that. Self-supporting from 45° off horizontal.</p>
    } @else {
      <p class="quiet hint">Compares over 200 directions: large faces down and up, the sides, edges and corners of the box, and an even spread.</p>
      <button type="button" class="framed" (click)="asked.emit()" [disabled]="!!shapes.stage()">Compare build directions</button>
    }
  `,
})
export class BuildPanel {
  protected readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  readonly ref = input.required<ShapeRef>();
  readonly asked = output();
  readonly chosen = output<Vec3>();

  protected readonly goals = GOALS;
  protected readonly rows = ROWS;
  protected readonly weights = signal<Weights>(DEFAULT_WEIGHTS);
  protected readonly ranked = computed<Ranked[]>(() => rank(this.shapes.orientations() ?? [], this.weights()));
  protected readonly why = computed(() => `${directionWords(this.ranked()[0].up)} up. ${whyBest(this.ranked(), this.weights())}`);
  protected readonly paretoCount = computed(() => this.ranked().filter((o) => o.pareto).length);
  protected readonly chart = computed(() => {
    const study = this.ref().study;
    return study && layerChart(study.build.profile, this.settings.units());
  });
  protected readonly words = computed(() => layerWords(this.ref().study!.build.profile, this.settings.units()));
  protected readonly layerQuestion = computed(() => `How much lies in each layer, ${this.settings.units() === 'inch' ? 'in² over in' : 'cm² over mm'}?`);
  protected readonly facts = computed<ShapeFact[]>(() => {
    const b = this.ref().study!.build;
    const system = this.settings.units();
    const s = b.support_mm3;
    return [
      { label: 'Height', text: lengthText(b.height_mm, system), how: 'Extent along the build direction: layers are counted over it.' },
      {
        label: 'On the bed',
        text: `${areaText(b.bed_mm2, system)}, in ${b.bed_mm.map((x) => lengthText(x, system)).join(' × ')}`,
        how: 'Faces lying on the bed; and the smallest rectangle around the shadow, which decides how many fit on a bed.',
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
    ];
  });

  protected direction = directionWords;
  protected length = (x: number): string => lengthText(x, this.settings.units());
  protected volume = (x: number): string => volumeText(x, this.settings.units());
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
