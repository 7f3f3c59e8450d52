import { bvhOf } from '../bvh';
import { facets } from '../facets';
import { next, twins } from '../half-edges';
import type { Mesh } from '../mesh';
import { centreOf } from '../patch';
import { dot, type Vec3 } from '../turn';
import { outlineOf } from './outline';
import { surfacesOf } from './surfaces';

/** A floor with walls that rise from it. */
export interface Pocket {
  /** Out of the part: where the cutter comes from. */
  axis: Vec3;
  /** On the floor, in the middle of its largest triangle. */
  floor: Vec3;
  floor_mm2: number;
  /** From the floor to the lowest rim of its walls. */
  depth_mm: number;
  /** Share of the floor's outline that walls rise from: 1 is closed all round, less is a step or an open slot. */
  walled: number;
  /** Smallest inside corner between walls; 0 where two meet in a sharp edge; nothing where there is none. */
  corner_radius_mm?: number;
  /** Surface of the round inside corners: a cutter that long and that thin has to leave them. */
  corner_mm2: number;
  /** Upright edges where two walls meet sharply, mm in all: no round cutter leaves them. */
  sharp_mm: number;
  /** Of the floor and of its walls. */
  triangles: number[];
}

/** Floors smaller than this share of the surface are edges and lettering. */
const LEAST_SHARE = 2e-4;
/** A pocket's floor is walled in from here on; below, it is a face that something stands on. */
const WALLED = 0.3;
/** Part of a floor that has to see out of the part along its normal. */
const SEEN = 0.6;
/** Up to here a face leans and still counts as a wall. */
const UPRIGHT = Math.cos((60 * Math.PI) / 180);
/** An outer edge that bends by more than this is the rim of a pocket. */
const RIM = Math.cos((25 * Math.PI) / 180);

/**
 * Pockets, steps and open slots with a flat floor, the deepest first. From a flat whose outline is hollow (walls rise from it) the walls are
 * followed up to where an edge bulges: the lowest of these rims gives the depth. A wall could be taken for a floor as well: a floor sees out
 * of the part, and of floor and wall the larger is the floor. Corners are round walls that look inwards and stand upright,
 * and upright hollow edges.
 * @param taken triangles of holes: their floors and steps are no pockets
 */
export function pocketsOf(mesh: Mesh, taken: ReadonlySet<number>): Pocket[] {
  const twin = twins(mesh);
  const { areas } = facets(mesh);
  const { flats, rounds, flatOf } = surfacesOf(mesh);
  const total = flats.reduce((s, f) => s + f.area_mm2, 0);
  const { rimOf, corner, edgeOf, beyond, bulge } = outlineOf(mesh);

  const found: (Omit<Pocket, 'triangles'> & { flat: number; walls: ReadonlySet<number> })[] = [];
  for (let f = 0; f < flats.length; f++) {
    const { area_mm2, normal: up, round, triangles } = flats[f];
    if (round >= 0 || area_mm2 < LEAST_SHARE * total) continue;
    const rim = rimOf(f);
    let all = 0, hollow = 0, bored = 0;
    const walls: number[] = [];
    for (const h of rim) {
      const length = Math.hypot(...edgeOf(h));
      all += length;
      const o = (twin[h] / 3) | 0;
      if (bulge(h) < -0.05 || isRising(flatOf[o], up, h)) {
        hollow += length;
        walls.push(flatOf[o]);
        if (taken.has(o)) bored += length;
      }
    }
    // The step of a counterbore and the floor of a blind hole belong to the hole.
    if (hollow < WALLED * all || bored > 0.9 * hollow) continue;
    const level = dot(up, corner(triangles[0] * 3));
    const risen = climb(f, walls, up);
    let depth = Infinity;
    for (const top of risen.rims) depth = Math.min(depth, top - level);
    if (!Number.isFinite(depth) || depth < 0.05) continue;
    if (!seesOut(f)) continue;
    const corners = cornersOf(risen.walls, up);
    found.push({
      flat: f,
      walls: risen.walls,
      axis: up.map((x) => (Math.abs(x) < 1e-6 ? 0 : x)) as Vec3,
      floor: centreOf(mesh, triangles.reduce((a, b) => (areas[b] > areas[a] ? b : a))),
      floor_mm2: area_mm2,
      depth_mm: depth,
      walled: Math.min(1, hollow / all),
      ...corners,
    });
  }
  const kept: typeof found = [];
  for (const p of found.sort((a, b) => b.floor_mm2 - a.floor_mm2)) if (!kept.some((o) => o.walls.has(p.flat))) kept.push(p);
  return kept.map(({ flat, walls, ...p }) => ({ ...p, triangles: [flat, ...walls].flatMap((f) => flats[f].triangles) })).sort((a, b) =>
    b.depth_mm - a.depth_mm || b.floor_mm2 - a.floor_mm2
  );

  function seesOut(f: number): boolean {
    const bvh = bvhOf(mesh);
    const { normal, triangles, area_mm2 } = flats[f];
    // The largest triangles, until they stand for most of it.
    const bySize = triangles.map((t) => [t, areas[t]] as const).sort((a, b) => b[1] - a[1]);
    let seen = 0, looked = 0;
    for (const [t, area] of bySize) {
      if (looked > 0.9 * area_mm2) break;
      looked += area;
      const c = centreOf(mesh, t).map((x, k) => x + 1e-3 * normal[k]) as Vec3;
      if (bvh.ray(...c, ...normal, Infinity, true).triangle < 0) seen += area;
    }
    return seen >= SEEN * looked;
  }

  /** A fillet at the foot of a wall bends away too little at first to be told by its edge. */
  function isRising(g: number, up: Vec3, h: number): boolean {
    const r = flats[g].round;
    return r >= 0 && rounds[r].concave && Math.abs(dot(rounds[r].axis, up)) < 0.1 && Math.abs(bulge(h)) <= 0.5 && dot(flats[g].normal, up) > 0.3;
  }

  /** Walls upwards from a floor, and the height of each wall's rim. */
  function climb(floor: number, foot: readonly number[], up: Vec3): { walls: Set<number>; rims: number[] } {
    const walls = new Set<number>();
    const rims: number[] = [];
    const queue = [...new Set(foot)];
    for (const w of queue) walls.add(w);
    for (const w of queue) {
      let highest = -Infinity;
      let open = false;
      for (const h of rimOf(w)) {
        const g = beyond(h);
        if (g === floor || walls.has(g)) continue;
        const b = bulge(h);
        const lean = dot(flats[g].normal, up);
        if (b > 0 && (dot(flats[w].normal, flats[g].normal) < RIM || lean > UPRIGHT)) {
          open = true;
          highest = Math.max(highest, dot(up, corner(h)), dot(up, corner(next(h))));
        } else if (lean < UPRIGHT + 0.3 && lean > -0.5) {
          walls.add(g);
          queue.push(g);
        }
      }
      if (open && Math.abs(dot(flats[w].normal, up)) < UPRIGHT) rims.push(highest);
    }
    return { walls, rims };
  }

  function cornersOf(walls: ReadonlySet<number>, up: Vec3): Pick<Pocket, 'corner_radius_mm' | 'corner_mm2' | 'sharp_mm'> {
    let radius: number | undefined;
    let sharp = 0, corner_mm2 = 0;
    for (const w of walls) {
      const r = flats[w].round >= 0 ? rounds[flats[w].round] : undefined;
      if (r?.concave && r.turn_deg < 200 && Math.abs(dot(r.axis, up)) > 0.98) {
        radius = Math.min(radius ?? Infinity, r.radius_mm);
        corner_mm2 += flats[w].area_mm2;
      }
      if (r) continue;
      for (const h of rimOf(w)) {
        const g = beyond(h);
        if (g < w || !walls.has(g) || flats[g].round >= 0 || bulge(h) > -0.5) continue;
        const e = edgeOf(h), length = Math.hypot(...e);
        if (Math.abs(dot(e, up)) > 0.95 * length) sharp += length;
      }
    }
    return { ...(sharp > 0 ? { corner_radius_mm: 0 } : radius !== undefined && { corner_radius_mm: radius }), corner_mm2, sharp_mm: sharp };
  }
}
