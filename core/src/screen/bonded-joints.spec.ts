import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { prism } from '../make/solids';
import { box } from '../shape/testing';
import { exactly } from '../shelf/types';
import { material } from '../shelf/shelf';
import { bondBears, bondedJoints } from './bonded-joints';
import { screen } from './screen';

const [L, B, H] = [800, 40, 30];
const BAR = studiedRef(box(L, B, H));
const at = (point: [number, number, number], normal: [number, number, number]) => ({ point, normal });
const push = (force: number, way = 'z-', y = B / 2) => ({ kind: 'push', force: exactly(force), at: at([L, y, H / 2], [1, 0, 0]), way });
const ROOT = { h: { kind: 'fixed', at: at([0, B / 2, H / 2], [-1, 0, 0]) } };
const must = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
const bar = (loads: CaseDoc['loads'], change: Partial<CaseDoc> = {}): CaseDoc =>
  demoDoc({ family: 'gripper', shapes: { printed: BAR }, need: {}, holds: ROOT, ...(loads && { loads }), ...change });
const on = (doc: CaseDoc, route = 'extrusion-chamber/pa12-cf') => {
  const [p, m] = route.split('/');
  return routeContext(factsOf(doc, BUILT_IN_SITE), processOf(p), material(m));
};
const equal = (pieces: number): number[] => Array.from({ length: pieces - 1 }, (_, k) => ((k + 1) / pieces) * L);
const found = (doc: CaseDoc, route?: string, taken: string[] = []) => screen(on(doc, route), taken).checks.find((c) => c.id === 'bonded-joints');

describe('bonds between sections', () => {
  it('bear M c/I and V of what stands beyond them, nearest to the hold most', () => {
    // 800 in a room of 330: three pieces, planes at 267 and 533; 10 N at the far end.
    const joints = bondedJoints(on(bar({ p: push(10) })), equal(3));
    expect(joints.map((j) => Math.round(j.along_mm))).toEqual([267, 533]);
    const bending = (arm: number): number => (6 * 10 * arm) / (B * H ** 2), shear = (1.5 * 10) / (B * H);
    expect(joints[0].stress.likely).toBeCloseTo(Math.hypot(bending((2 * L) / 3), shear), 2);
    expect(joints[1].stress.likely).toBeCloseTo(Math.hypot(bending(L / 3), shear), 2);
    // Aside it bends through the breadth; pulled along, only N/A; off its middle it twists as well: T = 10 · 20 mm.
    expect(bondedJoints(on(bar({ p: push(10, 'y-') })), equal(2))[0].stress.likely).toBeCloseTo(Math.hypot((6 * 10 * 400) / (H * B ** 2), shear), 2);
    expect(bondedJoints(on(bar({ p: push(10, 'x+') })), equal(2))[0].stress.likely).toBeCloseTo(10 / (B * H), 3);
    const twisted = bondedJoints(on(bar({ p: push(10, 'z-', B) })), equal(2))[0].stress.likely;
    const polar = (B * H ** 3 + H * B ** 3) / 12;
    expect(twisted).toBeCloseTo(Math.hypot(bending(400), shear + (10 * 20 * 20) / polar), 2);
  });
  it('what lasts acts with what comes, bolts drawn tight do not; held at the far end, it is the other side', () => {
    const one = bondedJoints(on(bar({ p: push(10) })), equal(2))[0].stress.likely;
    const both = bondedJoints(on(bar({ p: push(10), s: { ...push(5), name: 'Spring', lasting: true } })), equal(2))[0];
    expect(both.stress.likely).toBeCloseTo(1.5 * one, 6);
    const bolt = { kind: 'bolt', bolt: 'M6', torque: exactly(8), lasting: true, at: at([700, 20, H], [0, 0, 1]) };
    expect(bondedJoints(on(bar({ p: push(10), b: bolt })), equal(2))[0].stress.likely).toBeCloseTo(one, 9);
    const swapped = bar({ p: { ...push(10), at: at([0, B / 2, H / 2], [-1, 0, 0]) } }, {
      holds: { h: { kind: 'fixed', at: at([L, B / 2, H / 2], [1, 0, 0]) } },
    });
    expect(bondedJoints(on(swapped), equal(2))[0].stress.likely).toBeCloseTo(one, 3);
    // Where what is loaded is the held side, nothing goes through the bond.
    const near = bar({ p: { ...push(10), at: at([100, 20, H], [0, 0, 1]) } });
    expect(bondedJoints(on(near), equal(2))[0].stress.likely).toBe(0);
  });
  it('held on both sides, or without a table: a beam on two ends', () => {
    const ends = {
      a: { kind: 'rest', at: at([0, B / 2, 0], [0, 0, -1]), area: 'spot', across: 10 },
      b: { kind: 'rest', at: at([L, B / 2, 0], [0, 0, -1]), area: 'spot', across: 10 },
    };
    // F/4 of 80 % of the length in the middle, F/2 to either side; the weaker way is through 30.
    const known = Math.hypot((6 * 100 * 0.8 * L) / 4 / (B * H ** 2), (1.5 * 50) / (B * H));
    const loads = { p: { kind: 'push', force: exactly(100), at: at([400, 20, H], [0, 0, 1]) } };
    expect(bondedJoints(on(bar(loads, { holds: ends })), equal(2))[0].stress.likely).toBeCloseTo(known, 1);
    expect(bondedJoints(on(bar(undefined, { need: { load: must(100) } })), equal(2))[0].stress.likely).toBeCloseTo(known, 1);
    // Nothing but a box: half its breadth and 70 % of its depth.
    const boxed = bondedJoints(on(demoDoc({ family: 'gripper', size_mm: [L, B, H], need: { load: must(100) } })), equal(2))[0];
    expect(boxed.area_mm2).toBeCloseTo(0.5 * B * 0.7 * H, 9);
    // Half of 40 by 70 % of 30 is 20 × 21: across its breadth it is the weaker.
    expect(boxed.stress.likely).toBeCloseTo(Math.hypot((6 * 100 * 0.8 * L) / 4 / (0.7 * H * (0.5 * B) ** 2), (1.5 * 50) / (0.35 * B * H)), 6);
  });
  it('pressed onto a face that holds it all along it is not bent; pulled off it, it is; a press nest is never a beam', () => {
    const under = { h: { kind: 'fixed', at: at([300, B / 2, 0], [0, 0, -1]) } };
    const load = (way: string) => ({ p: { kind: 'push', force: exactly(100), at: at([600, 20, H], [0, 0, 1]), way } });
    expect(bondedJoints(on(bar(load('z-'), { holds: under })), equal(2))[0].stress.likely).toBe(0);
    expect(bondedJoints(on(bar(load('z+'), { holds: under })), equal(2))[0].stress.likely).toBeGreaterThan(0.5);
    // The same hold as a spot is where it is: what stands beyond it hangs on the bond.
    const spot = { h: { ...under.h, area: 'spot', across: 20 } };
    expect(bondedJoints(on(bar(load('z-'), { holds: spot })), equal(2))[0].stress.likely).toBeCloseTo(
      Math.hypot((6 * 100 * 200) / (B * H ** 2), (1.5 * 100) / (B * H)),
      1,
    );
    expect(found(demoDoc({ family: 'press-nest', size_mm: [L, B, H], need: { load: must(80_000) } }))).toBeUndefined();
  });
  it('between two sections that were measured it is judged by the worse', () => {
    // 400 of 40 × 30, then 400 of 40 × 20: in the middle nobody measured; the nearest stations are 1/96 of the length to either side.
    const step = studiedRef(prism([[0, 0], [L, 0], [L, 20], [L / 2, 20], [L / 2, H], [0, H]], [], 0, B));
    const [joint] = bondedJoints(on(bar({ p: push(10) }, { shapes: { printed: step } })), [L / 2]);
    expect(joint.area_mm2).toBeCloseTo(B * 20, 0);
    const measured = bondedJoints(on(bar({ p: push(10) }, { shapes: { printed: step } })), [(L * 47) / 96, (L * 49) / 96]);
    expect(measured.map((j) => Math.round(j.area_mm2))).toEqual([B * H, B * 20]);
  });
  it('bear less on what is soft, between weak layers and in the heat', () => {
    const bears = (id: string, t = 23, layers = exactly(100)) =>
      bondBears({ material: material(id), need: { serviceTemp: { value: t, level: 'must', from: '' } } as never }, layers).likely;
    expect(bears('pa12-cf')).toBe(12);
    expect(bears('tpu-95a')).toBe(1.5);
    expect(bears('am-tool-steel')).toBe(20);
    expect([bears('pa12-cf', 45), bears('pa12-cf', 80), bears('pa12-cf', 130)]).toEqual([12, 6, 0.24]);
    expect(bears('pa12-cf', 23, exactly(5))).toBe(5);
  });
  it('holds, on condition, or does not; only where it is made in sections', () => {
    // 12 MPa over 3 is 4; of two pieces, turned in the room, 6 F 400/(40 · 900) is 0.067 F.
    const check = (force: number, taken?: string[]) => found(bar({ p: push(force) }), undefined, taken);
    expect(check(20)).toMatchObject({ state: 'pass', limit: 4 });
    expect(check(60)).toMatchObject({ state: 'conditional' });
    expect(check(200)).toMatchObject({ state: 'fail' });
    expect(check(200)!.reason).toMatch(
      /13 MPa in the joint 400 mm along it \(12 cm²\) under “a push or pull”, 4 MPa allowed. A bond does not, wherever the planes lie/,
    );
    // One that fits whole is asked only where somebody takes sections; what is milled has none.
    const short = studiedRef(box(200, B, H));
    const whole = bar({ p: { ...push(50), at: at([200, 20, 15], [1, 0, 0]) } }, { shapes: { printed: short, machined: short } });
    expect(found(whole)).toBeUndefined();
    expect(found(whole, undefined, ['join-pieces'])).toMatchObject({ state: 'pass' });
    expect(found(whole, 'cnc-mill/al-6061', ['join-pieces'])).toBeUndefined();
  });
});
