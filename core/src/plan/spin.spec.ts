import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan, standIns } from './evaluate-plan';
import { spin } from './planners/spin';

const facts = plainFacts(demoDoc({ family: 'spinning-mandrel' }), BUILT_IN_SITE);
const run = (values: Values = {}) =>
  evaluatePlan(spin, facts, { values: { metal: 'soft-aluminium', gauge: 1, roller: asRange(5), mu: asRange(0.06), into: asRange(0.1), ...values } });
const state = (values: Values, id: string) => run(values).findings.find((f) => f.id === id)!.state;

describe('sheet spun over a mandrel', () => {
  it('is rubbed at its speed by what the roller pushes with', () => {
    const { figures: f } = run();
    const omega = (500 * 2 * Math.PI) / 60;
    expect(f('surface')).toBeCloseTo(omega * 0.09, 6);
    // Half of 235 MPa × 1 × 5 mm.
    expect(f('push')).toBeCloseTo(587.5, 9);
    expect(f('pressed')).toBeCloseTo(587.5 / (5 * 7), 9);
    expect(f('watts')).toBeCloseTo(0.06 * 587.5 * omega * 0.09, 5);
  });
  it('warms a skin of the mandrel by its share of that', () => {
    const { figures: f } = run();
    const face = Math.PI * 180 * 80;
    // 2 mm of skin hold 1.2 mg/mm³ × 1.5 J/(g·K); the face gives off 30 W/(m² K) for a minute.
    const holds = (face * 2 * 1.2 * 1.5) / 1000 + (60 * face * 30) / 1e6;
    expect(f('skin_temp')).toBeCloseTo(23 + (f('watts') * 0.1 * 60) / holds, 5);
    expect([state({}, 'warm'), state({ mu: asRange(0.3), into: asRange(0.5), turns: 2000 }, 'warm')]).toEqual(['pass', 'fail']);
  });
  it('shakes by what it is off centre, and parts where it turns too fast', () => {
    const omega = (500 * 2 * Math.PI) / 60;
    expect(run().figures('shakes')).toBeCloseTo(2 * 0.0002 * omega ** 2, 6);
    expect([state({}, 'balance'), state({ uneven: 2, turns: 5000 }, 'balance')]).toEqual(['pass', 'fail']);
    // 1 200 kg/m³ × (ω r)².
    expect(run({ turns: 6000 }).figures('rim')).toBeCloseTo((1200 * (12 * omega * 0.09) ** 2) / 1e6, 5);
    expect([state({}, 'burst'), state({ turns: 6000 }, 'burst')]).toEqual(['pass', 'fail']);
  });
  it('is turned with its blank by the follower, and hands on pressure, warmth, speed and load', () => {
    // 2 × 0.2 × 3 000 N on 33.3 mm against 0.06 × 587.5 N at 150 mm.
    expect(run().figures('grip')).toBeCloseTo((0.4 * 3000 * (100 / 3)) / (0.06 * 587.5 * 150), 6);
    expect(state({ follower: 100 }, 'grips')).toBe('fail');
    expect(standIns(run()).map((g) => g.to)).toEqual(['pressure', 'serviceTemp', 'rotation', 'load']);
  });
});
