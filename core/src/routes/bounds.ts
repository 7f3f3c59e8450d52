import { TODAY_PIN } from '../case/types';
import { PROCESSES } from '../process/processes';
import { SHOP_FIGURES } from '../shelf/shop';
import { billLines } from './bill';
import { LEAD_ENTRY } from './worksheet';

export interface Bounds {
  min: number;
  max: number;
}

/** A figure that is usually above zero may be this much smaller than its usual low before it is a slip of the pen. */
const SMALL = 1000;
/** Pieces that fail can be paid for by those that pass as long as one in twenty does. */
const MOST_SCRAP = 0.95;
const HUGE = 1e12;

/** Figures that no process or shop declares, by name. */
const OWN: Readonly<Record<string, Bounds>> = {
  scrap: { min: 0, max: MOST_SCRAP },
  life: { min: 1, max: HUGE },
  life_face: { min: 1, max: HUGE },
  life_used: { min: 0.01, max: 1 },
  copies: { min: 1, max: 1_000_000 },
  years: { min: 0.01, max: 100 },
  cycles_per_year: { min: 0.001, max: 1e10 },
  revisions: { min: 0, max: 1000 },
  changed_anew: { min: 0, max: 1 },
  chance_holds: { min: 0.01, max: 1 },
  own_money: { min: 0.05, max: 20 },
  own_days: { min: 0.05, max: 20 },
  [LEAD_ENTRY]: { min: 0, max: 5000 },
  volume: { min: 1e-6, max: 1e10 },
  area: { min: 1e-6, max: 1e10 },
  footprint: { min: 1e-6, max: 1e9 },
  density: { min: 1e-3, max: 30 },
  length: { min: 0.01, max: 1e5 },
  width: { min: 0.01, max: 1e5 },
  thickness: { min: 0.01, max: 1e5 },
  height: { min: 0.01, max: 1e5 },
  // What it costs beyond other ways may be a saving, and own builds may have come cheaper.
  use_cost: { min: -HUGE, max: HUGE },
  own_cost: { min: -HUGE, max: HUGE },
  own_cost_once: { min: -HUGE, max: HUGE },
};

/** No more than so many of a unit, for lines: hours, kilograms, money. */
const BY_UNIT: Readonly<Record<string, Bounds>> = {
  h: { min: 0, max: 1e6 },
  kg: { min: 0, max: 1e7 },
  money: { min: 0, max: HUGE },
  day: { min: 0, max: 5000 },
};

/**
 * Between what a figure put over a line or entry of a route may lie. Nothing is divided by what it lets through as zero.
 * @param route `process/material`
 */
export function boundsOf(route: string, name: string): Bounds {
  const process = PROCESSES.find((p) => p.id === route.split('/')[0]);
  const own = OWN[name];
  if (own) return own;
  const fact = process?.facts.find((f) => f.id === name);
  if (fact) return { min: fact.min > 0 || fact.usual.low <= 0 ? fact.min : fact.usual.low / SMALL, max: fact.max };
  const figure = SHOP_FIGURES.find((f) => f.id === name);
  if (figure) return { min: figure.min, max: figure.max };
  const isToday = route.startsWith(`${TODAY_PIN.process}/`);
  const line = (process?.lines ?? (isToday ? PROCESSES.flatMap((p) => p.lines) : [])).find((l) => l.name === name) ?? BILL.find((l) => l.name === name);
  return BY_UNIT[line?.unit ?? ''] ?? { min: 0, max: HUGE };
}
const BILL = [...billLines([], 'house'), ...billLines([], 'bureau')];
