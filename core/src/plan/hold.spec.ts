import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan } from './evaluate-plan';
import { hold } from './planners/hold';

const facts = plainFacts(demoDoc({ family: 'workholding-plate' }), BUILT_IN_SITE);
const FIRM: Values = { feed: asRange(0.06), friction: asRange(0.2) };
const run = (values: Values = {}) => evaluatePlan(hold, facts, { values: { ...FIRM, ...values } });
const finding = (values: Values, id: string) => run(values).findings.find((x) => x.id === id);

describe('hold against the cutter', () => {
  it('pushes by energy, depth, chip and teeth: 10 mm cutter, 3 teeth, 0.06 a tooth, 3 deep, half its width in aluminium', () => {
    const { figures: f } = run();
    // Half of the cutter: the full chip, a quarter of the turn: fewer than one of three teeth, so one.
    expect(f('chip')).toBeCloseTo(0.06, 9);
    expect(f('engaged')).toBe(1);
    expect(f('push')).toBeCloseTo(1.3 * 750 * 3 * 0.06, 6);
    // A tenth of the width: h = 2 · 0.06 · √(0.1 · 0.9) = 0.036. A slot with eight teeth: half of the turn, four of them.
    expect(run({ wide: 1 }).figures('push')).toBeCloseTo(1.3 * 750 * 3 * 0.036, 6);
    expect(run({ wide: 10, teeth: 8 }).figures('push')).toBeCloseTo(4 * 1.3 * 750 * 3 * 0.06, 6);
    // No wider than the cutter.
    expect(run({ wide: 50 }).figures('wide_in')).toBe(10);
  });
  it('is held by friction: four straps with M6 at 8 N·m, half of the force at the work, on two faces', () => {
    const { figures: f } = run();
    // T/(0.2 d) = 8 000/1.2.
    expect(f('each')).toBeCloseTo(8000 / 1.2 / 2, 6);
    expect(f('held')).toBeCloseTo(0.2 * 4 * (8000 / 1.2 / 2) * 2, 6);
    expect(f('grip')).toBeCloseTo(f('held') / 175.5, 6);
    expect(f('seat_pressure')).toBeCloseTo(f('each') / 200, 6);
    expect(f('tip')).toBeCloseTo((4 * f('each') * 40) / (175.5 * 20), 6);
    expect(finding({}, 'grip')!.state).toBe('pass');
    // Bolts through the work: all of their force, one face; jaws: theirs on both.
    expect(run({ means: 'bolts' }).figures('held')).toBeCloseTo(0.2 * 4 * (8000 / 1.2), 6);
    expect(run({ means: 'jaws', jaw: 5000 }).figures('held')).toBeCloseTo(0.2 * 5000 * 2, 6);
    expect(run({ means: 'jaws', jaw: 5000 }).figures('tip')).toBeCloseTo((2 * 0.2 * 5000 * 40) / (175.5 * 20), 6);
  });
  it('asks two and a half times of friction, nothing of it where stops take the push', () => {
    // One strap: 2 · 0.2 · 3 333 = 1 333 N; in steel, 8 deep in a slot: 1.3 · 2 000 · 8 · 0.06 · 1.5 teeth = 1 872 N.
    const hard: Values = { clamps: 1, work: 'steel', deep: 8, wide: 10 };
    expect(run(hard).figures('push')).toBeCloseTo(1.3 * 2000 * 8 * 0.06 * 1.5, 6);
    expect(finding(hard, 'grip')).toMatchObject({ state: 'fail', limit: 2.5 });
    expect(finding({ ...hard, stops: true }, 'grip')).toMatchObject({ state: 'pass', reason: expect.stringContaining('Cut towards the stops') });
  });
  it('drills: torque over the arm to the clamps, thrust down', () => {
    // Ø 10, 0.15 a turn in steel: 1.3 · 2 000 · 0.15 · 100/8 = 4 875 N·mm; thrust 1.3 · 2 000 · 0.15 · 10/4 = 975 N.
    const { figures: f } = run({ op: 'drill', work: 'steel', feed: asRange(0.15) });
    expect(f('push')).toBeCloseTo(4875 / 40, 6);
    expect(f('thrust')).toBeCloseTo(975, 6);
    expect(finding({ op: 'drill' }, 'tip')).toBeUndefined();
  });
  it('does not overdraw a bolt: M6, 8.8, bears 580 · 20.1 = 11 658 N', () => {
    expect(run().figures('bolt_use')).toBeCloseTo(8000 / 1.2 / 11_658, 6);
    // Where the thread is oiled, 8 000/(0.15 · 6) = 8 889 N: 76 %. At 14 N·m 133 %.
    expect(finding({}, 'bolt')).toMatchObject({ state: 'pass' });
    expect(finding({ torque: 14 }, 'bolt')).toMatchObject({ state: 'fail' });
    expect(finding({ means: 'jaws' }, 'bolt')).toBeUndefined();
  });
  it('hands the largest force and the torque on to the need', () => {
    const { figures: f } = run();
    expect(f('largest')).toBe(f('each'));
    expect(run({ means: 'jaws', jaw: 50, deep: 8 }).figures('largest')).toBeCloseTo(1.3 * 750 * 8 * 0.06, 6);
  });
});
