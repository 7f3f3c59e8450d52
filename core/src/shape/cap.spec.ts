import { prism, rectangle } from '../make/solids';
import { capAt } from './cap';
import { largestFaces } from './patch';
import { box, drilledPlate, flipped, join, moved, sphere } from './testing';

const areaOf = (faces: Float32Array): number => {
  let sum = 0;
  for (let i = 0; i < faces.length; i += 9) {
    const [ux, uy, uz, wx, wy, wz] = [3, 4, 5, 6, 7, 8].map((k) => faces[i + k] - faces[i + (k % 3)]);
    sum += Math.hypot(uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx) / 2;
  }
  return sum;
};

describe('the face a section lays open', () => {
  it('of a hollow box leaves the cavity out, square to every axis', () => {
    const hollow = join(box(40, 30, 20), flipped(moved(box(20, 10, 10), [10, 10, 5])));
    for (const [axis, at, area] of [['x', 20, 600 - 100], ['y', 15, 800 - 200], ['z', 10, 1200 - 200], ['x', 5, 600]] as const) {
      const cap = capAt(hollow, axis, at);
      expect(cap.area_mm2).toBeCloseTo(area, 2);
      expect(areaOf(cap.faces)).toBeCloseTo(area, 2);
      for (let i = 'xyz'.indexOf(axis); i < cap.faces.length; i += 3) expect(cap.faces[i]).toBeCloseTo(at, 4);
    }
  });
  it('of a plate with cut-outs fills round each of them', () => {
    const cap = capAt(prism(rectangle(100, 60), [rectangle(20, 10, 10, 10), rectangle(30, 5, 50, 40)], 0, 6), 'z', 3);
    expect(areaOf(cap.faces)).toBeCloseTo(6000 - 200 - 150, 2);
    expect(cap.outline_mm).toBeCloseTo(450, 2);
    expect(cap.islands).toBe(1);
  });
  it('lies empty beside the part', () => {
    expect(capAt(sphere(10), 'z', 30)).toMatchObject({ area_mm2: 0, islands: 0 });
  });
});

it('the largest faces of a drilled plate: two sides, the bore, four edges', () => {
  const faces = largestFaces(drilledPlate(60, 40, 10, [[12, 20, 20]], 64));
  expect(faces).toHaveLength(7);
  expect(faces.slice(0, 2).map((f) => Math.round(f.area_mm2))).toEqual([2287, 2287]);
  expect(faces[2].area_mm2).toBeCloseTo(600, 1);
});
