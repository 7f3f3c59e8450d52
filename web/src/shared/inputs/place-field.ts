import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { shapeFor } from '@cuadro/core/case/facts';
import type { Place, PlaceInput } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { formatQuantity } from '@cuadro/core/quantity/quantity';
import { holeAt, mouthOf } from '@cuadro/core/shape/holes';
import { type FaceChoice, placeOfFace } from '@cuadro/core/shape/patch';
import { frameFor } from '@cuadro/core/shape/turn';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import type { Tag } from '../part-view/part-scene';
import { PartView } from '../part-view/part-view';

const MM2_PER_CM2 = 100;

/** A face or a hole of the case's part: pointed at on the drawing, or chosen from a list. */
@Component({
  selector: 'cu-place',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PartView],
  providers: [ShapeService],
  styles: `
    :host { display: block; } .row { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
    cu-part { display: block; height: 320px; margin-top: 6px; border: 1px solid var(--rule); }
  `,
  template: `
    <div class="row">
      <span>{{ words() }}</span>
      @if (value()) { <button type="button" class="link" (click)="cleared.emit()">take it out</button> }
      @if (shape()) { <button type="button" class="framed" [attr.aria-expanded]="open()" (click)="open.set(!open())">{{ open() ? 'Put the drawing away' : 'Pick on the part' }}</button> }
    </div>
    @if (open()) {
      <label>or from the list
        <select class="field" [attr.aria-label]="name() + ', from a list'" (change)="choose($any($event.target))">
          <option value="">{{ choices().length ? 'choose' : shapes.stage() || 'nothing was found' }}</option>
          @for (c of choices(); track $index) { <option [value]="$index">{{ c.label }}</option> }
        </select>
      </label>
      <cu-part [shape]="shapes.drawn()" [picking]="true" [tags]="tags()" description="The part. A click picks; the list above has the same places." (picked)="pick($event)" />
      @if (problem()) { <div class="field-error" role="alert">{{ problem() }}</div> }
    }
  `,
})
export class PlaceField {
  private readonly store = inject(CaseStore, { optional: true });
  private readonly settings = inject(SettingsService);
  protected readonly shapes = inject(ShapeService);

  readonly spec = input.required<PlaceInput>();
  readonly name = input.required<string>();
  readonly value = input<Place>();
  readonly changed = output<Place>();
  readonly cleared = output();

  protected readonly open = signal(false);
  protected readonly problem = signal('');
  private readonly faces = signal<readonly FaceChoice[]>([]);
  protected readonly shape = computed(() => {
    const doc = this.store?.doc();
    return doc && (shapeFor(doc, true) ?? shapeFor(doc, false));
  });
  private readonly holes = computed(() => this.shape()?.study?.body.holes ?? []);
  protected readonly words = computed(() => {
    const value = this.value();
    if (value) return inputText(this.spec(), value, this.settings.units());
    return this.shape() ? 'not picked' : 'The case has no mesh to pick on.';
  });
  protected readonly choices = computed<{ label: string; place: Place }[]>(() => {
    const [units, spec] = [this.settings.units(), this.spec()];
    const words = (place: Place): string => inputText(spec, place, units);
    if (spec.on === 'hole')
      return this.holes().map((h, i) => ({
        label: `hole ${i + 1}, ø ${formatQuantity(h.diameter_mm, 'length', units)}, ${words(mouthOf(h))}`,
        place: mouthOf(h),
      }));
    return this.faces().map((face) => {
      const place = placeOfFace(face);
      return { label: `${formatQuantity(face.area_mm2 / MM2_PER_CM2, 'area', units)}, ${words(place)}`, place };
    });
  });
  protected readonly tags = computed<Tag[]>(() => {
    const [value, drawn] = [this.value(), this.shapes.drawn()];
    if (!value || !drawn) return [];
    const stood = frameFor(drawn.up).map((row) => row[0] * value.point[0] + row[1] * value.point[1] + row[2] * value.point[2]);
    return [{ kind: this.spec().on, point: stood, text: 'here' }];
  });

  constructor() {
    effect(() => {
      const [open, shape] = [this.open(), this.shape()];
      if (open && shape)
        untracked(() =>
          void this.attempt(async () => {
            const problem = await this.shapes.open(shape);
            if (problem) throw new Error(problem);
            if (this.spec().on === 'face') this.faces.set(await this.shapes.largestFaces());
          })
        );
    });
  }

  protected choose(select: HTMLSelectElement): void {
    const choice = this.choices()[Number(select.value)];
    if (select.value !== '' && choice) this.changed.emit(choice.place);
    select.value = '';
  }

  protected pick(triangle: number): void {
    void this.attempt(async () => {
      const face = await this.shapes.face(triangle);
      if (this.spec().on === 'face') return this.changed.emit(placeOfFace(face));
      const hole = holeAt(this.holes(), face.point);
      if (hole) this.changed.emit(mouthOf(hole));
      else this.problem.set('There is no round hole here. Point at its wall, or choose from the list.');
    });
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.problem.set('');
    try {
      await work();
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }
}
