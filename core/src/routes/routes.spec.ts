import { EMPTY_TODAY, TODAY_WAY_IDS, TODAY_WAYS } from '../case/today';
import type { CaseDoc } from '../case/types';
import { evaluateCase } from '../decide/evaluate-case';
import { evaluateToday, todayOf } from './today';
import { readdirSync } from 'node:fs';
import { factsOf } from '../plan/facts';
import type { RecordRow } from '../records/kind';
import { evidenceOf } from '../records/kinds';
import { ORDERED_WAYS } from '../records/kinds/past-order';
import { BUILT_IN_SITE } from '../records/site';
import { join } from 'node:path';
import { DEFAULT_SHOP } from '../shelf/shop';
import { material, materialsFor, MATERIALS } from '../shelf/shelf';
import { demoDoc } from '../case/testing';
import { evaluate, requireFinite, valueOf } from '../worksheet/evaluate';
import { likelyInputs } from '../worksheet/sample';
import { checkUnits } from '../worksheet/units';
import { buildUp } from '../decide/evaluate-case';
import { plainFacts } from '../case/facts';
import { routeContext } from '../decide/options';
import { priced, remedyKind } from '../screen/remedies';
import { buildHours, evaluateRoute, leadOf, massOf, remedyLoad } from './evaluate-route';
import { factEntries } from '../process/process';
import { processOf, PROCESSES } from '../process/processes';
import { routeEntries, routeLines, routeSheet, shopFiguresOf } from './worksheet';

const NONE = remedyLoad([]);
const pin = (process: string): { process: string; material: string } => ({ process, material: materialsFor(process)[0].id });

describe('what remedies wait for', () => {
  const lead = (remedies: string[], pin = { process: 'powder-polymer', material: 'pa12-powder' }) => {
    const doc = demoDoc({ need: { wear: { level: 'must', value: 'abrasive', from: '' }, cyclesPerYear: { level: 'must', value: 20_000, from: '' } } });
    const facts = plainFacts(doc, BUILT_IN_SITE);
    const ctx = routeContext(facts, processOf(pin.process), material(pin.material));
    return leadOf(facts, pin, remedies.map((id) => priced(remedyKind(id), ctx)));
  };
  it('is in the date: steel faces have to be there, a coat has to dry', () => {
    const bare = lead([]), faced = lead(['metal-face']), coated = lead(['coating']);
    const stage = (l: typeof bare, id: string) => l.stages.find((s) => s.id === id);
    expect([stage(bare, 'parts'), stage(bare, 'rest')]).toEqual([undefined, undefined]);
    expect(stage(faced, 'parts')!.hours).toBe(20);
    expect(stage(coated, 'rest')!.hours).toBe(24);
    expect(coated.days).toBeGreaterThan(bare.days);
    // Ordered while the bureau builds: it delays nothing that the build does not.
    const fit = faced.stages.find((s) => s.start_min >= stage(faced, 'parts')!.end_min && s.id !== 'parts')!;
    expect(fit).toBeDefined();
    // In the house a print is quicker than its steel.
    const own = { process: 'extrusion-open', material: 'petg' };
    expect(lead(['metal-face'], own).days).toBeGreaterThan(lead([], own).days + 0.5);
    for (const s of faced.stages) expect(Number.isFinite(s.end_min)).toBe(true);
  });
  it('is waited for before it is measured, whatever the process', () => {
    for (const p of PROCESSES) {
      const l = lead(['coating'], { process: p.id, material: materialsFor(p.id)[0].id });
      const rest = l.stages.find((s) => s.id === 'rest'), inspect = l.stages.find((s) => s.id === 'inspect');
      if (rest && inspect) expect(inspect.start_min).toBeGreaterThanOrEqual(rest.end_min);
    }
  });
});

describe('weight and build hours, worked out on the lines they rest on', () => {
  it.each(PROCESSES.flatMap((p) => materialsFor(p.id).map((m) => [`${p.id}/${m.id}`, p, m.id] as const)))(
    'are those of the whole sheet: %s',
    (_, process, material) => {
      const of = { process: process.id, material };
      const doc = demoDoc({ need: { copies: { level: 'must', value: 30, from: '' } } });
      for (const family of ['hand-jig', 'core']) {
        const facts = plainFacts({ ...doc, family }, BUILT_IN_SITE);
        const whole = evaluateRoute(facts, of, []);
        // The first call keeps the lines, the second one uses them.
        for (let call = 0; call < 2; call++) {
          expect(massOf(facts, of)).toBeCloseTo(valueOf(whole.point, 'mass_tool'), 9);
          const builds = process.stages.filter((s) => s.resource === 'printer' && s.mode === 'run' && s.runs).map((s) => valueOf(whole.point, s.hours));
          expect(buildHours(facts, of)).toBeCloseTo(Math.max(0, ...builds), 9);
        }
      }
    },
  );
});

describe('soft pads', () => {
  it('are an item of their own that wears: renewed while the tool goes on', () => {
    const doc = demoDoc({
      need: {
        wear: { level: 'must', value: 'none', from: '' },
        copies: { level: 'must', value: 1, from: '' },
        cyclesPerYear: { level: 'must', value: 8000, from: '' },
        years: { level: 'must', value: 4, from: '' },
        changes: { level: 'must', value: 0, from: '' },
      },
    });
    const facts = plainFacts(doc, BUILT_IN_SITE);
    const of = { process: 'cnc-mill', material: 'al-6061' };
    const pads = priced(remedyKind('soft-pads'), routeContext(facts, processOf(of.process), material(of.material)));
    const r = evaluateRoute(facts, of, [pads]);
    const at = (name: string): number => valueOf(r.point, name);
    expect(r.entries.find((e) => e.name === 'life_face')).toMatchObject({ label: 'Life of the pads', likely: 8000 });
    // 32 000 cycles on pads of 8 000: four sets, the first with the tool.
    expect(at('tools_bought')).toBe(1);
    expect(at('faces_renewed')).toBe(3);
    expect(at('face_cost')).toBeCloseTo(3 * (pads.money.likely + pads.hours.likely * 45), 9);
    expect(evaluateRoute(facts, of, []).entries.find((e) => e.name === 'life_face')!.likely).toBeGreaterThan(1e11);
  });
});

describe('an order of several', () => {
  const at = (process: string, m: string, doc: CaseDoc, overrides?: CaseDoc['overrides'][string]) => {
    const facts = plainFacts({ ...doc, ...(overrides && { overrides: { [`${process}/${m}`]: overrides } }) }, BUILT_IN_SITE);
    const r = evaluateRoute(facts, { process, material: m }, []);
    return (name: string): number => valueOf(r.point, name);
  };
  const order = (copies: number): CaseDoc => demoDoc({ need: { copies: { level: 'must', value: copies, from: '' } } });

  it('is set up and proved once; each piece is clamped; the bench is quicker from the second on', () => {
    const one = at('cnc-mill', 'al-6061', order(1)), ten = at('cnc-mill', 'al-6061', order(10));
    expect(one('setups_h')).toBeCloseTo(one('setups') * (0.5 + 0.1), 9);
    expect(ten('setups_h')).toBeCloseTo(ten('setups') * (0.05 + 0.1), 9);
    expect(ten('mill_order_h')).toBeCloseTo(1 + 0.5 + 10 * ten('mill_h'), 9);
    // (1 + 9 × 0.75)/10 of a first piece's hour.
    expect(ten('bench_h')).toBeCloseTo((0.4 + 0.6) * 0.775, 9);
    expect(ten('price_each')).toBeLessThan(one('price_each'));
  });
  it('is hardened as a batch, and ground; soft stock is not', () => {
    const hard = at('cnc-mill', 'tool-steel-hard', order(10)), soft = at('cnc-mill', 's235', order(10));
    expect([soft('harden_cost'), soft('grind_h'), soft('harden_wait_h')]).toEqual([0, 0, 0]);
    expect(hard('harden_cost')).toBeCloseTo(Math.max(10, 6 * hard('mass_part')), 9);
    expect(hard('grind_h')).toBeCloseTo((0.2 * hard('area')) / 2 / 60, 9);
    const lead = (m: string) => leadOf(plainFacts(order(10), BUILT_IN_SITE), { process: 'cnc-mill', material: m }, []);
    expect(lead('tool-steel-hard').stages.map((s) => s.id)).toEqual(expect.arrayContaining(['harden', 'grind']));
    expect(lead('s235').stages.some((s) => s.id === 'harden')).toBe(false);
  });
  it('finishes free-form faces line by line', () => {
    // A shaped tool is guessed to be a quarter free: 15 and 4 cm² a minute.
    const r = at('cnc-mill', 'al-6061', demoDoc({ form: 'shaped' }));
    expect(r('skim_h')).toBeCloseTo((r('area') * (0.75 / 15 + 0.25 / 4)) / 60, 9);
  });
  it('of fused metal goes by alloy and layer', () => {
    const steel = at('metal-powder', 'am-316l', order(1)), light = at('metal-powder', 'am-alsi10mg', order(1));
    expect(steel('fusing')).toBeCloseTo(12, 9);
    expect(light('fusing')).toBeCloseTo(12 * 1.8, 9);
    const thick = at('metal-powder', 'am-316l', order(1), { layer_height: { low: 0.06, likely: 0.06, high: 0.06, kind: 'you', note: '' } });
    expect(thick('fusing')).toBeCloseTo(18, 9);
    expect(thick('build_h')).toBeLessThan(steel('build_h'));
  });
});

describe('where figures come from', () => {
  it('is said in a sentence of its own for every process', () => {
    const said = PROCESSES.map((p) => p.practice);
    for (const text of said) expect(text).toMatch(/^Practice: .{30,}\.$/);
    expect(new Set(said).size).toBe(said.length);
    for (const p of PROCESSES) {
      const texts = factEntries(p).map((e) => e.source.text);
      for (const text of texts) expect(text).toMatch(/^.{3,}: .+ Practice: /);
      expect(new Set(texts).size).toBe(texts.length);
    }
  });
});

describe('every process', () => {
  it('has its file on the list', () => {
    const files = readdirSync(join(__dirname, '../process/processes')).map((f) => f.replace('.ts', '')).sort();
    expect(PROCESSES.map((p) => p.id).sort()).toEqual(files);
  });

  describe.each(PROCESSES.map((p) => [p.id, p] as const))('%s', (id, process) => {
    const route = routeSheet(factsOf(demoDoc(), BUILT_IN_SITE), pin(id), NONE);

    it('has lines whose units agree', () => {
      checkUnits(route.sheet, route.entries);
    });
    it('has at least one material, and comes out finite for every one of them', () => {
      expect(materialsFor(id).length).toBeGreaterThan(0);
      for (const m of materialsFor(id)) {
        const r = routeSheet(factsOf(demoDoc(), BUILT_IN_SITE), { process: id, material: m.id }, NONE);
        expect(() => requireFinite(evaluate(r.sheet, likelyInputs(r.entries)))).not.toThrow();
      }
    });
    it('has entries with a source each, in order, and none twice', () => {
      const names = route.entries.map((e) => e.name);
      expect(new Set(names).size).toBe(names.length);
      for (const e of route.entries) {
        expect(e.source.text).not.toBe('');
        expect(e.low).toBeLessThanOrEqual(e.likely);
        expect(e.likely).toBeLessThanOrEqual(e.high);
      }
    });
    it('has a bill whose parts add up to the price of the order', () => {
      const result = evaluateRoute(factsOf(demoDoc(), BUILT_IN_SITE), pin(id), []);
      const parts = buildUp(result).reduce((s, g) => s + g.money, 0);
      expect(parts).toBeCloseTo(valueOf(result.point, 'price_order'), 8);
    });
    it('has stages whose hours are lines or entries', () => {
      const known = new Set([...routeLines(process).map((l) => l.name), ...route.entries.map((e) => e.name)]);
      for (const s of process.stages) for (const n of [s.hours, s.runs]) if (n) expect(known).toContain(n);
    });
    it('costs more when there is more to make', () => {
      const small = evaluateRoute(factsOf(demoDoc({ size_mm: [80, 60, 10], form: 'flat' }), BUILT_IN_SITE), pin(id), []);
      const large = evaluateRoute(factsOf(demoDoc({ size_mm: [160, 120, 20], form: 'flat' }), BUILT_IN_SITE), pin(id), []);
      for (const line of ['price_each', 'mass_tool']) expect(valueOf(large.point, line)).toBeGreaterThan(valueOf(small.point, line));
      expect(large.lead.days).toBeGreaterThanOrEqual(small.lead.days);
    });
  });
});

describe('the worksheet of a heated-chamber print', () => {
  // A 100 × 50 × 20 mm part without a mesh is a hand jig at 40 % fill: 40 cm³, 1.3 × 160 cm² of surface, 15 % of 50 cm² overhanging.
  const doc = demoDoc({ size_mm: [100, 50, 20] });
  const route = routeSheet(factsOf(doc, BUILT_IN_SITE), { process: 'extrusion-chamber', material: 'pa12-cf' }, NONE);
  const e = evaluate(route.sheet, { ...likelyInputs(route.entries), lead_days: 2 });
  const at = (name: string): number => valueOf(e, name);

  it('follows the hand-worked example', () => {
    expect(at('volume')).toBeCloseTo(40, 10);
    expect(at('area')).toBeCloseTo(208, 10);
    // 65 % of the surface is walls: 135.2 cm² × 2.4 mm = 32.448 cm³. 35 % is level: 72.8 cm² × 1 mm = 7.28 cm³.
    // The 0.272 cm³ left are filled at 30 %: 39.8096 cm³ in all. Room under overhangs: 7.5 cm² × 35 % of 2 cm.
    expect(at('deposit')).toBeCloseTo(39.8096, 10);
    expect(at('support_volume')).toBeCloseTo(7.5 * 0.35 * 2 * 0.15, 10);
    expect(at('mass_part')).toBeCloseTo((39.8096 * 1.15) / 1000, 10);
    expect(at('material_cost')).toBeCloseTo(((39.8096 + 0.7875) * 1.15 * 1.06 * 160) / 1000, 8);
    expect(at('layers')).toBeCloseTo(80, 10);
    // 35 cm³/h, of which filled nylon takes 0.65; 80 layers with 6 s each and 1.5 islands of 1 s each.
    expect(at('print_h')).toBeCloseTo((39.8096 + 0.7875) / (35 * 0.65) + (80 * (6 + 1.5)) / 3600, 10);
  });
  it('replaces worn tools: 2 copies sharing 32 000 cycles at 12 000 a tool (× 0.6 for rubbing) need 3 each', () => {
    expect(at('life')).toBeCloseTo(7200, 8);
    expect(at('tools_by_wear')).toBe(6);
    // One change likely, a new tool each time: two spells of 16 000 cycles, 8 000 a copy, need two tools a copy and spell.
    expect(at('revisions')).toBe(1);
    expect(at('tools_bought')).toBe(2 * 2 * 2);
    expect(at('tools_by_change')).toBe(2);
    // Four rounds of two: the first and the one after the change are prepared whole, the other two at 15 % of it.
    expect(at('reorder_cost')).toBeCloseTo(2 * 0.15 * at('price_once'), 8);
    expect(at('price_programme')).toBeCloseTo(at('price_order') + 6 * at('price_each') + at('change_cost') + at('reorder_cost'), 8);
    expect(at('cost_per_cycle')).toBeCloseTo(at('price_programme') / 32_000, 12);
  });
});

// A 100 × 50 × 20 mm part at 40 % fill: 40 cm³, 208 cm² of surface, 7.5 cm² overhanging, 5.25 cm³ to be supported.
describe('hand-worked lines of other processes', () => {
  const doc = demoDoc({ size_mm: [100, 50, 20] });
  const at = (process: string, material: string, of = doc) => {
    const route = routeSheet(factsOf(of, BUILT_IN_SITE), { process, material }, NONE);
    const e = evaluate(route.sheet, { ...likelyInputs(route.entries), lead_days: 2 });
    return (name: string): number => valueOf(e, name);
  };
  it('metal fusion: two tools on a plate, each 40 cm³ and a fifth of 5.25 cm³ of support at 12 cm³/h; 500 layers of 10 s and 3 h of setting up once', () => {
    const v = at('metal-powder', 'am-316l');
    expect([v('builds'), v('per_build')]).toEqual([1, 2]);
    expect(v('build_h')).toBeCloseTo((2 * (40 + 1.05)) / 12 + (500 * 10) / 3600 + 3, 8);
    expect(v('machine_cost')).toBeCloseTo((v('build_h') / 2) * 65, 8);
    expect(v('material_cost')).toBeCloseTo((41.05 * 7.9 * 1.25 * 60) / 1000, 6);
  });
  it('builds are filled evenly, so that a bill and a calendar count the same hours', () => {
    // 400 cm² hold six of 10.8 × 5.8 cm, the room between them counted: twenty are four plates, and five a plate in the mean.
    const many = demoDoc({ size_mm: [100, 50, 20], need: { copies: { level: 'must', value: 20, from: '' } } });
    const v = at('metal-powder', 'am-316l', many);
    expect([v('fit'), v('builds')]).toEqual([6, 4]);
    expect(v('builds') * v('build_h')).toBeCloseTo((20 * 41.05) / 12 + 4 * ((500 * 10) / 3600 + 3), 8);
    expect(v('machine_cost') * 20).toBeCloseTo(v('builds') * v('build_h') * 65, 6);
  });
  it('inspection is five first articles and a tenth of the rest, whichever way: 6.5 of twenty', () => {
    const many = demoDoc({ size_mm: [100, 50, 20], need: { copies: { level: 'must', value: 20, from: '' } } });
    for (const [process, material] of [['cnc-mill', 'al-6061'], ['powder-polymer', 'pa12-powder'], ['sheet-cut', 's235'], ['extrusion-open', 'petg']]) {
      const v = at(process, material, many);
      expect(v('inspected')).toBeCloseTo(6.5, 12);
      expect(v('inspect_cost') * 20).toBeCloseTo(v('inspect_order_h') * 60, 8);
    }
    expect(at('cnc-mill', 'al-6061')('inspected')).toBe(2);
  });
  it('binder jetting of metal: shrinking by 17.5 % needs 1/0.825³ of the volume, and a share of bin and furnace', () => {
    const v = at('binder-metal', 'am-316l');
    const green = 40 / 0.825 ** 3;
    expect(v('green_volume')).toBeCloseTo(green, 8);
    expect(v('bin_share')).toBeCloseTo(green / (12_000 * 0.25), 10);
    expect(v('furnace_share')).toBeCloseTo(100 / 0.825 ** 3 / (18_000 * 0.3), 10);
    expect(v('furnace_cost')).toBeCloseTo((10 + 26) * v('furnace_share') * 18, 8);
  });
  it('jetting: one swath of 60 mm covers 50 mm; 741 layers of 7 s', () => {
    const v = at('material-jetting', 'jet-rigid');
    expect(v('swaths')).toBe(1);
    expect(v('build_h')).toBeCloseTo(((20 / 0.027) * 7) / 3600, 8);
    expect(v('support_volume')).toBeCloseTo((100 - 40) * 0.5, 8);
  });
  it('folded sheet: half of the surface is the flat pattern, of 1.5 mm', () => {
    const v = at('sheet-fold', 's235');
    expect(v('mass_part')).toBeCloseTo((104 * 0.15 * 7.85) / 1000, 8);
    expect(v('fold_h')).toBeCloseTo(5 / 60, 10);
  });
  it('clamps: seven at 35, and what slower clamping costs over 32 000 cycles', () => {
    const v = at('clamp-set', 'catalogue-steel');
    expect(v('parts_cost')).toBe(245);
    // 16 set-ups of half of 2 h, and a quarter of a minute a cycle, at 45 an hour.
    expect(v('use_cost')).toBeCloseTo((16 * 1 + (32_000 * 0.25) / 60) * 45, 6);
  });
  it('pellets: walls of 20 mm fill nine tenths at most, the rest is sparse; half of the skin is milled off', () => {
    const v = at('pellet-extrusion', 'abs-cf-pellet');
    expect(v('deposit')).toBeCloseTo(36 + 4 * 0.08, 8);
    expect(v('mass_bought')).toBeCloseTo(((36.32 + (208 * 0.4) / 2) * 1.15 * 1.1) / 1000, 8);
  });
  it('bound and milled: both copies on one plate, 20 mm grown by the shrinkage in layers of 0.08 mm, each bound in 90 s and milled in 2 × 4 s', () => {
    const v = at('bind-and-mill', 'am-17-4');
    expect([v('per_build'), v('builds')]).toEqual([2, 1]);
    expect(v('build_h')).toBeCloseTo(((20 / 0.84 / 0.08) * 98) / 3600, 8);
    expect(v('machine_cost')).toBeCloseTo((v('build_h') / 2) * 40, 8);
    expect(v('material_cost')).toBeCloseTo(40 * 7.8 * 2.2 * 65 / 1000, 8);
    expect(v('furnace_cost')).toBeCloseTo((12 + 26) * (100 / 0.84 ** 3 / 5400) * 18, 8);
  });
  it('bound-metal extrusion: walls of 2 mm would fill it, nine tenths at most; the rest is two fifths metal; printed larger than sintered', () => {
    const v = at('bound-metal', 'am-17-4');
    expect(v('solid')).toBeCloseTo(36 + 4 * 0.4, 10);
    expect(v('print_h')).toBeCloseTo((37.6 / 0.83 ** 3 + 5.25 * 0.3) / 12 + ((20 / 0.15) * 6) / 3600, 8);
    expect(v('machine_cost')).toBeCloseTo((v('print_h') * 40) / 3, 8);
    expect(v('labour_cost')).toBeCloseTo((0.6 + 7.5 * 0.008 + 0.2) * 45, 8);
  });
  it('sand: an eight-thousandth of a bin that takes twenty hours', () => {
    const v = at('binder-sand', 'foundry-sand');
    expect(v('bin_share')).toBeCloseTo(1 / 8000, 12);
    expect(v('machine_cost')).toBeCloseTo((20 * 80) / 8000, 10);
    expect(v('material_cost')).toBeCloseTo((40 * 1.5 * 1.2) / 1000, 10);
    expect(v('labour_cost')).toBeCloseTo(208 * 0.0003 * 45, 10);
    expect(v('bins')).toBe(1);
  });
  it('tooling board: 10 mm of stock all round, a fifth of the cutting effort of aluminium; two joints in 160 mm', () => {
    const v = at('board-mill', 'tooling-board');
    expect(v('stock_volume')).toBeCloseTo(12 * 7 * 4, 10);
    expect(v('material_cost')).toBeCloseTo((336 * 0.7 * 14) / 1000, 8);
    // Roughing 296 cm³ at 50 cm³ a minute; finishing 208 cm² at 20 cm² a minute where flat, 8 where free-form; both in aluminium.
    // Each set-up 0.8 h once for the two copies, and 0.1 h to clamp each.
    expect(v('mill_h')).toBeCloseTo(
      (296 * 0.2) / 50 / 60 + (208 * Math.sqrt(0.2) * ((1 - v('free_share')) / 20 + v('free_share') / 8)) / 60 + v('setups') * (0.8 / 2 + 0.1),
      8,
    );
    // Sealing 208 cm² at 0.0005 h; the second piece takes three quarters of the first.
    expect(v('hands_h')).toBeCloseTo((208 * 0.0005 * 1.75) / 2, 10);
    expect(v('joints')).toBe(0);
    expect(at('board-mill', 'tooling-board', demoDoc({ size_mm: [400, 300, 160] }))('joints')).toBe(2);
  });
  it('wax: the master once for the order, of the wax 15 % of what is cast, the rest goes back into the pot', () => {
    const v = at('wax-core', 'machinable-wax', demoDoc({ family: 'core', size_mm: [100, 50, 20] }));
    // A core fills 30 % of its box: 30 cm³.
    expect(v('material_cost')).toBeCloseTo((30 * 0.95 * 0.15 * 14) / 1000, 8);
    expect(v('master_cost')).toBeCloseTo(30 * 70 + 16 * 65 + 500, 8);
    expect(v('labour_cost')).toBeCloseTo(0.4 * 45, 8);
  });
});

describe('figures of the shop that a process asks for', () => {
  const own = { ...DEFAULT_SHOP, figures: { labour_rate: { low: 70, likely: 80, high: 90, note: 'own' } } };
  const names = (id: string): string[] => shopFiguresOf(processOf(id), own).map((f) => f.name);
  it('are its rates and the queue it waits in, and no others', () => {
    expect(names('binder-sand')).toEqual(expect.arrayContaining(['sand_rate', 'labour_rate', 'inspector_rate', 'engineer_rate', 'bureau_queue']));
    for (const other of ['mill_rate', 'furnace_rate', 'mill_queue', 'laser_queue']) expect(names('binder-sand')).not.toContain(other);
    expect(names('bound-metal')).toContain('furnace_queue');
  });
  it('are the site’s own where it has them', () => {
    const all = shopFiguresOf(processOf('binder-sand'), own);
    expect(all.find((f) => f.name === 'labour_rate')).toMatchObject({ low: 70, likely: 80, high: 90, unit: 'money/h' });
    expect(all.find((f) => f.name === 'sand_rate')?.likely).toBe(80);
  });
});

describe('quotes', () => {
  it('of the user go over any line or entry of one route', () => {
    const doc = demoDoc({
      overrides: {
        'cnc-mill/al-6061': {
          program_h: { low: 2, likely: 3, high: 4, kind: 'quote', note: 'offer' },
          roughing: { low: 30, likely: 30, high: 30, kind: 'you', note: 'ours' },
        },
      },
    });
    const r = evaluateRoute(factsOf(doc, BUILT_IN_SITE), { process: 'cnc-mill', material: 'al-6061' }, []);
    expect(valueOf(r.point, 'program_cost')).toBeCloseTo(3 * 68, 10);
    expect(valueOf(r.point, 'roughing')).toBe(30);
    expect(r.route.entries.find((x) => x.name === 'roughing')?.source).toEqual({ kind: 'you', text: 'ours' });
  });
});

describe('the shelf', () => {
  it('has at least ten materials, with ranges in order and a density that can be', () => {
    expect(MATERIALS.length).toBeGreaterThanOrEqual(10);
    expect(new Set(MATERIALS.map((m) => m.id)).size).toBe(MATERIALS.length);
    for (const m of MATERIALS) {
      for (const r of [m.density_g_cm3, m.use_c, m.price_per_kg, m.modulus_gpa.inPlane, m.strength_mpa.across])
        expect(r.low <= r.likely && r.likely <= r.high).toBe(true);
      expect(m.density_g_cm3.likely).toBeGreaterThan(0.5);
      expect(m.density_g_cm3.likely).toBeLessThan(10);
      expect(Object.values(m.fluids).every((f) => 'ABCD'.includes(f))).toBe(true);
      for (const p of m.processes) expect(PROCESSES.map((x) => x.id)).toContain(p);
    }
  });
  it('gives stock that is cut a cutting effort', () => {
    for (const p of PROCESSES.filter((x) => x.lines.some((l) => l.expr.includes('cutting'))))
      for (const m of materialsFor(p.id)) expect(routeEntries(factsOf(demoDoc(), BUILT_IN_SITE), p, m, NONE).some((e) => e.name === 'cutting')).toBe(true);
  });
});

describe('several sizes of a tool', () => {
  const must = (value: number) => ({ level: 'must' as const, value, from: '' });
  // Two copies, bought once: no wear, no change. 300 for drawing and programming it, 150 for one.
  const quoted = Object.fromEntries(
    [['price_each', 150], ['price_once', 300], ['life', 1e7]].map(([n, v]) => [n, {
      low: v as number,
      likely: v as number,
      high: v as number,
      kind: 'quote' as const,
      note: '',
    }]),
  );
  const cost = (designs: number) => {
    const doc = demoDoc({
      need: { copies: must(2), cyclesPerYear: must(1000), years: must(2), changes: must(0), ...(designs > 1 && { designs: must(designs) }) },
      overrides: { 'cnc-mill/al-6061': quoted },
    });
    const { point } = evaluateRoute(factsOf(doc, BUILT_IN_SITE), { process: 'cnc-mill', material: 'al-6061' }, []);
    return (name: string): number => valueOf(point, name);
  };
  it('are one in full, and each further one like a design change', () => {
    const [one, forty] = [cost(1), cost(40)];
    const share = one('revision_share');
    expect(share).toBeGreaterThan(0);
    expect(one('price_programme')).toBeCloseTo(300 + 2 * 150, 9);
    expect(forty('next_design')).toBeCloseTo(2 * 150 + 300 * share, 9);
    expect(forty('price_programme')).toBeCloseTo(600 + 39 * (300 + 300 * share), 6);
    // Cycles are those of one size: 2 000 of each.
    expect(forty('cost_per_cycle')).toBeCloseTo(forty('price_programme') / (40 * 2000), 9);
    // The order of the first is what it was.
    expect(forty('price_order')).toBeCloseTo(one('price_order'), 9);
  });
});

describe('the tool of today', () => {
  const facts = (today: Partial<CaseDoc['today']>, more: Partial<CaseDoc> = {}) =>
    factsOf(demoDoc({ today: { ...EMPTY_TODAY, way: 'machined', ...today }, ...more }), BUILT_IN_SITE);
  const figure = (today: Partial<CaseDoc['today']>, name: string): number => valueOf(evaluateToday(facts(today)).point, name);

  it('has the figures that somebody knows, and the estimate beside them', () => {
    const r = evaluateToday(facts({ cost: 620, once: 80, wait_days: 26, weight_kg: 2.1, life_cycles: 5000, delay_per_day: 10 }));
    const v = (name: string): number => valueOf(r.point, name);
    expect([v('price_each'), v('price_once'), v('mass_tool'), v('life'), v('wait_cost')]).toEqual([620, 80, 2.1, 5000, 260]);
    expect(v('price_order')).toBeCloseTo(80 + 2 * 620, 9);
    expect(v('computed:price_each')).toBeGreaterThan(50);
    expect(r.lead).toMatchObject({ days: 26, quoted: true });
    expect(r.id).toBe('today/today');
  });
  it('goes over no other route, whatever it is made of', () => {
    const doc = facts({ cost: 620, wait_days: 26 });
    for (const p of [{ process: 'cnc-mill', material: 'al-6061' }, { process: 'cnc-mill', material: 's235' }])
      expect(valueOf(evaluateRoute(doc, p, []).point, 'price_each')).toBeCloseTo(valueOf(evaluateRoute(facts({}), p, []).point, 'price_each'), 9);
  });
  it('without a price is estimated from the nearest process and material, drawn already', () => {
    const near = evaluateRoute(facts({}), { process: 'cnc-mill', material: 's235' }, []);
    expect(figure({ material: 's235' }, 'price_each')).toBeCloseTo(valueOf(near.point, 'price_each'), 9);
    expect(figure({ material: 's235' }, 'redraw_h')).toBe(0);
    expect(todayOf(facts({ way: 'welded' }))).toMatchObject({ label: 'Today: welded up from pieces', near: { process: { id: 'fabrication' }, guessed: true } });
  });
  it('without a price costs what own past orders of its size came to, until somebody types it', () => {
    const rows = [1, 2, 3, 4, 5, 6].map((k): RecordRow => ({
      id: String(k),
      kind: 'past-order',
      caseId: null,
      at: '2026-01-01T00:00:00Z',
      who: '',
      revision: 1,
      // 480 and 100 of one-off work for two of 240 × 96 × 42 mm, give or take.
      values: { tool: 'Jig', way: 'machined', price: 580 + 4 * k, pieces: 2, x: 240, y: 96, z: 42, on: '2025-05-01' },
    }));
    const site = { ...BUILT_IN_SITE, evidence: evidenceOf(rows) };
    const of = (today: Partial<CaseDoc['today']>) =>
      evaluateToday(factsOf(demoDoc({ size_mm: [240, 96, 42], shapes: {}, today: { ...EMPTY_TODAY, way: 'machined', ...today } }), site));
    const each = (today: Partial<CaseDoc['today']>): number => valueOf(of(today).point, 'price_each');
    expect(each({})).toBeGreaterThan(270);
    expect(each({})).toBeLessThan(310);
    expect(valueOf(of({}).point, 'price_once')).toBe(0);
    expect(of({}).overrides['price_each']).toMatchObject({ note: 'By 6 past orders of your own, by size; all that was paid, shared by the pieces.' });
    expect(each({ cost: 99 })).toBe(99);
    expect(ORDERED_WAYS.map((w) => TODAY_WAYS[w.value as keyof typeof TODAY_WAYS]?.label)).toEqual(ORDERED_WAYS.map((w) => w.label));
    // Another way of making it has no orders.
    expect(each({ way: 'welded' })).not.toBeCloseTo(each({}), 0);
    expect(of({ way: 'welded' }).overrides['price_each']).toBeUndefined();
  });
  it('is built up from as many pieces as were counted', () => {
    // Each piece is sawn, drilled, joined and drawn: three times the pieces are dearer by more than half.
    expect(figure({ way: 'welded', pieces: 24 }, 'price_each')).toBeGreaterThan(1.5 * figure({ way: 'welded', pieces: 8 }, 'price_each'));
  });
  it('costs the screws and hoses that were counted, and the time to fit them', () => {
    const bought = (today: object): number => figure({ way: 'bolted', pieces: 8, ...today }, 'fastener_cost');
    expect(bought({ fasteners: 40, hoses: 0 })).toBeCloseTo(40 * 0.35, 9);
    expect(bought({ fasteners: 40, hoses: 6 })).toBeCloseTo(40 * 0.35 + 6 * 9, 9);
    expect(bought({ hoses: 0 })).toBe(0);
    // 0.15 h a piece to put it in place, 0.02 h a screw, 0.2 h a hose; the second of two tools goes quicker.
    const hours = figure({ way: 'bolted', pieces: 8, fasteners: 40, hoses: 6 }, 'join_all_h');
    expect(hours).toBeCloseTo((8 * 0.15 + 40 * 0.02 + 6 * 0.2) * (1 + 0.75) / 2, 9);
    // Counted or not, a machined tool has none.
    expect(figure({ way: 'machined', hoses: 6 }, 'price_each')).toBe(figure({ way: 'machined' }, 'price_each'));
  });
  it('where there is none is doing without: what a day costs, on every working day', () => {
    const r = evaluateToday(facts({ way: 'none', delay_per_day: 12 }, { need: { years: { level: 'must', value: 2, from: '' } } }));
    // Five days a week of 365, less four in a hundred.
    expect(valueOf(r.point, 'price_programme')).toBeCloseTo(12 * 2 * ((365 * 5) / 7) * 0.96, 6);
    expect([r.lead.days, valueOf(r.point, 'price_order'), valueOf(r.point, 'mass_tool')]).toEqual([0, 0, 0]);
  });
  it('is doing without five sizes for what a day without them costs, all five together', () => {
    const without = { ...demoDoc().today, ...EMPTY_TODAY, way: 'none' as const, delay_per_day: 12 };
    const need = { years: { level: 'must' as const, value: 2, from: '' }, designs: { level: 'must' as const, value: 5, from: '' } };
    expect(valueOf(evaluateToday(factsOf(demoDoc({ today: without, need }), BUILT_IN_SITE)).point, 'price_programme')).toBeCloseTo(
      12 * 2 * ((365 * 5) / 7) * 0.96,
      6,
    );
  });
  it('never disappears, and nothing rules it out', () => {
    for (const way of TODAY_WAY_IDS) {
      const doc = demoDoc({ today: { ...EMPTY_TODAY, way, material: 'al-6061' }, need: { serviceTemp: { level: 'must', value: 900, from: '' } } });
      const { view } = evaluateCase(doc, BUILT_IN_SITE, 50);
      expect(view.pins.at(-1)).toMatchObject({ letter: 'T', option: { process: 'today', state: 'pass' } });
    }
  });
});
