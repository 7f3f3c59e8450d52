import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { bvhOf } from './bvh';
import { facets } from './facets';
import { next, twins } from './half-edges';
import type { Mesh } from './mesh';
import { dot, unit, type Vec3 } from './turn';

/** A round hole: a cylindrical patch that runs all round and looks at its axis. */
export interface Hole {
  diameter_mm: number;
  depth_mm: number;
  /** Along the hole; out of the part at its opening when blind. */
  axis: Vec3;
  /** Middle of the hole on its axis. */
  centre: Vec3;
  through: boolean;
  /** Number (from 1) of the smaller hole that goes on from this one's floor; 0 when this is none's counterbore. */
  opensInto: number;
}

/** Neighbouring facets of one cylinder meet at less than this; 8 facets to the round still do. */
const FACET = Math.cos((50 * Math.PI) / 180);
/** A patch must run round this much of its axis. */
const ROUND = (300 * Math.PI) / 180;
const MAX_HOLES = 500;
/** Triangles looked at, per triangle, before an organic shape with bends everywhere is given up. */
const EFFORT = 40;
/** Across an edge bent by less than this the surface goes on smoothly. */
const SMOOTH = Math.cos((12 * Math.PI) / 180);

/**
 * Holes from cylindrical patches. From each place where two facets bend inwards, the patch grows over edges bent by less
 * than 50° to facets that stay parallel to the first bend; the axis is the direction in which the patch's normals have least
 * extent (eigenvector of Σ area · n nᵀ), the radius the algebraic circle through its corners (Kåsa 1976). Kept are patches
 * whose corners lie on the circle within 2 %, that look at the axis and run round at least 300° of it.
 * A ray along the axis that meets material within ⅔ of a diameter past the end makes the hole blind: a drill's point is 0.3.
 */
export function findHoles(mesh: Mesh): Hole[] {
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const twin = twins(mesh);
  const triangles = indices.length / 3;
  const taken = new Uint8Array(triangles);
  const member = new Int32Array(triangles).fill(-1);
  /** Axis (as a number in `tried`) with which a triangle's patch was last grown in vain. */
  const vain = new Int32Array(triangles).fill(-1);
  const tried: Vec3[] = [];
  let effort = 0;
  const found: Hole[] = [];
  const n = (t: number): Vec3 => [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
  const corner = (h: number): Vec3 => [v[indices[h] * 3], v[indices[h] * 3 + 1], v[indices[h] * 3 + 2]];

  for (let h = 0; h < indices.length && found.length < MAX_HOLES; h++) {
    const seed = Math.floor(h / 3);
    const g = twin[h];
    if (g < 0 || taken[seed] || !areas[seed]) continue;
    const other = Math.floor(g / 3);
    if (taken[other] || !areas[other]) continue;
    const bend = normalDot(seed, other);
    if (bend > 0.99995 || bend < FACET) continue;
    const from = corner(h), to = corner(next(h));
    // Bent inwards: the other triangle's far corner lies in front of this one's face.
    const far = corner(g % 3 === 0 ? g + 2 : g - 1);
    if (dot(n(seed), [far[0] - from[0], far[1] - from[1], far[2] - from[2]]) <= 0) continue;
    const axis = unit([to[0] - from[0], to[1] - from[1], to[2] - from[2]]);
    if (vain[seed] >= 0 && Math.abs(dot(axis, tried[vain[seed]])) > 0.9995) continue;
    const patch = grow(seed, axis);
    effort += patch.length;
    if (effort > EFFORT * triangles) break;
    const hole = patch.length >= 6 && runsRound(patch) ? fit(patch) : undefined;
    if (hole) {
      for (const t of patch) taken[t] = 1;
      found.push(hole);
    } else {
      tried.push(axis);
      for (const t of patch) vain[t] = tried.length - 1;
    }
  }
  return order(joined(found));

  function normalDot(s: number, t: number): number {
    return normals[s * 3] * normals[t * 3] + normals[s * 3 + 1] * normals[t * 3 + 1] + normals[s * 3 + 2] * normals[t * 3 + 2];
  }

  /** Facets parallel to the axis that hang together with the seed over gentle edges. */
  function grow(seed: number, [x, y, z]: Vec3): number[] {
    const patch = [seed];
    member[seed] = seed;
    for (const t of patch) {
      for (let e = 0; e < 3; e++) {
        const g = twin[t * 3 + e];
        if (g < 0) continue;
        const o = Math.floor(g / 3);
        if (member[o] === seed || taken[o] || !areas[o]) continue;
        if (Math.abs(normals[o * 3] * x + normals[o * 3 + 1] * y + normals[o * 3 + 2] * z) > 0.03 || normalDot(t, o) < FACET) continue;
        member[o] = seed;
        patch.push(o);
      }
    }
    return patch;
  }

  /** All round, normals cancel out; over half a turn they add up to 2/π of the area. */
  function runsRound(patch: readonly number[]): boolean {
    let x = 0, y = 0, z = 0, all = 0;
    for (const t of patch) {
      x += areas[t] * normals[t * 3];
      y += areas[t] * normals[t * 3 + 1];
      z += areas[t] * normals[t * 3 + 2];
      all += areas[t];
    }
    return Math.hypot(x, y, z) < 0.5 * all;
  }

  /** Share of the patch's rim beyond which the surface goes on smoothly, as the waist of a ring does. */
  function softRim(patch: readonly number[]): number {
    const mine = new Set(patch);
    let soft = 0, all = 0;
    for (const t of patch) {
      for (let e = 0; e < 3; e++) {
        const g = twin[t * 3 + e];
        const o = g < 0 ? -1 : Math.floor(g / 3);
        if (o >= 0 && mine.has(o)) continue;
        const a = corner(t * 3 + e), b = corner(next(t * 3 + e));
        const length = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
        all += length;
        if (o >= 0 && normalDot(t, o) > SMOOTH) soft += length;
      }
    }
    return all ? soft / all : 0;
  }

  function fit(patch: readonly number[]): Hole | undefined {
    const spread = new Matrix(3, 3);
    for (const t of patch) {
      const m = n(t);
      for (let a = 0; a < 3; a++) for (let b = 0; b < 3; b++) spread.set(a, b, spread.get(a, b) + areas[t] * m[a] * m[b]);
    }
    const eigen = new EigenvalueDecomposition(spread, { assumeSymmetric: true });
    const least = eigen.realEigenvalues.indexOf(Math.min(...eigen.realEigenvalues));
    const axis = unit(eigen.eigenvectorMatrix.getColumn(least));
    const side = unit(Math.abs(axis[0]) < 0.9 ? [0, axis[2], -axis[1]] : [-axis[2], 0, axis[0]]);
    const third: Vec3 = [axis[1] * side[2] - axis[2] * side[1], axis[2] * side[0] - axis[0] * side[2], axis[0] * side[1] - axis[1] * side[0]];
    const corners = new Set<number>();
    for (const t of patch) for (let k = 0; k < 3; k++) corners.add(indices[t * 3 + k]);
    const points = [...corners].map((p): Vec3 => [v[p * 3], v[p * 3 + 1], v[p * 3 + 2]]);
    const flat = points.map((p) => [dot(p, side), dot(p, third)] as const);
    const circle = circleThrough(flat);
    if (!circle) return undefined;
    const { x, y, r } = circle;
    // Corners that a boolean left on the chords between others lie inside by up to r(1 − cos(π/12)), some 3 %.
    const off = flat.filter(([px, py]) => Math.abs(Math.hypot(px - x, py - y) / r - 1) > 0.035).length;
    if (off > 0.02 * flat.length) return undefined;
    const along = points.map((p) => dot(p, axis));
    const low = along.reduce((a, b) => Math.min(a, b), Infinity), high = along.reduce((a, b) => Math.max(a, b), -Infinity);
    const depth = high - low;
    if (!(depth > 1e-3) || r < 0.05 || (depth < 0.3 * r && softRim(patch) > 0.5)) return undefined;
    // It looks at its axis, and its facets run round: their shares of the turn, by area over depth and radius.
    let inward = 0, all = 0;
    for (const t of patch) {
      const c = corner(t * 3);
      const [dx, dy] = [x - dot(c, side), y - dot(c, third)];
      if (dx * dot(n(t), side) + dy * dot(n(t), third) > 0) inward += areas[t];
      all += areas[t];
    }
    // A ribbon that winds up and down a curved surface covers little of the cylinder it lies on.
    if (inward < 0.98 * all || all < 0.3 * 2 * Math.PI * r * depth || turnOf(flat, x, y) < ROUND) return undefined;
    const at = (s: number): Vec3 => [0, 1, 2].map((k) => side[k] * x + third[k] * y + axis[k] * s) as Vec3;
    const centre = at((low + high) / 2);
    const bvh = bvhOf(mesh);
    const stopped = [1, -1].map((sign) => {
      const hit = bvh.ray(...centre, ...(axis.map((a) => a * sign) as Vec3), depth / 2 + (4 / 3) * r);
      return hit.triangle >= 0;
    });
    const out = stopped[0] && !stopped[1] ? (axis.map((a) => -a) as Vec3) : axis;
    return {
      diameter_mm: 2 * r,
      depth_mm: depth,
      axis: out.map((a) => (Math.abs(a) < 1e-6 ? 0 : a)) as Vec3,
      centre,
      through: !stopped[0] && !stopped[1],
      opensInto: 0,
    };
  }
}

/** Largest round turn without a gap wider than a sixth of it. */
function turnOf(points: readonly (readonly [number, number])[], x: number, y: number): number {
  const angles = points.map(([px, py]) => Math.atan2(py - y, px - x)).sort((a, b) => a - b);
  let widest = 2 * Math.PI - (angles[angles.length - 1] - angles[0]);
  for (let i = 1; i < angles.length; i++) widest = Math.max(widest, angles[i] - angles[i - 1]);
  return 2 * Math.PI - (widest < Math.PI / 3 ? 0 : widest);
}

/** Least squares of x² + y² + Dx + Ey + F = 0, about the mean. */
function circleThrough(points: readonly (readonly [number, number])[]): { x: number; y: number; r: number } | undefined {
  const count = points.length;
  if (count < 3) return undefined;
  const mx = points.reduce((s, p) => s + p[0], 0) / count, my = points.reduce((s, p) => s + p[1], 0) / count;
  let xx = 0, xy = 0, yy = 0, xs = 0, ys = 0, s = 0;
  for (const [px, py] of points) {
    const x = px - mx, y = py - my, q = x * x + y * y;
    xx += x * x;
    xy += x * y;
    yy += y * y;
    xs += x * q;
    ys += y * q;
    s += q;
  }
  const det = xx * yy - xy * xy;
  if (!(det > 1e-12 * (xx + yy) ** 2)) return undefined;
  const x = (xs * yy - ys * xy) / (2 * det), y = (ys * xx - xs * xy) / (2 * det);
  return { x: x + mx, y: y + my, r: Math.sqrt(s / count + x * x + y * y) };
}

/** Distance of b's middle from a's axis, and along it. */
function beside(a: Hole, b: Hole): { along: number; aside: number; parallel: boolean } {
  const gap = [0, 1, 2].map((k) => b.centre[k] - a.centre[k]);
  const along = dot(gap, a.axis);
  return { along, aside: Math.hypot(...gap.map((g, k) => g - along * a.axis[k])), parallel: Math.abs(dot(a.axis, b.axis)) > 0.999 };
}

/** Pieces of one bore, parted by a groove, a cross hole or another meshing, taken together. */
function joined(pieces: Hole[]): Hole[] {
  const out: Hole[] = [];
  for (let hole of pieces) {
    for (;;) {
      const same = out.findIndex((o) => {
        const { along, aside, parallel } = beside(o, hole);
        return parallel && Math.abs(o.diameter_mm / hole.diameter_mm - 1) < 0.02 && aside < 0.05 * o.diameter_mm &&
          Math.abs(along) - (o.depth_mm + hole.depth_mm) / 2 < 0.25 * o.diameter_mm;
      });
      if (same < 0) break;
      const [o] = out.splice(same, 1);
      const { along } = beside(o, hole);
      const low = Math.min(-o.depth_mm / 2, along - hole.depth_mm / 2), high = Math.max(o.depth_mm / 2, along + hole.depth_mm / 2);
      const blind = [o, hole].find((h) => !h.through);
      hole = {
        ...o,
        depth_mm: high - low,
        centre: o.centre.map((c, k) => c + (o.axis[k] * (low + high)) / 2) as Vec3,
        through: !blind,
        axis: blind?.axis ?? o.axis,
      };
    }
    out.push(hole);
  }
  return out;
}

/** Largest first; counterbores told apart from what they open into. */
function order(found: Hole[]): Hole[] {
  const holes = found.sort((a, b) => b.diameter_mm - a.diameter_mm || b.depth_mm - a.depth_mm);
  for (const wide of holes) {
    const into = holes.findIndex((narrow) => {
      if (narrow === wide || narrow.diameter_mm > 0.97 * wide.diameter_mm) return false;
      const { along, aside, parallel } = beside(wide, narrow);
      return parallel && aside < 0.05 * wide.diameter_mm && Math.abs(Math.abs(along) - (narrow.depth_mm + wide.depth_mm) / 2) < 0.15 * wide.diameter_mm;
    });
    wide.opensInto = into + 1;
  }
  return holes;
}

/** Deep for its width: drills run off, break and scrap the work. */
export const isDeep = (h: Pick<Hole, 'diameter_mm' | 'depth_mm'>): boolean => h.depth_mm > 5 * h.diameter_mm;

/** Where a hole is opened: on its axis, at its end, with the way out of the part. */
export const mouthOf = ({ centre, axis, depth_mm }: Hole): { point: Vec3; normal: Vec3 } => ({
  point: centre.map((c, k) => c + (axis[k] * depth_mm) / 2) as Vec3,
  normal: axis,
});

/** How far a point lies from the wall of a hole, mm. */
function offWall({ centre, axis, diameter_mm, depth_mm }: Hole, p: Vec3): number {
  const d = p.map((x, k) => x - centre[k]) as Vec3;
  const along = dot(d, axis);
  const aside = Math.hypot(...d.map((x, k) => x - axis[k] * along));
  return Math.abs(aside - diameter_mm / 2) + Math.max(0, Math.abs(along) - depth_mm / 2);
}

/** The hole on whose wall a point lies, to within half its width; none where there is no wall near. */
export function holeAt(holes: readonly Hole[], p: Vec3): Hole | undefined {
  const [nearest] = [...holes].sort((a, b) => offWall(a, p) - offWall(b, p));
  return nearest && offWall(nearest, p) <= nearest.diameter_mm / 2 ? nearest : undefined;
}
