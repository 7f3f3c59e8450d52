import { next, twins } from '../half-edges';
import type { Mesh } from '../mesh';
import { crossOf, dot, type Vec3 } from '../turn';
import { surfacesOf } from './surfaces';

/** Outlines of the flats of a part, edge by edge. */
export interface Outline {
  /** Half edges of a flat beyond which another one lies. */
  rimOf(f: number): readonly number[];
  /** Where a half edge begins. */
  corner(h: number): Vec3;
  /** From its beginning to its end. */
  edgeOf(h: number): Vec3;
  /** The flat beyond it. */
  beyond(h: number): number;
  /** Sine of the bend over an edge between two flats: positive where it bulges, negative where it is hollow. */
  bulge(h: number): number;
}

const known = new WeakMap<Mesh, Outline>();

/** Kept with the mesh. */
export function outlineOf(mesh: Mesh): Outline {
  let out = known.get(mesh);
  if (!out) known.set(mesh, out = trace(mesh));
  return out;
}

function trace(mesh: Mesh): Outline {
  const { vertices: v, indices } = mesh;
  const twin = twins(mesh);
  const { flats, flatOf } = surfacesOf(mesh);
  const rims = new Map<number, number[]>();
  const corner = (h: number): Vec3 => [v[indices[h] * 3], v[indices[h] * 3 + 1], v[indices[h] * 3 + 2]];
  const edgeOf = (h: number): Vec3 => {
    const a = corner(h), b = corner(next(h));
    return [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  };
  const beyond = (h: number): number => flatOf[(twin[h] / 3) | 0];
  return {
    corner,
    edgeOf,
    beyond,
    rimOf: (f) => {
      let rim = rims.get(f);
      if (rim) return rim;
      rims.set(f, rim = []);
      for (const t of flats[f].triangles) for (let h = 3 * t; h < 3 * t + 3; h++) if (twin[h] >= 0 && beyond(h) !== f) rim.push(h);
      return rim;
    },
    bulge: (h) => {
      const e = edgeOf(h);
      return dot(crossOf(flats[flatOf[(h / 3) | 0]].normal, flats[beyond(h)].normal), e) / (Math.hypot(...e) || 1);
    },
  };
}
