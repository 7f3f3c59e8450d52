import { EMPTY_TODAY } from '@cuadro/core/case/today';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import { computedValueOf, valueOf } from '@cuadro/core/worksheet/evaluate';
import { recalculated } from './testing';
import { auditWorkbook } from './workbook';

describe('the audit workbook', () => {
  const doc = demoDoc({
    family: 'tray',
    today: { ...EMPTY_TODAY, way: 'machined', material: 'al-6061', cost: 333, wait_days: 20, delay_per_day: 15 },
    pins: [{ process: 'extrusion-fibre', material: 'pa-carbon' }, { process: 'powder-polymer', material: 'pa12-powder' }, {
      process: 'vat-resin',
      material: 'resin-tough',
    }, { process: 'cnc-mill', material: 'al-6061' }],
  });
  const { results } = evaluateCase(doc, BUILT_IN_SITE, 1);

  it('recalculates, in an independent spreadsheet engine, to the figures of the sheet', async () => {
    const engine = await recalculated(await auditWorkbook(doc, 'EUR', [...results]));
    let compared = 0;
    for (const [letter, result] of results) {
      const sheet = engine.getSheetId(letter)!;
      for (const row of engine.getSheetValues(sheet)) {
        const [, , value, , , name] = row as [unknown, unknown, number, unknown, unknown, string];
        const line = name?.replace('computed:', '');
        if (!line || !result.route.sheet.lines.has(line) || result.route.entries.some((e) => e.name === line)) continue;
        const want = name.startsWith('computed:') ? computedValueOf(result.point, line) : valueOf(result.point, line);
        expect(Math.abs(value - want)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(want)));
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(120);
  });
  it('is live: a changed entry changes what hangs on it, down to the summary', async () => {
    const engine = await recalculated(await auditWorkbook(doc, 'EUR', [...results]));
    const sheet = engine.getSheetId('B')!;
    const rows = engine.getSheetValues(sheet);
    const price = rows.findIndex((r) => r[5] === 'price_per_kg');
    const material = rows.findIndex((r) => r[5] === 'material_cost');
    const before = engine.getCellValue({ sheet, row: material, col: 2 }) as number;
    const summary = engine.getSheetId('Summary')!;
    const each = engine.getSheetValues(summary).findIndex((r) => r[0] === 'Price of one tool');
    const priceBefore = engine.getCellValue({ sheet: summary, row: each, col: 3 }) as number;
    engine.setCellContents({ sheet, row: price, col: 2 }, (rows[price][2] as number) * 2);
    expect(engine.getCellValue({ sheet, row: material, col: 2 })).toBeCloseTo(2 * before, 9);
    expect(engine.getCellValue({ sheet: summary, row: each, col: 3 }) as number).toBeGreaterThan(priceBefore);
  });
});
