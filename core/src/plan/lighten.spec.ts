import { plainFacts } from '../case/facts';
import { demoDoc, studiedRef } from '../case/testing';
import type { FaceMark } from '../case/types';
import { asRange } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { box } from '../shape/testing';
import { evaluatePlan, geometryKey } from './evaluate-plan';
import { lighten, sharesOf } from './planners/lighten';

const BLOCK = box(100, 80, 60);
const TOP: FaceMark = { duty: 'datum', point: [50, 40, 60], normal: [0, 0, 1], area_mm2: 8000, note: '' };

describe('copy or redesign', () => {
  it('parts a block into what stays behind its face, its skin, and the rest', () => {
    const { works, skin, free, faces } = sharesOf(BLOCK, [TOP], 12, 6);
    expect(faces).toBe(1);
    // Behind the top 12 of 60 mm; of the 48 beneath, what is not within 6 mm of the sides and the foot: 88 × 68 × 42.
    expect(works).toBeCloseTo(12 / 60, 1);
    expect(Math.abs(free - (88 * 68 * 42) / (100 * 80 * 60))).toBeLessThan(0.03);
    expect(works + skin + free).toBeCloseTo(1, 9);
  });
  it('without a face that works, keeps its skin alone', () => {
    const { works, free } = sharesOf(BLOCK, [], 12, 6);
    expect(works).toBe(0);
    expect(Math.abs(free - (88 * 68 * 48) / (100 * 80 * 60))).toBeLessThan(0.03);
  });
  it('weighs the ribbed body against the copy, and says which is worth it', () => {
    const doc = demoDoc({ shapes: { printed: { ...studiedRef(BLOCK), marks: [TOP] } } });
    const facts = plainFacts(doc, BUILT_IN_SITE);
    const values = { ribs: asRange(0.2), density: 1, rate: asRange(24) };
    const result = { volume_mm3: 480_000, works: 0.2, skin: 0.3, free: 0.5, faces: 1 };
    const key = geometryKey(lighten, doc.shapes.printed!.hash, values, [TOP]);
    const { figures: f, findings, measured } = evaluatePlan(lighten, facts, { values, geometry: { key, result } });
    expect(measured).toBe(true);
    expect([f('copied_mass'), f('ribbed_mass'), f('saved_mass')]).toEqual([expect.closeTo(0.48, 9), expect.closeTo(0.288, 9), expect.closeTo(0.192, 9)]);
    expect(f('saved_h')).toBeCloseTo((480 * 0.4) / 24, 9);
    expect(findings.find((x) => x.id === 'redesign')!.reason).toContain('worth a redesign');
    const dense = evaluatePlan(lighten, facts, { values, geometry: { key, result: { ...result, works: 0.7, skin: 0.2, free: 0.1 } } });
    expect(dense.findings.find((x) => x.id === 'redesign')!.reason).toContain('copy it as it is');
    // A thin shell has nothing to give, and what is not marked yet holds nobody up.
    const shell = evaluatePlan(lighten, facts, { values, geometry: { key, result: { ...result, works: 0, skin: 1, free: 0, faces: 0 } } });
    expect(shell.findings.map((x) => x.state)).toEqual(['pass', 'pass']);
    expect(shell.findings[1].reason).toContain('nothing to take out');
    // Another face is another measurement.
    const other = plainFacts(
      { ...doc, shapes: { printed: { ...doc.shapes.printed!, marks: [{ ...TOP, point: [50, 0, 30], normal: [0, -1, 0] }] } } },
      BUILT_IN_SITE,
    );
    expect(evaluatePlan(lighten, other, { values, geometry: { key, result } }).findings[0].state).toBe('unknown');
  });
});
