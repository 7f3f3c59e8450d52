import { circle, prism, revolve } from './solids';
import { bodiesOf, boughtPart, bodyLines } from '../shape/bodies';
import { loadKernel } from '../shape/features/testing';
import { measure } from '../shape/measure';
import { type Mesh } from '../shape/mesh';
import { box, flipped, join, moved, rotated, tube } from '../shape/testing';
import type { Kernel } from './kernel';
import { meetings, united } from './meetings';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const hexagon = (flats: number, h: number, hole: number): Mesh =>
  prism(
    Array.from({ length: 6 }, (_, i) => [Math.cos((i * Math.PI) / 3), Math.sin((i * Math.PI) / 3)].map((x) => (x * flats) / Math.sqrt(3)) as [number, number]),
    [circle(hole / 2, 0, 0, 48)],
    0,
    h,
  );
const screw = (d: number, l: number, head: number, high: number): Mesh =>
  revolve([[0, 0], [d / 2, 0], [d / 2, l], [head / 2, l], [head / 2, l + high], [0, l + high]], 64);

describe('what is likely bought', () => {
  const PARTS: [string, Mesh, string | undefined][] = [
    ['an M6 washer', tube(6, 3.2, 1.6), 'washer'],
    ['an M8 nut', hexagon(13, 6.5, 6.8), 'nut'],
    ['a dowel of 8 × 40', prism(circle(4, 0, 0, 64), [], 0, 40), 'pin'],
    ['a cap screw M6 × 20', screw(6, 20, 10, 6), 'screw'],
    ['a short screw M10 × 16', screw(10, 16, 16, 10), 'screw'],
    ['a plate', box(60, 40, 5), undefined],
    ['a bar', box(80, 10, 10), undefined],
    ['a ring that is a part', tube(60, 30, 20), undefined],
    ['a large disc with a small hole', tube(30, 3, 3), undefined],
    ['a stepped shaft with a collar in its middle', revolve([[0, 0], [4, 0], [4, 20], [8, 20], [8, 30], [4, 30], [4, 50], [0, 50]], 64), undefined],
  ];
  it.each(PARTS)('%s', (_, mesh, is) => {
    expect(boughtPart(mesh, measure(mesh).volume_mm3)).toBe(is);
    // However it lies.
    const lying = rotated(mesh, [0.3, -0.6, 0.7], 0.4);
    expect(boughtPart(lying, measure(lying).volume_mm3)).toBe(is);
  });
});

describe('the bodies of a file', () => {
  const plate = box(60, 40, 10);
  const file = join(
    plate,
    moved(screw(6, 20, 10, 6), [20, 20, 10]),
    moved(screw(6, 20, 10, 6), [40, 20, 10]),
    moved(box(5, 5, 5), [58, 0, 0]),
    flipped(moved(box(4, 4, 4), [100, 0, 0])),
  );
  it('are listed largest first, alike ones known as such, the one inside out turned back', () => {
    const lines = bodyLines(bodiesOf(file));
    expect(lines.map((l) => [l.likely, l.like, l.insideOut])).toEqual([
      [undefined, 0, false],
      ['screw', 1, false],
      ['screw', 1, false],
      [undefined, 3, false],
      [undefined, 4, true],
    ]);
    expect(lines[4].volume_mm3).toBeCloseTo(64, 3);
  });
  it('touch, run into one another, or stand apart', () => {
    const found = meetings(kernel, bodiesOf(file));
    // Both screws stand on the plate; the small block is two of its five millimetres deep in it.
    expect(found.map(({ a, b, how }) => [a, b, how])).toEqual([[0, 1, 'touch'], [0, 2, 'touch'], [0, 3, 'overlap']]);
    expect(found[2].shared_mm3).toBeCloseTo(2 * 5 * 5, 2);
  });
  it('are found where they are there twice', () => {
    const twice = meetings(kernel, bodiesOf(join(plate, plate, moved(plate, [0, 0, 40]))));
    expect(twice).toEqual([{ a: 0, b: 1, how: 'twice', shared_mm3: expect.closeTo(24_000, 0) }]);
  });
  it('become one when they are united: what both have counts once', () => {
    const one = united(kernel, bodiesOf(join(plate, moved(box(5, 5, 5), [58, 0, 0]))));
    const m = measure(one);
    expect([m.shells, m.watertight]).toEqual([1, true]);
    expect(m.volume_mm3).toBeCloseTo(24_000 + 125 - 50, 2);
    // What meets nothing stays beside it.
    expect(measure(united(kernel, bodiesOf(join(plate, moved(box(5, 5, 5), [80, 0, 0]))))).shells).toBe(2);
  });
});
