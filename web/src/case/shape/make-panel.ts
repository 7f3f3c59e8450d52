import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { ShapeRef } from '@cuadro/core/case/types';
import { bounded } from '@cuadro/core/case/schema';
import type { Point2 } from '@cuadro/core/make/solids';
import type { Axis } from '@cuadro/core/shape/measure';
import { sectioning } from '@cuadro/core/shape/envelope';
import { PROCESSES } from '@cuadro/core/routes/processes';
import { UP } from '@cuadro/core/shape/turn';
import { MakeService } from '../../data/make.service';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { QuantityField } from '../../shared/quantity-field';
import type { MadeShape, Making } from '../../workers/make.worker';
import { greyOf } from './grey-picture';
import { lengthText, volumeText } from './shape-words';

type Kind = 'jaws' | 'nest' | 'pieces' | 'mandrel' | 'relief';
const KINDS: readonly { id: Kind; label: string; needsPart: boolean }[] = [
  { id: 'jaws', label: 'soft jaws around this part', needsPart: true },
  { id: 'nest', label: 'a nest for this part', needsPart: true },
  { id: 'pieces', label: 'this part in pieces, with dowels', needsPart: true },
  { id: 'mandrel', label: 'a mandrel from a half profile', needsPart: false },
  { id: 'relief', label: 'a relief from a picture', needsPart: false },
];

interface Field {
  name: string;
  label: string;
  value: number;
  min: number;
  max: number;
  /** A bare number: degrees, a count. */
  plain?: boolean;
}
const FIELDS: Record<Kind, readonly Field[]> = {
  jaws: [
    { name: 'x', label: 'Blank, along the jaw', value: 150, min: 5, max: 1000 }, { name: 'y', label: 'Blank, clamping way', value: 40, min: 5, max: 500 }, { name: 'z', label: 'Blank, high', value: 50, min: 5, max: 500 },
    { name: 'clearance', label: 'Clearance', value: 0.15, min: 0, max: 5 }, { name: 'depth', label: 'Part sits deep', value: 15, min: 0.5, max: 490 }, { name: 'gap', label: 'Gap between jaws', value: 3, min: 0, max: 100 },
    { name: 'turn', label: 'Turned about the vertical, °', value: 0, min: -180, max: 180, plain: true }, { name: 'screw', label: 'Screw holes (0: none)', value: 0, min: 0, max: 40 }, { name: 'pitch', label: 'Screw pitch', value: 100, min: 5, max: 1000 }, { name: 'opening', label: 'Vice opens', value: 200, min: 10, max: 1000 },
  ],
  nest: [
    { name: 'clearance', label: 'Clearance', value: 0.4, min: 0, max: 5 }, { name: 'base', label: 'Under the part', value: 6, min: 1, max: 200 }, { name: 'grip', label: 'Held up to', value: 15, min: 1, max: 500 }, { name: 'wall', label: 'Wall around', value: 8, min: 1, max: 200 },
    { name: 'pads', label: 'Pads: 0 whole, 3 or 4', value: 0, min: 0, max: 4, plain: true }, { name: 'pad', label: 'Pad diameter', value: 20, min: 4, max: 300 },
  ],
  pieces: [
    { name: 'count', label: 'Pieces', value: 2, min: 2, max: 12, plain: true }, { name: 'dowel', label: 'Dowel diameter (0: none)', value: 6, min: 0, max: 40 }, { name: 'length', label: 'Dowel length', value: 30, min: 2, max: 300 }, { name: 'slack', label: 'Hole larger by', value: 0.15, min: 0, max: 2 },
  ],
  mandrel: [],
  relief: [
    { name: 'width', label: 'Width', value: 100, min: 2, max: 2000 }, { name: 'depth', label: 'Relief deep', value: 2, min: 0.05, max: 100 }, { name: 'base', label: 'Under the ground', value: 4, min: 0.5, max: 200 }, { name: 'draft', label: 'Steepest wall, °', value: 70, min: 20, max: 88, plain: true },
  ],
};

/** Geometry made here: each result can be saved, or taken as the mesh to print. */
@Component({
  selector: 'cu-make-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, QuantityField],
  providers: [MakeService],
  styleUrl: './panel.scss',
  template: `
    <p class="row"><label>Make <select class="field" aria-label="What to make" (change)="kind.set($any($event.target).value)">@for (k of kinds(); track k.id) { <option [value]="k.id" [selected]="kind() === k.id">{{ k.label }}</option> }</select></label></p>
    <div class="form">
      @if (kind() === 'pieces') {
        <span class="label">Cut along</span><select class="field" aria-label="Cut along" (change)="axis.set($any($event.target).value)">@for (a of axes; track a) { <option [value]="a" [selected]="axis() === a">{{ a }}</option> }</select>
      }
      @for (f of fields(); track f.name) {
        <span class="label">{{ f.label }}</span>
        <cu-quantity [value]="values()[f.name]" [quantity]="f.plain ? 'count' : 'length'" [label]="f.label" [schema]="schemaOf(f)" (changed)="set(f.name, $event)" />
      }
    </div>
    @if (kind() === 'pieces') { <p class="quiet hint">{{ fitWords() }}</p> }
    @if (kind() === 'mandrel') {
      <label class="label" for="profile">Half profile: radius and height in mm, one point a line; begin and end on the axis (radius 0) for a full body.</label>
      <textarea id="profile" class="field" rows="6" [value]="profile()" (input)="profile.set($any($event.target).value)"></textarea>
    }
    @if (kind() === 'relief') {
      <p><label class="link"><input class="visually-hidden" type="file" accept="image/png,image/jpeg,image/webp" (change)="pictured($event)" /><span>{{ picture()?.name ?? 'Choose a picture (bright is high)' }}</span></label></p>
    }
    <div class="row"><button type="button" class="framed" [disabled]="busy() || (needsPart() && !ref())" (click)="make()">Make it</button> @if (busy()) { <button type="button" class="link" (click)="cancel()">cancel</button> }</div>
    @if (busy()) { <mat-progress-bar mode="indeterminate" aria-label="Making" /> }
    <p class="quiet hint">Work-holding: the part can be thrown. Try a new jaw at reduced feed and stand clear; it is your shop's rules that release it.</p>
    @if (problem()) { <p class="notice" role="alert">{{ problem() }}</p> }
    @if (result(); as r) {
      @for (w of r.warnings; track $index) { <p class="warn">{{ w }}</p> }
      @for (n of r.notes; track $index) { <p>{{ n }}</p> }
      @for (s of r.shapes; track $index) {
        <div class="made">
          <p><b>{{ s.name }}</b> {{ box(s) }}, {{ volume(s) }}{{ s.measure.watertight ? '' : ', not closed' }}</p>
          <p class="row"><button type="button" class="link" (click)="save(s, 'stl')" [attr.aria-label]="'Save ' + s.name + ' as STL'">STL</button><button type="button" class="link" (click)="save(s, '3mf')" [attr.aria-label]="'Save ' + s.name + ' as 3MF'">3MF</button><button type="button" class="link" (click)="used.emit(s)">use as the mesh to print</button></p>
        </div>
      }
    }
  `,
})
export class MakePanel {
  private readonly maker = inject(MakeService);
  private readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  readonly ref = input<ShapeRef>();
  readonly used = output<MadeShape>();
  readonly saved = output<{ shape: MadeShape; kind: 'stl' | '3mf' }>();

  protected readonly kinds = computed(() => KINDS.filter((k) => this.ref() || !k.needsPart));
  protected readonly axes: readonly Axis[] = ['x', 'y', 'z'];
  protected readonly chosen = signal<Kind>('jaws');
  protected readonly kind = Object.assign(computed(() => (this.kinds().some((k) => k.id === this.chosen()) ? this.chosen() : this.kinds()[0].id)), {
    set: (k: Kind) => { this.chosen.set(k); this.result.set(undefined); this.problem.set(''); },
  });
  protected readonly needsPart = computed(() => KINDS.find((k) => k.id === this.kind())!.needsPart);
  protected readonly fields = computed(() => FIELDS[this.kind()]);
  protected readonly axis = signal<Axis>('x');
  protected readonly given = signal<Record<string, number>>({});
  /** Values by kind, so that the depth of a jaw is not that of a relief. */
  protected readonly values = computed(() => Object.fromEntries(this.fields().map((f) => [f.name, this.given()[`${this.kind()} ${f.name}`] ?? f.value])));
  protected readonly profile = signal('0 0\n30 0\n30 10\n18 60\n0 60');
  protected readonly picture = signal<File | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');
  protected readonly result = signal<Extract<Making, { ok: true }> | undefined>(undefined);

  protected readonly fitWords = computed(() => {
    const size = this.ref()?.study?.body.box.size_mm ?? this.ref()?.measure.box_mm;
    if (!size) return '';
    return PROCESSES.filter((p) => p.kind === 'print')
      .map((p) => {
        const { count } = sectioning(size, p.envelope_mm);
        return `${p.label}: ${count === 1 ? 'in one piece' : Number.isFinite(count) ? `${count} pieces` : 'too big'}`;
      })
      .join(' · ');
  });

  protected schemaOf = (f: Field) => (f.plain && f.name !== 'turn' ? bounded(f.label, f.min, f.max) : bounded(f.label, f.min, f.max, (x) => (f.plain ? String(x) : `${x} mm`)));
  protected box = (s: MadeShape): string => s.measure.box_mm.map((x) => lengthText(x, this.settings.units())).join(' × ');
  protected volume = (s: MadeShape): string => volumeText(s.measure.volume_mm3, this.settings.units());

  protected set(name: string, value: number): void {
    this.given.update((g) => ({ ...g, [`${this.kind()} ${name}`]: value }));
  }

  protected pictured(event: Event): void {
    this.picture.set((event.target as HTMLInputElement).files?.[0]);
  }

  protected cancel(): void {
    this.maker.cancel();
    this.busy.set(false);
  }

  protected async make(): Promise<void> {
    this.problem.set('');
    this.result.set(undefined);
    this.busy.set(true);
    try {
      const made = await this.run();
      if (made.ok) this.result.set(made);
      else this.problem.set(made.problem);
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  private run(): Promise<Making> {
    const v = this.values();
    const up = this.ref()?.up ?? UP;
    switch (this.kind()) {
      case 'jaws':
        return this.maker.jaws(this.shapes.source(), {
          blank_mm: [v['x'], v['y'], v['z']], clearance_mm: v['clearance'], depth_mm: v['depth'], gap_mm: v['gap'], up, turnDeg: v['turn'], opening_mm: v['opening'],
          ...(v['screw'] > 0 && { screws: { diameter_mm: v['screw'], pitch_mm: v['pitch'] } }),
        });
      case 'nest': {
        const pads = v['pads'];
        if (pads !== 0 && pads !== 3 && pads !== 4) throw new Error('Pads: 0 for a whole nest, 3 or 4.');
        return this.maker.nest(this.shapes.source(), { clearance_mm: v['clearance'], base_mm: v['base'], grip_mm: v['grip'], wall_mm: v['wall'], up, pads, pad_mm: v['pad'] });
      }
      case 'pieces': {
        const k = this.axes.indexOf(this.axis());
        const { box_mm, box_min_mm } = this.ref()!.measure;
        const count = Math.round(v['count']);
        const cuts = Array.from({ length: count - 1 }, (_, i) => box_min_mm[k] + (box_mm[k] * (i + 1)) / count);
        return this.maker.pieces(this.shapes.source(), { axis: this.axis(), cuts, ...(v['dowel'] > 0 && { dowel: { diameter_mm: v['dowel'], length_mm: v['length'], clearance_mm: v['slack'] } }) });
      }
      case 'mandrel':
        return this.maker.mandrel(readProfile(this.profile()));
      case 'relief':
        return this.relief(v);
    }
  }

  private async relief(v: Record<string, number>): Promise<Making> {
    const file = this.picture();
    if (!file) throw new Error('Choose a picture first.');
    const { grey, columns, rows } = await greyOf(file);
    return this.maker.relief(grey, columns, rows, { width_mm: v['width'], depth_mm: v['depth'], base_mm: v['base'], draftDeg: v['draft'] });
  }

  protected save(shape: MadeShape, kind: 'stl' | '3mf'): void {
    this.saved.emit({ shape, kind });
  }
}

/** @throws Error naming the line that is not two numbers */
export function readProfile(text: string): Point2[] {
  return text.split('\n').flatMap((line, i) => {
    if (!line.trim()) return [];
    const numbers = line.trim().split(/\s*;\s*|,?\s+/).filter(Boolean).map((x) => Number(x.replace(',', '.')));
    if (numbers.length !== 2 || numbers.some((x) => !Number.isFinite(x))) throw new Error(`Line ${i + 1} of the profile, "${line.trim()}", is not a radius and a height.`);
    return [[numbers[0], numbers[1]] as const];
  });
}
