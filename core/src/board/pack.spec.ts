import fc from 'fast-check';
import { box, sphere } from '../shape/testing';
import { pack, type Packable, type Packing } from './pack';
import { CUP, heightMap, SIXTY } from './pack-testing';
import { quarterTurn, voxelise } from './voxels';

/** Boxes of what was placed, where no cell of one may be in another: checked on a finer grid than it was packed on. */
function clear(parts: readonly Packable[], packing: Packing, bin: readonly number[], gap: number): void {
  const cell = 1;
  const [w, d, h] = bin.map((s) => Math.ceil(s / cell));
  const owner = new Int16Array(w * d * h).fill(-1);
  packing.placed.forEach((p, k) => {
    let v = voxelise(parts.find((x) => x.id === p.id)!.mesh, cell);
    for (let q = 0; q < p.turn_deg / 90; q++) v = quarterTurn(v);
    const at = p.at_mm.map((x) => Math.round(x / cell));
    // One cell of rounding is forgiven; the gap is not.
    const reach = Math.max(0, Math.floor(gap / cell) - 1);
    for (let z = 0; z < v.size[2]; z++)
      for (let y = 0; y < v.size[1]; y++)
        for (let x = 0; x < v.size[0]; x++) {
          if (!v.full[(z * v.size[1] + y) * v.size[0] + x]) continue;
          const [gx, gy, gz] = [at[0] + x, at[1] + y, at[2] + z];
          if (gx >= w + 1 || gy >= d + 1 || gz >= h + 1) throw new Error('out of the bin');
          for (let a = -reach; a <= reach; a++) {
            const i = (Math.min(h - 1, gz) * d + Math.min(d - 1, gy)) * w + Math.max(0, Math.min(w - 1, gx + a));
            if (owner[i] >= 0 && owner[i] !== k) throw new Error(`${p.id} ${p.copy} is in ${packing.placed[owner[i]].id} ${packing.placed[owner[i]].copy}`);
          }
          if (gx < w && gy < d && gz < h) owner[(gz * d + gy) * w + gx] = k;
        }
  });
}

describe('a bin of powder', () => {
  it('takes boxes as they fit, layer on layer, no closer than the gap', () => {
    // 3 × 3 boxes of 30 with 2 between them need 94 of 100; 20 boxes are three layers of 30 + 2.
    const parts = [{ id: 'b', mesh: box(30, 30, 30), count: 20 }];
    const p = pack(parts, { bin_mm: [100, 100, 200], gap_mm: 2, cell_mm: 1, goOn: () => false });
    expect([p.placed.length, p.height_mm, p.left]).toEqual([20, 94, []]);
    expect(p.fill).toBeCloseTo((20 * 27_000) / (100 * 100 * 94), 6);
    clear(parts, p, [100, 100, 200], 2);
  });
  it('puts small things into open hollows, not into closed ones', () => {
    const cups = { id: 'cup', mesh: CUP, count: 4 }, balls = { id: 'ball', mesh: sphere(10, 32), count: 4 };
    const p = pack([cups, balls], { bin_mm: [120, 120, 200], gap_mm: 1, cell_mm: 1, goOn: () => false });
    expect(p.placed.length).toBe(8);
    // Balls of 20 in cups of 45 with a floor of 5: nothing stands higher than the cups.
    expect(p.height_mm).toBeCloseTo(45, 1);
    const hollow = voxelise(sphere(10, 32), 1);
    expect(hollow.full.reduce((s, x) => s + x, 0)).toBeGreaterThan((4 / 3) * Math.PI * 1000);
  });
  it('leaves out what does not fit, and says so', () => {
    const p = pack([{ id: 'b', mesh: box(60, 60, 60), count: 3 }, { id: 'long', mesh: box(300, 5, 5), count: 1 }], { bin_mm: [100, 100, 70], gap_mm: 2 });
    expect([p.placed.map((x) => x.id), p.left]).toEqual([['b'], [{ id: 'b', count: 2 }, { id: 'long', count: 1 }]]);
  });
  it('of a resin plate keeps all on the plate', () => {
    const p = pack([{ id: 'b', mesh: box(40, 40, 20), count: 9 }], { bin_mm: [100, 100, 200], gap_mm: 3, stacked: false });
    expect([p.placed.length, p.placed.every((x) => x.at_mm[2] === 0)]).toEqual([4, true]);
  });
  it('turns parts by quarters where that helps', () => {
    const p = pack([{ id: 'bar', mesh: box(90, 20, 10), count: 2 }], { bin_mm: [40.5, 100, 50], gap_mm: 0, cell_mm: 0.5 });
    expect(p.placed.map((x) => x.turn_deg)).toEqual([90, 90]);
    expect(p.height_mm).toBe(10);
  });
  it('packs sixty parts a tenth lower than a height map does, and above no bound', () => {
    const parts = SIXTY;
    const bin = [200, 160, 300] as const;
    const p = pack(parts, { bin_mm: bin, gap_mm: 3, cell_mm: 2.5, goOn: () => false });
    expect(p.placed.length).toBe(60);
    expect(p.height_mm).toBeGreaterThanOrEqual(p.least_height_mm);
    expect(p.height_mm).toBeLessThan(0.9 * heightMap(parts, bin, 3, p.cell_mm));
    clear(parts, p, bin, 3);
    expect(p.shares.reduce((s, x) => s + x.share, 0)).toBeCloseTo(1, 9);
  });
  it('keeps parts apart whatever they are (property)', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            w: fc.integer({ min: 4, max: 40 }),
            d: fc.integer({ min: 4, max: 40 }),
            h: fc.integer({ min: 4, max: 40 }),
            count: fc.integer({ min: 1, max: 4 }),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        fc.integer({ min: 0, max: 4 }),
        (sizes, gap) => {
          const parts = sizes.map(({ w, d, h, count }, i) => ({ id: `p${i}`, mesh: box(w, d, h), count }));
          const bin = [60, 60, 120] as const;
          const p = pack(parts, { bin_mm: bin, gap_mm: gap, cell_mm: 1, goOn: () => false });
          clear(parts, p, bin, gap);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('refuses what is no bin, and can be given up', () => {
    const one = [{ id: 'b', mesh: box(10, 10, 10), count: 1 }];
    expect(() => pack(one, { bin_mm: [0, 10, 10], gap_mm: 1 })).toThrow(/no size/);
    expect(() => pack([], { bin_mm: [10, 10, 10], gap_mm: 1 })).toThrow(/nothing to put in/);
    expect(() =>
      pack(one, {
        bin_mm: [50, 50, 50],
        gap_mm: 1,
        progress: () => {
          throw new Error('stopped');
        },
      })
    ).toThrow('stopped');
  });
});
