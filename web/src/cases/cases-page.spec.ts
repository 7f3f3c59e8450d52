import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { of, throwError } from 'rxjs';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseListQuery, CaseRow } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { ShopService } from '../data/shop.service';
import { CasesPage, copyTitle } from './cases-page';

const row = (title: string, more: Partial<CaseRow> = {}): CaseRow => ({
  id: title,
  revision: 2,
  title,
  family: 'gauge',
  familyLabel: 'Gauge',
  place: 'Hall 1',
  trouble: '',
  owner: null,
  createdAt: '2026-11-20T10:00:00Z',
  updatedAt: '2026-11-20T10:00:00Z',
  updatedBy: 'Ada',
  signedRevision: null,
  ...more,
});

async function open(
  rows: CaseRow[] = [row('A'), row('B', { signedRevision: 2 }), row('C', { revision: 3, signedRevision: 2 })],
  total = rows.length,
  fail = false,
) {
  const asked: CaseListQuery[] = [];
  const removed: string[] = [];
  const restored: string[] = [];
  const shared: [string, string | null][] = [];
  const made: { doc: CaseDoc; who: string }[] = [];
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: ComputeService, useValue: {} },
      { provide: ShopService, useValue: { currency: () => 'EUR' } },
      {
        provide: ApiService,
        useValue: {
          picture: (id: string) => `/picture/${id}`,
          cases: (q: CaseListQuery) => {
            asked.push(q);
            return fail ? throwError(() => new Error('The server does not answer.')) : of({ rows, total });
          },
          case: (id: string) => of({ id, area: 'Press shop', doc: demoDoc({ title: `Tool ${id}`, place: 'Cell 4' }) }),
          share: (id: string, area: string | null) => {
            shared.push([id, area]);
            return of(undefined);
          },
          create: (doc: CaseDoc, who: string) => {
            made.push({ doc, who });
            return of({ id: 'new' });
          },
          restore: (id: string) => {
            restored.push(id);
            return of({});
          },
          remove: (id: string) => {
            removed.push(id);
            return of(undefined);
          },
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(CasesPage);
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    await jest.advanceTimersByTimeAsync(300);
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  const line = (title: string): HTMLElement => [...el.querySelectorAll<HTMLElement>('tbody tr')].find((r) => r.querySelector('a')?.textContent === title)!;
  return { el, asked, removed, restored, made, shared, settle, line };
}
afterEach(() => jest.useRealTimers());

describe('all cases', () => {
  it('tells signed, unsigned and changed since', async () => {
    const { line } = await open();
    expect(line('A').textContent).toContain('not signed');
    expect(line('B').querySelectorAll('td')[5].textContent).toBe('signed');
    expect(line('C').querySelectorAll('td')[5].textContent).toBe('signed at revision 2, changed since');
    expect(line('C').querySelectorAll('td')[5].classList).toContain('warn');
  });
  it('copies a case into one of its own, and opens it', async () => {
    const { line, made, shared, settle } = await open();
    const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    line('A').querySelector<HTMLElement>('button[aria-label="Copy A"]')!.click();
    await settle();
    expect(made).toMatchObject([{ doc: { title: expect.stringMatching(/^Tool .*, copy$/), place: 'Cell 4' } }]);
    expect(shared).toEqual([['new', 'Press shop']]);
    expect(went).toHaveBeenCalledWith(['/case', 'new']);
    expect(copyTitle('x'.repeat(120))).toHaveLength(120);
  });
  it('asks the server for a page, sorted as the head says, and searched once the typing pauses', async () => {
    const { el, asked, settle } = await open([row('A')], 250);
    expect(asked).toEqual([{ page: 0, size: 100, sort: 'updated', down: true }]);
    [...el.querySelectorAll<HTMLElement>('.mat-sort-header-container')].find((h) => h.textContent!.includes('Place'))!.click();
    await settle();
    expect(asked.at(-1)).toMatchObject({ sort: 'place', down: false });
    const search = el.querySelector<HTMLInputElement>('input[type=search]')!;
    for (const text of ['h', 'ha', 'hall']) {
      search.value = text;
      search.dispatchEvent(new Event('input'));
    }
    await settle();
    expect(asked.filter((q) => q.q !== undefined)).toEqual([{ page: 0, size: 100, q: 'hall', sort: 'place', down: false }]);
    [...el.querySelectorAll('button')].find((b) => b.textContent === 'on')!.click();
    await settle();
    expect(asked.at(-1)).toMatchObject({ page: 1, q: 'hall' });
    expect(el.textContent).toContain('page 2 of 3');
  });
  it('takes a case off the list', async () => {
    const { line, removed, settle } = await open();
    line('B').querySelector<HTMLElement>('button[aria-label^=Take]')!.click();
    await settle();
    expect(removed).toEqual(['B']);
  });
  it('keeps what was taken off on a list of its own, with a way back', async () => {
    const { el, asked, restored, settle } = await open([row('A')]);
    [...el.querySelectorAll('button')].find((b) => b.textContent === 'taken off')!.click();
    await settle();
    expect(asked.at(-1)).toMatchObject({ off: true, page: 0 });
    // It is not there to be opened.
    expect(el.querySelector('tbody a')).toBeNull();
    el.querySelector<HTMLElement>('button[aria-label="Bring A back"]')!.click();
    await settle();
    expect(restored).toEqual(['A']);
    [...el.querySelectorAll('button')].find((b) => b.textContent === 'cases')!.click();
    await settle();
    expect(asked.at(-1)).not.toHaveProperty('off');
  });
  it('says where to begin, and offers to try again after a fault', async () => {
    expect((await open([])).el.textContent).toContain('add a candidate on the Walk');
    TestBed.resetTestingModule();
    const { el, asked, settle } = await open([], 0, true);
    expect(el.querySelector('[role=alert]')!.textContent).toContain('The server does not answer.');
    el.querySelector<HTMLElement>('[role=alert] button')!.click();
    await settle();
    expect(asked).toHaveLength(2);
  });
});
