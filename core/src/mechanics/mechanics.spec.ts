import { circle, prism } from '../make/solids';
import { loadKernel } from '../shape/features/testing';
import { meshOf } from '../make/kernel';
import { box, rotated } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { isotropic, type Load, mechanics, MechanicsError, type MechanicsInput, type Support } from './index';
import { brickOf, enlarged, stiffnessOf } from './brick';
import { Solutions } from './mechanics';
import { layered } from './unit-loads';

const STEEL = isotropic(200_000, 0.3);
const RHO = 7.85e-6;
const at = (point: Vec3, normal: Vec3) => ({ point, normal });
const fixed = (point: Vec3, normal: Vec3): Support => ({ kind: 'fixed', at: at(point, normal) });
const rest = (point: Vec3, normal: Vec3): Support => ({ kind: 'rest', at: at(point, normal) });
const force = (point: Vec3, normal: Vec3, force_n: Vec3): Load => ({ id: 'F', kind: 'force', at: at(point, normal), force_n });
const one = (input: Omit<MechanicsInput, 'density' | 'elastic'> & Partial<MechanicsInput>) => mechanics({ elastic: STEEL, density: RHO, ...input }).rows[0];

/** A bar along x with its root at x = 0. */
const L = 100, B = 10, H = 8;
const BAR = box(L, B, H);
const ROOT: Support[] = [fixed([0, B / 2, H / 2], [-1, 0, 0])];
const END: [Vec3, Vec3] = [[L, B / 2, H / 2], [1, 0, 0]];

describe('a brick', () => {
  it('enlarged is what one of longer edges is, worked out anew', () => {
    const d = stiffnessOf(layered(2000, 900));
    const [grown, anew] = [enlarged(brickOf(d, [1, 2, 3]), 2), brickOf(d, [2, 4, 6])];
    const near = (a: ArrayLike<number>, b: ArrayLike<number>): void => {
      const most = Math.max(...Array.from(b, Math.abs));
      for (let i = 0; i < b.length; i++) expect(Math.abs(a[i] - b[i])).toBeLessThan(1e-10 * most);
    };
    for (const part of ['blocks', 'whole', 'diagonal'] as const) near(grown[part], anew[part]);
    for (const part of ['stress', 'thermal', 'thermalStress'] as const) anew[part].forEach((x, i) => near(grown[part][i], x));
    expect(grown.largest).toBeCloseTo(anew.largest, 10);
  });
});

describe('a solid on a grid of bricks', () => {
  it('is stretched evenly, to the digit, with its sides drawing in (patch test)', () => {
    // Held at three faces against moving in, pulled at the fourth: u = F x / (E A), v = −ν F y / (E A).
    const supports = [rest([0, 5, 4], [-1, 0, 0]), rest([50, 0, 4], [0, -1, 0]), rest([50, 5, 0], [0, 0, -1])];
    const r = one({
      mesh: BAR,
      supports,
      loads: [force(...END, [8000, 0, 0])],
      points: [{ id: 'p', at: [L / 2, B, H] }, { id: 'q', at: [25, 5, 4] }],
      elements: 500,
    });
    const strain = 8000 / (200_000 * B * H);
    [(strain * L) / 2, -0.3 * strain * B, -0.3 * strain * H].forEach((u, a) => expect(Math.abs(r.points['p'][a] / u - 1)).toBeLessThan(5e-4));
    // Away from where the pull is spread over the bricks it is exact.
    expect(r.points['q'][0] / (strain * 25)).toBeCloseTo(1, 4);
    expect(r.peak_in_plane_mpa / 100).toBeCloseTo(1, 1);
    expect(r.peak_across_mpa).toBeLessThan(3);
    [-8000, 0, 0].forEach((f, a) => expect(r.reaction_n[a]).toBeCloseTo(f, 1));
  });
  it('of an orthotropic material is as soft as each axis is', () => {
    const elastic = { e: [4000, 4000, 2000], g: [1500, 800, 800], nu: [0.35, 0.3, 0.3] } as const;
    const cube = box(20, 20, 20);
    const pull = (axis: 0 | 1 | 2): number => {
      const side = (a: number, far: boolean): Vec3 => [0, 1, 2].map((k) => (k === a ? (far ? 20 : 0) : 10)) as Vec3;
      const n = (a: number, s: number): Vec3 => [0, 1, 2].map((k) => (k === a ? s : 0)) as Vec3;
      return one({
        mesh: cube,
        elastic,
        supports: [0, 1, 2].map((a) => rest(side(a, false), n(a, -1))),
        loads: [force(side(axis, true), n(axis, 1), n(axis, 400))],
        points: [{ id: 'p', at: [10, 10, 10] }],
        elements: 500,
      }).points['p'][axis];
    };
    // σ = 1 MPa over 10 mm, half of the cube.
    expect(pull(0) / (10 / 4000)).toBeCloseTo(1, 3);
    expect(pull(2) / (10 / 2000)).toBeCloseTo(1, 3);
  });
  it('bends as a cantilever does: F L³ / 3 E I and its shear', () => {
    const r = one({ mesh: BAR, supports: ROOT, loads: [force(...END, [0, 0, -100])], points: [{ id: 'tip', at: [L, B / 2, H / 2] }], elements: 40_000 });
    const inertia = (B * H ** 3) / 12;
    const bending = (100 * L ** 3) / (3 * 200_000 * inertia), shear = (1.2 * 100 * L) / (76_923 * B * H);
    // A root that is held all ways may not draw in: a little stiffer than a beam.
    expect(Math.abs(-r.points['tip'][2] / (bending + shear) - 1)).toBeLessThan(0.012);
    // M/W at the root, 6 · 100 · 100 / (10 · 64), a little less where the support is left out.
    expect(r.peak_in_plane_mpa / (60_000 / 640)).toBeGreaterThan(0.92);
    expect(r.peak_in_plane_mpa / (60_000 / 640)).toBeLessThan(1.06);
    [0, 0, 100].forEach((f, a) => expect(r.reaction_n[a]).toBeCloseTo(f, 1));
  });
  it('is not locked on two bricks over its height', () => {
    const r = one({
      mesh: box(100, 8, 8),
      supports: [fixed([0, 4, 4], [-1, 0, 0])],
      loads: [force([100, 4, 4], [1, 0, 0], [0, 0, -100])],
      points: [{ id: 't', at: [100, 4, 4] }],
      elements: 100,
    });
    const known = (100 * 100 ** 3) / (3 * 200_000 * (8 ** 4 / 12)) + (1.2 * 100 * 100) / (76_923 * 64);
    expect(Math.abs(-r.points['t'][2] / known - 1)).toBeLessThan(0.03);
  });
  it('sags under its own weight: 5 w L⁴/(384 E I) between supports, w L⁴/(8 E I) held at one end', () => {
    const r = one({ mesh: BAR, supports: ROOT, loads: [{ id: 'own', kind: 'gravity' }], points: [{ id: 't', at: [L, 5, 4] }], elements: 20_000 });
    const w = RHO * B * H * 9.80665, inertia = (B * H ** 3) / 12;
    const known = (w * L ** 4) / (8 * 200_000 * inertia) + (1.2 * w * L ** 2) / (2 * 76_923 * B * H);
    expect(Math.abs(-r.points['t'][2] / known - 1)).toBeLessThan(0.015);
    expect(r.reaction_n[2] / (w * L)).toBeCloseTo(1, 4);
    const both = one({
      mesh: BAR,
      supports: [...ROOT, fixed(END[0], END[1])],
      loads: [{ id: 'own', kind: 'gravity' }],
      points: [{ id: 'm', at: [L / 2, 5, 4] }],
      elements: 20_000,
    });
    const built = (w * L ** 4) / (384 * 200_000 * inertia) + (1.2 * w * L ** 2) / (8 * 76_923 * B * H);
    expect(-both.points['m'][2] / built).toBeCloseTo(1, 1);
  });
  it('grows by heat freely, and pushes where it may not', () => {
    const expansion: Vec3 = [12e-6, 12e-6, 12e-6];
    const free = one({
      mesh: BAR,
      expansion,
      supports: [rest([0, 5, 4], [-1, 0, 0]), rest([50, 0, 4], [0, -1, 0]), rest([50, 5, 0], [0, 0, -1])],
      loads: [{ id: 't', kind: 'thermal', dt_k: 50 }],
      points: [{ id: 'p', at: [L, B, H] }],
      elements: 500,
    });
    [L, B, H].forEach((s, a) => expect(free.points['p'][a]).toBeCloseTo(12e-6 * 50 * s, 5));
    expect(free.peak_in_plane_mpa).toBeLessThan(0.05);
    const shut = one({
      mesh: BAR,
      expansion,
      supports: [rest([0, 5, 4], [-1, 0, 0]), rest([L, 5, 4], [1, 0, 0]), rest([50, 0, 4], [0, -1, 0]), rest([50, 5, 0], [0, 0, -1])],
      loads: [{ id: 't', kind: 'thermal', dt_k: 50 }],
      elements: 500,
    });
    // E α ΔT
    expect(shut.peak_in_plane_mpa).toBeCloseTo(200_000 * 12e-6 * 50, 1);
  });
  it('of a tube under pressure widens as Lamé says', () => {
    // Held flat between its ends (plane strain): u(a) = (1 + ν) p a / (E (b² − a²)) · ((1 − 2ν) a² + b²).
    const [a, b, p] = [20, 30, 50];
    const arc = (r: number, back: boolean): [number, number][] =>
      Array.from({ length: 65 }, (_, k): [number, number] => [r * Math.cos((Math.PI * k) / 128), r * Math.sin((Math.PI * k) / 128)])
        [back ? 'reverse' : 'slice']();
    const quarter = prism([...arc(b, false), ...arc(a, true)], [], 0, 6);
    const half = Math.SQRT1_2;
    const r = one({
      mesh: quarter,
      supports: [
        rest([25, 0, 3], [0, -1, 0]),
        rest([0, 25, 3], [-1, 0, 0]),
        rest([25 * half, 25 * half, 0], [0, 0, -1]),
        rest([25 * half, 25 * half, 6], [0, 0, 1]),
      ],
      loads: [{ id: 'p', kind: 'pressure', at: at([a * half, a * half, 3], [-half, -half, 0]), mpa: p }],
      points: [{ id: 'in', at: [a, 0, 3] }, { id: 'out', at: [b, 0, 3] }],
      elements: 16_000,
    });
    const k = (1.3 * p * a * a) / (200_000 * (b * b - a * a));
    expect(Math.abs(r.points['in'][0] / ((k / a) * (0.4 * a * a + b * b)) - 1)).toBeLessThan(0.03);
    expect(Math.abs(r.points['out'][0] / ((k / b) * (0.4 * b * b + b * b)) - 1)).toBeLessThan(0.03);
  });
  it('does not care how it lies: a turned bar gives what the straight one does', () => {
    const turn = (p: Vec3): Vec3 => {
      const c = Math.cos(0.5), s = Math.sin(0.5);
      return [c * p[0] - s * p[1], s * p[0] + c * p[1], p[2]];
    };
    const mesh = rotated(BAR, [0, 0, 1], 0.5);
    const straight = one({ mesh: BAR, supports: ROOT, loads: [force(...END, [0, 0, -100])], points: [{ id: 't', at: END[0] }], elements: 30_000 });
    const tilted = one({
      mesh,
      supports: [fixed(turn([0, B / 2, H / 2]), turn([-1, 0, 0]))],
      loads: [force(turn(END[0]), turn(END[1]), [0, 0, -100])],
      points: [{ id: 't', at: turn(END[0]) }],
      elements: 30_000,
    });
    expect(Math.abs(tilted.points['t'][2] / straight.points['t'][2] - 1)).toBeLessThan(0.04);
  });
  it('adds up: two loads together are the sum of each, and a part is as stiff as its walls and fill', () => {
    const loads = [force(...END, [0, 0, -100]), { ...force(...END, [0, 60, 0]), id: 'G' }];
    const { rows } = mechanics({ mesh: BAR, elastic: STEEL, density: RHO, supports: ROOT, loads, points: [{ id: 't', at: END[0] }], elements: 4000 });
    const together = one({ mesh: BAR, supports: ROOT, loads: loads.map((l) => ({ ...l, id: 'both' })), points: [{ id: 't', at: END[0] }], elements: 4000 });
    for (const a of [0, 1, 2]) expect(together.points['t'][a]).toBeCloseTo(rows[0].points['t'][a] + rows[1].points['t'][a], 5);
    // Walls of 2 all round a bar of 20 × 20, nothing to speak of within: I = (20⁴ − 16⁴)/12, as far as the end caps let it.
    const thick = box(200, 20, 20);
    const supports = [fixed([0, 10, 10], [-1, 0, 0])];
    const l = [force([200, 10, 10], [1, 0, 0], [0, 0, -100])];
    const hollow = one({ mesh: thick, fill: 0.02, wall_mm: 2, supports, loads: l, points: [{ id: 't', at: [200, 10, 10] }], elements: 40_000 });
    const known = (100 * 200 ** 3) / (3 * 200_000 * ((20 ** 4 - 16 ** 4) / 12));
    expect(-hollow.points['t'][2] / known).toBeGreaterThan(0.95);
    expect(-hollow.points['t'][2] / known).toBeLessThan(1.12);
  });
  it('works in its walls as M y/I says, I with the fill, whether the bricks are finer than the walls or not', () => {
    const [l, b, wall_mm, fill] = [300, 40, 2.4, 0.3];
    // Sparse fill is as stiff as its share to the power of one and a half.
    const i = (b ** 4 - (b - 2 * wall_mm) ** 4 * (1 - fill ** 1.5)) / 12;
    const off = [2500, 20_000].map((elements) => {
      const supports = [fixed([0, b / 2, b / 2], [-1, 0, 0])];
      const loads = [force([l, b / 2, b / 2], [1, 0, 0], [0, 0, -100])];
      const r = one({ mesh: box(l, b, b), fill, wall_mm, supports, loads, elements });
      return r.peak_in_plane_mpa / ((100 * (l - r.worst[0]) * (b / 2)) / i) - 1;
    });
    // Bricks of 6 mm see the wall where their middle is: on the safe side, and less and less so.
    expect(off[0]).toBeGreaterThan(0);
    expect(off[0]).toBeLessThan(0.25);
    expect(Math.abs(off[1])).toBeLessThan(0.05);
  });
  it('made solid around its hold, gives less by what that much of it would: 1 − ((l − d)/l)³ of the difference', () => {
    const [l, d] = [200, 80];
    const given = (more: Partial<MechanicsInput>) =>
      mechanics({
        elastic: STEEL,
        density: RHO,
        mesh: box(l, 20, 20),
        supports: [fixed([0, 10, 10], [-1, 0, 0])],
        loads: [{ id: 'F', kind: 'force', at: { ...at([l, 10, 10], [1, 0, 0]), within_mm: 0.5 }, force_n: [0, 0, -10] }],
        points: [{ id: 't', at: [l, 10, 10] }],
        elements: 6000,
        ...more,
      });
    const sparse = { fill: 0.1, wall_mm: 2 };
    const [solid, zone, airy] = [given({}), given({ ...sparse, solid_mm: d }), given(sparse)];
    const t = (r: typeof zone): number => -r.rows[0].points['t'][2];
    // Stress takes about a thickness to go from walls to a full section at the end of the zone; under the spot the sparse end dents besides.
    const part = (t(airy) - t(zone)) / (t(airy) - t(solid)) / (1 - ((l - d) / l) ** 3);
    expect(part).toBeGreaterThan(0.93);
    expect(part).toBeLessThan(1.08);
    // 80 of 200 mm and a ball of 80 mm around the spot at the far end, cut by its sides: all of it.
    const filled = (zone.mass_kg - airy.mass_kg) / (solid.mass_kg - airy.mass_kg);
    expect(filled).toBeCloseTo((2 * d) / l, 1.5);
    // As deep as the part: it is the solid one.
    expect(given({ ...sparse, solid_mm: 300 }).rows[0].points).toEqual(solid.rows[0].points);
  });

  it('owns up to walls thinner than a brick: they bend farther than was found', async () => {
    const k = await loadKernel();
    const [w, d, h, t] = [30, 24, 8, 1];
    const tray = meshOf(k.Manifold.cube([w, d, h]).subtract(k.Manifold.cube([w - 2 * t, d - 2 * t, h]).translate([t, t, t])));
    const supports = [fixed([0, d / 2, h / 2], [-1, 0, 0]), fixed([w, d / 2, h / 2], [1, 0, 0])];
    const loads: Load[] = [{ id: 'p', kind: 'force', at: { point: [w / 2, d / 2, t], normal: [0, 0, 1] }, force_n: [0, 0, -10] }];
    const given = (elements: number) => one({ mesh: tray, supports, loads, elements });
    const [coarse, fine] = [given(300), given(1500)];
    const off = fine.max_deflection_mm / coarse.max_deflection_mm - 1;
    expect(off).toBeGreaterThan(0.5);
    expect(coarse.error).toBeGreaterThan(off);
    expect(fine.error).toBeLessThan(coarse.error / 3);
    // A thin plate lies flush with its bricks: F l³/(3 E I), and no more is said than the grids differ by.
    const [pl, pb, pt] = [200, 60, 1.5];
    const plate = one({
      mesh: box(pl, pb, pt),
      supports: [fixed([0, pb / 2, pt / 2], [-1, 0, 0])],
      loads: [{ id: 'p', kind: 'force', at: { point: [pl, pb / 2, pt / 2], normal: [1, 0, 0] }, force_n: [0, 0, -1] }],
      elements: 800,
    });
    const known = pl ** 3 / (3 * 200_000 * ((pb * pt ** 3) / 12));
    expect(plate.max_deflection_mm / known).toBeCloseTo(1, 1);
    expect(plate.error).toBeLessThan(0.1);
  }, 180_000);
  it('says how far off it may be, and is nearer on a finer grid', () => {
    const plate = prism([[0, 0], [90, 0], [90, 30], [0, 30]], [circle(8, 45, 15)], 0, 6);
    const run = (elements: number) =>
      one({ mesh: plate, supports: [fixed([0, 15, 3], [-1, 0, 0])], loads: [force([90, 15, 3], [1, 0, 0], [0, 0, -50])], elements });
    const [rough, fine, best] = [run(2000), run(16_000), run(64_000)];
    const off = (r: { max_deflection_mm: number }): number => Math.abs(r.max_deflection_mm / best.max_deflection_mm - 1);
    expect(off(fine)).toBeLessThan(off(rough));
    expect(off(fine)).toBeLessThan(2 * fine.error);
    expect(best.error).toBeLessThan(0.02);
  });
  it.each<[string, Partial<MechanicsInput>, RegExp]>([
    ['nothing holds it', { supports: [] }, /Nothing holds the part/],
    ['it can move away', { supports: [rest([0, 5, 4], [-1, 0, 0])], loads: [force(...END, [0, 100, 0])] }, /not held in every direction/],
    ['there is no load', { loads: [] }, /There is no load/],
    ['the material is none', { elastic: { e: [1, 1, 1], g: [1, 1, 1], nu: [0.9, 0.9, 0.9] } }, /belong to no material/],
    ['a modulus is nothing', { elastic: { e: [0, 1, 1], g: [1, 1, 1], nu: [0, 0, 0] } }, /positive/],
    ['the mesh is open', { mesh: { vertices: BAR.vertices, indices: BAR.indices.slice(3) } }, /closed mesh/],
  ])('is refused with a sentence where %s', (_, more, says) => {
    expect(() => one({ mesh: BAR, supports: ROOT, loads: [force(...END, [0, 0, -100])], elements: 500, ...more })).toThrow(says);
  });
  it('starts from what was found of like ones: the same answer in fewer steps, and none where it is the very one', () => {
    const solutions = new Solutions();
    const input = (ratio: number, fill: number): MechanicsInput => ({
      mesh: BAR,
      density: RHO,
      elastic: layered(1000, 1000 * ratio),
      supports: ROOT,
      loads: [force(...END, [0, -100, -100])],
      elements: 2000,
      ...(fill < 1 && { fill, wall_mm: 2 }),
    });
    const alone = (ratio: number, fill: number) => mechanics(input(ratio, fill)).rows[0];
    const after = (ratio: number, fill: number) => mechanics({ ...input(ratio, fill), solutions }).rows[0];
    after(1, 1);
    after(0.3, 1);
    after(0.9, 0.3);
    const [near, own] = [after(0.5, 1), alone(0.5, 1)];
    expect(Math.abs(near.max_deflection_mm / own.max_deflection_mm - 1)).toBeLessThan(1e-4);
    expect(Math.abs(near.peak_in_plane_mpa / own.peak_in_plane_mpa - 1)).toBeLessThan(1e-3);
    expect(near.steps).toBeLessThan(0.75 * own.steps);
    expect(after(0.5, 1).steps).toBe(0);
    // What has nothing to do with it does no harm: a load along another axis.
    const turned = { ...input(0.5, 1), loads: [force(...END, [0, 100, 0])] };
    expect(Math.abs(mechanics({ ...turned, solutions }).rows[0].max_deflection_mm / mechanics(turned).rows[0].max_deflection_mm - 1)).toBeLessThan(1e-4);
  });
  it('can be given up', () => {
    expect(() =>
      one({
        mesh: BAR,
        supports: ROOT,
        loads: [force(...END, [0, 0, -1])],
        elements: 5000,
        progress: () => {
          throw new MechanicsError('stopped');
        },
      })
    ).toThrow('stopped');
  });
});
