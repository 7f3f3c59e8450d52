import { TestBed } from '@angular/core/testing';
import { demoDoc } from '@cuadro/core/case/testing';
import { evaluateCase, type PinView } from '@cuadro/core/decide/evaluate-case';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { LeadCalendar } from './lead-calendar';
import { SheetStrips } from './sheet-strips';
import { stripGroups } from './strips';

const { pins } = evaluateCase(demoDoc(), BUILT_IN_SITE, 200).view;
const NAMES = ['expected_cost', 'lead', 'price_each', 'mass_tool', 'life'];
/** A way with one line alone. */
const pin = (letter: PinView['letter'], name: string, p10: number, p50: number, p90: number): PinView => ({
  ...pins[0],
  letter,
  figures: [{ name, label: name, unit: name === 'life' ? 'cycle' : 'money', value: p50, likely: p50, range: { p10, p50, p90, mean: p50 }, overridden: false }],
});

describe('strips', () => {
  it('lie on an axis from nought: twice the money is twice as far', () => {
    const [{ strips, log }] = stripGroups([pin('A', 'price_each', 50, 100, 150), pin('B', 'price_each', 100, 200, 400)], ['price_each']);
    expect(log).toBe(false);
    expect(strips[1].at).toBeCloseTo(2 * strips[0].at, 9);
    // The widest band ends a fiftieth before the end of the axis: 400 of 408.
    expect(strips[1].to).toBeCloseTo((100 * 400) / 408, 9);
    expect(strips[0].from).toBeCloseTo((100 * 50) / 408, 9);
  });
  it('go by powers of ten for lives that lie far apart, and for nothing else', () => {
    const far = (name: string) => stripGroups([pin('A', name, 50, 100, 200), pin('B', name, 5_000, 10_000, 20_000)], [name])[0];
    expect([far('life').log, far('price_each').log]).toEqual([true, false]);
    const [a, b] = far('life').strips;
    // From 100 to 10 000 is as far as from 50 to 5 000.
    expect(b.at - a.at).toBeCloseTo(b.from - a.from, 9);
  });
  it('have every pinned way, its band around its median, and leave out what none has', () => {
    for (const g of stripGroups(pins, NAMES))
      for (const s of g.strips) {
        expect(s.from).toBeLessThanOrEqual(s.at + 1e-9);
        expect(s.at).toBeLessThanOrEqual(s.to + 1e-9);
        expect(s.from).toBeGreaterThanOrEqual(-1e-9);
        expect(s.to).toBeLessThanOrEqual(100 + 1e-9);
      }
    expect(stripGroups(pins, NAMES)[0].strips.map((s) => s.letter)).toEqual(pins.map((p) => p.letter));
    expect(stripGroups(pins, ['nonsense'])).toEqual([]);
    expect(stripGroups([pin('A', 'price_each', 0, 0, 0)], ['price_each'])).toEqual([]);
  });
  it('open the figure that is pressed, and say it with its range', () => {
    const fixture = TestBed.createComponent(SheetStrips);
    const asked: string[] = [];
    fixture.componentInstance.opened.subscribe(({ pin: p, name }) => asked.push(`${p.letter} ${name}`));
    for (const [k, v] of Object.entries({ pins, names: NAMES, currency: 'EUR', isOpen: () => false })) fixture.componentRef.setInput(k, v);
    fixture.detectChanges();
    const buttons = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
    buttons[0].click();
    buttons.find((b) => /^Ready, route A/.test(b.getAttribute('aria-label')!))!.click();
    expect(asked).toEqual(['A expected_cost', 'A lead']);
    expect(buttons[0].getAttribute('aria-label')).toMatch(/^.* route A, [\d\s]+\sEUR, [\d\s]+ to [\d\s]+\sEUR$/);
  });
});

describe('the calendar of the ways', () => {
  function draw(deadline?: number) {
    const fixture = TestBed.createComponent(LeadCalendar);
    const inputs = { pins, shop: DEFAULT_SHOP, start: '2026-11-25', deadline, isOpen: () => false };
    for (const [k, v] of Object.entries(inputs)) fixture.componentRef.setInput(k, v);
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  }
  const x = (e: Element): number => Number(e.getAttribute('x') ?? e.getAttribute('x1'));

  it('has the stages of each way before its flag, and the 90 % flag after it', () => {
    const el = draw();
    expect(el.querySelectorAll('.p50').length).toBe(pins.length);
    const p50 = [...el.querySelectorAll('.p50')].map(x), p90 = [...el.querySelectorAll('.p90')].map(x);
    const spread = pins.map((p, k) => ({ p, k })).filter(({ p }) => p.lead.risk!.p90 > p.lead.risk!.p50);
    expect(p90.length).toBe(spread.length);
    // As many days after the other flag as the samples say, on one scale.
    const px = spread.map(({ p, k }, i) => (p90[i] - p50[k]) / (p.lead.risk!.p90 - p.lead.risk!.p50));
    px.forEach((s) => expect(s / px[0]).toBeCloseTo(1, 6));
    expect(el.querySelectorAll('.work, .run, .wait, .quoted').length).toBeGreaterThan(pins.length);
    expect(el.querySelectorAll('li button').length).toBe(pins.length);
  });
  it('shades weekends as long as they are, and names Mondays', () => {
    const el = draw(60);
    const dates = [...el.querySelectorAll('.date')];
    expect(dates.every((d) => d.textContent!.startsWith('Mon'))).toBe(true);
    // The first Monday after Wednesday, 25 November 2026.
    expect(dates[0].textContent).toMatch(/^Mon,? 30 Nov$/);
    const [weekend, next] = [...el.querySelectorAll('.shut')];
    // From weekend to weekend is a week.
    expect(Number(weekend.getAttribute('width')) / (x(next) - x(weekend))).toBeCloseTo(2 / 7, 6);
    expect(x(weekend) + Number(weekend.getAttribute('width'))).toBeCloseTo(x(dates[0]), 6);
  });
  it('draws the date that is needed, where one is asked', () => {
    expect(draw().querySelector('.needed')).toBeNull();
    // Day 3 lies between the flags before and after it.
    const el = draw(3);
    const days = pins.map((p) => p.lead.risk!.p50), at = [...el.querySelectorAll('.p50')].map(x), needed = x(el.querySelector('.needed')!);
    days.forEach((d, k) => expect(needed < at[k]).toBe(3 < d));
    expect(draw(10).textContent).toContain('needed by');
  });
});
