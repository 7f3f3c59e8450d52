import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { impact } from './planners/impact';

const facts = plainFacts(demoDoc({ family: 'guard' }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(impact, facts, { values: { mass: asRange(0.1), speed: asRange(10), screw_bears: asRange(600), ...values } });
const state = (id: string, values: Values = {}) => run(values).findings.find((f) => f.id === id)?.state;

describe('what a guard has to stop', () => {
  it('holds half of the shear force round the plug over its thickness', () => {
    const { figures: f } = run({ across: 20, thick: 4 });
    // ½ · 0.1 · 10² = 5 J; π · 20 · 4 · 60 N over 4 mm, half of it.
    expect(f('energy')).toBeCloseTo(5, 9);
    expect(f('bears')).toBeCloseTo((Math.PI * 20 * 4 * 60 * 4) / 2 / 1000, 4);
    expect((f('thick_needed') / 4) ** 2).toBeCloseTo(5 / f('bears'), 6);
  });
  it('by the fourfold energy asks for twice the thickness; a brittle sheet says that it breaks in shards', () => {
    expect(run({ speed: asRange(20) }).figures('thick_needed') / run().figures('thick_needed')).toBeCloseTo(2, 9);
    expect([state('stops', { thick: 8 }), state('stops', { thick: 0.5, speed: asRange(60) })]).toEqual(['pass', 'fail']);
    expect(run({ sheet: 'acrylic' }).findings[0].reason).toContain('shards');
  });
  it('stays where it is with twice the push borne by its screws', () => {
    // 1 000 N on 4 is 250 N each, 500 with the factor: 600 are borne. On 3 it is 667.
    expect([state('fixed', { screws: 4 }), state('fixed', { screws: 3 }), state('fixed', { screws: 1 })]).toEqual(['pass', 'conditional', 'fail']);
  });
  it('that is opened more than once a shift is a door with an interlock; who answers for the machine approves it in any case', () => {
    expect([state('often', { opened: 4 }), state('often', { opened: 4, locked: true }), state('often')]).toEqual(['fail', 'pass', 'pass']);
    expect([state('seen', { sheet: 'steel' }), state('seen', { sheet: 'steel', seen: false }), state('approved')]).toEqual([
      'conditional',
      undefined,
      'conditional',
    ]);
  });
});
