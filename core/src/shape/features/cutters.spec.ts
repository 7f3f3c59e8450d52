import type { Kernel } from '../../make/kernel';
import type { Vec3 } from '../turn';
import { facets, samplesByArea } from '../facets';
import { bvhOf } from '../bvh';
import { better, cutterNeeds, type CutterReach, toolReach } from './cutters';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const UP: Vec3[] = [[0, 0, 1]];

describe('the thickest cutter that reaches', () => {
  const c = (): Cutters => new Cutters(k, 0.01);
  const block = (): ReturnType<Cutters['box']> => c().box(120, 100, 60).translate([0, 0, -60]);
  /** Of the surface that is seen from above, by 1 200 places. */
  const of = (part: Parameters<typeof asPart>[0]): CutterReach => {
    const mesh = asPart(part, [0, 0, 1], 0);
    const { points: p, triangle, count, area_mm2 } = samplesByArea(mesh, 1200);
    const { normals } = facets(mesh);
    const reach = toolReach(mesh, UP), bvh = bvhOf(mesh);
    const places = Array.from({ length: count }, (_, i) => ({
      n: [0, 1, 2].map((k) => normals[3 * triangle[i] + k]) as Vec3,
      p: [p[3 * i], p[3 * i + 1], p[3 * i + 2]] as Vec3,
    })).filter(({ n, p: [x, y, z] }) => n[2] > -0.02 && bvh.ray(x + 0.02 * n[0], y + 0.02 * n[1], z + 0.02 * n[2], 0, 0, 1, Infinity, true).triangle < 0);
    return cutterNeeds(places.map((s) => reach(s.p, s.n, 0)), area_mm2);
  };
  const area = (r: CutterReach, d: number): number => r.needs.find((n) => n.diameter_mm === d)?.area_mm2 ?? 0;
  /** Within the samples' own scatter. */
  const near = (x: number, to: number): void => expect(Math.abs(x - to)).toBeLessThan(0.12 * to + 120);

  it('a plain block is the work of the thickest one, but for its foot, which nothing of this clamping sees', () => {
    const r = of(block());
    expect(r.needs.map((n) => n.diameter_mm)).toEqual([20]);
    near(area(r, 20), 120 * 100 + 2 * (120 + 100) * 60);
    expect(r.none_mm2).toBe(0);
  });
  it('a slot of 8 mm asks for one of 6, on its floor and its walls', () => {
    const r = of(block().subtract(c().box(200, 8, 20).translate([0, 0, -12])));
    near(area(r, 6), 120 * (8 + 2 * 12));
    expect(area(r, 4) + area(r, 2) + area(r, 1)).toBe(0);
  });
  it('a deep one stops the holder: 40 mm down a slot of 8, a cutter of 6 has to be long, 80 mm down none gets', () => {
    // Five diameters are 30 mm, ten are 60; the holder of 26 mm does not go in.
    const deep = (h: number) => c().box(200, 100, 100).translate([0, 0, -100]).subtract(c().box(300, 8, 100).translate([0, 0, -h]));
    const r = of(deep(40));
    const six = r.needs.find((n) => n.diameter_mm === 6)!;
    // Long from 30 mm down: floor and the lowest 10 mm of two walls.
    near(six.long_mm2, 200 * (8 + 2 * 10));
    expect(r.none_mm2).toBe(0);
    // Beyond 60 mm nothing: thinner ones are shorter.
    near(of(deep(80)).none_mm2, 200 * (8 + 2 * 20));
  });
  it('of two the thicker is used, then the shorter, whichever clamping it comes from', () => {
    const [thick, thickLong, thin] = [{ cutter: 1, long: false }, { cutter: 1, long: true }, { cutter: 3, long: false }];
    for (const [a, b] of [[thick, thin], [thickLong, thin], [thick, thickLong], [thick, undefined]])
      expect([better(a, b), better(b, a)]).toEqual([a, a]);
    expect(better(undefined, undefined)).toBeUndefined();
  });
  it('a pocket with corners of 3 mm takes its middle with a thick one and its corners with one of 6', () => {
    const r = of(block().subtract(c().pocket(60, 50, 3, 20).translate([0, 0, -15])));
    // The corners: four quarters of 3 mm, 15 deep; and what a cutter of 10 or 20 leaves beside them and on the floor there.
    expect(area(r, 6)).toBeGreaterThan(4 * (Math.PI / 2) * 3 * 15 * 0.5);
    expect(area(r, 4) + area(r, 2) + area(r, 1)).toBeLessThan(100);
    expect(area(r, 20)).toBeGreaterThan(120 * 100);
  });
});
