import { studentT } from '../quantity/distributions';

/** A straight line through readings, by least squares. */
export interface Trend {
  slope: number;
  at(x: number): number;
  /** Standard deviation of the readings about it. */
  scatter: number;
  /** The slope is more than the scatter makes by chance, in nineteen cases of twenty. */
  sure: boolean;
}

/** Of fewer than three readings, or readings at one place, nothing is said. */
export function trendOf(points: readonly (readonly [x: number, y: number])[]): Trend | undefined {
  const n = points.length;
  const mean = (k: 0 | 1): number => points.reduce((s, p) => s + p[k], 0) / n;
  const mx = mean(0), my = mean(1);
  const wide = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  if (n < 3 || !(wide > 0)) return undefined;
  const slope = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / wide;
  const at = (x: number): number => my + slope * (x - mx);
  const scatter = Math.sqrt(points.reduce((s, [x, y]) => s + (y - at(x)) ** 2, 0) / (n - 2));
  // A slope of rounding alone is none.
  return { slope, at, scatter, sure: Math.abs(slope) > studentT(0.975, n - 2) * (scatter / Math.sqrt(wide)) + 1e-12 * Math.abs(my) };
}
