import { material } from '../shelf/shelf';
import { elasticOf } from './elastic';

const petg = material('petg');

describe('stiffness of a built material', () => {
  it('is that of a layer within it and softer across, the same for metal', () => {
    const e = elasticOf(petg);
    expect(e.e).toEqual([1000 * petg.modulus_gpa.inPlane.likely, 1000 * petg.modulus_gpa.inPlane.likely, 1000 * petg.modulus_gpa.across.likely]);
    expect(e.g[1]).toBeLessThanOrEqual(e.g[0]);
    const steel = elasticOf({ modulus_gpa: { inPlane: { low: 1, likely: 200, high: 1 }, across: { low: 1, likely: 200, high: 1 } } });
    expect(steel.g[0]).toBeCloseTo(200_000 / 2.7, 6);
  });
});
