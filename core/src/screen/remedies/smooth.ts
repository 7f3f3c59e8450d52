import { inSentence } from '../../quantity/words';
import { FINISHING, type FinishingStep, finishSurely, finishTo, type Workpiece } from '../../shelf/finishing';
import { isHardened } from '../../shelf/types';
import type { Range } from '../../worksheet/types';
import type { CheckContext } from '../check';
import { faceRoughness, worstOf } from '../faces';
import { costs, type RemedyKind, surface_m2 } from '../remedy';
import { times } from '../traits';

export const smooth: RemedyKind = {
  id: 'smooth',
  label: 'smoothing',
  how: 'finished on the faces that count: blasted, tumbled, sanded, filled, milled or polished',
  onRoute: (ctx) => {
    const step = stepFor(ctx);
    return step && { how: `finished on the faces that count: ${inSentence(step.label)}`, chemicals: step.chemicals };
  },
  fits: (ctx) => !!stepFor(ctx),
  // It is measured, and where the quick step did not do, the sure one follows: that is dearer, not a tool made again.
  cost: (ctx) => {
    const step = stepFor(ctx) ?? FINISHING[FINISHING.length - 1];
    const sure = sureStep(ctx) ?? step;
    const marked = faceRoughness(ctx).reduce((sum, f) => sum + f.area_mm2, 0) / 1e6;
    const area = marked || WORKING_SHARE * surface_m2(ctx);
    // Hard steel takes its time.
    const slow = isHardened(ctx.material) ? HARD : 1;
    return costs({
      hours: times(goneOn(step.h_per_m2, sure.h_per_m2), slow * (1 + freeShare(ctx)) * area),
      money: times(goneOn(step.money_per_m2, sure.money_per_m2), area),
      once_hours: goneOn(step.order_h, sure.order_h),
    });
  },
  effect: (_, ctx) => {
    const step = stepFor(ctx);
    if (!step) return {};
    const { low, high } = step.ra_um;
    const asked = wanted(ctx)!;
    // What came out rougher has been gone over again.
    return { ra_um: high > asked && sureStep(ctx) ? { low, likely: (low + asked) / 2, high: asked } : step.ra_um };
  },
};

/** What is asked of the face that misses by most, or of the whole tool, Ra in µm. */
const wanted = (ctx: CheckContext): number | undefined => worstOf(faceRoughness(ctx))?.asked ?? ctx.need.roughness?.value;
const piece = (ctx: CheckContext): Workpiece => ({ largest_mm: ctx.size.sorted[0], material: ctx.material });

/** What likely brings it there, and what surely does. */
function stepFor(ctx: CheckContext): FinishingStep | undefined {
  const asked = wanted(ctx);
  return asked === undefined ? undefined : finishTo(asked, worstOf(faceRoughness(ctx))?.holds ?? ctx.traits.ra_um.likely, piece(ctx));
}
function sureStep(ctx: CheckContext): FinishingStep | undefined {
  const asked = wanted(ctx);
  return asked === undefined ? undefined : finishSurely(asked, piece(ctx));
}
/** A step, at worst with the sure one after it. */
const goneOn = (step: Range, sure: Range): Range => ({ ...step, high: Math.max(step.high, step.likely + sure.likely) });

/** Hardened steel is polished this many times more slowly. */
const HARD = 2;

/** A curved face is worked by hand all along and takes twice as long as a flat one. */
const freeShare = ({ measure, study }: CheckContext): number => (study && measure?.area_mm2 ? Math.min(1, study.body.freeForm_mm2 / measure.area_mm2) : 0);

/** Where no face is marked, a half of a tool's surface gives its skin to the part. */
const WORKING_SHARE = 0.5;
