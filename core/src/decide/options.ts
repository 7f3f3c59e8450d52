import { buildHours, type Doubt, evaluateRoute, leadOf, massOf, type RouteResult } from '../routes/evaluate-route';
import { fillOf, loadClassOf, type Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { todayOf } from '../routes/today';
import type { CheckContext, CheckResult, Remedy, State } from '../screen/check';
import { screen, usualRemedies } from '../screen/screen';
import { traitsOf } from '../screen/traits';
import { faceRange, toolLife } from '../life/life';
import { shelfOf } from '../shelf/shelf';
import type { Material } from '../shelf/types';
import { valueOf } from '../worksheet/evaluate';
import { onceOfTwo } from '../worksheet/once';
import { byHand, heldAt, holdsAt, loadRows, mended, restsOf, solvedLoads } from '../case/load-table';
import { boltOf, isForceKind, isLasting, kindOf, loadName, placeOf, sizeOfLoad } from '../need/loads';
import { solvedRows } from '../screen/solved-row';
import type { RowLoad } from '../screen/under-load';
import { type Percentiles, percentiles } from '../worksheet/sample';
import { SheetError } from '../worksheet/types';
import { processFor } from '../case/equip';
import { holesOn } from '../case/seen';
import { type CaseFacts, formOf, isTodayPriced, shapeFor, sizeOf } from '../case/facts';
import { inOrder } from './order';
import { routeHolds } from './summary';
import { type CaseDoc, MAX_PINS, routeKey, type Pin } from '../case/types';

/** One process with one material, screened and roughly priced at likely values. */
export interface RouteOption extends Pin {
  processLabel: string;
  materialLabel: string;
  kind: Process['kind'] | 'today';
  state: State;
  /** What is left open with the remedies counted in. */
  doubt: Doubt;
  checks: CheckResult[];
  /** Checks that still hold on condition alone, with the remedies counted in. */
  open: CheckResult[];
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
  /** What decides: the programme with waiting, trials, and what may have to be done again. Median, as every figure here. */
  expected_cost: number;
  lead_days: number;
  mass_kg: number;
  /** 10 and 90 % points of what decides and of the days; absent where the way was worked out at likely values alone. */
  spread?: { cost: [number, number]; days: [number, number] };
}

/** Samples behind a figure of the list; pinned routes have those of the Sheet. Fewer while somebody types, and for a quick look. */
const LIST_SAMPLES = 400;
const QUICK_SAMPLES = 100;
/** Up to so many samples an evaluation is one between two strokes of a key. */
export const TYPING_SAMPLES = 800;

/** How the list is priced for an evaluation of so many samples: while somebody types, only what can be chosen. */
export const listPricing = (samples: number): { samples: number; price: Priced } =>
  samples <= TYPING_SAMPLES ? { samples: QUICK_SAMPLES, price: 'holding' } : { samples: LIST_SAMPLES, price: 'all' };

/** Which routes are priced: every one, those that can be chosen (a bridge among them), or none. */
type Priced = 'all' | 'holding' | 'none';

/** What the checks look at on one route, without remedies. Mass and lead time are worked out only when a check asks for them. */
export function routeContext(facts: CaseFacts, bare: Process, material: Material): CheckContext {
  const process = processFor(facts, bare.id, material.id);
  const given = facts.doc.overrides[routeKey({ process: bare.id, material: material.id })];
  const { doc, site: { shop, evidence }, family, need } = facts;
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
    extra_kg: 0,
    size,
    form: formOf(doc, printed),
    study: shape?.study,
    measure: shape?.measure,
    faces: shape?.marks,
    loadMark: shape?.load,
    loads: rowsOn(facts, process, material, given),
    tableRows: loadRows(doc).map(([, row]) => row),
    holdsAt: holdsAt(doc),
    heldAt: heldAt(doc),
    rests: restsOf(doc),
    fill: given ? fillOf(process, material, given) : bookFill(process, material),
    holes: holesOn(shape),
    sameAsToday: doc.today.way !== 'none' && doc.today.material === material.id,
    longest_h: given?.['build_limit']?.likely ?? process.facts.find((f) => f.id === 'build_limit')?.usual.likely,
    // A register that has machines of the process, none of which takes the material, says that it cannot be run.
    onSite: !!process.machine || (!shop.absent?.includes(process.id) && !evidence.machines?.some((m) => m.process === process.id)),
    life: (use) => given?.['life'] ?? toolLife(family, material, use, evidence, process.uses),
    faceLife: (use) => faceRange(family.duty, use, material, evidence),
    figures: new RouteFigures(facts, { process: process.id, material: material.id }),
  };
}

/** The load table as it acts on one way: solved where it was, else by hand or as forces on its sections. */
function rowsOn(
  { doc }: CaseFacts,
  process: Process,
  material: Material,
  given: CaseDoc['overrides'][string] | undefined,
): RowLoad[] | undefined {
  const rows = loadRows(doc);
  if (!rows.length) return undefined;
  const printed = process.kind === 'print';
  const solved = solvedLoads(doc)[printed ? 'printed' : 'solid'];
  const plain = given ? loadClassOf(process, material, given) : bookClass(process, material);
  const asked = rows.map(([id, row]) => ({ id, row, name: loadName(row), kind: kindOf(row), size: sizeOfLoad(row), lasting: isLasting(row) }));
  const taken = doc.remedies?.[routeKey({ process: process.id, material: material.id })];
  const change = taken && mended(doc, printed, taken, material, plain);
  const better = solved && change && solvedRows(solved, asked, change.like, material);
  // A remedy that was just taken is solved in a moment: until then its rule of thumb stands.
  const found = better?.size ? better : solved && solvedRows(solved, asked, plain, material);
  const drawn = (r: typeof asked[number]): boolean => !!boltOf(r.row);
  const unbolted = solved && asked.some((r) => r.lasting && drawn(r))
    ? solvedRows(solved, asked.filter((r) => !drawn(r)), better?.size ? change!.like : plain, material)
    : undefined;
  const solvedWith = better?.size ? change!.with : [];
  return asked.map(({ id, row, name, kind, size, lasting }): RowLoad => ({
    id,
    name,
    size,
    lasting,
    isForce: isForceKind(kind),
    at: placeOf(row),
    bolt: boltOf(row),
    solved: found?.get(id),
    unbolted: unbolted?.get(id),
    solvedWith,
    hand: byHand(row),
  }));
}

const NOTHING: ReadonlySet<string> = new Set();
/** Walls, fill and fibre where nobody put others over them: kept, because every route of every candidate asks. */
const bookFill = onceOfTwo((process: Process, material: Material) => fillOf(process, material));
const bookClass = onceOfTwo((process: Process, material: Material) => loadClassOf(process, material));

class RouteFigures {
  constructor(private readonly facts: CaseFacts, private readonly pin: Pin) {}
  private mass?: number;
  private bare?: number;
  private build?: number;
  get mass_kg(): number {
    return (this.mass ??= massOf(this.facts, this.pin));
  }
  get build_h(): number {
    return (this.build ??= buildHours(this.facts, this.pin));
  }
  days(remedies: readonly Remedy[]): number {
    return remedies.length ? leadOf(this.facts, this.pin, remedies).days : (this.bare ??= leadOf(this.facts, this.pin, []).days);
  }
}

/**
 * Screen one process with one material. Remedies that the user took change the route and are screened again; until they
 * decide, the state is that of the bare route, and the usual remedies are counted in, so that prices can be compared.
 */
export function screenRoute(
  facts: CaseFacts,
  process: Process,
  material: Material,
  price: Priced = 'all',
  seed = 1,
  samples = LIST_SAMPLES,
): RouteOption {
  const pin: Pin = { process: process.id, material: material.id };
  const chosen = facts.doc.remedies?.[routeKey(pin)];
  const context = routeContext(facts, process, material);
  const screening = screen(context, chosen);
  const remedies = chosen ? screening.taken : usualRemedies(screening);
  // What is counted in is also judged: the doubt is that of the tool with its remedies. What is ruled out stays so.
  const mended = !chosen && remedies.length && screening.state !== 'fail' ? screen(context, remedies.map((r) => r.id)) : screening;
  const doubt: Doubt = { trials: mended.checks.filter((c) => c.state === 'conditional').length, chance: mended.chance, stress: mended.stress };
  // A remedy may break what held without it: steel faces that make it too heavy.
  const broken = new Map(mended.checks.filter((c) => c.state === 'fail').map((c) => [c.id, c]));
  const checks = broken.size ? screening.checks.map((c) => broken.get(c.id) ?? c) : screening.checks;
  const state = broken.size ? 'fail' : screening.state;
  const holds = state !== 'fail';
  // Over samples where it can be chosen; what is ruled out is there to be read.
  const failed = checks.filter((c) => c.state === 'fail');
  const bridge = failed.length > 0 && failed.every((c) => c.bridge);
  const priced = price === 'all' || (price === 'holding' && (holds || bridge));
  const result = priced ? workedOut(() => evaluateRoute(facts, { ...pin, doubt }, remedies, holds ? samples : 0, seed, true)) : undefined;
  return {
    ...pin,
    processLabel: process.label,
    materialLabel: material.label,
    kind: process.kind,
    state,
    doubt,
    checks,
    open: mended.checks.filter((c) => c.state === 'conditional'),
    offers: screening.offers,
    remedies,
    decided: !!chosen,
    quarrels: screening.quarrels,
    bridge,
    ...figuresOf(result),
  };
}

/** Figures of a row: medians where the way was worked out over samples, likely values where not, none where it could not be. */
export function figuresOf(
  result: RouteResult | undefined,
): Pick<RouteOption, 'price_each' | 'price_programme' | 'programme_with_wait' | 'expected_cost' | 'lead_days' | 'mass_kg' | 'spread'> {
  const spread = (name: string): Percentiles => percentiles(!result ? NaN : result.risk?.columns.get(name) ?? valueOf(result.point, name));
  const cost = spread('expected_cost');
  const days = result?.lead.risk;
  return {
    price_each: spread('price_each').p50,
    price_programme: spread('price_programme').p50,
    programme_with_wait: spread('programme_with_wait').p50,
    expected_cost: cost.p50,
    lead_days: days?.p50 ?? result?.lead.days ?? NaN,
    mass_kg: spread('mass_tool').p50,
    ...(days && { spread: { cost: [cost.p10, cost.p90], days: [days.p10, days.p90] } }),
  };
}

/** A route whose figures are none is listed without them, and stops no other. */
function workedOut(evaluate: () => RouteResult): RouteResult | undefined {
  try {
    return evaluate();
  } catch (e) {
    if (e instanceof SheetError && e.kind === 'not-finite') return undefined;
    throw e;
  }
}

const PRICED_ROUTES = 300;

/** All routes of the shelf, best state first, then cheapest over the programme. */
export function screenAll(facts: CaseFacts, seed = 1, { samples, price: wanted } = listPricing(Infinity)): RouteOption[] {
  const routes = PROCESSES.flatMap((p) => shelfOf(facts.site.shop).materialsFor(p.id).map((m) => [p, m] as const));
  // With a long list of own materials, what is ruled out is not priced: the figure opens when somebody asks.
  const price = routes.length > PRICED_ROUTES ? 'holding' : wanted;
  return routes.map(([p, m]) => screenRoute(facts, p, m, price, seed, samples)).sort(inOrder);
}

/** All routes of the shelf screened without prices: what changes at once when a need changes. `withPrices` puts the former prices to them. */
export const screenStates = (facts: CaseFacts): RouteOption[] =>
  PROCESSES.flatMap((p) => shelfOf(facts.site.shop).materialsFor(p.id).map((m) => screenRoute(facts, p, m, 'none')));

/** Days that a bridge has to gain to be worth the trouble. */
export const BRIDGE_DAYS = 2;

const least = (list: readonly RouteOption[]): RouteOption | undefined =>
  list.reduce<RouteOption | undefined>((best, o) => (!best || o.expected_cost < best.expected_cost ? o : best), undefined);

/**
 * Routes worth putting beside the tool of today when the user has not pinned any: the best printed one, the best of another
 * process, the best machined or fabricated one, the simple way where the shape allows it, and with room left the best of
 * what remains. Best is the lowest expected cost. What stands for the tool of today itself is not suggested again.
 */
export function suggestPins(facts: CaseFacts, options: readonly RouteOption[]): Pin[] {
  const { doc } = facts;
  const { near } = todayOf(facts);
  // What is used above its book figures: the same made of something that bears it is the first thing to look at.
  const strained = !!near && !near.guessed && options.some((o) => o.process === near.process.id && o.material === near.material.id && !routeHolds(o));
  // An estimate of the very process beside what it really costs would set the book against the shop's own experience.
  const isToday = (o: RouteOption): boolean =>
    !!near && o.process === near.process.id && (o.material === near.material.id || (!strained && (isTodayPriced(facts) || near.guessed)));
  const holds = options.filter((o) => routeHolds(o) && !isToday(o));
  const chosen: RouteOption[] = [];
  const take = (o: RouteOption | undefined): void => {
    if (o && chosen.length < MAX_PINS && !chosen.includes(o)) chosen.push(o);
  };
  const printed = holds.filter((o) => o.kind === 'print');
  const bridges = options.filter((o) => o.bridge && o.kind === 'print');
  const first = least(printed) ?? least(bridges);
  take(first);
  // Where each day costs, a print that only makes the first parts may pay for itself before the lasting tool is there.
  if (doc.today.delay_per_day > 0) take(least(bridges.filter((o) => o.lead_days + BRIDGE_DAYS <= (first?.lead_days ?? 0))));
  take(least(printed.filter((o) => o.process !== first?.process)));
  take(least(holds.filter((o) => o.kind === 'machine')));
  take(least(holds.filter((o) => o.kind === 'cut' || o.kind === 'hand')));
  // Two materials of one process may both be worth a look.
  take(least(printed.filter((o) => !chosen.includes(o))));
  return chosen.map(({ process, material }) => ({ process, material }));
}
