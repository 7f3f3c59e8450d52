import { readdirSync } from 'node:fs';
import { join as path } from 'node:path';
import { drained } from './drains';
import type { Values } from '../inputs/spec';
import { measure } from '../shape/measure';
import { type Mesh, MeshError } from '../shape/mesh';
import { featuresOf } from '../shape/features/features';
import { box, drilledPlate, flipped, join, moved, rotated, sphere, tube } from '../shape/testing';
import { UP, type Vec3 } from '../shape/turn';
import { softJaws, type JawOptions } from './jaws';
import { loadKernel } from '../shape/features/testing';
import type { Kernel } from './kernel';
import { make as makeIt, makerOf, MAKERS } from './makers';
import { strokesOf } from './letters';
import { dieSection } from './makers/brake-die';
import { punchSection } from './makers/brake-punch';
import { supportNest, type NestOptions } from './nest';
import { offsetMesh } from './offset';
import { cutPieces } from './pieces';
import { trayOf } from './tray';
import { circle, prism, rectangle, relief, revolve } from './solids';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});
const volume = (m: Mesh): number => {
  const x = measure(m);
  expect(x.watertight).toBe(true);
  return x.volume_mm3;
};

describe('shapes from lines', () => {
  it('have closed-form volumes', () => {
    expect(volume(prism(rectangle(30, 20), [rectangle(10, 5, 5, 5)], 2, 12))).toBeCloseTo(5500, 2);
    expect(volume(tube(30, 20, 10, 360)) / (Math.PI * (30 ** 2 - 20 ** 2) * 10)).toBeCloseTo(1, 3);
    expect(volume(revolve([[0, 0], [12, 0], [0, 30]], 360)) / ((Math.PI * 144 * 30) / 3)).toBeCloseTo(1, 3);
    // Pappus: area times the way of its middle.
    expect(volume(revolve(circle(5, 20, 0, 180), 360)) / (Math.PI * 25 * 2 * Math.PI * 20)).toBeCloseTo(1, 3);
  });
  it('of a profile on both sides of its axis, or without area, are refused', () => {
    expect(() => revolve([[-1, 0], [5, 0], [5, 5]])).toThrow(MeshError);
    expect(() => revolve([[1, 0], [1, 5]])).toThrow(MeshError);
  });
  it('from a picture: half bright, half dark, no steeper than the draft', () => {
    const [columns, rows] = [41, 21];
    const grey = Array.from({ length: columns * rows }, (_, i) => (i % columns >= 20 ? 1 : 0));
    const m = relief(grey, columns, rows, { width_mm: 40, depth_mm: 3, base_mm: 2, draftDeg: 60 });
    const v = volume(m);
    // Base 40 × 20 × 2, bright half 20 × 20 × 3, and the slope of 60° between: 3 · 3/tan 60° / 2 wide.
    const slope = (3 * 3) / Math.tan(Math.PI / 3) / 2 * 20;
    expect(Math.abs(v / (1600 + 1200 + slope) - 1)).toBeLessThan(0.02);
    for (let i = 0; i + 1 < columns; i++) expect(Math.abs(m.vertices[i * 3 + 2] - m.vertices[i * 3 + 5])).toBeLessThanOrEqual(Math.tan(Math.PI / 3) + 1e-4);
    expect(() => relief([0, 1], 2, 1, { width_mm: 1, depth_mm: 1, base_mm: 1, draftDeg: 60 })).toThrow(MeshError);
  });
});

describe('the offset of a mesh', () => {
  it('of a box is a larger box, edges sharp; of a ball a larger ball', () => {
    expect(measure(offsetMesh(box(30, 20, 10), 0.5)).box_mm.map((x) => +x.toFixed(2))).toEqual([31, 21, 11]);
    expect(volume(offsetMesh(rotated(box(30, 20, 10), [0.3, 0.4, 0.8], 1), 0.5)) / (31 * 21 * 11)).toBeCloseTo(1, 2);
    expect(volume(offsetMesh(sphere(10, 96), 0.4)) / volume(sphere(10.4, 96))).toBeCloseTo(1, 3);
  });
  it('makes a hole narrower', () => {
    const plate = offsetMesh(drilledPlate(40, 40, 10, [[12, 20, 20]], 96), 0.5);
    expect(Math.abs(volume(plate) / ((41 ** 2 - Math.PI * 5.5 ** 2) * 11) - 1)).toBeLessThan(0.002);
  });
});

describe('soft jaws', () => {
  const options: JawOptions = { blank_mm: [80, 30, 40], clearance_mm: 0.2, depth_mm: 15, gap_mm: 4, up: UP, turnDeg: 0 };
  it('hold a box between them: blanks less the box with its clearance', () => {
    const { jaws, opening_mm, warnings } = softJaws(k, box(50, 40, 30), options);
    // In each jaw: 50.4 long, 20.2 − 2 (half gap) deep, 15.2 high.
    const expected = 80 * 30 * 40 - 50.4 * (20.2 - 2) * 15.2;
    for (const j of jaws) expect(Math.abs(volume(j) / expected - 1)).toBeLessThan(1e-3);
    expect(opening_mm).toBe(64);
    expect(warnings).toEqual([]);
    expect(measure(jaws[0]).box_min_mm[1]).toBeCloseTo(-32, 4);
    expect(measure(jaws[1]).box_min_mm[1]).toBeCloseTo(2, 4);
  });
  it('let a part go that is wider behind: its way out is cut too', () => {
    // A wedge, wide at the back: pulled out of the back jaw it needs the whole width all the way.
    const wedge = prism([[-10, -15], [10, -15], [25, 15], [-25, 15]], [], 0, 20);
    const { jaws, warnings } = softJaws(k, wedge, { ...options, clearance_mm: 0, gap_mm: 0 });
    expect(warnings).toEqual([]);
    // Front jaw: widths from 20 to 35 at the parting plane. Back jaw: 50 throughout.
    expect(Math.abs((96_000 - volume(jaws[0])) / (((20 + 35) / 2) * 15 * 15) - 1)).toBeLessThan(0.01);
    expect(Math.abs((96_000 - volume(jaws[1])) / (50 * 15 * 15) - 1)).toBeLessThan(0.01);
  });
  it('say what does not fit', () => {
    expect(() => softJaws(k, box(50, 40, 30), { ...options, depth_mm: 39 })).toThrow(/deep/);
    expect(() => softJaws(k, box(50, 40, 30), { ...options, clearance_mm: 9 })).toThrow(/clearance/);
    expect(softJaws(k, box(50, 58, 30), { ...options, opening_mm: 70 }).warnings.join(' ')).toMatch(/behind it.*vice opens 70 mm/);
    expect(() => softJaws(k, { vertices: box(5, 5, 5).vertices, indices: box(5, 5, 5).indices.slice(3) }, options)).toThrow(/closed/);
  });
  it('are screwed on through two bores', () => {
    const { jaws } = softJaws(k, box(50, 10, 30), { ...options, screws: { diameter_mm: 8.5, pitch_mm: 60 } });
    const plain = softJaws(k, box(50, 10, 30), options);
    expect((volume(plain.jaws[0]) - volume(jaws[0])) / (2 * Math.PI * 4.25 ** 2 * 30)).toBeCloseTo(1, 1);
  });
});

describe('a support nest', () => {
  const options: NestOptions = { clearance_mm: 0.4, base_mm: 5, grip_mm: 12, wall_mm: 6, up: UP, pads: 0, pad_mm: 12 };
  it('of a ball is a block less its bowl, and lifts out above the widest place', () => {
    const { nest, warnings } = supportNest(k, sphere(20, 96), options);
    // Block 52.8 × 52.8 × 17; the ball of 20.4 reaches 0.4 below its own lowest point: cap of height 12.4.
    const h = 12.4, R = 20.4;
    const expected = 52.8 ** 2 * 17 - (Math.PI * h * h * (3 * R - h)) / 3;
    expect(Math.abs(volume(nest) / expected - 1)).toBeLessThan(0.005);
    expect(warnings).toEqual([]);
    // Held above its middle: the way up is a cylinder.
    const deep = supportNest(k, sphere(20, 96), { ...options, grip_mm: 30 });
    const below = (2 / 3) * Math.PI * R ** 3 + Math.PI * R * R * (30 - 20);
    expect(Math.abs(volume(deep.nest) / (52.8 ** 2 * 35 - below) - 1)).toBeLessThan(0.01);
  });
  it('may be broken into pads on a plate', () => {
    const whole = supportNest(k, box(60, 40, 20), options), pads = supportNest(k, box(60, 40, 20), { ...options, pads: 4, pad_mm: 14 });
    expect(volume(pads.nest)).toBeLessThan(0.6 * volume(whole.nest));
    expect(measure(pads.nest).box_mm[2]).toBeCloseTo(17, 3);
    expect(pads.warnings).toEqual([]);
  });
  it('refuses what cannot be', () => {
    expect(() => supportNest(k, box(10, 10, 10), { ...options, base_mm: 0 })).toThrow(/base/);
  });
});

describe('a tray', () => {
  const options = { columns: 3, rows: 2, clearance_mm: 1, deep_mm: 10, wall_mm: 4, base_mm: 2, finger_mm: 0, up: UP };
  it('is a block less a pocket for each part: its outline, moved out, with round corners', () => {
    const { tray, pockets } = trayOf(k, box(40, 30, 20), options);
    expect(pockets).toBe(6);
    // A pocket is 42 × 32 less the corners of a circle of 1.
    const pocket = (42 * 32 - (4 - Math.PI)) * 10;
    expect(volume(tray) / ((3 * 46 + 4) * (2 * 36 + 4) * 12 - 6 * pocket)).toBeCloseTo(1, 4);
    expect(measure(tray).box_mm.map((x) => Math.round(x * 100) / 100)).toEqual([142, 76, 12]);
  });
  it('follows the widest outline of a part that is narrower below, so that it lifts out', () => {
    // A ball of 20 is 40 across seen from above: straight walls of 42.
    const { tray } = trayOf(k, sphere(20, 96), { ...options, columns: 1, rows: 1 });
    expect(volume(tray) / (50 * 50 * 12 - Math.PI * 21 ** 2 * 10)).toBeCloseTo(1, 2);
  });
  it('has a slot through each row for fingers', () => {
    const with20 = trayOf(k, box(40, 30, 20), { ...options, columns: 1, finger_mm: 20 }), without = trayOf(k, box(40, 30, 20), { ...options, columns: 1 });
    // It takes the wall between two pockets and half of each outer one, 20 wide and 10 deep: 8 mm in all, and the two ends of each pocket are there already.
    expect(volume(without.tray) - volume(with20.tray)).toBeCloseTo(20 * 10 * 8, 0);
  });
  it('says what does not go', () => {
    expect(() => trayOf(k, box(40, 30, 20), { ...options, finger_mm: 60 })).toThrow('wider than the part');
    expect(trayOf(k, box(40, 30, 8), options).warnings[0]).toContain('deeper than the part');
  });
});

describe('pieces', () => {
  it('add up to the part less its dowel holes, each measured, the joint with its area', () => {
    const { pieces, joints, warnings } = cutPieces(k, box(300, 60, 40), {
      along: [1, 0, 0],
      cuts: [200, 100],
      dowel: { diameter_mm: 6, length_mm: 30, clearance_mm: 0.2 },
    });
    expect(warnings).toEqual([]);
    expect(pieces.map((p) => Math.round(p.measure.box_mm[0]))).toEqual([100, 100, 100]);
    for (const j of joints) {
      expect(j.area_mm2).toBeCloseTo(2400, 1);
      expect(j.dowels).toHaveLength(2);
      const [a, b] = j.dowels;
      // 9 mm of wall: corners of the room left are 42 × 22 apart.
      expect(Math.hypot(...a.map((x, i) => x - b[i]))).toBeCloseTo(Math.hypot(42, 22), 1);
    }
    const bored = 4 * Math.PI * 3.1 ** 2 * 31;
    expect(pieces.reduce((s, p) => s + p.measure.volume_mm3, 0) / (300 * 60 * 40 - bored)).toBeCloseTo(1, 3);
    // No piece may be open.
    for (const p of pieces) expect(p.measure.watertight).toBe(true);
  });
  it('go back to where they were when the axis is another', () => {
    for (const axis of ['y', 'z'] as const) {
      const { pieces } = cutPieces(k, box(40, 60, 80), { along: [0, axis === 'y' ? 1 : 0, axis === 'z' ? 1 : 0], cuts: [30] });
      expect(pieces[0].measure.box_min_mm.map((x) => +x.toFixed(3) + 0)).toEqual([0, 0, 0]);
      expect(pieces[0].measure.box_mm['xyz'.indexOf(axis)]).toBeCloseTo(30, 3);
    }
  });
  it('say when a dowel has no room and when a plane misses', () => {
    expect(cutPieces(k, box(100, 10, 10), { along: [1, 0, 0], cuts: [50], dowel: { diameter_mm: 6, length_mm: 20, clearance_mm: 0 } }).warnings[0]).toMatch(
      /0 of two dowels/,
    );
    expect(() => cutPieces(k, box(100, 10, 10), { along: [1, 0, 0], cuts: [150] })).toThrow(/misses/);
  });
});

describe('drain holes', () => {
  const hollow = (outer: Mesh, ...inner: Mesh[]): Mesh => join(outer, ...inner.map(flipped));
  // 60 × 40 × 30 with a hollow whose floor is 2 mm thick, its roof 8, its walls 10.
  const tub = hollow(box(60, 40, 30), moved(box(40, 20, 20), [10, 10, 2]));
  it('go out low and high, each by the thinnest wall there, and leave nothing closed', () => {
    const { mesh, holes, closed } = drained(k, tub, UP, 4);
    expect([holes.length, closed]).toEqual([2, 0]);
    expect(holes[0].way[2]).toBeCloseTo(-1, 6);
    expect(holes.map((h) => Number(h.through_mm.toFixed(2)))).toEqual([2, 8]);
    // Two bores of 4 mm through 2 and 8 mm, as prisms of 32 sides.
    const section = 0.5 * 32 * 4 * Math.sin((2 * Math.PI) / 32);
    expect(60 * 40 * 30 - 40 * 20 * 20 - measure(mesh).volume_mm3).toBeCloseTo(section * 10, 1);
  });
  it('turned on its side it is the other walls that count', () => {
    const { holes } = drained(k, tub, [1, 0, 0], 4);
    // Below and above lie within a third of its length: the floor is thinnest at both ends.
    expect(holes.map((h) => h.through_mm.toFixed(2))).toEqual(['2.00', '2.00']);
    expect(Math.abs(holes[0].at[0] - holes[1].at[0])).toBeGreaterThan(15);
  });
  it('are made for each of two hollows, never from one into the other', () => {
    // A wall of 1 mm between them, 6 around.
    const two = hollow(box(63, 32, 32), moved(box(25, 20, 20), [6, 6, 6]), moved(box(25, 20, 20), [32, 6, 6]));
    const { holes, closed } = drained(k, two, UP, 3);
    expect([holes.length, closed]).toEqual([4, 0]);
    for (const h of holes) expect(h.through_mm).toBeCloseTo(6, 2);
  });
  it('that are wider than the hollow find no way', async () => {
    const make = (diameter: number, part: Mesh) => makeIt(makerOf('drains'), { kernel: () => Promise.resolve(k), part, up: UP, values: { diameter } });
    await expect(make(50, tub)).rejects.toThrow('Nowhere does a hole');
    await expect(make(4, box(10, 10, 10))).rejects.toThrow('no closed cavity');
  });
});

describe('datum bores', () => {
  const make = (part: Mesh, values: Values = {}, up: Vec3 = UP) => makeIt(makerOf('datum-bores'), { kernel: () => Promise.resolve(k), part, up, values });
  it('stand in three corners of the top face, and are told where', async () => {
    const { solids: [{ mesh }], notes } = await make(box(120, 80, 20), { diameter: 6, allowance: 0.2, depth: 10 });
    // ⌀5.8 in 64 sides, 10 deep, thrice.
    const section = 0.5 * 64 * 2.9 ** 2 * Math.sin((2 * Math.PI) / 64);
    expect(120 * 80 * 20 - measure(mesh).volume_mm3).toBeCloseTo(3 * 10 * section, 1);
    const [a, b, c] = notes.slice(0, 3).map((n) => /at ([-\d.]+), ([-\d.]+), ([-\d.]+)/.exec(n)!.slice(1).map(Number));
    // One and a quarter diameters from every edge: 7.5 mm, within a cell of the grid.
    for (const [at, x, y] of [[a, 7.5, 7.5], [b, 112.5, 7.5], [c, 7.5, 72.5]] as const) {
      expect(Math.hypot(at[0] - x, at[1] - y)).toBeLessThan(2.2);
      expect(at[2]).toBeCloseTo(20, 2);
    }
    expect(featuresOf(mesh).bodies[0].bores.map((h) => [h.kind, h.diameter_mm.toFixed(1), h.depth_mm.toFixed(0)])).toEqual(
      Array(3).fill(['blind', '5.8', '10']),
    );
  });
  it('keep off what lies beneath and find no room on a small or thin part', async () => {
    const { solids: [{ mesh }] } = await make(drilledPlate(120, 80, 20, [[30, 20, 20]]), { depth: 8 });
    expect(measure(mesh).watertight).toBe(true);
    expect(featuresOf(mesh).bodies[0].bores.filter((h) => h.kind === 'blind').length).toBe(3);
    await expect(make(box(20, 20, 20))).rejects.toThrow('no room for three bores');
    await expect(make(box(120, 80, 6), { depth: 8 })).rejects.toThrow('nowhere 10 mm');
    await expect(make(sphere(30, 24))).rejects.toThrow();
  });
});

describe('a number on a part', () => {
  const make = (part: Mesh, values: Values = {}, up: Vec3 = UP) =>
    makeIt(makerOf('label'), { kernel: () => Promise.resolve(k), part, up, values: { stroke: 1, height: 8, depth: 0.5, ...values } });
  it('has strokes whose length is that of the letters', () => {
    // A T: a bar of 16/21 of its height and a stem of all of it; an I: a stem alone.
    const long = ({ strokes }: ReturnType<typeof strokesOf>): number =>
      strokes.reduce((s, line) => s + line.slice(1).reduce((m, p, i) => m + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0), 0);
    expect(long(strokesOf('I', 21))).toBeCloseTo(21, 9);
    expect(long(strokesOf('T', 21))).toBeCloseTo(21 + 14, 9);
    expect(strokesOf('II', 21).width).toBeCloseTo(2 * strokesOf('I', 21).width, 9);
    expect(strokesOf('Ä', 10)).toEqual(strokesOf('A', 10));
    expect(() => strokesOf('日', 10)).toThrow('no strokes for “日”');
  });
  it('is cut into the face that was asked for by strokes times width times depth', async () => {
    const part = box(60, 40, 20);
    // Three stems of 8 mm in strokes of 1 mm with round ends: 3 · (8 · 1 + π/4) · 0.5.
    const cut = 3 * (8 + Math.PI / 4) * 0.5;
    for (const side of ['top', 'front', 'left', 'bottom']) {
      const { solids: [{ mesh }] } = await make(part, { text: 'III', side });
      expect(Math.abs((60 * 40 * 20 - volume(mesh)) / cut - 1)).toBeLessThan(0.01);
      expect(measure(mesh).box_mm.map((x) => Number(x.toFixed(3)))).toEqual([60, 40, 20]);
    }
    const { solids: [{ mesh }] } = await make(part, { text: 'III', raised: true });
    expect(Math.abs((volume(mesh) - 60 * 40 * 20) / cut - 1)).toBeLessThan(0.01);
    expect(measure(mesh).box_mm[2]).toBeCloseTo(20.5, 4);
  });
  it('reads upright on a wall, and the other way round for a mould', async () => {
    // An L on the front: its stem to the left of whoever looks at it, its foot below.
    const lowest = async (mirrored: boolean): Promise<[left: number, right: number]> => {
      const { solids: [{ mesh: { vertices: v } }] } = await make(box(60, 40, 20), { text: 'L', side: 'front', raised: true, mirrored });
      const proud = Array.from({ length: v.length / 3 }, (_, i) => v.subarray(3 * i, 3 * i + 3)).filter((p) => p[1] < -0.4);
      const low = Math.min(...proud.map((p) => p[2])), high = Math.max(...proud.map((p) => p[2]));
      const middle = (list: typeof proud): number => list.reduce((s, p) => s + p[0], 0) / list.length;
      return [middle(proud.filter((p) => p[2] > high - 1)), middle(proud.filter((p) => p[2] < low + 0.5))];
    };
    const [stem, foot] = await lowest(false);
    expect(stem).toBeLessThan(foot);
    const [mirrored, turned] = await lowest(true);
    expect(mirrored).toBeGreaterThan(turned);
  });
  it('keeps off holes, and says where there is no room', async () => {
    const plate = drilledPlate(60, 30, 8, [[16, 30, 15]]);
    const { solids: [{ mesh }] } = await make(plate, { text: 'A7', height: 5 });
    // Nothing of the bore's wall is cut into: its volume goes by the letters alone.
    expect(volume(plate) - volume(mesh)).toBeLessThan(0.5 * 60);
    await expect(make(plate, { text: 'A long name of a tool' })).rejects.toThrow('has no room for it in one piece');
    await expect(make(box(60, 40, 0.8), { text: 'I' })).rejects.toThrow('less deep');
    await expect(make(plate, { text: '  ' })).rejects.toThrow('Say what stands on it');
    expect((await make(box(60, 40, 20), { text: 'A', stroke: 3 })).warnings).toEqual([expect.stringContaining('run together')]);
  });
});

describe('makers', () => {
  const kernel = (): Promise<Kernel> => Promise.resolve(k);
  const part = box(60, 50, 20);
  /** A part that there is something to be done to. */
  const PARTS: Record<string, Mesh> = { drains: join(part, flipped(moved(box(40, 30, 10), [10, 10, 5]))) };
  const run = (id: string, values: Values = {}, withPart = true) =>
    makeIt(makerOf(id), {
      kernel,
      part: withPart ? PARTS[id] ?? part : undefined,
      up: UP,
      values,
      picture: { grey: Float32Array.of(0, 1, 0.5, 0, 1, 1, 0, 0, 0), columns: 3, rows: 3 },
    });

  it('have a file each', () => {
    expect(readdirSync(path(__dirname, 'makers')).sort()).toEqual(MAKERS.map((m) => `${m.id}.ts`).sort());
  });
  it.each(MAKERS.map((m) => [m.id, m] as const))('%s makes closed solids from what is usual', async (id) => {
    const { solids } = await run(id);
    expect(solids.length).toBeGreaterThan(0);
    for (const s of solids) expect(measure(s.mesh)).toMatchObject({ watertight: true, inverted: false });
  });
  it.each(MAKERS.map((m) => [m.id, m] as const))('%s refuses what is out of bounds, in words', async (id, m) => {
    for (const spec of m.inputs) {
      if (spec.kind !== 'number') continue;
      await expect(run(id, { [spec.id]: spec.max * 2 + 1 })).rejects.toThrow(new RegExp(`^${spec.label.replace(/[()?.*+]/g, '.')} cannot be above`));
    }
    if (m.needsPart) await expect(run(id, {}, false)).rejects.toThrow('There is no part yet.');
  });
  it('a part sits half its height deep in the jaws where nothing is said', async () => {
    // Two jaws 150 × 40 × 50 with half of 60 × 50 × 10 and 3 mm gap: each loses 40.3 × (15.15 − 1.5) × 10.
    const { solids } = await run('jaws', { clearance: 0.15 });
    expect(measure(solids[0].mesh).volume_mm3 / (150 * 40 * 50 - 60.3 * 23.65 * 10.15)).toBeCloseTo(1, 3);
  });
  it('the punch ends in its nose circle, tangent to flanks at the angle', () => {
    const section = punchSection(2, 80, 20, 60, 0);
    // All points of the nose lie on the circle about (0, 2).
    for (const [x, y] of section.slice(0, 25)) expect(Math.hypot(x, y - 2)).toBeCloseTo(2, 10);
    const [[x0, y0], [x1, y1]] = [section[24], section[25]];
    expect((Math.atan2(x1 - x0, y1 - y0) * 180) / Math.PI).toBeCloseTo(40, 8);
    expect(() => punchSection(30, 30, 20, 60, 0)).toThrow('wider');
    expect(() => punchSection(1, 20, 40, 60, 0)).toThrow('higher');
  });
  it('the die has the volume of its block less its V', async () => {
    const { solids } = await run('brake-die', { opening: 10, angle: 90, shoulder: 0.1, width: 40, height: 30, length: 100 }, false);
    // Sharp shoulders but for 0.1 mm: the V is a triangle of 10 × 5.
    expect(measure(solids[0].mesh).volume_mm3 / (100 * (40 * 30 - 25))).toBeCloseTo(1, 3);
    expect(dieSection(10, 90, 2, 40, 30).find(([x, y]) => x === 0 && y < 0)![1]).toBeCloseTo(-(2 * (1 - Math.SQRT1_2) + (5 - 2 * Math.SQRT1_2)), 8);
    expect(() => dieSection(40, 90, 1, 41, 60)).toThrow('wider');
  });
});
