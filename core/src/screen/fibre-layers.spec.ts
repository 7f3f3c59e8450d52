import { BUILT_IN_SITE } from '../records/site';
import { demoDoc, studiedRef } from '../case/testing';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { drilledPlate } from '../shape/testing';
import { material } from '../shelf/shelf';
import { fibreLayers, fibreWords, ringsAround, ringsWords } from './fibre-layers';
import { withRemedies } from './screen';

// A plate of 20 mm: eighty layers of 0.25, three of them close it over the sheets.
const PLATE = studiedRef(drilledPlate(120, 60, 20, [[12, 60, 30]]));
const ctx = (given: Record<string, number>, more: object = {}) => {
  const overrides = Object.fromEntries(Object.entries(given).map(([k, x]) => [k, { low: x, likely: x, high: x, kind: 'you' as const, note: '' }]));
  const doc = demoDoc({
    family: 'gripper',
    shapes: { printed: PLATE },
    overrides: { 'extrusion-fibre/pa-carbon': overrides },
    loads: { p: { force: { low: 500, likely: 500, high: 500 }, at: { point: [66, 30, 10], normal: [0, 0, 0] }, way: 'x+' } },
    ...more,
  });
  return withRemedies(routeContext(factsOf(doc, BUILT_IN_SITE), processOf('extrusion-fibre'), material('pa-carbon')), []).ctx;
};

describe('fibre layer by layer', () => {
  it('sheets lie behind the layers that close the part, below and above', () => {
    const f = fibreLayers(ctx({ rings: 2, sheets: 4, panels: 0 }))!;
    expect(f).toEqual({ all: 80, rings: { each: 2, layers: [1, 80] }, sheets: { count: 4, bottom: [4, 7], top: [74, 77] } });
  });
  it('a panel lies under the level face that is loaded, on its side of the part, beneath the sheets', () => {
    const c = ctx({ rings: 1, sheets: 2, panels: 4 });
    expect(fibreLayers(c, { point: [20, 20, 20], normal: [0, 0, 1] })!.panel).toEqual({ count: 4, layers: [72, 75] });
    expect(fibreLayers(c, { point: [20, 20, 0], normal: [0, 0, -1] })!.panel).toEqual({ count: 4, layers: [6, 9] });
    expect(fibreLayers(c, { point: [0, 20, 10], normal: [-1, 0, 0] })!.panel).toBeUndefined();
  });
  it('is said so that a build can be laid out', () => {
    const c = ctx({ rings: 1, sheets: 2, panels: 4 });
    expect(fibreWords(c, { ...c.loads![0], at: { point: [20, 20, 20], normal: [0, 0, 1] } })).toEqual([
      'Fibre: 1 ring in every layer of 80; 2 sheets in layers 4 to 5 and in layers 76 to 77; 4 sheets more under what stands there, layers 72 to 75.',
    ]);
    expect(fibreWords(ctx({ rings: 0, sheets: 0, panels: 0 }), c.loads![0])).toEqual(['No fibre is laid: the plastic bears it alone.']);
    expect([ringsWords(3), ringsWords(1.5), ringsWords(0.5), ringsWords(0.25)]).toEqual([
      '3 rings in every layer',
      '1.5 rings in every layer',
      '1 ring in every 2nd layer',
      '1 ring in every 4th layer',
    ]);
  });
  it('rings around a hole bear 2 n w t σ in each of its layers', () => {
    const c = ctx({ rings: 2, sheets: 0, panels: 0 });
    const found = ringsAround(c, c.loads![0])!;
    expect(found.layers).toBe(80);
    // Sheets of 22 GPa and 240 MPa: along the fibre some two and three quarters of both.
    const by = found.bears_n / (2 * 2 * 0.9 * 0.25 * 80 * 240);
    expect(by).toBeGreaterThan(2.5);
    expect(by).toBeLessThan(3.1);
    expect(ringsAround(ctx({ rings: 0, sheets: 2, panels: 0 }), c.loads![0])).toBeUndefined();
    expect(ringsAround(c, { ...c.loads![0], at: { point: [20, 20, 20], normal: [0, 0, 1] } })).toBeUndefined();
  });
  it('says nothing where no fibre is laid at all', () => {
    expect(fibreLayers({ ...ctx({ rings: 1 }), fill: { wall_mm: 2, share: 0.3 } })).toBeUndefined();
  });
});
