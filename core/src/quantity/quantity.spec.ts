import fc from 'fast-check';
import { createUnit, unit } from 'mathjs';

import { formatNumber, formatQuantity, parseQuantity, QUANTITIES, toShown, type Quantity, type UnitSystem } from './quantity';

const value = (text: string, q: Quantity, s: UnitSystem = 'metric'): number | string => {
  const p = parseQuantity(text, q, s);
  return p.ok ? p.value : p.message;
};

// The library has no short name for a millionth of an inch.
createUnit('microinch', '1e-6 in');

describe('typed quantities', () => {
  it.each(
    [
      ['0.5 in', 'length', 12.7],
      ['0,5in', 'length', 12.7],
      ['12', 'length', 12],
      ['1 200', 'length', 1200],
      ['1,200', 'length', '"1,200" may be 1200 or 1.2: type one of these.'],
      ['1.080', 'count', '"1.080" may be 1080 or 1.08: type one of these.'],
      ['1.080', 'length', 1.08],
      ['1.350', 'money', '"1.350" may be 1350 or 1.35: type one of these.'],
      ['1.125 in', 'length', 28.575],
      ['0.005', 'length', 0.005],
      ['12.0500', 'length', 12.05],
      ['1,200,000', 'count', 1_200_000],
      ['1.200.000', 'count', 1_200_000],
      ['7 1/8 in', 'length', 180.975],
      ['1/2"', 'length', 12.7],
      ['1/0', 'length', '"1/0" is not a number.'],
      ['12 + 3.5', 'length', 15.5],
      ['12+3.5', 'length', 15.5],
      ['1 ft + 2 1/2 in', 'length', 368.3],
      ['20 - 0.5', 'length', 19.5],
      ['1 + 2 in', 'length', 76.2],
      ['1e+3', 'length', 1000],
      ['5 + ', 'length', '"" is not a number.'],
      ['2 wk', 'days', 14],
      ['45 €', 'money', 45],
      ['€ 1 250', 'money', 1250],
      ['1 250,50 EUR', 'money', 1250.5],
      ['12 EUR', 'length', '"EUR" is not a unit that fits here. Use mm or in.'],
      ['1.200,5', 'length', 1200.5],
      ['2 cm', 'length', 20],
      ['½', 'length', '"½" is not a number.'],
      ['80 psi', 'pressure', 0.551580583],
      ['6 bar', 'pressure', 0.6],
      ['350 °F', 'temperature', 176.666666667],
      ['-40°F', 'temperature', -40],
      ['25', 'temperature', 25],
      ['2 h 30', 'time', 2.5],
      ['2h30 min', 'time', 2.5],
      ['90 min', 'time', 1.5],
      ['3 weeks', 'days', 21],
      ['10 lbf', 'force', 44.482216],
      ['5 kgf', 'force', 49.03325],
      ['2 lb', 'mass', 0.90718474],
      ['750 g', 'mass', 0.75],
    ] as const,
  )('%s as %s', (text, q, want) => {
    const got = value(text, q);
    if (typeof want === 'number') expect(got).toBeCloseTo(want, 6);
    else expect(got).toBe(want);
  });
  it('convert as an independent library does, every quantity between its two systems', () => {
    const OTHER: Record<string, string> = {
      'N·m': 'N*m',
      'lbf·ft': 'lbf*ft',
      'kg·m²': 'kg*m^2',
      'lb·ft²': 'lb*ft^2',
      'mm²': 'mm^2',
      'cm²': 'cm^2',
      'in²': 'in^2',
      'cm³': 'cm^3',
      'in³': 'in^3',
      '°C': 'degC',
      '°F': 'degF',
      'µm': 'um',
      'µin': 'microinch',
      'm/s²': 'm/s^2',
      'ft/s²': 'ft/s^2',
      'L/min': 'L/minute',
      cfm: 'ft^3/minute',
      '°': 'deg',
      days: 'day',
      years: 'year',
    };
    const lib = (shown: string): string => OTHER[shown] ?? shown;
    for (const [q, { store, show }] of Object.entries(QUANTITIES)) {
      // The library does not know a million psi: 1 GPa is 145 037.738 psi.
      if (!store || q === 'stiffness') continue;
      for (const s of ['metric', 'inch'] as const) expect(toShown(7.3, q as Quantity, s) / unit(7.3, store).toNumber(lib(show[s]))).toBeCloseTo(1, 8);
    }
  });
  it('write stiffness in million psi', () => {
    expect(toShown(10, 'stiffness', 'inch')).toBeCloseTo(1.450377, 5);
  });
  it('tell a g of mass from a g of acceleration', () => {
    expect(value('750 g', 'mass')).toBeCloseTo(0.75, 12);
    expect(value('2 g', 'acceleration')).toBeCloseTo(19.6133, 10);
  });
  it('take a bare number in the shown unit', () => {
    expect(value('1', 'length', 'inch')).toBeCloseTo(25.4, 10);
    expect(value('212', 'temperature', 'inch')).toBeCloseTo(100, 9);
  });
  it('refuse what does not fit, in words', () => {
    expect(value('', 'mass')).toBe('Type a number.');
    expect(value('heavy', 'mass')).toMatch(/not a number/);
    expect(value('5 mm', 'mass')).toMatch(/not a unit that fits here. Use kg or lb/);
    expect(value('5 kg', 'count')).toMatch(/Type the number alone/);
    expect(value('1e999', 'count')).toMatch(/not a number/);
  });
  it('survive the way to the screen and back, in both systems', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1e5, noNaN: true }),
        fc.constantFrom<Quantity>('length', 'mass', 'force', 'temperature', 'pressure'),
        fc.constantFrom<UnitSystem>('metric', 'inch'),
        (x, q, s) => {
          const back = value(String(toShown(x, q, s)), q, s) as number;
          expect(Math.abs(back - x) / x).toBeLessThan(1e-6);
        },
      ),
      { seed: 2 },
    );
  });
});

describe('shown numbers', () => {
  it('have three digits, spaces between thousands, and a real minus', () => {
    expect(formatNumber(0.012345)).toBe('0.0123');
    expect(formatNumber(1234567.8)).toBe('1\u00a0234\u00a0568');
    expect(formatNumber(-5.5)).toBe('−5.5');
    expect(formatNumber(NaN)).toBe('–');
    expect(formatQuantity(25.4, 'length', 'inch')).toBe('1\u00a0in');
  });
});
