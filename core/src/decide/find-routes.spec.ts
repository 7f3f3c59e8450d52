import { demoDoc } from '../case/testing';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { foldAlike, routeMatches } from './find-routes';
import { type RouteOption, screenAll } from './options';

const options = screenAll(factsOf(demoDoc(), BUILT_IN_SITE), 1, { samples: 20, price: 'holding' });
const found = (typed: string): RouteOption[] => options.filter((o) => routeMatches(o, typed));

describe('ways are found by', () => {
  it.each([
    ['nylon', (o: RouteOption) => /^PA\d/.test(o.materialLabel)],
    ['aluminum', (o: RouteOption) => /Alumini?um|AlSi/.test(o.materialLabel)],
    ['resin', (o: RouteOption) => ['vat-resin', 'material-jetting', 'cast-tool'].includes(o.process)],
    ['acetal', (o: RouteOption) => o.material === 'pom'],
    ['fff', (o: RouteOption) => o.process.startsWith('extrusion-')],
    ['lathe', (o: RouteOption) => o.process === 'turning'],
    ['carbon fiber', (o: RouteOption) => /CF|carbon/i.test(o.materialLabel)],
  ])('"%s"', (typed, expected) => {
    const rows = found(typed);
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.filter((o) => !expected(o)).map((o) => `${o.process} ${o.material}`)).toEqual([]);
  });
  it('every word that is typed, in any order', () => {
    expect(found('6061 milling').length).toBeGreaterThan(0);
    expect(found('milling 6061')).toEqual(found('6061 milling'));
    expect(found('nylon lathe')).toEqual([]);
    expect(found('  ')).toEqual(options);
  });
  it('every name that the list shows', () => {
    for (const o of options) expect(routeMatches(o, `${o.materialLabel} ${o.processLabel}`)).toBe(true);
  });
});

describe('ways that read alike', () => {
  const one = options[0];
  const twin: RouteOption = { ...one, material: 'twin', materialLabel: 'Twin', expected_cost: one.expected_cost * 1.01 };
  const other: RouteOption = { ...one, material: 'other', expected_cost: one.expected_cost * 1.05 };
  it('are one row, and nothing is lost', () => {
    const rows = foldAlike([one, other, twin], () => false);
    expect(rows.map((r) => [r.option.material, r.like.map((o) => o.material)])).toEqual([[one.material, ['twin']], ['other', []]]);
    const all = foldAlike(options, () => false);
    expect(all.flatMap((r) => [r.option, ...r.like]).length).toBe(options.length);
  });
  it('stay apart where one is pinned', () => {
    expect(foldAlike([one, twin], (o) => o === twin)).toHaveLength(2);
    expect(foldAlike([one, twin], (o) => o === one)).toHaveLength(2);
  });
  it('of different squares stay apart', () => {
    const failing = { ...twin, checks: twin.checks.map((c, i) => (i ? c : { ...c, state: 'fail' as const })) };
    expect(foldAlike([one, failing], () => false)).toHaveLength(2);
  });
});
