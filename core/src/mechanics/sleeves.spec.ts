import { measure } from '../shape/measure';
import type { Mesh } from '../shape/mesh';
import { drilledPlate, rotated } from '../shape/testing';
import type { Vec3 } from '../shape/turn';
import { Faces } from './faces';
import { gridOf } from './grid';
import { isotropic, mechanics, type MechanicsInput } from '.';
import { laySleeves } from './sleeves';

/** A plate with a hole for M6 in its middle; a head of 10 mm on it. */
const [W, H, BORE, HEAD] = [30, 20, 6.6, 10];
const PLATE = drilledPlate(W, W, H, [[BORE, W / 2, W / 2]], 96);
const RING = Math.PI * ((HEAD / 2) ** 2 - (BORE / 2) ** 2);
const E = 1000, STIFFER = 100;
const sleeves = { stiffer: STIFFER };
const head = { point: [W / 2 + 4, W / 2, H] as Vec3, normal: [0, 0, 1] as Vec3, within_mm: HEAD / 2 };

const under = (mesh: Mesh, more: Partial<MechanicsInput> = {}) =>
  mechanics({
    mesh,
    elastic: isotropic(E, 0.35),
    density: 1e-6,
    supports: [{ kind: 'fixed', at: { point: [2, 2, 0], normal: [0, 0, -1] } }],
    loads: [{ id: 'b', kind: 'force', at: head, force_n: [0, 0, -1000], drawn: true }],
    points: [0, 1, 2, 3].map((k) => ({
      id: String(k),
      at: [W / 2 + 4.2 * Math.cos((k * Math.PI) / 2), W / 2 + 4.2 * Math.sin((k * Math.PI) / 2), H] as Vec3,
    })),
    elements: 20_000,
    ...more,
  }).rows[0];
/** How far the head goes down, mm. */
const down = (row: ReturnType<typeof under>): number => Object.values(row.points).reduce((s, [, , z]) => s - z / 4, 0);

describe('sleeves of steel under bolts', () => {
  it('fill the ring beneath the head to where the part ends, in any position of it', () => {
    const up: Vec3 = [0.3, -0.5, 0.81];
    for (const [mesh, at] of [[PLATE, head], [rotated(PLATE, up, 0.4), undefined]] as const) {
      // A turned part is told its place by turning the place.
      const place = at ?? (() => {
        const point = turnedBy(head.point, up, 0.4);
        const beyond = turnedBy([head.point[0], head.point[1], head.point[2] + 1], up, 0.4);
        return { point, normal: beyond.map((x, i) => x - point[i]) as Vec3, within_mm: HEAD / 2 };
      })();
      const grid = gridOf(mesh, 80_000, measure(mesh).volume_mm3);
      const found = new Faces(mesh, grid, (p) => [...p] as Vec3).head(place)!;
      expect(found.bore_mm).toBeCloseTo(BORE / 2, 1);
      expect(found.deep_mm).toBeCloseTo(H, 2);
      const laid = laySleeves(grid, [found]).reduce((s, x) => s + x, 0) * grid.size[0] * grid.size[1] * grid.size[2];
      expect(laid / (RING * H)).toBeCloseTo(1, 1.3);
    }
  });

  it('the head stands on the sleeve: F L / (E A) of its ring, whatever the fill around it', () => {
    const [on, bare] = [under(PLATE, { sleeves }), under(PLATE)];
    const alone = (1000 * H) / (E * STIFFER * RING);
    // The bricks of its rim are shared with plastic, and the plastic bears a little beside it.
    expect(down(on) / alone).toBeGreaterThan(0.85);
    expect(down(on) / alone).toBeLessThan(1.15);
    expect(down(bare) / down(on)).toBeGreaterThan(20);
    expect(on.peak_in_plane_mpa).toBeLessThan(0.2 * bare.peak_in_plane_mpa);
    // As stiff in a sparse part as in a solid one.
    const sparse = { fill: 0.2, wall_mm: 1.2 };
    expect(down(under(PLATE, { sleeves, ...sparse })) / down(on)).toBeLessThan(1.1);
    expect(down(under(PLATE, sparse)) / down(bare)).toBeGreaterThan(1.5);
  });

  it('none lies where no bolt is drawn', () => {
    const push = { loads: [{ id: 'b', kind: 'force' as const, at: head, force_n: [0, 0, -1000] as Vec3 }] };
    expect(under(PLATE, { ...push, sleeves })).toEqual(under(PLATE, push));
  });
});

/** As `rotated` turns a mesh. */
function turnedBy(p: Vec3, up: Vec3, about: number): Vec3 {
  const { vertices } = rotated({ vertices: Float64Array.from(p) as unknown as Mesh['vertices'], indices: new Uint32Array() }, up, about);
  return [vertices[0], vertices[1], vertices[2]];
}
