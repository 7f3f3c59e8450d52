import { randomNormal } from 'd3-random';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { inputFaults } from '../inputs/schema';
import { faceEntry, lifeEntry } from '../life/life';
import { rubbingOf } from '../life/rubbing';
import { plainFacts } from '../case/facts';
import { demoDoc } from '../case/testing';
import { evaluateRoute } from '../routes/evaluate-route';
import { material } from '../shelf/shelf';
import { DEFAULT_SHOP } from '../shelf/shop';
import { blended, blendedShare, movedLife, NO_EVIDENCE, ownFactor, ownLog, PRIOR_WEIGHT } from './evidence';
import { evidenceOf, RECORD_KINDS, recordKindOf } from './kinds';
import { valueOf } from '../worksheet/evaluate';
import { percentiles, sampleEntry, uniformSource } from '../worksheet/sample';
import { certificate } from './kinds/certificate';
import { expired, priceAt, quote } from './kinds/quote';
import { FAMILIES } from '../need/families';
import { formingStep } from './kinds/forming-step';
import { partner } from './kinds/partner';
import { refusedJob } from './kinds/refused-job';
import { storedTool } from './kinds/stored-tool';
import { delaysByCell, toolingTime } from './kinds/tooling-time';
import { recordFaults, type RecordRow } from './kind';
import type { Values } from '../inputs/spec';

const BARE = { rubbing: rubbingOf({}), metalFace: false };
const FACED = { ...BARE, metalFace: true };
const row = (kind: string, values: Values): RecordRow => ({ id: '1', kind, caseId: null, at: '2026-11-25T10:00:00Z', who: 'x', revision: 1, values });
const life = (cycles: number, ended: string, more: Values = {}): RecordRow =>
  row('tool-life', { tool: 'nest', duty: 'locate', material: 'pa12-cf', cycles, ended, ...more });

describe('kinds of record', () => {
  it('have a file each', () => {
    expect(readdirSync(join(__dirname, 'kinds')).sort()).toEqual(RECORD_KINDS.map((k) => `${k.id}.ts`).sort());
    expect(() => recordKindOf('rumour')).toThrow('quote, certificate, note, machine, tool-life, build');
  });
  it('are called by something a person wrote', () => {
    expect(recordKindOf('note').title({ text: 'Slips on wet days\nsee picture' })).toBe('Slips on wet days');
    expect(quote.title({ supplier: 'Tornería Prueba', number: 'Q-12' })).toBe('Tornería Prueba, Q-12');
  });
  it('refuse what is incomplete', () => {
    expect(inputFaults(quote.inputs, { dated: '2026-11-25', breaks: [] }).map((f) => f.message)).toEqual(['Supplier is missing.']);
    const good = { supplier: 'A', dated: '2026-11-25', breaks: [{ from: 1, each: 5 }], once: 0 };
    expect(recordFaults(quote, good)).toEqual([]);
    expect(recordFaults(quote, { ...good, valid_until: '2026-11-24', breaks: [{ from: 2, each: 5 }, { from: 2, each: 4 }] }).map((f) => f.path)).toEqual([
      'valid_until',
      'breaks[1].from',
    ]);
  });
});

describe('a certificate', () => {
  const v: Values = {
    by: 'Prüfstelle Muster',
    number: 'C-7',
    covers: 'hook, one door at a time',
    dated: '2026-03-01',
    rated: 40,
    proved: 60,
    inspect_by: '2027-02-28',
  };
  it('is called by who issued it, and says when its inspection is overdue', () => {
    expect(certificate.title(v)).toBe('Prüfstelle Muster, C-7');
    expect(certificate.notice!(v, '2027-02-28')).toBeUndefined();
    expect(certificate.notice!(v, '2027-03-01')).toContain('take the tool out of use');
  });
  it('needs a proof load not below the rated one, and an inspection after its date', () => {
    expect(recordFaults(certificate, v)).toEqual([]);
    expect(recordFaults(certificate, { ...v, proved: 30, inspect_by: '2026-02-01' }).map((f) => f.path)).toEqual(['inspect_by', 'proved']);
  });
});

describe('a tool on the shelf', () => {
  const asks = (v: Values) => storedTool.notice!({ tool: 'Jig', last_used: '2024-05-01', model: 'none', owner: 'us', ...v }, '2026-11-27');
  it('may live as a file once it lay idle for a year and is drawn; undrawn it is asked about after two', () => {
    // 940 days: thirty months and a bit.
    expect(asks({ model: 'drawn', room: 0.4, again_days: 3 })).toBe(
      'Not used for 30 months, and drawn: it may live as a file. 0.4 m² come free. Made again it is there in 3 days.',
    );
    expect(asks({ draw_h: 5 })).toBe('Not used for 30 months, and no model stands behind it: draw or scan it (5 h) and let it go, or say why it stays.');
    expect(asks({ last_used: '2025-06-01' })).toBeUndefined();
    expect(asks({ last_used: '2025-11-20', model: 'drawn' })).toContain('Not used for 12 months');
    expect(asks({ last_used: '2025-12-20', model: 'drawn' })).toBeUndefined();
    expect(asks({ model: 'drawn', owner: 'customer' })).toContain('ask before it goes');
  });
  it('in use, it is told of where one person and one piece are all there is; decided it is left in peace', () => {
    expect(asks({ last_used: '2026-11-01', one_person: true })).toContain('It rests on one person and one piece');
    expect(asks({ last_used: '2026-11-01', one_person: true, model: 'drawn' })).toBeUndefined();
    expect(asks({ decision: 'keep' })).toBeUndefined();
    const faults = (v: Values) => recordFaults(storedTool, { tool: 'Jig', last_used: '2024-05-01', owner: 'us', one_person: false, ...v }).map((f) => f.path);
    expect([faults({ model: 'old', decision: 'file' }), faults({ model: 'drawn', decision: 'file' }), faults({ model: 'none', decision: 'scrap' })]).toEqual([
      ['decision'],
      [],
      [],
    ]);
  });
});

describe('a list of records', () => {
  const money = (x: number): string => `${x} EUR`;
  it('says what they come to together', () => {
    const tools = [
      { worth: 900, room: 0.5, uses: 2, last_used: '2024-05-01', model: 'drawn' },
      { worth: 100, room: 1, last_used: '2026-11-01', model: 'none' },
      {
        worth: 9999,
        last_used: '2024-05-01',
        decision: 'scrap',
      },
    ];
    expect(storedTool.together!(tools.map((t) => row('stored-tool', t)), '2026-11-27', money)).toBe(
      '2 kept: they cost 1000 EUR, take 1.5 m², and are used 2 times a year; 1 not for a year, 1 without a model as they are.',
    );
    const jobs = [{ worth: 40_000, won_on: '2026-02-01' }, { worth: 20_000 }, {}].map((v) => row('refused-job', v));
    expect(refusedJob.together!(jobs, '', money)).toBe('3 refused, 60000 EUR a year; 1 of them won after all, 40000 EUR a year.');
    expect([refusedJob.together!([], '', money), storedTool.together!([], '', money)]).toEqual([undefined, undefined]);
  });
  it('of partners asks where one was not asked for a year', () => {
    expect(partner.notice!({ asked: '2025-01-01' }, '2026-11-27')).toMatch(/Asked last 22 months ago/);
    expect(partner.notice!({ asked: '2026-01-01' }, '2026-11-27')).toBeUndefined();
  });
});

describe('a forming log', () => {
  it('is kept of tools that form or bend alone', () => {
    const kept = FAMILIES.filter((f) => formingStep.duties!.includes(f.duty)).map((f) => f.id);
    expect(kept).toEqual(expect.arrayContaining(['flex-form-die', 'tube-die', 'brake-tool', 'bead-die']));
    expect(kept).not.toContain('gauge');
  });
  const says = (...steps: [number, string][]) =>
    formingStep.together!(steps.map(([pressure, seen]) => row('forming-step', { piece: '1', on: '2026-03-02', pressure, seen })), '', String);
  it('says how far it went well, where not, and where to stay', () => {
    expect(says([5, 'short'], [10, 'back'], [15, 'good'], [20, 'crack'])).toBe(
      '4 steps; without a fault up to 15 MPa; as wanted from 15 MPa; cracked or torn at 20 MPa; stay at 15 MPa.',
    );
    expect(says([5, 'wrinkle'])).toBe('1 step; wrinkled at 5 MPa.');
    // As wanted only beyond a fault is nowhere to stay.
    expect(says([10, 'mark'], [15, 'good'])).not.toContain('stay');
    expect(formingStep.notice!({ seen: 'tool' }, '')).toMatch(/^The tool gave way: do not press on/);
    expect(formingStep.notice!({ seen: 'back' }, '')).toBeUndefined();
  });
});

describe('a job that was turned away', () => {
  const says = (v: Values) => refusedJob.notice!({ job: 'Bracket', on: '2026-03-02', why: 'price', ...v }, '2026-11-27');
  it('says what its tooling is of a year of it, and what could bring it back', () => {
    expect(says({ tooling: 9000, worth: 30_000 })).toBe('The tooling is 30 % of a year of it: a cheaper tool brings it back within reach.');
    expect(says({ tooling: 1500, worth: 30_000 })).toBe('The tooling is 5 % of a year of it.');
    expect(says({ tooling: 1500, worth: 30_000, why: 'wait' })).toContain('it was the wait');
    expect(says({ worth: 30_000 })).toContain('Say what the tooling would have cost');
    expect(says({ won_on: '2026-06-01', by: 'the printed nest' })).toMatch(/^Won after all on .*1 Jun 2026, with the printed nest\.$/);
  });
  it('is not won before it was refused', () => {
    const faults = (won_on: string) => recordFaults(refusedJob, { job: 'Bracket', on: '2026-03-02', why: 'price', won_on }).map((f) => f.path);
    expect([faults('2026-03-01'), faults('2026-03-02')]).toEqual([['won_on'], []]);
  });
});

describe('tooling times', () => {
  it('stand by cell, whatever is written after the first comma, in whatever case', () => {
    const time = (cell: string, actual: number) => row('tooling-time', { cell, actual, on: '2026-03-02' });
    const by = delaysByCell([time('Welding, cell 2', 30), time('welding', 50), time('WELDING, cell 4', 34), time('Assembly', 12)]);
    expect([...by]).toEqual([['welding', { days: 34, n: 3 }], ['assembly', { days: 12, n: 1 }]]);
    expect(toolingTime.notice!({ quoted: 20, actual: 34 }, '')).toBe('14 days later than quoted.');
    expect(toolingTime.notice!({ quoted: 34, actual: 34 }, '')).toBeUndefined();
  });
});

describe('a quote', () => {
  const breaks = [{ from: 10, each: 80 }, { from: 1, each: 120 }, { from: 50, each: 60 }];
  it('has the price of the largest break that is reached, the first below all', () => {
    expect([1, 9, 10, 49, 50, 1000].map((n) => priceAt({ breaks }, n))).toEqual([120, 120, 80, 80, 60, 60]);
    expect(priceAt({ breaks: [{ from: 5, each: 9 }] }, 2)).toBe(9);
    expect(priceAt({}, 2)).toBeUndefined();
  });
  it('holds up to and with its last day, and says so after', () => {
    const v = { valid_until: '2026-11-30' };
    expect([expired(v, '2026-11-30'), expired(v, '2026-12-01'), expired({}, '2030-01-01')]).toEqual([false, true, false]);
    expect(quote.notice!(v, '2026-12-01')).toContain('Ran out on Mon, 30 Nov 2026');
    expect(quote.notice!(v, '2026-11-30')).toBeUndefined();
  });
});

describe('evidence', () => {
  it('of lives is the largest-likelihood median of a wear-out life, tools in use counted for what they did', () => {
    // η = √((1000² + 2000² + 3000²)/2) for two failures and one still in use at 3000; median η √ln 2.
    const { life: [found] } = evidenceOf([life(1000, 'worn'), life(2000, 'broken'), life(3000, 'in-use')]);
    expect(found).toMatchObject({ duty: 'locate', material: 'pa12-cf', n: 3, worn: 2 });
    // At a shape of 2 exactly it would be √(Σt²/2)·√ln 2; two failures move the shape a little.
    expect(found.median / (Math.sqrt(14e6 / 2) * Math.sqrt(Math.LN2))).toBeCloseTo(1, 2);
  });
  it('of tools none of which has worn is even odds of having come so far, and never lowers a life', () => {
    const { life: [found] } = evidenceOf([life(3000, 'in-use'), life(4000, 'in-use')]);
    // (3000² + 4000²)^½: exp(−Σ(t/η)²) is then one half.
    expect([found.worn, found.median]).toEqual([0, 5000]);
    const book = { low: 10_000, likely: 50_000, high: 200_000 };
    expect(movedLife(book, found)).toBe(book);
    expect(movedLife({ low: 500, likely: 1000, high: 2000 }, found).likely).toBeGreaterThan(1000);
    expect(movedLife(book, { ...found, worn: 1 }).likely).toBeLessThan(50_000);
  });
  it('of metal faces goes to the faces, not to the tool that carries them', () => {
    const log = evidenceOf(Array.from({ length: 12 }, () => life(900, 'worn', { item: 'face' })));
    expect(log.life).toMatchObject([{ item: 'face', n: 12 }]);
    const m = material('pa12-cf');
    expect(lifeEntry({ duty: 'locate' }, m, BARE, log)).toEqual(lifeEntry({ duty: 'locate' }, m, BARE, NO_EVIDENCE));
    const [before, after] = [NO_EVIDENCE, log].map((e) => faceEntry('locate', FACED, m, e));
    expect(after.likely).toBeLessThan(before.likely / 5);
    expect(after.source.text).toContain('12 tools of your own log');
    expect(faceEntry('locate', BARE, m, log).likely).toBeGreaterThan(1e11);
  });
  it('keeps duties and materials apart', () => {
    expect(evidenceOf([life(1, 'worn'), life(1, 'worn', { material: 'pei' }), life(1, 'worn', { duty: 'press' })]).life).toHaveLength(3);
  });
  it('of builds is the geometric mean of actual over estimated, and the share that failed', () => {
    const build = (values: Values): RecordRow => row('build', { tool: 't', process: 'extrusion-open', outcome: 'good', ...values });
    const { ratios } = evidenceOf([
      build({ hours_estimated: 10, hours_actual: 20 }),
      build({ hours_estimated: 10, hours_actual: 5 }),
      build({ hours_estimated: 4, outcome: 'failed' }),
      build({ money_estimated: 50, money_actual: 100 }),
    ]);
    expect(ratios.find((r) => r.of === 'hours')).toMatchObject({ n: 2, mean: 1 });
    expect(ratios.find((r) => r.of === 'money')).toMatchObject({ n: 1, mean: 2 });
    expect(ratios.find((r) => r.of === 'scrap')).toMatchObject({ n: 4, mean: 0.25 });
  });
  it('of builds leaves out those that failed, and takes off the factor that their estimates had', () => {
    const build = (values: Values): RecordRow => row('build', { tool: 't', process: 'extrusion-open', outcome: 'good', ...values });
    const { ratios } = evidenceOf([
      build({ money_estimated: 120, money_actual: 120, money_factor: 1.2 }),
      build({ money_estimated: 100, money_actual: 900, outcome: 'failed' }),
    ]);
    // 120 was 100 by the book: the build came to 1.2 times the book, though its estimate was right.
    expect(ratios.find((r) => r.of === 'money')).toMatchObject({ n: 1, mean: 1.2 });
  });
  it('of builds counts where they fell in the range of their estimate', () => {
    const build = (actual: number, more: Values = {}): RecordRow =>
      row('build', {
        tool: 't',
        process: 'extrusion-open',
        outcome: 'good',
        money_estimated: 100,
        money_low: 90,
        money_high: 120,
        money_actual: actual,
        ...more,
      });
    const [money] = recordKindOf('build').summarise!([
      build(80),
      build(95),
      build(110),
      build(120),
      build(121),
      build(300, { outcome: 'failed' }),
      build(90, { money_low: undefined as never }),
    ]).ratios!;
    expect(money).toMatchObject({ of: 'money', n: 6, fell: [1, 1, 2, 1] });
  });
  it('of builds makes ranges hold as often as they say: eight in ten of those that were never seen', () => {
    // The book is a sixth too low, and its ranges are half as wide as builds scatter: 12 % against 25 %.
    const [BIAS, SCATTER, OWN] = [Math.log(1.2), 0.25, 0.12];
    const draw = randomNormal.source(uniformSource(7))(0, 1);
    const actual = (): number => 100 * Math.exp(BIAS + SCATTER * draw());
    const [low, high] = [100 * Math.exp(-1.2816 * OWN), 100 * Math.exp(1.2816 * OWN)];
    const seen = Array.from(
      { length: 60 },
      () =>
        row('build', { tool: 't', process: 'extrusion-open', outcome: 'good', money_estimated: 100, money_low: low, money_high: high, money_actual: actual() }),
    );
    const evidence = { ...NO_EVIDENCE, ...recordKindOf('build').summarise!(seen) };
    const factor = ownFactor(evidence, 'extrusion-open', 'money');
    // The range of the next estimate: its own, times what was learned.
    const learned = sampleEntry(
      { name: 'own', label: '', unit: '', ...factor, spread: 'lognormal', source: { kind: 'guess', text: '' } },
      20_000,
      3,
    ) as Float64Array;
    const { p10, p90 } = percentiles(learned.map((x) => 100 * x * Math.exp(OWN * draw())));
    const fresh = Array.from({ length: 4000 }, actual);
    const within = (a: number, b: number): number => fresh.filter((x) => x >= a && x <= b).length / fresh.length;
    expect(within(p10, p90)).toBeGreaterThan(0.75);
    expect(within(p10, p90)).toBeLessThan(0.85);
    // As it was before, four in ten.
    expect(within(low, high)).toBeLessThan(0.5);
    // Ranges that held are not made wider.
    const calm = Array.from(
      { length: 60 },
      () =>
        row('build', {
          tool: 't',
          process: 'extrusion-open',
          outcome: 'good',
          money_estimated: 100,
          money_low: low,
          money_high: high,
          money_actual: 100 * Math.exp(0.06 * draw()),
        }),
    );
    expect(recordKindOf('build').summarise!(calm).ratios![0].scatter).toBeUndefined();
  });
  it('of builds goes into price and date, n/(n + 4) of the way, and a new build says which factor was in force', () => {
    const log = evidenceOf(
      Array.from(
        { length: 4 },
        () =>
          row('build', { tool: 't', process: 'extrusion-open', outcome: 'good', money_estimated: 100, money_actual: 144, hours_estimated: 1, hours_actual: 4 }),
      ),
    );
    // Four builds weigh half: √1.44 and √4.
    expect(ownFactor(log, 'extrusion-open', 'money').likely).toBeCloseTo(1.2, 12);
    expect(ownFactor(log, 'extrusion-open', 'days').likely).toBeCloseTo(2, 12);
    expect(ownFactor(log, 'cnc-mill', 'money')).toEqual({ low: 1, likely: 1, high: 1 });
    const stamped = recordKindOf('build').stamp!({ process: 'extrusion-open', money_estimated: 10, days_estimated: 3, days_factor: 1 }, log);
    expect(stamped['money_factor']).toBeCloseTo(1.2, 12);
    expect(stamped['days_factor']).toBe(1);

    const pin = { process: 'extrusion-open', material: 'petg' };
    const of = (evidence: typeof log) => evaluateRoute(plainFacts(demoDoc(), { shop: DEFAULT_SHOP, evidence }), pin, [], 200);
    const [before, after] = [of(NO_EVIDENCE), of(log)];
    // Neither scrap nor life is moved far by four good builds; the sum is 1.2 times what it was but for that.
    const sum = (r: typeof before): number => ['direct_each', 'scrap_cost', 'overhead_cost'].reduce((s, n) => s + valueOf(r.point, n), 0);
    expect(valueOf(after.point, 'price_each')).toBeCloseTo(1.2 * sum(after), 6);
    expect(valueOf(before.point, 'price_each')).toBeCloseTo(sum(before), 9);
    for (const [i, s] of after.lead.stages.entries()) expect(s.hours).toBeCloseTo(2 * before.lead.stages[i].hours, 9);
    expect(after.lead.risk!.p50).toBeGreaterThan(before.lead.risk!.p50);
    expect(after.entries.find((e) => e.name === 'own_days')!.source.text).toContain('hours; no days were logged');
  });
  it('moves a range by its weight, and narrows it', () => {
    const prior = { low: 100, likely: 1000, high: 10_000 };
    const moved = blended(prior, 100, 12);
    expect(moved.likely).toBeCloseTo(1000 ** 0.25 * 100 ** 0.75, 8);
    expect(moved.high / moved.low).toBeCloseTo(100 ** Math.sqrt(PRIOR_WEIGHT / 16), 8);
    expect(blended(prior, 5, 0)).toBe(prior);
    // Ever more of the same brings it there.
    expect(blended(prior, 100, 1e9).likely).toBeCloseTo(100, 4);
  });
  it('moves a share by what was seen, as far as the width of its own range lets it', () => {
    // By hand: s = 0.1/3.29, k = 0.05·0.95/s² − 1 = 50.41; (50.41·0.05 + 3)/(50.41 + 24) = 0.07419; s' = √(0.07419·0.92581/75.41) = 0.03018.
    const prior = { low: 0.02, likely: 0.05, high: 0.12 };
    const moved = blendedShare(prior, 3, 24);
    expect(moved.likely).toBeCloseTo(0.07419, 4);
    expect(moved.low).toBeCloseTo(0.07419 - 0.03 * 0.9929, 4);
    expect(moved.high).toBeCloseTo(0.07419 + 0.07 * 0.9929, 4);
    // Ten good builds out of ten are no proof that none fails.
    expect(blendedShare(prior, 0, 10).likely).toBeCloseTo((50.41 * 0.05) / 60.41, 4);
    expect(blendedShare(prior, 0, 0)).toBe(prior);
    expect(blendedShare(prior, 1, 1).likely).toBeLessThan(0.07);
  });
  it('flows back: life and scrap of later estimates say whose they are', () => {
    const log = evidenceOf([
      ...Array.from({ length: 12 }, () => life(500, 'worn')),
      row('build', { tool: 't', process: 'extrusion-chamber', outcome: 'failed' }),
    ]);
    const m = material('pa12-cf');
    const before = lifeEntry({ duty: 'locate' }, m, BARE), after = lifeEntry({ duty: 'locate' }, m, BARE, log);
    expect(after.likely).toBeLessThan(before.likely / 5);
    expect(after.source).toMatchObject({ kind: 'measured', text: expect.stringContaining('12 tools of your own log') });
    // A steel face is another tool.
    expect(lifeEntry({ duty: 'locate' }, m, FACED, log)).toEqual(lifeEntry({ duty: 'locate' }, m, FACED, NO_EVIDENCE));
    const site = { shop: DEFAULT_SHOP, evidence: log };
    const scrap = evaluateRoute(plainFacts(demoDoc({ family: 'assembly-fixture' }), site), { process: 'extrusion-chamber', material: 'pa12-cf' }, []).entries
      .find((e) => e.name === 'scrap')!;
    expect(scrap.source.text).toContain('1 build of your own log');
    expect(scrap.likely).toBeGreaterThan(0.05);
  });
  it('counts in words', () => {
    expect([ownLog(1), ownLog(12), ownLog(2, 'build')]).toEqual(['1 tool of your own log', '12 tools of your own log', '2 builds of your own log']);
  });
});
