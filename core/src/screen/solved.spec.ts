import { material } from '../shelf/shelf';
import { elasticOf } from './elastic';
import { judged } from './solved';

const petg = material('petg');
const row = (inPlane: number, across: number, give: number) => ({ peak_in_plane_mpa: inPlane, peak_across_mpa: across, max_deflection_mm: give, error: 0.02 });
const asked = (value: number) => ({ level: 'must' as const, value, from: '', assumed: false });
const { inPlane, across } = petg.strength_mpa;

describe('a solved load', () => {
  it('is judged by the weaker way: within the layers, or across them', () => {
    const v = judged(row(inPlane.likely / 4, across.likely / 3.5, 0.1), petg, {});
    expect([v.state, v.across, v.allowed_mpa]).toEqual(['pass', true, across.likely / 3]);
    expect(v.safety).toBeCloseTo(3.5, 9);
    expect(judged(row(inPlane.likely / 2, across.likely / 9, 0.1), petg, {})).toMatchObject({
      state: 'conditional',
      across: false,
      reason: expect.stringContaining('one and a half times the load') as string,
    });
    expect(judged(row(inPlane.likely, 0, 0.1), petg, {}).state).toBe('fail');
  });
  it('may give what was said, else half of the tolerance', () => {
    const mild = [0.01, 0.01] as const;
    expect(judged(row(...mild, 0.2), petg, { deflection: asked(0.3) }).state).toBe('pass');
    expect(judged(row(...mild, 0.2), petg, { deflection: asked(0.15) }).state).toBe('conditional');
    expect(judged(row(...mild, 0.2), petg, { tolerance: asked(0.1) })).toMatchObject({ state: 'fail', may_give_mm: 0.05 });
  });
  it('bears less where it is warm', () => {
    const warm = judged(row(inPlane.likely / 3.2, 0, 0.1), petg, { serviceTemp: asked(petg.use_c.likely) });
    // Half is left at the use temperature.
    expect(warm.safety).toBeCloseTo(1.6, 6);
  });
});

describe('stiffness of a built material', () => {
  it('is that of a layer within it and softer across, the same for metal', () => {
    const e = elasticOf(petg);
    expect(e.e).toEqual([1000 * petg.modulus_gpa.inPlane.likely, 1000 * petg.modulus_gpa.inPlane.likely, 1000 * petg.modulus_gpa.across.likely]);
    expect(e.g[1]).toBeLessThanOrEqual(e.g[0]);
    const steel = elasticOf({ modulus_gpa: { inPlane: { low: 1, likely: 200, high: 1 }, across: { low: 1, likely: 200, high: 1 } } });
    expect(steel.g[0]).toBeCloseTo(200_000 / 2.7, 6);
  });
});
