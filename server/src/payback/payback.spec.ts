import { discountedPayback, npv, payback } from '@cuadro/core/payback/cash';
import { evaluateScenario } from '@cuadro/core/payback/scenario';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import type { Values } from '@cuadro/core/inputs/spec';
import { renderPdf } from '../report/report';
import { recalculated } from '../workbook/testing';
import { paybackDefinition } from './report';
import { paybackWorkbook } from './workbook';

const VALUES: Values = {
  name: 'A second chamber',
  tools: [
    { kind: 'Jigs', a_month: 4, today: 420, mill_h: 2, program_h: 1.5, print_h: 11, hands_h: 0.8, material: 24, bureau: 210, days: 9 },
    { kind: 'Jaws', a_month: 6, today: 160, mill_h: 1, program_h: 0.5, print_h: 6, hands_h: 0.4, material: 12, bureau: 95, days: 4 },
  ],
  machines: [{ name: 'Extruder', count: 1, price: 28_000, speed: 1, draw: 1.8 }],
};
const result = evaluateScenario('s', VALUES, DEFAULT_SHOP, 400);

/** Cells of the recalculated workbook, by sheet, row and letter. */
async function cells(...asked: Parameters<typeof recalculated>): Promise<(sheet: string, row: number, column: string) => number | string> {
  const engine = await recalculated(...asked);
  return (sheet, row, column) => engine.getCellValue({ sheet: engine.getSheetId(sheet)!, row: row - 1, col: column.charCodeAt(0) - 65 }) as number | string;
}

describe('the workbook of a scenario', () => {
  it('comes, in an independent spreadsheet engine, month by month to the money of the page, and to what it is worth', async () => {
    const at = await cells(await paybackWorkbook(result, 'EUR'));
    const { cash, inHand } = result.view;
    cash.forEach((c, k) => {
      expect(at('Cash', 11 + k, 'C')).toBeCloseTo(c, 6);
      expect(at('Cash', 11 + k, 'D')).toBeCloseTo(inHand[k], 6);
    });
    const rate = result.values['discount'] as number;
    expect(at('Cash', 5, 'B')).toBeCloseTo(npv(cash, rate), 6);
    expect(at('Cash', 6, 'B')).toBeCloseTo(result.view.irr.rate!, 6);
    expect(at('Cash', 7, 'B')).toBeCloseTo(payback(cash)!, 8);
    expect(at('Cash', 8, 'B')).toBeCloseTo(discountedPayback(cash, rate)!, 8);
  });
  it('is live down to the money: twice as many jigs a month bring what they bring', async () => {
    const bytes = await paybackWorkbook(result, 'EUR');
    const at = await cells(bytes, (book) => (book.getWorksheet('Tools')!.getCell('B3').value = 8));
    const more = evaluateScenario(
      's',
      { ...VALUES, tools: [{ ...(VALUES['tools'] as Values[])[0], a_month: 8 }, (VALUES['tools'] as Values[])[1]] },
      DEFAULT_SHOP,
      1,
    );
    expect(at('Cash', 5, 'B')).toBeCloseTo(npv(more.view.cash, result.values['discount'] as number), 6);
    expect(at('Cash', 7, 'B')).toBeCloseTo(payback(more.view.cash)!, 8);
  });
  it('says where it is never paid back, and where nothing is listed', async () => {
    const dear = evaluateScenario('s', { ...VALUES, machines: [{ name: 'Gold', count: 1, price: 9e6, speed: 1, draw: 1 }] }, DEFAULT_SHOP, 1);
    const at = await cells(await paybackWorkbook(dear, 'EUR'));
    expect([at('Cash', 7, 'B'), at('Cash', 8, 'B')]).toEqual([`not within ${dear.view.months}`, `not within ${dear.view.months}`]);
    const nothing = evaluateScenario('s', { name: 'Nothing' }, DEFAULT_SHOP, 1);
    expect(typeof (await cells(await paybackWorkbook(nothing, 'EUR')))('Cash', 5, 'B')).toBe('number');
  });
});

describe('the report of a scenario', () => {
  it('has the answer, its chart, the others beside it, and all that it rests on', async () => {
    const other = evaluateScenario('t', { ...VALUES, name: 'All to a bureau', means: 'bureau' }, DEFAULT_SHOP, 200);
    const definition = paybackDefinition({
      chosen: result,
      others: [other],
      shop: DEFAULT_SHOP,
      printedAt: '2026-11-27T10:00',
    });
    const text = JSON.stringify(definition);
    for (const words of ['A second chamber', 'Paid back', 'All to a bureau', 'Jaws', 'Extruder', 'Learning it', 'Side by side', '<svg'])
      expect(text).toContain(words);
    expect((await renderPdf(definition)).subarray(0, 5).toString()).toBe('%PDF-');
  });
});
