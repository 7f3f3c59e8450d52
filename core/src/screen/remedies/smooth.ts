import { FINISHING, finishTo } from '../../shelf/finishing';
import { costs, type RemedyKind, surface_m2 } from '../remedy';
import { times } from '../traits';

export const smooth: RemedyKind = {
  id: 'smooth',
  label: 'smoothing',
  how: 'sanded, filled or polished on the faces that count',
  chemicals: ['filler and primer'],
  fits: ({ need, traits }) => !!need.roughness && !!finishTo(need.roughness.value, traits.ra_um.likely),
  cost: (ctx) => {
    const step = finishTo(ctx.need.roughness?.value ?? 0, ctx.traits.ra_um.likely) ?? FINISHING[FINISHING.length - 1];
    return costs({ hours: times(step.h_per_m2, WORKING_SHARE * surface_m2(ctx)), money: times(step.money_per_m2, WORKING_SHARE * surface_m2(ctx)) });
  },
  effect: (t, { need }) => {
    const step = finishTo(need.roughness?.value ?? 0, t.ra_um.likely);
    return step ? { ra_um: step.ra_um } : {};
  },
};

/** A half of a tool's surface gives its skin to the part. */
const WORKING_SHARE = 0.5;
