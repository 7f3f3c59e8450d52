import { scaleLinear, scaleLog } from 'd3-scale';
import type { Letter } from '@cuadro/core/case/types';
import { routeKey } from '@cuadro/core/case/types';
import type { RouteOption } from '@cuadro/core/decide/options';
import { routeHolds } from '@cuadro/core/decide/summary';
import { FAR_DEARER } from '../far-dearer';

/** Room around the plane for its figures, px. */
export const EDGE = { left: 58, right: 18, top: 30, bottom: 42 } as const;
/** Half of a mark, and of a lettered one. */
export const MARK = 5, SWATCH = 10;

/** A way as it lies in the plane. `over`: its cost is beyond the frame, and it stands at the edge. */
export interface Mark {
  key: string;
  option: RouteOption;
  letter?: Letter;
  x: number;
  y: number;
  over: boolean;
  /** Ends of the arms, px. */
  arms?: { x: [number, number]; y: [number, number] };
}

export interface Tick {
  at: number;
  text: string;
}

export interface Plane {
  marks: Mark[];
  across: Tick[];
  up: Tick[];
  /** Where the need's date lies, px; absent where it is beyond the frame or not asked. */
  deadline?: number;
}

/** Something that is used today is there at once; a scale of powers of ten has no zero. */
const SOONEST = 0.2;
const notBefore = (days: number): number => Math.max(SOONEST, days);
const drawn = (o: RouteOption): boolean => Number.isFinite(o.expected_cost) && Number.isFinite(o.lead_days);
const STEPS = [1, 2, 5];

/**
 * Ways by days until they are ready (powers of ten) and what decides, with the frame around those that can be chosen: what is ruled
 * out and lies far outside stands at the edge.
 */
export function planeOf(
  options: readonly RouteOption[],
  today: RouteOption | undefined,
  letters: ReadonlyMap<string, Letter>,
  deadline: number | undefined,
  size: { width: number; height: number },
  text: (x: number) => string,
): Plane {
  const all: { option: RouteOption; letter?: Letter }[] = options.filter(drawn).map((option) => ({ option, letter: letters.get(routeKey(option)) }));
  if (today && drawn(today)) all.push({ option: today, letter: 'T' });
  if (!all.length) return { marks: [], across: [], up: [] };
  const days = (o: RouteOption): number => notBefore(o.lead_days);
  const framing = all.filter(({ option, letter }) => letter || routeHolds(option));
  const inside = framing.length ? framing : all;
  const dearest = (of: typeof inside): number => Math.max(0, ...of.map(({ option: o }) => o.spread?.cost[1] ?? o.expected_cost));
  const fresh = inside.filter((m) => m.letter !== 'T');
  const pinned = Math.max(
    dearest(fresh.filter((m) => m.letter)),
    // Of those that are not pinned the dearest third may stand at the edge.
    quantile(fresh.map(({ option }) => option.expected_cost), 0.7) * 1.15,
  );
  // Doing without may cost many times what any tool does: it stands at the edge then, and does not press them all to the floor.
  const now = dearest(inside.filter((m) => m.letter === 'T'));
  const top = !pinned || now <= FAR_DEARER * pinned ? Math.max(now, pinned) : pinned;
  const reach = inside.flatMap(({ option: o, letter }) => (letter && o.spread ? [days(o), ...o.spread.days.map(notBefore)] : [days(o)]));
  const soon = Math.min(...reach);
  const x = scaleLog().domain([soon * 0.7, Math.max(...reach, soon * 4, (deadline ?? 0) * 1.05) * 1.3]).range([EDGE.left, size.width - EDGE.right]).clamp(
    true,
  );
  const y = scaleLinear().domain([0, Math.max(top, 1)]).nice(6).range([size.height - EDGE.bottom, EDGE.top]).clamp(true);
  const most = y.domain()[1];
  const marks = all.map(({ option: o, letter }): Mark => ({
    key: routeKey(o),
    option: o,
    letter,
    x: x(days(o)),
    y: y(o.expected_cost),
    over: o.expected_cost > most,
    ...(o.spread && { arms: { x: [x(notBefore(o.spread.days[0])), x(notBefore(o.spread.days[1]))], y: [y(o.spread.cost[1]), y(o.spread.cost[0])] } }),
  }));
  const [low, high] = x.domain();
  const across: Tick[] = [];
  for (let e = Math.floor(Math.log10(low)); e <= Math.ceil(Math.log10(high)); e++)
    for (const s of STEPS) {
      const at = s * 10 ** e;
      if (at >= low && at <= high) across.push({ at: x(at), text: text(at) });
    }
  return {
    // Those that can be chosen are drawn over the others, the lettered ones over all.
    marks: marks.sort((a, b) => Number(!!a.letter) - Number(!!b.letter) || Number(routeHolds(a.option)) - Number(routeHolds(b.option))),
    across,
    up: y.ticks(6).map((v) => ({ at: y(v), text: text(v) })),
    ...(deadline !== undefined && deadline > low && { deadline: x(deadline) }),
  };
}

function quantile(list: readonly number[], q: number): number {
  const sorted = [...list].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;
}

/** The mark nearest to a place, within reach of a pointer. */
export function nearest(marks: readonly Mark[], x: number, y: number, reach = 16): Mark | undefined {
  let best: Mark | undefined, least = reach;
  for (const m of marks) {
    // What lies on top is met first where several are as near.
    const d = Math.hypot(m.x - x, m.y - y) - (m.letter ? 4 : 0);
    if (d <= least) [best, least] = [m, d];
  }
  return best;
}

/** All marks from left to right; of those at one date the cheaper first. */
const across = (a: Mark, b: Mark): number => a.x - b.x || b.y - a.y || a.key.localeCompare(b.key);

/** From a mark to the next: sideways through all of them from left to right, so that none is missed; up and down to the nearest there. */
export function neighbour(marks: readonly Mark[], from: Mark, [dx, dy]: readonly [number, number]): Mark {
  if (dx) {
    const all = [...marks].sort(across);
    return all[all.indexOf(from) + dx] ?? from;
  }
  let best = from, least = Infinity;
  for (const m of marks) {
    const ahead = (m.y - from.y) * dy, aside = Math.abs(m.x - from.x);
    if (ahead > 0 && aside <= ahead && ahead + 2 * aside < least) [best, least] = [m, ahead + 2 * aside];
  }
  return best;
}

export interface Label {
  mark: Mark;
  x: number;
  y: number;
  anchor: 'start' | 'end';
  /** It stands away from its mark, and a line leads there. */
  led: boolean;
}

/** A name further up or down from its mark than this needs a line to it, px. */
const LED_PX = 24;
/** About the width of a letter of a label, px. */
const LETTER_PX = 6.6;

type Box = readonly [left: number, top: number, right: number, bottom: number];
const meet = (a: Box, b: Box): boolean => a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];

/** Names of the lettered ways beside their marks, where they cover least: never each other or a letter if it can be helped, then few marks. */
export function placeLabels(marks: readonly Mark[], textOf: (m: Mark) => string, width: number): Label[] {
  const around = (m: Mark, r: number): Box => [m.x - r, m.y - r, m.x + r, m.y + r];
  const taken = marks.filter((m) => m.letter).map((m) => around(m, SWATCH));
  const others = marks.filter((m) => !m.letter).map((m) => around(m, MARK));
  return marks.filter((m) => m.letter).map((mark) => {
    const long = textOf(mark).length * LETTER_PX;
    const places = [0, -20, 20, -36, 36, -54, 54].flatMap((dy) =>
      (['start', 'end'] as const).map((anchor) => {
        const x = mark.x + (anchor === 'start' ? 1 : -1) * (SWATCH + 5), y = mark.y + dy;
        const box: Box = anchor === 'start' ? [x, y - 8, x + long, y + 8] : [x - long, y - 8, x, y + 8];
        const outside = box[0] < EDGE.left || box[2] > width - 4 || box[1] < 4;
        const covers = 1000 * Number(outside) + 100 * taken.filter((t) => meet(t, box)).length + 4 * others.filter((o) => meet(o, box)).length;
        return { anchor, x, y, box, badness: covers + Math.abs(dy) / 20 };
      })
    );
    const { anchor, x, y, box } = places.reduce((b, p) => (p.badness < b.badness ? p : b));
    taken.push(box);
    return { mark, anchor, x, y, led: Math.abs(y - mark.y) > LED_PX };
  });
}
