import { demoDoc, studiedRef } from '../case/testing';
import { withSolved } from '../case/load-table';
import { type CaseDoc, DOC_VERSION } from '../case/types';
import { UNIT_LOADS_VERSION } from '../mechanics';
import { box } from '../shape/testing';
import { caseSchema } from './case-schema';
import { differences } from './difference';
import { DocumentVersionError, upgrade } from './upgrade';

describe('upgrade', () => {
  it('brings form 1, which had no number, to the present one and loses nothing', () => {
    const old: Partial<CaseDoc> = demoDoc({ need: { load: { level: 'must', value: 5, from: 'x' } }, place: 'Hall 2' });
    delete old.version;
    const now = upgrade(JSON.parse(JSON.stringify(old)));
    expect(now).toEqual({ ...old, version: DOC_VERSION });
    expect(() => caseSchema.validateSync(now, { strict: true })).not.toThrow();
  });
  it('brings form 2, which knew less of the tool of today, to the present one', () => {
    const today = { way: 'hand-made', material: 'hardwood', cost: 90, wait_days: 4, delay_per_day: 12 };
    const old = { ...demoDoc(), version: 2, today };
    const now = upgrade(JSON.parse(JSON.stringify(old)));
    expect(now.today).toEqual({ ...today, once: null, weight_kg: null, life_cycles: null, pieces: null, fasteners: null, hoses: null });
    expect(() => caseSchema.validateSync(now, { strict: true })).not.toThrow();
  });
  it('brings form 3, which did not count screws and hoses, to the present one', () => {
    const before: Record<string, unknown> = { ...demoDoc().today, pieces: 7 };
    delete before['fasteners'];
    delete before['hoses'];
    const now = upgrade(JSON.parse(JSON.stringify({ ...demoDoc(), version: 3, today: before })));
    expect(now.today).toEqual({ ...before, fasteners: null, hoses: null });
    expect(() => caseSchema.validateSync(now, { strict: true })).not.toThrow();
  });
  it('brings form 4, whose corrected holes stood by themselves, to the present one', () => {
    const ref = studiedRef(box(40, 30, 10));
    const holes = [{ diameter_mm: 5, depth_mm: 9, through: true, note: 'M6' }, { diameter_mm: 6, depth_mm: 9, through: false, note: '' }];
    const now = upgrade(JSON.parse(JSON.stringify({ ...demoDoc(), version: 4, shapes: { printed: { ...ref, holes }, machined: ref } })));
    expect(now.shapes.printed).toEqual({ ...ref, corrected: { holes: [holes[0], { diameter_mm: 6, depth_mm: 9, through: false }] } });
    expect(now.shapes.machined).toEqual(ref);
    expect(() => caseSchema.validateSync(now, { strict: true })).not.toThrow();
  });
  it('lets go of what an earlier version of the solver found: it is found anew', () => {
    const ref = studiedRef(box(40, 20, 10));
    const solved = (key: string) => ({ printed: { key, classes: [{ wall_mm: 0, share: 1, ratio: 1, bricks: 9, idle: 0, rows: {} }] } });
    const old = demoDoc({ shapes: { printed: { ...ref, solved: solved('1|abc') as never } } });
    const now = upgrade(JSON.parse(JSON.stringify(old)));
    expect(now.shapes.printed).toEqual({ ...ref, solved: undefined });
    expect(() => caseSchema.validateSync(now, { strict: true })).not.toThrow();
    // What this version found stays.
    const own = demoDoc({ shapes: { printed: { ...ref, solved: solved(`${UNIT_LOADS_VERSION}|abc`) as never } } });
    expect(upgrade(own)).toBe(own);
  });
  it('takes what the solver finds for every way, those with fibre among them', () => {
    const mesh = box(60, 20, 12);
    const asks = demoDoc({
      shapes: { printed: studiedRef(mesh) },
      loads: { p: { at: { point: [60, 10, 6], normal: [1, 0, 0] } }, b: { kind: 'bolt', at: { point: [10, 10, 12], normal: [0, 0, 1] } } },
      holds: { h: { kind: 'fixed', at: { point: [0, 10, 6], normal: [-1, 0, 0] } } },
    });
    const solved = withSolved(asks, asks.shapes.printed!, mesh, 200);
    const { printed } = solved.shapes.printed!.solved!;
    expect([printed!.problem, printed!.classes.some((c) => c.fibre), printed!.classes.some((c) => !c.fibre)]).toEqual([undefined, true, true]);
    expect(() => caseSchema.validateSync(JSON.parse(JSON.stringify(solved)), { strict: true })).not.toThrow();
  });
  it('leaves the present form as it is', () => {
    const doc = demoDoc();
    expect(upgrade(doc)).toBe(doc);
  });
  it.each([DOC_VERSION + 1, 0, 1.5, 'new'])('refuses form %s in words', (version) => {
    expect(() => upgrade({ ...demoDoc(), version })).toThrow(DocumentVersionError);
    expect(() => upgrade({ ...demoDoc(), version })).toThrow(/newer version of Cuadro/);
  });
});

describe('what differs between two states', () => {
  const base = demoDoc();
  const diff = (change: Partial<CaseDoc>) => differences(base, { ...base, ...change });
  it('is nothing between a case and itself', () => {
    expect(differences(base, JSON.parse(JSON.stringify(base)))).toEqual([]);
  });
  it('names each line in words, then and now', () => {
    expect(diff({ need: { load: { level: 'want', value: 120, from: 'weighed' } }, today: { ...base.today, cost: 90 } })).toEqual([
      { path: 'today.cost', label: 'Price today', before: '', after: '90' },
      { path: 'need.load', label: 'Largest load', before: '', after: '120\u00a0N, want (weighed)' },
    ]);
  });
  it('covers every field a user can change', () => {
    const changes: [Partial<CaseDoc>, string][] = [
      [{ title: 'Other' }, 'title'],
      [{ family: 'gauge' }, 'family'],
      [{ place: 'Hall 3' }, 'place'],
      [{ owner: 'Ada' }, 'owner'],
      [{ signals: ['craftsman'] }, 'signals'],
      [{ template: true }, 'template'],
      [{ trouble: 'late' }, 'trouble'],
      [{ form: 'flat' }, 'form'],
      [{ size_mm: [1, 2, 3] }, 'size_mm'],
      [{ start: '2027-01-01' }, 'start'],
      [{ pins: [{ process: 'cnc-mill', material: 'pom' }] }, 'pins'],
      [{ remedies: { 'cnc-mill/pom': [] } }, 'remedies.cnc-mill/pom'],
      [{ overrides: { 'cnc-mill/pom': { price_each: { low: 1, likely: 2, high: 3, kind: 'you', note: 'n' } } } }, 'overrides.cnc-mill/pom.price_each'],
      [{ plans: { grip: { values: { cups: 6 } } } }, 'plans.grip.cups'],
      [{ decision: { agreed: { 'Dry it.': { who: 'Bo', by: '2027-01-05', done: false } } } }, 'decision.agreed.Dry it.'],
      [{ decision: { overruled: { way: 'cnc-mill/pom', reason: 'a customer asks for it', who: 'Bo', on: '2027-01-05' } } }, 'decision.overruled'],
      [{
        shapes: {
          printed: {
            hash: 'c'.repeat(64),
            fileName: 'a.stl',
            unit: 'mm',
            measure: {} as never,
            up: [0, 0, 1],
            marks: [{ duty: 'datum', point: [0, 0, 0], normal: [0, 0, 1], area_mm2: 1, note: '' }],
            corrected: { holes: [{ diameter_mm: 5, depth_mm: 9, through: true, is: 'tapped' }], setUps: 3 },
            moulding: { pull: [1, 0, 0], undercut_mm2: 0, wall_mm2: 0, undrafted_mm2: 0, draft_deg: null, climbs_mm: 0 },
          },
        },
      }, 'shapes.printed.corrected.holes'],
    ];
    for (const [change, path] of changes) expect([path, diff(change).some((d) => d.path === path)]).toEqual([path, true]);
    // Whatever a document has besides is told apart by one of these.
    expect(
      Object.keys(base).filter((k) =>
        !['version', 'today', 'need', 'shapes', 'overrides', 'pins', 'title', 'family', 'place', 'trouble', 'form', 'size_mm', 'start'].includes(k)
      ),
    ).toEqual([]);
  });
  it('calls routes and their lines as the sheet does', () => {
    expect(
      diff({
        overrides: {
          'cnc-mill/al-6061': {
            price_each: { low: 5, likely: 5, high: 5, kind: 'quote', note: 'offer' },
            lead_days: { low: 1, likely: 2, high: 3, kind: 'quote', note: 'offer' },
          },
        },
      }).map((d) => [d.label, d.after]),
    ).toEqual([
      ['CNC milling, Aluminium 6061-T6: price of one tool', '5: offer'],
      ['CNC milling, Aluminium 6061-T6: days until it is ready', '2 (1 to 3): offer'],
    ]);
  });
});
