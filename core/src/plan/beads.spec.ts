import { plainFacts } from '../case/facts';
import { demoDoc, studiedRef } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { evaluatePlan } from './evaluate-plan';
import { beads } from './planners/beads';

const facts = plainFacts(demoDoc({ family: 'layup-mould', size_mm: [1200, 600, 300] }), BUILT_IN_SITE);
const run = (values: Values = {}) => evaluatePlan(beads, facts, { values: { rate: asRange(20), density: asRange(1.2), fill: 0, ...values } });

describe('beads and layer time', () => {
  it('lays as many beads and layers as hold the skin and what is milled off', () => {
    const { figures: f } = run();
    // 3 + 2 of stock, 12 of skin: 17 are two beads of 12 and five layers of 4.
    expect([f('stock'), f('beads'), f('skins')]).toEqual([5, 2, 5]);
    expect([f('face_up'), f('face_side')]).toEqual([20 - 5, 24 - 5]);
    expect(f('milled')).toBeCloseTo(1200 * 600 * 5 * 1.2e-6, 9);
  });
  it('standing and sideways come to their weight and hours, layer by layer', () => {
    const { figures: f } = run();
    // Standing: 75 layers round 3 600 mm of wall 24 thick, and one lid of 20.
    const up = (3600 * 300 * 24 + 1200 * 600 * 20) * 1.2e-6;
    expect(f('layers_up')).toBe(75);
    expect(f('laid_up')).toBeCloseTo(up, 6);
    expect(f('lays_up')).toBeCloseTo((up / 75 / 20) * 3600, 6);
    expect(f('hours_up')).toBeCloseTo(up / 20, 6);
    // Sideways: 300 layers round 1 800 mm, and both ends.
    const side = (1800 * 1200 * 24 + 2 * 600 * 300 * 20) * 1.2e-6;
    expect(f('layers_side')).toBe(300);
    expect(f('laid_side')).toBeCloseTo(side, 6);
    // 79.5 kg in 300 layers are 47.7 s each: it waits for the 60.
    expect(f('hours_side')).toBeCloseTo((300 * 60) / 3600, 6);
  });
  it('says which layers are too slow to bond, which have to wait, and which way is quicker and lighter', () => {
    const found = (values: Values) => Object.fromEntries(run(values).findings.map((x) => [x.id, x]));
    const usual = found({});
    expect(usual['window-up'].state).toBe('pass');
    expect(usual['window-side']).toMatchObject({ state: 'conditional', reason: expect.stringContaining('lay 2 tools side by side') });
    expect(usual['way'].reason).toContain('Standing is both quicker and lighter');
    // A quarter of the output: 435 s a layer where 420 are allowed, and at a tenth of it far too long.
    expect(found({ rate: asRange(4) })['window-up'].state).toBe('conditional');
    expect(found({ rate: asRange(2) })['window-up']).toMatchObject({ state: 'fail', reason: expect.stringContaining('too cold to bond') });
  });
  it('whose walls meet inside is solid, and weighs no more than that', () => {
    const thick = run({ fill: 0.1, skin: 150, bead: 40 });
    expect(thick.findings.find((x) => x.id === 'skin')).toMatchObject({ state: 'conditional', reason: expect.stringContaining('solid') });
    expect(thick.figures('laid_up')).toBeCloseTo(1200 * 600 * 300 * 1.2e-6, 6);
  });
  it('of a mesh is its own volume and the stock on its face, whichever way it grows', () => {
    const meshed = plainFacts(
      demoDoc({ family: 'layup-mould', size_mm: [1200, 600, 300], shapes: { printed: studiedRef(box(1200, 600, 20)) } }),
      BUILT_IN_SITE,
    );
    const { figures: f, findings } = evaluatePlan(beads, meshed, { values: { rate: asRange(20), density: asRange(1.2) } });
    const laid = (1200 * 600 * 20 + 1200 * 600 * 5) * 1.2e-6;
    expect(findings.find((x) => x.id === 'way')!.reason).toContain('Standing is quicker; they weigh the same.');
    expect([f('laid_up'), f('laid_side')].map((x) => x / laid)).toEqual([expect.closeTo(1, 6), expect.closeTo(1, 6)]);
  });
});
