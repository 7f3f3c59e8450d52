import { processFor } from '../case/equip';
import { machineEntries } from '../process/machine';
import { contentKey, type Contribution, giftSum } from '../case/contribution';
import { type CaseFacts, shapeFor } from '../case/facts';
import { contactFaces } from '../case/words';
import { panelArea, type SolidPlaces, solidPlaces } from '../case/load-table';
import { freeShareEntry, machiningEntries, scrapWithRisks, shapeEntries } from '../case/shape-entries';
import type { CaseDoc, LineOverride, Pin } from '../case/types';
import { routeKey } from '../case/types';
import type { Stressed } from '../life/fatigue';
import { faceEntry, lifeEntry, type Use, usedUp } from '../life/life';
import { rubbingOf } from '../life/rubbing';
import type { ChangeBy } from '../need/requirements';
import type { Family } from '../need/family';
import { shelfOf } from '../shelf/shelf';
import { blendedShare, type Evidence, ownFactor, ownLog, ratioEvidence } from '../records/evidence';
import { shopEntries, type Shop } from '../shelf/shop';
import { exactly, isHardened, type Material } from '../shelf/types';
import { compileSheet, type Sheet } from '../worksheet/compile';
import type { Figured } from '../worksheet/figured';
import { onceOfTwo } from '../worksheet/once';
import { namesIn, parseExpr } from '../worksheet/parse';
import type { Entry, Line, Override, Range, Source } from '../worksheet/types';
import { billLines } from './bill';
import { CONSTANTS } from '../process/constants';
import { factEntries, type Process, type Stage } from '../process/process';

/** Extra hardware, hours and weight that a route takes on to meet the need. */
export interface RemedyLoad {
  money: Range;
  hours: Range;
  mass_kg: Range;
  /** Engineer's hours paid once an order. */
  once_hours: Range;
  metalFace: boolean;
  /** Pads are what wears. */
  pads: boolean;
  /** Money and hours of the metal faces, or of the pads, alone: what is paid again when they are worn. */
  face: { money: Range; hours: Range };
  /** Share of its life after which a tool is replaced: all of it, or what was planned. */
  lifeUsed: number;
  /** Hours until the last of what is bought for them is there, and hours that pass by themselves. */
  parts_h: Range;
  rest_h: Range;
  /** Pieces made to be measured, beside those that are used. */
  extraPieces: number;
  /** Sections that one tool is built in. */
  sections: number;
  names: string[];
  /** Conditions still to be tried with these remedies, and the chance that all of it then holds. */
  trials: number;
  chance: number;
  /** How hard the largest load works the body with them. */
  stress?: Stressed;
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
  const out: Stage[] = [{ id: 'model', label: 'Model it, draw in the remedies', resource: 'engineer', mode: 'work', hours: 'redraw_h' }, ...outside(process)];
  // A first one is made and measured when everything is prepared.
  out.splice(2, 0, { id: 'proof', label: 'Make and measure a first one', resource: 'printer', mode: 'run', hours: 'proof_h' });
  // What is bought is ordered when the model is done, and has to be there when somebody fits it; coats dry before they are measured.
  const fit = out.findIndex((s, k) => k > 2 && (s.resource === 'bench' || s.resource === 'metrology'));
  const measure = out.findIndex((s) => s.id === 'inspect');
  const rest: Stage = { id: 'rest', label: 'Coats dry, ovens run', resource: 'bench', mode: 'run', hours: 'rest_h' };
  if (fit >= 0) {
    out[fit] = { ...out[fit], after: [...(out[fit].after ?? [measure === fit ? rest.id : out[fit - 1].id]), 'parts'] };
    out.splice(measure < 0 ? out.length : measure, 0, rest);
    out.splice(measure === fit ? fit + 1 : fit, 0, {
      id: 'parts',
      label: 'Wait for what is bought',
      resource: 'carrier',
      away: true,
      mode: 'work',
      hours: 'parts_h',
      after: ['model'],
    });
  }
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

/** Whatever a supplier or a carrier does goes by their own hours; at a bureau that is all between the order and the freight. */
function outside({ where, stages }: Process): readonly Stage[] {
  const carried = stages.findIndex((s) => s.resource === 'carrier');
  const away = (s: Stage, k: number): boolean =>
    s.resource === 'supplier' || s.resource === 'carrier' ||
    (where === 'bureau' && k < carried && (s.resource === 'printer' || s.resource === 'mill' || s.resource === 'bench'));
  return stages.map((s, k) => (away(s, k) ? { ...s, away: true } : s));
}

/** Names under which lead time and delay cost come in; the lead network fills the first. */
export const LEAD_ENTRY = 'lead_days';
/** What one's own builds put on the price, and on the hours of every stage. */
const OWN_MONEY = 'own_money';
export const OWN_DAYS = 'own_days';

/** Where a print is made solid when it is asked to be, from the load table and its holds. */
export function solidEntries({ area, rim, places }: SolidPlaces): Entry[] {
  const source: Source = { kind: 'need', text: 'From the places of the load table and of what holds the tool; a whole face counts once the table is solved.' };
  return [
    { name: 'solid_area', label: 'Places of loads and holds', unit: 'cm^2', ...exactly(area), source, key: 'case.solid_area' },
    { name: 'solid_rim', label: 'Outlines of those that are spots', unit: 'cm', ...exactly(rim), source, key: 'case.solid_rim' },
    { name: 'solid_places', label: 'How many are spots', unit: '', ...exactly(places), source, key: 'case.solid_places' },
  ];
}

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
  const use: Use = {
    rubbing: rubbingOf(need, contactFaces(shapeFor(doc, printed)?.marks)),
    metalFace: remedies.metalFace,
    pads: remedies.pads,
    stress: remedies.stress,
  };
  const entries: Entry[] = [
    ...CONSTANTS,
    ...machineEntries(process, shopEntries(site.shop)),
    ...shapeEntries(doc, printed),
    ...sparse(learned(factEntries(process), process, site.evidence), usedUp(family, material)),
    ...ownEntries(process, site.evidence),
    ...(process.profileEntries?.(shapeFor(doc, printed)?.study?.build) ?? []),
    // Copies are what was asked for, assumed or not: nobody orders between four and eight trays.
    lotEntry(needed('copies', 'Copies in use', '', need.copies, 1, 0), need, usedUp(family, material)),
    needed('designs', 'Sizes and hands of it', '', need.designs, 1, 0),
    needed('cycles_per_year', 'Cycles a year', 'cycle/year', need.cyclesPerYear, 5000),
    needed('years', 'Years of the programme', 'year', need.years, 4),
    revisionsEntry(need, family),
    {
      name: 'changed_anew',
      label: 'At a design change the tool is made anew',
      unit: '',
      ...exactly(CHANGE_ANEW[(need.changeBy?.value as ChangeBy | undefined) ?? 'new']),
      source: typed(need.changeBy?.assumed ?? true),
    },
    {
      name: 'again_share',
      label: 'One-off work repeated when it is ordered again unchanged',
      unit: '',
      low: 0.05,
      likely: 0.15,
      high: 0.3,
      source: { kind: 'guess', text: 'Practice: files, programs and fixtures are there; somebody finds them, loads them and looks at the first piece.' },
      key: 'order.again_share',
    },
    {
      name: 'delay_per_day',
      label: "Cost of a day's delay",
      unit: 'money/day',
      ...exactly(doc.today.waitingFree ? 0 : doc.today.delay_per_day),
      source: { kind: 'need', text: doc.today.waitingFree ? 'Waiting is left out of this case, as said on the Sheet.' : 'From the Need step.' },
    },
    {
      name: 'chance_holds',
      label: 'Chance that it holds',
      unit: '',
      ...exactly(remedies.chance),
      source: {
        kind: 'standard',
        text: 'From the checks: each knows from the ranges on both sides how likely it is to hold. Open the route on the Routes step.',
      },
    },
    {
      name: 'trials',
      label: 'Conditions to be tried',
      unit: '',
      ...exactly(remedies.trials),
      source: { kind: 'standard', text: 'Checks of this route that hold on condition, with the remedies counted in.' },
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
    shelf('flow', 'Speed on its machine, the easiest of its kind = 1', '', exactly(material.flow ?? 1)),
    shelf('price_per_kg', 'Price', 'money/kg', material.price_per_kg),
    shelf('hardened', 'Hardened after it is cut', '', exactly(isHardened(material) ? 1 : 0)),
    lifeEntry(family, material, use, site.evidence, process.uses),
    faceEntry(family.duty, use, material, site.evidence),
    remedy('face_money', 'A new set of metal faces or pads, bought', 'money', remedies.face.money),
    remedy('face_hours', 'Fitting a new set of metal faces or pads', 'h', remedies.face.hours),
    {
      name: 'life_used',
      label: 'Share of its life after which it is replaced',
      unit: '',
      ...exactly(remedies.lifeUsed),
      source: { kind: 'standard', text: remedies.lifeUsed < 1 ? 'Replaced as planned, before it is worn.' : 'Used until it is worn.' },
    },
    remedy('remedy_money', 'Metal parts and remedies, bought', 'money', remedies.money),
    remedy('remedy_hours', 'Fitting metal parts and remedies', 'h', remedies.hours),
    remedy('parts_h', 'Wait for what is bought for the remedies', 'h', remedies.parts_h),
    remedy('rest_h', 'Coats that dry, ovens that run', 'h', remedies.rest_h),
    remedy('extra_pieces', 'First prints, to be measured', '', exactly(remedies.extraPieces)),
    remedy('sections', 'Sections that one tool is made in', '', exactly(remedies.sections)),
    {
      name: 'proof_run_h',
      label: 'Printing and measuring a first one',
      unit: 'h',
      low: 8,
      likely: 16,
      high: 40,
      source: { kind: 'guess', text: 'A night on the printer and a turn on the measuring machine.' },
      key: `${process.id}.proof_run_h`,
    },
    remedy('remedy_once_h', 'Drawing and setting out the remedies, once', 'h', remedies.once_hours),
    {
      name: 'model_h',
      label: 'Modelling it',
      unit: 'h',
      ...(shapeFor(doc, printed) ? exactly(0) : MODEL_H),
      source: shapeFor(doc, printed)
        ? { kind: 'measured', text: 'There is a model already.' }
        : { kind: 'guess', text: 'No model is there yet: somebody has to draw it.' },
      key: 'case.model_h',
    },
    remedy('remedy_mass', 'Weight of metal parts', 'kg', remedies.mass_kg),
  ];
  entries.push(...contributions.flatMap((c) => c.entries));
  const laid = !!material.fibre_per_cm3;
  entries.push(
    shelf('laid', 'Continuous fibre is laid: 1, or not: 0', '', exactly(laid ? 1 : 0)),
    shelf('fibre_price', 'Fibre', 'money/cm^3', material.fibre_per_cm3 ?? exactly(0)),
    {
      name: 'panel_area',
      label: 'Level faces that a load stands on, with what is around them',
      unit: 'cm^2',
      ...exactly(laid && printed ? panelArea(doc) : 0),
      source: { kind: 'need', text: 'From the load table: rows that stand on a level face.' },
      key: 'case.panel_area',
    },
    ...solidEntries(printed ? solidPlaces(doc) : { area: 0, rim: 0, places: 0 }),
  );
  if (material.cutting) {
    entries.push(
      shelf('cutting', 'Cutting effort, aluminium = 1', '', { low: material.cutting * 0.85, likely: material.cutting, high: material.cutting * 1.2 }),
    );
  }
  const counts = countedToday(doc, entries);
  for (const [i, e] of entries.entries()) if (counts[e.name]) entries[i] = { ...e, ...counts[e.name] };
  // What the mesh says stands in for what the process brings along.
  const measured = printed
    ? process.facts.some((f) => f.id === 'finishing_free') ? [freeShareEntry(doc, true)] : []
    : onAxes(machiningEntries(doc), process.machine).filter((e) =>
      e.name === 'setups' || e.name === 'free_share' ? !!material.cutting : entries.some((x) => x.name === e.name)
    );
  const machined = process.kind === 'machine' || process.kind === 'hand';
  return [
    ...entries.filter((e) => !measured.some((m) => m.name === e.name)).map((e) => (machined && e.name === 'scrap' ? scrapWithRisks(doc, e) : e)),
    ...measured,
  ];
}

/** A screw or dowel, and a hose or cable with its ends, bought; and what fitting one takes, h. */
const FASTENER: Range = { low: 0.1, likely: 0.35, high: 1.2 };
const HOSE: Range = { low: 4, likely: 9, high: 25 };
const FIT_FASTENER_H = 0.02, FIT_HOSE_H = 0.2;

/** Pieces, screws and hoses as they were counted on today's tool, in place of what is usual: those that are a matter of the piece shared out over the pieces. */
function countedToday(doc: CaseDoc, entries: readonly Entry[]): Record<string, Partial<Entry>> {
  const { pieces, fasteners, hoses } = doc.today;
  const usual = (name: string): Entry | undefined => entries.find((e) => e.name === name);
  const [by, join] = [usual('pieces'), usual('join_h')];
  if (!by || !join) return {};
  const source: Source = { kind: 'need', text: "Counted on today's tool." };
  const out: Record<string, Partial<Entry>> = pieces === null ? {} : { pieces: { ...exactly(pieces), source } };
  if (fasteners === null && hoses === null) return out;
  const n = pieces ?? by.likely;
  const [f, h] = [fasteners ?? 0, hoses ?? 0];
  const each = (at: 'low' | 'likely' | 'high'): number => (f * FASTENER[at] + h * HOSE[at]) / n;
  const fitted = (f * FIT_FASTENER_H + h * FIT_HOSE_H) / n;
  const says = { kind: 'need' as const, text: `Counted on today's tool: ${f} screws and dowels, ${h} hoses and cables over its pieces.` };
  out['fasteners'] = { low: each('low'), likely: each('likely'), high: each('high'), source: says };
  // Half of what is usual is putting the piece in its place; the rest is what was counted.
  out['join_h'] = { low: 0.5 * (join.low + fitted), likely: 0.5 * join.likely + fitted, high: 0.5 * join.high + 2 * fitted, source: says };
  return out;
}

/** Set-ups on a mill that turns the part by itself: it reaches five sides on five axes, four on four. */
const MOST_SETUPS: Readonly<Record<number, number>> = { 4: 3, 5: 2 };
function onAxes(entries: readonly Entry[], machine: Process['machine']): readonly Entry[] {
  const most = machine?.axes && MOST_SETUPS[machine.axes];
  if (!most) return entries;
  return entries.map((e) => (e.name === 'setups'
    ? {
      ...e,
      low: Math.min(e.low, most),
      likely: Math.min(e.likely, most),
      high: Math.min(e.high, most),
      source: { kind: 'shop' as const, text: `On ${machine.axes} axes (${machine.name}): it turns the part by itself. ${e.source.text}` },
      key: `${e.key}.${machine.axes}`,
    }
    : e)
  );
}

/** What is used once is printed as hollow as the cure lets it: it has to be paid for, and got out again. */
export const SPARSE: Readonly<Record<string, Range>> = { wall: { low: 1, likely: 1.4, high: 2 }, infill: { low: 0.04, likely: 0.08, high: 0.18 } };
const sparse = (facts: Entry[], once: boolean): Entry[] =>
  once
    ? facts.map((e) => (SPARSE[e.name]
      ? { ...e, ...SPARSE[e.name], key: `${e.key}.sparse`, source: { kind: 'guess' as const, text: 'Used once: printed as hollow as the cure lets it.' } }
      : e)
    )
    : facts;

const MONTHS = 12;
/** Pieces made at a time: what is used up one a cycle is made in lots of a month's use, not one by one. */
export function lotOf(need: CaseFacts['need'], once: boolean): number {
  const copies = need.copies?.value ?? 1;
  return once ? Math.max(copies, Math.ceil((need.cyclesPerYear?.value ?? 0) / MONTHS)) : copies;
}

function lotEntry(copies: Entry, need: CaseFacts['need'], once: boolean): Entry {
  const lot = lotOf(need, once);
  if (copies.likely >= lot) return copies;
  return { ...copies, label: 'Pieces made at a time', ...exactly(lot), source: { kind: 'guess', text: "Used up one a cycle: made in lots of a month's use." } };
}

/** Drawing a tool of which there is no model, h. */
const MODEL_H: Range = { low: 0.5, likely: 1.5, high: 4 };

/** Part of a new tool that a design change asks for. */
const CHANGE_ANEW: Record<ChangeBy, number> = { new: 1, 'cut-again': 0.3, insert: 0.15 };

/** A programme shorter than this, in cycles and years, sees no design change unless somebody says so. */
const SHORT_CYCLES = 300;
const SHORT_YEARS = 1;

function revisionsEntry(need: CaseFacts['need'], family: Family): Entry {
  const entry = { name: 'revisions', label: 'Design changes over the programme', unit: '', whole: true, key: 'need.revisions' };
  if (need.changes && !need.changes.assumed) return { ...entry, ...exactly(need.changes.value), source: { kind: 'need', text: 'From the Need step.' } };
  const years = need.years?.value ?? Infinity;
  const cycles = (need.cyclesPerYear?.value ?? Infinity) * years;
  if (cycles < SHORT_CYCLES || years < SHORT_YEARS)
    return { ...entry, ...exactly(0), source: { kind: 'guess', text: 'None in so short a programme; say otherwise on the Need step.' } };
  return { ...entry, ...family.revisions, source: { kind: 'guess', text: 'Usual for this kind of tool; say otherwise on the Need step.' } };
}

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
    return { name, label, unit: '', low, likely, high, source, key: `${process.id}.${name}`, ...(from?.scatter && { spread: 'lognormal' as const }) };
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

/** Figures that somebody put over the lines of a route. */
export const routeOverrides = (doc: CaseDoc, key: string): Record<string, Override> =>
  Object.fromEntries(Object.entries(doc.overrides[key] ?? {}).map(([name, o]) => [name, toOverride(o)]));

const toOverride = (o: LineOverride): Override => ({ low: o.low, likely: o.likely, high: o.high, note: o.note, source: { kind: o.kind, text: o.note } });

const sheetCache = new Map<string, Sheet>();

/** Gather and compile a pinned route. */
export function routeSheet(facts: CaseFacts, pin: Pin, remedies: RemedyLoad): RouteSheet {
  const process = processFor(facts, pin.process, pin.material);
  const material = shelfOf(facts.site.shop).material(pin.material);
  const key = routeKey(pin);
  return sheetOf(facts, process, routeEntries(facts, process, material, remedies), material, routeOverrides(facts.doc, key), key);
}

/**
 * Compile the lines of a process over entries, some of both put over. Compiled sheets depend on the process, the lines of the plans
 * and the overridden lines only, and are kept.
 * @param key tells the samples of what is put over from those of other subjects
 */
export function sheetOf(
  { contributions }: Pick<CaseFacts, 'contributions'>,
  process: Process,
  gathered: readonly Entry[],
  material: Material,
  given: Readonly<Record<string, Override>>,
  key: string,
): RouteSheet {
  const lines = routeLines(process, contributions);
  const isLine = (name: string): boolean => lines.some((l) => l.name === name);
  const overrides = Object.fromEntries(Object.entries(given).filter(([name]) => isLine(name)));
  // An overridden entry has no computed value to keep beside it: it is simply replaced, and says so.
  const entries = gathered.map((e) => {
    const own = given[e.name];
    return own ? { ...e, low: own.low, likely: own.likely, high: own.high, source: own.source, key: `override.${key}.${e.name}` } : e;
  });
  const several = process.machine && process.machine.count > 1 ? ', side by side' : '';
  const id = `${process.id}@${process.where}${process.watched ? ', watched' : ''}${several}|${Object.keys(overrides).sort().join(',')}|${
    contentKey(contributions)
  }`;
  let sheet = sheetCache.get(id);
  if (!sheet) {
    sheet = compileSheet(lines, entries.map((e) => e.name), Object.keys(overrides));
    sheetCache.set(id, sheet);
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
