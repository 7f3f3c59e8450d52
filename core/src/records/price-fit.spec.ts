import { randomNormal } from 'd3-random';
import { uniformSource } from '../worksheet/sample';
import { fittedPrice, type PastOrder, priceFit } from './price-fit';

describe('the price of past orders', () => {
  const draw = randomNormal.source(uniformSource(11))(0, 1);
  /** 200 at 100 cm³ and no feature; the square root of the box, a quarter power of the features. */
  const priceOf = (box_cm3: number, features: number): number => 200 * (box_cm3 / 100) ** 0.5 * (1 + features) ** 0.25;
  const orders = (n: number, scatter: number): PastOrder[] =>
    Array.from({ length: n }, (_, i) => {
      const box = 20 * 1.13 ** (i % 40), features = (i * 7) % 31;
      return { box_mm3: box * 1000, features, price: priceOf(box, features) * Math.exp(scatter * draw()) };
    });

  it('is found again from orders that follow a law, and the scatter from those that scatter', () => {
    const fit = priceFit('machined', orders(400, 0.2))!;
    expect(fit.mean[0]).toBeCloseTo(Math.log(200), 1);
    expect(fit.mean[1]).toBeCloseTo(0.5, 1);
    expect(fit.mean[2]).toBeCloseTo(0.25, 1);
    expect(Math.sqrt(fit.scatter)).toBeCloseTo(0.2, 1);
    const { low, likely, high } = fittedPrice(fit, { box_mm3: 250_000, features: 12 });
    expect(likely / priceOf(250, 12)).toBeGreaterThan(0.93);
    expect(likely / priceOf(250, 12)).toBeLessThan(1.07);
    // One order lies in the range nine times of ten.
    const inside = orders(2000, 0.2).filter((o) => {
      const r = fittedPrice(fit, o);
      return o.price >= r.low && o.price <= r.high;
    }).length / 2000;
    expect(inside).toBeGreaterThan(0.87);
    expect(inside).toBeLessThan(0.93);
    expect(high / likely).toBeCloseTo(likely / low, 9);
  });
  it('of a few orders stays near what is usual, and of fewer than five is not said', () => {
    expect(priceFit('machined', orders(4, 0.1))).toBeUndefined();
    const few = priceFit('machined', Array.from({ length: 5 }, () => ({ price: 300, box_mm3: 100_000, features: 0 })))!;
    // All alike: the exponents are those of before, the middle is theirs.
    expect(few.mean[1]).toBeCloseTo(0.35, 6);
    expect(fittedPrice(few, { box_mm3: 100_000, features: 0 }).likely / 300).toBeCloseTo(1, 1);
  });
  it('takes for a tool that nobody counted what the orders had in the mean', () => {
    const fit = priceFit('machined', orders(60, 0.1))!;
    const usual = Math.exp(fit.usual_features) - 1;
    expect(fittedPrice(fit, { box_mm3: 80_000 }).likely).toBeCloseTo(fittedPrice(fit, { box_mm3: 80_000, features: usual }).likely, 9);
  });
});
