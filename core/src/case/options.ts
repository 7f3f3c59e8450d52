import { family as familyOf } from '../need/families';
import { evaluateRoute } from '../routes/evaluate-route';
import type { Process } from '../routes/process';
import { PROCESSES } from '../routes/processes';
import { TODAY_PROCESS } from '../routes/worksheet';
import type { CheckResult, Remedy, State } from '../screen/check';
import { screen } from '../screen/screen';
import { materialsFor } from '../shelf/shelf';
import type { Shop } from '../shelf/shop';
import type { Material } from '../shelf/types';
import { valueOf } from '../worksheet/evaluate';
import { formOf, resolveNeed, sizeOf } from './facts';
import { MAX_PINS, type CaseDoc, type Pin } from './types';

/** One process with one material, screened and roughly priced at likely values. */
export interface RouteOption extends Pin {
  processLabel: string;
  materialLabel: string;
  kind: Process['kind'];
  state: State;
  checks: CheckResult[];
  remedies: Remedy[];
  /** Fails on life alone: can still make the first parts while a lasting tool is on order. */
  bridge: boolean;
  price_each: number;
  price_programme: number;
  programme_with_wait: number;
  lead_days: number;
  mass_kg: number;
}

/** Screen one process with one material. Remedies are priced in before the figures are read. */
export function screenRoute(doc: CaseDoc, shop: Shop, process: Process, material: Material): RouteOption {
  const pin: Pin = { process: process.id, material: material.id };
  const printed = process.kind === 'print';
  const bare = evaluateRoute(doc, shop, pin, []);
  const screening = screen({
    family: familyOf(doc.family),
    need: resolveNeed(doc),
    process,
    material,
    size: sizeOf(doc, printed),
    form: formOf(doc, printed),
    figures: { mass_kg: valueOf(bare.point, 'mass_tool'), lead_days: bare.lead.days },
  });
  const result = screening.remedies.length ? evaluateRoute(doc, shop, pin, screening.remedies) : bare;
  const failed = screening.checks.filter((c) => c.state === 'fail');
  return {
    ...pin,
    processLabel: process.label,
    materialLabel: material.label,
    kind: process.kind,
    state: screening.state,
    checks: screening.checks,
    remedies: screening.remedies,
    bridge: failed.length > 0 && failed.every((c) => c.bridge),
    price_each: valueOf(result.point, 'price_each'),
    price_programme: valueOf(result.point, 'price_programme'),
    programme_with_wait: valueOf(result.point, 'programme_with_wait'),
    lead_days: result.lead.days,
    mass_kg: valueOf(result.point, 'mass_tool'),
  };
}

const RANK: Record<State, number> = { pass: 0, conditional: 1, unknown: 2, fail: 3 };

/** All routes of the shelf, best state first, then cheapest over the programme. */
export function screenAll(doc: CaseDoc, shop: Shop): RouteOption[] {
  const all = PROCESSES.flatMap((p) => materialsFor(p.id).map((m) => screenRoute(doc, shop, p, m)));
  return all.sort((a, b) => RANK[a.state] - RANK[b.state] || a.programme_with_wait - b.programme_with_wait);
}

/** A condition costs trouble that no line prices: a conditional route must be this much cheaper to go first. */
const CONDITION_PENALTY = 1.15;
const weighed = (o: RouteOption): number => o.programme_with_wait * (o.state === 'pass' ? 1 : CONDITION_PENALTY);
const cheapest = (list: RouteOption[]): RouteOption | undefined => list.reduce<RouteOption | undefined>((best, o) => (!best || weighed(o) < weighed(best) ? o : best), undefined);

/**
 * Routes worth putting side by side when the user has not pinned any: the two best printing processes, today's way or
 * the machined one, and the simple way where the shape allows it.
 */
export function suggestPins(doc: CaseDoc, options: readonly RouteOption[]): Pin[] {
  const holds = options.filter((o) => o.state !== 'fail');
  const chosen: RouteOption[] = [];
  const take = (o: RouteOption | undefined): void => {
    if (o && chosen.length < MAX_PINS && !chosen.includes(o)) chosen.push(o);
  };
  const printed = holds.filter((o) => o.kind === 'print');
  const first = cheapest(printed) ?? cheapest(options.filter((o) => o.bridge));
  take(first);
  take(cheapest(printed.filter((o) => o.process !== first?.process)));
  const today = TODAY_PROCESS[doc.today.way];
  const asToday = options.find((o) => o.process === today && o.material === doc.today.material);
  // What stands in the shop today is always shown, even where it fails: it is what everything is compared with.
  take(asToday ?? cheapest(holds.filter((o) => o.process === today)));
  if (!chosen.some((o) => o.kind === 'machine' && o.state !== 'fail')) take(cheapest(holds.filter((o) => o.kind === 'machine')));
  take(cheapest(holds.filter((o) => (o.kind === 'cut' || o.kind === 'hand') && o.process !== today)));
  return chosen.map(({ process, material }) => ({ process, material }));
}
