import { loadsToSolve } from '../case/load-table';
import { shapeFor } from '../case/facts';
import { type CaseDoc, type LineOverride, type Pin, routeKey } from '../case/types';
import type { LoadClass, UnitAsk } from '../mechanics';
import { fillOf, loadClassOf, type Process } from '../process/process';
import { processOf } from '../process/processes';
import { counted, list } from '../quantity/words';
import type { Site } from '../records/site';
import type { State } from '../screen/check';
import { ringsWords } from '../screen/fibre-layers';
import type { RemedyId } from '../screen/remedies';
import { shelfOf } from '../shelf/shelf';

/** Another inside for a print: what is put over the figures of its way. */
export interface Inside {
  label: string;
  put: Readonly<Record<string, number>>;
}

const fill = (share: number, solid_mm = 0): Inside => ({
  label: `${Math.round(100 * share)} %${solid_mm ? `, solid ${solid_mm} mm around loads and holds` : ''}`,
  put: { infill: share, solid_depth: solid_mm },
});
function fibre(rings: number, sheets: number, panels: number): Inside {
  const parts = [
    ...(rings ? [rings < 1 ? ringsWords(rings) : counted(rings, 'ring')] : []),
    ...(sheets ? [counted(sheets, 'sheet')] : []),
    ...(panels ? [sheets ? `${panels} more under loads` : `${counted(panels, 'sheet')} under loads`] : []),
  ];
  return { label: parts.length ? list(parts) : 'no fibre', put: { rings, sheets, panels } };
}

/** What is tried, the least first. Fibre also in one kind of place alone, which shows what each does for a load. */
const ALONE = { sheets: fibre(0, 4, 0), rings: fibre(2, 0, 0), panels: fibre(0, 0, 4) };
const NO_FIBRE = fibre(0, 0, 0);
export const INSIDES = {
  fill: [fill(0.1), fill(0.1, 5), fill(0.2), fill(0.2, 5), fill(0.2, 10), fill(0.3), fill(0.3, 10), ...[0.45, 0.6, 0.8, 1].map((share) => fill(share))],
  fibre: [
    NO_FIBRE,
    ALONE.panels,
    fibre(0, 2, 0),
    ALONE.sheets,
    fibre(0.5, 0, 0),
    ALONE.rings,
    fibre(1, 2, 2),
    fibre(1, 4, 2),
    fibre(2, 4, 4),
    fibre(2, 8, 4),
    fibre(4, 12, 6),
  ],
} as const;
export type InsideKind = keyof typeof INSIDES;

/** Remedies that stand in for more inside: what the fill or fibre does has to be seen without them, unless somebody took them. */
const INSTEAD: readonly RemedyId[] = ['deeper-section', 'fibre-rods'];
export const isInstead = (id: string): boolean => INSTEAD.some((x) => x === id);

/** Those of a kind that the figures of a process can say. */
export function insidesOf(process: Process, kind: InsideKind): Inside[] {
  const known = new Set(process.facts.map((f) => f.id));
  return INSIDES[kind].flatMap(({ label, put }): Inside[] => {
    const said = Object.entries(put).filter(([name, x]) => known.has(name) || x !== 0);
    return said.every(([name]) => known.has(name)) ? [{ label, put: Object.fromEntries(said) }] : [];
  });
}

/** A way made with another inside, as its load table sees it. */
export interface InsideStep extends Inside {
  state: State;
  /** Of the row that asks most: share of what may be borne. */
  use: number;
  /** Largest give of any row, mm. */
  give_mm: number;
  mass_kg: number;
  build_h: number;
  price_each: number;
  /** Each row: the larger of its stress over what may be borne and its give over what it may; nothing where it does not load the tool, or is not known. */
  rows: readonly { id: string; name: string; state: State; asks?: number }[];
}

/** The overrides of a way with an inside put over them. */
const putOver = (doc: CaseDoc, pin: Pin, { put }: Inside): CaseDoc['overrides'][string] => ({
  ...doc.overrides[routeKey(pin)],
  ...Object.fromEntries(
    Object.entries(put).map(([name, x]): [string, LineOverride] => [name, { low: x, likely: x, high: x, kind: 'you', note: 'Enough for the load table' }]),
  ),
});

/** What is solved to see how much of it is enough on a way; nothing where it has none, or the table has no places. */
export function insideAsk(doc: CaseDoc, site: Site, pin: Pin, kind: InsideKind): UnitAsk | undefined {
  const process = processOf(pin.process), material = shelfOf(site.shop).material(pin.material);
  const now = fillOf(process, material, doc.overrides[routeKey(pin)]);
  const shape = shapeFor(doc, process.kind === 'print');
  const ask = shape && now && (kind === 'fill' || now.fibre) && loadsToSolve(doc, shape, process.kind === 'print');
  return ask ? { ...ask, classes: insidesOf(process, kind).map((inside): LoadClass => loadClassOf(process, material, putOver(doc, pin, inside))) } : undefined;
}

/** An inside put over that of a way, as somebody who took it from here would. */
export const withInside = (doc: CaseDoc, pin: Pin, inside: Inside): CaseDoc => ({
  ...doc,
  overrides: { ...doc.overrides, [routeKey(pin)]: putOver(doc, pin, inside) },
});

/** The cheapest with which every row holds; nothing where none does. */
export const enough = (steps: readonly InsideStep[]): InsideStep | undefined =>
  steps.filter((s) => s.state === 'pass').sort((a, b) => a.price_each - b.price_each)[0];

/** Which fibre answers a row of the load table. */
export interface RowAnswer {
  id: string;
  name: string;
  /** Without fibre, and with the step that is looked at. */
  without?: number;
  with?: number;
  state: State;
  /** What does most for it; the plastic alone where that holds, nothing where no fibre helps; or it stands on a sleeve, or cannot be said. */
  by: keyof typeof ALONE | 'plastic' | 'nothing' | 'sleeve' | 'unknown';
}

/** Less than a tenth off what it asks is no answer. */
const HELPS = 0.9;

/** Row by row, which fibre bears it: what each kind of place does by itself is compared. @param chosen the step that would be made */
export function rowAnswers(steps: readonly InsideStep[], chosen: InsideStep): RowAnswer[] {
  const of = (inside: Inside): InsideStep['rows'] | undefined => steps.find((s) => s.label === inside.label)?.rows;
  const bare = of(NO_FIBRE);
  if (!bare) return [];
  return chosen.rows.map(({ id, name, state, asks }, i): RowAnswer => {
    if (asks === undefined || bare[i].asks === undefined) return { id, name, state, by: state === 'pass' ? 'sleeve' : 'unknown' };
    const without = bare[i].asks;
    const [best] = (Object.keys(ALONE) as (keyof typeof ALONE)[])
      .map((by) => ({ by, asks: of(ALONE[by])?.[i].asks ?? Infinity }))
      .sort((a, b) => a.asks - b.asks);
    const by = bare[i].state === 'pass' ? 'plastic' : best.asks < HELPS * without ? best.by : 'nothing';
    return { id, name, without, with: asks, state, by };
  });
}
