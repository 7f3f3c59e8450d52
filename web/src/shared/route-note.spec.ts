import { signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { CaseStore } from '../data/case-store';
import { ShopService } from '../data/shop.service';
import { RouteNote } from './route-note';

// A drill jig to five hundredths that must not mark: a print needs bushings, and carbon-filled nylon pads.
const DOC = demoDoc({
  need: {
    cyclesPerYear: { level: 'must', value: 500, from: '' },
    tolerance: { level: 'must', value: 0.05, from: '' },
    nonMarring: { level: 'must', value: true, from: '' },
  },
});
const KEY = 'extrusion-chamber/pa12-cf';

function open(check?: string) {
  const doc: WritableSignal<CaseDoc> = signal(DOC);
  const view: WritableSignal<CaseView> = signal(evaluateCase(DOC, BUILT_IN_SITE, 20).view);
  const edit = (f: (d: CaseDoc) => CaseDoc): void => {
    doc.update(f);
    view.set(evaluateCase(doc(), BUILT_IN_SITE, 20).view);
  };
  TestBed.configureTestingModule({
    providers: [{ provide: CaseStore, useValue: { doc, view, options: () => view().options, edit } }, {
      provide: ShopService,
      useValue: {
        currency: () => 'EUR',
        shop: () => DEFAULT_SHOP,
        site: () => BUILT_IN_SITE,
      },
    }],
  });
  const f = TestBed.createComponent(RouteNote);
  f.componentRef.setInput('route', KEY);
  f.componentRef.setInput('checkId', check);
  f.detectChanges();
  const el = f.nativeElement as HTMLElement;
  const text = (): string => el.textContent!.replace(/\s+/g, ' ');
  const box = (how: RegExp): HTMLInputElement => [...el.querySelectorAll('label')].find((l) => how.test(l.textContent!))!.querySelector('input')!;
  const click = (what: HTMLElement): void => {
    what.click();
    f.detectChanges();
  };
  return { doc, view, el, text, box, click, edit, fixture: f };
}
const option = (view: CaseView) => view.options.find((o) => `${o.process}/${o.material}` === KEY)!;

describe('the note on a route', () => {
  it('says why it holds only on condition, worst check first', () => {
    const { text, el } = open();
    expect(text()).toContain('Holds on condition.');
    expect(text()).toContain('±0.05 mm where it matters needs steel bushings');
    const rank = ['holds', 'on condition', 'not known', 'fails'];
    const states = [...el.querySelectorAll('.checks cu-state')].map((s) => rank.indexOf(s.textContent!.trim()));
    expect(states).toEqual([...states].sort((a, b) => b - a));
  });
  it('prices each remedy and says what it would change before it is taken', () => {
    const { text, box } = open('tolerance');
    expect(text()).toContain('steel bushings or inserts bonded in place on a jig');
    expect(text()).toMatch(/20\.0 EUR, 0\.7 h, 0\.048 kg a tool/);
    expect(text()).toContain('Tolerance: on condition → holds');
    // Nothing ticks itself: what is counted is said, and taken by one button.
    expect(text()).toMatch(/Counted into the price until you choose: .*bushings/);
    expect(box(/bushings/).checked).toBe(false);
  });
  it('makes the choice the user’s, screens again, and gives it back', () => {
    const { doc, view, text, box, click, el } = open('tolerance');
    const before = option(view());
    click([...el.querySelectorAll('button')].find((b) => b.textContent === 'Take these')!);
    expect(doc().remedies).toEqual({ [KEY]: ['bushings', 'soft-pads'] });
    expect(box(/bushings/).checked).toBe(true);
    const after = option(view());
    expect(after.decided).toBe(true);
    expect(after.checks.find((c) => c.id === 'tolerance')?.state).toBe('pass');
    expect(after.checks.find((c) => c.id === 'marking')?.state).toBe('pass');
    expect(after.checks.find((c) => c.id === 'heat')?.state).toBe(before.checks.find((c) => c.id === 'heat')?.state);
    // They were counted already: taken, they cost what they cost.
    expect(after.price_each).toBeCloseTo(before.price_each, 9);
    click([...el.querySelectorAll('button')].find((b) => /usual ones in again/.test(b.textContent!))!);
    expect(doc().remedies).toBeUndefined();
    expect(text()).toContain('Counted into the price until you choose');
    expect(box(/bushings/).checked).toBe(false);
    // Without the usual ones, what is ticked is all that is taken.
    click(box(/machined after printing/));
    expect(doc().remedies).toEqual({ [KEY]: ['machined-datums'] });
    expect(option(view()).price_each).not.toBeCloseTo(before.price_each, 2);
  });
  it('tells of remedies that quarrel', () => {
    const { text, edit, fixture } = open();
    edit((d) => ({ ...d, remedies: { [KEY]: ['bushings', 'ream'] } }));
    fixture.detectChanges();
    expect(text()).toContain('A bore is either reamed or bushed.');
  });
});
