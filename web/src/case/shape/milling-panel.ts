import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { foundRows, HOLES, holeQuestions, holesAnswered, holesOn, isCorrected, KIND, SEEN_TABLES, SET_UPS } from '@cuadro/core/case/seen';
import type { ShapeRef } from '@cuadro/core/case/types';
import type { InputSpec, InputValue, TableInput, Values } from '@cuadro/core/inputs/spec';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { isDeep } from '@cuadro/core/shape/holes';
import { dot, type Vec3 } from '@cuadro/core/shape/turn';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { InputField } from '../../shared/inputs/input-field';
import { areaText, boreLines, featureFacts, lengthText, type ShapeFact } from './shape-words';

/** What a mould may be pulled along. */
const PULLS: readonly { id: string; label: string; d?: Vec3 }[] = [
  { id: '', label: 'the easiest way found' },
  { id: 'x', label: 'x', d: [1, 0, 0] },
  { id: 'y', label: 'y', d: [0, 1, 0] },
  { id: 'z', label: 'z', d: [0, 0, 1] },
];

/** What the machined way has to do: set-ups, what no cutter reaches, holes, pockets and ribs, and the cut of a plate; each to be corrected. */
@Component({
  selector: 'cu-milling-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField],
  styleUrl: './panel.scss',
  template: `
    @if (ref().study) {
      <table class="sheet">
        <caption>For the cutter</caption>
        <tbody>@for (f of facts(); track f.label) { <tr><th scope="row"><button type="button" class="link" (click)="explain(f)">{{ f.label }}</button></th><td [class.warn]="f.warn">{{ f.text }}</td></tr> }</tbody>
      </table>
      <div class="form">
        @for (s of single; track s.id) {
          <span class="label">{{ s.label }}</span><cu-input [spec]="s" [value]="own()[s.id]" (changed)="correct(s.id, $event)" (cleared)="correct(s.id, undefined)" />
        }
        <label class="label" for="pull">A mould is pulled along</label>
        <span><select class="field" id="pull" (change)="pulled.emit(pullOf($any($event.target).value))">@for (p of pulls; track p.id) { <option [value]="p.id" [selected]="pull() === p.id">{{ p.label }}</option> }</select>
          <button type="button" class="link" [attr.aria-pressed]="parting()" (click)="parting.set(!parting()); parted.emit(parting())">{{ parting() ? 'hide' : 'draw' }} the parting line</button></span>
      </div>
      @if (line()) { <p class="quiet hint" role="status">{{ line() }}</p> }
      @if (kinds().length) {
        <table class="sheet">
          <caption>Holes by kind</caption>
          <thead><tr><th scope="col">How many</th><th scope="col">Kind</th><th scope="col">Size</th><th scope="col">Pattern</th></tr></thead>
          <tbody>@for (k of kinds(); track $index) { <tr><td>{{ k.count }}</td><th scope="row">{{ k.kind }}</th><td>{{ k.text }}</td><td>{{ k.pattern }}</td></tr> }</tbody>
        </table>
      }
      @for (q of questions(); track q.diameter_mm) {
        <p class="notice">{{ q.text }}
          @for (a of q.answers; track a.is) { <button type="button" class="link" (click)="answer(q.diameter_mm, a.is)">{{ a.label }}</button>&ngsp; }
        </p>
      }
      @for (t of tables; track t.id) {
        <h3>{{ t.label }}</h3>
        <p class="quiet hint">{{ corrected(t) ? 'As you corrected them.' : 'As found on the mesh: correct a row and the table is yours.' }} {{ t.help }} @if (corrected(t)) { <button type="button" class="link" (click)="correct(t.id, undefined)">back to what was found</button> }</p>
        <div class="seen"><cu-input [spec]="t" [value]="own()[t.id]" [usual]="found()[t.id]" (changed)="correct(t.id, $event)" (cleared)="correct(t.id, undefined)" /></div>
      }
    } @else { <p class="quiet hint">Not studied yet.</p> }
  `,
})
export class MillingPanel {
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  readonly ref = input.required<ShapeRef>();
  /** How long the parting line is, in words, while it is drawn. */
  readonly line = input('');
  /** What is corrected now; undefined where nothing is. */
  readonly changed = output<Values | undefined>();
  /** The direction that a mould is pulled along; undefined for the one that was found. */
  readonly pulled = output<Vec3 | undefined>();
  /** The parting line is to be drawn, or not. */
  readonly parted = output<boolean>();

  protected readonly single: readonly InputSpec[] = [KIND, SET_UPS];
  protected readonly tables = SEEN_TABLES;
  protected readonly pulls = PULLS;
  protected readonly parting = signal(false);
  protected readonly own = computed<Values>(() => this.ref().corrected ?? {});
  protected readonly found = computed(() => Object.fromEntries(SEEN_TABLES.map((t) => [t.id, foundRows(t.id, this.ref().study!)])));
  protected readonly pull = computed(() => PULLS.find((p) => p.d && this.ref().moulding && Math.abs(dot(p.d, this.ref().moulding!.pull)) > 0.9999)?.id ?? '');
  protected readonly kinds = computed(() => boreLines(this.ref().study!.body.features, this.settings.units()).slice(0, 24));
  protected readonly questions = computed(() =>
    holeQuestions(holesOn(this.ref()) ?? []).map(({ diameter_mm, count, thread, dowel }) => ({
      diameter_mm,
      text: `${count === 1 ? 'A hole' : `${count} holes`} ⌀${lengthText(diameter_mm, this.settings.units())}: ${
        [thread && `tapped ${thread}`, dowel !== undefined && `reamed for a dowel of ${lengthText(dowel, this.settings.units())}`].filter(Boolean).join(', ')
      }, or plain?`,
      answers: [
        ...(thread ? [{ is: 'tapped', label: `tapped ${thread}` }] : []),
        ...(dowel !== undefined ? [{ is: 'reamed', label: 'reamed' }] : []),
        { is: 'plain', label: 'plain' },
      ],
    }))
  );
  protected readonly facts = computed<ShapeFact[]>(() => {
    const s = this.ref();
    const system = this.settings.units();
    const { reach, features, block } = s.study!.body;
    const share = (x: number): string => (x < 1 ? 'none' : `${areaText(x, system)}, ${formatNumber((100 * x) / s.measure.area_mm2, 2)} % of the surface`);
    const deep = (holesOn(s) ?? []).filter(isDeep).length;
    return [
      ...featureFacts(s.moulding ? { ...features, moulding: s.moulding } : features, s.measure.area_mm2, system),
      {
        label: 'Not seen squarely',
        text: share(reach.unreachable_mm2),
        how: 'Surface from which none of the six directions of the file leads out, marked on the drawing by small squares. 12 000 rays spread by area.',
        warn: reach.unreachable_mm2 > 0.005 * s.measure.area_mm2,
      },
      {
        label: 'Not even tilted',
        text: share(reach.hidden_mm2),
        how: 'What none of 26 directions reaches either: it cannot be milled in one piece.',
        warn: reach.hidden_mm2 > 0.005 * s.measure.area_mm2,
      },
      {
        label: 'Deep holes',
        text: deep ? `${deep} deeper than five diameters` : 'none',
        how: 'Drills run off and break there: expect scrap and rare skill, or ream, or let a bushing take their place.',
        warn: deep > 0,
      },
      ...(block
        ? [{
          label: 'As a block',
          text: 'a block with round holes: mill and drill it',
          how: 'At most 30 % of the stock is taken off, and most of that is round holes.',
        }]
        : []),
    ];
  });

  protected corrected = (t: TableInput): boolean => isCorrected(this.ref(), t.id);
  protected pullOf = (id: string): Vec3 | undefined => PULLS.find((p) => p.id === id)?.d;

  protected correct(id: string, value: InputValue | undefined): void {
    const next = Object.fromEntries(Object.entries({ ...this.own(), [id]: value }).filter(([, v]) => v !== undefined));
    this.changed.emit(Object.keys(next).length ? next : undefined);
  }

  /** All holes of a width, of which nobody has said what they are, are this. */
  protected answer(diameter_mm: number, is: string): void {
    this.correct(HOLES.id, holesAnswered(holesOn(this.ref())!, diameter_mm, is) as unknown as Values[]);
  }

  protected explain(f: ShapeFact): void {
    this.margin.show({ kind: 'text', title: f.label, paragraphs: [f.text, f.how!, `Measured on ${this.ref().fileName}.`] });
  }
}
