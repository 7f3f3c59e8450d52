import { inject, Injectable, type OnDestroy } from '@angular/core';
import { Lazy } from './lazy-worker';
import type { BoardPlan, Problem } from '@cuadro/core/board/week';
import type { CaseView } from '@cuadro/core/decide/evaluate-case';
import type { RouteOption } from '@cuadro/core/decide/options';
import type { InsideKind, InsideStep } from '@cuadro/core/decide/inside-enough';
import type { QuickLook } from '@cuadro/core/decide/quick-look';
import type { CaseDoc, Pin } from '@cuadro/core/case/types';
import type { StepLine } from '@cuadro/core/decide/step-line';
import type { WorthKnowing } from '@cuadro/core/decide/worth-knowing';
import type { SolvedClass } from '@cuadro/core/mechanics';
import type { RequirementId } from '@cuadro/core/need/requirements';
import type { Lead } from '@cuadro/core/routes/evaluate-route';
import type { Orientation } from '@cuadro/core/shape/orient';
import type { Values } from '@cuadro/core/inputs/spec';
import type { PrintedTool } from '@cuadro/core/payback/from-case';
import type { PaybackView } from '@cuadro/core/payback/scenario';
import type { Shop } from '@cuadro/core/shelf/shop';
import type { Site } from '@cuadro/core/records/site';
import type { Working } from '@cuadro/core/worksheet/working';
import type { CaseWorker } from '../workers/case.worker';
import { DeltaReceiver } from '../workers/delta';
import { WORKERS } from '../workers/worker-factory';

/** Estimates, in workers: one for the open case, one that screens it again at every letter, one for the Walk; none waits for another. Shapes have their own (`ShapeService`). */
@Injectable({ providedIn: 'root' })
export class ComputeService implements OnDestroy {
  private readonly workers = inject(WORKERS);
  private readonly open = new Lazy<CaseWorker>(() => this.workers.casework());
  private readonly screening = new Lazy<CaseWorker>(() => this.workers.casework());
  private readonly walk = new Lazy<CaseWorker>(() => this.workers.casework());

  private readonly views = new DeltaReceiver<CaseView>();
  private readonly screenings = new DeltaReceiver<RouteOption[]>();

  async evaluate(doc: CaseDoc, site: Site, samples: number): Promise<CaseView> {
    return this.views.take(await this.open.get().evaluate(doc, site, samples));
  }

  /** All routes screened again, without prices. */
  async rescreen(doc: CaseDoc, site: Site): Promise<RouteOption[]> {
    return this.screenings.take(await this.screening.get().rescreen(doc, site));
  }

  /** Hours of one tool for each way of laying it; nothing where it is not built on a machine of the house. */
  hoursLying(doc: CaseDoc, site: Site, pin: Pin, ways: readonly Orientation[]): Promise<number[] | undefined> {
    return this.screening.get().hoursLying(doc, site, pin, ways);
  }

  /** What other fills of a way come to under its load table. */
  insideSteps(doc: CaseDoc, site: Site, pin: Pin, kind: InsideKind, found: readonly SolvedClass[]): Promise<InsideStep[]> {
    return this.screening.get().insideSteps(doc, site, pin, kind, found);
  }

  /** Open a figure of a subject of the case evaluated last: a route, a plan. */
  working(subject: string, name: string): Promise<Working> {
    return this.open.get().working(subject, name);
  }

  lead(route: string): Promise<Lead> {
    return this.open.get().lead(route);
  }

  /** How many routes hold over what a number of the need may be. */
  stepLine(id: RequirementId): Promise<StepLine | undefined> {
    return this.open.get().stepLine(id);
  }

  worthKnowing(): Promise<WorthKnowing[]> {
    return this.open.get().worthKnowing();
  }

  quickLook(doc: CaseDoc, site: Site): Promise<QuickLook> {
    return this.walk.get().quickLook(doc, site);
  }

  /** Whether a machine pays; its figures can be opened afterwards. */
  scenario(id: string, values: Values, shop: Shop): Promise<PaybackView> {
    return this.open.get().scenario(id, values, shop);
  }

  planWeek(problem: Problem): Promise<BoardPlan> {
    return this.walk.get().planWeek(problem);
  }

  toolOf(doc: CaseDoc, site: Site): Promise<PrintedTool | undefined> {
    return this.walk.get().toolOf(doc, site);
  }

  ngOnDestroy(): void {
    for (const w of [this.open, this.screening, this.walk]) w.stop();
  }
}
