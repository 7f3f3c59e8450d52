import type { ToRead } from '../process/process';
import type { SolvedRemedy } from '../case/load-table';
import type { Range } from '../worksheet/types';
import type { CheckContext } from './check';
import type { RemedyId } from './remedies';
import type { Traits } from './traits';

/** What a remedy adds to one tool. */
export interface RemedyCost {
  money: Range;
  hours: Range;
  mass_kg: Range;
  /** Engineer's hours that are paid once an order, whatever the copies: a change of the model, a set-up thought out. */
  once_hours: Range;
}

/**
 * A real engineering move against a shortfall. One file each in `remedies/`. Checks offer it by id; taken, it changes the
 * route's traits and its worksheet, and all checks are put again.
 */
export interface RemedyKind {
  id: string;
  /** Short, for "Print it with …". */
  label: string;
  /** As told to the one who does it. */
  how: string;
  /** The same on one route, where it is known more closely there. */
  onRoute?(ctx: CheckContext): (Pick<RemedyKind, 'how' | 'chemicals'> & { label?: string }) | undefined;
  /** Can it be done on this route at all? */
  fits(ctx: CheckContext): boolean;
  cost(ctx: CheckContext): RemedyCost;
  /** What changes; nothing for those that a check asks about by name. */
  effect?(traits: Traits, ctx: CheckContext): Partial<Traits>;
  /** Metal takes the wear: the printed body lasts far longer and the tool is a hybrid. */
  metalFace?: boolean;
  /** Metal takes the wear where the duty is the one it serves, without making the tool a hybrid. */
  carriesWear?(ctx: CheckContext): boolean;
  /** It is soft and wears by itself, to be renewed while the body goes on. */
  pad?: boolean;
  /** Something the shop does rather than a part of the tool: not for a headline. */
  habit?: boolean;
  /** Share of its life after which the tool is replaced. */
  lifeUsed?: number;
  /** Pieces made and not used: a first print to be measured. */
  extraPieces?: number;
  /** Sections that one tool is built in: each a piece on the plate. */
  sections?(ctx: CheckContext): number;
  /** What is read when it is done, and what to look at. */
  read?: readonly ToRead[];
  look?: string;
  /** Working hours until what is bought or made for it is there; it is ordered when the model is done. */
  parts_h?: Range;
  /** Hours that pass by themselves before it is inspected: a coat dries, an oven runs. */
  rest_h?: Range;
  /** What is handled: safety sheets are to be had of these. */
  chemicals?: readonly string[];
  /** Remedies that do its work as well: where one of them is counted in as usual, it is not. */
  notBeside?: readonly RemedyId[];
  /** Other remedies with which it quarrels, and why. */
  quarrels?: Readonly<Partial<Record<RemedyId, string>>>;
}

/** A remedy as offered on one route, with its price on this tool. */
export interface Remedy extends RemedyCost {
  id: string;
  label: string;
  how: string;
  chemicals?: readonly string[];
  metalFace?: boolean;
  /** Metal takes the wear on this route: the body only carries it. */
  carriesWear?: boolean;
  pad?: boolean;
  habit?: boolean;
  lifeUsed?: number;
  extraPieces?: number;
  sections?: number;
  parts_h?: Range;
  rest_h?: Range;
}

const NONE: Range = { low: 0, likely: 0, high: 0 };
export const range = (low: number, likely: number, high: number): Range => ({ low, likely, high });
/** Cost with what it leaves out at nothing. */
export const costs = (c: Partial<RemedyCost>): RemedyCost => ({ money: NONE, hours: NONE, mass_kg: NONE, once_hours: NONE, ...c });

/** Every load was solved with this remedy in place: it is in the stress and the give already. */
export const isSolvedWith = ({ loads }: CheckContext, id: SolvedRemedy): boolean =>
  !!loads?.length && loads.every((l) => l.solved && l.solvedWith?.includes(id));

/** Surface of the tool, m²: measured, else that of its box. */
export function surface_m2(ctx: CheckContext): number {
  const [l, w, t] = ctx.size.sorted;
  return (ctx.measure?.area_mm2 ?? 2 * (l * w + w * t + t * l)) / 1e6;
}
export const isPlastic = (ctx: CheckContext): boolean => ctx.material.family === 'polymer' || ctx.material.family === 'fibre';
export const isPrinted = (ctx: CheckContext): boolean => ctx.process.kind === 'print';
