import type { Values } from '../inputs/spec';
import { dueInRecords } from './due';

let n = 0;
const row = (kind: string, values: Values, caseId: string | null = 'c') => ({ id: `r${n++}`, kind, caseId, values });
const days = (...rows: ReturnType<typeof row>[]): string[] => dueInRecords(rows).map((d) => d.day);

describe('what records call due', () => {
  const released = row('release', { number: 'N-1', on: '2026-01-01', again: '2026-04-01' });
  const inUse = (events: [string, string][], ended = 'in-use') =>
    row('tool-life', { tool: 'Nest', number: 'N-1', ended, readings: events.map(([on, event], i) => ({ on, event, cycles: i })) });
  it('is the inspection of a released tool, and after one the same while later', () => {
    expect(days(released)).toEqual(['2026-04-01']);
    // Ninety days from New Year to the first of April: ninety days from the third of May.
    expect(days(released, inUse([['2026-02-02', 'count'], ['2026-05-03', 'inspected']]))).toEqual(['2026-08-01']);
    expect(days(released, row('tool-life', { number: 'N-2', ended: 'in-use', readings: [{ on: '2026-05-03', event: 'inspected' }] }))).toEqual(['2026-04-01']);
    expect(days(released, row('tool-life', { number: 'N-1' }))).toEqual(['2026-04-01']);
  });
  it('is nothing of a tool that is worn out or released anew', () => {
    expect(days(released, inUse([], 'worn'))).toEqual([]);
    expect(days(released, row('release', { number: 'N-1', on: '2026-03-01', again: '2026-06-01' }))).toEqual(['2026-06-01']);
  });
  it('is the newest paper of a case, a lot until its day, a run until it is done', () => {
    const paper = (dated: string, inspect_by: string, of = 'c') => row('certificate', { dated, inspect_by }, of);
    expect(days(paper('2026-01-01', '2026-12-31'), paper('2026-06-01', '2027-06-01'), paper('2025-01-01', '2026-02-01', 'other'))).toEqual([
      '2027-06-01',
      '2026-02-01',
    ]);
    expect(days(row('lot', { lot: 'A', until: '2026-09-01' }, null))).toEqual(['2026-09-01']);
    expect(days(row('job', { what: 'Run', due: '2026-09-02' }, null), row('job', { what: 'Run', due: '2026-09-02', done: true }, null))).toEqual([
      '2026-09-02',
    ]);
  });
});
