import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { prism } from '@cuadro/core/make/solids';
import { stepCylinder } from '@cuadro/core/shape/formats/cad-testing';
import { scanOf } from '@cuadro/core/proof/scan-testing';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import type { Mesh } from '@cuadro/core/shape/mesh';
import { box, drilledPlate, join as sideBySide, moved, tube } from '@cuadro/core/shape/testing';
import { turned } from '@cuadro/core/shape/turn';
import { bundled } from '../server/src/testing/bundled';

const bundle = bundled('cli', ['cli/cuadro.ts'], 'STAY');
const folder = mkdtempSync(join(tmpdir(), 'cuadro-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));

function cuadro(...args: string[]): { status: number | null; out: string; err: string } {
  const env = { ...process.env };
  delete env['NODE_OPTIONS'];
  const r = spawnSync(process.execPath, [join(bundle, 'cuadro.mjs'), ...args], { cwd: resolve(__dirname, '..'), encoding: 'utf8', env });
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
    for (const args of [[], ['weigh'], ['measure'], ['measure', 'a', '--unit', 'furlong'], ['measure', 'a', '--depth']])
      expect(cuadro(...args)).toMatchObject({ status: 64, err: expect.stringContaining('usage') });
  });
});

describe('cuadro features', () => {
  it('names what a plate is made from, its holes with their pattern, its clampings and how it is cut', () => {
    const plate = drilledPlate(120, 80, 10, [[9, 20, 20], [9, 100, 20], [9, 20, 60], [9, 100, 60], [30, 60, 40]]);
    const { status, out } = cuadro('features', file('plate.stl', writeStl([...plate.vertices], [...plate.indices])), '--json');
    expect(status).toBe(0);
    const f = JSON.parse(out);
    expect(f.bodies).toEqual([{
      volume_mm3: expect.closeTo(96_000 - 10 * Math.PI * (4 * 4.5 ** 2 + 15 ** 2), -3),
      box_mm: [120, 80, 10].map((x) => expect.closeTo(x, 3)),
      kind: 'plate',
    }]);
    expect(f.holes.map((h: { kind: string; diameter_mm: number; count_in_pattern?: number }) => [h.kind, Math.round(h.diameter_mm), h.count_in_pattern]))
      .toEqual([['through', 30, undefined], ...Array.from({ length: 4 }, () => ['through', 9, 4])]);
    expect(f.setups).toEqual({ three_axis: 2, four_axis: 1, five_axis: 2, unreachable: [] });
    expect(f.cut_plan).toEqual({ thickness_mm: expect.closeTo(10, 3), length_mm: expect.closeTo(400 + Math.PI * (36 + 30), -0.5), pierces: 6, then: [] });
  });
  it('reads a foreign CAD model: a flange whose file holds cylinders of 18 and, six times, of 3.5', () => {
    const { holes, bodies } = JSON.parse(cuadro('features', 'node_modules/occt-import-js/test/testfiles/cax-if/io1-cm-214.stp').out);
    expect(bodies.map((b: { kind: string }) => b.kind)).toEqual(['turned']);
    expect(
      holes.map((h: { kind: string; diameter_mm: number; count_in_pattern?: number }) => [h.kind, Math.round(h.diameter_mm * 100) / 100, h.count_in_pattern]),
    )
      .toEqual([['through', 36, undefined], ...Array.from({ length: 6 }, () => ['through', 7, 6])]);
  });
});

describe('cuadro slice', () => {
  it('gives area and perimeter of every layer: a box of 8 × 6 × 2 at 0.5', () => {
    const v = [0, 2].flatMap((z) => [0, 6].flatMap((y) => [0, 8].flatMap((x) => [x, y, z])));
    const bytes = writeStl(v, [0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4, 2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5]);
    const { status, out } = cuadro('slice', file('box.stl', bytes), '--layer', '0.5', '--json');
    expect(status).toBe(0);
    const s = JSON.parse(out);
    expect(s.layers).toBe(4);
    for (const x of s.area_mm2) expect(x).toBeCloseTo(48, 9);
    for (const x of s.perimeter_mm) expect(x).toBeCloseTo(28, 9);
    expect(s.volume_mm3).toBeCloseTo(96, 9);
    expect(cuadro('slice', file('box.stl', bytes), '--layer', 'thin')).toMatchObject({ status: 64 });
    expect(cuadro('slice', file('box.stl', bytes), '--layer', '0.000001')).toMatchObject({ status: 2 });
  });
});

describe('shape commands', () => {
  const write = (name: string, { vertices, indices }: Mesh): string => file(name, writeStl(vertices, indices));
  const json = (...args: string[]) => {
    const { status, out, err } = cuadro(...args, '--json');
    expect({ status, err }).toEqual({ status: 0, err: '' });
    return JSON.parse(out);
  };
  const plate = drilledPlate(60, 40, 10, [[12, 20, 20], [6, 45, 20]], 64);

  it('orient lists directions, best first: a gate laid down needs no support', () => {
    const gate = turned(prism([[0, 0], [10, 0], [10, 30], [50, 30], [50, 0], [60, 0], [60, 40], [0, 40]], [], 0, 20), [0, 1, 0]);
    const list = json('orient', write('gate.stl', gate));
    expect(list.length).toBeGreaterThan(200);
    expect(list[0].support_mm3).toBe(0);
    expect(list[0].height_mm).toBeCloseTo(20, 3);
    const upright = list.find((o: { up: number[] }) => o.up[2] === 1);
    expect(upright).toMatchObject({ overhang_mm2: expect.closeTo(800, 1), height_mm: expect.closeTo(40, 3) });
    expect(Math.abs(upright.support_mm3 / 24_000 - 1)).toBeLessThan(0.05);
  });
  it('bodies tells them apart, how they meet and what is likely bought', () => {
    const found = json('bodies', write('assembly.stl', sideBySide(box(60, 40, 10), moved(tube(6, 3.2, 1.6), [30, 20, 10]))));
    expect(found.bodies.map((b: { likely?: string }) => b.likely)).toEqual([undefined, 'washer']);
    expect(found.meetings).toEqual([{ a: 0, b: 1, how: 'touch' }]);
    const model = 'node_modules/occt-import-js/test/testfiles/cax-if/io1-cm-214.stp';
    expect(cuadro('bodies', model, '--unit', 'inch')).toMatchObject({ status: 64, err: expect.stringContaining('says its own unit') });
  });
  it('reach, holes and thickness of a drilled plate', () => {
    const path = write('plate.stl', plate);
    expect(json('reach', path)).toMatchObject({ setups: 2, unreachable_mm2: 0, prismatic_axis: 'z' });
    expect(json('holes', path)).toMatchObject([{ through: true, diameter_mm: expect.closeTo(12, 1), depth_mm: expect.closeTo(10, 3) }, {
      through: true,
      diameter_mm: expect.closeTo(6, 1),
    }]);
    expect(json('thickness', path)).toMatchObject({ median_mm: expect.closeTo(10, 2), gap_mm: expect.closeTo(6, 1) });
  });
  it('jaws writes two closed files that fit the part', () => {
    const out = join(folder, 'jaws');
    const report = json('jaws', write('part.stl', box(50, 40, 30)), '--blank', '80,30,40', '--clearance', '0.2', '--depth', '15', '--gap', '4', '--out', out);
    expect(report).toMatchObject({ opening_mm: 64, warnings: [], jaws: [{ watertight: true }, { watertight: true }] });
    for (const j of report.jaws) expect(json('measure', join(out, j.file)).volume_mm3 / (96_000 - 50.4 * 18.2 * 15.2)).toBeCloseTo(1, 3);
    expect(cuadro('jaws', join(folder, 'part.stl'))).toMatchObject({ status: 64 });
    expect(cuadro('jaws', join(folder, 'part.stl'), '--blank', '80,30,10', '--depth', '20', '--out', out)).toMatchObject({ status: 2, out: '' });
  });
  it('measure reads a STEP file', () => {
    expect(json('measure', file('pin.step', stepCylinder(20, 30))).volume_mm3 / (Math.PI * 400 * 30)).toBeCloseTo(1, 2);
  });
});

describe('cuadro screen', () => {
  it('puts every route to the example need, each check with its figure and reason', () => {
    const { status, out } = cuadro('screen', resolve(__dirname, '../docs/examples/oven-jig.json'), '--json');
    expect(status).toBe(0);
    const routes = JSON.parse(out) as {
      route: string;
      material: string;
      state: string;
      checks: { id: string; state: string; value?: number; limit?: number; unit?: string; reason: string; remedies?: string[] }[];
    }[];
    const of = (route: string, material: string) => routes.find((r) => r.route === route && r.material === material)!;
    // 95 °C: PLA softens, PA12-CF holds; a bushing is offered for a tenth.
    expect(of('extrusion-open', 'pla').state).toBe('fail');
    const nylon = of('extrusion-chamber', 'pa12-cf');
    expect(nylon.checks.find((c) => c.id === 'heat')).toMatchObject({ state: 'pass', value: 95, limit: 120, unit: '°C' });
    expect(nylon.checks.find((c) => c.id === 'tolerance')?.remedies).toContain('bushings');
    expect(new Set(routes.map((r) => `${r.route}/${r.material}`)).size).toBe(routes.length);
  });
  it('names what is wrong with a need', () => {
    const { status, err } = cuadro('screen', file('bad.json', '{"family":"tray","need":{"heat":3}}'));
    expect([status, err]).toEqual([2, expect.stringContaining('need.heat is not a requirement')]);
    expect(cuadro('screen', file('torn.json', '{"family":')).status).toBe(2);
  });
});

describe('cuadro decide', () => {
  interface Way {
    letter: string | null;
    process: string;
    material: string;
    state: string;
    chance_holds: number;
    price_each: number | null;
    price_order: number | null;
    programme_with_wait: number | null;
    p10: number | null;
    p50: number | null;
    p90: number | null;
    days: number | null;
    mass_kg: number | null;
  }
  const need = {
    family: 'hand-jig',
    mesh: 'body.stl',
    copies: 2,
    delay_per_day: 20,
    start: '2026-11-25',
    today: { way: 'machined', material: 'al-6061', price: 620, wait_days: 26, weight_kg: 2 },
    need: { serviceTemp: 28, load: 120, tolerance: 0.2 },
  };
  const decide = (name: string, json: object) => cuadro('decide', file(name, JSON.stringify(json)), '--json');

  it('gives the verdict and every way, money in medians, with the mesh beside the file; the same each time', () => {
    const body = box(200, 80, 30);
    file('body.stl', writeStl(body.vertices, body.indices));
    const { status, out, err } = decide('jig.json', need);
    expect([status, err]).toEqual([0, '']);
    expect(decide('jig.json', need).out).toBe(out);
    const { verdict, recommended, cheapest, ways } = JSON.parse(out) as {
      verdict: { kind: string; headline: string; process: string; material: string; reasons: string[]; conditions: string[]; cautions: string[] };
      recommended: Way;
      cheapest: Way;
      ways: Way[];
    };
    // A plain slab: it is cut or milled, whatever else could be done.
    expect(verdict).toMatchObject({ kind: 'simple', process: recommended.process, material: recommended.material });
    expect(verdict.reasons.join(' ')).toContain('T, the tool of today');
    const today = ways.find((w) => w.letter === 'T')!;
    // As said: 620 each, none once, and 2 kg.
    expect(today).toMatchObject({ process: 'today', state: 'pass', chance_holds: 1, price_each: 620, price_order: 1240, mass_kg: 2 });
    expect(today.days).toBeGreaterThan(20);
    // 480 cm³ of aluminium, 2.7 g each.
    expect(ways.find((w) => w.process === 'cnc-mill' && w.material === 'al-6061')!.mass_kg).toBeCloseTo(0.48 * 2.7, 1);
    for (const w of ways.filter((x) => x.p50 !== null)) {
      expect(w.p10!).toBeLessThanOrEqual(w.p50!);
      expect(w.p50!).toBeLessThanOrEqual(w.p90!);
      expect(w.programme_with_wait).toBe(w.p50);
    }
    expect(cheapest.programme_with_wait).toBe(Math.min(...ways.filter((w) => w.p50 !== null).map((w) => w.programme_with_wait!)));
    expect(ways.filter((w) => w.letter).map((w) => w.letter).sort().join('')).toMatch(/^A.*T$/);
  });
  it('solves a load table on the mesh: a finger of 100 × 20 × 10 under 40 N gives F l³/(3 E I)', () => {
    const arm = box(100, 20, 10);
    file('arm.stl', writeStl(arm.vertices, arm.indices));
    const at = (point: number[], normal: number[]): object => ({ point, normal });
    const { out, err } = decide('arm.json', {
      family: 'gripper',
      mesh: 'arm.stl',
      need: { serviceTemp: 20, copies: 1 },
      loads: [{ name: 'Finger', force: 40, way: 'z-', at: at([100, 10, 5], [1, 0, 0]) }],
      holds: [{ at: at([0, 10, 5], [-1, 0, 0]) }],
    });
    expect(err).toBe('');
    const { ways } = JSON.parse(out) as { ways: { material: string; process: string; loads?: { name: string; by: string; give_mm: number }[] }[] };
    const milled = ways.find((w) => w.process === 'cnc-mill' && w.material === 'al-6061')!.loads![0];
    expect(milled).toMatchObject({ name: 'Finger', by: 'solved' });
    // I = 20·10³/12, E of aluminium 69 000, and its shear.
    expect(Math.abs(milled.give_mm / ((40 * 100 ** 3) / (3 * 69_000 * 1666.7) + (1.2 * 40 * 100 * 2.7) / (69_000 * 200)) - 1)).toBeLessThan(0.05);
    expect(decide('bad.json', { family: 'gripper', loads: [{ kind: 'magic' }] }).err).toContain('loads.L01.kind');
    expect(decide('bad.json', { family: 'gripper', loads: { kind: 'push' } }).err).toContain('loads: a list of rows');
  });
  it('says what is wrong with a file, by field', () => {
    const said = (change: object): string => decide('wrong.json', { family: 'tray', ...change }).err;
    expect(said({ today: { way: 'conjured' } })).toContain('today.way');
    expect(said({ today: { price: 5 } })).toContain('today.way');
    expect(said({ today: { way: 'bought', colour: 'red' } })).toContain('today.colour is not a field');
    expect(said({ mesh: 'gone.stl' })).toContain('gone.stl: no such file');
    expect(said({ copies: 0 })).toContain('need.copies');
  });
});

describe('cuadro payback, life, align, pack', () => {
  it('weighs a flow of cash: −1000, then 100 a month for a year more than it', () => {
    const { status, out } = cuadro(
      'payback',
      file('flow.json', JSON.stringify({ cash_by_month: [-1000, ...Array<number>(12).fill(100)], discount_rate_year: 0 })),
      '--json',
    );
    expect(status).toBe(0);
    expect(JSON.parse(out)).toMatchObject({ npv: 200, payback_months: 10, discounted_payback_months: 10, irr_note: '' });
    // Σ 100/(1 + i)^k = 1000 over twelve months: i = 2.9229 % a month.
    expect((1 + JSON.parse(out).irr_year) ** (1 / 12) - 1).toBeCloseTo(0.029229, 6);
  });
  it('weighs a scenario, and refuses what is neither', () => {
    const scenario = {
      name: 'none',
      means: 'bureau',
      tools: [{ kind: 'jig', a_month: 10, today: 300, bureau: 200, print_h: 5, hands_h: 0, material: 0, mill_h: 0, program_h: 0, days: 0 }],
    };
    const r = JSON.parse(cuadro('payback', file('scenario.json', JSON.stringify(scenario))).out);
    expect([r.payback_months, r.utilisation.p50, r.cash_by_month.length]).toEqual([0, 0, 49]);
    for (
      const bad of ['{', '[]', '{"cash_by_month":["x"],"discount_rate_year":0}', '{"cash_by_month":[1],"discount_rate_year":-2}', '{"name":"x","means":"own"}']
    )
      expect(cuadro('payback', file('bad.json', bad))).toMatchObject({ status: 2, out: '' });
  });
  it('fits a life, and names the line of a bad log', () => {
    // One failure in each of two like groups: with β free, the likelihood of t = 1 and e is largest at a shape worked out by hand below.
    const r = JSON.parse(cuadro('life', file('log.csv', 'cycles,failed\n1000,1\n2718.281828459045,1\n')).out);
    // 1/β + 1/2 = e^β/(1 + e^β): β = 2.3994.
    expect(1 / r.shape + 0.5).toBeCloseTo(Math.exp(r.shape) / (1 + Math.exp(r.shape)), 9);
    expect(r.scale).toBeCloseTo(1000 * ((1 + Math.exp(r.shape)) / 2) ** (1 / r.shape), 6);
    expect(cuadro('life', file('bad.csv', 'cycles,failed\n100,1\n-5,0\n'))).toMatchObject({ status: 2, err: expect.stringContaining('line 3') });
    expect(cuadro('life', file('none.csv', 'cycles\n100\n'))).toMatchObject({ status: 2, err: expect.stringContaining('no column "failed"') });
  });
  it('lays a scan over its model: a plate moved by 5, −2 and 3', () => {
    const plate = drilledPlate(60, 30, 8, [[4, 12, 9], [6, 40, 20]], 64);
    const points = scanOf(plate, 4000, {});
    const cloud = Array.from({ length: 4000 }, (_, i) => [5, -2, 3].map((s, k) => points[3 * i + k] + s).join(' ')).join('\n');
    const r = JSON.parse(cuadro('align', file('scan.xyz', cloud), file('plate.stl', writeStl(plate.vertices, plate.indices)), '--json').out);
    [-5, 2, -3].forEach((t, k) => expect(r.translation_mm[k]).toBeCloseTo(t, 3));
    expect([r.share_within['0.1'], r.points]).toEqual([1, 4000]);
    expect(cuadro('align', file('few.xyz', '1 2 3'), join(folder, 'plate.stl'))).toMatchObject({ status: 2, err: expect.stringContaining('points') });
  });
  it('packs: eight cubes of 40 with 5 between them in 100 × 100 are two layers', () => {
    const cube = box(40, 40, 40);
    file('cube.stl', writeStl(cube.vertices, cube.indices));
    const r = JSON.parse(
      cuadro('pack', file('pack.json', JSON.stringify({ meshes: [{ mesh: 'cube.stl', count: 8 }], bin: [100, 100, 300], gap: 5, seconds: 0 }))).out,
    );
    expect([r.placed, r.positions.length, r.left]).toEqual([8, 8, []]);
    expect(r.height_mm).toBeGreaterThanOrEqual(85);
    expect(r.height_mm).toBeLessThan(87);
    const said = { meshes: [{ file: 'cube.stl', count: 8 }], bin: { x: 100, y: 100, z: 300 }, gap: 5, seconds: 0 };
    expect(JSON.parse(cuadro('pack', file('said.json', JSON.stringify(said))).out).height_mm).toBe(r.height_mm);
    expect(cuadro('pack', file('none.json', JSON.stringify({ meshes: [], bin: [1, 1, 1] })))).toMatchObject({ status: 2 });
  });
  it('loads a bar: a cantilever of 100 × 10 × 8 in steel gives F L³/3EI', () => {
    const bar = box(100, 10, 8);
    file('bar.stl', writeStl(bar.vertices, bar.indices));
    const ask = {
      mesh: 'bar.stl',
      elastic: { e_gpa: [200, 200, 200], nu: 0.3, density_g_cm3: 7.85 },
      supports: [{ kind: 'fixed', at: { point: [0, 5, 4], normal: [-1, 0, 0] } }],
      loads: [{ id: 'tip', kind: 'force', at: { point: [100, 5, 4], normal: [1, 0, 0] }, force_n: [0, 0, -100] }, {
        id: 'own',
        kind: 'gravity',
        g: [0, 0, -1],
      }, { id: 'pad', kind: 'force', at: { point: [50, 5, 8], normal: [0, 0, 1], within_mm: 3 }, force_n: [0, 0, -10] }],
      points: [{ id: 'end', at: [100, 5, 4] }],
      elements: 8000,
    };
    const r = JSON.parse(cuadro('mechanics', file('bar.json', JSON.stringify(ask)), '--json').out);
    const known = 100e6 / (3 * 200_000 * ((10 * 512) / 12));
    expect(Math.abs(-r.rows[0].points.end[2] / known - 1)).toBeLessThan(0.03);
    expect(r.mass_kg).toBeCloseTo(0.0628, 5);
    expect(r.rows[1].reaction_n[2]).toBeCloseTo(0.0628 * 9.80665, 4);
    expect(r.rows.map((x: { id: string }) => x.id)).toEqual(['tip', 'own', 'pad']);
    expect(Math.abs(r.rows[2].area_mm2 / (9 * Math.PI) - 1)).toBeLessThan(0.06);
    expect(r.rows[2]).not.toHaveProperty('stresses');
    // Sheets of fibre above and below: as much as was asked for, and stiffer by E I of the three layers.
    const laid = { ...ask, elastic: { e_gpa: [20, 20, 2], nu: 0.35 }, loads: [ask.loads[0]], fibre: { sheet_mm: 1, roof_mm: 0 } };
    const f = JSON.parse(cuadro('mechanics', file('laid.json', JSON.stringify(laid)), '--json').out);
    expect(f.fibre_mm3 / (100 * 10 * 2)).toBeCloseTo(1, 2);
    const ei = (10 / 12) * (20_000 * (8 ** 3 - 6 ** 3) + 2000 * 6 ** 3), shear = (1.2 * 100 * 100) / ((2000 / 2.7) * 80);
    expect(Math.abs(-f.rows[0].points.end[2] / (100e6 / (3 * ei) + shear) - 1)).toBeLessThan(0.08);
    for (
      const bad of [
        { ...ask, supports: [] },
        { ...ask, fibre: { rings: 2 } },
        { ...ask, elastic: undefined },
        { ...ask, elastic: undefined, material: 'cheese' },
        { ...ask, mesh: 'none.stl' },
        { ...ask, loads: [{ ...ask.loads[0], at: { point: [100, 5, 4], within_mm: -1 } }] },
        { ...ask, loads: [{ ...ask.loads[0], force_n: [1, 2] }] },
      ]
    )
      expect(cuadro('mechanics', file('bad.json', JSON.stringify(bad)))).toMatchObject({ status: 2, out: '' });
  });
});
