import { caseSchema } from '../document/case-schema';
import { asItWas, editedSo } from '../document/many-edit';
import { newCase, patternOf } from './new-case';
import { signalsOf } from './signals';
import { demoDoc } from './testing';
import { EMPTY_TODAY } from './today';

const given = <T>(value: T) => ({ level: 'must' as const, value, from: 'seen' });

describe('what is seen at a machine', () => {
  it('speaks for a closer look and against it, in figures where there are any', () => {
    const doc = demoDoc({
      form: 'flat',
      today: { ...EMPTY_TODAY, way: 'bolted', pieces: 9, hoses: 3, wait_days: 21, weight_kg: 9, delay_per_day: 40 },
      need: {
        massLimit: given(10),
        copies: given(3),
        changes: given(0),
        cyclesPerYear: given(60_000),
        years: given(4),
        wear: given('rubbing'),
        serviceTemp: given(160),
      },
    });
    expect(signalsOf(doc, 'EUR')).toEqual({
      for: [
        '3 wanted',
        'put together from 9 pieces',
        '3 hoses or cables fitted to it',
        '21 days’ wait',
        '9\u00a0kg where 10\u00a0kg is the limit',
        'a day without it costs 40.0\u00a0EUR',
      ],
      against: ['flat: cut it from sheet', expect.stringMatching(/^240\s000 cycles under wear$/), '160\u00a0°C in service'],
    });
  });
  it('is as somebody ticked it where no figure tells it; a figure goes first', () => {
    expect(signalsOf(demoDoc({ signals: ['craftsman', 'hard-sheet', 'wait'] }), 'EUR')).toEqual({
      for: ['it is waited for', 'it rests on one pair of hands'],
      against: ['thick or hard sheet to be formed'],
    });
    expect(signalsOf(demoDoc({ signals: ['wait'], today: { ...EMPTY_TODAY, way: 'machined', wait_days: 30 } }), 'EUR').for).toEqual(['30 days’ wait']);
    // Below the limits nothing is said.
    const quiet = demoDoc({
      today: { ...EMPTY_TODAY, way: 'bought', cost: 31, pieces: 3, wait_days: 9, weight_kg: 8 },
      need: { massLimit: given(10), copies: given(301) },
    });
    expect(signalsOf(quiet, 'EUR')).toEqual({ for: [], against: [] });
    expect(signalsOf({ ...quiet, today: { ...quiet.today, cost: 4.5 } }, 'EUR').against).toEqual(['bought for 4.50\u00a0EUR']);
  });
});

describe('a pattern', () => {
  const first = demoDoc({
    title: 'First jig',
    place: 'Hall 1',
    owner: 'Ada',
    today: { ...EMPTY_TODAY, way: 'welded', material: 's235', cost: 900, wait_days: 12, delay_per_day: 50 },
    need: { load: given(250), copies: given(8) },
    pins: [{ process: 'extrusion-open', material: 'petg' }],
    remedies: { 'extrusion-open/petg': ['anneal'] },
    overrides: { 'extrusion-open/petg': { price_each: { low: 1, likely: 2, high: 3, kind: 'quote', note: 'n' } } },
    plans: { 'in-use': { values: { setups: 12 }, geometry: { key: 'k', result: 1 } } },
    loads: { L1: { kind: 'push', at: { point: [0, 0, 0], normal: [0, 0, 1] }, name: 'Clamp' } },
    holds: { H1: { kind: 'fixed', at: { point: [0, 0, 9], normal: [0, 0, 1] } } },
    decision: { agreed: { 'Dry it.': { who: 'Bo', by: '', done: false } } },
    start: '2026-01-02',
  });
  const pattern = patternOf(first, '2026-11-27');
  it('holds what serves others, and nothing of its shape, prices, people or dates', () => {
    expect(pattern).toEqual({
      ...demoDoc({ title: 'First jig' }),
      today: { ...EMPTY_TODAY, way: 'welded', material: 's235' },
      need: first.need,
      pins: first.pins,
      remedies: first.remedies,
      plans: { 'in-use': { values: { setups: 12 } } },
      loads: { L1: { kind: 'push', name: 'Clamp' } },
      template: true,
      start: '2026-11-27',
    });
    expect(caseSchema.isValidSync(pattern, { strict: true })).toBe(true);
  });
  it('is what a new candidate begins from; what is typed goes first', () => {
    const entry = {
      title: 'Second',
      family: 'hand-jig',
      size_mm: [1, 2, 3] as [number, number, number],
      copies: 2,
      todayWay: 'cast' as const,
      todayCost: 70,
      todayWait_days: null,
      trouble: '',
    };
    const second = newCase(entry, '2026-11-28', pattern);
    expect(second).toMatchObject({
      title: 'Second',
      size_mm: [1, 2, 3],
      today: { way: 'cast', cost: 70 },
      pins: first.pins,
      plans: pattern.plans,
      start: '2026-11-28',
    });
    expect([second.need.load?.value, second.need.copies?.value, second.template, second.shapes]).toEqual([250, 2, undefined, {}]);
    expect(caseSchema.isValidSync(second, { strict: true })).toBe(true);
    expect(newCase(entry, '2026-11-28').need).toEqual({ copies: { level: 'must', value: 2, from: 'first look' } });
  });
});

describe('one thing said of many', () => {
  const doc = demoDoc({ place: 'Hall 1', owner: 'Ada' });
  it('changes those fields alone, and knows how they stood', () => {
    const set = { place: 'Hall 2', wait_days: 9, way: 'cast' as const };
    expect(editedSo(doc, set)).toEqual({ ...doc, place: 'Hall 2', today: { ...doc.today, way: 'cast', wait_days: 9 } });
    expect(asItWas(doc, set)).toEqual({ place: 'Hall 1', wait_days: null, way: 'machined' });
    expect(editedSo(editedSo(doc, set), asItWas(doc, set))).toEqual(doc);
  });
  it('takes a name away where it is empty', () => {
    expect('owner' in editedSo(doc, { owner: '' })).toBe(false);
    expect(asItWas(demoDoc(), { owner: 'Bo' })).toEqual({ owner: '' });
  });
});
