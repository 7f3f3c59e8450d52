import type ExcelJS from 'exceljs';
import type { TableInput, Values } from '@cuadro/core/inputs/spec';
import { shownUnit } from '@cuadro/core/inputs/text';
import { discountedPayback, inHand, npv, payback } from '@cuadro/core/payback/cash';
import type { PaybackResult } from '@cuadro/core/payback/scenario';
import { scenario as KIND } from '@cuadro/core/records/kinds/scenario';
import { HEAD, sheetOf } from '../workbook/workbook';

const LINES = 'Lines';
const formula = (text: string, result: number | string): ExcelJS.CellFormulaValue => ({ formula: text, result, date1904: false });
/** Of a table's sum, by which columns it is added up: as many a month times what one takes. */
const SUMS: Readonly<Record<string, readonly [table: string, by: string, column: string]>> = {
  listed_today: ['tools', 'a_month', 'today'],
  listed_mill: ['tools', 'a_month', 'mill_h'],
  listed_program: ['tools', 'a_month', 'program_h'],
  listed_print: ['tools', 'a_month', 'print_h'],
  listed_hands: ['tools', 'a_month', 'hands_h'],
  listed_material: ['tools', 'a_month', 'material'],
  listed_bureau: ['tools', 'a_month', 'bureau'],
  listed_days: ['tools', 'a_month', 'days'],
  listed_price: ['machines', 'count', 'price'],
};

/**
 * A scenario as an audit workbook: its tables, every line as a live formula, and the money month by month with what it is worth. Changing a tool, a price or an
 * entry in any spreadsheet program changes all that hangs on it.
 */
export async function paybackWorkbook(result: PaybackResult, currency: string): Promise<Buffer> {
  const { default: excel } = await import('exceljs');
  const book = new excel.Workbook();
  book.calcProperties.fullCalcOnLoad = true;
  const cash = book.addWorksheet('Cash');
  const tables = new Map(
    KIND.inputs.filter((i): i is TableInput => i.kind === 'table').map((
      t,
    ) => [t.id, tableSheet(book, t, (result.values[t.id] as readonly Values[] | undefined) ?? [], currency)]),
  );
  const address = sheetOf(book, LINES, result.title, result, currency);
  const lines = book.getWorksheet(LINES)!;
  for (const [name, [table, by, column]] of Object.entries(SUMS)) {
    const at = address.get(name), of = tables.get(table)!;
    if (at && of.rows)
      lines.getCell(at.replaceAll('$', '')).value = formula(
        `SUMPRODUCT(${of.column(by)},${of.column(column)})`,
        result.entries.find((e) => e.name === name)!.likely,
      );
  }
  cashSheet(cash, result, (name) => `'${LINES}'!${address.get(name)}`, currency);
  return Buffer.from(await book.xlsx.writeBuffer());
}

interface TableSheet {
  rows: number;
  /** The cells of a column, as a range. */
  column(id: string): string;
}

function tableSheet(book: ExcelJS.Workbook, table: TableInput, rows: readonly Values[], currency: string): TableSheet {
  const name = table.id === 'tools' ? 'Tools' : 'Machines';
  const sheet = book.addWorksheet(name);
  sheet.columns = table.columns.map((c) => ({ width: c.kind === 'text' ? 34 : 14 }));
  sheet.addRow([table.label]).font = { ...HEAD, size: 13 };
  sheet.addRow(table.columns.map((c) => {
    const unit = c.kind === 'number' ? shownUnit(c, 'metric', currency) : '';
    return unit ? `${c.label}, ${unit}` : c.label;
  })).font = HEAD;
  for (const row of rows) sheet.addRow(table.columns.map((c) => row[c.id] ?? (c.kind === 'number' ? 0 : '')));
  return {
    rows: rows.length,
    column: (id) => {
      const letter = sheet.getColumn(table.columns.findIndex((c) => c.id === id) + 1).letter;
      return `'${name}'!$${letter}$3:$${letter}$${2 + rows.length}`;
    },
  };
}

/** First row of the months. */
const FIRST = 11;

/** Month by month: how far it is used, money, money in hand, the same discounted; above them what it is worth. */
function cashSheet(sheet: ExcelJS.Worksheet, { title, values, view }: PaybackResult, at: (name: string) => string, currency: string): void {
  const { cash, months } = view;
  const rate = values['discount'] as number;
  const last = FIRST + months;
  const range = (letter: string): string => `$${letter}$${FIRST}:$${letter}$${last}`;
  const never = `not within ${months}`;
  /** The first month at which a sum rises over nothing; at once where it never is below. */
  const paid = (sums: string, months_at: string, x: number | null): ExcelJS.CellFormulaValue =>
    formula(`IF(MIN(${range(sums)})>=0,0,IF(COUNT(${range(months_at)})=0,"${never}",MIN(${range(months_at)})))`, x ?? never);
  sheet.columns = [{ width: 34 }, ...Array.from({ length: 7 }, () => ({ width: 18 }))];
  sheet.addRow([title]).font = { ...HEAD, size: 14 };
  sheet.addRow([`At likely figures, in ${currency}. Every figure hangs on the sheets Lines, Tools and Machines.`]);
  sheet.addRow(['Interest a year', rate]);
  sheet.addRow(['Soft gains counted, 1 or 0', view.countsSoft ? 1 : 0]);
  sheet.addRow(['Worth today', formula(`SUM(${range('F')})`, npv(cash, rate))]);
  sheet.addRow(['Return a year', formula(`IFERROR((1+IRR(${range('C')},0.01))^12-1,"none")`, view.irr.rate ?? 'none')]);
  sheet.addRow(['Paid back after months', paid('D', 'E', payback(cash))]);
  sheet.addRow(['Paid back with interest, months', paid('G', 'H', discountedPayback(cash, rate))]);
  sheet.addRow([]);
  sheet.addRow(['Month', 'Used to the full', 'Money', 'In hand', 'Paid back at', 'Discounted', 'In hand, discounted', 'Paid back at']).font = HEAD;
  const money = [
    `-${at('outlay')}`,
    ...cash.slice(1).map((_, k) => {
      const row = FIRST + 1 + k;
      return `$B${row}*(${at('gains')}-${at('follows')}+$B$4*${at('soft')})-${at('fixed')}${k + 1 === months ? `+${at('left_worth')}` : ''}`;
    }),
  ];
  const discounted = cash.map((c, k) => c / (1 + rate) ** (k / 12));
  /** A flow and its sum, and where the sum rises over nothing between two rows. */
  const sumOf = (flow: string, sum: string, row: number, k: number, xs: readonly number[]): (ExcelJS.CellFormulaValue | string)[] => {
    const sums = inHand(xs);
    if (k === 0) return [formula(`$${flow}${row}`, sums[0]), ''];
    const crosses = sums[k - 1] < 0 && sums[k] >= 0;
    return [
      formula(`$${sum}${row - 1}+$${flow}${row}`, sums[k]),
      formula(`IF(AND($${sum}${row - 1}<0,$${sum}${row}>=0),$A${row - 1}-$${sum}${row - 1}/$${flow}${row},"")`, crosses ? k - 1 - sums[k - 1] / xs[k] : ''),
    ];
  };
  for (const [k, c] of cash.entries()) {
    const row = FIRST + k;
    sheet.addRow([
      k,
      k === 0 ? 0 : formula(`IF(${at('growing')}>0,MIN(1,$A${row}/${at('growing')}),1)`, 0),
      formula(money[k], c),
      ...sumOf('C', 'D', row, k, cash),
      formula(`$C${row}/(1+$B$3)^($A${row}/12)`, discounted[k]),
      ...sumOf('F', 'G', row, k, discounted),
    ]);
  }
  sheet.views = [{ state: 'frozen', ySplit: FIRST - 1 }];
}
