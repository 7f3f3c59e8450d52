import type { Manifold } from 'manifold-3d';
import { type Mesh, MeshError } from '../shape/mesh';
import { turned, type Vec3 } from '../shape/turn';
import { type Kernel, meshOf, solidOf } from './kernel';
import { offsetMesh } from './offset';
import { lifted } from './release';

export interface NestOptions {
  /** Between part and nest; 0.3 to 0.5 mm is usual. */
  clearance_mm: number;
  /** Thickness under the part's lowest point. */
  base_mm: number;
  /** How far up the part is held. */
  grip_mm: number;
  /** Wall around the part's outline. */
  wall_mm: number;
  up: Vec3;
  /** Whole, or broken into so many round pads near the corners on a plate. */
  pads: 0 | 3 | 4;
  pad_mm: number;
}

export interface Nest {
  nest: Mesh;
  part: Mesh;
  warnings: string[];
}

/**
 * A support nest: a block around the part's lower end less the part moved outwards by the clearance and less its way up, so
 * that it lifts out. Stands on z = 0.
 * @throws MeshError when the sizes do not go together
 */
export function supportNest(k: Kernel, part: Mesh, o: NestOptions): Nest {
  if (!(o.clearance_mm >= 0 && o.clearance_mm <= 5)) throw new MeshError('The clearance must lie between 0 and 5 mm.');
  for (const [x, what] of [[o.base_mm, 'base'], [o.grip_mm, 'grip'], [o.wall_mm, 'wall']] as const)
    if (!(x >= 1)) throw new MeshError(`The ${what} must be at least 1 mm.`);
  const standing = turned(part, o.up);
  const v = Float32Array.from(standing.vertices);
  const low = [Infinity, Infinity, Infinity], high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < v.length; i++) {
    low[i % 3] = Math.min(low[i % 3], v[i]);
    high[i % 3] = Math.max(high[i % 3], v[i]);
  }
  const edge = o.wall_mm + o.clearance_mm;
  const shift = [edge - low[0], edge - low[1], o.base_mm - low[2]];
  for (let i = 0; i < v.length; i++) v[i] += shift[i % 3];
  const placed: Mesh = { vertices: v, indices: standing.indices };
  const [w, d] = [high[0] - low[0] + 2 * edge, high[1] - low[1] + 2 * edge];
  const warnings: string[] = [];
  if (o.grip_mm > high[2] - low[2]) warnings.push('The nest is higher than the part: it cannot be gripped to lift it out.');

  const top = o.base_mm + o.grip_mm;
  const cavity = solidOf(k, offsetMesh(placed, o.clearance_mm)).trimByPlane([0, 0, -1], -(top + 1));
  if (cavity.isEmpty()) throw new MeshError('The part does not reach into the nest.');
  let nest: Manifold = k.Manifold.cube([w, d, top]).subtract(cavity).subtract(lifted(k, cavity, [0, 0, 1], 2));
  if (o.pads) {
    if (!(o.pad_mm >= 4) || o.pad_mm > Math.min(w, d)) throw new MeshError(`A pad must be between 4 mm and the nest's ${Math.min(w, d).toFixed(0)} mm.`);
    const r = o.pad_mm / 2;
    const places = o.pads === 4 ? [[r, r], [w - r, r], [w - r, d - r], [r, d - r]] : [[r, r], [w - r, r], [w / 2, d - r]];
    const posts = k.Manifold.union(places.map(([x, y]) => k.Manifold.cylinder(top, r, r, 64).translate([x, y, 0])));
    const floor = k.Manifold.cube([w, d, Math.max(1, o.base_mm * 0.6)]);
    nest = nest.intersect(posts).add(nest.intersect(floor));
  }
  if (nest.isEmpty()) throw new MeshError('Nothing is left of the nest.');
  if (nest.decompose().length > 1) warnings.push('The nest falls into pieces: more base or wall is needed.');
  return { nest: meshOf(nest), part: placed, warnings };
}
