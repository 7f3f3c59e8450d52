import type { CaseDoc } from '../case/types';
import { evaluateCase } from '../decide/evaluate-case';
import type { Values } from '../inputs/spec';
import { factsOf } from '../plan/facts';
import { processOf } from '../process/processes';
import type { Site } from '../records/site';
import { shopEntries } from '../shelf/shop';
import type { RouteResult } from '../routes/evaluate-route';
import { percentiles } from '../worksheet/sample';

/** Enough for medians. */
const SAMPLES = 200;
const MONTHS = 12;

/** What a tool of a case costs and takes, as a row of a scenario; nothing where its verdict is not to print. */
export interface PrintedTool {
  row: Values;
  /** The verdict, in words. */
  headline: string;
}

/** Median of a line, 0 where a route has none of that name. */
function median(result: RouteResult | undefined, name: string): number {
  const column = result?.risk?.columns.get(name) ?? result?.point.columns.get(name);
  return column === undefined ? 0 : percentiles(column).p50;
}

const round = (x: number, digits = 2): number => Number(x.toPrecision(digits + 1));

/**
 * A tool as a row of a scenario: how many a month its programme asks for (tools bought over the years), what today's way costs for one, what
 * the way of the verdict takes, and what a bureau asks for it. One that is not to be printed is no row.
 */
export function toolOf(doc: CaseDoc, site: Site): PrintedTool | undefined {
  const { view, results } = evaluateCase(doc, site, SAMPLES, undefined, 'decision');
  const { verdict, pins } = view;
  const chosen = pins.find((p) => p.letter === verdict.letter);
  if (!chosen || !['print', 'hybrid', 'bridge'].includes(verdict.kind)) return undefined;
  const printed = results.get(chosen.letter);
  const today = results.get('T');
  const machined = pins.find((p) => p.option.kind === 'machine' && p !== chosen);
  const old = today ?? (machined && results.get(machined.letter));
  const { need } = factsOf(doc, site);
  const months = Math.max(1, (need.years?.value ?? 1) * MONTHS);
  const bought = Math.max(median(printed, 'tools_bought'), need.copies?.value ?? 1) * (need.designs?.value ?? 1);
  const inHouse = processOf(chosen.option.process).where === 'house';
  const price = median(printed, 'price_each');
  return {
    headline: verdict.headline,
    row: {
      kind: doc.title.slice(0, 80),
      a_month: round(bought / months),
      today: round(median(old, 'price_each')),
      mill_h: 0,
      program_h: 0,
      print_h: round(median(printed, 'print_h') || median(printed, 'bin_h') * median(printed, 'bin_share')),
      hands_h: round(median(printed, 'tend_h') + median(printed, 'finish_h')),
      material: round(median(printed, 'material_cost')),
      bureau: round(price * (inHouse ? 1 + margin(site) : 1)),
      days: round(Math.max(0, (old?.lead.risk?.p50 ?? old?.lead.days ?? 0) - (printed?.lead.risk?.p50 ?? printed?.lead.days ?? 0))),
    },
  };
}

/** What a bureau puts on its own cost: how its price is guessed where the way is one of the house. */
const margin = (site: Site): number => shopEntries(site.shop).find((e) => e.name === 'bureau_margin')!.likely;
