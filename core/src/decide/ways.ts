import { type CaseDoc, type Letter, routeKey } from '../case/types';
import { factsOf } from '../plan/facts';
import type { Site } from '../records/site';
import { evaluateRoute, type RouteResult } from '../routes/evaluate-route';
import { valueOf } from '../worksheet/evaluate';
import { percentiles, type Percentiles } from '../worksheet/sample';
import type { RowVerdict } from '../screen/row-verdicts';
import { evaluateCase, RISK_SAMPLES, rowsOn } from './evaluate-case';
import type { RouteOption } from './options';
import { mightDo, routeHolds } from './summary';
import { contending } from './today-option';
import type { Verdict } from './verdict';

/** One way with its figures; those that are ruled out have none. */
export interface Way {
  letter: Letter | null;
  option: RouteOption;
  result?: RouteResult;
  /** Rows of the load table on it; absent without a table. */
  rows?: RowVerdict[];
}

/** The verdict with every way that was weighed. */
export interface Weighed {
  verdict: Verdict;
  ways: Way[];
  recommended?: Way;
  /** Lowest programme with waiting, if all holds, of those that may well hold. */
  cheapest?: Way;
}

/** Samples for a way that is not pinned. */
const LIST = 4000;
const SEED = 20_260;

/** A figure of a way over its samples. */
export const spreadOf = ({ risk, point }: RouteResult, name: string): Percentiles => percentiles(risk?.columns.get(name) ?? valueOf(point, name));

/** A whole case with figures for every way that holds, the tool of today first. */
export function weigh(doc: CaseDoc, site: Site): Weighed {
  const facts = factsOf(doc, site);
  const { view, results } = evaluateCase(doc, site, RISK_SAMPLES, SEED);
  const letters = new Map(view.pins.map((p) => [routeKey(p.option), p.letter]));
  const today = view.pins.filter((p) => p.letter === 'T').map((p) => p.option);
  const ways = [...today, ...view.options].map((option): Way => {
    const letter = letters.get(routeKey(option)) ?? null;
    const result = letter ? results.get(letter) : routeHolds(option) ? evaluateRoute(facts, option, option.remedies, LIST, SEED) : undefined;
    const rows = doc.loads && letter !== 'T' ? rowsOn(facts, option) : undefined;
    return { letter, option, result, ...(rows && { rows }) };
  });
  const programme = (w: Way): number => spreadOf(w.result!, 'programme_with_wait').p50;
  const possible = ways.filter((w) => w.result && routeHolds(w.option) && mightDo(w.option) && (w.letter !== 'T' || contending(facts)));
  return {
    verdict: view.verdict,
    ways,
    recommended: ways.find((w) => w.letter !== null && w.letter === view.verdict.letter),
    cheapest: possible.reduce<Way | undefined>((b, w) => (!b || programme(w) < programme(b) ? w : b), undefined),
  };
}
