import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { withSolved } from '@cuadro/core/case/load-table';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import type { Place } from '@cuadro/core/inputs/spec';
import type { WorkVolume } from '@cuadro/core/mechanics';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { box } from '@cuadro/core/shape/testing';
import type { FaceChoice } from '@cuadro/core/shape/patch';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { Refining } from '../shape/refining';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { WORKERS } from '../../workers/worker-factory';
import { LoadPanel } from '../shape/load-panel';
import { type Asking, LoadTable } from './load-table';

const TIP: Place = { point: [100, 10, 5], normal: [1, 0, 0] }, ROOT: Place = { point: [0, 10, 5], normal: [-1, 0, 0] };
const exactly = (x: number) => ({ low: x, likely: x, high: x });

function store(start: CaseDoc) {
  const doc = signal(start);
  const edit = (f: (d: CaseDoc) => CaseDoc): void => doc.update(f);
  return { doc, edit, view: () => evaluateCase(doc(), BUILT_IN_SITE, 100).view, computing: signal(false) };
}
/** What was begun has gone on as far as it can without anybody's help. */
const settled = async (): Promise<void> => {
  for (let k = 0; k < 8; k++) await Promise.resolve();
};
const on = (el: HTMLElement) => ({
  text: () => el.textContent!.replace(/\s+/g, ' '),
  press: (name: string | RegExp): void => {
    const found = [...el.querySelectorAll('button')].find((b) =>
      [b.getAttribute('aria-label'), b.textContent!.trim()].some((t) => t && (typeof name === 'string' ? t === name : name.test(t)))
    );
    if (!found) throw new Error(`no button is called ${String(name)}`);
    found.click();
  },
});

describe('the load table', () => {
  const open = (doc: CaseDoc, change: Record<string, unknown> = {}) => {
    const cases = store(doc);
    TestBed.configureTestingModule({
      providers: [{ provide: WORKERS, useValue: {} }, { provide: ApiService, useValue: {} }, { provide: CaseStore, useValue: cases }, {
        provide: ShopService,
        useValue: { shop: signal({}), currency: () => 'EUR' },
      }],
    });
    const f = TestBed.createComponent(LoadTable);
    Object.entries(change).forEach(([k, v]) => f.componentRef.setInput(k, v));
    f.detectChanges();
    const page = on(f.nativeElement as HTMLElement);
    return { ...page, f, cases, press: (name: string | RegExp): void => (page.press(name), f.detectChanges()) };
  };

  it('takes the largest load that was typed as its first row, once', () => {
    const { press, cases, text } = open(
      demoDoc({ need: { load: { level: 'must', value: 640, from: 'scale' }, lasting: { level: 'must', value: true, from: '' } } }),
    );
    press('Add a load');
    expect(Object.values(cases.doc().loads!)).toEqual([{ name: 'Largest load', force: exactly(640), lasting: true }]);
    expect(cases.doc().need).toEqual({});
    expect(text()).toMatch(/L1 ?Largest load, 640.N, for hours · no place: judged as this kind of tool usually is loaded/);
    press('Another load');
    expect(Object.keys(cases.doc().loads!)).toHaveLength(2);
  });
  it('offers what is usual for the kind of tool, and no row twice', () => {
    const { press, cases, text } = open(demoDoc({ family: 'gripper' }));
    expect(text()).toContain('Grip, as usual');
    press('Grip, as usual');
    expect(Object.values(cases.doc().loads!)[0]).toMatchObject({ kind: 'clamp', force: { likely: 80 } });
    expect(text()).not.toContain('Grip, as usual');
  });
  it('says of a row without a place how it is judged', () => {
    const { text } = open(demoDoc({ loads: { a: { force: exactly(40), hand: 'arm' }, b: { kind: 'pressure' } } }));
    expect(text()).toMatch(/L1.*judged by the formula chosen.*L2.*no place: not judged yet/);
  });
  it('is emptied to nothing, so that the largest load can be typed again', () => {
    const { press, cases } = open(demoDoc({ loads: { a: { force: exactly(5) } }, holds: { h: { at: ROOT } } }));
    press('Take L1 away');
    press('Take H1 away');
    expect(['loads' in cases.doc(), 'holds' in cases.doc()]).toEqual([false, false]);
  });
  it('beside the drawing asks for a face, and takes one from the lists', () => {
    const asked: (Asking | undefined)[] = [];
    const { press, f, cases } = open(demoDoc({ loads: { a: { force: exactly(5) } } }), {
      onDrawing: true,
      marked: [{ label: 'W1, working face', place: TIP }],
    });
    f.componentInstance.askedFor.subscribe((a) => asked.push(a));
    press(/^Change L1/);
    press('Pick on the drawing');
    expect(asked).toEqual([{ kind: 'loads', id: 'a' }]);
    const select = (f.nativeElement as HTMLElement).querySelector<HTMLSelectElement>('select[aria-label="Marked face of L1"]')!;
    select.value = '0';
    select.dispatchEvent(new Event('change'));
    expect(cases.doc().loads!['a']['at']).toEqual(TIP);
  });
});

describe('the load table on the part', () => {
  const part = box(100, 20, 10);
  const ref = studiedRef(part);
  const solved = withSolved(
    demoDoc({
      family: 'gripper',
      need: { serviceTemp: { level: 'must', value: 20, from: '' } },
      shapes: { printed: ref },
      pins: [{ process: 'cnc-mill', material: 'al-6061' }, { process: 'extrusion-open', material: 'petg' }],
      loads: { p: { name: 'Finger', force: exactly(20), at: TIP, way: 'z-' } },
      holds: { h: { at: ROOT } },
    }),
    ref,
    part,
    1500,
  );
  const shapes = {
    drawn: signal({}),
    stage: signal(''),
    standing: (p: Vec3) => p,
    largestFaces: () => Promise.resolve([] as FaceChoice[]),
    workOf: jest.fn(() => Promise.resolve({ idle: 0.4, work: { n: [1, 1, 1], low: [0, 0, 0], size: [1, 1, 1], use: Uint8Array.of(9) } })),
    bent: jest.fn((..._: unknown[]) => Promise.resolve({ positions: Float32Array.of(0, 0, 0, 1, 0, 0), scale: 50, most: 2 })),
    solveLoads: jest.fn(() => Promise.reject(new Error('A support is not on the part.'))),
  };
  const refining = { share: signal<number | undefined>(undefined), left: signal(false), todo: () => [{}], leave: jest.fn(), begin: jest.fn() };
  const open = (doc: CaseDoc) => {
    const cases = store(doc);
    const show = jest.fn();
    TestBed.configureTestingModule({
      providers: [
        { provide: CaseStore, useValue: cases },
        { provide: ShapeService, useValue: shapes },
        { provide: Refining, useValue: refining },
        { provide: ComputeService, useValue: { working: () => Promise.resolve({ value: 10 }) } },
        { provide: MarginService, useValue: { show } },
        { provide: ShopService, useValue: { shop: signal(BUILT_IN_SITE.shop), site: signal(BUILT_IN_SITE), currency: () => 'EUR' } },
        { provide: WORKERS, useValue: {} },
      ],
    });
    const f = TestBed.createComponent(LoadPanel);
    f.componentRef.setInput('ref', cases.doc().shapes.printed);
    const tags: string[][] = [];
    f.componentInstance.tagged.subscribe((t) => tags.push(t.map((x) => x.text)));
    f.detectChanges();
    return { ...on(f.nativeElement as HTMLElement), f, cases, show, tags };
  };

  it('has a cell for every row and way, the row and the hold on the drawing, and the worst place of the way that leads', () => {
    const { text, tags } = open(solved);
    expect(text()).toMatch(/L1 Finger.*holds.*%.*mm.*%.*mm/);
    expect(tags.at(-1)!.slice(0, 2)).toEqual(['L1', 'H1']);
    expect(tags.at(-1)![2]).toMatch(/^A L1: [\d.]+.MPa$/);
    expect(text()).toMatch(/on [\d\s]+ bricks, ± [\d.]+ % by the grid/);
  });
  it('opens a cell to its stress, direction, place and what it rests on', () => {
    const { press, show } = open(solved);
    press(/%/);
    expect(show.mock.calls[0][0]).toMatchObject({
      title: 'Finger, A',
      paragraphs: expect.arrayContaining([
        expect.stringContaining('CNC'),
        expect.stringMatching(/MPa.* allowed; gives .* mm/),
        expect.stringMatching(/The give is ± [\d.]+ % by the grid\. Stress is fitted over/),
        expect.stringMatching(/^Aluminium .* bears \d+ MPa\..*factor of 3/),
        // What the one hold gives back is the load, the other way.
        'H1 holds it with 20 N (along x, y, z: 0 / 0 / 20).',
        expect.stringContaining('As a plain beam on its sections'),
        expect.stringContaining('own shape'),
      ]),
    });
  });
  it('says why it could not be solved, and asks to solve what has changed', () => {
    const { printed } = solved.shapes;
    const problem = 'Only a closed mesh can be loaded.';
    const broken = { ...solved, shapes: { printed: { ...printed!, solved: { printed: { ...printed!.solved!.printed!, classes: [], problem } } } } };
    expect(open(broken).text()).toContain('Only a closed mesh can be loaded.');
    TestBed.resetTestingModule();
    const { f, text } = open({ ...solved, shapes: { printed: ref } });
    f.componentRef.setInput('unsolved', true);
    f.detectChanges();
    expect(text()).toContain('Solve them');
  });
  it('draws how a row bends the way that leads, and takes it away when the load is changed', async () => {
    const { press, text, f, cases } = open(solved);
    const drawn: (Float32Array | undefined)[] = [];
    f.componentInstance.bent.subscribe((b) => drawn.push(b));
    press(/^bend/);
    await settled();
    f.detectChanges();
    // The class of the way that leads, solid, and the row alone.
    expect(shapes.bent.mock.calls.at(-1)!.slice(1, 2)).toEqual(['p']);
    expect(drawn.at(-1)).toEqual(Float32Array.of(0, 0, 0, 1, 0, 0));
    expect(text()).toMatch(/Over the drawing: A as “Finger” bends it, about [\d\s.]+ times as far\. Where it gives most it gives [\d.]+.mm/);
    cases.edit((d) => ({ ...d, loads: { p: { ...d.loads!['p'], force: exactly(50) } } }));
    f.detectChanges();
    expect(drawn.at(-1)).toBeUndefined();
    expect(text()).not.toContain('Over the drawing');
  });
  it('names the hardest places in order, says how far a finer grid is, and leaves it and begins it again when told', () => {
    const { text, press, f } = open(solved);
    expect(text()).toMatch(/L1 Finger: [\d.]+ MPa, most at/);
    expect(text()).not.toContain('Refining');
    refining.share.set(0);
    f.detectChanges();
    expect(text()).toMatch(/Refining to 250\s000 bricks meanwhile: 0\s%/);
    press('Leave it');
    expect(refining.leave).toHaveBeenCalledTimes(1);
    refining.share.set(undefined);
    refining.left.set(true);
    f.detectChanges();
    press(/^Solve these ways on 250/);
    expect(refining.begin).toHaveBeenCalledTimes(1);
  });
  it('says how hard the part works and what of it does nothing, and what is wrong when a fill cannot be solved', async () => {
    const { press, text, f } = open(solved);
    const drawn: (WorkVolume | undefined)[] = [];
    f.componentInstance.worked.subscribe((w) => drawn.push(w));
    press('How hard does each place work?');
    await settled();
    f.detectChanges();
    expect(text()).toMatch(/40 % of the material, [\d.]+.kg of [\d.]+.kg and some 4 of 10 h of printing/);
    expect(drawn.at(-1)?.use).toEqual(Uint8Array.of(9));
    press(/^How much fill/);
    await settled();
    f.detectChanges();
    expect(text()).toContain('A support is not on the part.');
  });
});
