import { facets } from './facets';
import type { Hole } from './holes';
import type { Mesh } from './mesh';

/** Normals that lie in one cell of this width, of their components, count as one plane. */
const CELL = 0.01;
/** A plane counts as a flat face from this share of the surface on. */
const FLAT = 0.004;

/**
 * Part of the surface that is neither flat nor a round hole: what is cut line by line. Area of all facings with less than 0.4 % of
 * the surface, less the walls of the holes.
 */
export function freeForm_mm2(mesh: Mesh, holes: readonly Pick<Hole, 'diameter_mm' | 'depth_mm'>[]): number {
  const { normals, areas, total_mm2 } = facets(mesh);
  const planes = new Map<string, number>();
  for (let t = 0; t < areas.length; t++) {
    const key = `${Math.round(normals[3 * t] / CELL)},${Math.round(normals[3 * t + 1] / CELL)},${Math.round(normals[3 * t + 2] / CELL)}`;
    planes.set(key, (planes.get(key) ?? 0) + areas[t]);
  }
  let loose = 0;
  for (const area of planes.values()) if (area < FLAT * total_mm2) loose += area;
  const walls = holes.reduce((s, h) => s + Math.PI * h.diameter_mm * h.depth_mm, 0);
  return Math.max(0, loose - walls);
}
