import { demoDoc } from '../case/testing';
import { processFor } from '../case/equip';
import { screenRoute } from '../decide/options';
import type { RecordRow } from '../records/kind';
import { evidenceOf, recordKindOf } from '../records/kinds';
import { recordFaults } from '../records/kind';
import type { Site } from '../records/site';
import { plainFacts } from '../case/facts';
import { evaluateRoute } from '../routes/evaluate-route';
import { DEFAULT_SHOP } from '../shelf/shop';
import { material } from '../shelf/shelf';
import { valueOf } from '../worksheet/evaluate';
import type { Values } from '../inputs/spec';
import { equipped, type Machine, machineFor, rateOf, watched } from './machine';
import { PROCESSES, processOf } from './processes';

const SMALL: Machine = {
  name: 'Small',
  process: 'extrusion-chamber',
  count: 1,
  envelope_mm: [250, 250, 250],
  rate: { low: 4, likely: 5, high: 6 },
  materials: [],
  alone: true,
};
const LARGE: Machine = { ...SMALL, name: 'Large', envelope_mm: [900, 600, 600], rate: { low: 15, likely: 20, high: 25 } };
const siteWith = (...machines: Machine[]): Site => ({ shop: DEFAULT_SHOP, evidence: { life: [], ratios: [], machines } });
const PIN = { process: 'extrusion-chamber', material: 'abs' };
const route = (site: Site, size: [number, number, number] = [200, 120, 40]) => evaluateRoute(plainFacts(demoDoc({ size_mm: size }), site), PIN, []);
const screened = (site: Site, size: [number, number, number]) =>
  screenRoute(plainFacts(demoDoc({ size_mm: size }), site), processOf(PIN.process), material(PIN.material));

describe('a register of machines', () => {
  it('knows the rate of every process that a machine is paid for', () => {
    expect(rateOf(processOf('extrusion-chamber'))).toBe('chamber_rate');
    expect(rateOf(processOf('cnc-mill'))).toBe('mill_rate');
    expect(rateOf(processOf('powder-polymer'))).toBe('powder_rate');
    for (const p of PROCESSES.filter((x) => x.kind === 'print')) expect([p.id, rateOf(p)]).not.toEqual([p.id, undefined]);
  });
  it('takes the cheapest that has the room and the material, else the roomiest', () => {
    const of = (box: number[], m = 'abs') => machineFor(processOf('extrusion-chamber'), m, box, [LARGE, SMALL])?.name;
    expect(of([200, 120, 40])).toBe('Small');
    expect(of([400, 120, 40])).toBe('Large');
    expect(of([2000, 120, 40])).toBe('Large');
    const picky = [{ ...SMALL, materials: ['pc'] }, LARGE];
    expect(machineFor(processOf('extrusion-chamber'), 'abs', [200, 120, 40], picky)?.name).toBe('Large');
    expect(machineFor(processOf('vat-resin'), 'resin-tough', [200, 120, 40], [SMALL])).toBeUndefined();
  });
  it('decides room, tolerance, rate, throughput and queue of a route', () => {
    expect(screened(siteWith(), [700, 120, 40]).checks.find((c) => c.id === 'envelope')!.state).not.toBe('pass');
    const fits = screened(siteWith(LARGE), [700, 120, 40]).checks.find((c) => c.id === 'envelope')!;
    expect(fits).toMatchObject({ state: 'pass', reason: expect.stringContaining('on Large') });
    const fine = { ...SMALL, tolerance: { a_mm: 0.03, b_per_mm: 0 } };
    expect(screened(siteWith(fine), [200, 120, 40]).checks.find((c) => c.id === 'tolerance')!.value).toBeCloseTo(0.03, 9);
    // Twice as quick: the hours that the volume takes halve, the pauses stay. ABS takes 0.9 of the throughput.
    const quick = { ...SMALL, throughput: { low: 60, likely: 60, high: 60 }, queue_h: 40 };
    const a = route(siteWith({ ...quick, throughput: { low: 30, likely: 30, high: 30 } })), b = route(siteWith(quick));
    const laid = valueOf(a.point, 'deposit') + valueOf(a.point, 'support_volume');
    expect(valueOf(a.point, 'print_h') - valueOf(b.point, 'print_h')).toBeCloseTo((laid / 30 - laid / 60) / 0.9, 9);
    expect(valueOf(a.point, 'chamber_rate')).toBe(5);
    expect(b.entries.find((e) => e.name === 'chamber_rate')!.source.text).toBe('Small, from the register of machines.');
    const queue = (site: Site) => route(site).entries.find((e) => e.name === 'printer_queue')!.likely;
    expect(queue(siteWith(quick))).toBeCloseTo(40, 9);
    expect(queue(siteWith({ ...quick, count: 2 }))).toBeCloseTo(20, 9);
  });
  it('builds an order side by side where there are several', () => {
    const many = siteWith({ ...SMALL, count: 3 });
    const facts = plainFacts(demoDoc({ need: { copies: { level: 'must', value: 40, from: '' } } }), many);
    const r = evaluateRoute(facts, { process: 'extrusion-chamber', material: 'abs' }, []);
    const builds = valueOf(r.point, 'builds');
    expect(builds).toBeGreaterThan(3);
    expect(valueOf(r.point, 'builds_in_turn')).toBe(Math.ceil(builds / 3));
    expect(r.lead.stages.find((s) => s.id === 'print')!.runs).toBe(Math.ceil(builds / 3));
    // The hours are the same, and so is the price.
    const one = evaluateRoute(plainFacts(facts.doc, siteWith(SMALL)), { process: 'extrusion-chamber', material: 'abs' }, []);
    expect(valueOf(r.point, 'machine_cost')).toBeCloseTo(valueOf(one.point, 'machine_cost'), 9);
    expect(r.lead.days).toBeLessThan(one.lead.days);
  });
  it('turns the part by itself on more axes', () => {
    const mill = (axes?: 4 | 5): Machine => ({
      name: 'Mill',
      process: 'cnc-mill',
      count: 1,
      envelope_mm: [500, 400, 400],
      materials: [],
      alone: true,
      ...(axes && { axes }),
    });
    const setups = (m: Machine) =>
      valueOf(evaluateRoute(plainFacts(demoDoc({ form: 'shaped' }), siteWith(m)), { process: 'cnc-mill', material: 'al-6061' }, []).point, 'setups');
    expect([setups(mill()), setups(mill(4)), setups(mill(5))]).toEqual([4, 3, 2]);
  });
  it('brings a bureau process into the house, and takes one of the house to a supplier', () => {
    const own = equipped(processOf('powder-polymer'), { ...SMALL, process: 'powder-polymer' });
    expect(own.where).toBe('house');
    expect(own.stages.some((s) => s.resource === 'carrier' || s.resource === 'supplier')).toBe(false);
    const out = equipped(processOf('extrusion-open'), { ...SMALL, process: 'extrusion-open', supplier: 'Talleres Ejemplo' });
    expect(out.where).toBe('bureau');
    expect(out.stages.map((s) => s.resource)).toContain('carrier');
    const price = (supplier?: string) => route(siteWith({ ...SMALL, ...(supplier && { supplier }) }));
    // The same work with the bureau's margin in the place of the house's overhead, and freight.
    expect(valueOf(price('Talleres Ejemplo').point, 'carriage')).toBeGreaterThan(0);
    expect(valueOf(price().point, 'carriage')).toBe(0);
  });
  it('offers on condition alone what none of its machines takes', () => {
    const means = (m: Machine) => screened(siteWith(m), [200, 120, 40]).checks.find((c) => c.id === 'site');
    expect(means({ ...SMALL, materials: ['pc'] })).toMatchObject({ state: 'conditional', reason: expect.stringContaining('no machine on site that takes it') });
    expect(means({ ...SMALL, materials: ['abs'] })).toBeUndefined();
    expect(means({ ...SMALL, process: 'vat-resin' })).toBeUndefined();
  });
  it('that may not run alone has to fit into a shift, and somebody is paid', () => {
    expect(watched(processOf('cnc-mill'), 9)).toBe(processOf('cnc-mill'));
    const minded = siteWith({ ...SMALL, alone: false });
    const small = screened(minded, [60, 40, 20]).checks.find((c) => c.id === 'unattended')!;
    expect(small.state).toBe('pass');
    const big = screened(minded, [240, 240, 240]).checks.find((c) => c.id === 'unattended')!;
    expect(big.state).toBe('fail');
    expect(big.limit).toBe(9);
    // Alone it may run for as long as is wanted.
    expect(screened(siteWith(SMALL), [240, 240, 240]).checks.find((c) => c.id === 'unattended')).toMatchObject({ state: 'conditional', limit: 60 });
    expect(screened(siteWith(SMALL), [60, 40, 20]).checks.some((c) => c.id === 'unattended')).toBe(false);
    const r = route(minded);
    const copies = valueOf(r.point, 'copies');
    const hours = (valueOf(r.point, 'build_h') * valueOf(r.point, 'builds')) / copies;
    expect(valueOf(r.point, 'watch_cost')).toBeCloseTo(0.25 * hours * 45, 9);
    expect(processFor(plainFacts(demoDoc(), minded), 'extrusion-chamber', 'abs').watched).toBe(true);
  });
});

describe('a machine as it is entered', () => {
  const kind = recordKindOf('machine');
  const V: Values = {
    name: 'Chamber 2',
    process: 'extrusion-chamber',
    x: 300,
    y: 400,
    z: 250,
    count: 2,
    tolerance_a: 0.1,
    tolerance_b: 0.2,
    alone: false,
    materials: 'abs, pc',
  };
  const row = (values: Values): RecordRow => ({ id: 'm', kind: 'machine', caseId: null, at: '', who: '', revision: 1, values });
  it('becomes part of what the site knows', () => {
    expect(recordFaults(kind, V)).toEqual([]);
    expect(evidenceOf([row(V)]).machines).toEqual([{
      name: 'Chamber 2',
      process: 'extrusion-chamber',
      count: 2,
      envelope_mm: [400, 300, 250],
      tolerance: { a_mm: 0.1, b_per_mm: 0.002 },
      materials: ['abs', 'pc'],
      alone: false,
    }]);
    expect(evidenceOf([]).machines).toBeUndefined();
  });
  it('has a rate from what it cost, hand-worked', () => {
    // 60 000 over 5 years of 2000 h is 6; a tenth a year is 3; 1.5 are drawn.
    const [m] = evidenceOf([row({ ...V, capital: 60_000, life_years: 5, hours_year: 2000, running: 1.5 })]).machines!;
    expect(m.rate!.likely).toBeCloseTo(10.5, 9);
    expect(recordFaults(kind, { ...V, capital: 60_000 }).map((f) => f.path)).toEqual(['life_years']);
    expect(recordFaults(kind, { ...V, tolerance_a: undefined }).map((f) => f.path)).toEqual(['tolerance_a']);
  });
});
