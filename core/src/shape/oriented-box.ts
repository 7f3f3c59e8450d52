import { convexHull } from './convex-hull';
import { extentOf, type Mesh } from './mesh';
import { faceDirections, fibonacciSphere } from './orient';
import { frameFor, type Vec3 } from './turn';

export interface OrientedBox {
  /** Long to short, mm. */
  size_mm: Vec3;
  /** Directions of the sides, in the order of `size_mm`. */
  axes: [Vec3, Vec3, Vec3];
}

/**
 * A small box around the part in any direction: for each large face direction and an even spread, the smallest rectangle
 * around the shadow (rotating callipers on its hull, Toussaint 1983) times the extent. The least of these is polished by
 * small turns. Not proven smallest; never larger than the box along x, y and z. Kept with the mesh.
 */
export function orientedBox(mesh: Mesh): OrientedBox {
  let out = known.get(mesh);
  if (!out) known.set(mesh, out = smallestBox(mesh));
  return out;
}
const known = new WeakMap<Mesh, OrientedBox>();

function smallestBox(mesh: Mesh): OrientedBox {
  const points = extremes(mesh);
  let best = boxAlong(points, [0, 0, 1]);
  const tries: Vec3[] = [[1, 0, 0], [0, 1, 0], ...faceDirections(mesh, 24).map((f) => f.normal), ...fibonacciSphere(120)];
  for (const d of tries) {
    const b = boxAlong(points, d);
    if (b.volume < best.volume * (1 - 1e-6)) best = b;
  }
  for (let step = 0.04; step > 1e-4; step /= 2) {
    for (let again = true, round = 0; again && round < 8; round++) {
      again = false;
      const [r, b, u] = best.frame;
      for (const [s, t] of [[step, 0], [-step, 0], [0, step], [0, -step]]) {
        const candidate = boxAlong(points, [0, 1, 2].map((k) => u[k] + s * r[k] + t * b[k]));
        if (candidate.volume < best.volume * (1 - 1e-6)) {
          best = candidate;
          again = true;
        }
      }
    }
  }
  // The extremes are of many directions, not of all: sizes are read off the whole mesh.
  const size = best.frame.map((axis) => extent(mesh.vertices, axis));
  const order = [0, 1, 2].sort((a, b) => size[b] - size[a]);
  return { size_mm: order.map((i) => size[i]) as Vec3, axes: order.map((i) => best.frame[i].map((x) => x + 0)) as OrientedBox['axes'] };
}

function extent(v: Float32Array, [x, y, z]: Vec3): number {
  let low = Infinity, high = -Infinity;
  for (let i = 0; i < v.length; i += 3) {
    const d = x * v[i] + y * v[i + 1] + z * v[i + 2];
    if (d < low) low = d;
    if (d > high) high = d;
  }
  return high - low;
}

/**
 * Corners that lie furthest out in one of 1000 directions; the hull's corners for most parts, near them for round ones. Corners are put in
 * cells first: one whose box does not reach further than what has been found is passed over.
 */
function extremes({ vertices: v }: Mesh): Vec3[] {
  const cells = inCells(v);
  const furthest = (x: number, y: number, z: number): number => {
    let best = -Infinity, at = 0;
    for (const { low, high, corners } of cells) {
      if (x * (x > 0 ? high : low)[0] + y * (y > 0 ? high : low)[1] + z * (z > 0 ? high : low)[2] <= best) continue;
      for (const i of corners) {
        const s = x * v[i] + y * v[i + 1] + z * v[i + 2];
        if (s > best) {
          best = s;
          at = i;
        }
      }
    }
    return at;
  };
  const found = new Set<number>();
  for (const [x, y, z] of [...fibonacciSphere(488), ...AXIS_CORNERS]) found.add(furthest(x, y, z)).add(furthest(-x, -y, -z));
  return [...found].map((i) => [v[i], v[i + 1], v[i + 2]]);
}

interface Cell {
  low: number[];
  high: number[];
  /** Where their x stands. */
  corners: number[];
}

/** Corners by cells of a grid, each with the box around its own; the outermost first. */
function inCells(v: Float32Array): Cell[] {
  const { low, high } = extentOf(v);
  const side = Math.max(1, Math.min(24, Math.round(Math.cbrt(v.length / 60))));
  const cell = (x: number, k: number): number => Math.min(side - 1, Math.floor(((x - low[k]) / (high[k] - low[k] || 1)) * side));
  const cells = new Map<number, Cell>();
  for (let i = 0; i < v.length; i += 3) {
    const key = (cell(v[i], 0) * side + cell(v[i + 1], 1)) * side + cell(v[i + 2], 2);
    let c = cells.get(key);
    if (!c) cells.set(key, c = { low: [Infinity, Infinity, Infinity], high: [-Infinity, -Infinity, -Infinity], corners: [] });
    c.corners.push(i);
    for (let k = 0; k < 3; k++) {
      c.low[k] = Math.min(c.low[k], v[i + k]);
      c.high[k] = Math.max(c.high[k], v[i + k]);
    }
  }
  const out = (c: Cell): number => c.low.reduce((s, l, k) => s + Math.abs((l + c.high[k]) / 2 - (low[k] + high[k]) / 2) / (high[k] - low[k] || 1), 0);
  return [...cells.values()].sort((a, b) => out(b) - out(a));
}

const AXIS_CORNERS: readonly Vec3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [1, 1, 1.01],
  [1, 1, -1.01],
  [1, -1, 1.01],
  [1, -1, -1.01],
  [1, 1.01, 0],
  [1, -1.01, 0],
  [1.01, 0, 1],
  [1.01, 0, -1],
  [0, 1.01, 1],
  [0, 1.01, -1],
];

function boxAlong(points: readonly Vec3[], up: readonly number[]): { volume: number; frame: [Vec3, Vec3, Vec3] } {
  const [r, b, u] = frameFor(up);
  let low = Infinity, high = -Infinity;
  const flat = points.map((p): [number, number] => {
    const z = u[0] * p[0] + u[1] * p[1] + u[2] * p[2];
    if (z < low) low = z;
    if (z > high) high = z;
    return [r[0] * p[0] + r[1] * p[1] + r[2] * p[2], b[0] * p[0] + b[1] * p[1] + b[2] * p[2]];
  });
  const { area, angle } = smallestRectangle(flat);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const across = [0, 1, 2].map((k) => c * r[k] + s * b[k]) as Vec3, along = [0, 1, 2].map((k) => c * b[k] - s * r[k]) as Vec3;
  return { volume: area * (high - low), frame: [across, along, u] };
}

/** Least rectangle around points of a plane: one of its sides lies along a side of the hull. @returns its area and the angle of that side */
export function smallestRectangle(points: [number, number][]): { area: number; angle: number; sides: [number, number] } {
  const hull = convexHull(points);
  let area = Infinity, best = 0, sides: [number, number] = [0, 0];
  for (let i = 0; i < hull.length; i++) {
    const [px, py] = hull[i], [qx, qy] = hull[(i + 1) % hull.length];
    const angle = Math.atan2(qy - py, qx - px);
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    let x0 = Infinity, x1 = -Infinity, y0 = Infinity, y1 = -Infinity;
    for (const [x, y] of hull) {
      const a = c * x + s * y, d = c * y - s * x;
      if (a < x0) x0 = a;
      if (a > x1) x1 = a;
      if (d < y0) y0 = d;
      if (d > y1) y1 = d;
    }
    if ((x1 - x0) * (y1 - y0) < area) {
      area = (x1 - x0) * (y1 - y0);
      best = angle;
      sides = [x1 - x0, y1 - y0];
    }
  }
  return { area, angle: best, sides };
}
