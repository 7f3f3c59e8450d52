import { demoDoc } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { isSacrificial } from '../life/life';
import type { Need, Requirement } from '../need/requirements';
import { factsOf } from '../plan/facts';
import { PROCESSES } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { boundsOf } from '../routes/bounds';
import { evaluateRoute } from '../routes/evaluate-route';
import { screen } from '../screen/screen';
import { shelfOf } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import { routeContext } from './options';

const must = <T>(value: T): Requirement<T> => ({ level: 'must', value, from: 'test' });
const doc = (need: Need, more: Partial<CaseDoc> = {}): CaseDoc =>
  demoDoc({ size_mm: [90, 60, 30], need: { cyclesPerYear: must(4000), years: must(3), changes: must(1), ...need }, ...more });
const ROUTES = PROCESSES.map((p) => [p, shelfOf(BUILT_IN_SITE.shop).materialsFor(p.id)[0]] as const);
const figure = (d: CaseDoc, pin: { process: string; material: string }, name: string): number =>
  valueOf(evaluateRoute(factsOf(d, BUILT_IN_SITE), pin, []).point, name);

describe('whatever the figures are', () => {
  it.each(ROUTES.filter(([, m]) => !isSacrificial(m)).map(([p, m]) => [p.id, { process: p.id, material: m.id }] as const))(
    '%s: more copies never make the programme cheaper',
    (_, pin) => {
      // Nothing wears out here: worn tools are cheaper bought together than one by one, and that is another matter.
      const costs = [1, 2, 3, 5, 8, 13, 40].map((n) => figure(doc({ copies: must(n), cyclesPerYear: must(5), years: must(1) }), pin, 'price_programme'));
      for (let i = 1; i < costs.length; i++) expect(costs[i]).toBeGreaterThanOrEqual(costs[i - 1] * (1 - 1e-9));
    },
  );
  it.each(ROUTES.map(([p, m]) => [p.id, { process: p.id, material: m.id }] as const))('%s: a dearer material never makes it cheaper', (process, pin) => {
    const at = (price: number): number =>
      figure(
        doc({}, { overrides: { [`${process}/${pin.material}`]: { price_per_kg: { low: price, likely: price, high: price, kind: 'you', note: 'test' } } } }),
        pin,
        'expected_cost',
      );
    const costs = [1, 3, 10, 40, 200, 1000].map(at);
    for (let i = 1; i < costs.length; i++) expect(costs[i]).toBeGreaterThanOrEqual(costs[i - 1] - 1e-9);
  });
  it('a wider margin never lowers the chance', () => {
    const easier: [keyof Need, number[]][] = [
      ['tolerance', [0.01, 0.03, 0.1, 0.3, 1]],
      ['serviceTemp', [220, 140, 90, 60, 30]],
      ['load', [20_000, 5000, 1000, 200, 20]],
      ['flatness', [0.01, 0.05, 0.2, 1]],
      ['roughness', [0.4, 1.6, 6.3, 25]],
      ['massLimit', [0.02, 0.1, 0.5, 3]],
      ['leadLimit', [1, 4, 12, 60]],
    ];
    for (const [id, values] of easier) {
      for (const [p, m] of ROUTES) {
        const chances = values.map((v) => screen(routeContext(factsOf(doc({ [id]: must(v) }), BUILT_IN_SITE), p, m)).chance);
        for (let i = 1; i < chances.length; i++) expect({ id, p: p.id, i, ok: chances[i] >= chances[i - 1] - 1e-9 }).toEqual({ id, p: p.id, i, ok: true });
      }
    }
  });
  it('the expected cost falls as the chance rises', () => {
    const pin = { process: 'extrusion-open', material: 'petg' };
    const at = (chance: number): number =>
      valueOf(evaluateRoute(factsOf(doc({}), BUILT_IN_SITE), { ...pin, doubt: { trials: 0, chance } }, []).point, 'expected_cost');
    expect([0.1, 0.3, 0.6, 0.9, 1].map(at)).toEqual([0.1, 0.3, 0.6, 0.9, 1].map(at).sort((a, b) => b - a));
    expect(at(1)).toBeCloseTo(figure(doc({}), pin, 'programme_with_wait'), 9);
  });
});

describe('what may be put over a figure', () => {
  it.each<[route: string, name: string, wrong: number, right: number]>([
    ['extrusion-open/petg', 'deposition', 0, 20],
    ['extrusion-open/petg', 'scrap', 0.99, 0.5],
    ['extrusion-open/petg', 'life', 0, 500],
    ['cnc-mill/al-6061', 'price_each', -1, 0],
    ['cnc-mill/al-6061', 'lead_days', -2, 3],
    ['cnc-mill/al-6061', 'roughing', 0, 20],
    ['powder-polymer/pa12-powder', 'packing', 1.2, 0.1],
    ['today/today', 'price_each', -5, 620],
    ['today/today', 'life', 0, 4000],
  ])('%s, %s: not %p, but %p', (route, name, wrong, right) => {
    const { min, max } = boundsOf(route, name);
    expect(wrong >= min && wrong <= max).toBe(false);
    expect(right >= min && right <= max).toBe(true);
  });
  it('lets no figure at its lower bound make a price that is none', () => {
    for (const [p, m] of ROUTES) {
      const key = `${p.id}/${m.id}`;
      for (const f of p.facts) {
        const { min } = boundsOf(key, f.id);
        const d = doc({}, { overrides: { [key]: { [f.id]: { low: min, likely: min, high: min, kind: 'you', note: 'test' } } } });
        expect(Number.isFinite(figure(d, { process: p.id, material: m.id }, 'expected_cost'))).toBe(true);
      }
    }
  });
});
