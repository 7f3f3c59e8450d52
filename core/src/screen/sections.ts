import type { Size } from '../case/facts';
import type { Process } from '../process/process';
import { type Fit, fit, sectioning } from '../shape/envelope';
import { type CheckContext, isPrint } from './check';

/** More pieces than this are a kit, not a tool. */
export const MOST_SECTIONS = 4;

/** The same box is asked about for every material of a process, and again while somebody types. */
const fits = new WeakMap<Size, Map<Process['envelope_mm'], Fit>>();
/** The tool in the room of the machine. */
export function fitOf(size: Size, process: Process): Fit {
  let kept = fits.get(size);
  if (!kept) fits.set(size, kept = new Map());
  const { envelope_mm } = process;
  let f = kept.get(envelope_mm);
  if (!f) kept.set(envelope_mm, f = fit(size.sorted, envelope_mm));
  return f;
}
export const fitsWhole = (f: Fit): boolean => f.share <= 1 + 1e-9;

/** Longest build of one whole tool against the longest that is wanted, in sections of equal hours. */
export const sectionsByHours = ({ figures, longest_h }: Pick<CheckContext, 'figures' | 'longest_h'>): number =>
  longest_h === undefined ? 1 : Math.ceil(figures.build_h / longest_h - 1e-9);

/** Sections that one tool is printed in where it is cut: as many as the room of the machine asks for, and the longest build. */
export const sectionsOf = (ctx: CheckContext): number => Math.max(2, sectioning(ctx.size.sorted, ctx.process.envelope_mm).count, sectionsByHours(ctx));

/** Sections that one tool will be made in: cut because somebody said so, or because the machine has no room for it whole; 1 in one piece, or where it is not printed. */
export function madeInSections(ctx: CheckContext): number {
  if (!isPrint(ctx)) return 1;
  const count = ctx.taken.has('join-pieces') || !fitsWhole(fitOf(ctx.size, ctx.process)) ? sectionsOf(ctx) : 1;
  return count <= MOST_SECTIONS ? count : 1;
}
