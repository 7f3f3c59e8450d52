import { TestBed } from '@angular/core/testing';
import { of, Subject, throwError } from 'rxjs';
import type { CaseRecord, Patch } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { type Draft, DRAFTS } from './drafts';
import { MemoryDrafts } from './drafts-testing';
import { OutboxService } from './outbox.service';
import { SessionService } from './session.service';
import { THIS_TAB } from './tabs';

const draft = (of: string, tab = 'closed', now = of): Draft => ({
  of,
  title: now,
  tab,
  who: 'Ada',
  at: 1,
  doc: {},
  changes: [{ path: ['title'], was: 'Test jig', now }],
});

function setUp(answer: (id: string) => ReturnType<ApiService['patch']> = () => of({} as CaseRecord), signedIn?: string) {
  const sent: string[] = [];
  const drafts = new MemoryDrafts();
  TestBed.configureTestingModule({
    providers: [{ provide: DRAFTS, useValue: drafts }, {
      provide: SessionService,
      useValue: { ready: Promise.resolve(), accounts: () => !!signedIn, me: () => ({ name: signedIn }) },
    }, {
      provide: ApiService,
      useValue: {
        patch(id: string, { changes }: Patch) {
          sent.push(`${id} ${String(changes[0].now)}`);
          return answer(id);
        },
      },
    }],
  });
  return { drafts, sent, outbox: TestBed.inject(OutboxService) };
}
beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const wait = (ms: number): Promise<void> => jest.advanceTimersByTimeAsync(ms);

describe('edits that wait', () => {
  it('are sent one after the other from whatever page is open, and then gone', async () => {
    const { drafts, sent, outbox } = setUp();
    for (const id of ['a', 'b']) await drafts.keep(draft(id));
    outbox.start();
    await wait(100);
    expect([sent, await drafts.all(), outbox.waiting()]).toEqual([['a a', 'b b'], [], []]);
  });
  it('are tried again while the server is gone, and said to wait', async () => {
    let gone = true;
    const { drafts, sent, outbox } = setUp(() => (gone ? throwError(() => new RequestFault('no answer', 'OFFLINE', true)) : of({} as CaseRecord)));
    for (const id of ['a', 'b']) await drafts.keep(draft(id));
    outbox.start();
    await wait(100);
    // The second is not tried while the first finds nobody.
    expect([sent, outbox.waiting().length]).toEqual([['a a'], 2]);
    gone = false;
    await wait(5000);
    expect([sent, outbox.waiting().length]).toEqual([['a a', 'a a', 'b b'], 0]);
  });
  it('of a case that is open here are left to its page, and sent when it is left', async () => {
    const { drafts, sent, outbox } = setUp();
    expect(await outbox.take('a')).toBeUndefined();
    await drafts.keep(draft('a', THIS_TAB));
    outbox.start();
    await wait(5000);
    expect(sent).toEqual([]);
    outbox.leave('a');
    await wait(5000);
    expect(sent).toEqual(['a a']);
  });
  it('of another tab are left to it, but not once its page went with them, though the browser still counts it as open', async () => {
    const held = ['cuadro.tab.reloading', 'cuadro.tab.working'].map((name) => ({ name }));
    const request = (_: string, work: () => Promise<void>): Promise<void> => work();
    Object.defineProperty(navigator, 'locks', { configurable: true, value: { query: () => Promise.resolve({ held }), request } });
    const { drafts, outbox } = setUp();
    await drafts.keep({ ...draft('a', 'reloading'), left: true });
    await drafts.keep(draft('a', 'working'));
    expect(await outbox.take('a')).toEqual(draft('a', THIS_TAB));
    // It is this tab's now, which nobody else sends for.
    expect((await drafts.all()).map((d) => [d.tab, d.left])).toEqual([['working', undefined], [THIS_TAB, undefined]]);
    Reflect.deleteProperty(navigator, 'locks');
  });
  it('of a candidate that is new are made with their id, then each picture once, and gone when all have arrived', async () => {
    const { drafts, sent, outbox } = setUp();
    const picture = { id: 'p1', name: 'seen.jpg', bytes: { arrayBuffer: async () => new ArrayBuffer(3) } as Blob };
    let refused = 1;
    Object.assign(TestBed.inject(ApiService), {
      create: (doc: { title: string }, _who: string, id: string) => {
        sent.push(`made ${id} ${doc.title}`);
        return of({ id });
      },
      addFile: (bytes: Uint8Array, name: string) => of({ hash: 'h', name, size: bytes.length }),
      addRecord: (kind: string, caseId: string, values: { picture: { name: string } }, _who: string, id: string) => {
        if (refused-- > 0) return throwError(() => new RequestFault('no answer', 'OFFLINE', true));
        sent.push(`${kind} ${id} of ${caseId}: ${values.picture.name}`);
        return of({});
      },
    });
    expect(await outbox.queue({ ...draft('new/c9'), doc: { doc: { title: 'Peg' }, pictures: [picture] } })).toBe(true);
    expect(outbox.waiting().length).toBe(1);
    await wait(20_000);
    // Sent again with the same ids after the answer that did not come.
    expect(sent).toEqual(['made c9 Peg', 'made c9 Peg', 'note p1 of c9: seen.jpg']);
    expect([outbox.arrived(), outbox.waiting(), await drafts.all()]).toEqual([1, [], []]);
  });
  it('and are on their way have arrived when a page that opens is told what waits for it', async () => {
    const answer = new Subject<CaseRecord>();
    const { drafts, sent, outbox } = setUp(() => answer);
    for (const id of ['a', 'b']) await drafts.keep(draft(id));
    outbox.start();
    await wait(100);
    const taken: unknown[] = [];
    for (const id of ['a', 'b']) void outbox.take(id).then((d) => taken.push(d?.of ?? 'nothing'));
    await wait(100);
    expect([sent, taken]).toEqual([['a a'], []]);
    answer.next({} as CaseRecord);
    answer.complete();
    await wait(100);
    // The second was not yet on its way: its page sends it.
    expect([sent, taken]).toEqual([['a a'], ['nothing', 'b']]);
  });
  it('of somebody else on the same browser are left until they sign in', async () => {
    const { drafts, sent, outbox } = setUp(undefined, 'Bo');
    await drafts.keep(draft('a'));
    await drafts.keep({ ...draft('b'), who: 'Bo' });
    expect(await outbox.take('a')).toBeUndefined();
    outbox.start();
    await wait(100);
    expect([sent, (await drafts.all()).map((d) => d.of)]).toEqual([['b b'], ['a']]);
  });
  it('that the server does not take are kept, named, and thrown away only when somebody says so', async () => {
    const { drafts, sent, outbox } = setUp((
      id,
    ) => (id === 'a' ? throwError(() => new RequestFault('It was removed.', 'CASE_NOT_FOUND', false)) : of({} as CaseRecord)));
    for (const id of ['a', 'b']) await drafts.keep(draft(id));
    outbox.start();
    await wait(10_000);
    expect([sent, outbox.refused().map((d) => d.refused), outbox.waiting()]).toEqual([['a a', 'b b'], ['It was removed.'], []]);
    await outbox.discard(outbox.refused()[0]);
    expect(await drafts.all()).toEqual([]);
  });
});
