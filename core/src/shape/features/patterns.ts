import { crossOf, dot, type Vec3 } from '../turn';
import type { Bore } from './bores';

/** Holes of one kind and size that stand in order. */
export interface Pattern {
  kind: 'circle' | 'row' | 'grid';
  count: number;
  /** Pitch circle. */
  diameter_mm?: number;
  /** Of a row, and of a grid one way and the other. */
  pitch_mm?: number[];
}

const SAME = 0.01;
/** How far a hole may be off its place, mm and of the pattern's size. */
const OFF = { mm: 0.05, part: 0.004 };

/** Of each hole the pattern it stands in, if it stands in one: all holes of its kind and size that look the same way. */
export function patternsOf(bores: readonly Bore[]): Map<Bore, Pattern> {
  const out = new Map<Bore, Pattern>();
  for (const group of alike(bores)) {
    const pattern = patternOf(group);
    if (pattern) { for (const b of group) out.set(b, pattern); }
  }
  return out;
}

/** Holes of the same kind, size and direction; depth as well where they do not go through. */
export function alike(bores: readonly Bore[]): Bore[][] {
  const groups: Bore[][] = [];
  for (const b of bores) {
    const group = groups.find(([a]) =>
      a.kind === b.kind && a.through === b.through && Math.abs(a.diameter_mm / b.diameter_mm - 1) < SAME && Math.abs(dot(a.axis, b.axis)) > 0.999 &&
      (a.through || (dot(a.axis, b.axis) > 0 && Math.abs(a.depth_mm / b.depth_mm - 1) < 2 * SAME))
    );
    if (group) group.push(b);
    else groups.push([b]);
  }
  return groups;
}

function patternOf(group: readonly Bore[]): Pattern | undefined {
  if (group.length < 3) return undefined;
  const [first] = group;
  const points = group.map((b) => b.mouth);
  const middle = [0, 1, 2].map((k) => points.reduce((s, p) => s + p[k], 0) / points.length) as Vec3;
  // Along the way to the nearest neighbour, and square to it.
  const gaps = points.slice(1).map((p) => [0, 1, 2].map((k) => p[k] - points[0][k]) as Vec3).map((d) => {
    const s = dot(d, first.axis);
    return [d[0] - s * first.axis[0], d[1] - s * first.axis[1], d[2] - s * first.axis[2]] as Vec3;
  }).sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
  const length = Math.hypot(...gaps[0]);
  if (!(length > 1e-6)) return undefined;
  const u = gaps[0].map((x) => x / length) as Vec3, w = crossOf(first.axis, u);
  const flat = points.map((p) => {
    const d = [p[0] - middle[0], p[1] - middle[1], p[2] - middle[2]];
    return [dot(d, u), dot(d, w)] as const;
  });
  const off = OFF.mm + OFF.part * Math.max(...flat.map(([x, y]) => Math.hypot(x, y)));
  const across = levels(flat.map(([x]) => x), off), up = levels(flat.map(([, y]) => y), off);
  const even = (l: readonly number[]): boolean => l.every((x, i) => i < 2 || Math.abs(x - l[i - 1] - (l[1] - l[0])) < 2 * off);
  if (across.length * up.length === group.length && even(across) && even(up)) {
    const pitches = [across, up].filter((l) => l.length > 1).map((l) => l[1] - l[0]);
    return { kind: pitches.length > 1 ? 'grid' : 'row', count: group.length, pitch_mm: pitches };
  }
  const r = flat.reduce((s, [x, y]) => s + Math.hypot(x, y), 0) / flat.length;
  if (flat.some(([x, y]) => Math.abs(Math.hypot(x, y) - r) > off)) return undefined;
  const angles = flat.map(([x, y]) => Math.atan2(y, x)).sort((a, b) => a - b);
  const step = (2 * Math.PI) / angles.length;
  return angles.every((a, i) => i === 0 || Math.abs(a - angles[i - 1] - step) * r < 2 * off)
    ? { kind: 'circle', count: group.length, diameter_mm: 2 * r }
    : undefined;
}

/** Values that stand apart, from low to high. */
function levels(values: readonly number[], off: number): number[] {
  const out: number[] = [];
  for (const v of [...values].sort((a, b) => a - b)) if (!out.length || v - out[out.length - 1] > off) out.push(v);
  return out;
}
