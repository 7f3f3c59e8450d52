import { familyOf } from '../need/families';
import type { RequirementId } from '../need/requirements';
import { evaluateRoute, type Lead, type RouteResult } from '../routes/evaluate-route';
import { processOf, PROCESSES } from '../process/processes';
import { formatNumber } from '../quantity/quantity';
import { shelfOf } from '../shelf/shelf';
import { decide, type Contender, type Verdict } from './verdict';
import { valueOf } from '../worksheet/evaluate';
import type { Figured } from '../worksheet/figured';
import { percentiles, type Percentiles } from '../worksheet/sample';
import { sensitivity, type Swing } from '../worksheet/sensitivity';
import type { CostGroup } from '../worksheet/types';
import { inOrder } from './order';
import { evaluateToday } from '../routes/today';
import { contending, DECISION_LINE, todayOption } from './today-option';
import { chanceBelow, chanceOfLeast, copiesCurve, type Curve, cycleCurve, NO_CURVE, sizeCurve } from './compare';
import { type CaseFacts, isTodayPriced, missingEssentials } from '../case/facts';
import { isSaidToday } from '../case/today';
import { licensedOf } from '../case/safety';
import type { Values } from '../inputs/spec';
import type { Drawing } from '../plan/drawing';
import { isRequirement, isTodayGift, plansOf, type PlanResult } from '../plan/evaluate-plan';
import { factsOf } from '../plan/facts';
import type { Give, PlanFinding } from '../plan/planner';
import type { Site } from '../records/site';
import { figuresOf, listPricing, routeContext, screenAll, screenRoute, suggestPins, type RouteOption, TYPING_SAMPLES } from './options';
import { LETTERS, routeKey, TODAY_PIN, type CaseDoc, type Letter, type Pin } from '../case/types';
import { type RowVerdict, rowVerdicts } from '../screen/row-verdicts';
import { withRemedies } from '../screen/screen';

/** Samples of a full risk run; the least at which a chance of 50 % is known to ±1 %. */
export const RISK_SAMPLES = 20_000;

/** What only a tool has: doing without has none of it. */
const OF_A_TOOL = new Set<string>(['mass_tool', 'life', 'tools_bought']);
const nothing = (f: SheetFigure): SheetFigure => ({ ...f, value: NaN, likely: NaN, range: { p10: NaN, p50: NaN, p90: NaN, mean: NaN }, overridden: false });

/** Lines shown side by side on the Sheet, in order. */
const SHEET_LINES = [
  'price_each',
  'price_once',
  'price_order',
  'mass_tool',
  'life',
  'tools_bought',
  'cost_per_cycle',
  'next_design',
  'price_programme',
  'wait_cost',
  'programme_with_wait',
  'expected_cost',
] as const;

export interface SheetFigure {
  name: string;
  label: string;
  unit: string;
  /** Median over the samples: what is shown, ranked and compared. */
  value: number;
  /** At likely inputs; the working is that of this one. */
  likely: number;
  range: Percentiles;
  /** Overridden by a quote or by the user. */
  overridden: boolean;
}

/** A pinned route as the page shows it. */
export interface PinView {
  letter: Letter;
  option: RouteOption;
  figures: SheetFigure[];
  /** Parts of the price of the first order, by cost group; a quoted price stands as one part. */
  buildUp: { group: CostGroup | 'quoted'; money: number; lines: { name: string; label: string; money: number }[] }[];
  lead: Lead;
  chanceCheapest: number;
  chanceEarliest: number;
  swings: (Swing & { label: string })[];
  /** Rows of the load table on this way, with the remedies that are counted in. */
  rows: RowVerdict[];
  /** Room of the machine: along the bed, across it, upright, mm. */
  room_mm: [number, number, number];
}

/** A plan in use as the page and the report show it. */
export interface PlanView {
  id: string;
  label: string;
  /** Headline figures first, then every other line. */
  figures: SheetFigure[];
  headline: number;
  findings: PlanFinding[];
  drawing?: Drawing;
  /** What it stands in for, and what it adds to every route. `overruled`: somebody typed a figure of their own. */
  gives: { line: string; to: Give['to']; overruled: boolean }[];
  makes: { maker: string; label: string; values: Values }[];
  cautions: readonly string[];
  /** Measured on the mesh as it is; `false` where the planner could measure something and has not. */
  measured?: boolean;
}

export interface CaseView {
  options: RouteOption[];
  /** Were the pins chosen by the user? */
  pinned: boolean;
  /** Pinned routes in the order of their letters, then the tool of today. */
  pins: PinView[];
  /** Cost over the programme against cycles; price of one against copies. */
  curve: Curve;
  copiesCurve: Curve;
  sizeCurve: Curve;
  cyclesTotal: number;
  plans: PlanView[];
  verdict: Verdict;
  missing: RequirementId[];
  samples: number;
}

export interface CaseEvaluation {
  view: CaseView;
  /** By letter; kept by the worker for opening figures. */
  results: Map<Letter, RouteResult>;
  /** Plans in use. */
  plans: PlanResult[];
}

/**
 * Everything Cuadro works out about a case: screening of all routes, estimates of the pinned ones with their risk,
 * comparison and verdict. Pure; the same on the page, on the server at sign-off, and in tests.
 * @param samples up to `TYPING_SAMPLES` somebody is typing: what is ruled out is not priced, and no curves are drawn
 * @param detail 'decision' leaves out curves and sensitivities, which no verdict rests on
 */
export function evaluateCase(doc: CaseDoc, site: Site, samples = RISK_SAMPLES, seed = 20_260, detail: 'full' | 'decision' = 'full'): CaseEvaluation {
  const facts = factsOf(doc, site);
  const options = screenAll(facts, seed, listPricing(samples));
  const known = (p: Pin): boolean => options.some((o) => o.process === p.process && o.material === p.material);
  const chosen = doc.pins.filter(known);
  const pins = chosen.length ? chosen : suggestPins(facts, options);
  const picked = pins.map((p) =>
    options.find((o) => o.process === p.process && o.material === p.material) ??
      screenRoute(facts, processOf(p.process), shelfOf(site.shop).material(p.material))
  );
  const seen = picked.map((o) => ({ option: o, result: evaluateRoute(facts, o, o.remedies, samples, seed) }));
  // A pinned route shows in the list what it shows on the Sheet.
  const sharp = new Map(seen.map(({ option, result }) => [routeKey(option), { ...option, ...figuresOf(result) }]));
  const today = evaluateToday(facts, samples, seed);
  const all = [...seen.map(({ option, result }) => ({ option: sharp.get(routeKey(option))!, result })), { option: todayOption(facts, today), result: today }];
  const letterOf = (i: number): Letter => (i < seen.length ? LETTERS[i] : 'T');
  const results = all.map((x) => x.result);

  const decisive = contending(facts);
  const cheapest = chanceOfLeast(results.filter((_, i) => decisive || i < seen.length), DECISION_LINE);
  // Doing without is no tool that is ready at once.
  const earliest = chanceOfLeast(results.filter((_, i) => (decisive && doc.today.way !== 'none') || i < seen.length), 'lead_days');
  const contenders: Contender[] = all.map(({ option, result }, i) => ({
    letter: letterOf(i),
    option,
    result,
    cost: percentiles(result.risk!.columns.get(DECISION_LINE)!).p50,
    days: result.lead.risk!.p50,
    chanceCheapest: cheapest[i] ?? 0,
  }));
  const plans = plansOf(facts, samples, seed);
  const missing = missingEssentials(facts);
  const verdict = decide({
    doc,
    family: familyOf(doc.family),
    licensed: licensedOf(facts),
    todayPriced: isTodayPriced(facts),
    useGainedBy: facts.today['today.use_cost']?.gainedBy,
    contenders: contenders.slice(0, -1),
    missing,
    ...(missing.length && decisive && { leastIfHeld: leastIfHeld(facts) }),
    findings: plans.flatMap((p) => p.findings.map((f) => ({ plan: p.title, ...f }))),
    today: decisive ? contenders.at(-1) : undefined,
    chanceBelow: (a, b) => chanceBelow(a.result, b.result, DECISION_LINE),
    money: (x) => `${formatNumber(x)}\u00a0${site.shop.currency}`,
  });
  const cyclesTotal = results.length ? valueOf(results[0].point, 'cycles_total') : 0;
  const drawn = detail === 'full' && samples > TYPING_SAMPLES;
  const lines = SHEET_LINES.filter((name) => name !== 'next_design' || (facts.need.designs?.value ?? 1) > 1);
  const view: CaseView = {
    options: options.map((o) => sharp.get(routeKey(o)) ?? o).sort(inOrder),
    pinned: chosen.length > 0,
    pins: all.map(({ option, result }, i) => ({
      letter: letterOf(i),
      option,
      figures: lines.map((name) => figure(result, name)).map((
        f,
      ) => (i === seen.length && doc.today.way === 'none' && OF_A_TOOL.has(f.name) ? nothing(f) : f)),
      buildUp: buildUp(result),
      lead: result.lead,
      chanceCheapest: cheapest[i] ?? 0,
      chanceEarliest: earliest[i] ?? 0,
      swings: detail === 'full' ? swings(result) : [],
      rows: option.process === TODAY_PIN.process ? [] : rowsOn(facts, option),
      room_mm: result.route.process.envelope_mm,
    })),
    curve: drawn ? cycleCurve(results, Math.max(10, 2 * cyclesTotal)) : NO_CURVE,
    sizeCurve: drawn ? sizeCurve(results) : NO_CURVE,
    copiesCurve: drawn ? copiesCurve(results, facts.need.copies?.value ?? 1) : NO_CURVE,
    cyclesTotal,
    plans: plans.map((p) => planView(p, facts)),
    verdict,
    missing,
    samples,
  };
  return { view, results: new Map(results.map((r, i) => [letterOf(i), r])), plans };
}

/** The load table on a way as it is counted, with its remedies. */
export function rowsOn(facts: CaseFacts, { process, material, remedies }: RouteOption): RowVerdict[] {
  if (!facts.doc.loads) return [];
  const bare = routeContext(facts, processOf(process), shelfOf(facts.site.shop).material(material));
  return rowVerdicts(withRemedies(bare, remedies.map((r) => r.id)).ctx);
}

/** What the cheapest process comes to over the programme with waiting, screened by nothing, in the material that stands first for it. */
function leastIfHeld(facts: CaseFacts): number {
  const shelf = shelfOf(facts.site.shop);
  return Math.min(...PROCESSES.flatMap((p) => {
    const [material] = shelf.materialsFor(p.id);
    if (!material) return [];
    const cost = valueOf(evaluateRoute(facts, { process: p.id, material: material.id }, []).point, 'programme_with_wait');
    return Number.isFinite(cost) ? [cost] : [];
  }));
}

function planView(plan: PlanResult, { doc }: CaseFacts): PlanView {
  const { planner, values, figures: f } = plan;
  const headline = planner.headline.filter((name) => Number.isFinite(f(name)));
  const rest = planner.lines.map((l) => l.name).filter((name) => !headline.includes(name));
  return {
    id: planner.id,
    label: planner.label,
    // A plan stands in for the need with what it comes to at likely inputs: that is what it shows.
    figures: [...headline, ...rest].map((name) => figure(plan, name)).map((f) => ({ ...f, value: f.likely })),
    headline: headline.length,
    findings: plan.findings,
    drawing: plan.drawing,
    gives: (planner.gives ?? []).filter((g) => g.when?.(values) ?? true).map(({ line, to }) => ({
      line,
      to,
      overruled: isRequirement(to) ? doc.need[to] !== undefined : isTodayGift(to) && isSaidToday(doc, to),
    })),
    makes: (planner.makes ?? []).map((m) => ({ maker: m.maker, label: m.label, values: m.values(f, values) })),
    cautions: planner.cautions,
    ...(planner.geometry && { measured: plan.measured }),
  };
}

function figure(result: Figured, name: string): SheetFigure {
  const range = percentiles(result.risk?.columns.get(name) ?? valueOf(result.point, name));
  const line = result.sheet.lines.get(name);
  const entry = line ? undefined : result.entries.find((e) => e.name === name);
  return {
    name,
    label: line?.label ?? entry?.label ?? name,
    unit: line?.unit ?? entry?.unit ?? '',
    value: range.p50,
    likely: valueOf(result.point, name),
    range,
    overridden: name in result.overrides || entry?.source.kind === 'quote' || entry?.source.kind === 'you',
  };
}

/** What makes up the first order's price. The parts add up to `price_order`, overridden or not. */
export function buildUp(result: RouteResult): PinView['buildUp'] {
  const copies = valueOf(result.point, 'copies');
  const groups = new Map<CostGroup | 'quoted', PinView['buildUp'][number]>();
  const add = (group: CostGroup | 'quoted', name: string, label: string, money: number): void => {
    if (Math.abs(money) < 1e-9) return;
    const g = groups.get(group) ?? { group, money: 0, lines: [] };
    g.money += money;
    g.lines.push({ name, label, money });
    groups.set(group, g);
  };
  const { overrides, sheet } = result;
  for (const total of ['price_each', 'price_once'] as const) {
    if (overrides[total]) {
      add(
        'quoted',
        total,
        total === 'price_each' ? 'Quoted price' : 'Quoted one-off price',
        valueOf(result.point, total) * (total === 'price_each' ? copies : 1),
      );
    }
  }
  for (const line of sheet.lines.values()) {
    if (!line.cost || overrides[line.once ? 'price_once' : 'price_each']) continue;
    add(line.cost, line.name, line.label, valueOf(result.point, line.name) * (line.once ? 1 : copies));
  }
  return [...groups.values()];
}

/** The eight entries that move the cost over the programme most. */
function swings(result: RouteResult): PinView['swings'] {
  const labels = new Map(result.entries.map((e) => [e.name, e.label]));
  const entries = [
    ...result.entries.map((e) => (e.name === 'lead_days' ? { ...e, low: result.lead.days, likely: result.lead.days, high: result.lead.days } : e)),
  ];
  for (const [name, o] of Object.entries(result.overrides)) {
    const line = result.sheet.lines.get(name)!;
    labels.set(name, line.label);
    entries.push({ name, label: line.label, unit: line.unit, low: o.low, likely: o.likely, high: o.high, source: o.source });
  }
  return sensitivity(result.sheet, entries, 'price_programme')
    .filter((s) => s.swing > 0)
    .slice(0, 8)
    .map((s) => ({ ...s, label: labels.get(s.entry) ?? s.entry }));
}
