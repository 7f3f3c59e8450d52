import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { enclosed } from './planners/enclosed';

const facts = plainFacts(demoDoc({ family: 'gripper' }), BUILT_IN_SITE);
const run = (values: Values = {}) =>
  evaluatePlan(enclosed, facts, { values: { shear: asRange(14), bond: asRange(0.5), costs: asRange(0.2), stops: asRange(0.1), ...values } });
const finding = (id: string, values: Values = {}) => run(values).findings.find((f) => f.id === id);

describe('something shut into a print', () => {
  it('has a pocket with room around it, and the print stops where it stands proud of nothing', () => {
    const { figures: f } = run({ long: 13, wide: 8, high: 6.5, around: 0.15, below: 4, layer: 0.2 });
    expect([f('pocket_long'), f('pocket_wide'), f('span')].map((x) => Number(x.toFixed(6)))).toEqual([13.3, 8.3, 8.3]);
    // 10.5 mm are 52.5 layers: 53 are printed, 10.6 mm high.
    expect([f('pause_layer'), f('pause_at'), f('pocket_high')].map((x) => Number(x.toFixed(6)))).toEqual([54, 10.6, 6.6]);
  });
  it('is held by the roof over its rim, weaker where the print paused', () => {
    const { figures: f } = run({ long: 9.7, wide: 9.7, around: 0.15, roof: 2, pull: 100 });
    // 40 mm of rim, 2 mm, 14 MPa, half.
    expect(f('holds')).toBeCloseTo(40 * 2 * 14 * 0.5, 6);
    expect(f('roof_needed')).toBeCloseTo(300 / (40 * 14 * 0.5), 6);
    expect([finding('holds', { pull: 100, roof: 4 })!.state, finding('holds', { pull: 4000, roof: 1 })!.state, finding('holds', { pull: 0 })]).toEqual([
      'pass',
      'fail',
      undefined,
    ]);
  });
  it('bears the heat of the layers over it, or is put in otherwise', () => {
    // 60 °C and 0.3 of 170 K.
    expect(run().figures('felt')).toBeCloseTo(111, 9);
    expect(['nut', 'chip', 'magnet'].map((thing) => finding('heat', { thing })!.state)).toEqual(['pass', 'pass', 'fail']);
  });
  it('in a powder bed or a vat is put in afterwards: no heat, no roof that hangs', () => {
    expect(run({ how: 'open', thing: 'magnet', wide: 60 }).findings.map((f) => [f.id, f.state])).toEqual([['pause', 'pass'], ['holds', 'pass'], [
      'after',
      'conditional',
    ]]);
    expect([finding('pause')!.reason, finding('pause', { how: 'open' })!.reason].map((r) => r.includes('a vat is not opened'))).toEqual([true, false]);
  });
  it('that is a chip is read through so much cover, and through no metal', () => {
    expect([finding('reads', { thing: 'chip', roof: 4 })!.state, finding('reads', { thing: 'chip', roof: 4, shields: true })!.state, finding('reads')]).toEqual(
      ['pass', 'fail', undefined],
    );
    expect(finding('bridge', { wide: 40, long: 60 })!.state).toBe('fail');
  });
  it('weighs, costs and takes somebody by the machine', () => {
    const { figures: f } = run({ pieces: 4, weighs: 0.02 });
    expect([f('adds'), f('money'), f('by_hand')].map((x) => Number(x.toFixed(9)))).toEqual([0.08, 0.8, 0.1]);
    // Closed afterwards, each for itself.
    expect(run({ pieces: 4, how: 'open' }).figures('by_hand')).toBeCloseTo(0.4, 9);
    expect(finding('after')).toMatchObject({ state: 'conditional', ofNew: true });
  });
});
