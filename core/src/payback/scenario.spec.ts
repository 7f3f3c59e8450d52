import type { Values } from '../inputs/spec';
import { inputFaults } from '../inputs/schema';
import { recordFaults } from '../records/kind';
import { scenario } from '../records/kinds/scenario';
import { DEFAULT_SHOP } from '../shelf/shop';
import { valueOf } from '../worksheet/evaluate';
import { openFigure } from '../worksheet/figured';
import { checkUnits } from '../worksheet/units';
import { evaluateScenario } from './scenario';
import { paidText, spreadText, warningsOf } from './words';

const one = (x: number): Values[string] => ({ low: x, likely: x, high: x });
/** All figures certain, so that everything can be worked by hand. */
const CERTAIN: Values = {
  name: 'by hand',
  tools: [{ kind: 'jigs', a_month: 10, today: 400, mill_h: 2, program_h: 1, print_h: 12, hands_h: 1, material: 30, bureau: 250, days: 5 }],
  machines: [{ name: 'chamber', count: 1, price: 60_000, speed: 1, draw: 1.5 }],
  volume: one(1),
  today_off: one(1),
  print_off: one(1),
  bureau_off: one(1),
  price_off: one(1),
  install: 2000,
  training_h: 100,
  hours_week: one(100),
  uptime: one(0.9),
  ramp: one(0),
  upkeep: one(0.1),
  floor: 100,
  staff_h: one(10),
  waste: one(0.2),
  mill_full: one(0.5),
  program_full: one(1),
  months: 48,
};
const SHOP = {
  ...DEFAULT_SHOP,
  figures: Object.fromEntries(
    Object.entries({ mill_rate: 70, programmer_rate: 60, labour_rate: 40, engineer_rate: 65 }).map(([k, x]) => [k, { low: x, likely: x, high: x, note: '' }]),
  ),
};
const work = (more: Values = {}, samples = 50) => evaluateScenario('x', { ...CERTAIN, ...more }, SHOP, samples);

describe('a scenario of buying a machine', () => {
  it('is what it is by hand', () => {
    const r = work();
    const line = (name: string): number => valueOf(r.point, name);
    // 10 × 400; 10 × 2 h × 70 × half full; 10 × 1 h × 60.
    expect([line('not_bought'), line('mill_freed'), line('program_freed')]).toEqual([4000, 700, 600]);
    // 10 × 30 × 1.2; 10 × 1 h × 40; 120 h × 1.5; none to the bureau.
    expect([line('plastic'), line('hands'), line('power'), line('bureau_paid')]).toEqual([360, 400, 180, 0]);
    // 60 000 × 10 % / 12; 10 h × 65; 100.
    expect([line('upkeep_paid'), line('staff_paid'), line('standing')]).toEqual([500, 650, 100]);
    // 5300 − 940 − 1250.
    expect(line('hard_net')).toBe(3110);
    expect(r.view.cash.slice(0, 3)).toEqual([-(60_000 + 2000 + 6500), 3110, 3110]);
    expect(r.view.payback.p50).toBeCloseTo(68_500 / 3110, 10);
    // 100 h × 30.4375/7 weeks × 0.9 = 391.3 h; 120 h of it.
    expect(r.view.figures['utilisation'].p50).toBeCloseTo(120 / (100 * (30.4375 / 7) * 0.9), 10);
    // A month costs 68 500/48 + 1250; each tool 250 at the bureau against (36 + 40 + 18).
    expect(r.view.figures['crossing'].p50).toBeCloseTo((68_500 / 48 + 1250) / (250 - 94), 9);
    expect(r.view.cheaper).toBeCloseTo(3110 / 5300, 12);
    expect(r.view.inTime).toBe(1);
    expect(r.view.band[48].p10).toBeCloseTo(48 * 3110 - 68_500, 6);
    // Against the bureau: 5300 − 2500 a month and nothing at the start.
    expect(r.view.bureau![48]).toBeCloseTo(48 * 2800, 6);
  });
  it('that is overloaded sends the rest to the bureau, and says how long its queue is', () => {
    const r = work({ hours_week: one(20), uptime: one(0.5) });
    const capacity = 20 * (30.4375 / 7) * 0.5;
    expect(valueOf(r.point, 'run_hours')).toBeCloseTo(capacity, 9);
    expect(valueOf(r.point, 'bureau_paid')).toBeCloseTo(2500 * (1 - capacity / 120), 9);
    expect(r.view.figures['utilisation'].p50).toBe(1);
    // 12 h × 0.97/0.03
    expect(valueOf(r.point, 'wait')).toBeCloseTo((12 * 0.97) / 0.03, 6);
  });
  it('grows evenly into its use', () => {
    const r = work({ ramp: one(4) });
    // 5300 − 940 follows the tools, 1250 does not.
    expect(r.view.cash.slice(1, 6)).toEqual([4360 / 4 - 1250, 4360 / 2 - 1250, 4360 * 0.75 - 1250, 3110, 3110]);
  });
  it.each([
    ['leased', { means: 'leased', lease: 900 }, [8500, 650 + 100 + 900]],
    ['shared by half', { means: 'shared', our_share: one(0.5) }, [30_000 + 1000 + 6500, 250 + 325 + 50]],
    ['with a grant and a furnace that is there', { grant: 10_000, owned: 5000 }, [53_500, 1250]],
    ['none, all to a bureau', { means: 'bureau' }, [0, 0]],
  ] as [string, Values, number[]][])('%s', (_, more, [outlay, fixed]) => {
    const r = work(more);
    expect([-r.view.cash[0], valueOf(r.point, 'fixed')]).toEqual([outlay, fixed]);
    if (more['means'] === 'bureau') expect([valueOf(r.point, 'hard_net'), r.view.bureau]).toEqual([5300 - 2500, undefined]);
  });
  it('of which part goes to a bureau pays for that part', () => {
    const r = work({ means: 'mixed', kept_share: one(0.6) });
    expect([valueOf(r.point, 'bureau_paid'), valueOf(r.point, 'plastic'), valueOf(r.point, 'run_hours')]).toEqual([1000, 216, 72]);
  });
  it('counts soft gains only where somebody says so, and shows them all the same', () => {
    const soft = { day_worth: 20, soft_month: 100 };
    const uncounted = work(soft);
    expect([uncounted.view.figures['soft'].p50, uncounted.view.cash]).toEqual([1100, work().view.cash]);
    expect(work({ ...soft, count_soft: true }).view.cash[1]).toBe(3110 + 1100);
  });
  it('that never pays says so', () => {
    const r = work({ tools: [] });
    expect([r.view.payback.p50, r.view.inTime, r.view.irr.rate, r.view.discounted.p50]).toEqual([Infinity, 0, null, Infinity]);
    expect(Number.isFinite(r.view.npv.p50)).toBe(true);
  });
  it('has ranges that hold the likely figure, the same for the same seed', () => {
    const loose = { ...CERTAIN, volume: undefined, today_off: undefined, print_off: undefined, ramp: undefined };
    const [a, b] = [evaluateScenario('x', loose, SHOP, 4000), evaluateScenario('x', loose, SHOP, 4000)];
    expect(a.view.npv).toEqual(b.view.npv);
    expect(a.view.npv.p10).toBeLessThan(a.view.npv.p50);
    expect(a.view.payback.p10).toBeLessThan(a.view.payback.p90);
    // Nothing else is uncertain, the volume most.
    expect(a.view.swings.map((s) => s.label)).toEqual(expect.arrayContaining(['Share of them that really comes', 'Months until it is used to the full']));
    expect(a.view.swings[0].label).toBe('Share of them that really comes');
  });
  it('opens every figure down to what was given', () => {
    const w = openFigure(work(), 'mill_freed');
    expect([w.value, w.inputs.map((i) => i.name).sort()]).toEqual([700, ['listed_mill', 'mill_full', 'mill_rate', 'volume']]);
  });
  it('adds up in units', () => {
    const r = work();
    expect(() => checkUnits(r.sheet, r.entries)).not.toThrow();
  });
  it('says what has to be known before anybody relies on it', () => {
    const says = (more: Values): string => warningsOf(work(more).view, { ...CERTAIN, ...more }).join(' ');
    expect(says({})).toBe('');
    expect(says({ tools: [] })).toMatch(/No tools yet.*Return: none/);
    // 20 h · 4.348 · 0.5 = 43.5 h of 120.
    expect(says({ hours_week: one(20), uptime: one(0.5) })).toMatch(/Overloaded: 120 h a month are meant for 43\.5 h/);
    // 120 of 130.4 h are in use; 12 h × 0.92/0.08.
    expect(says({ hours_week: one(30), uptime: one(1) })).toMatch(/Nearly full: a job waits 138 h/);
    expect(says({ claim: 9, target_down: 0.1 })).toBe(
      'The supplier promises 9 months; worked out here: 22 months. Tools were to cost 10 % less over a year; over the first they cost 59 % less.',
    );
    expect([paidText(work().view), paidText(work({ tools: [] }).view), spreadText({ p10: 20.4, p90: Infinity })]).toEqual([
      'Paid back after 22 months',
      'Paid back not within 48 months',
      '20, or not at all',
    ]);
  });
  it('asks for a machine, unless there is to be none', () => {
    expect(recordFaults(scenario, { name: 'x', means: 'own' })[0].path).toBe('machines');
    expect(recordFaults(scenario, { name: 'x', means: 'bureau' })).toEqual([]);
    expect(inputFaults(scenario.inputs, { name: 'x', discount: 8 })[0].path).toBe('discount');
  });
});
