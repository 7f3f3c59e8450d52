import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { box } from '@cuadro/core/shape/testing';
import type { Place } from '@cuadro/core/inputs/spec';
import { CaseStore } from '../../data/case-store';
import { ShapeService } from '../../data/shape.service';
import { PlaceField } from './place-field';

const HOLE = { diameter_mm: 8, depth_mm: 10, axis: [0, 0, 1] as const, centre: [20, 10, 5] as const, through: true, opensInto: 0 };
function withHole(): CaseDoc {
  const ref = studiedRef(box(40, 20, 10));
  const study = {
    ...ref.study!,
    body: { ...ref.study!.body, holes: [{ ...HOLE, axis: [0, 0, 1] as [number, number, number], centre: [20, 10, 5] as [number, number, number] }] },
  };
  return demoDoc({ shapes: { printed: { ...ref, study } } });
}

async function field(on: 'face' | 'hole', doc: CaseDoc | undefined, hit: readonly [number, number, number] = [24, 10, 5]) {
  const shapes = {
    drawn: signal(undefined),
    stage: signal(''),
    open: async () => undefined,
    largestFaces: async () => [{ triangle: 1, area_mm2: 800, normal: [0, 0, 40], point: [10, 10, 10] }],
    face: async () => ({ point: hit, normal: [0, 0, 2], area_mm2: 1, list: new Uint32Array() }),
  };
  TestBed.configureTestingModule({ providers: doc ? [{ provide: CaseStore, useValue: { doc: signal(doc) } }] : [] });
  TestBed.overrideComponent(PlaceField, { set: { providers: [{ provide: ShapeService, useValue: shapes }] } });
  TestBed.overrideTemplate(PlaceField, TEMPLATE);
  const fixture = TestBed.createComponent(PlaceField);
  const got: Place[] = [];
  fixture.componentRef.setInput('spec', { kind: 'place', id: 'where', label: 'Where', on });
  fixture.componentRef.setInput('name', 'Where');
  fixture.componentInstance.changed.subscribe((p) => got.push(p));
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    for (let k = 0; k < 8; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  const press = async (name: string): Promise<void> => {
    [...el.querySelectorAll('button')].find((b) => b.textContent!.trim() === name)!.click();
    await settle();
  };
  return { el, got, press, settle, text: () => el.textContent!.replace(/\s+/g, ' ').trim() };
}
/** The field without its drawing, which needs a canvas; a button stands for a click on the part. */
const TEMPLATE = `
  <span>{{ words() }}</span>
  @if (shape()) { <button (click)="open.set(true)">open</button> <button (click)="pick(0)">point</button> }
  <select (change)="choose($any($event.target))"><option value="">choose</option>@for (c of choices(); track $index) { <option [value]="$index">{{ c.label }}</option> }</select>
  <i>{{ problem() }}</i>`;

describe('a place on the part', () => {
  it('is a face pointed at, its direction of length one', async () => {
    const { got, press } = await field('face', withHole());
    await press('point');
    expect(got).toEqual([{ point: [24, 10, 5], normal: [0, 0, 1] }]);
  });
  it('or one of the largest faces, without pointing', async () => {
    const { el, got, press, settle, text } = await field('face', withHole());
    await press('open');
    expect(text()).toMatch(/8\scm², face at 10 \/ 10 \/ 10\smm/);
    const select = el.querySelector('select')!;
    select.value = '0';
    select.dispatchEvent(new Event('change'));
    await settle();
    expect(got).toEqual([{ point: [10, 10, 10], normal: [0, 0, 1] }]);
  });
  it('is the mouth of the hole whose wall was pointed at', async () => {
    const { got, press } = await field('hole', withHole());
    await press('point');
    expect(got).toEqual([{ point: [20, 10, 10], normal: [0, 0, 1] }]);
  });
  it('is no hole where there is none, and says so', async () => {
    const { got, press, text } = await field('hole', withHole(), [39, 19, 10]);
    await press('point');
    expect(got).toEqual([]);
    expect(text()).toContain('There is no round hole here.');
  });
  it('needs a mesh', async () => {
    expect((await field('face', demoDoc())).text()).toContain('The case has no mesh to pick on.');
    TestBed.resetTestingModule();
    expect((await field('face', undefined)).text()).toContain('The case has no mesh to pick on.');
  });
});
