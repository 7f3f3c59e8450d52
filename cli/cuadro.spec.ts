import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { writeStl } from '@cuadro/core/shape/formats/stl';

const folder = mkdtempSync(join(tmpdir(), 'cuadro-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));

function cuadro(...args: string[]): { status: number | null; out: string; err: string } {
  const env = { ...process.env };
  delete env['NODE_OPTIONS'];
  const r = spawnSync(process.execPath, [resolve(__dirname, '../node_modules/tsx/dist/cli.mjs'), resolve(__dirname, 'cuadro.ts'), ...args], { encoding: 'utf8', env });
  return { status: r.status, out: r.stdout, err: r.stderr };
}
const file = (name: string, bytes: Uint8Array | string): string => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

describe('cuadro measure', () => {
  // A tetrahedron with legs of 12: V = 12³/6 = 288, area 3 · 72 + √3/2 · 12² = 340.7, centroid at a quarter of each leg.
  const tetra = writeStl([0, 0, 0, 12, 0, 0, 0, 12, 0, 0, 0, 12], [0, 2, 1, 0, 1, 3, 0, 3, 2, 1, 2, 3]);

  it('prints JSON of a binary STL', () => {
    const { status, out } = cuadro('measure', file('t.stl', tetra));
    expect(status).toBe(0);
    const m = JSON.parse(out);
    expect(m).toMatchObject({ triangles: 4, box_mm: [12, 12, 12], watertight: true, shells: 1 });
    expect(m.volume_mm3).toBeCloseTo(288, 9);
    expect(m.area_mm2).toBeCloseTo(216 + (Math.sqrt(3) / 2) * 144, 6);
    for (const x of m.centroid_mm) expect(x).toBeCloseTo(3, 9);
  });
  it('takes inches', () => {
    expect(JSON.parse(cuadro('measure', file('i.stl', tetra), '--unit', 'inch').out).volume_mm3 / (288 * 25.4 ** 3)).toBeCloseTo(1, 6);
  });
  it('exits 2 with one line for a file it cannot read', () => {
    for (const path of [file('cut.stl', tetra.slice(0, 150)), file('empty.stl', ''), file('text.stl', 'hello'), join(folder, 'missing.stl')]) {
      const { status, out, err } = cuadro('measure', path);
      expect({ status, out, lines: err.trimEnd().split('\n').length }).toEqual({ status: 2, out: '', lines: 1 });
    }
  });
  it('tells how it is used', () => {
    for (const args of [[], ['weigh'], ['measure'], ['measure', 'a', '--unit', 'furlong'], ['measure', 'a', '--depth']]) expect(cuadro(...args)).toMatchObject({ status: 64, err: expect.stringContaining('usage') });
  });
});

describe('cuadro slice', () => {
  it('gives area and perimeter of every layer: a box of 8 × 6 × 2 at 0.5', () => {
    const v = [0, 2].flatMap((z) => [0, 6].flatMap((y) => [0, 8].flatMap((x) => [x, y, z])));
    const box = writeStl(v, [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5]);
    const { status, out } = cuadro('slice', file('box.stl', box), '--layer', '0.5', '--json');
    expect(status).toBe(0);
    const s = JSON.parse(out);
    expect(s.layers).toBe(4);
    for (const x of s.area_mm2) expect(x).toBeCloseTo(48, 9);
    for (const x of s.perimeter_mm) expect(x).toBeCloseTo(28, 9);
    expect(s.volume_mm3).toBeCloseTo(96, 9);
    expect(cuadro('slice', file('box.stl', box), '--layer', 'thin')).toMatchObject({ status: 64 });
    expect(cuadro('slice', file('box.stl', box), '--layer', '0.000001')).toMatchObject({ status: 2 });
  });
});
