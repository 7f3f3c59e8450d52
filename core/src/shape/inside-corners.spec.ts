import { prism } from '../make/solids';
import { isotropic, mechanics } from '../mechanics';
import { insideCorners, toInsideCorner } from './inside-corners';
import type { Mesh } from './mesh';
import { box, drilledPlate, tube } from './testing';

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
  it('are where faces turn towards one another, and how far they are', () => {
    const m = angle(0);
    expect(insideCorners(m)).toHaveLength(1);
    expect(toInsideCorner(m, [12, 12, 7])).toBeCloseTo(0, 6);
    expect(toInsideCorner(m, [15, 16, 10])).toBeCloseTo(5, 6);
    expect(toInsideCorner(m, [12, 12, 23])).toBeCloseTo(3, 6);
  });
  it('are none on a block, in a bore, in a tube, or where they are rounded', () => {
    for (const m of [box(20, 20, 10), drilledPlate(40, 30, 10, [[10, 20, 15]]), tube(20, 10, 10), angle(6)]) {
      expect(insideCorners(m)).toHaveLength(0);
      expect(toInsideCorner(m, [0, 0, 0])).toBe(Infinity);
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
});
