import { FINISHING, finishTo, type FinishingStep } from '../../shelf/finishing';
import { isHardened } from '../../shelf/types';
import type { CheckContext } from '../check';
import { faceRoughness, worstOf } from '../faces';
import { costs, type RemedyKind, surface_m2 } from '../remedy';
import { times } from '../traits';

export const smooth: RemedyKind = {
  id: 'smooth',
  label: 'smoothing',
  how: 'sanded, filled or polished on the faces that count',
  chemicals: ['filler and primer'],
  fits: (ctx) => !!stepFor(ctx),
  cost: (ctx) => {
    const step = stepFor(ctx) ?? FINISHING[FINISHING.length - 1];
    const marked = faceRoughness(ctx).reduce((sum, f) => sum + f.area_mm2, 0) / 1e6;
    const area = marked || WORKING_SHARE * surface_m2(ctx);
    // Hard steel takes its time.
    const slow = isHardened(ctx.material) ? HARD : 1;
    return costs({ hours: times(step.h_per_m2, slow * (1 + freeShare(ctx)) * area), money: times(step.money_per_m2, area) });
  },
  effect: (_, ctx) => {
    const step = stepFor(ctx);
    return step ? { ra_um: step.ra_um } : {};
  },
};

/** What brings the face that misses by most, or the whole tool, to what is asked. */
function stepFor(ctx: CheckContext): FinishingStep | undefined {
  const face = worstOf(faceRoughness(ctx));
  const asked = face?.asked ?? ctx.need.roughness?.value;
  return asked === undefined ? undefined : finishTo(asked, face?.holds ?? ctx.traits.ra_um.likely, { largest_mm: ctx.size.sorted[0], material: ctx.material });
}

/** Hardened steel is polished this many times more slowly. */
const HARD = 2;

/** A curved face is worked by hand all along and takes twice as long as a flat one. */
const freeShare = ({ measure, study }: CheckContext): number => (study && measure?.area_mm2 ? Math.min(1, study.body.freeForm_mm2 / measure.area_mm2) : 0);

/** Where no face is marked, a half of a tool's surface gives its skin to the part. */
const WORKING_SHARE = 0.5;
