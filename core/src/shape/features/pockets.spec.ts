// dprint-ignore-file: a table, a line each
import type { Manifold } from 'manifold-3d';
import type { Kernel } from '../../make/kernel';
import { boresOf } from './bores';
import { type Pocket, pocketsOf } from './pockets';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const found = (part: Manifold): Pocket[] => {
  const mesh = asPart(part, [0.3, -0.2, 0.9], 1.3);
  return pocketsOf(mesh, new Set(boresOf(mesh).flatMap((b) => b.triangles)));
};
const rounded = (p: Pocket) => [p.depth_mm, p.corner_radius_mm, p.sharp_mm].map((x) => x && Math.round(x * 100) / 100);

describe('pockets', () => {
  const c = (): Cutters => new Cutters(k, 0.02);
  const block = (): Manifold => c().box(100, 80, 30).translate([0, 0, -30]);
  it.each([0.8, 1.5, 3, 6, 10])('closed all round, corners of %d mm', (r) => {
    const [p, ...more] = found(block().subtract(c().pocket(50, 40, r, 15).translate([5, 0, -12])));
    expect([more.length, ...rounded(p)]).toEqual([0, 12, r, 0]);
    expect(p.walled).toBeCloseTo(1, 6);
    // Floor: 50 × 40 less the corners.
    expect(p.floor_mm2 / (2000 - (4 - Math.PI) * r * r)).toBeCloseTo(1, 2);
  });
  it('with sharp corners that no round cutter leaves', () => {
    const [p] = found(block().subtract(c().box(50, 40, 15).translate([0, 0, -12])));
    expect(rounded(p)).toEqual([12, 0, 48]);
  });
  it('with an island, and one in another', () => {
    const pocket = c().pocket(70, 60, 5, 15).translate([0, 0, -10]).subtract(c().cylinder(20, 30).translate([-15, 0, -20]));
    const all = found(block().subtract(pocket).subtract(c().pocket(20, 20, 3, 30).translate([18, 0, -16])));
    expect(all.map((p) => rounded(p).slice(0, 2))).toEqual([[10, 5], [6, 3]].sort((a, b) => b[0] - a[0]));
  });
  it('open to one side, a step along an edge, and none on a plain block or under a boss', () => {
    const [open] = found(block().subtract(c().box(50, 40, 15).translate([40, 0, -12])));
    expect([Math.round(open.depth_mm), Math.round(open.walled * 100)]).toEqual([12, Math.round(100 * ((2 * 35 + 40) / (2 * 35 + 80)))]);
    const [step] = found(block().subtract(c().box(20, 100, 15).translate([45, 0, -8])));
    expect([Math.round(step.depth_mm), step.walled > 0.3 && step.walled < 0.5]).toEqual([8, true]);
    expect(found(block())).toEqual([]);
    expect(found(block().add(c().cylinder(20, 10))).length).toBe(0);
  });
  it('are not the floors and steps of holes', () => {
    const holes = c().cylinder(8, 60).translate([-20, 0, -40]).add(c().cylinder(14, 20).translate([-20, 0, -8])).add(c().cylinder(10, 20).translate([20, 0, -12]));
    expect(found(block().subtract(holes))).toEqual([]);
  });
});
