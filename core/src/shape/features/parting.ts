import { bvhOf } from '../bvh';
import { facets } from '../facets';
import { next, twins } from '../half-edges';
import type { Mesh } from '../mesh';
import { dot, type Vec3 } from '../turn';

/** Where the two halves of a mould meet on the part. */
export interface Parting {
  /** Pairs of ends, xyz, in the part's own axes. */
  lines: Float32Array;
  length_mm: number;
  /** Along the pull: the level at which most of it runs, and from its lowest to its highest place. */
  level_mm: number;
  climbs_mm: number;
}

/** Within this of upright a face belongs to either half: sine of half a degree. */
const UPRIGHT = Math.sin((0.5 * Math.PI) / 180);
/** Rays start so far off an edge, mm. */
const OFF = 5e-3;
const UPPER = 1, LOWER = -1, EITHER = 0;

/**
 * The parting line of a part that is pulled along a direction: the edges between faces of the upper and of the lower half that both halves see.
 * An upright wall between the two belongs to either: the line runs along that rim of it that lies nearer to the level of the rest; where all
 * are upright walls, along their feet. Edges in an undercut are no part of it.
 */
export function partingOf(mesh: Mesh, pull: Vec3): Parting {
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const twin = twins(mesh);
  const count = areas.length;
  const half = new Int8Array(count);
  for (let t = 0; t < count; t++) {
    const c = normals[3 * t] * pull[0] + normals[3 * t + 1] * pull[1] + normals[3 * t + 2] * pull[2];
    half[t] = c > UPRIGHT ? UPPER : c < -UPRIGHT ? LOWER : EITHER;
  }
  const corner = (h: number): Vec3 => [v[indices[h] * 3], v[indices[h] * 3 + 1], v[indices[h] * 3 + 2]];
  const other = (h: number): number => (twin[h] >= 0 ? (twin[h] / 3) | 0 : -1);
  const length = (h: number): number => Math.hypot(...corner(next(h)).map((x, k) => x - corner(h)[k]));
  const height = (h: number): number => (dot(pull, corner(h)) + dot(pull, corner(next(h)))) / 2;
  const bvh = bvhOf(mesh);
  /** Is the way out along the pull free from the middle of an edge, moved off it along the normals of its two faces so much of each? */
  const free = (h: number, way: number, own: number, beyond: number): boolean => {
    const a = corner(h), b = corner(next(h)), t = 3 * ((h / 3) | 0), o = 3 * other(h);
    const p = a.map((x, k) => (x + b[k]) / 2 + OFF * (own * normals[t + k] + beyond * normals[o + k])) as Vec3;
    return bvh.ray(p[0], p[1], p[2], way * pull[0], way * pull[1], way * pull[2], Infinity, true).triangle < 0;
  };

  // Between faces of both halves there is no choice.
  const sure: number[] = [];
  for (let h = 0; h < twin.length; h++) {
    const o = other(h);
    if (o >= 0 && half[(h / 3) | 0] === UPPER && half[o] === LOWER && free(h, UPPER, 1, 1) && free(h, LOWER, 1, 1)) sure.push(h);
  }
  const walls = wallsOf();
  const levels = (sure.length ? sure : walls.flatMap((w) => w.lower)).map((h) => [height(h), length(h)] as const);
  const level_mm = median(levels);
  const kept = [...sure];
  for (const { upper, lower } of walls) {
    const off = (rim: readonly number[]): number => Math.abs(median(rim.map((h) => [height(h), length(h)] as const)) - level_mm);
    kept.push(...(off(upper) < off(lower) ? upper : lower));
  }
  const heights = kept.flatMap((h) => [dot(pull, corner(h)), dot(pull, corner(next(h)))]);
  return {
    lines: Float32Array.from(kept.flatMap((h) => [...corner(h), ...corner(next(h))])),
    length_mm: kept.reduce((s, h) => s + length(h), 0),
    level_mm,
    climbs_mm: heights.length ? Math.max(...heights) - Math.min(...heights) : 0,
  };

  /** Upright walls that hang together and have faces of both halves at their rims, which they see. */
  function wallsOf(): { upper: number[]; lower: number[] }[] {
    const done = new Uint8Array(count);
    const out: { upper: number[]; lower: number[] }[] = [];
    for (let seed = 0; seed < count; seed++) {
      if (half[seed] !== EITHER || done[seed]) continue;
      const queue = [seed], upper: number[] = [], lower: number[] = [];
      done[seed] = 1;
      for (const t of queue) {
        for (let e = 0; e < 3; e++) {
          const h = 3 * t + e, o = other(h);
          if (o < 0) continue;
          if (half[o] !== EITHER) {
            // The face at the rim is seen by its half, the wall from the other side.
            if (free(h, half[o], -1, 1) && free(h, -half[o], 1, 1)) (half[o] === UPPER ? upper : lower).push(h);
          } else if (!done[o]) {
            done[o] = 1;
            queue.push(o);
          }
        }
      }
      if (upper.length && lower.length) out.push({ upper, lower });
    }
    return out;
  }
}

/** Median of values with weights. */
function median(list: readonly (readonly [number, number])[]): number {
  const sorted = [...list].sort((a, b) => a[0] - b[0]);
  const half = sorted.reduce((s, [, w]) => s + w, 0) / 2;
  let passed = 0;
  for (const [x, w] of sorted) if ((passed += w) >= half) return x;
  return 0;
}
