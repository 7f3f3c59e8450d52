import type { Values } from '../inputs/spec';
import type { ResolvedNeed, Size } from '../case/facts';
import type { HeldPlace } from '../case/load-table';
import type { FaceMark } from '../case/types';
import type { Life, Use } from '../life/life';
import type { Family, Form } from '../need/family';
import { type RequirementId, requirementSpec } from '../need/requirements';
import type { Fill, Process } from '../process/process';
import type { Hole } from '../shape/holes';
import type { Measure } from '../shape/measure';
import type { ShapeStudy } from '../shape/study';
import type { Vec3 } from '../shape/turn';
import type { Material } from '../shelf/types';
import { normalCdf } from '../quantity/normal';
import type { Range } from '../worksheet/types';
import type { Remedy } from './remedy';
import type { RemedyId } from './remedies';
import type { CheckId } from './screen';
import type { Traits } from './traits';
import type { RowLoad } from './under-load';

export type { Remedy } from './remedy';
export type State = 'pass' | 'conditional' | 'unknown' | 'fail';

export const STATE_WORDS: Record<State, string> = { pass: 'holds', conditional: 'on condition', unknown: 'not known', fail: 'fails' };

/** From best to worst. Unknown is worse than conditional: a condition can be met, a gap has to be filled first. */
export const STATE_ORDER: readonly State[] = ['pass', 'conditional', 'unknown', 'fail'];
export const worse = (a: State, b: State): State => (STATE_ORDER.indexOf(b) > STATE_ORDER.indexOf(a) ? b : a);
export const worst = (states: readonly State[]): State => states.reduce(worse, 'pass');

/** What a check finds. */
export interface Finding {
  state: State;
  /** The route's figure and the need's limit, in `unit`. Absent where the check is not about a number. */
  value?: number;
  limit?: number;
  unit?: string;
  /** Share left before the limit: 0.2 is 20 % to spare, negative is short. */
  margin?: number;
  /** Chance that it holds, from the ranges of the route's figure and of the limit; `STATE_CHANCE` where none is worked out. */
  chance?: number;
  /** One sentence an engineer would say. */
  reason: string;
  /** What the check rests on, and how far it may be trusted. */
  basis: string;
  /** Remedies that answer the shortfall, by id, the usual one first. */
  offers?: readonly RemedyId[];
  /** The shortfall is life alone: the route can still make the first parts. */
  bridge?: boolean;
}

export interface CheckResult extends Omit<Finding, 'offers' | 'chance'> {
  id: CheckId;
  label: string;
  chance: number;
  /** All that asks for it are wants: missing it is trouble, not failure. */
  want?: true;
  /** Offers that can be done on this route, priced. */
  offers: Remedy[];
}

/** Everything a check may look at. */
export interface CheckContext {
  family: Family;
  need: ResolvedNeed;
  process: Process;
  material: Material;
  /** Process and material at this size, as changed by the remedies taken. */
  traits: Traits;
  /** Remedies taken, by id. */
  taken: ReadonlySet<string>;
  /** What the remedies taken add to the weight, kg. */
  extra_kg: number;
  size: Size;
  form: Form;
  /** What the analyses found on the mesh of this way of making; absent without a mesh, or before they have run. */
  study?: ShapeStudy;
  /** Measured on the mesh as it is. */
  measure?: Measure;
  /** Faces with a duty, as marked on the mesh. */
  faces?: readonly FaceMark[];
  /** Main load as marked on the shape, in the part's own axes. */
  loadMark?: Vec3;
  /** Rows of the load table as they act on this way; absent where the case has no table. */
  loads?: readonly RowLoad[];
  /** Rows of the load table as they were entered, and where its holds are, in the part's own axes; the middle of them. */
  tableRows?: readonly Values[];
  holdsAt?: readonly HeldPlace[];
  heldAt?: Vec3;
  /** Holds of the table that only rest on what is under them, by their place among those that have one. */
  rests?: ReadonlySet<number>;
  /** Walls and fill as priced; solid where there is none. */
  fill?: Fill;
  /** Round holes, as found on the mesh or as the user corrected them. */
  holes?: readonly Pick<Hole, 'diameter_mm' | 'depth_mm' | 'through'>[];
  /** Machines on site: false where a process of the house has none. */
  onSite: boolean;
  /** Life of one tool, cycles, and what ends it: given, learned from the log, or the book's. */
  life(use: Use): Range & Partial<Pick<Life, 'by'>>;
  /** Life of metal faces under this duty, cycles. */
  faceLife(use: Use): Range;
  /** Figures of this route, worked out when asked for: weight and longest build without remedies, days until it is ready with those given. */
  figures: { readonly mass_kg: number; readonly build_h: number; days(remedies: readonly Remedy[]): number };
  /** The tool of today is of this very material, and works. */
  sameAsToday: boolean;
  /** Longest build that is wanted, h: a shift where it may not run alone; absent where nothing limits it. */
  longest_h?: number;
}

/** One question put to a route. One file each in `checks/`; returns nothing when the need does not ask it. */
export interface Check {
  id: string;
  label: string;
  /** Requirements that set its limit. Where all that decide are assumed, a failure is a question to be answered, not an exclusion. */
  limits?: readonly RequirementId[];
  /** About what heat, fluids or light do to a material: a tool of it that stands there today is the coupon. */
  surroundings?: true;
  run(ctx: CheckContext): Finding | undefined;
}

/** A miss on a "want" is a condition, not an exclusion. */
export const byLevel = (level: 'must' | 'want', state: State): State => (level === 'want' && state === 'fail' ? 'conditional' : state);

export const isPrint = (ctx: CheckContext): boolean => ctx.process.kind === 'print';

/** Chance that a check holds where its state is all that is known of it. */
export const STATE_CHANCE: Record<State, number> = { pass: 1, conditional: 0.8, unknown: 0.5, fail: 0.02 };

/** A requirement's figure as a range: exact where somebody gave it, as wide as its doubt where it is assumed. */
export function askedRange(need: ResolvedNeed, id: RequirementId): Range {
  const r = need[id];
  const x = r?.value as number;
  if (r?.range) return r.range;
  const spec = requirementSpec(id);
  if (!r?.assumed || spec.kind !== 'number') return { low: x, likely: x, high: x };
  return 'by' in spec.doubt
    ? { low: x - spec.doubt.by, likely: x, high: x + spec.doubt.by }
    : { low: x / spec.doubt.times, likely: x, high: x * spec.doubt.times };
}

/** A range from P5 to P95 is this many standard deviations wide. */
const NINETY = 3.29;

/**
 * Chance that a figure stays at or below a limit, both being ranges from P5 to P95 about their likely value: normal, independent,
 * Φ((limit − figure)/√(σ₁² + σ₂²)), each σ that of the side that faces the other. Two exact figures give 1 or 0.
 */
export function chanceAtMost(figure: Range, limit: Range): number {
  const gap = limit.likely - figure.likely;
  const side = (r: Range, up: boolean): number => (2 * (up ? r.high - r.likely : r.likely - r.low)) / NINETY;
  const sigma = Math.hypot(side(figure, gap > 0), side(limit, gap < 0));
  if (!(sigma > 0)) return gap >= 0 ? 1 : 0;
  return normalCdf(gap / sigma);
}
