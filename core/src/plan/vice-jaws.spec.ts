import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { evidenceOf } from '../records/kinds';
import { BUILT_IN_SITE } from '../records/site';
import { evaluatePlan, standIns } from './evaluate-plan';
import { viceJaws } from './planners/vice-jaws';

const VICE = {
  id: '1',
  kind: 'vice',
  caseId: null,
  at: '',
  who: '',
  revision: 1,
  values: { name: 'Small one', opening: 90, wide: 100, high: 30, screw: 8, pitch: 60, force: 6000 },
};
const site = { ...BUILT_IN_SITE, evidence: evidenceOf([VICE]) };
const run = (values: Values = {}) =>
  evaluatePlan(viceJaws, plainFacts(demoDoc({ family: 'soft-jaws' }), site), { values: { relief: asRange(0.5), ...values } });
const state = (values: Values, id: string) => run(values).findings.find((f) => f.id === id)?.state;

describe('jaws for a vice', () => {
  it('stand open by two blanks and the gap, and leave so much wall and way', () => {
    const { figures: f } = run();
    // 2 × 40 + 3 of 200; the part of 50 is 23.5 deep in each.
    expect([f('stands'), f('way'), f('part_in'), f('wall')]).toEqual([83, 117, 23.5, 16.5]);
    // 20 kN on half of 80 × 15 mm.
    expect(f('grip_area')).toBeCloseTo(6, 12);
    expect(f('pressed')).toBeCloseTo(20_000 / 600, 9);
    expect([state({}, 'pressed'), state({ force: 6000 }, 'pressed')]).toEqual(['fail', 'pass']);
  });
  it('take a vice of the house by its name, whatever was typed', () => {
    const { figures: f } = run({ vice: ' small ONE ', opening: 500, force: 1 });
    expect([f('opening'), f('presses'), f('way')]).toEqual([90, 6000, 7]);
    expect(standIns(run({ vice: 'Small one' })).find((g) => g.to === 'load')!.value).toBe(6000);
    expect(state({ vice: 'Small one' }, 'vice')).toBeUndefined();
    expect(run({ vice: 'Large one' }).findings.find((x) => x.id === 'vice')).toMatchObject({
      state: 'unknown',
      reason: expect.stringContaining('there are Small one'),
    });
  });
  it('say when it does not open, when the part is caught, and when little is left of the blank', () => {
    expect(state({ vice: 'Small one', blank: 50 }, 'opens')).toBe('fail');
    // Let go sideways by 23.5: 7 are there.
    expect([state({ vice: 'Small one', undercut: true }, 'way_out'), state({ undercut: true }, 'way_out')]).toEqual(['fail', 'pass']);
    expect([state({ part_wide: 60 }, 'wall'), state({ part_wide: 75 }, 'wall')]).toEqual(['conditional', 'fail']);
    expect([state({ blank_high: 110 }, 'high'), state({ blank_high: 160 }, 'high')]).toEqual(['conditional', 'fail']);
  });
  it('are made with the screws of that vice', () => {
    const r = run({ vice: 'Small one' });
    expect(viceJaws.makes![0].values(r.figures, r.values)).toMatchObject({ blank_x: 100, screw: 8, pitch: 60, opening: 90, depth: 15 });
  });
});
