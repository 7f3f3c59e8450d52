import type { Values } from '../inputs/spec';
import { formatNumber as n } from '../quantity/quantity';
import type { State } from '../screen/check';
import { fisherF, studentT } from '../quantity/distributions';
import { meanAndDeviation, numbersIn } from '../records/readings';

/** One side of a comparison. */
export interface Sample {
  n: number;
  mean: number;
  deviation: number;
  least: number;
  most: number;
  /** Share beyond the limits, where there are any. */
  outside?: number;
  /** (upper − lower)/6 s, and the nearer limit over 3 s. */
  cp?: number;
  cpk?: number;
}
export interface Compared {
  before?: Sample;
  after: Sample;
  /** After less before, with the interval in which it lies with 95 % (Welch). */
  change?: { mean: number; low: number; high: number };
  /** Standard deviation after over before, with its 95 % interval (F). */
  spread?: { ratio: number; low: number; high: number };
  state: State;
  says: string;
  cautions: string[];
}

const numberOf = (x: unknown): number | undefined => (typeof x === 'number' ? x : undefined);
/** Fewer say little about how many fall outside. */
const ENOUGH = 25;
/** Capability that is asked as a rule. */
const CAPABLE = 1.33;

function sampleOf(xs: readonly number[], low: number | undefined, high: number | undefined): Sample {
  const { mean, deviation } = meanAndDeviation(xs);
  const limited = low !== undefined || high !== undefined;
  const near = Math.min(high === undefined ? Infinity : high - mean, low === undefined ? Infinity : mean - low);
  return {
    n: xs.length,
    mean,
    deviation,
    least: Math.min(...xs),
    most: Math.max(...xs),
    ...(limited && { outside: xs.filter((x) => (low !== undefined && x < low) || (high !== undefined && x > high)).length / xs.length }),
    ...(limited && deviation > 0 && { cpk: near / (3 * deviation) }),
    ...(low !== undefined && high !== undefined && deviation > 0 && { cp: (high - low) / (6 * deviation) }),
  };
}

/**
 * The same thing measured before and after: difference of the means with Welch's interval, ratio of the spreads by F, and what of it lies within the limits.
 * @throws ReadingError for readings that are no numbers
 */
export function compareTrial(values: Values): Compared {
  const [low, high] = [numberOf(values['low']), numberOf(values['high'])];
  const [b, a] = [numbersIn(String(values['before'] ?? '')), numbersIn(String(values['after'] ?? ''))];
  const after = sampleOf(a, low, high);
  const before = b.length ? sampleOf(b, low, high) : undefined;
  const unit = typeof values['unit'] === 'string' && values['unit'] ? ` ${values['unit']}` : '';
  const cautions: string[] = [];
  const alike = !before || String(values['how_before'] ?? '').trim() === String(values['how_after'] ?? '').trim();
  if (!alike) cautions.push('Before and after were not measured in the same way: part of the difference may be that of the methods.');
  if ((low !== undefined || high !== undefined) && after.n < ENOUGH)
    cautions.push(`${after.n} readings say little about how many fall outside: ${ENOUGH} or more from several days do.`);
  const both = before && before.n > 1 && after.n > 1 && before.deviation + after.deviation > 0;
  const change = both ? welch(before, after) : undefined;
  const spread = both && before.deviation > 0 && after.deviation > 0 ? ratioOf(before, after) : undefined;
  const found = judged(String(values['aim'] ?? 'lower'), { before, after, change, spread, low, high, unit });
  // Two methods may differ by themselves: it stands on condition then.
  return { before, after, change, spread, cautions, ...found, state: !alike && found.state === 'pass' ? 'conditional' : found.state };
}

function welch(before: Sample, after: Sample): NonNullable<Compared['change']> {
  const [u, v] = [before.deviation ** 2 / before.n, after.deviation ** 2 / after.n];
  const dof = (u + v) ** 2 / (u ** 2 / (before.n - 1) + v ** 2 / (after.n - 1));
  const half = studentT(0.975, dof) * Math.sqrt(u + v);
  const mean = after.mean - before.mean;
  return { mean, low: mean - half, high: mean + half };
}

function ratioOf(before: Sample, after: Sample): NonNullable<Compared['spread']> {
  const f = (after.deviation / before.deviation) ** 2;
  const at = (p: number): number => fisherF(p, after.n - 1, before.n - 1);
  return { ratio: Math.sqrt(f), low: Math.sqrt(f / at(0.975)), high: Math.sqrt(f / at(0.025)) };
}

interface Judged extends Pick<Compared, 'before' | 'after' | 'change' | 'spread'> {
  low?: number;
  high?: number;
  unit: string;
}

function judged(aim: string, { before, after, change, spread, low, high, unit }: Judged): { state: State; says: string } {
  const u = (x: number): string => `${n(x)}${unit}`;
  if (aim === 'within') {
    if (low === undefined && high === undefined) return { state: 'unknown', says: 'Give a limit: within what has it to lie?' };
    const was = before?.outside === undefined ? '' : `, before ${n(100 * before.outside)} %`;
    const cpk = after.cpk === undefined
      ? ''
      : ` Capability ${n(after.cpk, 2)}${before?.cpk === undefined ? '' : ` against ${n(before.cpk, 2)}`}, ${CAPABLE} is usual.`;
    const state = after.outside! > 0 ? 'fail' : after.cpk !== undefined && after.cpk < CAPABLE ? 'conditional' : 'pass';
    return { state, says: `${n(100 * after.outside!)} % of ${after.n} lie outside${was}.${cpk}` };
  }
  if (!before) return { state: 'unknown', says: `After: ${u(after.mean)} in the mean of ${after.n}. Without readings from before nothing is shown.` };
  if (aim === 'steadier') {
    if (!spread) return { state: 'unknown', says: 'Two readings or more on each side, and some scatter in them, say whether it is steadier.' };
    const shown = spread.high < 1 ? 'pass' : spread.low > 1 ? 'fail' : 'conditional';
    return {
      state: shown,
      says: `Scatter ${u(before.deviation)} → ${u(after.deviation)}: ${n(spread.ratio, 2)} times, between ${n(spread.low, 2)} and ${
        n(spread.high, 2)
      } with 95 %. ${shown === 'pass' ? 'It is steadier.' : shown === 'fail' ? 'It is less steady.' : 'Not shown: it takes more readings.'}`,
    };
  }
  if (!change) return { state: 'unknown', says: 'Two readings or more on each side, and some scatter in them, say whether it changed.' };
  const sign = aim === 'higher' ? 1 : -1;
  const [worst, best] = sign > 0 ? [change.low, change.high] : [-change.high, -change.low];
  const state = worst > 0 ? 'pass' : best < 0 ? 'fail' : 'conditional';
  return {
    state,
    says: `${u(before.mean)} → ${u(after.mean)}: ${u(Math.abs(change.mean))} ${change.mean < 0 ? 'less' : 'more'}, between ${u(change.low)} and ${
      u(change.high)
    } with 95 %. ${state === 'pass' ? 'It is better.' : state === 'fail' ? 'It is worse.' : 'Not shown: it takes more readings, or there is no difference.'}`,
  };
}
