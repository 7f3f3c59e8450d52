import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { INSIDES, type InsideStep } from '@cuadro/core/decide/inside-enough';
import type { RouteOption } from '@cuadro/core/decide/options';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { box } from '@cuadro/core/shape/testing';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { InsideLadder } from './inside-ladder';

const at = (x: number, way: number) => ({ point: [x, 15, 12] as [number, number, number], normal: [way, 0, 0] as [number, number, number] });
const DOC = demoDoc({
  family: 'gripper',
  shapes: { printed: studiedRef(box(120, 30, 24)) },
  loads: { p: { name: 'Tip', force: { low: 60, likely: 60, high: 60 }, at: at(120, 1), way: 'z-' } },
  holds: { h: { kind: 'fixed', at: at(0, -1) } },
});
/** From nothing to everything: what asks 2.5 without fibre asks less with each step, and costs more. */
const STEPS = INSIDES.fibre.map((inside, i): InsideStep => ({
  ...inside,
  state: i < 3 ? 'fail' : 'pass',
  use: 2.5 - 0.2 * i,
  give_mm: 1 - 0.05 * i,
  mass_kg: 0.2 + 0.01 * i,
  build_h: 10 + i,
  price_each: 200 + 30 * i,
  rows: [{ id: 'p', name: 'Tip', state: i < 3 ? 'fail' : 'pass', asks: 2.5 - 0.2 * i }],
}));

describe('how much fibre is enough', () => {
  async function open() {
    const edits: CaseDoc[] = [];
    const asked = { solveLoads: jest.fn().mockResolvedValue([]), insideSteps: jest.fn().mockResolvedValue(STEPS) };
    const held = signal(DOC);
    TestBed.configureTestingModule({
      providers: [
        { provide: CaseStore, useValue: { doc: held, edit: (change: (d: CaseDoc) => CaseDoc) => void edits.push(change(DOC)) } },
        { provide: ComputeService, useValue: asked },
        { provide: ShapeService, useValue: { stage: signal(''), solveLoads: asked.solveLoads } },
        { provide: ShopService, useValue: { site: () => BUILT_IN_SITE, currency: () => 'EUR' } },
      ],
    });
    const f = TestBed.createComponent(InsideLadder);
    f.componentRef.setInput('kind', 'fibre');
    f.componentRef.setInput('letter', 'A');
    f.componentRef.setInput(
      'option',
      { process: 'extrusion-fibre', material: 'pa-carbon', decided: false, remedies: [{ id: 'deeper-section' }, { id: 'ream' }] } as unknown as RouteOption,
    );
    const work: (() => Promise<void>)[] = [];
    f.componentInstance.tried.subscribe((w) => work.push(w));
    f.detectChanges();
    const el = f.nativeElement as HTMLElement;
    el.querySelector<HTMLButtonElement>('button')!.click();
    await work[0]();
    f.detectChanges();
    return { f, el, edits, asked, held, text: (el.textContent ?? '').replace(/\s+/g, ' ') };
  }
  it('solves every lay-up at once, marks the cheapest that holds, and says what bears each row', async () => {
    const { el, asked, text } = await open();
    expect(asked.solveLoads.mock.calls[0][0].classes).toHaveLength(INSIDES.fibre.length);
    expect(asked.insideSteps).toHaveBeenCalledWith(DOC, BUILT_IN_SITE, { process: 'extrusion-fibre', material: 'pa-carbon' }, 'fibre', []);
    expect(el.querySelectorAll('tbody.on')).toHaveLength(1);
    expect(el.querySelector('tbody.on')!.textContent).toContain('4 sheets');
    // The table above counts it in; a reamed hole changes nothing under a load.
    expect(text).toMatch(/Enough for every row, and the cheapest of them: 4 sheets\. Here without what [A-D] is counted with a deeper section\./);
    expect(text).toMatch(/L1 Tip\s?250\s%holds\s190\s%rings along outlines and holes do most/);
    expect(text).toContain('Every row is answered.');
  });
  it('stays when the case is solved more finely, and goes when its loads change', async () => {
    const { f, el, held } = await open();
    held.set({ ...DOC, title: 'Another state of the case' });
    f.detectChanges();
    expect(el.querySelectorAll('tbody.on')).toHaveLength(1);
    held.set({ ...DOC, loads: { p: { ...DOC.loads!['p'], way: 'y-' } } });
    f.detectChanges();
    expect(el.querySelectorAll('tbody.on')).toHaveLength(0);
  });
  it('takes a lay-up as figures of one’s own on that way alone', async () => {
    const { el, edits } = await open();
    el.querySelector<HTMLButtonElement>('button[aria-label="Take 2 rings"]')!.click();
    expect(Object.keys(edits[0].overrides)).toEqual(['extrusion-fibre/pa-carbon']);
    expect(edits[0].overrides['extrusion-fibre/pa-carbon']).toMatchObject({ rings: { likely: 2 }, sheets: { likely: 0 }, panels: { likely: 0 } });
  });
});
