import { extentOf, type Mesh } from '../shape/mesh';

/** A solid on an even grid: which cells it touches or fills. */
export interface Voxels {
  /** Cells along x, y, z. */
  size: [number, number, number];
  /** Low corner of the first cell, mm, in the mesh's own place. */
  low: [number, number, number];
  /** 1 for a cell that the solid touches or fills; x fastest, then y, then z. */
  full: Uint8Array;
}

/**
 * Every cell that a mesh touches (Akenine-Möller 2001: no axis parts triangle and cube), and every cell that cannot be reached from
 * outside: nothing can be put into a closed hollow.
 * @param cell edge of a cell, mm
 */
export function voxelise(mesh: Mesh, cell: number): Voxels {
  const { vertices: v, indices: f } = mesh;
  const { low, high } = extentOf(v);
  const size = [0, 1, 2].map((a) => Math.max(1, Math.ceil((high[a] - low[a]) / cell - 1e-6))) as [number, number, number];
  const [w, d, h] = size;
  const full = new Uint8Array(w * d * h);
  const p = new Float64Array(9);
  for (let t = 0; t < f.length; t += 3) {
    for (let k = 0; k < 3; k++) for (let a = 0; a < 3; a++) p[3 * k + a] = (v[3 * f[t + k] + a] - low[a]) / cell;
    const from = [0, 1, 2].map((a) => clamp(Math.floor(Math.min(p[a], p[3 + a], p[6 + a]) - HAIR), size[a]));
    const to = [0, 1, 2].map((a) => clamp(Math.floor(Math.max(p[a], p[3 + a], p[6 + a]) + HAIR), size[a]));
    for (let z = from[2]; z <= to[2]; z++)
      for (let y = from[1]; y <= to[1]; y++)
        for (let x = from[0]; x <= to[0]; x++) {
          const at = (z * d + y) * w + x;
          if (!full[at] && touches(p, x + 0.5, y + 0.5, z + 0.5)) full[at] = 1;
        }
  }
  fillInside(full, w, d, h);
  return { size, low, full };
}

const HAIR = 1e-7;
const clamp = (x: number, n: number): number => Math.max(0, Math.min(n - 1, x));

/** Does a triangle meet the unit cube about (x, y, z)? Along its normal and the nine cross products of edges; its box is known to meet. */
function touches(p: Float64Array, x: number, y: number, z: number): boolean {
  const a = [p[0] - x, p[1] - y, p[2] - z], b = [p[3] - x, p[4] - y, p[5] - z], c = [p[6] - x, p[7] - y, p[8] - z];
  const edges = [[b[0] - a[0], b[1] - a[1], b[2] - a[2]], [c[0] - b[0], c[1] - b[1], c[2] - b[2]], [a[0] - c[0], a[1] - c[1], a[2] - c[2]]];
  const parted = (nx: number, ny: number, nz: number): boolean => {
    const pa = nx * a[0] + ny * a[1] + nz * a[2], pb = nx * b[0] + ny * b[1] + nz * b[2], pc = nx * c[0] + ny * c[1] + nz * c[2];
    // A hair more than the half: a face that lies between two cells fills both, and never neither.
    const r = (Math.abs(nx) + Math.abs(ny) + Math.abs(nz)) * (0.5 + HAIR);
    return Math.min(pa, pb, pc) > r || Math.max(pa, pb, pc) < -r;
  };
  const [u, q] = edges;
  if (parted(u[1] * q[2] - u[2] * q[1], u[2] * q[0] - u[0] * q[2], u[0] * q[1] - u[1] * q[0])) return false;
  for (const e of edges) if (parted(0, -e[2], e[1]) || parted(e[2], 0, -e[0]) || parted(-e[1], e[0], 0)) return false;
  return true;
}

/** Whatever no way leads to from the sides of the box is filled. */
function fillInside(full: Uint8Array, w: number, d: number, h: number): void {
  const OUTSIDE = 2;
  const stack: number[] = [];
  const visit = (x: number, y: number, z: number): void => {
    if (x < 0 || y < 0 || z < 0 || x >= w || y >= d || z >= h) return;
    const at = (z * d + y) * w + x;
    if (full[at]) return;
    full[at] = OUTSIDE;
    stack.push(at);
  };
  for (let z = 0; z < h; z++)
    for (let y = 0; y < d; y++) for (let x = 0; x < w; x++) if (x === 0 || y === 0 || z === 0 || x === w - 1 || y === d - 1 || z === h - 1) visit(x, y, z);
  while (stack.length) {
    const at = stack.pop()!;
    const x = at % w, y = Math.floor(at / w) % d, z = Math.floor(at / (w * d));
    visit(x - 1, y, z);
    visit(x + 1, y, z);
    visit(x, y - 1, z);
    visit(x, y + 1, z);
    visit(x, y, z - 1);
    visit(x, y, z + 1);
  }
  for (let i = 0; i < full.length; i++) full[i] = full[i] === OUTSIDE ? 0 : 1;
}

/** A quarter turn about z, seen from above against the clock. */
export function quarterTurn({ size: [w, d, h], full, low }: Voxels): Voxels {
  const out = new Uint8Array(full.length);
  for (let z = 0; z < h; z++) for (let y = 0; y < d; y++) for (let x = 0; x < w; x++) out[(z * w + x) * d + (d - 1 - y)] = full[(z * d + y) * w + x];
  return { size: [d, w, h], low, full: out };
}
