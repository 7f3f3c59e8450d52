import { formatNumber } from '../../quantity/quantity';
import { askedRange, byLevel, chanceAtMost, type Check, isPrint } from '../check';

const BASIS = 'What the process holds in size at this length; prints warp by half as much again. Prove it on a surface plate.';

export const flatness: Check = {
  id: 'flatness',
  label: 'Flatness',
  limits: ['flatness'],
  run(ctx) {
    const { need, traits } = ctx;
    if (!need.flatness) return undefined;
    const asked = need.flatness.value, is = traits.flatness_mm;
    const common = {
      value: is,
      limit: asked,
      unit: 'mm',
      margin: (asked - is) / asked,
      basis: BASIS,
      chance: chanceAtMost({ low: 0.6 * is, likely: is, high: 1.6 * is }, askedRange(need, 'flatness')),
    };
    if (is <= asked) return { ...common, state: 'pass', reason: `Flat to about ${is.toFixed(2)} mm; ${formatNumber(asked)} mm is asked.` };
    if (isPrint(ctx) && asked >= 0.03)
      return {
        ...common,
        state: 'conditional',
        offers: ['machined-datums'],
        reason: `As printed it is flat to about ${is.toFixed(2)} mm: leave allowance and mill the face that has to be flat to ${formatNumber(asked)} mm.`,
      };
    if (!isPrint(ctx) && is <= 3 * asked)
      return {
        ...common,
        state: 'conditional',
        reason: `Flat to about ${is.toFixed(2)} mm as a rule; ${formatNumber(asked)} mm needs a stress-relieved blank and a last light cut.`,
      };
    return { ...common, state: byLevel(need.flatness.level, 'fail'), reason: `Flat to about ${is.toFixed(2)} mm; ${formatNumber(asked)} mm is out of reach.` };
  },
};
