import fc from 'fast-check';
import { factsOf } from '../plan/facts';
import { siteOf } from '../records/site';
import { shopSchema } from '../document/shop-schema';
import { screenAll } from '../decide/options';
import { demoDoc } from '../case/testing';
import { FINISHING, finishTo } from './finishing';
import { HARDWARE } from './hardware';
import { CSV_COLUMNS, readMaterials, withOwn, writeMaterials } from '../process/material-csv';
import { PROPERTIES } from './properties';
import { materialFaults } from '../process/material-faults';
import { material, MATERIALS, shelfOf } from './shelf';
import { DEFAULT_SHOP } from './shop';
import type { Material } from './types';

const SCHEMA = shopSchema;
const HEAD = 'id,label,processes,density,modulus,modulus_across,strength,strength_across,use_low,use,use_high,price,compressive,source';
const row = (id: string, more: Partial<Record<string, string>> = {}): string => {
  const cells: Record<string, string> = {
    id,
    label: `Nylon ${id}`,
    processes: 'extrusion-open',
    density: '1.1',
    modulus: '2',
    modulus_across: '1.5',
    strength: '50',
    strength_across: '30',
    use_low: '90',
    use: '100',
    use_high: '110',
    price: '60',
    compressive: '55',
    source: 'sheet of March',
    ...more as Record<string, string>,
  };
  return HEAD.split(',').map((c) => (/[",\n]/.test(cells[c]) ? `"${cells[c].replace(/"/g, '""')}"` : cells[c])).join(',');
};

describe('the built-in shelf', () => {
  it('has nothing against any of its own materials', () => {
    for (const m of MATERIALS) expect({ id: m.id, faults: materialFaults(m) }).toEqual({ id: m.id, faults: [] });
  });
  it('comes back from its own table as it went', () => {
    const { materials, faults } = readMaterials(writeMaterials(MATERIALS), []);
    expect(faults).toEqual([]);
    expect(materials.length).toBe(MATERIALS.length);
    const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-5 * Math.max(1e-9, Math.abs(b));
    for (const [i, m] of materials.entries())
      for (const p of PROPERTIES) {
        if (p.kind !== 'number') expect(p.get(m)).toBe(p.get(MATERIALS[i]));
        else for (const end of ['low', 'likely', 'high'] as const) if (p.get(MATERIALS[i])) expect(near(p.get(m)![end], p.get(MATERIALS[i])![end])).toBe(true);
      }
  });
  it('finishes with the quickest step that reaches the roughness', () => {
    // From a printed skin of 12 µm to 6.3: blasting does. To 1.6: milling is quicker than filling.
    const nest = { largest_mm: 400, material: material('pa12-powder') };
    expect(finishTo(6.3, 12, nest)?.id).toBe('blast');
    expect(finishTo(1.6, 12, nest)?.id).toBe('mill');
    expect(finishTo(0.4, 12, nest)?.id).toBe('polish');
    expect(finishTo(0.05, 12, nest)).toBeUndefined();
    expect(finishTo(3.2, 1.6, nest)).toBeUndefined();
    // To 3.2 a small part is tumbled, a large one milled; sand and a soft grip take nothing.
    const to = (largest_mm: number, id: string) => finishTo(3.2, 12, { largest_mm, material: material(id) })?.id;
    expect([to(80, 'pa12-powder'), to(400, 'pa12-powder'), to(2000, 'foundry-sand'), to(80, 'tpu-95a')]).toEqual(['tumble', 'mill', undefined, undefined]);
    for (const r of [...FINISHING.map((f) => f.ra_um), ...HARDWARE.map((h) => h.mass_g)]) expect(r.low <= r.likely && r.likely <= r.high).toBe(true);
  });
});

describe('own materials', () => {
  it('from before colours were kept have that of the row they stand for', () => {
    const older: Material = { ...material('pa12-powder'), colour: undefined };
    const own = (m: Material) => shelfOf({ ...DEFAULT_SHOP, materials: [{ material: m, history: [] }] }).material(m.id).colour;
    expect([own(older), own({ ...older, id: 'ours' }) ?? 'own', own({ ...older, colour: 'black' })]).toEqual(['light', 'own', 'black']);
  });
  it('stand before built-in ones, which are not lost', () => {
    const dearer = { ...material('pla'), price_per_kg: { low: 30, likely: 31, high: 32 }, source: { kind: 'you' as const, text: 'invoice' } };
    const shop = { ...DEFAULT_SHOP, materials: withOwn([], [dearer], MATERIALS, { at: '2026-11-25', who: 'me', how: '' }) };
    expect(shelfOf(shop).material('pla').price_per_kg.likely).toBe(31);
    expect(material('pla').price_per_kg.likely).toBe(25);
    expect(shop.materials[0].history).toEqual([{ at: '2026-11-25', who: 'me', what: expect.stringContaining('Price 18/25/40 → 30/31/32') }]);
    expect(() => SCHEMA.validateSync(shop, { strict: true })).not.toThrow();
    const again = withOwn(shop.materials, [{ ...dearer, note: 'x' }], shelfOf(shop).materials, { at: '2026-11-26', who: 'me', how: 'sheet.csv' });
    expect(again[0].history.map((h) => h.at)).toEqual(['2026-11-25', '2026-11-26']);
  });
  it('are screened like any other', () => {
    const { materials } = readMaterials(`${HEAD}\n${row('own-nylon')}`, []);
    const shop = { ...DEFAULT_SHOP, materials: withOwn([], materials, MATERIALS, { at: '', who: '', how: '' }) };
    expect(screenAll(factsOf(demoDoc(), siteOf(shop))).some((o) => o.material === 'own-nylon')).toBe(true);
  });
  it('a row for a material that is there changes what it names and leaves the rest', () => {
    const { materials, faults } = readMaterials('id,use,price\npei,195,\n', MATERIALS);
    expect(faults).toEqual([]);
    expect(materials[0].use_c).toEqual({ low: 195, likely: 195, high: 195 });
    expect(materials[0].price_per_kg).toEqual(material('pei').price_per_kg);
    expect(materials[0].label).toBe('PEI');
  });
  it('takes two thousand rows and names the bad ones by row and column', () => {
    const lines = Array.from({ length: 2000 }, (_, i) => row(`grade-${i}`));
    lines[10] = row('grade-10', { density: 'heavy' });
    lines[499] = row('grade-499', { use_low: '120' });
    lines[1200] = row('Grade 1200');
    lines[1500] = row('grade-3');
    lines[1999] = row('grade-1999', { processes: 'alchemy' });
    const { materials, faults } = readMaterials([HEAD, ...lines].join('\n'), MATERIALS);
    expect(materials.length).toBe(1995);
    expect(faults.map((f) => [f.row, f.column])).toEqual([[12, 'density'], [501, 'use'], [1202, 'id'], [1502, 'id'], [2001, 'processes']]);
    expect(faults[0].message).toBe('"heavy" is not a number.');
    expect(faults[3].message).toBe('"grade-3" is in row 5 already.');
  });
  it.each([
    ['', 1, 'id'],
    ['name,density\nx,1', 1, 'id'],
    [`${HEAD},smell\n${row('a')},sweet`, 1, 'smell'],
    [`${HEAD},colour\n${row('a')},red`, 2, 'colour'],
    [`${HEAD}\n${row('a', { price: '-4' })}`, 2, 'price'],
    [`${HEAD}\n${row('a', { source: '' })}`, 2, 'source'],
    [`${HEAD}\n${row('a', { processes: 'cnc-mill' })}`, 2, 'cutting'],
  ])('%j: fault in row %d, column %s', (csv, r, column) => {
    expect(readMaterials(csv, MATERIALS).faults).toEqual([expect.objectContaining({ row: r, column })]);
  });
  it('whatever is in the file, it ends in materials and faults', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string(), { maxLength: 6 }), { maxLength: 12 }),
        fc.shuffledSubarray(CSV_COLUMNS, { minLength: 1, maxLength: 6 }),
        (rows, head) => {
          const { materials, faults } = readMaterials([head.join(','), ...rows.map((r) => r.join(','))].join('\n'), MATERIALS);
          for (const m of materials) expect(materialFaults(m)).toEqual([]);
          for (const f of faults) expect(f.row).toBeGreaterThanOrEqual(1);
        },
      ),
      { numRuns: 150 },
    );
  });
  it('writes nothing that a spreadsheet would run', () => {
    const csv = writeMaterials([{ ...material('pla'), note: '=HYPERLINK("x")' }]);
    expect(csv).toContain("'=HYPERLINK");
    expect(readMaterials(csv, []).materials[0].note).toBe('=HYPERLINK("x")');
  });
});
