import { bvhOf } from '../shape/bvh';
import { facets } from '../shape/facets';
import type { Mesh } from '../shape/mesh';
import { crossOf, dot, unit, type Vec3 } from '../shape/turn';

/** A wall that is pressed along itself: it may give way sideways long before it is crushed. */
export interface Slender {
  /** Compression in it, MPa. */
  stress: number;
  /** Stress at which it buckles, over the modulus. */
  critical: number;
  wall_mm: number;
  /** How wide it is between what holds its edges; of a strut its length. */
  free_mm: number;
  held: Held;
  at: Vec3;
}
/** Edges of the wall along the pressure: both held by other walls, one, or none: then it is a strut. */
export type Held = 'both' | 'one' | 'none';

/** A place in the part that is pressed, and along which way. */
export interface Pressed {
  at: Vec3;
  way: Vec3;
}

/** A wall less than this of its width thick is slender. */
const SLENDER = 1 / 6;
/** At its rim a free edge is no thicker than so many walls. */
const RIM = 1.6;
/** Inside the rim by this many walls is where that is looked at. */
const INSIDE = 0.4;

/**
 * The wall that comes nearest to buckling. Plate with both edges held: σ = 4 π² E/(12 (1 − ν²)) (t/b)²; one edge free: 0.43 + (b/l)² for 4; none held:
 * a strut on pinned ends, σ = π² E/12 (t/l)². (Timoshenko and Gere, ch. 2 and 9.) Ends are taken as pinned: nothing that clamps them is counted on.
 * @param pressure compression along a way at the middle of a wall, MPa: bending alone leaves none there
 */
export function slenderest(mesh: Mesh, places: readonly Pressed[], nu: number, pressure: (at: Vec3, way: Vec3) => number): Slender | undefined {
  return places.reduce<Slender | undefined>((worst, p) => {
    const found = wallAt(mesh, p, nu, pressure);
    return found && found.stress > 0 && (!worst || found.stress / found.critical > worst.stress / worst.critical) ? found : worst;
  }, undefined);
}

function wallAt(mesh: Mesh, { at, way }: Pressed, nu: number, pressure: (at: Vec3, way: Vec3) => number): Slender | undefined {
  const bvh = bvhOf(mesh);
  const near = bvh.closest(...at);
  if (near.triangle < 0) return undefined;
  const { normals } = facets(mesh);
  const n: Vec3 = [normals[3 * near.triangle], normals[3 * near.triangle + 1], normals[3 * near.triangle + 2]];
  // From a hair under the nearer face to the other one.
  const out = ray(bvh, at, n), back = ray(bvh, at, scaled(n, -1));
  if (!out || !back) return undefined;
  const wall = out + back;
  const mid = plus(at, scaled(n, out - wall / 2));
  const inWall = plus(way, scaled(n, -dot(way, n)));
  // What is pressed through the wall does not buckle it.
  if (Math.hypot(...inWall) < 0.5) return undefined;
  const along = unit(inWall);
  const across = crossOf(n, along);
  const edge = (d: Vec3): { far: number; free: boolean } => {
    const far = ray(bvh, mid, d);
    if (!far) return { far: 0, free: true };
    const rim = plus(mid, scaled(d, Math.max(0, far - INSIDE * wall)));
    const thick = (ray(bvh, rim, n) ?? 0) + (ray(bvh, rim, scaled(n, -1)) ?? 0);
    return { far, free: thick <= RIM * wall };
  };
  const [left, right] = [edge(across), edge(scaled(across, -1))];
  const wide = left.far + right.far;
  const long = (ray(bvh, mid, along) ?? 0) + (ray(bvh, mid, scaled(along, -1)) ?? 0);
  const plate = (k: number): number => ((k * Math.PI ** 2) / (12 * (1 - nu * nu))) * (wall / wide) ** 2;
  const held: Held = left.free && right.free ? 'none' : left.free || right.free ? 'one' : 'both';
  const free = held === 'none' ? long : wide;
  if (!(free > 0) || wall > SLENDER * free) return undefined;
  const critical = held === 'both' ? plate(4) : held === 'one' ? plate(0.43 + (wide / long) ** 2) : (Math.PI ** 2 / 12) * (wall / long) ** 2;
  return { stress: pressure(mid, along), critical, wall_mm: wall, free_mm: free, held, at: mid };
}

function ray(bvh: ReturnType<typeof bvhOf>, p: Vec3, d: Vec3): number | undefined {
  const hit = bvh.ray(...p, ...d);
  return hit.triangle < 0 ? undefined : hit.distance;
}

const plus = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const scaled = (a: Vec3, s: number): Vec3 => [s * a[0], s * a[1], s * a[2]];
