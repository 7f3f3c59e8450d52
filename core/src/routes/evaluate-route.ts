import { contentKey, type Contribution } from '../case/contribution';
import { processFor } from '../case/equip';
import { type CaseFacts, shapeFor } from '../case/facts';
import { panelArea, solidPlaces } from '../case/load-table';
import type { CaseDoc, Pin } from '../case/types';
import { isoAt, layOut, readyAt } from '../lead/calendar';
import { finishTimes, type Hours, lastEnd, lastShift, latestStart, schedule, type StageTime } from '../lead/network';
import type { Remedy } from '../screen/check';
import { type Shop, SUPPLIER_CALENDAR } from '../shelf/shop';
import { compileSheet, type Sheet } from '../worksheet/compile';
import { at, evaluate, requireFinite, valueOf } from '../worksheet/evaluate';
import { once } from '../worksheet/once';
import type { Figured } from '../worksheet/figured';
import { namesIn } from '../worksheet/parse';
import { likelyInputs, percentiles, type Percentiles, sampleEntries } from '../worksheet/sample';
import { type Column, type Entry, type Line, type Range, SheetError } from '../worksheet/types';
import type { Stressed } from '../life/fatigue';
import { usedUp } from '../life/life';
import { shapeEntries } from '../case/shape-entries';
import { routeKey } from '../case/types';
import { shelfOf } from '../shelf/shelf';
import { CONSTANTS } from '../process/constants';
import { factEntries, type Process } from '../process/process';
import { LEAD_ENTRY, lotOf, OWN_DAYS, overrideEntries, routeSheet, solidEntries, type RemedyLoad, type RouteSheet, SPARSE } from './worksheet';

const DAY_MIN = 1440;
/** Samples of the search for the last day to begin. */
const BEGIN_SAMPLES = 1000;

export interface Lead {
  stages: StageTime[];
  /** Calendar days from the start. */
  days: number;
  /** Ready at likely durations, ISO without zone. */
  ready: string;
  /** A quoted wait replaces the network. */
  quoted: boolean;
  risk?: Percentiles & { readyP50: string; readyP90: string };
  /** Where a day is given by which it is needed: the last day to begin, so that it is there nine times in ten; `too-late` where none is. */
  begin?: string;
}

/** A route worked out: a subject whose figures can be opened, and its date. */
export interface RouteResult extends Figured {
  route: RouteSheet;
  lead: Lead;
}

const ZERO: Range = { low: 0, likely: 0, high: 0 };
const plus = (a: Range, b: Range): Range => ({ low: a.low + b.low, likely: a.likely + b.likely, high: a.high + b.high });

/** What screening leaves of a doubt. */
export interface Doubt {
  /** Conditions still to be tried. */
  trials: number;
  /** Chance that all holds. */
  chance: number;
  /** How hard its largest load works its body; absent where no load is known. */
  stress?: Stressed;
}
export const NO_DOUBT: Doubt = { trials: 0, chance: 1 };

/** What a set of remedies adds to one tool, and the doubt that is left with them. */
export function remedyLoad(remedies: readonly Remedy[], doubt: Doubt = NO_DOUBT): RemedyLoad {
  // What is renewed while the body goes on: metal faces, or else the pads.
  const metal = remedies.filter((r) => r.carriesWear);
  const faces = metal.length ? metal : remedies.filter((r) => r.pad);
  return {
    ...doubt,
    money: remedies.reduce((s, r) => plus(s, r.money), ZERO),
    hours: remedies.reduce((s, r) => plus(s, r.hours), ZERO),
    mass_kg: remedies.reduce((s, r) => plus(s, r.mass_kg), ZERO),
    once_hours: remedies.reduce((s, r) => plus(s, r.once_hours), ZERO),
    metalFace: metal.length > 0,
    pads: !metal.length && faces.length > 0,
    face: { money: faces.reduce((s, r) => plus(s, r.money), ZERO), hours: faces.reduce((s, r) => plus(s, r.hours), ZERO) },
    parts_h: remedies.reduce((m, r) => (r.parts_h && r.parts_h.likely > m.likely ? r.parts_h : m), ZERO),
    rest_h: remedies.reduce((s, r) => plus(s, r.rest_h ?? ZERO), ZERO),
    extraPieces: remedies.reduce((s, r) => s + (r.extraPieces ?? 0), 0),
    sections: Math.max(1, ...remedies.map((r) => r.sections ?? 1)),
    lifeUsed: Math.min(1, ...remedies.map((r) => r.lifeUsed ?? 1)),
    names: remedies.map((r) => r.how),
  };
}

const cones = new WeakMap<Sheet, Map<string, Sheet>>();

/** The part of a route's sheet that some of its lines rest on; what is left out is not evaluated. */
function cone(route: RouteSheet, what: string, names: readonly string[]): Sheet {
  const kept = cones.get(route.sheet) ?? new Map<string, Sheet>();
  cones.set(route.sheet, kept);
  let part = kept.get(what);
  if (!part) {
    const { sheet } = route;
    const wanted = new Map<string, Line>();
    const take = (name: string): void => {
      const line = sheet.lines.get(name);
      if (!line || wanted.has(name)) return;
      wanted.set(name, line);
      namesIn(sheet.exprs.get(name)!).forEach(take);
    };
    names.forEach(take);
    part = compileSheet([...wanted.values()], route.entries.map((e) => e.name), sheet.overridden);
    kept.set(what, part);
  }
  return part;
}

/** The part that one line rests on. */
export const partOf = (route: RouteSheet, line: string): Sheet => cone(route, line, [line]);

/** The part that the stages' hours need; lead time is known before money is. */
const hoursSheet = (route: RouteSheet): Sheet => cone(route, 'hours', route.stages.flatMap((s) => (s.runs ? [s.hours, s.runs] : [s.hours])));

/** Likely values of all entries and overridden lines of a route. */
const inputsOf = once((route: RouteSheet) => likelyInputs([...route.entries, ...overridden(route)]));

/** Overridden lines as entries; samples are kept apart by process. */
const overridden = ({ sheet, overrides, process }: RouteSheet): Entry[] => overrideEntries({ sheet, overrides, id: process.id });

const quickSheets = new Map<string, Sheet>();
const likelyByName = (entries: readonly Entry[]): Record<string, number> => Object.fromEntries(entries.map((e) => [e.name, e.likely]));
const printedSizes = once((doc: CaseDoc) => likelyByName(shapeEntries(doc, true)));
const stockSizes = once((doc: CaseDoc) => likelyByName(shapeEntries(doc, false)));
const solidSizes = once((doc: CaseDoc) => likelyByName(solidEntries(solidPlaces(doc))));
const planFigures = once((plans: readonly Contribution[]) => likelyByName(plans.flatMap((p) => p.entries)));
const processFigures = once((process: Process) => likelyByName([...CONSTANTS, ...factEntries(process)]));
/** What a bare tool has of remedies. */
const BARE: Readonly<Record<string, number>> = { remedy_mass: 0, remedy_hours: 0, sections: 1 };

/**
 * One line of a route at likely values and without remedies. Asked for every route of every candidate, so that only what the line rests
 * on is gathered; anything out of the ordinary goes the whole way.
 */
function quickLine(facts: CaseFacts, pin: Pin, process: Process, line: string): number {
  const { doc, site } = facts;
  const kept = `${line}|${process.id}|${contentKey(facts.contributions)}`;
  const sheet = quickSheets.get(kept);
  const material = shelfOf(site.shop).material(pin.material);
  // What is used once is printed sparsely: another figure than the process's own.
  const once = usedUp(facts.family, material);
  if (sheet && !doc.overrides[routeKey(pin)]) {
    const printed = process.kind === 'print';
    const size = (printed ? printedSizes : stockSizes)(doc);
    const own = processFigures(process);
    const plans = planFigures(facts.contributions);
    const stuff: Readonly<Record<string, number | undefined>> = {
      density: material.density_g_cm3.likely,
      flow: material.flow ?? 1,
      copies: lotOf(facts.need, once),
      laid: material.fibre_per_cm3 ? 1 : 0,
      panel_area: panelArea(doc),
      ...solidSizes(doc),
      ...(once && { wall: SPARSE['wall'].likely, infill: SPARSE['infill'].likely }),
    };
    const known = (name: string): number | undefined => stuff[name] ?? BARE[name] ?? size[name] ?? own[name] ?? plans[name];
    const layers = sheet.inputs.some((n) => known(n) === undefined) && process.profileEntries?.(shapeFor(doc, printed)?.study?.build);
    const rest = layers ? likelyByName(layers) : {};
    const inputs: Record<string, number> = {};
    let complete = true;
    for (const name of sheet.inputs) {
      const value = known(name) ?? rest[name];
      if (value === undefined) complete = false;
      else inputs[name] = value;
    }
    if (complete) return valueOf(evaluate(sheet, inputs), line);
  }
  const route = routeSheet(facts, pin, remedyLoad([]));
  const part = cone(route, line, [line]);
  if (!Object.keys(route.overrides).length) quickSheets.set(kept, part);
  return valueOf(evaluate(part, inputsOf(route)), line);
}

/** Weight of one tool, kg, at likely values and without remedies. */
export const massOf = (facts: CaseFacts, pin: Pin): number => quickLine(facts, pin, processFor(facts, pin.process, pin.material), 'mass_tool');

/** Longest build on a printer, h, at likely values and without remedies; 0 where nothing is built. */
export function buildHours(facts: CaseFacts, pin: Pin): number {
  const process = processFor(facts, pin.process, pin.material);
  const builds = process.stages.filter((s) => s.mode === 'run' || process.watched).filter((s) => s.resource === 'printer' && s.runs);
  return Math.max(0, ...builds.filter((s) => process.lines.some((l) => l.name === s.hours)).map((s) => quickLine(facts, pin, process, s.hours)));
}

/** Lead time alone, at likely values. */
export function leadOf(facts: CaseFacts, pin: Pin, remedies: readonly Remedy[]): Lead {
  return leadTime(routeSheet(facts, pin, remedyLoad(remedies)), calendarFor(facts.site.shop, facts.doc.start));
}

/** The stages' hours as one's own builds say they turn out. */
function stretched(stages: RouteSheet['stages'], columns: ReadonlyMap<string, Column>, by: Column, n: number): ReadonlyMap<string, Column> {
  if (by === 1) return columns;
  const out = new Map(columns);
  for (const name of new Set(stages.map((s) => s.hours))) {
    const hours = columns.get(name)!;
    out.set(name, Float64Array.from({ length: n }, (_, i) => at(hours, i) * at(by, i)));
  }
  return out;
}

function leadTime(route: RouteSheet, calendar: Hours): Lead {
  const from = calendar.house.shiftStart;
  const inputs = inputsOf(route);
  const columns = new Map<string, Column>(evaluate(hoursSheet(route), inputs, 1).columns);
  for (const s of route.stages) for (const name of [s.hours, s.runs]) if (name && !columns.has(name)) columns.set(name, inputs[name]);
  const stages = schedule(route.stages, stretched(route.stages, columns, inputs[OWN_DAYS], 1), 0, calendar, from);
  const quoted = route.entries.find((e) => e.name === LEAD_ENTRY)!.source.kind !== 'standard';
  const days = quoted ? (inputs[LEAD_ENTRY] as number) : Math.max(0, lastEnd(stages) - from) / DAY_MIN;
  // Nothing to model, nothing to show.
  return { stages: stages.filter((s) => s.hours > 0), days, ready: readyAt(calendar.house, from + days * DAY_MIN), quoted };
}

let lastCalendar: { key: string; calendar: Hours } | undefined;
/** Laying out five years takes longer than one estimate; the same calendar serves all routes of a case. */
function calendarFor(shop: Shop, start: string): Hours {
  const away = shop.supplier ?? SUPPLIER_CALENDAR;
  const key = JSON.stringify([shop.calendar, away, start]);
  if (lastCalendar?.key !== key) lastCalendar = { key, calendar: { house: layOut(shop.calendar, start), away: layOut(away, start) } };
  return lastCalendar.calendar;
}

/**
 * Evaluate one route.
 * @param samples 0 for the point estimate alone
 * @param list only the figures that a list of routes shows; no other can be opened
 */
export function evaluateRoute(
  facts: CaseFacts,
  pin: Pin & { doubt?: Doubt },
  remedies: readonly Remedy[],
  samples = 0,
  seed = 1,
  list = false,
): RouteResult {
  const route = routeSheet(facts, pin, remedyLoad(remedies, pin.doubt));
  return evaluateSheet(facts, route, { id: routeKey(pin), title: `${route.process.label}, ${route.material.label}` }, samples, seed, list);
}

/** What reaches screens, rankings and signatures. */
const DECISIVE = ['expected_cost', 'programme_with_wait', 'price_programme', 'price_each', 'mass_tool'] as const;

/** Evaluate a route's sheet, whatever it stands for: hours, then the activity network, then money. */
export function evaluateSheet(
  facts: CaseFacts,
  route: RouteSheet,
  name: { id: string; title: string },
  samples: number,
  seed: number,
  list = false,
): RouteResult {
  const sheet = list ? cone(route, 'list', DECISIVE) : route.sheet;
  const calendar = calendarFor(facts.site.shop, facts.doc.start);
  const from = calendar.house.shiftStart;
  const all: Entry[] = [...route.entries, ...overridden(route)];
  const hours = hoursSheet(route);
  const lead = leadTime(route, calendar);
  const { days, quoted } = lead;
  const columnsOf = (values: Record<string, Column>, n: number): ReadonlyMap<string, Column> =>
    new Map<string, Column>([...Object.entries(values), ...evaluate(hours, values, n).columns]);
  const point = evaluate(sheet, { ...inputsOf(route), [LEAD_ENTRY]: days });
  if (![...DECISIVE.map((n) => valueOf(point, n)), days].every(Number.isFinite)) {
    requireFinite(point);
    throw new SheetError('not-finite', DECISIVE[0], `${name.title} cannot be worked out: its price or date is not a number.`);
  }
  const subject = {
    ...name,
    sheet,
    entries: route.entries,
    overrides: route.overrides,
    route,
    point,
    lead,
  };
  if (!samples) return subject;

  const used = new Set([...sheet.inputs, ...hours.inputs, LEAD_ENTRY, OWN_DAYS, ...route.stages.map((s) => s.hours)]);
  const draws = sampleEntries(all.filter((e) => used.has(e.name)), samples, seed);
  const worked = quoted ? undefined : stretched(route.stages, columnsOf(draws, samples), draws[OWN_DAYS], samples);
  if (worked) {
    const ends = finishTimes(route.stages, worked, samples, calendar, from);
    draws[LEAD_ENTRY] = ends.map((t) => Math.max(0, t - from) / DAY_MIN);
  }
  const spread = percentiles(draws[LEAD_ENTRY]);
  const limit = list ? undefined : facts.need.leadLimit?.value;
  if (limit !== undefined) {
    const spare = limit - spread.p90;
    const begin = worked
      ? latestStart(route.stages, worked, Math.min(samples, BEGIN_SAMPLES), calendar, from + limit * DAY_MIN)
      : spare >= 0
      ? lastShift(calendar.house, Math.floor(spare))
      : undefined;
    lead.begin = begin === undefined ? 'too-late' : isoAt(calendar.house, begin).slice(0, 10);
  }
  lead.risk = { ...spread, readyP50: readyAt(calendar.house, from + spread.p50 * DAY_MIN), readyP90: readyAt(calendar.house, from + spread.p90 * DAY_MIN) };
  return { ...subject, risk: evaluate(sheet, draws, samples) };
}
