import fc from 'fast-check';
import { endedBy, fitWeibull, LifeError, type Lived, quantile } from './weibull';

/** Lives of 38 shock absorbers in km, eleven failed: a published worked example, fitted there with η = e^10.23 and β = 1/0.3164. */
const FAILED = [6700, 9120, 12_200, 13_150, 14_300, 17_520, 20_100, 20_900, 22_700, 26_510, 27_490];
// dprint-ignore
const RUNNING = [6950, 7820, 8790, 9660, 9820, 11_310, 11_690, 11_850, 11_880, 12_140, 12_870, 13_330, 13_470, 14_040, 17_540, 17_890, 18_420, 18_960, 18_980, 19_410, 20_100, 20_150, 20_320, 23_490, 27_410, 27_890, 28_100];
const SHOCKS: Lived[] = [...FAILED.map((cycles) => ({ cycles, failed: true })), ...RUNNING.map((cycles) => ({ cycles, failed: false }))];

const logLik = (lives: readonly Lived[], b: number, s: number): number =>
  lives.reduce((sum, { cycles: t, failed }) => sum + (failed ? Math.log(b / s) + (b - 1) * Math.log(t / s) : 0) - (t / s) ** b, 0);

describe('a Weibull life', () => {
  it('of a published worked example is what was published', () => {
    const f = fitWeibull(SHOCKS);
    expect([f.n, f.failures]).toEqual([38, 11]);
    expect(Math.log(f.scale)).toBeCloseTo(10.23, 2);
    expect(1 / f.shape).toBeCloseTo(0.3164, 3);
    expect(f.median).toBeCloseTo(f.scale * Math.log(2) ** (1 / f.shape), 6);
  });
  it('has intervals at whose ends the likelihood has dropped by 1.353, the other parameter free', () => {
    const f = fitWeibull(SHOCKS);
    const peak = logLik(SHOCKS, f.shape, f.scale);
    // Searched here by brute force over the other parameter.
    const best = (of: (x: number) => number, around: number): number =>
      Math.max(...Array.from({ length: 4001 }, (_, k) => of(around * Math.exp((k - 2000) / 1500))));
    for (const b of f.shape_90) expect(peak - best((s) => logLik(SHOCKS, b, s), f.scale)).toBeCloseTo(1.3528, 3);
    for (const s of f.scale_90) expect(peak - best((b) => logLik(SHOCKS, b, s), f.shape)).toBeCloseTo(1.3528, 3);
    expect(f.shape_90[0]).toBeLessThan(f.shape);
    expect(f.scale_90[1]).toBeGreaterThan(f.scale);
  });
  it('by chance alone is the mean time between failures', () => {
    // With β held near 1 by a strong prior, η is total time over failures.
    const f = fitWeibull([{ cycles: 100, failed: true }, { cycles: 300, failed: true }, { cycles: 500, failed: false }], { median: 1, sigma: 1e-4 });
    expect(f.scale).toBeCloseTo(450, 1);
  });
  it('scales with its unit, and is the same in any order (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ cycles: fc.integer({ min: 1, max: 1_000_000 }), failed: fc.boolean() }), { minLength: 3, maxLength: 40 }),
        fc.integer({ min: 2, max: 1000 }),
        (lives, k) => {
          fc.pre(new Set(lives.filter((l) => l.failed).map((l) => l.cycles)).size > 1);
          const [a, b] = [fitWeibull(lives), fitWeibull(lives.map((l) => ({ ...l, cycles: l.cycles * k })).reverse())];
          expect(b.shape / a.shape).toBeCloseTo(1, 6);
          expect(b.scale / a.scale / k).toBeCloseTo(1, 6);
          // No neighbour is more likely.
          for (const [db, ds] of [[1.01, 1], [0.99, 1], [1, 1.01], [1, 0.99]] as const)
            expect(logLik(lives, a.shape * db, a.scale * ds)).toBeLessThanOrEqual(logLik(lives, a.shape, a.scale) + 1e-9);
        },
      ),
      { numRuns: 60, examples: [[[{ cycles: 997_609, failed: true }, { cycles: 1, failed: false }, { cycles: 995_232, failed: true }], 2]] },
    );
  });
  it.each<[string, Lived[], RegExp]>([
    ['nothing', [], /no lives/],
    ['a life of nothing', [{ cycles: 0, failed: true }], /positive/],
    ['no failure', [{ cycles: 10, failed: false }], /None has failed/],
    ['one failure, the longest', [{ cycles: 10, failed: true }, { cycles: 4, failed: false }], /nothing bounds/],
  ])('of %s is not made up', (_, lives, says) => {
    expect(() => fitWeibull(lives)).toThrow(LifeError);
    expect(() => fitWeibull(lives)).toThrow(says);
  });
  it('holds on to what is usual where little was seen, and lets go of it with evidence', () => {
    const prior = { median: 2, sigma: 0.35 };
    expect(fitWeibull([{ cycles: 10, failed: true }], prior).shape).toBeGreaterThan(2);
    const many = Array.from({ length: 4000 }, (_, i) => ({ cycles: 1000 * (-Math.log(1 - (i + 0.5) / 4000)) ** (1 / 5), failed: true }));
    expect(fitWeibull(many, prior).shape / 5).toBeCloseTo(1, 1);
  });
  it('tells when the next ends, those in use longer sooner', () => {
    const w = { shape: 2, scale: 1000 };
    expect(endedBy(w, 1000)).toBeCloseTo(1 - Math.exp(-1), 12);
    expect(quantile(w, 0.5)).toBeCloseTo(1000 * Math.sqrt(Math.LN2), 9);
    // Of those that reached 1000: 1 + ln 2 in units of (t/η)².
    expect(quantile(w, 0.5, 1000)).toBeCloseTo(1000 * Math.sqrt(1 + Math.LN2), 9);
  });
});
