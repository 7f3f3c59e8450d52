import { expose } from 'comlink';
import { evaluateCase, type CaseEvaluation, type CaseView } from '@cuadro/core/case/evaluate-case';
import { quickLook, type QuickLook } from '@cuadro/core/case/quick-look';
import type { CaseDoc, Letter } from '@cuadro/core/case/types';
import type { Shop } from '@cuadro/core/shelf/shop';
import { working, type Working } from '@cuadro/core/worksheet/working';

let last: CaseEvaluation | undefined;

/** Evaluates cases off the page's thread, and opens figures of the case evaluated last. */
const api = {
  evaluate(doc: CaseDoc, shop: Shop, samples: number): CaseView {
    last = evaluateCase(doc, shop, samples);
    return last.view;
  },

  /** Open a figure of a pinned route. @throws when that route is not there any more */
  working(letter: Letter, name: string): Working {
    const result = last?.results.get(letter);
    if (!result) throw new Error('This route is no longer pinned.');
    return working(name, result.point, new Map(result.route.entries.map((e) => [e.name, e])), result.route.overrides, result.risk);
  },

  quickLook(doc: CaseDoc, shop: Shop): QuickLook {
    return quickLook(doc, shop);
  },
};
export type CaseWorker = typeof api;

expose(api);
