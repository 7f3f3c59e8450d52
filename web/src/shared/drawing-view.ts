import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { arcPoints, type Drawing, frameOf, type Mark, type XY } from '@cuadro/core/plan/drawing';

interface Shape {
  d: string;
  css: string;
}
interface Word {
  x: number;
  y: number;
  text: string;
  anchor: 'start' | 'middle' | 'end';
  turn: number;
}

/** A drawing that comes as data, in the ink of the other drawings: outlines, hatch, dimensions. */
@Component({
  selector: 'cu-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host { display: block; } svg { width: 100%; height: auto; max-height: 320px; display: block; background: var(--sheet); border: 1px solid var(--rule); }
    path { fill: none; stroke: var(--ink); vector-effect: non-scaling-stroke; stroke-linejoin: round; }
    .heavy { stroke-width: 1.8px; } .thin { stroke-width: 0.9px; } .dashed { stroke-width: 1.1px; stroke-dasharray: 5 3; } .work { stroke-width: 1.4px; stroke: var(--ochre); }
    .part { fill: var(--part); } .shade { fill: var(--part-shade); } .hatch { fill: url(#cu-hatch); } .dim { stroke-width: 0.8px; stroke: var(--petrol); }
    .dot { fill: var(--petrol); stroke: none; } text { fill: var(--ink); font-family: var(--label); } figcaption { font-size: 12.5px; color: var(--quiet); margin-top: 2px; } figure { margin: 0; }
  `,
  template: `
    <figure>
      <svg [attr.viewBox]="box()" role="img" [attr.aria-label]="drawing().title + '. ' + drawing().says" preserveAspectRatio="xMidYMid meet">
        <defs><pattern id="cu-hatch" [attr.width]="pitch()" [attr.height]="pitch()" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect [attr.width]="pitch()" [attr.height]="pitch()" fill="var(--sheet)" /><line x1="0" y1="0" x2="0" [attr.y2]="pitch()" stroke="var(--rule-strong)" [attr.stroke-width]="pitch() / 6" /></pattern></defs>
        @for (s of shapes(); track $index) { <path [attr.d]="s.d" [attr.class]="s.css" /> }
        @for (w of words(); track $index) { <text [attr.x]="w.x" [attr.y]="w.y" [attr.text-anchor]="w.anchor" [attr.font-size]="letter()" [attr.transform]="'rotate(' + w.turn + ' ' + w.x + ' ' + w.y + ')'">{{ w.text }}</text> }
      </svg>
      <figcaption>{{ drawing().title }}. Millimetres.</figcaption>
    </figure>
  `,
})
export class DrawingView {
  readonly drawing = input.required<Drawing>();

  private readonly frame = computed(() => frameOf(this.drawing()));
  private readonly size = computed(() => Math.max(this.frame().width, this.frame().height));
  protected readonly letter = computed(() => this.size() / 26);
  protected readonly pitch = computed(() => this.size() / 45);
  protected readonly box = computed(() => {
    const { x, y, width, height } = this.frame();
    const edge = this.size() * 0.07;
    // Words stand right of their point: more room there.
    return `${x - edge} ${-y - height - edge} ${width + edge * 3.2} ${height + 2 * edge}`;
  });
  protected readonly shapes = computed(() => this.drawing().marks.flatMap((m) => this.shapesOf(m)));
  protected readonly words = computed(() => this.drawing().marks.flatMap((m) => this.wordsOf(m)));

  private path = (points: readonly XY[], closed = false): string => points.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${-y}`).join('') + (closed ? 'Z' : '');

  private shapesOf(m: Mark): Shape[] {
    switch (m.kind) {
      case 'line': return [{ d: this.path(m.points, m.closed), css: `${m.style}${m.fill ? ` ${m.fill}` : ''}` }];
      case 'arc': return [{ d: this.path(arcPoints(m.centre, m.radius, m.from_deg, m.to_deg)), css: m.style }];
      case 'dot': return [{ d: this.path(arcPoints(m.at, this.letter() / 4, 0, 360, 16), true), css: 'dot' }];
      case 'dimension': {
        const [a, b, n] = this.dimension(m);
        const tick = this.letter() / 3;
        const ends = [a, b].map((p) => this.path([[p[0] - tick * (n[0] + n[1]), p[1] - tick * (n[1] - n[0])], [p[0] + tick * (n[0] + n[1]), p[1] + tick * (n[1] - n[0])]]));
        return [this.path([m.from, a]), this.path([m.to, b]), this.path([a, b]), ...ends].map((d) => ({ d, css: 'dim' }));
      }
      default: return [];
    }
  }

  private wordsOf(m: Mark): Word[] {
    const l = this.letter();
    if (m.kind === 'text') return [{ x: m.at[0], y: -m.at[1], text: m.text, anchor: m.anchor ?? 'start', turn: 0 }];
    if (m.kind === 'dot' && m.text) return [{ x: m.at[0] + l * 0.5, y: -m.at[1] + l * 0.35, text: m.text, anchor: 'start', turn: 0 }];
    if (m.kind !== 'dimension') return [];
    const [a, b] = this.dimension(m);
    let turn = (-Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
    if (turn > 90 || turn <= -90) turn += turn > 0 ? -180 : 180;
    const lift = l * 0.3;
    const rad = (turn * Math.PI) / 180;
    return [{ x: (a[0] + b[0]) / 2 + lift * Math.sin(rad), y: -(a[1] + b[1]) / 2 - lift * Math.cos(rad), text: m.text, anchor: 'middle', turn }];
  }

  /** Ends of the dimension line, and the direction from what is measured to it. */
  private dimension(m: Extract<Mark, { kind: 'dimension' }>): [XY, XY, XY] {
    const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]];
    const l = Math.hypot(dx, dy) || 1;
    const n: XY = [-dy / l, dx / l];
    return [[m.from[0] + n[0] * m.off, m.from[1] + n[1] * m.off], [m.to[0] + n[0] * m.off, m.to[1] + n[1] * m.off], n];
  }
}
