import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { StepLine } from '@cuadro/core/decide/step-line';

const WIDTH = 120;
const HEIGHT = 20;
/** Room for the thumb at each end, px: its middle runs from here to there. */
const EDGE = 6;
/** Stops of the slider between two points. */
const FINE = 8;

/** Place of a value on the line, from 0 to the number of points less one; between two points by even steps. */
export function placeOf({ values }: StepLine, value: number): number {
  const last = values.length - 1;
  if (value <= values[0]) return 0;
  const i = values.findIndex((v) => v >= value);
  if (i < 0) return last;
  return i - (values[i] - value) / (values[i] - values[i - 1]);
}

/** The value at a place, to two figures; those of the points as they are. */
export function valueAt({ values }: StepLine, place: number, whole = false): number {
  const i = Math.min(values.length - 2, Math.floor(place));
  const share = place - i;
  if (share < 1e-9) return values[i];
  if (share > 1 - 1e-9) return values[i + 1];
  const rough = Number((values[i] + share * (values[i + 1] - values[i])).toPrecision(2));
  return whole ? Math.round(rough) : rough;
}

/** How many ways hold over what a number may be, the present value marked; drag it, or use the arrow keys. */
@Component({
  selector: 'cu-step-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { position: relative; display: block; width: 120px; height: 24px; }
    svg { position: absolute; inset: 0 0 auto 0; width: 120px; height: 20px; pointer-events: none; overflow: visible; }
    path { fill: var(--petrol-soft); stroke: var(--petrol); stroke-width: 1.2; }
    input { position: absolute; inset: 0; width: 120px; height: 24px; margin: 0; opacity: 0; cursor: ew-resize; }
    line { stroke: var(--ochre); stroke-width: 2; }
    :host:focus-within { outline: 2px solid var(--petrol); }
  `,
  template: `
    <svg viewBox="0 0 120 20" aria-hidden="true"><path [attr.d]="path()" /><line [attr.x1]="x()" [attr.x2]="x()" y1="0" y2="20" /></svg>
    <input type="range" min="0" [max]="fine * (line().values.length - 1)" step="1" [value]="fine * place()" [attr.aria-label]="label() + ', and how many ways hold'" [attr.aria-valuetext]="says()" [title]="says()" (input)="place.set(+$any($event.target).value / fine)" (change)="changed.emit(now())" />
  `,
})
export class StepLineView {
  readonly line = input.required<StepLine>();
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly whole = input(false);
  /** A value in words, with its unit. */
  readonly text = input.required<(value: number) => string>();
  readonly changed = output<number>();

  protected readonly fine = FINE;
  /** Where the mark stands while it is dragged; where the value is, as soon as that changes. */
  protected readonly place = linkedSignal(() => placeOf(this.line(), this.value()));
  protected readonly now = computed(() => valueAt(this.line(), this.place(), this.whole()));
  protected readonly x = computed(() => this.across(this.place()));
  /** Ways that hold at the nearest point. */
  protected readonly says = computed(() => {
    const { holding } = this.line();
    return `${this.text()(this.now())}: ${holding[Math.round(this.place())]} ways hold`;
  });
  protected readonly path = computed(() => {
    const { holding } = this.line();
    const most = Math.max(1, ...holding);
    const up = (n: number): number => HEIGHT - 1 - (HEIGHT - 3) * (n / most);
    // A step at the middle between two points.
    const steps = holding.map((n, i) => `${i ? `H${this.across(i - 0.5)}` : `M${this.across(0)} ${HEIGHT - 1}`}V${up(n)}`).join('');
    return `${steps}H${this.across(holding.length - 1)}V${HEIGHT - 1}Z`;
  });

  private across(place: number): number {
    return EDGE + ((WIDTH - 2 * EDGE) * place) / (this.line().values.length - 1);
  }
}
