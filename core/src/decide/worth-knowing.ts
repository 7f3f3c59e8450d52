import { relevant } from '../need/relevant';
import { REQUIREMENTS, type RequirementId, type RequirementSpec } from '../need/requirements';
import { processOf } from '../process/processes';
import { stateOf } from '../screen/screen';
import { shelfOf } from '../shelf/shelf';
import { type CaseFacts, missingEssentials, type ResolvedNeed } from '../case/facts';
import { routeContext, type RouteOption } from './options';
import { routeHolds } from './summary';
import { routeKey } from '../case/types';

/** What the answer would be at one end of what a fact may be. */
export interface End {
  value: unknown;
  /** Routes that hold, or hold on condition. */
  holding: number;
  /** The cheapest of them, by route key; none when nothing holds. */
  leader?: string;
}

/** A fact that nobody has given yet, and what it could change. */
export interface WorthKnowing {
  id: RequirementId;
  low: End;
  high: End;
  /** The leading route would be another one, or there would be none. */
  decides: boolean;
  /** Routes that hold at one end and not at the other. */
  turns: number;
}

/** The two ends between which a guess may lie, in the direction of harder. */
function ends(spec: RequirementSpec, value: unknown): [unknown, unknown] | undefined {
  if (spec.kind === 'yes-no') return [false, true];
  if (spec.kind === 'choice') return [spec.options[0].value, spec.options[spec.options.length - 1].value];
  if (spec.kind === 'choices') return [[], ['coolant', 'mineral-oil', 'alkaline']];
  if (typeof value !== 'number') return undefined;
  const { doubt, min, max } = spec;
  const clamp = (x: number): number => Math.min(max, Math.max(min, x));
  return 'by' in doubt ? [clamp(value - doubt.by), clamp(value + doubt.by)] : [clamp(value / doubt.times), clamp(value * doubt.times)];
}

/** Where neither the user nor the family says anything, the middle of what is usual among tools. */
const MIDDLE: Partial<Record<RequirementId, number>> = {
  serviceTemp: 40,
  peakTemp: 80,
  cureTemp: 100,
  load: 400,
  deflection: 0.3,
  pressure: 1,
  flatness: 0.2,
  roughness: 3.2,
  tolerance: 0.2,
  massLimit: 5,
  leadLimit: 15,
  cyclesPerYear: 5000,
  copies: 1,
};

/** The routes, cheapest first, and which of them hold with another need. */
export function screener(facts: CaseFacts, options: readonly RouteOption[]): (need: ResolvedNeed) => string[] {
  const { doc, site: { shop } } = facts;
  const byCost = [...options].sort((a, b) => a.programme_with_wait - b.programme_with_wait);
  const routes = byCost.map((o) => ({ key: routeKey(o), context: routeContext(facts, processOf(o.process), shelfOf(shop).material(o.material)) }));
  return (need) => routes.filter(({ key, context }) => routeHolds({ state: stateOf({ ...context, need }, doc.remedies?.[key]) })).map((r) => r.key);
}

/**
 * The value of finding a fact out: every question that matters here and is not answered is set to its low and its high end, and
 * all routes are screened again. Costs are those of the screening at hand, so only the order among routes that hold is theirs.
 * @returns the facts that change anything, those that change the leading route first
 */
export function worthKnowing(facts: CaseFacts, options: readonly RouteOption[], pinned: readonly string[]): WorthKnowing[] {
  const { doc, site: { shop } } = facts;
  const hold = screener(facts, options);
  // What else is missing stands at the middle meanwhile: with two gaps open no route could hold at either end.
  const missing = Object.fromEntries(missingEssentials(facts).map((id) => [id, { level: 'must', value: id === 'fluids' ? [] : MIDDLE[id], from: '' }]));
  const at = (id: RequirementId, value: unknown): { holding: Set<string>; leader?: string } => {
    const need = { ...facts.need, ...missing, [id]: { level: doc.need[id]?.level ?? 'must', value, from: '', assumed: false } } as ResolvedNeed;
    const keys = hold(need);
    return { holding: new Set(keys), leader: keys[0] };
  };
  const resolved = facts.need;
  const questions = relevant(facts.family, doc.need, pinned.map((key) => shelfOf(shop).material(key.slice(key.indexOf('/') + 1))));
  const out: WorthKnowing[] = [];
  for (const spec of REQUIREMENTS) {
    const now = resolved[spec.id];
    if (!questions.has(spec.id) || (now && !now.assumed)) continue;
    // How many and how long changes prices more than it rules out; the sensitivities of the Sheet are for that.
    if (spec.id === 'copies' || spec.id === 'designs' || spec.id === 'years') continue;
    // Pressure, rotation and guards are known or do not arise: nobody guesses at them.
    if (spec.group === 'Safety') continue;
    const pair = ends(spec, now?.value ?? MIDDLE[spec.id]);
    if (!pair) continue;
    const [a, b] = pair.map((v) => at(spec.id, v));
    const turns = [...a.holding].filter((k) => !b.holding.has(k)).length + [...b.holding].filter((k) => !a.holding.has(k)).length;
    if (!turns) continue;
    const end = (value: unknown, e: typeof a): End => ({ value, holding: e.holding.size, leader: e.leader });
    out.push({ id: spec.id, low: end(pair[0], a), high: end(pair[1], b), decides: a.leader !== b.leader, turns });
  }
  return out.sort((x, y) => Number(y.decides) - Number(x.decides) || y.turns - x.turns);
}
