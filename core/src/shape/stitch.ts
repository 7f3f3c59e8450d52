import { next, twins } from './half-edges';
import type { Mesh } from './mesh';

/** Corners on open edges. */
function rimCorners(mesh: Mesh): Set<number> {
  const twin = twins(mesh);
  const out = new Set<number>();
  for (let h = 0; h < mesh.indices.length; h++) {
    if (twin[h] < 0 && mesh.indices[h] !== mesh.indices[next(h)]) {
      out.add(mesh.indices[h]);
      out.add(mesh.indices[next(h)]);
    }
  }
  return out;
}

/** Corners by the cell that they lie in: what is within a reach of one is in the 27 cells around it. */
class Cells {
  private readonly cells = new Map<string, number[]>();
  constructor(private readonly v: Float32Array, private readonly cell: number, corners: Iterable<number>) {
    for (const c of corners) {
      const key = this.at(v[3 * c], v[3 * c + 1], v[3 * c + 2]).join();
      const list = this.cells.get(key);
      if (list) list.push(c);
      else this.cells.set(key, [c]);
    }
  }
  private at = (x: number, y: number, z: number): [number, number, number] => [Math.floor(x / this.cell), Math.floor(y / this.cell), Math.floor(z / this.cell)];

  /** Corners in the cells that a box reaches. */
  *within(low: readonly number[], high: readonly number[]): Generator<number> {
    const [a, b] = [this.at(low[0], low[1], low[2]), this.at(high[0], high[1], high[2])];
    for (let z = a[2]; z <= b[2]; z++) for (let y = a[1]; y <= b[1]; y++) for (let x = a[0]; x <= b[0]; x++) yield* this.cells.get(`${x},${y},${z}`) ?? [];
  }
}

const distance = (v: Float32Array, a: number, b: number): number => Math.hypot(v[3 * a] - v[3 * b], v[3 * a + 1] - v[3 * b + 1], v[3 * a + 2] - v[3 * b + 2]);

/**
 * Corners of open edges that lie near one another become one, the nearest pairs first; everything else stays where it is. Two corners of one triangle never
 * become one, so that what is thinner than the reach survives.
 * @returns the mesh, and how many corners were joined
 */
export function joinNear(mesh: Mesh, reach: number): { mesh: Mesh; joined: number } {
  const { vertices: v, indices } = mesh;
  const rim = rimCorners(mesh);
  const cells = new Cells(v, Math.max(reach, 1e-9), rim);
  const pairs: [d: number, a: number, b: number][] = [];
  for (const a of rim) {
    const p = [0, 1, 2].map((k) => v[3 * a + k]);
    for (const b of cells.within(p.map((x) => x - reach), p.map((x) => x + reach))) {
      const d = b > a ? distance(v, a, b) : Infinity;
      if (d <= reach) pairs.push([d, a, b]);
    }
  }
  pairs.sort((p, q) => p[0] - q[0]);
  const of = Uint32Array.from({ length: v.length / 3 }, (_, i) => i);
  const find = (i: number): number => {
    while (of[i] !== i) i = of[i] = of[of[i]];
    return i;
  };
  const around = new Map<number, Set<number>>();
  for (let h = 0; h < indices.length; h++) {
    const a = indices[h];
    if (!rim.has(a)) continue;
    const set = around.get(a) ?? new Set<number>();
    around.set(a, set);
    set.add(indices[next(h)]).add(indices[next(next(h))]);
  }
  let joined = 0;
  for (const [, a, b] of pairs) {
    const [p, q] = [find(a), find(b)];
    if (p === q) continue;
    const beside = around.get(p)!;
    if ([...beside].some((c) => find(c) === q)) continue;
    of[q] = p;
    for (const c of around.get(q)!) beside.add(c);
    joined++;
  }
  return joined ? { mesh: { vertices: v, indices: indices.map((i) => find(i)) }, joined } : { mesh, joined };
}

/**
 * An open edge with a corner on it is cut there, so that the triangles on its other side fit: a T-junction, as where a large face was written beside two small ones.
 * @returns the mesh, and how many edges were cut
 */
export function splitAtTees(mesh: Mesh, reach: number): { mesh: Mesh; cut: number } {
  const { vertices: v, indices } = mesh;
  const twin = twins(mesh);
  const rim = rimCorners(mesh);
  if (!rim.size) return { mesh, cut: 0 };
  let longest = 0, open = 0;
  for (let h = 0; h < indices.length; h++) {
    if (twin[h] < 0) {
      longest += distance(v, indices[h], indices[next(h)]);
      open++;
    }
  }
  const cells = new Cells(v, Math.max(reach, longest / open), rim);
  const out: number[] = [];
  let cut = 0;
  for (let t = 0; t < indices.length; t += 3) {
    // One edge of a triangle at a time: another pass sees to the others.
    const split = [0, 1, 2].map((e) => ({ e, on: twin[t + e] < 0 ? cornersOn(mesh, cells, indices[t + e], indices[t + ((e + 1) % 3)], reach) : [] })).find((
      { on },
    ) => on.length);
    if (!split) {
      out.push(indices[t], indices[t + 1], indices[t + 2]);
      continue;
    }
    const [a, b, c] = [0, 1, 2].map((k) => indices[t + ((split.e + k) % 3)]);
    const along = [a, ...split.on.filter((x) => x !== c), b];
    for (let i = 0; i + 1 < along.length; i++) out.push(along[i], along[i + 1], c);
    cut++;
  }
  return cut ? { mesh: { vertices: v, indices: Uint32Array.from(out) }, cut } : { mesh, cut };
}

/** Corners that lie on an edge between its ends, in their order along it. */
function cornersOn({ vertices: v }: Mesh, cells: Cells, a: number, b: number, reach: number): number[] {
  const p = [0, 1, 2].map((k) => v[3 * a + k]), d = [0, 1, 2].map((k) => v[3 * b + k] - v[3 * a + k]);
  const l2 = d[0] ** 2 + d[1] ** 2 + d[2] ** 2;
  if (!(l2 > 0)) return [];
  const low = p.map((x, k) => Math.min(x, x + d[k]) - reach), high = p.map((x, k) => Math.max(x, x + d[k]) + reach);
  const found: [t: number, c: number][] = [];
  const end = reach / Math.sqrt(l2);
  for (const c of cells.within(low, high)) {
    if (c === a || c === b) continue;
    const q = [0, 1, 2].map((k) => v[3 * c + k] - p[k]);
    const t = (q[0] * d[0] + q[1] * d[1] + q[2] * d[2]) / l2;
    if (t <= end || t >= 1 - end) continue;
    if (Math.hypot(q[0] - t * d[0], q[1] - t * d[1], q[2] - t * d[2]) <= reach) found.push([t, c]);
  }
  return found.sort((x, y) => x[0] - y[0]).map(([, c]) => c);
}

/** Rims with more corners than this are only closed where they are planar. */
export const MOST_CURVED = 90;

/**
 * The triangulation of least area of a rim that lies in no plane (Barequet and Sharir 1995: by the best split of every part of it).
 * @returns corners of the triangles, running round as the rim does
 */
export function leastAreaFill(v: Float32Array, loop: readonly number[]): number[] {
  const n = loop.length;
  const area = (i: number, j: number, k: number): number => {
    const [a, b, c] = [loop[i] * 3, loop[j] * 3, loop[k] * 3];
    const ux = v[b] - v[a], uy = v[b + 1] - v[a + 1], uz = v[b + 2] - v[a + 2];
    const wx = v[c] - v[a], wy = v[c + 1] - v[a + 1], wz = v[c + 2] - v[a + 2];
    return Math.hypot(uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx) / 2;
  };
  const cost = new Float64Array(n * n), best = new Int32Array(n * n);
  for (let span = 2; span < n; span++) {
    for (let i = 0; i + span < n; i++) {
      const k = i + span;
      let least = Infinity;
      for (let j = i + 1; j < k; j++) {
        const sum = cost[i * n + j] + cost[j * n + k] + area(i, j, k);
        if (sum < least) {
          least = sum;
          best[i * n + k] = j;
        }
      }
      cost[i * n + k] = least;
    }
  }
  const out: number[] = [];
  const take = (i: number, k: number): void => {
    if (k - i < 2) return;
    const j = best[i * n + k];
    out.push(loop[i], loop[j], loop[k]);
    take(i, j);
    take(j, k);
  };
  take(0, n - 1);
  return out;
}
