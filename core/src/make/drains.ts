import type { Manifold } from 'manifold-3d';
import { bvhOf } from '../shape/bvh';
import { facets, samplesByArea } from '../shape/facets';
import type { Mesh } from '../shape/mesh';
import { topology } from '../shape/topology';
import { dot, frameFor, type Vec3 } from '../shape/turn';
import { shells } from '../shape/voids';
import { type Kernel, meshOf, placed, solidOf } from './kernel';

/** A hole out of a cavity. */
export interface DrainHole {
  /** On the wall of the cavity. */
  at: Vec3;
  /** Out of the part. */
  way: Vec3;
  /** Of material that it goes through. */
  through_mm: number;
}
export interface Drained {
  mesh: Mesh;
  /** Two for each cavity, low one first, as far as there is a way out. */
  holes: DrainHole[];
  /** Cavities that are still closed. */
  closed: number;
}

const SAMPLES = 1500;
/** The low hole lies within this share of a cavity's height from below, the high one from above. */
const END = 0.3;
const RING = 8;

/**
 * Opens every closed cavity by two holes where its wall is thinnest, one low and one high as the part stands, so that powder or resin runs out
 * and air comes in. A place counts where rays around the hole leave the part through its outer shell over no more than its own width extra.
 */
export function drained(k: Kernel, part: Mesh, up: Vec3, diameter: number): Drained {
  const { shellOf, shells: count } = topology(part);
  const lists: number[][] = Array.from({ length: count }, () => []);
  shellOf.forEach((s, t) => s >= 0 && lists[s].push(t));
  const cavities = lists.map((triangles) => subset(part, triangles)).map((mesh, s) => ({ mesh, s })).filter(({ mesh }) => shells(mesh).voids.length > 0);
  const inner = new Set(cavities.map((c) => c.s));
  const bvh = bvhOf(part);
  const radius = diameter / 2;
  const holes: DrainHole[] = [];
  let solid: Manifold = solidOf(k, part);
  for (const { mesh } of cavities) {
    const places = candidates(mesh);
    const heights = places.map((p) => p.height);
    const low = heights.reduce((a, b) => Math.min(a, b), Infinity), high = heights.reduce((a, b) => Math.max(a, b), -Infinity);
    const thinnest = (list: typeof places) =>
      list.reduce<(typeof places)[number] | undefined>((best, p) => (!best || p.through_mm < best.through_mm ? p : best), undefined);
    const below = thinnest(places.filter((p) => p.height <= low + END * (high - low)));
    const above = thinnest(places.filter((p) => p.height >= high - END * (high - low)));
    for (const hole of [below, above]) {
      if (!hole) continue;
      holes.push({ at: hole.at, way: hole.way, through_mm: hole.through_mm });
      const start = hole.at.map((x, i) => x - hole.room * hole.way[i]) as Vec3;
      const length = hole.room + hole.through_mm + diameter;
      solid = solid.subtract(k.Manifold.cylinder(length, radius, radius, 32).transform(placed(frameFor(hole.way), start)));
    }
  }
  const mesh = meshOf(solid);
  return { mesh, holes, closed: shells(mesh).voids.length };

  /** Places on the wall of a cavity with a way out. */
  function candidates(cavity: Mesh) {
    const { points, triangle, count: n } = samplesByArea(cavity, SAMPLES);
    const { normals } = facets(cavity);
    return Array.from({ length: n }, (_, i) => i).flatMap((i) => {
      const t = triangle[i] * 3;
      const at: Vec3 = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
      // Normals of the wall look into the cavity.
      const way: Vec3 = [-normals[t], -normals[t + 1], -normals[t + 2]];
      const [right, back] = frameFor(way);
      const opposite = bvh.ray(...off(at, way, -1e-3), ...(way.map((x) => -x) as Vec3)).distance;
      const room = Math.min(radius, 0.45 * opposite);
      const around = [
        at,
        ...Array.from({ length: RING }, (_r, q) => {
          const a = (2 * Math.PI * q) / RING;
          return at.map((x, j) => x + radius * (Math.cos(a) * right[j] + Math.sin(a) * back[j])) as Vec3;
        }),
      ].map((p) => wall(off(p, way, -room), way));
      const [middle] = around;
      if (!middle || !around.every((x) => x && x.out <= middle.out + diameter && x.into <= middle.into + radius + 1e-3)) return [];
      return [{ at, way, room, through_mm: middle.out - middle.into, height: dot(at, up) }];
    });
  }

  /** From inside a cavity: how far to its wall and to where the part ends; nothing where the way leads into another cavity. */
  function wall(from: Vec3, way: Vec3): { into: number; out: number } | undefined {
    const first = bvh.ray(...from, ...way);
    if (first.triangle < 0) return undefined;
    const second = bvh.ray(...off(from, way, first.distance + 1e-3), ...way);
    return second.triangle < 0 || inner.has(shellOf[second.triangle]) ? undefined : { into: first.distance, out: first.distance + 1e-3 + second.distance };
  }
}

const off = (p: Vec3, way: Vec3, by: number): Vec3 => p.map((x, i) => x + by * way[i]) as Vec3;
const subset = ({ vertices, indices }: Mesh, triangles: readonly number[]): Mesh => ({
  vertices,
  indices: Uint32Array.from(triangles.flatMap((t) => [indices[3 * t], indices[3 * t + 1], indices[3 * t + 2]])),
});
