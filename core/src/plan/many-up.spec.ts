import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { manyUp } from './planners/many-up';

const facts = plainFacts(demoDoc({ need: { cyclesPerYear: { level: 'must', value: 36_000, from: '' } } }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(manyUp, facts, { values: { load_s: asRange(24), part_s: asRange(12), takt: 20, ...values } });
const found = (values: Values, id: string) => run(values).findings.find((f) => f.id === id)!;

describe('parts in a load', () => {
  it('are as few as keep up: load ÷ n + part ≤ takt', () => {
    // 24/n + 12 ≤ 20 from three on.
    const { figures: f } = run();
    expect(f('count')).toBe(3);
    expect(f('each_s')).toBe(20);
    expect(f('saved_h')).toBeCloseTo((36 - 20) * 10, 9);
    // Eight are in reach: 24/3 − 24/8 = 5 s more on each of 36 000.
    expect([f('most'), f('more')]).toEqual([8, 5]);
    expect(f('more_h')).toBeCloseTo(50, 9);
  });
  it('end at what is in reach and at what is lifted', () => {
    expect(run({ reach: 200 }).figures('count')).toBe(2);
    expect(found({ reach: 200 }, 'takt')).toMatchObject({ state: 'fail', reason: expect.stringContaining('what is within 200 mm') });
    // 25 − 3 over 9 each.
    expect(run({ part_mass: 9 }).figures('most')).toBe(2);
    expect(found({ part_mass: 9 }, 'takt').reason).toContain('25 kg');
    expect(found({ part_mass: 30 }, 'count').state).toBe('fail');
  });
  it('never keep up where a part alone takes longer, and are as many as somebody wants where they do', () => {
    expect(found({ takt: 10 }, 'takt').state).toBe('fail');
    expect(run({ takt: 10 }).figures('count')).toBe(8);
    expect(run({ wanted: 6 }).figures('each_s')).toBe(16);
  });
  it('two in turn take the longer of hands and machine', () => {
    expect(run({ twins: true, machine_s: 10, wanted: 2 }).figures('each_s')).toBe(Math.max(10 / 2, 14 / 2 + 12));
    expect(run({ twins: true, machine_s: 24, wanted: 1, part_s: asRange(5) }).figures('each_s')).toBe(24);
  });
});
