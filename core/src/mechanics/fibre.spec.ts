import type { Mesh } from '../shape/mesh';
import { box } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { alongFibre, type FibreLayout, mechanics, type MechanicsInput } from '.';
import { sheetModulus } from './fibre';
import { layered } from './unit-loads';

/** Sheets of 20 GPa at alternate angles in a plastic of 2 GPa; MPa. */
const SHEET = 20_000, PLASTIC = 2000;
const NONE: FibreLayout = { ring_mm: 0, ring_share: 1, sheet_mm: 0, panel_mm: 0, outer_mm: 0, roof_mm: 0 };
const [L, B, H] = [120, 24, 16];
const turned = (m: Mesh, by: (p: Vec3) => Vec3): Mesh => {
  const vertices = m.vertices.slice();
  for (let i = 0; i < vertices.length; i += 3) vertices.set(by([vertices[i], vertices[i + 1], vertices[i + 2]]), i);
  return { vertices, indices: m.indices };
};
/** A bar held at x = 0 and loaded at x = L. */
const bar = (fibre: FibreLayout, force: Vec3, more: Partial<MechanicsInput> = {}, l = L) =>
  mechanics({
    mesh: box(l, B, H),
    elastic: layered(SHEET, PLASTIC),
    density: 1e-6,
    fibre,
    supports: [{ kind: 'fixed', at: { point: [0, B / 2, H / 2], normal: [-1, 0, 0] } }],
    loads: [{ id: 'p', kind: 'force', at: { point: [l, B / 2, H / 2], normal: [1, 0, 0] }, force_n: force }],
    points: [{ id: 'end', at: [l, B / 2, H / 2] }, { id: 'near', at: [l / 3, B / 2, H / 2] }, { id: 'far', at: [(2 * l) / 3, B / 2, H / 2] }],
    elements: 6000,
    ...more,
  });
/** Modulus × area from how the middle third of a long bar stretches: a pull on soft and stiff alike takes some way to go where it belongs. */
const LONG = 300;
const stretch = (fibre: FibreLayout, more?: Partial<MechanicsInput>): number => {
  const { far, near } = bar(fibre, [1000, 0, 0], more, LONG).rows[0].points;
  return (1000 * LONG) / 3 / (far[0] - near[0]);
};

describe('continuous fibre in the solution', () => {
  it('a solid of sheets has the modulus of the sheets, in whichever direction of their plane', () => {
    expect(sheetModulus(alongFibre(SHEET, PLASTIC), PLASTIC)).toBeCloseTo(SHEET, 6);
    // Nearly the rule of thumb, 3/8 and 5/8 of the two.
    expect((3 * alongFibre(SHEET, PLASTIC) + 5 * PLASTIC) / 8 / SHEET).toBeCloseTo(1, 0.5);
    const all = { ...NONE, sheet_mm: 2 * H };
    expect(stretch(all) / (SHEET * B * H)).toBeCloseTo(1, 1.7);
    // 30° to the axes of the grid, upright as before: its faces are stairs there.
    const c = Math.cos(Math.PI / 6), s = 0.5;
    const around = (p: Vec3): Vec3 => [c * p[0] - s * p[1], s * p[0] + c * p[1], p[2]];
    const r = mechanics({
      mesh: turned(box(L, B, H), around),
      elastic: layered(SHEET, PLASTIC),
      density: 1e-6,
      fibre: all,
      supports: [{ kind: 'fixed', at: { point: around([0, B / 2, H / 2]), normal: around([-1, 0, 0]) } }],
      loads: [{ id: 'p', kind: 'force', at: { point: around([L, B / 2, H / 2]), normal: around([1, 0, 0]) }, force_n: around([1000, 0, 0]) }],
      points: [{ id: 'far', at: around([80, B / 2, H / 2]) }, { id: 'near', at: around([40, B / 2, H / 2]) }],
      elements: 6000,
    });
    const { far, near } = r.rows[0].points;
    expect((1000 * 40) / Math.hypot(...far.map((x, a) => x - near[a])) / (SHEET * B * H)).toBeCloseTo(1, 1);
  });

  it('rings along the walls of a bar carry by their own modulus: E A is the sum of both', () => {
    const ring = { ...NONE, ring_mm: 3, outer_mm: 1 };
    const one = alongFibre(SHEET, PLASTIC);
    const ringed = 2 * 3 * H;
    const sum = one * ringed + PLASTIC * (B * H - ringed);
    expect(stretch(ring) / sum).toBeCloseTo(1, 1.4);
    // In every second layer half as much.
    const half = one * ringed / 2 + PLASTIC * (B * H - ringed / 2);
    expect(stretch({ ...ring, ring_share: 0.5 }) / half).toBeCloseTo(1, 1.4);
  });

  it('skins bend as a laminate: E I = Σ E b (z₂³ − z₁³)/3, and fibre in the middle does nearly nothing', () => {
    const skins = { ...NONE, sheet_mm: 2, roof_mm: 1 };
    const ei = B * ((2 / 3) * (PLASTIC * (5 ** 3) + SHEET * (7 ** 3 - 5 ** 3) + PLASTIC * (8 ** 3 - 7 ** 3)));
    const shear = (1.2 * L) / ((PLASTIC / 2.7) * B * H);
    const by = L ** 3 / (3 * ei) + shear;
    const found = bar(skins, [0, 0, -1]).rows[0];
    expect(-found.points['end'][2] / by).toBeGreaterThan(0.93);
    expect(-found.points['end'][2] / by).toBeLessThan(1.08);
    const flat = bar(NONE, [0, 0, -1]).rows[0].points['end'][2] / found.points['end'][2];
    const deep = { ...skins, roof_mm: 6 };
    const middle = bar(NONE, [0, 0, -1]).rows[0].points['end'][2] / bar(deep, [0, 0, -1]).rows[0].points['end'][2];
    expect(flat).toBeGreaterThan(2.5);
    expect(middle).toBeLessThan(1.4);
    // Stress is told as that of a sheet under the same strain: more than in the plastic by the ratio of the two.
    expect(found.peak_in_plane_mpa).toBeGreaterThan(((SHEET * L * 0.8 * 8) / ei) * 0.6);
  });

  it('lays as much as its layout says: rings along outlines and holes, sheets on level faces, panels under what stands there', () => {
    const laid = (fibre: FibreLayout) => bar(fibre, [1, 0, 0], { elements: 3000 }).fibre_mm3;
    expect(laid({ ...NONE, ring_mm: 2, outer_mm: 1 }) / (H * ((L - 2) * (B - 2) - (L - 6) * (B - 6)))).toBeCloseTo(1, 1.3);
    expect(laid({ ...NONE, sheet_mm: 2, roof_mm: 1 }) / (L * B * 4)).toBeCloseTo(1, 1.7);
    expect(laid(NONE)).toBe(0);
    const onTop = (panel_mm: number) =>
      bar({ ...NONE, panel_mm, roof_mm: 1 }, [0, 0, -1], {
        elements: 3000,
        loads: [{ id: 'p', kind: 'force', at: { point: [60, 12, H], normal: [0, 0, 1], within_mm: 6 }, force_n: [0, 0, -100] }],
      });
    const panel = onTop(2).fibre_mm3 / 2;
    // A spot of 12 across and 4 around it, in whole bricks.
    expect(panel).toBeGreaterThan(Math.PI * 10 ** 2 * 0.9);
    expect(panel).toBeLessThan((20 + 2 * 4) ** 2);
    // Never more than there is.
    expect(laid({ ...NONE, sheet_mm: 100, ring_mm: 100 }) / (L * B * H)).toBeCloseTo(1, 6);
  });

  it('is laid in the layers of the build direction, whichever it is', () => {
    // Upright along x the layers are square to the pull: only the plastic between them bears, kept by the fibre from growing thinner in one of two directions.
    const across = stretch({ ...NONE, sheet_mm: 1e3 }, { up: [1, 0, 0] }) / (PLASTIC * B * H);
    expect(across).toBeGreaterThan(1);
    expect(across).toBeLessThan(1 / (1 - 0.35 ** 2));
  });
});
