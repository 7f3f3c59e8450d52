import fc from 'fast-check';
import { discountedPayback, inHand, irr, monthly, npv, payback, yearly } from './cash';

describe('cash by months', () => {
  it('is worth its sum at no interest, and less at some', () => {
    expect(npv([-100, 60, 60], 0)).toBe(20);
    // 1.01^12 − 1 a year is 1 % a month: −100 + 60/1.01 + 60/1.0201.
    expect(npv([-100, 60, 60], 1.01 ** 12 - 1)).toBeCloseTo(-100 + 59.405940594059405 + 58.81776296441525, 10);
  });
  it('has an annuity of n payments worth a (1 − (1 + i)^−n)/i', () => {
    const i = monthly(0.09);
    expect(npv([0, ...Array<number>(48).fill(1500)], 0.09)).toBeCloseTo((1500 * (1 - (1 + i) ** -48)) / i, 7);
  });
  it('turns a yearly rate into a monthly one and back', () => {
    expect(monthly(0.126825030131969720661201)).toBeCloseTo(0.01, 15);
    expect(yearly(0.01)).toBeCloseTo(0.12682503013196972, 15);
  });

  it('is paid back within the month in which it turns', () => {
    // −58 000, then 2 500 a month: 23.2 months.
    expect(payback([-58_000, ...Array<number>(48).fill(2500)])).toBeCloseTo(23.2, 12);
    expect(payback([-100, 50, 50])).toBe(2);
    expect(payback([-100, 50, 49])).toBeNull();
    expect(payback([0, 10])).toBe(0);
    expect(payback([10, -5, 1])).toBe(0);
    // Below for the first time in month 1, back in the middle of month 2.
    expect(payback([0, -10, 20])).toBe(1.5);
    expect(payback([])).toBe(0);
  });
  it('is paid back later when discounted', () => {
    // 1 % a month: −100, 50.5, 61.206 are −100, 50, 60 today: 1 + 50/60.
    expect(discountedPayback([-100, 50.5, 61.206], 1.01 ** 12 - 1)).toBeCloseTo(1 + 5 / 6, 10);
    expect(discountedPayback([-100, 50, 50], 0.1)).toBeNull();
  });

  it('returns what a single payment grew by', () => {
    expect(irr([-1000, ...Array<number>(11).fill(0), 1100]).rate).toBeCloseTo(0.1, 12);
    expect(irr([-1000, 0, 0, 900]).rate).toBeCloseTo(0.9 ** 4 - 1, 12);
  });
  it('says none where no money comes, or none goes', () => {
    expect(irr([-5, -5])).toMatchObject({ rate: null, all: [], note: expect.stringContaining('takes') as string });
    expect(irr([5, 5])).toMatchObject({ rate: null, note: expect.stringContaining('brings') as string });
    expect(irr([0, 0]).note).toBe('none: no money moves');
    // 1 − 2d + 3d² has no real zero.
    expect(irr([1, -2, 3])).toMatchObject({ rate: null, all: [], note: 'none: at no rate is the flow worth nothing' });
  });
  it('says several where there are several', () => {
    // (1 − 1.01 d)(1 − 1.02 d): 1 % and 2 % a month.
    const { rate, all, note } = irr([1, -2.03, 1.0302]);
    expect(rate).toBeNull();
    expect(all[0]).toBeCloseTo(1.01 ** 12 - 1, 8);
    expect(all[1]).toBeCloseTo(1.02 ** 12 - 1, 8);
    expect(note).toMatch(/^several: 12\.68 %, 26\.82 % a year/);
  });
  it('is worth nothing at its own return, whatever the flow (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 9000 }), { minLength: 1, maxLength: 120 }),
        fc.integer({ min: 1, max: 200_000 }),
        (gains, price) => {
          fc.pre(gains.some((g) => g > 0));
          const cash = [-price, ...gains];
          const { rate, all } = irr(cash);
          fc.pre(rate !== null);
          expect(all).toHaveLength(1);
          const scale = price + gains.reduce((a, b) => a + b, 0) * Math.max(1, (1 + monthly(rate!)) ** -gains.length);
          expect(Math.abs(npv(cash, rate!)) / scale).toBeLessThan(1e-9);
          // Above its return it is worth less than nothing, below it more.
          expect(npv(cash, rate! + 0.05)).toBeLessThan(0);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('adds up in hand', () => {
    expect(inHand([-3, 1, 1, 1, 1])).toEqual([-3, -2, -1, 0, 1]);
  });
});
