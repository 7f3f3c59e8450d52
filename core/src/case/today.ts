import { number, type NumberInput, type Values } from '../inputs/spec';
import type { Range } from '../worksheet/types';
import type { CaseDoc, TodayWay } from './types';

interface Way {
  /** As chosen from a list: "it is …". */
  label: string;
  /** As an instruction, where it stays so. */
  keep: string;
  /** The process that stands nearest, for an estimate where nobody knows the price; none where there is nothing. */
  near?: string;
  /** What it is usually made of. */
  material?: string;
}

/** How a tool is made, or got, today. */
export const TODAY_WAYS: Readonly<Record<TodayWay, Way>> = {
  machined: { label: 'machined', keep: 'Keep it machined', near: 'cnc-mill', material: 'al-6061' },
  welded: { label: 'welded up from pieces', keep: 'Keep it welded up', near: 'fabrication', material: 's235' },
  bolted: { label: 'bolted up from pieces', keep: 'Keep it bolted up', near: 'fabrication', material: 'al-6061' },
  'hand-made': { label: 'made by hand', keep: 'Keep making it by hand', near: 'manual-mill', material: 'al-6061' },
  board: { label: 'built of board or wood', keep: 'Keep building it of board', near: 'board-mill', material: 'tooling-board' },
  'laid-up': { label: 'laid up', keep: 'Keep laying it up', near: 'laid-up', material: 'laminate' },
  cast: { label: 'cast', keep: 'Keep casting it', near: 'cast-tool', material: 'cast-resin' },
  cut: { label: 'cut from sheet', keep: 'Keep cutting it from sheet', near: 'sheet-cut', material: 's235' },
  folded: { label: 'folded from sheet', keep: 'Keep folding it from sheet', near: 'sheet-fold', material: 's235' },
  bought: { label: 'bought ready-made', keep: 'Go on buying it', near: 'cnc-mill', material: 'al-6061' },
  printed: { label: 'printed already', keep: 'Go on printing it as today', near: 'extrusion-open', material: 'petg' },
  none: { label: 'nothing yet', keep: 'Do without it' },
};
export const TODAY_WAY_IDS = Object.keys(TODAY_WAYS) as TodayWay[];

export type TodayFigure = 'cost' | 'once' | 'wait_days' | 'weight_kg' | 'life_cycles' | 'pieces' | 'fasteners' | 'hoses';
const figure = (id: TodayFigure, ...rest: Tail<Parameters<typeof number>>): NumberInput & { id: TodayFigure } => ({ ...number(id, ...rest), id });
type Tail<T extends unknown[]> = T extends [unknown, ...infer R] ? R : never;

const isPutTogether = (v: Values): boolean => v['way'] === 'welded' || v['way'] === 'bolted';

/** What may be known of the tool of today; each may be left open. */
export const TODAY_FIGURES: readonly (NumberInput & { id: TodayFigure })[] = [
  figure('cost', 'One costs', 'money', [0, 100_000_000], undefined, { optional: true, help: 'Price of one tool as it is bought or booked today.' }),
  figure('once', 'Paid once an order', 'money', [0, 100_000_000], undefined, {
    optional: true,
    help: 'Programming, pattern, freight: what is not paid again for the second piece.',
  }),
  figure('wait_days', 'Wait', 'days', [0, 2000], undefined, { optional: true, help: 'Calendar days from asking for one to having it.' }),
  figure('weight_kg', 'It weighs', 'mass', [0.001, 20_000], undefined, { optional: true }),
  figure('life_cycles', 'It lasts', 'count', [1, 1_000_000_000], undefined, { optional: true, help: 'Cycles one makes until it is worn, as seen.' }),
  figure('pieces', 'Pieces it is put together from', 'count', [1, 10_000], undefined, {
    optional: true,
    whole: true,
    help: 'Blocks, plates, brackets, without screws: each is a drawing, an order and a joint.',
    asked: isPutTogether,
  }),
  figure('fasteners', 'Screws and dowels in it', 'count', [0, 100_000], undefined, { optional: true, whole: true, asked: isPutTogether }),
  figure('hoses', 'Hoses and cables fitted to it', 'count', [0, 10_000], undefined, {
    optional: true,
    whole: true,
    help: 'Each is bought, cut, fitted and leaks one day; in a print they are channels.',
    asked: isPutTogether,
  }),
];

/** Figures of today's tool that a plan may work out; what somebody typed goes before them. */
export const TODAY_GIFTS = ['today.cost', 'today.once', 'today.wait_days', 'today.use_cost'] as const;
export type TodayGift = (typeof TODAY_GIFTS)[number];
export interface GivenFigure extends Range {
  /** Label of the plan, or of the plans where several add up; where something else says it, `says`. */
  plan: string;
  says?: string;
  /** Of what use costs: which new tool is rid of it. */
  gainedBy?: string;
}
export type GivenToday = Partial<Record<TodayGift, GivenFigure>>;

/** What use costs by one plan and by another adds up; of any other figure the last plan has the word. */
export function withGiven(today: GivenToday, more: GivenToday): GivenToday {
  const [a, b] = [today['today.use_cost'], more['today.use_cost']];
  if (!a || !b) return { ...today, ...more };
  const both = (x: string | undefined, y: string | undefined, by: string): string => [x, y].filter(Boolean).join(by);
  return {
    ...today,
    ...more,
    'today.use_cost': {
      low: a.low + b.low,
      likely: a.likely + b.likely,
      high: a.high + b.high,
      plan: both(a.plan, b.plan, '”, “'),
      gainedBy: both(a.gainedBy, b.gainedBy, '; '),
    },
  };
}
export const TODAY_GIFT_UNITS: Record<TodayGift, string> = {
  'today.cost': 'money',
  'today.once': 'money',
  'today.wait_days': 'day',
  'today.use_cost': 'money',
};
/** The figure of the Need step that a gift stands in for; what using it costs beyond the new tool is asked nowhere else. */
export const todayFigureOf = (gift: TodayGift): 'cost' | 'once' | 'wait_days' | undefined =>
  gift === 'today.use_cost' ? undefined : (gift.slice('today.'.length) as 'cost' | 'once' | 'wait_days');

/** Has somebody typed the figure themselves? */
export function isSaidToday({ today }: Pick<CaseDoc, 'today'>, gift: TodayGift): boolean {
  const figure = todayFigureOf(gift);
  return figure !== undefined && today[figure] !== null;
}

export const EMPTY_TODAY: Omit<CaseDoc['today'], 'way'> = {
  material: null,
  cost: null,
  once: null,
  wait_days: null,
  weight_kg: null,
  life_cycles: null,
  pieces: null,
  fasteners: null,
  hoses: null,
  delay_per_day: 0,
};
