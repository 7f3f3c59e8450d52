import { scanMap } from './scan-map';

describe('the tone map of a scan', () => {
  const LOW: [number, number, number] = [0, 0, 0], HIGH: [number, number, number] = [72, 36, 9];
  /** What a cell at a place says, in tolerances; nothing where nothing was measured. */
  const at = (map: ReturnType<typeof scanMap>, p: readonly number[]): number | undefined => {
    const [x, y, z] = p.map((v, k) => Math.floor((v - map.low[k]) / map.size[k]));
    const c = 2 * ((z * map.n[1] + y) * map.n[0] + x);
    return map.cells[c + 1] ? (4 * map.cells[c]) / 255 - 2 : undefined;
  };
  it('has cells of a millimetre over 72, and one of room all round', () => {
    const map = scanMap([], [], 0.1, LOW, HIGH);
    expect(map).toMatchObject({ n: [74, 38, 11], low: [-1, -1, -1], size: [1, 1, 1] });
    expect(map.cells.every((x) => x === 0)).toBe(true);
  });
  it('is the mean of the points of a cell in tolerances, proud above and short below nothing', () => {
    const map = scanMap([10.2, 10.2, 9, 10.7, 10.4, 9, 50.5, 10.5, 9], [0.1, 0.2, -0.05], 0.1, LOW, HIGH);
    expect(at(map, [10.5, 10.5, 9.1])).toBeCloseTo(1.5, 1);
    expect(at(map, [50.5, 10.5, 9.1])).toBeCloseTo(-0.5, 1);
    // The cell beside takes it on, the next but one as well; three away nothing was measured.
    expect(at(map, [51.5, 10.5, 9.1])).toBeCloseTo(-0.5, 1);
    expect(at(map, [52.5, 10.5, 9.1])).toBeCloseTo(-0.5, 1);
    expect(at(map, [53.5, 10.5, 9.1])).toBeUndefined();
  });
  it('takes what is further off as two tolerances, and what lies outside into its last cell', () => {
    const map = scanMap([30, 20, 5, 100, 20, 5], [5, -5], 0.1, LOW, HIGH);
    expect(at(map, [30.5, 20.5, 5.5])).toBeCloseTo(2, 6);
    expect(at(map, [72.5, 20.5, 5.5])).toBeCloseTo(-2, 6);
  });
});
