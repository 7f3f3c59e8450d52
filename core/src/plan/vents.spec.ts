import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan, standIns } from './evaluate-plan';
import { vents } from './planners/vents';

const facts = plainFacts(demoDoc({ family: 'thermoform-mould', size_mm: [400, 300, 80] }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(vents, facts, { values: { to_mould: asRange(0.5), takes: asRange(15), ...values } });

describe('warmth and vents of a mould for sheet', () => {
  it('runs as warm as what a sheet brings, over what it gives off between two', () => {
    const { figures: f } = run();
    // 1 200 cm² × 2 mm × 1.05 g/cm³ = 252 g of styrene, 1.9 J/(g·K), 75 K: 35.9 kJ; half of it every 90 s over 0.4 m² at 15.
    const brings = 252 * 1.9 * 75;
    expect(f('brings')).toBeCloseTo(brings, 6);
    expect(f('mould_temp')).toBeCloseTo(23 + (brings * 0.5) / 90 / 6, 6);
    expect(f('cycle_needed')).toBeCloseTo((brings * 0.5) / 6 / (75 - 23 - 10), 6);
    expect(standIns(run()).find((g) => g.to === 'serviceTemp')!.value).toBeCloseTo(f('mould_temp'), 6);
  });
  it('never runs hotter than the sheet that heats it, and has to wait where it is too warm', () => {
    const fast = run({ cycle: 10, faces: 100 });
    expect(fast.figures('mould_temp')).toBeCloseTo(150, 6);
    expect(fast.findings.find((x) => x.id === 'out')!.state).toBe('fail');
    expect(run({ water: 200 }).findings.find((x) => x.id === 'out')!.state).toBe('pass');
  });
  it('lets its air out through so many holes', () => {
    const { figures: f } = run();
    // √(2 · 60 000/1.2) = 316 m/s; 0.6 × 0.5027 mm² × that = 95 cm³/s a hole: 3 l/s take 31.5 of them.
    const one = 0.6 * (Math.PI / 4) * 0.0008 ** 2 * Math.sqrt(100_000);
    expect(f('holes')).toBeCloseTo(0.003 / one, 3);
    expect(f('pitch')).toBeCloseTo(Math.sqrt(190_000 / f('holes')), 6);
  });
  it('draws the sheet as thin as its volume says, and is made larger by what it shrinks', () => {
    const { figures: f, findings } = run({ formed: 2400 });
    expect([f('draw'), f('mean_gauge'), f('thin')]).toEqual([2, 1, 0.5]);
    expect(f('larger')).toBeCloseTo(2, 9);
    expect(findings.find((x) => x.id === 'hole')!.state).toBe('conditional');
    expect(run({ formed: 6000 }).findings.find((x) => x.id === 'thin')!.state).toBe('fail');
  });
});
