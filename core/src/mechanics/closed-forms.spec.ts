import { inverse } from 'ml-matrix';
import { circle, prism } from '../make/solids';
import { box, rotated, tube } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { type Elastic, stiffnessOf } from './brick';
import { gridOf } from './grid';
import { isotropic, type Load, mechanics, type MechanicsInput, type Support } from './index';
import { Elasticity } from './solve';

/** Against formulas of textbooks, each within three percent of deflection. */
const E = 70_000, NU = 0.33;
const run = (input: Omit<MechanicsInput, 'density' | 'elastic'> & Partial<MechanicsInput>) =>
  mechanics({ elastic: isotropic(E, NU), density: 2.7e-6, ...input }).rows[0];
const at = (point: Vec3, normal: Vec3) => ({ point, normal });
const force = (where: Load['at'], force_n: Vec3): Load => ({ id: 'F', kind: 'force', at: where, force_n });
const off = (is: number, known: number): number => Math.abs(is / known - 1);

describe('beams and plates', () => {
  it('a beam on two edges under a load in its middle: F l³/(48 E I) and its shear', () => {
    const [l, b, h] = [160, 12, 12];
    const r = run({
      mesh: box(l, b, h),
      supports: [{ kind: 'fixed', at: { point: [0.2, 6, 0], normal: [0, 0, -1], edge: true } }, {
        kind: 'rest',
        at: { point: [159.8, 6, 0], normal: [0, 0, -1], edge: true },
      }],
      loads: [force({ point: [80, 6, 12], normal: [0, 0, 1], within_mm: 5 }, [0, 0, -400])],
      points: [{ id: 'm', at: [80, 6, 6] }],
      elements: 9000,
    });
    const known = (400 * l ** 3) / (48 * E * ((b * h ** 3) / 12)) + (1.2 * 400 * l) / (4 * (E / (2 + 2 * NU)) * b * h);
    expect(off(-r.points['m'][2], known)).toBeLessThan(0.03);
  });
  it('a square plate clamped all round under a load in its middle: 0.0056 F a²/D (Timoshenko and Woinowsky-Krieger, table 37)', () => {
    const [a, t] = [120, 3];
    const sides: Support[] = [[[0, 60, 1.5], [-1, 0, 0]], [[a, 60, 1.5], [1, 0, 0]], [[60, 0, 1.5], [0, -1, 0]], [[60, a, 1.5], [0, 1, 0]]].map((
      [p, n],
    ) => ({ kind: 'fixed', at: at(p as Vec3, n as Vec3) }));
    const r = run({
      mesh: box(a, a, t),
      supports: sides,
      loads: [force({ point: [60, 60, t], normal: [0, 0, 1], within_mm: 3 }, [0, 0, -100])],
      points: [{ id: 'm', at: [60, 60, t / 2] }],
      elements: 16_000,
    });
    const d = (E * t ** 3) / (12 * (1 - NU ** 2));
    // The load stands on a small round of it, and the plate shears a little: both within the margin.
    expect(off(-r.points['m'][2], (0.0056 * 100 * a ** 2) / d)).toBeLessThan(0.03);
  });
});

describe('a screw drawn tight on a washer', () => {
  it('shortens a ring under its head by F t/(E A)', () => {
    const [outer, inner, t] = [6, 3.3, 8];
    const ring = tube(outer, inner, t, 96);
    const preload = 8000 / (0.2 * 6);
    const r = run({
      mesh: ring,
      supports: [{ kind: 'rest', at: at([4.6, 0, 0], [0, 0, -1]) }, { kind: 'rest', at: { point: [outer, 0, 4], within_mm: 1 } }, {
        kind: 'rest',
        at: { point: [0, outer, 4], within_mm: 1 },
      }],
      loads: [force({ point: [4.6, 0, t], normal: [0, 0, 1], within_mm: 6.5 }, [0, 0, -preload])],
      points: [{ id: 't', at: [-4.6, 0, t] }],
      elements: 20_000,
    });
    const area = Math.PI * (outer ** 2 - inner ** 2);
    expect(off(-r.points['t'][2], (preload * t) / (E * area))).toBeLessThan(0.04);
    expect(off(r.area_mm2, area)).toBeLessThan(0.03);
  });
});

describe('a material that is not alike in all directions', () => {
  const layered: Elastic = { e: [3000, 3000, 1500], g: [1100, 600, 600], nu: [0.35, 0.3, 0.3] };
  /** 1/E along a way at an angle to the layers, from the compliances. */
  const along = (deg: number): number => {
    const s = inverse(stiffnessOf(layered));
    const c = Math.cos((deg * Math.PI) / 180) ** 2, n = 1 - c;
    return 1 / (s.get(0, 0) * c * c + s.get(2, 2) * n * n + (2 * s.get(0, 2) + s.get(5, 5)) * c * n);
  };
  it.each([0, 30, 60, 90])('a bar pulled at %s° to its layers is as stiff as its compliances, turned, say', (deg) => {
    const [l, b] = [60, 10];
    const rad = (deg * Math.PI) / 180;
    // The bar stays; the layers turn: their normal leans from z towards the bar.
    const r = run({
      mesh: box(l, b, b),
      elastic: layered,
      up: [Math.sin(rad), 0, Math.cos(rad)],
      supports: [{ kind: 'fixed', at: { point: [0, 5, 5], normal: [-1, 0, 0], within_mm: 3 } }],
      loads: [force(at([l, 5, 5], [1, 0, 0]), [100, 0, 0])],
      points: [{ id: 'a', at: [20, 5, 5] }, { id: 'b', at: [45, 5, 5] }],
      elements: 20_000,
    });
    expect(off((r.points['b'][0] - r.points['a'][0]) / 25, 100 / (b * b) / along(deg))).toBeLessThan(0.03);
  });
});

describe('the system', () => {
  it('moved or turned as a whole feels nothing', () => {
    const mesh = rotated(prism([[0, 0], [30, 0], [30, 20], [0, 20]], [circle(4, 15, 10)], 0, 8), [0.3, 0.2, 1], 0.4);
    const grid = gridOf(mesh, 600, 30 * 20 * 8 - Math.PI * 16 * 8);
    const held = new Uint8Array(3 * grid.count);
    held[0] = 1;
    const system = new Elasticity(grid, [{ stiffness: stiffnessOf(isotropic(E, NU)), factor: grid.share }], held);
    const place = (k: number): Vec3 => [0, 1, 2].map((a) => grid.low[a] + grid.nodePlace[3 * k + a] * grid.size[a]) as Vec3;
    const field = (f: (p: Vec3) => Vec3): Float64Array => Float64Array.from({ length: 3 * grid.count }, (_, i) => f(place(Math.floor(i / 3)))[i % 3]);
    const most = (u: Float64Array): number => system.forces(u).reduce((m, x) => Math.max(m, Math.abs(x)), 0);
    const stretched = most(field(([x]) => [x, 0, 0]));
    for (const f of [() => [1, 0, 0], () => [0, 0, 1], ([x, y]: Vec3) => [-y, x, 0], ([, y, z]: Vec3) => [0, -z, y]] as ((p: Vec3) => Vec3)[])
      expect(most(field(f)) / stretched).toBeLessThan(1e-9);
  });
});
