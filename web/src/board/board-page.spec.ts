import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { planWeek, type Problem } from '@cuadro/core/board/week';
import type { RecordRow } from '@cuadro/core/records/kind';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { of } from 'rxjs';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { ShopService } from '../data/shop.service';
import { BoardPage } from './board-page';

const machine = { name: 'Printer', process: 'extrusion-open', count: 2, envelope_mm: [300, 300, 300] as [number, number, number], materials: [], alone: true };
const row = (id: string, values: object): RecordRow =>
  ({
    id,
    kind: 'job',
    at: '2026-11-20T10:00:00Z',
    who: 'Ada',
    values: { what: id, process: 'extrusion-open', run: 5, hands: 1, done: false, ...values },
  }) as unknown as RecordRow;

async function setUp(rows: RecordRow[]) {
  const patches: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      {
        provide: ShopService,
        useValue: {
          load: async () => undefined,
          currency: () => 'EUR',
          site: signal({ shop: DEFAULT_SHOP, evidence: { life: [], ratios: [], machines: [machine] } }),
        },
      },
      { provide: ComputeService, useValue: { planWeek: async (p: Problem) => planWeek(p, 50) } },
      {
        provide: ApiService,
        useValue: {
          records: () => of({ rows: [...rows], total: rows.length }),
          patchRecord: (_kind: string, id: string, patch: { changes: unknown }) => {
            patches.push([id, patch.changes]);
            return of({});
          },
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(BoardPage);
  const settle = async (): Promise<void> => {
    for (let k = 0; k < 4; k++) {
      fixture.detectChanges();
      for (let n = 0; n < 8; n++) await Promise.resolve();
    }
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  return { el, patches, settle, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

describe('the Board', () => {
  it('lays runs on the machines of the house, and says how it stands', async () => {
    const { el, text } = await setUp([
      row('Tray', { run: 300 }),
      row('Old', { done: true }),
      row('Late', { run: 400, due: '2020-01-01' }),
      row('Nowhere', { process: 'vat-resin' }),
    ]);
    expect([...el.querySelectorAll('[data-machine]')].map((l) => [l.getAttribute('data-machine'), l.querySelectorAll('.run').length])).toEqual([[
      'Printer 1',
      1,
    ], ['Printer 2', 1]]);
    expect([...el.querySelectorAll('.run.late')].map((r) => r.textContent)).toEqual(['Late']);
    expect(text()).toContain('2 runs until');
    expect(text()).toContain('1 late');
    expect(text()).toContain('No machine of the house takes: Nowhere.');
  });
  it('frees what was fixed, keeps what is done, and says what the change did to the others', async () => {
    const { el, patches, settle, text } = await setUp([row('Fixed', { machine: 'Printer 1', from: '2999-01-01T08:00' })]);
    [...el.querySelectorAll('button')].find((b) => b.textContent!.includes('let the Board place it'))!.click();
    await settle();
    expect(patches).toEqual([['Fixed', [{ path: ['machine'], was: 'Printer 1', now: undefined }, {
      path: ['from'],
      was: '2999-01-01T08:00',
      now: undefined,
    }]]]);
    expect(text()).toContain('Nothing else is later for it');
  });
});
