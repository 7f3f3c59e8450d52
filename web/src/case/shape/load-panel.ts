import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { FaceMark, ShapeRef } from '@cuadro/core/case/types';
import { number } from '@cuadro/core/inputs/spec';
import { FIRST_LOOK, type Load, type MechanicsResult, type Support } from '@cuadro/core/mechanics';
import { fillOf } from '@cuadro/core/process/process';
import { processOf } from '@cuadro/core/process/processes';
import { factsOf } from '@cuadro/core/plan/facts';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { elasticOf } from '@cuadro/core/screen/elastic';
import { judged } from '@cuadro/core/screen/solved';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { UP } from '@cuadro/core/shape/turn';
import { CaseStore } from '../../data/case-store';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { InputField } from '../../shared/inputs/input-field';
import type { Tag } from '../../shared/part-view/part-scene';
import { StateGlyph } from '../../shared/state-glyph';
import { DUTY } from './faces-panel';

/** Elements of the answer that follows the first look: some seconds on a shop's computer. */
const REFINED = 90_000;
const DIRECTIONS: readonly { id: string; label: string; d?: Vec3 }[] = [
  { id: 'in', label: 'into the face' },
  { id: 'x+', label: 'along +x', d: [1, 0, 0] },
  { id: 'x-', label: 'along −x', d: [-1, 0, 0] },
  { id: 'y+', label: 'along +y', d: [0, 1, 0] },
  { id: 'y-', label: 'along −y', d: [0, -1, 0] },
  { id: 'z+', label: 'along +z', d: [0, 0, 1] },
  { id: 'z-', label: 'along −z', d: [0, 0, -1] },
];
const FORCE = number('force', 'Load', 'force', [0.01, 5e6], 100);

/** What a load on a marked face does to the part, held at others: worked out on its own shape, for a way that is pinned. */
@Component({
  selector: 'cu-load-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField, MatProgressBarModule, StateGlyph],
  styleUrl: './panel.scss',
  template: `
    @if (!marks().length) { <p class="hint">Mark the face that is loaded and the face that holds the tool first, under Faces: a working face and a datum are enough.</p> }
    @else {
      <p class="hint">Worked out on the part's own shape, walls and fill as priced: how far it gives, and where it is loaded most.</p>
      <fieldset class="plain-set"><legend>Held at</legend>@for (m of marks(); track $index; let i = $index) { <label class="row"><input type="checkbox" [checked]="held().has(i)" (change)="toggle(i)" /> {{ nameOf(m, i) }}</label> }</fieldset>
      <div class="form">
        <label for="load-face">Load on</label><select id="load-face" class="field" (change)="face.set(+$any($event.target).value)">@for (m of marks(); track $index; let i = $index) { <option [value]="i" [selected]="face() === i">{{ nameOf(m, i) }}</option> }</select>
        <span class="label">of</span><cu-input [spec]="forceSpec" named="Load on the face" [value]="force()" (changed)="force.set($any($event))" (cleared)="force.set(undefined)" />
        <label for="load-way">pushing</label><select id="load-way" class="field" (change)="direction.set($any($event.target).value)">@for (d of directions; track d.id) { <option [value]="d.id" [selected]="direction() === d.id">{{ d.label }}</option> }</select>
        <label for="load-pin">made as</label><select id="load-pin" class="field" (change)="letter.set($any($event.target).value)">@for (p of pins(); track p.letter) { <option [value]="p.letter" [selected]="p.letter === letter()">{{ p.letter }}, {{ p.option.processLabel }} in {{ p.option.materialLabel }}</option> }</select>
      </div>
      <p><button type="button" class="framed" (click)="work()" [disabled]="!ready() || !!shapes.stage()">Work it out</button> @if (!ready()) { <span class="quiet">Say where it is held, and load another face.</span> }</p>
      @if (working()) { <mat-progress-bar [mode]="shapes.progress() === undefined ? 'indeterminate' : 'determinate'" [value]="100 * (shapes.progress() ?? 0)" aria-label="Working the load out" /> }
      @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
      @if (verdict(); as v) {
        <p aria-live="polite"><cu-state [state]="v.state" />&ngsp;{{ v.reason }}</p>
        <table class="sheet"><tbody>
          <tr><th scope="row">Gives, at most</th><td class="num">{{ n(row()!.max_deflection_mm) }} mm</td></tr>
          <tr><th scope="row">Within the layers, at most</th><td class="num">{{ n(row()!.peak_in_plane_mpa) }} MPa</td></tr>
          <tr><th scope="row">Across the layers, at most</th><td class="num">{{ n(row()!.peak_across_mpa) }} MPa</td></tr>
          <tr><th scope="row">Off by about</th><td class="num">± {{ n(100 * row()!.error) }} %</td></tr>
          <tr><th scope="row">Bricks</th><td class="num">{{ n(result()!.elements) }}{{ refining() ? ', a finer one follows' : '' }}</td></tr>
        </tbody></table>
        <p class="quiet hint">The error is that of the grid; the material scatters by more. Edges where a load or a hold begins are left out of the stress. Small movements, straight springs: nothing buckles or creeps in it. It screens; a proof load and judgement decide.</p>
      }
    }
  `,
})
export class LoadPanel {
  private readonly cases = inject(CaseStore);
  protected readonly shapes = inject(ShapeService);
  private readonly shops = inject(ShopService);
  readonly ref = input.required<ShapeRef>();
  readonly tagged = output<Tag[]>();

  private readonly facts = computed(() => factsOf(this.cases.doc()!, this.shops.site()));
  protected readonly forceSpec = FORCE;
  protected readonly directions = DIRECTIONS;
  protected readonly marks = computed(() => this.ref().marks ?? []);
  protected readonly pins = computed(() => this.cases.view()?.pins.filter((p) => p.letter !== 'T' && p.option.material) ?? []);
  protected readonly letter = linkedSignal(() => this.cases.view()?.verdict.letter ?? this.pins()[0]?.letter);
  protected readonly held = linkedSignal<ReadonlySet<number>>(() => new Set(this.marks().flatMap((m, i) => (m.duty === 'datum' ? [i] : []))));
  protected readonly face = linkedSignal(() => Math.max(0, this.marks().findIndex((m) => m.duty !== 'datum')));
  protected readonly direction = signal('in');
  protected readonly force = linkedSignal<number | undefined>(() => this.facts().need.load?.value ?? FORCE.usual!.likely);
  protected readonly ready = computed(() => this.held().size > 0 && !this.held().has(this.face()) && this.pins().length > 0);
  protected readonly result = signal<MechanicsResult | undefined>(undefined);
  protected readonly refining = signal(false);
  protected readonly working = signal(false);
  protected readonly problem = signal('');
  protected readonly row = computed(() => this.result()?.rows[0]);
  private readonly pin = computed(() => this.pins().find((p) => p.letter === this.letter()) ?? this.pins()[0]);
  protected readonly verdict = computed(() => {
    const [row, pin] = [this.row(), this.pin()];
    return row && pin && judged(row, shelfOf(this.shops.shop()).material(pin.option.material), this.facts().need);
  });

  protected n = (x: number): string => formatNumber(x, 3);
  protected nameOf = (m: FaceMark, i: number): string => `${DUTY[m.duty].letter}${i + 1}, ${DUTY[m.duty].label}${m.note ? ` (${m.note})` : ''}`;

  protected toggle(i: number): void {
    this.held.update((h) => new Set(h.has(i) ? [...h].filter((x) => x !== i) : [...h, i]));
  }

  /** A first look at once, a finer answer after it. */
  protected async work(): Promise<void> {
    const pin = this.pin()!;
    this.problem.set('');
    this.working.set(true);
    try {
      const material = shelfOf(this.shops.shop()).material(pin.option.material);
      const fill = fillOf(processOf(pin.option.process));
      const marks = this.marks();
      const supports = [...this.held()].map((i): Support => ({ kind: 'fixed', at: { point: marks[i].point, normal: marks[i].normal } }));
      const on = marks[this.face()];
      const size = this.force() ?? FORCE.usual!.likely;
      const along = DIRECTIONS.find((d) => d.id === this.direction())!.d ?? (on.normal.map((x) => -x) as Vec3);
      const load: Load = { id: 'load', kind: 'force', at: { point: on.point, normal: on.normal }, force_n: along.map((x) => x * size) as Vec3 };
      const ask = {
        elastic: elasticOf(material),
        density: material.density_g_cm3.likely * 1e-6,
        up: pin.option.kind === 'print' ? (this.ref().up ?? UP) : UP,
        ...(fill && { wall_mm: fill.wall_mm, fill: fill.share }),
        supports,
        loads: [load],
      };
      for (const elements of [FIRST_LOOK, REFINED]) {
        this.refining.set(elements !== FIRST_LOOK);
        const result = await this.shapes.mechanics({ ...ask, elements });
        this.result.set(result);
        const [row] = result.rows;
        this.tagged.emit([{
          point: this.shapes.standing(row.worst),
          text: `${this.n(Math.max(row.peak_in_plane_mpa, row.peak_across_mpa))} MPa`,
          kind: 'thin',
        }]);
      }
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.working.set(false);
      this.refining.set(false);
    }
  }
}
