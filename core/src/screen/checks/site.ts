import type { Check } from '../check';

const BASIS = 'Machines as set on the Shop page; skill as the process asks for it; how many tools are known to have been made this way.';

/** Machine and skill on site, or at a supplier. */
export const site: Check = {
  id: 'site',
  label: 'Means',
  run({ process, onSite }) {
    if (process.where === 'house' && !onSite)
      return {
        state: 'conditional',
        basis: BASIS,
        reason: `${process.label}: there is no machine on site that takes it. Ask a bureau for a price and put it over the line, or count the machine in.`,
      };
    if (process.thin) return { state: 'conditional', chance: 0.9, basis: BASIS, reason: process.thin };
    if (process.skill) return { state: 'pass', basis: BASIS, reason: process.skill };
    return undefined;
  },
};
