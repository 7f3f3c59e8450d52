import type { Matrix } from 'ml-matrix';
import { bvhOf } from '../shape/bvh';
import type { Mesh } from '../shape/mesh';
import { dot, type Vec3 } from '../shape/turn';
import { type Elastic, stiffnessOf } from './brick';
import type { Grid } from './grid';

/** Rods bonded into a part along its length, near the faces that bending works most. */
export interface Rods {
  /** Along the part, and the way it bends, in its own axes. */
  along: Vec3;
  bends: Vec3;
  /** Modulus of the rods over that of the part within its layers. */
  stiffer: number;
}

/** Of the section, and how deep beneath its faces they lie, mm. */
const SHARE = 0.02, FROM = 2, TO = 6;

const nearest = (v: Vec3): 0 | 1 | 2 => ([0, 1, 2] as const).reduce((best, a) => (Math.abs(v[a]) > Math.abs(v[best]) ? a : best));

/** What bricks are where they are rod: stiff along it, as the part across. @param frame axes of the grid in those of the part */
export function rodStuff(of: Elastic, { along, stiffer }: Rods, frame: readonly Vec3[]): Matrix {
  const a = nearest(frame.map((axis) => dot(axis, along)) as unknown as Vec3);
  const e = of.e.map((x, k) => (k === a ? of.e[0] * stiffer : x)) as unknown as Elastic['e'];
  return stiffnessOf({ ...of, e });
}

/** How much of each brick is rod: beneath both faces along the bending, together their share of the part. */
export function layRods(grid: Grid, mesh: Mesh, { bends }: Rods, frame: readonly Vec3[]): Float32Array {
  const way = frame.map((axis) => dot(axis, bends)) as unknown as Vec3;
  const edge = grid.size.reduce((s, x, a) => s + Math.abs(way[a]) * x, 0);
  const bvh = bvhOf(mesh);
  const out = new Float32Array(grid.bricks);
  let room = 0, whole = 0;
  for (let b = 0; b < grid.bricks; b++) {
    const p = [0, 1, 2].map((a) => grid.low[a] + (grid.brickPlace[3 * b + a] + 0.5) * grid.size[a]) as Vec3;
    whole += grid.share[b];
    for (const side of [1, -1]) {
      const { triangle, distance } = bvh.ray(...p, side * way[0], side * way[1], side * way[2], TO + edge);
      if (triangle >= 0) out[b] = Math.max(out[b], (Math.min(distance + edge / 2, TO) - Math.max(distance - edge / 2, FROM)) / edge);
    }
    out[b] *= grid.share[b];
    room += out[b];
  }
  const dense = room > 0 ? Math.min(1, (SHARE * whole) / room) : 0;
  return out.map((x) => x * dense);
}
