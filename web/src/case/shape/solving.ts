import { computed, effect, inject, Injectable, untracked } from '@angular/core';
import { putSolved, toSolve, type ToSolve } from '@cuadro/core/case/load-table';
import { refineAsks } from '@cuadro/core/decide/refine';
import { FIRST_LOOK, type LoadClass, sameClass } from '@cuadro/core/mechanics';
import { CaseStore } from '../../data/case-store';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';

/** Bricks of the answer that comes within a second. */
const AT_ONCE = 2500;
const keysOf = (todo: readonly ToSolve[]): string => todo.map((x) => `${x.key} ${JSON.stringify(x.ask.classes)}`).join();

/**
 * Loads of size one on the open part, of which sizes and materials make an answer for all ways: first those that are compared, on few bricks, at once; then all on
 * more. A table that changes meanwhile begins anew; what somebody gave up is not begun again by itself. A part that cannot be loaded so says why, and its
 * sections stand in.
 */
@Injectable()
export class Solving {
  private readonly store = inject(CaseStore);
  private readonly shops = inject(ShopService);
  private readonly shapes = inject(ShapeService);

  /** What of the load table has not been solved yet on the open part. */
  readonly todo = computed((): readonly ToSolve[] => {
    const doc = this.store.doc(), open = this.shapes.openHash();
    const shape = Object.values(doc?.shapes ?? {}).find((s) => s?.hash === open);
    return doc && shape ? toSolve(doc, shape) : [];
  }, { equal: (a, b) => keysOf(a) === keysOf(b) });

  private running = false;
  /** Keys of what is being solved. */
  private asked: readonly string[] = [];
  private left = '';

  constructor() {
    effect(() => {
      const todo = this.todo();
      // What is under way answers to nothing any more.
      if (this.running && this.isOther(todo)) untracked(() => this.shapes.stopSolving());
    });
  }

  /** Solve what there is to solve, until nothing is. @throws GivenUp where somebody gave it up */
  async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (let todo = this.todo(); todo.length && keysOf(todo) !== this.left; todo = this.todo()) {
        this.asked = todo.map((x) => x.key);
        try {
          await this.solve(todo);
        } catch (e) {
          const now = this.todo();
          if (!isGivenUp(e) || !this.isOther(now) || keysOf(now) === this.left) throw e;
        }
      }
    } finally {
      this.running = false;
    }
  }

  /** What is there is good enough. */
  leave(): void {
    this.left = keysOf(this.todo());
  }

  /** All the same. */
  again(): Promise<void> {
    this.left = '';
    return this.run();
  }

  /** There is something that nobody asked for when this was begun: what is done meanwhile only drops out. */
  private isOther(todo: readonly ToSolve[]): boolean {
    return todo.some((x) => !this.asked.includes(x.key));
  }

  private async solve(todo: readonly ToSolve[]): Promise<void> {
    const pins = (this.store.view()?.pins ?? []).filter((p) => p.letter !== 'T').map((p) => p.option);
    const compared = refineAsks(this.store.doc()!, this.shops.site(), pins);
    const lists = todo.map((one) => ({ one, first: compared.find((c) => c.key === one.key && c.name === one.name)?.ask.classes ?? [] }));
    const able: typeof lists = [];
    for (const list of lists) if (await this.put(list.one, list.first.length ? list.first : list.one.ask.classes, AT_ONCE)) able.push(list);
    for (const { one, first } of able) await this.put(one, [...first, ...one.ask.classes.filter((c) => !first.some((f) => sameClass(f, c)))], FIRST_LOOK);
  }

  /** @returns whether it can be solved */
  private async put(one: ToSolve, classes: readonly LoadClass[], elements: number): Promise<boolean> {
    let problem: string | undefined;
    const found = await this.shapes.solveLoads({ ...one.ask, classes: [...classes] }, elements).catch((e: unknown) => {
      if (isGivenUp(e)) throw e;
      problem = e instanceof Error ? e.message : String(e);
      return [];
    });
    this.store.amend((doc) => putSolved(doc, one, found, problem));
    return problem === undefined;
  }
}
