import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { bounded } from '@cuadro/core/inputs/schema';
import type { FaceDuty, FaceMark, ShapeRef } from '@cuadro/core/case/types';
import { FACE_LETTERS } from '@cuadro/core/case/words';
import { type Lie, lieOf } from '@cuadro/core/screen/faces';
import type { FaceChoice } from '@cuadro/core/shape/patch';
import { dot, UP, type Vec3 } from '@cuadro/core/shape/turn';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import { QuantityField } from '../../shared/quantity-field';
import { areaText, directionWords } from './shape-words';

export const DUTY: Record<FaceDuty, { letter: string; label: string }> = {
  working: { letter: FACE_LETTERS.working, label: 'working face' },
  datum: { letter: FACE_LETTERS.datum, label: 'datum' },
  'no-marks': { letter: FACE_LETTERS['no-marks'], label: 'must not mark' },
};
const TROUBLE: Partial<Record<Lie, string>> = {
  bed: 'Lies on the bed as it is built: flat and smooth where strands are laid, marked where the part is cut off a plate or hung on supports.',
  hanging: 'Hangs over support as it is built: scarred, and half as rough again.',
  sloped: 'Sloped as it is built: the layers show as steps.',
};
const TOLERANCE = bounded('Tolerance on the face', 0.001, 50, (x) => `${x} mm`);
const ROUGHNESS = bounded('Roughness', 0.01, 500, (x) => `${x} µm`);
const WEAR = bounded('What may wear off', 0.001, 20, (x) => `${x} mm`);
const SLIDE = bounded('Slide', 0.01, 100_000, (x) => `${x} mm`);
/** What a face may have of its own. */
const OWN = ['tolerance_mm', 'ra_um', 'wear_mm', 'slide_mm'] as const;
const LOADS: readonly { label: string; d: Vec3 }[] = [{ label: 'x', d: [1, 0, 0] }, { label: 'y', d: [0, 1, 0] }, { label: 'z', d: [0, 0, 1] }];

/** Faces with a duty, picked on the drawing or from a list, and the direction of the main load. */
@Component({
  selector: 'cu-faces-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField],
  styleUrl: './panel.scss',
  template: `
    <p class="hint">Which faces do the work? They are kept out of the support, and a tool with one working face over a free body is a good one to print.</p>
    <div class="row">
      <label>New faces are <select class="field" (change)="duty.set($any($event.target).value)" aria-label="Duty of new faces">@for (d of duties; track d.id) { <option [value]="d.id" [selected]="duty() === d.id">{{ d.label }}</option> }</select></label>
      <button type="button" class="framed" [attr.aria-pressed]="picking()" (click)="pickingChange.emit(!picking())">{{ picking() ? 'Done picking' : 'Pick on the drawing' }}</button>
    </div>
    <p class="row"><label>or from the largest <select class="field" aria-label="Pick from the largest faces" (change)="choose($any($event.target))"><option value="">choose a face</option>@for (c of choices(); track c.triangle; let i = $index) { <option [value]="i">{{ faceWords(c) }}</option> }</select></label></p>
    @if (datums().length) { <p class="row"><button type="button" class="link" (click)="takeDatums()">take the {{ datums().length }} found {{ datums().length === 1 ? 'datum' : 'datums' }}</button> <span class="quiet">faces to set it down on and to measure from, square to each other</span></p> }
    @if (elsewhere().length) { <p class="row"><button type="button" class="link" (click)="takeOver()">take over the {{ elsewhere().length }} marked on {{ other()!.fileName }}</button></p> }
    @if (taken()) { <p role="status" class="quiet hint">{{ taken() }}</p> }
    <p aria-live="polite" class="quiet hint">{{ summary() }}</p>
    @for (m of ref().marks ?? []; track $index; let i = $index) {
      <div class="made">
        <div class="row"><b>{{ letter(m) }}{{ i + 1 }}</b>
          <select class="field" [attr.aria-label]="'Duty of face ' + (i + 1)" (change)="change(i, { duty: $any($event.target).value })">@for (d of duties; track d.id) { <option [value]="d.id" [selected]="m.duty === d.id">{{ d.label }}</option> }</select>
          <span>{{ area(m.area_mm2) }}</span><button type="button" class="link" (click)="remove(i)" [attr.aria-label]="'Remove face ' + (i + 1)">remove</button></div>
        <p class="warn">{{ trouble(m) }}</p>
        <div class="form">
          <span class="label">±</span><cu-quantity [value]="m.tolerance_mm ?? null" quantity="length" [clearable]="true" placeholder="as the part" [schema]="tolerance" [label]="'Tolerance of face ' + (i + 1)" (changed)="change(i, { tolerance_mm: $event })" (cleared)="change(i, { tolerance_mm: undefined })" />
          <span class="label">Ra</span><cu-quantity [value]="m.ra_um ?? null" quantity="roughness" [clearable]="true" placeholder="as built" [schema]="roughness" [label]="'Roughness of face ' + (i + 1)" (changed)="change(i, { ra_um: $event })" (cleared)="change(i, { ra_um: undefined })" />
          @if (m.duty !== 'no-marks') {
            <span class="label">May wear off</span><cu-quantity [value]="m.wear_mm ?? null" quantity="length" [clearable]="true" placeholder="as the tool" [schema]="wear" [label]="'What may wear off face ' + (i + 1)" (changed)="change(i, { wear_mm: $event })" (cleared)="change(i, { wear_mm: undefined })" />
            <span class="label">Slides a cycle</span><cu-quantity [value]="m.slide_mm ?? null" quantity="length" [clearable]="true" placeholder="as the tool" [schema]="slide" [label]="'How far the work slides on face ' + (i + 1)" (changed)="change(i, { slide_mm: $event })" (cleared)="change(i, { slide_mm: undefined })" />
          }
          <span class="label">Note</span><input class="field note" maxlength="200" [value]="m.note" [attr.aria-label]="'Note on face ' + (i + 1)" (change)="change(i, { note: $any($event.target).value })" />
        </div>
      </div>
    }
    <h3>Main load</h3>
    <div class="row" role="group" aria-label="Direction of the main load">
      <button type="button" class="link" [attr.aria-pressed]="!ref().load" (click)="loaded.emit(undefined)">not said</button>
      @for (l of loads; track l.label) { <button type="button" class="link" [attr.aria-pressed]="isLoad(l.d)" (click)="loaded.emit(l.d)">along {{ l.label }}</button> }
    </div>
    <p class="quiet hint">{{ loadWords() }}</p>
  `,
})
export class FacesPanel {
  private readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  readonly ref = input.required<ShapeRef>();
  /** The mesh of the other way, where it has one of its own. */
  readonly other = input<ShapeRef>();
  readonly picking = input(false);
  readonly pickingChange = output<boolean>();
  readonly marked = output<FaceMark[]>();
  readonly loaded = output<Vec3 | undefined>();

  protected readonly duties = (Object.keys(DUTY) as FaceDuty[]).map((id) => ({ id, label: DUTY[id].label }));
  protected readonly tolerance = TOLERANCE;
  protected readonly roughness = ROUGHNESS;
  protected readonly wear = WEAR;
  protected readonly slide = SLIDE;
  protected readonly loads = LOADS;
  readonly duty = signal<FaceDuty>('working');
  protected readonly choices = signal<FaceChoice[]>([]);

  protected readonly summary = computed(() => {
    const marks = this.ref().marks ?? [];
    if (!marks.length) return 'No face is marked yet.';
    const working = marks.filter((m) => m.duty === 'working').reduce((s, m) => s + m.area_mm2, 0);
    const share = (100 * working) / this.ref().measure.area_mm2;
    return working
      ? `Working faces make ${share.toPrecision(2)} % of the surface; the body behind them is free to be hollowed or ribbed.`
      : `${marks.length} ${marks.length === 1 ? 'face is' : 'faces are'} marked.`;
  });
  protected readonly loadWords = computed(() => {
    const { load, up = UP } = this.ref();
    if (!load) return 'Say it and the study turns the layers along it.';
    const across = Math.abs(dot(load, up));
    return across > 0.5
      ? `As it is built the load pulls across the layers (${(100 * across).toFixed(0)} %): that is the weak way.`
      : 'As it is built the load lies along the layers: the strong way.';
  });

  constructor() {
    effect(() => {
      const drawn = this.shapes.drawn();
      untracked(() => drawn && void this.shapes.largestFaces().then((c) => this.choices.set(c)));
    });
  }

  /** Datum faces that were found and bear no mark yet. */
  protected readonly datums = computed(() =>
    (this.ref().study?.body.features.datums ?? []).filter((d) =>
      !(this.ref().marks ?? []).some((m) => dot(m.normal, d.normal) > 0.999 && Math.abs(dot(m.normal, m.point) - dot(m.normal, d.point)) < 0.01)
    )
  );

  /** Marks of the other mesh that this one does not bear yet. */
  protected readonly elsewhere = computed(() =>
    (this.other()?.marks ?? []).filter((m) =>
      !(this.ref().marks ?? []).some((o) => dot(o.normal, m.normal) > 0.999 && Math.hypot(...o.point.map((x, k) => x - m.point[k])) < 0.01)
    )
  );
  protected readonly taken = signal('');

  /** Faces marked on the other mesh, with their tolerances and notes, where they are found again. */
  protected async takeOver(): Promise<void> {
    const marks = this.elsewhere();
    const found = await this.shapes.facesAgain(marks);
    const kept = marks.flatMap((m, i): FaceMark[] => (found[i] ? [{ ...m, area_mm2: found[i].area_mm2 }] : []));
    const gone = marks.length - kept.length;
    this.taken.set(
      `${kept.length} taken over with their tolerances and notes.${
        gone
          ? ` ${
            gone === 1 ? 'One is' : `${gone} are`
          } not found at the same place: both meshes have to stand in the same axes, and the face has to be there still.`
          : ''
      }`,
    );
    if (kept.length) this.marked.emit([...(this.ref().marks ?? []), ...kept]);
  }

  protected takeDatums(): void {
    const marks = this.datums().map((d): FaceMark => ({ duty: 'datum', point: d.point, normal: d.normal, area_mm2: d.area_mm2, note: '' }));
    this.marked.emit([...(this.ref().marks ?? []), ...marks]);
  }

  protected choose(select: HTMLSelectElement): void {
    const choice = this.choices()[Number(select.value)];
    if (select.value !== '' && choice) this.add(choice);
    select.value = '';
  }

  /** Mark a face with the duty that is chosen for new ones. */
  add({ point, normal, area_mm2 }: FaceChoice): void {
    const l = Math.hypot(...normal) || 1;
    const unit = normal.map((x) => Math.max(-1, Math.min(1, x / l))) as Vec3;
    const marks = this.ref().marks ?? [];
    // The same face picked again gets the new duty, it is not marked twice.
    const same = marks.findIndex((m) =>
      Math.abs(m.area_mm2 - area_mm2) < 1e-3 * area_mm2 && dot(m.normal, unit) > 0.9999 && Math.abs(dot(m.normal, m.point) - dot(unit, point)) < 0.01
    );
    if (same >= 0) this.change(same, { duty: this.duty() });
    else this.marked.emit([...marks, { duty: this.duty(), point, normal: unit, area_mm2, note: '' }]);
  }

  protected change(i: number, change: Partial<FaceMark>): void {
    this.marked.emit(
      (this.ref().marks ?? []).map((m, k) => {
        if (k !== i) return m;
        const next = { ...m, ...change };
        for (const k of OWN) if (next[k] === undefined) delete next[k];
        return next;
      }),
    );
  }

  protected remove(i: number): void {
    this.marked.emit((this.ref().marks ?? []).filter((_, k) => k !== i));
  }

  protected letter = (m: FaceMark): string => DUTY[m.duty].letter;
  protected area = (x: number): string => areaText(x, this.settings.units());
  protected faceWords = (c: FaceChoice): string =>
    `${this.area(c.area_mm2)}, ${
      Math.hypot(...c.normal) > 0.5 ? `facing ${directionWords(c.normal.map((x) => x / Math.hypot(...c.normal)) as Vec3)}` : 'all round'
    }`;
  protected isLoad = (d: Vec3): boolean => !!this.ref().load && Math.abs(dot(this.ref().load!, d)) > 0.999;

  /** What the build direction does to the face. */
  protected trouble(m: FaceMark): string {
    const { study, measure } = this.ref();
    return TROUBLE[lieOf(m, study?.build, measure)] ?? '';
  }
}
