import { facesAgain } from './faces-again';
import type { FaceChoice } from './patch';
import { box, drilledPlate, flipped, join, moved } from './testing';

type Face = Pick<FaceChoice, 'point' | 'normal' | 'area_mm2'>;

describe('faces found again on another mesh', () => {
  const TOP: Face = { point: [10, 10, 20], normal: [0, 0, 1], area_mm2: 2400 };
  const SIDE: Face = { point: [60, 10, 10], normal: [1, 0, 0], area_mm2: 800 };
  it('where they lie and look as before, as large as they are now', () => {
    // The same block hollowed: its outer faces stay.
    const hollow = join(box(60, 40, 20), flipped(moved(box(40, 20, 10), [10, 10, 5])));
    expect(facesAgain(hollow, [TOP, SIDE]).map((f) => f && Math.round(f.area_mm2))).toEqual([2400, 800]);
    // Shorter by 5 mm: the end is gone, the top is smaller.
    expect(facesAgain(box(55, 40, 20), [TOP, SIDE]).map((f) => f && Math.round(f.area_mm2))).toEqual([2200, undefined]);
  });
  it('not what lies elsewhere, nor what looks another way at the same place', () => {
    expect(facesAgain(moved(box(60, 40, 20), [0, 0, 3]), [TOP])).toEqual([undefined]);
    expect(facesAgain(moved(box(60, 40, 20), [0, 0, 20]), [TOP])).toEqual([undefined]);
  });
  it('a bore by its place and size', () => {
    const wall = (d: number): Face => ({ point: [30 + d / 2, 20, 6], normal: [0, 0, 0], area_mm2: Math.PI * d * 12 });
    expect(facesAgain(drilledPlate(60, 40, 12, [[10, 30, 20]]), [wall(10)])[0]).toBeDefined();
    expect(facesAgain(drilledPlate(60, 40, 12, [[14, 30, 20]]), [wall(10)])[0]).toBeUndefined();
  });
});
