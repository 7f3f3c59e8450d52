import { type Flat, surfacesOf } from '../shape/features/surfaces';
import type { Mesh } from '../shape/mesh';
import { dot, frameFor, type Vec3 } from '../shape/turn';

/** Where something finds room on a flat face. */
export interface Room {
  /** Two directions in the face and its outward normal. */
  frame: [Vec3, Vec3, Vec3];
  /** Middles of what lies wholly on the face, along the two directions, mm. */
  places: [number, number][];
  /** How far out the face lies along its normal. */
  at: number;
}

const CELLS = 160, LEAST_STEP = 0.25;
const RINGS = [1, 0.6, 0.25];
const ROUND = Array.from({ length: 24 }, (_, i) => [Math.cos((i * Math.PI) / 12), Math.sin((i * Math.PI) / 12)] as const);
/** Looks that way to within 2°. */
const SAME = Math.cos((2 * Math.PI) / 180);

/** The largest flat that looks a way, if there is one. */
export const flatFacing = (mesh: Mesh, way: Vec3): Flat | undefined =>
  surfacesOf(mesh).flats.reduce<Flat | undefined>((best, f) => (dot(f.normal, way) > SAME && f.area_mm2 > (best?.area_mm2 ?? 0) ? f : best), undefined);

/** Points on rings around a middle: a circle that they are all on lies wholly on a face. */
export const circleOf = (radius: number): [number, number][] => RINGS.flatMap((r) => ROUND.map(([c, s]): [number, number] => [r * radius * c, r * radius * s]));

/**
 * Where something lies wholly on a flat face of a part: the triangles of the face are laid into a grid (160 cells along the longer side, a quarter of a
 * millimetre at least), and a middle stands where the grid is covered at all points around it.
 * @param around points of what has to find room, from its middle
 * @param frame two directions in the face and its normal; any where it is left out
 */
export function roomOn(
  { vertices: v, indices }: Mesh,
  flat: Flat,
  around: readonly (readonly [number, number])[],
  frame: Room['frame'] = frameFor(flat.normal),
): Room {
  const [right, back, out] = frame;
  const flatOf = (t: number): [number, number][] =>
    [0, 1, 2].map((e) => {
      const p = indices[t * 3 + e] * 3;
      const d: Vec3 = [v[p], v[p + 1], v[p + 2]];
      return [dot(d, right), dot(d, back)];
    });
  const triangles = flat.triangles.map(flatOf);
  const xs = triangles.flatMap((t) => t.map(([x]) => x)), ys = triangles.flatMap((t) => t.map(([, y]) => y));
  const least = (list: number[]): number => list.reduce((a, b) => Math.min(a, b), Infinity),
    most = (list: number[]): number => list.reduce((a, b) => Math.max(a, b), -Infinity);
  const [x0, y0, x1, y1] = [least(xs), least(ys), most(xs), most(ys)];
  const step = Math.max(LEAST_STEP, Math.max(x1 - x0, y1 - y0) / CELLS);
  const [w, d] = [Math.ceil((x1 - x0) / step), Math.ceil((y1 - y0) / step)];
  const covered = new Uint8Array(w * d);
  for (const [a, b, c] of triangles) {
    const from = (k: 0 | 1, zero: number): number => Math.max(0, Math.floor((Math.min(a[k], b[k], c[k]) - zero) / step));
    const to = (k: 0 | 1, zero: number, end: number): number => Math.min(end - 1, Math.ceil((Math.max(a[k], b[k], c[k]) - zero) / step));
    for (let j = from(1, y0); j <= to(1, y0, d); j++)
      for (let i = from(0, x0); i <= to(0, x0, w); i++) if (isIn(a, b, c, x0 + (i + 0.5) * step, y0 + (j + 0.5) * step)) covered[j * w + i] = 1;
  }
  const on = (x: number, y: number): boolean => {
    const i = Math.floor((x - x0) / step), j = Math.floor((y - y0) / step);
    return i >= 0 && j >= 0 && i < w && j < d && covered[j * w + i] === 1;
  };
  const places: [number, number][] = [];
  for (let j = 0; j < d; j++)
    for (let i = 0; i < w; i++) {
      const x = x0 + (i + 0.5) * step, y = y0 + (j + 0.5) * step;
      if (on(x, y) && around.every(([c, s]) => on(x + c, y + s))) places.push([x, y]);
    }
  const p = indices[flat.triangles[0] * 3] * 3;
  return { frame, places, at: dot([v[p], v[p + 1], v[p + 2]], out) };
}

type P = [number, number];
function isIn([ax, ay]: P, [bx, by]: P, [cx, cy]: P, x: number, y: number): boolean {
  const p = (bx - ax) * (y - ay) - (by - ay) * (x - ax), q = (cx - bx) * (y - by) - (cy - by) * (x - bx), r = (ax - cx) * (y - cy) - (ay - cy) * (x - cx);
  return (p >= 0 && q >= 0 && r >= 0) || (p <= 0 && q <= 0 && r <= 0);
}
