import { TestBed } from '@angular/core/testing';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { of, Subject, tap, throwError } from 'rxjs';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { type RouteOption, screenStates } from '@cuadro/core/decide/options';
import type { CaseDoc } from '@cuadro/core/case/types';
import { factsOf } from '@cuadro/core/plan/facts';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import { demoDoc } from '@cuadro/core/case/testing';
import { CASE_CHANGES } from '@cuadro/core/document/case-fields';
import type { FieldChange } from '@cuadro/core/document/changes';
import type { CaseRecord, Patch } from '@cuadro/core/wire';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { ApiService, RequestFault } from './api.service';
import { CaseStore } from './case-store';
import { ComputeService } from './compute.service';
import { DRAFTS } from './drafts';
import { MemoryDrafts } from './drafts-testing';
import { SessionService } from './session.service';
import { THIS_TAB } from './tabs';

interface Write {
  revision: number;
  /** As the server would have it. */
  doc: CaseDoc;
  changes: FieldChange[];
}

const record = (revision: number, title = 'Test jig'): CaseRecord => ({
  id: 'c1',
  revision,
  doc: demoDoc({ title }),
  updatedAt: '2026-11-25T08:00:00Z',
  updatedBy: 'Ada',
  signedRevision: null,
});

function setUp(
  save: (w: Write) => ReturnType<ApiService['patch']>,
  stored = record(3),
  evaluate: () => Promise<CaseView> = () => new Promise(() => undefined),
  rescreen: (doc: CaseDoc) => Promise<RouteOption[]> = () => new Promise(() => undefined),
) {
  const writes: Write[] = [];
  // The server: changes are put on what it has.
  let held = stored;
  TestBed.configureTestingModule({
    providers: [
      CaseStore,
      { provide: DRAFTS, useValue: drafts },
      { provide: SessionService, useValue: { ready: Promise.resolve(), accounts: () => false } },
      {
        provide: ApiService,
        useValue: {
          case: () => of(stored),
          shop: () => of({ revision: 1, shop: DEFAULT_SHOP, evidence: NO_EVIDENCE, siteKey: '1' }),
          patch: (_: string, { changes }: Patch) => {
            const w = { revision: held.revision, doc: CASE_CHANGES.apply(held.doc, changes).doc, changes };
            writes.push(w);
            return save(w).pipe(tap({ next: (r) => (held = r), error: (e: RequestFault) => (held = (e.current as CaseRecord | undefined) ?? held) }));
          },
        },
      },
      // Evaluation is the worker's; here it never answers unless a test says what.
      { provide: ComputeService, useValue: { evaluate, rescreen } },
    ],
  });
  return { store: TestBed.inject(CaseStore), writes };
}

let drafts: MemoryDrafts;
beforeEach(() => {
  drafts = new MemoryDrafts();
  localStorage.clear();
  sessionStorage.clear();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());
const wait = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);

describe('the open case', () => {
  it('stores what was typed a moment ago before another case takes its place', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'Typed just now' }));
    await store.open('c2');
    expect([writes.map((w) => w.doc.title), store.saveState(), store.doc()!.title]).toEqual([['Typed just now'], 'saved', 'Test jig']);
  });
  it('leaves to the outbox what the server did not take when another case takes its place', async () => {
    const { store } = setUp(() => throwError(() => new RequestFault('no answer', 'OFFLINE', true)));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'Typed offline' }));
    await wait(400);
    await store.open('c2');
    expect([store.saveState(), (await drafts.all()).map((d) => [d.of, d.title])]).toEqual(['saved', [['c1', 'Typed offline']]]);
  });
  it('counts what is typed while another case is on its way to the one that is open until then', async () => {
    const next = new Subject<CaseRecord>();
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    TestBed.inject(ApiService).case = () => next;
    const opened = store.open('c2');
    await wait(0);
    store.edit((d) => ({ ...d, title: 'Still the first' }));
    next.next({ ...record(7), id: 'c2' });
    next.complete();
    await opened;
    expect([writes.map((w) => w.doc.title), store.record()!.revision, store.doc()!.title, await drafts.all()]).toEqual([
      ['Still the first'],
      7,
      'Test jig',
      [],
    ]);
  });
  it('without the server goes on with what waits, and keeps what is typed until it answers', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    const api = TestBed.inject(ApiService);
    api.case = () => throwError(() => new RequestFault('no answer', 'OFFLINE', true));
    const doc = demoDoc({ title: 'from before the reload' });
    await drafts.keep({ of: 'c1', tab: 'gone', who: '', at: 1, title: '', doc, changes: [{ path: ['title'], was: 'Test jig', now: doc.title }] });
    await store.open('c1');
    store.edit((d) => ({ ...d, place: 'Cell 7' }));
    await wait(3500);
    expect([store.saveState(), store.doc()!.title, (await drafts.all()).map((d) => d.changes.map((c) => c.path.join('.')))])
      .toEqual(['offline', doc.title, [['title', 'place']]]);
    api.case = () => of(record(3));
    await wait(5000);
    expect([store.saveState(), writes.map((w) => [w.doc.title, w.doc.place])]).toEqual(['saved', [[doc.title, 'Cell 7']]]);
  });
  it('saves an edit by itself, a burst of them once, on the revision it was made on', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    for (const t of ['a b', 'a bc', 'a bcd']) store.edit((d) => ({ ...d, title: t }));
    expect(store.saveState()).toBe('unsaved');
    await wait(1000);
    expect(writes.map((w) => [w.revision, w.doc.title])).toEqual([[3, 'a bcd']]);
    expect([store.saveState(), store.record()?.revision, await drafts.all()]).toEqual(['saved', 4, []]);
  });
  it('screens again the moment an edit is made, long before prices follow', async () => {
    const view = evaluateCase(record(3).doc, BUILT_IN_SITE, 20).view;
    let asked = 0;
    const { store } = setUp(
      (w) => of({ ...record(w.revision + 1), doc: w.doc }),
      record(3),
      () => (asked++ < 2 ? Promise.resolve(view) : new Promise(() => undefined)),
      async (doc) => screenStates(factsOf(doc, BUILT_IN_SITE)),
    );
    await store.open('c1');
    await wait(1000);
    expect(store.options()).toEqual(view.options);
    store.edit((d) => ({ ...d, need: { serviceTemp: { level: 'must', value: 150, from: '' } } }));
    const pla = (options: readonly RouteOption[]): RouteOption => options.find((o) => o.material === 'pla')!;
    await wait(0);
    expect(pla(view.options).state).not.toBe('fail');
    expect(pla(store.options()).state).toBe('fail');
    expect(pla(store.options()).price_each).toBe(pla(view.options).price_each);
    store.undo();
    await wait(0);
    expect(pla(store.options()).state).toBe(pla(view.options).state);
  });
  it('takes back and brings back', async () => {
    const { store } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'one' }));
    store.edit((d) => ({ ...d, title: 'two' }));
    store.edit((d) => ({ ...d }));
    store.undo();
    expect(store.doc()?.title).toBe('one');
    store.undo();
    expect([store.doc()?.title, store.canUndo()]).toEqual(['Test jig', false]);
    store.redo();
    store.redo();
    expect([store.doc()?.title, store.canRedo()]).toEqual(['two', false]);
  });
  it('keeps edits when the server is gone, tries again, and takes them up after a reload', async () => {
    let gone = true;
    const { store, writes } = setUp((
      w,
    ) => (gone ? throwError(() => new RequestFault('no answer', 'OFFLINE', true)) : of({ ...record(w.revision + 1), doc: w.doc })));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'kept' }));
    await wait(1000);
    expect([store.saveState(), (await drafts.all()).map((d) => [d.of, d.tab, d.title])]).toEqual(['offline', [['c1', THIS_TAB, 'kept']]]);
    gone = false;
    await wait(5000);
    expect([store.saveState(), writes.length >= 2]).toEqual(['saved', true]);

    await drafts.keep({
      of: 'c1',
      tab: 'before the reload',
      who: '',
      at: 1,
      title: 'from before the reload',
      doc: demoDoc({ title: 'from before the reload' }),
      changes: [{ path: ['title'], was: 'Test jig', now: 'from before the reload' }],
    });
    TestBed.resetTestingModule();
    const again = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await again.store.open('c1');
    await wait(1000);
    expect(again.writes[0].doc.title).toBe('from before the reload');
  });
  it('sends the fields that were changed, and takes in what others changed', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: { ...w.doc, place: 'set by somebody else' } }));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'mine' }));
    await wait(1000);
    expect(writes[0].changes).toEqual([{ path: ['title'], was: 'Test jig', now: 'mine' }]);
    expect([store.saveState(), store.doc()?.title, store.doc()?.place]).toEqual(['saved', 'mine', 'set by somebody else']);
    // Taking back the own change leaves the other's.
    store.undo();
    expect([store.doc()?.title, store.doc()?.place]).toEqual(['Test jig', 'set by somebody else']);
  });
  it('asks only for what both changed; each field is chosen for itself, the rest is merged', async () => {
    const base = record(3);
    const theirs: CaseRecord = { ...record(7), doc: { ...base.doc, title: 'theirs', place: 'their place', trouble: 'theirs alone' } };
    let first = true;
    const { store, writes } = setUp((w) => {
      if (!first) return of({ ...record(8), doc: w.doc });
      first = false;
      return throwError(() => new RequestFault('changed', 'CLASH', false, undefined, theirs));
    }, base);
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'mine', place: 'my place', start: '2027-02-03' }));
    await wait(1000);
    expect([store.saveState(), store.theirs()?.revision]).toEqual(['conflict', 7]);
    expect(store.clashes().map((c) => [c.label, c.mineText, c.theirsText])).toEqual([['Tool', 'mine', 'theirs'], [
      'Where it works',
      'my place',
      'their place',
    ]]);
    store.settle((field) => (field === 'title' ? 'mine' : 'theirs'));
    await wait(1000);
    expect(store.saveState()).toBe('saved');
    expect(store.doc()).toMatchObject({ title: 'mine', place: 'their place', trouble: 'theirs alone', start: '2027-02-03' });
    expect(writes.at(-1)!.changes.map((c) => c.path.join('.')).sort()).toEqual(['start', 'title']);
  });
  it('keeps what was typed while a save that clashes was on its way', async () => {
    const theirs: CaseRecord = { ...record(7), doc: demoDoc({ title: 'theirs' }) };
    const answer = new Subject<CaseRecord>();
    let first = true;
    const { store } = setUp((w) => {
      if (!first) return of({ ...record(8), doc: w.doc });
      first = false;
      return answer;
    });
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'mine' }));
    await wait(1000);
    expect(store.saveState()).toBe('saving');
    store.edit((d) => ({ ...d, place: 'typed meanwhile' }));
    answer.error(new RequestFault('changed', 'CLASH', false, undefined, theirs));
    await wait(1000);
    expect([store.saveState(), store.clashes().map((c) => c.label), store.doc()?.place]).toEqual(['conflict', ['Tool'], 'typed meanwhile']);
    store.settle(() => 'theirs');
    await wait(1000);
    expect([store.saveState(), store.doc()?.title, store.doc()?.place]).toEqual(['saved', 'theirs', 'typed meanwhile']);
  });
  it('undo leaves a field that was changed since, and names it; it lasts over a reload', async () => {
    const { store } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'mine', place: 'mine' }));
    await wait(1000);
    TestBed.resetTestingModule();
    const later: CaseRecord = { ...record(9), doc: { ...demoDoc({ title: 'mine', place: 'changed by Bo' }) } };
    const again = setUp((w) => of({ ...later, revision: 10, doc: w.doc }), later);
    await again.store.open('c1');
    expect(again.store.canUndo()).toBe(true);
    again.store.undo();
    expect([again.store.doc()?.title, again.store.doc()?.place]).toEqual(['Test jig', 'changed by Bo']);
    expect(again.store.untouched()).toEqual(['Where it works']);
  });
  it('says so when the browser keeps nothing, and never that it is kept', async () => {
    drafts.full = true;
    const { store } = setUp(() => throwError(() => new RequestFault('no answer', 'OFFLINE', true)));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'x y' }));
    await wait(0);
    expect(store.fault()).toMatch(/keeps nothing/);
    expect(store.saveState()).toBe('unsaved');
  });
  it('does not send what the schema refuses', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: ' ' }));
    await wait(1000);
    expect([store.saveState(), store.fault(), writes.length]).toEqual(['refused', 'Give the tool a name.', 0]);
  });
  it('saves again what was typed while a save was on its way', async () => {
    const answer = new Subject<CaseRecord>();
    let n = 0;
    const { store, writes } = setUp((w) => (n++ ? of({ ...record(w.revision + 1), doc: w.doc }) : answer));
    await store.open('c1');
    store.edit((d) => ({ ...d, title: 'first' }));
    await wait(500);
    store.edit((d) => ({ ...d, title: 'second' }));
    answer.next({ ...record(4), doc: writes[0].doc });
    answer.complete();
    await wait(1000);
    expect(writes.map((w) => [w.revision, w.doc.title])).toEqual([[3, 'first'], [4, 'second']]);
    expect(store.saveState()).toBe('saved');
  });
});
