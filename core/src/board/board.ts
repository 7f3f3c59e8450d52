import type { Machine } from '../process/machine';
import type { RecordRow } from '../records/kind';
import type { Calendar } from '../shelf/shop';
import type { BoardJob, BoardMachine, Problem } from './week';

/** Hours that a change of material takes, where the machine says nothing else. */
const CHANGE_H = 0.5;
const DAY_MS = 86_400_000;

/** Machines one by one: where there are several of a kind they are numbered. Those of suppliers are not planned here. */
export function boardMachines(machines: readonly Machine[]): BoardMachine[] {
  return machines.filter((m) => !m.supplier).flatMap((m) =>
    Array.from({ length: m.count }, (_, i) => ({ name: m.count > 1 ? `${m.name} ${i + 1}` : m.name, alone: m.alone, change_h: CHANGE_H, process: m.process }))
  );
}

/** Minutes from the beginning of a day to a moment, both local and without zones. */
export const minutesFrom = (startIso: string, at: string): number => (Date.parse(`${at}Z`) - Date.parse(`${startIso}T00:00:00Z`)) / 60_000;
/** The other way round: "2026-12-03T09:30". */
export const momentAt = (startIso: string, minute: number): string =>
  new Date(Date.parse(`${startIso}T00:00:00Z`) + Math.round(minute) * 60_000).toISOString().slice(0, 16);

/** What is to be planned: jobs that are not done, on the machines of the house. @param now local moment, "2026-12-03T09:30" */
export function boardProblem(rows: readonly RecordRow[], machines: readonly Machine[], people: number, calendar: Calendar, now: string): Problem {
  const start = new Date(Math.floor(Date.parse(`${now}Z`) / DAY_MS) * DAY_MS).toISOString().slice(0, 10);
  const all = boardMachines(machines);
  const jobs = rows.filter((r) => !r.values['done']).map(({ id, values: v }): BoardJob => {
    const own = all.filter((m) => m.process === v['process']).map((m) => m.name);
    const asked = v['machine'] ? String(v['machine']) : undefined;
    return {
      id,
      what: String(v['what']),
      machines: asked ? own.filter((n) => n === asked) : own,
      material: String(v['material'] ?? ''),
      run_h: Number(v['run']),
      hands_h: Number(v['hands'] ?? 0),
      ...(v['due'] ? { due: String(v['due']) } : {}),
      ...(asked && v['from'] ? { fixed: { machine: asked, from_min: Math.max(0, minutesFrom(start, String(v['from']))) } } : {}),
    };
  });
  return { jobs, machines: all, people, calendar, start, now_min: minutesFrom(start, now) };
}
