import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import type { Cap } from '@cuadro/core/shape/cap';
import type { Axis } from '@cuadro/core/shape/measure';
import { extentOf } from '@cuadro/core/shape/mesh';
import { ShapeService } from '../../data/shape.service';
import { SettingsService } from '../../data/settings.service';
import type { DrawnSection } from '../../shared/part-view/part-scene';
import type { DrawnShape } from '../../workers/shape.worker';
import { areaText, lengthText } from './shape-words';

/** Layer height for counting layers while scrubbing. */
const LAYER_MM = 0.25;
const STEPS = 400;

/** Cut the part open along an axis, or run through its layers. The outline and its figures come from the worker. */
@Component({
  selector: 'cu-section-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: flex; flex-wrap: wrap; align-items: center; gap: 2px 10px; min-width: 0; padding: 4px 0; min-height: 30px; }
    select { width: auto; }
    input { flex: 1 1 120px; min-width: 80px; accent-color: var(--petrol); }
    .words { flex: 1 1 300px; color: var(--quiet); font-size: 13.5px; }
  `,
  template: `
    <label>Cut <select class="field" aria-label="Cut the part open" (change)="axis.set($any($event.target).value)">
      <option value="">nowhere</option><option value="z">layer by layer</option><option value="x">across the width</option><option value="y">across the depth</option>
    </select></label>
    @if (axis()) {
      <input type="range" min="0" [max]="steps" [value]="step()" (input)="step.set(+$any($event.target).value)" [attr.aria-label]="axis() === 'z' ? 'Layer' : 'Place of the cut'" [attr.aria-valuetext]="words()" />
      <span class="words" aria-live="polite">{{ words() }}</span>
    } @else { <span class="words">The part is whole.</span> }
  `,
})
export class SectionBar {
  private readonly shapes = inject(ShapeService);
  private readonly settings = inject(SettingsService);
  readonly drawn = input<DrawnShape>();
  readonly changed = output<DrawnSection | undefined>();

  protected readonly steps = STEPS;
  protected readonly axis = signal<Axis | ''>('');
  protected readonly step = signal(STEPS / 2);
  private readonly cap = signal<Cap | undefined>(undefined);
  private busy = false;

  /** Extent of the drawn part along the axis. */
  private readonly extent = computed(() => {
    const d = this.drawn();
    const axis = this.axis();
    if (!d || !axis) return undefined;
    const k = 'xyz'.indexOf(axis);
    const { low, high } = extentOf(d.vertices);
    return { axis, low: low[k], high: high[k], up: d.up };
  });
  private readonly place = computed(() => {
    const e = this.extent();
    if (!e) return undefined;
    const depth = e.high - e.low;
    // Half a step inside the ends: a plane in the very face would cut nothing. Layers are cut in their middle.
    const raw = depth * Math.min(1 - 0.5 / STEPS, Math.max(0.5 / STEPS, this.step() / STEPS));
    const layers = Math.max(1, Math.ceil(depth / LAYER_MM - 1e-9));
    const layer = Math.min(layers, Math.floor(raw / LAYER_MM) + 1);
    const above = e.axis === 'z' ? Math.min(depth * (1 - 1e-4), (layer - 0.5) * LAYER_MM) : raw;
    return { ...e, at: e.low + above, above, layer, layers };
  });
  protected readonly words = computed(() => {
    const p = this.place();
    const cap = this.cap();
    const system = this.settings.units();
    if (!p) return '';
    const where = p.axis === 'z' ? `Layer ${p.layer} of ${p.layers}, ${lengthText(p.above, system)} up` : `${lengthText(p.above, system)} in`;
    return cap
      ? `${where}: ${areaText(cap.area_mm2, system)}, outline ${lengthText(cap.outline_mm, system)}, ${cap.islands} ${cap.islands === 1 ? 'island' : 'islands'}`
      : where;
  });

  constructor() {
    effect(() => {
      const p = this.place();
      untracked(() => {
        if (p) void this.cut();
        else {
          this.cap.set(undefined);
          this.changed.emit(undefined);
        }
      });
    });
  }

  /** One cut at a time; the newest place is cut when the last is done, those between are skipped. */
  private async cut(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      for (let p = this.place(), last: typeof p; p && p !== last; p = this.place()) {
        last = p;
        const cap = await this.shapes.cap(p.up, p.axis, p.at);
        if (!this.place()) break;
        this.cap.set(cap);
        this.changed.emit({ axis: p.axis, at: p.at, above_mm: p.above, cap });
      }
    } finally {
      this.busy = false;
    }
  }
}
