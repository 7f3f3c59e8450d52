import fc from 'fast-check';
import { inputFaults, inputSchema, valuesSchema } from './schema';
import { askedOf, filled, type InputSpec, number, usualOf, type Values } from './spec';
import { inputDoc, inputEntries, inputText, parseInput, sheetUnit, shownUnit } from './text';

const SPECS: readonly InputSpec[] = [
  number('mass', 'Mass', 'mass', [0.1, 50], 2),
  number('speed', 'Speed', 'speed', [0, 10], [1, 2, 4], { ranged: true }),
  number('cups', 'Cups', 'count', [1, 20], undefined, { whole: true }),
  number('slide', 'Slides', 'length', [0, 100], 1, { unit: 'mm/cycle' }),
  { kind: 'choice', id: 'surface', label: 'Surface', options: [{ value: 'dry', label: 'dry' }, { value: 'oily', label: 'with oil' }], usual: 'dry' },
  { kind: 'choices', id: 'fluids', label: 'Fluids', options: [{ value: 'a', label: 'coolant' }, { value: 'b', label: 'oil' }], optional: true },
  { kind: 'yes-no', id: 'hot', label: 'Hot', usual: false },
  { ...number('temp', 'Temperature', 'temperature', [-40, 900], 20), asked: (v) => v['hot'] === true },
  { kind: 'text', id: 'who', label: 'Who', max: 5, least: 1, optional: true },
  { kind: 'date', id: 'day', label: 'Day', optional: true },
  { kind: 'points', id: 'profile', label: 'Profile', axes: ['radius', 'height'], least: 2, most: 4, optional: true },
  {
    kind: 'table',
    id: 'rows',
    label: 'Rows',
    most: 2,
    columns: [number('n', 'Pieces', 'count', [1, 9]), { kind: 'yes-no', id: 'ok', label: 'Good' }],
    optional: true,
  },
  { kind: 'place', id: 'face', label: 'Face', on: 'face', optional: true },
  { kind: 'file', id: 'paper', label: 'Paper', accept: 'application/pdf', most_bytes: 1000, optional: true },
];
const spec = (id: string): InputSpec => SPECS.find((s) => s.id === id)!;
const faults = (values: Values): string[] => inputFaults(SPECS, values).map((f) => `${f.path}: ${f.message}`);

describe('declared inputs', () => {
  it('fill their gaps with what is usual, a range where a range is asked', () => {
    expect(filled(SPECS, { mass: 3 })).toMatchObject({ mass: 3, speed: { low: 1, likely: 2, high: 4 }, surface: 'dry', hot: false });
    expect(usualOf(spec('mass'))).toBe(2);
    expect(usualOf(spec('cups'))).toBeUndefined();
  });
  it('ask only what the other answers call for', () => {
    const asked = (v: Values): string[] => askedOf(SPECS, v).map((s) => s.id);
    expect(asked({})).not.toContain('temp');
    expect(asked({ hot: true })).toContain('temp');
  });
  it('accept good answers of every kind', () => {
    const hash = 'a'.repeat(64);
    expect(faults({
      mass: 2,
      speed: { low: 1, likely: 1, high: 1 },
      cups: 4,
      slide: 0,
      surface: 'oily',
      fluids: ['a', 'b'],
      hot: true,
      temp: 900,
      who: 'Ada',
      day: '2028-02-29',
      profile: [[0, 0], [1, 2]],
      rows: [{ n: 1, ok: true }],
      face: { point: [0, 0, 0], normal: [0, 0, 1] },
      paper: { hash, name: 'q.pdf', size_bytes: 10 },
    })).toEqual([]);
  });
  it.each<[string, Values, RegExp]>([
    ['below its bounds', { cups: 1, mass: 0 }, /mass: Mass cannot be below 0.1\u00a0kg/],
    ['above, with the unit', { cups: 1, mass: 51 }, /Mass cannot be above 50\u00a0kg.*unit and the zeros/],
    ['not a number', { cups: 1, mass: NaN }, /type a number/],
    ['a falling range', { cups: 1, speed: { low: 3, likely: 2, high: 4 } }, /rise in this order/],
    ['half a piece', { cups: 1.5 }, /whole number/],
    ['nothing where something is needed', {}, /cups: Cups is missing/],
    ['an option that is none', { cups: 1, surface: 'wet' }, /choose one of dry, with oil/],
    ['a text too long', { cups: 1, who: 'Adalbert' }, /at most 5 letters/],
    ['an empty text', { cups: 1, who: '  ' }, /Who is missing/],
    ['a day that does not exist', { cups: 1, day: '2026-02-29' }, /not a date of the calendar/],
    ['one point', { cups: 1, profile: [[0, 0]] }, /at least 2 points/],
    ['too many rows', { cups: 1, rows: [{ n: 1, ok: true }, { n: 1, ok: true }, { n: 1, ok: true }] }, /at most 2 rows/],
    ['a bad cell, by row and column', { cups: 1, rows: [{ n: 1, ok: true }, { n: 99, ok: true }] }, /rows\[1\]\.n: Pieces cannot be above 9/],
    ['a path for a file', { cups: 1, paper: { hash: '../x', name: 'a', size_bytes: 1 } }, /Not a file of the store/],
    ['a name nobody knows', { cups: 1, colour: 'red' }, /does not know the field colour/],
  ])('refuse %s', (_, values, message) => {
    expect(faults(values).join(' ')).toMatch(message);
  });
  it('may be incomplete where a plan is still being filled in', () => {
    expect(inputFaults(SPECS, {}, false)).toEqual([]);
    expect(valuesSchema(SPECS, false).isValidSync({ cups: 'four' }, { strict: true })).toBe(false);
  });
});

describe('inputs as text', () => {
  it.each<[string, string, unknown]>([
    ['mass', '2 lb', 0.90718474],
    ['speed', '1..2..3', { low: 1, likely: 2, high: 3 }],
    ['speed', '90 m/min', { low: 1.5, likely: 1.5, high: 1.5 }],
    ['hot', 'yes', true],
    ['surface', 'With oil', 'oily'],
    ['fluids', 'a, b', ['a', 'b']],
    ['profile', '0 0; 10 0; 10 20', [[0, 0], [10, 0], [10, 20]]],
    ['profile', '0 0\n12,5 30\n\n0;30', [[0, 0], [12.5, 30], [0, 30]]],
  ])('read %s from "%s"', (id, text, want) => {
    expect(parseInput(spec(id), text)).toEqual({ ok: true, value: want });
  });
  it.each(
    [
      ['mass', 'heavy', /not a number/],
      ['mass', '3 mm', /not a unit that fits/],
      ['speed', '1..2', /low\.\.likely\.\.high/],
      ['hot', 'perhaps', /yes or no/],
      ['surface', 'wet', /one of dry, oily/],
      ['profile', '0 0\nten 20', /line 2, "ten 20", is not a radius and a height/],
      ['rows', '1', /one line/],
    ] as const,
  )('say what is wrong with %s "%s"', (id, text, message) => {
    const read = parseInput(spec(id), text);
    expect(read.ok ? '' : read.message).toMatch(message);
  });
  it('show units of their own in either system', () => {
    const slide = spec('slide') as Extract<InputSpec, { kind: 'number' }>;
    expect([sheetUnit(slide), shownUnit(slide, 'metric', 'EUR'), shownUnit(slide, 'inch', 'EUR')]).toEqual(['mm/cycle', 'mm/cycle', 'in/cycle']);
    expect(inputText(slide, 25.4, 'inch')).toBe('1\u00a0in/cycle');
    expect(inputText(spec('speed'), { low: 1, likely: 2, high: 4 })).toBe('2\u00a0m/s (1\u00a0m/s to 4\u00a0m/s)');
    expect(inputText(spec('mass'), undefined)).toBe('not known');
    // What was read off an instrument is not rounded; what a conversion makes of it is.
    expect(inputText(number('x', 'X', 'length', [0, 1000]), 120.012)).toBe('120.012\u00a0mm');
    expect(inputText(number('x', 'X', 'length', [0, 1000]), 120.012, 'inch')).toBe('4.725\u00a0in');
    expect(inputText(number('x', 'X', 'length', [0, 1000]), 1000 / 3)).toBe('333.3\u00a0mm');
  });
  it('write one line on each for documents', () => {
    expect(inputDoc(spec('mass'))).toBe('Mass, kg: 0.1 to 50; usual 2\u00a0kg');
    expect(inputDoc(spec('cups'))).toBe('Cups: 1 to 20, whole; has to be given');
    expect(inputDoc(spec('surface'))).toBe('Surface: dry | oily; usual dry');
  });
  it('come back from their own schema after any way through text', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 50, noNaN: true }), (x) => {
        const read = parseInput(spec('mass'), String(x));
        expect(read).toEqual({ ok: true, value: x });
        expect(inputSchema(spec('mass')).isValidSync(x, { strict: true })).toBe(true);
      }),
      { seed: 3 },
    );
  });
});

describe('inputs as worksheet entries', () => {
  const entries = (v: Values) => new Map(inputEntries(SPECS, v, 'test').map((e) => [e.name, e]));
  it('have no spread when given, the usual one when not, and a switch for each option', () => {
    const e = entries({ speed: 3, surface: 'oily' } as Values);
    expect(e.get('speed')).toMatchObject({ low: 3, likely: 3, high: 3, unit: 'm/s', source: { kind: 'you' } });
    expect(entries({}).get('speed')).toMatchObject({ low: 1, likely: 2, high: 4, source: { kind: 'guess' } });
    expect([e.get('surface_dry')?.likely, e.get('surface_oily')?.likely, e.get('hot')?.likely]).toEqual([0, 1, 0]);
    expect(e.get('cups')?.likely).toBeNaN();
  });
  it('sample under the prefix of their list', () => {
    expect(entries({}).get('mass')?.key).toBe('test.mass');
  });
});
