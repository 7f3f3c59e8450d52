import ExcelJS from 'exceljs';
import { HyperFormula, type RawCellContent } from 'hyperformula';

/** A workbook as a spreadsheet program sees it: formulas only, every stored result thrown away. @param change made to it first, as a person would */
export async function recalculated(bytes: Buffer, change: (book: ExcelJS.Workbook) => void = () => undefined): Promise<HyperFormula> {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(bytes as unknown as ArrayBuffer);
  change(book);
  const sheets: Record<string, RawCellContent[][]> = {};
  for (const sheet of book.worksheets) {
    sheets[sheet.name] = [];
    sheet.eachRow({ includeEmpty: true }, (row, r) => {
      sheets[sheet.name][r - 1] = [];
      row.eachCell({ includeEmpty: true }, (cell, c) => {
        sheets[sheet.name][r - 1][c - 1] = cell.formula ? `=${cell.formula}` : (cell.value as RawCellContent);
      });
    });
  }
  return HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3' });
}
