import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEVER } from 'rxjs';
import { DISAGREEMENTS } from '@cuadro/core/need/disagreements';
import { PROCESSES } from '@cuadro/core/process/processes';
import { FINISHING } from '@cuadro/core/shelf/finishing';
import { HARDWARE } from '@cuadro/core/shelf/hardware';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { MarginService, type MarginNote as Note } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { ShelfPage } from './shelf-page';

function open(tab: string) {
  const shop = signal<Shop>({ ...DEFAULT_SHOP, currency: 'CHF', figures: { labour_rate: { low: 70, likely: 80, high: 90, note: 'own' } } });
  TestBed.configureTestingModule({
    providers: [
      { provide: ComputeService, useValue: {} },
      { provide: ApiService, useValue: { cases: () => NEVER } },
      {
        provide: ShopService,
        useValue: { currency: () => shop().currency, shop, load: async () => undefined, theirs: () => undefined, canUndo: () => false, canRedo: () => false },
      },
    ],
  });
  const fixture = TestBed.createComponent(ShelfPage);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const press = (text: string): void => {
    [...el.querySelectorAll('button')].find((b) => b.textContent!.trim() === text)!.click();
    fixture.detectChanges();
  };
  press(tab);
  const note = (): Extract<Note, { kind: 'text' }> => TestBed.inject(MarginService).note() as Extract<Note, { kind: 'text' }>;
  return { el, press, note, rows: () => [...el.querySelectorAll('tbody tr')].map((r) => r.textContent!.replace(/\s+/g, ' ')) };
}

describe('the shelf', () => {
  it('lists every process with its envelope, tolerance and roughness', () => {
    const { rows } = open('Processes');
    expect(rows().length).toBe(PROCESSES.length);
    expect(rows()[0]).toContain('350 × 300 × 300');
  });
  it('opens a process to its limits, its figures with their units, and the rates and queues of this shop', () => {
    const { press, note } = open('Processes');
    press('Filament extrusion, open frame');
    const figure = (label: string): string | undefined => note().rows!.find((r) => r.label === label)?.text;
    expect(figure('Deposition rate, cm³/h')).toBe('18 · 30 · 60');
    expect(figure('Layer height, mm')).toBe('0.2 · 0.25 · 0.3');
    expect(figure('Shop-floor hands, CHF/h')).toBe('70 · 80 · 90');
    expect(note().rows!.map((r) => r.label)).toContain('Wait: own printers, h');
    expect(note().paragraphs!.join(' ')).toMatch(/round holes from 2 mm.*confirm with your supplier/s);
  });
  it('lists finishing and metal parts with ranges', () => {
    const { rows, el } = open('Finishing and parts');
    expect(rows().length).toBe(FINISHING.length + HARDWARE.length);
    expect(el.textContent).toContain('CHF a m²');
    expect(rows().find((r) => r.startsWith('Heat-set insertM4') || r.startsWith('Heat-set insert M4'))).toBeDefined();
  });
  it('says where practitioners differ, and what is done about it', () => {
    const { el } = open('Where practitioners differ');
    for (const d of DISAGREEMENTS) expect(el.textContent).toContain(d.stand);
  });
});
