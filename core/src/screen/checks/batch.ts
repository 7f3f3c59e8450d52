import type { Check } from '../check';

const BASIS = 'Fewest pieces for which suppliers run the process as a rule.';

export const batch: Check = {
  id: 'batch',
  label: 'Quantity',
  limits: ['copies'],
  run({ need, process, family }) {
    if (!process.batch) return undefined;
    const { least, says } = process.batch;
    const n = family.duty === 'core' ? (need.cyclesPerYear?.value ?? 1) * (need.years?.value ?? 1) : (need.copies?.value ?? 1);
    const common = { value: n, limit: least, unit: 'pieces', margin: n / least - 1, basis: BASIS };
    return n >= least
      ? { ...common, state: 'pass', reason: `${Math.round(n)} pieces; it is run from about ${least}.` }
      : { ...common, state: n >= least / 4 ? 'conditional' : 'fail', reason: `${Math.round(n)} ${n === 1 ? 'piece is' : 'pieces are'} few for it: ${says}.` };
  },
};
