import { byLevel, type Check } from '../check';
import { borne, hardest, rowWords, SLEEVES } from '../under-load';

const BASIS =
  'Screening only: the nominal stress against the share of the short-term strength that may stand for hours, heat and water counted, safety factor 3. Verify by a load left on over a weekend.';

/** Load that stays for hours: plastics give way slowly at a third to a half of what they bear for a moment. */
export const creep: Check = {
  id: 'creep',
  label: 'Lasting load',
  limits: ['load', 'lasting'],
  run(ctx) {
    const { need, material, traits, family } = ctx;
    const load = hardest(ctx, 'lasting');
    if (!load || (family.loadCase === 'none' && load.by !== 'solved')) return undefined;
    const { state, stress_mpa: stress, allowed_mpa: allow, chance, sleeves } = borne(ctx, load, traits.creep);
    const row = rowWords(load);
    const s = stress.toPrecision(2), a = allow.toPrecision(2);
    return {
      state: byLevel(need.load?.level ?? 'must', state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      chance,
      basis: BASIS,
      offers: state === 'pass' ? [] : ['compression-limiters', 'deeper-section'],
      reason: state === 'pass'
        ? `${s} MPa may stay on it${row}; ${a} MPa are allowed for hours.`
        : state === 'conditional'
        ? `${s} MPa for hours${row} against ${a} MPa allowed: ${
          sleeves ? SLEEVES : `${material.label} may creep; leave the load on over a weekend and measure.`
        }`
        : `${s} MPa for hours${row} is too much for ${material.label} (${a} MPa allowed): it would creep.`,
    };
  },
};
