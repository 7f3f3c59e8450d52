import type { CaseDoc, Pin } from '../case/types';
import { isoAt, layOut, type WorkCalendar } from '../lead/calendar';
import { finishTimes, lastEnd, schedule, type StageTime } from '../lead/network';
import type { Remedy } from '../screen/check';
import type { Shop } from '../shelf/shop';
import { compileSheet, type Sheet } from '../worksheet/compile';
import { evaluate, type Evaluation } from '../worksheet/evaluate';
import { namesIn } from '../worksheet/parse';
import { likelyInputs, percentiles, type Percentiles, sampleEntries } from '../worksheet/sample';
import type { Column, Entry, Line, Range } from '../worksheet/types';
import { LEAD_ENTRY, overrideEntries, routeSheet, type RemedyLoad, type RouteSheet } from './worksheet';

const DAY_MIN = 1440;

export interface Lead {
  stages: StageTime[];
  /** Calendar days from the start. */
  days: number;
  /** Ready at likely durations, ISO without zone. */
  ready: string;
  /** A quoted wait replaces the network. */
  quoted: boolean;
  risk?: Percentiles & { readyP50: string; readyP90: string };
}

export interface RouteResult {
  route: RouteSheet;
  point: Evaluation;
  risk?: Evaluation;
  lead: Lead;
}

const ZERO: Range = { low: 0, likely: 0, high: 0 };
const plus = (a: Range, b: Range): Range => ({ low: a.low + b.low, likely: a.likely + b.likely, high: a.high + b.high });

/** What a set of remedies adds to one tool. */
export function remedyLoad(remedies: readonly Remedy[]): RemedyLoad {
  return {
    money: remedies.reduce((s, r) => plus(s, r.money), ZERO),
    hours: remedies.reduce((s, r) => plus(s, r.hours), ZERO),
    mass_kg: remedies.reduce((s, r) => plus(s, r.mass_kg), ZERO),
    metalFace: remedies.some((r) => r.metalFace),
    names: remedies.map((r) => r.how),
  };
}

const hoursSheets = new WeakMap<Sheet, Sheet>();

/** The part of a route's sheet that its stages' hours need; lead time is known before money is. */
function hoursSheet(route: RouteSheet): Sheet {
  let part = hoursSheets.get(route.sheet);
  if (!part) {
    const { sheet, process } = route;
    const wanted = new Map<string, Line>();
    const take = (name: string): void => {
      const line = sheet.lines.get(name);
      if (!line || wanted.has(name)) return;
      wanted.set(name, line);
      namesIn(sheet.exprs.get(name)!).forEach(take);
    };
    for (const s of process.stages) [s.hours, s.runs].forEach((n) => n && take(n));
    part = compileSheet([...wanted.values()], route.entries.map((e) => e.name), sheet.overridden);
    hoursSheets.set(sheet, part);
  }
  return part;
}

let lastCalendar: { key: string; calendar: WorkCalendar } | undefined;
/** Laying out five years takes longer than one estimate; the same calendar serves all routes of a case. */
export function calendarFor(shop: Shop, start: string): WorkCalendar {
  const key = JSON.stringify([shop.calendar, start]);
  if (lastCalendar?.key !== key) lastCalendar = { key, calendar: layOut(shop.calendar, start) };
  return lastCalendar.calendar;
}

/**
 * Evaluate one route: hours, then the activity network, then money.
 * @param samples 0 for the point estimate alone
 */
export function evaluateRoute(doc: CaseDoc, shop: Shop, pin: Pin, remedies: readonly Remedy[], samples = 0, seed = 1): RouteResult {
  const route = routeSheet(doc, shop, pin, remedyLoad(remedies));
  const calendar = calendarFor(shop, doc.start);
  const from = calendar.shiftStart;
  const all: Entry[] = [...route.entries, ...overrideEntries(route)];
  const hours = hoursSheet(route);
  const quoted = route.entries.find((e) => e.name === LEAD_ENTRY)!.source.kind !== 'standard';

  const inputs = likelyInputs(all);
  const columnsOf = (values: Record<string, Column>, n: number): ReadonlyMap<string, Column> =>
    new Map<string, Column>([...Object.entries(values), ...evaluate(hours, values, n).columns]);
  const stages = schedule(route.process.stages, columnsOf(inputs, 1), 0, calendar, from);
  const days = quoted ? (inputs[LEAD_ENTRY] as number) : (lastEnd(stages) - from) / DAY_MIN;
  inputs[LEAD_ENTRY] = days;
  const point = evaluate(route.sheet, inputs);
  const lead: Lead = { stages, days, ready: isoAt(calendar, from + days * DAY_MIN), quoted };
  if (!samples) return { route, point, lead };

  const used = new Set([...route.sheet.inputs, ...hours.inputs, LEAD_ENTRY, ...route.process.stages.map((s) => s.hours)]);
  const draws = sampleEntries(all.filter((e) => used.has(e.name)), samples, seed);
  if (!quoted) {
    const ends = finishTimes(route.process.stages, columnsOf(draws, samples), samples, calendar, from);
    draws[LEAD_ENTRY] = ends.map((t) => (t - from) / DAY_MIN);
  }
  const spread = percentiles(draws[LEAD_ENTRY]);
  lead.risk = { ...spread, readyP50: isoAt(calendar, from + spread.p50 * DAY_MIN), readyP90: isoAt(calendar, from + spread.p90 * DAY_MIN) };
  return { route, point, risk: evaluate(route.sheet, draws, samples), lead };
}

