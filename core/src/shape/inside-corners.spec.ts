import { prism } from '../make/solids';
import { isotropic, mechanics } from '../mechanics';
import { insideCornerLines, insideCorners } from './inside-corners';
import type { Mesh } from './mesh';
import { box, drilledPlate, refined, tube } from './testing';

/** An angle of 60 and 60, 12 thick, 20 deep; its inside corner sharp, or rounded by a radius of eight strips. */
function angle(radius: number): Mesh {
  const round = radius
    ? Array.from({ length: 9 }, (_, i): [number, number] => {
      const a = ((i / 8) * Math.PI) / 2;
      return [12 + radius - radius * Math.sin(a), 12 + radius - radius * Math.cos(a)];
    })
    : [[12, 12] as [number, number]];
  return prism([[0, 0], [60, 0], [60, 12], ...round, [12, 60], [0, 60]], [], 0, 20);
}

describe('sharp inside corners', () => {
  it('are where faces turn towards one another', () => {
    const m = angle(0);
    expect(insideCorners(m)).toHaveLength(1);
  });
  it('are none on a block, in a bore, in a tube, or where they are rounded', () => {
    for (const m of [box(20, 20, 10), drilledPlate(40, 30, 10, [[10, 20, 15]]), tube(20, 10, 10), angle(6)]) {
      expect(insideCorners(m)).toHaveLength(0);
    }
  });
  it('are told where they are the most worked place', () => {
    const row = (mesh: Mesh) =>
      mechanics({
        mesh,
        elastic: isotropic(2000, 0.35),
        density: 1e-6,
        supports: [{ kind: 'fixed', at: { point: [30, 0, 10], normal: [0, -1, 0] } }],
        loads: [{ id: 'p', kind: 'force', at: { point: [6, 60, 10], normal: [0, 1, 0] }, force_n: [-10, 0, 0] }],
        elements: 2500,
      }).rows[0];
    const sharp = row(angle(0));
    expect(sharp.inCorner).toBe(true);
    expect(Math.hypot(sharp.worst[0] - 12, sharp.worst[1] - 12)).toBeLessThan(8);
    expect(row(angle(10)).inCorner).toBe(false);
  });
  it('are told where they work nearly as hard as that, and not where nothing works', () => {
    // Steps at 16, 50 and 97 of 100: 6 F l/(b h²) goes as 84/14² = 0.43, 50/10² = 0.50 and 3/8² = 0.05.
    const arm = prism([[0, 0], [100, 0], [100, 8], [97, 8], [97, 10], [50, 10], [50, 14], [16, 14], [16, 24], [0, 24]], [], 0, 20);
    const [found] = mechanics({
      mesh: arm,
      elastic: isotropic(2000, 0.35),
      density: 1e-6,
      supports: [{ kind: 'fixed', at: { point: [0, 12, 10], normal: [-1, 0, 0] } }],
      loads: [{ id: 'p', kind: 'force', at: { point: [100, 4, 10], normal: [1, 0, 0] }, force_n: [0, 10, 0] }],
      elements: 6000,
    }).rows;
    const step = ([x]: readonly number[]): number => [16, 50, 97].reduce((a, b) => (Math.abs(b - x) < Math.abs(a - x) ? b : a));
    // The deeper step works most, the other nearly as hard; each is told once.
    expect([step(found.worst), found.inCorner]).toEqual([16, true]);
    expect(found.corners.map((c) => step(c.at))).toEqual([50]);
    // The stress of the beam so far from its middle, and somewhat more beside the corner.
    const [{ at, share }] = found.corners;
    const nominal = ((6 * 10 * (100 - at[0])) / (20 * 10 ** 2)) * (Math.abs(at[1] - 5) / 5), corner = share * found.peak_in_plane_mpa;
    // Six bricks over its depth: a tenth of the stress is what they are good for.
    expect(corner / nominal).toBeGreaterThan(0.9);
    expect(corner / nominal).toBeLessThan(1.4);
  });
  it('are lines with places along them, evenly; one that goes on over several edges is one', () => {
    const lines = insideCornerLines(angle(0), 6);
    expect(lines).toHaveLength(1);
    expect(lines[0].map((p) => p[2]).sort((a, b) => a - b).map((z) => Number(z.toFixed(6)))).toEqual([2.5, 7.5, 12.5, 17.5]);
    expect(insideCornerLines(refined(angle(0), 2), 6)).toHaveLength(1);
    expect(insideCornerLines(prism([[0, 0], [60, 0], [60, 30], [40, 30], [40, 10], [20, 10], [20, 30], [0, 30]], [], 0, 20), 6)).toHaveLength(2);
    expect(insideCornerLines(box(10, 10, 10), 6)).toEqual([]);
  });
});
