import { EMPTY_TODAY } from '@cuadro/core/case/today';
import { signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import { routeKey, type CaseDoc, type LineOverride } from '@cuadro/core/case/types';
import { ShopService } from '../../data/shop.service';
import { OverrideForm } from './override-form';
import { beyondWords, buildUpWords, crossingWords, decadeTicks, frameTop, moversChart, moversWords, priceSteps, sizeWords } from './sheet-charts';

const view =
  evaluateCase(demoDoc({ today: { ...EMPTY_TODAY, way: 'machined', material: 'al-6061', cost: 900, wait_days: 30, delay_per_day: 0 } }), BUILT_IN_SITE, 50)
    .view;

describe('the charts in words', () => {
  it('name every part of every price', () => {
    const text = buildUpWords(view.pins, 'EUR');
    for (const p of view.pins) {
      expect(text).toContain(`Route ${p.letter}:`);
      expect(p.buildUp.reduce((s, g) => s + g.money, 0)).toBeCloseTo(p.figures.find((f) => f.name === 'price_order')!.likely, 6);
    }
    expect(text).toContain('Quoted');
  });
  it('go up the price by steps, each from where the last one ended, to the price of the order', () => {
    for (const p of view.pins) {
      const steps = priceSteps(p);
      const order = p.figures.find((f) => f.name === 'price_order')!.likely;
      steps.slice(0, -1).forEach((s, i) => expect(s.from).toBe(i ? steps[i - 1].to : 0));
      expect(steps.at(-1)).toMatchObject({ label: 'the order', from: 0 });
      expect(steps.at(-1)!.to).toBeCloseTo(order, 0);
    }
  });
  it('show what moves the cost by bars from low to high, the widest first, whichever end is dearer', () => {
    const pin = {
      ...view.pins[0],
      swings: [{ entry: 'a', label: 'Rate', atLow: 900, atHigh: 1500, swing: 600 }, { entry: 'b', label: 'Life', atLow: 1300, atHigh: 1000, swing: 300 }],
    };
    const ink = { ink: '', quiet: '', rule: '', petrol: 'p', ochre: '', sheet: '' };
    const { series, xaxis } = moversChart(pin, 'EUR')(ink);
    expect((series as { data: unknown[] }[])[0].data).toEqual([{ x: 'Rate', y: [900, 1500] }, { x: 'Life', y: [1000, 1300] }]);
    expect([xaxis!.min, xaxis!.max]).toEqual([800, 1600]);
    expect(moversWords(pin, 'EUR')).toBe(
      'What moves the cost of A most: Rate, 900\u00a0EUR at its low and 1\u00a0500\u00a0EUR at its high; Life, 1\u00a0300\u00a0EUR at its low and 1\u00a0000\u00a0EUR at its high.',
    );
    expect(moversWords({ ...pin, swings: [] }, 'EUR')).toBe('Nothing moves the cost of A.');
  });
  it('leaves out of its frame what costs many times as much as any tool, and nothing else', () => {
    const tools = [{ letter: 'A', ys: [400, 1100] }, { letter: 'B', ys: [2300, 2300] }];
    expect(frameTop([...tools, { letter: 'T', ys: [0, 35_000] }])).toBe(3000);
    expect(frameTop([...tools, { letter: 'T', ys: [0, 9000] }])).toBeUndefined();
    expect(frameTop([...tools, { letter: 'C', ys: [35_000] }])).toBeUndefined();
    const far = { ...view, curve: { ...view.curve, p50: view.pins.map((p) => (p.letter === 'T' ? [0, 35_000] : [400, 1100])) } };
    expect(beyondWords(far)).toContain('above the frame');
    expect(beyondWords({ ...far, curve: { ...far.curve, p50: far.pins.map(() => [400, 1100]) } })).toBe('');
  });
  it('has ones, twos and fives around what is drawn on powers of ten', () => {
    expect(decadeTicks([Math.log10(640), Math.log10(6400)])).toEqual([500, 1000, 2000, 5000, 10_000]);
    expect(decadeTicks([0, 0.3]).map((t) => Number(t.toPrecision(3)))).toEqual([1, 2]);
    expect(decadeTicks([Math.log10(0.07), Math.log10(0.3)]).map((t) => Number(t.toPrecision(3)))).toEqual([0.05, 0.1, 0.2, 0.5]);
  });
  it('tell where two ways change places, from 10 to 90 %, and how often', () => {
    const curve = { ...view.curve, crossings: [{ a: 0, b: 1, at: 1500, low: 1200, high: 2500, share: 0.6 }] };
    expect(crossingWords({ ...view, curve })).toBe('A and B at 1\u00a0500 cycles (1\u00a0200 to 2\u00a0500), in 60 % of the samples.');
    const sure = { ...curve, crossings: [{ a: 0, b: 1, at: 8, low: 8, high: 8, share: 1 }] };
    expect(crossingWords(view, sure, 'copies')).toBe('A and B at 8 copies.');
    expect(crossingWords({ ...view, curve: { ...curve, crossings: [] } })).toBe('No two ways change places in this range.');
    expect(crossingWords({ ...view, pins: view.pins.slice(0, 1) })).toBe('Only one route is pinned.');
    const bySize = { ...curve, x: [100, 200], p50: [[1, 3], [2, 2]], crossings: [{ a: 0, b: 1, at: 150, low: 140, high: 160, share: 1 }], ends: [null, 300] };
    expect(sizeWords({ ...view, sizeCurve: bySize })).toBe(
      'Cheapest is A up to 150 mm (140 to 160), then B. B ends at 300 mm, where its machine has no more room.',
    );
    expect(sizeWords({ ...view, sizeCurve: { ...bySize, p50: [[1, 1], [2, 2]], ends: undefined } })).toBe('Cheapest is A at every size drawn.');
  });
});

describe('the form that puts a figure over a computed one', () => {
  function setUp(now?: LineOverride) {
    TestBed.configureTestingModule({ providers: [{ provide: ShopService, useValue: { currency: () => 'EUR' } }] });
    const fixture = TestBed.createComponent(OverrideForm);
    fixture.componentRef.setInput('figure', view.pins[0].figures[0]);
    fixture.componentRef.setInput('route', 'cnc-mill/al-6061');
    fixture.componentRef.setInput('routeLabel', 'Route A');
    if (now) fixture.componentRef.setInput('now', now);
    fixture.detectChanges();
    const el = fixture.nativeElement as HTMLElement;
    const saved: LineOverride[] = [];
    fixture.componentInstance.saved.subscribe((o) => saved.push(o));
    const send = (values: Record<string, string>): string => {
      for (const [name, text] of Object.entries(values)) el.querySelector<HTMLInputElement>(`[name=${name}]`)!.value = text;
      el.querySelector('form')!.dispatchEvent(new Event('submit'));
      fixture.detectChanges();
      return el.querySelector('[role=alert]')?.textContent ?? '';
    };
    return { el, saved, send };
  }

  it('takes a likely value alone, or a range, with a note', () => {
    const { saved, send } = setUp();
    expect(send({ likely: '1 200', note: 'offer 7' })).toBe('');
    expect(send({ low: '900', likely: '1000', high: '1 300', note: 'offer 8', kind: 'you' })).toBe('');
    expect(saved).toEqual([{ low: 1200, likely: 1200, high: 1200, kind: 'quote', note: 'offer 7' }, {
      low: 900,
      likely: 1000,
      high: 1300,
      kind: 'you',
      note: 'offer 8',
    }]);
  });
  it('refuses nonsense, upside-down ranges and figures from nowhere, each with its reason', () => {
    const { saved, send } = setUp();
    expect(send({ likely: '', note: 'x' })).toBe('Type the likely value.');
    expect(send({ likely: 'cheap', note: 'x' })).toContain('not a number');
    expect(send({ low: '5', likely: '3', note: 'x' })).toContain('must rise');
    expect(send({ low: '', likely: '-3', note: 'x' })).toContain('cannot be below 0');
    expect(send({ low: '', likely: '3', note: ' ' })).toBe('Say where the figure comes from.');
    expect(saved).toEqual([]);
  });
  it('shows what stands there already, and offers the way back', () => {
    const { el } = setUp({ low: 1, likely: 2, high: 3, kind: 'you', note: 'ours' });
    expect(el.querySelector<HTMLInputElement>('[name=likely]')!.value).toBe('2');
    expect(el.textContent).toContain('Back to the computed figure');
  });
});

describe('an override', () => {
  it('is kept by route and line, so that it cannot move to another route', () => {
    const doc: WritableSignal<CaseDoc> = signal(demoDoc());
    const key = routeKey(view.pins[0].option);
    doc.update((d) => ({ ...d, overrides: { [key]: { price_each: { low: 1, likely: 1, high: 1, kind: 'quote', note: 'x' } } } }));
    const again = evaluateCase(doc(), BUILT_IN_SITE, 50).view;
    for (const p of again.pins) expect(p.figures.find((f) => f.name === 'price_each')!.value === 1).toBe(routeKey(p.option) === key);
  });
});
