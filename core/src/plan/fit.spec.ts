import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import type { Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { fit } from './planners/fit';

const facts = plainFacts(demoDoc(), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(fit, facts, { values: { gap: 0.3, ...values } });
const state = (values: Values, id = 'fit') => run(values).findings.find((f) => f.id === id)?.state;

describe('fit of hole and shaft', () => {
  it('leaves of the gap what accuracy and roughness do not take', () => {
    const { figures: f } = run();
    // Printed hole of 20: ±0.15 and 0.15 smaller, Ra 14; bought pin ±0.008, Ra 0.4; drawn 0.3 larger.
    const scatter = Math.hypot(0.15, 0.008), taken = (5 * 14.4) / 1000;
    expect(f('taken')).toBeCloseTo(taken, 12);
    expect(f('least')).toBeCloseTo(0.3 - 0.15 - scatter - taken, 12);
    expect(f('play')).toBeCloseTo(0.3 - 0.15 + scatter, 12);
    expect(f('draw_gap')).toBeCloseTo(0.15 + scatter + taken, 12);
    // Drawn so, the tightest new pair has just nothing.
    expect(run({ gap: f('draw_gap') }).figures('least')).toBeCloseTo(0, 12);
  });
  it('moves at once, runs in, or seizes', () => {
    // By hand: tightest new at 0.3 is −0.07, run in −0.0002; at 0.33 +0.03 run in; at 0.4 it moves at once.
    expect([state({ gap: 0.4 }), state({ gap: 0.33 }), state({ gap: 0.2 })]).toEqual(['pass', 'conditional', 'fail']);
    expect(state({ hole: 'reamed', gap: 0.03 })).toBe('pass');
  });
  it('grows with the size, closes with warmth where the shaft grows more, and opens where the hole does', () => {
    expect(run({ size: 100 }).figures('hole_off')).toBeCloseTo(0.15 + 0.0015 * 80, 12);
    const warm = (hole_of: string, shaft_of: string) => run({ size: 50, warmer: 60, hole_of, shaft_of }).figures('closes');
    expect(warm('steel', 'nylon')).toBeCloseTo(50 * 78e-6 * 60, 12);
    expect(warm('nylon', 'steel')).toBeCloseTo(-50 * 78e-6 * 60, 12);
    // A wet nylon pin of 50 in steel swells by half a per cent.
    expect(run({ size: 50, wet: true, hole_of: 'steel', shaft_of: 'nylon' }).figures('closes')).toBeCloseTo(0.25, 12);
  });
  it('that has to stay is tight in the loosest pair', () => {
    expect(state({ use: 'stays', gap: -0.2, hole: 'drilled' })).toBe('pass');
    expect(state({ use: 'stays', gap: 0, hole: 'drilled' })).toBe('conditional');
    expect(state({ use: 'stays', gap: 0.5, hole: 'drilled' })).toBe('fail');
    expect(state({ use: 'stays' }, 'play')).toBeUndefined();
  });
  it('has a play that is allowed or not', () => {
    expect([state({ play_most: 0.4 }, 'play'), state({ play_most: 0.2 }, 'play'), state({ play_most: 0.1 }, 'play')]).toEqual(['pass', 'conditional', 'fail']);
  });
});
