import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { PROCESSES } from '@cuadro/core/process/processes';
import { DEFAULT_SHOP, SHOP_FIGURES, type Shop, SUPPLIER_CALENDAR } from '@cuadro/core/shelf/shop';
import { SHOP_CHANGES } from '@cuadro/core/document/shop-fields';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import type { Patch, ShopRecord } from '@cuadro/core/wire';
import { of, throwError } from 'rxjs';
import { ApiService, RequestFault } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { DRAFTS } from '../data/drafts';
import { MemoryDrafts } from '../data/drafts-testing';
import { SessionService } from '../data/session.service';
import { ShopService } from '../data/shop.service';
import { ShopPage } from './shop-page';

const LABOUR = SHOP_FIGURES.find((f) => f.id === 'labour_rate')!;

/** @param gone the server does not answer changes */
async function setUp(gone: () => boolean = () => false) {
  const held = signal<ShopRecord>({ revision: 1, shop: DEFAULT_SHOP, evidence: NO_EVIDENCE, siteKey: '1' });
  TestBed.configureTestingModule({
    providers: [
      { provide: ComputeService, useValue: {} },
      { provide: DRAFTS, useValue: new MemoryDrafts() },
      { provide: SessionService, useValue: { ready: Promise.resolve(), accounts: () => false } },
      {
        provide: ApiService,
        useValue: {
          shop: () => of(held()),
          patchShop: ({ changes }: Patch) => {
            if (gone()) return throwError(() => new RequestFault('The server does not answer.', 'OFFLINE', true));
            const { clashes } = SHOP_CHANGES.apply(held().shop, changes);
            if (clashes.length) return throwError(() => new RequestFault('Changed elsewhere.', 'CLASH', false, undefined, held(), clashes));
            held.update((h) => ({ ...h, revision: h.revision + 1, shop: SHOP_CHANGES.apply(h.shop, changes).doc }));
            return of(held());
          },
        },
      },
    ],
  });
  await TestBed.inject(ShopService).load();
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
  const press = (text: string): void => {
    [...el.querySelectorAll('button')].find((b) => b.textContent!.trim() === text)!.click();
    fixture.detectChanges();
  };
  const tick = (label: string): void => {
    field(label).click();
    fixture.detectChanges();
  };
  /** Long enough for what was typed to be stored. */
  const wait = async (ms = 1000): Promise<void> => {
    await jest.advanceTimersByTimeAsync(ms);
    fixture.detectChanges();
  };
  const stored = (): Shop => held().shop;
  const state = (): string => el.querySelector('.save')!.textContent!.trim().replace(/\s+/g, ' ');
  const said = (): string => el.querySelector('[role=alert], [role=status]')?.textContent?.trim() ?? '';
  return { stored, held, el, field, type, press, tick, said, wait, state };
}
beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

describe('the shop', () => {
  it('shows every figure with its unit, built-in ones as such, and nothing to save', async () => {
    const { el, field, state } = await setUp();
    for (const f of SHOP_FIGURES) expect(Number(field(`${f.label}, likely`).value)).toBe(f.usual.likely);
    expect(field(`${LABOUR.label}, likely`).classList).toContain('assumed');
    expect(el.querySelector('table')!.textContent).toContain('EUR/h');
    expect(state()).toBe('Revision 1 saved');
  });
  it('stores the site’s own figure with its note by itself, gives the built-in one back, and undoes that', async () => {
    const { stored, type, press, field, state, wait } = await setUp();
    type(`${LABOUR.label}, likely`, '47,5');
    expect(state()).toBe('Revision 1 not yet saved');
    type(`${LABOUR.label}, where it comes from`, 'controlling, March');
    await wait();
    expect(state()).toBe('Revision 2 saved');
    const own = { low: LABOUR.usual.low, likely: 47.5, high: LABOUR.usual.high, note: 'controlling, March' };
    expect(stored().figures['labour_rate']).toEqual(own);
    expect(field(`${LABOUR.label}, likely`).classList).not.toContain('assumed');
    press('built-in');
    await wait();
    expect(stored().figures).toEqual({});
    press('undo');
    await wait();
    expect(stored().figures['labour_rate']).toEqual(own);
    press('redo');
    await wait();
    expect(stored().figures).toEqual({});
  });
  it('refuses what cannot be, names the figure, and stores nothing until it is mended', async () => {
    const { stored, type, said, field, wait } = await setUp();
    type('Shift from', '19:30');
    await wait();
    expect([said(), stored()]).toEqual(['The shift must end after it starts.', DEFAULT_SHOP]);
    type('Shift from', '06:00');
    await wait();
    expect([said(), stored().calendar.shiftStart_min]).toEqual(['', 360]);
    type(`${LABOUR.label}, high`, 'dear');
    await wait();
    expect(said()).toMatch(/not a number/);
    expect(field(`${LABOUR.label}, high`).getAttribute('aria-invalid')).toBe('true');
    expect(stored().figures).toEqual({});
  });
  it('keeps what was typed when the service does not answer, and stores it when it does', async () => {
    let gone = true;
    const { stored, type, said, field, wait, state } = await setUp(() => gone);
    type(`${LABOUR.label}, likely`, '48');
    await wait();
    expect([said(), state()]).toEqual(['The server does not answer.', 'Revision 1 kept in this browser']);
    expect(field(`${LABOUR.label}, likely`).value).toBe('48');
    gone = false;
    await wait(5000);
    expect([stored().figures['labour_rate'].likely, state()]).toEqual([48, 'Revision 2 saved']);
  });
  it('knows which machines are on site', async () => {
    const { stored, tick, wait } = await setUp();
    const { id, label } = PROCESSES.find((p) => p.where === 'house')!;
    tick(label);
    await wait();
    expect(stored().absent).toEqual([id]);
    tick(label);
    await wait();
    expect(stored().absent).toEqual([]);
  });
  it('takes working hours, days and holidays', async () => {
    const { stored, type, tick, wait } = await setUp();
    type('Shift from', '06:30');
    tick('Saturday');
    type('Days on which nobody works', '2026-12-25 2026-01-01');
    await wait();
    expect(stored().calendar).toMatchObject({
      shiftStart_min: 390,
      workdays: [...DEFAULT_SHOP.calendar.workdays, 6].sort(),
      holidays: ['2026-01-01', '2026-12-25'],
    });
    expect(stored().supplier).toBeUndefined();
    type('Suppliers from', '06:00');
    await wait();
    expect(stored().supplier).toEqual({ ...SUPPLIER_CALENDAR, shiftStart_min: 360 });
  });
  it('refuses a currency that is none', async () => {
    const { stored, type, said, wait } = await setUp();
    type('Currency', 'E1');
    await wait();
    expect(said()).not.toBe('');
    expect(stored().currency).toBe('EUR');
  });
  it('asks, field by field, where somebody else changed the same figure', async () => {
    const { held, stored, type, el, wait, press } = await setUp();
    const range = { low: 1, likely: 2, high: 3, note: 'theirs' };
    type('Currency', 'CHF');
    type(`${LABOUR.label}, likely`, '48');
    // Saved elsewhere before this is sent.
    held.update((h) => ({ ...h, revision: 2, shop: { ...h.shop, figures: { labour_rate: range, open_rate: range } } }));
    await wait();
    const row = el.querySelector('.clashes tbody tr')!;
    expect(el.querySelectorAll('.clashes tbody tr')).toHaveLength(1);
    expect(row.textContent!.replace(/\s+/g, ' ')).toContain(`${LABOUR.label} 38 · 48 · 55 CHF/h 1 · 2 · 3 EUR/h (theirs)`);
    row.querySelector<HTMLInputElement>('input[value=mine]')!.click();
    press('Go on with these');
    await wait();
    expect(stored()).toMatchObject({ currency: 'CHF', figures: { labour_rate: { likely: 48 }, open_rate: range } });
  });
});
