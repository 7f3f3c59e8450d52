import type { Stressed } from '../life/fatigue';
import type { Use } from '../life/life';
import { contactFaces } from '../case/words';
import { rubbingOf } from '../life/rubbing';
import type { CheckContext } from './check';
import { wearIsOnMetal } from './remedies';
import { leftInService } from './service';
import { times } from './traits';
import { hardest } from './under-load';

/** Within this of what a material stands for long, K, it tires sooner. */
const NEAR_K = 15;

/** Ratio of the largest stress to the strength in its direction, as the strength check sees both; absent where no load is known. */
export function stressOf(ctx: CheckContext): Stressed | undefined {
  const { need, family, traits } = ctx;
  if (!ctx.loads?.length && family.loadCase === 'none' && need.load?.assumed) return undefined;
  // A bolt drawn tight stays as it is drawn: nothing comes and goes.
  const loads = ctx.loads?.filter((l) => !l.bolt).map((l) => ({ ...l, solved: l.unbolted ?? l.solved }));
  if (loads && !loads.length) return undefined;
  const load = hardest({ ...ctx, loads });
  if (!load) return undefined;
  const at = need.serviceTemp?.value ?? 23;
  const strength = load.across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
  const { joint = 1 } = ctx.process;
  const stress = times(load.stress, 1 / leftInService(need, traits) / joint);
  return {
    ratio: { low: stress.low / strength.high, likely: stress.likely / strength.likely, high: stress.high / strength.low },
    lasting: !!need.lasting?.value,
    warm: at >= traits.use_c.likely - NEAR_K,
    joined: joint < 1,
  };
}

/** What wears and tires the tool on this route, with the remedies taken. */
export const useOf = (ctx: CheckContext): Use => ({
  rubbing: rubbingOf(ctx.need, contactFaces(ctx.faces)),
  metalFace: wearIsOnMetal(ctx),
  stress: stressOf(ctx),
});
