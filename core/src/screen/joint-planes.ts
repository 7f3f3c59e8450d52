import { fromEnd } from '../shape/sections';
import { dot } from '../shape/turn';
import { once } from '../worksheet/once';
import { bondedJoints, type Cut } from './bonded-joints';

/** Places that are tried along a tool: halves, thirds and quarters of it are among them. */
const PLACES = 96;
/** No piece is shorter than this part of an equal one. */
const SHORTEST = 1 / 3;
/** As good as the best plane, for the sake of more equal pieces. */
const AS_GOOD = 1.03;
/** Left between a plane and a hole that runs across the tool, mm. */
const CLEAR = 3;

export interface PlaneLimits {
  /** Longest piece that the machine has room for, mm. */
  most_mm: number;
  /** Stress up to which a bond needs no better place, MPa. */
  enough_mpa: number;
}

/**
 * Where a tool is best cut across its long side into so many pieces: each goes into the machine; no hole across the tool is cut through, where that can be; the
 * bonds are worked least, or no more than they bear; and, as far as that leaves a choice, the pieces are as equal as can be. Equal ones where no pieces fit.
 * @returns planes along the long side, mm from its end
 */
export function jointPlanes(cut: Cut, count: number, { most_mm, enough_mpa }: PlaneLimits): number[] {
  const length = cut.size.sorted[0];
  const key = `${count} ${most_mm.toPrecision(4)} ${enough_mpa.toPrecision(3)}`;
  const tried = triedAlong(cut);
  let planes = tried.planes.get(key);
  if (!planes) {
    const { stress, blocked } = tried;
    const least = (SHORTEST * length) / count;
    const isPiece = (mm: number): boolean => mm >= least - 1e-9 && mm <= most_mm + 1e-9;
    const found = among(count, (k) => !blocked[k], stress, length, isPiece, enough_mpa) ?? among(count, () => true, stress, length, isPiece, enough_mpa);
    tried.planes.set(key, planes = found ?? Array.from({ length: count - 1 }, (_, k) => ((k + 1) / count) * length));
  }
  return planes;
}

interface Tried {
  /** In the worst row, at each place, MPa; and whether a hole across the tool is there. */
  stress: Float64Array;
  blocked: Uint8Array;
  planes: Map<string, number[]>;
}
/** The same places are asked about for every way of making. */
const byNeed = once((_: Cut['need']) => new Map<unknown, Tried>());
function triedAlong(cut: Cut): Tried {
  const kept = byNeed(cut.need), of = cut.study ?? cut.size.sorted.join();
  let tried = kept.get(of);
  if (!tried) {
    const length = cut.size.sorted[0];
    const places = Array.from({ length: PLACES + 1 }, (_, k) => (k / PLACES) * length);
    tried = { stress: Float64Array.from(bondedJoints(cut, places), (j) => j.stress.likely), blocked: new Uint8Array(PLACES + 1), planes: new Map() };
    for (const [from, to] of holesAlong(cut)) places.forEach((x, k) => x > from - CLEAR && x < to + CLEAR && (tried!.blocked[k] = 1));
    kept.set(of, tried);
  }
  return tried;
}

/** From where to where along the long side the holes lie that run across it. */
function holesAlong({ study }: Cut): [number, number][] {
  const sections = study?.body.sections;
  if (!study || !sections) return [];
  const axis = study.body.box.axes[0];
  return study.body.features.bores.flatMap((b): [number, number][] => {
    const leans = dot(b.axis, axis);
    // One that runs along the tool goes through any plane.
    if (Math.abs(leans) > Math.SQRT1_2) return [];
    const radius = Math.max(b.diameter_mm, b.counterbore?.diameter_mm ?? 0, b.countersink?.diameter_mm ?? 0, b.length_mm ?? 0) / 2;
    const mouth = fromEnd(sections, axis, b.mouth), floor = mouth - b.depth_mm * leans;
    return [[Math.min(mouth, floor) - radius, Math.max(mouth, floor) + radius]];
  });
}

/** Planes at places that may be cut: the least stress with which there are any, then as equal as can be. */
function among(
  count: number,
  may: (k: number) => boolean,
  stress: Float64Array,
  length: number,
  isPiece: (mm: number) => boolean,
  enough: number,
): number[] | undefined {
  const within = (most: number): number[] | undefined => evenly(count, (k) => may(k) && stress[k] <= most, length, isPiece);
  const levels = [...new Set(stress.subarray(1, PLACES))].sort((a, b) => a - b);
  let low = 0, high = levels.length - 1;
  if (!within(levels[high])) return undefined;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (within(levels[middle])) high = middle;
    else low = middle + 1;
  }
  return within(Math.max(levels[low] * AS_GOOD, enough));
}

/** Planes as near to equal pieces as places and lengths allow: the sum of squares off them is least. */
function evenly(count: number, may: (k: number) => boolean, length: number, isPiece: (mm: number) => boolean): number[] | undefined {
  const at = (k: number): number => (k / PLACES) * length;
  let cost = new Float64Array(PLACES + 1).fill(Infinity);
  cost[0] = 0;
  const from: Uint8Array[] = [];
  for (let n = 1; n < count; n++) {
    const next = new Float64Array(PLACES + 1).fill(Infinity), came = new Uint8Array(PLACES + 1);
    for (let k = 1; k < PLACES; k++) {
      if (!may(k)) continue;
      const off = (at(k) - (n / count) * length) ** 2;
      for (let j = 0; j < k; j++) {
        if (cost[j] + off >= next[k] || !isPiece(at(k) - at(j))) continue;
        next[k] = cost[j] + off;
        came[k] = j;
      }
    }
    cost = next;
    from.push(came);
  }
  let last = -1;
  for (let k = 1; k < PLACES; k++) if (isPiece(length - at(k)) && Number.isFinite(cost[k]) && (last < 0 || cost[k] < cost[last])) last = k;
  if (last < 0) return undefined;
  const planes: number[] = [];
  for (let n = count - 2; n >= 0; n--) {
    planes.unshift(at(last));
    last = from[n][last];
  }
  return planes;
}

/** Does a plane there go through a hole across the tool? */
export const goesThroughHole = (cut: Cut, along_mm: number): boolean => holesAlong(cut).some(([from, to]) => along_mm > from && along_mm < to);
