import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import type { Values } from '../inputs/spec';
import { asRange } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { cureTool } from './planners/cure-tool';

const must = (value: number) => ({ level: 'must' as const, value, from: '' });
const facts = plainFacts(demoDoc({ family: 'layup-mould', size_mm: [400, 200, 60], need: { cureTemp: must(120), tolerance: must(0.3) } }), BUILT_IN_SITE);
const run = (values: Values, samples = 0) => evaluatePlan(cureTool, facts, { values }, samples);

describe('a tool through the cure', () => {
  // Filled plastic, 20 millionths; carbon fibre, 2.5; from 120 to 20 °C over 400 mm.
  it('makes the part larger by what it outgrows it, until it is scaled', () => {
    const { figures: f } = run({});
    expect(f('apart')).toBeCloseTo(400 * 100 * 17.5e-6, 9); // 0.7 mm
    expect(400 * f('scale') * (1 + 20e-6 * 100)).toBeCloseTo(400 * (1 + 2.5e-6 * 100), 9);
    // The range of either expansion: ±16 and ±2.5 millionths.
    expect(f('left_over')).toBeCloseTo(400 * 100 * 1e-6 * Math.hypot(16, 2.5), 9);
    // Steel under glass is the other way round by a little: 12 against 14.
    expect(run({ tool: 'steel', laminate: 'glass' }).figures('apart')).toBeCloseTo(-400 * 100 * 2e-6, 9);
    // It sets where it gels, not at the end of the cure.
    expect(run({ gel_temp: 70 }).figures('apart')).toBeCloseTo(0.35, 9);
  });
  it('says so: too large as cut, uncertain after scaling, right of a tool that hardly grows', () => {
    const state = (values: Values) => Object.fromEntries(run(values).findings.map((x) => [x.id, x.state]));
    expect(state({})).toMatchObject({ size: 'conditional', left: 'fail' });
    expect(state({ tool: 'nickel' })).toMatchObject({ size: 'pass', left: 'pass' });
    expect(run({}).findings[0].reason).toMatch(/0\.7 mm too large .* scale the tool by 0\.99825/);
  });
  it('closes the corners by growth through the thickness, and by what the cure shrinks', () => {
    // 90° × ((45 − 2.5) millionths × 100 + 0.5 %).
    expect(run({ cure_shrink: asRange(0.5) }).figures('spring')).toBeCloseTo(90 * (0.00425 + 0.005), 9);
    expect(run({ bend: 0 }).findings.find((x) => x.id === 'corner')!.state).toBe('pass');
  });
  it('heats through behind the ramp by L²/2a, and has caught up after three of its slowest waves', () => {
    const { figures: f } = run({ thick: 30, rate: 2 });
    // 15 mm to the middle, 0.25 mm²/s, 2 K in 60 s.
    expect(f('lag')).toBeCloseTo((2 / 60) * 225 / 0.5, 9);
    expect(f('soak')).toBeCloseTo((3 * 4 * 225) / (Math.PI ** 2 * 0.25) / 3600, 5);
    expect(f('oven_h')).toBeCloseTo(2 * (50 / 60) + 4 + f('soak'), 9);
    const lag = (values: Values) => run({ thick: 30, rate: 2, ...values }).findings.find((x) => x.id === 'lag')!.state;
    expect([lag({ lag_most: 15.1 }), lag({ lag_most: 8 }), lag({ lag_most: 7 }), lag({ tool: 'aluminium', lag_most: 1 })]).toEqual([
      'pass',
      'conditional',
      'fail',
      'pass',
    ]);
  });
  it('loses so much vacuum a minute', () => {
    const leak = (rise: number, rise_min: number) => run({ rise: asRange(rise), rise_min }).findings.find((x) => x.id === 'leak')!;
    expect(leak(1.5, 5).value).toBeCloseTo(0.3, 12);
    expect([leak(1.5, 5).state, leak(3, 5).state]).toEqual(['pass', 'fail']);
  });
});
