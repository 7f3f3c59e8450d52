import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan, standIns } from './evaluate-plan';
import { shield } from './planners/shield';

const facts = plainFacts(demoDoc({ family: 'weld-fixture' }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(shield, facts, { values: { into: asRange(0.1), takes: asRange(20), cycle: 120, area: 60, ...values } });
const peak = (values: Values) => run(values).findings.find((f) => f.id === 'peak')!;

describe('a shield from the weld', () => {
  // 400 J/mm × 80 mm × 0.1 = 3 200 J a part into 60 cm² of copper, 3 mm: 18 cm³ × 8.9 × 0.385 = 61.7 J/K.
  it('warms by its share of the heat over its mass, and stands by what it gets rid of', () => {
    const { figures: f } = run();
    expect(f('joules')).toBeCloseTo(3200, 9);
    expect(f('swing')).toBeCloseTo(3200 / (18 * 8.9 * 0.385), 6);
    // Every 120 s off 0.012 m² at 20 W/(m² K): 111 K above the hall.
    expect(f('mean')).toBeCloseTo(25 + 3200 / 120 / (20 * 0.012), 6);
    expect(f('peak')).toBeCloseTo(f('mean') + f('swing') / 2, 9);
    expect(standIns(run()).map((g) => [g.to, g.value])).toEqual([['serviceTemp', f('mean')], ['peakTemp', f('peak')]]);
  });
  it('that never cools is no matter of thickness; one that does is thick enough when its swing fits', () => {
    expect(peak({})).toMatchObject({ state: 'fail', reason: expect.stringContaining('whatever its thickness') });
    const slow = { cycle: 600, bears: 60 };
    // 25 + 22.2 stays; half of the swing may be 12.8 K: 3 200/2 over 20.56 J/K a millimetre and that.
    const { figures: f } = run(slow);
    expect(f('thick_needed')).toBeCloseTo(1600 / (6 * 8.9 * 0.385 * (60 - f('mean'))), 6);
    expect(peak({ ...slow, thick: f('thick_needed') * 1.001 }).state).toBe('pass');
    expect(peak({ ...slow, thick: f('thick_needed') / 3 }).state).toBe('fail');
  });
  it('says how far apart parts are set: 0.18 of the weld over the gauge, and a twentieth of the gap', () => {
    expect(run({ leg: 4, gauge: 2, gap: 1 }).figures('set_apart')).toBeCloseTo(0.18 * (8 / 2) + 0.05, 9);
  });
  it('with bare pins and clamps has a condition', () => {
    expect(run({ covers: false }).findings.find((f) => f.id === 'spatter')!.state).toBe('conditional');
  });
});
