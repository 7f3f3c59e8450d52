import { family as familyOf } from '../need/families';
import type { RequirementId } from '../need/requirements';
import { evaluateRoute, type Lead, type RouteResult } from '../routes/evaluate-route';
import { process as processOf } from '../routes/processes';
import { routeLines } from '../routes/worksheet';
import { formatNumber } from '../quantity/quantity';
import { shelfOf } from '../shelf/shelf';
import type { Shop } from '../shelf/shop';
import { decide, type Contender, type Verdict } from '../verdict/verdict';
import { valueOf } from '../worksheet/evaluate';
import { percentiles, type Percentiles } from '../worksheet/sample';
import { sensitivity, type Swing } from '../worksheet/sensitivity';
import type { CostGroup } from '../worksheet/types';
import { chanceBelow, chanceOfLeast, cycleCurve, type CycleCurve } from './compare';
import { missingEssentials } from './facts';
import { screenAll, screenRoute, suggestPins, type RouteOption } from './options';
import { LETTERS, type CaseDoc, type Letter, type Pin } from './types';

/** Samples of a full risk run; the least at which a chance of 50 % is known to ±1 %. */
export const RISK_SAMPLES = 20_000;

/** Lines shown side by side on the Sheet, in order. */
export const SHEET_LINES = ['price_each', 'price_once', 'price_order', 'mass_tool', 'life', 'tools_bought', 'cost_per_cycle', 'price_programme', 'wait_cost', 'programme_with_wait'] as const;

export interface SheetFigure {
  name: string;
  label: string;
  unit: string;
  value: number;
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
}

export interface CaseView {
  options: RouteOption[];
  /** Were the pins chosen by the user? */
  pinned: boolean;
  pins: PinView[];
  curve: CycleCurve;
  cyclesTotal: number;
  verdict: Verdict;
  missing: RequirementId[];
  samples: number;
}

export interface CaseEvaluation {
  view: CaseView;
  /** By letter; kept by the worker for opening figures. */
  results: Map<Letter, RouteResult>;
}

/**
 * Everything Cuadro works out about a case: screening of all routes, estimates of the pinned ones with their risk,
 * comparison and verdict. Pure; the same on the page, on the server at sign-off, and in tests.
 * @param detail 'decision' leaves out the cost-over-cycles curve and the sensitivities, which no verdict rests on
 */
export function evaluateCase(doc: CaseDoc, shop: Shop, samples = RISK_SAMPLES, seed = 20_260, detail: 'full' | 'decision' = 'full'): CaseEvaluation {
  const options = screenAll(doc, shop);
  const known = (p: Pin): boolean => options.some((o) => o.process === p.process && o.material === p.material);
  const chosen = doc.pins.filter(known);
  const pins = chosen.length ? chosen : suggestPins(doc, options);
  const picked = pins.map((p) => options.find((o) => o.process === p.process && o.material === p.material) ?? screenRoute(doc, shop, processOf(p.process), shelfOf(shop).material(p.material)));
  const results = picked.map((o) => evaluateRoute(doc, shop, o, o.remedies, samples, seed));

  const cheapest = chanceOfLeast(results, 'price_programme');
  const earliest = chanceOfLeast(results, 'lead_days');
  const contenders: Contender[] = picked.map((option, i) => ({
    letter: LETTERS[i],
    option,
    result: results[i],
    cost: percentiles(results[i].risk!.columns.get('programme_with_wait')!).p50,
    chanceCheapest: cheapest[i],
  }));
  const missing = missingEssentials(doc);
  const verdict = decide({
    doc,
    family: familyOf(doc.family),
    contenders,
    missing,
    chanceBelow: (a, b) => chanceBelow(a.result, b.result, 'programme_with_wait'),
    money: (x) => `${formatNumber(x)}\u00a0${shop.currency}`,
  });
  const cyclesTotal = results.length ? valueOf(results[0].point, 'cycles_total') : 0;
  const view: CaseView = {
    options,
    pinned: chosen.length > 0,
    pins: picked.map((option, i) => ({
      letter: LETTERS[i],
      option,
      figures: SHEET_LINES.map((name) => figure(results[i], name)),
      buildUp: buildUp(results[i]),
      lead: results[i].lead,
      chanceCheapest: cheapest[i],
      chanceEarliest: earliest[i],
      swings: detail === 'full' ? swings(results[i]) : [],
    })),
    curve: results.length && detail === 'full' ? cycleCurve(results, Math.max(10, 2 * cyclesTotal)) : { cycles: [], costs: [], crossings: [] },
    cyclesTotal,
    verdict,
    missing,
    samples,
  };
  return { view, results: new Map(results.map((r, i) => [LETTERS[i], r])) };
}

function figure(result: RouteResult, name: string): SheetFigure {
  const line = result.route.sheet.lines.get(name);
  const entry = line ? undefined : result.route.entries.find((e) => e.name === name);
  return {
    name,
    label: line?.label ?? entry?.label ?? name,
    unit: line?.unit ?? entry?.unit ?? '',
    value: valueOf(result.point, name),
    range: percentiles(result.risk!.columns.get(name)!),
    overridden: name in result.route.overrides || entry?.source.kind === 'quote' || entry?.source.kind === 'you',
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
  const { overrides, process } = result.route;
  for (const total of ['price_each', 'price_once'] as const) {
    if (overrides[total]) {
      add('quoted', total, total === 'price_each' ? 'Quoted price' : 'Quoted one-off price', valueOf(result.point, total) * (total === 'price_each' ? copies : 1));
    }
  }
  for (const line of routeLines(process)) {
    if (!line.cost || overrides[line.once ? 'price_once' : 'price_each']) continue;
    add(line.cost, line.name, line.label, valueOf(result.point, line.name) * (line.once ? 1 : copies));
  }
  return [...groups.values()];
}

/** The eight entries that move the cost over the programme most. */
function swings(result: RouteResult): PinView['swings'] {
  const labels = new Map(result.route.entries.map((e) => [e.name, e.label]));
  const entries = [...result.route.entries.map((e) => (e.name === 'lead_days' ? { ...e, low: result.lead.days, likely: result.lead.days, high: result.lead.days } : e))];
  for (const [name, o] of Object.entries(result.route.overrides)) {
    const line = result.route.sheet.lines.get(name)!;
    labels.set(name, line.label);
    entries.push({ name, label: line.label, unit: line.unit, low: o.low, likely: o.likely, high: o.high, source: o.source });
  }
  return sensitivity(result.route.sheet, entries, 'price_programme')
    .filter((s) => s.swing > 0)
    .slice(0, 8)
    .map((s) => ({ ...s, label: labels.get(s.entry) ?? s.entry }));
}
