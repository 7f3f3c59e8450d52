import type { ResolvedNeed } from '../case/facts';
import { formatNumber } from '../quantity/quantity';
import type { Material } from '../shelf/types';
import type { Range } from '../worksheet/types';

/** Hours for which the shelf's temperatures of lasting use hold. */
const LASTING_H = 5000;
/** Ten kelvin halve or double what a plastic stands in hours. */
const HALVES_K = 10;
/** No shift beyond this: other things happen then. */
const MOST_K = 30;

export interface HeatLimit {
  use_c: Range;
  /** ", 40 h in all" where the hours are known. */
  words: string;
}

/**
 * Temperature that a material stands for the hours it is hot, °C. Each 10 K halves the hours: shift = 10 K · log₂(5 000 h / hours),
 * within 30 K. Fewer hours bring it nearer to where it softens, °C, never beyond; more take off throughout. Metals do not age so.
 * Hours are those of one heat times the heats; where these are not said, each cycle of one copy is one.
 */
export function heatLimit({ family }: Pick<Material, 'family'>, use_c: Range, need: ResolvedNeed, softens = use_c.high): HeatLimit {
  const each = need.heatTime?.value;
  if (each === undefined || family === 'metal') return { use_c, words: '' };
  const cycles = ((need.cyclesPerYear?.value ?? 0) * (need.years?.value ?? 1)) / (need.copies?.value ?? 1);
  const hours = each * Math.max(1, need.heats?.value ?? cycles);
  const shift = Math.max(-MOST_K, Math.min(MOST_K, HALVES_K * Math.log2(LASTING_H / hours)));
  const { low, likely, high } = use_c;
  const most = (c: number): number => Math.min(softens, c + shift);
  const words = `, ${formatNumber(Number(hours.toPrecision(2)))} h in all`;
  return shift < 0
    ? { use_c: { low: low + shift, likely: likely + shift, high: high + shift }, words }
    : { use_c: { low: most(low), likely: most(likely), high: most(high) }, words };
}
