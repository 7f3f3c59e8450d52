import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { drillGuide } from './planners/drill-guide';

const facts = plainFacts(demoDoc({ family: 'trim-fixture' }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(drillGuide, facts, { values: { play: asRange(0.04), thrust: asRange(120), ...values } });
const state = (id: string, values: Values = {}) => run(values).findings.find((f) => f.id === id)!.state;

describe('a guided drill', () => {
  it('is off by half its play, and leans by the play over the length of the bush', () => {
    const { figures: f } = run({ bush: 20, stand_off: 5, deep: 10 });
    // 0.02, and 0.002 a millimetre: 0.03 where it enters, 0.05 where it comes out.
    expect(f('off_entry')).toBeCloseTo(0.03, 9);
    expect(f('off_exit')).toBeCloseTo(0.05, 9);
    // Of ± 0.1 are 0.08 left for the lean: 0.04 · 15/0.08.
    expect(run({ bush: 20, stand_off: 5, deep: 10, tolerance: 0.1 }).figures('bush_needed')).toBeCloseTo(7.5, 9);
  });
  it('with more play than is allowed has no bush that is long enough', () => {
    const found = run({ tolerance: 0.015 });
    expect(found.figures('bush_needed')).toBe(0);
    expect(found.findings[0]).toMatchObject({ state: 'fail', reason: expect.stringContaining('no bush is long enough') });
  });
  it('wants a bush of one and a half diameters, and room for chips beneath it', () => {
    expect([state('length', { drill: 8, bush: 12 }), state('length', { drill: 10, bush: 12 }), state('length', { drill: 10, bush: 8 })]).toEqual([
      'pass',
      'conditional',
      'fail',
    ]);
    expect([state('chips', { drill: 10, stand_off: 3 }), state('chips', { drill: 10, stand_off: 1 })]).toEqual(['pass', 'conditional']);
  });
  it('presses the sheet down between its supports by F g³/(4 E w t³)', () => {
    const { figures: f } = run({ apart: 100, stiff: 70, wide: 40, gauge: 3, may_give: 0.2 });
    const sag = (120 * 100 ** 3) / (4 * 70_000 * 40 * 27);
    expect(f('sag')).toBeCloseTo(sag, 9);
    expect(f('gap_needed')).toBeCloseTo(100 * (0.2 / sag) ** (1 / 3), 6);
  });
  it('cuts into a groove as wide as the cutter, its wander to both sides, and 2 mm', () => {
    const { figures: f } = run({ cutter: 8, wanders: 0.5, through: 3 });
    expect([f('groove'), f('groove_deep')]).toEqual([11, 4]);
  });
});
