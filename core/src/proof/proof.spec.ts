import { proofCondition } from '../case/proof-loads';
import { demoDoc, studiedRef } from '../case/testing';
import { evaluateCase, type PinView } from '../decide/evaluate-case';
import type { Values } from '../inputs/spec';
import { factsOf } from '../plan/facts';
import type { RecordRow } from '../records/kind';
import { recordFaults } from '../records/kind';
import { claim as claimKind } from '../records/kinds/claim';
import { making, READINGS } from '../records/kinds/making';
import { check } from '../records/kinds/check';
import { toolLife } from '../records/kinds/tool-life';
import { PROCESSES, processOf } from '../process/processes';
import { BUILT_IN_SITE } from '../records/site';
import { REMEDIES } from '../screen/remedies';
import { material } from '../shelf/shelf';
import { box, drilledPlate, join as sideBySide, moved, tube } from '../shape/testing';
import { plainFacts } from '../case/facts';
import { familyOf } from '../need/families';
import { claimChecks } from './claims';
import type { CaseDoc, FaceMark } from '../case/types';
import { checkPlan, type CheckRow, checkRows, releaseRefusal, scaleOff } from './check-plan';
import { readDevice, SIMULATED } from './devices';
import { paperGap } from './papers-asked';
import { promiseKept, within } from './promise';
import { fileSummary, releaseFile } from './release-file';
import { lockRefusal, refusal, signRefusal } from './rules';
import { neededCycles, outdated, serviceOf } from './service';
import { type MakingStep, makingSteps, readFirst, stepReading, stepRefusal, stepRows } from './steps';
import { paceOf, wearByFace, wearForecast } from './wear';

let clock = 0;
const row = (kind: string, values: Values): RecordRow => ({
  id: `r${++clock}`,
  kind,
  caseId: 'c',
  at: `2026-01-01T00:00:${String(clock).padStart(2, '0')}.000Z`,
  who: 'Ada',
  revision: 1,
  values,
});

const DOC = demoDoc({ shapes: { printed: studiedRef(drilledPlate(120, 80, 20, [[6, 20, 20], [6, 100, 20], [10, 60, 60]])) } });
const FACTS = factsOf(DOC, BUILT_IN_SITE);
const { view: VIEW } = evaluateCase(DOC, BUILT_IN_SITE, 200);
const PIN = VIEW.pins.find((p) => p.letter !== 'T')!;

describe('what can hurt somebody', () => {
  it('is tried and guarded before a piece is released: each kind of tool has its own, none has what it needs not', () => {
    const planOf = (family: string) => checkPlan(factsOf(demoDoc({ family }), BUILT_IN_SITE), undefined, { conditions: [] });
    const plan = planOf('workholding-plate');
    expect(plan.filter((i) => i.from.includes('hurt')).map((i) => i.what)).toEqual([
      expect.stringMatching(/half the feed.*door shut/),
      expect.stringMatching(/Guard/),
    ]);
    expect(releaseRefusal(checkRows(plan, [], '1'), '1')).toContain('not released');
    expect(planOf('brake-tool').some((i) => /behind a guard/.test(i.what))).toBe(true);
    expect(planOf('tray').some((i) => i.from.includes('hurt'))).toBe(false);
  });
});

describe('the steps of making a piece', () => {
  const nylon = material('pa6-cf');
  const steps = makingSteps(PIN, nylon);
  const made = (step: string, more: Values = {}): RecordRow => row('making', { piece: '1', step, on: '2026-03-02', ...more });
  const wet = (decision?: string): RecordRow =>
    made('Dry the material', { readings: [{ what: 'moisture', value: 0.31, most: 0.1 }], ...(decision && { decision, reason: 'dried again' }) });

  it('begin with the water in the material and its limit, and end with the number', () => {
    expect(steps[0]).toMatchObject({
      label: 'Dry the material',
      readings: [{ what: 'moisture', most: 0.1 }],
      hint: expect.stringContaining('80 °C, 12 h') as string,
    });
    expect(steps.at(-1)!.label).toBe('Mark it with its number');
    expect(makingSteps(PIN, undefined).map((s) => s.id)).not.toContain('dry');
  });
  it('stop before a machine that can hurt whoever is near, until its stop test held', () => {
    const steps = makingSteps({ ...PIN, option: { ...PIN.option, process: 'pellet-extrusion' } }, undefined);
    expect(steps[0]).toMatchObject({ id: 'safe', readings: [{ what: 'stop-test', least: 1 }], hint: expect.stringContaining('bump stop') as string });
    const failed = row('making', { piece: '9', step: steps[0].label, on: '2026-03-02', readings: [{ what: 'stop-test', value: 0, least: 1 }] });
    expect(stepRefusal({ piece: '9', step: 'Print' }, [failed])).toMatch(/waits at “Stop test and round of the machine”/);
    expect(makingSteps(PIN, undefined).some((s) => s.id === 'safe')).toBe(false);
  });
  it('read what each stage and each remedy names, with its limit: all of it can be entered', () => {
    const resin = processOf('vat-resin');
    const lead = { ...PIN.lead, stages: resin.stages.map((s) => ({ ...PIN.lead.stages[0], id: s.id, label: s.label })) };
    const wash = makingSteps({ lead, option: { ...PIN.option, process: 'vat-resin' } }).find((s) => s.label === 'Wash and cure')!;
    expect(wash.readings).toEqual(
      expect.arrayContaining([{ what: 'minutes', most: 15 }, { what: 'cure-minutes', least: 10 }, { what: 'damage', most: 0 }]) as object,
    );
    expect(wash.hint).toContain('No tacky place');
    const sealed = makingSteps({
      ...PIN,
      option: { ...PIN.option, remedies: [{ ...PIN.option.remedies[0], id: 'seal', label: 'sealing', hours: { low: 1, likely: 1, high: 1 } }] },
    });
    expect(sealed.find((s) => s.id === 'seal')!.readings).toContainEqual({ what: 'pinholes', most: 0 });
    const names = new Set(READINGS.map((r) => r.value));
    const asked = [...PROCESSES.flatMap((p) => p.stages), ...REMEDIES].flatMap((s) => s.read ?? []);
    expect(asked.length).toBeGreaterThan(20);
    expect(asked.filter((r) => !names.has(r.what) || (r.least !== undefined && r.most !== undefined && r.least > r.most))).toEqual([]);
  });
  it('leave out what only waits', () => {
    expect(steps.some((s) => /wait|queue/i.test(s.label))).toBe(false);
    expect(steps.some((s) => /print/i.test(s.label))).toBe(true);
  });
  it('stop at a reading beyond its limit until somebody decides, and go on from there', () => {
    const next = { piece: '1', step: steps[1].label, on: '2026-03-03' };
    expect(stepRows(steps, [wet()], '1')[0].state).toBe('blocked');
    expect(stepRefusal(next, [wet()])).toMatch(/waits at “Dry the material”: Water in the material, % 0\.31, at most 0\.1/);
    // Another piece is not held up, and the step itself may be entered again.
    expect(stepRefusal({ ...next, piece: '2' }, [wet()])).toBeUndefined();
    expect(stepRefusal({ ...next, step: 'Dry the material' }, [wet()])).toBeUndefined();
    expect([stepRefusal(next, [wet('go-on')]), stepRows(steps, [wet('go-on')], '1')[0].state]).toEqual([undefined, 'done']);
    expect(stepRows(steps, [wet('again')], '1')[0].state).toBe('again');
    const [first, dry] = [wet('again'), made('Dry the material', { readings: [{ what: 'moisture', value: 0.05, most: 0.1 }] })];
    expect(stepRows(steps, [first, dry], '1')[0].state).toBe('done');
  });
  it('ask first for what has a limit, else for the first that is read there; a reading goes to the step that asks for it', () => {
    const step = (id: string, ...readings: MakingStep['readings']): MakingStep => ({ id, label: id, readings });
    const mass = { what: 'mass' }, water = { what: 'moisture', most: 0.1 }, bead = { what: 'bead' };
    expect(readFirst(step('dry', mass, water))).toEqual([water]);
    expect(readFirst(step('print', mass, bead))).toEqual([mass]);
    expect(readFirst(step('mark'))).toEqual([]);
    const rows = [{ step: step('dry', water), state: 'done' as const }, { step: step('print', bead), state: 'open' as const }, {
      step: step('weigh', mass),
      state: 'open' as const,
    }];
    expect(['mass', 'moisture', 'none'].map((what) => stepReading(rows, what)?.step.id)).toEqual(['weigh', 'print', 'print']);
  });
  it('end for a piece that is scrap', () => {
    expect(stepRefusal({ piece: '1', step: 'x', on: '2026-03-03' }, [wet('scrap')])).toMatch(/scrap at “Dry the material”: dried again\. Make another piece/);
  });
  it('are not entered twice with the same readings', () => {
    const first = made('Print', { machine: 'A', readings: [{ what: 'hours', value: 9 }] });
    expect(stepRefusal(first.values, [first])).toMatch(/stands there already/);
    expect(stepRefusal(first.values, [first], first.id)).toBeUndefined();
    expect(stepRefusal({ ...first.values, readings: [{ what: 'hours', value: 9.5 }] }, [first])).toBeUndefined();
  });
  it('need a value for a reading, and a reason for a decision', () => {
    const base = { piece: '1', step: 'Print', on: '2026-03-02' };
    expect(recordFaults(making, { ...base, readings: [{ what: 'bead' }] })[0].path).toBe('readings[0].value');
    expect(recordFaults(making, { ...base, readings: [{ what: 'bead', value: 9, least: 3, most: 2 }] })[0].path).toBe('readings[0].most');
    expect(recordFaults(making, { ...wet().values, decision: 'go-on' })[0].path).toBe('reason');
    expect(recordFaults(making, wet('go-on').values)).toEqual([]);
  });
});

describe('a device', () => {
  it.each(SIMULATED.map((d) => [d.label, d] as const))('%s sends what can be read, and differs from time to time', (_, d) => {
    const [a, b] = [readDevice(d.read(1)), readDevice(d.read(2))];
    expect([a.faults, a.readings.length > 0]).toEqual([[], true]);
    expect(a.readings).not.toEqual(b.readings);
  });
  it('is read in its own unit, and in no other kind', () => {
    expect(readDevice('what;value;unit\nmass;1.2;kg\nlength,2.5,in\nroughness;250;µin').readings).toEqual([
      { what: 'mass', value: 1200 },
      { what: 'length', value: 63.5 },
      { what: 'roughness', value: 6.35 },
    ]);
    expect(readDevice('moisture;0.1;kg').faults[0]).toMatch(/moisture does not come in "kg", but in %, ppm/);
    expect(readDevice('moisture;wet;%').faults[0]).toMatch(/"wet" is not a number/);
    expect(readDevice('\ncolour;3;%').faults[0]).toMatch(/nobody knows/);
    const twice = readDevice('mass;1;g\nmass;1;g');
    expect([twice.readings.length, twice.faults[0]]).toEqual([1, expect.stringContaining('came twice')]);
  });
});

describe('the check plan of a first piece', () => {
  const plan = checkPlan(FACTS, PIN, { conditions: ['Try a coupon'] });
  const found = (item: string, more: Values): RecordRow => row('check', { piece: '1', item, what: item, on: '2026-03-05', ...more });

  it('asks for sizes within the tolerance, holes by size, and each condition', () => {
    const tolerance = FACTS.need.tolerance!.value;
    expect(plan.find((i) => i.id === 'box-0')).toMatchObject({ nominal: 120, least: 120 - Math.max(tolerance, 0.12), most: 120 + Math.max(tolerance, 0.12) });
    expect(plan.filter((i) => i.id.startsWith('hole-')).map((i) => i.what)).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Hole Ø 6.*, 2 of them$/), expect.stringMatching(/^Hole Ø 10/)]) as string[],
    );
    expect(plan.some((i) => i.kind === 'yes-no' && i.what === 'Try a coupon')).toBe(true);
    expect(new Set(plan.map((i) => i.id)).size).toBe(plan.length);
  });
  it('asks whether pieces built into each other move, of a print alone', () => {
    const ring = studiedRef(sideBySide(tube(20, 15, 10), moved(box(12, 12, 10), [-6, -6, 0])));
    const asked = (pin: PinView) =>
      checkPlan({ ...FACTS, doc: { ...FACTS.doc, shapes: { printed: ring } } }, pin, { conditions: [] }).find((i) => i.id === 'moves')?.what;
    expect(asked({ ...PIN, option: { ...PIN.option, kind: 'print' } })).toContain('2 pieces come free of each other');
    expect(asked({ ...PIN, option: { ...PIN.option, kind: 'machine' } })).toBeUndefined();
  });
  it('carries the datums on: each square, or parallel, to the first', () => {
    const mark = (duty: 'datum' | 'working', normal: [number, number, number], more = {}): FaceMark => ({
      duty,
      point: [0, 0, 0],
      normal,
      area_mm2: 100,
      note: '',
      ...more,
    });
    const ref = {
      ...FACTS.doc.shapes.printed!,
      marks: [
        mark('working', [0, 0, 1]),
        mark('datum', [0, 0, -1]),
        mark('datum', [1, 0, 0], { tolerance_mm: 0.03 }),
        mark('datum', [0, 0, 1]),
        mark('datum', [0.6, 0, 0.8]),
      ],
    };
    const plan = checkPlan({ ...FACTS, doc: { ...FACTS.doc, shapes: { printed: ref } } }, PIN, { conditions: [] });
    expect(plan.filter((i) => i.id.startsWith('datum-')).map((i) => [i.what, i.most])).toEqual([
      ['Datum D3 square to D2', 0.06],
      ['Datum D4 parallel to D2', 2 * FACTS.need.tolerance!.value],
    ]);
  });
  it('asks for a witness piece, measured and cut open, where a print bears something', () => {
    const witness = (facts: typeof FACTS, pin: typeof PIN | undefined) =>
      checkPlan(facts, pin, { conditions: [] }).filter((i) => i.id.startsWith('witness')).map((i) => i.nominal);
    const bears = (value: number) => factsOf(demoDoc({ need: { load: { level: 'must', value, from: '' } } }), BUILT_IN_SITE);
    expect(PIN.option.kind).toBe('print');
    expect(witness(bears(200), PIN)).toEqual([40, 6, undefined]);
    expect(witness(bears(0), PIN)).toEqual([]);
    expect(witness(bears(200), undefined)).toEqual([]);
  });
  it('is met, accepted with a reason, or not; what was found last counts', () => {
    const state = (...rows: RecordRow[]): string => checkRows(plan, rows, '1').find((c) => c.item.id === 'box-0')!.state;
    expect(state()).toBe('unknown');
    expect(state(found('box-0', { value: 120.01 }))).toBe('pass');
    expect(state(found('box-0', { value: 120.01 }), found('box-0', { value: 125 }))).toBe('fail');
    expect(state(found('box-0', { value: 125, accepted: 'not a fit' }))).toBe('conditional');
    expect(checkRows(plan, [found('box-0', { value: 120.25 })], '1')[0].off).toBeCloseTo(0.25, 9);
    expect(recordFaults(check, { piece: '1', item: 'x', what: 'x', on: '2026-01-01' })[0].path).toBe('value');
  });
  it('keeps what a released piece rests on as it was, and lets what comes later be changed', () => {
    const at = (kind: string, when: string, values: Values): RecordRow => ({ ...row(kind, values), id: `${kind}-${when}`, at: when });
    const rows = [
      at('making', '2026-03-01', { piece: '1', step: 'Print', on: '2026-03-01' }),
      at('check', '2026-03-02', { piece: '1', item: 'box-0', value: 120 }),
      at('making', '2026-03-02', { piece: '2', step: 'Print', on: '2026-03-02' }),
      at('release', '2026-03-03', { piece: '1', number: 'J-7', on: '2026-03-03' }),
      at('check', '2026-09-01', { piece: '1', item: 'box-0', value: 120.1 }),
    ];
    const said = 'Piece 1 was released as J-7 on Tue, 3 Mar 2026';
    expect([rows[0], rows[1]].map((r) => lockRefusal(rows, r.id)?.slice(0, said.length))).toEqual([said, said]);
    // Another piece, an inspection of later on, and the release itself.
    expect([rows[2], rows[4], rows[3]].map((r) => lockRefusal(rows, r.id))).toEqual([undefined, undefined, undefined]);
    expect(lockRefusal(rows.filter((r) => r.kind !== 'release'), rows[0].id)).toBeUndefined();
    expect(refusal('making', rows[0].values, { rows, facts: () => FACTS, view: () => VIEW }, rows[0].id)).toContain('stays as it is');
  });
  it('releases a piece only when all of it is met, once under one number', () => {
    const all = plan.map((i) => found(i.id, i.kind === 'yes-no' ? { held: true } : { value: i.nominal ?? i.most! }));
    expect(releaseRefusal(checkRows(plan, all.slice(1), '1'), '1')).toBe(`Piece 1 is not released. Not yet looked at: ${plan[0].what}.`);
    const view = { ...VIEW, verdict: { ...VIEW.verdict, letter: PIN.letter, conditions: ['Try a coupon'] } };
    const about = (rows: RecordRow[]) => ({ rows, facts: () => FACTS, view: () => view });
    const asked: Values = { piece: '1', number: 'J-7', on: '2026-03-06', statement: 'ok' };
    expect(refusal('release', asked, about(all))).toBeUndefined();
    expect(refusal('release', asked, about([...all, found(plan[0].id, { value: 1 })]))).toMatch(/Not met: Overall, long/);
    // A guard waits for whoever is responsible for the machine, and for an inspection that is overdue.
    const guard = { ...FACTS, family: familyOf('guard') };
    const paper = (values: Values) => row('certificate', { by: 'Safety', number: '4', covers: 'chain guard', dated: '2026-03-01', ...values });
    const withPapers = (...papers: RecordRow[]) => refusal('release', asked, { ...about([...all, ...papers]), facts: () => guard });
    expect(withPapers()).toMatch(/Piece 1 is not released: its approval is not on file\. Whoever is responsible for machine safety/);
    expect(withPapers(paper({ inspect_by: '2026-03-05' }))).toMatch(/Inspection was due/);
    expect(withPapers(paper({ inspect_by: '2026-03-05' }), paper({ inspect_by: '2027-03-05' }))).toBeUndefined();
    expect(withPapers(paper({ number: undefined, inspect_by: '2027-03-05' }))).toMatch(/neither a number nor the paper/);
    expect(withPapers(paper({ dated: '2026-03-07', inspect_by: '2027-03-05' }))).toMatch(/is dated later than 2026-03-06/);
    expect(refusal('release', { ...asked, piece: '2' }, about(all))).toMatch(/Piece 2 is not released/);
    expect(refusal('release', asked, about([...all, row('release', asked)]))).toMatch(/J-7 was given to piece 1 already/);
    expect(
      refusal(
        'release',
        asked,
        about([...all, row('making', { piece: '1', step: 'Print', on: '2026-03-02', readings: [{ what: 'length', value: 9, most: 8 }] })]),
      ),
    ).toMatch(/waits at “Print”/);
  });
  it('waits, for what lifts, bursts or flies apart, for a certificate that says all that has to be known, and for no more', () => {
    const says = (family: string, need: CaseDoc['need'], values: Values) =>
      paperGap(factsOf({ ...DOC, family, form: 'turned', need }, BUILT_IN_SITE), [
        row('certificate', {
          by: 'Lift & Co',
          covers: 'it',
          dated: '2026-03-01',
          number: '7',
          inspect_by: '2027-03-01',
          paper: { hash: 'x' } as never,
          ...values,
        }),
      ], '2026-11-28');
    const must = <T>(value: T) => ({ level: 'must' as const, value, from: '' });
    // 981 N hang on it: a rating of 90 kg is too little, one of 100 kg just too little against 100.03, 120 kg do.
    const lifted = { load: must(981) };
    expect(says('lifting-aid', lifted, {})).toMatch(/does not say .*: rated load and proof-tested with\./);
    expect(says('lifting-aid', lifted, { rated: 90, proved: 180 })).toMatch(/is for 90 kg, and the need asks for 100 kg/);
    expect(says('lifting-aid', lifted, { rated: 120, proved: 240 })).toBeUndefined();
    expect(says('lifting-aid', lifted, { rated: 120, proved: 240, paper: undefined as never })).toMatch(/does not say .*: the paper\./);
    const gas = { held: must('gas' as const), heldPressure: must(0.6) };
    expect(says('hand-jig', gas, { rated: 120, proved: 240 })).toMatch(/pressure-tested at/);
    expect(says('hand-jig', gas, { pressure: 0.5 })).toMatch(/is for 0\.5 MPa, and the need asks for 0\.6 MPa/);
    expect(says('hand-jig', gas, { pressure: 0.9 })).toBeUndefined();
    // A disc of 80 mm at 30 000 a minute runs at 126 m/s.
    expect(says('hand-jig', { rotation: must(30_000) }, { spun: 36_000 })).toBeUndefined();
    expect(says('hand-jig', { rotation: must(30_000) }, { spun: 24_000 })).toMatch(/24.000 turns a minute/);
    // A jig that does none of it asks for no paper.
    expect(says('hand-jig', {}, {})).toBeUndefined();
  });
  it('is not signed for before somebody said what its approval looks at', () => {
    const must = (value: number) => ({ level: 'must' as const, value, from: '' });
    const guard = (need: CaseDoc['need']) => factsOf({ ...DOC, family: 'guard', need }, BUILT_IN_SITE);
    const paper = row('certificate', { by: 'Safety', number: '4', covers: 'chain guard', dated: '2026-03-01' });
    const sign = (need: CaseDoc['need'], rows: RecordRow[] = [paper], letter = 'A') =>
      signRefusal({ ...VIEW.verdict, kind: 'print', letter: letter as 'A' }, guard(need), rows, '2026-11-28');
    expect(sign({ load: must(300) })).toMatch(/^Nobody has said yet: widest opening of the guard\. Whoever is responsible/);
    expect(sign({ load: must(300), opening: must(8) })).toMatch(/^Nobody has said yet: from the opening to the danger\./);
    expect(sign({ load: must(300), opening: must(8), reachDistance: must(120) })).toBeUndefined();
    // A closed guard has nothing to reach through.
    expect(sign({ load: must(300), opening: must(0) })).toBeUndefined();
    expect(sign({ load: must(300), opening: must(0) }, [])).toMatch(/It is not signed yet: its approval is not on file/);
    // What stays as it is was approved when it was made.
    expect(sign({}, [], 'T')).toBeUndefined();
  });
  it('is one paper of the release file, beside signature, shape, recipe, certificate, inspection and conditions', () => {
    const pin = { ...PIN, option: { ...PIN.option, kind: 'print' as const } };
    const of = (
      { doc = DOC, checks = checkRows(plan, [], '1'), ...more }: Partial<Parameters<typeof releaseFile>[0]> & { doc?: CaseDoc; checks?: CheckRow[] } = {},
    ) =>
      releaseFile({
        facts: factsOf(doc, BUILT_IN_SITE),
        revision: 3,
        verdict: { ...VIEW.verdict, kind: 'print', conditions: ['Try a coupon'] },
        pin,
        records: [],
        checksOf: () => checks,
        today: '2026-11-27',
        ...more,
      });
    const states = (papers: ReturnType<typeof of>) => Object.fromEntries(papers.map((p) => [p.id, p.state]));
    expect(states(of())).toEqual({
      signature: 'missing',
      mesh: 'there',
      model: 'not-asked',
      recipe: 'missing',
      check: 'missing',
      release: 'missing',
      certificate: 'not-asked',
      inspection: 'not-asked',
      conditions: 'missing',
    });
    expect(fileSummary(of())).toBe('1 of 6 there');
    const all = plan.map((i) => found(i.id, i.kind === 'yes-no' ? { held: true } : { value: i.nominal ?? i.most! }));
    const step = row('making', { piece: '1', step: 'Print', on: '2026-03-02', machine: 'P2', recipe: 'jig-v3' });
    const given = row('release', { piece: '1', number: 'J-7', on: '2026-03-06', again: '2026-12-01', statement: 'ok' });
    const signature = { who: 'Ada', role: 'engineer', at: '2026-03-01T10:00:00Z', revision: 3 };
    const done = { ...DOC, decision: { agreed: { 'Try a coupon': { who: 'Bo', by: '', done: true } } } };
    const full = of({ doc: done, signature, records: [...all, step, given], checks: checkRows(plan, all, '1') });
    expect(fileSummary(full)).toBe('7 of 7 there');
    expect(full.find((p) => p.id === 'recipe')!.text).toBe('Print: P2, jig-v3');
    expect(full.find((p) => p.id === 'release')!.text).toBe('J-7');
    // The case went on, an inspection is overdue, a reading waits.
    const wet = row('making', { piece: '1', step: 'Dry', on: '2026-03-02', readings: [{ what: 'moisture', value: 9, most: 1 }] });
    const later = of({ doc: done, signature, revision: 4, records: [...all, step, given, wet], checks: checkRows(plan, all, '1'), today: '2026-12-02' });
    expect(states(later)).toMatchObject({ signature: 'old', inspection: 'old', recipe: 'missing', check: 'there' });
    // A guard asks for its approval; what lifts is signed by others.
    const guard = { ...DOC, family: 'guard' };
    const paper = row('certificate', { by: 'Safety', number: '12', covers: 'guard', dated: '2026-03-01', inspect_by: '2027-03-01' });
    expect(states(of({ doc: guard }))).toMatchObject({ certificate: 'missing', inspection: 'missing' });
    expect(states(of({ doc: guard, records: [paper] }))).toMatchObject({ certificate: 'there', inspection: 'there' });
    expect(states(of({ doc: guard, records: [paper], today: '2027-03-02' }))).toMatchObject({ certificate: 'old', inspection: 'old' });
    const hook = { ...DOC, family: 'lifting-aid' };
    const refers = { ...VIEW.verdict, kind: 'licensed' as const };
    expect(states(of({ doc: hook, verdict: refers }))).toMatchObject({ signature: 'not-asked', certificate: 'missing' });
    // A certificate that leaves something out is none.
    expect(states(of({ doc: hook, verdict: refers, records: [paper] }))).toMatchObject({ certificate: 'missing', inspection: 'there' });
    const complete = row('certificate', { ...paper.values, rated: 500, proved: 1000, paper: { hash: 'x' } as never });
    expect(states(of({ doc: hook, verdict: refers, records: [complete] }))).toMatchObject({ certificate: 'there' });
    // What stays as it is has nothing made anew.
    expect(states(of({ pin: { ...PIN, letter: 'T' } }))).toMatchObject({ mesh: 'not-asked', recipe: 'not-asked', check: 'not-asked', release: 'not-asked' });
  });
  it('tells by how much all sizes are off together', () => {
    // 120.36 of 120 and 80.24 of 80 are both 0.3 % too large.
    expect(scaleOff(checkRows(plan, [found('box-0', { value: 120.36 }), found('box-1', { value: 80.24 })], '1'))).toEqual({
      share: expect.closeTo(0.003, 9) as number,
      n: 2,
    });
    expect(scaleOff(checkRows(plan, [found('box-0', { value: 120.36 })], '1'))).toBeUndefined();
  });
});

describe('the check plan of a tool with a load table', () => {
  it('proves each row with one and a half times its load, and no load twice', () => {
    const loads = {
      a: { name: 'Clamp', kind: 'clamp', force: { low: 700, likely: 800, high: 900 } },
      b: { kind: 'pressure', pressure: { low: 1, likely: 2, high: 3 } },
      c: { kind: 'own' },
    };
    const facts = plainFacts({ ...FACTS.doc, loads }, FACTS.site);
    const proofs = checkPlan(facts, PIN, { conditions: [] }).filter((i) => i.with === 'proof load').map((i) => i.what);
    expect(proofs).toHaveLength(2);
    expect(proofs[0]).toMatch(/1\s200 N of “Clamp”/);
    expect(proofs[1]).toContain('3 MPa of “pressure on a face”');
    // The verdict's one condition says the same: it is not asked for twice.
    const condition = proofCondition(facts.doc)!;
    expect(condition).toMatch(/1\s200 N of “Clamp” and 3 MPa of “pressure on a face”/);
    expect(checkPlan(facts, PIN, { conditions: [condition] })).toHaveLength(checkPlan(facts, PIN, { conditions: [] }).length);
  });
});

describe('wear of a tool in use', () => {
  const readings = [[0, 0], [1000, 0.02], [2000, 0.04], [3000, 0.06]].map(([cycles, wear_mm], i) => ({ on: `2026-0${i + 1}-01`, cycles, wear_mm }));
  it('along a straight line reaches its limit where the line does, with no band', () => {
    const f = wearForecast(readings, 0.1)!;
    expect(f.per_thousand_mm).toBeCloseTo(0.02, 12);
    for (const c of Object.values(f.cycles)) expect(c).toBeCloseTo(5000, 6);
    // 3000 cycles in 90 days (1 January to 1 April); 2000 more are 60 days from then.
    expect(paceOf(readings)).toBeCloseTo(3000 / 90, 9);
    expect(f.on!.likely.slice(0, 7)).toBe('2026-05');
  });
  it('has the band of a straight line through scattered points', () => {
    // y = 0.02 x off by ±0.002: by hand slope 0.0192, s² = Σe²/2.
    const wear = [0.002, 0.018, 0.042, 0.058];
    const f = wearForecast(readings.map((r, i) => ({ ...r, wear_mm: wear[i] })), 0.1)!;
    const slope = (-1.5 * 0.002 - 0.5 * 0.018 + 0.5 * 0.042 + 1.5 * 0.058) / 5;
    const mean = 0.03;
    const likely = 1.5 + (0.1 - mean) / slope;
    const e = wear.map((y, i) => y - mean - slope * (i - 1.5));
    const s = Math.sqrt(e.reduce((a, x) => a + x * x, 0) / 2);
    const off = (2.92 * s * Math.sqrt(1 + 1 / 4 + (likely - 1.5) ** 2 / 5)) / slope;
    expect(f.cycles.likely).toBeCloseTo(1000 * likely, 6);
    expect(f.cycles.low).toBeCloseTo(1000 * (likely - off), 4);
  });
  it('place by place, each against its own end; what is at its end first is in front', () => {
    const at = (face: string, cycles: number, wear_mm: number, on: string) => ({ on, cycles, wear_mm, face });
    const seen = [...readings, at('W1', 1000, 0.01, '2026-02-01'), at('w1 ', 3000, 0.03, '2026-04-01'), at('W2', 3000, 0.2, '2026-04-01')];
    const found = wearByFace(seen, [{ allowed_mm: 0.1 }, { face: 'W1', allowed_mm: 0.04 }, { face: 'W2', allowed_mm: 0.2 }, { face: 'W3', allowed_mm: 1 }]);
    // W2 has lost it all; W1 loses 0.01 a thousand and is due at 4 000; the rest at 5 000; of W3 nothing was read.
    expect(found.map((w) => [w.face, w.worn, w.last_mm])).toEqual([['W2', true, 0.2], ['W1', false, 0.03], [undefined, false, 0.06], ['W3', false, undefined]]);
    expect(found[1].forecast!.cycles.likely).toBeCloseTo(4000, 6);
    expect(found[2].forecast!.cycles.likely).toBeCloseTo(5000, 6);
    expect(found[3].forecast).toBeUndefined();
  });
  it('is not foretold from one reading, from none that grows, or without a limit', () => {
    expect(wearForecast(readings.slice(0, 1), 0.1)).toBeUndefined();
    expect(wearForecast(readings.map((r) => ({ ...r, wear_mm: 0.1 })), 0.2)).toBeUndefined();
    expect(wearForecast(readings, 0)).toBeUndefined();
  });
  it('is read in order, never backwards, never twice', () => {
    const base = { tool: 'x', duty: 'gauge', material: 'petg', cycles: 5 };
    const fault = (...rows: Values[]): string | undefined => recordFaults(toolLife, { ...base, readings: rows })[0]?.message;
    const r = (on: string, cycles: number): Values => ({ on, cycles, event: 'count' });
    expect(fault(r('2026-01-01', 5), r('2026-02-01', 9))).toBeUndefined();
    expect(fault(r('2026-02-01', 5), r('2026-01-01', 9))).toMatch(/in order of their days/);
    expect(fault(r('2026-01-01', 5), r('2026-02-01', 4))).toMatch(/fewer than before/);
    expect(fault(r('2026-01-01', 5), r('2026-01-01', 5))).toMatch(/twice/);
    expect(fault({ event: 'count' })).toMatch(/is missing/);
  });
});

describe('a tool in service', () => {
  const tool = (number: string, more: Values = {}) => row('tool-life', { tool: 'Jig', number, duty: 'guide', material: 'petg', cycles: 1, ...more });
  const given = (number: string, design: number) => row('release', { piece: number, number, design });
  const evidence = { life: [{ duty: 'guide' as const, material: 'petg', item: 'body' as const, n: 5, worn: 3, median: 12_340 }], ratios: [] };
  it('has made so much of what it is needed for, beside what such tools have lasted', () => {
    const { words } = serviceOf(7200, 60_000, { p10: 20_000, p50: 41_000 }, tool('J-1').values, evidence);
    expect(words.replace(/\s/g, ' ')).toBe(
      '7 200 cycles made; 60 000 needed over the programme (12 %); 5 tools of this duty and material in your log: 3 worn out, median 12 300; estimated, nine in ten last 20 000: plan 2 of them, and replace it at 20 000.',
    );
    expect(serviceOf(21_000, 60_000, { p10: 20_000, p50: 41_000 }, tool('J-1').values, evidence).words).toContain('replace it now');
    expect(serviceOf(10, 900, { p10: 1000, p50: 2000 }, tool('J-1', { material: 'pla' }).values, evidence).words).toMatch(
      /has proved a life yet.*which is enough\.$/,
    );
  });
  it('is needed for its share of the cycles of the programme', () => {
    const n = (value: number) => ({ level: 'must' as const, value, from: '' });
    expect([
      neededCycles({ cyclesPerYear: n(30_000), years: n(4), copies: n(2) }),
      neededCycles({ cyclesPerYear: n(100), years: n(2) }),
      neededCycles({ years: n(2) }),
    ]).toEqual([
      60_000,
      200,
      undefined,
    ]);
  });
  it('is withdrawn when a later revision is released, by its number or by what is written on it', () => {
    const [a, b, c, d] = [tool('J-1'), tool('J-2'), tool('J-1', { ended: 'withdrawn' }), tool('old', { revision: '2' })];
    expect([...outdated([given('J-1', 3), given('J-2', 5)], [a, b, c, d, tool('other')])]).toEqual([a.id, d.id]);
    expect([...outdated([given('J-1', 3)], [a, b])]).toEqual([]);
  });
});

describe('claims of others', () => {
  const pinOf = (letter: PinView['letter'], price: number, days: number, life: number): PinView => ({
    ...PIN,
    letter,
    lead: { ...PIN.lead, risk: { ...PIN.lead.risk!, p50: days } },
    figures: PIN.figures.map((f) => ({
      ...f,
      range: f.range && { ...f.range, p50: { price_each: price, life, mass_tool: 2 }[f.name as 'life'] ?? f.range.p50 },
    })),
  });
  const [today, pin] = [pinOf('T', 500, 20, 1000), pinOf('A', 150, 5, 400)];
  const claim = (values: Values) => row('claim', { by: 'a seller', stands_on: 'best', ...values });
  it('stand beside what is computed and what came, and move nothing', () => {
    const kept = [{ id: 'money' as const, label: '', unit: 'money', promised: { p10: 1, p50: 1, p90: 1 }, came: 240, n: 2 }];
    const checks = claimChecks(
      [claim({ of: 'price', less: 0.9 }), claim({ of: 'days', less: 0.7 }), claim({ of: 'life', times: 0.3 }), claim({ of: 'machine' })],
      today,
      pin,
      kept,
    );
    // 1 − 150/500, 1 − 240/500; 1 − 5/20; 400/1000.
    expect(checks.map((c) => [c.claimed, c.computed && Number(c.computed.toFixed(9)), c.came])).toEqual([[0.9, 0.7, 0.52], [0.7, 0.75, undefined], [
      0.3,
      0.4,
      undefined,
    ], [undefined, undefined, undefined]]);
    expect(checks.map((c) => c.words)).toEqual([
      'More than came here: the figures of the sheet stand.',
      'As computed here.',
      'Less than computed here.',
      'Not proved, and counted nowhere. There is no data of your own yet.',
    ]);
    expect(claimChecks([claim({ of: 'price', less: 0.5 })], undefined, pin, [])[0].words).toBe('Nothing of this tool to set beside it.');
    expect(recordFaults(claimKind, { by: 'x', of: 'price', stands_on: 'one' }).map((f) => f.path)).toEqual(['less']);
    expect(recordFaults(claimKind, { by: 'x', of: 'life', stands_on: 'one' }).map((f) => f.path)).toEqual(['times']);
  });
});

describe('what was promised against what came', () => {
  const pin = (ranges: Record<string, [number, number, number]>): PinView =>
    ({
      figures: Object.entries(ranges).map(([name, [p10, p50, p90]]) => ({ name, range: { p10, p50, p90 } })),
      lead: { risk: { p10: 4, p50: 5, p90: 9 } },
    }) as unknown as PinView;
  const promised = pin({ price_each: [90, 100, 120], mass_tool: [0.3, 0.35, 0.4], life: [1000, 3000, 9000] });
  it('is the mean of the builds, and says whether it lay in the range', () => {
    const kept = promiseKept(promised, [row('build', { money_actual: 110, days_actual: 12 }), row('build', { money_actual: 120, days_actual: 14 })]);
    expect(kept.map((k) => [k.id, k.came, k.n, within(k)])).toEqual([['money', 115, 2, true], ['days', 13, 2, false], ['mass', undefined, 0, undefined], [
      'life',
      undefined,
      0,
      undefined,
    ]]);
  });
  it('of a tool that runs still is only a least', () => {
    const life = (values: Values) => promiseKept(promised, [row('tool-life', values)]).find((k) => k.id === 'life')!;
    expect([life({ cycles: 400, ended: 'in-use' }), life({ cycles: 1500, ended: 'in-use' }), life({ cycles: 400, ended: 'worn' })].map(within)).toEqual([
      undefined,
      true,
      false,
    ]);
  });
});
