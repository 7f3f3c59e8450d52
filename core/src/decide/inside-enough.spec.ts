import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc, Pin } from '../case/types';
import { solveUnitLoads } from '../mechanics';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { enough, insideAsk, type InsideKind, INSIDES, insidesOf, type InsideStep, rowAnswers, withInside } from './inside-enough';
import { insideSteps } from './inside-steps';

const ARM = studiedRef(box(120, 30, 24));
const PETG: Pin = { process: 'extrusion-open', material: 'petg' }, CARBON: Pin = { process: 'extrusion-fibre', material: 'pa-carbon' };
const loaded = (force: number, way = 'z-'): CaseDoc =>
  demoDoc({
    family: 'gripper',
    shapes: { printed: ARM },
    need: { serviceTemp: { level: 'must', value: 20, from: '' }, deflection: { level: 'must', value: 50, from: '' } },
    loads: { p: { force: { low: force, likely: force, high: force }, at: { point: [120, 15, 12], normal: [1, 0, 0] }, way } },
    holds: { h: { kind: 'fixed', at: { point: [0, 15, 12], normal: [-1, 0, 0] } } },
  });
const solved = new Map<string, ReturnType<typeof solveUnitLoads>>();
function steps(pin: Pin, kind: InsideKind, doc: CaseDoc): InsideStep[] {
  const ask = insideAsk(doc, BUILT_IN_SITE, pin, kind)!;
  const key = JSON.stringify([ask.loads, kind]);
  if (!solved.has(key)) solved.set(key, solveUnitLoads(box(120, 30, 24), ask, 1500));
  return insideSteps(doc, BUILT_IN_SITE, pin, kind, solved.get(key)!);
}

describe('how much fill is enough', () => {
  const all = steps(PETG, 'fill', loaded(60));
  const even = (s: InsideStep): boolean => !s.put['solid_depth'];
  const mild = all.filter(even);
  const zoned = (share: number, mm: number) => all.find((s) => s.put['infill'] === share && (s.put['solid_depth'] ?? 0) === mm)!;
  it('the denser, the heavier, stiffer, dearer and slower, and never weaker', () => {
    for (let i = 1; i < mild.length; i++) {
      expect(mild[i].mass_kg).toBeGreaterThan(mild[i - 1].mass_kg);
      expect(mild[i].give_mm).toBeLessThan(mild[i - 1].give_mm);
      expect(mild[i].price_each).toBeGreaterThan(mild[i - 1].price_each);
      expect(mild[i].build_h).toBeGreaterThan(mild[i - 1].build_h);
    }
    expect(mild.at(-1)!.use).toBeLessThan(mild[0].use);
  });
  it('solid around loads and holds it is stiffer, by no more than that much of it can, heavier, slower and dearer', () => {
    // Of l³/3 the first 10 mm of 120 are 1 − (110/120)³: so short a zone does not get all of the stress out of the walls.
    const [sparse, near, solid] = [zoned(0.2, 0), zoned(0.2, 10), zoned(1, 0)];
    const part = (sparse.give_mm - near.give_mm) / (sparse.give_mm - solid.give_mm);
    expect(part / (1 - (110 / 120) ** 3)).toBeGreaterThan(0.5);
    expect(part / (1 - (110 / 120) ** 3)).toBeLessThan(1);
    // Hold and load stand on the whole ends: beneath the skin 9 mm of 30 × 24, but for the walls and what the rims add, each twice.
    const more = ((near.mass_kg - sparse.mass_kg) / (solid.mass_kg - sparse.mass_kg)) * 120;
    expect(more).toBeGreaterThan(2 * 9);
    expect(more).toBeLessThan(2 * 9 + 12);
    expect(near.build_h).toBeGreaterThan(sparse.build_h);
    expect(near.price_each).toBeGreaterThan(sparse.price_each);
    // Beyond the zone the walls work as before.
    expect(near.use).toBeGreaterThan(solid.use);
    expect(near.use).toBeLessThan(1.1 * sparse.use);
  });
  it('solid is the beam itself: 6 F l/(b h²) against a third of the strength', () => {
    const solid = mild.at(-1)!;
    expect(solid.put).toEqual({ infill: 1, solid_depth: 0 });
    // 60 N on 120 mm over 30 × 24²/6, and F l³/(3 E I) with its shear; what touches the hold is left out.
    const stress = (6 * 60 * 120) / (30 * 24 ** 2);
    expect(solid.use).toBeGreaterThan(0.8 * (stress / (48 / 3)) * 0.9);
    // Solid it has all of its volume in plastic, and what its remedies add.
    expect(solid.mass_kg).toBeGreaterThan(120 * 30 * 24 * 1.27e-6);
    expect(solid.mass_kg).toBeLessThan(1.2 * 120 * 30 * 24 * 1.27e-6);
  });
  it('the cheapest with which every row holds is enough; under a great load none is', () => {
    const [sparse, middle, dense] = mild;
    expect(enough([{ ...sparse, state: 'conditional' }, { ...dense, state: 'pass' }, { ...middle, state: 'pass' }])).toMatchObject({
      put: { infill: 0.2, solid_depth: 0 },
    });
    expect(enough([{ ...sparse, state: 'unknown' }])).toBeUndefined();
    expect(enough(steps(PETG, 'fill', loaded(60_000)))).toBeUndefined();
    expect(steps(PETG, 'fill', loaded(120))[0].use / mild[0].use).toBeCloseTo(2, 9);
  });
  it('taken, it is a figure of one’s own on that way alone', () => {
    const doc = withInside(loaded(60), PETG, INSIDES.fill[4]);
    expect(doc.overrides['extrusion-open/petg']['solid_depth']).toMatchObject({ likely: 10, kind: 'you' });
    expect(doc.overrides['extrusion-open/petg']['infill']).toMatchObject({ likely: 0.2, kind: 'you' });
    expect(insideAsk({ ...doc, holds: {} }, BUILT_IN_SITE, PETG, 'fill')).toBeUndefined();
    expect(insideAsk(doc, BUILT_IN_SITE, { process: 'powder-polymer', material: 'pa12' }, 'fill')).toBeUndefined();
  });
});

describe('insides of a process', () => {
  it('are those that its own figures can say', () => {
    const of = (id: string): string[] => insidesOf(processOf(id), 'fill').map((s) => Object.keys(s.put).join());
    expect(of('pellet-extrusion')).toEqual(INSIDES.fill.filter((s) => !s.put['solid_depth']).map(() => 'infill'));
    expect(new Set(of('extrusion-open'))).toEqual(new Set(['infill,solid_depth']));
  });
});

describe('how much fibre is enough', () => {
  const down = steps(CARBON, 'fibre', loaded(700));
  const named = (all: readonly InsideStep[], label: string) => all.find((s) => s.label === label)!;
  it('is asked of what has continuous fibre alone', () => {
    expect(insideAsk(loaded(60), BUILT_IN_SITE, { process: 'extrusion-fibre', material: 'pa6-cf' }, 'fibre')).toBeUndefined();
    expect(insideAsk(loaded(60), BUILT_IN_SITE, PETG, 'fibre')).toBeUndefined();
  });
  it('skins answer what bends it through its layers, rings what bends it along them', () => {
    const [bare, skins] = [named(down, 'no fibre'), named(down, '4 sheets')];
    expect(skins.give_mm).toBeLessThan(bare.give_mm / 2);
    // Across its breadth the skins lie all along the bending, the rings at its edges.
    const aside = steps(CARBON, 'fibre', loaded(700, 'y-'));
    expect(named(aside, '2 rings').give_mm).toBeLessThan(named(aside, '4 sheets').give_mm);
    expect(rowAnswers(aside, aside.at(-1)!)[0].by).toBe('rings');
  });
  it('the more of it, the stiffer and the dearer, whatever remedies the way has now', () => {
    const order = [
      'no fibre',
      '2 sheets',
      '4 sheets',
      '1 ring, 2 sheets and 2 more under loads',
      '2 rings, 4 sheets and 4 more under loads',
      '4 rings, 12 sheets and 6 more under loads',
    ];
    for (let i = 1; i < order.length; i++) {
      expect(named(down, order[i]).give_mm).toBeLessThan(named(down, order[i - 1]).give_mm);
      expect(named(down, order[i]).price_each).toBeGreaterThan(named(down, order[i - 1]).price_each);
    }
  });
  it('costs what it lays: fibre by the cm³, and plastic it stands in for', () => {
    const [bare, skins] = [named(down, 'no fibre'), named(down, '4 sheets')];
    // Four sheets of 0.25 mm above and below: 2 × 120 × 30 mm² × 1 mm at 4 EUR, less the plastic of 80 to 200 EUR/kg that is not there; and its hours.
    const fibre = 7.2 * 4;
    expect(skins.price_each - bare.price_each).toBeGreaterThan(fibre * 0.8);
    expect(skins.price_each - bare.price_each).toBeLessThan(fibre * 2.2);
    expect(skins.build_h).toBeGreaterThan(bare.build_h);
  });
  it('names for each row what bears it, and leaves none unsaid', () => {
    const chosen = enough(down) ?? down.at(-1)!;
    const [row] = rowAnswers(down, chosen);
    expect(row).toMatchObject({ id: 'p', state: chosen.state });
    expect(row.with).toBeLessThan(row.without!);
    expect(['sheets', 'rings']).toContain(row.by);
    const light = steps(CARBON, 'fibre', loaded(5));
    expect(rowAnswers(light, light[0])[0]).toMatchObject({ by: 'plastic', state: 'pass' });
    expect(enough(light)!.label).toBe('no fibre');
    // A bolt on a sleeve does not load the tool; a row without a place cannot be said.
    const off = (state: 'pass' | 'unknown') =>
      rowAnswers(light.map((s) => ({ ...s, rows: [{ id: 'b', name: 'Bolt', state }] })), { ...light[0], rows: [{ id: 'b', name: 'Bolt', state }] })[0];
    expect([off('pass'), off('unknown')]).toEqual([{ id: 'b', name: 'Bolt', state: 'pass', by: 'sleeve' }, {
      id: 'b',
      name: 'Bolt',
      state: 'unknown',
      by: 'unknown',
    }]);
    expect(rowAnswers(steps(PETG, 'fill', loaded(60)), steps(PETG, 'fill', loaded(60))[0])).toEqual([]);
  });
});
