import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { Values } from '@cuadro/core/inputs/spec';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { of } from 'rxjs';
import { ApiService } from '../data/api.service';
import { PackingService } from '../data/packing.service';
import { ShopService } from '../data/shop.service';
import type { PackedBin, PackRoom } from '../workers/shape.worker';
import { FillView } from './fill-view';

const CASES = {
  jig: { title: 'Jig', need: { copies: { value: 3 } }, shapes: { printed: { hash: 'h', fileName: 'j.stl', unit: 'mm', measure: { box_mm: [100, 50, 20] } } } },
  bare: { title: 'Bare', need: {}, shapes: {} },
};
/** Two of three lie in half of the height; 9 % of a bin of 100 × 100 × 100 mm is what a full one holds. */
const FOUND: PackedBin = {
  packing: {
    placed: [0, 1].map((copy) => ({ id: 'jig', copy, at_mm: [0, 0, 25 * copy], turn_deg: 0 })),
    left: [{ id: 'jig', count: 1 }],
    height_mm: 50,
    fill: 0.09,
    least_height_mm: 20,
    shares: [{ id: 'jig', share: 1 }],
    cell_mm: 1,
    tries: 4,
  },
  sizes: { jig: [100, 50, 20] },
  volume_mm3: 45_000,
};

async function setUp() {
  const asked: PackRoom[] = [];
  const put: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: ShopService, useValue: { currency: () => 'EUR', site: signal({ shop: DEFAULT_SHOP, evidence: NO_EVIDENCE }) } },
      {
        provide: ApiService,
        useValue: {
          cases: () => of({ rows: Object.entries(CASES).map(([id, { title }]) => ({ id, title })), total: 2 }),
          addRecord: (kind: string, about: undefined, values: Values) => (put.push({ kind, about, values }), of({})),
          case: (id: keyof typeof CASES) => of({ id, doc: CASES[id] }),
        },
      },
    ],
  }).overrideComponent(FillView, {
    set: {
      providers: [{
        provide: PackingService,
        useValue: { progress: signal(undefined), stop: () => undefined, fill: async (_: unknown, room: PackRoom) => (asked.push(room), FOUND) },
      }],
    },
  });
  const fixture = TestBed.createComponent(FillView);
  const settle = async (): Promise<void> => {
    for (let k = 0; k < 4; k++) {
      fixture.detectChanges();
      for (let n = 0; n < 8; n++) await Promise.resolve();
    }
    await fixture.whenStable();
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  const press = async (name: string): Promise<void> => {
    [...el.querySelectorAll('button')].find((b) => (b.getAttribute('aria-label') ?? b.textContent).trim() === name)!.click();
    await settle();
  };
  const type = async (label: string, text: string, event = 'change'): Promise<void> => {
    const field = el.querySelector<HTMLInputElement>(label.startsWith('[') ? label : `[aria-label="${label}"]`)!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    if (event === 'change') field.dispatchEvent(new Event('change'));
    await settle();
  };
  return { el, asked, put, press, type, settle, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

describe('filling a bin', () => {
  it('takes the parts of cases with their copies, puts them in, and says what lies where and what is left', async () => {
    const { el, asked, press, type, text } = await setUp();
    await type('[type=search]', 'j', 'input');
    await press('Jig');
    expect(el.querySelector<HTMLInputElement>('.count')!.value).toBe('3');
    await type('Room, Long', '100');
    await type('Room, Wide', '100');
    await type('Room, High', '100');
    await press('Fill it');
    expect(asked).toEqual([{ bin_mm: [100, 100, 100], gap_mm: 5, stacked: true, seconds: 8 }]);
    expect(text()).toContain('2 of 3 parts lie in 50 mm of 100 mm; 9 % of that room is parts. No packing of them is lower than 20 mm; 4 orders were tried');
    expect(el.querySelectorAll('.part')).toHaveLength(4);
    // What is chosen is in the address.
    expect(new URLSearchParams(TestBed.inject(Router).parseUrl(TestBed.inject(Router).url).queryParamMap.get('fill')!).get('parts')).toBe('jig*3');
    await press('Take out Jig');
    expect(text()).toContain('Look for cases whose parts are to go together');
  });
  it('goes or waits by what a half empty run costs more', async () => {
    const { press, type, text } = await setUp();
    await type('[type=search]', 'j', 'input');
    await press('Jig');
    for (const side of ['Long', 'Wide', 'High']) await type(`Room, ${side}`, '100');
    await press('Fill it');
    // 400: a quarter and half of the rest is 250 now; 45 cm³ of 90 that a full one of 9 % holds are 200.
    await type('A full run costs', '400');
    expect(text()).toMatch(
      /Wait for more\. This run costs 250 EUR; of a full one, 9 % parts, the same would share 200 EUR: going now costs 50(\.0)? EUR more\. Waiting: 3 days × 0 EUR = 0 EUR\./,
    );
    await type('A day of waiting costs', '20');
    expect(text()).toContain('Let it go.');
  });
  it('becomes a run of the Board: what lies in it, for the hours of its height', async () => {
    const { press, type, text, put } = await setUp();
    await type('[type=search]', 'j', 'input');
    await press('Jig');
    for (const side of ['Long', 'Wide', 'High']) await type(`Room, ${side}`, '100');
    await press('Fill it');
    await type('Share of it whatever the height, per cent', '20');
    // 3 000 layers of 14 s are 11.7 h full; half as high 0.2 + 0.8 · ½ of it.
    await press('Put it on the Board');
    expect(put).toEqual([{
      kind: 'job',
      about: undefined,
      values: { what: '2 × Jig', process: 'powder-polymer', run: 7, hands: 1, done: false },
    }]);
    expect(text()).toContain('2 × Jig: on the Board.');
    await type('Hours of this run', '9');
    await type('Day on which it is due', '2026-12-04');
    await press('Put it on the Board');
    expect(put[1]).toMatchObject({ values: { run: 9, due: '2026-12-04' } });
  });
  it('says of a case without a mesh that it has none', async () => {
    const { press, type, text } = await setUp();
    await type('[type=search]', 'b', 'input');
    await press('Bare');
    expect(text()).toContain('Bare has no mesh yet');
  });
});
