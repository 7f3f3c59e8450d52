import { formatNumber } from '../../quantity/quantity';
import type { Check } from '../check';
import { MOST_SECTIONS, piecesOf, sectionsByHours } from '../sections';

const SHIFT =
  'Longest build at likely figures against the shift, as set on the Shop page and in the register of machines. A build that is paused overnight comes loose or shows it.';
const LIMIT = 'Longest build at likely figures against the longest build wanted: a figure of the process, which can be put over.';

/** One build takes so long: what may not run alone has to fit into a shift, the rest into the longest build wanted. */
export const unattended: Check = {
  id: 'unattended',
  label: 'Longest build',
  run(ctx) {
    const { process, figures, longest_h, taken, size } = ctx;
    if (longest_h === undefined) return undefined;
    const hours = figures.build_h;
    const common = { value: hours, limit: longest_h, unit: 'h', margin: (longest_h - hours) / longest_h, basis: process.watched ? SHIFT : LIMIT };
    const says = process.watched ? `A build of ${hours.toFixed(1)} h may not run alone` : `One build takes ${formatNumber(Math.round(hours))} h`;
    const room = process.watched ? `a shift has ${longest_h} h` : `the longest wanted is ${formatNumber(longest_h)} h`;
    if (hours <= longest_h) return process.watched ? { ...common, state: 'pass', reason: `${says}; it fits into a shift of ${longest_h} h.` } : undefined;
    // Cut for the room of the machine, each section is a build of its own.
    const pieces = Math.max(sectionsByHours(ctx), piecesOf(size, process).count);
    if (pieces <= MOST_SECTIONS && taken.has('join-pieces')) {
      return { ...common, state: 'pass', reason: `${says}: made in ${pieces} pieces${process.watched ? ', one a shift' : ', a build each'}.` };
    }
    if (pieces <= MOST_SECTIONS) {
      return {
        ...common,
        state: 'conditional',
        offers: ['join-pieces'],
        reason: process.watched
          ? `${says}, and ${room}: make it in ${pieces} pieces, let it run alone, or have it made outside.`
          : `${says}, and ${room}: make it in ${pieces} pieces, or trust the machine for that long.`,
      };
    }
    return process.watched
      ? { ...common, state: 'fail', reason: `${says}, and ${room}: too long to be split. Let it run alone, or have it made outside.` }
      : {
        ...common,
        state: 'conditional',
        chance: 0.6,
        reason: `${says}, and ${room}: too long to be split. Ask whether the machine is to be trusted for that long.`,
      };
  },
};
