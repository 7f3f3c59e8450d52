import type { CheckResult, State } from '../screen/check';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateCase } from './evaluate-case';
import { type RouteOption, screenStates } from './options';
import { withPrices } from './order';
import { routesSummary, whyRoute } from './summary';
import { demoDoc } from '../case/testing';
import { worthKnowing } from './worth-knowing';

const check = (id: string, label: string, state: State): CheckResult => ({
  id: id as CheckResult['id'],
  label,
  state,
  chance: 1,
  reason: `${label} says ${state}.`,
  basis: 'test',
  offers: [],
});
const route = (processLabel: string, state: State, checks: CheckResult[]): RouteOption =>
  ({ processLabel, state, checks, remedies: [] }) as unknown as RouteOption;

describe('the matrix in a few sentences', () => {
  const hot = check('heat', 'Heat', 'fail');
  it('counts what holds and names what is ruled out, whole processes by name', () => {
    const text = routesSummary([
      route('CNC milling', 'pass', []),
      route('CNC milling', 'conditional', [check('wear', 'Life', 'conditional')]),
      route('Vat resin', 'fail', [hot]),
      route('Vat resin', 'fail', [hot, check('fluids', 'Fluids', 'fail')]),
      route('Material jetting', 'fail', [hot]),
      route('CNC milling', 'fail', [check('weight', 'Weight', 'fail')]),
    ]);
    expect(text).toBe(
      'One of 6 ways holds as it is, one on condition. Heat rules out 3, among them all of “Vat resin” and “Material jetting”. Fluids rules out 1. Weight rules out 1.',
    );
  });
  it('is silent while nothing is screened', () => expect(routesSummary([])).toBe(''));
  it('says why not, with the reasons that decide', () => {
    expect(whyRoute(route('Vat resin', 'fail', [hot, check('wear', 'Life', 'conditional')]))).toBe('Ruled out. Heat says fail.');
    expect(whyRoute(route('Vat resin', 'pass', []))).toBe('Holds as it is.');
  });
});

describe('facts worth knowing', () => {
  const find = (doc = demoDoc({ family: 'spare-part' })) =>
    worthKnowing(factsOf(doc, BUILT_IN_SITE), evaluateCase(doc, BUILT_IN_SITE, 20, 1, 'decision').view.options, []);
  it('finds that the heat of a spare part of which nothing is known changes what holds', () => {
    const heat = find().find((w) => w.id === 'serviceTemp')!;
    // From 15 to 65 °C: more holds in the cool than in the warm.
    expect([heat.low.value, heat.high.value]).toEqual([15, 65]);
    expect(heat.low.holding).toBeGreaterThanOrEqual(heat.high.holding);
  });
  it('puts what changes the leading route first', () => {
    const decides = find().map((w) => w.decides);
    expect(decides).toEqual([...decides].sort((a, b) => Number(b) - Number(a)));
  });
  it('does not ask for what has been given, nor for what changes nothing', () => {
    const given = demoDoc({ need: { load: { level: 'must', value: 10, from: 'scale' } } });
    expect(find(given).map((w) => w.id)).not.toContain('load');
    for (const w of find(given)) expect(w.turns).toBeGreaterThan(0);
  });
});

describe('screening again', () => {
  const doc = demoDoc();
  const before = evaluateCase(doc, BUILT_IN_SITE, 20).view.options;
  const hot = demoDoc({ need: { serviceTemp: { level: 'must', value: 150, from: '' } } });
  const now = withPrices(screenStates(factsOf(hot, BUILT_IN_SITE)), before);
  const full = evaluateCase(hot, BUILT_IN_SITE, 20).view.options;
  const key = (o: RouteOption): string => `${o.process}/${o.material}`;

  it('gives the states and reasons that the full evaluation gives', () => {
    const states = (list: readonly RouteOption[]): object => Object.fromEntries(list.map((o) => [key(o), [o.state, o.checks, o.offers.map((r) => r.id)]]));
    expect(states(now)).toEqual(states(full));
    expect(now.filter((o) => o.state === 'fail').length).toBeGreaterThan(before.filter((o) => o.state === 'fail').length);
  });
  it('keeps prices and dates until they are worked out anew', () => {
    const price = (list: readonly RouteOption[]): object => Object.fromEntries(list.map((o) => [key(o), [o.price_each, o.lead_days]]));
    expect(price(now)).toEqual(price(before));
  });
  it('puts what holds first, then by expected cost', () => {
    const rank = now.map((o) => ({ pass: 0, conditional: 0, unknown: 1, fail: 2 })[o.state]);
    expect(rank).toEqual([...rank].sort((a, b) => a - b));
    const costs = now.filter((o) => o.state === 'pass' || o.state === 'conditional').map((o) => o.expected_cost).filter((x) => !Number.isNaN(x));
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
  });
  it('shows a route that was not there before without a price', () => {
    const [first, ...rest] = before;
    const again = withPrices(screenStates(factsOf(hot, BUILT_IN_SITE)), rest).find((o) => key(o) === key(first))!;
    expect(again.price_each).toBeNaN();
  });
});
