import { bvhOf } from '../bvh';
import { facets, samplesByArea } from '../facets';
import type { Mesh } from '../mesh';
import { BOX_DIRECTIONS } from '../orient';
import { dot, type Vec3 } from '../turn';
import type { Bore } from './bores';
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
/** Radius of the smallest cutter for edges that are drawn sharp, mm. */
const SMALLEST_MM = 0.5;

/**
 * Clampings on three, four and five axes, by greedy set cover. Each hole, counterbore and pocket asks for a direction of its own (a through
 * hole may be drilled from either end); the rest of the surface is sampled by area, and reached from a direction when it does not look
 * away from it and a ray meets nothing. Directions tried are those of the features, of the largest flats, and the part's own box.
 */
export function setUpsOf(mesh: Mesh, bores: readonly Bore[], pockets: readonly Pocket[], box: readonly Vec3[]): SetUps {
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
  const needs: Need[] = [];
  let hidden = 0;
  const tilted = BOX_DIRECTIONS;
  for (let i = 0; i < samples.count; i++) {
    const t = samples.triangle[i] * 3;
    const n: Vec3 = [normals[t], normals[t + 1], normals[t + 2]];
    const p = [0, 1, 2].map((k) => samples.points[i * 3 + k] + OFF_MM * n[k]) as Vec3;
    const sees = (d: Vec3): boolean => dot(n, d) >= ALONG && bvh.ray(...p, ...d, Infinity, true).triangle < 0;
    const from = ways.flatMap((d, w) => (sees(d) ? [w] : []));
    if (from.length) needs.push({ from, weight: samples.area_mm2, normal: n });
    else if (!tilted.some(sees)) hidden += samples.area_mm2;
  }
  const share = total_mm2 / 100;
  const wayOf = (d: Vec3): number => ways.findIndex((w) => dot(w, d) > SAME);
  for (const b of bores) {
    const plain = b.through && (b.kind === 'through' || b.kind === 'slot');
    const from = [b.axis, ...(plain ? [opposite(b.axis)] : [])].map(wayOf).filter((w) => w >= 0);
    if (from.length) needs.push({ from, weight: share });
  }
  for (const p of pockets) if (wayOf(p.axis) >= 0) needs.push({ from: [wayOf(p.axis)], weight: share });

  const single = cover(needs, ways.map((_, w): Clamping => (need) => need.from.includes(w)));
  const round = ways.map((axis) => new Set(ways.flatMap((d, w) => (Math.abs(dot(d, axis)) < SQUARE ? [w] : []))));
  const turned = cover(needs, [
    ...round.map((r): Clamping => ({ from }) => from.some((w) => r.has(w))),
    ...ways.map((_, w): Clamping => ({ from }) => from.includes(w)),
  ]);
  // It stands on its foot: from anywhere but below, and the foot itself is not reached.
  const above = ways.map((up) => new Set(ways.flatMap((d, w) => (dot(d, up) > -SQUARE ? [w] : []))));
  const tilting = cover(needs, ways.map((up, u): Clamping => ({ from, normal }) => !(normal && dot(normal, up) < -SAME) && from.some((w) => above[u].has(w))));

  const unreachable: Unreachable[] = [];
  if (hidden > 0.002 * total_mm2) unreachable.push({ why: 'undercut or inside: no straight cutter reaches it from any side', area_mm2: hidden });
  const sharp = pockets.reduce((s, p) => s + p.sharp_mm, 0);
  if (sharp > 0)
    unreachable.push({ why: 'sharp inside corners: only spark erosion, filing or a relief hole leaves them', area_mm2: 2 * SMALLEST_MM * sharp });
  for (const p of pockets) {
    const r = p.corner_radius_mm;
    if (r && p.depth_mm > SLENDER * 2 * r)
      unreachable.push({ why: `corners of ${short(r)} mm radius ${short(p.depth_mm)} mm deep: too long and thin a cutter`, area_mm2: p.corner_mm2 });
  }
  return { three_axis: single.length, four_axis: turned.length, five_axis: tilting.length, from: single.map((c) => ways[c]), unreachable };
}

const short = (x: number): number => Number(x.toPrecision(2));

/** Part of the surface, or a feature, and the directions it can be made from. */
interface Need {
  from: number[];
  weight: number;
  normal?: Vec3;
}
/** Is it made in this clamping? */
type Clamping = (need: Need) => boolean;

/** Greedy set cover: clampings until the goal is met. @returns which, in order */
function cover(needs: readonly Need[], clampings: readonly Clamping[]): number[] {
  const all = needs.reduce((s, n) => s + n.weight, 0);
  const left = new Set(needs);
  const out: number[] = [];
  let done = 0;
  while (done < GOAL * all && left.size) {
    let best = -1, most = 0;
    clampings.forEach((makes, c) => {
      let gain = 0;
      for (const n of left) if (makes(n)) gain += n.weight;
      if (gain > most * (1 + 1e-9)) {
        most = gain;
        best = c;
      }
    });
    if (best < 0) break;
    for (const n of left) if (clampings[best](n)) left.delete(n);
    done += most;
    out.push(best);
  }
  return out;
}
