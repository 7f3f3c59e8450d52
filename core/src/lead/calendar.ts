import type { Calendar } from '../shelf/shop';

const DAY_MIN = 1440;
const DAY_MS = 86_400_000;

/**
 * A working calendar laid out from a start date, in whole-plant local time without zones: minute 0 is 00:00 of that day.
 * Built once, then asked many thousand times by the risk run.
 */
export interface WorkCalendar {
  startDay: number;
  /** Work minutes before each day. */
  before: Float64Array;
  shiftStart: number;
  shiftLength: number;
  /** 1 on working days */
  open: Uint8Array;
  unattended: boolean;
}

/** Five years of days are laid out at first; the calendar repeats its weekly pattern beyond that. */
const HORIZON_DAYS = 5 * 366;

/** @param startIso date of minute 0, such as 2026-11-25 */
export function layOut(calendar: Calendar, startIso: string): WorkCalendar {
  const startDay = Math.floor(Date.parse(`${startIso}T00:00:00Z`) / DAY_MS);
  const holidays = new Set(calendar.holidays.map((d) => Math.floor(Date.parse(`${d}T00:00:00Z`) / DAY_MS)));
  const shiftLength = calendar.shiftEnd_min - calendar.shiftStart_min;
  const open = new Uint8Array(HORIZON_DAYS);
  const before = new Float64Array(HORIZON_DAYS + 1);
  for (let d = 0; d < HORIZON_DAYS; d++) {
    // 1970-01-01 was a Thursday (4).
    const weekday = (startDay + d + 4) % 7;
    open[d] = calendar.workdays.includes(weekday) && !holidays.has(startDay + d) ? 1 : 0;
    before[d + 1] = before[d] + open[d] * shiftLength;
  }
  return { startDay, before, shiftStart: calendar.shiftStart_min, shiftLength, open, unattended: calendar.unattended };
}

/** Work minutes that have passed at minute t. */
function workedAt(c: WorkCalendar, t: number): number {
  const day = Math.min(Math.floor(t / DAY_MIN), c.open.length - 1);
  const inShift = Math.min(Math.max(t - day * DAY_MIN - c.shiftStart, 0), c.shiftLength);
  return c.before[day] + c.open[day] * inShift;
}

/**
 * Minute at which `work` minutes of shift time after minute t are done. Zero work is done at t.
 * Work beyond the horizon (some 1200 working days) ends at the horizon.
 */
export function addWork(c: WorkCalendar, t: number, work: number): number {
  if (work <= 0) return t;
  const goal = workedAt(c, t) + work;
  const last = c.open.length;
  if (goal > c.before[last]) return last * DAY_MIN;
  let lo = Math.min(Math.floor(t / DAY_MIN), last - 1);
  // Most stages end within days: gallop, then bisect for the first day whose end reaches the goal.
  let step = 1;
  let hi = lo + 1;
  while (hi < last && c.before[hi] < goal) {
    lo = hi;
    hi = Math.min(last, hi + step);
    step *= 2;
  }
  while (hi - lo > 1) {
    const mid = (lo + hi) >> 1;
    if (c.before[mid] < goal) lo = mid;
    else hi = mid;
  }
  return lo * DAY_MIN + c.shiftStart + (goal - c.before[lo]);
}

/** First minute at or after t with the shift on. */
export function nextStaffed(c: WorkCalendar, t: number): number {
  let day = Math.floor(t / DAY_MIN);
  for (; day < c.open.length; day++) {
    if (!c.open[day]) continue;
    const start = day * DAY_MIN + c.shiftStart;
    if (t < start) return start;
    if (t < start + c.shiftLength) return t;
  }
  return c.open.length * DAY_MIN;
}

/**
 * End of a run of `minutes` that somebody must start: it begins with the shift on and goes on through nights and
 * weekends; where unattended running is not allowed it only advances with the shift.
 */
export function addRun(c: WorkCalendar, t: number, minutes: number): number {
  if (minutes <= 0) return t;
  return c.unattended ? nextStaffed(c, t) + minutes : addWork(c, t, minutes);
}

/** When what is finished or delivered at t is there for somebody: on a day off, when work begins again. */
export const readyAt = (c: WorkCalendar, t: number): string => isoAt(c, c.open[Math.floor(t / DAY_MIN)] === 0 ? nextStaffed(c, t) : t);

/** Minute of the calendar as a date and time, ISO without zone: 2026-12-03T09:30. */
export function isoAt(c: WorkCalendar, minute: number): string {
  return new Date(c.startDay * DAY_MS + Math.round(minute) * 60_000).toISOString().slice(0, 16);
}

/** Spans in which nobody works, from minute 0 up to `until`: whole days, and between shifts where nights are asked for too. */
export function shutSpans(c: WorkCalendar, until: number, nights: boolean): [from: number, to: number][] {
  const out: [number, number][] = [];
  const shut = (from: number, to: number): void => {
    const last = out.at(-1);
    if (last?.[1] === from) last[1] = Math.min(to, until);
    else if (from < until && to > from) out.push([from, Math.min(to, until)]);
  };
  for (let d = 0; d * DAY_MIN < until && d < c.open.length; d++) {
    const day = d * DAY_MIN;
    if (!c.open[d]) shut(day, day + DAY_MIN);
    else if (nights) {
      shut(day, day + c.shiftStart);
      shut(day + c.shiftStart + c.shiftLength, day + DAY_MIN);
    }
  }
  return out;
}
