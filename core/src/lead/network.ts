import type { Stage } from '../process/process';
import { at } from '../worksheet/evaluate';
import type { Column } from '../worksheet/types';
import { percentiles } from '../worksheet/sample';
import { addRun, addWork, nextStaffed, type WorkCalendar } from './calendar';

/** Whose hours a stage goes by: those of the shop, or of whoever does it outside. */
export interface Hours {
  house: WorkCalendar;
  away: WorkCalendar;
}
const hoursOf = (stage: Pick<Stage, 'away'>, hours: Hours): WorkCalendar => (stage.away ? hours.away : hours.house);

const DAY_MIN = 1440;

/** More starts than this are taken as one long run: somebody would buy them elsewhere. */
const MAX_RUNS = 400;

export interface StageTime {
  id: string;
  label: string;
  resource: Stage['resource'];
  start_min: number;
  end_min: number;
  hours: number;
  runs: number;
  /** Somebody works on it, a machine runs by itself, or it stands in a queue. */
  does: Stage['mode'] | 'wait';
}

/**
 * Walk a finish-to-start network for one sample; a stage starts when all before it are finished.
 * @param columns hours (and runs) by line name
 * @param from minute at which the first stage may start
 */
export function schedule(stages: readonly Stage[], columns: ReadonlyMap<string, Column>, i: number, by: Hours, from: number): StageTime[] {
  const ends = new Map<string, number>();
  const out: StageTime[] = [];
  let previous: string | undefined;
  for (const stage of stages) {
    const calendar = hoursOf(stage, by);
    const before = stage.after ?? (previous ? [previous] : []);
    const ready = before.reduce((t, id) => Math.max(t, ends.get(id) ?? from), from);
    const hours = Math.max(0, at(columns.get(stage.hours)!, i));
    const runs = stage.runs ? Math.max(1, Math.round(at(columns.get(stage.runs)!, i))) : 1;
    let end = ready;
    const start = hours > 0 ? nextStaffed(calendar, ready) : ready;
    if (stage.mode === 'work') end = addWork(calendar, ready, hours * runs * 60);
    else if (runs > MAX_RUNS) end = addRun(calendar, ready, hours * runs * 60);
    else for (let r = 0; r < runs; r++) end = addRun(calendar, end, hours * 60);
    ends.set(stage.id, end);
    out.push({
      id: stage.id,
      label: stage.label,
      resource: stage.resource,
      start_min: start,
      end_min: end,
      hours,
      runs,
      does: stage.id.endsWith('queue') ? 'wait' : stage.mode,
    });
    previous = stage.id;
  }
  return out;
}

/** Minute at which the whole network is finished, for each of n samples. Equal inputs give one number. */
export function finishTimes(stages: readonly Stage[], columns: ReadonlyMap<string, Column>, n: number, by: Hours, from: number): Float64Array {
  const out = new Float64Array(n);
  const place = new Map(stages.map((s, k) => [s.id, k]));
  // Everything that does not depend on the sample is looked up once; the samples themselves make no objects.
  const plan = stages.map((s, k) => ({
    before: (s.after ?? (k ? [stages[k - 1].id] : [])).map((id) => place.get(id) ?? -1).filter((b) => b >= 0 && b < k),
    hours: columns.get(s.hours)!,
    runs: s.runs ? columns.get(s.runs) : undefined,
    work: s.mode === 'work',
    calendar: hoursOf(s, by),
  }));
  const ends = new Float64Array(stages.length);
  for (let i = 0; i < n; i++) {
    let last = 0;
    for (let k = 0; k < plan.length; k++) {
      const { before, hours, runs: many, work, calendar } = plan[k];
      let ready = from;
      for (const b of before) if (ends[b] > ready) ready = ends[b];
      const minutes = Math.max(0, at(hours, i)) * 60;
      const runs = many === undefined ? 1 : Math.max(1, Math.round(at(many, i)));
      let end = ready;
      if (work) end = addWork(calendar, ready, minutes * runs);
      else if (runs > MAX_RUNS) end = addRun(calendar, ready, minutes * runs);
      else for (let r = 0; r < runs; r++) end = addRun(calendar, end, minutes);
      ends[k] = end;
      if (end > last) last = end;
    }
    out[i] = last;
  }
  return out;
}

/**
 * The last working day on which the network may begin so that it is finished by a minute, nine times in ten: the day is halved in, since who begins later is never done sooner.
 * @returns minute at which the shift of that day begins; nothing where even the first day is too late
 */
export function latestStart(stages: readonly Stage[], columns: ReadonlyMap<string, Column>, n: number, by: Hours, until: number): number | undefined {
  const { house } = by;
  const shift = (day: number): number => nextStaffed(house, day * DAY_MIN + house.shiftStart);
  const inTime = (day: number): boolean => percentiles(finishTimes(stages, columns, n, by, shift(day))).p90 <= until;
  if (!inTime(0)) return undefined;
  let good = 0, late = Math.max(1, Math.ceil(until / DAY_MIN));
  while (late - good > 1) {
    const middle = (good + late) >> 1;
    if (inTime(middle)) good = middle;
    else late = middle;
  }
  return lastShift(house, good);
}

/** Minute at which the shift begins on a day, or, where that is off, on the last one before it on which people work. */
export function lastShift(house: WorkCalendar, day: number): number {
  while (day > 0 && !house.open[day]) day--;
  return nextStaffed(house, day * DAY_MIN + house.shiftStart);
}

export const lastEnd = (times: readonly StageTime[]): number => times.reduce((t, s) => Math.max(t, s.end_min), 0);
