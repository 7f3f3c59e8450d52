import type { Size } from '../case/facts';
import type { Process } from '../process/process';
import { type Envelope, type Fit, fit, sectioning } from '../shape/envelope';
import { once } from '../worksheet/once';
import { type CheckContext, isPrint } from './check';

/** More pieces than this are a kit, not a tool. */
export const MOST_SECTIONS = 4;

/** The same box is asked about for every material of a process, and again while somebody types. */
const byRoom = <T>(of: (box: Size['sorted'], room: Envelope) => T): (size: Size, process: Process) => T => {
  const bySize = once((_: Size) => new Map<Envelope, T>());
  return (size, { envelope_mm }) => {
    const kept = bySize(size);
    let found = kept.get(envelope_mm);
    if (!found) kept.set(envelope_mm, found = of(size.sorted, envelope_mm));
    return found;
  };
};
/** The tool in the room of the machine. */
export const fitOf = byRoom(fit);
/** The fewest pieces of it that go into the room of the machine. */
export const piecesOf = byRoom(sectioning);
/** Longest piece of it that the machine has room for, mm; 0 where no length of it fits. */
export const longestPiece = byRoom(longestIn);
export const fitsWhole = (f: Fit): boolean => f.share <= 1 + 1e-9;

/** Longest build of one whole tool against the longest that is wanted, in sections of equal hours. */
export const sectionsByHours = ({ figures, longest_h }: Pick<CheckContext, 'figures' | 'longest_h'>): number =>
  longest_h === undefined ? 1 : Math.ceil(figures.build_h / longest_h - 1e-9);

/** Sections that one tool is printed in where it is cut: as many as the room of the machine asks for, and the longest build. */
export const sectionsOf = (ctx: CheckContext): number => Math.max(2, piecesOf(ctx.size, ctx.process).count, sectionsByHours(ctx));

/** Sections that one tool will be made in: cut because somebody said so, or because the machine has no room for it whole; 1 in one piece, or where it is not printed. */
export function madeInSections(ctx: CheckContext): number {
  if (!isPrint(ctx)) return 1;
  const count = ctx.taken.has('join-pieces') || !fitsWhole(fitOf(ctx.size, ctx.process)) ? sectionsOf(ctx) : 1;
  return count <= MOST_SECTIONS ? count : 1;
}

/** Shorter steps than this do not matter to where a tool is cut, mm. */
const STEP = 0.1;
function longestIn([length, b, c]: Size['sorted'], room: Envelope): number {
  const goesIn = (x: number): boolean => fitsWhole(fit([x, b, c], room));
  if (!goesIn(STEP)) return 0;
  let [low, high] = [STEP, length];
  if (goesIn(high)) return high;
  while (high - low > STEP) {
    const x = (low + high) / 2;
    if (goesIn(x)) low = x;
    else high = x;
  }
  return low;
}
