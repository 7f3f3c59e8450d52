import fc from 'fast-check';
import type { Stage } from '../process/process';
import type { Calendar } from '../shelf/shop';
import type { Column } from '../worksheet/types';
import { addRun, addWork, isoAt, layOut, nextStaffed, readyAt, shutSpans } from './calendar';
import { finishTimes, lastEnd, latestStart, schedule } from './network';

const CALENDAR: Calendar = { shiftStart_min: 7 * 60, shiftEnd_min: 16 * 60, workdays: [1, 2, 3, 4, 5], holidays: ['2026-11-30'], unattended: true };
// 2026-11-25 is a Wednesday; Monday the 30th is a holiday.
const c = layOut(CALENDAR, '2026-11-25');
// Suppliers work an hour longer, and on the holiday of the house.
const HOURS = { house: c, away: layOut({ ...CALENDAR, shiftEnd_min: 17 * 60, holidays: [] }, '2026-11-25') };
const at = (day: number, h: number, m = 0): number => (day - 25) * 1440 + h * 60 + m;
const iso = (minute: number): string => isoAt(c, minute);

describe('the working calendar', () => {
  it('counts work in shifts only, over nights, weekends and holidays', () => {
    expect(iso(addWork(c, at(25, 15), 30))).toBe('2026-11-25T15:30');
    expect(iso(addWork(c, at(25, 15), 120))).toBe('2026-11-26T08:00');
    // Friday 15:00 and two hours: Monday is a holiday, so Tuesday 08:00
    expect(iso(addWork(c, at(27, 15), 120))).toBe('2026-12-01T08:00');
    expect(iso(addWork(c, at(25, 20), 60))).toBe('2026-11-26T08:00');
    expect(iso(addWork(c, at(28, 12), 60))).toBe('2026-12-01T08:00');
    expect(addWork(c, at(25, 3), 0)).toBe(at(25, 3));
    // 200 hours from Wednesday 7:00: 22.2 shifts; 3 in the first week, 4 in the second, then 5 a week
    expect(iso(addWork(c, at(25, 7), 200 * 60))).toBe('2026-12-28T09:00');
  });
  it('lets a 14-hour print started at 15:30 be ready in the morning, and a 7-hour one started at 9:00 at 16:00', () => {
    expect(iso(addRun(c, at(25, 15, 30), 14 * 60))).toBe('2026-11-26T05:30');
    expect(iso(addRun(c, at(25, 9), 7 * 60))).toBe('2026-11-25T16:00');
  });
  it('starts a run only when somebody is there', () => {
    expect(iso(nextStaffed(c, at(25, 16)))).toBe('2026-11-26T07:00');
    expect(iso(addRun(c, at(27, 17), 60))).toBe('2026-12-01T08:00');
  });
  it('says a working day for what is finished or delivered on a day off, and leaves evenings as they are', () => {
    // Saturday to Monday nobody is there.
    expect(readyAt(c, at(29, 10))).toBe('2026-12-01T07:00');
    expect(readyAt(c, at(30, 23))).toBe('2026-12-01T07:00');
    expect(readyAt(c, at(27, 16))).toBe('2026-11-27T16:00');
    expect(readyAt(c, at(27, 20))).toBe('2026-11-27T20:00');
  });
  it('without unattended running, a run waits for the shift like work', () => {
    const strict = layOut({ ...CALENDAR, unattended: false }, '2026-11-25');
    expect(isoAt(strict, addRun(strict, at(25, 15), 120))).toBe('2026-11-26T08:00');
  });
});

describe('the activity network', () => {
  const stages: Stage[] = [
    { id: 'prepare', label: '', resource: 'engineer', mode: 'work', hours: 'prep' },
    { id: 'print', label: '', resource: 'printer', mode: 'run', hours: 'print', runs: 'builds' },
    { id: 'paper', label: '', resource: 'engineer', mode: 'work', hours: 'paper', after: ['prepare'] },
    { id: 'finish', label: '', resource: 'bench', mode: 'work', hours: 'finish', after: ['print', 'paper'] },
  ];
  const columns = (print: number | Float64Array, paper = 1) =>
    new Map<string, number | Float64Array>([['prep', 1], ['print', print], ['builds', 2], ['paper', paper], ['finish', 1]]);

  it('starts a stage when all before it are finished; each of two builds is started by somebody', () => {
    const times = schedule(stages, columns(10), 0, HOURS, at(25, 7));
    // 8:00 first build, 18:00 done; second started Thursday 7:00, 17:00 done; finished Friday 8:00
    expect(times.map((s) => iso(s.end_min))).toEqual(['2026-11-25T08:00', '2026-11-26T17:00', '2026-11-25T09:00', '2026-11-27T08:00']);
    const slowPaper = schedule(stages, columns(1, 30), 0, HOURS, at(25, 7));
    expect(iso(lastEnd(slowPaper))).toBe('2026-12-01T12:00');
  });
  it('lets a supplier work by its own hours', () => {
    const made: Stage[] = [
      { id: 'made', label: '', resource: 'supplier', mode: 'work', hours: 'made', away: true },
      { id: 'fitted', label: '', resource: 'bench', mode: 'work', hours: 'fitted' },
    ];
    const columns = new Map([['made', 12], ['fitted', 1]]);
    // Friday 15:00: two hours until 17:00, ten on Monday, on which the house is shut; fitted on Tuesday.
    const times = schedule(made, columns, 0, HOURS, at(27, 15));
    expect(times.map((s) => iso(s.end_min))).toEqual(['2026-11-30T17:00', '2026-12-01T08:00']);
  });
  it('gives one finish per sample', () => {
    expect([...finishTimes(stages, columns(Float64Array.of(10, 1)), 2, HOURS, at(25, 7))].map(iso)).toEqual(['2026-11-27T08:00', '2026-11-25T11:00']);
  });
  it('is begun at the latest on the working day from which it is done in time', () => {
    // Two builds of ten hours take from the morning of one day to 8:00 two working days later.
    const begin = (until: number, print: number | Float64Array = 10, n = 1) => {
      const t = latestStart(stages, columns(print), n, HOURS, until);
      return t === undefined ? 'never' : iso(t);
    };
    // From Thursday, the second build on Friday, done on Tuesday at 8:00 as Monday is a holiday. From Friday it would be Wednesday.
    expect(begin(at(31, 8))).toBe('2026-11-26T07:00');
    expect(begin(at(31, 7))).toBe('2026-11-25T07:00');
    expect(begin(at(32, 7))).toBe('2026-11-26T07:00');
    // Wednesday is the first day, done on Friday at 8:00: before that there is no way.
    expect(begin(at(27, 8))).toBe('2026-11-25T07:00');
    expect(begin(at(27, 7))).toBe('never');
    // Of ten samples the slow one counts: it takes one build more overnight.
    expect(begin(at(31, 8), Float64Array.from({ length: 10 }, (_, i) => (i ? 1 : 10)), 10)).toBe('2026-11-26T07:00');
  });
  it('gives each sample what walking the network stage by stage gives, whatever its shape', () => {
    const stage = fc.record({ mode: fc.constantFrom<'work' | 'run'>('work', 'run'), many: fc.boolean(), first: fc.boolean(), away: fc.boolean() });
    fc.assert(
      fc.property(
        fc.array(stage, { minLength: 1, maxLength: 6 }),
        fc.array(fc.double({ min: 0, max: 90, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (shapes, hours) => {
          const stages: Stage[] = shapes.map((s, k) => ({
            id: `s${k}`,
            label: '',
            resource: 'bench',
            mode: s.mode,
            hours: `h${k}`,
            ...(s.many && { runs: 'n' }),
            ...(s.away && { away: true }),
            ...(s.first && k > 1 && { after: ['s0'] }),
          }));
          const columns = new Map<string, Column>([
            ['n', Float64Array.of(1, 3)],
            ...stages.map((s, k): [string, Column] => [s.hours, k % 2 ? hours[k] : Float64Array.of(hours[k], hours[k + 6])]),
          ]);
          const from = 7 * 60;
          // To the rounding of minutes added in another order.
          [...finishTimes(stages, columns, 2, HOURS, from)].forEach((t, i) => expect(t).toBeCloseTo(lastEnd(schedule(stages, columns, i, HOURS, from)), 6));
        },
      ),
      { seed: 5, numRuns: 60 },
    );
  });
});

describe('spans in which nobody works', () => {
  it('are the shut days, weekend and holiday in one', () => {
    // Saturday the 28th to Monday the 30th, a holiday, then the next weekend.
    expect(shutSpans(c, at(25, 0) + 14 * 1440, false)).toEqual([[at(28, 0), at(31, 0)], [at(35, 0), at(37, 0)]]);
  });
  it('have the nights between shifts, where those are asked for, and end where the drawing does', () => {
    const spans = shutSpans(c, at(26, 12), true);
    expect(spans).toEqual([[at(25, 0), at(25, 7)], [at(25, 16), at(26, 7)]]);
    // Friday evening to Tuesday morning is one.
    expect(shutSpans(c, at(32, 12), true)).toContainEqual([at(27, 16), at(31, 7)]);
    expect(shutSpans(c, at(29, 0), false)).toEqual([[at(28, 0), at(29, 0)]]);
  });
});
