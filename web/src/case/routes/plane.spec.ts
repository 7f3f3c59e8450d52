import { demoDoc } from '@cuadro/core/case/testing';
import { routeKey, type Letter } from '@cuadro/core/case/types';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import type { RouteOption } from '@cuadro/core/decide/options';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { EDGE, type Mark, nearest, neighbour, placeLabels, planeOf } from './plane';

const VIEW = evaluateCase(demoDoc(), BUILT_IN_SITE, 200).view;
const SIZE = { width: 820, height: 420 };
const LETTERS = new Map<string, Letter>(VIEW.pins.filter((p) => p.letter !== 'T').map((p) => [routeKey(p.option), p.letter]));
const TODAY = VIEW.pins.find((p) => p.letter === 'T')!.option;
const plane = (deadline?: number, options: readonly RouteOption[] = VIEW.options) => planeOf(options, TODAY, LETTERS, deadline, SIZE, String);
const way = (key: string, days: number, cost: number, state: RouteOption['state'] = 'pass'): RouteOption => ({
  ...VIEW.options[0],
  process: key,
  material: 'm',
  lead_days: days,
  expected_cost: cost,
  state,
  spread: undefined,
});
const at = (marks: readonly Mark[], key: string): Mark => marks.find((m) => m.key === `${key}/m`)!;

describe('the plane of ways', () => {
  it('has every way that could be worked out, and the tool of today, inside its frame', () => {
    const { marks } = plane();
    expect(marks.map((m) => m.key).sort()).toEqual([...VIEW.options.filter((o) => Number.isFinite(o.expected_cost)), TODAY].map(routeKey).sort());
    for (const m of marks) {
      expect(m.x).toBeGreaterThanOrEqual(EDGE.left);
      expect(m.x).toBeLessThanOrEqual(SIZE.width - EDGE.right);
      expect(m.y).toBeGreaterThanOrEqual(EDGE.top);
      expect(m.y).toBeLessThanOrEqual(SIZE.height - EDGE.bottom);
    }
    // Lettered ones are drawn last, with their arms around them.
    expect(marks.slice(-LETTERS.size - 1).every((m) => m.letter)).toBe(true);
    for (const m of marks.filter((x) => x.letter && x.arms))
      expect([m.arms!.x[0] <= m.x, m.x <= m.arms!.x[1], m.arms!.y[0] <= m.y, m.y <= m.arms!.y[1]]).not.toContain(false);
  });
  it('puts twice the days as far to the right everywhere, and twice the cost twice as high', () => {
    const { marks } = planeOf([way('a', 2, 100), way('b', 4, 200), way('c', 8, 300)], undefined, new Map(), undefined, SIZE, String);
    const [a, b, c] = ['a', 'b', 'c'].map((k) => at(marks, k));
    expect(b.x - a.x).toBeCloseTo(c.x - b.x, 9);
    const floor = SIZE.height - EDGE.bottom;
    expect(floor - b.y).toBeCloseTo(2 * (floor - a.y), 9);
  });
  it('is framed around what can be chosen: what is ruled out and far dearer stands at the upper edge', () => {
    const { marks, up } = planeOf([way('a', 2, 100), way('b', 4, 200), way('dear', 8, 90_000, 'fail')], undefined, new Map(), undefined, SIZE, String);
    expect(at(marks, 'dear')).toMatchObject({ over: true, y: EDGE.top });
    expect(Number(up.at(-1)!.text)).toBeLessThan(1000);
    expect(marks[0].key).toBe('dear/m');
  });
  it('has the date that is needed between the ways before and after it', () => {
    const { marks, deadline } = planeOf([way('early', 2, 100), way('late', 40, 100)], undefined, new Map(), 20, SIZE, String);
    expect(deadline!).toBeGreaterThan(at(marks, 'early').x);
    expect(deadline!).toBeLessThan(at(marks, 'late').x);
    expect(plane().deadline).toBeUndefined();
    // Later than every way: still on the plane.
    expect(planeOf([way('a', 2, 100)], undefined, new Map(), 300, SIZE, String).deadline!).toBeLessThan(SIZE.width - EDGE.right);
  });
  it('takes what is there at once, and nothing at all', () => {
    const { marks } = planeOf([way('now', 0, 0), way('b', 4, 200)], undefined, new Map(), undefined, SIZE, String);
    expect(Number.isFinite(at(marks, 'now').x)).toBe(true);
    expect(planeOf([], undefined, new Map(), 5, SIZE, String)).toEqual({ marks: [], across: [], up: [] });
  });
  it('takes doing without: there at once with no range of days, and many times as dear as any tool', () => {
    const without = { ...way('today', 0, 35_000), spread: { cost: [30_000, 40_000], days: [0, 0] } as NonNullable<RouteOption['spread']> };
    const { marks, across, up } = planeOf([way('a', 5, 1100), way('b', 6, 2300)], without, LETTERS, undefined, SIZE, String);
    expect(across.map((t) => Number(t.text))).toEqual([0.2, 0.5, 1, 2, 5]);
    expect(at(marks, 'today')).toMatchObject({ over: true, y: EDGE.top });
    expect(at(marks, 'today').arms!.x.every((x) => x >= EDGE.left)).toBe(true);
    // Of what is left the dear one stands twice as high as the other.
    expect(Number(up.at(-1)!.text)).toBeLessThan(4000);
    // What is not many times as dear keeps its place.
    expect(at(planeOf([way('a', 5, 1100)], { ...without, expected_cost: 3000, spread: undefined }, LETTERS, undefined, SIZE, String).marks, 'today').over).toBe(
      false,
    );
  });
  it('is met by pointer where a mark is near, and nowhere else', () => {
    const { marks } = plane();
    for (const m of marks.filter((x) => x.letter)) expect(nearest(marks, m.x + 3, m.y - 2)?.letter).toBeDefined();
    expect(nearest(marks, -100, -100)).toBeUndefined();
  });
  it('is walked by arrow keys: every mark is reached, and none leads out', () => {
    const { marks } = plane();
    const seen = new Set<string>();
    const walk = (m: Mark): void => {
      if (seen.has(m.key)) return;
      seen.add(m.key);
      for (const d of [[1, 0], [-1, 0], [0, 1], [0, -1]] as const) walk(neighbour(marks, m, d));
    };
    walk(marks.at(-1)!);
    expect(marks.filter((m) => !seen.has(m.key)).map((m) => m.key)).toEqual([]);
  });
  it('names the lettered ones beside them, no name over another or over a letter', () => {
    const { marks } = plane();
    const text = (m: Mark): string => m.option.materialLabel;
    const labels = placeLabels(marks, text, SIZE.width);
    expect(labels.map((l) => l.mark.letter).sort()).toEqual([...LETTERS.values(), 'T'].sort());
    const boxes = labels.map((l) => {
      const w = text(l.mark).length * 6.6;
      return l.anchor === 'start' ? [l.x, l.x + w, l.y - 8, l.y + 8] : [l.x - w, l.x, l.y - 8, l.y + 8];
    });
    boxes.forEach((a, i) => boxes.slice(i + 1).forEach((b) => expect(a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3]).toBe(false)));
  });
});
