import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Drawing, laidOut } from '@cuadro/core/plan/drawing';

/** A drawing that comes as data, in the ink of the other drawings: outlines, hatch, dimensions. */
@Component({
  selector: 'cu-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; } svg { width: 100%; height: auto; max-height: 320px; display: block; background: var(--sheet); border: 1px solid var(--rule); }
    path { fill: none; stroke: var(--ink); vector-effect: non-scaling-stroke; stroke-linejoin: round; }
    .heavy { stroke-width: 1.8px; } .thin { stroke-width: 0.9px; } .dashed { stroke-width: 1.1px; stroke-dasharray: 5 3; } .work { stroke-width: 1.4px; stroke: var(--ochre); }
    .part { fill: var(--part); } .shade { fill: var(--part-shade); } .hatch { fill: url(#cu-hatch); } .dimension { stroke-width: 0.8px; stroke: var(--petrol); }
    .dot { fill: var(--petrol); stroke: none; } text { fill: var(--ink); font-family: var(--label); } figcaption { font-size: 12.5px; color: var(--quiet); margin-top: 2px; } figure { margin: 0; }
  `,
  template: `
    @let l = laid();
    <figure>
      <svg [attr.viewBox]="l.box.x + ' ' + l.box.y + ' ' + l.box.width + ' ' + l.box.height" role="img" [attr.aria-label]="drawing().title + '. ' + drawing().says" preserveAspectRatio="xMidYMid meet">
        <defs><pattern id="cu-hatch" [attr.width]="l.pitch" [attr.height]="l.pitch" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect [attr.width]="l.pitch" [attr.height]="l.pitch" fill="var(--sheet)" /><line x1="0" y1="0" x2="0" [attr.y2]="l.pitch" stroke="var(--rule-strong)" [attr.stroke-width]="l.pitch / 6" /></pattern></defs>
        @for (p of l.paths; track $index) { <path [attr.d]="p.d" [attr.class]="p.style + ' ' + (p.fill ?? '')" /> }
        @for (w of l.words; track $index) { <text [attr.x]="w.x" [attr.y]="w.y" [attr.text-anchor]="w.anchor" [attr.font-size]="l.letter" [attr.transform]="'rotate(' + w.turn + ' ' + w.x + ' ' + w.y + ')'">{{ w.text }}</text> }
      </svg>
      <figcaption>{{ drawing().title }}. {{ drawing().measure ?? 'Millimetres' }}.</figcaption>
    </figure>
  `,
})
export class DrawingView {
  readonly drawing = input.required<Drawing>();
  protected readonly laid = computed(() => laidOut(this.drawing()));
}
