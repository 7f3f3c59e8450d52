import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { formatNumber } from '@cuadro/core/quantity/quantity';

export interface DotRow {
  label: string;
  values: readonly number[];
  mean: number;
}
const WIDTH = 470, LEFT = 92, ROW = 28, TOP = 8;

/** Readings as dots, a row for each series on one axis, means as ticks, limits as dashed lines. */
@Component({
  selector: 'cu-dot-rows',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    svg { width: 100%; max-width: 560px; height: auto; display: block; } text { font: 14px var(--label); fill: var(--ink); } .tick { fill: var(--quiet); }
    circle { fill: var(--petrol); fill-opacity: 0.55; } .mean { stroke: var(--ink); stroke-width: 2; } .axis { stroke: var(--rule); } .limit { stroke: var(--ochre); stroke-dasharray: 5 4; }
  `,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height()" role="img" [attr.aria-label]="says()">
      @for (l of lines(); track l) { <line class="limit" [attr.x1]="x()(l)" [attr.x2]="x()(l)" y1="0" [attr.y2]="height() - 18" /> }
      @for (r of rows(); track $index; let i = $index) {
        <text [attr.x]="left - 8" [attr.y]="at(i) + 4" text-anchor="end">{{ r.label }}</text>
        <line class="axis" [attr.x1]="left" [attr.x2]="width - 10" [attr.y1]="at(i)" [attr.y2]="at(i)" />
        @for (v of r.values; track $index) { <circle [attr.cx]="x()(v)" [attr.cy]="at(i)" r="3.5" /> }
        <line class="mean" [attr.x1]="x()(r.mean)" [attr.x2]="x()(r.mean)" [attr.y1]="at(i) - 8" [attr.y2]="at(i) + 8" />
      }
      @for (t of ticks(); track t) { <text class="tick" [attr.x]="x()(t)" [attr.y]="height() - 4" text-anchor="middle">{{ number(t) }}</text> }
    </svg>
  `,
})
export class DotRows {
  readonly rows = input.required<readonly DotRow[]>();
  readonly limits = input<readonly number[]>([]);
  readonly says = input.required<string>();

  protected readonly width = WIDTH;
  protected readonly left = LEFT;
  protected readonly height = computed(() => TOP + this.rows().length * ROW + 22);
  protected readonly lines = computed(() => this.limits());
  protected readonly x = computed(() => {
    const all = [...this.rows().flatMap((r) => r.values), ...this.limits()];
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const room = (high - low || Math.abs(high) || 1) * 0.05;
    return scaleLinear().domain([low - room, high + room]).range([LEFT + 6, WIDTH - 16]);
  });
  protected readonly ticks = computed(() => this.x().ticks(5));
  protected at = (i: number): number => TOP + ROW * (i + 0.5);
  protected number = (x: number): string => formatNumber(x, 6);
}
