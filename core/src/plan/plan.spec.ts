import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { GIFT_UNITS } from '../case/contribution';
import { isTodayPriced, plainFacts } from '../case/facts';
import { TODAY_GIFT_UNITS } from '../case/today';
import { demoDoc, studiedRef } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { evaluateCase } from '../decide/evaluate-case';
import { screenAll } from '../decide/options';
import { contending } from '../decide/today-option';
import { inputFaults } from '../inputs/schema';
import { asRange, filled, number, type Values } from '../inputs/spec';
import { sheetUnit } from '../inputs/text';
import { MAKERS, makeFaults } from '../make/makers';
import { requirementSpec } from '../need/requirements';
import { CONSTANTS } from '../process/constants';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateRoute } from '../routes/evaluate-route';
import { evaluateToday } from '../routes/today';
import { DEFAULT_SHOP, shopEntries } from '../shelf/shop';
import { box, moved } from '../shape/testing';
import { compileSheet } from '../worksheet/compile';
import { requireFinite, valueOf } from '../worksheet/evaluate';
import { openFigure } from '../worksheet/figured';
import { namesIn } from '../worksheet/parse';
import { checkUnits } from '../worksheet/units';
import { frameOf, pointsOf } from './drawing';
import { contributionOf, evaluatePlan, geometryKey, isGift, isRequirement, isTodayGift, standIns } from './evaluate-plan';
import { factsOf, factsWith } from './facts';
import type { Planner } from './planner';
import { PLANNERS, plannerOf } from './planners';
import { brake } from './planners/brake';
import { grip } from './planners/grip';
import { circulation } from './planners/circulation';
import { core } from './planners/core';
import { errorProof } from './planners/error-proof';
import { bears, fittedParts, magnetPull } from './planners/fitted-parts';
import { inUse } from './planners/in-use';
import { forming } from './planners/forming';
import { gauge } from './planners/gauge';
import { frequencyFactor, lifts } from './planners/lifts';
import { model } from './planners/model';
import { spare } from './planners/spare';
import { todaySteps } from './planners/today-steps';

/** Cases for which each planner is offered. */
const CASES: Record<string, CaseDoc> = {
  grip: demoDoc({ family: 'gripper', size_mm: [300, 120, 60] }),
  brake: demoDoc({ family: 'brake-tool' }),
  'today-steps': demoDoc(),
  'in-use': demoDoc(),
  forming: demoDoc({ family: 'flex-form-die' }),
  core: demoDoc({ family: 'core' }),
  gauge: demoDoc({ family: 'gauge' }),
  lifts: demoDoc({ family: 'hand-tool', today: { ...demoDoc().today, weight_kg: 6 } }),
  circulation: demoDoc({ family: 'masking' }),
  spare: demoDoc({ family: 'spare-part', today: { ...demoDoc().today, cost: 400, wait_days: 30 } }),
  'error-proof': demoDoc({ family: 'assembly-fixture' }),
  'fitted-parts': demoDoc(),
  model: demoDoc(),
  hazards: demoDoc({ family: 'gripper' }),
  assembly: demoDoc({ family: 'assembly-fixture' }),
  'error-stack': demoDoc({ family: 'assembly-fixture' }),
  'cure-tool': demoDoc({ family: 'layup-mould', need: { ...demoDoc().need, cureTemp: { level: 'must', value: 120, from: '' } } }),
  cooling: demoDoc({ family: 'mould-insert' }),
  hold: demoDoc({ family: 'soft-jaws' }),
  room: demoDoc({ shapes: { printed: studiedRef(box(40, 30, 10)) } }),
  'vice-jaws': demoDoc({ family: 'soft-jaws' }),
  lighten: demoDoc({ shapes: { printed: studiedRef(box(40, 30, 10)) } }),
  fit: demoDoc(),
  spin: demoDoc({ family: 'spinning-mandrel' }),
  'tray-array': demoDoc({ family: 'tray' }),
  'many-up': demoDoc(),
  shield: demoDoc({ family: 'weld-fixture' }),
  poses: demoDoc({ family: 'gauge', shapes: { printed: studiedRef(box(40, 30, 10)) } }),
  beads: demoDoc({ family: 'layup-mould', size_mm: [1200, 600, 300] }),
  vents: demoDoc({ family: 'thermoform-mould' }),
  pattern: demoDoc({ family: 'sand-pattern' }),
  impact: demoDoc({ family: 'guard' }),
  'drill-guide': demoDoc({ family: 'trim-fixture' }),
  enclosed: demoDoc({ family: 'gripper' }),
  contacts: demoDoc({ family: 'hand-tool' }),
  pieces: demoDoc({ family: 'gripper', size_mm: [800, 40, 30] }),
};
/** Cases that each planner leaves alone; none where it is offered for every tool. */
const NOT_FOR: Record<string, CaseDoc> = {
  grip: demoDoc({ family: 'gauge' }),
  brake: demoDoc({ family: 'gauge' }),
  'today-steps': demoDoc({ today: { ...demoDoc().today, way: 'none' } }),
  forming: demoDoc({ family: 'gauge' }),
  core: demoDoc({ family: 'gauge' }),
  gauge: demoDoc({ family: 'tray' }),
  lifts: demoDoc({ family: 'core' }),
  circulation: demoDoc({ family: 'gauge' }),
  spare: demoDoc({ family: 'gauge' }),
  'error-proof': demoDoc({ family: 'core' }),
  'fitted-parts': demoDoc({ family: 'core' }),
  assembly: demoDoc({ family: 'core' }),
  'error-stack': demoDoc({ family: 'core' }),
  'cure-tool': demoDoc({ family: 'gauge' }),
  cooling: demoDoc({ family: 'gauge' }),
  hold: demoDoc({ family: 'gauge' }),
  room: demoDoc(),
  'vice-jaws': demoDoc(),
  lighten: demoDoc(),
  fit: demoDoc({ family: 'core' }),
  spin: demoDoc({ family: 'gauge' }),
  'tray-array': demoDoc(),
  'many-up': demoDoc({ family: 'core' }),
  shield: demoDoc({ family: 'gauge' }),
  poses: demoDoc({ family: 'gauge' }),
  beads: demoDoc(),
  vents: demoDoc({ family: 'gauge' }),
  pattern: demoDoc({ family: 'gauge' }),
  impact: demoDoc(),
  'drill-guide': demoDoc({ family: 'gauge' }),
  pieces: demoDoc({ size_mm: [100, 60, 40] }),
  enclosed: demoDoc({ family: 'core' }),
  contacts: demoDoc({ family: 'guard' }),
};
/** A row for each table, other than what is usual. */
const ROWS: Record<string, Values> = {
  modes: { what: 'The part is turned', harm: 'hurts', stop: 'label' },
  stages: { temp: 110, pressure: 0.6, hours: 2 },
  parts: { kind: 'heat', d: 5, n: 4, edge: 9, load: 100 },
  hazards: { hazard: 'drop', where: 'at the door', harm: 'death', often: 'seldom', avoid: 'no', measure: 'holds' },
  items: { what: 'Lever', n: 2, way: 'buy', price: 14, minutes: 5, mass: 0.2, life: 3000 },
  volumes: { what: 'Spindle', kind: 'in', from_x: -5, to_x: 200 },
  places: { what: 'Bore', x: 10, y: 5, z: 3, nx: 0, ny: 0, nz: 1 },
  links: { what: 'Bushes', size: 0.04, lever: 1.5, kind: 'limits' },
};
const ROW = { step: 'Ask', by: 'engineer', of: 'order', wait: 3, hours: 2, times: 1, setups: 1, moves: 1, paid: 10, again: 0.1 };
/** Answers that ask everything there is to ask, so that every line has something to work on. */
const FULL: Record<string, Values[]> = {
  grip: [
    {
      means: 'both',
      hot: true,
      bottleneck: true,
      inertia_limit: 1,
      surface: 'oily',
      pose: 'upright',
      grit: true,
      mu: { low: 0.2, likely: 0.3, high: 0.4 },
      tool_mass: { low: 1, likely: 2, high: 3 },
    },
    { means: 'fingers' },
    { means: 'cups' },
  ],
  brake: [
    {
      metal: 'own',
      own_yield: { low: 200, likely: 220, high: 240 },
      own_tensile: { low: 300, likely: 330, high: 360 },
      own_young: 200,
      own_stretch: 0.2,
      press: 50_000,
      measured_angle: 93,
    },
    { mode: 'bead' },
    {
      mode: 'bead',
      metal: 'own',
      own_stretch: 0.1,
      own_yield: { low: 200, likely: 220, high: 240 },
      own_tensile: { low: 300, likely: 330, high: 360 },
      own_young: 200,
    },
    {},
  ],
  'today-steps': [
    {
      known: 'measured',
      steps: ['hands', 'engineer', 'programmer', 'inspector', 'mill', 'manual', 'outside'].flatMap((by) => [{ ...ROW, by }, { ...ROW, by, of: 'each' }]),
    },
    {},
    { steps: [] },
  ],
  'in-use': [
    {
      aim: 'rejects',
      known: 'guess',
      counts: 'both',
      bottleneck: true,
      people_before: 2,
      hand_before: 30,
      hand_after: 20,
      cycle_before: 60,
      cycle_after: 50,
      setup_before: 1,
      remeasure_before: 0.5,
      repeat_before: 0.1,
      reject_before: 0.04,
      reject_after: 0.01,
      part_worth: asRange(12),
      rework_before: 0.1,
      rework_h: asRange(0.2),
      stops_before: 24,
      stop_rate: asRange(300),
      used_before: 900,
      store_before: 4,
      tied_before: 8000,
      won_before: 10_000,
      won_after: 90_000,
      setup_after: 0,
      remeasure_after: 0,
      repeat_after: 0,
      rework_after: 0,
      stops_after: 0,
      used_after: 0,
      store_after: 0,
      tied_after: 0,
    },
    { bottleneck: true, cycle_before: 60, cycle_after: 0 },
    { setup_before: 1, setup_after: 1 },
    { rework_h: asRange(1), rework_before: 0.1, stops_before: 10, stop_rate: asRange(100), part_worth: asRange(5), rework_after: 0, stops_after: 0 },
    {},
  ],
  forming: [
    { metal: 'own', own_yield: asRange(200), own_tensile: asRange(300), own_young: 200, own_stretch: 0.2, press_force: 4_000_000 },
    { mode: 'tube', across: 40, depth: 4 },
    { depth: 90 },
    {},
  ],
  core: [{ stages: [{ temp: 80, pressure: 0.1, hours: 6 }, { temp: 110, pressure: 0.6, hours: 2 }] }, { leaves: 'broken', opening: 10 }, {
    moved: false,
    fill: 0.9,
  }, {}],
  gauge: [{}, { kind: 'snap' }, { size_low: 20, size_high: 20.01 }],
  lifts: [{ one_hand: true, work_mass: 2, turn: 45 }, { height: 300, lifts: 9, spell: '8' }, { reach: 700 }, {}],
  circulation: [{}, { uses: 5, pieces_each: 4 }],
  spare: [{ machine: 'line 4', stand_rate: asRange(300) }, { stand_rate: asRange(300), kept: 2 }, { stand_rate: asRange(300) }, {}],
  'error-proof': [{ modes: [ROWS['modes'], { what: '', harm: 'time', stop: 'none' }, { what: 'Wrong part', harm: 'scrap', stop: 'pocket' }] }, {}],
  'fitted-parts': [
    {
      parts: [
        ROWS['parts'],
        { kind: 'magnet', d: 10, n: 2, depth: 5, gap: 0.4, load: 5 },
        { kind: 'bush', d: 6, n: 1, edge: 3 },
        { kind: 'dowel', d: 4, n: 2 },
        { kind: 'bonded', d: 6, n: 1 },
      ],
    },
    {},
  ],
  model: [{ start: 'scanned', free_faces: 2, learns: true, scan_paid: 300 }, { start: 'worn' }, { start: 'model' }, {}],
  hazards: [
    { hazards: [{ hazard: 'pinch', where: 'jaws', harm: 'lasting', often: 'often', avoid: 'no', measure: 'guard' }] },
    { hazards: [{ hazard: 'lines', harm: 'slight', often: 'seldom', avoid: 'yes', measure: 'told' }] },
    {},
  ],
  assembly: [
    {
      items: [
        { what: 'Lever', n: 2, way: 'least', price: 14, minutes: 5, mass: 0.2 },
        { what: 'Block', n: 1, way: 'merged', long: 40, wide: 30, high: 20, minutes: 10, life: 500 },
        { what: 'Stop', n: 3, way: 'mill', long: 40, wide: 30, high: 20, price: 3, minutes: 10, life: 500 },
        { what: 'Lamp', n: 1, way: 'buy', minutes: 2 },
      ],
    },
    {},
  ],
  'error-stack': [
    { links: [{ what: 'Bushes', size: 0.04, lever: 1, kind: 'usual' }, { what: 'Stop', size: 0.1, lever: -2, kind: 'limits' }] },
    ...['edges', 'vee', 'bore'].map((scheme) => ({ scheme })),
    {},
  ],
  'cure-tool': [{ gel_temp: 100, tool: 'plastic' }, { tool: 'nickel', laminate: 'glass' }, {}],
  room: [{ volumes: [{ what: 'Spindle', kind: 'out' }, { kind: 'in' }] }, {}],
  hold: [{ op: 'drill', work: 'steel' }, { means: 'jaws' }, { means: 'bolts', stops: true, wide: 1 }, {}],
  'vice-jaws': [{}, { undercut: true, blank: 90 }, { vice: 'none such' }],
  lighten: [{}],
  fit: [{}, { use: 'stays' }, { wet: true, hole_of: 'nylon' }, { warmer: 40 }],
  spin: [{}, { metal: 'own', own_yield: asRange(100), own_tensile: asRange(150), own_young: 70, own_stretch: 0.1 }],
  'tray-array': [{}, { from: 'mesh' }, { long: 500, wide: 300 }, { finger: 10, tall: 90 }],
  'many-up': [{}, { twins: true }, { wanted: 3, part_mass: 5 }, { takt: 5 }],
  shield: [{}, { covers: false, weld: 'heavy' }],
  poses: [{ places: [{ what: 'Top', z: 10 }, { x: 5 }] }, {}],
  beads: [{}, { fill: 0 }, { skin: 60, bead: 30 }],
  vents: [{}, { open: true, water: 100 }, { sheet: 'olefin' }],
  impact: [{}, { sheet: 'printed', opened: 3, captive: false, seen: true }, { locked: true }],
  'drill-guide': [{}, { tolerance: 0.01, bush: 4, carbon: true }, { stand_off: 0 }],
  enclosed: [{}, { thing: 'chip', shields: true, pull: 0 }, { thing: 'magnet', long: 40, wide: 40 }],
  contacts: [{}, { volts: 230, contacts: 200 }],
  pieces: [{}, { way: 'metal-powder/am-tool-steel' }, { count: 4 }],
  pattern: [{}, { mould: 'shell' }, { mould: 'printed' }, { mould: 'printed', packed_price: 200 }],
  cooling: [{ mould: 'resin', wall: 3 }, { mould: 'aluminium', plastic: 'carbonate', flow: 0.5 }, {}],
};
const facts = (p: Planner, values: Values = {}) => plainFacts({ ...CASES[p.id], plans: { [p.id]: { values } } }, BUILT_IN_SITE);
const run = (p: Planner, values: Values = {}, samples = 0) => evaluatePlan(p, facts(p, values), { values }, samples);

describe.each(PLANNERS.map((p) => [p.id, p] as const))('the planner %s', (id, p) => {
  it('has its file, and is offered where it fits', () => {
    expect(readdirSync(join(__dirname, 'planners'))).toContain(`${id}.ts`);
    expect(p.fits(plainFacts(CASES[id], BUILT_IN_SITE))).toBe(true);
    if (NOT_FOR[id]) expect(p.fits(plainFacts(NOT_FOR[id], BUILT_IN_SITE))).toBe(false);
  });
  it('has units that agree on every line', () => {
    for (const values of FULL[id]) {
      const { sheet, entries } = run(p, values);
      expect(() => checkUnits(sheet, entries)).not.toThrow();
    }
  });
  it('comes out finite at likely, low and high answers, and so do its drawing and its ranges', () => {
    for (const values of FULL[id]) {
      for (const end of ['low', 'likely', 'high'] as const) {
        const given = filled(p.inputs, values);
        const at = Object.fromEntries(
          p.inputs.flatMap((i) => (i.kind === 'number' && given[i.id] !== undefined
            ? [[i.id, i.ranged ? asRange(asRange(given[i.id] as number)[end]) : asRange(given[i.id] as number)[end]]]
            : given[i.id] === undefined
            ? []
            : [[i.id, given[i.id]]])
          ),
        );
        const result = run(p, at as Values, 50);
        expect(() => requireFinite(result.point)).not.toThrow();
        for (const [x, y] of result.drawing ? pointsOf(result.drawing) : []) expect([Number.isFinite(x), Number.isFinite(y)]).toEqual([true, true]);
        if (result.drawing) expect(frameOf(result.drawing).width).toBeGreaterThan(0);
        for (const f of result.findings) expect([f.reason.length > 10, f.basis.length > 10]).toEqual([true, true]);
      }
    }
  });
  it('uses every answer: each moves a line, a finding or the drawing', () => {
    for (const spec of p.inputs) {
      const other = ((): unknown => {
        if (spec.kind === 'number') {
          const now = asRange((filled([spec], {})[spec.id] as number | undefined) ?? spec.min).likely;
          const x = now * 1.5 + (now === 0 ? 1 : 0) <= spec.max ? now * 1.5 + (now === 0 ? 1 : 0) : now / 1.5;
          const y = spec.whole ? Math.round(x) : x;
          return spec.ranged ? asRange(y) : y;
        }
        if (spec.kind === 'choice') return spec.options.find((o) => o.value !== spec.usual)!.value;
        if (spec.kind === 'table') return [ROWS[spec.id] ?? ROW];
        if (spec.kind === 'text') return 'line 4';
        return spec.kind === 'yes-no' ? !spec.usual : undefined;
      })();
      const says = (values: Values): string => {
        const r = run(p, values);
        return JSON.stringify([[...r.point.columns], r.entries.map((e) => [e.low, e.high]), r.findings, r.drawing]);
      };
      // Measured on the mesh: the choice of the face is asked of the shape worker.
      if (spec.id === 'flange') continue;
      const moves = [{}, ...FULL[id]].some((base) => says({ ...base, [spec.id]: other } as Values) !== says(base));
      expect([spec.id, moves]).toEqual([spec.id, true]);
    }
  });
  it('gives only what there is a place for, in its unit', () => {
    const { sheet, entries } = run(p, FULL[id][0]);
    for (const { line, to } of p.gives ?? []) {
      const unit = sheet.lines.get(line)?.unit ?? entries.find((e) => e.name === line)!.unit;
      const spec = isRequirement(to) ? requirementSpec(to) : undefined;
      expect([line, spec?.kind === 'number' ? sheetUnit(spec) : isGift(to) ? GIFT_UNITS[to] : isTodayGift(to) ? TODAY_GIFT_UNITS[to] : 'nowhere']).toEqual([
        line,
        unit,
      ]);
    }
  });
  it('fills in makers that exist, with figures they take', () => {
    for (const m of p.makes ?? []) {
      const maker = MAKERS.find((x) => x.id === m.maker)!;
      const r = run(p);
      expect(makeFaults(maker, m.values(r.figures, r.values))).toEqual([]);
    }
  });
  it('is on the page with every figure of its headline', () => {
    const { view } = evaluateCase({ ...CASES[id], plans: { [id]: { values: FULL[id][0] } } }, BUILT_IN_SITE, 20);
    expect(view.plans.map((v) => [v.id, v.headline])).toEqual([[id, p.headline.length]]);
    for (const f of view.plans[0].figures) expect([f.name, Number.isFinite(f.value)]).toEqual([f.name, true]);
    // What it hands on is shown with its name and its figure, among the figures or in the form.
    const shown = [...view.plans[0].figures.map((f) => f.name), ...p.inputs.map((i) => i.id)];
    for (const { line } of view.plans[0].gives) expect(shown).toContain(line);
  });
  it('joins every route without a quarrel: units, names, a finite price', () => {
    const doc = { ...CASES[id], plans: { [id]: { values: {} } } };
    const joined = factsOf(doc, BUILT_IN_SITE);
    expect(joined.contributions.map((c) => c.id)).toEqual(p.gives?.some((g) => isGift(g.to)) ? [id] : []);
    for (
      const pin of [{ process: 'extrusion-chamber', material: 'pa12-cf' }, { process: 'cnc-mill', material: 'al-6061' }, {
        process: 'powder-polymer',
        material: 'pa12-powder',
      }]
    ) {
      const route = evaluateRoute(joined, pin, []);
      expect(() => checkUnits(route.sheet, route.entries)).not.toThrow();
      expect(() => requireFinite(route.point)).not.toThrow();
    }
  });
  it('takes the answers of its own form back from JSON', () => {
    for (const values of FULL[id]) expect(inputFaults(p.inputs, JSON.parse(JSON.stringify(values)), false)).toEqual([]);
  });
});

describe('grip, by hand', () => {
  // A 2 kg casting, dry, four cups of 40 mm at 60 kPa, moved at 5 m/s².
  const values: Values = {
    work_mass: asRange(2),
    cup_diameter: 40,
    level: asRange(60),
    acceleration: asRange(5),
    tool_mass: asRange(1),
    tool_centre: asRange(100),
    hardware_mass: asRange(0.2),
    work_centre: asRange(180),
    leak: asRange(1),
    payload: 5,
    payload_centre: 120,
  };
  const f = run(grip, values).figures;

  it('holds n A Δp against twice the moving weight', () => {
    expect(f('work_force')).toBeCloseTo(2 * (9.80665 + 5), 10); // 29.6133 N
    expect(f('needed_force')).toBeCloseTo(59.2266, 4);
    expect(f('cup_area')).toBeCloseTo(Math.PI * 400, 8);
    expect(f('hold_force')).toBeCloseTo(4 * Math.PI * 400 * 0.06, 8); // 301.59 N
    expect(f('fastest_by_grip')).toBeCloseTo(301.5929 / 2 / 2 - 9.80665, 4);
  });
  it('carries on for a while after the air is lost', () => {
    // Cups 4 · 1256.64 mm² · 6 mm, hose 28.27 mm² · 1500 mm: 30 159 + 42 412 mm³ = 0.072571 l.
    expect(f('air_volume')).toBeCloseTo(0.0725708, 6);
    // Lets go at 2 · 9.80665 / (4 · 1256.64 mm²) = 3.902 kPa; fills at 4 l/min of 101.325 kPa: 0.0725708 · 56.098 / (4 · 101.325) min.
    expect(f('least_level')).toBeCloseTo(3.90194, 4);
    expect(f('hold_time')).toBeCloseTo((0.0725708 * 56.09806 * 60) / (4 * 101.325), 3);
    expect(f('evacuation')).toBeCloseTo((0.0725708 / 60) * Math.log(101.325 / 41.325) * 60, 5);
  });
  it('loads the wrist with mass, moment and inertia', () => {
    expect(f('moved_mass')).toBeCloseTo(3.2, 10);
    expect(f('moved_centre')).toBeCloseTo((1.2 * 100 + 2 * 180) / 3.2, 10); // 150 mm
    expect(f('allowed_mass')).toBeCloseTo((5 * 120) / 150, 10); // 4 kg
    expect(f('tool_room')).toBeCloseTo(4 - 2 - 0.2, 10);
  });
  it('loses pressure in the channels as a turbulent pipe does', () => {
    // 60 l/min through 6 mm: 35.37 m/s, Re = 1.2 · 35.368 · 0.006 / 1.8e-5 = 14 147, f = 0.316/Re^¼ = 0.02897; Δp = f · 250 · ½ρv² = 5 437 Pa.
    expect(f('channel_speed')).toBeCloseTo(35.3678, 3);
    expect(f('pressure_drop')).toBeCloseTo(5.4366, 3);
  });
  it('moves faster with less mass, never faster than it grips', () => {
    const g = run(grip, { ...values, today_mass: asRange(4), arm: asRange(1), moves: 2, stroke: 400, speed: 10 }).figures;
    // Axes' force on 6.2 + 5 kg at 5 m/s² moves 3.2 + 5 kg at 6.829 m/s²; short moves take 2√(s/a).
    expect(g('new_acceleration')).toBeCloseTo((5 * 11.2) / 8.2, 8);
    expect(g('gain')).toBeCloseTo(2 * (2 * Math.sqrt(0.4 / 5) - 2 * Math.sqrt(0.4 / ((5 * 11.2) / 8.2))), 8);
    const slippery = run(grip, { ...values, surface: 'oily', cup_diameter: 20, today_mass: asRange(4), arm: asRange(1) }).figures;
    expect(slippery('new_acceleration')).toBeLessThanOrEqual(Math.max(slippery('fastest_by_grip'), 0.05));
  });
  it('says when it would drop the work', () => {
    const dropped = run(grip, { ...values, cups: 1, cup_diameter: 15, surface: 'oily' });
    expect(dropped.findings.find((x) => x.id === 'hold')).toMatchObject({ state: 'fail', reason: expect.stringContaining('it would drop the work') });
    expect(run(grip, values).findings.find((x) => x.id === 'hold')?.state).toBe('pass');
    expect(run(grip, { ...values, payload: 3 }).findings.find((x) => x.id === 'payload')?.state).toBe('fail');
  });
  it('hands on the weight left for the tool, the load and, hot, the temperature of the tip', () => {
    expect(standIns(run(grip, values)).map((g) => g.to)).toEqual(['massLimit', 'load']);
    const hot = standIns(run(grip, { ...values, hot: true, work_temp: 180, contact: 4, cycle: 12 }));
    // (500 · 4 · 180 + 75 · 12 · 23) / (500 · 4 + 75 · 12)
    expect(hot.find((g) => g.to === 'serviceTemp')?.value).toBeCloseTo((2000 * 180 + 900 * 23) / 2900, 8);
  });
  it('measures centre and gyration of the tool on its mesh', () => {
    // A bar 10 × 10 × 120 standing on its flange: centre at 60; gyration² = (100 + 14 400)/12 + 60².
    const bar = moved(box(10, 10, 120), [3, 4, 5]);
    const g = grip.geometry!.run(bar, { flange: 'z-low' }, [], () => undefined) as { centre_mm: number; gyration_mm: number };
    expect(g.centre_mm).toBeCloseTo(60, 4);
    expect(g.gyration_mm).toBeCloseTo(Math.sqrt((100 + 14_400) / 12 + 3600), 3);
    const doc = { ...CASES['grip'], shapes: { printed: studiedRef(bar) } };
    const kept = { values: {}, geometry: { key: geometryKey(grip, 'b'.repeat(64), {}), result: g } };
    expect(evaluatePlan(grip, plainFacts(doc, BUILT_IN_SITE), kept).figures('tool_centre')).toBeCloseTo(60, 4);
    // Another face is another measurement.
    expect(evaluatePlan(grip, plainFacts(doc, BUILT_IN_SITE), { ...kept, values: { flange: 'x-low' } }).measured).toBe(false);
  });
});

describe('brake, by hand', () => {
  // 1.5 mm soft steel over V 12, 500 mm long, nose R 2, to 90°.
  const values: Values = {
    metal: 'soft-steel',
    gauge: 1.5,
    opening: 12,
    bend_length: 500,
    nose: 2,
    angle: 90,
    angle_tol: 1,
    bend_factor: asRange(1.33),
    shoulder: 2,
  };
  const f = run(brake, values).figures;
  it('takes k σ L t² / V', () => {
    expect(f('bend_force')).toBeCloseTo((1.33 * 370 * 500 * 1.5 ** 2) / 12, 6); // 46 134 N
    expect(f('air_pressure')).toBeCloseTo(46_134.375 / (500 * 2 * 2 * Math.SQRT1_2), 4);
  });
  it('springs back by the elastic ratio, the middle of the sheet keeping its length', () => {
    const x = (2 * 240) / (205_000 * 1.5);
    const rf = 2 / (4 * x ** 3 - 3 * x + 1);
    expect(f('free_radius')).toBeCloseTo(rf, 10);
    expect(f('springback')).toBeCloseTo(90 * ((rf + 0.75) / 2.75 - 1), 8);
    expect(f('punch_angle')).toBeCloseTo(90 - f('springback'), 10);
  });
  it('learns from the trial bend: bent without allowance it came out at 93°', () => {
    expect(run(brake, { ...values, measured_angle: 93 }).figures('springback')).toBeCloseTo(90 * (90 / 87 - 1), 8);
  });
  it('asks the nose to hold what moves the angle by its tolerance', () => {
    // dy = V/4 · (1 + tan² 45°) · 1° = 3 · 2 · 0.0174533
    expect(f('angle_reach')).toBeCloseTo(6 * (Math.PI / 180), 8);
  });
  it('knows what plastic tools bend', () => {
    const state = (v: Values) => run(brake, { ...values, ...v }).findings.find((x) => x.id === 'sheet')?.state;
    expect([state({ gauge: 1 }), state({}), state({ gauge: 3 }), state({ metal: 'stainless', gauge: 1.5 }), state({ metal: 'soft-aluminium', gauge: 1.5 })])
      .toEqual(['pass', 'conditional', 'fail', 'fail', 'pass']);
  });
  it('stretches a bead as a flat arc', () => {
    const b = run(brake, { mode: 'bead', bead_depth: 3, bead_width: 12, gauge: 0.8, gap_extra: asRange(0.1) });
    expect(b.figures('bead_strain')).toBeCloseTo((8 / 3) * (1 / 16), 10);
    expect(b.figures('roller_gap')).toBeCloseTo(0.88, 10);
    expect(b.findings.find((x) => x.id === 'stretch')?.state).toBe('pass');
  });
});

describe('in use, by hand', () => {
  // 20 000 cycles a year over four years; hands at 45 an hour, six tenths of the time used.
  const needs = { cyclesPerYear: { level: 'must' as const, value: 20_000, from: '' }, years: { level: 'must' as const, value: 4, from: '' } };
  const of = (values: Values, more: Partial<CaseDoc> = {}) =>
    evaluatePlan(inUse, plainFacts(demoDoc({ need: needs, ...more }), BUILT_IN_SITE), { values: { freed: asRange(0.6), ...values } });
  const f = (values: Values) => of(values).figures;

  it('takes each effect before less after, at its own rate', () => {
    expect(f({ hand_before: 30, hand_after: 12 })('hands_worth')).toBeCloseTo((18 / 3600) * 20_000 * 45 * 0.6, 8); // 2 700
    expect(f({ people_before: 2, hand_before: 10, hand_after: 10, people_after: 1 })('hands_gain')).toBe(10);
    // 3 % of 20 000 at 12; 40 hours of stops at 250.
    expect(f({ reject_before: 0.04, reject_after: 0.01, part_worth: asRange(12) })('reject_worth')).toBeCloseTo(7200, 8);
    expect(f({ stops_before: 100, stops_after: 20, stop_h: asRange(0.5), stop_rate: asRange(250) })('stop_worth')).toBeCloseTo(10_000, 8);
    // 50 set-ups: (0.75 + 0.25) · 1.2 h against 0.5 h.
    const setup = { setup_before: 0.75, remeasure_before: 0.25, repeat_before: 0.2, setup_after: 0.5, remeasure_after: 0, repeat_after: 0 };
    expect(f(setup)('setup_gain')).toBeCloseTo(35, 8);
    expect(
      f({ store_before: 6, store_after: 1, store_rate: asRange(100), tied_before: 9000, carrying: asRange(0.15), tied_after: 0 })('keeping_worth'),
    )
      .toBeCloseTo(500 + 1350, 8);
    // 80 000 of sales more a year, of which three tenths stay; what comes in already gains nothing.
    expect(f({ won_before: 20_000, won_after: 100_000, stays: asRange(0.3) })('won_worth')).toBeCloseTo(24_000, 8);
    expect(f({ won_before: 20_000, stays: asRange(0.3) })('won_worth')).toBe(0);
    expect(f({ rework_before: 0.05, rework_h: asRange(0.1), rework_after: 0 })('rework_worth')).toBeCloseTo(0.05 * 20_000 * 0.1 * 45 * 0.6, 8);
  });
  it('is off by as much as its figures are, both sides together: what does not differ gains nothing', () => {
    const ranged = (known: string) =>
      evaluatePlan(inUse, plainFacts(demoDoc({ need: needs }), BUILT_IN_SITE), {
        values: { used_before: 1000, used_after: 400, hand_before: 20, hand_after: 20, known },
      }, 500)
        .figures;
    expect([ranged('measured').low('hard_year'), ranged('measured').high('hard_year')]).toEqual([600, 600]);
    for (const known of ['said', 'guess']) expect([ranged(known).low('hands_gain'), ranged(known).high('hands_gain')]).toEqual([0, 0]);
    const width = (known: string) => ranged(known).high('hard_year') - ranged(known).low('hard_year');
    // Together they are off by a fifth, by half.
    expect(width('guess') / width('said')).toBeCloseTo(2.5, 6);
    expect(ranged('said').high('hard_year')).toBeLessThan(720);
  });
  it('counts hard money alone until somebody says otherwise, and seconds only where the cell sets the pace', () => {
    const values = { hand_before: 30, used_before: 800, used_after: 300, cycle_before: 60, cycle_after: 54, hand_after: 0 };
    expect([f(values)('hard_year'), f(values)('counted_year'), f(values)('today_use')]).toEqual([500, 500, 2000]);
    expect(f({ ...values, counts: 'both' })('counted_year')).toBeCloseTo(500 + (30 / 3600) * 20_000 * 45 * 0.6, 8);
    expect(f({ ...values, counts: 'none' })('today_use')).toBe(0);
    const paced = { ...values, bottleneck: true, cell_rate: 90 };
    expect(f(paced)('pace_worth')).toBeCloseTo((6 / 3600) * 20_000 * 90, 8);
    // What the gripper's plan counts already is not counted twice.
    const both = of(paced, { family: 'gripper', plans: { grip: { values: { bottleneck: true } } } });
    expect([both.figures('pace_worth'), both.findings.some((x) => x.id === 'twice')]).toEqual([0, true]);
  });
  it('counts nothing beside what doing without costs already', () => {
    const values = { used_before: 800, used_after: 300, known: 'measured' };
    const none = (delay_per_day: number) => of(values, { today: { ...demoDoc().today, way: 'none', delay_per_day } });
    expect([none(35).figures('today_use'), none(35).findings.map((x) => x.id)]).toEqual([0, ['worth', 'without']]);
    expect([none(0).figures('today_use'), none(0).findings.map((x) => x.id)]).toEqual([2000, ['worth']]);
  });
  it('asks for figures, for how they were come by, and for the aim to move', () => {
    const states = (values: Values) => Object.fromEntries(of(values).findings.map((x) => [x.id, x.state]));
    expect(states({})).toEqual({ worth: 'unknown' });
    expect(states({ used_before: 800, used_after: 0 })).toEqual({ worth: 'pass', before: 'conditional' });
    expect(states({ used_before: 800, known: 'measured', aim: 'rejects', used_after: 0 })).toEqual({ worth: 'pass', aim: 'fail' });
    expect(states({ reject_before: 0.02, part_worth: asRange(9), known: 'measured', aim: 'rejects', reject_after: 0 })).toEqual({ worth: 'pass', aim: 'pass' });
    expect(states({ used_before: 800, known: 'measured' })).toEqual({ worth: 'unknown' });
    expect(states({ used_before: 100, used_after: 800, known: 'measured' })).toEqual({ worth: 'conditional' });
  });
  it('is what staying with today’s way costs over the programme, and where it is a loss, what every new way does', () => {
    const facts = (values: Values, more: Partial<CaseDoc> = {}) =>
      factsOf(demoDoc({ need: needs, plans: { 'in-use': { values: { known: 'measured', ...values } } }, ...more }), BUILT_IN_SITE);
    const [bare, gain, loss] = [facts({}), facts({ used_before: 800, used_after: 300 }), facts({ used_before: 300, used_after: 800 })];
    const programme = (f: ReturnType<typeof facts>): number => valueOf(evaluateToday(f).point, 'price_programme');
    expect(programme(gain) - programme(bare)).toBeCloseTo(2000, 6);
    expect(programme(loss) - programme(bare)).toBeCloseTo(0, 9);
    for (const pin of [{ process: 'extrusion-open', material: 'petg' }, { process: 'cnc-mill', material: 'al-6061' }]) {
      const [a, b, c] = [bare, gain, loss].map((x) => evaluateRoute(x, pin, []));
      expect(valueOf(b.point, 'price_programme') - valueOf(a.point, 'price_programme')).toBeCloseTo(0, 9);
      expect(valueOf(c.point, 'price_programme') - valueOf(a.point, 'price_programme')).toBeCloseTo(2000, 6);
      expect(valueOf(c.point, 'price_each')).toBeCloseTo(valueOf(a.point, 'price_each'), 9);
    }
    // Opened, today's figure leads to the plan.
    const opened = openFigure(evaluateToday(gain), 'use_cost');
    expect(opened.inputs.map((i) => [i.name, i.value, i.source?.text])).toEqual([[
      'use_beyond',
      2000,
      'From the plan “In use”, where its effects stand one by one.',
    ]]);
    // And the verdict says whose gain it is.
    const says = (values: Values): string =>
      evaluateCase(demoDoc({ need: needs, plans: { 'in-use': { values: { known: 'measured', ...values } } } }), BUILT_IN_SITE, 50).view.verdict.reasons.join(
        ' ',
      );
    expect(says({ used_before: 8000, used_after: 300 })).toMatch(/30\s800/);
    expect(says({ used_before: 8000, used_after: 300 })).toContain("not a copy of today's");
    expect(says({})).not.toContain("not a copy of today's");
    // With nothing there it is what doing without costs.
    const without = facts({ used_before: 800, used_after: 300 }, { today: { ...demoDoc().today, way: 'none' } });
    expect([programme(without), contending(without)]).toEqual([2000, true]);
    expect(contending(facts({}, { today: { ...demoDoc().today, way: 'none' } }))).toBe(false);
  });
});

describe('steps of today, by hand', () => {
  const row = (more: Values): Values => ({ ...ROW, hours: 0, wait: 0, paid: 0, again: 0, setups: 0, moves: 0, ...more });
  // 2 h of the engineer at 65; 4 h of the machining centre at 70, a tenth done again; 120 vents of 3 minutes by hands at 45; 80 paid out.
  const values: Values = {
    known: 'measured',
    steps: [
      row({ step: 'Quote', hours: 2, wait: 5 }),
      row({ step: 'Milling', by: 'mill', of: 'each', hours: 4, wait: 10, setups: 3, moves: 1, again: 0.1 }),
      row({ step: 'Vents', by: 'hands', of: 'each', hours: 0.05, times: 120 }),
      row({ step: 'Coating', by: 'outside', of: 'each', wait: 4, paid: 80, moves: 2 }),
    ],
  };
  const f = run(todaySteps, values).figures;
  it('is hours at the rates of the shop, and what is paid out', () => {
    expect(f('order_cost')).toBeCloseTo(130, 8);
    expect(f('each_cost')).toBeCloseTo(4.4 * 70 + 6 * 45 + 80, 8);
    expect([f('setups'), f('moves')]).toEqual([3, 3]);
    expect(f('again_h')).toBeCloseTo(0.4, 8);
  });
  it('waits, and is worked on, one after the other, over weekends', () => {
    expect(f('wait')).toBeCloseTo(5 + 11 + 4, 8);
    // 12.4 h at nine a day, five days of seven.
    expect(f('calendar_days')).toBeCloseTo(20 + (12.4 / 9) * (7 / 5), 8);
    const said = run(todaySteps, { ...values, known: 'said' }, 2000).figures;
    expect(said.low('calendar_days')).toBeLessThan(f('calendar_days'));
    expect(said.high('calendar_days')).toBeGreaterThan(f('calendar_days'));
  });
  it('stands in for what the tool of today costs and how long it takes, until somebody types it; usual steps do not', () => {
    const doc = demoDoc({ plans: { 'today-steps': { values } } });
    const at = (d: CaseDoc) => {
      const today = evaluateToday(factsOf(d, BUILT_IN_SITE));
      return [valueOf(today.point, 'price_each'), valueOf(today.point, 'price_once'), today.lead.days].map((x) => Math.round(x * 1e6) / 1e6);
    };
    const days = Math.round((20 + (12.4 / 9) * (7 / 5)) * 1e6) / 1e6;
    expect(at(doc)).toEqual([658, 130, days]);
    expect(at({ ...doc, today: { ...doc.today, cost: 700, wait_days: 30 } })).toEqual([700, 0, 30]);
    const usual = demoDoc({ plans: { 'today-steps': { values: {} } } });
    expect(at(usual)).toEqual(at(demoDoc()));
    expect(isTodayPriced(factsOf(usual, BUILT_IN_SITE))).toBe(false);
    expect(isTodayPriced(factsOf(doc, BUILT_IN_SITE))).toBe(true);
  });
  it('asks where what is typed and the steps lie far apart', () => {
    const at = (today: Partial<CaseDoc['today']>) =>
      evaluatePlan(todaySteps, plainFacts(demoDoc({ today: { ...demoDoc().today, ...today } }), BUILT_IN_SITE), { values }).findings.map((x) => x.id);
    expect(at({})).toEqual(['waits', 'again']);
    expect(at({ cost: 780, wait_days: 20 })).toEqual(['waits', 'again']);
    expect(at({ cost: 300, wait_days: 60 })).toEqual(['waits', 'again', 'price', 'wait']);
  });
});

describe('a plan in a case', () => {
  const doc = demoDoc({ family: 'brake-tool', need: { copies: { level: 'must', value: 2, from: '' } } });
  const planned = { ...doc, plans: { brake: { values: { metal: 'stainless', gauge: 0.6, opening: 6, bend_length: 400 } as Values } } };
  it('stands in for what nobody has typed, and steps back where somebody has', () => {
    const { need } = factsOf(planned, BUILT_IN_SITE);
    const force = run(brake, planned.plans.brake.values).figures('bend_force');
    expect(need.load).toMatchObject({ value: force, assumed: false, plan: 'brake', from: 'plan: Brake and bead' });
    const typed = { ...planned, need: { ...planned.need, load: { level: 'must' as const, value: 5, from: 'me' } } };
    expect(factsOf(typed, BUILT_IN_SITE).need.load).toMatchObject({ value: 5, from: 'me' });
  });
  it('reaches the screening: a pressure that crushes plastic rules it out', () => {
    const state = (values: Values): string =>
      screenAll(factsOf({ ...doc, plans: { brake: { values } } }, BUILT_IN_SITE)).find((o) => o.material === 'petg')!.checks.find((c) => c.id === 'pressure')!
        .state;
    expect([state({ metal: 'soft-aluminium', gauge: 0.5, opening: 6 }), state({ metal: 'stainless', gauge: 3, opening: 18 })]).toEqual(['pass', 'fail']);
  });
  it('reaches every sheet: trial hours are paid and take days, and open down to the answer', () => {
    const pin = { process: 'extrusion-chamber', material: 'pei' };
    const bare = evaluateRoute(factsOf(doc, BUILT_IN_SITE), pin, []);
    const full = evaluateRoute(
      factsOf({ ...doc, plans: { brake: { values: { trials: 10, trial_h: asRange(1), trial_sheet: asRange(4) } as Values } } }, BUILT_IN_SITE),
      pin,
      [],
    );
    const rate = valueOf(full.point, 'engineer_rate'), overhead = valueOf(full.point, 'overhead'), scrap = valueOf(full.point, 'scrap');
    // Ten hours of the engineer once an order, forty of sheet on each tool; overhead on both, scrap on the second.
    expect(valueOf(full.point, 'price_once') - valueOf(bare.point, 'price_once')).toBeCloseTo(10 * rate * (1 + overhead), 6);
    expect(valueOf(full.point, 'price_each') - valueOf(bare.point, 'price_each')).toBeCloseTo((40 / (1 - scrap)) * (1 + overhead), 6);
    expect(full.lead.days).toBeGreaterThan(bare.lead.days);
    const opened = openFigure(full, 'plan_engineer_h');
    expect(opened.inputs.map((i) => i.name)).toEqual(['brake_trial_hours']);
    expect(openFigure(full, 'brake_trial_hours').inputs.map((i) => [i.name, i.value, i.source?.kind])).toEqual([['brake_trials', 10, 'you'], [
      'brake_trial_h',
      1,
      'you',
    ]]);
  });
  it('reaches the verdict: what the plan finds against becomes a condition', () => {
    const { view } = evaluateCase({ ...doc, plans: { brake: { values: { gauge: 0.8, opening: 30 } } } }, BUILT_IN_SITE, 50);
    expect(view.verdict.conditions.join(' ')).toContain('Brake and bead: The opening is 37.5 times the thickness');
    expect(view.plans[0]).toMatchObject({ id: 'brake', gives: expect.arrayContaining([{ line: 'bend_force', to: 'load', overruled: false }]) });
  });
  it('is charged by its content: another plan of the same name is another sheet', () => {
    const dummy = (expr: string): Planner => ({
      id: 'dummy',
      about: 'work',
      label: 'Dummy',
      what: '',
      basis: [],
      fits: () => true,
      inputs: [number('n', 'Pieces', 'count', [0, 10], 3), number('price', 'Price', 'money', [0, 100], 7)],
      headline: [],
      cautions: [],
      findings: () => [],
      lines: [{ name: 'cost', label: 'Cost', unit: 'money', expr }],
      gives: [{ line: 'cost', to: 'hardware_money' }],
    });
    const price = (p: Planner | undefined): number =>
      valueOf(
        evaluateRoute(p ? factsWith([p], { ...doc, plans: { dummy: { values: {} } } }, BUILT_IN_SITE) : factsOf(doc, BUILT_IN_SITE), {
          process: 'cnc-mill',
          material: 's235',
        }, []).point,
        'hardware_cost',
      );
    const bare = price(undefined);
    expect([price(dummy('n * price')) - bare, price(dummy('2 * n * price')) - bare, price(undefined) - bare]).toEqual([21, 42, 0]);
  });
  it('that cannot be worked out takes no route with it', () => {
    const broken: Planner = {
      ...plannerOf('brake'),
      id: 'broken',
      lines: [{ name: 'x', label: 'X', unit: 'money', expr: '0 * log(-1 * one) * unit' }],
      inputs: [number('one', 'One', 'count', [0, 2], 1), number('unit', 'Unit', 'money', [0, 2], 1)],
      entries: undefined,
      findings: () => [],
      drawing: undefined,
      makes: [],
      gives: [{ line: 'x', to: 'hardware_money' }, { line: 'x', to: 'load' }],
    };
    const f = factsWith([broken], { ...doc, plans: { broken: { values: {} } } }, BUILT_IN_SITE);
    expect([f.contributions, f.need.load?.plan]).toEqual([[], undefined]);
  });
});

/** What every route has, and a plan may ask of it. */
const OF_ROUTES = ['mass_part', 'remedy_mass', 'lead_days', 'price_each'];

describe('lifted by hand', () => {
  const of = (values: Values, doc: Partial<CaseDoc> = {}) => evaluatePlan(lifts, plainFacts({ ...CASES['lifts'], ...doc }, BUILT_IN_SITE), { values });
  it('is the lifting equation, factor by factor', () => {
    // Published worked case: H 50, V 75 (fair grip), D 65, A 45, one lift a minute for two hours.
    const f = of({ reach: 500, height: 750, travel: 650, turn: 45, lifts: 1, spell: '2' }).figures;
    expect([f('reach_factor'), f('height_factor'), f('travel_factor'), f('turn_factor')].map((x) => Number(x.toFixed(4)))).toEqual([0.5, 1, 0.8892, 0.856]);
    expect(f('limit')).toBeCloseTo(23 * 0.5 * (0.82 + 45 / 650) * 0.856 * 0.88, 9);
    expect(of({ reach: 250, height: 750, travel: 200, lifts: 0.2, spell: '1', grip: 'good' }).figures('limit')).toBeCloseTo(23, 9);
    expect(of({ reach: 200, height: 300, travel: 250, lifts: 0.2, spell: '8', grip: 'fair' }).figures('limit')).toBeCloseTo(23 * 0.865 * 0.85 * 0.95, 9);
    expect(of({ reach: 640 }).figures('limit')).toBe(0);
  });
  it('takes the factor of how often between two rows, by where the hands begin', () => {
    expect(frequencyFactor(1.5, '2', 750)).toBeCloseTo(0.86, 12);
    expect([
      frequencyFactor(9, '8', 700),
      frequencyFactor(9, '8', 750),
      frequencyFactor(15, '1', 800),
      frequencyFactor(16, '1', 800),
      frequencyFactor(0, '2', 0),
    ])
      .toEqual([0, 0.15, 0.28, 0, 0.95]);
  });
  it('leaves of it what the work weighs, with one hand six tenths, and says whom today strains', () => {
    const easy = { reach: 250, height: 750, travel: 250, lifts: 0.2, spell: '1', grip: 'good' };
    expect(of({ ...easy, one_hand: true, work_mass: 3 }).figures('tool_limit')).toBeCloseTo(0.6 * 23 - 3, 9);
    expect(standIns(of(easy))).toEqual([{ to: 'massLimit', value: 23, line: 'tool_limit' }]);
    const heavy = of({ ...easy, reach: 500, work_mass: 9 }, { today: { ...demoDoc().today, weight_kg: 6 } });
    // 15 kg of 11.5.
    expect(heavy.findings.find((x) => x.id === 'today')).toMatchObject({ state: 'conditional', value: expect.closeTo(15 / 11.5, 9) as number });
    expect(of({ ...easy, work_mass: 25 }).findings[0]).toMatchObject({ state: 'fail', reason: expect.stringContaining('a hoist') as string });
  });
});

describe('forming', () => {
  const of = (values: Values) =>
    evaluatePlan(forming, plainFacts(CASES['forming'], BUILT_IN_SITE), {
      values: { metal: 'own', own_yield: asRange(150), own_tensile: asRange(250), own_young: 70, own_stretch: 0.2, gauge: 1, ...values },
    });
  it('is a membrane at the flow stress of its stretch', () => {
    const f = of({ across: 100, along: 200, depth: 15, radius: 5, drawn_in: asRange(0) }).figures;
    // 8/3 · 0.15² = 0.06; 150 + 100 · 0.06/0.2 = 180 MPa; 1/1.06 mm; 180 · 0.9434/5.
    expect([f('strain'), f('flow'), f('thinned')].map((x) => Number(x.toFixed(6)))).toEqual([0.06, 180, 0.943396]);
    expect(f('form_pressure')).toBeCloseTo((180 / 1.06) / 5, 9);
    expect(f('close_force')).toBeCloseTo(((180 / 1.06) / 5) * 20_000, 5);
    // A cup 100 across, 15 deep: D = 100 · √1.6; ring 0.8 √((D − d) t).
    expect(f('draw_ratio')).toBeCloseTo(Math.sqrt(1.6), 9);
    expect(f('ring_radius')).toBeCloseTo(0.8 * Math.sqrt((Math.sqrt(1.6) - 1) * 100), 9);
    expect(f('seal_force')).toBe(0);
  });
  it('of a tube grows by its walls, and is sealed at both ends', () => {
    const f = of({ mode: 'tube', across: 40, depth: 2, radius: 8 }).figures;
    expect(f('strain')).toBeCloseTo(0.1, 12);
    expect(f('form_pressure')).toBeCloseTo((200 / 1.1) / 8, 9);
    expect(f('seal_force')).toBeCloseTo(((200 / 1.1) / 8) * Math.PI * 400, 6);
    expect([f('yield_pressure'), f('hold_force')]).toEqual([7.5, 0]);
  });
  it('tears beyond its stretch, stays within plastic’s gauge, and stands in for pressure and load', () => {
    const state = (values: Values, id: string) => of(values).findings.find((x) => x.id === id)?.state;
    expect([state({ depth: 15, across: 100, drawn_in: asRange(0) }, 'stretch'), state({ depth: 60, across: 100, drawn_in: asRange(0) }, 'stretch')]).toEqual([
      'pass',
      'fail',
    ]);
    expect([state({ press_force: 1e9 }, 'press'), state({ press_force: 1000 }, 'press'), state({}, 'press')]).toEqual(['pass', 'fail', 'unknown']);
    expect(state({ metal: 'stainless', gauge: 2 }, 'plastic')).toBe('fail');
    expect(standIns(of({})).map((g) => g.to)).toEqual(['pressure']);
  });
});

describe('a core through its cure', () => {
  const of = (values: Values) =>
    evaluatePlan(core, plainFacts(CASES['core'], BUILT_IN_SITE), {
      values: { soft: 123, strength: asRange(40), across: 100, wall: 2, fill: 0.25, volume: 1000, stages: [{ temp: 23, pressure: 0.3, hours: 4 }], ...values },
    });
  it('bears by its wall and its open cells, weaker the nearer the heat at which it is soft', () => {
    const f = of({}).figures;
    // 2 · 2 · 40 / 100 = 1.6; 0.3 · 40 · 0.125 = 1.5.
    expect([f('by_wall'), f('by_fill'), f('crush')].map((x) => Number(x.toFixed(9)))).toEqual([1.6, 1.5, 3.1]);
    // Half way between 23 and 123 °C half is left.
    expect(of({ stages: [{ temp: 73, pressure: 0.3, hours: 4 }] }).figures('crush')).toBeCloseTo(1.55, 9);
    // 1.5 · 2 − 1.6 = 1.4 = 0.3 · 40 · f^1.5.
    expect(of({ stages: [{ temp: 23, pressure: 2, hours: 1 }] }).figures('least_fill')).toBeCloseTo((1.4 / 12) ** (2 / 3), 9);
    expect(f('least_fill')).toBe(0);
  });
  it('is judged by the stage that asks most of what is left, and by the hottest', () => {
    const stages = [{ temp: 63, pressure: 0.9, hours: 4 }, { temp: 103, pressure: 0.4, hours: 2 }];
    // 0.9 of 0.6, 0.4 of 0.2: the second asks more; it bears 0.2 · 3.1.
    const r = of({ stages });
    expect([r.figures('press_mpa'), r.figures('crush'), r.figures('cure_h')].map((x) => Number(x.toFixed(9)))).toEqual([0.4, 0.62, 6]);
    expect(r.findings.map((x) => [x.id, x.state]).slice(0, 2)).toEqual([['soft', 'pass'], ['crush', 'pass']]);
    const state = (values: Values, id: string) => of(values).findings.find((x) => x.id === id)?.state;
    expect([state({ stages: [{ temp: 115, pressure: 0.01, hours: 1 }] }, 'soft'), state({ stages: [{ temp: 125, pressure: 0.01, hours: 1 }] }, 'soft')])
      .toEqual(['conditional', 'fail']);
    expect([state({ stages: [{ temp: 23, pressure: 2.5, hours: 1 }] }, 'crush'), state({ stages: [{ temp: 23, pressure: 4, hours: 1 }] }, 'crush')]).toEqual([
      'conditional',
      'fail',
    ]);
    expect(standIns(r)).toEqual([{ to: 'pressure', value: 0.9, line: 'cure_pressure' }, { to: 'cureTemp', value: 103, line: 'cure_heat' }]);
  });
  it('is washed through its opening in so many hours and baths, or comes out by hand', () => {
    const f = of({ eats: asRange(0.5), moved: true, reach: 200, opening: 40, bath: 20, takes: asRange(25) }).figures;
    // 2 / (0.5 · 2) · (1 + 0.1 · 5) · (1 + 4 · 0.25) = 6 h; 8 % wall, of the rest a quarter: 372 g in 500.
    expect(f('wash_h')).toBeCloseTo(6, 9);
    expect(f('core_mass')).toBeCloseTo((1000 * 1.2 * (0.08 + 0.92 * 0.25)) / 1000, 9);
    expect(f('bath_fills')).toBeCloseTo(372 / 500, 9);
    const out = (values: Values) => of({ leaves: 'broken', ...values }).findings.find((x) => x.id === 'out')?.state;
    expect([out({ opening: 30, reach: 200 }), out({ opening: 15, reach: 200 }), out({ opening: 8 })]).toEqual(['pass', 'conditional', 'fail']);
    expect(of({ leaves: 'broken' }).figures('wash_h')).toBe(0);
  });
});

describe('limits of a gauge', () => {
  const of = (values: Values) => evaluatePlan(gauge, plainFacts(CASES['gauge'], BUILT_IN_SITE), { values: { size_low: 20, size_high: 20.2, ...values } });
  it('lie within those of the part, the go side set in by its wear', () => {
    const f = (values: Values) => ['go_low', 'go_high', 'go_worn', 'nogo_low', 'nogo_high'].map((x) => Number(of(values).figures(x).toFixed(9)));
    expect(f({})).toEqual([20.02, 20.04, 20, 20.18, 20.2]);
    expect(f({ kind: 'snap' })).toEqual([20.16, 20.18, 20.2, 20, 20.02]);
    const within = (values: Values) => ['go_from', 'go_to', 'nogo_from', 'nogo_to'].map((x) => Number(of(values).figures(x).toFixed(9)));
    expect([within({}), within({ kind: 'snap' })]).toEqual([[0.02, 0.04, 0, 0.02], [0.02, 0.04, 0, 0.02]]);
    expect(of({ size_low: 12, size_high: 12.1 }).findings[0].reason.replace(/\s/g, ' ')).toContain(
      'Go 12.01 mm to 12.02 mm, worn out at 12 mm; no-go 12.09 mm to 12.1 mm.',
    );
  });
  it('of a gauge that stays as it is, what a print would hold is no condition', () => {
    const today = { ...demoDoc().today, way: 'machined' as const, cost: 20, wait_days: 2 };
    const need = { tolerance: { level: 'must' as const, value: 0.005, from: '' } };
    const { verdict } =
      evaluateCase({ ...CASES['gauge'], today, need, plans: { gauge: { values: { size_low: 12, size_high: 12.1 } } } }, BUILT_IN_SITE, 50).view;
    expect([verdict.letter, verdict.conditions.join(' ')]).toEqual(['T', expect.not.stringContaining('as made they come to')]);
  });
  it('move with warmth and water, and wear away', () => {
    const f = of({
      length: 100,
      warmth: asRange(10),
      grows: asRange(80),
      part_grows: 12,
      water: asRange(0.01),
      swells: asRange(0.25),
      wear_rate: asRange(0.004),
      uses_month: 500,
    }).figures;
    // 100 · 68e-6 · 10 = 0.068; 100 · 0.0025 = 0.25.
    expect([f('by_warmth'), f('by_water')].map((x) => Number(x.toFixed(9)))).toEqual([0.068, 0.25]);
    expect([f('life_uses'), f('interval_uses'), f('interval_months')].map((x) => Number(x.toFixed(6)))).toEqual([5000, 2500, 5]);
    expect(standIns(of({}))).toEqual([{ to: 'tolerance', value: expect.closeTo(0.01, 12) as number, line: 'face_off' }]);
    const states = (values: Values) => of(values).findings.map((x) => x.state);
    expect(states({ holds: asRange(0.01), length: 10, warmth: asRange(1), water: asRange(0) })).toEqual(['pass', 'pass', 'pass', 'pass']);
    expect(states({ holds: asRange(0.3), length: 100, warmth: asRange(10), grows: asRange(80), water: asRange(0.01) })).toEqual([
      'pass',
      'fail',
      'fail',
      'pass',
    ]);
  });
});

describe('how many go round', () => {
  it('is the rate times the time on the way, and what is being cleaned and spare', () => {
    const f = evaluatePlan(circulation, plainFacts(CASES['circulation'], BUILT_IN_SITE), {
      values: {
        pieces_hour: asRange(60),
        pieces_each: 2,
        fill_h: asRange(0.05),
        process_h: asRange(1.5),
        empty_h: asRange(0.05),
        back_h: asRange(0.4),
        uses: 10,
        clean_h: asRange(5),
        spare_share: asRange(0.1),
        loss_share: asRange(0.002),
        line_h: 1800,
      },
    }).figures;
    // 30 an hour, two hours round: 60; 30 · 5 / 10 = 15 being cleaned; a tenth spare: 82.5.
    expect([f('on_line'), f('in_cleaning'), f('spare'), f('needed')].map((x) => Number(x.toFixed(9)))).toEqual([60, 15, 7.5, 83]);
    expect([f('rounds_year'), f('lost_year')]).toEqual([54_000, 108]);
  });
  it('stands in for the copies, until somebody types them', () => {
    const plans = { circulation: { values: {} } };
    const copies = (doc: CaseDoc) => factsOf(doc, BUILT_IN_SITE).need.copies;
    expect(copies({ ...CASES['circulation'], plans })).toMatchObject({ plan: 'circulation', assumed: false });
    const said = { copies: { level: 'must' as const, value: 7, from: '' } };
    expect(copies({ ...CASES['circulation'], plans, need: said })).toMatchObject({ value: 7 });
    const few = evaluatePlan(circulation, plainFacts({ ...CASES['circulation'], need: said }, BUILT_IN_SITE), { values: {} });
    expect(few.findings.find((x) => x.id === 'asked')).toMatchObject({ state: 'conditional', value: 7 });
  });
});

describe('a spare at risk', () => {
  const doc = (values: Values, today: Partial<CaseDoc['today']> = {}): CaseDoc => ({
    ...CASES['spare'],
    today: { ...CASES['spare'].today, ...today },
    need: { years: { level: 'must', value: 5, from: '' } },
    plans: { spare: { values: { failures: asRange(0.8), stand_rate: asRange(250), stand_h: 16, stand_share: 0.5, keep_share: asRange(0.15), ...values } } },
  });
  const f = (values: Values = {}) => evaluatePlan(spare, plainFacts(doc(values), BUILT_IN_SITE), doc(values).plans!['spare']).figures;
  const x = (0.8 * 30) / 365.25;
  const gone = (k: number): number => 1 - Math.exp(-x) * [1, 1 + x, 1 + x + x ** 2 / 2][k - 1];
  const shelf = (k: number): number => 240_000 * gone(k) + k * 400 * (1 + 0.15 * 5);
  it('is failures times days times what a day that stands costs; with some on the shelf only those count that find it empty', () => {
    // 0.8 · 30 · 2 000 = 48 000 a year; x = 0.8 · 30/365.25: of the failures 1 − e⁻ˣ, 1 − e⁻ˣ(1 + x), 1 − e⁻ˣ(1 + x + x²/2) find it empty.
    expect([f()('day_cost'), f()('bare_year')]).toEqual([2000, expect.closeTo(48_000, 6)]);
    expect([1, 2, 3].map((k) => f()(`empty_${k}`))).toEqual([1, 2, 3].map((k) => expect.closeTo(gone(k), 12) as number));
    // Five years: 240 000 · share, and k of 400 with three quarters of it for keeping.
    expect([1, 2, 3].map((k) => f()(`shelf_${k}`))).toEqual([1, 2, 3].map((k) => expect.closeTo(shelf(k), 6) as number));
    expect(f()('exposed_today')).toBeCloseTo(Math.min(240_000, ...[1, 2, 3].map(shelf)), 6);
    // What is there already is not bought again; where nothing stands, none is kept.
    expect(f({ kept: 2 })('shelf_2')).toBeCloseTo(shelf(2) - 2 * 400, 6);
    expect(f({ stand_rate: asRange(0.1) })('exposed_today')).toBeCloseTo(5 * 0.8 * 30 * 0.1 * 16 * 0.5, 9);
  });
  it('is counted on every sheet by that way’s own date and price, and on T by today’s; with In use both add up', () => {
    const facts = factsOf(doc({}), BUILT_IN_SITE);
    const route = evaluateRoute(facts, { process: 'extrusion-open', material: 'petg' }, []);
    const days = valueOf(route.point, 'lead_days'), price = valueOf(route.point, 'price_each');
    const y = (0.8 * days) / 365.25;
    const all = 0.8 * days * 2000 * 5;
    const kept = [1, 1 + y, 1 + y + y ** 2 / 2].map((e, i) => all * (1 - Math.exp(-y) * e) + (i + 1) * price * (1 + 0.15 * 5));
    expect(valueOf(route.point, 'spare_exposed_new')).toBeCloseTo(Math.min(all, ...kept), 4);
    const bare = factsOf({ ...doc({}), plans: {} }, BUILT_IN_SITE);
    const programme = (x: ReturnType<typeof factsOf>): number => valueOf(evaluateToday(x).point, 'price_programme');
    const today = Math.min(240_000, ...[1, 2, 3].map(shelf));
    expect(programme(facts) - programme(bare)).toBeCloseTo(today, 4);
    const both = doc({});
    const withUse = factsOf(
      { ...both, plans: { ...both.plans, 'in-use': { values: { known: 'measured', used_before: 900, used_after: 400 } } } },
      BUILT_IN_SITE,
    );
    expect(programme(withUse) - programme(bare)).toBeCloseTo(today + 5 * 500, 4);
    expect(withUse.today['today.use_cost']?.gainedBy).toMatch(/cheapest, for every way alike; only one that changes the step/);
  });
  it('says whether one belongs on the shelf', () => {
    const says = (values: Values) =>
      evaluatePlan(spare, plainFacts(doc(values), BUILT_IN_SITE), doc(values).plans!['spare']).findings.find((x) => x.id === 'shelf')!;
    // Two at 400: 240 000 · 0.002 and 1 400, against 15 700 with one.
    expect(says({})).toMatchObject({
      state: 'conditional',
      value: 2,
      reason: expect.stringMatching(/^Two of today’s on the shelf come to .* there are 0/) as string,
    });
    expect(says({ kept: 2 }).state).toBe('pass');
    expect(evaluatePlan(spare, plainFacts(doc({}), BUILT_IN_SITE), { values: {} }).findings).toMatchObject([{ state: 'unknown' }]);
    expect(says({ stand_rate: asRange(0.1) })).toMatchObject({ state: 'pass', reason: expect.stringContaining('None has to lie there') as string });
  });
});

describe('what can go wrong in a tool', () => {
  const states = (...modes: Values[]) =>
    evaluatePlan(errorProof, plainFacts(CASES['error-proof'], BUILT_IN_SITE), { values: { modes } }).findings.map((x) => x.state);
  it('is stopped by a feature; words alone do not stop what hurts, nor nothing what escapes', () => {
    const mode = (harm: string, stop: string): Values => ({ what: 'x', harm, stop });
    expect(states(mode('hurts', 'pin'), mode('hurts', 'sensor'), mode('hurts', 'check'), mode('hurts', 'label'), mode('hurts', 'none')))
      .toEqual(['pass', 'pass', 'fail', 'fail', 'fail']);
    expect(states(mode('escapes', 'check'), mode('escapes', 'told'), mode('escapes', 'none'), mode('scrap', 'none'), mode('time', 'label')))
      .toEqual(['pass', 'conditional', 'fail', 'conditional', 'conditional']);
  });
  it('asks first for one’s own, and a mistake that is left open is a condition of the verdict', () => {
    expect(evaluatePlan(errorProof, plainFacts(CASES['error-proof'], BUILT_IN_SITE), { values: {} }).findings[0].state).toBe('unknown');
    const modes = [{ what: 'Bracket turned', harm: 'hurts', stop: 'label' }];
    const { verdict } = evaluateCase({ ...CASES['error-proof'], plans: { 'error-proof': { values: { modes } } } }, BUILT_IN_SITE, 50).view;
    expect([...verdict.conditions, ...verdict.reasons].join(' ')).toContain('Bracket turned');
  });
});

describe('getting a model', () => {
  const of = (values: Values, need: CaseDoc['need'] = {}) => evaluatePlan(model, plainFacts(demoDoc({ need }), BUILT_IN_SITE), { values });
  it('is hours for each feature by what there is to start from, longer while it is learned', () => {
    // Half an hour, and 15 features of 8 minutes.
    expect(of({}).figures('model_h')).toBeCloseTo(0.5 + (15 * 8) / 60, 12);
    expect(of({ start: 'scanned', features: 6, free_faces: 2, scans: 3, learns: true }).figures('model_h')).toBeCloseTo(2 + 3 * 0.4 + (1 + 2) * 1.6, 12);
    expect(of({ start: 'model', features: 40 }).figures('model_h')).toBeCloseTo(0.25, 12);
    const at = (plans: CaseDoc['plans'], line: string) =>
      valueOf(evaluateRoute(factsOf(demoDoc({ plans }), BUILT_IN_SITE), { process: 'extrusion-open', material: 'petg' }, []).point, line);
    const [redraw, hours] = ['redraw_h', 'price_once'].map((line) => (plans: CaseDoc['plans']) => at(plans, line));
    // Its hours stand for the usual ones, and are not counted beside them: 20 h more are 20 h of an engineer more, and what goes on top of work.
    const drawn = (features: number) => redraw({ model: { values: { features } } });
    expect(drawn(15)).toBeCloseTo(2.5, 9);
    expect(redraw(undefined)).not.toBeCloseTo(2.5, 1);
    expect(hours({ model: { values: { features: 300 } } })).toBeGreaterThan(hours({ model: { values: { features: 15 } } }) + 30 * 40);
  });
  it('is trusted to a third of the tolerance, or measured again', () => {
    const need = (value: number) => ({ tolerance: { level: 'must' as const, value, from: '' } });
    const trust = (start: string, tolerance: number) => of({ start }, need(tolerance)).findings.find((x) => x.id === 'trust')?.state;
    expect([trust('scanned', 0.3), trust('scanned', 0.2), trust('worn', 0.1), trust('drawing', 0.05)]).toEqual(['pass', 'conditional', 'fail', undefined]);
  });
});

describe('fitted parts', () => {
  const of = (...parts: Values[]) => evaluatePlan(fittedParts, plainFacts(demoDoc({ size_mm: [120, 80, 30] }), BUILT_IN_SITE), { values: { parts } });
  it('bear by the wall of their hole; a magnet by its field on the steel', () => {
    // M5 set by heat: hole 6.5, 7.5 deep: π · 6.5 · 7.5 · 3 to 10 MPa.
    expect(bears('heat', 5, 7.5, 0).likely).toBeCloseTo(Math.PI * 6.5 * 7.5 * 6, 9);
    // 10 × 5: B = 1.25 · 5/√50 = 0.8839 T; F = B² · 78.54 mm² / 2μ₀ = 24.4 N; with half a millimetre of plastic less.
    expect(magnetPull(10, 5, 0)).toBeCloseTo((0.883883 ** 2 * Math.PI * 25e-6) / (8e-7 * Math.PI), 3);
    expect(magnetPull(10, 5, 0.5) / magnetPull(10, 5, 0)).toBeCloseTo(((5.5 / Math.hypot(5.5, 5) - 0.5 / Math.hypot(0.5, 5)) / (5 / Math.hypot(5, 5))) ** 2, 9);
  });
  it('sit so far from the edge, within the thickness, and hold twice the load', () => {
    const states = of(
      { kind: 'heat', d: 5, n: 4, edge: 9, load: 100 },
      { kind: 'heat', d: 5, n: 1, edge: 7, load: 100 },
      { kind: 'heat', d: 5, n: 1, edge: 4 },
      { kind: 'heat', d: 5, n: 1, load: 300 },
      { kind: 'heat', d: 5, n: 1, load: 2000 },
      { kind: 'bush', d: 6, n: 1, depth: 40 },
    ).findings.map((x) => x.state);
    // An M5 asks for 7.8 mm; 460 N at the low end.
    expect(states).toEqual(['pass', 'conditional', 'fail', 'conditional', 'fail', 'fail']);
  });
  it('cost by count, and take their minutes', () => {
    const f = of({ kind: 'heat', d: 5, n: 4 }, { kind: 'bush', d: 6, n: 2 }).figures;
    expect([f('parts_all'), f('parts_money'), f('parts_hours')].map((x) => Number(x.toFixed(9)))).toEqual([
      6,
      4 * 0.25 + 2 * 7,
      Number(((4 * 1.2 + 2 * 4) / 60).toFixed(9)),
    ]);
  });
});

describe('names', () => {
  it('of plan lines never hide those of the shop, of conversions or of the bill', () => {
    const taken = new Set([...CONSTANTS, ...shopEntries(DEFAULT_SHOP)].map((e) => e.name));
    for (const p of PLANNERS) {
      for (const l of p.lines) expect(taken.has(l.name)).toBe(false);
      const c = contributionOf(p, facts(p), { values: {} });
      if (!c) continue;
      for (const l of c.lines) expect(l.name.startsWith(`${p.id.replace(/\W/g, '_')}_`)).toBe(true);
      // Whatever a joined line uses and the plan does not bring is a name that every route has.
      const own = new Set([...c.lines.map((l) => l.name), ...c.entries.map((e) => e.name)]);
      const sheet = compileSheet(c.lines, [...own, ...taken, ...OF_ROUTES].filter((n) => !c.lines.some((l) => l.name === n)));
      for (const l of c.lines)
        for (const n of namesIn(sheet.exprs.get(l.name)!)) expect(own.has(n) || taken.has(n) || OF_ROUTES.includes(n)).toBe(true);
    }
  });
});
