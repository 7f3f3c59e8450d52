import { bvhOf } from '../bvh';
import { facets } from '../facets';
import { next } from '../half-edges';
import type { Mesh } from '../mesh';
import { centreOf } from '../patch';
import { crossOf, dot, frameFor, unit, type Vec3 } from '../turn';
import { type Outline, outlineOf } from './outline';
import { type Flat, surfacesOf } from './surfaces';

/** A thin straight wall that stands on the part by its foot and is free at its top. */
export interface Rib {
  /** Half way up. */
  thickness_mm: number;
  /** From the higher of its two feet to the lower of its two tops, roundings counted. */
  height_mm: number;
  length_mm: number;
  /** Away from its foot. */
  up: Vec3;
  /** On one of its sides, in the middle. */
  point: Vec3;
}

/** Flats smaller than this share of the surface are no sides of ribs. */
const LEAST_SHARE = 5e-4;
/** Sides look away from each other to within 8°: a draft of 4° each. */
const OPPOSITE = -Math.cos((8 * Math.PI) / 180);
/** Foot and top each take at least this much of its length. */
const ALONG = 0.5;
/** Higher than this many thicknesses, and longer than that many: else it is a block. */
const SLENDER = 1.5, LONG = 2;
/** An edge bends by more than this where it is one. */
const BENDS = 0.2;
/** Two directions are one to within 8°. */
const SAME = Math.cos((8 * Math.PI) / 180);
/** Directions of a flat that are tried. */
const MOST_WAYS = 6;
/** Triangles of a side from which its other side is looked for. */
const LOOKS = 6;

/** A side of a rib: a flat with a hollow edge at one end and a bulging one at the other. */
interface Side {
  flat: number;
  up: Vec3;
  height_mm: number;
  length_mm: number;
}

/**
 * Ribs, the highest for its thickness first. A flat is a side where, along some direction of its own plane, at least half of its length
 * ends in a bulging edge (the top) and at least half begins at a hollow one (the foot); a rounding there counts as the edge, and its radius
 * to the height. Two sides that look away from each other with material between them, less than two thirds of their height and half of
 * their length apart, are a rib. Curved ones are not found.
 */
export function ribsOf(mesh: Mesh): Rib[] {
  const { flats, flatOf } = surfacesOf(mesh);
  const { areas, total_mm2 } = facets(mesh);
  const outline = outlineOf(mesh);
  const sides = new Map<number, Side[]>();
  for (let f = 0; f < flats.length; f++) {
    if (flats[f].round >= 0 || flats[f].area_mm2 < LEAST_SHARE * total_mm2) continue;
    const found = sidesOf(mesh, outline, f);
    if (found.length) sides.set(f, found);
  }
  const ribs: Rib[] = [];
  const bvh = bvhOf(mesh);
  for (const [f, own] of sides) {
    const behind = otherSide(f);
    if (!behind || behind.flat < f) continue;
    for (const a of own) {
      const b = (sides.get(behind.flat) ?? []).find((s) => dot(s.up, a.up) > SAME);
      if (!b) continue;
      const height_mm = Math.min(a.height_mm, b.height_mm), length_mm = Math.min(a.length_mm, b.length_mm), thickness_mm = behind.distance;
      if (height_mm < SLENDER * thickness_mm || length_mm < LONG * thickness_mm) continue;
      ribs.push({ thickness_mm, height_mm, length_mm, up: unit([0, 1, 2].map((k) => a.up[k] + b.up[k]) as Vec3), point: middleOf(mesh, flats[f]) });
      break;
    }
  }
  return ribs.sort((a, b) => b.height_mm / b.thickness_mm - a.height_mm / a.thickness_mm);

  /** What most of a flat has straight behind it, through the material, and how far. */
  function otherSide(f: number): { flat: number; distance: number } | undefined {
    const n = flats[f].normal;
    const hits = new Map<number, { area: number; through: number }>();
    let looked = 0;
    for (const t of [...flats[f].triangles].sort((a, b) => areas[b] - areas[a]).slice(0, LOOKS)) {
      const c = centreOf(mesh, t).map((x, k) => x - 1e-3 * n[k]) as Vec3;
      const hit = bvh.ray(c[0], c[1], c[2], -n[0], -n[1], -n[2]);
      looked += areas[t];
      if (hit.triangle < 0) continue;
      const g = flatOf[hit.triangle];
      if (dot(flats[g].normal, n) > OPPOSITE) continue;
      const so = hits.get(g) ?? { area: 0, through: 0 };
      hits.set(g, { area: so.area + areas[t], through: so.through + areas[t] * hit.distance });
    }
    const [best] = [...hits].sort((a, b) => b[1].area - a[1].area);
    return best && best[1].area >= ALONG * looked ? { flat: best[0], distance: best[1].through / best[1].area } : undefined;
  }
}

/** Ways in which a flat may be the side of a rib, the one with the longest foot first. */
function sidesOf(mesh: Mesh, outline: Outline, f: number): Side[] {
  const { flats, rounds } = surfacesOf(mesh);
  const { rimOf, corner, edgeOf, beyond, bulge } = outline;
  const n = flats[f].normal;
  const edges = rimOf(f).map((h) => {
    const e = edgeOf(h), length = Math.hypot(...e);
    const r = flats[beyond(h)].round;
    const rounding = r >= 0 && rounds[r].turn_deg < 200 && Math.abs(dot(rounds[r].axis, e)) > SAME * length ? rounds[r] : undefined;
    const bend = bulge(h);
    return {
      h,
      length,
      out: unit(crossOf(e, n)),
      hollow: rounding ? rounding.concave : bend < -BENDS,
      bulges: rounding ? !rounding.concave : bend > BENDS,
      more: rounding?.radius_mm ?? 0,
    };
  }).filter((e) => e.length > 0);
  const tried: { side: Side; foot: number }[] = [];
  for (const up of ways(edges, n)) {
    const along = unit(crossOf(n, up));
    let low = Infinity, high = -Infinity, left = Infinity, right = -Infinity;
    for (const { h } of edges) {
      for (const p of [corner(h), corner(next(h))]) {
        low = Math.min(low, dot(p, up));
        high = Math.max(high, dot(p, up));
        left = Math.min(left, dot(p, along));
        right = Math.max(right, dot(p, along));
      }
    }
    const length_mm = right - left;
    const tops = edges.filter((e) => e.bulges && dot(e.out, up) > SAME), feet = edges.filter((e) => e.hollow && dot(e.out, up) < -SAME);
    const sum = (list: typeof edges): number => list.reduce((s, e) => s + e.length, 0);
    if (sum(tops) < ALONG * length_mm || sum(feet) < ALONG * length_mm) continue;
    const height_mm = high - low + Math.max(...tops.map((e) => e.more)) + Math.max(...feet.map((e) => e.more));
    tried.push({ side: { flat: f, up, height_mm, length_mm }, foot: sum(feet) });
  }
  return tried.sort((a, b) => b.foot - a.foot).map(({ side }) => side);
}

/** Directions of a flat in which much of its outline bulges, the most first: gathered by degrees, since round holes bulge in all of them. */
function ways(edges: readonly { out: Vec3; length: number; bulges: boolean }[], n: Vec3): Vec3[] {
  const [right, back] = frameFor(n);
  const by = new Map<number, { length: number; sum: Vec3 }>();
  for (const { out, length, bulges } of edges) {
    if (!bulges) continue;
    const deg = (Math.round((Math.atan2(dot(out, back), dot(out, right)) * 180) / Math.PI) + 360) % 360;
    const so = by.get(deg) ?? { length: 0, sum: [0, 0, 0] };
    by.set(deg, { length: so.length + length, sum: so.sum.map((x, k) => x + length * out[k]) as Vec3 });
  }
  return [...by.values()].sort((a, b) => b.length - a.length).slice(0, MOST_WAYS).map(({ sum }) => unit(sum));
}

function middleOf(mesh: Mesh, { triangles, area_mm2 }: Flat): Vec3 {
  const { areas } = facets(mesh);
  const sum: Vec3 = [0, 0, 0];
  for (const t of triangles) centreOf(mesh, t).forEach((x, k) => (sum[k] += (x * areas[t]) / area_mm2));
  return sum;
}
