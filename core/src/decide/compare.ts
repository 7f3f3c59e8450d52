import type { RouteResult } from '../routes/evaluate-route';
import { at, evaluate } from '../worksheet/evaluate';
import { likelyInputs } from '../worksheet/sample';
import { overrideEntries } from '../routes/worksheet';
import { bisect } from '../worksheet/seek';
import type { Column } from '../worksheet/types';

/**
 * Share of the samples in which each route has the smallest value of a line. Shared entries draw the same samples in
 * every route, so a dear labour hour is dear for all. Ties go to all that tie, in equal parts.
 */
export function chanceOfLeast(results: readonly RouteResult[], line: string): number[] {
  const columns = results.map((r) => r.risk!.columns.get(line)!);
  const n = results[0]?.risk?.n ?? 0;
  const wins = results.map(() => 0);
  for (let i = 0; i < n; i++) {
    let least = Infinity;
    for (const c of columns) least = Math.min(least, at(c, i));
    const tied = columns.filter((c) => at(c, i) === least).length;
    columns.forEach((c, k) => {
      if (at(c, i) === least) wins[k] += 1 / tied;
    });
  }
  return wins.map((w) => w / Math.max(1, n));
}

/** Share of samples in which route a is below route b on a line. */
export function chanceBelow(a: RouteResult, b: RouteResult, line: string): number {
  const ca = a.risk!.columns.get(line)!;
  const cb = b.risk!.columns.get(line)!;
  const n = a.risk!.n;
  let below = 0;
  for (let i = 0; i < n; i++) if (at(ca, i) < at(cb, i)) below++;
  return below / n;
}

export interface Crossing {
  a: number;
  b: number;
  cycles: number;
}

export interface CycleCurve {
  cycles: number[];
  /** Cost over the programme per route. */
  costs: number[][];
  crossings: Crossing[];
}

const POINTS = 161;

/**
 * Cost over the programme against the number of cycles, with every point where two routes change places.
 * One columnar evaluation per route: the cycles are the samples.
 */
export function cycleCurve(results: readonly RouteResult[], upTo: number): CycleCurve {
  const cycles = Array.from({ length: POINTS }, (_, i) => (upTo * i) / (POINTS - 1));
  const costOf = (r: RouteResult, n: Float64Array): Column => {
    const inputs = likelyInputs([...r.route.entries, ...overrideEntries(r)]);
    const years = inputs['years'] as number;
    return evaluate(r.route.sheet, { ...inputs, lead_days: r.lead.days, cycles_per_year: n.map((c) => c / years) }, n.length).columns.get('price_programme')!;
  };
  const grid = Float64Array.from(cycles);
  const costs = results.map((r) => {
    const column = costOf(r, grid);
    return cycles.map((_, i) => at(column, i));
  });
  const crossings: Crossing[] = [];
  for (let a = 0; a < results.length; a++) {
    for (let b = a + 1; b < results.length; b++) {
      const gap = (n: number): number => at(costOf(results[a], Float64Array.of(n)), 0) - at(costOf(results[b], Float64Array.of(n)), 0);
      for (let i = 1; i < POINTS; i++) {
        const before = costs[a][i - 1] - costs[b][i - 1];
        const after = costs[a][i] - costs[b][i];
        if (before * after < 0) {
          const root = bisect(gap, cycles[i - 1], cycles[i]);
          if (root !== undefined) crossings.push({ a, b, cycles: root });
        }
      }
    }
  }
  return { cycles, costs, crossings: crossings.sort((p, q) => p.cycles - q.cycles) };
}
