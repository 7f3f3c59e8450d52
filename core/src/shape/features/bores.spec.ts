// dprint-ignore-file: a table, a line each
import type { Manifold } from 'manifold-3d';
import type { Kernel } from '../../make/kernel';
import { uniformSource } from '../../worksheet/sample';
import { type Bore, boresOf } from './bores';
import { asPart, Cutters, loadKernel } from './testing';

let k: Kernel;
beforeAll(async () => {
  k = await loadKernel();
});

const T = 40;
interface Kind {
  what: string;
  /** What is taken off a block 40 mm high whose top lies at z = 0; d is the nominal diameter. */
  cut: (c: Cutters, d: number) => Manifold;
  is: (d: number) => Partial<Bore>;
}
/** Reaching this far beyond the block, so that no faces coincide. */
const OVER = 3;

const KINDS: Kind[] = [
  { what: 'through', cut: (c, d) => c.cylinder(d, T + 2 * OVER).translate([0, 0, -T - OVER]), is: (d) => ({ kind: 'through', through: true, diameter_mm: d, depth_mm: T }) },
  { what: 'blind, flat', cut: (c, d) => c.cylinder(d, 15 + OVER).translate([0, 0, -15]), is: (d) => ({ kind: 'blind', through: false, diameter_mm: d, depth_mm: 15, point_deg: undefined }) },
  { what: 'blind, with a point of 118°', cut: (c, d) => c.turned([[0, -15 - d / 2 / Math.tan((59 * Math.PI) / 180)], [d / 2, -15], [d / 2, OVER], [0, OVER]]), is: (d) => ({ kind: 'blind', through: false, diameter_mm: d, depth_mm: 15, point_deg: 118 }) },
  { what: 'counterbored', cut: (c, d) => c.cylinder(d, T + 2 * OVER).translate([0, 0, -T - OVER]).add(c.cylinder(1.8 * d, 6 + OVER).translate([0, 0, -6])), is: (d) => ({ kind: 'counterbored', through: true, diameter_mm: d, depth_mm: T, counterbore: { diameter_mm: 1.8 * d, depth_mm: 6 } }) },
  { what: 'countersunk', cut: (c, d) => c.turned([[0, -T - OVER], [d / 2, -T - OVER], [d / 2, -d / 2], [d, 0], [d + OVER, OVER], [0, OVER]]), is: (d) => ({ kind: 'countersunk', through: true, diameter_mm: d, depth_mm: T, countersink: { diameter_mm: 2 * d, depth_mm: d / 2 }, angle_deg: 90 }) },
  { what: 'stepped', cut: (c, d) => c.turned([[0, -T - OVER], [d / 2, -T - OVER], [d / 2, -20], [0.7 * d, -20], [0.7 * d, -8], [d, -8], [d, OVER], [0, OVER]]), is: (d) => ({ kind: 'stepped', through: true, diameter_mm: d, depth_mm: T }) },
  ...[0.5, 1, 5].map((half): Kind => ({ what: `tapered by ${half}° a side`, cut: (c, d) => { const t = Math.tan((half * Math.PI) / 180); return c.turned([[0, -T - OVER], [d / 2 - t * OVER, -T - OVER], [d / 2 + t * (T + OVER), OVER], [0, OVER]]); }, is: (d) => ({ kind: 'tapered', through: true, diameter_mm: d, depth_mm: T, angle_deg: 2 * half }) })),
  { what: 'with a keyway', cut: (c, d) => c.cylinder(d, T + 2 * OVER).translate([0, 0, -T - OVER]).add(c.box(0.3 * d, 1.3 * d, T + 2 * OVER).translate([0, 0.65 * d - 0.01, -T - OVER])), is: (d) => ({ kind: 'through', through: true, diameter_mm: d, depth_mm: T, keyway_mm: 0.3 * d }) },
  { what: 'slot, blind', cut: (c, d) => c.pocket(3 * d, d, d / 2 - 1e-4, 10 + OVER).translate([0, 0, -10]), is: (d) => ({ kind: 'slot', through: false, diameter_mm: d, depth_mm: 10, length_mm: 3 * d }) },
  { what: 'slot, through', cut: (c, d) => c.pocket(3 * d, d, d / 2 - 1e-4, T + 2 * OVER).translate([0, 0, -T - OVER]), is: (d) => ({ kind: 'slot', through: true, diameter_mm: d, depth_mm: T, length_mm: 3 * d }) },
  { what: 'with a groove inside', cut: (c, d) => c.cylinder(d, T + 2 * OVER).translate([0, 0, -T - OVER]).add(c.cylinder(1.3 * d, 3).translate([0, 0, -20])), is: (d) => ({ kind: 'through', through: true, diameter_mm: d, depth_mm: T }) },
];
const SIZES = [2.5, 3.3, 4.2, 5, 6.8, 8, 10.2, 12, 16, 20];

const close = (a: number, b: number, part = 0.02): boolean => Math.abs(a - b) <= Math.max(part * b, 0.02);
function faults(bore: Bore, want: Partial<Bore>): string[] {
  const out: string[] = [];
  const look = (name: string, a: unknown, b: unknown): void => {
    if (typeof b === 'number') { if (typeof a !== 'number' || !close(a, b, name.endsWith('_deg') ? 0.03 : 0.02)) out.push(`${name} ${String(a)} for ${b}`); }
    else if (typeof b === 'object' && b) for (const [n, x] of Object.entries(b)) look(`${name}.${n}`, (a as Record<string, unknown> | undefined)?.[n], x);
    else if (a !== b) out.push(`${name} ${String(a)} for ${String(b)}`);
  };
  for (const [name, x] of Object.entries(want)) look(name, bore[name as keyof Bore], x);
  return out;
}

describe('a hole in a block, in ten sizes, anyhow it lies and is meshed', () => {
  it.each(KINDS.map((kind) => [kind.what, kind] as const))('%s', (_, kind) => {
    const next = uniformSource(7);
    const wrong: string[] = [];
    for (const d of SIZES) {
      const chord = 0.01 * 30 ** next();
      const c = new Cutters(k, Math.min(chord, d / 40));
      const block = c.box(100, 90, T).translate([0, 0, -T]);
      const mesh = asPart(block.subtract(kind.cut(c, d)), [next() - 0.5, next() - 0.5, next()], 6 * next());
      const bores = boresOf(mesh);
      if (bores.length !== 1) wrong.push(`d ${d}, chord ${chord.toFixed(3)}: ${bores.length} holes: ${bores.map((b) => `${b.kind} ${b.diameter_mm.toFixed(2)}`).join(', ')}`);
      else wrong.push(...faults(bores[0], kind.is(d)).map((f) => `d ${d}, chord ${chord.toFixed(3)}: ${f}`));
    }
    expect(wrong).toEqual([]);
  });
});
