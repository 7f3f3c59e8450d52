import { DEMO_CASES } from '../../../demo/cases';
import { BUILT_IN_SITE } from '../records/site';
import { FAMILIES } from '../need/families';
import { REQUIREMENTS } from '../need/requirements';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DEFAULT_SHOP } from '../shelf/shop';
import type { VerdictKind } from './verdict';
import { processOf } from '../process/processes';
import { valueOf } from '../worksheet/evaluate';
import { cheapestAlong, type Curve, cycleCurve, NO_CURVE } from './compare';
import { evaluateCase, type PinView } from './evaluate-case';
import { resolveNeed } from '../case/facts';
import { newCase } from '../case/new-case';
import { quickLook } from './quick-look';
import { caseSchema } from '../document/case-schema';
import { numberSchema } from '../inputs/schema';
import { shopSchema } from '../document/shop-schema';
import { demoDoc } from '../case/testing';
import type { CaseDoc } from '../case/types';
import { formatFigure, formatMoney } from '../case/words';

const demo = (title: string): CaseDoc => ({ ...DEMO_CASES.find((d) => d.doc.title.startsWith(title))!.doc, shapes: {}, start: '2026-11-25' });
const N = 2000;

describe('the demo plant', () => {
  // What an experienced engineer says of each, from the description alone.
  it.each<[string, VerdictKind, string]>([
    ['Hinge drill jig', 'print', ''],
    ['Gearbox bearing', 'hybrid', ''],
    ['Soft jaws', 'print', ''],
    ['Finger gripper', 'hybrid', ''],
    ['Tack-weld', 'keep', 'today'],
    ['Enamel masking', 'print', ''],
    ['Kitting tray', 'print', ''],
    ['Spacer plate', 'simple', 'sheet-cut'],
    ['Locator block', 'simple', 'manual-mill'],
    ['Door-hoisting', 'licensed', ''],
    ['Knob injection', 'bridge', ''],
    ['Blower coupling', 'facts', ''],
    ['Second-operation', 'print', ''],
    ['Vacuum gripper', 'print', ''],
    ['Inspection nest', 'print', ''],
    ['Glass-gap', 'print', ''],
    ['Press-brake', 'print', ''],
    ['Thermoforming', 'print', ''],
    ['Lay-up', 'print', 'pellet-extrusion'],
    ['Core for', 'print', 'extrusion-chamber'],
    ['Flex-form', 'print', ''],
    ['Sand match', 'print', ''],
    ['Sprocket guard', 'simple', 'sheet-fold'],
  ])('%s: %s', (title, kind, process) => {
    const { view } = evaluateCase(demo(title), BUILT_IN_SITE, N);
    expect(view.verdict.kind).toBe(kind);
    expect(view.verdict.reasons.length).toBeGreaterThan(0);
    if (process) expect(view.pins.find((p) => p.letter === view.verdict.letter)?.option.process).toBe(process);
  });
  it('is valid as it stands', () => {
    for (const { doc } of DEMO_CASES) expect(() => caseSchema.validateSync({ ...doc, shapes: {}, start: '2026-11-25' }, { strict: true })).not.toThrow();
  });
});

describe('an evaluated case', () => {
  const { view, results } = evaluateCase(demo('Hinge'), BUILT_IN_SITE, N);

  it('shares out the chance of being cheapest', () => {
    expect(view.pins.reduce((s, p) => s + p.chanceCheapest, 0)).toBeCloseTo(1, 9);
    expect(view.pins.reduce((s, p) => s + p.chanceEarliest, 0)).toBeCloseTo(1, 9);
  });
  it('is the same each time, and near a run with another seed', () => {
    expect(evaluateCase(demo('Hinge'), BUILT_IN_SITE, N).view).toEqual(view);
    const other = evaluateCase(demo('Hinge'), BUILT_IN_SITE, N, 99).view;
    expect(Math.abs(other.pins[0].chanceCheapest - view.pins[0].chanceCheapest)).toBeLessThan(0.05);
  });
  it('draws a shared hour alike for both ways', () => {
    const [a, b] = ['A', 'C'].map((l) => results.get(l as 'A')!.risk!.columns.get('labour_rate'));
    expect(a).toBe(b);
  });
  it('opens every figure of the sheet', () => {
    for (const p of view.pins) {
      for (const f of p.figures) {
        const { point, risk } = results.get(p.letter)!;
        expect(f.likely).toBeCloseTo(valueOf(point, f.name), 12);
        const column = risk!.columns.get(f.name) ?? f.value;
        // Half of the samples lie on either side of what is shown.
        if (typeof column !== 'number') {
          expect(column.filter((x) => x < f.value).length).toBeLessThanOrEqual(N / 2);
          expect(column.filter((x) => x <= f.value).length).toBeGreaterThan(N / 2 - 1);
        }
        expect(f.value).toBe(f.range.p50);
      }
    }
  });
  it('reads its curve off the same sheets: at the asked cycles, the cost over the programme', () => {
    const asked = view.cyclesTotal;
    // Of the same samples, the first of them: every sample's own cycles, which vary little, are set to those asked.
    const curve = cycleCurve([...results.values()], asked);
    view.pins.forEach((p, k) => {
      const { range } = p.figures.find((f) => f.name === 'price_programme')!;
      expect(curve.p50[k].at(-1)! / range.p50).toBeGreaterThan(0.8);
      expect(curve.p50[k].at(-1)! / range.p50).toBeLessThan(1.25);
      curve.p50[k].forEach((m, i) => expect(curve.p10[k][i] <= m && m <= curve.p90[k][i]).toBe(true));
    });
  });
  it('shares one-off cost out over the copies, hand-worked', () => {
    // 400 once and 10 each against 60 each: 410, 210, … and even at 8 pieces.
    const quoted = (
      k: string,
      each: number,
      once: number,
    ) => [k, Object.fromEntries([['price_each', each], ['price_once', once]].map(([n, v]) => [n, { low: v, likely: v, high: v, kind: 'quote', note: '' }]))];
    const doc = demoDoc({
      pins: [{ process: 'extrusion-open', material: 'pla' }, { process: 'cnc-mill', material: 'al-6061' }],
      overrides: Object.fromEntries([quoted('extrusion-open/pla', 10, 400), quoted('cnc-mill/al-6061', 60, 0)]) as CaseDoc['overrides'],
    });
    const { copiesCurve: c } = evaluateCase(doc, BUILT_IN_SITE, 1000).view;
    expect(c.x[0]).toBe(1);
    expect(c.p50[0][0]).toBeCloseTo(410, 9);
    expect(c.p50[0][c.x.indexOf(100)]).toBeCloseTo(14, 9);
    expect(c.p50[1][c.x.indexOf(100)]).toBeCloseTo(60, 9);
    const [cross] = c.crossings.filter((x) => x.a === 0 && x.b === 1);
    expect(cross.at).toBeCloseTo(8, 2);
    expect(cross).toMatchObject({ share: 1 });
    expect(cross.high - cross.low).toBeLessThan(0.01);
  });
  it('goes over the size of the part as the part itself would, were it asked larger', () => {
    const pins = [{ process: 'extrusion-open', material: 'pla' }, { process: 'cnc-mill', material: 'al-6061' }];
    const doc = demoDoc({ pins });
    const { sizeCurve: c, pins: [a, b] } = evaluateCase(doc, BUILT_IN_SITE, 1000).view;
    const one = (p: PinView): number => p.figures.find((f) => f.name === 'price_order')!.range.p50 / 2;
    const here = c.x.findIndex((x) => Math.abs(x - doc.size_mm[0]) < 1e-6);
    [a, b].forEach((p, k) => expect(c.p50[k][here] / one(p)).toBeCloseTo(1, 1));
    // 2.5^(8/12), another case of its own: all but its remedies, which stay as they are here.
    const larger = 2.5 ** (8 / 12);
    const milled = evaluateCase({ ...doc, size_mm: doc.size_mm.map((x) => x * larger) as CaseDoc['size_mm'] }, BUILT_IN_SITE, 1000).view.pins[1];
    expect(c.x[here + 8] / doc.size_mm[0]).toBeCloseTo(larger, 9);
    expect(c.p50[1][here + 8] / one(milled)).toBeCloseTo(1, 1);
    expect(c.p50[1][here + 8] / c.p50[1][here]).toBeGreaterThan(1.2);
  });
  it('says which way is cheapest along a curve, and up to where', () => {
    const rows = [[1, 2, NaN], [3, 3, 3], [0, 0, 0], [9, 9, 2]];
    const curve: Curve = { x: [10, 20, 30], p10: rows, p50: rows, p90: rows, crossings: [], ends: [24, null, null, null] };
    expect(cheapestAlong(curve)).toEqual([{ way: 0, upTo: 24, low: 24, high: 24 }, { way: 3, upTo: 30, low: 30, high: 30 }]);
    const crossed = { ...curve, ends: undefined, p50: [[1, 2, 4], [3, 3, 3]], crossings: [{ a: 0, b: 1, at: 25, low: 22, high: 29, share: 1 }] };
    expect(cheapestAlong(crossed)).toEqual([{ way: 0, upTo: 25, low: 22, high: 29 }, { way: 1, upTo: 30, low: 30, high: 30 }]);
    expect(cheapestAlong(NO_CURVE)).toEqual([]);
  });
  it('takes a price of one size over the others in proportion, and ends a way where its machine has no more room', () => {
    const quoted = { price_order: { low: 100, likely: 100, high: 100, kind: 'quote' as const, note: '' } };
    const pins = [{ process: 'extrusion-open', material: 'pla' }, { process: 'cnc-mill', material: 'al-6061' }];
    const plain = demoDoc({ pins, size_mm: [180, 160, 60] });
    const [{ sizeCurve: p }, { sizeCurve: q }] = [plain, { ...plain, overrides: { 'cnc-mill/al-6061': quoted } }].map((d) =>
      evaluateCase(d, BUILT_IN_SITE, 1000).view
    );
    const here = 12, last = p.x.length - 1;
    expect(q.p50[1][here]).toBeCloseTo(50, 6);
    expect(q.p50[1][last] / q.p50[1][here] / (p.p50[1][last] / p.p50[1][here])).toBeCloseTo(1, 1);
    const [long, wide] = [180, 160], room = Math.min(...processOf('extrusion-open').envelope_mm.slice(0, 2));
    // Lying flat its sides outgrow a bed of equal sides one after the other; turned on it a little later at most.
    expect(p.ends![0]! / long).toBeGreaterThanOrEqual(room / long - 1e-3);
    expect(p.ends![0]! / long).toBeLessThan((Math.SQRT2 * room) / wide);
    expect(p.p50[0][last]).toBeNaN();
    expect(Number.isFinite(p.p50[0][here])).toBe(true);
  });
  it('finds where two ways change places, hand-worked', () => {
    // Two quoted routes, no design changes: 100 each lasting long against 30 each lasting little.
    const doc = demoDoc({
      pins: [{ process: 'extrusion-open', material: 'pla' }, { process: 'cnc-mill', material: 'al-6061' }],
      need: {
        copies: { level: 'must', value: 1, from: '' },
        cyclesPerYear: { level: 'must', value: 100, from: '' },
        years: { level: 'must', value: 10, from: '' },
      },
      overrides: Object.fromEntries(
        [['extrusion-open/pla', 30, 500], ['cnc-mill/al-6061', 100, 1e6]].map((
          [k, price, life],
        ) => [
          k,
          Object.fromEntries(
            [['price_each', price], ['price_once', 0], ['life', life], ['revisions', 0]].map((
              [n, v],
            ) => [n, { low: v, likely: v, high: v, kind: 'quote', note: 'test' }]),
          ),
        ]),
      ) as CaseDoc['overrides'],
    });
    const { view: v } = evaluateCase(doc, BUILT_IN_SITE, 1000);
    // 30 · ceil(N/500) passes 100 when the fourth tool is bought, after 1500 cycles.
    const [cross, ...more] = v.curve.crossings.filter((x) => x.a === 0 && x.b === 1);
    expect(more).toEqual([]);
    expect(cross.at).toBeCloseTo(1500, 1);
    expect(cross.share).toBe(1);
  });
  it('honours pins, and suggests when there are none', () => {
    const pinned =
      evaluateCase({ ...demo('Hinge'), pins: [{ process: 'vat-resin', material: 'resin-rigid' }, { process: 'gone', material: 'gone' }] }, BUILT_IN_SITE, 100)
        .view;
    expect(pinned.pins.map((p) => [p.letter, p.option.material])).toEqual([['A', 'resin-rigid'], ['T', 'today']]);
    expect(view.pinned).toBe(false);
    expect(view.pins.length).toBeGreaterThanOrEqual(3);
  });
  it('changes its mind when the facts do: 420 °C beside a tack keeps the hinge jig in metal', () => {
    const hot = demo('Hinge');
    const v = evaluateCase(
      { ...hot, need: { ...hot.need, peakTemp: { level: 'must', value: 420, from: 'thermocouple' }, serviceTemp: { level: 'must', value: 140, from: '' } } },
      BUILT_IN_SITE,
      500,
    ).view;
    expect(v.verdict.kind).toBe('keep');
  });
});

describe('a quick look', () => {
  it("takes family, size and today's cost, and ranks by saving × confidence ÷ effort", () => {
    const doc = newCase({
      title: 'Bracket gauge',
      family: 'gauge',
      size_mm: [80, 60, 20],
      copies: 2,
      todayWay: 'machined',
      todayCost: 450,
      todayWait_days: 20,
      trouble: '',
    }, '2026-11-25');
    expect(() => caseSchema.validateSync(doc, { strict: true })).not.toThrow();
    const look = quickLook({ ...doc, need: { ...doc.need, tolerance: { level: 'must', value: 0.3, from: '' } } }, BUILT_IN_SITE);
    expect(look.verdict).toBe('print');
    expect(look.worthPerHour).toBeCloseTo((look.saving * look.confidence) / look.effort_h, 9);
    expect(look.working.map((w) => w.label)).toContain('Ranked by');
    expect(quickLook(doc, BUILT_IN_SITE).verdict).toBe('facts');
  });
});

describe('families', () => {
  it('are all on the list, and complete', () => {
    expect(FAMILIES.map((f) => f.id).sort()).toEqual(readdirSync(join(__dirname, '../need/families')).map((f) => f.replace('.ts', '')).sort());
    for (const f of FAMILIES) {
      expect(f.fill.low <= f.fill.likely && f.fill.likely <= f.fill.high).toBe(true);
      expect(f.usualTrouble).not.toBe('');
    }
  });
  it('give way to what the user says', () => {
    const doc = demoDoc({ need: { load: { level: 'must', value: 77, from: 'gauge' } } });
    expect(resolveNeed(doc).load).toEqual({ level: 'must', value: 77, from: 'gauge', assumed: false });
    expect(resolveNeed(doc).serviceTemp?.assumed).toBe(true);
  });
  it('assume nothing beyond the bounds of a requirement', () => {
    for (const f of FAMILIES)
      for (const spec of REQUIREMENTS) {
        const r = f.defaults[spec.id];
        if (r && spec.kind === 'number') expect(() => numberSchema(spec).validateSync(r.value)).not.toThrow();
      }
  });
});

describe('what is sent', () => {
  const refusal = (doc: unknown): string => {
    try {
      caseSchema.validateSync(doc, { strict: true });
    } catch (e) {
      return (e as Error).message;
    }
    return 'accepted';
  };
  it.each<[string, unknown, RegExp]>([
    ['a weight of −5 kg', demoDoc({ need: { massLimit: { level: 'must', value: -5, from: '' } } }), /Weight limit cannot be below/],
    ['1e12 cycles', demoDoc({ need: { cyclesPerYear: { level: 'must', value: 1e12, from: '' } } }), /Cycles a year, all copies cannot be above .*zeros/],
    ['half a copy', demoDoc({ need: { copies: { level: 'must', value: 1.5, from: '' } } }), /whole number/],
    ['a number as text', demoDoc({ need: { load: { level: 'must', value: '5' as never, from: '' } } }), /type a number/i],
    ['not a number', demoDoc({ size_mm: [NaN, 1, 1] }), /type a number/i],
    ['a size of 50 m', demoDoc({ size_mm: [50_000, 10, 10] }), /Size cannot be above/],
    ['an unknown family', demoDoc({ family: 'teapot' }), /kind of tool/],
    ['no name', demoDoc({ title: ' ' }), /name/],
    ['an unknown field', { ...demoDoc(), colour: 'red' }, /does not know the field colour/],
    ['30 February', demoDoc({ start: '2026-02-30' }), /calendar/],
    ['five pins', demoDoc({ pins: Array.from({ length: 5 }, () => ({ process: 'cnc-mill', material: 'pom' })) }), /At most 4/],
    ['an override upside down', demoDoc({ overrides: { 'cnc-mill/pom': { price_each: { low: 5, likely: 3, high: 9, kind: 'quote', note: 'x' } } } }), /rise/],
    [
      'an override from nowhere',
      demoDoc({ overrides: { 'cnc-mill/pom': { price_each: { low: 3, likely: 3, high: 9, kind: 'quote', note: ' ' } } } }),
      /where the figure comes from/,
    ],
    [
      'a path for a hash',
      demoDoc({
        shapes: {
          printed: {
            hash: '../../etc/passwd',
            fileName: 'a',
            unit: 'mm',
            measure: { triangles: 12, volume_mm3: 1, area_mm2: 6, box_mm: [1, 1, 1], watertight: true } as never,
          },
        },
      }),
      /Not a file of the store/,
    ],
  ])('is refused: %s', (_what, doc, message) => {
    expect(refusal(doc)).toMatch(message);
  });
  it('is accepted when it is plain', () => {
    expect(refusal(demoDoc())).toBe('accepted');
  });
  it('of the shop is checked likewise', () => {
    const schema = shopSchema;
    const ok = (shop: unknown): boolean => schema.isValidSync(shop, { strict: true });
    expect(ok(DEFAULT_SHOP)).toBe(true);
    expect(ok({ ...DEFAULT_SHOP, currency: 'euro' })).toBe(false);
    expect(ok({ ...DEFAULT_SHOP, figures: { labour_rate: { low: 1, likely: 2, high: 3, note: '' } } })).toBe(true);
    expect(ok({ ...DEFAULT_SHOP, figures: { labour_rate: { low: -1, likely: 2, high: 3, note: '' } } })).toBe(false);
    expect(ok({ ...DEFAULT_SHOP, figures: { nonsense: { low: 1, likely: 2, high: 3, note: '' } } })).toBe(false);
    expect(ok({ ...DEFAULT_SHOP, calendar: { ...DEFAULT_SHOP.calendar, shiftEnd_min: 60 } })).toBe(false);
    expect(ok({ ...DEFAULT_SHOP, calendar: { ...DEFAULT_SHOP.calendar, workdays: [] } })).toBe(false);
  });
});

describe('figures in words', () => {
  it('carry their unit, in either system', () => {
    expect(formatMoney(1234.5, 'EUR')).toBe('1\u00a0235\u00a0EUR');
    expect(formatMoney(-63.31, 'EUR')).toBe('−63.3\u00a0EUR');
    expect(formatMoney(0.0437, 'EUR')).toBe('0.044\u00a0EUR');
    expect(formatFigure(2, 'kg', 'EUR', 'inch')).toBe('4.41\u00a0lb');
    expect(formatFigure(12, 'cm^3/h', 'EUR', 'metric')).toBe('12\u00a0cm³/h');
    expect(formatFigure(0.25, 'money/cycle', 'EUR', 'metric')).toBe('0.25\u00a0EUR/cycle');
    // What was estimated is known to three figures; what was counted is whole.
    expect([20_083.4, 20_083, 840.4].map((x) => formatFigure(x, 'cycle', 'EUR', 'metric'))).toEqual([
      '20\u00a0100\u00a0cycles',
      '20\u00a0083\u00a0cycles',
      '840\u00a0cycles',
    ]);
  });
});
