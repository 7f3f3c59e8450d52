import type { Check } from '../check';

const BASIS =
  'Longest build at likely figures against the shift, as set on the Shop page and in the register of machines. A build that is paused overnight comes loose or shows it.';
/** More pieces than this are a kit, not a tool. */
const MOST_PIECES = 4;

/** A build that may not run alone has to fit into a shift: it is split, or it is not made so. */
export const unattended: Check = {
  id: 'unattended',
  label: 'Running alone',
  run({ process, figures, shift_h, taken }) {
    if (!process.watched) return undefined;
    const hours = figures.build_h;
    const common = { value: hours, limit: shift_h, unit: 'h', margin: (shift_h - hours) / shift_h, basis: BASIS };
    const says = `A build of ${hours.toFixed(1)} h may not run alone`;
    if (hours <= shift_h) return { ...common, state: 'pass', reason: `${says}; it fits into a shift of ${shift_h} h.` };
    const pieces = Math.ceil(hours / shift_h);
    if (pieces <= MOST_PIECES && taken.has('join-pieces')) return { ...common, state: 'pass', reason: `${says}: made in ${pieces} pieces, one a shift.` };
    if (pieces <= MOST_PIECES)
      return {
        ...common,
        state: 'conditional',
        offers: ['join-pieces'],
        reason: `${says}, and a shift has ${shift_h} h: make it in ${pieces} pieces, let it run alone, or have it made outside.`,
      };
    return { ...common, state: 'fail', reason: `${says}, and a shift has ${shift_h} h: too long to be split. Let it run alone, or have it made outside.` };
  },
};
