import { routeKey } from '../case/types';
import type { State } from '../screen/check';
import type { RouteOption } from './options';

/** What a page needs of the list of routes while it waits for the worker: nothing here computes. */

const RANK: Record<State, number> = { pass: 0, conditional: 1, unknown: 2, fail: 3 };

const cost = (o: RouteOption): number => (Number.isNaN(o.programme_with_wait) ? Infinity : o.programme_with_wait);
/** Best state first, then cheapest over the programme. */
export const inOrder = (a: RouteOption, b: RouteOption): number => RANK[a.state] - RANK[b.state] || (cost(a) < cost(b) ? -1 : Number(cost(a) > cost(b)));

/** Routes as they are screened now, with the prices and dates they had before. */
export function withPrices(now: readonly RouteOption[], before: readonly RouteOption[]): RouteOption[] {
  const priced = new Map(before.map((o) => [routeKey(o), o]));
  return now
    .map((o) => {
      const was = priced.get(routeKey(o));
      if (!was) return o;
      const { price_each, price_programme, programme_with_wait, lead_days, mass_kg } = was;
      return { ...o, price_each, price_programme, programme_with_wait, lead_days, mass_kg };
    })
    .sort(inOrder);
}
