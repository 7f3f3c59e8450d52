import { at, type Evaluation, evaluate } from './evaluate';
import type { Sheet } from './compile';
import type { Column, Entry } from './types';

export interface Swing {
  entry: string;
  /** Value of what is watched with this entry at its low (high), all others likely. */
  atLow: number;
  atHigh: number;
  /** |atHigh − atLow| */
  swing: number;
}

/**
 * One-at-a-time swing of a line, or of what is worked out of several by `watch`: each entry at its low and its high, all others at their likely value; largest first.
 * All 2k cases are one columnar evaluation.
 */
export function sensitivity(sheet: Sheet, entries: readonly Entry[], watch: string | ((out: Evaluation, sample: number) => number)): Swing[] {
  const loose = entries.filter((e) => e.high > e.low && sheet.inputs.includes(e.name));
  if (!loose.length) return [];
  const n = 2 * loose.length;
  const inputs: Record<string, Column> = Object.fromEntries(entries.map((e) => [e.name, e.likely]));
  loose.forEach((e, k) => {
    const column = new Float64Array(n).fill(e.likely);
    column[2 * k] = e.low;
    column[2 * k + 1] = e.high;
    inputs[e.name] = column;
  });
  const out = evaluate(sheet, inputs, n);
  const seen = typeof watch === 'string' ? (i: number): number => at(out.columns.get(watch)!, i) : (i: number): number => watch(out, i);
  return loose
    .map((e, k) => {
      const atLow = seen(2 * k);
      const atHigh = seen(2 * k + 1);
      return { entry: e.name, atLow, atHigh, swing: Math.abs(atHigh - atLow) };
    })
    .sort((a, b) => b.swing - a.swing);
}
