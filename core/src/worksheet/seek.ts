import { evaluate, valueOf } from './evaluate';
import type { Sheet } from './compile';
import type { Column } from './types';

/**
 * Goal seek: the value of one entry for which a line reaches a target, by bisection on [from, to].
 * @returns undefined when the line does not cross the target between the two ends
 */
export function seek(
  sheet: Sheet,
  inputs: Readonly<Record<string, Column>>,
  entry: string,
  line: string,
  target: number,
  from: number,
  to: number,
): number | undefined {
  const miss = (x: number): number => valueOf(evaluate(sheet, { ...inputs, [entry]: x }), line) - target;
  return bisect(miss, from, to);
}

/**
 * Root of f between two ends of opposite sign, to 1e-12 of the span; undefined when the signs agree.
 * A step that jumps over zero counts: the position of the step is returned.
 */
export function bisect(f: (x: number) => number, from: number, to: number): number | undefined {
  let lo = from;
  let hi = to;
  const fLo = f(lo);
  const fHi = f(hi);
  if (fLo === 0) return lo;
  if (fHi === 0) return hi;
  if (!(fLo * fHi < 0)) return undefined;
  while (Math.abs(hi - lo) > 1e-12 * Math.abs(to - from)) {
    const mid = (lo + hi) / 2;
    if (mid === lo || mid === hi) break;
    const fMid = f(mid);
    if (fMid === 0) return mid;
    if (fMid * fLo < 0) hi = mid;
    else lo = mid;
  }
  return (lo + hi) / 2;
}
