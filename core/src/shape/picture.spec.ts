import { decode } from 'fast-png';
import { measure } from './measure';
import { boxOf, onPicture, PAPER, type Picture, picture, pictureOf, projectionOf } from './picture';
import { box, join } from './testing';
import type { Vec3 } from './turn';

const at = (p: Picture, x: number, y: number): number[] => [...p.rgba.slice((y * p.width + x) * 4, (y * p.width + x) * 4 + 4)];
const isPaper = ([r, , , a]: number[]): boolean => a === 255 && r > 180;
/** Rows and columns with anything on them. */
function extent(p: Picture): { wide: number; high: number; left: number; right: number; top: number; bottom: number } {
  let [left, right, top, bottom] = [p.width, -1, p.height, -1];
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      if (!at(p, x, y)[3]) continue;
      [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
    }
  return { wide: right - left + 1, high: bottom - top + 1, left, right: right + 1, top, bottom: bottom + 1 };
}

describe('a small picture of a part', () => {
  it('fills its frame in the longer direction, whatever the size of the part', () => {
    // Seen along (−0.75, −1.1, 0.8): width (a·1.1 + b·0.75)/1.331, height ((a·0.75 + b·1.1)·0.8/1.331 + c·1.331)/1.553.
    for (const scale of [0.01, 1, 1000]) {
      const { wide, high } = extent(picture(box(100 * scale, 40 * scale, 20 * scale), 106, 80));
      expect(Math.abs(wide - 100)).toBeLessThanOrEqual(2);
      const ratio = ((100 * 0.75 + 40 * 1.1) * 0.8 / 1.3314 + 20 * 1.3314) / 1.5533 / ((100 * 1.1 + 40 * 0.75) / 1.3314);
      expect(Math.abs(high / wide - ratio)).toBeLessThan(0.03);
    }
  });
  it('is clear around, ink at the edge, paper on the faces, and lighter where the light falls', () => {
    const p = picture(box(50, 50, 50), 100, 100);
    expect(at(p, 0, 0)[3]).toBe(0);
    expect(isPaper(at(p, 50, 30))).toBe(true);
    // Down the middle column the first thing that is met is the outline.
    const column = Array.from({ length: 100 }, (_, y) => at(p, 50, y));
    const first = column.findIndex(([, , , a]) => a > 128);
    expect(at(p, 50, first)[0]).toBeLessThan(PAPER.shade[0] - 20);
    // From the top face over the crease to the front.
    expect(column.slice(first + 3, 95).filter(([r]) => r < PAPER.shade[0] - 20).length).toBeGreaterThan(0);
    const paper = column.filter(isPaper).map(([r]) => r);
    expect(Math.max(...paper)).toBeGreaterThan(Math.min(...paper));
    expect(Math.max(...paper)).toBeLessThanOrEqual(PAPER.surface[0]);
  });
  it('shows what stands in front, in whatever order it is drawn', () => {
    // A block before a wall, seen from the front: the wall's own crease-free face lies behind it.
    const [block, wall] = [box(10, 10, 10, 10, 0, 0), box(30, 5, 30, 0, 30, 0)];
    const [one, other] = [picture(join(block, wall), 80, 80), picture(join(wall, block), 80, 80)];
    expect([...one.rgba]).toEqual([...other.rgba]);
    const ink = (p: Picture): number => Array.from({ length: 6400 }, (_, k) => at(p, k % 80, (k / 80) | 0)).filter(([r, , , a]) => a === 255 && r < 100).length;
    // The block's outline and creases are drawn over the wall.
    expect(ink(one)).toBeGreaterThan(ink(picture(join(wall, box(0.01, 0.01, 0.01, 10, 0, 0)), 80, 80)));
  });
  it('turned on end is taller than it is wide', () => {
    const { wide, high } = extent(picture(box(100, 20, 20), 90, 90, [1, 0, 0]));
    expect(high).toBeGreaterThan(2 * wide);
  });
  it('goes out as a PNG that says the same', () => {
    const mesh = box(30, 20, 10);
    const png = decode(pictureOf(mesh, 40, 30));
    expect([png.width, png.height, png.channels]).toEqual([40, 30, 4]);
    expect([...png.data]).toEqual([...picture(mesh, 40, 30).rgba]);
  });
  it.each<[string, Vec3]>([['as it stands', [0, 0, 1]], ['on end', [1, 0, 0]], ['aslant', [0.3, -0.5, 0.8]]])(
    'says where a place of the part is on it: %s',
    (_, up) => {
      // What is drawn reaches as far as the corners of the box do.
      const mesh = box(60, 40, 20);
      const p = picture(mesh, 200, 150, up), lies = projectionOf(mesh, 200, 150, up);
      const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => onPicture(lies, [k & 1 ? 60 : 0, k & 2 ? 40 : 0, k & 4 ? 20 : 0]));
      const { left, right, top, bottom } = extent(p);
      expect(Math.abs(Math.min(...corners.map(([x]) => x)) - left)).toBeLessThan(2);
      expect(Math.abs(Math.max(...corners.map(([x]) => x)) - right)).toBeLessThan(2);
      expect(Math.abs(Math.min(...corners.map(([, y]) => y)) - top)).toBeLessThan(2);
      expect(Math.abs(Math.max(...corners.map(([, y]) => y)) - bottom)).toBeLessThan(2);
    },
  );
  it('of nothing is clear', () => {
    const p = picture({ vertices: new Float32Array(), indices: new Uint32Array() }, 10, 10);
    expect(Math.max(...p.rgba)).toBe(0);
  });
});

describe('a rough box', () => {
  it('is closed, turned outwards and as large as it is said to be', () => {
    expect(measure(boxOf([30, 20, 10]))).toMatchObject({ box_mm: [30, 20, 10], volume_mm3: 6000, watertight: true });
  });
});
