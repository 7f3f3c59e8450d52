import { finishTo } from '../../shelf/finishing';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS = 'Ra of the faces as built or as finished, low to high of the usual range; along layers it is better than across.';

export const roughness: Check = {
  id: 'roughness',
  label: 'Roughness',
  limits: ['roughness'],
  run({ need, traits }) {
    if (!need.roughness) return undefined;
    const asked = need.roughness.value;
    const { low, likely, high } = traits.ra_um;
    const common = {
      value: likely,
      limit: asked,
      unit: 'µm',
      margin: (asked - likely) / asked,
      basis: BASIS,
      chance: chanceAtMost(traits.ra_um, askedRange(need, 'roughness')),
    };
    const is = `Ra ${Number(likely.toPrecision(2))} µm`;
    if (likely <= asked) return { ...common, state: 'pass', reason: `${is} (up to ${Number(high.toPrecision(2))}); ${asked} µm is asked.` };
    const step = finishTo(asked, likely);
    if (step)
      return {
        ...common,
        state: 'conditional',
        offers: ['smooth'],
        reason: `${is} as built; ${step.label.toLowerCase()} brings it to ${step.ra_um.likely} µm, ${step.h_per_m2.likely} h a square metre.`,
      };
    if (low <= asked) return { ...common, state: 'conditional', reason: `${is} as a rule; ${asked} µm on the better faces only: measure it.` };
    return { ...common, state: byLevel(need.roughness.level, 'fail'), reason: `${is}; nothing on the shelf brings it to ${asked} µm.` };
  },
};
