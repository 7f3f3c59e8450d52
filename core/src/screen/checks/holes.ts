import { capital } from '../../quantity/words';
import { type Check, isPrint } from '../check';

const BASIS =
  'Round holes found on the mesh, or as corrected in the hole table. Least printed hole and depth to width: usual workshop figures; try a coupon with the same hole.';

/** Deeper than this many widths, loose powder or resin does not come out of a hole by itself, and a usual drill wanders. */
const DEEP = 10;

/** Round holes and channels: do they come out open, can what fills them be got out, can they be drilled? */
export const holes: Check = {
  id: 'holes',
  label: 'Holes',
  run(ctx) {
    const { process: { limits, traps, kind }, holes: list, taken } = ctx;
    if (!list?.length) return undefined;
    const narrow = list.reduce((a, b) => (b.diameter_mm < a.diameter_mm ? b : a));
    // Open at both ends, each end is half as deep.
    const depth = (h: (typeof list)[number]): number => h.depth_mm / h.diameter_mm / (h.through ? 2 : 1);
    const deep = list.reduce((a, b) => (depth(b) > depth(a) ? b : a));
    const mm = (x: number): string => `${Number(x.toPrecision(2))} mm`;
    const long = `${mm(deep.diameter_mm)} wide and ${mm(deep.depth_mm)} deep`;
    if (isPrint(ctx)) {
      if (!limits) return undefined;
      const common = { value: narrow.diameter_mm, limit: limits.hole_mm, unit: 'mm', margin: narrow.diameter_mm / limits.hole_mm - 1, basis: BASIS };
      if (narrow.diameter_mm < limits.hole_mm && !taken.has('drilled-holes')) {
        return {
          ...common,
          state: 'conditional',
          offers: ['drilled-holes'],
          reason: `A hole of ${mm(narrow.diameter_mm)} may close; from ${mm(limits.hole_mm)} it stays open. Print a centre mark and drill it.`,
        };
      }
      if (traps && traps !== 'support' && depth(deep) > DEEP) {
        return {
          value: depth(deep),
          limit: DEEP,
          unit: '–',
          margin: 1 - depth(deep) / DEEP,
          basis: BASIS,
          state: 'conditional',
          reason: `${capital(traps)} stays in a channel ${long}: widen it, open its other end, or see that it can be washed or blown out.`,
        };
      }
      if (narrow.diameter_mm < limits.hole_mm) return { ...common, state: 'pass', reason: `Holes under ${mm(limits.hole_mm)} are drilled after printing.` };
      return { ...common, state: 'pass', reason: `Holes from ${mm(narrow.diameter_mm)}; ${mm(limits.hole_mm)} and up stay open.` };
    }
    if (kind !== 'machine' && kind !== 'hand') return undefined;
    const common = { value: depth(deep), limit: DEEP, unit: '–', margin: 1 - depth(deep) / DEEP, basis: BASIS };
    if (depth(deep) > DEEP)
      return {
        ...common,
        state: 'conditional',
        reason: `A hole ${long} is deeper than ${DEEP} widths: a long drill wanders; ask the shop, or drill from both ends.`,
      };
    return { ...common, state: 'pass', reason: `${list.length === 1 ? 'The hole is' : `All ${list.length} holes are`} within the depth of a usual drill.` };
  },
};
