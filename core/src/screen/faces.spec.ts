import { demoDoc, studiedRef } from '../case/testing';
import type { FaceMark, ShapeRef } from '../case/types';
import { screenRoute } from '../decide/options';
import type { Need } from '../need/requirements';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateRoute } from '../routes/evaluate-route';
import { valueOf } from '../worksheet/evaluate';
import { box, sphere } from '../shape/testing';
import { material } from '../shelf/shelf';
import { freeDirections, lieOf, roughnessOf } from './faces';

const PART = studiedRef(box(200, 80, 40));
const mark = (change: Partial<FaceMark>): FaceMark => ({ duty: 'working', point: [100, 40, 40], normal: [0, 0, 1], area_mm2: 16_000, note: '', ...change });
const TOP = mark({}), BOTTOM = mark({ point: [100, 40, 0], normal: [0, 0, -1] }), LEFT = mark({ point: [0, 40, 20], normal: [-1, 0, 0], area_mm2: 3200 });
const RIGHT = mark({ point: [200, 40, 20], normal: [1, 0, 0], area_mm2: 3200 });
const must = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
const found = (id: string, route: string, marks: FaceMark[], need: Need = {}, remedies?: string[], shape: ShapeRef = PART) => {
  const [p, m] = route.split('/');
  const doc = demoDoc({ need, shapes: { printed: { ...shape, marks } }, ...(remedies && { remedies: { [route]: remedies } }) });
  return screenRoute(factsOf(doc, BUILT_IN_SITE), processOf(p), material(m)).checks.find((c) => c.id === id);
};

describe('marked faces', () => {
  it('lie on the bed, look up, stand, slope or hang', () => {
    const lie = (f: FaceMark) => lieOf(f, PART.study!.build, PART.measure);
    expect([TOP, BOTTOM, LEFT].map(lie)).toEqual(['up', 'bed', 'wall']);
    expect(lie(mark({ normal: [0, 0, -1], point: [100, 40, 20] }))).toBe('hanging');
    expect(lie(mark({ normal: [0, 0.6, -0.8] }))).toBe('hanging');
    expect(lie(mark({ normal: [0, 0.8, -0.6] }))).toBe('sloped');
    expect(lie(mark({ normal: [0, 0.6, 0.8] }))).toBe('sloped');
  });
  it('are roughest over support, and alike in powder', () => {
    const ra = { low: 6, likely: 10, high: 16 };
    const on = (p: string) => (['bed', 'up', 'sloped', 'hanging'] as const).map((lie) => roughnessOf(lie, ra, processOf(p)).likely);
    expect(on('extrusion-open')).toEqual([8, 10, 13, 24]);
    expect(on('powder-polymer')).toEqual([8, 10, 13, 10]);
    expect(on('cnc-mill')).toEqual([10, 10, 10, 10]);
  });
  it('are held to their own tolerance by the way from the datum, and the worst is named', () => {
    const datum = { ...LEFT, duty: 'datum' as const };
    const { a_mm, b_per_mm } = processOf('extrusion-chamber').tolerance;
    const far = found('tolerance', 'extrusion-chamber/abs', [datum, { ...RIGHT, tolerance_mm: 0.1 }])!;
    expect(far.value).toBeCloseTo(a_mm + 200 * b_per_mm, 9);
    expect(far.limit).toBe(0.1);
    expect(far.reason).toContain('on face W2, 200 mm from its datum');
    expect(far.reason).toContain('leave two directions open');
    // From a datum on the same side it is nothing but the process's own.
    const near = found('tolerance', 'extrusion-chamber/abs', [datum, { ...LEFT, point: [0, 10, 20], tolerance_mm: 0.1 }])!;
    expect(near.value).toBeCloseTo(a_mm, 9);
    // The part as a whole may be the harder.
    expect(found('tolerance', 'extrusion-chamber/abs', [{ ...RIGHT, tolerance_mm: 5 }], { tolerance: must(0.05) })!.limit).toBe(0.05);
  });
  it('each have their own end of life: the first of them ends the tool, is named, and is in the price', () => {
    const need = { cyclesPerYear: must(20_000), years: must(2), copies: must(1), rubPressure: must(5), slide: must(10), wear: must('rubbing' as const) };
    const route = 'extrusion-chamber/abs';
    const marks = [{ ...TOP, wear_mm: 0.2 }, { ...RIGHT, wear_mm: 0.02, slide_mm: 50 }];
    const life = found('wear', route, marks, need)!;
    // N = d/(k p s): W2 after 0.02/(1e-5/w · 5 · 0.05).
    const worn = (0.02 * material('abs').wear) / (1e-5 * 5 * 0.05);
    expect(life.value).toBeCloseTo(worn, 6);
    expect(life.reason).toContain('Face W2 is at its end first: 0.02 mm worn off.');
    // A thousand times as much may go: its duty ends it before.
    expect(found('wear', route, [{ ...TOP, wear_mm: 0.2 }, { ...RIGHT, wear_mm: 20, slide_mm: 50 }], need)!.value).toBeGreaterThan(1.4 * worn);
    const doc = (marks: FaceMark[]) => demoDoc({ need, shapes: { printed: { ...PART, marks } } });
    const each = (marks: FaceMark[]) => {
      const { point } = evaluateRoute(
        factsOf(doc(marks), BUILT_IN_SITE),
        { process: 'extrusion-chamber', material: 'abs', doubt: { trials: 0, chance: 1 } },
        [],
      );
      return [valueOf(point, 'life'), valueOf(point, 'price_programme')];
    };
    const [long, dear] = each(marks), [longer, cheaper] = each([TOP, RIGHT]);
    expect(long).toBeCloseTo(worn, 6);
    expect(longer).toBeGreaterThan(long);
    expect(dear).toBeGreaterThan(cheaper);
  });
  it('are gone over by a surer step where the quick one left them too rough', () => {
    const rough = { roughness: must(3.2) };
    // Tumbling brings Ra 2 … 3 … 5; what is above 3.2 is milled, 3 h a square metre after 1, and 1 h of set-up after 0.5.
    const [smooth] = found('roughness', 'powder-polymer/pa12-powder', [], rough)!.offers;
    expect(smooth.how).toContain('tumbling in media');
    expect(smooth.hours.high / smooth.hours.likely).toBeCloseTo(4, 6);
    expect(smooth.once_hours).toEqual({ low: 0.3, likely: 0.5, high: 1.5 });
    const after = found('roughness', 'powder-polymer/pa12-powder', [], rough, ['smooth'])!;
    expect(after).toMatchObject({ state: 'pass', value: 2.6 });
    expect(after.chance).toBeGreaterThan(0.9);
    // Nothing is surer than polishing: at 0.4 it may come out too rough.
    expect(found('roughness', 'powder-polymer/pa12-powder', [], { roughness: must(0.4) }, ['smooth'])!.chance).toBeLessThan(0.9);
  });
  it('are judged one by one in roughness; smoothing costs by their area', () => {
    const hung = mark({ normal: [0, 0, -1], point: [100, 40, 20], ra_um: 6 });
    const o = found('roughness', 'extrusion-chamber/abs', [{ ...TOP, ra_um: 30 }, hung])!;
    expect(o.reason).toMatch(/on face W2, hanging over support/);
    expect(o.state).toBe('conditional');
    const [smooth] = o.offers;
    const hours = smooth.hours.likely;
    const half = found('roughness', 'extrusion-chamber/abs', [{ ...hung, area_mm2: 8000 }])!.offers[0].hours.likely;
    // 16 000 + 16 000 against 8000 mm².
    expect(hours / half).toBeCloseTo(4, 6);
    // A ball of the same surface is curved all over, and takes twice the hours.
    const round = studiedRef(sphere(20));
    const on = (shape: ShapeRef) => {
      const o = found('roughness', 'extrusion-chamber/abs', [], { roughness: must(1) }, [], shape)!.offers.find((r) => r.id === 'smooth')!;
      return o.hours.likely / shape.measure.area_mm2;
    };
    expect(on(round) / on(PART)).toBeCloseTo(2, 1);
    expect(found('roughness', 'extrusion-chamber/abs', [hung], {}, ['smooth'])!.state).toBe('pass');
    // Working faces answer to the roughness of the tool; without marks the tool as a whole.
    expect(found('roughness', 'extrusion-chamber/abs', [BOTTOM], { roughness: must(1) })!.reason).toContain('face W1, on the bed');
    expect(found('roughness', 'extrusion-chamber/abs', [], { roughness: must(1) })!.reason).not.toContain('face');
    expect(found('roughness', 'extrusion-chamber/abs', [])).toBeUndefined();
  });
  it('that must not mark are asked about though the need says nothing', () => {
    expect(found('marking', 'cnc-mill/s235', [{ ...TOP, duty: 'no-marks' }, { ...LEFT, duty: 'no-marks' }])!.reason).toContain(
      'soft pads on the faces N1 and N2',
    );
    expect(found('marking', 'cnc-mill/s235', [TOP])).toBeUndefined();
  });
  it('locate it by three faces, or by one and two holes', () => {
    const d = (...normals: [number, number, number][]) => normals.map((normal) => mark({ duty: 'datum', normal }));
    expect(freeDirections([], 0)).toBe(0);
    expect(freeDirections(d([0, 0, 1]), 0)).toBe(2);
    expect(freeDirections(d([0, 0, 1]), 2)).toBe(0);
    expect(freeDirections(d([0, 0, 1], [1, 0, 0]), 0)).toBe(1);
    expect(freeDirections(d([0, 0, 1], [1, 0, 0], [0, 1, 0]), 0)).toBe(0);
    expect(freeDirections(d([0, 0, 1], [0, 0, -1]), 0)).toBe(2);
  });
});

describe('water', () => {
  const wet = (m: string) => found('fluids', m, [], { fluids: must(['water' as const]) })!.state;
  it('dissolves what a bath dissolves, and is a question where it swells', () => {
    expect(wet('extrusion-chamber/core-hot')).toBe('fail');
    expect(wet('extrusion-open/pa6-cf')).toBe('conditional');
    expect(wet('extrusion-open/petg')).toBe('pass');
  });
});
