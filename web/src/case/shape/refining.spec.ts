import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { loadsToSolve, withSolved } from '@cuadro/core/case/load-table';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { REFINED, type SolvedClass, type UnitAsk } from '@cuadro/core/mechanics';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { box } from '@cuadro/core/shape/testing';
import { CaseStore } from '../../data/case-store';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { Refining } from './refining';

const at = (x: number, way: number) => ({ point: [x, 15, 12] as [number, number, number], normal: [way, 0, 0] as [number, number, number] });
const part = box(120, 30, 24);
const ref = studiedRef(part);
const COARSE = withSolved(
  demoDoc({
    family: 'gripper',
    shapes: { printed: ref },
    loads: { p: { name: 'Tip', force: { low: 60, likely: 60, high: 60 }, at: at(120, 1), way: 'z-' } },
    holds: { h: { kind: 'fixed', at: at(0, -1) } },
  }),
  ref,
  part,
  300,
);
const PINS = [['A', 'extrusion-open', 'petg'], ['B', 'cnc-mill', 'al-6061'], ['T', 'today', 'al-6061']].map(([letter, process, material]) => ({
  letter,
  option: { process, material },
}));

interface Asked {
  ask: UnitAsk;
  elements: number;
  heard: (share: number) => void;
  answer: (classes: SolvedClass[]) => void;
  fail: (why: Error) => void;
}

function open(doc: CaseDoc = COARSE) {
  const held = signal(doc), stage = signal(''), openHash = signal(ref.hash);
  const asked: Asked[] = [];
  const shapes = {
    stage,
    openHash,
    solveApart: (ask: UnitAsk, elements: number, heard: Asked['heard']) =>
      new Promise<SolvedClass[]>((answer, fail) => asked.push({ ask, elements, heard, answer, fail })),
    stopApart: jest.fn(),
  };
  TestBed.configureTestingModule({
    providers: [
      Refining,
      { provide: CaseStore, useValue: { doc: held, view: signal({ pins: PINS }), amend: (change: (d: CaseDoc) => CaseDoc) => held.update(change) } },
      { provide: ShapeService, useValue: shapes },
      { provide: ShopService, useValue: { site: () => BUILT_IN_SITE } },
    ],
  });
  const refining = TestBed.inject(Refining);
  const look = async (): Promise<void> => {
    for (let k = 0; k < 4; k++) {
      TestBed.tick();
      await Promise.resolve();
    }
  };
  /** The same class on finer bricks. */
  const finer = ({ ask }: Asked): SolvedClass[] => ask.classes.map((c) => ({ ...held().shapes.printed!.solved!.printed!.classes[0], ...c, bricks: REFINED }));
  return { refining, held, stage, openHash, shapes, asked, look, finer };
}

describe('refining in the background', () => {
  beforeEach(() => jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] }));
  afterEach(() => jest.useRealTimers());

  it('solves every way that is compared, one after the other, once the page is at peace; and keeps what comes', async () => {
    const { refining, held, asked, look, finer } = open();
    await look();
    expect(refining.todo().map((t) => t.name)).toEqual(['printed', 'solid']);
    expect(asked).toEqual([]);
    jest.advanceTimersByTime(10_000);
    await look();
    expect(asked.map((a) => [a.elements, a.ask.classes.length])).toEqual([[REFINED, 1]]);
    asked[0].heard(0.4);
    expect(refining.share()).toBe(0.4);
    asked[0].answer(finer(asked[0]));
    await look();
    expect(held().shapes.printed!.solved!.printed!.classes.filter((c) => c.bricks === REFINED)).toHaveLength(1);
    expect(asked).toHaveLength(2);
    asked[1].answer(finer(asked[1]));
    await look();
    expect(refining.todo()).toEqual([]);
    expect(refining.share()).toBeUndefined();
  });
  it('waits while something else is done on the part, and begins nothing without a coarse answer or on another mesh', async () => {
    const { stage, asked, look, openHash, refining } = open();
    stage.set('Studying the part');
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    expect(asked).toEqual([]);
    openHash.set('f'.repeat(64));
    expect(refining.todo()).toEqual([]);
    TestBed.resetTestingModule();
    expect(open({ ...COARSE, shapes: { printed: ref } }).refining.todo()).toEqual([]);
  });
  it('gives up what is under way when the table changes or somebody leaves it, and begins again when asked', async () => {
    const { refining, held, asked, look, shapes, finer } = open();
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    // Another size is the same solution; another direction is not.
    held.update((d) => ({ ...d, loads: { p: { ...d.loads!['p'], force: { low: 1, likely: 2, high: 3 } } } }));
    await look();
    expect(shapes.stopApart).not.toHaveBeenCalled();
    const before = held();
    held.update((d) => ({ ...d, loads: { p: { ...d.loads!['p'], way: 'y+' } } }));
    await look();
    expect(shapes.stopApart).toHaveBeenCalledTimes(1);
    asked[0].answer(finer({ ...asked[0], ask: { ...loadsToSolve(before, ref, true)!, classes: asked[0].ask.classes } }));
    await look();
    expect(held().shapes).toBe(before.shapes);
    held.set(before);
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    expect(asked).toHaveLength(2);
    refining.leave();
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    expect([refining.share(), asked.length]).toEqual([undefined, 2]);
    refining.begin();
    expect(asked).toHaveLength(3);
  });
  it('does not try again what cannot be solved so finely', async () => {
    const { refining, asked, look } = open();
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    asked[0].fail(new Error('No memory.'));
    await look();
    expect(asked).toHaveLength(2);
    asked[1].fail(new Error('No memory.'));
    await look();
    jest.advanceTimersByTime(10_000);
    await look();
    expect([refining.todo().length, asked.length]).toEqual([0, 2]);
  });
});
