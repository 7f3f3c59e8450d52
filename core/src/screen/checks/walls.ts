import { type Check, isPrint } from '../check';

const BASIS = 'Rays through the wall and across gaps from 12 000 places spread over the mesh; sharp edges do not count. Thin places are marked on the drawing.';

/** Walls too thin to be printed, and gaps that close. */
export const walls: Check = {
  id: 'walls',
  label: 'Walls',
  run(ctx) {
    const { process: { limits }, study } = ctx;
    if (!isPrint(ctx) || !limits || !study) return undefined;
    const { p5_mm: p5, min_mm: least, gap_mm: gap } = study.body.thickness;
    const mm = (x: number): string => `${x.toFixed(x < 1 ? 2 : 1)} mm`;
    const common = { value: p5, limit: limits.wall_mm, unit: 'mm', margin: p5 / limits.wall_mm - 1, basis: BASIS };
    if (p5 < 0.6 * limits.wall_mm)
      return {
        ...common,
        state: 'fail',
        reason: `A twentieth of the surface stands on walls under ${mm(p5)}; ${mm(limits.wall_mm)} is the least. Thicken them.`,
      };
    if (p5 < limits.wall_mm)
      return {
        ...common,
        state: 'conditional',
        reason: `Walls of ${mm(p5)} are below the ${mm(limits.wall_mm)} this process likes: thicken them, or print a coupon first.`,
      };
    if (gap !== null && gap < limits.gap_mm)
      return {
        ...common,
        value: gap,
        limit: limits.gap_mm,
        margin: gap / limits.gap_mm - 1,
        state: 'conditional',
        reason: `A gap of ${mm(gap)} may close; ${mm(limits.gap_mm)} stays open. Widen it or plan to cut it free.`,
      };
    if (least < limits.wall_mm)
      return { ...common, state: 'pass', reason: `Walls hold (${mm(p5)} and up); a few spots run out to ${mm(least)}: look at the marks.` };
    return { ...common, state: 'pass', reason: `Walls from ${mm(least)} up; ${mm(limits.wall_mm)} is the least.` };
  },
};
