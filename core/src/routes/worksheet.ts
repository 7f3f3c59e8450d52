import { contentKey, type Contribution, giftSum } from '../case/contribution';
import { type CaseFacts, shapeFor } from '../case/facts';
import { machiningEntries, shapeEntries } from '../case/shape-entries';
import type { CaseDoc, LineOverride, Pin, TodayWay } from '../case/types';
import { routeKey } from '../case/types';
import { lifeEntry } from '../life/life';
import type { WearMode } from '../need/requirements';
import { shelfOf } from '../shelf/shelf';
import { blendedShare, type Evidence, ownFactor, ownLog, ratioEvidence } from '../records/evidence';
import { shopEntries, type Shop } from '../shelf/shop';
import type { Material } from '../shelf/types';
import { compileSheet, type Sheet } from '../worksheet/compile';
import type { Figured } from '../worksheet/figured';
import { onceOfTwo } from '../worksheet/once';
import { namesIn, parseExpr } from '../worksheet/parse';
import type { Entry, Line, Override, Range, Source } from '../worksheet/types';
import { billLines } from './bill';
import { CONSTANTS } from '../process/constants';
import { factEntries, type Process, type Stage } from '../process/process';
import { processOf } from '../process/processes';

/** Extra hardware, hours and weight that a route takes on to meet the need. */
export interface RemedyLoad {
  money: Range;
  hours: Range;
  mass_kg: Range;
  metalFace: boolean;
  names: string[];
}

/** A route ready to be evaluated: its lines compiled, its entries gathered, its overridden lines set aside. */
export interface RouteSheet {
  process: Process;
  material: Material;
  stages: readonly Stage[];
  entries: Entry[];
  sheet: Sheet;
  overrides: Record<string, Override>;
}

const NO_PLANS: readonly Contribution[] = [];
/** All lines of a process: its own, those of the plans, then the bill. */
export const routeLines = (process: Process, contributions: readonly Contribution[] = NO_PLANS): readonly Line[] => linesOf(process, contributions);
const linesOf = onceOfTwo((process: Process, contributions: readonly Contribution[]): readonly Line[] => [
  ...process.lines,
  ...contributions.flatMap((c) => c.lines),
  ...billLines(process.lines, process.where, contributions),
]);

/** Stages of a route: those of its process, with the hours that plans ask for before the first and before it is inspected. */
function stagesOf(process: Process, contributions: readonly Contribution[]): readonly Stage[] {
  const out = [...process.stages];
  if (giftSum(contributions, 'fitting_hours')) {
    const inspect = out.findIndex((s) => s.resource === 'metrology');
    out.splice(inspect < 0 ? out.length : inspect, 0, {
      id: 'plan-fit',
      label: 'Fit what the plans add',
      resource: 'bench',
      mode: 'work',
      hours: 'plan_fit_order_h',
    });
  }
  if (giftSum(contributions, 'engineering_hours'))
    out.unshift({ id: 'plan', label: 'Work the plans out and try them', resource: 'engineer', mode: 'work', hours: 'plan_engineer_h' });
  return out;
}

/** Names under which lead time and delay cost come in; the lead network fills the first. */
export const LEAD_ENTRY = 'lead_days';
/** What one's own builds put on the price, and on the hours of every stage. */
const OWN_MONEY = 'own_money';
export const OWN_DAYS = 'own_days';

/**
 * Every entry a route can use, from the shape, the need, the shelf, the shop and the process.
 * `lead_days` starts at zero; `evaluateRoute` replaces it by the result of the activity network.
 */
export function routeEntries({ doc, site, family, need, contributions }: CaseFacts, process: Process, material: Material, remedies: RemedyLoad): Entry[] {
  const printed = process.kind === 'print';
  const typed = (assumed: boolean | undefined): Source =>
    assumed === false ? { kind: 'need', text: 'From the Need step.' } : { kind: 'guess', text: 'Usual for this kind of tool; say otherwise on the Need step.' };
  const needed = (name: string, label: string, unit: string, r: { value: number; assumed: boolean } | undefined, fallback: number, spread = 0.3): Entry => {
    const value = r?.value ?? fallback;
    const loose = r && !r.assumed ? 0 : spread;
    return { name, label, unit, low: value * (1 - loose), likely: value, high: value * (1 + loose), source: typed(r?.assumed), key: `need.${name}` };
  };
  const shelf = (name: string, label: string, unit: string, range: Range): Entry => ({
    name,
    label,
    unit,
    ...range,
    source: { kind: 'shelf', text: `${material.label}: ${material.source.text}` },
    key: `material.${material.id}.${name}`,
  });
  const remedy = (name: string, label: string, unit: string, range: Range): Entry => ({
    name,
    label,
    unit,
    ...range,
    source: { kind: 'shelf', text: remedies.names.length ? `For: ${remedies.names.join('; ')}.` : 'No remedy is needed.' },
    key: `${process.id}.${material.id}.${name}`,
  });
  const entries: Entry[] = [
    ...CONSTANTS,
    ...shopEntries(site.shop),
    ...shapeEntries(doc, printed),
    ...learned(factEntries(process), process, site.evidence),
    ...ownEntries(process, site.evidence),
    ...(process.profileEntries?.(shapeFor(doc, printed)?.study?.build) ?? []),
    // Copies are what was asked for, assumed or not: nobody orders between four and eight trays.
    needed('copies', 'Copies in use', '', need.copies, 1, 0),
    needed('cycles_per_year', 'Cycles a year', 'cycle/year', need.cyclesPerYear, 5000),
    needed('years', 'Years of the programme', 'year', need.years, 4),
    { name: 'revisions', label: 'Design changes over the programme', unit: '', ...family.revisions, whole: true, source: typed(true), key: 'need.revisions' },
    {
      name: 'delay_per_day',
      label: "Cost of a day's delay",
      unit: 'money/day',
      low: doc.today.delay_per_day,
      likely: doc.today.delay_per_day,
      high: doc.today.delay_per_day,
      source: { kind: 'need', text: 'From the Need step.' },
    },
    {
      name: LEAD_ENTRY,
      label: 'Days until it is ready',
      unit: 'day',
      low: 0,
      likely: 0,
      high: 0,
      source: { kind: 'standard', text: 'From the activity network and the working calendar; open the lead time.' },
    },
    shelf('density', 'Density', 'g/cm^3', material.density_g_cm3),
    shelf('price_per_kg', 'Price', 'money/kg', material.price_per_kg),
    lifeEntry(family.duty, material, (need.wear?.value as WearMode | undefined) ?? 'none', remedies.metalFace, site.evidence),
    remedy('remedy_money', 'Metal parts and remedies, bought', 'money', remedies.money),
    remedy('remedy_hours', 'Fitting metal parts and remedies', 'h', remedies.hours),
    remedy('remedy_mass', 'Weight of metal parts', 'kg', remedies.mass_kg),
  ];
  entries.push(...contributions.flatMap((c) => c.entries));
  if (material.fibre_per_cm3) {
    entries.push(
      shelf('fibre_share', "Fibre, share of the plastic's volume", '', { low: 0.03, likely: 0.08, high: 0.15 }),
      shelf('fibre_price', 'Fibre', 'money/cm^3', material.fibre_per_cm3),
    );
  } else {
    entries.push(
      shelf('fibre_share', "Fibre, share of the plastic's volume", '', { low: 0, likely: 0, high: 0 }),
      shelf('fibre_price', 'Fibre', 'money/cm^3', { low: 0, likely: 0, high: 0 }),
    );
  }
  if (material.cutting) {
    entries.push(
      shelf('cutting', 'Cutting effort, aluminium = 1', '', { low: material.cutting * 0.85, likely: material.cutting, high: material.cutting * 1.2 }),
    );
  }
  // What the mesh says stands in for what the process brings along.
  const measured = printed ? [] : machiningEntries(doc).filter((e) => e.name === 'setups' ? !!material.cutting : entries.some((x) => x.name === e.name));
  return [...entries.filter((e) => !measured.some((m) => m.name === e.name)), ...measured];
}

/** Process that stands for the way a tool is made today; its price is overridden by today's. */
export const TODAY_PROCESS: Record<TodayWay, string | undefined> = {
  machined: 'cnc-mill',
  bought: 'cnc-mill',
  'hand-made': 'manual-mill',
  cut: 'sheet-cut',
  none: undefined,
};

/** Rates and queues of the shop that a process's lines and stages ask for, the site's own before the built-in ones. */
export function shopFiguresOf(process: Process, shop: Shop): readonly Entry[] {
  const asked = new Set([...process.lines.flatMap((l) => namesIn(parseExpr(l.name, l.expr))), ...process.stages.map((s) => s.hours)]);
  return shopEntries(shop).filter((e) => asked.has(e.name));
}

const OWN = { hours: 'hours; no days were logged', days: 'days', money: 'prices' };

/** What one's own builds put on the estimate: 1 where there are none. */
function ownEntries(process: Process, evidence: Evidence): Entry[] {
  return ([[OWN_MONEY, 'money', 'Price, own builds against their estimates'], [OWN_DAYS, 'days', 'Time, own builds against their estimates']] as const).map((
    [name, of, label],
  ) => {
    const { from, low, likely, high } = ownFactor(evidence, process.id, of);
    const source: Source = from
      ? { kind: 'measured', text: `${ownLog(from.n, 'build')} (${OWN[from.of as keyof typeof OWN]}): in the mean ${from.mean.toFixed(2)} times the estimate.` }
      : { kind: 'standard', text: 'No build of this process is in the log.' };
    return { name, label, unit: '', low, likely, high, source, key: `${process.id}.${name}` };
  });
}

/** Facts of a process that one's own builds have something to say about: the share that fails. */
function learned(facts: Entry[], process: Process, evidence: Evidence): Entry[] {
  const scrap = ratioEvidence(evidence, process.id, 'scrap');
  if (!scrap) return facts;
  return facts.map((
    e,
  ) => (e.name === 'scrap'
    ? {
      ...e,
      ...blendedShare(e, scrap.mean * scrap.n, scrap.n),
      source: { kind: 'measured' as const, text: `Built in, moved by ${ownLog(scrap.n, 'build')}.` },
    }
    : e)
  );
}

/** Today's price is a quote for the way the tool is made today: it goes over that route's price, estimate kept beside. */
export function routeOverrides(doc: CaseDoc, pin: Pin): Record<string, Override> {
  const own = Object.fromEntries(Object.entries(doc.overrides[routeKey(pin)] ?? {}).map(([name, o]) => [name, toOverride(o)]));
  const out: Record<string, Override> = {};
  const { cost, way, wait_days, material } = doc.today;
  if (material && material !== pin.material) return own;
  if (wait_days !== null && TODAY_PROCESS[way] === pin.process) {
    const note = 'The wait today, from the Need step.';
    out[LEAD_ENTRY] = { low: wait_days * 0.7, likely: wait_days, high: wait_days * 1.5, note, source: { kind: 'quote', text: note } };
  }
  if (cost !== null && TODAY_PROCESS[way] === pin.process) {
    const note = "Today's price of one tool, from the Need step; programming and freight included.";
    const source: Source = { kind: 'quote', text: note };
    out['price_each'] = { low: cost, likely: cost, high: cost, note, source };
    out['price_once'] = { low: 0, likely: 0, high: 0, note, source };
  }
  return { ...out, ...own };
}

const toOverride = (o: LineOverride): Override => ({ low: o.low, likely: o.likely, high: o.high, note: o.note, source: { kind: o.kind, text: o.note } });

const sheetCache = new Map<string, Sheet>();

/** Gather and compile. Compiled sheets depend on the process, the lines of the plans and the overridden lines only, and are kept. */
export function routeSheet(facts: CaseFacts, pin: Pin, remedies: RemedyLoad): RouteSheet {
  const { doc, site, contributions } = facts;
  const process = processOf(pin.process);
  const material = shelfOf(site.shop).material(pin.material);
  const given = routeOverrides(doc, pin);
  const lines = routeLines(process, contributions);
  const isLine = (name: string): boolean => lines.some((l) => l.name === name);
  const overrides = Object.fromEntries(Object.entries(given).filter(([name]) => isLine(name)));
  // An overridden entry has no computed value to keep beside it: it is simply replaced, and says so.
  const entries = routeEntries(facts, process, material, remedies).map((e) =>
    given[e.name]
      ? {
        ...e,
        low: given[e.name].low,
        likely: given[e.name].likely,
        high: given[e.name].high,
        source: given[e.name].source,
        key: `override.${routeKey(pin)}.${e.name}`,
      }
      : e
  );
  const key = `${process.id}|${Object.keys(overrides).sort().join(',')}|${contentKey(contributions)}`;
  let sheet = sheetCache.get(key);
  if (!sheet) {
    sheet = compileSheet(lines, entries.map((e) => e.name), Object.keys(overrides));
    sheetCache.set(key, sheet);
  }
  return { process, material, stages: stagesOf(process, contributions), entries, sheet, overrides };
}

/** An override as an entry, so that it is sampled like one. */
export function overrideEntries({ sheet, overrides, id = '' }: Pick<Figured, 'sheet' | 'overrides'> & { id?: string }): Entry[] {
  return Object.entries(overrides).map(([name, o]) => {
    const line = sheet.lines.get(name)!;
    return { name, label: line.label, unit: line.unit, low: o.low, likely: o.likely, high: o.high, source: o.source, key: `override.${id}.${name}` };
  });
}
