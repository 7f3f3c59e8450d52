import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { demoDoc } from '@cuadro/core/case/testing';
import { MATERIALS } from '@cuadro/core/shelf/shelf';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { MarginService, type MarginNote as Note } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { MaterialsView } from './materials-view';

// The chart library draws on a real canvas; what is plotted has its own test.
jest.mock('apexcharts', () => ({
  __esModule: true,
  default: class {
    render = async () => undefined;
    destroy = () => undefined;
    updateOptions = async () => undefined;
  },
}));

function setUp(refuse?: string) {
  const shop = signal<Shop>(DEFAULT_SHOP);
  const save = async (s: Shop): Promise<void> => {
    if (refuse) throw new Error(refuse);
    shop.set(s);
  };
  const hot = demoDoc({ title: 'Hot one', need: { serviceTemp: { level: 'must', value: 150, from: '' } } });
  TestBed.configureTestingModule({
    providers: [
      { provide: ShopService, useValue: { currency: () => 'EUR', shop, store: save } },
      { provide: ComputeService, useValue: {} },
      { provide: ApiService, useValue: { cases: () => of({ total: 1, rows: [{ id: 'hot', title: 'Hot one' }] }), case: () => of({ doc: hot }) } },
    ],
  });
  const fixture = TestBed.createComponent(MaterialsView);
  const el = fixture.nativeElement as HTMLElement;
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    // Reading a file and saving are a few promises in a row.
    for (let k = 0; k < 20; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  fixture.detectChanges();
  const names = (): string[] => [...el.querySelectorAll('.scroll tbody th')].map((t) => t.textContent!.trim());
  const find = <T extends HTMLElement>(selector: string, text: RegExp): T => {
    const found = [...el.querySelectorAll<T>(selector)].find((e) => text.test(e.getAttribute('aria-label') ?? e.textContent!.trim()));
    if (!found) throw new Error(`no ${selector} like ${text}`);
    return found;
  };
  const click = async (selector: string, text: RegExp): Promise<void> => {
    find(selector, text).click();
    await settle();
  };
  const type = (field: HTMLInputElement | HTMLSelectElement, value: string, event: string): void => {
    field.value = value;
    field.dispatchEvent(new Event(event));
    if (event === 'input') field.dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const give = async (name: string, text: string): Promise<void> => {
    const input = el.querySelector<HTMLInputElement>('input[type=file]')!;
    const file = { name, size: text.length, text: async () => text };
    Object.defineProperty(input, 'files', { configurable: true, value: [file] });
    input.dispatchEvent(new Event('change'));
    await settle();
  };
  const said = (): string => el.querySelector('[role=alert], [role=status]')?.textContent?.trim() ?? '';
  return { shop, el, names, find, click, type, give, said, settle, margin: TestBed.inject(MarginService) };
}

describe('the materials of the shelf', () => {
  it('lists every one, and filters by word and by process', () => {
    const { names, el, find, type } = setUp();
    expect(names().length).toBe(MATERIALS.length);
    type(find<HTMLInputElement>('input', /^Filter materials$/), 'soluble', 'input');
    expect(names()).toEqual(['Soluble core material, standard', 'Soluble core material, high temperature']);
    type(find<HTMLInputElement>('input', /^Filter materials$/), '', 'input');
    type(find<HTMLSelectElement>('select', /^Process$/), 'sheet-cut', 'change');
    expect(names().length).toBe(MATERIALS.filter((m) => m.processes.includes('sheet-cut')).length);
    expect(el.querySelector('.grow')!.textContent).toBe(`${names().length} materials`);
  });
  it('filters by any property, several at once, and drops one again', async () => {
    const { names, find, type, click } = setUp();
    type(find<HTMLSelectElement>('select', /^Filter by a property$/), 'use', 'change');
    type(find<HTMLInputElement>('input', /^Lasting heat.*at least$/), '150', 'input');
    expect(names().length).toBe(MATERIALS.filter((m) => m.use_c.likely >= 150).length);
    type(find<HTMLInputElement>('input', /^Lasting heat.*at most$/), '200,5', 'input');
    const between = MATERIALS.filter((m) => m.use_c.likely >= 150 && m.use_c.likely <= 200.5);
    expect(names()).toEqual(between.map((m) => m.label));
    type(find<HTMLSelectElement>('select', /^Filter by a property$/), 'removal', 'change');
    type(find<HTMLSelectElement>('.bar.small select', /^Getting it out$/), 'broken', 'change');
    expect(names()).toEqual(['Break-away core material']);
    await click('button', /^Drop the filter Getting it out$/);
    expect(names().length).toBe(between.length);
  });
  it('opens a material to every property with its range and source', async () => {
    const { click, margin } = setUp();
    await click('.scroll tbody th button', /^PEI$/);
    const note = margin.note() as Extract<Note, { kind: 'text' }>;
    expect(note.title).toBe('PEI');
    expect(note.rows!.find((r) => r.label.startsWith('Lasting heat'))!.text).toMatch(/^\d+ · 190 · \d+$/);
    expect(note.paragraphs!.join(' ')).toContain(MATERIALS.find((m) => m.id === 'pei')!.source.text);
  });
  it('compares up to five and says why not six', async () => {
    const { el, click, said, find } = setUp();
    for (const name of ['PLA', 'PETG', 'ABS', 'ASA', 'PC']) await click('input', new RegExp(`^Compare ${name}$`));
    await click('input', /^Compare PEI$/);
    expect(said()).toBe('At most 5 are compared: take one off first.');
    expect(find<HTMLInputElement>('input', /^Compare PEI$/).checked).toBe(false);
    await click('button', /^compare 5$/);
    expect([...el.querySelectorAll('.compare thead th')].map((t) => t.textContent!.trim()).join(' ')).toContain('PLA');
    expect(el.querySelector('.compare')!.textContent).toContain('Lasting heat');
  });
  it('keeps a copy as the user’s own, with who and when, and takes it off again', async () => {
    const { shop, el, names, click, find, type, said } = setUp();
    await click('button', /^Copy PEI as/);
    const form = el.querySelector<HTMLFormElement>('cu-material-form form')!;
    type(find<HTMLInputElement>('cu-material-form input', /^Lasting heat, likely$/), '201', 'input');
    form.querySelector<HTMLInputElement>('[aria-label="Where the figures come from"]')!.value = 'sheet of March';
    form.querySelector<HTMLInputElement>('[aria-label="Where the figures come from"]')!.dispatchEvent(new Event('change'));
    await click('cu-material-form button', /^Keep$/);
    expect(said()).toBe('PEI, own is kept.');
    expect(shop().materials).toHaveLength(1);
    expect(shop().materials![0]).toMatchObject({
      material: { id: 'pei-own', use_c: { likely: 201 }, source: { text: 'sheet of March' } },
      history: [{ who: 'local user' }],
    });
    expect(names().find((n) => n.startsWith('PEI, own'))).toContain('yours');
    await click('button', /^Take off the shelf: PEI, own$/);
    expect(shop().materials).toEqual([]);
    expect(names().length).toBe(MATERIALS.length);
  });
  it('does not keep one without a source, and says so beside the field', async () => {
    const { shop, el, click } = setUp();
    await click('button', /^Put own figures over PEI$/);
    await click('cu-material-form button', /^Keep$/);
    expect(el.querySelector('cu-material-form .field-error')!.textContent).toBe('Where the figures come from is missing.');
    expect(shop().materials ?? []).toEqual([]);
  });
  it('takes rows of a file, names the bad ones, and loses nothing when the service refuses', async () => {
    const head = 'id,label,processes,density,modulus,modulus_across,strength,strength_across,use_low,use,use_high,price,compressive,source';
    const good = 'own-a,Own A,extrusion-open,1.1,2,1.5,50,30,90,100,110,60,55,sheet of March';
    const { shop, el, give, said } = setUp();
    await give('rows.csv', `${head}\n${good}\n${good.replace('own-a', 'own-b').replace('1.1', 'heavy')}`);
    expect(said()).toBe('1 row of rows.csv taken, 1 left out.');
    expect([...el.querySelectorAll('.faults tbody td')].map((t) => t.textContent)).toEqual(['3', 'density', '"heavy" is not a number.']);
    expect(shop().materials!.map((m) => m.material.id)).toEqual(['own-a']);
    await give('none.csv', 'id,label\n');
    expect(said()).toBe('none.csv: no row could be taken. Nothing was changed.');
    TestBed.resetTestingModule();
    const refused = setUp('Somebody else changed the shop meanwhile.');
    await refused.give('rows.csv', `${head}\n${good}`);
    expect(refused.said()).toBe('Somebody else changed the shop meanwhile.');
    expect(refused.shop()).toBe(DEFAULT_SHOP);
  });
  it('draws the need of a case as a region, in words as well', async () => {
    const { el, click, find, type, settle } = setUp();
    await click('button', /^plot$/);
    type(find<HTMLSelectElement>('select', /^Property across$/), 'use', 'change');
    type(find<HTMLSelectElement>('select', /^Need to draw$/), 'hot', 'change');
    await settle();
    const fit = MATERIALS.filter((m) => m.use_c.likely >= 150 && m.strength_mpa.inPlane.likely >= 3.7).length;
    expect(el.querySelector('.scroll > p')!.textContent).toMatch(new RegExp(`: ${fit} lie there`));
  });
});
