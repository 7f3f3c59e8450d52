import type { Kernel } from '../../make/kernel';
import { meshOf } from '../../make/kernel';
import { box } from '../testing';
import { weld } from '../weld';
import { type Parting, partingOf } from './parting';
import { Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const UP: [number, number, number] = [0, 0, 1];

describe('the parting line', () => {
  const c = (): Cutters => new Cutters(k, 0.01);
  const of = (part: Parameters<typeof meshOf>[0]): Parting => {
    const { vertices, indices } = meshOf(part);
    return partingOf(
      weld({ positions: Float32Array.from([...indices].flatMap((i) => [...vertices.subarray(3 * i, 3 * i + 3)])), triangles: indices.length / 3, notes: [] }),
      UP,
    );
  };
  it('of a ball is its equator', () => {
    const r = 20;
    const line = of(k.Manifold.sphere(r, 128));
    expect(line.length_mm / (2 * Math.PI * r)).toBeCloseTo(1, 2);
    expect(line.level_mm).toBeCloseTo(0, 1);
  });
  it('of a plain block is the outline of its foot: all of it lies in one half', () => {
    expect(partingOf(box(60, 40, 10), UP)).toMatchObject({ length_mm: 200, level_mm: 0, climbs_mm: 0 });
  });
  it('follows what is widest: a block tapered upwards from its foot, and one tapered to both sides', () => {
    const up = k.Manifold.hull([c().box(60, 40, 0.01), c().box(50, 30, 0.01).translate([0, 0, 20])]);
    expect(of(up).length_mm).toBeCloseTo(200, 0);
    // Two of them, foot on foot: widest at the level 10.
    const both = k.Manifold.hull([c().box(50, 30, 0.01), c().box(60, 40, 0.01).translate([0, 0, 10]), c().box(50, 30, 0.01).translate([0, 0, 20])]);
    const line = of(both);
    expect([line.length_mm, line.level_mm]).toEqual([expect.closeTo(200, 0), expect.closeTo(10, 1)]);
  });
  it('has an upright wall on the side of the rest, goes round a through hole once, and round no pocket', () => {
    // A lid with sloping sides that widen to 60 × 40 at the level 10, on an upright wall down to 0.
    const lid = k.Manifold.hull([c().box(60, 40, 10), c().box(50, 30, 0.01).translate([0, 0, 20])]);
    expect(of(lid).level_mm).toBeCloseTo(0, 6);
    const holed = c().box(60, 40, 10).subtract(c().cylinder(12, 30).translate([0, 0, -5]));
    expect(of(holed).length_mm).toBeCloseTo(200 + Math.PI * 12, 0);
    expect(of(c().box(60, 40, 10).subtract(c().box(30, 20, 10).translate([0, 0, 5]))).length_mm).toBeCloseTo(200, 6);
  });
  it('leaves out what lies in an undercut, and climbs where it has to', () => {
    // A hole across the pull is an undercut: its mouths are no part of the line.
    const grooved = c().box(60, 40, 40).subtract(c().cylinder(10, 100).rotate([0, 90, 0]).translate([-50, 0, 20]));
    expect(of(grooved).climbs_mm).toBeLessThan(1e-6);
    // Widest along a square of 30 that leans by 30°.
    const slanted = k.Manifold.hull([
      c().box(20, 20, 0.01),
      c().box(30, 30, 0.01).rotate([0, 30, 0]).translate([0, 0, 20]),
      c().box(20, 20, 0.01).translate([0, 0, 40]),
    ]);
    expect(of(slanted).climbs_mm).toBeCloseTo(30 * Math.sin(Math.PI / 6), 0);
  });
});
