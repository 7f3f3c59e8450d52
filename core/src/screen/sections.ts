import { sectioning } from '../shape/envelope';
import type { CheckContext } from './check';

/** More pieces than this are a kit, not a tool. */
export const MOST_SECTIONS = 4;

/** Longest build of one whole tool against the longest that is wanted, in sections of equal hours. */
export const sectionsByHours = ({ figures, longest_h }: Pick<CheckContext, 'figures' | 'longest_h'>): number =>
  longest_h === undefined ? 1 : Math.ceil(figures.build_h / longest_h - 1e-9);

/** Sections that one tool is printed in where it is cut: as many as the room of the machine asks for, and the longest build. */
export const sectionsOf = (ctx: CheckContext): number => Math.max(2, sectioning(ctx.size.sorted, ctx.process.envelope_mm).count, sectionsByHours(ctx));
