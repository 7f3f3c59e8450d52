import { faceName } from '../case/words';
import type { FaceMark } from '../case/types';
import type { BuildStudy } from '../shape/study';
import type { Measure } from '../shape/measure';
import { crossOf, dot, unit, UP, type Vec3 } from '../shape/turn';
import type { Range } from '../worksheet/types';
import type { CheckContext } from './check';
import { times } from './traits';

/** How a face lies while it is built. */
export type Lie = 'bed' | 'up' | 'wall' | 'sloped' | 'hanging';
export const LIE_WORDS: Record<Lie, string> = {
  bed: 'on the bed',
  up: 'looking up',
  wall: 'upright',
  sloped: 'sloped, its layers show as steps',
  hanging: 'hanging over support',
};

/** Within 2° of level or upright. */
const SQUARE = Math.sin((2 * Math.PI) / 180);
/** Flatter than 45° and looking down: it grows on support. */
const HANGS = -Math.SQRT1_2;
const MM = 0.05;

/**
 * How a face lies. On the bed: level, looking down, and at the lowest place, which is known where the part is built along an axis of
 * its own; else where at least as much of the part lies on the bed.
 */
export function lieOf({ normal, point, area_mm2 }: FaceMark, build: BuildStudy | undefined, measure: Measure): Lie {
  const up = unit(build?.up ?? UP);
  const c = dot(unit(normal), up);
  if (c > 1 - SQUARE) return 'up';
  if (Math.abs(c) < SQUARE) return 'wall';
  if (c < -(1 - SQUARE)) {
    const axis = up.findIndex((x) => Math.abs(x) > 1 - 1e-9);
    const low = measure.box_min_mm, size = measure.box_mm;
    const lowest = axis < 0 ? undefined : up[axis] > 0 ? low[axis] : -(low[axis] + size[axis]);
    const onBed = lowest === undefined ? (build?.bed_mm2 ?? 0) >= 0.9 * area_mm2 : Math.abs(dot(point, up) - lowest) < MM;
    return onBed ? 'bed' : 'hanging';
  }
  return c < HANGS ? 'hanging' : 'sloped';
}

/** Roughness of a face by how it lies, out of the range that the process shows over all of its faces. */
export function roughnessOf(lie: Lie, ra: Range, process: CheckContext['process']): Range {
  if (process.kind !== 'print') return ra;
  switch (lie) {
    case 'bed':
      return { low: ra.low, likely: (ra.low + ra.likely) / 2, high: ra.likely };
    case 'up':
    case 'wall':
      return ra;
    case 'sloped':
      return { low: ra.likely, likely: (ra.likely + ra.high) / 2, high: ra.high };
    case 'hanging':
      // Powder carries it; elsewhere support leaves its marks.
      return process.traps === 'powder' ? ra : times({ low: ra.likely, likely: ra.high, high: ra.high }, SCARS);
  }
}
/** A face that grew on support is half as rough again as the roughest without. */
const SCARS = 1.5;

/** A face that something is asked of, and what the route holds there. */
export interface Asked {
  name: string;
  asked: number;
  holds: number;
  lie: Lie;
}

/**
 * ± on each face that has a tolerance of its own. What the process is off grows with the way from the datum: from the nearest
 * datum along its normal where one is marked, else over the longest side.
 */
export function faceTolerances({ faces, measure, study, traits, process, size }: CheckContext): (Asked & { from_mm: number })[] {
  if (!faces?.length || !measure) return [];
  const datums = faces.filter((f) => f.duty === 'datum');
  const at = (mm: number): number => process.tolerance.a_mm + process.tolerance.b_per_mm * mm;
  // Remedies and materials change it alike over the whole part.
  const share = traits.tolerance_mm / at(size.sorted[0]);
  return faces.flatMap((f, i) => {
    if (f.tolerance_mm === undefined) return [];
    const ways = datums.filter((d) => d !== f).map((d) => Math.abs(dot(unit(d.normal), f.point.map((x, k) => x - d.point[k]))));
    const from_mm = ways.length ? Math.max(...ways) : size.sorted[0];
    return [{ name: faceName(f, i), asked: f.tolerance_mm, holds: share * at(from_mm), lie: lieOf(f, study?.build, measure), from_mm }];
  });
}

/** Ra on each face that has one of its own, and on working faces where the tool has one. */
export function faceRoughness({ faces, measure, study, traits, process, need, taken }: CheckContext): (Asked & { ra: Range; area_mm2: number })[] {
  if (!faces?.length || !measure) return [];
  return faces.flatMap((f, i) => {
    const asked = f.ra_um ?? (f.duty === 'working' ? need.roughness?.value : undefined);
    if (asked === undefined) return [];
    const lie = lieOf(f, study?.build, measure);
    // Smoothed, it no longer shows how it lay.
    const ra = taken.has('smooth') ? traits.ra_um : roughnessOf(lie, traits.ra_um, process);
    return [{ name: faceName(f, i), asked, holds: ra.likely, lie, ra, area_mm2: f.area_mm2 }];
  });
}

/** The one that misses by most, or is nearest to missing. */
export const worstOf = <T extends Asked>(list: readonly T[]): T | undefined =>
  list.reduce<T | undefined>((w, a) => (!w || a.holds / a.asked > w.holds / w.asked ? a : w), undefined);

/** Directions in which the marked datums leave the part free to lie as it likes; a face and two round holes hold it too. */
export function freeDirections(faces: readonly FaceMark[], holes: number): number {
  const normals: Vec3[] = faces.filter((f) => f.duty === 'datum').map((f) => unit(f.normal));
  if (!normals.length) return 0;
  const [a] = normals;
  const b = normals.find((n) => Math.abs(dot(a, n)) < 0.99);
  if (!b) return holes >= 2 ? 0 : holes === 1 ? 1 : 2;
  const third = normals.some((n) => Math.abs(dot(unit(crossOf(a, b)), n)) > 0.1);
  return third || holes >= 1 ? 0 : 1;
}
