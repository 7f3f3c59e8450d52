import type { Stage } from '../process/process';
import { at } from '../worksheet/evaluate';
import type { Column } from '../worksheet/types';
import { addRun, addWork, nextStaffed, type WorkCalendar } from './calendar';

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
}

/**
 * Walk a finish-to-start network for one sample; a stage starts when all before it are finished.
 * @param columns hours (and runs) by line name
 * @param from minute at which the first stage may start
 */
export function schedule(stages: readonly Stage[], columns: ReadonlyMap<string, Column>, i: number, calendar: WorkCalendar, from: number): StageTime[] {
  const ends = new Map<string, number>();
  const out: StageTime[] = [];
  let previous: string | undefined;
  for (const stage of stages) {
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
    out.push({ id: stage.id, label: stage.label, resource: stage.resource, start_min: start, end_min: end, hours, runs });
    previous = stage.id;
  }
  return out;
}

/** Minute at which the whole network is finished, for each of n samples. Equal inputs give one number. */
export function finishTimes(stages: readonly Stage[], columns: ReadonlyMap<string, Column>, n: number, calendar: WorkCalendar, from: number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) out[i] = lastEnd(schedule(stages, columns, i, calendar, from));
  return out;
}

export const lastEnd = (times: readonly StageTime[]): number => times.reduce((t, s) => Math.max(t, s.end_min), 0);
