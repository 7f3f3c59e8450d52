import { plainFacts } from '../case/facts';
import { newCase } from '../case/new-case';
import { demoDoc } from '../case/testing';
import { asRange, type Values } from '../inputs/spec';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateRoute } from '../routes/evaluate-route';
import { valueOf } from '../worksheet/evaluate';
import { evaluatePlan } from './evaluate-plan';
import { factsOf } from './facts';
import { assembly } from './planners/assembly';

const must = (value: number) => ({ level: 'must' as const, value, from: '' });
const doc = demoDoc({ family: 'assembly-fixture', need: { copies: must(2), cyclesPerYear: must(1000), years: must(3) } });
const run = (items: Values[]) => evaluatePlan(assembly, plainFacts(doc, BUILT_IN_SITE), { values: { items, items_price: asRange(1) } });
const BLOCK = { long: 40, wide: 30, high: 20 };
/** What a block of that size costs, the sheets of the house asked for it: six of them, three for each of two tools. */
const priced = (process: string, material: string, n: number): number => {
  const block = newCase({
    title: '',
    family: 'assembly-fixture',
    form: 'block',
    size_mm: [40, 30, 20],
    copies: n,
    todayWay: 'none',
    todayCost: null,
    todayWait_days: null,
    trouble: '',
  }, '2026-01-05');
  return valueOf(evaluateRoute(factsOf(block, BUILT_IN_SITE), { process, material }, []).point, 'price_order') / n;
};

describe('one piece or several', () => {
  it('adds up what stays apart, fits it, weighs it, and buys again what wears', () => {
    const f =
      run([{ what: 'Clamp', n: 2, way: 'buy', price: 14, minutes: 9, mass: 0.3 }, { what: 'Pad', n: 4, way: 'buy', price: 2, minutes: 3, life: 600 }]).figures;
    expect(f('apart_money')).toBeCloseTo(2 * 14 + 4 * 2, 9);
    expect(f('apart_hours')).toBeCloseTo((2 * 9 + 4 * 3) / 60, 9);
    expect(f('items_mass')).toBeCloseTo(0.6, 9);
    // 1 500 cycles a tool, pads worn after 600: three sets, two of them bought again, for two tools, with the minutes to fit them.
    const rate = BUILT_IN_SITE.shop.figures['labour_rate']?.likely ?? run([]).entries.find((e) => e.name === 'labour_rate')!.likely;
    expect(f('item_spares')).toBeCloseTo(2 * (2 * 4 * 2 + (2 * 4 * 3 / 60) * rate), 6);
  });
  it('takes of bought, printed and milled what costs least, each by its own price', () => {
    const print = priced('extrusion-chamber', 'pa12-cf', 6), mill = priced('cnc-mill', 'al-6061', 6);
    const least = Math.min(print, mill);
    const f = (row: Values) => run([{ what: 'Stop', n: 3, minutes: 0, ...BLOCK, ...row }]).figures('apart_money');
    expect(f({ way: 'print' })).toBeCloseTo(3 * print, 6);
    expect(f({ way: 'mill' })).toBeCloseTo(3 * mill, 6);
    expect(f({ way: 'least' })).toBeCloseTo(3 * least, 6);
    expect(f({ way: 'least', price: 1 })).toBeCloseTo(3, 9);
    expect(run([{ what: 'Stop', n: 3, way: 'mill', price: 1, minutes: 0, ...BLOCK }]).findings[0].reason).toMatch(
      /^Milled: bought 1 .*though it is not the cheapest\.$/,
    );
  });
  it('saves what becomes part of the print, and leaves apart what wears sooner than the tool is needed', () => {
    const merged = { what: 'Post', n: 2, way: 'merged', price: 20, minutes: 30 };
    const { figures: f, findings } = run([merged, { what: 'Pad', way: 'merged', price: 2, life: 600 }]);
    const rate = run([]).entries.find((e) => e.name === 'labour_rate')!.likely;
    expect(f('merged_saves')).toBeCloseTo(2 * 20 + 2 + ((2 * 30 + 6) / 60) * rate, 6);
    expect([f('apart_money'), f('pieces_merged'), f('pieces_apart')]).toEqual([0, 3, 0]);
    expect(findings.map((x) => x.state)).toEqual(['pass', 'conditional']);
    expect(findings[1].reason).toMatch(/worn after 600 of 1.500 cycles, and the whole tool with it/);
  });
  it('is asked for a price or a size, and stands on every sheet of a new way', () => {
    expect(run([{ what: 'Lamp', way: 'buy' }]).findings[0]).toMatchObject({
      state: 'unknown',
      reason: 'Nothing says what it costs bought: it is not counted.',
    });
    const bare = factsOf(doc, BUILT_IN_SITE);
    const with_ = factsOf({
      ...doc,
      plans: { assembly: { values: { items: [{ what: 'Clamp', n: 2, way: 'buy', price: 14, minutes: 9, mass: 0.3 }], items_price: asRange(1) } } },
    }, BUILT_IN_SITE);
    const at = (f: typeof bare, name: string) => valueOf(evaluateRoute(f, { process: 'extrusion-chamber', material: 'pa12-cf' }, []).point, name);
    const rate = run([]).entries.find((e) => e.name === 'labour_rate')!.likely;
    expect(at(with_, 'hardware_cost') - at(bare, 'hardware_cost')).toBeCloseTo(28 + (18 / 60) * rate, 6);
    expect(at(with_, 'mass_tool') - at(bare, 'mass_tool')).toBeCloseTo(0.6, 9);
  });
});
