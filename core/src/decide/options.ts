import { evaluateRoute, leadOf, massOf } from '../routes/evaluate-route';
import type { Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { TODAY_PROCESS } from '../routes/worksheet';
import type { CheckContext, CheckResult, Remedy, State } from '../screen/check';
import { screen, usualRemedies } from '../screen/screen';
import { traitsOf } from '../screen/traits';
import { shelfOf } from '../shelf/shelf';
import type { Material } from '../shelf/types';
import { valueOf } from '../worksheet/evaluate';
import { type CaseFacts, formOf, shapeFor, sizeOf } from '../case/facts';
import { inOrder } from './order';
import { MAX_PINS, routeKey, type CaseDoc, type Pin } from '../case/types';

/** One process with one material, screened and roughly priced at likely values. */
export interface RouteOption extends Pin {
  processLabel: string;
  materialLabel: string;
  kind: Process['kind'];
  state: State;
  checks: CheckResult[];
  /** Remedies that can be taken on this route, those taken among them. */
  offers: Remedy[];
  /** Remedies counted in: those the user took, or the usual ones until they decide. */
  remedies: Remedy[];
  /** Has the user decided about the remedies of this route? */
  decided: boolean;
  /** What is wrong with the remedies taken together. */
  quarrels: string[];
  /** Fails on life alone: can still make the first parts while a lasting tool is on order. */
  bridge: boolean;
  price_each: number;
  price_programme: number;
  programme_with_wait: number;
  lead_days: number;
  mass_kg: number;
}

/** What the checks look at on one route, without remedies. Mass and lead time are worked out only when a check asks for them. */
export function routeContext(facts: CaseFacts, process: Process, material: Material): CheckContext {
  const { doc, site: { shop }, family, need } = facts;
  const printed = process.kind === 'print';
  const shape = shapeFor(doc, printed);
  const size = sizeOf(doc, printed);
  return {
    family,
    need,
    process,
    material,
    traits: traitsOf(process, material, size),
    taken: NOTHING,
    size,
    form: formOf(doc, printed),
    study: shape?.study,
    area_mm2: shape?.measure.area_mm2,
    holes: shape?.holes ?? shape?.study?.body.holes,
    onSite: !shop.absent?.includes(process.id),
    figures: new RouteFigures(facts, { process: process.id, material: material.id }),
  };
}

const NOTHING: ReadonlySet<string> = new Set();

class RouteFigures {
  constructor(private readonly facts: CaseFacts, private readonly pin: Pin) {}
  private mass?: number;
  private days?: number;
  get mass_kg(): number {
    return (this.mass ??= massOf(this.facts, this.pin));
  }
  get lead_days(): number {
    return (this.days ??= leadOf(this.facts, this.pin, []).days);
  }
}

/**
 * Screen one process with one material. Remedies that the user took change the route and are screened again; until they
 * decide, the state is that of the bare route, and the usual remedies are counted in, so that prices can be compared.
 */
export function screenRoute(facts: CaseFacts, process: Process, material: Material, price: 'all' | 'holding' | 'none' = 'all'): RouteOption {
  const pin: Pin = { process: process.id, material: material.id };
  const chosen = facts.doc.remedies?.[routeKey(pin)];
  const screening = screen(routeContext(facts, process, material), chosen);
  const remedies = chosen ? screening.taken : usualRemedies(screening);
  const result = price === 'all' || (price === 'holding' && screening.state !== 'fail') ? evaluateRoute(facts, pin, remedies) : undefined;
  const figure = (name: string): number => (result ? valueOf(result.point, name) : NaN);
  const failed = screening.checks.filter((c) => c.state === 'fail');
  return {
    ...pin,
    processLabel: process.label,
    materialLabel: material.label,
    kind: process.kind,
    state: screening.state,
    checks: screening.checks,
    offers: screening.offers,
    remedies,
    decided: !!chosen,
    quarrels: screening.quarrels,
    bridge: failed.length > 0 && failed.every((c) => c.bridge),
    price_each: figure('price_each'),
    price_programme: figure('price_programme'),
    programme_with_wait: figure('programme_with_wait'),
    lead_days: result?.lead.days ?? NaN,
    mass_kg: figure('mass_tool'),
  };
}

const PRICED_ROUTES = 300;

/** All routes of the shelf, best state first, then cheapest over the programme. */
export function screenAll(facts: CaseFacts): RouteOption[] {
  const routes = PROCESSES.flatMap((p) => shelfOf(facts.site.shop).materialsFor(p.id).map((m) => [p, m] as const));
  // With a long list of own materials, what is ruled out is not priced: the figure opens when somebody asks.
  const price = routes.length > PRICED_ROUTES ? 'holding' : 'all';
  return routes.map(([p, m]) => screenRoute(facts, p, m, price)).sort(inOrder);
}

/** All routes of the shelf screened without prices: what changes at once when a need changes. `withPrices` puts the former prices to them. */
export const screenStates = (facts: CaseFacts): RouteOption[] =>
  PROCESSES.flatMap((p) => shelfOf(facts.site.shop).materialsFor(p.id).map((m) => screenRoute(facts, p, m, 'none')));

/** Days that a bridge has to gain to be worth the trouble. */
export const BRIDGE_DAYS = 2;

/** A condition costs trouble that no line prices: a conditional route must be this much cheaper to go first. */
const CONDITION_PENALTY = 1.15;
const weighed = (o: RouteOption): number => o.programme_with_wait * (o.state === 'pass' ? 1 : CONDITION_PENALTY);
const cheapest = (list: RouteOption[]): RouteOption | undefined =>
  list.reduce<RouteOption | undefined>((best, o) => (!best || weighed(o) < weighed(best) ? o : best), undefined);

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
  const bridges = options.filter((o) => o.bridge);
  const first = cheapest(printed) ?? cheapest(bridges);
  take(first);
  // Where each day costs, a print that only makes the first parts may pay for itself before the lasting tool is there.
  if (doc.today.delay_per_day > 0) take(cheapest(bridges.filter((o) => o.lead_days + BRIDGE_DAYS <= (first?.lead_days ?? 0))));
  take(cheapest(printed.filter((o) => o.process !== first?.process)));
  const today = TODAY_PROCESS[doc.today.way];
  const asToday = options.find((o) => o.process === today && o.material === doc.today.material);
  // What stands in the shop today is always shown, even where it fails: it is what everything is compared with.
  take(asToday ?? cheapest(holds.filter((o) => o.process === today)));
  if (!chosen.some((o) => o.kind === 'machine' && o.state !== 'fail')) take(cheapest(holds.filter((o) => o.kind === 'machine')));
  take(cheapest(holds.filter((o) => (o.kind === 'cut' || o.kind === 'hand') && o.process !== today)));
  return chosen.map(({ process, material }) => ({ process, material }));
}
