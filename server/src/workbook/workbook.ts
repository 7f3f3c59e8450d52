import ExcelJS from 'exceljs';
import type { CaseDoc } from '@cuadro/core/case/types';
import { overrideEntries } from '@cuadro/core/routes/worksheet';
import type { RouteResult } from '@cuadro/core/routes/evaluate-route';
import { unitText } from '@cuadro/core/quantity/quantity';
import { computedName } from '@cuadro/core/worksheet/compile';
import { computedValueOf, valueOf } from '@cuadro/core/worksheet/evaluate';
import { spreadsheetFormula } from '@cuadro/core/worksheet/spreadsheet';

const HEAD: Partial<ExcelJS.Font> = { bold: true, color: { argb: 'FF0D4A52' } };
const SUMMARY = ['price_each', 'price_once', 'price_order', 'mass_tool', 'tools_bought', 'cost_per_cycle', 'price_programme', 'wait_cost', 'programme_with_wait'] as const;

/**
 * The audit workbook: one sheet a route with its entries and its lines as live formulas, and a summary that points at
 * them. Changing an entry in any spreadsheet program changes everything that hangs on it.
 */
export async function auditWorkbook(doc: CaseDoc, currency: string, results: readonly [string, RouteResult][]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.calcProperties.fullCalcOnLoad = true;
  const summary = book.addWorksheet('Summary');
  summary.columns = [{ width: 34 }, { width: 14 }, ...results.map(() => ({ width: 22 }))];
  summary.addRow([doc.title]).font = { ...HEAD, size: 14 };
  summary.addRow(['Figures at likely values. Each points at the route\'s own sheet, where it is computed line by line.']);
  summary.addRow([]);
  summary.addRow(['Figure', 'Unit', ...results.map(([letter, r]) => `${letter} ${r.route.process.label}, ${r.route.material.label}`)]).font = HEAD;

  const addresses = results.map(([letter, result]) => routeSheetOf(book, letter, result, currency));
  for (const name of SUMMARY) {
    const line = results[0]?.[1].route.sheet.lines.get(name);
    if (!line) continue;
    summary.addRow([
      line.label,
      unitText(line.unit, currency),
      ...results.map(([letter, r], i): ExcelJS.CellFormulaValue => ({ formula: `'${letter}'!${addresses[i].get(name)}`, result: valueOf(r.point, name), date1904: false })),
    ]);
  }
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** @returns the cell of each entry and line on the route's sheet */
function routeSheetOf(book: ExcelJS.Workbook, letter: string, { route, point, lead }: RouteResult, currency: string): Map<string, string> {
  const sheet = book.addWorksheet(letter);
  sheet.columns = [{ width: 40 }, { width: 14 }, { width: 16 }, { width: 12 }, { width: 12 }, { width: 22 }, { width: 60 }];
  sheet.addRow([`${letter}: ${route.process.label}, ${route.material.label}`]).font = { ...HEAD, size: 13 };
  const address = new Map<string, string>();
  const used = new Set(route.sheet.inputs);

  sheet.addRow([]);
  sheet.addRow(['Entry', 'Unit', 'Likely', 'Low', 'High', 'Name', 'Source']).font = HEAD;
  for (const e of [...route.entries, ...overrideEntries(route)]) {
    if (!used.has(e.name)) continue;
    const likely = e.name === 'lead_days' ? lead.days : e.likely;
    const row = sheet.addRow([e.label, unitText(e.unit, currency), likely, e.low, e.high, e.name, `${e.source.kind}: ${e.source.text}`]);
    address.set(e.name, `$C$${row.number}`);
  }
  sheet.addRow([]);
  sheet.addRow(['Line', 'Unit', 'Value', '', '', 'Name', 'Remark']).font = HEAD;
  // Formulas may only point at cells that have a place: lines come in the order in which they are computed.
  for (const name of route.sheet.order) {
    const line = route.sheet.lines.get(name)!;
    const over = route.overrides[name];
    const formula = spreadsheetFormula(route.sheet, name, (n) => address.get(n)!);
    const remark = over ? 'Computed; the figure used is the one put over it, among the entries.' : (line.note ?? '');
    const row = sheet.addRow([over ? `${line.label} (computed)` : line.label, unitText(line.unit, currency), { formula, result: computedValueOf(point, name) }, '', '', over ? computedName(name) : name, remark]);
    if (!over) address.set(name, `$C$${row.number}`);
  }
  sheet.views = [{ state: 'frozen', ySplit: 1 }];
  return address;
}
