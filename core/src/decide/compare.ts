import { partOf, type RouteResult } from '../routes/evaluate-route';
import { LEAD_ENTRY, type RouteSheet } from '../routes/worksheet';
import { fit } from '../shape/envelope';
import { compileSheet, type Sheet } from '../worksheet/compile';
import { at, evaluate, valueOf } from '../worksheet/evaluate';
import { percentiles } from '../worksheet/sample';
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

/** Where two ways change places along a curve. */
export interface Crossing {
  a: number;
  b: number;
  /** Median over the samples in which they do, and its 10 % and 90 % points. */
  at: number;
  low: number;
  high: number;
  /** Share of the samples in which they change places within what is drawn. */
  share: number;
}

/** A line of several ways over a figure that all of them share: medians, and the 10 % and 90 % points. One list for each way. */
export interface Curve {
  x: number[];
  p10: number[][];
  p50: number[][];
  p90: number[][];
  crossings: Crossing[];
  /** Where a way comes to its end before the curve does; absent where none can. */
  ends?: (number | null)[];
}
export const NO_CURVE: Curve = { x: [], p10: [], p50: [], p90: [], crossings: [] };

/** Samples behind a curve: those of the risk run, the first of them. */
const SAMPLES = 160;
/** Ways that change places in fewer samples than this are not said to. */
const SELDOM = 0.4;
/** Halvings by which a change of places is found within one step. */
const HALVINGS = 12;

/** A way evaluated for one figure that is set from outside, all else as the risk run drew it. */
class Swept {
  private readonly drawn: Record<string, Column> = {};

  constructor(
    { route, risk, lead, point }: RouteResult,
    private readonly line: string,
    private readonly set: (x: Float64Array, drawn: Readonly<Record<string, Column>>, i: (k: number) => number) => Record<string, Column>,
    readonly n: number,
    /** Nothing comes of it beyond this. */
    readonly end = Infinity,
    private readonly sheet: Sheet = partOf(route, line),
  ) {
    for (const name of this.sheet.inputs) {
      const column = risk?.columns.get(name) ?? (name === LEAD_ENTRY ? lead.days : valueOf(point, name));
      this.drawn[name] = typeof column === 'number' ? column : column.subarray(0, n);
    }
  }

  /** All samples at every x of a grid: x by x, sample by sample. */
  over(grid: readonly number[]): Float64Array {
    const { n } = this;
    const all = grid.length * n;
    const tiled = Object.fromEntries(
      Object.entries(this.drawn).map(([name, column]) => {
        if (typeof column === 'number') return [name, column];
        const out = new Float64Array(all);
        for (let g = 0; g < grid.length; g++) out.set(column, g * n);
        return [name, out];
      }),
    );
    const x = new Float64Array(all);
    grid.forEach((value, g) => x.fill(value, g * n, (g + 1) * n));
    return this.run(tiled, x, (k) => k % n);
  }

  /** Every sample at an x of its own. */
  at(x: Float64Array): Float64Array {
    return this.run(this.drawn, x, (k) => k);
  }

  private run(inputs: Record<string, Column>, x: Float64Array, i: (k: number) => number): Float64Array {
    const column = evaluate(this.sheet, { ...inputs, ...this.set(x, this.drawn, i) }, x.length).columns.get(this.line)!;
    const out = typeof column === 'number' ? new Float64Array(x.length).fill(column) : column;
    return this.end === Infinity ? out : out.map((y, k) => (x[k] > this.end ? NaN : y));
  }
}

/** @param times factor of every sample of a way, where it has one */
function curveOf(ways: readonly Swept[], grid: readonly number[], times: readonly (Float64Array | undefined)[] = []): Curve {
  const n = ways[0]?.n ?? 0;
  const scaled = (values: Float64Array, by: Float64Array | undefined): Float64Array => (by ? values.map((v, k) => v * by[k % n]) : values);
  const all = ways.map((w, k) => scaled(w.over(grid), times[k]));
  const bands = all.map((values) => grid.map((_, g) => percentiles(values.subarray(g * n, (g + 1) * n))));
  const pick = (which: 'p10' | 'p50' | 'p90'): number[][] => bands.map((b) => b.map((p) => p[which]));
  const crossings: Crossing[] = [];
  for (let a = 0; a < ways.length; a++)
    for (let b = a + 1; b < ways.length; b++) {
      // The first step of the grid in which a sample changes sign.
      const first = new Int32Array(n).fill(-1);
      for (let i = 0; i < n; i++) {
        for (let g = 1; g < grid.length && first[i] < 0; g++) {
          const before = all[a][(g - 1) * n + i] - all[b][(g - 1) * n + i], after = all[a][g * n + i] - all[b][g * n + i];
          if (before * after < 0) first[i] = g;
        }
      }
      const crossed = first.reduce((sum, g) => sum + Number(g >= 0), 0);
      if (crossed < SELDOM * n) continue;
      const low = Float64Array.from(first, (g) => (g < 0 ? grid[0] : grid[g - 1]));
      const high = Float64Array.from(first, (g) => (g < 0 ? grid[0] : grid[g]));
      const sign = Float64Array.from(first, (g, i) => (g < 0 ? 0 : all[a][(g - 1) * n + i] - all[b][(g - 1) * n + i]));
      for (let step = 0; step < HALVINGS; step++) {
        const middle = low.map((x, i) => (x + high[i]) / 2);
        const va = scaled(ways[a].at(middle), times[a]), vb = scaled(ways[b].at(middle), times[b]);
        for (let i = 0; i < n; i++) {
          if ((va[i] - vb[i]) * sign[i] > 0) low[i] = middle[i];
          else high[i] = middle[i];
        }
      }
      const at = percentiles(high.filter((_, i) => first[i] >= 0));
      crossings.push({ a, b, at: at.p50, low: at.p10, high: at.p90, share: crossed / n });
    }
  return { x: [...grid], p10: pick('p10'), p50: pick('p50'), p90: pick('p90'), crossings: crossings.sort((p, q) => p.at - q.at) };
}

const samplesFor = (results: readonly RouteResult[]): number => Math.min(SAMPLES, results[0]?.risk?.n ?? 0);

const POINTS = 81;

/** Cost over the programme against the number of cycles: the years stay, the cycles a year change. */
export function cycleCurve(results: readonly RouteResult[], upTo: number): Curve {
  const n = samplesFor(results);
  const ways = results.map((r) =>
    new Swept(
      r,
      'price_programme',
      (x, { years }, i) => ({ cycles_per_year: x.map((c, k) => c / at(years, i(k))) }),
      n,
    )
  );
  return curveOf(ways, Array.from({ length: POINTS }, (_, k) => (upTo * k) / (POINTS - 1)));
}

const COPIES = [1, 2, 3, 4, 5, 7, 10, 14, 20, 30, 40, 50, 70, 100, 140, 200, 300, 400, 500, 700, 1000];
/** Beyond a thousand only where so many are asked. */
const MANY_COPIES = [1400, 2000, 3000, 5000, 7000, 10_000, 14_000, 20_000, 30_000, 50_000, 70_000, 100_000];

/** Price of one, all that is paid once shared in, against the copies ordered. */
export function copiesCurve(results: readonly RouteResult[], asked: number): Curve {
  const n = samplesFor(results);
  const grid = asked <= 1000 ? COPIES : [...COPIES, ...MANY_COPIES.filter((c, k) => c <= asked || MANY_COPIES[k - 1] <= asked)];
  const curve = curveOf(results.map((r) => new Swept(r, 'price_order', (x) => ({ copies: x }), n)), grid);
  const each = (rows: number[][]): number[][] => rows.map((row) => row.map((money, k) => money / grid[k]));
  return { ...curve, p10: each(curve.p10), p50: each(curve.p50), p90: each(curve.p90) };
}

/** A way that is cheapest by its median, up to where another is; with the 10 % and 90 % points of that place, where samples tell them. */
export interface Stretch {
  way: number;
  upTo: number;
  low: number;
  high: number;
}

/** Which way is cheapest along a curve, in order. Ways that cost nothing are none. */
export function cheapestAlong({ x, p50, crossings, ends }: Curve): Stretch[] {
  const least = x.map((_, i) => p50.reduce((best, row, k) => (row[i] > 0 && (best < 0 || row[i] < p50[best][i]) ? k : best), -1));
  const out: Stretch[] = [];
  x.forEach((to, i) => {
    const way = least[i], next = least[i + 1];
    if (way < 0 || way === next) return;
    const end = ends?.[way];
    const met = crossings.find((c) => (c.a === way && c.b === next) || (c.a === next && c.b === way));
    const middle = (to + (x[i + 1] ?? to)) / 2;
    if (end && end < (x[i + 1] ?? Infinity)) out.push({ way, upTo: end, low: end, high: end });
    else out.push(met ? { way, upTo: met.at, low: met.low, high: met.high } : { way, upTo: middle, low: middle, high: middle });
  });
  return out;
}

/** Sizes drawn, as multiples of the part's own. */
const SIZES = Array.from({ length: 25 }, (_, k) => 2.5 ** (k / 12 - 1));
/** Power of length in a unit: mm 1, cm^2 2, cm^3 3; anything else does not grow with the part. */
const lengthPower = (unit: string): number => Number(/^(?:mm|cm|m)(?:\^([23]))?$/.exec(unit)?.map((m) => m ?? 1)[1] ?? 0);
/** Entries that are the shape's, by their key. */
const OF_SHAPE = /^(?:print|stock)\./;

/** A way over the size of the part, its shape kept: lengths by x, surfaces by x², volumes by x³. Its line is worked out, also where a figure stands over it. */
function sized(r: RouteResult, line: string, n: number, length: number): Swept {
  const { route } = r;
  const part = partOf(route, line);
  const free = part.overridden.size ? compileSheet([...part.lines.values()], route.entries.map((e) => e.name)) : part;
  const grows = route.entries.filter((e) => OF_SHAPE.test(e.key ?? '') && lengthPower(e.unit)).map((e) => ({ name: e.name, power: lengthPower(e.unit) }));
  return new Swept(
    r,
    line,
    (x, drawn, i) =>
      Object.fromEntries(
        grows.filter(({ name }) => name in drawn).map(({ name, power }) => [name, x.map((mm, k) => at(drawn[name], i(k)) * (mm / length) ** power)]),
      ),
    n,
    length * largest(r),
    free,
  );
}

const likely = ({ entries }: RouteSheet, name: string): number => entries.find((e) => e.name === name)?.likely ?? NaN;

/** How many times as large as it is a part still has room on the machine; without end where it is made in sections anyhow. */
function largest({ route }: RouteResult): number {
  const side = (name: string): number => likely(route, name);
  const box = ['length', 'width', 'thickness'].map(side);
  const { envelope_mm } = route.process;
  if (side('sections') > 1 || !(fit(box, envelope_mm).share <= 1)) return Infinity;
  let low = 1, high = SIZES.at(-1)! * 1.01;
  const has = (x: number): boolean => fit(box.map((b) => b * x), envelope_mm).share <= 1;
  if (has(high)) return Infinity;
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (has(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * Price of one against its longest side, mm, as if the same shape were asked larger or smaller; beyond its machine's room a way ends. A price that
 * somebody put over a way is a price at this size: it goes over other sizes in the proportion in which the way's own estimate does.
 */
export function sizeCurve(results: readonly RouteResult[]): Curve {
  const n = samplesFor(results);
  const drawn = results.filter((r) => r.route.entries.some((e) => e.name === 'length'));
  if (!drawn.length || drawn.length < results.length) return NO_CURVE;
  const length = likely(drawn[0].route, 'length'), grid = SIZES.map((s) => s * length);
  const ways = results.map((r) => sized(r, 'price_order', n, length));
  const curve = curveOf(
    ways,
    grid,
    results.map((r, k) => {
      if (!partOf(r.route, 'price_order').overridden.size) return undefined;
      const own = r.risk?.columns.get('price_order') ?? valueOf(r.point, 'price_order');
      const here = ways[k].at(new Float64Array(n).fill(length));
      return Float64Array.from(here, (x, i) => at(own, i) / x);
    }),
  );
  const copies = Math.max(1, likely(drawn[0].route, 'copies'));
  const each = (rows: number[][]): number[][] => rows.map((row) => row.map((money) => money / copies));
  return {
    ...curve,
    p10: each(curve.p10),
    p50: each(curve.p50),
    p90: each(curve.p90),
    ends: ways.map((w) => (w.end < grid.at(-1)! ? w.end : null)),
  };
}
