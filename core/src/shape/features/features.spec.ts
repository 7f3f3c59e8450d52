// dprint-ignore-file: a table, a line each
import type { Manifold } from 'manifold-3d';
import type { Kernel } from '../../make/kernel';
import { flipped, join } from '../testing';
import { weld } from '../weld';
import { type BodyKind } from './body-kind';
import { type Features, featuresOf } from './features';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel, c: Cutters;
beforeAll(async () => {
  k = await loadKernel();
  c = new Cutters(k, 0.02);
});
const seen = (part: Manifold): Features => featuresOf(asPart(part, [0.2, 0.5, 0.7], 0.9));
const at = (m: Manifold, x: number, y: number, z = 0): Manifold => m.translate([x, y, z]);
const grid = (nx: number, ny: number, pitch: number, one: () => Manifold): Manifold =>
  k.Manifold.union(Array.from({ length: nx * ny }, (_, i) => at(one(), ((i % nx) - (nx - 1) / 2) * pitch, (Math.floor(i / nx) - (ny - 1) / 2) * pitch)));
/** 2 mm sheet bent by 90° with an inside radius of 3 mm, 60 mm wide. */
const angle = (): Manifold => {
  const arc = (r: number, from: number, to: number): [number, number][] =>
    Array.from({ length: 25 }, (_, i) => { const a = from + ((to - from) * i) / 24; return [5 + r * Math.cos(a), 5 + r * Math.sin(a)]; });
  const outline: [number, number][] = [[50, 0], ...arc(5, -Math.PI / 2, -Math.PI).slice(0), [0, 40], [2, 40], ...arc(3, -Math.PI, -Math.PI / 2), [50, 2]];
  return k.Manifold.extrude([outline.reverse()], 60);
};

interface Part { what: string; part: () => Manifold; kind: BodyKind; then?: string[]; pierces?: number; three?: number; five?: number }
const PARTS: Part[] = [
  { what: 'a plate with nothing but what goes through', part: () => c.pocket(200, 120, 8, 10).subtract(grid(4, 2, 40, () => c.cylinder(9, 30).translate([0, 0, -10]))), kind: 'plate', then: [], pierces: 9, three: 2, five: 2 },
  { what: 'a plate with 64 blind holes', part: () => c.box(200, 200, 12).subtract(grid(8, 8, 20, () => c.cylinder(6, 20).translate([0, 0, 5]))), kind: 'plate', then: ['drill 64 blind holes ⌀6, 7 mm deep'], pierces: 1 },
  { what: 'a plate with countersunk holes and a pocket', part: () => c.box(160, 100, 12).subtract(grid(2, 2, 60, () => c.turned([[0, -5], [3, -5], [3, 9], [6, 12], [9, 15], [0, 15]]))).subtract(c.pocket(40, 30, 4, 20).translate([0, 0, 8])), kind: 'plate', then: ['countersink 4 holes to ⌀12, 90°', 'mill a pocket 4 mm deep'], pierces: 5 },
  { what: 'a plate with its edges broken', part: () => k.Manifold.hull([c.box(150, 90, 6).translate([0, 0, 2]), c.box(146, 86, 10)]), kind: 'plate', then: ['break or chamfer the edges'], pierces: 1 },
  { what: 'a plate with a hole from the side', part: () => c.box(150, 90, 20).subtract(c.cylinder(6, 30).rotate([90, 0, 0]).translate([0, -25, 10])), kind: 'plate', then: ['drill 1 hole ⌀6 from the side, 20 mm deep'], pierces: 1 },
  { what: 'a block with holes from two sides', part: () => c.box(90, 70, 60).subtract(c.cylinder(12, 100).translate([0, 0, -10])).subtract(c.cylinder(8, 40).rotate([90, 0, 0]).translate([20, -15, 30])), kind: 'block', three: 2, five: 2 },
  { what: 'a stepped block with a pocket', part: () => c.box(90, 70, 60).subtract(c.box(40, 100, 60).translate([40, 0, 35])).subtract(c.pocket(30, 30, 5, 60).translate([-20, 0, 40])), kind: 'block' },
  { what: 'a turned pin with a flange and a bore', part: () => c.turned([[5, 0], [20, 0], [20, 8], [12, 10], [12, 60], [5, 60]]), kind: 'turned' },
  { what: 'a flange with six holes on a circle', part: () => c.turned([[15, 0], [50, 0], [50, 12], [25, 12], [25, 40], [15, 40]]).subtract(k.Manifold.union(Array.from({ length: 6 }, (_, i) => at(c.cylinder(9, 30), 38, 0, -5).rotate([0, 0, 60 * i])))), kind: 'turned' },
  { what: 'a bent sheet', part: () => angle(), kind: 'folded' },
  { what: 'a ball', part: () => k.Manifold.sphere(30, 96).scale([1, 0.7, 0.5]), kind: 'shaped' },
];

describe('what a body is made from', () => {
  it.each(PARTS.map((p) => [p.what, p] as const))('%s', (_, { part, kind, then, pierces, three, five }) => {
    const { bodies: [body], setUps } = seen(part());
    expect(body.shape.kind).toBe(kind);
    if (then) expect(body.cut?.then.map((t) => t.text)).toEqual(then);
    if (pierces) expect(body.cut?.pierces).toBe(pierces);
    if (three) expect(setUps.three_axis).toBe(three);
    if (five) expect(setUps.five_axis).toBe(five);
  });
});

describe('openings of a block that are no round holes', () => {
  it('are counted: what is bored through has none, a square one is one', () => {
    const windows = (part: Manifold): number => seen(part).bodies[0].shape.windows;
    const block = (): Manifold => c.box(90, 70, 60);
    expect(windows(block())).toBe(0);
    expect(windows(block().subtract(c.cylinder(12, 100).translate([20, 0, -10])))).toBe(0);
    expect(windows(block().subtract(c.cylinder(12, 100).translate([20, 0, -10])).subtract(c.box(30, 30, 100).translate([-20, 0, -10])))).toBe(1);
    expect(windows(block().subtract(c.pocket(30, 30, 5, 60).translate([-20, 0, 40])))).toBe(0);
  });
});

describe('pockets of a turned part', () => {
  it('are those that are milled: its shoulders are turned', () => {
    const flange = (): Manifold => c.turned([[10, 0], [50, 0], [50, 12], [25, 12], [25, 40], [10, 40]]);
    expect(seen(flange()).bodies[0].pockets).toEqual([]);
    expect(seen(flange().subtract(c.pocket(12, 8, 2, 20).translate([38, 0, 8]))).bodies[0].pockets.map((p) => p.corner_radius_mm?.toFixed(1))).toEqual(['2.0']);
  });
});

describe('holes in order', () => {
  it('on a pitch circle, in a row, in a grid, or in none', () => {
    const patterns = (holes: [number, number][]) => {
      const [b] = seen(c.box(200, 200, 20).subtract(k.Manifold.union(holes.map(([x, y]) => at(c.cylinder(8, 40), x, y, -10))))).bodies;
      const [p] = b.patterns.values();
      return p && [p.kind, p.count, p.diameter_mm?.toFixed(1), p.pitch_mm?.map((x) => x.toFixed(1)).join()];
    };
    const circle = (n: number, d: number): [number, number][] => Array.from({ length: n }, (_, i) => [(d / 2) * Math.cos((2 * Math.PI * i) / n + 0.3), (d / 2) * Math.sin((2 * Math.PI * i) / n + 0.3)]);
    expect(patterns(circle(6, 120))).toEqual(['circle', 6, '120.0', undefined]);
    expect(patterns(circle(3, 90))).toEqual(['circle', 3, '90.0', undefined]);
    expect(patterns([[-50, 0], [-20, 0], [10, 0], [40, 0]])).toEqual(['row', 4, undefined, '30.0']);
    expect(patterns([[-50, -20], [10, -20], [-50, 20], [10, 20]])?.slice(0, 2)).toEqual(['grid', 4]);
    expect(patterns([[-50, 0], [-20, 30], [70, 10], [40, -55]])).toBeUndefined();
  });
});

describe('set-ups', () => {
  it('asks for one more on each side that a hole is drilled from', () => {
    const cross = (n: number) => seen(Array.from({ length: n }).reduce<Manifold>((m, _, i) => m.subtract(c.cylinder(6, 40).translate([0, 0, 20]).rotate([90, 0, 0]).rotate([0, 0, 90 * i])), c.box(90, 90, 60).translate([0, 0, -30]))).setUps;
    // A block is milled from two sides, its walls with the side of the cutter; holes from the sides ask for more on three axes, for a turned
    // clamping on four, and for none on five, where all but the foot is one clamping.
    expect([0, 1, 4].map((n) => cross(n)).map((x) => [x.three_axis, x.four_axis, x.five_axis])).toEqual([[2, 1, 2], [2, 1, 2], [4, 1, 2]]);
  });
  it('goes by where a cutter gets with its holder, not by what is seen: the foot of a deep narrow slot is milled from its end', () => {
    // Its pocket is cut from above; a cutter of 6 mm goes 60 deep at the most, and lengthwise the slot is 60 long.
    const slotted = (deep: number) => {
      const block = c.box(60, 100, 100).translate([0, 0, -100]).subtract(c.pocket(40, 30, 5, 20).translate([0, 30, -15]));
      return featuresOf(asPart(block.subtract(c.box(80, 8, deep).translate([0, -20, -deep])), [0, 0, 1], 0));
    };
    const [shallow, deep] = [slotted(40), slotted(85)];
    const along = ({ setUps }: Features): number => setUps.from.filter(([x]) => Math.abs(x) > 0.99).length;
    expect(shallow.setUps.from[0]).toEqual([0, 0, 1]);
    expect(shallow.cutters.none_mm2).toBeLessThan(100);
    expect(along(deep)).toBeGreaterThanOrEqual(1);
    // From above alone two walls of 25 mm and the floor would be out of reach; lengthwise a cutter of 3 mm radius leaves no more than two corners.
    expect(deep.cutters.none_mm2).toBeLessThan(60 * 2 * (3 + 3));
  });
  it('names a hole that something stands before, and asks for no clamping for it', () => {
    const fork = c.box(120, 60, 80).subtract(c.box(60, 80, 70).translate([0, 0, 20]));
    const bore = (from: number, to: number): Manifold => c.cylinder(6, to - from).rotate([0, 90, 0]).translate([from, 0, 55]);
    const why = (m: Manifold): string[] => seen(m).setUps.unreachable.map((u) => u.why);
    expect(why(fork.subtract(bore(-45, 0)))).toEqual(expect.arrayContaining([expect.stringContaining('⌀6: something stands in the way')]));
    // Right through that cheek it is drilled from outside.
    expect(why(fork.subtract(bore(-70, 0))).join()).not.toContain('in the way');
  });
  it('says what no cutter leaves: undercuts, sharp inside corners, deep narrow ones', () => {
    const why = (m: Manifold): string[] => seen(m).setUps.unreachable.map((u) => u.why.slice(0, 12));
    const block = (): Manifold => c.box(90, 70, 60);
    expect(why(block())).toEqual([]);
    expect(why(block().subtract(c.box(40, 30, 40).translate([0, 0, 45])))).toEqual(['sharp inside']);
    expect(why(block().subtract(c.pocket(40, 30, 2, 60).translate([0, 0, 10])))).toEqual(['corners of 2']);
    expect(why(block().subtract(c.cylinder(10, 60).translate([0, 0, 20])).subtract(c.cylinder(40, 20).translate([0, 0, 20])))).toEqual(['undercut or ']);
  });
});

describe('bodies of a file', () => {
  it('are listed one by one, with the cavities inside them', () => {
    const part = c.box(60, 60, 60).translate([0, 0, -30]).subtract(c.box(20, 20, 20).translate([0, 0, -10])).add(at(c.cylinder(10, 40), 80, 0, -20));
    const { bodies } = seen(part);
    expect(bodies.map((b) => [b.shape.kind, Math.round(b.volume_mm3 / 100)])).toEqual([['block', 2080], ['turned', Math.round((Math.PI * 25 * 40) / 100)]]);
  });
  it('that are inside out are turned back, and no cavity of whatever lies around them', () => {
    // A bolt, inside out, in the corner of an angle: in its box, not in its material.
    const angle = asPart(c.box(80, 80, 80).subtract(c.box(80, 80, 80).translate([20, 20, 20])), [0, 0, 1], 0);
    const bolt = asPart(c.cylinder(10, 30).translate([10, 10, 40]), [0, 0, 1], 0);
    const { bodies } = featuresOf(join(angle, flipped(bolt)));
    expect(bodies.map((b) => [b.shape.kind, b.bores.length])).toEqual([['block', 0], ['turned', 0]]);
    expect(Math.abs(bodies[1].volume_mm3 / (Math.PI * 25 * 30) - 1)).toBeLessThan(0.01);
  });
  it('an open or empty mesh has no closed body and does no harm', () => {
    const positions = Float32Array.from([0, 0, 0, 10, 0, 0, 0, 10, 0]);
    expect(featuresOf(weld({ positions, triangles: 1, notes: [] })).bodies.length).toBe(1);
  });
});
