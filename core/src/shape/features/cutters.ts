import { bvhOf } from '../bvh';
import { facets, samplesByArea } from '../facets';
import type { Mesh } from '../mesh';
import { dot, frameFor, unit, type Vec3 } from '../turn';

/** Surface that asks for a cutter no thicker than this. */
export interface CutterNeed {
  diameter_mm: number;
  area_mm2: number;
  /** Of it, what only a cutter of twice the usual length gets down to. */
  long_mm2: number;
}
export interface CutterReach {
  /** By diameter, the thickest first; each place counts where the thickest cutter that gets to it is. */
  needs: CutterNeed[];
  /** Seen from a clamping, but too narrow or too deep for the thinnest cutter and its holder. */
  none_mm2: number;
}

/** Cutters tried, mm: what a job shop has in the rack. */
export const CUTTERS = [20, 10, 6, 4, 2, 1] as const;
/** A cutter stands out of its holder by five diameters, a long one by ten; the holder is so much thicker than the cutter, mm. */
const USUAL = 5, LONG = 10, HOLDER_MM = 20;
const SAMPLES = 1200;
/** Rays around the outline of cutter and holder. */
const RING = 8;
/** A face cut with the end of the cutter, and one cut with its side, by its lean against the axis. */
const LEVEL = 0.985, ALONG = -0.02;
/** A cutter that just fits does: facets of a round corner stand a little proud. */
const FITS = 0.96, ASIDE = 0.975, OFF_MM = 0.02;

/**
 * The thickest cutter that reaches each place of the surface from one of the clampings, with its holder. On level faces the end of the cutter may stand
 * over the place, or to one side of it by nearly its radius; walls and slopes touch it with its side or ball, its axis a radius off along
 * their normal. The cutter passes where rays along its axis, around its outline, meet nothing; the holder, from the length that stands out, likewise.
 * @param from directions of the clampings. @param drilled triangles of holes, which are drilled
 */
export function cuttersFor(mesh: Mesh, from: readonly Vec3[], drilled: ReadonlySet<number>): CutterReach {
  const { points, triangle, count, area_mm2 } = samplesByArea(mesh, SAMPLES);
  const { normals } = facets(mesh);
  const bvh = bvhOf(mesh);
  const needs = CUTTERS.map((diameter_mm): CutterNeed => ({ diameter_mm, area_mm2: 0, long_mm2: 0 }));
  let none_mm2 = 0;
  const frames = from.map((u) => frameFor(u));
  const free = (p: Vec3, u: Vec3): boolean => bvh.ray(p[0], p[1], p[2], u[0], u[1], u[2], Infinity, true).triangle < 0;
  const ringFree = (foot: Vec3, w: number, radius: number, up: number): boolean => {
    const u = from[w], [e, f] = frames[w];
    for (let k = 0; k < RING; k++) {
      const a = (2 * Math.PI * k) / RING, c = radius * Math.cos(a), s = radius * Math.sin(a);
      if (!free(foot.map((x, i) => x + c * e[i] + s * f[i] + up * u[i]) as Vec3, u)) return false;
    }
    return true;
  };
  /** With which length a cutter stands over a foot of its axis: 1 the usual one, 2 a long one, 0 not at all. */
  const stands = (foot: Vec3, w: number, d: number): 0 | 1 | 2 => {
    if (!free(foot.map((x, i) => x + OFF_MM * from[w][i]) as Vec3, from[w]) || !ringFree(foot, w, (FITS * d) / 2, OFF_MM)) return 0;
    const holder = (d + HOLDER_MM) / 2;
    return ringFree(foot, w, holder, USUAL * d) ? 1 : ringFree(foot, w, holder, LONG * d) ? 2 : 0;
  };
  for (let i = 0; i < count; i++) {
    const t = triangle[i];
    if (drilled.has(t)) continue;
    const n: Vec3 = [normals[3 * t], normals[3 * t + 1], normals[3 * t + 2]];
    const p: Vec3 = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
    const seen = from.flatMap((u, w) => (dot(n, u) >= ALONG && free(p.map((x, k) => x + OFF_MM * n[k]) as Vec3, u) ? [w] : []));
    // What no clamping sees is told by the set-ups.
    if (!seen.length) continue;
    const reach = (d: number): 0 | 1 | 2 => {
      let best: 0 | 1 | 2 = 0;
      for (const w of seen) {
        for (const foot of feet(p, n, w, d)) {
          const found = stands(foot, w, d);
          if (found === 1) return 1;
          if (found) best = found;
        }
      }
      return best;
    };
    let found = -1, by: 0 | 1 | 2 = 0;
    for (let c = 0; c < CUTTERS.length && found < 0; c++) {
      by = reach(CUTTERS[c]);
      if (by) found = c;
    }
    if (found < 0) none_mm2 += area_mm2;
    else {
      needs[found].area_mm2 += area_mm2;
      if (by === 2) needs[found].long_mm2 += area_mm2;
    }
  }
  return { needs: needs.filter((x) => x.area_mm2 > 0), none_mm2 };

  /** Where the axis of a cutter may end so that it touches a place. */
  function feet(p: Vec3, n: Vec3, w: number, d: number): Vec3[] {
    const u = from[w], r = d / 2;
    if (dot(n, u) > LEVEL) {
      const [e, f] = frames[w];
      const aside = Array.from({ length: RING }, (_, k): Vec3 => {
        const a = (2 * Math.PI * k) / RING;
        return p.map((x, i) => x + ASIDE * r * (Math.cos(a) * e[i] + Math.sin(a) * f[i])) as Vec3;
      });
      return [p, ...aside];
    }
    // Beside it: at the height of the place for a wall, lower by what a ball leaves on a slope.
    const along = dot(n, u);
    const across = n.map((x, k) => x - along * u[k]) as Vec3;
    const side = unit(across);
    const lean = Math.hypot(...across);
    return [p.map((x, k) => x + r * lean * side[k] + r * Math.max(0, along) * u[k]) as Vec3];
  }
}
