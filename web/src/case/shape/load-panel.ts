import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked, viewChild } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { solvedLoads } from '@cuadro/core/case/load-table';
import type { FaceMark, ShapeRef } from '@cuadro/core/case/types';
import { inputText } from '@cuadro/core/inputs/text';
import { HOLD_INPUTS } from '@cuadro/core/need/loads';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { inSentence } from '@cuadro/core/quantity/words';
import { LOAD_BASIS } from '@cuadro/core/screen/under-load';
import type { RowVerdict } from '@cuadro/core/screen/row-verdicts';
import { type FaceChoice, placeOfFace } from '@cuadro/core/shape/patch';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import type { Tag } from '../../shared/part-view/part-scene';
import { StateGlyph } from '../../shared/state-glyph';
import { type Asking, LoadTable } from '../loads/load-table';
import { DUTY } from './faces-panel';
import { areaText } from './shape-words';

const AT = HOLD_INPUTS.find((s) => s.id === 'at')!;

/** The load table on the part: where each row acts, and what it comes to on every way that is compared. */
@Component({
  selector: 'cu-load-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadTable, MatProgressBarModule, StateGlyph],
  styleUrl: './panel.scss',
  template: `
    <p class="hint">Solved on the part's own shape, walls and fill as priced, for all ways at once. Size may change afterwards at no cost; a place or a hold is solved anew.</p>
    <cu-load-table [onDrawing]="true" [ref]="ref()" [faces]="faces()" [marked]="marked()" [asking]="asking()" (askedFor)="ask($event)" />
    @if (solved()?.problem; as p) { <p class="notice" role="alert">It could not be solved: {{ p }} The sections stand in.</p> }
    @else if (unsolved() && !shapes.stage()) { <p class="notice">The loads are not solved as the table stands: the sections stand in. <button type="button" class="link" (click)="solve.emit()">Solve them</button></p> }
    @if (ways().length && ways()[0].rows.length) {
      <table class="sheet ways">
        <caption>What it comes to</caption>
        <thead><tr><th scope="col">Row</th>@for (w of ways(); track w.letter) { <th scope="col" [attr.title]="w.label">{{ w.letter }}<span class="visually-hidden">, {{ w.label }}</span></th> }</tr></thead>
        <tbody>
          @for (r of ways()[0].rows; track r.id; let i = $index) {
            <tr><th scope="row">L{{ i + 1 }} {{ r.name }}</th>
              @for (w of ways(); track w.letter) { @if (w.rows[i]; as v) { <td><button type="button" class="link" (click)="open(w.letter, w.label, v)"><cu-state [state]="v.state" [word]="false" />&ngsp;{{ share(v) }}</button><span class="quiet">{{ give(v) }}</span></td> } }
            </tr>
          }
        </tbody>
      </table>
      <ul class="quiet hint">@for (w of ways(); track w.letter) { <li>{{ w.letter }}: {{ w.label }}</li> }</ul>
      <p class="quiet hint">Share of what may be borne with a factor of three, and how far it gives{{ accuracy() }}. It screens; a proof load and judgement decide.</p>
    }
  `,
  styles:
    `.ways { table-layout: auto; width: 100%; } .ways button { white-space: nowrap; } .ways td > span { display: block; } .ways td, .ways th { padding: 2px 4px; } ul { margin: 4px 0; padding-left: 18px; }`,
})
export class LoadPanel {
  private readonly cases = inject(CaseStore);
  private readonly settings = inject(SettingsService);
  private readonly margin = inject(MarginService);
  protected readonly shapes = inject(ShapeService);
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
  /** Of the grid; the material scatters by more. */
  protected readonly accuracy = computed(() => {
    const s = this.solved();
    const errors = s?.classes.flatMap((c) => Object.values(c.rows).map((r) => r.error)) ?? [];
    return errors.length ? `, on ${formatNumber(s!.elements)} bricks, ± ${formatNumber(100 * Math.max(...errors), 2)} % by the grid` : '';
  });
  protected readonly ways = computed(() =>
    (this.cases.view()?.pins ?? []).filter((p) => p.letter !== 'T').map(({ letter, option, rows }) => ({
      letter,
      rows,
      label: `${option.processLabel} in ${inSentence(option.materialLabel)}`,
    }))
  );

  constructor() {
    effect(() => {
      const drawn = this.shapes.drawn();
      untracked(() => drawn && void this.shapes.largestFaces().then((f) => this.largest.set(f), () => undefined));
    });
    effect(() => {
      const tags = this.tags();
      untracked(() => this.tagged.emit(tags));
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
    const at = (row: Record<string, unknown>): Vec3 | undefined => (row['at'] as { point: Vec3 } | undefined)?.point;
    const placed = (rows: object | undefined, letter: string): Tag[] =>
      Object.values(rows ?? {}).flatMap((row: Record<string, unknown>, i) => {
        const point = at(row);
        return point ? [{ kind: 'face', point: this.shapes.standing(point), text: `${letter}${i + 1}` } satisfies Tag] : [];
      });
    const lead = this.ways()[0];
    const worst = lead?.rows.filter((r) => r.worst && r.use !== undefined).sort((a, b) => b.use! - a.use!)[0];
    return [
      ...placed(doc.loads, 'L'),
      ...placed(doc.holds, 'H'),
      ...(worst
        ? [{ kind: 'thin', point: this.shapes.standing([...worst.worst!] as Vec3), text: `${lead.letter}: ${this.mpa(worst.stress_mpa!)}` } satisfies Tag]
        : []),
    ];
  });

  protected nameOf = (m: FaceMark, i: number): string => `${DUTY[m.duty].letter}${i + 1}, ${DUTY[m.duty].label}${m.note ? ` (${m.note})` : ''}`;
  protected mpa = (x: number): string => formatQuantity(Number(x.toPrecision(2)), 'pressure', this.settings.units());
  protected share = (v: RowVerdict): string => (v.use === undefined ? 'not known' : `${formatNumber(100 * v.use, 2)}\u00a0%`);
  protected give = (
    v: RowVerdict,
  ): string => (v.give_mm === undefined ? '' : formatQuantity(Number(v.give_mm.toPrecision(2)), 'length', this.settings.units()));

  protected ask(of: Asking | undefined): void {
    this.asking.set(of);
  }

  /** A face was clicked on the drawing. */
  pick(face: FaceChoice): void {
    const asked = this.asking();
    if (!asked) return;
    this.table().place(asked, placeOfFace(face));
    this.asking.set(undefined);
  }

  protected open(letter: string, label: string, v: RowVerdict): void {
    this.margin.show({
      kind: 'text',
      title: `${v.name}, ${letter}`,
      paragraphs: [label, v.reason, ...(v.by ? [LOAD_BASIS[v.by]] : [])],
    });
  }
}
