import type ExcelJS from 'exceljs';
import type { CaseDoc } from '@cuadro/core/case/types';
import { LEAD_ENTRY, overrideEntries } from '@cuadro/core/routes/worksheet';
import type { RouteResult } from '@cuadro/core/routes/evaluate-route';
import { unitText } from '@cuadro/core/quantity/quantity';
import { computedName } from '@cuadro/core/worksheet/compile';
import { computedValueOf, valueOf } from '@cuadro/core/worksheet/evaluate';
import type { Figured } from '@cuadro/core/worksheet/figured';
import { spreadsheetFormula } from '@cuadro/core/worksheet/spreadsheet';

export const HEAD: Partial<ExcelJS.Font> = { bold: true, color: { argb: 'FF0D4A52' } };
const SUMMARY = [
  'price_each',
  'price_once',
  'price_order',
  'mass_tool',
  'tools_bought',
  'cost_per_cycle',
  'price_programme',
  'wait_cost',
  'programme_with_wait',
] as const;

/**
 * The audit workbook: one sheet a route with its entries and its lines as live formulas, and a summary that points at
 * them. Changing an entry in any spreadsheet program changes everything that hangs on it.
 */
export async function auditWorkbook(
  doc: CaseDoc,
  currency: string,
  results: readonly [string, RouteResult][],
  plans: readonly Figured[] = [],
): Promise<Buffer> {
  // Half a second to load: not at every start of the service.
  const { default: excel } = await import('exceljs');
  const book = new excel.Workbook();
  book.calcProperties.fullCalcOnLoad = true;
  const summary = book.addWorksheet('Summary');
  summary.columns = [{ width: 34 }, { width: 14 }, ...results.map(() => ({ width: 22 }))];
  summary.addRow([doc.title]).font = { ...HEAD, size: 14 };
  summary.addRow(["Figures at likely values. Each points at the route's own sheet, where it is computed line by line."]);
  summary.addRow([]);
  summary.addRow(['Figure', 'Unit', ...results.map(([letter, r]) => `${letter} ${r.title}`)]).font = HEAD;

  const addresses = results.map(([letter, r]) => sheetOf(book, letter, `${letter}: ${r.title}`, r, currency, { [LEAD_ENTRY]: r.lead.days }));
  for (const plan of plans) sheetOf(book, plan.title.slice(0, 31), plan.title, plan, currency);
  for (const name of SUMMARY) {
    const line = results[0]?.[1].sheet.lines.get(name);
    if (!line) continue;
    summary.addRow([
      line.label,
      unitText(line.unit, currency),
      ...results.map(([letter, r], i): ExcelJS.CellFormulaValue => ({
        formula: `'${letter}'!${addresses[i].get(name)}`,
        result: valueOf(r.point, name),
        date1904: false,
      })),
    ]);
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/**
 * One sheet for one subject.
 * @param worked values of entries that were worked out beside the sheet
 * @returns the cell of each entry and line
 */
export function sheetOf(
  book: ExcelJS.Workbook,
  name: string,
  title: string,
  { sheet: lines, entries, overrides, point }: Figured,
  currency: string,
  worked: Readonly<Record<string, number>> = {},
): Map<string, string> {
  const sheet = book.addWorksheet(name);
  sheet.columns = [{ width: 40 }, { width: 14 }, { width: 16 }, { width: 12 }, { width: 12 }, { width: 22 }, { width: 60 }];
  sheet.addRow([title]).font = { ...HEAD, size: 13 };
  const address = new Map<string, string>();
  const used = new Set(lines.inputs);

  sheet.addRow([]);
  sheet.addRow(['Entry', 'Unit', 'Likely', 'Low', 'High', 'Name', 'Source']).font = HEAD;
  for (const e of [...entries, ...overrideEntries({ sheet: lines, overrides })]) {
    if (!used.has(e.name)) continue;
    const likely = worked[e.name] ?? e.likely;
    const row = sheet.addRow([e.label, unitText(e.unit, currency), likely, e.low, e.high, e.name, `${e.source.kind}: ${e.source.text}`]);
    address.set(e.name, `$C$${row.number}`);
  }
  sheet.addRow([]);
  sheet.addRow(['Line', 'Unit', 'Value', '', '', 'Name', 'Remark']).font = HEAD;
  // Formulas may only point at cells that have a place: lines come in the order in which they are computed.
  for (const name of lines.order) {
    const line = lines.lines.get(name)!;
    const over = overrides[name];
    const formula = spreadsheetFormula(lines, name, (n) => address.get(n)!);
    const remark = over ? 'Computed; the figure used is the one put over it, among the entries.' : (line.note ?? '');
    const row = sheet.addRow([
      over ? `${line.label} (computed)` : line.label,
      unitText(line.unit, currency),
      { formula, result: computedValueOf(point, name) },
      '',
      '',
      over ? computedName(name) : name,
      remark,
    ]);
    if (!over) address.set(name, `$C$${row.number}`);
  }
  sheet.views = [{ state: 'frozen', ySplit: 1 }];
  return address;
}
