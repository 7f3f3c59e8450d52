import type { Kernel } from '../../make/kernel';
import { dot } from '../turn';
import { datumsOf } from './datums';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});

describe('datum faces', () => {
  const c = (): Cutters => new Cutters(k, 0.02);
  const spans = (part: Parameters<typeof asPart>[0]) =>
    datumsOf(asPart(part, [0.3, -0.2, 0.9], 1.3)).map((d) => [Math.round(d.spans_mm2), Math.round(d.area_mm2)]);

  it('of a block are its three kinds of sides, the widest first, square to each other', () => {
    const part = asPart(c().box(100, 60, 20), [0.3, -0.2, 0.9], 1.3);
    const datums = datumsOf(part);
    expect(datums.map((d) => Math.round(d.spans_mm2))).toEqual([6000, 2000, 1200]);
    for (let i = 0; i < 3; i++) for (let j = 0; j < i; j++) expect(dot(datums[i].normal, datums[j].normal)).toBeCloseTo(0, 5);
  });
  it('span what lies in one plane: four pads carry better than the top between their holes', () => {
    // Pads of 10 × 10 at the corners of the underside span 100 × 60 with 400 mm²; the top has lost all but a bar of 20.
    const pads = [[-45, -25], [45, -25], [-45, 25], [45, 25]].map(([x, y]) => c().box(10, 10, 5).translate([x, y, -5]));
    const body = c().box(100, 60, 20).subtract(c().box(120, 20, 20).translate([0, 20, 15])).subtract(c().box(120, 20, 20).translate([0, -20, 15]));
    const found = spans(pads.reduce((m, p) => m.add(p), body));
    expect(found[0]).toEqual([6000, 400]);
  });
  it('are outermost: the floor of a pocket is none, and round work has its ends', () => {
    const cup = c().box(100, 100, 40).subtract(c().box(90, 90, 40).translate([0, 0, 5]));
    expect(spans(cup)[0]).toEqual([10_000, 10_000]);
    expect(spans(c().cylinder(60, 20))).toHaveLength(1);
    expect(spans(c().turned([[0, 0], [20, 0], [0, 30]]))).toHaveLength(1);
  });
});
