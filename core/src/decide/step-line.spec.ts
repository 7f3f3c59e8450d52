import { demoDoc } from '../case/testing';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateCase } from './evaluate-case';
import { stepLine, valuesAround } from './step-line';
import { routeHolds } from './summary';

describe('values around the one at hand', () => {
  it('are even steps to three times the doubt of a difference', () => {
    // ± 3 × 25 °C in twelve steps.
    expect(valuesAround('serviceTemp', 30)).toEqual([-45, -32.5, -20, -7.5, 5, 17.5, 30, 42.5, 55, 67.5, 80, 92.5, 105]);
  });
  it('are equal ratios to the third power of a factor', () => {
    const values = valuesAround('load', 100);
    expect(values).toHaveLength(13);
    expect([values[0], values[6], values[12]]).toEqual([12.5, 100, 800]);
    for (let i = 1; i < 13; i++) expect(values[i] / values[i - 1]).toBeCloseTo(Math.SQRT2, 9);
  });
  it('stay within what may be, whole where it is counted, none twice', () => {
    expect(valuesAround('serviceTemp', -80)[0]).toBe(-80);
    const copies = valuesAround('copies', 2);
    expect(copies.every((x, i) => Number.isInteger(x) && x >= 1 && (!i || x > copies[i - 1]))).toBe(true);
    expect(copies).toContain(2);
  });
  it('are none where a factor has nothing to go from, or there is no number', () => {
    expect(valuesAround('load', 0)).toEqual([]);
    expect(valuesAround('wear', 1)).toEqual([]);
  });
});

describe('the step line of a number', () => {
  const doc = demoDoc({ need: { load: { level: 'must', value: 2000, from: '' }, serviceTemp: { level: 'must', value: 30, from: '' } } });
  const facts = factsOf(doc, BUILT_IN_SITE);
  const { options } = evaluateCase(doc, BUILT_IN_SITE, 20, 1, 'decision').view;

  it('says at the value at hand what the screening says', () => {
    const { values, holding } = stepLine(facts, options, 'load')!;
    expect(holding[values.indexOf(2000)]).toBe(options.filter(routeHolds).length);
  });
  it('never holds more for a larger load or a hotter place', () => {
    for (const id of ['load', 'serviceTemp'] as const) {
      const { holding } = stepLine(facts, options, id)!;
      const falls = id === 'load' ? holding : holding.slice(6);
      for (let i = 1; i < falls.length; i++) expect(falls[i]).toBeLessThanOrEqual(falls[i - 1]);
      expect(falls.at(-1)).toBeLessThan(falls[0]);
    }
  });
  it('is none of what is not known', () => {
    expect(stepLine(facts, options, 'roughness')).toBeUndefined();
  });
});
