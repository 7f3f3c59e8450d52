import { newWays } from '@cuadro/core/decide/summary';
import { signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import { type CaseDoc, routeKey } from '@cuadro/core/case/types';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { ShopService } from '../../data/shop.service';
import { RoutesStep } from './routes-step';

const DOC = demoDoc({ need: { serviceTemp: { level: 'must', value: 80, from: '' } } });
const FULL = evaluateCase(DOC, BUILT_IN_SITE, 50).view;
/** A quarter of the shelf, the pinned ways among it: a table of all takes this browser's stand-in seconds to draw. */
const VIEW: CaseView = { ...FULL, options: FULL.options.filter((o, i) => i % 4 === 0 || FULL.pins.some((p) => routeKey(p.option) === routeKey(o))) };

function setUp(shown = 'table') {
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
  [...el.querySelectorAll('button')].find((b) => b.textContent === shown)!.click();
  fixture.detectChanges();
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
    const { el, fixture } = setUp();
    // Those that read alike are one row until they are spread out.
    for (const b of el.querySelectorAll<HTMLElement>('.like')) b.click();
    fixture.detectChanges();
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
    const alike = [...el.querySelectorAll('.like')].reduce((n, b) => n + Number(/\d+/.exec(b.textContent!)![0]), 0);
    expect(el.querySelectorAll('tbody tr').length + alike).toBe(VIEW.options.filter((o) => o.kind !== 'print').length);
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

describe('the plane of routes', () => {
  const pointer = (el: Element, type: string, x: number, y: number): void =>
    void el.dispatchEvent(Object.assign(new MouseEvent(type, { bubbles: true, clientX: x, clientY: y, button: 0 }), { pointerId: 1 }));
  const places = (el: HTMLElement): Map<string, [number, number]> =>
    new Map(
      [...el.querySelectorAll('[role=option]')].map((
        g,
      ) => [g.id, /translate\((\S+) (\S+)\)/.exec(g.getAttribute('transform')!)!.slice(1).map(Number) as [number, number]]),
    );

  it('has a mark for every way and the tool of today, each in words', () => {
    const { el } = setUp('plane');
    const marks = [...el.querySelectorAll('[role=option]')].map((m) => m.getAttribute('aria-label')!);
    expect(marks.length).toBe(VIEW.options.filter((o) => Number.isFinite(o.expected_cost)).length + 1);
    expect(marks.find((m) => m.startsWith('T: '))).toMatch(/holds, .* EUR, .* days/);
    expect(marks.filter((m) => /^[A-D]: /.test(m)).length).toBe(newWays(VIEW).length);
    // One stop for the keyboard.
    expect(el.querySelectorAll('cu-routes-plane [tabindex="0"]').length).toBe(1);
  });
  it('takes a pin off and puts it on by a click, and says why in the margin', () => {
    const { el, doc, margin, fixture } = setUp('plane');
    const svg = el.querySelector('cu-routes-plane svg')!;
    const first = newWays(VIEW)[0].option;
    const [x, y] = places(el).get(`way-${first.process}-${first.material}`)!;
    pointer(svg, 'pointerdown', x, y);
    pointer(svg, 'pointerup', x, y);
    fixture.detectChanges();
    expect(doc().pins.length).toBe(newWays(VIEW).length - 1);
    expect(doc().pins).not.toContainEqual({ process: first.process, material: first.material });
    expect(margin.note()).toMatchObject({ kind: 'route', key: `${first.process}/${first.material}` });
  });
  it('is walked by keys: Space pins where the mark is, Enter says why', () => {
    const { el, doc, margin, fixture } = setUp('plane');
    const svg = el.querySelector('cu-routes-plane svg')!;
    const press = (key: string): void => {
      svg.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      fixture.detectChanges();
    };
    const before = svg.getAttribute('aria-activedescendant');
    press('ArrowRight');
    const after = svg.getAttribute('aria-activedescendant')!;
    expect([after === before, el.querySelector(`#${after}`) !== null]).toEqual([false, true]);
    press('Enter');
    expect(margin.note()).toMatchObject({ kind: 'route' });
    press(' ');
    expect(doc().pins.length).toBeGreaterThan(0);
  });
  it('compares the ways of a drawn frame, and the table then shows these alone', () => {
    const { el, doc, margin, fixture, click } = setUp('plane');
    const svg = el.querySelector('cu-routes-plane svg')!;
    pointer(svg, 'pointerdown', 60, 32);
    pointer(svg, 'pointermove', 300, 376);
    pointer(svg, 'pointerup', 300, 376);
    fixture.detectChanges();
    const inside = [...places(el).values()].filter(([x]) => x <= 300).length;
    expect(margin.note()).toMatchObject({ kind: 'text', title: `${inside} ways in the frame` });
    expect(doc().pins).toEqual([]);
    click('table');
    const alike = [...el.querySelectorAll('.like')].reduce((n, b) => n + Number(/\d+/.exec(b.textContent!)![0]), 0);
    expect(el.querySelectorAll('tbody tr').length + alike).toBe(inside);
    click('show all again');
    expect(el.querySelectorAll('tbody tr').length).toBeGreaterThan(inside);
  });
});

describe('the table of routes', () => {
  it('has one tab stop for its body, and is walked by arrow keys', () => {
    const { el } = setUp();
    document.body.append(el);
    const grid = el.querySelector<HTMLElement>('.matrix')!;
    expect(grid.tabIndex).toBe(0);
    expect([...el.querySelectorAll<HTMLElement>('tbody button')].every((b) => b.tabIndex === -1)).toBe(true);
    const press = (key: string): void =>
      void (document.activeElement ?? grid).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    grid.focus();
    press('ArrowDown');
    const rows = [...el.querySelectorAll('tbody tr')];
    expect(rows[0].contains(document.activeElement)).toBe(true);
    press('ArrowRight');
    expect(document.activeElement!.classList).toContain('route');
    press('ArrowDown');
    expect([rows[1].contains(document.activeElement), document.activeElement!.classList.contains('route')]).toEqual([true, true]);
    press('End');
    expect(document.activeElement!.getAttribute('aria-label')).toContain('Weight of one tool');
    press('Home');
    expect(document.activeElement!.classList).toContain('pin');
    el.remove();
  });
  it('is sorted by a head, down by the second click, in its own order by the third', () => {
    const { el, click } = setUp();
    const names = (): string[] => [...el.querySelectorAll('tbody .route b')].map((b) => b.textContent!);
    const own = names();
    click('Route');
    expect(names()).toEqual([...names()].sort((a, b) => a.localeCompare(b)));
    click('Route');
    expect(names()).toEqual([...names()].sort((a, b) => b.localeCompare(a)));
    expect(el.querySelector('[aria-sort]')!.getAttribute('aria-sort')).toBe('descending');
    click('Route');
    expect(names()).toEqual(own);
  });
});
