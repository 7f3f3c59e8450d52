import type { ResolvedNeed, Size } from '../case/facts';
import type { Family, Form } from '../need/family';
import type { Process } from '../routes/process';
import type { Material } from '../shelf/types';
import type { Range } from '../worksheet/types';

export type State = 'pass' | 'conditional' | 'unknown' | 'fail';

/** From best to worst. Unknown is worse than conditional: a condition can be met, a gap has to be filled first. */
export const STATE_ORDER: readonly State[] = ['pass', 'conditional', 'unknown', 'fail'];
export const worst = (states: readonly State[]): State => states.reduce<State>((w, s) => (STATE_ORDER.indexOf(s) > STATE_ORDER.indexOf(w) ? s : w), 'pass');

/** A real engineering move that turns a shortfall into a condition, with what it adds to each tool. */
export interface Remedy {
  id: string;
  /** Short, for "Print it with …". */
  label: string;
  /** As told to the one who does it. */
  how: string;
  money: Range;
  hours: Range;
  mass_kg: Range;
  /** Metal takes the wear: the printed body lasts far longer and the tool is a hybrid. */
  metalFace?: boolean;
}

export interface CheckResult {
  id: string;
  label: string;
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
  remedy?: Remedy;
  /** The shortfall is life alone: the route can still make the first parts. */
  bridge?: boolean;
}

/** Everything a check may look at. */
export interface CheckContext {
  family: Family;
  need: ResolvedNeed;
  process: Process;
  material: Material;
  size: Size;
  form: Form;
  /** Figures of this route before remedies. */
  figures: { mass_kg: number; lead_days: number };
}

/** One question put to a route. One file each in `checks/`; returns nothing when the need does not ask it. */
export interface Check {
  id: string;
  label: string;
  run(ctx: CheckContext): Omit<CheckResult, 'id' | 'label'> | undefined;
}

/** A miss on a "want" is a condition, not an exclusion. */
export const byLevel = (level: 'must' | 'want', state: State): State => (level === 'want' && state === 'fail' ? 'conditional' : state);

export const isPrint = (ctx: CheckContext): boolean => ctx.process.kind === 'print';
