import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import { of } from 'rxjs';
import type { CaseRow, ManyEditRequest } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { CasesService, type Candidate } from '../data/cases.service';
import { ComputeService } from '../data/compute.service';
import { MarginService, type MarginNote as Note } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { chanceWords, WalkPage } from './walk-page';
import { pointsOf, walkPlaneWords, worthLines } from './walk-plane';

const look = (saving: number, worthPerHour: number, verdict: QuickLook['verdict'] = 'print'): QuickLook =>
  ({
    verdict,
    verdictText: verdict === 'print' ? 'Print' : 'Keep as today',
    headline: 'Print it',
    saving,
    daysGained: 3,
    confidence: 0.9,
    effort_h: 2,
    factsKnown: 6,
    factsAsked: 10,
    worthPerHour,
    working: [{ label: 'Saving', text: `${saving} EUR` }],
  }) as unknown as QuickLook;
const candidate = (title: string, quick?: QuickLook, row: Partial<CaseRow> = {}): Candidate =>
  ({
    row: {
      id: title,
      revision: 2,
      signedRevision: null,
      updatedAt: '2026-11-20T10:00:00Z',
      updatedBy: 'local user',
      title,
      family: 'hand-jig',
      familyLabel: 'Hand jig or drill guide',
      place: '',
      trouble: '',
      ...row,
    },
    look: quick,
  }) as unknown as Candidate;

const LIST = [
  candidate('Small', look(100, 50)),
  candidate('Large', look(4000, 900), { place: 'Paint shop' }),
  candidate('Kept', look(0, 0, 'keep')),
  candidate('New'),
];

const TIMES = [{ values: { cell: 'Paint shop, booth 2', actual: 34 } }];

function setUp(type: typeof WalkPage, list: Candidate[] = LIST, more: object = {}) {
  let loads = 0;
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: ComputeService, useValue: {} },
      {
        provide: ApiService,
        useValue: { picture: (id: string) => `/api/cases/${id}/picture`, cases: () => of({ rows: [] }), records: () => of({ rows: TIMES }) },
      },
      { provide: ShopService, useValue: { currency: () => 'EUR' } },
      {
        provide: CasesService,
        useValue: { candidates: signal(list), loaded: signal(true), fault: signal(''), progress: signal(undefined), load: async () => void loads++, ...more },
      },
    ],
  });
  const fixture = TestBed.createComponent(type);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const titles = (): string[] => [...el.querySelectorAll('tbody th a')].map((a) => a.textContent!);
  const click = (what: HTMLElement): void => {
    what.click();
    fixture.detectChanges();
  };
  const row = (title: string): HTMLElement => [...el.querySelectorAll<HTMLElement>('tbody tr')].find((r) => r.querySelector('a')?.textContent === title)!;
  return { el, titles, click, row, fixture, loads: () => loads, margin: TestBed.inject(MarginService) };
}

describe('the walk', () => {
  it('marks rows, says one thing of all of them, and undoes it', async () => {
    const asked: ManyEditRequest[] = [];
    const editMany = async (r: ManyEditRequest) => {
      asked.push(r);
      return { changed: 2, left: 0, undo: [{ ids: r.ids, set: { place: '' }, over: r.set }] };
    };
    const f = setUp(WalkPage, LIST, { editMany });
    const box = (label: string): HTMLInputElement => f.el.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)!;
    expect(f.el.querySelector('cu-edit-many')).toBeNull();
    f.click(box('Mark Small'));
    f.click(box('Mark New'));
    expect([box('Mark all').indeterminate, f.el.querySelector('cu-edit-many b')!.textContent]).toEqual([true, '2 cases marked']);
    const input = f.el.querySelector<HTMLInputElement>('cu-edit-many input[name=value]')!;
    input.value = ' Hall 3 ';
    input.dispatchEvent(new Event('input'));
    f.el.querySelector('cu-edit-many form')!.dispatchEvent(new Event('submit'));
    await f.fixture.whenStable();
    expect(asked).toEqual([{ ids: ['Small', 'New'], set: { place: 'Hall 3' } }]);
    const undo = [...document.querySelectorAll<HTMLElement>('mat-snack-bar-container button')].find((b) => b.textContent!.includes('Undo'))!;
    undo.click();
    await f.fixture.whenStable();
    expect(asked[1]).toEqual({ ids: ['Small', 'New'], set: { place: '' }, over: { place: 'Hall 3' } });
    // Marking all, and none.
    f.click(box('Mark all'));
    expect(f.el.querySelector('cu-edit-many b')!.textContent).toBe('4 cases marked');
    f.click(box('Mark all'));
    expect(f.el.querySelector('cu-edit-many')).toBeNull();
  });
  it('groups what stands there, the group that saves most first, and counts it', () => {
    const { el, fixture } = setUp(WalkPage);
    const select = el.querySelector<HTMLSelectElement>('.group select')!;
    select.value = 'place';
    select.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    const groups = [...el.querySelectorAll('tr.group')].map((r) => r.textContent!.replace(/\s+/g, ' ').trim());
    expect(groups.map((g) => g.replace(/\s/g, ' '))).toEqual([
      'Paint shop 1, 4 000 EUR to be saved; tools of a new product take 34 days there (1 logged)',
      'no place given 3, 100 EUR to be saved',
    ]);
  });
  it('puts what is most worth an hour first, and what is not looked at yet last', () => {
    expect(setUp(WalkPage).titles()).toEqual(['Large', 'Small', 'Kept', 'New']);
  });
  it('sorts by any column, both ways', () => {
    const { titles, click, el } = setUp(WalkPage);
    const head = [...el.querySelectorAll<HTMLElement>('thead th')].find((h) => h.textContent!.includes('Tool'))!;
    click(head.querySelector<HTMLElement>('.mat-sort-header-container') ?? head);
    expect(titles()).toEqual(['Kept', 'Large', 'New', 'Small']);
    click(head.querySelector<HTMLElement>('.mat-sort-header-container') ?? head);
    expect(titles()).toEqual(['Small', 'New', 'Large', 'Kept']);
  });
  it('filters by title, place and kind', () => {
    const { el, titles, fixture } = setUp(WalkPage);
    const search = el.querySelector<HTMLInputElement>('input[type=search]')!;
    const find = (text: string): string[] => {
      search.value = text;
      search.dispatchEvent(new Event('input'));
      fixture.detectChanges();
      return titles();
    };
    expect(find('PAINT')).toEqual(['Large']);
    expect(find('hand jig').length).toBe(4);
    expect(find('nothing')).toEqual([]);
  });
  it('explains the first row by itself, and any other when its figure is opened', () => {
    const { click, row, margin } = setUp(WalkPage);
    const note = (): Extract<Note, { kind: 'text' }> => margin.note() as Extract<Note, { kind: 'text' }>;
    expect(note()).toMatchObject({ title: 'Large', rows: [{ label: 'Saving', text: '4000 EUR' }] });
    click(row('Small').querySelector<HTMLElement>('button.figure')!);
    expect(note().title).toBe('Small');
  });
  it('shows no saving where nothing changes, and says when a look is still to come', () => {
    const { row } = setUp(WalkPage);
    expect(row('Kept').querySelectorAll('td')[3].textContent).toBe('–');
    expect(row('New').textContent).toContain('looking …');
  });
  it('keeps its order while looks come in, and ranks when all are there', () => {
    const list = signal(LIST);
    const progress = signal<{ done: number; of: number } | undefined>(undefined);
    const { titles, fixture, row } = setUp(WalkPage, LIST, { candidates: list, progress });
    expect(titles()).toEqual(['Large', 'Small', 'Kept', 'New']);
    progress.set({ done: 1, of: 2 });
    list.set([...LIST.slice(0, 3), candidate('New', look(9000, 5000)), candidate('Newest')]);
    fixture.detectChanges();
    // What was not there before stands first; what turns out better does not jump.
    expect(titles()).toEqual(['Newest', 'Large', 'Small', 'Kept', 'New']);
    expect(row('Large').querySelector('.rank')!.textContent).toBe('');
    progress.set(undefined);
    fixture.detectChanges();
    expect(titles()).toEqual(['New', 'Large', 'Small', 'Kept', 'Newest']);
    expect(row('New').querySelector('.rank')!.textContent).toBe('1');
  });
  it('says how likely a saving is apart from how much is known, and never that it is sure', () => {
    expect(setUp(WalkPage).row('Large').textContent!.replace(/\s+/g, ' ')).toContain('90 %6 of 10 facts');
    const known = { factsKnown: 6, factsAsked: 10 };
    expect([1, 0.992, 0.5, 0.004].map((confidence) => chanceWords({ ...known, confidence }))).toEqual(['> 99 %', '> 99 %', '50 %', '< 1 %']);
    expect(chanceWords({ confidence: 1, factsKnown: 2, factsAsked: 10 })).toBe('first guess');
  });
  it('has a picture of every tool', () => {
    const [img] = [...setUp(WalkPage).row('Large').querySelectorAll('img')];
    expect(img.getAttribute('src')).toBe('/api/cases/Large/picture');
  });
  it('says what to do where there is nothing, and offers to try again after a fault', () => {
    expect(setUp(WalkPage, []).el.textContent).toContain('No candidates yet');
    TestBed.resetTestingModule();
    const { el, click, loads } = setUp(WalkPage, [], { loaded: signal(false), fault: signal('The service does not answer.') });
    const alert = el.querySelector<HTMLElement>('[role=alert]')!;
    expect(alert.textContent).toContain('The service does not answer.');
    const before = loads();
    click(alert.querySelector('button')!);
    expect(loads()).toBe(before + 1);
  });
});

describe('the walk as a plane', () => {
  it('has a point for every saving: its hours of work, and what it is likely to bring', () => {
    const points = pointsOf(LIST);
    expect(points.map((p) => [p.c.row.title, p.hours, p.gain])).toEqual([['Small', 2, 100], ['Large', 2, 1800]]);
  });
  it('is crossed by the decades of worth between its points', () => {
    // 50 and 900 an hour: 100 lies between.
    expect(worthLines(pointsOf(LIST))).toEqual([100]);
    expect(worthLines([])).toEqual([]);
  });
  it('says the best in words', () => {
    expect(walkPlaneWords(LIST, (x) => `${x} EUR`)).toBe('2 candidates that save. An hour is worth most on Large (900 EUR), Small (50 EUR).');
    expect(walkPlaneWords([], String)).toBe('No candidate saves anything yet.');
  });
});
