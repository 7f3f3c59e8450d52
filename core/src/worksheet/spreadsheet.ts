import type { Sheet } from './compile';
import { plainArithmetic, type Expr } from './parse';

const INFIX: Record<string, string> = {
  add: '+',
  subtract: '-',
  multiply: '*',
  divide: '/',
  pow: '^',
  smaller: '<',
  smallerEq: '<=',
  larger: '>',
  largerEq: '>=',
  equal: '=',
};
const CALL: Record<string, string> = {
  min: 'MIN',
  max: 'MAX',
  abs: 'ABS',
  sqrt: 'SQRT',
  exp: 'EXP',
  log: 'LN',
  choose: 'IF',
  sin: 'SIN',
  cos: 'COS',
  tan: 'TAN',
  asin: 'ASIN',
  acos: 'ACOS',
  atan: 'ATAN',
};

/**
 * A line's expression as a spreadsheet formula (without the leading `=`), so that an export stays live.
 * Rounding goes through CEILING and FLOOR: spreadsheet programs do not agree on INT of negative numbers.
 * @param cell address of the cell that holds a line or entry
 */
export function spreadsheetFormula(sheet: Sheet, line: string, cell: (name: string) => string): string {
  const write = (written: Expr): string => {
    const e = written.kind === 'call' ? plainArithmetic(written) : written;
    if (e.kind === 'number') return String(e.value);
    if (e.kind === 'name') return cell(e.name);
    const args = e.args.map(write);
    if (INFIX[e.op]) return `(${args[0]}${INFIX[e.op]}${args[1]})`;
    // Spreadsheets take the legs of the angle the other way round, and their AND and OR are not numbers; FALSE<>0 is true there.
    if (e.op === 'atan2') return `ATAN2(${args[1]},${args[0]})`;
    if (e.op === 'and' || e.op === 'or') return `IF(${e.op.toUpperCase()}(${args.map((a) => `${a}*1<>0`).join(',')}),1,0)`;
    if (e.op === 'unaryMinus') return `(-${args[0]})`;
    if (e.op === 'ceil') return `CEILING(${args[0]},1)`;
    if (e.op === 'floor') return `FLOOR(${args[0]},1)`;
    return `${CALL[e.op]}(${args.join(',')})`;
  };
  return write(sheet.exprs.get(line)!);
}
