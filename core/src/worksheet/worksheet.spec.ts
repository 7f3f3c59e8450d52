import fc from 'fast-check';
import { compileSheet } from './compile';
import { computedValueOf, evaluate, requireFinite, valueOf } from './evaluate';
import { exprText, parseExpr } from './parse';
import { percentiles, sampleEntry } from './sample';
import { bisect, seek } from './seek';
import { sensitivity } from './sensitivity';
import { spreadsheetFormula } from './spreadsheet';
import type { Entry, Line } from './types';
import { SheetError } from './types';
import { checkUnits } from './units';
import { working } from './working';

const line = (name: string, expr: string, unit = ''): Line => ({ name, label: name.replace(/_/g, ' '), unit, expr });
const entry = (name: string, low: number, likely: number, high: number, unit = '', extra: Partial<Entry> = {}): Entry => ({
  name,
  label: name,
  unit,
  low,
  likely,
  high,
  source: { kind: 'you', text: 'test' },
  ...extra,
});

const kindOf = (f: () => unknown): string | undefined => {
  try {
    f();
  } catch (e) {
    return e instanceof SheetError ? `${e.kind} ${e.line}` : 'another error';
  }
  return undefined;
};

describe('a worksheet', () => {
  it('computes a hand-worked bill, whatever the order of its lines', () => {
    // 0.3 kg + 0.05 kg, 6 % waste: 0.371 kg at 130 a kilogram is 48.23
    const lines = [line('cost', 'bought * price'), line('bought', '(part + support) * (1 + waste)')];
    const sheet = compileSheet(lines, ['part', 'support', 'waste', 'price']);
    const e = evaluate(sheet, { part: 0.3, support: 0.05, waste: 0.06, price: 130 });
    expect(valueOf(e, 'cost')).toBeCloseTo(48.23, 10);
    expect(sheet.order).toEqual(['bought', 'cost']);
  });

  it('computes many samples like the same number of single ones', () => {
    const sheet = compileSheet([line('t', 'a > b ? max(a, b, c) : min(a, b, c)'), line('u', 't * 2 + floor(a) - ceil(c)')], ['a', 'b', 'c']);
    const n = 1300; // more than two blocks, and not a multiple of one
    const a = Float64Array.from({ length: n }, (_, i) => Math.sin(i) * 10);
    const b = Float64Array.from({ length: n }, (_, i) => Math.cos(i * 3) * 10);
    const many = evaluate(sheet, { a, b, c: 1.5 }, n);
    for (const i of [0, 1, 511, 512, 1023, 1024, 1299]) {
      const t = a[i] > b[i] ? Math.max(a[i], b[i], 1.5) : Math.min(a[i], b[i], 1.5);
      expect(valueOf(many, 't', i)).toBe(t);
      expect(valueOf(many, 'u', i)).toBe(t * 2 + Math.floor(a[i]) - 2);
    }
  });

  it('keeps what depends on certain entries only as one number', () => {
    const sheet = compileSheet([line('fixed', 'a * 2'), line('loose', 'fixed + b')], ['a', 'b']);
    const e = evaluate(sheet, { a: 3, b: Float64Array.of(1, 2, 3) }, 3);
    expect(e.columns.get('fixed')).toBe(6);
    expect(e.columns.get('loose')).toEqual(Float64Array.of(7, 8, 9));
  });

  it('sets a computed value aside when a line is overridden, and uses the override from there on', () => {
    const sheet = compileSheet([line('price', 'cost * 2'), line('total', 'price * 10')], ['cost'], ['price']);
    const e = evaluate(sheet, { cost: 5, price: 7 });
    expect(valueOf(e, 'total')).toBe(70);
    expect(computedValueOf(e, 'price')).toBe(10);
  });

  it('refuses rings, unknown names, doubles and nonsense, each by the name of the line', () => {
    expect(kindOf(() => compileSheet([line('a', 'b + 1'), line('b', 'c'), line('c', 'a')], []))).toBe('cycle a');
    expect(() => compileSheet([line('a', 'b + 1'), line('b', 'c'), line('c', 'a')], [])).toThrow('a → b → c → a');
    expect(kindOf(() => compileSheet([line('a', 'labor * 2')], ['labour']))).toBe('unknown-name a');
    expect(kindOf(() => compileSheet([line('a', '1'), line('a', '2')], []))).toBe('duplicate a');
    expect(kindOf(() => compileSheet([line('a', '1')], ['a']))).toBe('duplicate a');
    expect(kindOf(() => compileSheet([line('a', '2 +')], []))).toBe('syntax a');
    expect(kindOf(() => compileSheet([line('a', 'b = 3')], ['b']))).toBe('syntax a');
    expect(kindOf(() => compileSheet([line('a', 'constructor(1)')], []))).toBe('syntax a');
    expect(kindOf(() => evaluate(compileSheet([line('a', 'b')], ['b']), {}))).toBe('missing-entry b');
    expect(kindOf(() => requireFinite(evaluate(compileSheet([line('a', '1 / b')], ['b']), { b: 0 })))).toBe('not-finite a');
  });

  // Each expression is made together with a closure that computes it one sample at a time.
  it('agrees with the language itself on random expressions, comparisons and rounding included', () => {
    type F = (a: number, b: number, c: number) => number;
    type E = [text: string, f: F];
    const leaf: fc.Arbitrary<E> = fc.oneof(
      fc.constantFrom<E>(['a', (a) => a], ['b', (_a, b) => b], ['c', (_a, _b, c) => c]),
      fc.integer({ min: 1, max: 9 }).map((n): E => [String(n), () => n]),
    );
    const binary: [string, (x: number, y: number) => number][] = [
      ['+', (x, y) => x + y],
      ['-', (x, y) => x - y],
      ['*', (x, y) => x * y],
      ['/', (x, y) => x / y],
      ['<', (x, y) => +(x < y)],
      ['<=', (x, y) => +(x <= y)],
      ['>', (x, y) => +(x > y)],
      ['>=', (x, y) => +(x >= y)],
    ];
    const unary: [string, (x: number) => number][] = [['ceil', Math.ceil], ['floor', Math.floor], ['abs', Math.abs], ['-', (x) => -x]];
    const expr = fc.letrec<{ e: E }>((tie) => ({
      e: fc.oneof(
        { maxDepth: 5 },
        leaf,
        fc.tuple(tie('e'), fc.constantFrom(...binary), tie('e')).map(([[x, f], [o, op], [y, g]]): E => [`(${x} ${o} ${y})`, (...v) => op(f(...v), g(...v))]),
        fc.tuple(fc.constantFrom('min', 'max'), tie('e'), tie('e'), tie('e')).map((
          [m, [x, f], [y, g], [z, h]],
        ): E => [`${m}(${x}, ${y}, ${z})`, (...v) => (m === 'min' ? Math.min : Math.max)(f(...v), g(...v), h(...v))]),
        fc.tuple(fc.constantFrom(...unary), tie('e')).map(([[o, op], [x, f]]): E => [`${o}(${x})`, (...v) => op(f(...v))]),
        fc.tuple(tie('e'), tie('e'), tie('e')).map(([[c, t], [x, f], [y, g]]): E => [`(${c} ? ${x} : ${y})`, (...v) => (t(...v) !== 0 ? f(...v) : g(...v))]),
      ),
    })).e;
    const number = fc.double({ min: -50, max: 50, noNaN: true });
    fc.assert(
      fc.property(expr, fc.array(number, { minLength: 3, maxLength: 3 }), number, number, ([text, f], column, b, c) => {
        const got = evaluate(compileSheet([line('y', text)], ['a', 'b', 'c']), { a: Float64Array.from(column), b, c }, 3);
        // −0 and 0 are the same figure.
        column.forEach((a, i) => expect(valueOf(got, 'y', i) + 0).toBe(f(a, b, c) + 0));
      }),
      { numRuns: 1000, seed: 7 },
    );
  });
});

describe('units', () => {
  const check = (lines: Line[], entries: Entry[]): void => checkUnits(compileSheet(lines, entries.map((e) => e.name)), entries);
  const h = entry('h', 1, 1, 1, 'h');
  const min = entry('min', 1, 1, 1, 'minute');
  const perH = entry('min_per_h', 60, 60, 60, 'minute/h');
  const rate = entry('rate', 1, 1, 1, 'money/h');

  it('let right lines pass', () => {
    expect(() => check([line('cost', '(h + min / min_per_h) * rate', 'money')], [h, min, perH, rate])).not.toThrow();
    expect(() => check([line('edge', 'sqrt(area)', 'cm')], [entry('area', 1, 1, 1, 'cm^2')])).not.toThrow();
    expect(() => check([line('top', 'max(0, h)', 'h')], [h])).not.toThrow();
  });
  it('refuse wrong dimensions, and right dimensions of another size', () => {
    expect(kindOf(() => check([line('cost', 'h * rate', 'money/h')], [h, rate]))).toBe('unit cost');
    expect(kindOf(() => check([line('t', 'h + min', 'h')], [h, min]))).toBe('unit t');
    expect(kindOf(() => check([line('t', 'h + 1', 'h')], [h]))).toBe('unit t');
    expect(kindOf(() => check([line('t', 'exp(h)')], [h]))).toBe('unit t');
    expect(kindOf(() => check([line('t', 'h', 'florins')], [h]))).toBeDefined();
  });
});

describe('samples', () => {
  const n = 40_000;
  const draw = (e: Entry): Float64Array => sampleEntry(e, n, 5) as Float64Array;
  const mean = (x: Float64Array): number => x.reduce((s, v) => s + v, 0) / x.length;

  it('of PERT entries keep to the bounds, with mean (low + 4 likely + high)/6', () => {
    const x = draw(entry('p', 2, 3, 10));
    expect(Math.min(...x)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...x)).toBeLessThanOrEqual(10);
    expect(mean(x)).toBeCloseTo((2 + 12 + 10) / 6, 1);
  });
  it('of triangular entries have mean (low + likely + high)/3', () => {
    expect(mean(draw(entry('t', 2, 3, 10, '', { spread: 'triangular' })))).toBeCloseTo(5, 1);
  });
  it('of lognormal entries have low and high as the 5 % and 95 % points, likely as the median', () => {
    const x = draw(entry('l', 10, 100, 500, '', { spread: 'lognormal' })).sort();
    expect(x[n * 0.05] / 10).toBeCloseTo(1, 1);
    expect(x[n * 0.5] / 100).toBeCloseTo(1, 1);
    expect(x[n * 0.95] / 500).toBeCloseTo(1, 1);
  });
  it('depend on seed and key alone: shared entries are the same everywhere, others are not', () => {
    const one = sampleEntry(entry('a', 1, 2, 3, '', { key: 'shop.rate' }), 50, 1);
    expect(sampleEntry(entry('b', 1, 2, 3, '', { key: 'shop.rate' }), 50, 1)).toEqual(one);
    expect(sampleEntry(entry('a', 1, 2, 3, '', { key: 'shop.rate' }), 50, 2)).not.toEqual(one);
    expect(sampleEntry(entry('a', 1, 2, 3), 50, 1)).not.toEqual(one);
  });
  it('without spread are one number, and whole where asked', () => {
    expect(sampleEntry(entry('c', 4, 4, 4), n, 1)).toBe(4);
    expect([...draw(entry('w', 0, 1, 3, '', { whole: true }))].every(Number.isInteger)).toBe(true);
  });
  it('percentiles are those of the sorted samples, with ties, in any order, and of one', () => {
    const columns = [1, 2, 7, 640, 5003].flatMap((n) => [
      Float64Array.from({ length: n }, (_, i) => Math.sin(97 * i) * 1e3),
      Float64Array.from({ length: n }, (_, i) => (i * 7919) % 5),
      Float64Array.from({ length: n }, () => 3),
      Float64Array.from({ length: n }, (_, i) => (i % 2 ? i + 1 : -i - 1)),
    ]);
    for (const column of columns) {
      const sorted = [...column].sort((a, b) => a - b);
      const { p10, p50, p90 } = percentiles(column);
      expect([p10, p50, p90]).toEqual([0.1, 0.5, 0.9].map((q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]));
    }
    expect(percentiles(Float64Array.of(NaN, 1, 2, 3, 4, 5, 6, 7, 8, 9))).toMatchObject({ p10: 2, p50: 6, p90: NaN, mean: NaN });
  });
  it('percentiles of 0…999 are 100, 500 and 900', () => {
    expect(percentiles(Float64Array.from({ length: 1000 }, (_, i) => 999 - i))).toEqual({ p10: 100, p50: 500, p90: 900, mean: 499.5 });
  });
});

describe('sensitivity, goal seek and working', () => {
  const entries = [entry('hours', 2, 4, 9, 'h'), entry('rate', 40, 50, 60, 'money/h'), entry('fixed', 30, 30, 30, 'money')];
  const sheet = compileSheet([{ ...line('cost', 'hours * rate + fixed', 'money'), note: 'all in' }], entries.map((e) => e.name));
  const likely = { hours: 4, rate: 50, fixed: 30 };

  it('ranks entries by swing, hand-worked', () => {
    // hours 2…9 at 50: 130…480, swing 350; rate 40…60 at 4 h: 190…270, swing 80; a certain entry has none
    expect(sensitivity(sheet, entries, 'cost')).toEqual([
      { entry: 'hours', atLow: 130, atHigh: 480, swing: 350 },
      { entry: 'rate', atLow: 190, atHigh: 270, swing: 80 },
    ]);
  });
  it('finds the entry that meets a target, and says when none does', () => {
    expect(seek(sheet, likely, 'hours', 'cost', 330, 0, 20)).toBeCloseTo(6, 9);
    expect(seek(sheet, likely, 'hours', 'cost', 1e9, 0, 20)).toBeUndefined();
  });
  it('finds roots and steps', () => {
    expect(bisect((x) => x * x - 2, 0, 2)).toBeCloseTo(Math.SQRT2, 10);
    expect(bisect((x) => (x < 3 ? -1 : 1), 0, 10)).toBeCloseTo(3, 9);
  });
  it('opens a line to its rule, inputs and sources', () => {
    const byName = new Map(entries.map((e) => [e.name, e]));
    const w = working('cost', evaluate(sheet, likely), byName);
    expect(w).toMatchObject({ value: 230, unit: 'money', rule: 'hours × rate + fixed', note: 'all in' });
    expect(w.inputs.map((i) => [i.name, i.value, i.source?.text])).toEqual([['hours', 4, 'test'], ['rate', 50, 'test'], ['fixed', 30, 'test']]);
    expect(working('rate', evaluate(sheet, likely), byName).entry).toMatchObject({ low: 40, high: 60 });
    expect(kindOf(() => working('nothing', evaluate(sheet, likely), byName))).toBe('unknown-name nothing');
  });
  it('shows the override, and the computed figure beside it', () => {
    const over = compileSheet([line('cost', 'hours * rate', 'money')], ['hours', 'rate'], ['cost']);
    const override = { low: 99, likely: 99, high: 99, note: 'offer 12', source: { kind: 'quote' as const, text: 'offer 12' } };
    const w = working('cost', evaluate(over, { hours: 4, rate: 50, cost: 99 }), new Map(), { cost: override });
    expect(w).toMatchObject({ value: 99, computed: 200, source: { kind: 'quote' } });
  });
});

describe('an expression as text', () => {
  it('keeps the brackets that matter and no others', () => {
    const text = (e: string): string => exprText(parseExpr('x', e), (n) => n);
    expect(text('(a + b) * c - (d - e) / f')).toBe('(a + b) × c − (d − e) ÷ f');
    expect(text('a - (b - c)')).toBe('a − (b − c)');
    expect(text('max(a, b) > 2 ? -a : ceil(b)')).toBe('−a if larger of (a; b) > 2, else round up (b)');
  });
  it('turns into a spreadsheet formula', () => {
    const sheet = compileSheet([line('y', 'a > 2 ? ceil(a / b) : min(a, b, 3) ^ 2')], ['a', 'b']);
    expect(spreadsheetFormula(sheet, 'y', (n) => `$${n.toUpperCase()}1`)).toBe('IF(($A1>2),CEILING(($A1/$B1),1),(MIN(MIN($A1,$B1),3)^2))');
  });
});

describe('angles, tables and conditions', () => {
  const at = (expr: string, inputs: Record<string, number> = {}): number =>
    valueOf(evaluate(compileSheet([line('y', expr)], Object.keys(inputs)), inputs), 'y');
  // A 3-4-5 triangle, and values every table of functions has.
  it.each<[string, number]>([
    ['sin(0.5235987755982988)', 0.5],
    ['cos(1.0471975511965976)', 0.5],
    ['tan(0.7853981633974483)', 1],
    ['asin(0.6)', 0.6435011087932844],
    ['acos(0.6)', 0.9272952180016122],
    ['atan(1)', Math.PI / 4],
    ['atan2(3, 4)', 0.6435011087932844],
    ['atan2(3, -4)', Math.PI - 0.6435011087932844],
    ['exp(1)', 2.718281828459045],
    ['log(10)', 2.302585092994046],
    ['1 and 0', 0],
    ['1 or 0', 1],
    ['2 > 1 and 3 > 2 ? 7 : 8', 7],
    ['2 > 3 ? 1 : (2 > 1 ? 5 : 9)', 5],
  ])('%s', (expr, want) => {
    expect(at(expr)).toBeCloseTo(want, 12);
  });
  it('a table is straight between its points and level beyond', () => {
    const table = (x: number): number => at('interp(x, 0, 10, 2, 20, 6, 0)', { x });
    expect([-5, 0, 1, 2, 4, 6, 99].map(table)).toEqual([10, 10, 15, 20, 10, 0, 0]);
    expect(at('interp(-x, -3, -1, 0, 2)', { x: 1.5 })).toBeCloseTo(0.5, 12);
  });
  it('a table that cannot be is refused by the name of its line', () => {
    for (const bad of ['interp(x, 0, 1)', 'interp(x, 0, 1, 2)', 'interp(x, 0, 1, 0, 2)', 'interp(x, 0, x, 1, 2)'])
      expect(kindOf(() => compileSheet([line('y', bad)], ['x']))).toBe('syntax y');
  });
  it('a gap is never taken for an answer', () => {
    expect(at('a > 1 and b ? 1 : 2', { a: 2, b: NaN })).toBeNaN();
  });
  it('by column as one by one', () => {
    const sheet = compileSheet([line('y', 'interp(sin(a) * 10, -4, 1, 0, 3, 4, -2) + atan2(a, 2)')], ['a']);
    const a = Float64Array.from({ length: 700 }, (_, i) => i / 10);
    const many = evaluate(sheet, { a }, 700);
    for (const i of [0, 17, 511, 512, 699]) expect(valueOf(many, 'y', i)).toBeCloseTo(valueOf(evaluate(sheet, { a: a[i] }), 'y'), 12);
  });
  it('degrees are turned by a unit of their own; an angle put in as it stands is refused', () => {
    const entries = [
      entry('w', 30, 30, 30, 'deg'),
      entry('turn', 0.017453292519943295, 0.017453292519943295, 0.017453292519943295, 'rad/deg'),
      entry('l', 1, 1, 1, 'mm'),
    ];
    const names = entries.map((e) => e.name);
    expect(() =>
      checkUnits(
        compileSheet([line('y', 'l * sin(w * turn)', 'mm'), line('back', 'asin(0.5) / turn', 'deg'), line('arc', 'l * w * turn', 'mm')], names),
        entries,
      )
    ).not.toThrow();
    expect(kindOf(() => checkUnits(compileSheet([line('y', 'sin(w)')], names), entries))).toBe('unit y');
    expect(kindOf(() => checkUnits(compileSheet([line('y', 'interp(l, 0, 1, 1, 2)')], names), entries))).toBe('unit y');
    expect(kindOf(() => checkUnits(compileSheet([line('y', 'atan2(l, w)')], names), entries))).toBe('unit y');
  });
  it('stay live in a spreadsheet: an independent one gives the same figures', async () => {
    const { HyperFormula } = await import('hyperformula');
    const cells: Record<string, number> = { a: 0.7, b: -1.2, c: 3.4 };
    const exprs = [
      'sin(a) + cos(b) * tan(a)',
      'asin(a) + acos(a) + atan(c)',
      'atan2(b, a)',
      'interp(c, 0, 1, 3, 7, 5, 2)',
      'a > 0 and b > 0 ? 1 : 2',
      'a > 0 or b > 0 ? 1 : 2',
      'exp(a) + log(c)',
    ];
    for (const expr of exprs) {
      const sheet = compileSheet([line('y', expr)], ['a', 'b', 'c']);
      const formula = spreadsheetFormula(sheet, 'y', (n) => ({ a: 'A1', b: 'B1', c: 'C1' })[n]!);
      const hf = HyperFormula.buildFromArray([[cells['a'], cells['b'], cells['c'], `=${formula}`]], { licenseKey: 'gpl-v3' });
      expect(hf.getCellValue({ sheet: 0, row: 0, col: 3 })).toBeCloseTo(valueOf(evaluate(sheet, cells), 'y'), 9);
      hf.destroy();
    }
  });
  it('read as a person would say them', () => {
    expect(exprText(parseExpr('y', 'interp(x, 0, 1, 2, 3)'), (n) => n)).toBe('table of x (0 → 1; 2 → 3)');
    expect(exprText(parseExpr('y', 'a > 1 and b > 2 ? c : d'), (n) => n)).toBe('c if (a > 1 and b > 2), else d');
  });
});
