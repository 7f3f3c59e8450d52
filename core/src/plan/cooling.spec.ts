import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { cooling } from './planners/cooling';

const facts = plainFacts(demoDoc({ family: 'mould-insert', need: { cyclesPerYear: { level: 'must', value: 36_000, from: '' } } }), BUILT_IN_SITE);
const run = (values: Values) => evaluatePlan(cooling, facts, { values: { rest: asRange(10), ...values } });

describe('water and cycle of a mould', () => {
  // 30 g of polypropylene, 480 kJ/kg; 6 l a minute through 6 mm.
  const heat = 0.03 * 480_000;
  const v = 6e-3 / 60 / ((Math.PI / 4) * 0.006 ** 2);
  const re = (v * 0.006) / 0.66e-6;
  const film = (0.023 * re ** 0.8 * 4.3 ** 0.4 * 0.63) / 0.006;
  const resists = (k: number, b: number, p: number, d: number): number =>
    (p / 1000 / (2 * Math.PI * k)) * Math.log(((2 * p) / (Math.PI * d)) * Math.sinh((2 * Math.PI * b) / p)) + p / 1000 / ((Math.PI * d) / 1000 * film);
  const cools = (wall: number, face: number): number => (wall ** 2 / (Math.PI ** 2 * 0.09)) * Math.log((8 / Math.PI ** 2) * (230 - face) / (90 - face));

  it('runs, takes up heat and loses pressure as water in a pipe', () => {
    const { figures: f } = run({});
    expect(f('speed')).toBeCloseTo(v, 4);
    expect(f('reynolds') / re).toBeCloseTo(1, 4);
    expect(f('film') / film).toBeCloseTo(1, 3);
    expect(f('drop') / (((0.316 / re ** 0.25) * 200 * 992 * v ** 2) / 2e6)).toBeCloseTo(1, 4);
    // A thread of water: 64/Re and 3.66.
    const slow = run({ flow: 0.2 }).figures;
    expect(slow('film')).toBeCloseTo((3.66 * 0.63) / 0.006, 6);
    expect(run({ flow: 0.2 }).findings.find((x) => x.id === 'flow')!.state).toBe('fail');
  });
  it('cools by the wall of the part in steel: face, heat and time agree with each other', () => {
    const { figures: f } = run({});
    const r = resists(24, 10, 15, 6);
    expect(f('resists_new') / r).toBeCloseTo(1, 4);
    // At the face that it comes to, the part takes as long as that, and the face is as warm as the heat of that cycle makes it.
    expect(f('by_part_new')).toBeCloseTo(cools(2, f('face_new')), 1);
    expect(f('cycle_new')).toBeCloseTo(f('by_part_new') + 10, 9);
    expect(f('face_new')).toBeCloseTo(20 + (heat * r) / (0.02 * f('cycle_new')), 1);
    // Deeper and further apart, as it is now, it is warmer and slower; the year is 36 000 of that.
    expect(f('face_now')).toBeGreaterThan(f('face_new'));
    expect(f('saved_hours')).toBeCloseTo((f('cycle_now') - f('cycle_new')) * 10, 6);
    expect(f('saved_s')).toBeGreaterThan(0);
  });
  it('draws what steel conducts once for both moulds: alike in all else, nothing is saved in any sample', () => {
    const { risk } = evaluatePlan(cooling, facts, { values: { depth: 12, pitch: 20, depth_now: 12, pitch_now: 20 } }, 200);
    const saved = risk!.columns.get('saved_s')!;
    expect(typeof saved === 'number' ? saved : Math.max(...saved.map(Math.abs))).toBeCloseTo(0, 9);
  });
  it('waits for the heat to get out of resin, whatever the wall', () => {
    const by = (0.03 * 480_000 * resists(0.25, 10, 15, 6)) / (0.02 * (65 - 20));
    const { figures: f, findings } = run({ mould: 'resin' });
    expect(f('by_heat_new') / by).toBeCloseTo(1, 4);
    expect(f('cycle_new')).toBe(f('by_heat_new'));
    expect(run({ mould: 'resin', wall: 1 }).figures('cycle_new')).toBe(f('cycle_new'));
    expect(f('face_new')).toBeCloseTo(65, 6);
    expect(findings[0].reason).toMatch(/set by the heat that its face gets rid of.* more a cycle\.$/);
    expect(findings.find((x) => x.id === 'slow')!.state).toBe('conditional');
  });
});
