import { routeKey } from '../case/types';
import type { State } from '../screen/check';
import type { RouteOption } from './options';

/** What a page needs of the list of routes while it waits for the worker: nothing here computes. */

/** Whether it holds as it is or on condition is in the expected cost already. */
const RANK: Record<State, number> = { pass: 0, conditional: 0, unknown: 1, fail: 2 };

const cost = (o: RouteOption): number => (Number.isNaN(o.expected_cost) ? Infinity : o.expected_cost);
/** What holds first, then by expected cost. */
export const inOrder = (a: RouteOption, b: RouteOption): number => RANK[a.state] - RANK[b.state] || (cost(a) < cost(b) ? -1 : Number(cost(a) > cost(b)));

/** Routes as they are screened now; those not priced again keep the prices and dates they had before. */
export function withPrices(now: readonly RouteOption[], before: readonly RouteOption[]): RouteOption[] {
  const priced = new Map(before.map((o) => [routeKey(o), o]));
  return now
    .map((o) => {
      const was = priced.get(routeKey(o));
      if (!was || !Number.isNaN(o.expected_cost)) return o;
      const { price_each, price_programme, programme_with_wait, expected_cost, lead_days, mass_kg, spread } = was;
      return { ...o, price_each, price_programme, programme_with_wait, expected_cost, lead_days, mass_kg, spread };
    })
    .sort(inOrder);
}
