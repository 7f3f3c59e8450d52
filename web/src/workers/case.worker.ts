import { expose } from 'comlink';
import { type BoardPlan, planWeek, type Problem } from '@cuadro/core/board/week';
import { evaluateCase, type CaseEvaluation, type CaseView } from '@cuadro/core/decide/evaluate-case';
import type { InsideKind, InsideStep } from '@cuadro/core/decide/inside-enough';
import { insideSteps } from '@cuadro/core/decide/inside-steps';
import { hoursLying } from '@cuadro/core/decide/lying';
import { screenStates, type RouteOption } from '@cuadro/core/decide/options';
import { quickLook, type QuickLook } from '@cuadro/core/decide/quick-look';
import { stepLine, type StepLine } from '@cuadro/core/decide/step-line';
import { newWays } from '@cuadro/core/decide/summary';
import { worthKnowing, type WorthKnowing } from '@cuadro/core/decide/worth-knowing';
import { type CaseDoc, type Pin, routeKey } from '@cuadro/core/case/types';
import type { SolvedClass } from '@cuadro/core/mechanics';
import type { RequirementId } from '@cuadro/core/need/requirements';
import type { Values } from '@cuadro/core/inputs/spec';
import { type PrintedTool, toolOf } from '@cuadro/core/payback/from-case';
import { evaluateScenario, type PaybackResult, type PaybackView } from '@cuadro/core/payback/scenario';
import type { Shop } from '@cuadro/core/shelf/shop';
import { factsOf } from '@cuadro/core/plan/facts';
import type { Site } from '@cuadro/core/records/site';
import { evaluateRoute, type Lead, type RouteResult } from '@cuadro/core/routes/evaluate-route';
import type { Orientation } from '@cuadro/core/shape/orient';
import { type Figured, openFigure } from '@cuadro/core/worksheet/figured';
import type { Working } from '@cuadro/core/worksheet/working';
import { type Delta, DeltaSender } from './delta';

let last: CaseEvaluation | undefined;
let lastAsked: { doc: CaseDoc; site: Site } | undefined;
/** Routes that are not pinned, evaluated when one of their figures is opened. */
const others = new Map<string, RouteResult>();

const views = new DeltaSender<CaseView>();
const screenings = new DeltaSender<RouteOption[]>();

/** Samples for a figure of a route that is not pinned. */
const OTHER_SAMPLES = 4000;

function resultOf(key: string): RouteResult {
  const pinned = last?.view.pins.find((p) => routeKey(p.option) === key);
  if (pinned) return last!.results.get(pinned.letter)!;
  const option = last?.view.options.find((o) => routeKey(o) === key);
  if (!last || !lastAsked || !option) throw new Error('This route is no longer there.');
  let result = others.get(key);
  if (!result) {
    result = evaluateRoute(factsOf(lastAsked.doc, lastAsked.site), option, option.remedies, OTHER_SAMPLES);
    others.set(key, result);
  }
  return result;
}

/** Scenarios worked out last, by id. */
const scenarios = new Map<string, PaybackResult>();

/** Whatever can be opened: a scenario, a plan in use, else a route. */
const subjectOf = (id: string): Figured => scenarios.get(id) ?? last?.plans.find((p) => p.id === id) ?? resultOf(id);

/** Evaluates cases off the page's thread, and opens figures of the case evaluated last. */
const api = {
  evaluate(doc: CaseDoc, site: Site, samples: number): Delta<CaseView> {
    last = evaluateCase(doc, site, samples);
    lastAsked = { doc, site };
    others.clear();
    return views.send(last.view);
  },

  /** Every route's state and reasons as the document stands; prices follow with `evaluate`. */
  rescreen(doc: CaseDoc, site: Site): Delta<RouteOption[]> {
    return screenings.send(screenStates(factsOf(doc, site)));
  },

  /** Hours of one tool for each way of laying it, on a way of making it. */
  hoursLying(doc: CaseDoc, site: Site, pin: Pin, ways: readonly Orientation[]): number[] | undefined {
    return hoursLying(doc, site, pin, ways);
  },

  /** What a way comes to under its load table with other fill or fibre. */
  insideSteps(doc: CaseDoc, site: Site, pin: Pin, kind: InsideKind, found: readonly SolvedClass[]): InsideStep[] {
    return insideSteps(doc, site, pin, kind, found);
  },

  /** How many routes hold over what a number of the need may be, for the case evaluated last. */
  stepLine(id: RequirementId): StepLine | undefined {
    return last && lastAsked && stepLine(factsOf(lastAsked.doc, lastAsked.site), last.view.options, id);
  },

  /** Open a figure of any subject of the case evaluated last. @throws when it is not there any more */
  working(subject: string, name: string): Working {
    return openFigure(subjectOf(subject), name);
  },

  /** Stages of any route, up to its date. */
  lead(route: string): Lead {
    return resultOf(route).lead;
  },

  /** Facts of the case evaluated last that are worth finding out. */
  worthKnowing(): WorthKnowing[] {
    return last && lastAsked ? worthKnowing(factsOf(lastAsked.doc, lastAsked.site), last.view.options, newWays(last.view).map((p) => routeKey(p.option))) : [];
  },

  /** Whether a machine pays. Its figures can be opened afterwards. */
  scenario(id: string, values: Values, shop: Shop): PaybackView {
    const result = evaluateScenario(id, values, shop);
    scenarios.set(result.id, result);
    return result.view;
  },

  /** A tool of a case as a row of a scenario. */
  planWeek(problem: Problem): BoardPlan {
    return planWeek(problem);
  },
  toolOf(doc: CaseDoc, site: Site): PrintedTool | undefined {
    return toolOf(doc, site);
  },

  quickLook(doc: CaseDoc, site: Site): QuickLook {
    return quickLook(doc, site);
  },
};
export type CaseWorker = typeof api;

expose(api);
