import { bvhOf } from '../bvh';
import { facets, samplesByArea } from '../facets';
import type { Mesh } from '../mesh';
import { BOX_DIRECTIONS } from '../orient';
import { dot, frameFor, type Vec3 } from '../turn';
import type { Bore } from './bores';
import { better, cutterNeeds, type CutterReach, type Reached, toolReach } from './cutters';
import type { Pocket } from './pockets';
import { surfacesOf } from './surfaces';

/** What no cutter leaves as drawn. */
export interface Unreachable {
  why: string;
  area_mm2: number;
}

export interface SetUps {
  three_axis: number;
  /** With a rotary axis: all directions square to it in one clamping. */
  four_axis: number;
  /** Tilting: all directions but from below in one clamping. */
  five_axis: number;
  /** Directions of the three-axis set-ups, the one that does most first. */
  from: Vec3[];
  unreachable: Unreachable[];
}

/** What the milling of one body asks for. */
export interface Milling {
  setUps: SetUps;
  /** The thickest cutter that reaches each place from the clampings on three axes. */
  cutters: CutterReach;
}

/** Flats and axes of features that are tried as directions; the largest count. */
const DIRECTIONS = 24;
const SAMPLES = 3000;
/** Set-ups have to do this share of what any direction reaches. */
const GOAL = 0.985;
/** A wall is cut with the side of the cutter, an undercut is not. */
const ALONG = -0.02;
const OFF_MM = 2e-3;
/** Cosine below which two directions are square to each other. */
const SQUARE = 0.035;
const SAME = Math.cos((2 * Math.PI) / 180);
/** Round cutters are used up to this length for their width. */
const SLENDER = 6;
/** Rays around the outline of a drill; a hole is drilled where all of them meet nothing. */
const DRILL_RAYS = 8;
const DRILL_FITS = 0.96;
/** Radius of the smallest cutter for edges that are drawn sharp, mm. */
const SMALLEST_MM = 0.5;

/**
 * Clampings on three, four and five axes, by greedy set cover. Each hole, counterbore and pocket asks for a direction of its own (a through
 * hole may be drilled from either end) from which a straight drill gets to it; the rest of the surface is sampled by area, and made from a direction when it
 * does not look away from it, a ray meets nothing, and one of the cutters gets there with its holder (`toolReach`). Directions tried are those of the
 * features, of the largest flats, and the part's own box.
 */
export function millingOf(mesh: Mesh, bores: readonly Bore[], pockets: readonly Pocket[], box: readonly Vec3[]): Milling {
  const { flats } = surfacesOf(mesh);
  const { normals, total_mm2 } = facets(mesh);
  const ways: Vec3[] = [];
  const add = (d: readonly number[]): void => {
    if (!ways.some((w) => dot(w, d) > SAME)) ways.push(d.map((x) => x + 0) as Vec3);
  };
  const opposite = (d: readonly number[]): Vec3 => d.map((x) => -x) as Vec3;
  for (const a of box) [a, opposite(a)].forEach(add);
  for (const f of [...bores, ...pockets]) if (ways.length < DIRECTIONS) add(f.axis);
  for (const f of [...flats].sort((a, b) => b.area_mm2 - a.area_mm2).slice(0, 40)) if (ways.length < DIRECTIONS && f.area_mm2 > 0.01 * total_mm2) add(f.normal);

  // What has to be reached: samples of the surface, then one for each feature.
  const samples = samplesByArea(mesh, SAMPLES);
  const bvh = bvhOf(mesh);
  const reach = toolReach(mesh, ways);
  const drilled = new Set(bores.flatMap((b) => (b.kind === 'slot' ? [] : b.triangles)));
  const needs: Need[] = [];
  let hidden = 0;
  for (let i = 0; i < samples.count; i++) {
    const triangle = samples.triangle[i], t = triangle * 3;
    const normal: Vec3 = [normals[t], normals[t + 1], normals[t + 2]];
    const place: Vec3 = [samples.points[i * 3], samples.points[i * 3 + 1], samples.points[i * 3 + 2]];
    const off = place.map((x, k) => x + OFF_MM * normal[k]) as Vec3;
    const sees = (d: Vec3): boolean => dot(normal, d) >= ALONG && bvh.ray(...off, ...d, Infinity, true).triangle < 0;
    const from = ways.flatMap((d, w) => (sees(d) ? [w] : []));
    if (from.length) needs.push({ from, weight: samples.area_mm2, normal, ...(!drilled.has(triangle) && { place, reached: new Map() }) });
    else if (!BOX_DIRECTIONS.some(sees)) hidden += samples.area_mm2;
  }
  const surface = needs.filter((n) => n.place);
  const share = total_mm2 / 100;
  const wayOf = (d: Vec3): number => ways.findIndex((w) => dot(w, d) > SAME);
  const shut: Bore[] = [];
  for (const b of bores) {
    const plain = b.through && (b.kind === 'through' || b.kind === 'slot');
    const other = opposite(b.axis), end = b.mouth.map((x, k) => x + b.depth_mm * other[k]) as Vec3;
    const sides: [Vec3, Vec3][] = [[b.axis, b.mouth], ...(plain ? [[other, end] as [Vec3, Vec3]] : [])];
    const open = sides.filter(([d, at]) => b.kind === 'slot' || drillPasses(d, at, b.diameter_mm));
    if (!open.length) shut.push(b);
    const from = open.map(([d]) => wayOf(d)).filter((w) => w >= 0);
    if (from.length) needs.push({ from, weight: share });
  }
  for (const p of pockets) if (wayOf(p.axis) >= 0) needs.push({ from: [wayOf(p.axis)], weight: share });

  const only = ways.map((_, w): Clamping => ({ ways: new Set([w]) }));
  const single = cover(only);
  const turned = cover([...ways.map((axis): Clamping => ({ ways: new Set(ways.flatMap((d, w) => (Math.abs(dot(d, axis)) < SQUARE ? [w] : []))) })), ...only]);
  // It stands on its foot: from anywhere but below, and the foot itself is not reached.
  const tilting = cover(ways.map((foot): Clamping => ({ foot, ways: new Set(ways.flatMap((d, w) => (dot(d, foot) > -SQUARE ? [w] : []))) })));
  const from = single.map((c) => ways[c]);

  const unreachable: Unreachable[] = [];
  if (hidden > 0.002 * total_mm2) unreachable.push({ why: 'undercut or inside: no straight cutter reaches it from any side', area_mm2: hidden });
  for (const b of shut) {
    unreachable.push({
      why: `hole ⌀${short(b.diameter_mm)}: something stands in the way of a straight drill`,
      area_mm2: Math.PI * b.diameter_mm * b.depth_mm,
    });
  }
  const sharp = pockets.reduce((s, p) => s + p.sharp_mm, 0);
  if (sharp > 0)
    unreachable.push({ why: 'sharp inside corners: only spark erosion, filing or a relief hole leaves them', area_mm2: 2 * SMALLEST_MM * sharp });
  for (const p of pockets) {
    const r = p.corner_radius_mm;
    if (r && p.depth_mm > SLENDER * 2 * r)
      unreachable.push({ why: `corners of ${short(r)} mm radius ${short(p.depth_mm)} mm deep: too long and thin a cutter`, area_mm2: p.corner_mm2 });
  }
  const seen = surface.filter((n) => n.from.some((w) => single.includes(w)));
  const cutters = cutterNeeds(seen.map((n) => n.from.filter((w) => single.includes(w)).map((w) => reached(n, w)).reduce(better, undefined)), samples.area_mm2);
  return { setUps: { three_axis: single.length, four_axis: turned.length, five_axis: tilting.length, from, unreachable }, cutters };

  /** Does a drill come straight to the mouth of a hole? */
  function drillPasses(d: Vec3, mouth: Vec3, diameter: number): boolean {
    const [e, f] = frameFor(d);
    return Array.from({ length: DRILL_RAYS }, (_, k) => (2 * Math.PI * k) / DRILL_RAYS).every((a) => {
      const c = ((DRILL_FITS * diameter) / 2) * Math.cos(a), s = ((DRILL_FITS * diameter) / 2) * Math.sin(a);
      const [x, y, z] = mouth.map((m, k) => m + c * e[k] + s * f[k] + 0.02 * diameter * d[k]);
      return bvh.ray(x, y, z, ...d, Infinity, true).triangle < 0;
    });
  }

  function reached(need: Need, w: number): Reached | undefined {
    if (!need.reached!.has(w)) need.reached!.set(w, reach(need.place!, need.normal!, w));
    return need.reached!.get(w);
  }

  function makes({ ways: own, foot }: Clamping, need: Need, sure: boolean): boolean {
    if (foot && need.normal && dot(need.normal, foot) < -SAME) return false;
    return need.from.some((w) => own.has(w) && (!need.place || (sure || need.reached!.has(w) ? !!reached(need, w) : true)));
  }

  /**
   * Greedy set cover: clampings until the goal is met. What a clamping sees bounds what it makes; only for the one that promises most the cutters are
   * tried, until it keeps the promise better than any other could (lazy evaluation, Minoux 1978). @returns which, in order
   */
  function cover(clampings: readonly Clamping[]): number[] {
    const left = new Set(needs);
    let all = needs.reduce((s, n) => s + n.weight, 0), done = 0;
    const out: number[] = [];
    const gainOf = (c: number, sure: boolean): number => {
      let gain = 0;
      for (const n of left) if (makes(clampings[c], n, sure)) gain += n.weight;
      return gain;
    };
    while (done < GOAL * all && left.size) {
      const gains = clampings.map((_, c) => gainOf(c, false));
      const sure = new Set<number>();
      let best = -1;
      for (;;) {
        best = -1;
        let most = 0;
        gains.forEach((g, c) => {
          if (g > most * (1 + 1e-9)) {
            most = g;
            best = c;
          }
        });
        if (best < 0 || sure.has(best)) break;
        gains[best] = gainOf(best, true);
        sure.add(best);
      }
      if (best < 0) break;
      for (const n of left) {
        if (makes(clampings[best], n, true)) left.delete(n);
        // Seen, and cut from nowhere: nothing that a further clamping would be for.
        else if (n.place && n.from.some((w) => clampings[best].ways.has(w)) && n.from.every((w) => !reached(n, w))) {
          left.delete(n);
          all -= n.weight;
        }
      }
      done += gains[best];
      out.push(best);
    }
    return out;
  }
}

const short = (x: number): number => Number(x.toPrecision(2));

/** Part of the surface, or a feature, and the directions it can be made from. */
interface Need {
  from: number[];
  weight: number;
  normal?: Vec3;
  /** Of surface that is milled: where, and which cutter was found to get there from which direction. */
  place?: Vec3;
  reached?: Map<number, Reached | undefined>;
}
/** Directions that one clamping lets the spindle come from, and the way its foot looks away from. */
interface Clamping {
  ways: ReadonlySet<number>;
  foot?: Vec3;
}
