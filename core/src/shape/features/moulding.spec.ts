import { circle, prism, revolve } from '../../make/solids';
import type { Mesh } from '../mesh';
import { box, drilledPlate, join, rotated, sphere, tube } from '../testing';
import { dot, turned, type Vec3 } from '../turn';
import { bossesOf } from './bosses';
import { featuresOf } from './features';
import { mirrorsOf, mouldedAlong, mouldingOf } from './moulding';

/** A block with a frustum's draft: 60 × 40 below, its walls leaning in by so many degrees over 20. */
function drafted(deg: number): Mesh {
  const by = 20 * Math.tan((deg * Math.PI) / 180);
  const corners = [[0, 0, 0], [60, 0, 0], [60, 40, 0], [0, 40, 0], [by, by, 20], [60 - by, by, 20], [60 - by, 40 - by, 20], [by, 40 - by, 20]];
  const quads = [[0, 3, 2, 1], [4, 5, 6, 7], [0, 1, 5, 4], [1, 2, 6, 5], [2, 3, 7, 6], [3, 0, 4, 7]];
  return { vertices: Float32Array.from(corners.flat()), indices: Uint32Array.from(quads.flatMap(([a, b, c, d]) => [a, b, c, a, c, d])) };
}
const LYING: [Vec3, number] = [[0.3, -0.5, 0.8], 1.1];

describe('in a mould', () => {
  it('a drafted block comes out along its draft, in one level; upright it drags', () => {
    for (const m of [drafted(3), rotated(drafted(3), ...LYING)]) {
      const f = mouldingOf(m);
      expect(f.undercut_mm2).toBe(0);
      expect(f.undrafted_mm2 / f.wall_mm2).toBeLessThan(0.02);
      expect(f.draft_deg).toBeCloseTo(3, 1);
      expect(f.climbs_mm).toBeCloseTo(0, 2);
    }
    expect(Math.abs(mouldingOf(drafted(3)).pull[2])).toBeCloseTo(1, 6);
    const plain = mouldingOf(box(60, 40, 20));
    expect(plain).toMatchObject({ undercut_mm2: 0, draft_deg: null, climbs_mm: expect.closeTo(0, 2) });
    expect(plain.undrafted_mm2).toBeCloseTo(plain.wall_mm2, 6);
  });
  it('a hole from the side is an undercut, unless it is pulled along', () => {
    // Through the 40: pulled along it nothing is undercut.
    const along = turned(drilledPlate(60, 20, 40, [[10, 30, 10]]), [0, 1, 0]);
    expect(mouldingOf(along).undercut_mm2).toBe(0);
    // Two of them, square to one another: one of both stays, whichever way. Its wall, less what looks along the pull.
    const cross = join(turned(tube(5, 4, 40), [0, 1, 0]), tube(5, 4, 40));
    expect(mouldingOf(cross).undercut_mm2).toBeGreaterThan(0);
    // A bowl with a lip that leans in: all beneath the lip.
    const lip = revolve([[0, 0], [30, 0], [30, 20], [20, 20], [20, 16], [26, 16], [26, 4], [0, 4]], 96);
    const f = mouldingOf(lip);
    const shelf = Math.PI * (26 ** 2 - 20 ** 2);
    // The underside of the lip looks at the floor; the wall beneath it is free of neither half.
    expect(f.undercut_mm2 / (shelf + 2 * Math.PI * 26 * 12 + shelf)).toBeGreaterThan(0.6);
    expect(f.undercut_mm2 / (shelf + 2 * Math.PI * 26 * 12 + shelf)).toBeLessThan(1.2);
  });
  it('the parting line climbs where one half reaches past the other', () => {
    // A Z of two plates and a slope between: the right one's underside is 10 above the left one's top.
    const z = turned(prism([[0, 0], [20, 0], [40, 20], [60, 20], [60, 30], [36, 30], [16, 10], [0, 10]], [], 0, 15), [0, 1, 0]);
    const along = mouldedAlong(z, [0, 0, 1]);
    expect(along.undercut_mm2).toBe(0);
    expect(Math.abs(along.climbs_mm - 10)).toBeLessThan(0.6);
    // Pulled square to the slope fewer walls drag: that way is chosen.
    expect(featuresOf(z).moulding.undrafted_mm2).toBeLessThan(along.undrafted_mm2);
    expect(mouldingOf(drafted(5)).climbs_mm).toBeCloseTo(0, 2);
    expect(mouldingOf(sphere(10, 48)).undercut_mm2).toBe(0);
  });
});

describe('mirrors', () => {
  it('of a box are three, of a plate with a hole beside its middle fewer, however it lies', () => {
    expect(mirrorsOf(box(60, 40, 20))).toHaveLength(3);
    const plate = drilledPlate(60, 40, 10, [[12, 15, 20]]);
    const found = mirrorsOf(plate);
    expect(found).toHaveLength(2);
    expect(found.every((d) => Math.abs(dot(d, [1, 0, 0])) < 1e-6)).toBe(true);
    expect(mirrorsOf(rotated(plate, ...LYING))).toHaveLength(2);
    expect(mirrorsOf(drilledPlate(60, 40, 10, [[12, 15, 12]]))).toHaveLength(1);
  });
});

describe('bosses', () => {
  it('are round posts, alike ones as one; holes and what is turned are none', () => {
    const post = (x: number, d: number, h: number): Mesh => {
      const p = prism(circle(d / 2, x, 20, 64), [], 0, h);
      return { vertices: p.vertices, indices: p.indices };
    };
    // One solid each: the posts stand free, as their round walls do on a plate.
    const found = [post(10, 8, 12), post(30, 8, 12), post(50, 6, 5)].flatMap((m) => bossesOf(join(m, box(60, 40, 4))));
    expect(found.map((b) => [Math.round(b.diameter_mm), Math.round(b.height_mm), b.count])).toEqual([[8, 12, 1], [8, 12, 1], [6, 5, 1]]);
    expect(bossesOf(join(post(10, 8, 12), post(30, 8, 12), box(60, 40, 4)))).toMatchObject([{ count: 2 }]);
    expect(bossesOf(drilledPlate(60, 40, 10, [[12, 15, 20]]))).toEqual([]);
    expect(featuresOf(revolve([[0, 0], [8, 0], [8, 10], [4, 10], [4, 40], [0, 40]], 64)).bodies[0].bosses).toEqual([]);
  });
});
