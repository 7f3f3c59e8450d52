/**
 * A drawing as data: lines, arcs, dimensions, filled outlines and curves in millimetres (or in the units of its axes), y upwards.
 * One component draws it on the screen and one function in the report; a plan only says what there is.
 */
export type XY = readonly [number, number];

export type Mark =
  /** heavy: outlines; thin: what is behind or beside; dashed: hidden or a limit; work: the part that the tool serves. */
  | { kind: 'line'; points: readonly XY[]; closed?: boolean; style: 'heavy' | 'thin' | 'dashed' | 'work'; fill?: 'part' | 'hatch' | 'shade' }
  | { kind: 'arc'; centre: XY; radius: number; from_deg: number; to_deg: number; style: 'heavy' | 'thin' | 'dashed' | 'work' }
  | { kind: 'dimension'; from: XY; to: XY; text: string; /** Distance of the dimension line from the measured one, to its left. */ off: number }
  | { kind: 'text'; at: XY; text: string; anchor?: 'start' | 'middle' | 'end' }
  | { kind: 'dot'; at: XY; text?: string };

export interface Drawing {
  title: string;
  /** What its lengths stand for; millimetres, unless it says otherwise. */
  measure?: string;
  /** What it shows, in words, for those who cannot see it. */
  says: string;
  marks: readonly Mark[];
}

/** Points along a circular arc, degrees anticlockwise from x. */
export function arcPoints([cx, cy]: XY, radius: number, from: number, to: number, pieces = 24): XY[] {
  return Array.from({ length: pieces + 1 }, (_, i): XY => {
    const a = ((from + ((to - from) * i) / pieces) * Math.PI) / 180;
    return [cx + radius * Math.cos(a), cy + radius * Math.sin(a)];
  });
}

/** Every point a drawing uses, for its frame. */
export function pointsOf(d: Drawing): XY[] {
  return d.marks.flatMap((m): readonly XY[] => {
    switch (m.kind) {
      case 'line':
        return m.points;
      case 'arc':
        return arcPoints(m.centre, m.radius, m.from_deg, m.to_deg, 12);
      case 'dimension': {
        const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]];
        const l = Math.hypot(dx, dy) || 1;
        const [nx, ny] = [(-dy / l) * m.off, (dx / l) * m.off];
        return [m.from, m.to, [m.from[0] + nx, m.from[1] + ny], [m.to[0] + nx, m.to[1] + ny]];
      }
      default:
        return [m.at];
    }
  });
}

/** The frame around a drawing: x and y of its lower left corner, width and height. */
export function frameOf(d: Drawing): { x: number; y: number; width: number; height: number } {
  const points = pointsOf(d).filter(([x, y]) => Number.isFinite(x) && Number.isFinite(y));
  if (!points.length) return { x: 0, y: 0, width: 1, height: 1 };
  const xs = points.map((p) => p[0]), ys = points.map((p) => p[1]);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(Math.max(...xs) - x, 1e-6), height: Math.max(Math.max(...ys) - y, 1e-6) };
}

export interface DrawnPath {
  d: string;
  style: 'heavy' | 'thin' | 'dashed' | 'work' | 'dimension' | 'dot';
  fill?: 'part' | 'hatch' | 'shade';
}
export interface DrawnWord {
  x: number;
  y: number;
  text: string;
  anchor: 'start' | 'middle' | 'end';
  /** Degrees. */
  turn: number;
}
/** A drawing as paths and words, y downwards, ready for an SVG of any kind. */
export interface LaidOut {
  box: { x: number; y: number; width: number; height: number };
  /** Height of letters, and distance of hatch lines. */
  letter: number;
  pitch: number;
  paths: DrawnPath[];
  words: DrawnWord[];
}

const path = (points: readonly XY[], closed = false): string => points.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${-y}`).join('') + (closed ? 'Z' : '');

/** Ends of a dimension line, and the direction from what is measured to it. */
function dimensionLine(m: Extract<Mark, { kind: 'dimension' }>): [XY, XY, XY] {
  const [dx, dy] = [m.to[0] - m.from[0], m.to[1] - m.from[1]];
  const l = Math.hypot(dx, dy) || 1;
  const n: XY = [-dy / l, dx / l];
  return [[m.from[0] + n[0] * m.off, m.from[1] + n[1] * m.off], [m.to[0] + n[0] * m.off, m.to[1] + n[1] * m.off], n];
}

function pathsOf(m: Mark, letter: number): DrawnPath[] {
  switch (m.kind) {
    case 'line':
      return [{ d: path(m.points, m.closed), style: m.style, fill: m.fill }];
    case 'arc':
      return [{ d: path(arcPoints(m.centre, m.radius, m.from_deg, m.to_deg)), style: m.style }];
    case 'dot':
      return [{ d: path(arcPoints(m.at, letter / 4, 0, 360, 16), true), style: 'dot' }];
    case 'dimension': {
      const [a, b, n] = dimensionLine(m);
      const tick = letter / 3;
      const [tx, ty] = [tick * (n[0] + n[1]), tick * (n[1] - n[0])];
      const ends = [a, b].map(([x, y]) => path([[x - tx, y - ty], [x + tx, y + ty]]));
      return [path([m.from, a]), path([m.to, b]), path([a, b]), ...ends].map((d) => ({ d, style: 'dimension' }));
    }
    case 'text':
      return [];
  }
}

function wordsOf(m: Mark, letter: number): DrawnWord[] {
  if (m.kind === 'text') return [{ x: m.at[0], y: -m.at[1], text: m.text, anchor: m.anchor ?? 'start', turn: 0 }];
  if (m.kind === 'dot' && m.text) return [{ x: m.at[0] + letter * 0.5, y: -m.at[1] + letter * 0.35, text: m.text, anchor: 'start', turn: 0 }];
  if (m.kind !== 'dimension') return [];
  const [a, b] = dimensionLine(m);
  // Read from below or from the right, as on any drawing.
  let turn = (-Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  if (turn > 90 || turn <= -90) turn += turn > 0 ? -180 : 180;
  const rad = (turn * Math.PI) / 180;
  const lift = letter * 0.3;
  return [{ x: (a[0] + b[0]) / 2 + lift * Math.sin(rad), y: -(a[1] + b[1]) / 2 - lift * Math.cos(rad), text: m.text, anchor: 'middle', turn }];
}

/** Width of a word over the height of its letters and their number: that of the narrow face it is written in. */
const LETTER_WIDTH = 0.45;

/** Lay a drawing out: letters in proportion to it, room for its words. */
export function laidOut(d: Drawing): LaidOut {
  const { x, y, width, height } = frameOf(d);
  const size = Math.max(width, height);
  const [letter, edge] = [size / 26, size * 0.07];
  const words = d.marks.flatMap((m) => wordsOf(m, letter));
  // Words that run along: how far they reach to the left and to the right.
  const level = words.filter((w) => w.turn === 0).map((w): [number, number] => {
    const wide = w.text.length * letter * LETTER_WIDTH;
    const left = w.x - (w.anchor === 'end' ? wide : w.anchor === 'middle' ? wide / 2 : 0);
    return [left, left + wide];
  });
  const left = Math.min(x - edge, ...level.map(([from]) => from - edge / 3));
  const right = Math.max(x + width + 2.2 * edge, ...level.map(([, to]) => to + edge / 3));
  return {
    box: { x: left, y: -y - height - edge, width: right - left, height: height + 2 * edge },
    letter,
    pitch: size / 45,
    paths: d.marks.flatMap((m) => pathsOf(m, letter)),
    words,
  };
}
