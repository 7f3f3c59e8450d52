import { formatNumber } from '../../quantity/quantity';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS = 'Volume as made times density, from the worksheet, with what the remedies taken weigh.';

export const weight: Check = {
  id: 'weight',
  label: 'Weight',
  limits: ['massLimit'],
  run({ need, figures, extra_kg }) {
    if (!need.massLimit) return undefined;
    const limit = need.massLimit.value;
    const mass = figures.mass_kg + extra_kg;
    const state = mass <= limit ? 'pass' : mass <= 1.25 * limit ? 'conditional' : 'fail';
    const m = `${mass.toPrecision(2)} kg`;
    return {
      state: byLevel(need.massLimit.level, state),
      value: mass,
      limit,
      unit: 'kg',
      margin: (limit - mass) / limit,
      chance: chanceAtMost({ low: 0.85 * mass, likely: mass, high: 1.2 * mass }, askedRange(need, 'massLimit')),
      basis: BASIS,
      reason: state === 'pass'
        ? `${m} of ${formatNumber(limit)} kg.`
        : state === 'conditional'
        ? `${m} is a little over ${formatNumber(limit)} kg: take some out (ribs, pockets, fill).`
        : `${m} is too heavy for ${formatNumber(limit)} kg.`,
    };
  },
};
