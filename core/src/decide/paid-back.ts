import type { RouteResult } from '../routes/evaluate-route';
import { at } from '../worksheet/evaluate';
import { type Percentiles, percentiles } from '../worksheet/sample';

/** When a new tool has paid for itself, against how long it lasts. */
export interface PaidBack {
  /** Cycles until what it costs more at first is saved; 0 where it costs less from the start, Infinity where nothing is saved by use. */
  after: Percentiles;
  /** Cycles until the first tools are worn. */
  worn: Percentiles;
  /** Share of the samples in which it is paid for before it is worn. */
  chance: number;
}

/**
 * Cycles until a new tool is paid for, over the samples that both share:
 * after = (first order and trials of the new one − first order of today's) ÷ what today's costs a cycle after its first order
 * (replacements, changes, using it), and worn = copies × life × share of its life after which it is replaced. Until it is worn the new one
 * costs nothing further.
 */
export function paidBack(chosen: RouteResult, today: RouteResult): PaidBack | undefined {
  const [a, b] = [chosen.risk, today.risk];
  if (!a || !b) return undefined;
  const n = Math.min(a.n, b.n);
  const of = (r: typeof a, name: string, i: number): number => at(r.columns.get(name) ?? 0, i);
  const after = new Float64Array(n), worn = new Float64Array(n);
  let paid = 0;
  for (let i = 0; i < n; i++) {
    const more = of(a, 'price_order', i) + of(a, 'trial_cost', i) - of(b, 'price_order', i);
    const saved = (of(b, 'price_programme', i) - of(b, 'further_sizes', i) - of(b, 'price_order', i)) / of(b, 'cycles_total', i);
    after[i] = more <= 0 ? 0 : saved > 0 ? more / saved : Infinity;
    worn[i] = of(a, 'copies', i) * of(a, 'life', i) * of(a, 'life_used', i);
    if (after[i] <= worn[i]) paid++;
  }
  return { after: percentiles(after), worn: percentiles(worn), chance: paid / n };
}
