import { circle, prism } from '../make/solids';
import { box, drilledPlate, join, rotated } from '../shape/testing';
import { writeStl } from '../shape/formats/stl';
import type { Vec3 } from '../shape/turn';
import { align, type Motion, shareWithin } from './align';
import { readScan } from './scan';
import { scanOf } from './scan-testing';

/** An angle bracket without any symmetry: an L with a hole in each leg, one leg longer. */
const PART = prism([[0, 0], [120, 0], [120, 25], [30, 25], [30, 70], [0, 70]], [circle(8, 90, 12), circle(5, 15, 50)], 0, 22);

/** Turn about an axis, then shift. */
function motionOf(axis: Vec3, angle: number, translation_mm: Vec3): Motion {
  const l = Math.hypot(...axis);
  const [x, y, z] = axis.map((a) => a / l);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return {
    rotation: [
      [c + x * x * (1 - c), x * y * (1 - c) - z * s, x * z * (1 - c) + y * s],
      [y * x * (1 - c) + z * s, c + y * y * (1 - c), y * z * (1 - c) - x * s],
      [z * x * (1 - c) - y * s, z * y * (1 - c) + x * s, c + z * z * (1 - c)],
    ],
    translation_mm,
  };
}
/** How far apart two motions bring a point near the part, at most. */
function apart(a: Motion, b: Motion, near: readonly Vec3[]): number {
  const to = (m: Motion, p: Vec3): number[] => m.rotation.map((r, k) => r[0] * p[0] + r[1] * p[1] + r[2] * p[2] + m.translation_mm[k]);
  return Math.max(...near.map((p) => Math.hypot(...to(a, p).map((x, k) => x - to(b, p)[k]))));
}
const back = (m: Motion, p: Vec3): Vec3 => {
  const d = p.map((x, k) => x - m.translation_mm[k]);
  return [0, 1, 2].map((k) => m.rotation[0][k] * d[0] + m.rotation[1][k] * d[1] + m.rotation[2][k] * d[2]) as Vec3;
};
const CORNERS: Vec3[] = [[0, 0, 0], [120, 25, 22], [0, 70, 22], [30, 25, 0]];

describe('a scan laid over its model', () => {
  it.each<[string, Vec3, number, Vec3]>([
    ['hardly moved', [0, 0, 1], 0.02, [0.3, -0.2, 0.1]],
    ['on its head, far away', [1, 0.2, 0.1], Math.PI - 0.1, [400, -900, 55]],
    ['turned about everything', [1, -2, 1.5], 2.1, [-60, 20, 310]],
  ])('%s, with noise and strays, is found to a thousandth', (_, axis, angle, shift) => {
    const motion = motionOf(axis, angle, shift);
    const found = align(scanOf(PART, 30_000, { noise: 0.02, strays: 0.04, motion }), PART);
    expect(apart(found, motion, CORNERS.map((p) => back(motion, p)))).toBeLessThan(1e-3);
    expect(found.rms_fitted_mm).toBeCloseTo(0.02, 2);
    // Strays move up to 17 mm; those within the part or near its face are not seen as strays.
    expect(found.strays / 30_000).toBeGreaterThan(0.02);
    expect(found.strays / 30_000).toBeLessThan(0.05);
  });
  it('of a part with two like axes, and one that is nearly a cube', () => {
    const square = join(drilledPlate(80, 80, 10, [[6, 20, 20]]), box(8, 12, 15, 60, 55, 10));
    const cube = join(box(40, 40, 40), box(4, 6, 5, 30, 10, 40));
    for (const mesh of [square, cube]) {
      const motion = motionOf([0.3, 1, -0.4], 2.6, [5, 80, -30]);
      const found = align(scanOf(mesh, 20_000, { noise: 0.01, motion }), mesh);
      expect(apart(found, motion, [[0, 0, 0], [40, 40, 40], [40, 0, 0]].map((p) => back(motion, p as Vec3)))).toBeLessThan(2e-3);
    }
  });
  it('tells by how much and where material is too much or missing', () => {
    // A blister of 0.5 on the top near one corner, of 0.3 missing from the end of the long leg.
    const bump = ([x, y, z]: Vec3): number => (z > 21.99 && x < 12 && y > 58 ? 0.5 : x > 119.99 ? -0.3 : 0);
    const found = align(scanOf(PART, 40_000, { noise: 0.005, bump }), PART);
    const [first] = found.worst;
    expect(first.deviation_mm).toBeCloseTo(0.5, 1);
    expect(first.point[0]).toBeLessThan(12.5);
    expect(found.worst.some((w) => Math.abs(w.deviation_mm + 0.3) < 0.05 && w.point[0] > 119)).toBe(true);
    // The rest is within three times the noise: 12 × 12 of the top and 25 × 22 of the end are not, of a surface that is known.
    const area = 2 * (120 * 25 + 30 * 45) - 2 * Math.PI * (64 + 25) + 22 * (120 + 25 + 90 + 45 + 30 + 70) + 22 * 2 * Math.PI * 13;
    expect(shareWithin(found, 0.1)).toBeCloseTo(1 - (144 + 550) / area, 2);
  });
  it('held to datum faces, puts the whole error where the datums do not hold it', () => {
    // All of the part 0.2 too thick above the bottom: a fit shares it out, a datum at the bottom does not.
    const bump = ([, , z]: Vec3): number => (z > 21.99 ? 0.2 : 0);
    const scan = scanOf(PART, 20_000, { noise: 0.08, bump });
    const facesAt = (axis: number, at: number): Set<number> => {
      const found = new Set<number>();
      for (let t = 0; t < PART.indices.length / 3; t++)
        if ([0, 1, 2].every((k) => Math.abs(PART.vertices[3 * PART.indices[3 * t + k] + axis] - at) < 1e-4)) found.add(t);
      return found;
    };
    const onTop = (d: ReturnType<typeof align>): number[] => [...d.signed].filter((_, i) => facesAt(2, 22).has(d.triangle[i]));
    const mean = (x: number[]): number => x.reduce((a, b) => a + b, 0) / x.length;
    const fitted = align(scan, PART);
    const held = align(scan, PART, { datums: [facesAt(2, 0), facesAt(1, 0), facesAt(0, 0)] });
    expect(mean(onTop(fitted))).toBeLessThan(0.15);
    expect(mean(onTop(held))).toBeCloseTo(0.2, 2);
  });
  it('can be given up, and says what it cannot do', () => {
    const scan = scanOf(PART, 5000, {});
    expect(() =>
      align(scan, PART, {
        progress: (share) => {
          if (share > 0.4) throw new Error('stopped');
        },
      })
    ).toThrow('stopped');
    expect(() => align(scan, { vertices: new Float32Array(), indices: new Uint32Array() })).toThrow(/no triangles/);
  });
});

describe('a scan file', () => {
  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const lines = Array.from({ length: 30 }, (_, i) => [i, i * i * 0.5, -i]);
  it.each([
    ['XYZ with a heading and colours', 'a.xyz', `# points\nx y z r g b\n${lines.map((l) => `${l.join(' ')} 255 0 12`).join('\n')}\n`],
    ['CSV with semicolons', 'a.csv', `X;Y;Z\r\n${lines.map((l) => l.join(';')).join('\r\n')}`],
    ['ASC in tabs', 'a.asc', lines.map((l) => l.join('\t')).join('\n')],
    [
      'PLY without faces',
      'a.ply',
      `ply\nformat ascii 1.0\nelement vertex 30\nproperty float x\nproperty float y\nproperty float z\nend_header\n${
        lines.map((l) => l.join(' ')).join('\n')
      }\n`,
    ],
  ])('%s', (_, name, text) => {
    const p = readScan(bytes(text), name, 'mm');
    expect(p.length).toBe(90);
    expect([...p.subarray(9, 12)]).toEqual([3, 4.5, -3]);
    expect(readScan(bytes(text), name, 'inch')[9]).toBeCloseTo(76.2, 9);
  });
  it('of a mesh is its corners, each once', () => {
    const turned = rotated(drilledPlate(20, 10, 5, [[2, 10, 5]], 32), [0, 0, 1], 0.3);
    expect(readScan(writeStl(turned.vertices, turned.indices), 'part.stl', 'mm').length).toBe(turned.vertices.length);
  });
  it.each([
    ['too few points', 'a.xyz', bytes('1 2 3\n4 5 6\n'), /2 points; 20 are the least/],
    ['bytes', 'a.xyz', new Uint8Array(500).fill(1), /neither a mesh nor/],
    ['one place', 'a.xyz', bytes('1 2 3\n'.repeat(40)), /in one place/],
    ['no numbers', 'a.csv', bytes('Some words\n'.repeat(40)), /0 points/],
    ['beyond reason', 'a.csv', bytes(`${lines.map((l) => l.join(',')).join('\n')}\n1e300,2,3\n`), /beyond a kilometre/],
  ])('%s is refused', (_, name, file, says) => {
    expect(() => readScan(file, name, 'mm')).toThrow(says);
  });
});
