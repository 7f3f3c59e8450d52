import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { of, throwError } from 'rxjs';
import type { DueRow } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { DueService } from '../data/due.service';
import { today } from '../shared/today';
import { DuePage } from './due-page';

const after = (days: number): string => new Date(Date.parse(today()) + days * 86_400_000).toISOString().slice(0, 10);
const row = (key: string, day: string, caseId: string | null = null, kind = 'lot'): DueRow => ({
  key,
  day,
  what: `What ${key}`,
  who: '',
  kind,
  caseId,
  title: caseId ? 'Nest' : 'House',
});

function setUp(due: () => unknown) {
  let asked = 0;
  TestBed.configureTestingModule({
    providers: [provideRouter([]), { provide: ComputeService, useValue: {} }, { provide: ApiService, useValue: { due: () => (asked++, due()) } }],
  });
  return { asked: () => asked };
}
async function page(): Promise<HTMLElement> {
  const fixture = TestBed.createComponent(DuePage);
  fixture.detectChanges();
  await fixture.whenStable();
  fixture.detectChanges();
  return fixture.nativeElement as HTMLElement;
}

describe('what is due', () => {
  it('stands in order, what is late marked in words, with the way to its case', async () => {
    setUp(() => of([row('a', after(-1), 'c1', 'condition'), row('b', after(30)), row('c', after(31), null, 'job')]));
    const el = await page();
    expect([...el.querySelectorAll('tbody tr')].map((r) => r.textContent!.includes(', late'))).toEqual([true, false, false]);
    expect([...el.querySelectorAll('tbody a')].map((a) => a.getAttribute('href'))).toEqual(['/case/c1/verdict', '/log', '/board']);
  });
  it('is nothing, said so', async () => {
    setUp(() => of([]));
    expect((await page()).textContent).toContain('Nothing is due.');
  });
  it('is counted within a week, asked at most once a minute, and stands where the server is silent', async () => {
    let answer: () => unknown = () => of([row('a', after(-3)), row('b', after(7)), row('c', after(8)), row('d', after(1), null, 'job')]);
    const { asked } = setUp(() => answer());
    const service = TestBed.inject(DueService);
    service.look();
    await Promise.resolve();
    expect(service.near()).toBe(2);
    service.look();
    expect(asked()).toBe(1);
    answer = () => throwError(() => new Error('gone'));
    service.look(true);
    await new Promise((done) => queueMicrotask(() => done(undefined)));
    expect(service.near()).toBe(2);
    // It did not answer: the next look asks again.
    service.look();
    expect(asked()).toBe(3);
  });
});
