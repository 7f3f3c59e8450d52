import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEVER } from 'rxjs';
import { toSolve } from '@cuadro/core/case/load-table';
import { demoDoc, studiedRef } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { FIRST_LOOK, type SolvedClass, type UnitAsk } from '@cuadro/core/mechanics';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { box } from '@cuadro/core/shape/testing';
import { CaseStore } from '../../data/case-store';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { WORKERS } from '../../workers/worker-factory';
import { Solving } from './solving';

const at = (x: number, way: number) => ({ point: [x, 15, 12] as [number, number, number], normal: [way, 0, 0] as [number, number, number] });
const ref = studiedRef(box(120, 30, 24));
const DOC = demoDoc({
  family: 'gripper',
  shapes: { printed: ref },
  loads: { p: { name: 'Tip', force: { low: 60, likely: 60, high: 60 }, at: at(120, 1), way: 'z-' } },
  holds: { h: { kind: 'fixed', at: at(0, -1) } },
});
const OTHER = { ...DOC, loads: { p: { ...DOC.loads!['p'], way: 'y-' } } };

interface Asked {
  ask: UnitAsk;
  elements: number;
  answer: () => void;
  fail: (why: Error) => void;
}

/** What a service of its own throws when it is stopped. */
async function givenUp(): Promise<Error> {
  const shapes = TestBed.runInInjectionContext(() => new ShapeService());
  const waiting = shapes.waitFor(NEVER);
  shapes.cancel();
  return waiting.catch((e: Error) => e);
}

async function open(letters = ['A', 'B', 'T']) {
  const held = signal<CaseDoc>(DOC), openHash = signal(ref.hash);
  const asked: Asked[] = [];
  const pins = [['A', 'extrusion-open', 'petg'], ['B', 'cnc-mill', 'al-6061'], ['T', 'today', 'al-6061']]
    .filter(([letter]) => letters.includes(letter))
    .map(([letter, process, material]) => ({ letter, option: { process, material } }));
  const shapes = {
    openHash,
    solveLoads: (ask: UnitAsk, elements: number) =>
      new Promise<SolvedClass[]>((done, fail) =>
        asked.push({ ask, elements, fail, answer: () => done(ask.classes.map((c) => ({ ...c, bricks: elements, rows: {} }) as unknown as SolvedClass)) })
      ),
    stopSolving: jest.fn(),
  };
  TestBed.configureTestingModule({
    providers: [
      Solving,
      { provide: CaseStore, useValue: { doc: held, view: signal({ pins }), amend: (change: (d: CaseDoc) => CaseDoc) => held.update(change) } },
      { provide: ShapeService, useValue: shapes },
      { provide: ShopService, useValue: { site: () => BUILT_IN_SITE } },
      { provide: WORKERS, useValue: { shape: () => ({ postMessage: () => undefined, addEventListener: () => undefined, terminate: () => undefined }) } },
    ],
  });
  const solving = TestBed.inject(Solving), stopped = await givenUp();
  expect(isGivenUp(stopped)).toBe(true);
  const look = async (): Promise<void> => {
    for (let k = 0; k < 4; k++) {
      TestBed.tick();
      await Promise.resolve();
    }
  };
  return { solving, held, openHash, shapes, asked, look, stopped };
}

describe('solving the load table', () => {
  it('begins with the ways that are compared, on few bricks, and goes on to all of them on more', async () => {
    const { solving, held, asked, look, shapes } = await open();
    const whole = toSolve(DOC, ref);
    expect(solving.todo().map((t) => t.name)).toEqual(['printed', 'solid']);
    const run = solving.run();
    for (let k = 0; k < 4; k++) {
      await look();
      asked[k].answer();
    }
    await run;
    await look();
    // That one of the two is done before the other changes nothing of the table.
    expect(shapes.stopSolving).not.toHaveBeenCalled();
    expect(asked.map((a) => a.elements)).toEqual([2500, 2500, FIRST_LOOK, FIRST_LOOK]);
    // One way of each kind is compared; its own walls and fill stay among those that follow.
    expect(asked.slice(0, 2).map((a) => a.ask.classes.length)).toEqual([1, 1]);
    expect(asked[2].ask.classes[0]).toEqual(asked[0].ask.classes[0]);
    expect(asked[2].ask.classes.length).toBeGreaterThanOrEqual(whole[0].ask.classes.length);
    expect(solving.todo()).toEqual([]);
    expect(held().shapes.printed!.solved!.printed!.classes.every((c) => c.bricks === FIRST_LOOK)).toBe(true);
  });
  it('where nothing is compared, begins with all', async () => {
    const { solving, asked, look } = await open([]);
    void solving.run();
    await look();
    expect(asked[0].ask.classes).toEqual(toSolve(DOC, ref)[0].ask.classes);
  });
  it('a table that changes meanwhile ends what is under way and is solved itself', async () => {
    const { solving, held, asked, look, shapes, stopped } = await open();
    const run = solving.run();
    await look();
    held.set(OTHER);
    await look();
    expect(shapes.stopSolving).toHaveBeenCalledTimes(1);
    asked[0].fail(stopped);
    for (let k = 1; k < 5; k++) {
      await look();
      asked[k].answer();
    }
    await run;
    expect(asked[1].ask.loads[0].way).toEqual([0, -1, 0]);
    expect(solving.todo()).toEqual([]);
  });
  it('what was given up is not begun again by itself, only when somebody asks', async () => {
    const { solving, asked, look, stopped } = await open();
    const run = solving.run();
    await look();
    solving.leave();
    asked[0].fail(stopped);
    await expect(run).rejects.toBe(stopped);
    await solving.run();
    expect(asked).toHaveLength(1);
    void solving.again();
    await look();
    expect(asked).toHaveLength(2);
  });
  it('says why a part cannot be loaded so, and leaves it', async () => {
    const { solving, held, asked, look } = await open();
    const run = solving.run();
    for (let k = 0; k < 2; k++) {
      await look();
      asked[k].fail(new Error('Only a closed mesh can be loaded.'));
    }
    await run;
    expect(asked).toHaveLength(2);
    expect(held().shapes.printed!.solved!.printed!.problem).toBe('Only a closed mesh can be loaded.');
    expect(solving.todo()).toEqual([]);
  });
});
