import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { PROCESSES } from '@cuadro/core/process/processes';
import { DEFAULT_SHOP, SHOP_FIGURES, type Shop, SUPPLIER_CALENDAR } from '@cuadro/core/shelf/shop';
import { ComputeService } from '../data/compute.service';
import { ShopService } from '../data/shop.service';
import { ShopPage } from './shop-page';

const LABOUR = SHOP_FIGURES.find((f) => f.id === 'labour_rate')!;

function setUp(save?: (s: Shop) => Promise<void>) {
  const shop = signal<Shop>(DEFAULT_SHOP);
  TestBed.configureTestingModule({
    providers: [
      { provide: ComputeService, useValue: {} },
      {
        provide: ShopService,
        useValue: { shop, currency: () => shop().currency, load: async () => undefined, save: save ?? (async (s: Shop) => shop.set(s)) },
      },
    ],
  });
  const fixture = TestBed.createComponent(ShopPage);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const field = (label: string): HTMLInputElement => {
    const found = [...el.querySelectorAll<HTMLInputElement>('input, textarea')].find((i) =>
      (i.getAttribute('aria-label') ?? i.closest('label, mat-checkbox')?.textContent?.trim()) === label
    );
    if (!found) throw new Error(`no field ${label}`);
    return found;
  };
  const type = (label: string, value: string): void => {
    field(label).value = value;
    field(label).dispatchEvent(new Event('input'));
    field(label).dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const button = (text: string): HTMLButtonElement => [...el.querySelectorAll('button')].find((b) => b.textContent!.trim() === text)!;
  const press = async (text: string): Promise<void> => {
    button(text).click();
    for (let k = 0; k < 5; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  const tick = (label: string): void => {
    field(label).click();
    fixture.detectChanges();
  };
  const said = (): string => el.querySelector('[role=alert], [role=status]')?.textContent?.trim() ?? '';
  return { shop, el, field, type, press, tick, button, said };
}

describe('the shop', () => {
  it('shows every figure with its unit, built-in ones as such, and nothing to save', () => {
    const { el, field, button } = setUp();
    for (const f of SHOP_FIGURES) expect(Number(field(`${f.label}, likely`).value)).toBe(f.usual.likely);
    expect(field(`${LABOUR.label}, likely`).classList).toContain('assumed');
    expect(el.querySelector('table')!.textContent).toContain('EUR/h');
    expect(button('Save the shop').disabled).toBe(true);
  });
  it('keeps the site’s own figure with its note, and gives the built-in one back', async () => {
    const { shop, type, press, field, said } = setUp();
    type(`${LABOUR.label}, likely`, '47,5');
    type(`${LABOUR.label}, where it comes from`, 'controlling, March');
    await press('Save the shop');
    expect(said()).toMatch(/^Saved\./);
    expect(shop().figures['labour_rate']).toEqual({ low: LABOUR.usual.low, likely: 47.5, high: LABOUR.usual.high, note: 'controlling, March' });
    expect(field(`${LABOUR.label}, likely`).classList).not.toContain('assumed');
    await press('built-in');
    await press('Save the shop');
    expect(shop().figures).toEqual({});
  });
  it('refuses what cannot be, names the figure, and saves nothing until it is mended', async () => {
    const { shop, type, said, field, press } = setUp();
    type(`${LABOUR.label}, likely`, '60');
    type(`${LABOUR.label}, high`, 'dear');
    expect(said()).toMatch(/not a number/);
    expect(field(`${LABOUR.label}, high`).getAttribute('aria-invalid')).toBe('true');
    await press('Save the shop');
    expect(said()).toBe('Put right what is marked below first.');
    expect(shop()).toBe(DEFAULT_SHOP);
    await press('Discard');
    expect([said(), shop(), field(`${LABOUR.label}, likely`).value]).toEqual(['', DEFAULT_SHOP, String(LABOUR.usual.likely)]);
  });
  it('keeps what was typed when the service does not answer', async () => {
    const { type, press, said, field, button } = setUp(() => Promise.reject(new Error('The service does not answer.')));
    type(`${LABOUR.label}, likely`, '48');
    await press('Save the shop');
    expect(said()).toBe('The service does not answer.');
    expect(field(`${LABOUR.label}, likely`).value).toBe('48');
    expect(button('Discard').disabled).toBe(false);
  });
  it('knows which machines are on site', async () => {
    const { shop, tick, press } = setUp();
    const { id, label } = PROCESSES.find((p) => p.where === 'house')!;
    tick(label);
    await press('Save the shop');
    expect(shop().absent).toEqual([id]);
    tick(label);
    await press('Save the shop');
    expect(shop().absent).toEqual([]);
  });
  it('takes working hours, days and holidays', async () => {
    const { shop, type, tick, press } = setUp();
    type('Shift from', '06:30');
    tick('Saturday');
    type('Days on which nobody works', '2026-12-25 2026-01-01');
    await press('Save the shop');
    expect(shop().calendar).toMatchObject({
      shiftStart_min: 390,
      workdays: [...DEFAULT_SHOP.calendar.workdays, 6].sort(),
      holidays: ['2026-01-01', '2026-12-25'],
    });
    expect(shop().supplier).toBeUndefined();
    type('Suppliers from', '06:00');
    await press('Save the shop');
    expect(shop().supplier).toEqual({ ...SUPPLIER_CALENDAR, shiftStart_min: 360 });
  });
  it('refuses a currency that is none', () => {
    const { type, said, button } = setUp();
    type('Currency', 'E1');
    expect(said()).not.toBe('');
    expect(button('Save the shop').disabled).toBe(true);
  });
});
