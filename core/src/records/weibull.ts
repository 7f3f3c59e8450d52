/**
 * Lives that scatter: a Weibull life F(t) = 1 − exp(−(t/η)^β) by maximum likelihood, tools still in use counted for what they have
 * done (censored to the right). Lives in any unit, cycles or hours.
 */

export interface Lived {
  /** Cycles made so far. */
  cycles: number;
  /** It ended by wear or breakage; otherwise it is still in use, or was put away unworn. */
  failed: boolean;
}

export interface WeibullFit {
  n: number;
  failures: number;
  /** β: below 1 early failures, 1 by chance, above 1 wear. */
  shape: number;
  /** η: by then 63.2 % have ended. */
  scale: number;
  /** Where the profile likelihood stays within ½·χ²(1; 0.90) of its peak; Infinity where the data do not bound it. */
  shape_90: [number, number];
  scale_90: [number, number];
  median: number;
}

/** A shape that somebody has in mind before the data: log-normal about `median` with `sigma` of its logarithm. */
export interface ShapePrior {
  median: number;
  sigma: number;
}

export class LifeError extends Error {}

/** Half of the 90 % point of χ² with one degree of freedom. */
const DROP = 2.705543454095404 / 2;
const LEAST = 1e-3, MOST = 1e7;

/** Sums over all lives at a shape, with lives in units of the longest so that no power overflows. */
function sums(u: readonly number[], shape: number): { s: number; sl: number } {
  let s = 0, sl = 0;
  for (const x of u) {
    const p = x ** shape;
    s += p;
    sl += p * Math.log(x);
  }
  return { s, sl };
}

/** Where a function that falls from plus to minus crosses zero, by halving of the logarithm. */
function falling(f: (x: number) => number, low: number, high: number): number {
  let a = Math.log(low), b = Math.log(high);
  for (let k = 0; k < 60 && b - a > 1e-13; k++) {
    const m = (a + b) / 2;
    if (f(Math.exp(m)) > 0) a = m;
    else b = m;
  }
  return Math.exp((a + b) / 2);
}

/**
 * Fit by maximum likelihood. With a prior on the shape it is the largest posterior, and a single failure is enough.
 * @throws LifeError for no lives, a life that is not positive, no failure, or failures that bound no shape
 */
export function fitWeibull(lives: readonly Lived[], prior?: ShapePrior): WeibullFit {
  if (!lives.length) throw new LifeError('There are no lives.');
  const bad = lives.findIndex((l) => !(l.cycles > 0) || !Number.isFinite(l.cycles));
  if (bad >= 0) throw new LifeError(`Life ${bad + 1} is not a positive number.`);
  const failed = lives.filter((l) => l.failed);
  const r = failed.length;
  if (!r) throw new LifeError('None has failed yet: the life is longer than what was seen, and by how much nobody can say.');
  const longest = Math.max(...lives.map((l) => l.cycles));
  const u = lives.map((l) => l.cycles / longest);
  const meanLog = failed.reduce((s, l) => s + Math.log(l.cycles / longest), 0) / r;
  if (!prior && failed.every((l) => l.cycles === longest))
    throw new LifeError('All failures are at the longest life seen: nothing bounds how sharply the life ends.');
  const pull = (shape: number): number => (prior ? -Math.log(shape / prior.median) / prior.sigma ** 2 / shape : 0);
  const pulled = (shape: number): number => (prior ? -(Math.log(shape / prior.median) ** 2) / (2 * prior.sigma ** 2) : 0);
  // dℓ/dβ at the best scale for that shape, by r: 1/β + mean ln t_failed − Σ t^β ln t / Σ t^β.
  const slope = (shape: number): number => {
    const { s, sl } = sums(u, shape);
    return r * (1 / shape + meanLog - sl / s) + pull(shape);
  };
  const shape = falling(slope, LEAST, MOST);
  const scaleAt = (b: number): number => (sums(u, b).s / r) ** (1 / b);
  /** Log-likelihood, less what does not depend on the parameters. */
  const likelihood = (b: number, scale: number): number => r * (Math.log(b) - b * Math.log(scale) + b * meanLog) - sums(u, b).s / scale ** b + pulled(b);
  const scale = scaleAt(shape);
  const peak = likelihood(shape, scale);
  const short = peak - DROP;
  const byShape = (b: number): number => likelihood(b, scaleAt(b)) - short;
  // At a scale that is given, the best shape: the likelihood has one peak in it.
  const shapeAt = (x: number): number =>
    falling(
      (b) => {
        const { s, sl } = sums(u, b);
        return r * (1 / b - Math.log(x) + meanLog) - (sl - Math.log(x) * s) / x ** b + pull(b);
      },
      LEAST,
      MOST,
    );
  const byScale = (x: number): number => likelihood(shapeAt(x), x) - short;
  /** The end to one side: out from the peak until the likelihood has dropped enough. */
  const end = (f: (x: number) => number, from: number, factor: number): number => {
    const up = factor > 1;
    for (let out = from, step = factor; out > 1e-9 && out < 1e9; out *= step, step **= 1.5)
      if (!(f(out) > 0)) return up ? falling(f, from, out) : 1 / falling((x) => f(1 / x), 1 / from, 1 / out);
    return up ? Infinity : 0;
  };
  return {
    n: lives.length,
    failures: r,
    shape,
    scale: scale * longest,
    shape_90: [end(byShape, shape, 1 / 1.05), end(byShape, shape, 1.05)],
    scale_90: [end(byScale, scale, 1 / 1.05) * longest, end(byScale, scale, 1.05) * longest],
    median: scale * longest * Math.LN2 ** (1 / shape),
  };
}

/** Share that has ended by then. */
export const endedBy = ({ shape, scale }: Pick<WeibullFit, 'shape' | 'scale'>, cycles: number): number => 1 - Math.exp(-((cycles / scale) ** shape));

/** When a share of those that reached `since` will have ended. */
export const quantile = ({ shape, scale }: Pick<WeibullFit, 'shape' | 'scale'>, share: number, since = 0): number =>
  scale * ((since / scale) ** shape - Math.log(1 - share)) ** (1 / shape);
