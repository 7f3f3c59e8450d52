import { formatNumber } from '../../quantity/quantity';
import type { Check } from '../check';

const BASIS = 'Uptake class of the material. Wet nylon is tougher, softer and larger by up to half a per cent.';

export const moisture: Check = {
  id: 'moisture',
  label: 'Damp',
  limits: ['wet'],
  run({ need, material, traits, taken }) {
    const uptake = traits.moisture;
    const wet = need.wet?.value || need.fluids?.value.some((f) => f === 'water' || f === 'coolant' || f === 'alkaline');
    const tight = need.tolerance && need.tolerance.value <= 0.1;
    if (!need.wet && !(wet && uptake === 'much') && !(tight && uptake === 'much')) return undefined;
    if (uptake === 'none') return { state: 'pass', basis: BASIS, reason: `${material.label} takes up next to no water.` };
    if (taken.has('dry-box'))
      return {
        state: 'pass',
        basis: BASIS,
        reason: `Dried${material.moisture.dry ? ` (${material.moisture.dry})` : ''}, printed from a dry box, and measured in the climate where it works.`,
      };
    if (uptake === 'some') return { state: 'pass', basis: BASIS, reason: `${material.label} takes up a little water: sizes move by a tenth of a per cent.` };
    return {
      state: 'conditional',
      basis: BASIS,
      offers: ['seal', 'dry-box'],
      reason: `${material.label} swells in damp${
        tight ? `, and ±${formatNumber(need.tolerance!.value)} mm is asked` : ''
      }: seal it, or let it soak first and machine it then.`,
    };
  },
};
