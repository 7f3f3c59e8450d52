import { askedRange, byLevel, chanceAtMost, type Check } from '../check';
import { loadPath } from '../load-path';
import { leftInService } from '../service';
import { times } from '../traits';
import { STRENGTH_FACTOR } from './strength';

const BASIS =
  'Screening only: the nominal stress against the share of the short-term strength that may stand for hours, heat and water counted, safety factor 3. Verify by a load left on over a weekend.';

/** Load that stays for hours: plastics give way slowly at a third to a half of what they bear for a moment. */
export const creep: Check = {
  id: 'creep',
  label: 'Lasting load',
  limits: ['load', 'lasting'],
  run(ctx) {
    const { need, material, traits, family } = ctx;
    if (!need.lasting?.value || !need.load?.value || family.loadCase === 'none') return undefined;
    const path = loadPath(ctx);
    const stress = path.stress_per_n * need.load.value;
    const range = path.across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
    const share = traits.creep * leftInService(need, traits);
    const allow = (range.likely * share) / STRENGTH_FACTOR;
    const state = stress <= (range.low * share) / STRENGTH_FACTOR ? 'pass' : stress <= (range.high * share) / 2 ? 'conditional' : 'fail';
    const s = stress.toPrecision(2), a = allow.toPrecision(2);
    return {
      state: byLevel(need.load.level, state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      chance: chanceAtMost(times(askedRange(need, 'load'), path.stress_per_n), times(range, share / STRENGTH_FACTOR)),
      basis: BASIS,
      offers: state === 'pass' ? [] : ['compression-limiters', 'deeper-section'],
      reason: state === 'pass'
        ? `${s} MPa may stay on it; ${a} MPa are allowed for hours.`
        : state === 'conditional'
        ? `${s} MPa for hours against ${a} MPa allowed: ${material.label} may creep; leave the load on over a weekend and measure.`
        : `${s} MPa for hours is too much for ${material.label} (${a} MPa allowed): it would creep.`,
    };
  },
};
