import { readdirSync } from 'node:fs';
import { factsOf } from '../plan/facts';
import { BUILT_IN_SITE } from '../records/site';
import { join } from 'node:path';
import { demoDoc, studiedRef } from '../case/testing';
import { prism, rectangle, revolve } from '../make/solids';
import type { Mesh } from '../shape/mesh';
import { box, drilledPlate, flipped, join as together, moved } from '../shape/testing';
import { type RouteOption, screenAll, screenRoute, screenStates } from '../decide/options';
import type { CaseDoc } from '../case/types';
import { REQUIREMENTS, type Need, type Requirement } from '../need/requirements';
import { processOf } from '../process/processes';
import { material } from '../shelf/shelf';
import type { State } from './check';
import { CHECKS } from './screen';

const must = <T>(value: T): Requirement<T> => ({ level: 'must', value, from: 'test' });
const want = <T>(value: T): Requirement<T> => ({ level: 'want', value, from: 'test' });
const EASY: Need = {
  serviceTemp: must(25),
  load: must(50),
  loadDirection: must('in-plane'),
  fluids: must([]),
  wear: must('none'),
  tolerance: must(1),
  copies: must(1),
  cyclesPerYear: must(500),
  years: must(2),
  massLimit: must(50),
};

function check(id: string, route: string, need: Need, doc: Partial<CaseDoc> = {}): State | undefined {
  const [p, m] = route.split('/');
  return screenRoute(factsOf(demoDoc({ ...doc, need: { ...EASY, ...need } }), BUILT_IN_SITE), processOf(p), material(m)).checks.find((c) => c.id === id)?.state;
}

describe('the list of checks', () => {
  it('holds every file of its folder', () => {
    expect(CHECKS.map((c) => c.id).sort()).toEqual(readdirSync(join(__dirname, 'checks')).map((f) => f.replace('.ts', '')).sort());
  });
});

// What an engineer would say of each, from the published figures on the shelf.
describe('one check at a time', () => {
  it.each<[what: string, id: string, route: string, need: Need, doc: Partial<CaseDoc>, want: State | undefined]>([
    ['PLA holds at room temperature', 'heat', 'extrusion-open/pla', {}, {}, 'pass'],
    ['PLA at 52 °C lies between its limits: coupon', 'heat', 'extrusion-open/pla', { serviceTemp: must(52) }, {}, 'conditional'],
    ['PLA at 70 °C softens', 'heat', 'extrusion-open/pla', { serviceTemp: must(70) }, {}, 'fail'],
    ['PEI stands an oven at 160 °C', 'heat', 'extrusion-chamber/pei', { serviceTemp: must(160) }, {}, 'pass'],
    ['a peak of 350 °C rules PEI out though it serves at 60', 'heat', 'extrusion-chamber/pei', { serviceTemp: must(60), peakTemp: must(350) }, {}, 'fail'],
    ['a missed want is a condition', 'heat', 'extrusion-open/pla', { serviceTemp: want(70) }, {}, 'conditional'],
    ['steel does not mind a weld', 'heat', 'cnc-mill/s235', { serviceTemp: must(140), peakTemp: must(380) }, {}, 'pass'],
    ['a light load is held', 'strength', 'extrusion-open/petg', {}, {}, 'pass'],
    ['20 kN breaks a small plastic jig', 'strength', 'extrusion-open/petg', { load: must(20_000) }, {}, 'fail'],
    [
      'the same load across the layers is worse than along them',
      'strength',
      'extrusion-open/pa6-cf',
      { load: must(4200), loadDirection: must('across') },
      {},
      'fail',
    ],
    ['and along them it may hold', 'strength', 'extrusion-open/pa6-cf', { load: must(4200), loadDirection: must('in-plane') }, {}, 'conditional'],
    ['rubber is strong enough but far too soft', 'stiffness', 'extrusion-open/tpu-95a', { load: must(120), tolerance: must(0.2) }, {}, 'fail'],
    ['aluminium hardly gives', 'stiffness', 'cnc-mill/al-6061', { load: must(120), tolerance: must(0.2) }, {}, 'pass'],
    ['nylon stands coolant and oil', 'fluids', 'powder-polymer/pa12-powder', { fluids: must(['coolant', 'mineral-oil']) }, {}, 'pass'],
    ['polycarbonate dislikes detergent: soak', 'fluids', 'extrusion-chamber/pc', { fluids: must(['alkaline']) }, {}, 'conditional'],
    ['acetone eats ASA', 'fluids', 'extrusion-chamber/asa', { fluids: must(['ketone']) }, {}, 'fail'],
    ['rubber is no gauge', 'duty', 'extrusion-open/tpu-95a', {}, { family: 'gauge' }, 'fail'],
    ['but a good mask', 'stiffness', 'extrusion-open/tpu-95a', {}, { family: 'masking' }, undefined],
    ['a few hundred cycles are nothing', 'wear', 'extrusion-chamber/pa12-cf', {}, {}, 'pass'],
    ['grit calls for steel faces', 'wear', 'extrusion-chamber/pa12-cf', { wear: must('abrasive'), cyclesPerYear: must(20_000) }, {}, 'conditional'],
    ['a million shots wear any print out', 'wear', 'vat-resin/resin-tough', { cyclesPerYear: must(500_000) }, { family: 'mould-insert' }, 'fail'],
    ['a mill holds five hundredths', 'tolerance', 'cnc-mill/al-6061', { tolerance: must(0.05) }, {}, 'pass'],
    ['a print does not, but a bushing does', 'tolerance', 'extrusion-fibre/pa6-cf', { tolerance: must(0.05) }, {}, 'conditional'],
    ['a hundredth is out of reach of a print', 'tolerance', 'extrusion-open/pla', { tolerance: must(0.01) }, {}, 'fail'],
    ['steel is too heavy for a hand', 'weight', 'cnc-mill/s235', { massLimit: must(0.4) }, {}, 'fail'],
    ['nylon is not', 'weight', 'powder-polymer/pa12-powder', { massLimit: must(0.4) }, {}, 'pass'],
    ['steel marks: pads', 'marking', 'cnc-mill/s235', { nonMarring: must(true) }, {}, 'conditional'],
    ['POM does not', 'marking', 'cnc-mill/pom', { nonMarring: must(true) }, {}, 'pass'],
    ['marks are not asked about when they do not matter', 'marking', 'cnc-mill/s235', {}, {}, undefined],
    ['half a metre is printed in two pieces', 'envelope', 'extrusion-chamber/pa12-cf', {}, { size_mm: [500, 100, 50] }, 'conditional'],
    ['three metres are not', 'envelope', 'extrusion-chamber/pa12-cf', {}, { size_mm: [3000, 400, 50] }, 'fail'],
    ['a shaped tool cannot be cut from sheet', 'form', 'sheet-cut/al-6061', {}, {}, 'fail'],
    ['a plate can', 'form', 'sheet-cut/al-6061', {}, { form: 'flat', size_mm: [200, 100, 8] }, 'pass'],
    ['a plate of 40 mm is too thick for the cutter', 'envelope', 'sheet-cut/al-6061', {}, { form: 'flat', size_mm: [200, 100, 40] }, 'fail'],
    ['a block is milled by hand', 'form', 'manual-mill/al-6061', {}, { form: 'block' }, 'pass'],
    ['tomorrow is too soon for the mill', 'lead-time', 'cnc-mill/al-6061', { leadLimit: must(1) }, {}, 'fail'],
    ['but not for the printer next door', 'lead-time', 'extrusion-open/petg', { leadLimit: must(3) }, {}, 'pass'],
    ['what stays inside is no core', 'removal', 'extrusion-open/pla', {}, { family: 'core' }, 'fail'],
    ['what dissolves is', 'removal', 'extrusion-chamber/core-hot', {}, { family: 'core' }, 'pass'],
    ['what is broken out needs an open hollow', 'removal', 'extrusion-chamber/core-breakaway', {}, { family: 'core' }, 'conditional'],
    ['and what dissolves is no jig', 'duty', 'extrusion-chamber/core-hot', {}, { family: 'hand-jig' }, 'fail'],
    ['a pattern of resin burns out of the shell', 'removal', 'vat-resin/resin-castable', {}, { family: 'investment-pattern' }, 'pass'],
    ['a filled nylon leaves ash', 'removal', 'powder-polymer/pa12-gf-powder', {}, { family: 'investment-pattern' }, 'fail'],
    ['a jig does not ask', 'removal', 'extrusion-open/pla', {}, {}, undefined],
    ['a brittle resin splinters under a ram', 'duty', 'vat-resin/resin-general', {}, { family: 'press-nest' }, 'fail'],
    ['a tough one does not', 'impact', 'vat-resin/resin-tough', {}, { family: 'press-nest' }, undefined],
    ['wood moves more than a dowel allows', 'tolerance', 'manual-mill/hardwood', { tolerance: must(0.1) }, { form: 'block' }, 'fail'],
    ['and a guard is approved before use, bent from sheet or printed', 'release', 'sheet-fold/al-6061', {}, { family: 'guard' }, 'conditional'],
    ["a lifting aid is nobody's to release here", 'release', 'cnc-mill/s235', {}, { family: 'lifting-aid' }, 'conditional'],
  ])('%s', (_what, id, route, need, doc, want) => {
    expect(check(id, route, need, doc)).toBe(want);
  });
});

describe('checks that look at the mesh', () => {
  const shapes = (mesh: Mesh): Partial<CaseDoc> => ({ shapes: { printed: studiedRef(mesh) } });
  const hollow = together(box(40, 40, 40), flipped(moved(box(20, 20, 20), [10, 10, 10])));
  // A bore that widens half way down.
  const corner = revolve([[0, 0], [30, 0], [30, 40], [6, 40], [6, 20], [10, 20], [10, 14], [0, 14]]);
  const plate = (wall: number): Mesh => prism(rectangle(60, 40), [rectangle(60 - 2 * wall, 40 - 2 * wall, wall, wall)], 0, 20);
  it.each<[what: string, id: string, route: string, mesh: Mesh, want: State | undefined]>([
    ['walls of 3 mm print', 'walls', 'extrusion-chamber/pa12-cf', plate(3), 'pass'],
    ['walls of 1 mm are thin for a chamber extruder', 'walls', 'extrusion-chamber/pa12-cf', plate(1), 'conditional'],
    ['and good for resin', 'walls', 'vat-resin/resin-tough', plate(1), 'pass'],
    ['walls of 0.4 mm do not print in powder', 'walls', 'powder-polymer/pa12-powder', plate(0.4), 'fail'],
    ['a mill does not ask about walls to be printed', 'walls', 'cnc-mill/al-6061', plate(1), undefined],
    ['a closed cavity keeps powder', 'drain', 'powder-polymer/pa12-powder', hollow, 'conditional'],
    ['and resin', 'drain', 'vat-resin/resin-tough', hollow, 'conditional'],
    ['its roof stands on support that nobody gets at', 'support-access', 'extrusion-chamber/pa12-cf', hollow, 'conditional'],
    ['and least of all in metal', 'support-access', 'metal-powder/am-316l', hollow, 'fail'],
    ['powder holds it up by itself', 'support-access', 'powder-polymer/pa12-powder', hollow, undefined],
    [
      'a roof that is open to the side is got at',
      'support-access',
      'metal-powder/am-316l',
      together(box(60, 20, 10), box(20, 20, 10, 20, 0, 10.001), box(60, 20, 10, 0, 0, 20.002)),
      'pass',
    ],
    ['not where there is none', 'drain', 'powder-polymer/pa12-powder', plate(3), 'pass'],
    // Ø1 is under the 1.5 mm of a powder bed and over the 0.8 mm of a vat; Ø6 through 10 is 0.8 widths from either end.
    ['a hole of 1 mm closes in powder', 'holes', 'powder-polymer/pa12-powder', drilledPlate(30, 20, 6, [[1, 10, 10]]), 'conditional'],
    ['and stays open in resin', 'holes', 'vat-resin/resin-tough', drilledPlate(30, 20, 6, [[1, 10, 10]]), 'pass'],
    ['holes of 6 mm stay open', 'holes', 'powder-polymer/pa12-powder', drilledPlate(60, 40, 10, [[6, 15, 15]]), 'pass'],
    // Ø3 through 80 is 13 widths from either end.
    ['powder packs in a long channel', 'holes', 'powder-polymer/pa12-powder', drilledPlate(30, 20, 80, [[3, 10, 10]]), 'conditional'],
    ['an extruder leaves nothing in it', 'holes', 'extrusion-chamber/pa12-cf', drilledPlate(30, 20, 80, [[3, 10, 10]]), 'pass'],
    ['a long drill wanders in it', 'holes', 'cnc-mill/al-6061', drilledPlate(30, 20, 80, [[3, 10, 10]]), 'conditional'],
    ['a cut sheet does not ask', 'holes', 'sheet-cut/al-6061', drilledPlate(60, 40, 10, [[6, 15, 15]]), undefined],
    ['a frame has none', 'holes', 'powder-polymer/pa12-powder', plate(3), undefined],
    ['nobody mills a closed cavity', 'reach', 'cnc-mill/al-6061', hollow, 'fail'],
    ['a frame is milled', 'reach', 'cnc-mill/al-6061', plate(3), 'pass'],
    ['a corner that no cutter sees is eroded', 'reach', 'cnc-mill/p20', corner, 'conditional'],
    ['but not in wood', 'reach', 'board-mill/hardwood', corner, 'fail'],
    ['a print does not ask what a cutter reaches', 'reach', 'extrusion-chamber/pa12-cf', hollow, undefined],
    ['a plate is cut', 'form', 'sheet-cut/al-6061', prism(rectangle(100, 60), [rectangle(20, 10, 10, 10)], 0, 6), 'pass'],
    [
      'a block with four holes is drilled',
      'form',
      'manual-mill/al-6061',
      drilledPlate(90, 60, 40, [[10, 15, 15], [10, 75, 15], [10, 15, 45], [10, 75, 45]]),
      'pass',
    ],
  ])('%s', (_what, id, route, mesh, want) => {
    expect(check(id, route, {}, shapes(mesh))).toBe(want);
  });
  it('a small hole is drilled after printing, and then holds', () => {
    const doc = demoDoc({ need: EASY, ...shapes(drilledPlate(30, 20, 6, [[1, 8, 10], [1, 22, 10]])) });
    const route = (d: CaseDoc): RouteOption => screenRoute(factsOf(d, BUILT_IN_SITE), processOf('powder-polymer'), material('pa12-powder'));
    const offered = route(doc).offers.find((r) => r.id === 'drilled-holes')!;
    // A set-up and two holes: 0.15 + 2 × 0.04 h.
    expect(offered.hours.likely).toBeCloseTo(0.23, 9);
    const taken = route({ ...doc, remedies: { 'powder-polymer/pa12-powder': ['drilled-holes'] } });
    expect(taken.checks.find((c) => c.id === 'holes')?.state).toBe('pass');
    expect(taken.price_each).toBeGreaterThan(route({ ...doc, remedies: { 'powder-polymer/pa12-powder': [] } }).price_each);
  });
  it('drain holes cost something, and the sentence says what is kept', () => {
    const o = screenRoute(factsOf(demoDoc({ need: EASY, ...shapes(hollow) }), BUILT_IN_SITE), processOf('powder-polymer'), material('pa12-powder'));
    expect(o.remedies.map((r) => r.id)).toContain('drain-holes');
    expect(o.checks.find((c) => c.id === 'drain')?.reason).toBe('A closed cavity of 8.0 cm³ would keep powder inside: open it.');
  });
});

describe('screening a case', () => {
  const doc = demoDoc({ family: 'press-nest', need: { wear: must('impact'), cyclesPerYear: must(12_000), years: must(5), load: must(9000) } });
  it('sorts by state, then cost, and gives each check a reason and a basis', () => {
    const options = screenAll(factsOf(doc, BUILT_IN_SITE));
    const rank = { pass: 0, conditional: 0, unknown: 1, fail: 2 };
    options.slice(1).forEach((o, i) => {
      const before = options[i];
      expect(rank[before.state]).toBeLessThanOrEqual(rank[o.state]);
      if (rank[before.state] === rank[o.state] && o.state !== 'fail') expect(before.expected_cost).toBeLessThanOrEqual(o.expected_cost);
    });
    for (const c of options.flatMap((o) => o.checks)) {
      expect(c.reason).toMatch(/\.$/);
      expect(c.basis).not.toBe('');
      if (c.value !== undefined) expect(c.unit).toBeDefined();
    }
  });
  it('prices a remedy into the route it helps', () => {
    const bare = screenRoute(factsOf(demoDoc({ need: EASY }), BUILT_IN_SITE), processOf('powder-polymer'), material('pa12-powder'));
    const faced = screenRoute(factsOf(doc, BUILT_IN_SITE), processOf('powder-polymer'), material('pa12-powder'));
    expect(bare.remedies).toEqual([]);
    expect(faced.remedies.some((r) => r.metalFace)).toBe(true);
    expect(faced.mass_kg).toBeGreaterThan(bare.mass_kg + 0.02);
  });
  it('repeats typed figures as people write them: 250 °F is 121 °C, not 121.111111', () => {
    const inch: Partial<Record<string, number>> = {
      serviceTemp: 121.1111111,
      peakTemp: 143.33333,
      cureTemp: 121.1111,
      contactTemp: 315.5555,
      load: 444.8221615,
      tolerance: 0.0762,
      roughness: 3.175,
      rotation: 1234.5678,
    };
    const numbers = REQUIREMENTS.filter((r) => r.kind === 'number').map((r) => [r.id, must(r.whole ? 3 : (inch[r.id] ?? Math.max(r.min, 1.23456789)))]);
    const need = { ...Object.fromEntries(numbers), held: must('liquid'), touch: must('seconds'), boltSize: must('M6') } as Need;
    for (const family of ['hand-jig', 'layup-mould', 'guard']) {
      const doc = demoDoc({ family, size_mm: [254.000001, 101.6111, 33.33333], need });
      for (const c of screenStates(factsOf(doc, BUILT_IN_SITE)).flatMap((o) => o.checks))
        expect(c.reason).not.toMatch(/[1-9]\d*\.\d{3,}|\d\.\d{5,}/);
    }
  });
  it('says what would decide where a fact is missing', () => {
    const spare = screenRoute(factsOf(demoDoc({ family: 'spare-part' }), BUILT_IN_SITE), processOf('extrusion-chamber'), material('pei'));
    const heat = spare.checks.find((c) => c.id === 'heat');
    expect(heat?.state).toBe('unknown');
    expect(heat?.reason).toMatch(/up to 170 °C PEI holds, above 205 °C it does not/);
  });
});
