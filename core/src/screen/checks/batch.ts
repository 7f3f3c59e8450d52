import type { Check } from '../check';

const BASIS = 'Fewest pieces for which suppliers run the process as a rule, or the most that are made by hand.';
/** So many times too few, or too many, and it is not done at all. */
const FAR = 4;

export const batch: Check = {
  id: 'batch',
  label: 'Quantity',
  limits: ['copies'],
  run({ need, process, family }) {
    if (!process.batch) return undefined;
    const { least = 0, most = Infinity, says } = process.batch;
    const n = family.duty === 'core' ? (need.cyclesPerYear?.value ?? 1) * (need.years?.value ?? 1) : (need.copies?.value ?? 1);
    const pieces = `${Math.round(n)} ${Math.round(n) === 1 ? 'piece' : 'pieces'}`;
    if (n > most) {
      const common = { value: n, limit: most, unit: 'pieces', margin: 1 - n / most, basis: BASIS };
      return { ...common, state: n <= FAR * most ? 'conditional' : 'fail', reason: `${pieces} are many for it: ${says}.` };
    }
    const limit = least || most;
    const common = { value: n, limit, unit: 'pieces', margin: least ? n / least - 1 : 1 - n / most, basis: BASIS };
    return n >= least
      ? { ...common, state: 'pass', reason: least ? `${pieces}; it is run from about ${least}.` : `${pieces}; up to about ${most} are made so.` }
      : { ...common, state: n >= least / FAR ? 'conditional' : 'fail', reason: `${pieces} ${Math.round(n) === 1 ? 'is' : 'are'} few for it: ${says}.` };
  },
};
