import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { box } from '@cuadro/core/shape/testing';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { PlanStep } from './plan-step';

function setUp(start: CaseDoc, shapes: object = {}) {
  const doc = signal(start);
  const view = signal(evaluateCase(start, BUILT_IN_SITE, 50).view);
  const edit = (change: (d: CaseDoc) => CaseDoc): void => {
    doc.set(change(doc()));
    view.set(evaluateCase(doc(), BUILT_IN_SITE, 50).view);
  };
  const opened: string[] = [];
  TestBed.configureTestingModule({
    providers: [
      { provide: CaseStore, useValue: { doc, view, edit } },
      { provide: ShopService, useValue: { currency: () => 'EUR', shop: () => BUILT_IN_SITE.shop, site: () => BUILT_IN_SITE } },
      {
        provide: ComputeService,
        useValue: {
          working: async (subject: string, name: string) => {
            opened.push(`${subject} ${name}`);
            return { name, label: name, unit: '', value: 1, inputs: [] };
          },
        },
      },
      { provide: ApiService, useValue: {} },
    ],
  });
  TestBed.overrideComponent(PlanStep, { set: { providers: [{ provide: ShapeService, useValue: shapes }] } });
  const fixture = TestBed.createComponent(PlanStep);
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    for (let k = 0; k < 10; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const press = async (text: RegExp): Promise<void> => {
    [...el.querySelectorAll('button')].find((b) => text.test(b.textContent!.trim()))!.click();
    await settle();
  };
  const type = async (name: string, text: string): Promise<void> => {
    const f = el.querySelector<HTMLInputElement>(`[aria-label="${name}"]`)!;
    f.value = text;
    for (const e of ['input', 'change']) f.dispatchEvent(new Event(e));
    await settle();
  };
  return { el, press, type, doc, opened, settle, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

describe('the plan step', () => {
  it('offers what a tool changes in use for every kind, steps of today where there is a tool, and stays with the one that was chosen', async () => {
    const names = (el: HTMLElement) => [...el.querySelectorAll('nav button')].map((b) => b.textContent!.trim());
    const { el, press, text, doc } = setUp(demoDoc({ family: 'gauge', plans: { 'today-steps': { values: {} } } }));
    expect(names(el)).toEqual([
      'Limits of the gauge',
      'Plugs and contacts',
      'Error stack',
      'Fitted parts',
      'Shut inside',
      'Fit of hole and shaft',
      'One piece or several',
      'Getting a model',
      'What can go wrong in it',
      'What can hurt',
      'Steps of today',
      'In use',
    ]);
    expect([...el.querySelectorAll('nav h3')].map((h) => h.textContent)).toEqual(['Its work', 'Its build', 'Around it']);
    expect([...el.querySelectorAll('nav [title="worked out"]')].map((b) => b.textContent)).toEqual(['Steps of today']);
    expect(text()).toContain('These are usual steps, not yours');
    await press(/^In use$/);
    await press(/^Work it out$/);
    expect(Object.keys(doc().plans!)).toEqual(['today-steps', 'in-use']);
    expect(text()).toContain('No figure differs yet between today and the new tool');
    expect(el.querySelector('nav button[aria-pressed=true]')!.textContent).toBe('In use');
  });
  it('tells what it hands on to the tool of today', async () => {
    const steps = [{ step: 'Milling', by: 'mill', of: 'each', wait: 9, hours: 4, times: 1, setups: 1, moves: 0, paid: 0, again: 0 }];
    expect(setUp(demoDoc({ plans: { 'today-steps': { values: { steps } } } })).text()).toContain('→ need, the tool of today: one costs');
  });
  it('works a plan out when it is asked to, from what is usual, and takes it out again', async () => {
    const { press, text, doc, el } = setUp(demoDoc({ family: 'brake-tool' }));
    expect(text()).toContain('Force, pressure on the nose');
    await press(/^Work it out$/);
    expect(doc().plans).toEqual({ brake: { values: {} } });
    expect(text()).toContain('The opening is 10 times the thickness');
    expect(el.querySelector('svg[role=img]')!.getAttribute('aria-label')).toContain('springs back to 90°');
    await press(/^take the plan out$/);
    expect(doc().plans).toBeUndefined();
  });
  it('computes again with every answer, and says what it hands on', async () => {
    const { type, text, doc } = setUp(
      demoDoc({ family: 'brake-tool', need: { load: { level: 'must', value: 9, from: 'me' } }, plans: { brake: { values: {} } } }),
    );
    await type('Thickness of the sheet', '3');
    expect(doc().plans!['brake'].values).toEqual({ gauge: 3 });
    expect(text()).toContain('beyond what plastic tools bend');
    expect(text()).toMatch(/Pressure on the face.*need: pressure on its face/);
    expect(text()).toContain('need: largest load, where a figure of your own stands');
  });
  it('opens every figure as the sheet does, and tells of an input in the margin', async () => {
    const { el, opened, settle } = setUp(demoDoc({ family: 'brake-tool', plans: { brake: { values: {} } } }));
    el.querySelector<HTMLButtonElement>('button.figure')!.click();
    await settle();
    expect(opened).toEqual(['plan:brake bend_force']);
    expect(TestBed.inject(MarginService).openFigure()).toBe('plan:brake bend_force');
    el.querySelector('[aria-label="Opening of the die"]')!.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
    expect(TestBed.inject(MarginService).note()).toMatchObject({
      kind: 'text',
      title: 'Opening of the die',
      paragraphs: [expect.stringContaining('6 to 10 times'), 'Usual until you say otherwise: 8\u00a0mm.'],
    });
  });
  it('measures on the mesh, keeps what it found, and says what went wrong', async () => {
    const measured = { open: jest.fn(async () => undefined), planGeometry: jest.fn(async () => ({ centre_mm: 44, gyration_mm: 50 })), cancel: jest.fn() };
    const start = demoDoc({ family: 'gripper', plans: { grip: { values: {} } }, shapes: { printed: studiedRef(box(40, 40, 80)) } });
    const { press, doc, text } = setUp(start, measured);
    await press(/^Measure on the mesh$/);
    expect(measured.planGeometry.mock.calls[0]).toMatchObject(['grip', { cups: 4 }, []]);
    // An answer that is handed on as it is has the name of its question.
    expect(text()).toMatch(/Weight of cups, fittings and cylinders 0\.25\skg \(0\.1\skg to 0\.5\skg\) →/);
    expect(doc().plans!['grip'].geometry!.result).toEqual({ centre_mm: 44, gyration_mm: 50 });
    expect(text()).toContain('Measured on the mesh; measure again');
    TestBed.resetTestingModule();
    const open = setUp(start, {
      ...measured,
      planGeometry: async () => {
        throw new Error('Only a closed mesh has a centre of mass.');
      },
    });
    await open.press(/^Measure on the mesh$/);
    expect(open.el.querySelector('[role=alert]')!.textContent).toBe('Only a closed mesh has a centre of mass.');
  });
});
