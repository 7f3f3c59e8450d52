import { plainFacts } from '../case/facts';
import { demoDoc, studiedRef } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { evaluatePlan, geometryKey, standIns } from './evaluate-plan';
import { trayArray } from './planners/tray-array';

const doc = demoDoc({ family: 'tray', shapes: { printed: studiedRef(box(100, 50, 30)) } });
const facts = plainFacts(doc, BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(trayArray, facts, { values: { days: asRange(2), ...values } });
const state = (values: Values, id: string) => run(values).findings.find((f) => f.id === id)?.state;

describe('pockets and stack of a tray', () => {
  it('takes as many pockets as go between the walls, in the better of two positions', () => {
    // Pockets 61.6 × 41.6 with walls of 3 in 560 × 360: along 8 × 8 (557/64.6 = 8.6, 357/44.6 = 8.0), across 12 × 5 (557/44.6 = 12.5, 357/64.6 = 5.5).
    const { figures: f } = run();
    expect([f('pocket_long'), f('pocket_wide')]).toEqual([61.6, 41.6]);
    expect([f('n1'), f('m1'), f('n2'), f('m2')]).toEqual([8, 8, 12, 5]);
    expect([f('across'), f('deep_n'), f('each_layer')]).toEqual([8, 8, 64]);
    // A box in which it is the other way round.
    expect(run({ box_long: 140, box_wide: 70 }).figures('each_layer')).toBe(3);
  });
  it('stacks by part and floor, weighs it, and says what the lowest rim bears', () => {
    const { figures: f } = run();
    // 200/(2.4 + 20) = 8 trays.
    expect(f('layers')).toBe(8);
    const tray = 0.35 * 560 * 360 * (22.4 - 5) * 1.25e-6;
    expect(f('stack_mass')).toBeCloseTo(8 * (tray + 6.4), 6);
    expect(f('rim_mpa')).toBeCloseTo((8 * (tray + 6.4) * 9.80665) / (2 * 920 * 3), 6);
    expect([state({}, 'lift'), state({ mass: 0.01, box_tall: 60 }, 'lift')]).toEqual(['fail', 'pass']);
  });
  it('keeps as many trays under way as the flow holds parts', () => {
    // 400 a day for two days are 800, in trays of 64: thirteen, which is how many copies are asked of it.
    expect(run().figures('trays')).toBe(13);
    expect(standIns(run()).find((g) => g.to === 'copies')?.value).toBe(13);
  });
  it('says what does not go in, and that a narrow slot is no use', () => {
    expect(state({ long: 700, wide: 400 }, 'count')).toBe('fail');
    expect(run({ long: 700, wide: 400 }).figures('trays')).toBe(0);
    expect([state({ finger: 10 }, 'finger'), state({ finger: 20 }, 'finger')]).toEqual(['conditional', undefined]);
  });
  it('reads the part off its mesh, and another mesh asks again', () => {
    const values = { from: 'mesh' };
    expect(run(values).findings[0].state).toBe('unknown');
    const result = trayArray.geometry!.run(box(100, 50, 30), values, [], () => undefined);
    const key = geometryKey(trayArray, doc.shapes.printed!.hash, values);
    const measured = evaluatePlan(trayArray, facts, { values, geometry: { key, result } });
    expect([measured.figures('part_long'), measured.figures('part_wide'), measured.figures('part_tall')]).toEqual([100, 50, 30]);
    expect(evaluatePlan(trayArray, facts, { values, geometry: { key: key.replace(doc.shapes.printed!.hash, 'another'), result } }).measured).toBe(false);
  });
});
