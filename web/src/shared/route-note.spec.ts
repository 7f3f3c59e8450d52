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
  return { doc, view, el, text, box, click };
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
    expect(text()).toContain('counted into the price until you choose');
    expect(box(/bushings/).checked).toBe(true);
  });
  it('makes the choice the user’s, screens again, and gives it back', () => {
    const { doc, view, text, box, click, el } = open('tolerance');
    const before = option(view());
    // Bushings stay, pads go: the usual two were counted in.
    click(box(/machined after printing/));
    expect(doc().remedies).toEqual({ [KEY]: ['bushings', 'soft-pads', 'machined-datums'] });
    const after = option(view());
    expect(after.decided).toBe(true);
    expect(after.checks.find((c) => c.id === 'tolerance')?.state).toBe('pass');
    expect(after.checks.find((c) => c.id === 'marking')?.state).toBe('pass');
    expect(after.checks.find((c) => c.id === 'heat')?.state).toBe(before.checks.find((c) => c.id === 'heat')?.state);
    expect(after.price_each).toBeGreaterThan(before.price_each);
    click([...el.querySelectorAll('button')].find((b) => /usual ones in again/.test(b.textContent!))!);
    expect(doc().remedies).toBeUndefined();
    expect(text()).toContain('counted into the price until you choose');
  });
  it('tells of remedies that quarrel', () => {
    const { text, box, click } = open();
    click(box(/reamed/));
    expect(text()).toContain('A bore is either reamed or bushed.');
  });
});
