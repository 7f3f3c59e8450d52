import { bvhOf } from '../bvh';
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
/** Rays around the outline of cutter and holder. */
const RING = 8;
const TURN = Array.from({ length: RING }, (_, k) => [Math.cos((2 * Math.PI * k) / RING), Math.sin((2 * Math.PI * k) / RING)] as const);
/** From here on a face is cut with the end of the cutter, below with its side or ball: cosine of its lean against the axis. */
const LEVEL = 0.985;
/** A cutter that just fits does: facets of a round corner stand a little proud. */
const FITS = 0.96, ASIDE = 0.975, OFF_MM = 0.02;

/** The thickest cutter that gets to a place: which of `CUTTERS`, and whether it has to be a long one. */
export interface Reached {
  cutter: number;
  long: boolean;
}

/**
 * Asks by which cutter a place of the surface is cut from one of some directions, with its holder. On level faces the end of the cutter may stand
 * over the place, or to one side of it by nearly its radius; walls and slopes touch it with its side or ball, its axis a radius off along
 * their normal. The cutter passes where rays along its axis, around its outline, meet nothing; the holder, from the length that stands out, likewise.
 * @returns of a place p with normal n and direction number w: the thickest, the usual length before the long one; nothing where none does
 */
export function toolReach(mesh: Mesh, ways: readonly Vec3[]): (p: Vec3, n: Vec3, w: number) => Reached | undefined {
  const bvh = bvhOf(mesh);
  const frames = ways.map((u) => frameFor(u));
  const free = (x: number, y: number, z: number, u: Vec3): boolean => bvh.ray(x, y, z, u[0], u[1], u[2], Infinity, true).triangle < 0;
  const ringFree = (foot: Vec3, w: number, radius: number, up: number): boolean => {
    const u = ways[w], [e, f] = frames[w];
    for (const [cos, sin] of TURN) {
      const c = radius * cos, s = radius * sin;
      if (!free(foot[0] + c * e[0] + s * f[0] + up * u[0], foot[1] + c * e[1] + s * f[1] + up * u[1], foot[2] + c * e[2] + s * f[2] + up * u[2], u))
        return false;
    }
    return true;
  };
  /** With which length a cutter stands over a foot of its axis: 1 the usual one, 2 a long one, 0 not at all. */
  const stands = (foot: Vec3, w: number, d: number): 0 | 1 | 2 => {
    const u = ways[w];
    if (!free(foot[0] + OFF_MM * u[0], foot[1] + OFF_MM * u[1], foot[2] + OFF_MM * u[2], u) || !ringFree(foot, w, (FITS * d) / 2, OFF_MM)) return 0;
    const holder = (d + HOLDER_MM) / 2;
    return ringFree(foot, w, holder, USUAL * d) ? 1 : ringFree(foot, w, holder, LONG * d) ? 2 : 0;
  };
  return (p, n, w) => {
    for (let cutter = 0; cutter < CUTTERS.length; cutter++) {
      let long = false;
      for (const foot of feet(p, n, w, CUTTERS[cutter])) {
        const found = stands(foot, w, CUTTERS[cutter]);
        if (found === 1) return { cutter, long: false };
        long ||= found === 2;
      }
      if (long) return { cutter, long };
    }
    return undefined;
  };

  /** Where the axis of a cutter may end so that it touches a place. */
  function feet(p: Vec3, n: Vec3, w: number, d: number): Vec3[] {
    const u = ways[w], r = d / 2;
    const along = dot(n, u);
    if (along > LEVEL) {
      const [e, f] = frames[w];
      return [p, ...TURN.map(([cos, sin]) => p.map((x, i) => x + ASIDE * r * (cos * e[i] + sin * f[i])) as Vec3)];
    }
    // Beside it: at the height of the place for a wall, lower by what a ball leaves on a slope.
    const across = n.map((x, k) => x - along * u[k]) as Vec3;
    const side = unit(across);
    const lean = Math.hypot(...across);
    return [p.map((x, k) => x + r * lean * side[k] + r * Math.max(0, along) * u[k]) as Vec3];
  }
}

/** Of two cutters that get there, from one clamping and another, the one to use: the thicker, then the shorter. */
export const better = (a: Reached | undefined, b: Reached | undefined): Reached | undefined =>
  !a || !b ? (a ?? b) : (a.cutter - b.cutter || +a.long - +b.long) <= 0 ? a : b;

/** Sums up what places ask for. `undefined`: no cutter gets there. */
export function cutterNeeds(places: Iterable<Reached | undefined>, area_mm2: number): CutterReach {
  const needs = CUTTERS.map((diameter_mm): CutterNeed => ({ diameter_mm, area_mm2: 0, long_mm2: 0 }));
  let none_mm2 = 0;
  for (const found of places) {
    if (!found) none_mm2 += area_mm2;
    else {
      needs[found.cutter].area_mm2 += area_mm2;
      if (found.long) needs[found.cutter].long_mm2 += area_mm2;
    }
  }
  return { needs: needs.filter((x) => x.area_mm2 > 0), none_mm2 };
}

/** Of all bodies of a part together. */
export function togetherNeeds(all: readonly CutterReach[]): CutterReach {
  const needs = CUTTERS.map((diameter_mm) => {
    const own = all.flatMap((r) => r.needs.filter((n) => n.diameter_mm === diameter_mm));
    return { diameter_mm, area_mm2: own.reduce((s, n) => s + n.area_mm2, 0), long_mm2: own.reduce((s, n) => s + n.long_mm2, 0) };
  });
  return { needs: needs.filter((n) => n.area_mm2 > 0), none_mm2: all.reduce((s, r) => s + r.none_mm2, 0) };
}
