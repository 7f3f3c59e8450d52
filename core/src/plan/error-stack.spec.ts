import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { errorStack } from './planners/error-stack';

const must = (value: number) => ({ level: 'must' as const, value, from: '' });
// Pins 100 apart, the feature 80 from the first, 0.05 of play, stops that seat within 0.03, work of ±0.05; no warmth.
const plain: Values = { span: 100, reach: 80, play: asRange(0.05), seat: asRange(0.03), size: asRange(0.05), warmth: 0 };
const run = (values: Values, tolerance?: number) =>
  evaluatePlan(
    errorStack,
    plainFacts(demoDoc({ family: 'assembly-fixture', need: tolerance === undefined ? {} : { tolerance: must(tolerance) } }), BUILT_IN_SITE),
    {
      values: { ...plain, ...values },
    },
  );

describe('the error stack', () => {
  it('is play and seat by the way the work is located, and the lever of the reach over the span', () => {
    const { figures: f } = run({});
    // Half the play, and all of it over 0.8 of the span.
    expect(f('worst_pins')).toBeCloseTo(0.025 + 0.04, 12);
    // A stop of 0.03; two of them opposite ways.
    expect(f('worst_edges')).toBeCloseTo(0.03 + 0.048, 12);
    // 0.05 of diameter in a vee of 90°: half of it over sin 45°.
    expect(f('worst_vee')).toBeCloseTo(0.025 / Math.sin(Math.PI / 4) + 0.024, 12);
    expect(f('worst_bore')).toBeCloseTo(0.025 + (0.03 + 0.025) * 0.8, 12);
    expect(f('stack_worst')).toBe(f('worst_pins'));
    expect(run({ scheme: 'vee' }).figures('stack_worst')).toBe(f('worst_vee'));
  });
  it('adds what else there is at its limits, and as squares, never above the limits', () => {
    const links = [{ what: 'Bush', size: 0.06, lever: 1, kind: 'usual' }, { what: 'Stop', size: 0.02, lever: -2, kind: 'limits' }];
    const { figures: f } = run({ links, warmth: 10, grows: 25 });
    // 10 K × 25 millionths × 80 mm = 0.02.
    expect(f('warm')).toBeCloseTo(0.02, 12);
    expect(f('stack_worst')).toBeCloseTo(0.065 + 0.02 + 0.06 + 0.04, 12);
    // 0.02² of the bush, a third of each square of what may be anything up to its limit.
    expect(f('stack_usual')).toBeCloseTo(3 * Math.sqrt(0.02 ** 2 + (0.025 ** 2 + 0.04 ** 2 + 0.02 ** 2 + 0.04 ** 2) / 3), 12);
    // Two rectangles alone: three standard deviations would pass the corner.
    expect(run({}).figures('stack_usual')).toBeCloseTo(0.065, 12);
  });
  it('holds at its limits, holds as a rule, or does not; says what most of it comes from, and what would be better', () => {
    const links = Array.from({ length: 8 }, (_, i) => ({ what: `Joint ${i}`, size: 0.03, lever: 1, kind: 'usual' }));
    const state = (tolerance?: number) => run({ links }, tolerance).findings[0].state;
    // 0.305 at the limits; as a rule 3 √(8·0.0001 + 0.000742) = 0.118.
    expect([state(0.31), state(0.2), state(0.1)]).toEqual(['pass', 'conditional', 'fail']);
    const of = (values: Values, id: string) => run(values, 0.2).findings.find((x) => x.id === id)?.reason;
    expect(of({ links: [{ what: 'Bush wear', size: 0.3, lever: 1, kind: 'limits' }] }, 'largest')).toMatch(/^Bush wear makes 9[0-9](\.\d)? % of the scatter/);
    // 0.065 with pins; with 0.2 of play at the pins, stops at faces are better.
    expect(of({ play: asRange(0.2) }, 'scheme')).toMatch(/With a vee and a stop|With three, two and one stop/);
    expect(of({ scheme: 'vee' }, 'scheme')).toBeUndefined();
  });
});
