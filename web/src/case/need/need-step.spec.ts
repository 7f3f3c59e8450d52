import { signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { WorthKnowing } from '@cuadro/core/decide/worth-knowing';
import type { StepLine } from '@cuadro/core/decide/step-line';
import { REQUIREMENTS } from '@cuadro/core/need/requirements';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService, type MarginNote as Note } from '../../data/margin.service';
import { ShopService } from '../../data/shop.service';
import { NeedStep } from './need-step';
import { placeOf, valueAt } from './step-line-view';

const given = <T>(value: T, from = '') => ({ level: 'must' as const, value, from });

const LINE: StepLine = { values: [50, 100, 200], holding: [40, 38, 12] };

async function setUp(change: Partial<CaseDoc> = {}, worth: WorthKnowing[] = []) {
  const doc: WritableSignal<CaseDoc> = signal(demoDoc({ family: 'hand-jig', pins: [{ process: 'cnc-mill', material: 'al-6061' }], ...change }));
  const view: CaseView = evaluateCase(doc(), BUILT_IN_SITE, 20).view;
  TestBed.configureTestingModule({
    providers: [
      {
        provide: CaseStore,
        useValue: {
          doc,
          record: signal(undefined),
          view: signal(view),
          options: () => view.options,
          computing: signal(false),
          edit: (f: (d: CaseDoc) => CaseDoc) => doc.update(f),
        },
      },
      { provide: ApiService, useValue: {} },
      { provide: ComputeService, useValue: { worthKnowing: async () => worth, stepLine: async (id: string) => (id === 'load' ? LINE : undefined) } },
      { provide: ShopService, useValue: { currency: () => 'EUR', shop: () => DEFAULT_SHOP, site: () => BUILT_IN_SITE } },
    ],
  });
  const fixture = TestBed.createComponent(NeedStep);
  fixture.detectChanges();
  await fixture.whenStable();
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const row = (label: string): HTMLTableRowElement => {
    const found = [...el.querySelectorAll<HTMLTableRowElement>('.needs tr:not(.group)')].find((r) =>
      r.querySelector('th')?.textContent?.trim().startsWith(label)
    );
    if (!found) throw new Error(`no row ${label}`);
    return found;
  };
  const labels = (): string[] => [...el.querySelectorAll('.needs tbody tr:not(.group) th')].map((t) => t.textContent!.trim());
  const change_ = (field: HTMLInputElement | HTMLSelectElement, value: string): void => {
    field.value = value;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const click = (what: HTMLElement): void => {
    what.click();
    fixture.detectChanges();
  };
  const button = (text: RegExp): HTMLButtonElement => [...el.querySelectorAll('button')].find((b) => text.test(b.textContent!))!;
  const margin = TestBed.inject(MarginService);
  const said = (): string => ((margin.note() as Extract<Note, { kind: 'text' }>).paragraphs ?? []).join(' ');
  /** What comes in a few turns later, worked out by others. */
  const soon = async <T>(look: () => T | null): Promise<T> => {
    for (let turn = 0; turn < 100; turn++) {
      const found = look();
      if (found) return found;
      await Promise.resolve();
      fixture.detectChanges();
    }
    throw new Error('it did not come');
  };
  return { doc, el, row, labels, set: change_, click, button, said, soon };
}

describe('the need step', () => {
  it('asks what the kind of tool stands or falls by, and the rest only when told to', async () => {
    const { labels, click, button } = await setUp();
    const asked = labels();
    expect(asked).toEqual(expect.arrayContaining(['Temperature in service', 'Largest load', 'Tightest tolerance ±']));
    expect(asked).not.toContain('Must hold vacuum');
    expect(button(/Ask the other/).textContent).toContain(String(REQUIREMENTS.length - asked.length));
    click(button(/Ask the other/));
    expect(labels().length).toBe(REQUIREMENTS.length);
    click(button(/Only what matters/));
    expect(labels()).toEqual(asked);
  });
  it('asks about damp as soon as a pinned material swells in it, and says so', async () => {
    const dry = await setUp();
    const label = REQUIREMENTS.find((r) => r.id === 'wet')!.label;
    expect(dry.labels()).not.toContain(label);
    TestBed.resetTestingModule();
    const { row, click, said } = await setUp({ pins: [{ process: 'extrusion-open', material: 'pa6-cf' }] });
    const wet = row(label);
    click(wet);
    expect(said()).toContain('PA6-CF short fibre swells in damp.');
  });
  it('shows what is usual as assumed until somebody says otherwise, and forgets it again', async () => {
    const { doc, row, set, click } = await setUp();
    const input = (): HTMLInputElement => row('Tightest tolerance').querySelector<HTMLInputElement>('.value input')!;
    expect(input().classList).toContain('assumed');
    expect(row('Tightest tolerance').textContent).not.toContain('forget');
    set(input(), '0,05');
    expect(doc().need.tolerance).toMatchObject({ level: 'must', value: 0.05 });
    expect(input().classList).not.toContain('assumed');
    click(row('Tightest tolerance').querySelector<HTMLElement>('button.link')!);
    expect(doc().need.tolerance).toBeUndefined();
    expect(input().classList).toContain('assumed');
  });
  it('takes other units, and refuses what cannot be, beside the field', async () => {
    const { doc, row, set } = await setUp();
    const input = row('Temperature in service').querySelector<HTMLInputElement>('.value input')!;
    set(input, '212 °F');
    expect(doc().need.serviceTemp?.value).toBeCloseTo(100, 9);
    set(input, 'warm');
    expect(row('Temperature in service').textContent).toMatch(/not a/i);
    expect(doc().need.serviceTemp?.value).toBeCloseTo(100, 9);
    set(input, '99999');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(doc().need.serviceTemp?.value).toBeCloseTo(100, 9);
  });
  it('keeps level and source with the figure', async () => {
    const { doc, row, set } = await setUp({ need: { massLimit: given(1.2) } });
    set(row('Weight limit').querySelector<HTMLSelectElement>('.level')!, 'want');
    set(row('Weight limit').querySelector<HTMLInputElement>('input[aria-label$="comes from"]')!, 'works council');
    expect(doc().need.massLimit).toEqual({ level: 'want', value: 1.2, from: 'works council' });
  });
  it('marks what no verdict can do without', async () => {
    const { row } = await setUp({ family: 'spare-part', need: {} });
    expect(row('Largest load').textContent).toContain('needed');
    expect(row('Largest load').classList).toContain('gap');
    expect(row('Cycles a year').textContent).not.toContain('needed');
  });
  it('says which open fact would change the answer', async () => {
    const end = (value: number, holding: number, leader: string) => ({ value, holding, leader });
    const { el } = await setUp({}, [
      { id: 'serviceTemp', decides: true, low: end(15, 40, 'extrusion-open/pla'), high: end(120, 21, 'cnc-mill/al-6061') } as WorthKnowing,
    ]);
    const text = el.querySelector('.worth')!.textContent!.replace(/\s+/g, ' ');
    expect(text).toContain('Temperature in service:');
    expect(text).toMatch(
      /15.°C: 40 hold; 120.°C: 21 hold\. The leading route would be filament extrusion, open frame in PLA, or CNC milling in Aluminium 6061-T6\./,
    );
  });
  it('says at once how many ways hold', async () => {
    const { el } = await setUp();
    expect(el.querySelector('.holding')!.textContent).toMatch(/of \d+ ways holds? as/);
  });
  it('gathers fluids, one by one, or keeps it dry', async () => {
    const { doc, row, click } = await setUp({ need: { fluids: given(['coolant' as const]) } });
    const boxes = [...row('Fluids').querySelectorAll<HTMLInputElement>('input[type=checkbox]')];
    expect(boxes.filter((b) => b.checked).length).toBe(1);
    click(boxes.find((b) => !b.checked)!);
    expect(doc().need.fluids?.value.length).toBe(2);
    click([...row('Fluids').querySelectorAll('button')].find((b) => b.textContent === 'it stays dry')!);
    expect(doc().need.fluids?.value).toEqual([]);
  });
  it('changes with the kind of tool: how it is made today, how it ends', async () => {
    const { doc, el, set } = await setUp();
    const kind = el.querySelectorAll<HTMLSelectElement>('.today select')[0];
    set(kind, 'core');
    expect(doc().family).toBe('core');
    const text = el.querySelector('.today .small')!.textContent!;
    expect(text).toContain('one core a part');
    expect(text).not.toContain('Planner:');
  });
});

describe('the line of how many ways hold', () => {
  it('has places for the values, and values for the places', () => {
    expect([10, 50, 75, 100, 150, 200, 900].map((v) => placeOf(LINE, v))).toEqual([0, 0, 0.5, 1, 1.5, 2, 2]);
    expect([0, 0.5, 1, 1.25, 2].map((p) => valueAt(LINE, p))).toEqual([50, 75, 100, 130, 200]);
    expect(valueAt({ values: [1, 2], holding: [1, 2] }, 0.3, true)).toBe(1);
  });
  it('stands under the number that it belongs to, says what it shows, and is dragged', async () => {
    const { row, doc, set, soon } = await setUp({ need: { load: given(100) } });
    const slider = await soon(() => row('Largest load').querySelector<HTMLInputElement>('input[type=range]'));
    expect(slider.getAttribute('aria-valuetext')).toBe('100\u00a0N: 38 ways hold');
    expect(row('Temperature in service').querySelector('input[type=range]')).toBeNull();
    set(slider, '16');
    expect(doc().need.load).toMatchObject({ value: 200, level: 'must' });
    expect(slider.getAttribute('aria-valuetext')).toBe('200\u00a0N: 12 ways hold');
  });
});
