import { TestBed } from '@angular/core/testing';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { of, Subject, throwError } from 'rxjs';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { type RouteOption, screenStates } from '@cuadro/core/decide/options';
import type { CaseDoc } from '@cuadro/core/case/types';
import { factsOf } from '@cuadro/core/plan/facts';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseRecord, CaseWrite } from '@cuadro/core/wire';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { ApiService, RequestFault } from './api.service';
import { CaseStore } from './case-store';
import { ComputeService } from './compute.service';
import { drafts } from './drafts';

class SilentChannel {
  onmessage: unknown = null;
  postMessage(): void {
    // Nobody else is there.
  }
  close(): void {
    // Nothing to close.
  }
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
  save: (w: CaseWrite) => ReturnType<ApiService['save']>,
  stored = record(3),
  evaluate: () => Promise<CaseView> = () => new Promise(() => undefined),
  rescreen: (doc: CaseDoc) => Promise<RouteOption[]> = () => new Promise(() => undefined),
) {
  const writes: CaseWrite[] = [];
  TestBed.configureTestingModule({
    providers: [
      CaseStore,
      {
        provide: ApiService,
        useValue: {
          case: () => of(stored),
          shop: () => of({ revision: 1, shop: DEFAULT_SHOP, evidence: NO_EVIDENCE, siteKey: '1' }),
          save: (_: string, w: CaseWrite) => {
            writes.push(w);
            return save(w);
          },
        },
      },
      // Evaluation is the worker's; here it never answers unless a test says what.
      { provide: ComputeService, useValue: { evaluate, rescreen } },
    ],
  });
  return { store: TestBed.inject(CaseStore), writes };
}

beforeEach(() => {
  (globalThis as { BroadcastChannel: unknown }).BroadcastChannel = SilentChannel;
  localStorage.clear();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());
const wait = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);

describe('the open case', () => {
  it('saves an edit by itself, a burst of them once, on the revision it was made on', async () => {
    const { store, writes } = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await store.open('c1');
    for (const t of ['a b', 'a bc', 'a bcd']) store.edit((d) => ({ ...d, title: t }));
    expect(store.saveState()).toBe('unsaved');
    await wait(1000);
    expect(writes.map((w) => [w.revision, w.doc.title])).toEqual([[3, 'a bcd']]);
    expect([store.saveState(), store.record()?.revision, drafts.read('c1')]).toEqual(['saved', 4, undefined]);
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
    expect([store.saveState(), drafts.read('c1')?.doc.title]).toEqual(['offline', 'kept']);
    gone = false;
    await wait(5000);
    expect([store.saveState(), writes.length >= 2]).toEqual(['saved', true]);

    drafts.write('c1', { revision: 3, doc: demoDoc({ title: 'from before the reload' }) });
    TestBed.resetTestingModule();
    const again = setUp((w) => of({ ...record(w.revision + 1), doc: w.doc }));
    await again.store.open('c1');
    await wait(1000);
    expect(again.writes[0].doc.title).toBe('from before the reload');
  });
  it('asks when somebody else saved meanwhile; mine goes on top of theirs, or theirs is taken', async () => {
    for (const keep of ['mine', 'theirs'] as const) {
      TestBed.resetTestingModule();
      localStorage.clear();
      let first = true;
      const { store, writes } = setUp((w) => {
        if (!first) return of({ ...record(w.revision + 1), doc: w.doc });
        first = false;
        return throwError(() => new RequestFault('changed', 'CASE_CHANGED', false, undefined, record(7, 'theirs')));
      });
      await store.open('c1');
      store.edit((d) => ({ ...d, title: 'mine' }));
      await wait(1000);
      expect([store.saveState(), store.theirs()?.revision, store.doc()?.title]).toEqual(['conflict', 7, 'mine']);
      store.settle(keep);
      await wait(1000);
      expect([store.saveState(), store.doc()?.title]).toEqual(['saved', keep]);
      if (keep === 'mine') expect(writes.at(-1)).toMatchObject({ revision: 7, doc: { title: 'mine' } });
    }
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
