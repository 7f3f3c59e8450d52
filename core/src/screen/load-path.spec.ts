import { studiedRef } from '../case/testing';
import { prism, rectangle } from '../make/solids';
import { familyOf } from '../need/families';
import type { ResolvedNeed } from '../case/facts';
import type { LoadDirection } from '../need/requirements';
import { fillOf } from '../process/process';
import { processOf } from '../process/processes';
import type { Mesh } from '../shape/mesh';
import { box, join, tube } from '../shape/testing';
import { material } from '../shelf/shelf';
import type { Vec3 } from '../shape/turn';
import { loadPath, weakestPlace } from './load-path';

const seen = (mesh: Mesh, family: string, direction: LoadDirection = 'in-plane', more: object = {}) => {
  const { study, measure } = studiedRef(mesh);
  const need = { loadDirection: { level: 'must', value: direction, from: '', assumed: false } } as ResolvedNeed;
  const sorted = [...measure.box_mm].sort((a, b) => b - a) as [number, number, number];
  return { need, family: familyOf(family), size: { sorted, height: sorted[2], measured: true }, study, ...more };
};

describe('how a load runs through a part', () => {
  it('a bar bends as a beam on two ends: σ = F S c/(4 I), δ = F S³/(48 E I) and its shear', () => {
    const p = loadPath(seen(box(200, 30, 20), 'gripper'));
    const s = 160, i = (30 * 20 ** 3) / 12;
    // Of 48 sections, those beside the middle see 1 − 1/48/0.8 of the largest moment.
    expect(p.stress_per_n / ((s * 10) / (4 * i))).toBeGreaterThan(0.97);
    expect(p.stress_per_n / ((s * 10) / (4 * i))).toBeLessThanOrEqual(1);
    const shear = (1.2 * s * 2.6) / (4 * 600);
    expect(p.give_per_n / (s ** 3 / (48 * i) + shear)).toBeCloseTo(1, 2);
    expect(p.weakest!.from_end_mm).toBeGreaterThan(95);
  });
  it('a hollow one by its walls: a tube of 2 mm is some hundred times softer than the bar', () => {
    const [solid, hollow] = [tube(20, 0.01, 300, 64), tube(20, 18, 300, 64)].map((m) => loadPath(seen(m, 'gripper')));
    const want = 20 ** 4 / (20 ** 4 - 18 ** 4);
    expect(hollow.stress_per_n / solid.stress_per_n).toBeCloseTo(want, 1);
    const thin = loadPath(seen(tube(50, 49.5, 600, 96), 'gripper'));
    const full = loadPath(seen(tube(50, 0.01, 600, 96), 'gripper'));
    expect(thin.stress_per_n / full.stress_per_n).toBeGreaterThan(20);
  });
  it("is broken at its neck, and the neck is found in the part's own axes", () => {
    const bar = join(box(90, 30, 30), box(20, 6, 6, 90, 12, 12), box(90, 30, 30, 110));
    const here = seen(bar, 'gripper');
    const p = loadPath(here);
    // M = S/4 at the middle: 160/4 = 40 mm; 40 · 3/(6⁴/12) = 1.11 MPa a newton.
    expect(p.stress_per_n).toBeGreaterThan(0.95 * 1.111);
    expect(p.stress_per_n).toBeLessThanOrEqual(1.112);
    expect(p.weakest!.area_mm2).toBeCloseTo(36, 1);
    const place = weakestPlace(here)!;
    expect(place.point[0]).toBeGreaterThan(90);
    expect(place.point[0]).toBeLessThan(110);
    expect(place.point[1]).toBeCloseTo(15, 1);
  });
  it('a sparse fill leaves the walls and a little: exact for a rectangle', () => {
    const fill = { wall_mm: 2, share: 0.25 };
    const p = loadPath(seen(box(200, 30, 20), 'gripper', 'in-plane', { fill }));
    const solid = loadPath(seen(box(200, 30, 20), 'gripper'));
    // Core 26 × 16: but its area counts by the outline, 600 − 100·2 = 400 of 600.
    const i = 20_000, core = i * (400 / 600) * (8 / 10) ** 2;
    expect(solid.stress_per_n / p.stress_per_n).toBeCloseTo(1 - ((1 - 0.25 ** 1.5) * core) / i, 3);
    // A wall that is all wall is solid.
    const shell = seen(tube(20, 18, 120, 64), 'gripper', 'in-plane', { fill });
    expect(loadPath(shell).stress_per_n).toBe(loadPath({ ...shell, fill: undefined }).stress_per_n);
  });
  it('a load marked on the shape says where it pulls', () => {
    const flat = box(200, 60, 10);
    const at = (loadMark: Vec3) => loadPath(seen(flat, 'gripper', 'unknown', { loadMark }));
    // On edge against on the flat: c/I is 60/10 times less.
    expect(at([0, 0, 1]).stress_per_n / at([0, 1, 0]).stress_per_n).toBeCloseTo(6, 2);
    expect(loadPath(seen(flat, 'gripper')).stress_per_n).toBeCloseTo(at([0, 0, 1]).stress_per_n, 6);
    // Along it: straight through the section.
    expect(at([1, 0, 0])).toMatchObject({ bending: false });
    // Lying on the bed, its layers run along it; standing up, every load that bends it pulls them apart.
    expect(at([0, 0, 1]).across).toBe(false);
    expect(loadPath(seen(box(10, 60, 200), 'gripper', 'in-plane', { loadMark: [1, 0, 0] as Vec3 })).across).toBe(true);
  });
  it('pressure stands on a quarter of the face, or on what is left of it', () => {
    expect(loadPath(seen(box(100, 80, 40), 'press-nest', 'compression')).stress_per_n).toBeCloseTo(1 / (0.25 * 100 * 80), 9);
    // A frame 100 × 80 with walls of 5: 1700 mm² is less than a quarter of 8000.
    const frame = prism(rectangle(100, 80), [rectangle(90, 70, 5, 5)], 0, 40);
    expect(loadPath(seen(frame, 'press-nest', 'compression')).stress_per_n * 1700).toBeCloseTo(1, 3);
  });
  it('without a mesh, half the width and 70 % of the depth of its box', () => {
    expect(loadPath({ ...seen(box(200, 30, 20), 'gripper'), study: undefined }).stress_per_n).toBeCloseTo((1.5 * 160) / (15 * 14 ** 2), 9);
  });
});

describe('walls and fill', () => {
  it('are those that are priced, or what somebody put over them', () => {
    const of = (process: string, id: string, given = {}) => fillOf(processOf(process), material(id), given);
    const solid = { infill: { low: 1, likely: 1, high: 1 } };
    expect(of('extrusion-chamber', 'abs')).toEqual({ wall_mm: 2.4, share: 0.3 });
    expect(of('extrusion-chamber', 'abs', solid)).toBeUndefined();
    expect(of('powder-polymer', 'pa12-powder')).toBeUndefined();
    expect(of('pellet-extrusion', 'abs-cf-pellet')!.wall_mm).toBe(20);
    // Only where the material has continuous fibre, and then solid too.
    expect(of('extrusion-fibre', 'pa6-cf')!.fibre).toBeUndefined();
    expect(of('extrusion-fibre', 'pa-carbon', solid)).toMatchObject({ share: 1, fibre: { ring_mm: 0.9, ring_share: 1, sheet_mm: 0.5, panel_mm: 0.5 } });
    // Half a ring a layer is one in every second layer; three are three beside one another.
    const rings = (n: number) => of('extrusion-fibre', 'pa-carbon', { rings: { low: n, likely: n, high: n } })!.fibre;
    expect([rings(0.5), rings(3)]).toMatchObject([{ ring_mm: 0.9, ring_share: 0.5 }, { ring_mm: expect.closeTo(2.7), ring_share: 1 }]);
  });
});
