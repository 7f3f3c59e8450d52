import { next, twins } from '../half-edges';
import type { Mesh } from '../mesh';
import { crossOf, dot, type Vec3 } from '../turn';
import { surfacesOf } from './surfaces';

/** Outlines of the flats of a part, edge by edge. */
export interface Outline {
  /** Half edges of a flat beyond which another one lies. */
  rimOf(f: number): number[];
  /** Where a half edge begins. */
  corner(h: number): Vec3;
  /** From its beginning to its end. */
  edgeOf(h: number): Vec3;
  /** The flat beyond it. */
  beyond(h: number): number;
  /** Sine of the bend over an edge between two flats: positive where it bulges, negative where it is hollow. */
  bulge(h: number): number;
}

export function outlineOf(mesh: Mesh): Outline {
  const { vertices: v, indices } = mesh;
  const twin = twins(mesh);
  const { flats, flatOf } = surfacesOf(mesh);
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
    rimOf: (f) => flats[f].triangles.flatMap((t) => [0, 1, 2].map((e) => t * 3 + e).filter((h) => twin[h] >= 0 && beyond(h) !== f)),
    bulge: (h) => {
      const e = edgeOf(h);
      return dot(crossOf(flats[flatOf[(h / 3) | 0]].normal, flats[beyond(h)].normal), e) / (Math.hypot(...e) || 1);
    },
  };
}
