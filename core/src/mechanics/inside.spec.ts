import { Inside } from './inside';

/** n nᵀ times a size, as six stresses. */
const along = ([x, y, z]: number[], size: number): number[] => [x * x, y * y, z * z, x * y, y * z, z * x].map((v) => size * v);
const plus = (a: number[], b: number[]): number[] => a.map((x, i) => x + b[i]);

describe('what material sees in a brick that is not solid', () => {
  it('strands see the mean over what of it they are', () => {
    const inside = new Inside(2);
    inside.fill(1, 0.3, 0.6);
    expect(inside.seen(0, [1, 2, 3, 4, 5, 6])).toEqual([1, 2, 3, 4, 5, 6]);
    expect(inside.seen(1, [1, 2, 3, 4, 5, 6])).toEqual([0.5, 1, 1.5, 2, 2.5, 3]);
  });
  it('a wall sees all of what goes along it and the mean of what goes through it, however it stands', () => {
    const h = Math.SQRT1_2;
    for (const [n, a, b] of [[[0, 0, 1], [1, 0, 0], [0, 1, 0]], [[h, h, 0], [h, -h, 0], [0, 0, 1]], [[0, 0.6, 0.8], [1, 0, 0], [0, 0.8, -0.6]]]) {
      const inside = new Inside(1);
      inside.wall(0, 0.25, n);
      const seen = inside.seen(0, plus(plus(along(n, 8), along(a, 3)), along(b, 5)));
      const known = plus(plus(along(n, 2), along(a, 3)), along(b, 5));
      // Normals are kept in parts of 127.
      seen.forEach((x, i) => expect(Math.abs(x - known[i])).toBeLessThan(0.1));
    }
  });
  it('shear through a wall is passed on, shear within it is its own', () => {
    const inside = new Inside(1);
    inside.wall(0, 0.25, [0, 0, 1]);
    expect(inside.seen(0, [0, 0, 0, 4, 4, 4])).toEqual([0, 0, 0, 4, 1, 1]);
  });
});
