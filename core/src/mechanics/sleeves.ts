import type { Matrix } from 'ml-matrix';
import { dot, type Vec3 } from '../shape/turn';
import { type Elastic, stiffnessOf } from './brick';
import type { Head } from './faces';
import type { Grid } from './grid';

/** Sleeves of metal under bolts drawn tight: from beneath each head to the other side of the part, as wide as the head. */
export interface Sleeves {
  /** Modulus of their metal over that of the part within its layers. */
  stiffer: number;
}

/** Poisson's number of steel. */
const NU = 0.3;
/** A brick is looked through at so many places along each of its edges. */
const PLACES = 4;

/** What bricks are where they are sleeve: alike in all directions. */
export function sleeveStuff(of: Elastic, { stiffer }: Sleeves): Matrix {
  const e = of.e[0] * stiffer, g = e / (2 * (1 + NU));
  return stiffnessOf({ e: [e, e, e], g: [g, g, g], nu: [NU, NU, NU] });
}

/** How much of each brick is sleeve: between the bore beneath a head and the rim of the head, down to where the part ends. */
export function laySleeves(grid: Grid, heads: readonly Head[]): Float32Array {
  const out = new Float32Array(grid.bricks);
  const half = Math.hypot(...grid.size) / 2;
  const places = Array.from({ length: PLACES }, (_, k) => (k + 0.5) / PLACES);
  for (const { centre, normal, bore_mm, rim_mm, deep_mm } of heads) {
    const lies = (p: readonly number[]): { deep: number; aside: number } => {
      const off = p.map((x, a) => x - centre[a]) as Vec3;
      const deep = -dot(off, normal);
      return { deep, aside: Math.sqrt(Math.max(0, dot(off, off) - deep ** 2)) };
    };
    const isIn = (p: readonly number[]): boolean => {
      const { deep, aside } = lies(p);
      return deep >= 0 && deep <= deep_mm && aside >= bore_mm && aside <= rim_mm;
    };
    for (let b = 0; b < grid.bricks; b++) {
      const corner = [0, 1, 2].map((a) => grid.low[a] + grid.brickPlace[3 * b + a] * grid.size[a]);
      const { deep, aside } = lies(corner.map((x, a) => x + grid.size[a] / 2));
      if (deep < -half || deep > deep_mm + half || aside > rim_mm + half || aside < bore_mm - half) continue;
      let met = 0;
      for (const z of places)
        for (const y of places)
          for (const x of places) if (isIn([corner[0] + x * grid.size[0], corner[1] + y * grid.size[1], corner[2] + z * grid.size[2]])) met++;
      // The hole leaves no more room than the part has there.
      out[b] = Math.min(grid.share[b], Math.max(out[b], met / PLACES ** 3));
    }
  }
  return out;
}
