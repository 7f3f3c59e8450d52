import { addRun, addWork, layOut, nextStaffed, type WorkCalendar } from '../lead/calendar';
import type { Calendar } from '../shelf/shop';

/** Something to be made on one machine in one run. */
export interface BoardJob {
  id: string;
  what: string;
  /** Names of the machines that can. */
  machines: readonly string[];
  material: string;
  /** The run, hours; it goes on by itself where the machine may run alone. */
  run_h: number;
  /** Loading and unloading, hours of somebody's work. */
  hands_h: number;
  /** ISO date; it is to be ready by the end of that day's shift. Later jobs wait where none is given. */
  due?: string;
  /** Where somebody put it: this machine, from this minute on. */
  fixed?: { machine: string; from_min: number };
}

export interface BoardMachine {
  name: string;
  /** Jobs move between machines of one process. */
  process?: string;
  /** It runs on when nobody is there. */
  alone: boolean;
  /** Changing the material takes somebody this long, hours. */
  change_h: number;
}

export interface BoardRun {
  job: BoardJob;
  machine: string;
  /** Somebody begins to load it; minutes of the calendar. */
  from: number;
  /** It runs. */
  start: number;
  /** It has run; somebody unloads it when next there. */
  end: number;
  /** Unloaded, and the machine free. */
  free: number;
  /** Another material than before was in the machine. */
  changed: boolean;
  /** Minutes beyond what it was due; negative where there is time left. */
  late_min?: number;
}

export interface BoardPlan {
  runs: BoardRun[];
  /** Jobs that no machine takes. */
  left: BoardJob[];
  /** Σ lateness, hours, and how many are late. */
  late_h: number;
  late: number;
  changes: number;
  /** Share of the time from now to the last end in which the machines run. */
  used: number;
  end_min: number;
}

export interface Problem {
  jobs: readonly BoardJob[];
  machines: readonly BoardMachine[];
  /** People who load and unload; each does one thing at a time. */
  people: number;
  calendar: Calendar;
  /** ISO date of minute 0, and the minute it is now. */
  start: string;
  now_min: number;
}

const DAY_MIN = 1440;
/** Costs of a plan in hours late: a change of material, and an hour until the last one ends. */
const CHANGE_COST = 0.3;
const END_COST = 0.01;
/** Exchanges that are tried: fewer of many jobs, each of which takes longer. */
const TRIES = 1500;
const TRIES_JOBS = 24_000;

/**
 * A week of runs. Jobs in the order of their due dates each go to the machine that has them ready first (list scheduling); then pairs in
 * that order are exchanged and jobs moved up or down as long as it gets better: hours late, changes of material, the last end. Loading and
 * unloading need one of the people in the shift; a machine that may run alone goes on through nights and weekends. What somebody fixed stays
 * where it is, and others go around it. Not proven best.
 * @param tries exchanges; 0 leaves it at due dates
 */
export function planWeek(problem: Problem, tries = Math.min(TRIES, Math.round(TRIES_JOBS / Math.max(1, problem.jobs.length)))): BoardPlan {
  const { jobs } = problem;
  const calendar = layOut(problem.calendar, problem.start);
  const due = new Map(jobs.map((j) => [j, dueMinute(calendar, j.due)]));
  let order = [...jobs].sort((a, b) =>
    Number(!!b.fixed) - Number(!!a.fixed) || (a.fixed && b.fixed ? a.fixed.from_min - b.fixed.from_min : 0) || due.get(a)! - due.get(b)!
  );
  let best = place(problem, calendar, order, due);
  const movable = order.filter((j) => !j.fixed).length, first = order.length - movable;
  // Small steps from a seed: the same jobs give the same plan.
  let seed = 12345;
  const pick = (n: number): number => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed % n;
  };
  for (let k = 0; k < tries && movable > 1; k++) {
    const next = [...order];
    const a = first + pick(movable), b = first + pick(movable);
    if (a === b) continue;
    if (k % 2) [next[a], next[b]] = [next[b], next[a]];
    else next.splice(b, 0, ...next.splice(a, 1));
    const plan = place(problem, calendar, next, due);
    if (cost(plan) <= cost(best)) {
      best = plan;
      order = next;
    }
  }
  return best;
}

export const cost = (p: BoardPlan): number => p.late_h + CHANGE_COST * p.changes + (END_COST * p.end_min) / 60;

/** End of the shift of a day; far away where none is given. */
function dueMinute(c: WorkCalendar, due: string | undefined): number {
  if (!due) return Infinity;
  const day = Math.floor(Date.parse(`${due}T00:00:00Z`) / (DAY_MIN * 60_000)) - c.startDay;
  return day * DAY_MIN + c.shiftStart + c.shiftLength;
}

function place({ machines, people, now_min }: Problem, calendar: WorkCalendar, order: readonly BoardJob[], due: ReadonlyMap<BoardJob, number>): BoardPlan {
  const on = new Map<string, BoardRun[]>(machines.map((m) => [m.name, []]));
  const plan: BoardPlan = { runs: [], left: [], late_h: 0, late: 0, changes: 0, used: 0, end_min: now_min };

  /** Loaded from a minute on, or as soon after as somebody has a hand free. */
  function runFrom(job: BoardJob, machine: BoardMachine, earliest: number, before: BoardRun | undefined): BoardRun {
    const changed = before !== undefined && before.job.material !== job.material;
    const load = 60 * (job.hands_h / 2 + (changed ? machine.change_h : 0));
    let from = nextStaffed(calendar, Math.max(now_min, earliest));
    let start = addWork(calendar, from, load);
    for (;;) {
      const busy = plan.runs.filter((r) => r.from < start && r.start > from);
      if (busy.length < Math.max(1, people)) break;
      from = nextStaffed(calendar, Math.min(...busy.map((r) => r.start)));
      start = addWork(calendar, from, load);
    }
    const end = machine.alone ? addRun(calendar, start, 60 * job.run_h) : addWork(calendar, start, 60 * job.run_h);
    return { job, machine: machine.name, from, start, end, free: addWork(calendar, nextStaffed(calendar, end), 60 * (job.hands_h / 2)), changed };
  }

  for (const job of order) {
    let found: BoardRun | undefined;
    for (const machine of machines) {
      if (job.fixed ? job.fixed.machine !== machine.name : !job.machines.includes(machine.name)) continue;
      // The first gap that it fits into; behind the last there is always one.
      const runs = on.get(machine.name)!;
      for (let k = 0; k <= runs.length; k++) {
        const before = runs[k - 1], after = runs[k];
        const run = runFrom(job, machine, Math.max(before?.free ?? now_min, job.fixed?.from_min ?? 0), before);
        if (after && run.free > after.from) continue;
        if (!found || run.free < found.free || (run.free === found.free && found.changed && !run.changed)) found = run;
        break;
      }
    }
    if (!found) {
      plan.left.push(job);
      continue;
    }
    plan.runs.push(found);
    const runs = on.get(found.machine)!;
    runs.push(found);
    runs.sort((x, y) => x.from - y.from);
    const by = due.get(job)!;
    if (Number.isFinite(by)) {
      found.late_min = found.free - by;
      if (found.late_min > 0) {
        plan.late++;
        plan.late_h += found.late_min / 60;
      }
    }
    if (found.changed) plan.changes++;
    plan.end_min = Math.max(plan.end_min, found.free);
  }
  const running = plan.runs.reduce((s, r) => s + r.end - r.start, 0);
  plan.used = plan.end_min > now_min && machines.length ? running / (machines.length * (plan.end_min - now_min)) : 0;
  return plan;
}
