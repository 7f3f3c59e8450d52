import type { Values } from '../inputs/spec';
import { lotRefusal } from '../proof/steps';
import { recordFaults, type RecordRow } from './kind';
import { evidenceOf, recordKindOf } from './kinds';
import { meanAge } from './kinds/lot';
import { trendOf } from './trend';

const row = (kind: string, values: Values): RecordRow => ({ id: '1', kind, caseId: null, at: '2026-11-25T10:00:00Z', who: 'x', revision: 1, values });
const money = (x: number): string => `${x.toFixed(2)} EUR`;
/** What rows of a kind say together. */
const said = (kind: string, rows: readonly Values[]): string | undefined => recordKindOf(kind).together!(rows.map((v) => row(kind, v)), '2026-11-28', money);
const plain = (text: string | undefined): string => (text ?? '').replace(/\u202f|\u2009|\u00a0/g, ' ');

describe('a line through readings', () => {
  it('is that of least squares, with the scatter about it', () => {
    // Means 2 and 3; Σdx dy = 3, Σdx² = 2: slope 1.5; left over 0.25 + 1 + 0.25.
    const t = trendOf([[1, 2], [2, 2], [3, 5]])!;
    expect(t.slope).toBeCloseTo(1.5, 12);
    expect(t.at(4)).toBeCloseTo(6, 12);
    expect(t.scatter).toBeCloseTo(Math.sqrt(1.5), 12);
    // Its error is √(1.5/2) = 0.87: t = 1.7 where 12.7 is asked with one degree of freedom.
    expect(t.sure).toBe(false);
  });
  it('is sure where the readings hardly leave it, and never of level ones', () => {
    expect(trendOf([[0, 0], [10, 1.01], [20, 1.99], [30, 3]])!.sure).toBe(true);
    expect(trendOf([[0, 0.1], [10, 0.1], [20, 0.1]])!.sure).toBe(false);
  });
  it('is not drawn through two readings, nor through readings at one place', () => {
    expect(trendOf([[1, 2], [2, 3]])).toBeUndefined();
    expect(trendOf([[5, 2], [5, 3], [5, 4]])).toBeUndefined();
  });
});

describe('parts from a tool', () => {
  const part = (shot: number, value: number, tool = 'F-1'): Values => ({ tool, shot, on: '2026-11-20', figure: 'Flange', nominal: 30, within: 0.2, value });
  it('tell how many are good, that the tool drifts, and with which part it is out', () => {
    // 0.05 mm in a hundred parts from 30.00: at part 300 it is 0.15 off, and 0.2 off with part 400.
    const text = plain(said('formed-part', [part(100, 30.05), part(200, 30.1), part(300, 30.15)]));
    expect(text).toContain('Flange from tool F-1: 3 of 3 within ±0.2 mm, +0.1 mm off in the mean');
    expect(text).toContain('drifts by +0.05 mm in a hundred parts, out of its limits with about part 400');
  });
  it('that only scatter say so; each tool is told by itself', () => {
    const text = plain(said('formed-part', [part(1, 30.05), part(2, 29.95), part(3, 30.05), part(4, 29.95), part(1, 30.3, 'F-2')]));
    expect(text).toContain('no drift');
    expect(text).toContain('tool F-2: 0 of 1 within');
  });
  it('beyond its limits is kept apart', () => {
    expect(plain(recordKindOf('formed-part').notice!(part(1, 29.7), '2026-11-28'))).toContain('Out of its limits by 0.1 mm');
    expect(recordKindOf('formed-part').notice!(part(1, 30.2), '2026-11-28')).toBeUndefined();
  });
});

describe('leaks', () => {
  const test = (cycles: number, temp: number, lost: number): Values => ({ tool: 'L-1', on: '2026-11-20', cycles, temp, minutes: 10, lost, most: 2 });
  it('are told hot and cold apart, with the cycle at which they are too much', () => {
    // Hot 0.2, 0.6, 1.0 kPa in ten minutes after 0, 10, 20 cycles: 2 kPa, which is 2 mbar a minute, after 45.
    const text = plain(said('leak-test', [test(0, 121, 0.2), test(10, 118, 0.6), test(20, 122, 1), test(20, 21, 0.1)]));
    expect(text).toContain('L-1 at about 120 °C: 1 mbar a minute after 20 cycles, 2 mbar a minute allowed');
    expect(text).toContain('too much with about cycle 45');
    expect(text).toContain('L-1 at about 20 °C: 0.1 mbar a minute after 20 cycles');
  });
  it('beyond what is allowed are to be sealed', () => {
    expect(recordKindOf('leak-test').notice!(test(5, 120, 2.5), '2026-11-28')).toContain('seal it before the next cure');
    expect(recordKindOf('leak-test').notice!(test(5, 120, 2), '2026-11-28')).toBeUndefined();
  });
});

describe('set-ups that were found', () => {
  const found = (x: number, machine = 'Mill 2, pallet A'): Values => ({ tool: 'J-7', machine, on: '2026-11-20', by: 'corner', x, y: 40, z: 12.5 });
  it('say where the next one starts, and how well the tool comes back', () => {
    const text = plain(said('set-up', [found(100.01), found(100.03), found(100.02, 'Mill 1')]));
    expect(text).toContain('J-7 on Mill 2, pallet A: start from X 100.02, Y 40, Z 12.5; found 2 times within 0.02 mm.');
    expect(text).toContain('J-7 on Mill 1: start from X 100.02, Y 40, Z 12.5; found once.');
  });
});

describe('cutters', () => {
  const edge = (minutes: number, ended: string, price?: number): Values => ({
    cutter: '6 mm carbide',
    material: 'pa12-cf',
    minutes,
    ended,
    ...(price && { price }),
  });
  it('are changed when one in ten would have ended, at their price a minute; the one in use is due', () => {
    const text = plain(said('cutter', [edge(40, 'worn', 24), edge(40, 'worn'), edge(40, 'worn'), edge(38, 'in-use')]));
    expect(text).toContain('3 of 4 ended');
    const change = Number(/change after ([\d.]+) min/.exec(text)![1]);
    // Lives that end all at 40: a tenth have ended a good deal before, and not before half of it.
    expect(change).toBeGreaterThan(15);
    expect(change).toBeLessThan(38);
    expect(text).toContain('the one in use is due');
    const each = Number(/([\d.]+) EUR a minute/.exec(text)![1]);
    expect(each).toBeGreaterThan(24 / (change + 1) - 0.01);
    expect(each).toBeLessThan(24 / (change - 1) + 0.01);
  });
  it('of which none is worn have only what they did', () => {
    expect(plain(said('cutter', [edge(30, 'in-use'), edge(50, 'changed')]))).toContain('none worn in 80 min');
  });
});

describe('a lot', () => {
  const LOT: Values = { lot: 'A-7', material: 'pa12', from: '2026-10-01', state: 'free', tests: [{ what: 'Tensile strength, MPa', value: 46, least: 45 }] };
  const evidence = (...lots: Values[]) => evidenceOf(lots.map((v) => row('lot', v)));
  const made = (lot: string, on = '2026-11-28'): Values => ({ piece: '1', step: 'Print', on, lot });

  it('whose coupons hold is made of; one below its least is barred, by the limit it missed', () => {
    expect(lotRefusal(made('A-7'), evidence(LOT))).toBeUndefined();
    const bad = { ...LOT, tests: [{ what: 'Tensile strength, MPa', value: 41, least: 45 }] };
    expect(lotRefusal(made(' a-7 '), evidence(bad))).toContain('Tensile strength, MPa 41, at least 45');
    expect(recordKindOf('lot').notice!(bad, '2026-11-28')).toContain('Barred');
    expect(lotRefusal(made('B-1'), evidence(bad))).toBeUndefined();
    expect(lotRefusal({ ...made(''), lot: undefined }, evidence(bad))).toBeUndefined();
  });
  it('may be barred by hand, and lapses after its day', () => {
    expect(lotRefusal(made('A-7'), evidence({ ...LOT, state: 'barred' }))).toContain('barred by hand');
    const short = evidence({ ...LOT, until: '2026-11-28' });
    expect(lotRefusal(made('A-7', '2026-11-28'), short)).toBeUndefined();
    expect(lotRefusal(made('A-7', '2026-11-29'), short)).toContain('was good until');
  });
  it('that is used again has a mean age: with half fresh 0.5 + 0.25 + 0.125 after three builds, one in the long run', () => {
    expect(meanAge(3, 0.5)).toBeCloseTo(0.875, 12);
    expect(meanAge(1000, 0.5)).toBeCloseTo(1, 12);
    expect(meanAge(4, 0)).toBe(4);
    expect(meanAge(4, 1)).toBe(0);
    const powder = { ...LOT, builds: 8, fresh: 20, oldest: 3 };
    // 4 (1 − 0.8⁸) = 3.33.
    expect(plain(lotRefusal(made('A-7'), evidence(powder)))).toContain('used 3.3 times in the mean, 3 at most');
    expect(lotRefusal(made('A-7'), evidence({ ...powder, fresh: 40 }))).toBeUndefined();
    // Never freshened it is as old as it was often used.
    expect(plain(lotRefusal(made('A-7'), evidence({ ...LOT, builds: 4, oldest: 3 })))).toContain('used 4 times in the mean');
  });
  it('and its like say what they read and how many heats their tools came through', () => {
    const heats = [{ tool: 'L-1', cycles: 120, result: 'sound' }, { tool: 'L-2', cycles: 60, result: 'distorted' }];
    const text = plain(said('lot', [{ ...LOT, heats }, { ...LOT, lot: 'A-8', tests: [{ what: 'Tensile strength, MPa', value: 50, least: 45 }] }]));
    expect(text).toContain('2 lots; Tensile strength, MPa 48 (46 to 50); proven to 120 heats; 1 of 2 gave way, the first after 60.');
  });
  it('and all the others count what is usual where nothing was said: only what differs is stored', () => {
    const bare = (cycles: number) => ({ on: '2026-11-20', cycles, temp: 20, lost: 2.4 });
    expect(plain(said('leak-test', [bare(1)]))).toContain('1 at about 20 °C: 2.4 mbar a minute after 1 cycles, 2 mbar a minute allowed');
    expect(recordKindOf('leak-test').notice!(bare(1), '2026-11-28')).toContain('seal it');
    expect(plain(said('formed-part', [{ shot: 1, on: '2026-11-20', figure: 'Flange', nominal: 30, within: 0.2, value: 30 }]))).toContain(
      'Flange from tool 1: 1 of 1',
    );
    expect(plain(said('cutter', [{ cutter: 'a', material: 'pa12', minutes: 30 }]))).toContain('none worn in 30 min');
    expect(plain(said('set-up', [{ tool: 'a', machine: 'b', on: '2026-11-28', x: 1, y: 2, z: 3 }]))).toContain('start from X 1, Y 2, Z 3');
    expect(evidenceOf([row('vice', { name: 'V' })]).vices).toEqual([{
      name: 'V',
      opening_mm: 200,
      wide_mm: 150,
      high_mm: 50,
      screw_mm: 10,
      pitch_mm: 100,
      force_n: 20_000,
    }]);
    expect(plain(said('lot', [{ lot: 'A', material: 'pa12', heats: [{ cycles: 30 }] }]))).toContain('proven to 30 heats');
  });
  it.each([['lot', LOT], ['cutter', { cutter: 'a', material: 'pa12', minutes: 3, ended: 'worn' }], ['set-up', {
    tool: 'a',
    machine: 'b',
    on: '2026-11-28',
    by: 'corner',
    x: 0,
    y: 0,
    z: 0,
  }]])(
    'a row of %s as it is entered has no fault',
    (kind, values) => expect(recordFaults(recordKindOf(kind), values)).toEqual([]),
  );
});
