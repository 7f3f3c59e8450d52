import fc from 'fast-check';
import { readCad } from '@cuadro/core/shape/formats/cad';
import { igesBox, stepCylinder } from '@cuadro/core/shape/formats/cad-testing';
import { MeshError } from '@cuadro/core/shape/mesh';
import { measure } from '@cuadro/core/shape/measure';
import { cadKernel } from './kernel';

const read = async (bytes: Uint8Array, name: string, tolerance = 0.05) => measure(readCad(await cadKernel(), bytes, name, tolerance).mesh);

describe('model files', () => {
  it('STEP: a cylinder is closed and has πr²h to the tolerance, and a finer one comes nearer', async () => {
    const exact = Math.PI * 20 ** 2 * 30;
    const coarse = await read(stepCylinder(20, 30), 'pin.step', 0.5);
    const fine = await read(stepCylinder(20, 30), 'pin.stp', 0.01);
    expect([coarse.watertight, fine.watertight]).toEqual([true, true]);
    expect(fine.triangles).toBeGreaterThan(coarse.triangles);
    // A chord at distance e inside a circle of radius r takes at most 2 e/r of its area.
    expect(Math.abs(fine.volume_mm3 / exact - 1)).toBeLessThan(0.001);
    expect(Math.abs(coarse.volume_mm3 / exact - 1)).toBeLessThan(0.05);
    expect(Math.abs(fine.volume_mm3 - exact)).toBeLessThan(Math.abs(coarse.volume_mm3 - exact));
  });
  it('goes by the size of the part where nobody asks, and says how far', async () => {
    const kernel = await cadKernel();
    // A thousandth of half of the mean side: 40 × 40 × 30, then ten times that, then a tenth.
    const [usual, large, small] = [[20, 30], [200, 300], [2, 3]].map(([r, h]) => readCad(kernel, stepCylinder(r, h), 'pin.step'));
    expect(usual.tolerance_mm).toBeCloseTo(5e-4 * (110 / 3), 3);
    expect([large.tolerance_mm, small.tolerance_mm]).toEqual([expect.closeTo(0.18, 2), 0.01]);
    // As many chords to a circle, small or large, down to the least.
    expect(large.mesh.indices.length).toBe(usual.mesh.indices.length);
    for (const [{ mesh, tolerance_mm }, r, h] of [[usual, 20, 30], [large, 200, 300], [small, 2, 3]] as const) {
      const m = measure(mesh);
      expect(m.watertight).toBe(true);
      expect(1 - m.volume_mm3 / (Math.PI * r * r * h)).toBeLessThan((2 * tolerance_mm) / r);
    }
  });
  it('STEP in inches comes out in millimetres', async () => {
    expect((await read(stepCylinder(2, 3, true), 'pin.step')).box_mm[2]).toBeCloseTo(76.2, 2);
  });
  it('IGES: the faces of a box are joined into a closed one', async () => {
    const m = await read(igesBox(60, 40, 20), 'box.igs');
    expect(m.box_mm.map((x) => +x.toFixed(3))).toEqual([60, 40, 20]);
    expect(m.area_mm2).toBeCloseTo(2 * (2400 + 1200 + 800), 1);
  });
  it.each<[string, Uint8Array, string]>([
    ['text under a STEP name', new TextEncoder().encode('hello'), 'a.step'],
    ['a STEP file cut in half', stepCylinder(5, 5).slice(0, 1500), 'a.step'],
    ['a STEP without a solid', new TextEncoder().encode('ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;'), 'a.step'],
    ['text under an IGES name', new TextEncoder().encode('hello'), 'a.igs'],
    ['nothing', new Uint8Array(), 'a.iges'],
  ])('%s ends in a clear error', async (_what, bytes, name) => {
    await expect(read(bytes, name)).rejects.toThrow(MeshError);
  });
  it('however a file is damaged, it ends as a mesh or in a clear error', async () => {
    const kernel = await cadKernel();
    const damage = fc.record({
      iges: fc.boolean(),
      cut: fc.double({ min: 0, max: 1, noNaN: true }),
      hits: fc.array(fc.tuple(fc.nat(), fc.integer({ min: 32, max: 126 })), { maxLength: 12 }),
    });
    let refused = 0;
    fc.assert(
      fc.property(damage, ({ iges, cut, hits }) => {
        const good = iges ? igesBox(6, 4, 2) : stepCylinder(2, 3);
        const bytes = good.slice(0, Math.ceil(good.length * Math.sqrt(cut)));
        for (const [at, byte] of hits) if (bytes.length) bytes[at % bytes.length] = byte;
        try {
          const { mesh } = readCad(kernel, bytes, iges ? 'a.igs' : 'a.step', 0.5);
          expect(mesh.vertices.every(Number.isFinite)).toBe(true);
          expect(mesh.indices.every((i) => i < mesh.vertices.length / 3)).toBe(true);
        } catch (e) {
          if (!(e instanceof MeshError)) throw e;
          refused++;
        }
      }),
      { numRuns: 60 },
    );
    expect(refused).toBeGreaterThan(10);
  });
  it('refuses an absurd tolerance', async () => {
    await expect(read(stepCylinder(5, 5), 'a.step', 0)).rejects.toThrow(/between/);
  });
});
