import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { FaceMark, ShapeRef } from '@cuadro/core/case/types';
import type { Values } from '@cuadro/core/inputs/spec';
import { orientation } from '@cuadro/core/shape/orient';
import type { Vec3 } from '@cuadro/core/shape/turn';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { ShopService } from '../../data/shop.service';
import { box, drilledPlate } from '@cuadro/core/shape/testing';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MakeService } from '../../data/make.service';
import { ShapeService } from '../../data/shape.service';
import { WORKERS } from '../../workers/worker-factory';
import { BodiesPanel } from './bodies-panel';
import { BuildPanel } from './build-panel';
import { FacesPanel } from './faces-panel';
import { MakePanel } from './make-panel';
import { MillingPanel } from './milling-panel';

const DOC = demoDoc();
const MAKE = { make: jest.fn(), cancel: jest.fn() };
const shapes = {
  drawn: signal(undefined),
  stage: signal(undefined),
  orientations: signal(undefined),
  source: () => ({}),
  largestFaces: () => Promise.resolve([]),
  facesAgain: jest.fn(),
};

beforeEach(() => {
  jest.clearAllMocks();
  TestBed.configureTestingModule({
    providers: [
      { provide: ShapeService, useValue: shapes },
      { provide: WORKERS, useValue: {} },
    ],
  });
});

const find = <T extends HTMLElement>(f: ComponentFixture<unknown>, label: string): T => {
  const found = [...(f.nativeElement as HTMLElement).querySelectorAll<T>('button, select, input')].find((b) =>
    b.getAttribute('aria-label') === label || b.textContent?.trim() === label
  );
  if (!found) throw new Error(`nothing is called ${label}`);
  return found;
};
const text = (f: ComponentFixture<unknown>): string => (f.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');

describe('what was seen on the part', () => {
  const open = (ref: ShapeRef) => {
    const f = TestBed.createComponent(MillingPanel);
    const given: (Values | undefined)[] = [];
    f.componentRef.setInput('ref', ref);
    f.componentInstance.changed.subscribe((h) => given.push(h));
    f.detectChanges();
    return { f, given };
  };
  const plate = () => studiedRef(drilledPlate(60, 40, 10, [[10, 20, 10]]));
  it('starts from what was found, and becomes the user’s at the first correction', () => {
    const { f, given } = open(plate());
    expect(text(f)).toContain('As found on the mesh');
    const through = find<HTMLSelectElement>(f, 'Through, row 1');
    through.value = 'no';
    through.dispatchEvent(new Event('change'));
    expect(given).toHaveLength(1);
    expect(given[0]!['holes']).toEqual([{ diameter_mm: expect.closeTo(10, 1), depth_mm: 10, through: false }]);
  });
  it('goes back to what was found, table by table', () => {
    const { f, given } = open({ ...plate(), corrected: { holes: [], setUps: 3 } });
    expect(text(f)).toContain('As you corrected them');
    find(f, 'back to what was found').click();
    expect(given).toEqual([{ setUps: 3 }]);
  });
  it('names a hole that is deep for its width', () => {
    const { f } = open({ ...studiedRef(box(80, 30, 30)), corrected: { holes: [{ diameter_mm: 4, depth_mm: 60, through: false }] } });
    expect(text(f)).toContain('1 deeper than five diameters');
  });
  it('asks what holes as wide as a thread or a dowel are; one answer is for all of them', () => {
    const holes = [{ diameter_mm: 5, depth_mm: 10, through: true }, { diameter_mm: 5, depth_mm: 10, through: true }, {
      diameter_mm: 7.3,
      depth_mm: 9,
      through: true,
    }];
    const { f, given } = open({ ...plate(), corrected: { holes } });
    expect(text(f)).toContain('2 holes ⌀5 mm: tapped M6, reamed for a dowel of 5 mm, or plain?');
    find(f, 'tapped M6').click();
    expect(given).toEqual([{ holes: [{ ...holes[0], is: 'tapped' }, { ...holes[1], is: 'tapped' }, holes[2]] }]);
  });
  it('has a mould pulled another way, and the line drawn where its halves meet', () => {
    const { f } = open(plate());
    const pulls: unknown[] = [], drawn: boolean[] = [];
    f.componentInstance.pulled.subscribe((p) => pulls.push(p));
    f.componentInstance.parted.subscribe((p) => drawn.push(p));
    const pull = (f.nativeElement as HTMLElement).querySelector<HTMLSelectElement>('#pull')!;
    for (const id of ['x', '']) {
      pull.value = id;
      pull.dispatchEvent(new Event('change'));
    }
    expect(pulls).toEqual([[1, 0, 0], undefined]);
    find(f, 'draw the parting line').click();
    f.detectChanges();
    find(f, 'hide the parting line').click();
    expect(drawn).toEqual([true, false]);
  });
});

describe('the marked faces', () => {
  const TOP: FaceMark = { duty: 'working', point: [5, 5, 10], normal: [0, 0, 1], area_mm2: 100, note: '' };
  const open = (change: Partial<ShapeRef>) => {
    const f = TestBed.createComponent(FacesPanel);
    const given: FaceMark[][] = [];
    f.componentRef.setInput('ref', { ...studiedRef(box(10, 10, 10)), ...change });
    f.componentInstance.marked.subscribe((m) => given.push(m));
    f.detectChanges();
    return { f, given };
  };
  it('say what share of the surface works: one side of a cube is a sixth', () => {
    expect(text(open({ marks: [TOP] }).f)).toContain('Working faces make 17 % of the surface');
  });
  it('take over the datums that were found, square to each other, those that bear no mark', () => {
    const { f, given } = open({ marks: [TOP] });
    find(f, 'take the 2 found datums').click();
    expect(given[0]).toHaveLength(3);
    expect(given[0].slice(1).map((m) => [m.duty, Math.round(m.area_mm2), Math.abs(m.normal[2])])).toEqual([['datum', 100, 0], ['datum', 100, 0]]);
  });
  it('are taken over from the other mesh where they are found again, and what is gone is said', async () => {
    const other = {
      ...studiedRef(box(10, 10, 10)),
      fileName: 'old.step',
      marks: [{ ...TOP, tolerance_mm: 0.05, note: 'seat' }, { ...TOP, point: [9, 9, 12] as Vec3 }],
    };
    shapes.facesAgain.mockResolvedValue([{ triangle: 0, point: TOP.point, normal: TOP.normal, area_mm2: 90 }, undefined]);
    const { f, given } = open({});
    f.componentRef.setInput('other', other);
    f.detectChanges();
    find(f, 'take over the 2 marked on old.step').click();
    await f.whenStable();
    f.detectChanges();
    expect(given).toEqual([[{ ...TOP, tolerance_mm: 0.05, note: 'seat', area_mm2: 90 }]]);
    expect(text(f)).toContain('1 taken over with their tolerances and notes. One is not found at the same place');
  });
  it('are not marked twice: the second pick changes the duty', () => {
    const { f, given } = open({ marks: [TOP] });
    f.componentInstance.duty.set('datum');
    f.componentInstance.add({ triangle: 0, point: [2, 3, 10], normal: [0, 0, 2], area_mm2: 100 });
    expect(given[0]).toEqual([{ ...TOP, duty: 'datum' }]);
    f.componentInstance.add({ triangle: 0, point: [2, 3, 0], normal: [0, 0, -1], area_mm2: 100 });
    expect(given[1]).toHaveLength(2);
  });
  it.each(
    [
      ['up', [0, 0, 1], 10, ''],
      ['sideways', [0, 1, 0], 5, ''],
      ['down, on the bed', [0, 0, -1], 0, 'Lies on the bed'],
      ['down, above it', [0, 0, -1], 5, 'Hangs over support'],
      ['down at 30° off level', [0, 0.5, -Math.sqrt(3) / 2], 5, 'Hangs over support'],
      ['aslant', [0, 0.8, 0.6], 5, 'layers show as steps'],
    ] as const,
  )('facing %s as built', (_, normal, z, says) => {
    const t = text(open({ marks: [{ ...TOP, normal: [...normal], point: [5, 5, z] }] }).f);
    if (says) expect(t).toContain(says);
    else expect(t).not.toMatch(/on the bed|Hangs|steps/);
  });
  it('say whether the load pulls the layers apart', () => {
    expect(text(open({ load: [0, 0, 1] }).f)).toContain('across the layers (100 %)');
    expect(text(open({ load: [1, 0, 0] }).f)).toContain('the strong way');
  });
});

describe('the bodies of a file', () => {
  const line = (likely: 'screw' | undefined, like: number) => ({ volume_mm3: 1000, box_mm: [20, 10, 5], centre: [0, 0, 0], insideOut: false, likely, like });
  const open = async (found: unknown) => {
    const service = {
      bodies: jest.fn().mockResolvedValue(found),
      pick: jest.fn().mockResolvedValue({ ok: false, problem: 'Only a closed mesh can be added.' }),
    };
    TestBed.overrideComponent(BodiesPanel, { set: { providers: [{ provide: MakeService, useValue: service }] } });
    TestBed.overrideProvider(ShapeService, { useValue: { ...shapes, drawn: signal({}) } });
    const f = TestBed.createComponent(BodiesPanel);
    f.componentRef.setInput('ref', studiedRef(box(10, 10, 10)));
    await f.whenStable();
    await Promise.resolve();
    await f.whenStable();
    return { f, service };
  };
  it('keeps all but what is there twice; what is bought goes by one button, and what cannot be united says why', async () => {
    const lines = [line(undefined, 0), line(undefined, 1), line('screw', 2), line('screw', 2), line(undefined, 4)];
    const { f, service } = await open({ lines, meetings: [{ a: 0, b: 4, how: 'twice' }, { a: 0, b: 1, how: 'overlap' }] });
    expect(text(f)).toContain('5 separate bodies');
    expect(text(f)).toContain('2 screws look like bought parts');
    find<HTMLButtonElement>(f, 'drop what is likely bought').click();
    f.detectChanges();
    find<HTMLButtonElement>(f, 'Unite the ticked ones').click();
    await f.whenStable();
    f.detectChanges();
    expect(service.pick).toHaveBeenCalledWith({}, [0, 1], true);
    expect(text(f)).toContain('Only a closed mesh can be added.');
  });
  it('shows nothing of a file with one body', async () => {
    const { f } = await open({ lines: [line(undefined, 0)], meetings: [] });
    expect(text(f).trim()).toBe('');
  });
});

describe('what is made', () => {
  /** The panel brings its own maker; here it is one that answers at once. */
  const open = () => TestBed.overrideComponent(MakePanel, { set: { providers: [{ provide: MakeService, useValue: MAKE }] } }).createComponent(MakePanel);
  it('shows the problem beside the button and lets go of it', async () => {
    MAKE.make.mockResolvedValue({ ok: false, problem: 'The part is longer than the blank.' });
    const f = open();
    f.componentRef.setInput('ref', studiedRef(box(10, 10, 10)));
    f.detectChanges();
    find(f, 'Make it').click();
    await f.whenStable();
    f.detectChanges();
    expect(text(f)).toContain('The part is longer than the blank.');
    expect(find<HTMLButtonElement>(f, 'Make it').disabled).toBe(false);
    expect(MAKE.make.mock.calls[0][0]).toMatchObject({ maker: 'jaws', values: {}, up: [0, 0, 1] });
  });
  it('offers only what needs no part while there is none', () => {
    const f = open();
    f.detectChanges();
    expect(text(f)).toContain('a mandrel from a half profile');
    expect(text(f)).not.toContain('soft jaws around this part');
  });
});

describe('build directions', () => {
  const plate = box(200, 100, 20);
  const ups: Vec3[] = [[0, 0, 1], [0, 0, -1], [0, 1, 0], [1, 0, 0]];
  it('are told by how the part lies, equal ones as one, with hours, and chosen by a button', async () => {
    const [pins, asked] = [
      [{ option: { kind: 'print', process: 'extrusion-open', material: 'petg', processLabel: 'Filament extrusion' } }],
      jest.fn(async () => [3.5, 4, 5]),
    ];
    TestBed.overrideProvider(ShapeService, { useValue: { ...shapes, orientations: signal(ups.map((up) => orientation(plate, up))) } });
    TestBed.configureTestingModule({
      providers: [
        { provide: CaseStore, useValue: { view: () => ({ pins }), doc: () => DOC } },
        { provide: ComputeService, useValue: { hoursLying: asked } },
        { provide: ShopService, useValue: { site: () => BUILT_IN_SITE } },
      ],
    });
    const f = TestBed.createComponent(BuildPanel);
    const bare = { ...studiedRef(plate), study: undefined };
    f.componentRef.setInput('ref', bare);
    const chosen: Vec3[] = [];
    f.componentInstance.chosen.subscribe((up) => chosen.push(up));
    f.detectChanges();
    await f.whenStable();
    f.detectChanges();
    const rows = [...(f.nativeElement as HTMLElement).querySelectorAll('tbody')].map((b) => b.textContent!.replace(/\s+/g, ' '));
    expect(rows).toHaveLength(3);
    expect(rows[0]).toMatch(/^lying flat, top up.*and 1 like it.*in use.*0 cm³.*20 mm.*3\.5/);
    expect(rows.slice(1).sort()[0]).toContain('on its long edge, back up');
    find<HTMLButtonElement>(f, 'Build it standing on end, right side up').click();
    expect(chosen).toEqual([[1, 0, 0]]);
  });
});
