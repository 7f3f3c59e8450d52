import type { Calendar } from '../shelf/shop';
import { type BoardJob, type BoardMachine, cost, planWeek } from './week';

const DAY = 1440;
/** Monday to Friday, 7 to 15. */
const CALENDAR: Calendar = { shiftStart_min: 420, shiftEnd_min: 900, workdays: [1, 2, 3, 4, 5], holidays: [], unattended: true };
/** A Monday. */
const START = '2026-11-30';
const NIGHT: BoardMachine = { name: 'A', alone: true, change_h: 0.5 };
const job = (id: string, run_h: number, more: Partial<BoardJob> = {}): BoardJob => ({
  id,
  what: id,
  machines: ['A'],
  material: 'pa12',
  run_h,
  hands_h: 1,
  ...more,
});
const plan = (jobs: BoardJob[], machines = [NIGHT], people = 1, now_min = 420) =>
  planWeek({ jobs, machines, people, calendar: CALENDAR, start: START, now_min });
const times = (p: ReturnType<typeof plan>) => [...p.runs].sort((a, b) => a.from - b.from).map((r) => [r.job.id, r.from, r.start, r.end, r.free]);

describe('runs over the week', () => {
  it('are loaded in the shift, run on at night, and are unloaded when somebody is there again', () => {
    // Half an hour to load, ten hours to half past five, unloaded on Tuesday from seven on.
    expect(times(plan([job('x', 10)]))).toEqual([['x', 420, 450, 1050, DAY + 450]]);
    // Where it may not run alone, the run stops with the shift: 7.5 h on Monday, 2.5 h on Tuesday.
    expect(times(plan([job('x', 10)], [{ ...NIGHT, alone: false }]))).toEqual([['x', 420, 450, DAY + 570, DAY + 600]]);
    // What ends on Friday night stands until Monday.
    expect(times(plan([job('x', 10)], [NIGHT], 1, 4 * DAY + 420))[0][4]).toBe(7 * DAY + 450);
  });
  it('go by their due dates, and say what is late by how much', () => {
    const p = plan([job('late', 4, { due: '2026-12-04' }), job('soon', 4, { due: '2026-11-30' })]);
    expect(times(p).map((t) => t[0])).toEqual(['soon', 'late']);
    // The second: 12:00 loaded, 12:30 to 16:30, unloaded on Tuesday 7:30, four days early.
    expect(p.runs.map((r) => r.late_min)).toEqual([720 - 900, DAY + 450 - (4 * DAY + 900)]);
    const missed = plan([job('x', 30, { due: '2026-12-01' })]);
    // To Tuesday 13:30, unloaded by 14:00: in time; with 40 h it is Wednesday 7:30 against Tuesday 15:00.
    expect([missed.late, plan([job('x', 40, { due: '2026-12-01' })]).late_h]).toEqual([0, 16.5]);
  });
  it('take turns so that material is changed once, not three times', () => {
    const jobs = ['a', 'b', 'c', 'd'].map((id, i) => job(id, 1, { material: i % 2 ? 'abs' : 'pa12' }));
    const p = plan(jobs);
    expect(p.changes).toBe(1);
  });
  it('share the hands: two machines are not loaded at once by one person, but by two', () => {
    const machines = [NIGHT, { ...NIGHT, name: 'B' }];
    const jobs = ['a', 'b'].map((id) => job(id, 5, { machines: ['A', 'B'] }));
    expect(times(plan(jobs, machines)).map((t) => t[1])).toEqual([420, 450]);
    expect(times(plan(jobs, machines, 2)).map((t) => t[1])).toEqual([420, 420]);
  });
  it('leave alone what somebody fixed, and go before it where they fit', () => {
    const fixed = job('fixed', 4, { fixed: { machine: 'A', from_min: DAY + 600 } });
    const p = plan([fixed, job('short', 2), job('long', 60)]);
    const at = Object.fromEntries(times(p).map((t) => [t[0], t]));
    expect(at['fixed'][1]).toBe(DAY + 600);
    expect(at['short'][4] as number).toBeLessThanOrEqual(DAY + 600);
    expect(at['long'][1] as number).toBeGreaterThanOrEqual(at['fixed'][4] as number);
  });
  it('of which no machine takes one are named', () => {
    expect(plan([job('x', 1, { machines: ['C'] })]).left.map((j) => j.id)).toEqual(['x']);
    expect(plan([]).used).toBe(0);
  });
  it('are never later than by due dates alone, over many random weeks', () => {
    let seed = 7, better = 0;
    const next = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
    for (let k = 0; k < 12; k++) {
      const jobs = Array.from(
        { length: 14 },
        (_, i) =>
          job(`j${i}`, 1 + 15 * next(), {
            machines: next() < 0.5 ? ['A', 'B'] : ['A'],
            material: next() < 0.5 ? 'pa12' : 'abs',
            due: `2026-12-0${1 + Math.floor(5 * next())}`,
          }),
      );
      const machines = [NIGHT, { ...NIGHT, name: 'B' }];
      const p = plan(jobs, machines);
      expect(p.runs.length).toBe(14);
      for (const m of ['A', 'B']) {
        const own = p.runs.filter((r) => r.machine === m).sort((a, b) => a.from - b.from);
        own.forEach((r, i) => i && expect(r.from).toBeGreaterThanOrEqual(own[i - 1].free));
      }
      // By due dates alone, as anybody would by hand.
      const plain = planWeek({ jobs, machines, people: 1, calendar: CALENDAR, start: START, now_min: 420 }, 0);
      expect(cost(p)).toBeLessThanOrEqual(cost(plain));
      better += cost(plain) - cost(p) > 1 ? 1 : 0;
    }
    expect(better).toBeGreaterThan(6);
  });
});
