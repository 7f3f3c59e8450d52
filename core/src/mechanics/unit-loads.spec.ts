import { box } from '../shape/testing';
import { isotropic, mechanics, nodesFor, type SolvedLoads, solvedRow, solveUnitLoads, UNIT_E, workOf } from './index';
import { layered } from './unit-loads';

const BAR = box(100, 20, 10);
const ROOT = [{ kind: 'fixed' as const, at: { point: [0, 10, 5] as [number, number, number], normal: [-1, 0, 0] as [number, number, number] } }];
const TIP = { point: [100, 10, 5] as [number, number, number], normal: [1, 0, 0] as [number, number, number] };
const UP = [0, 0, 1] as [number, number, number];
const solid = (ratio: number) => ({ wall_mm: 0, share: 1, ratio });

describe('loads of size one', () => {
  const solved: SolvedLoads = {
    key: '',
    classes: solveUnitLoads(BAR, {
      up: UP,
      holds: ROOT,
      loads: [
        { id: 'push', kind: 'force', at: TIP, way: [0, 0, -1] },
        { id: 'weight', kind: 'gravity', way: [0, 0, -1] },
        { id: 'pressure', kind: 'pressure', at: { point: [50, 10, 10], normal: [0, 0, 1] } },
        { id: 'warmth', kind: 'thermal' },
      ],
      classes: [solid(1), solid(0.25), { wall_mm: 2, share: 0.3, ratio: 1 }],
    }, 6000),
  };
  const row = (id: string, like = solid(1)) => solvedRow(solved, id, like)!;

  it('a newton at the tip: F l³/(3 E I) and its shear, at a modulus of 1000 N/mm²', () => {
    const i = (20 * 10 ** 3) / 12;
    const give = 100 ** 3 / (3 * UNIT_E * i) + (1.2 * 100 * 2.7) / (UNIT_E * 200);
    expect(Math.abs(row('push').give / give - 1)).toBeLessThan(0.03);
    // 6 F l/(b h²) at the root, less where the hold is left out.
    expect(row('push').inPlane / 0.3).toBeGreaterThan(0.85);
    expect(row('push').inPlane / 0.3).toBeLessThan(1.05);
  });
  it('1 m/s² on a millionth of a kilogram a mm³ and 1 MPa on its upper face: w l⁴/(8 E I)', () => {
    const i = (20 * 10 ** 3) / 12;
    const deep = (w: number): number => (w * 100 ** 4) / (8 * UNIT_E * i);
    expect(Math.abs(row('weight').give / deep(200 * 1e-6) - 1)).toBeLessThan(0.05);
    // The face as far as the wall that holds it; the last of it presses on the hold.
    expect(Math.abs(row('pressure').give / deep(20) - 1)).toBeLessThan(0.06);
  });
  it('a kelvin lets it grow by a millionth of its length', () => {
    expect(row('warmth').give / 1e-4).toBeGreaterThan(0.98);
    expect(row('warmth').give / 1e-4).toBeLessThan(1.05);
  });
  it('a class of walls and fill is softer than solid, and another fill has no answer', () => {
    expect(row('push', { wall_mm: 2, share: 0.3, ratio: 1 }).give).toBeGreaterThan(1.05 * row('push').give);
    expect(solvedRow(solved, 'push', { wall_mm: 1.2, share: 0.3, ratio: 1 })).toBeUndefined();
    expect(solvedRow(solved, 'nobody', solid(1))).toBeUndefined();
  });
  it('between two ratios it comes within two percent of a solution of its own, beyond them the nearer holds', () => {
    const own = mechanics({
      mesh: BAR,
      elastic: layered(UNIT_E, UNIT_E * 0.5, 0.35),
      density: 1e-6,
      up: UP,
      supports: ROOT,
      loads: [{ id: 'p', kind: 'force', at: TIP, force_n: [0, 0, -1] }],
      elements: 6000,
    }).rows[0];
    expect(Math.abs(row('push', solid(0.5)).give / own.max_deflection_mm - 1)).toBeLessThan(0.02);
    expect(Math.abs(row('push', solid(0.5)).inPlane / own.peak_in_plane_mpa - 1)).toBeLessThan(0.02);
    expect(row('push', solid(0.05))).toEqual(row('push', solid(0.25)));
  });
  it('the same in all directions is the isotropic solid', () => {
    expect(layered(2000, 2000, 0.35).g[0]).toBeCloseTo(isotropic(2000, 0.35).g[0], 9);
  });
});

describe('ratios that are solved', () => {
  it('one where all are alike, the ends where they differ, and the middle between ends that lie far apart', () => {
    expect(nodesFor([0.97, 1])).toEqual([Math.sqrt(0.97)]);
    expect(nodesFor([0.5, 1, 0.8])).toEqual([0.5, 1]);
    expect(nodesFor([0.1, 0.9])).toEqual([0.1, 0.3, 0.9].map((x) => expect.closeTo(x, 9)));
  });
});

describe('a load that no solution can be of', () => {
  it('stands on the face that holds the tool, and is named', () => {
    const ask = {
      up: UP,
      holds: ROOT,
      loads: [{ id: 'x', name: 'Clamp', kind: 'force' as const, at: ROOT[0].at, way: [1, 0, 0] as [number, number, number] }],
      classes: [solid(1)],
    };
    expect(() => solveUnitLoads(BAR, ask, 500)).toThrow('“Clamp” stands on a face that holds the tool');
  });
});

describe('where material does nothing', () => {
  it('in an arm loaded at its tip it is where (1 − x/l)·(2 z/h) is under √0.03: 47.7 % of it, by integration', () => {
    const { idle, work } = workOf(box(200, 20, 20), {
      up: UP,
      holds: [{ kind: 'fixed', at: { point: [0, 10, 10], normal: [-1, 0, 0] } }],
      loads: [{ id: 'p', kind: 'force', at: { point: [200, 10, 10], normal: [1, 0, 0] }, way: [0, 0, -1] }],
      classes: [solid(1)],
    }, 30_000);
    // A brick counts by the most worked of its faces, so a little less of it is idle.
    expect(idle).toBeGreaterThan(0.36);
    expect(idle).toBeLessThan(0.49);
    const at = (x: number, y: number, z: number): number => {
      const [i, j, k] = [x, y, z].map((p, a) => Math.floor((p - work.low[a]) / work.size[a]));
      return work.use[(k * work.n[1] + j) * work.n[0] + i] / 255;
    };
    // Half way along, at the upper face half of what the root sees; on the neutral axis nearly nothing; at the tip nothing.
    expect(Math.abs(at(100, 10, 19) - 0.5)).toBeLessThan(0.08);
    expect(at(100, 10, 10)).toBeLessThan(0.12);
    expect(at(190, 10, 19)).toBeLessThan(0.12);
    expect(at(12, 10, 19)).toBeGreaterThan(0.85);
  });
});
