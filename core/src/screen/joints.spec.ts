import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc, ShapeRef } from '../case/types';
import { routeContext } from '../decide/options';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { asPart, Cutters, loadKernel } from '../shape/features/testing';
import { studyFeatures } from '../shape/features/study';
import { box } from '../shape/testing';
import { material } from '../shelf/shelf';
import { screwsOf } from './checks/joints';
import { screen } from './screen';

/** A plate with counterbores: [drill, counterbore, its depth, thickness] in mm. */
function withBores(...bores: [number, number, number, number][]): ShapeRef {
  const ref = studiedRef(box(120, 80, 20));
  const found = bores.map(([diameter_mm, wide, deep, depth_mm], i) => ({
    kind: 'counterbored' as const,
    diameter_mm,
    depth_mm,
    through: true,
    axis: [0, 0, 1] as [number, number, number],
    mouth: [20 + 20 * i, 20, 20] as [number, number, number],
    counterbore: { diameter_mm: wide, depth_mm: deep },
  }));
  return { ...ref, study: { ...ref.study!, body: { ...ref.study!.body, features: { ...ref.study!.body.features, bores: found } } } };
}
const found = (ref: ShapeRef, of: 'petg' | 'al-6061', need: CaseDoc['need'] = {}, remedies: string[] = [], loads: CaseDoc['loads'] = {}) => {
  const doc = demoDoc({ shapes: { printed: ref, machined: ref }, need, loads });
  const process = of === 'petg' ? 'extrusion-open' : 'cnc-mill';
  return screen(routeContext(factsOf(doc, BUILT_IN_SITE), processOf(process), material(of)), remedies).checks.find((c) => c.id === 'joints');
};

describe('screw joints', () => {
  it('in metal hold where the head goes in, is sunk, and enough is left: M6 in 11 × 6.5 of 20', () => {
    expect(found(withBores([6.6, 11, 6.5, 20]), 'al-6061')).toMatchObject({
      state: 'pass',
      reason: '1 × M6: heads go in and keys reach them, enough is left under them.',
    });
  });
  it('in plastic ask for a sleeve or a torque, and have their answer in either', () => {
    const ref = withBores([6.6, 11, 6.5, 20], [6.6, 11, 6.5, 20]);
    expect(found(ref, 'petg')).toMatchObject({ state: 'conditional', chance: 0.95, offers: [expect.objectContaining({ id: 'compression-limiters' })] });
    expect(found(ref, 'petg')!.reason).toContain('2 × M6');
    expect(found(ref, 'petg', {}, ['compression-limiters'])!.state).toBe('pass');
    expect(found(ref, 'petg', { boltTorque: { level: 'must', value: 3, from: 'torque wrench' } })!.state).toBe('pass');
    // A bolt in the load table says its torque there.
    expect(found(ref, 'petg', {}, [], { a: { kind: 'bolt', bolt: 'M6' } })!.state).toBe('pass');
  });
  it('say what is wrong: a narrow counterbore, a thin floor, a head that stands proud', () => {
    expect(found(withBores([6.6, 9.5, 7, 20]), 'al-6061')!.reason).toContain('9.5 mm wide, a socket head wants 11 mm');
    // 4 mm under an M6: enough in metal (2.4), too little in plastic (6).
    expect(found(withBores([6.6, 11, 16, 20]), 'al-6061')!.state).toBe('pass');
    expect(found(withBores([6.6, 11, 16, 20]), 'petg')!.reason).toContain('4 mm left under the head, 6 mm are wanted in plastic');
    expect(found(withBores([6.6, 11, 4, 20]), 'al-6061')!.reason).toContain('the head stands 2 mm proud');
  });
  it('are no matter of holes that no bolt goes through, nor of a part without a mesh', () => {
    expect(found(withBores([40, 60, 5, 20]), 'petg')).toBeUndefined();
    expect(found(studiedRef(box(60, 40, 20)), 'petg')).toBeUndefined();
    expect(screwsOf(undefined)).toEqual([]);
  });
  it('are found on a mesh: four counterbores of 11 × 7 for M6 in a plate of 16, cut by the boolean kernel', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    let plate = c.box(100, 60, 16);
    for (const [x, y] of [[-40, -20], [40, -20], [-40, 20], [40, 20]])
      plate = plate.subtract(c.cylinder(6.6, 20).translate([x, y, -1])).subtract(c.cylinder(11, 8).translate([x, y, 9]));
    const [screw, ...rest] = screwsOf(studiedRef(asPart(plate, [0.36, 0.48, 0.8], 20)).study!.body.features);
    expect(rest).toEqual([]);
    expect(screw).toMatchObject({ size: 'M6', count: 4 });
    [[screw.head_mm, 11], [screw.sunk_mm, 7], [screw.under_mm, 9]].forEach(([is, wanted]) => expect(Math.abs(is - wanted)).toBeLessThan(0.1));
  });
  it('ask for room for the key: a wall of the part over one of two heads', async () => {
    const c = new Cutters(await loadKernel(), 0.02);
    // A plate of 14 with a bridge 30 above the left counterbore.
    let body = c.box(120, 60, 14).add(c.box(10, 60, 50).translate([-55, 0, 0])).add(c.box(40, 60, 6).translate([-40, 0, 44]));
    for (const x of [-30, 30]) body = body.subtract(c.cylinder(6.6, 20).translate([x, 0, -3])).subtract(c.cylinder(11, 7).translate([x, 0, 7]));
    const screws = screwsOf(studyFeatures(asPart(body, [0.2, 0.1, 1], 0.3)));
    expect(screws).toHaveLength(2);
    expect(screws.find((s) => s.covered_mm !== undefined)!.covered_mm).toBeCloseTo(30, 1);
    const ref = studiedRef(asPart(body, [0, 0, 1], 0));
    expect(found(ref, 'al-6061')).toMatchObject({ state: 'conditional' });
    expect(found(ref, 'al-6061')!.reason).toContain('no straight key gets in');
  });
});
