import { prism, rectangle } from '../make/solids';
import type { Mesh } from './mesh';
import { orientedBox } from './oriented-box';
import { studySections } from './sections';
import { box, join, rotated, tube } from './testing';
import { turned, type Vec3 } from './turn';

const of = (mesh: Mesh) => studySections(mesh, orientedBox(mesh));
const each = (list: readonly number[], want: number, digits = 4): void => {
  for (const x of list) expect(x / want).toBeCloseTo(1, digits);
};

describe('sections along the part', () => {
  it('of a bar are b·h, b·h³/12 and half its sides, whichever way it lies', () => {
    // 200 × 30 × 20: 30·20³/12 = 20 000 towards the short side, 20·30³/12 = 45 000 towards the middle one.
    for (const mesh of [box(30, 20, 200), rotated(box(30, 20, 200), [1, 2, -1] as Vec3, 0.7)]) {
      const [long, middle, short] = of(mesh).sides;
      expect(long.area_mm2).toHaveLength(48);
      each(long.area_mm2, 600);
      each(long.perimeter_mm, 100);
      each(long.i_mm4[0], 45_000);
      each(long.i_mm4[1], 20_000);
      each(long.c_mm[0], 15);
      each(long.c_mm[1], 10);
      each(middle.area_mm2, 200 * 20);
      each(short.area_mm2, 200 * 30);
    }
  });
  it('of a tube are π(R⁴ − r⁴)/4', () => {
    const [long] = of(tube(20, 18, 120, 256)).sides;
    const want = (Math.PI / 4) * (20 ** 4 - 18 ** 4);
    // 256 sides: the polygon falls short by about (2π²/3)/n² of the area, and by twice that of the moment.
    each(long.i_mm4[0], want, 2.9);
    each(long.i_mm4[1], want, 2.9);
    each(long.area_mm2, Math.PI * (400 - 324), 2.9);
    // Both outlines count as wall.
    each(long.perimeter_mm, 2 * Math.PI * 38, 2.9);
  });
  it('of two legs are those of each leg, not of both as one', () => {
    // Two legs 10 × 10 joined by blocks at the ends: 2 · 10⁴/12 in between; as one they would be 2(10⁴/12 + 100 · 15²).
    const frame = turned(prism(rectangle(200, 40), [rectangle(160, 20, 20, 10)], 0, 10), [1, 0, 0]);
    const [long] = of(frame).sides;
    expect(long.area_mm2[24] / 200).toBeCloseTo(1, 4);
    expect(long.i_mm4[0][24] / (2 * (10 ** 4 / 12))).toBeCloseTo(1, 3);
    expect(long.c_mm[0][24]).toBeCloseTo(5, 3);
    expect(long.i_mm4[0][0] / ((10 * 40 ** 3) / 12)).toBeCloseTo(1, 3);
  });
  it('of a hollow box leave the cavity out', () => {
    // 100 × 40 × 40 with 2 mm walls: (40⁴ − 36⁴)/12.
    const shell = turned(prism(rectangle(40, 40), [rectangle(36, 36, 2, 2)], 0, 100), [0, 0, 1]);
    const [long] = of(shell).sides;
    each(long.i_mm4[1], (40 ** 4 - 36 ** 4) / 12, 3);
  });
  it("find a neck, and say where it is in the part's own axes", () => {
    // A bar along x with a neck of 10 mm between two blocks.
    const bar = join(box(80, 20, 20), box(12, 6, 6, 80, 7, 7), box(80, 20, 20, 92));
    const [long] = of(bar).sides;
    const least = long.area_mm2.indexOf(Math.min(...long.area_mm2));
    expect(long.area_mm2[least]).toBeCloseTo(36, 2);
    const [x, y, z] = long.centre_mm.slice(3 * least, 3 * least + 3);
    expect(x).toBeGreaterThan(80);
    expect(x).toBeLessThan(92);
    expect(y).toBeCloseTo(10, 2);
    expect(z).toBeCloseTo(10, 2);
  });
});
