import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { pattern } from './planners/pattern';

const facts = plainFacts(demoDoc({ family: 'sand-pattern', size_mm: [300, 200, 60] }), BUILT_IN_SITE);
const run = (values: Values = {}, samples = 0) => evaluatePlan(pattern, facts, { values }, samples);
const found = (values: Values, samples = 0) => Object.fromEntries(run(values, samples).findings.map((x) => [x.id, x]));

describe('from casting to pattern', () => {
  it('is as much larger as the alloy shrinks, with its stock', () => {
    // 200 and 2 a side in cast steel, 2 %: 204/0.98.
    expect(run({ alloy: 'steel' }).figures('pattern_size')).toBeCloseTo(204 / 0.98, 9);
    // 1.6 to 2.4 % are about ±0.85 mm of 204: not ±0.2, and ±1 yes.
    expect(found({ alloy: 'steel', within: 0.2 }, 2000)['size']).toMatchObject({
      state: 'conditional',
      reason: expect.stringContaining('measure the first casting'),
    });
    expect(found({ alloy: 'steel', within: 1 }, 2000)['size'].state).toBe('pass');
  });
  it('is worn, painted and finished by the mould', () => {
    const { figures: f } = run({ castings: 2500, moulds_each: asRange(1000), coat_lasts: asRange(200), face: 500, finish_rate: asRange(250) });
    expect(f('patterns')).toBe(3);
    expect(f('finish_h')).toBeCloseTo((3 * 500) / 250, 9);
    // A route takes the hours of one: it counts how many are worn out by itself.
    expect(f('finish_each_h')).toBeCloseTo(2, 9);
    expect(pattern.gives).toMatchObject([{ line: 'finish_each_h', to: 'fitting_hours' }]);
    // Thirteen coats, three of them the first: ten times a third of two hours.
    expect(f('upkeep_h')).toBeCloseTo(((13 - 3) * 2) / 3, 9);
  });
  it('draws with draft enough: depth times its tangent', () => {
    expect(run({ deep: 60, draft: 3 }).figures('widens')).toBeCloseTo(60 * Math.tan(Math.PI / 60), 9);
    expect([found({ draft: 1.5 })['draft'].state, found({ draft: 0.6 })['draft'].state, found({ draft: 0.2 })['draft'].state]).toEqual([
      'pass',
      'conditional',
      'fail',
    ]);
  });
  it('burnt out of a shell leaves its ash, and cracks it where it is full', () => {
    const shell: Values = { mould: 'shell', pattern_mass: 0.2, ash: asRange(0.05), face: 400 };
    // 200 g × 0.05 % = 0.1 g on 0.04 m².
    expect(run(shell).figures('ash_film')).toBeCloseTo(2.5, 9);
    expect(found(shell)['ash'].state).toBe('conditional');
    expect(found({ ...shell, pattern_fill: 1 })['swell'].state).toBe('fail');
    expect(found(shell)['swell'].state).toBe('pass');
    expect(found(shell)['draft']).toBeUndefined();
  });
  it('is cheaper than printed sand from so many castings on', () => {
    // 1 200 over 140 − 25.
    const { figures: f } = run({ mould: 'printed' });
    expect(f('even_at')).toBeCloseTo(1200 / 115, 9);
    expect(f('each_now')).toBe(140);
    expect(found({ mould: 'printed', castings: 8 })['against'].state).toBe('pass');
    expect(found({ mould: 'printed', castings: 50 })['against']).toMatchObject({
      state: 'conditional',
      reason: expect.stringContaining('make a pattern instead'),
    });
    expect(found({ mould: 'printed', core_gap: 0.3 })['clearance'].state).toBe('conditional');
  });
});
