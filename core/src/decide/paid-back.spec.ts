import type { RouteResult } from '../routes/evaluate-route';
import { paidBack } from './paid-back';

/** A route with nothing but the columns that are asked for. */
const route = (columns: Record<string, number | number[]>, n = 4): RouteResult =>
  ({ risk: { n, columns: new Map(Object.entries(columns).map(([k, v]) => [k, typeof v === 'number' ? v : Float64Array.from(v)])) } }) as unknown as RouteResult;
const bought = (first: number, programme: number, cycles = 1000): RouteResult =>
  route({ price_order: first, price_programme: programme + 900, further_sizes: 900, cycles_total: cycles });

describe('what a new tool costs more at first', () => {
  // Today's: 200 at first, 2 200 over 1 000 cycles, so 2 a cycle afterwards. The new one: 500 and 100 of trials, 400 more.
  const fresh = { price_order: 500, trial_cost: 100, copies: 2, life_used: 0.5 };
  it('is paid back by what today’s costs a cycle, before it is worn or not', () => {
    const p = paidBack(route({ ...fresh, life: [150, 190, 200, 800] }), bought(200, 2200))!;
    // 400 ÷ 2; two copies of which each is used for half of its life.
    expect(p.after).toMatchObject({ p10: 200, p50: 200, p90: 200 });
    expect(p.worn.p10).toBe(150);
    expect(p.worn.p90).toBe(800);
    // 150 and 190 cycles are too few, 200 just do.
    expect(p.chance).toBe(0.5);
  });
  it('is nothing where it is the cheaper one from the start, and never paid back where today’s costs nothing further', () => {
    expect(paidBack(route({ ...fresh, life: 1 }), bought(700, 700))).toMatchObject({ after: { p50: 0 }, chance: 1 });
    expect(paidBack(route({ ...fresh, life: 1e6 }), bought(200, 200))).toMatchObject({ after: { p50: Infinity }, chance: 0 });
  });
});
