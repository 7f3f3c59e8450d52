import type { Kernel } from '../../make/kernel';
import type { Vec3 } from '../turn';
import { type CutterReach, cuttersFor } from './cutters';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const UP: Vec3[] = [[0, 0, 1]];

describe('the thickest cutter that reaches', () => {
  const c = (): Cutters => new Cutters(k, 0.01);
  const block = (): ReturnType<Cutters['box']> => c().box(120, 100, 60).translate([0, 0, -60]);
  const of = (part: Parameters<typeof asPart>[0]): CutterReach => cuttersFor(asPart(part, [0, 0, 1], 0), UP, new Set());
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
  it('a pocket with corners of 3 mm takes its middle with a thick one and its corners with one of 6', () => {
    const r = of(block().subtract(c().pocket(60, 50, 3, 20).translate([0, 0, -15])));
    // The corners: four quarters of 3 mm, 15 deep; and what a cutter of 10 or 20 leaves beside them and on the floor there.
    expect(area(r, 6)).toBeGreaterThan(4 * (Math.PI / 2) * 3 * 15 * 0.5);
    expect(area(r, 4) + area(r, 2) + area(r, 1)).toBeLessThan(100);
    expect(area(r, 20)).toBeGreaterThan(120 * 100);
  });
  it('holes are drilled, whatever their width', () => {
    const mesh = asPart(block().subtract(c().cylinder(3, 80).translate([0, 0, -70])), [0, 0, 1], 0);
    const inHole = new Set(
      Array.from({ length: mesh.indices.length / 3 }, (_, t) => t).filter((t) =>
        [0, 1, 2].every((e) => Math.hypot(mesh.vertices[3 * mesh.indices[3 * t + e]], mesh.vertices[3 * mesh.indices[3 * t + e] + 1]) < 2)
      ),
    );
    expect(inHole.size).toBeGreaterThan(10);
    expect(cuttersFor(mesh, UP, inHole).none_mm2).toBe(0);
  });
});
