import { TestBed } from '@angular/core/testing';
import type { Working } from '@cuadro/core/worksheet/working';
import { ComputeService } from './compute.service';
import { MarginService } from './margin.service';

const ROUTE = { id: 'cnc-mill/pom', letter: 'A' as const };
let value = 1;
let gone = false;

function setUp(): MarginService {
  TestBed.configureTestingModule({
    providers: [
      {
        provide: ComputeService,
        useValue: {
          working: (
            _: unknown,
            name: string,
          ): Promise<
            Working
          > => (gone
            ? Promise.reject(new Error('This route is no longer there.'))
            : Promise.resolve({ name, label: `the ${name}`, unit: 'money', value, inputs: [] })),
          lead: () => Promise.resolve({ stages: [], days: 3, ready: '2026-12-01T10:00', quoted: false }),
        },
      },
    ],
  });
  return TestBed.inject(MarginService);
}
beforeEach(() => {
  value = 1;
  gone = false;
});

describe('the margin', () => {
  it('opens a figure, then a figure of it, and goes back', async () => {
    const m = setUp();
    await m.open(ROUTE, 'price_each');
    await m.open(ROUTE, 'material_cost', true);
    expect([m.note()?.title, m.canGoBack(), m.openFigure()]).toEqual(['the material_cost', true, 'cnc-mill/pom material_cost']);
    m.back();
    expect([m.note()?.title, m.canGoBack()]).toEqual(['the price_each', false]);
    await m.open(ROUTE, 'mass_tool');
    expect(m.canGoBack()).toBe(false);
  });
  it('reads the open figures again after a recomputation, the way back too', async () => {
    const m = setUp();
    await m.open(ROUTE, 'price_each');
    await m.open(ROUTE, 'material_cost', true);
    value = 7;
    await m.refresh();
    expect(m.note()).toMatchObject({ working: { name: 'material_cost', value: 7 } });
    m.back();
    expect(m.note()).toMatchObject({ working: { name: 'price_each', value: 7 } });
  });
  it('lets go of figures whose route has gone, and says so when one is asked for', async () => {
    const m = setUp();
    await m.open(ROUTE, 'price_each');
    gone = true;
    await m.refresh();
    expect(m.note()).toBeUndefined();
    await m.open(ROUTE, 'price_each');
    expect(m.note()).toMatchObject({ kind: 'fault', message: 'This route is no longer there.' });
  });
  it('leaves other notes alone', async () => {
    const m = setUp();
    m.show({ kind: 'text', title: 'why', paragraphs: ['because'] });
    await m.refresh();
    expect(m.note()?.title).toBe('why');
    await m.openLead(ROUTE);
    expect([m.note()?.kind, m.openFigure()]).toEqual(['lead', 'cnc-mill/pom lead']);
    m.clear();
    expect(m.note()).toBeUndefined();
  });
});

describe('a note', () => {
  it('is shut by a second click on its figure, and by hand', async () => {
    const m = setUp();
    await m.open(ROUTE, 'price_each');
    await m.open(ROUTE, 'price_each');
    expect(m.note()).toBeUndefined();
    await m.openLead(ROUTE);
    expect(m.note()).toMatchObject({ kind: 'lead' });
    await m.openLead(ROUTE);
    expect(m.note()).toBeUndefined();
    // From within a note the same figure is another step down.
    await m.open(ROUTE, 'price_each');
    await m.open(ROUTE, 'price_each', true);
    expect([m.note()?.kind, m.canGoBack()]).toEqual(['working', true]);
  });
});
