import { profileAlong } from './profile';
import { box, join, moved } from './testing';

describe('a part from the side', () => {
  it('is as high as it is at each place: a step from 10 to 30', () => {
    const p = profileAlong(join(box(60, 20, 10), moved(box(40, 20, 30), [60, 0, 0])), [1, 0, 0], [0, 0, 1], 101);
    expect(p.along[0]).toBeCloseTo(0, 3);
    expect(p.along.at(-1)).toBeCloseTo(100, 2);
    p.along.forEach((x, k) => {
      if (Math.abs(x - 60) < 1) return;
      expect([p.low[k], p.high[k]]).toEqual([0, x < 60 ? 10 : 30]);
    });
  });
  it('lies as it lies: from its end, heights from the origin', () => {
    const { along, low, high } = profileAlong(moved(box(50, 8, 6), [-200, 100, 7]), [1, 0, 0], [0, 1, 0], 11);
    expect([along.length, Math.round(along[5]), low[5], high[5]]).toEqual([11, 25, 100, 108]);
  });
});
