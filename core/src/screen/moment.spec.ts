import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { material } from '../shelf/shelf';
import { screen } from './screen';

/** A solid arm of 200 × 40 × 20, 0.432 kg of aluminium at 2.7 g/cm³, its middle at 100. */
const ARM = studiedRef(box(200, 40, 20));
const moment = (change: Partial<CaseDoc>, limit: number) => {
  const doc = demoDoc({ family: 'gripper', size_mm: [200, 40, 20], need: { momentLimit: { level: 'must', value: limit, from: 'robot' } }, ...change });
  return screen(routeContext(factsOf(doc, BUILT_IN_SITE), processOf('cnc-mill'), material('al-6061'))).checks.find((c) => c.id === 'moment');
};
const meshed = { shapes: { printed: ARM, machined: ARM } };
const at = (x: number) => ({ at: { point: [x, 20, 10] as [number, number, number], normal: [-1, 0, 0] as [number, number, number] } });
const exactly = (x: number) => ({ low: x, likely: x, high: x });

describe('the moment at its flange', () => {
  it('is its weight by how far its centre of gravity stands from where it is held', () => {
    const found = moment({ ...meshed, holds: { h: at(0) } }, 1)!;
    // What it weighs by the sheet, at 100 mm: with the wall it is held on 20 and 10 mm aside of the axis of the box, nothing is.
    const kg = Number(/\(([\d.]+) kg/.exec(found.reason)![1]);
    expect(found.value! / (kg * 9.80665 * 0.1)).toBeGreaterThan(0.97);
    expect(found.value! / (kg * 9.80665 * 0.1)).toBeLessThan(1.03);
    expect(kg).toBeGreaterThan(0.4);
    expect(found).toMatchObject({ state: 'pass', limit: 1 });
  });
  it('grows by what it carries: 2 kg at 20 m/s² and 200 mm are 8 N·m', () => {
    const loads = { p: { kind: 'carried', mass: exactly(2), acceleration: exactly(20), ...at(200) } };
    const [alone, loaded] = [moment({ ...meshed, holds: { h: at(0) } }, 1)!, moment({ ...meshed, holds: { h: at(0) }, loads }, 1)!];
    expect(loaded.value! - alone.value!).toBeCloseTo(8, 9);
    expect(loaded.state).toBe('fail');
    expect(loaded.reason).toContain('8 N·m of what it carries');
  });
  it('held in its middle is nothing; a little over is a condition', () => {
    expect(moment({ ...meshed, holds: { a: at(0), b: at(200) } }, 1)!.value).toBeCloseTo(0, 6);
    const { value } = moment({ ...meshed, holds: { h: at(0) } }, 1)!;
    expect(moment({ ...meshed, holds: { h: at(0) } }, value! / 1.2)!.state).toBe('conditional');
  });
  it('without a mesh is taken at half of its longest side, and is not asked of those who do not ask', () => {
    expect(moment({}, 1)!.reason).toContain('100 mm out');
    expect(moment({ need: {} }, 1)).toBeUndefined();
  });
});
