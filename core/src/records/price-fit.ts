import type { Range } from '../worksheet/types';

/** What tools of one way of making came to by size and by what is to be cut, from past orders. */
export interface PriceFit {
  way: string;
  n: number;
  /** ln of the price of one at 100 cm³ of box and no feature; exponents of the box and of (1 + features). */
  mean: readonly [number, number, number];
  /** Covariance of the three. */
  spread: readonly (readonly number[])[];
  /** Variance of ln(price) of one order about the fit. */
  scatter: number;
  /** Mean of ln(1 + features) of the orders: what stands for a tool of which nobody counted them. */
  usual_features: number;
}
export interface PastOrder {
  price: number;
  box_mm3: number;
  /** Holes, pockets and faces to be cut. */
  features?: number;
}

/** Before any order is known: a hundred and fifty for a box of 100 cm³, dearer with a third power or so of either; how far that may be off. */
const PRIOR = { mean: [Math.log(150), 0.35, 0.3], sd: [2, 0.2, 0.2], scatter: 0.4 ** 2, weight: 4 } as const;
/** Fewer orders say too little. */
const LEAST = 5;
const BOX_MM3 = 100_000;

const solve = (a: readonly (readonly number[])[], b: readonly number[]): number[] => {
  const m = a.map((r, i) => [...r, b[i]]);
  for (let i = 0; i < 3; i++) {
    // Positive definite: the pivot is never zero.
    for (let k = 0; k < 3; k++) {
      if (k === i) continue;
      const f = m[k][i] / m[i][i];
      for (let j = i; j < 4; j++) m[k][j] -= f * m[i][j];
    }
  }
  return m.map((r, i) => r[3] / r[i]);
};
const row = (
  o: Omit<PastOrder, 'price'>,
  usual: number,
): number[] => [1, Math.log(o.box_mm3 / BOX_MM3), o.features === undefined ? usual : Math.log(1 + o.features)];
const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, x, i) => s + x * b[i], 0);

/**
 * ln(price) = a + b ln(box / 100 cm³) + c ln(1 + features), by least squares with a prior on the three (Bayesian linear regression), and the scatter
 * about it blended with what is usual, weighing as much as four orders. Nothing from fewer than five.
 */
export function priceFit(way: string, orders: readonly PastOrder[]): PriceFit | undefined {
  const n = orders.length;
  if (n < LEAST) return undefined;
  const counted = orders.flatMap((o) => (o.features === undefined ? [] : [Math.log(1 + o.features)]));
  const usual = counted.length ? counted.reduce((s, x) => s + x, 0) / counted.length : 0;
  const x = orders.map((o) => row(o, usual)), y = orders.map((o) => Math.log(o.price));
  let mean: number[] = [...PRIOR.mean], scatter: number = PRIOR.scatter, precision: number[][] = [];
  // The scatter weighs the orders against the prior, and follows from the fit: three rounds settle it.
  for (let round = 0; round < 3; round++) {
    precision = [0, 1, 2].map((i) => [0, 1, 2].map((j) => x.reduce((s, r) => s + (r[i] * r[j]) / scatter, 0) + (i === j ? PRIOR.sd[i] ** -2 : 0)));
    mean = solve(precision, [0, 1, 2].map((i) => x.reduce((s, r, k) => s + (r[i] * y[k]) / scatter, 0) + PRIOR.mean[i] / PRIOR.sd[i] ** 2));
    scatter = (x.reduce((s, r, k) => s + (y[k] - dot(r, mean)) ** 2, 0) + PRIOR.weight * PRIOR.scatter) / (n + PRIOR.weight);
  }
  const spread = [0, 1, 2].map((i) => solve(precision, [0, 1, 2].map((j) => Number(i === j))));
  return { way, n, mean: mean as [number, number, number], spread, scatter, usual_features: usual };
}

/** P5 and P95 of a normal distribution lie so many standard deviations from its middle. */
const FIVE = 1.645;

/** What a tool of that size would be ordered for: the fit, with the scatter of one order and the doubt of the fit. */
export function fittedPrice(fit: PriceFit, tool: Omit<PastOrder, 'price'>): Range {
  const r = row(tool, fit.usual_features);
  const middle = dot(r, fit.mean), sd = Math.sqrt(fit.scatter + dot(r, fit.spread.map((s) => dot(s, r))));
  return { low: Math.exp(middle - FIVE * sd), likely: Math.exp(middle), high: Math.exp(middle + FIVE * sd) };
}
