import { loadsToSolve } from '../case/load-table';
import { shapeFor } from '../case/facts';
import { type CaseDoc, type LineOverride, type Pin, routeKey } from '../case/types';
import type { LoadClass, UnitAsk } from '../mechanics';
import { fillOf } from '../process/process';
import { processOf } from '../process/processes';
import type { Site } from '../records/site';
import type { State } from '../screen/check';
import { shelfOf } from '../shelf/shelf';

/** Shares of fill that are tried, sparse to solid. */
export const SHARES = [0.1, 0.2, 0.3, 0.45, 0.6, 0.8, 1] as const;

/** A way made with another fill, as its load table sees it. */
export interface FillStep {
  share: number;
  state: State;
  /** Of the row that asks most: share of what may be borne. */
  use: number;
  /** Largest give of any row, mm. */
  give_mm: number;
  mass_kg: number;
  build_h: number;
  price_each: number;
}

/** What is solved to see how much fill is enough on a way; nothing where it has no fill or the table has no places. */
export function fillAsk(doc: CaseDoc, site: Site, pin: Pin): UnitAsk | undefined {
  const process = processOf(pin.process);
  const fill = fillOf(process, doc.overrides[routeKey(pin)]);
  const shape = shapeFor(doc, process.kind === 'print');
  const ask = shape && fill && loadsToSolve(doc, shape, process.kind === 'print');
  if (!ask) return undefined;
  const { inPlane, across } = shelfOf(site.shop).material(pin.material).modulus_gpa;
  const ratio = across.likely / inPlane.likely;
  return { ...ask, classes: SHARES.map((share): LoadClass => (share < 1 ? { wall_mm: fill.wall_mm, share, ratio } : { wall_mm: 0, share, ratio })) };
}

/** A fill put over that of a way, as somebody who took it from here would. */
export const withFill = (doc: CaseDoc, pin: Pin, share: number): CaseDoc => {
  const key = routeKey(pin);
  const infill: LineOverride = { low: share, likely: share, high: share, kind: 'you', note: 'Enough for the load table' };
  return { ...doc, overrides: { ...doc.overrides, [key]: { ...doc.overrides[key], infill } } };
};

/** The sparsest fill with which every row holds; nothing where none does. */
export const enough = (steps: readonly FillStep[]): FillStep | undefined => steps.find((s) => s.state === 'pass');
