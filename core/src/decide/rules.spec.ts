import { EMPTY_TODAY } from '../case/today';
import { BUILT_IN_SITE } from '../records/site';
import { evaluateCase } from './evaluate-case';
import { demoDoc } from '../case/testing';
import type { CaseDoc } from '../case/types';
import type { Need, Requirement } from '../need/requirements';
import { inSentence } from '../quantity/words';
import { RULES } from './rules';
import type { VerdictContext, VerdictKind } from './verdict';

const must = <T>(value: T): Requirement<T> => ({ level: 'must', value, from: 'test' });
const PLAIN: Need = {
  serviceTemp: must(25),
  load: must(100),
  loadDirection: must('in-plane'),
  fluids: must([]),
  wear: must('none'),
  tolerance: must(1),
  copies: must(2),
  cyclesPerYear: must(2000),
  years: must(3),
  changes: must(0),
};
const quote = (price: number, life = 1e7) =>
  Object.fromEntries(
    [['price_each', price], ['price_once', 0], ['life', life], ['revisions', 0]].map((
      [n, v],
    ) => [n, { low: v as number, likely: v as number, high: v as number, kind: 'quote' as const, note: 'test' }]),
  );

const PRINT = { process: 'extrusion-fibre', material: 'pa6-cf' };
const MILL = { process: 'cnc-mill', material: 'al-6061' };
const CUT = { process: 'sheet-cut', material: 'al-6061' };

/** Decide between quoted routes: what they cost is then the test's, not the model's. */
function decide(
  change: Partial<CaseDoc>,
  prices: { print?: number; mill?: number; cut?: number },
): { kind: VerdictKind; headline: string; letter?: string; reasons: string[]; rule: string; conditions: string[]; cautions: string[]; instead?: unknown } {
  const pins = [...(prices.print === undefined ? [] : [PRINT]), ...(prices.mill === undefined ? [] : [MILL]), ...(prices.cut === undefined ? [] : [CUT])];
  const overrides: CaseDoc['overrides'] = {};
  if (prices.print !== undefined) overrides['extrusion-fibre/pa6-cf'] = quote(prices.print);
  if (prices.mill !== undefined) overrides['cnc-mill/al-6061'] = quote(prices.mill);
  if (prices.cut !== undefined) overrides['sheet-cut/al-6061'] = quote(prices.cut);
  // With nothing there today, and nothing said of what that costs, only the quoted routes are weighed.
  return evaluateCase(demoDoc({ need: PLAIN, pins, overrides, today: { ...EMPTY_TODAY, way: 'none' }, ...change }), BUILT_IN_SITE, 400).view.verdict;
}

describe('the verdict', () => {
  it('takes what is clearly cheaper', () => {
    expect(decide({}, { print: 100, mill: 400 })).toMatchObject({ kind: 'print', letter: 'A' });
    expect(decide({}, { print: 400, mill: 100 })).toMatchObject({ kind: 'machine', letter: 'B' });
  });
  it('says for how many sizes it counts, and whether the print is paid back before it is worn', () => {
    const today = { ...EMPTY_TODAY, way: 'machined' as const, cost: 100, once: 0, life_cycles: 100, wait_days: 1 };
    // Two copies, 6 000 cycles: 31 of today's tools each in the median, 200 at first and 6 000 after it, so 1 a cycle. The print: 800 at first.
    const of = (life: number, designs = 1) => {
      const overrides = { 'extrusion-fibre/pa6-cf': quote(400, life) };
      return decide({ need: { ...PLAIN, ...(designs > 1 && { designs: must(designs) }) }, pins: [PRINT], overrides, today }, {}).reasons.join(' ');
    };
    expect(of(1e6)).toMatch(/What it costs more at first is paid back after 600 cycles \(\d+ to \d+\); it is worn after 2.000.000 cycles at the earliest\./);
    expect(of(1e6)).not.toContain('sizes');
    // Where a year without it costs thousands and it is used once, no fraction of a use is said.
    const once = { need: { ...PLAIN, cyclesPerYear: must(1), years: must(1) }, pins: [PRINT], overrides: { 'extrusion-fibre/pa6-cf': quote(400, 1e6) } };
    const without = decide({ ...once, today: { ...EMPTY_TODAY, way: 'none' as const, delay_per_day: 200 } }, {}).reasons.join(' ');
    expect(without).toContain('What it costs more at first is saved with its first use.');
    expect(without).not.toContain('paid back after');
    expect(of(1e6, 7)).toContain('Over the programme of all 7 sizes, ');
  });
  it('stands as somebody decided otherwise, with the reason and what the rules say, and what that way asks for', () => {
    const overruled = { way: 'cnc-mill/al-6061', reason: 'The customer audits printed tools.', who: 'Ada', on: '2026-11-20' };
    const v = decide({ decision: { overruled } }, { print: 100, mill: 400 });
    expect(v).toMatchObject({ kind: 'machine', letter: 'B', headline: 'Have it milled', instead: { kind: 'print', letter: 'A' } });
    expect(v.reasons[0]).toBe('Ada decided so on 2026-11-20, against the rules: The customer audits printed tools.');
    expect(v.reasons[1]).toMatch(/^By the rules: Print/);
    // The cautions are those of milling, no more those of a hot nozzle.
    expect(v.cautions.join()).not.toMatch(/nozzle/i);
    // What the rules say as well is not overruled, nor is a way that is no longer there.
    expect(decide({ decision: { overruled } }, { print: 400, mill: 100 }).instead).toBeUndefined();
    const gone = decide({ decision: { overruled: { ...overruled, way: 'turning/s235' } } }, { print: 100, mill: 400 });
    expect([gone.kind, gone.cautions[0]]).toEqual(['print', expect.stringContaining('no longer compared')]);
  });
  it('that refers away is overruled by nobody', () => {
    const overruled = { way: 'cnc-mill/al-6061', reason: 'We always did it so.', who: 'Ada', on: '2026-11-20' };
    expect(decide({ family: 'lifting-aid', decision: { overruled } }, { print: 100, mill: 400 }).kind).toBe('licensed');
  });
  it('keeps the tool of today where that is cheapest, and names it as it is', () => {
    const today = (cost: number, way: CaseDoc['today']['way'] = 'welded') => ({ ...EMPTY_TODAY, way, cost });
    expect(decide({ today: today(40) }, { print: 300 })).toMatchObject({ kind: 'keep', letter: 'T', headline: 'Keep it welded up' });
    expect(decide({ today: today(40, 'bought') }, { print: 300 }).headline).toBe('Go on buying it');
    expect(decide({ today: today(900) }, { print: 100 })).toMatchObject({ kind: 'print', letter: 'A' });
  });
  it('does without where a day without costs less than any tool', () => {
    const today = (delay_per_day: number) => ({ ...EMPTY_TODAY, way: 'none' as const, delay_per_day });
    expect(decide({ today: today(0.1) }, { print: 300 })).toMatchObject({ kind: 'keep', headline: 'Do without it' });
    expect(decide({ today: today(20) }, { print: 300 }).kind).toBe('print');
  });
  it('counts the days: the dearer print wins when waiting costs enough, and loses when waiting is left out', () => {
    const today = { ...EMPTY_TODAY, way: 'machined' as const, material: 'al-6061', cost: 300, once: 0, wait_days: 30, delay_per_day: 0 };
    expect(decide({ today }, { print: 500 }).kind).toBe('keep');
    expect(decide({ today: { ...today, delay_per_day: 50 } }, { print: 500 }).kind).toBe('print');
    expect(decide({ today: { ...today, delay_per_day: 50, waitingFree: true } }, { print: 500 }).kind).toBe('keep');
  });
  it('says even where neither money nor date tells two ways apart, and lets the sooner have it where only money does not', () => {
    const lead = { low: 5, likely: 5, high: 5, kind: 'quote' as const, note: 'test' };
    const even = (millDays: number) => {
      const pins = [PRINT, MILL];
      const wide = (x: number) => ({ ...quote(x), price_each: { low: x * 0.5, likely: x, high: x * 1.5, kind: 'quote' as const, note: 'test' } });
      const overrides = {
        'extrusion-fibre/pa6-cf': { ...wide(200), lead_days: lead },
        'cnc-mill/al-6061': { ...wide(200), lead_days: { ...lead, low: millDays, likely: millDays, high: millDays } },
      };
      return decide({ pins, overrides }, {});
    };
    expect(even(5).kind).toBe('even');
    expect(even(12)).toMatchObject({ kind: 'print', letter: 'A' });
    expect(even(12).reasons.join(' ')).toMatch(/In money the two are even: A is taken because it is ready [\d.]+ days sooner\./);
  });
  it('cuts a plate when cutting is no dearer, and not when it is', () => {
    const flat = { form: 'flat' as const, size_mm: [200, 100, 8] as [number, number, number], need: { ...PLAIN, load: must(2) } };
    expect(decide(flat, { print: 100, mill: 400, cut: 60 })).toMatchObject({ kind: 'simple', letter: 'C' });
    expect(decide(flat, { print: 100, mill: 400, cut: 400 })).toMatchObject({ kind: 'print' });
    expect(decide({}, { print: 100, mill: 400, cut: 60 }).kind).toBe('print');
  });
  it('is hybrid when metal takes the wear', () => {
    const gritty = { family: 'gripper', need: { ...PLAIN, wear: must('abrasive' as const), cyclesPerYear: must(40_000) } };
    // Priced alike, but with the life of the book: a life that was quoted would be believed.
    const bare = (price: number) => ({ price_each: quote(price).price_each, price_once: quote(0).price_once });
    const v = decide({ ...gritty, pins: [PRINT, MILL], overrides: { 'extrusion-fibre/pa6-cf': bare(100), 'cnc-mill/al-6061': bare(400) } }, {});
    expect(v.kind).toBe('hybrid');
    expect(v.conditions.join(' ')).toMatch(/steel finger tips, screwed on/);
  });
  it('machines what no print can stand, and says what rules each print out', () => {
    const v = decide({ need: { ...PLAIN, serviceTemp: must(145) } }, { print: 1, mill: 400 });
    expect(v.kind).toBe('machine');
    expect(v.reasons.join(' ')).toMatch(/145 °C in service is more than PA6-CF short fibre stands/);
  });
  it('bridges when only life is short and the days are worth more than the prints', () => {
    const bridge: Partial<CaseDoc> = {
      family: 'mould-insert',
      today: { ...EMPTY_TODAY, way: 'machined', material: 'al-6061', cost: 2000, wait_days: 40, delay_per_day: 100 },
      need: {
        ...PLAIN,
        serviceTemp: must(60),
        peakTemp: must(80),
        load: must(1000),
        loadDirection: must('compression'),
        cyclesPerYear: must(3000),
        years: must(5),
        copies: must(1),
      },
    };
    const free = { pins: [PRINT, MILL], overrides: {} };
    const of = (doc: Partial<CaseDoc>) => evaluateCase(demoDoc({ ...doc, ...free }), BUILT_IN_SITE, 400).view.verdict;
    // The tool of today, or its like, takes over.
    const asked = of(bridge).conditions.join(' ');
    expect(asked).toMatch(/Order .* on the same day\. Count what it makes: it is good for about \d+\./);
    expect(asked).not.toContain('wear out');
    expect(of(bridge)).toMatchObject({ kind: 'bridge', letter: 'A', then: expect.stringMatching(/^[BT]$/) });
    expect(of({ ...bridge, today: { ...bridge.today!, delay_per_day: 1 } }).kind).not.toBe('bridge');
  });
  it('suggests the same in another material where today’s works above its book figure, and nowhere else', () => {
    const milled = (temperature: number) =>
      evaluateCase(
        demoDoc({
          family: 'press-nest',
          need: { ...PLAIN, serviceTemp: must(temperature), load: must(6000) },
          today: { ...EMPTY_TODAY, way: 'machined', material: 'al-6061', cost: 880, wait_days: 20 },
        }),
        BUILT_IN_SITE,
        200,
      ).view.pins.filter((p) => p.option.process === 'cnc-mill').map((p) => p.option.material);
    expect(milled(40)).toEqual([]);
    // Aluminium is soft at 260 °C; steel is not.
    expect(milled(260)).toHaveLength(1);
    expect(milled(260)[0]).not.toBe('al-6061');
  });
  it('never calls doing without the earliest: it is no tool', () => {
    const pins = (way: 'none' | 'machined') =>
      evaluateCase(
        demoDoc({ need: PLAIN, pins: [PRINT, MILL], today: { ...EMPTY_TODAY, way, cost: 100, wait_days: way === 'none' ? null : 0.1, delay_per_day: 30 } }),
        BUILT_IN_SITE,
        400,
      ).view.pins;
    expect(pins('none').at(-1)).toMatchObject({ letter: 'T', chanceEarliest: 0 });
    expect(pins('machined').at(-1)!.chanceEarliest).toBe(1);
  });
  it('leaves lifting to those who are licensed, whatever it costs', () => {
    const v = decide({ family: 'lifting-aid' }, { print: 1, mill: 1000 });
    expect(v.kind).toBe('licensed');
    expect(v.letter).toBeUndefined();
    expect(v.cautions.join(' ')).toMatch(/competent person/);
  });
  it('asks for the facts that decide, by name, before all else', () => {
    const v = decide({ family: 'spare-part', need: { copies: must(1) } }, { print: 1, mill: 1000 });
    expect(v.kind).toBe('facts');
    expect(v.conditions).toEqual([
      'Give the largest load on the Need step.',
      'Give the temperature in service on the Need step.',
      'Give the fluids on the Need step.',
    ]);
  });
  it('takes of two that cost the same the one that is likelier than not to hold, before the one that is sooner', () => {
    const way = (letter: 'A' | 'B', kind: 'print' | 'machine', days: number, chance: number) => ({
      letter,
      days,
      cost: 500,
      chanceCheapest: 0.5,
      result: {},
      option: {
        kind,
        state: 'conditional',
        doubt: { chance, trials: 0 },
        process: 'cnc-mill',
        processLabel: kind,
        materialLabel: 'PA12',
        mass_kg: 1,
        remedies: [],
        checks: [],
        expected_cost: 500,
        programme_with_wait: 500,
      },
    });
    const taken = (chance: number): string | undefined => {
      const contenders = [way('A', 'print', 2, chance), way('B', 'machine', 12, 0.9)];
      const ctx = { doc: demoDoc({}), contenders, missing: [], todayPriced: true, findings: [], chanceBelow: () => 0.5, money: String };
      return RULES.find((r) => r.id === 'cost')!.apply(ctx as unknown as VerdictContext)?.letter;
    };
    expect([taken(0.9), taken(0.45)]).toEqual(['A', 'B']);
    // Weights of hundreds of kilograms are written out.
    const [light, heavy] = [way('A', 'print', 2, 0.9), way('B', 'machine', 12, 0.9)];
    const weighed = { ...heavy, option: { ...heavy.option, mass_kg: 606 } };
    const ctx = {
      doc: demoDoc({}),
      contenders: [{ ...light, option: { ...light.option, mass_kg: 104.5 } }, weighed],
      missing: [],
      todayPriced: true,
      findings: [],
      chanceBelow: () => 0.5,
      money: String,
    };
    expect(RULES.find((r) => r.id === 'cost')!.apply(ctx as unknown as VerdictContext)?.reasons).toContain('It weighs 83 % less (100 kg against 610 kg).');
  });
  it('says so when nothing pinned holds', () => {
    expect(decide({ need: { ...PLAIN, serviceTemp: must(600) } }, { print: 1, mill: 1 }).kind).toBe('facts');
  });
  it('always gives the sentence of the rule that decided, and cautions of tool and process', () => {
    const v = decide({}, { print: 100, mill: 400 });
    expect(RULES.map((r) => r.says)).toContain(v.rule);
    expect(v.cautions.some((c) => c.includes('drill'))).toBe(true);
    expect(v.cautions.some((c) => c.includes('dust'))).toBe(true);
  });
});

describe('a label inside a sentence', () => {
  it.each([['CNC milling', 'CNC milling'], ['Polymer powder bed', 'polymer powder bed'], ['Vat resin', 'vat resin']])(
    '%s → %s',
    (a, b) => expect(inSentence(a)).toBe(b),
  );
});
