// dprint-ignore-file: a table, a line each
import type { Manifold } from 'manifold-3d';
import type { Kernel } from '../../make/kernel';
import { dot, type Vec3 } from '../turn';
import { type Rib, ribsOf } from './ribs';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const found = (part: Manifold): Rib[] => ribsOf(asPart(part, [0.3, -0.2, 0.9], 1.3));
const size = ({ thickness_mm, height_mm, length_mm }: Rib) => [thickness_mm, height_mm, length_mm].map((x) => Math.round(x * 100) / 100);

describe('ribs', () => {
  const c = (): Cutters => new Cutters(k, 0.02);
  const plate = (): Manifold => c().box(120, 80, 8).translate([0, 0, -8]);
  it.each([0.8, 1.5, 2, 3, 4, 5, 6, 8, 10, 12])('of %d mm, 20 high, on a plate', (t) => {
    expect(found(plate().add(c().box(90, t, 20.01).translate([0, 5, -0.01]))).map(size)).toEqual([[t, 20, 90]]);
  });
  it('point away from their foot, wherever that is', () => {
    const [rib] = ribsOf(asPart(plate().add(c().box(90, 3, 20.01).translate([0, 0, -28])), [0, 0, 1], 0));
    expect(size(rib)).toEqual([3, 20, 90]);
    expect(dot(rib.up, [0, 0, -1] as Vec3)).toBeCloseTo(1, 6);
  });
  it('between two pockets: from the higher floor, held at both ends as well', () => {
    const pocketed = c().box(120, 80, 30).translate([0, 0, -30])
      .subtract(c().box(50, 60, 31).translate([-28, 0, -20])).subtract(c().box(50, 60, 31).translate([28, 0, -25]));
    expect(found(pocketed).map(size)).toEqual([[6, 20, 60]]);
  });
  it('with rounded feet are as high as without', () => {
    const r = 3;
    // The foot's fillets: a bar of 2 r more, less a round groove along each side.
    const foot = c().box(90, 4 + 2 * r, r + 0.01).translate([0, 0, -0.01]);
    const groove = (y: number): Manifold => c().cylinder(2 * r, 200).rotate([0, 90, 0]).translate([-100, y, r]);
    const part = plate().add(c().box(90, 4, 25.01).translate([0, 0, -0.01])).add(foot.subtract(groove(2 + r)).subtract(groove(-2 - r)));
    const [rib, ...more] = found(part);
    expect(more).toEqual([]);
    expect(rib.thickness_mm).toBeCloseTo(4, 2);
    expect(Math.abs(rib.height_mm - 25)).toBeLessThan(0.1);
  });
  it('with draft are as thick as half way up', () => {
    const rib = k.Manifold.hull([c().box(90, 4, 0.01).translate([0, 0, -0.01]), c().box(90, 2, 0.01).translate([0, 0, 29.99])]);
    const [one, ...more] = found(plate().add(rib));
    expect(more).toEqual([]);
    expect(one.thickness_mm).toBeCloseTo(3, 1);
  });
  it('in a grid are one for each piece between two others', () => {
    const grid = plate().add(c().box(100, 2, 15.01).translate([0, 0, -0.01])).add(c().box(2, 60, 15.01).translate([0, 0, -0.01]));
    expect(found(grid).map(size).sort((a, b) => a[2] - b[2])).toEqual([[2, 15, 29], [2, 15, 29], [2, 15, 49], [2, 15, 49]]);
  });
  it('are not a plain plate standing up, the outer wall of a box, a squat block nor a post', () => {
    expect(found(c().box(120, 4, 60))).toEqual([]);
    expect(found(c().box(120, 80, 30).subtract(c().box(114, 74, 30).translate([0, 0, 4])))).toEqual([]);
    expect(found(plate().add(c().box(20, 15, 20.01).translate([0, 0, -0.01])))).toEqual([]);
    expect(found(plate().add(c().cylinder(6, 30.01).translate([0, 0, -0.01])))).toEqual([]);
  });
});
