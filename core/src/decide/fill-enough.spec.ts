import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { solveUnitLoads } from '../mechanics';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { enough, fillAsk, withFill } from './fill-enough';
import { fillSteps } from './fill-steps';

const ARM = studiedRef(box(120, 30, 24));
const PIN = { process: 'extrusion-open', material: 'petg' };
const loaded = (force: number): CaseDoc =>
  demoDoc({
    family: 'gripper',
    shapes: { printed: ARM },
    need: { serviceTemp: { level: 'must', value: 20, from: '' }, deflection: { level: 'must', value: 50, from: '' } },
    loads: { p: { force: { low: force, likely: force, high: force }, at: { point: [120, 15, 12], normal: [1, 0, 0] }, way: 'z-' } },
    holds: { h: { kind: 'fixed', at: { point: [0, 15, 12], normal: [-1, 0, 0] } } },
  });
const found = solveUnitLoads(box(120, 30, 24), fillAsk(loaded(1), BUILT_IN_SITE, PIN)!, 2500);
const steps = (force: number) => fillSteps(loaded(force), BUILT_IN_SITE, PIN, found);

describe('how much fill is enough', () => {
  const mild = steps(60);
  it('the denser, the heavier, stiffer, dearer and slower, and never weaker', () => {
    for (let i = 1; i < mild.length; i++) {
      expect(mild[i].mass_kg).toBeGreaterThan(mild[i - 1].mass_kg);
      expect(mild[i].give_mm).toBeLessThan(mild[i - 1].give_mm);
      expect(mild[i].price_each).toBeGreaterThan(mild[i - 1].price_each);
      expect(mild[i].build_h).toBeGreaterThan(mild[i - 1].build_h);
    }
    expect(mild.at(-1)!.use).toBeLessThan(mild[0].use);
  });
  it('solid is the beam itself: 6 F l/(b h²) against a third of the strength', () => {
    const solid = mild.at(-1)!;
    expect(solid.share).toBe(1);
    // 60 N on 120 mm over 30 × 24²/6, and F l³/(3 E I) with its shear; what touches the hold is left out.
    const stress = (6 * 60 * 120) / (30 * 24 ** 2);
    expect(solid.use).toBeGreaterThan(0.8 * (stress / (48 / 3)) * 0.9);
    // Solid it has all of its volume in plastic, and what its remedies add.
    expect(solid.mass_kg).toBeGreaterThan(120 * 30 * 24 * 1.27e-6);
    expect(solid.mass_kg).toBeLessThan(1.2 * 120 * 30 * 24 * 1.27e-6);
  });
  it('the sparsest with which every row holds is enough; under a great load none is', () => {
    const [sparse, middle, dense] = mild;
    expect(enough([{ ...sparse, state: 'conditional' }, { ...middle, state: 'pass' }, { ...dense, state: 'pass' }])).toMatchObject({ share: 0.2 });
    expect(enough([{ ...sparse, state: 'unknown' }])).toBeUndefined();
    expect(enough(steps(60_000))).toBeUndefined();
    expect(steps(120)[0].use / mild[0].use).toBeCloseTo(2, 9);
  });
  it('taken, it is a figure of one’s own on that way alone', () => {
    const doc = withFill(loaded(60), PIN, 0.45);
    expect(doc.overrides['extrusion-open/petg']['infill']).toMatchObject({ likely: 0.45, kind: 'you' });
    expect(fillAsk({ ...doc, holds: {} }, BUILT_IN_SITE, PIN)).toBeUndefined();
    expect(fillAsk(doc, BUILT_IN_SITE, { process: 'powder-polymer', material: 'pa12' })).toBeUndefined();
  });
});
