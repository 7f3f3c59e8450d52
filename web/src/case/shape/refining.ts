import { computed, effect, inject, Injectable, type OnDestroy, signal, untracked } from '@angular/core';
import { shapeFor } from '@cuadro/core/case/facts';
import { putSolved, solvedLoads, type ToSolve } from '@cuadro/core/case/load-table';
import { refineAsks } from '@cuadro/core/decide/refine';
import { REFINED, sameClass } from '@cuadro/core/mechanics';
import { CaseStore } from '../../data/case-store';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';

/** Nothing is begun until the page has been left in peace for so long, ms. */
const QUIET_MS = 4000;
const nameOf = ({ key, ask }: ToSolve): string => `${key} ${JSON.stringify(ask.classes)}`;

/**
 * The ways that are compared, solved again on as fine a grid as there is: one after the other in a worker of its own, while
 * everything else goes on. What comes is kept with the case; a table or a part that changes meanwhile begins anew.
 */
@Injectable()
export class Refining implements OnDestroy {
  private readonly store = inject(CaseStore);
  private readonly shops = inject(ShopService);
  private readonly shapes = inject(ShapeService);

  /** How far the one under way is; nothing while none is. */
  readonly share = signal<number | undefined>(undefined);
  /** Somebody said that it is good enough; on one core it would be in everybody's way. */
  readonly left = signal((navigator.hardwareConcurrency ?? 2) < 2);
  /** What cannot be solved so finely, and is not tried again. */
  private readonly refused = signal<ReadonlySet<string>>(new Set());
  private running?: string;
  private timer?: ReturnType<typeof setTimeout>;

  /** Ways on the open part that stand on fewer bricks, one each. */
  readonly todo = computed<readonly ToSolve[]>(() => {
    const doc = this.store.doc(), pins = this.store.view()?.pins ?? [], open = this.shapes.openHash();
    if (!doc || !open) return [];
    const solved = solvedLoads(doc);
    return refineAsks(doc, this.shops.site(), pins.filter((p) => p.letter !== 'T').map((p) => p.option)).flatMap((of) => {
      const there = solved[of.name];
      // First the coarse answer; what has none, or never will have one, is not refined.
      if (shapeFor(doc, of.name === 'printed')?.hash !== open || !there?.classes.length || there.problem) return [];
      return of.ask.classes
        .filter((c) => !there.classes.some((k) => sameClass(k, c) && k.bricks >= REFINED / 2))
        .map((c): ToSolve => ({ ...of, ask: { ...of.ask, classes: [c] } }))
        .filter((one) => !this.refused().has(nameOf(one)));
    });
  }, { equal: (a, b) => a.map(nameOf).join() === b.map(nameOf).join() });

  constructor() {
    effect(() => {
      const todo = this.todo(), busy = !!this.shapes.stage(), left = this.left();
      untracked(() => {
        clearTimeout(this.timer);
        if (this.running && !todo.some((one) => nameOf(one) === this.running)) this.stop();
        if (todo.length && !busy && !left && !this.running) this.timer = setTimeout(() => void this.run(), QUIET_MS);
      });
    });
  }

  /** What there is is good enough. */
  leave(): void {
    this.left.set(true);
    this.stop();
  }

  /** At once. */
  begin(): void {
    this.left.set(false);
    void this.run();
  }

  ngOnDestroy(): void {
    clearTimeout(this.timer);
    this.stop();
  }

  private async run(): Promise<void> {
    const [one] = this.todo();
    if (!one || this.running) return;
    const own = (this.running = nameOf(one));
    this.share.set(0);
    try {
      const found = await this.shapes.solveApart(one.ask, REFINED, (share) => this.running === own && this.share.set(share));
      if (this.running === own) this.store.amend((doc) => putSolved(doc, one, found));
    } catch {
      if (this.running === own) this.refused.update((s) => new Set([...s, own]));
    } finally {
      if (this.running === own) {
        this.running = undefined;
        this.share.set(undefined);
        // The next at once: nobody waits for these.
        if (!this.left()) void this.run();
      }
    }
  }

  private stop(): void {
    if (!this.running) return;
    this.running = undefined;
    this.share.set(undefined);
    this.shapes.stopApart();
  }
}
