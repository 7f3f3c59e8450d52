import { betaOfSix } from './pert';

/** Shares of the distribution below x, by hand: the incomplete beta function of whole exponents. */
const BELOW: Record<number, (x: number) => number> = {
  1: (x) => 1 - (1 - x) ** 5,
  2: (x) => 1 - (1 - x) ** 5 - 5 * x * (1 - x) ** 4,
  3: (x) => 10 * x ** 3 - 15 * x ** 4 + 6 * x ** 5,
  4: (x) => 5 * x ** 4 - 4 * x ** 5,
  5: (x) => x ** 5,
};

describe('the beta distribution with exponents that add up to six', () => {
  it.each([1, 2, 3, 4, 5])('has the quantiles of the polynomial at α = %d', (alpha) => {
    const quantile = betaOfSix(alpha);
    for (let k = 1; k < 1000; k++) expect(Math.abs(BELOW[alpha](quantile(k / 1000)) - k / 1000)).toBeLessThan(5e-5);
  });
  it('is turned over where the exponents change places', () => {
    const [left, right] = [betaOfSix(1.7), betaOfSix(4.3)];
    for (const u of [1e-9, 0.01, 0.2, 0.5, 0.93, 1 - 1e-9]) expect(left(u)).toBeCloseTo(1 - right(1 - u), 9);
  });
  it.each([1, 1.0000001, 2.6, 4.9999999, 5])('rises from end to end and stays within them at α = %d', (alpha) => {
    const quantile = betaOfSix(alpha);
    let last = 0;
    for (const u of [2 ** -33, 1e-6, 1 / 256, 0.25, 0.5, 0.75, 0.999, 1 - 2 ** -33]) {
      expect(quantile(u)).toBeGreaterThan(last);
      last = quantile(u);
    }
    expect(last).toBeLessThanOrEqual(1);
  });
});
