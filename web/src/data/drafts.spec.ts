import 'fake-indexeddb/auto';
import { BrowserDrafts, type Draft, together } from './drafts';

// What the stand-in for the browser's database waits with, and what it copies by.
globalThis.structuredClone ??= (<T>(x: T): T => JSON.parse(JSON.stringify(x)) as T) as typeof structuredClone;

const draft = (tab: string, at: number, now = tab): Draft => ({
  of: 'c1',
  title: now,
  tab,
  who: 'Ada',
  at,
  doc: {},
  changes: [{ path: ['title'], was: 'Test jig', now }],
});

describe('unsent edits in the browser', () => {
  beforeEach(async () => {
    localStorage.clear();
    const drafts = new BrowserDrafts();
    for (const d of await drafts.all()) await drafts.drop(d.of, d.tab);
  });
  it('are kept by case and tab, so that none overwrites another, and dropped one by one', async () => {
    const drafts = new BrowserDrafts();
    expect(await drafts.keep(draft('b', 2))).toBe(true);
    await drafts.keep(draft('a', 1));
    await drafts.keep(draft('b', 3, 'again'));
    expect((await new BrowserDrafts().all()).map((d) => [d.tab, d.title])).toEqual([['a', 'a'], ['b', 'again']]);
    await drafts.drop('c1', 'a');
    expect((await drafts.all()).map((d) => d.tab)).toEqual(['b']);
  });
  it('written while the page is left are there at once, and found by the next', async () => {
    new BrowserDrafts().leave(draft('left', 1));
    expect(Object.keys(localStorage)).toEqual(['cuadro.left.c1left']);
    expect((await new BrowserDrafts().all()).map((d) => [d.tab, d.left])).toEqual([['left', true]]);
    expect(Object.keys(localStorage)).toEqual([]);
  });
  it('that cannot be kept say so', async () => {
    const broken = jest.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw new Error('The quota has been exceeded.');
    });
    expect(await new BrowserDrafts().keep(draft('a', 1))).toBe(false);
    expect(await new BrowserDrafts().all()).toEqual([]);
    broken.mockRestore();
  });
  it('of several tabs are one: from what stood there first to what stood there last', () => {
    const a = { ...draft('a', 1), changes: [{ path: ['title'], was: 'one', now: 'two' }, { path: ['place'], was: '', now: 'hall' }] };
    const b = { ...draft('b', 2), changes: [{ path: ['title'], was: 'two', now: 'three' }] };
    expect(together([a, b])).toEqual([{ path: ['title'], was: 'one', now: 'three' }, { path: ['place'], was: '', now: 'hall' }]);
  });
});
