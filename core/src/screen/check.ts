import type { ResolvedNeed, Size } from '../case/facts';
import type { Family, Form } from '../need/family';
import type { Process } from '../process/process';
import type { Hole } from '../shape/holes';
import type { ShapeStudy } from '../shape/study';
import type { Material } from '../shelf/types';
import type { Remedy } from './remedy';
import type { RemedyId } from './remedies';
import type { CheckId } from './screen';
import type { Traits } from './traits';

export type { Remedy } from './remedy';
export type State = 'pass' | 'conditional' | 'unknown' | 'fail';

export const STATE_WORDS: Record<State, string> = { pass: 'holds', conditional: 'on condition', unknown: 'not known', fail: 'fails' };

/** From best to worst. Unknown is worse than conditional: a condition can be met, a gap has to be filled first. */
export const STATE_ORDER: readonly State[] = ['pass', 'conditional', 'unknown', 'fail'];
export const worst = (states: readonly State[]): State => states.reduce<State>((w, s) => (STATE_ORDER.indexOf(s) > STATE_ORDER.indexOf(w) ? s : w), 'pass');

/** What a check finds. */
export interface Finding {
  state: State;
  /** The route's figure and the need's limit, in `unit`. Absent where the check is not about a number. */
  value?: number;
  limit?: number;
  unit?: string;
  /** Share left before the limit: 0.2 is 20 % to spare, negative is short. */
  margin?: number;
  /** One sentence an engineer would say. */
  reason: string;
  /** What the check rests on, and how far it may be trusted. */
  basis: string;
  /** Remedies that answer the shortfall, by id, the usual one first. */
  offers?: readonly RemedyId[];
  /** The shortfall is life alone: the route can still make the first parts. */
  bridge?: boolean;
}

export interface CheckResult extends Omit<Finding, 'offers'> {
  id: CheckId;
  label: string;
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
  size: Size;
  form: Form;
  /** What the analyses found on the mesh of this way of making; absent without a mesh, or before they have run. */
  study?: ShapeStudy;
  area_mm2?: number;
  /** Round holes, as found on the mesh or as the user corrected them. */
  holes?: readonly Pick<Hole, 'diameter_mm' | 'depth_mm' | 'through'>[];
  /** Machines on site: false where a process of the house has none. */
  onSite: boolean;
  /** Figures of this route before remedies, worked out when asked for. */
  figures: { readonly mass_kg: number; readonly lead_days: number };
}

/** One question put to a route. One file each in `checks/`; returns nothing when the need does not ask it. */
export interface Check {
  id: string;
  label: string;
  run(ctx: CheckContext): Finding | undefined;
}

/** A miss on a "want" is a condition, not an exclusion. */
export const byLevel = (level: 'must' | 'want', state: State): State => (level === 'want' && state === 'fail' ? 'conditional' : state);

export const isPrint = (ctx: CheckContext): boolean => ctx.process.kind === 'print';
