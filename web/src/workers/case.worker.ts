import { expose } from 'comlink';
import { evaluateCase, type CaseEvaluation, type CaseView } from '@cuadro/core/case/evaluate-case';
import { quickLook, type QuickLook } from '@cuadro/core/case/quick-look';
import { routeKey, type CaseDoc, type Pin } from '@cuadro/core/case/types';
import { worthKnowing, type WorthKnowing } from '@cuadro/core/case/worth-knowing';
import { evaluateRoute, type Lead, type RouteResult } from '@cuadro/core/routes/evaluate-route';
import type { Shop } from '@cuadro/core/shelf/shop';
import { working, type Working } from '@cuadro/core/worksheet/working';

let last: CaseEvaluation | undefined;
let lastAsked: { doc: CaseDoc; shop: Shop } | undefined;
/** Routes that are not pinned, evaluated when one of their figures is opened. */
const others = new Map<string, RouteResult>();

/** Samples for a figure of a route that is not pinned. */
const OTHER_SAMPLES = 4000;

function resultOf(pin: Pin): RouteResult {
  const key = routeKey(pin);
  const option = last?.view.options.find((o) => routeKey(o) === key);
  if (!last || !lastAsked || !option) throw new Error('This route is no longer there.');
  const pinned = last.view.pins.find((p) => routeKey(p.option) === key);
  if (pinned) return last.results.get(pinned.letter)!;
  let result = others.get(key);
  if (!result) {
    result = evaluateRoute(lastAsked.doc, lastAsked.shop, option, option.remedies, OTHER_SAMPLES);
    others.set(key, result);
  }
  return result;
}

/** Evaluates cases off the page's thread, and opens figures of the case evaluated last. */
const api = {
  evaluate(doc: CaseDoc, shop: Shop, samples: number): CaseView {
    last = evaluateCase(doc, shop, samples);
    lastAsked = { doc, shop };
    others.clear();
    return last.view;
  },

  /** Open a figure of any route of the case evaluated last. @throws when that route is not there any more */
  working(pin: Pin, name: string): Working {
    const result = resultOf(pin);
    return working(name, result.point, new Map(result.route.entries.map((e) => [e.name, e])), result.route.overrides, result.risk);
  },

  /** Stages of any route, up to its date. */
  lead(pin: Pin): Lead {
    return resultOf(pin).lead;
  },

  /** Facts of the case evaluated last that are worth finding out. */
  worthKnowing(): WorthKnowing[] {
    return last && lastAsked ? worthKnowing(lastAsked.doc, lastAsked.shop, last.view.options, last.view.pins.map((p) => routeKey(p.option))) : [];
  },

  quickLook(doc: CaseDoc, shop: Shop): QuickLook {
    return quickLook(doc, shop);
  },
};
export type CaseWorker = typeof api;

expose(api);
