import { familyOf } from '../need/families';
import type { Family, Form } from '../need/family';
import { largestOf } from '../need/loads';
import { counted } from '../records/evidence';
import { fittedPrice } from '../records/price-fit';
import type { Site } from '../records/site';
import type { Contribution } from './contribution';
import { REQUIREMENTS, type Need, type Requirement, type RequirementId } from '../need/requirements';
import { once } from '../worksheet/once';
import type { Range } from '../worksheet/types';
import type { Axis } from '../shape/measure';
import type { BodyKind } from '../shape/features/body-kind';
import { holesOn, kindOn, pocketsOn, ribsOn, thinRibs } from './seen';
import type { GivenToday } from './today';
import type { CaseDoc, ShapeRef } from './types';

/** A requirement with the knowledge whether the user gave it, a plan worked it out, or the family assumes it. */
export type Resolved<T> = Requirement<T> & {
  assumed: boolean; /** Id of the plan it comes from. */
  plan?: string; /** What it may be, where more than one figure is known. */
  range?: Range;
};
export type ResolvedNeed = { [K in RequirementId]?: Resolved<NonNullable<Need[K]>['value']> };

/**
 * A case as estimates see it: the document, the site, the need with its gaps filled, and what its plans add to every route.
 * Made once for each document and site (`factsOf` in `plan/`, which knows plans; `plainFacts` here, which does not).
 */
export interface CaseFacts {
  doc: CaseDoc;
  site: Site;
  family: Family;
  need: ResolvedNeed;
  contributions: readonly Contribution[];
  /** What plans work out of today's tool. */
  today: GivenToday;
}

/** Does somebody, or a plan, know what the tool of today costs? */
export const isTodayPriced = ({ doc, today }: Pick<CaseFacts, 'doc' | 'today'>): boolean => doc.today.cost !== null || today['today.cost'] !== undefined;

/** The facts without any plan. */
export const plainFacts = (doc: CaseDoc, site: Site): CaseFacts => ({
  doc,
  site,
  family: familyOf(doc.family),
  need: resolveNeed(doc),
  contributions: [],
  today: byPastOrders(doc, site),
});

/** What today's tool costs by the site's own past orders of that way; nothing where somebody knows any of it, or too few were entered. */
function byPastOrders(doc: CaseDoc, { evidence }: Site): GivenToday {
  const fit = doc.today.cost === null && doc.today.once === null ? evidence.prices?.find((p) => p.way === doc.today.way) : undefined;
  if (!fit) return {};
  const shape = shapeFor(doc, false);
  const [x, y, z] = shape?.measure.box_mm ?? doc.size_mm;
  const found = pocketsOn(shape)?.length;
  const holes = holesOn(shape)?.length;
  const features = found === undefined || holes === undefined ? undefined : found + holes;
  const price = fittedPrice(fit, { box_mm3: x * y * z, ...(features !== undefined && { features }) });
  return {
    'today.cost': {
      ...price,
      plan: 'Past orders',
      says: `By ${counted(fit.n, 'past order')} of your own, by size${
        features === undefined ? '' : ` and ${counted(features, 'feature')} to cut`
      }; all that was paid, shared by the pieces.`,
    },
    'today.once': { low: 0, likely: 0, high: 0, plan: 'Past orders', says: 'Counted in the price of one, as the past orders have it.' },
  };
}

/** Fill the gaps of a need with what is usual for the family. Essential facts stay open until somebody gives them. */
export const resolveNeed = once((doc: CaseDoc): ResolvedNeed => {
  const family = familyOf(doc.family);
  const out: Record<string, unknown> = {};
  for (const { id } of REQUIREMENTS) {
    const own = doc.need[id];
    const assumed = family.defaults[id];
    if (own) out[id] = { ...own, assumed: false };
    else if (assumed) out[id] = { ...assumed, assumed: true };
  }
  Object.assign(out, fromLoadTable(doc));
  return out as ResolvedNeed;
});

/** The largest load, and whether one stays, are what the load table says as soon as it has rows. */
function fromLoadTable({ loads, need }: CaseDoc): Partial<ResolvedNeed> {
  const largest = largestOf(Object.values(loads ?? {}));
  if (!largest) return {};
  const { force, lasting } = largest;
  const said = { from: FROM_TABLE, assumed: false } as const;
  return {
    ...(force && { load: { ...said, level: need.load?.level ?? 'must', value: force.likely, range: force } }),
    lasting: { ...said, level: 'must', value: lasting },
  };
}
/** Where a requirement comes from that the load table gives. */
export const FROM_TABLE = 'the load table';

/** Essential facts that neither the user nor the family gives. */
export function missingEssentials({ family, need }: Pick<CaseFacts, 'family' | 'need'>): RequirementId[] {
  return family.essential.filter((id) => need[id] === undefined);
}

export interface Size {
  /** Long to short, mm. */
  sorted: [number, number, number];
  /** As placed for printing, mm. */
  height: number;
  measured: boolean;
}

/** Which mesh stands for a way of making: its own, else the other one's. */
export const shapeFor = (doc: CaseDoc, printed: boolean): ShapeRef | undefined =>
  printed ? (doc.shapes.printed ?? doc.shapes.machined) : (doc.shapes.machined ?? doc.shapes.printed);

export const sizeOf = (doc: CaseDoc, printed: boolean): Size => (printed ? printedSize : stockSize)(doc);
const printedSize = once((doc: CaseDoc) => sizeFor(doc, true));
const stockSize = once((doc: CaseDoc) => sizeFor(doc, false));

function sizeFor(doc: CaseDoc, printed: boolean): Size {
  const shape = shapeFor(doc, printed);
  const box = shape?.study?.body.box.size_mm ?? shape?.measure.box_mm ?? doc.size_mm;
  const sorted = [...box].sort((a, b) => b - a) as [number, number, number];
  return { sorted, height: shape?.study?.build.height_mm ?? shape?.measure.box_mm[2] ?? sorted[2], measured: !!shape };
}

const AXES: readonly Axis[] = ['x', 'y', 'z'];

/** A pocket with walls along so much of its floor, %, holes in it counted as open, is no step. */
const CLOSED = 80;

/** A constant section up to this thickness is a plate that can be cut; beyond, a block to be milled. */
const PLATE_MM = 30;

/**
 * The form as measured where there is a mesh: what the part's features make it (plate, also one that is drilled, countersunk or milled after it
 * was cut; turned; block without pockets), constant section along the short side (plate or block), stock with little but round holes taken off (block); else as
 * the user says. Where the user corrects what it is made from, that stands.
 */
export function formOf(doc: CaseDoc, printed: boolean): Form {
  const shape = shapeFor(doc, printed);
  if (!shape) return doc.form;
  const { prismatic, box_mm } = shape.measure;
  const short = Math.min(...box_mm);
  const said = kindOn(shape);
  if (said) return SAID_FORM[said];
  // What gives way to the cutter is no work for the simple ways, however plain it looks.
  if (thinRibs(ribsOn(shape) ?? []) > 0) return 'shaped';
  const seen = shape.study?.body.features.bodies;
  if (seen?.length === 1 && seen[0].count === 1) {
    if (seen[0].kind === 'plate') return 'flat';
    if (seen[0].kind === 'turned') return 'turned';
    // What stands square all over, steps and round holes too, is milled by hand; pockets and openings with corners want a program.
    if (seen[0].kind === 'block' && !seen[0].windows && !pocketsOn(shape)!.some((p) => p.walled_percent > CLOSED)) return 'block';
  }
  if (shape.study?.body.block && short > PLATE_MM) return 'block';
  if (prismatic !== null && box_mm[AXES.indexOf(prismatic)] <= short * 1.0001) return short <= PLATE_MM ? 'flat' : 'block';
  // Round work has two equal sides; what was called a plate and turns out not to be one counts as shaped.
  if (doc.form === 'turned') return roundness(box_mm) <= ROUND ? 'turned' : 'shaped';
  return doc.form === 'flat' ? 'shaped' : doc.form;
}

/** The form of what a body is said to be made from. */
const SAID_FORM: Record<BodyKind, Form> = { plate: 'flat', block: 'block', turned: 'turned', folded: 'shaped', shaped: 'shaped' };

/** Two sides of a round part's box differ by no more than this. */
const ROUND = 1.02;
/** Smallest ratio of two sides, the larger to the smaller. */
function roundness(box_mm: readonly number[]): number {
  const [a, b, c] = [...box_mm].sort((x, y) => x - y);
  return Math.min(b / a, c / b);
}
