import { newWays } from '@cuadro/core/decide/summary';
import { signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { ShopService } from '../../data/shop.service';
import { RoutesStep } from './routes-step';

const DOC = demoDoc({ need: { serviceTemp: { level: 'must', value: 80, from: '' } } });
const VIEW = evaluateCase(DOC, BUILT_IN_SITE, 50).view;

function setUp() {
  const doc: WritableSignal<CaseDoc> = signal(DOC);
  const view: WritableSignal<CaseView | undefined> = signal(VIEW);
  TestBed.configureTestingModule({
    providers: [
      // The view never follows the document here: what is clicked must not wait for what is computed.
      { provide: CaseStore, useValue: { doc, view, options: () => view()?.options ?? [], edit: (f: (d: CaseDoc) => CaseDoc) => doc.update(f) } },
      { provide: ComputeService, useValue: { working: () => new Promise(() => undefined) } },
      { provide: ShopService, useValue: { currency: () => 'EUR' } },
    ],
  });
  const fixture = TestBed.createComponent(RoutesStep);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const button = (label: string): HTMLButtonElement => {
    const found = [...el.querySelectorAll('button')].find((b) => b.getAttribute('aria-label') === label || b.textContent?.trim() === label);
    if (!found) throw new Error(`no button ${label}`);
    return found;
  };
  const click = (label: string): void => {
    button(label).click();
    fixture.detectChanges();
  };
  const labels = (start: string): string[] =>
    [...el.querySelectorAll('button')].map((b) => b.getAttribute('aria-label') ?? '').filter((l) => l.startsWith(start));
  return { doc, el, click, labels, fixture, margin: TestBed.inject(MarginService) };
}

describe('the routes step', () => {
  it('has a row for every route of the shelf, and a column for every check that is asked', () => {
    const { el } = setUp();
    expect(el.querySelectorAll('tbody tr').length).toBe(VIEW.options.length);
    const heads = [...el.querySelectorAll('thead .check')].map((h) => h.textContent);
    expect(heads).toContain('Heat');
    expect(heads).not.toContain('Marks');
  });
  it('sums up in a sentence what holds and what rules out', () => {
    const text = setUp().el.querySelector('.summary')!.textContent!;
    expect(text).toContain(`of ${VIEW.options.length} ways hold as they are`);
    expect(text).toMatch(/rules out \d+/);
  });
  it('gathers the rows by process when asked', () => {
    const { el, fixture } = setUp();
    el.querySelector<HTMLInputElement>('.grouping input')!.click();
    fixture.detectChanges();
    const heads = [...el.querySelectorAll('.group')].map((h) => h.textContent!);
    expect(heads.length).toBe(new Set(VIEW.options.map((o) => o.process)).size);
    expect(heads.some((h) => h.endsWith(`of ${VIEW.options.filter((o) => o.process === 'cnc-mill').length} hold`) && h.startsWith('CNC milling: '))).toBe(true);
  });
  it('filters by kind and by word', () => {
    const { el, click, fixture } = setUp();
    click('not printed');
    expect(el.querySelectorAll('tbody tr').length).toBe(VIEW.options.filter((o) => o.kind !== 'print').length);
    const search = el.querySelector<HTMLInputElement>('input[type=search]')!;
    search.value = 'pom';
    search.dispatchEvent(new Event('input'));
    fixture.detectChanges();
    expect([...el.querySelectorAll('tbody tr')].every((r) => r.textContent!.includes('POM'))).toBe(true);
    search.value = 'unobtainium';
    search.dispatchEvent(new Event('input'));
    fixture.detectChanges();
    expect(el.querySelector('tbody')!.textContent).toContain('No route matches.');
  });
  it('takes over the suggested pins with the first click, keeps to four, and gives them back', () => {
    const { doc, el, click, labels } = setUp();
    const suggested = newWays(VIEW).length;
    expect(labels('Unpin ').length).toBe(suggested);
    click(labels('Unpin ')[0]);
    expect(doc().pins.length).toBe(suggested - 1);
    for (let k = suggested - 1; k < 4; k++) click(labels('Pin ')[0]);
    expect(doc().pins.length).toBe(4);
    click(labels('Pin ')[0]);
    expect([doc().pins.length, el.querySelector('.pinline')!.textContent]).toEqual([4, expect.stringContaining('Four routes are pinned already')]);
    click(labels('Unpin ')[3]);
    expect([doc().pins.length, labels('Unpin ').length]).toEqual([3, 3]);
    click('Let Cuadro suggest again');
    expect(doc().pins).toEqual([]);
  });
  it('opens a square to its reason and a route to all of them', () => {
    const { click, el, labels, margin } = setUp();
    click(labels('Heat: ')[0]);
    expect(margin.note()).toMatchObject({ kind: 'route', check: 'heat' });
    el.querySelector<HTMLButtonElement>('tr.out .route')!.click();
    const out = VIEW.options.find((o) => o.state === 'fail')!;
    expect(margin.note()).toMatchObject({ kind: 'route', key: `${out.process}/${out.material}` });
  });
});
