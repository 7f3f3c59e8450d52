import { formatNumber } from '../../quantity/quantity';
import { finishTo } from '../../shelf/finishing';
import { exactly } from '../../shelf/types';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';
import { faceRoughness, LIE_WORDS, worstOf } from '../faces';

const BASIS =
  'Ra of the faces as built or as finished, low to high of the usual range. On marked faces by how they lie: best on the bed, steps on a slope, half as rough again over support.';

export const roughness: Check = {
  id: 'roughness',
  label: 'Roughness',
  limits: ['roughness'],
  run(ctx) {
    const { need, traits } = ctx;
    const face = worstOf(faceRoughness(ctx));
    if (!need.roughness && !face) return undefined;
    // Where faces are marked, they are what counts.
    const asked = face?.asked ?? need.roughness!.value;
    const ra = face?.ra ?? traits.ra_um;
    const { low, likely, high } = ra;
    const where = face ? ` on face ${face.name}, ${LIE_WORDS[face.lie]}` : '';
    const common = {
      value: likely,
      limit: asked,
      unit: 'µm',
      margin: (asked - likely) / asked,
      basis: BASIS,
      chance: chanceAtMost(ra, face ? exactly(asked) : askedRange(need, 'roughness')),
    };
    const is = `Ra ${Number(likely.toPrecision(2))} µm${where}`;
    if (likely <= asked) return { ...common, state: 'pass', reason: `${is} (up to ${Number(high.toPrecision(2))}); ${formatNumber(asked)} µm is asked.` };
    const step = finishTo(asked, likely, { largest_mm: ctx.size.sorted[0], material: ctx.material });
    if (step)
      return {
        ...common,
        state: 'conditional',
        offers: ['smooth'],
        reason:
          `${is} as built; ${step.label.toLowerCase()} brings it to ${step.ra_um.likely} µm, ${step.h_per_m2.likely} h a square metre and ${step.order_h.likely} h an order.`,
      };
    if (low <= asked) return { ...common, state: 'conditional', reason: `${is} as a rule; ${formatNumber(asked)} µm on the better faces only: measure it.` };
    return {
      ...common,
      state: byLevel(face ? 'must' : need.roughness!.level, 'fail'),
      reason: `${is}; nothing on the shelf brings it to ${formatNumber(asked)} µm.`,
    };
  },
};
