import type { Duty } from '../need/family';
import type { Machine } from '../process/machine';
import type { PriceFit } from './price-fit';
import type { Range } from '../worksheet/types';

/**
 * What a site has learned: summaries of its records, small enough to travel with the shop. Lives and process figures are built
 * in until there is evidence, and are blended with it by its weight.
 */
export const WEARING_ITEMS = { body: 'the tool itself', face: 'its metal faces' } as const;
export type WearingItem = keyof typeof WEARING_ITEMS;
export interface LifeEvidence {
  duty: Duty;
  material: string;
  /** What wore: the tool itself, or the metal faces it carries. */
  item: WearingItem;
  /** Tools behind it, those still in use among them. */
  n: number;
  worn: number;
  /** Estimated median life, cycles. */
  median: number;
}
export interface RatioEvidence {
  process: string;
  /** Actual over estimated. */
  of: 'hours' | 'money' | 'days' | 'scrap';
  n: number;
  /** Geometric mean of the ratios, against estimates without any factor of one's own; for scrap the share of builds that failed. */
  mean: number;
  /** Of the builds whose estimate had a range: how many came out below its 10 % point, below and above its middle, above its 90 % point. */
  fell?: readonly [below: number, lower: number, upper: number, above: number];
  /** Standard deviation of ln(actual/estimated) beyond what those ranges said, so that later ones hold as often as they say. */
  scatter?: number;
}
/** A lot of material of which nothing is made, now or from a day on. */
export interface LotEvidence {
  lot: string;
  barred?: string;
  /** ISO date. */
  until?: string;
}
/** A vice of the house, as jaws are made for it. */
export interface Vice {
  name: string;
  opening_mm: number;
  wide_mm: number;
  high_mm: number;
  screw_mm: number;
  pitch_mm: number;
  force_n: number;
}
export interface Evidence {
  life: readonly LifeEvidence[];
  ratios: readonly RatioEvidence[];
  /** What tools were ordered for, by way of making; absent where too few are known. */
  prices?: readonly PriceFit[];
  /** The register of machines; absent in what was signed before there was one. */
  machines?: readonly Machine[];
  /** Lots that are barred or lapse; absent where there are none. */
  lots?: readonly LotEvidence[];
  vices?: readonly Vice[];
}
export const NO_EVIDENCE: Evidence = { life: [], ratios: [] };

/** Tools that the built-in figures weigh as much as. A dozen of one's own then counts three times as much as the book. */
export const PRIOR_WEIGHT = 4;

/**
 * A positive range moved towards an observed middle: weighted geometric mean of the two, `n / (n + 4)` of the way; the spread
 * narrows with the square root of the same weight.
 */
export function blended(prior: Range, observed: number, n: number): Range {
  if (!(n > 0) || !(observed > 0) || !(prior.low > 0)) return prior;
  const w = n / (n + PRIOR_WEIGHT);
  const likely = prior.likely ** (1 - w) * observed ** w;
  const narrow = Math.sqrt(1 - w);
  return { low: likely * (prior.low / prior.likely) ** narrow, likely, high: likely * (prior.high / prior.likely) ** narrow };
}

/**
 * A life moved by one's own tools. As long as none of them has worn out, they say only that a life is not short: they may raise it, never lower it.
 */
export const movedLife = (prior: Range, own: LifeEvidence): Range => (own.worn === 0 && own.median <= prior.likely ? prior : blended(prior, own.median, own.n));

/** A range from P5 to P95 is this many standard deviations wide. */
const NINETY = 3.29;

/**
 * A range of a share (0 to 1) moved by `hits` of `n` seen: a beta distribution whose weight in trials, k = m(1 − m)/s² − 1, is
 * read from the range itself (s its ninety-per-cent width / 3.29), gives (k m + hits)/(k + n); the range keeps its shape and
 * narrows with the standard deviation.
 */
export function blendedShare(prior: Range, hits: number, n: number): Range {
  const m = prior.likely;
  const s = (prior.high - prior.low) / NINETY;
  if (!(n > 0) || !(m > 0 && m < 1) || !(s > 0)) return prior;
  const k = Math.max((m * (1 - m)) / s ** 2 - 1, 1);
  const likely = (k * m + hits) / (k + n);
  const narrow = Math.sqrt((likely * (1 - likely)) / (k + n + 1)) / s;
  return { low: Math.max(0, likely - (m - prior.low) * narrow), likely, high: Math.min(1, likely + (prior.high - m) * narrow) };
}

/** What an estimate may be off by before any build is known. */
const OFF: Range = { low: 0.9, likely: 1, high: 1 / 0.9 };

/** P5 and P95 of a normal distribution lie so many standard deviations from its middle. */
const FIVE = NINETY / 2;
/** A range that is wider by a scatter of its logarithm. */
const widened = ({ low, likely, high }: Range, scatter: number): Range => ({
  low: likely * Math.exp(-Math.hypot(Math.log(likely / low), FIVE * scatter)),
  likely,
  high: likely * Math.exp(Math.hypot(Math.log(high / likely), FIVE * scatter)),
});

export interface OwnFactor extends Range {
  /** What it was learned from; absent where nothing was. */
  from?: RatioEvidence;
}

/**
 * Factor on the built-in estimate of a price or of the time until a tool is ready, from one's own builds by this process: actual
 * over estimated, n/(n + 4) of the way. Days follow the days that were logged, or the hours where nobody logged days.
 * Exactly 1 where there are none. Where own builds scattered by more than their ranges said, it scatters by the rest.
 */
export function ownFactor(evidence: Evidence, process: string, of: 'money' | 'days'): OwnFactor {
  const from = ratioEvidence(evidence, process, of) ?? (of === 'days' ? ratioEvidence(evidence, process, 'hours') : undefined);
  return from ? { ...widened(blended(OFF, from.mean, from.n), from.scatter ?? 0), from } : { low: 1, likely: 1, high: 1 };
}

/** "12 tools", "1 tool" */
export const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** "12 tools of your own log" */
export const ownLog = (n: number, what = 'tool'): string => `${counted(n, what)} of your own log`;

export const lifeEvidence = (e: Evidence, duty: Duty, material: string): LifeEvidence | undefined =>
  e.life.find((x) => x.item === 'body' && x.duty === duty && x.material === material);
/** Of metal faces under a duty, whatever carries them: the group with the most tools. */
export const faceEvidence = (e: Evidence, duty: Duty): LifeEvidence | undefined =>
  e.life.filter((x) => x.item === 'face' && x.duty === duty).reduce<LifeEvidence | undefined>((b, x) => (!b || x.n > b.n ? x : b), undefined);
export const ratioEvidence = (e: Evidence, process: string, of: RatioEvidence['of']): RatioEvidence | undefined =>
  e.ratios.find((x) => x.process === process && x.of === of);
