import type { Stressed } from '../life/fatigue';
import type { Use } from '../life/life';
import { rubbingOf } from '../life/rubbing';
import { askedRange, type CheckContext } from './check';
import { loadPath } from './load-path';
import { wearIsOnMetal } from './remedies';
import { leftInService } from './service';

/** Within this of what a material stands for long, K, it tires sooner. */
const NEAR_K = 15;

/** Ratio of the largest stress to the strength in its direction, as the strength check sees both; absent where no load is known. */
export function stressOf(ctx: CheckContext): Stressed | undefined {
  const { need, family, traits } = ctx;
  if (!need.load || need.load.value === 0 || (family.loadCase === 'none' && need.load.assumed)) return undefined;
  const path = loadPath(ctx);
  const at = need.serviceTemp?.value ?? 23;
  const strength = path.across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
  const force = askedRange(need, 'load');
  const { joint = 1 } = ctx.process;
  const per = path.stress_per_n / leftInService(need, traits) / joint;
  return {
    ratio: { low: (force.low * per) / strength.high, likely: (force.likely * per) / strength.likely, high: (force.high * per) / strength.low },
    lasting: !!need.lasting?.value,
    warm: at >= traits.use_c.likely - NEAR_K,
    joined: joint < 1,
  };
}

/** What wears and tires the tool on this route, with the remedies taken. */
export const useOf = (ctx: CheckContext): Use => ({ rubbing: rubbingOf(ctx.need), metalFace: wearIsOnMetal(ctx), stress: stressOf(ctx) });
