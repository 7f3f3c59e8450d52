import fc from 'fast-check';
import { Bvh } from './bvh';
import type { Mesh } from './mesh';
import { box, join, sphere, tube } from './testing';
import { crossOf, dot, unit, type Vec3 } from './turn';

const at = (m: Mesh, i: number): Vec3 => [m.vertices[m.indices[i] * 3], m.vertices[m.indices[i] * 3 + 1], m.vertices[m.indices[i] * 3 + 2]];
const less = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Every triangle in turn, by the plane and three edge tests: another way than the one under test. */
function nearestHit(m: Mesh, o: Vec3, d: Vec3): number {
  let best = Infinity;
  for (let t = 0; t < m.indices.length; t += 3) {
    const p = [at(m, t), at(m, t + 1), at(m, t + 2)];
    const n = crossOf(less(p[1], p[0]), less(p[2], p[0]));
    const s = dot(less(p[0], o), n) / dot(d, n);
    if (!(s > 0) || s >= best) continue;
    const hit: Vec3 = [o[0] + s * d[0], o[1] + s * d[1], o[2] + s * d[2]];
    if ([0, 1, 2].every((e) => dot(crossOf(less(p[(e + 1) % 3], p[e]), less(hit, p[e])), n) >= 0)) best = s;
  }
  return best;
}

const part = join(sphere(10, 24), tube(30, 25, 12, 24), box(4, 5, 6, 14, -2, 20));
const bvh = new Bvh(part);
const coordinate = fc.double({ min: -40, max: 40, noNaN: true });
// Off the round numbers, so that no ray runs through a corner exactly: there the answer is a matter of rounding.
const place = fc.tuple(coordinate, coordinate, coordinate).map(([x, y, z]): Vec3 => [x + Math.SQRT2 / 97, y - Math.PI / 89, z + Math.E / 83]);

describe('rays', () => {
  it('meet what testing every triangle meets', () => {
    fc.assert(
      fc.property(place, place, (o, to) => {
        const d = unit(less(to, o));
        fc.pre(Math.hypot(...less(to, o)) > 1e-3);
        const expected = nearestHit(part, o, d);
        const hit = bvh.ray(...o, ...d);
        if (expected === Infinity) return hit.triangle === -1;
        return Math.abs(hit.distance - expected) < 1e-4;
      }),
      { numRuns: 400 },
    );
  });
  it('along an axis are not lost to division by zero, and stop where they are told', () => {
    const cube = new Bvh(box(10, 10, 10));
    expect(cube.ray(5, 5, -3, 0, 0, 1).distance).toBeCloseTo(3, 6);
    expect(cube.ray(5, 5, 5, 0, 0, 1).distance).toBeCloseTo(5, 6);
    expect(cube.ray(5, 5, -3, 0, 0, 1, 2.9).triangle).toBe(-1);
    expect(cube.ray(5, 5, -3, 0, 0, -1).triangle).toBe(-1);
    expect(cube.ray(5, 5, -3, 0, 0, 2).distance).toBeCloseTo(1.5, 6);
    // Through the diagonal where two triangles of a face meet.
    expect(cube.ray(3, 3, 20, 0, 0, -1).distance).toBeCloseTo(10, 6);
  });
});

describe('closest points', () => {
  it('to a sphere are its radius away from the distance to its centre', () => {
    const ball = new Bvh(sphere(10, 120));
    fc.assert(fc.property(place, ([x, y, z]) => Math.abs(ball.closest(x, y, z).distance - Math.abs(Math.hypot(x, y, z) - 10)) < 0.02), { numRuns: 200 });
  });
  it('to a box: face, edge, corner, inside', () => {
    const cube = new Bvh(box(10, 10, 10));
    for (const [p, d] of [[[5, 5, 14], 4], [[13, 14, 5], 5], [[12, 12, 11], 3], [[5, 4, 5], 4]] as [Vec3, number][])
      expect(cube.closest(...p).distance).toBeCloseTo(d, 6);
    expect(cube.closest(5, 5, 14, 3).triangle).toBe(-1);
  });
});

it('heaps of equal triangles end in a tree, not in a loop', () => {
  const one = box(1, 1, 1);
  const heap: Mesh = { vertices: one.vertices, indices: Uint32Array.from(Array.from({ length: 300 }, () => [...one.indices]).flat()) };
  expect(new Bvh(heap).ray(0.3, 0.4, 5, 0, 0, -1).distance).toBeCloseTo(4, 6);
});

it('triangles that shrink over and over end in a tree that can still be walked', () => {
  // Each less than a sixteenth of the one before and beside it, in three directions in turn: split by place, one comes off at a time.
  const vertices: number[] = [], indices: number[] = [];
  const rows: { at: Vec3; size: number }[] = [];
  for (let a = 0; a < 3; a++)
    for (let k = 0; k < 54; k++) {
      const size = 1e30 * 0.06 ** k;
      const at: Vec3 = [0, 0, 0];
      at[a] = size;
      rows.push({ at, size });
    }
  for (const { at, size } of rows) {
    const n = vertices.length / 3;
    for (const [x, y] of [[0, 0], [0.1, 0], [0, 0.1]]) vertices.push(at[0] + x * size, at[1] + y * size, at[2]);
    indices.push(n, n + 1, n + 2);
  }
  const tree = new Bvh({ vertices: Float32Array.from(vertices), indices: Uint32Array.from(indices) });
  rows.forEach(({ at, size }, t) => {
    const near = tree.closest(at[0] + 0.02 * size, at[1] + 0.02 * size, at[2]);
    expect([near.triangle, near.distance / size < 1e-3]).toEqual([t, true]);
  });
});
