import { exactly } from '../shelf/types';
import { fatigueLife, UNTIRED } from './fatigue';

const PLASTIC = { family: 'polymer' } as const;
const METAL = { family: 'metal' } as const;
const at = (ratio: number, more: { lasting?: boolean; warm?: boolean } = {}) => ({ ratio: exactly(ratio), lasting: false, warm: false, ...more });
const likely = (of: { family: 'polymer' | 'metal' }, ...a: Parameters<typeof at>): number => fatigueLife(of, at(...a)).likely;

describe('cycles that a body bears', () => {
  it('follow the usual brackets of plastics', () => {
    expect(likely(PLASTIC, 0.05)).toBe(UNTIRED);
    expect(likely(PLASTIC, 0.15)).toBeCloseTo(1e6, 3);
    expect(likely(PLASTIC, 0.3)).toBeCloseTo(1e5, 3);
    expect(likely(PLASTIC, 0.5)).toBeCloseTo(1e4, 3);
    expect(likely(PLASTIC, 0.9)).toBeLessThan(1e3);
    expect(likely(PLASTIC, 1.2)).toBe(1);
  });
  it('never rise with the stress', () => {
    const lives = Array.from({ length: 60 }, (_, k) => likely(PLASTIC, k / 50));
    expect(lives.every((l, k) => k === 0 || l <= lives[k - 1])).toBe(true);
  });
  it('lose a decade to lasting load and one to heat near the limit, where there is a limit', () => {
    expect(likely(PLASTIC, 0.3, { lasting: true })).toBeCloseTo(1e4, 3);
    expect(likely(PLASTIC, 0.3, { lasting: true, warm: true })).toBeCloseTo(1e3, 3);
    expect(likely(PLASTIC, 0.05, { lasting: true, warm: true })).toBe(UNTIRED);
  });
  it('of metal are those at half the ratio, whether the load lasts or not', () => {
    expect(likely(METAL, 0.6)).toBeCloseTo(1e5, 3);
    expect(likely(METAL, 0.6, { lasting: true })).toBeCloseTo(1e5, 3);
    expect(likely(METAL, 0.2)).toBe(UNTIRED);
  });
  it('scatter by half a decade either way, and by the range of the ratio', () => {
    const one = fatigueLife(PLASTIC, at(0.3));
    expect(one.high / one.likely).toBeCloseTo(Math.sqrt(10), 9);
    const wide = fatigueLife(PLASTIC, { ...at(0.3), ratio: { low: 0.15, likely: 0.3, high: 0.5 } });
    expect(wide.low).toBeCloseTo(10 ** 3.5, 3);
    expect(wide.high).toBeCloseTo(10 ** 6.5, 0);
  });
});
