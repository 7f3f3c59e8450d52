import { formatNumber } from '../../quantity/quantity';
import type { Check } from '../check';
import { isHotWet, isWet } from '../service';

const BASIS = 'Uptake class of the material. Wet nylon is tougher, softer and larger by up to half a per cent.';

export const moisture: Check = {
  id: 'moisture',
  label: 'Damp',
  surroundings: true,
  limits: ['wet'],
  run({ need, material, traits, taken }) {
    const uptake = traits.moisture;
    const wet = isWet(need);
    const tight = need.tolerance && need.tolerance.value <= 0.1;
    if (!need.wet && !(wet && uptake === 'much') && !(tight && uptake === 'much')) return undefined;
    if (!wet && !(tight && uptake === 'much')) return { state: 'pass', basis: BASIS, reason: 'It works dry.' };
    if (uptake === 'none') return { state: 'pass', basis: BASIS, reason: `${material.label} takes up next to no water.` };
    // In water it swells however dry it was printed.
    if (taken.has('dry-box') && !wet)
      return {
        state: 'pass',
        basis: BASIS,
        reason: `Dried${material.moisture.dry ? ` (${material.moisture.dry})` : ''}, printed from a dry box, and measured in the climate where it works.`,
      };
    if (uptake === 'some') return { state: 'pass', basis: BASIS, reason: `${material.label} takes up a little water: sizes move by a tenth of a per cent.` };
    if (isHotWet(need))
      return {
        state: 'conditional',
        basis: BASIS,
        reason:
          `${material.label} swells and softens in damp, and warm water goes through a seal: soak a coupon at that heat for a week, and measure and bend it.`,
      };
    return {
      state: 'conditional',
      basis: BASIS,
      offers: wet ? ['seal'] : ['dry-box', 'seal'],
      reason: `${material.label} swells in damp${
        tight ? `, and ±${formatNumber(need.tolerance!.value)} mm is asked` : ''
      }: seal it, or let it soak first and machine it then.`,
    };
  },
};
