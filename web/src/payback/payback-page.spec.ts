import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatSnackBar } from '@angular/material/snack-bar';
import { provideRouter } from '@angular/router';
import { of } from 'rxjs';
import type { Values } from '@cuadro/core/inputs/spec';
import { ApiService } from '../data/api.service';
import { ComputeService } from '../data/compute.service';
import { MarginService } from '../data/margin.service';
import { RecordStore } from '../data/record-store';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { PaybackPage } from './payback-page';

/** A page whose cases are worked out only when the test says so; `open` is the scenario on show. */
function setUp() {
  const waiting: ((row: Values) => void)[] = [];
  const said: string[] = [];
  const stored: Values[] = [];
  const open = signal('one');
  const doc = signal<Values>({ name: 'Two printers', means: 'own', machines: [], tools: [] });
  const store = {
    doc,
    record: () => ({ id: open() }),
    saveState: signal('saved'),
    edit: (change: (v: Values) => Values) => {
      stored.push(change(doc()));
    },
    openRecord: async () => undefined,
    settled: async () => undefined,
  };
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: MarginService, useValue: { clear: () => undefined, refresh: () => undefined } },
      { provide: SettingsService, useValue: { units: () => 'metric', who: () => '' } },
      { provide: ShopService, useValue: { currency: () => 'EUR', shop: signal({}), site: signal({}), load: async () => undefined } },
      { provide: MatSnackBar, useValue: { open: (text: string) => said.push(text) } },
      {
        provide: ApiService,
        useValue: {
          records: () => of({ rows: [] }),
          cases: () => of({ rows: [{ id: 'a', title: 'Drill jig' }] }),
          case: () => of({ doc: {} }),
        },
      },
      { provide: ComputeService, useValue: { toolOf: () => new Promise((go) => waiting.push((row) => go({ row }))), scenario: async () => undefined } },
    ],
  }).overrideComponent(PaybackPage, { set: { template: '', imports: [], providers: [{ provide: RecordStore, useValue: store }] } });
  const fixture = TestBed.createComponent(PaybackPage);
  const page = fixture.componentInstance as unknown as { takeCases(): Promise<void>; stop(): void; taking(): string };
  return { fixture, page, waiting, said, stored, open };
}

const reached = async (all: unknown[], count: number): Promise<void> => {
  while (all.length < count) await Promise.resolve();
};

describe('taking the tools of the cases into a scenario', () => {
  it('a taking that was given up while a case was worked out does not come back with the next', async () => {
    const { page, waiting, said, stored } = setUp();
    const first = page.takeCases();
    await reached(waiting, 1);
    page.stop();
    const second = page.takeCases();
    await reached(waiting, 2);
    waiting[0]({ kind: 'of the first' });
    await first;
    expect(said).toEqual([]);
    expect(page.taking()).toBe('1 of 1: Drill jig');
    waiting[1]({ kind: 'of the second' });
    await second;
    expect(said).toEqual(['1 of 1 cases are to be printed and stand in the list.']);
    expect(stored.map((v) => v['tools'])).toEqual([[{ kind: 'of the second' }]]);
    expect(page.taking()).toBe('');
  });

  it('never ends in another scenario than it was begun for', async () => {
    const { page, waiting, stored, open } = setUp();
    const run = page.takeCases();
    await reached(waiting, 1);
    open.set('two');
    waiting[0]({ kind: 'Drill jig' });
    await run;
    expect(stored).toEqual([]);
    expect(page.taking()).toBe('');
  });

  it('ends with the page', async () => {
    const { fixture, page, waiting, stored } = setUp();
    const run = page.takeCases();
    await reached(waiting, 1);
    fixture.destroy();
    waiting[0]({ kind: 'Drill jig' });
    await run;
    expect(stored).toEqual([]);
  });
});
