import type { CaseDoc } from '../case/types';
import { type CaseFacts, plainFacts, type ResolvedNeed } from '../case/facts';
import { type GivenToday, withGiven } from '../case/today';
import type { Site } from '../records/site';
import { onceOfTwo } from '../worksheet/once';
import { contributionOf, evaluatePlan, isTodayGift, standIns, todayGiven } from './evaluate-plan';
import type { Planner } from './planner';
import { PLANNERS } from './planners';

/** Enough for the tenth and ninetieth per cent of a figure of today. */
const RANGE_SAMPLES = 400;

/**
 * The facts of a case with its plans: what they work out stands in for requirements that nobody has typed, and their lines join
 * every route.
 * @param planners those that may have been used; the built-in ones, but for tests
 */
export function factsWith(planners: readonly Planner[], doc: CaseDoc, site: Site): CaseFacts {
  const plain = plainFacts(doc, site);
  const active = planners.filter((p) => doc.plans?.[p.id]);
  if (!active.length) return plain;
  const need: Record<string, unknown> = { ...plain.need };
  let today: GivenToday = plain.today;
  for (const planner of active) {
    const plan = evaluatePlan(planner, plain, doc.plans![planner.id], planner.gives?.some((g) => isTodayGift(g.to)) ? RANGE_SAMPLES : 0);
    today = withGiven(today, todayGiven(plan));
    for (const { to, value } of standIns(plan)) {
      if (doc.need[to]) continue;
      need[to] = { level: plain.need[to]?.level ?? 'must', value, from: `plan: ${planner.label}`, assumed: false, plan: planner.id };
    }
  }
  return { ...plain, today, need: need as ResolvedNeed, contributions: active.flatMap((p) => contributionOf(p, plain, doc.plans![p.id]) ?? []) };
}

/** The facts of a case, made once for each document and site. */
export const factsOf = onceOfTwo((doc: CaseDoc, site: Site): CaseFacts => factsWith(PLANNERS, doc, site));
