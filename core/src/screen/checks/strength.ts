import { askedRange, byLevel, chanceAtMost, type Check, type CheckContext } from '../check';
import { times } from '../traits';

const BASIS =
  'Screening only, not finite elements: a plain beam across the part (or pressure on a quarter of its face), wall and fill taken as solid, safety factor 3, strength reduced for heat. Lasting load is judged apart. Verify by a test load.';

/** Against breaking; creep keeps it too. */
export const STRENGTH_FACTOR = 3;

/** Part of the strength left at temperature t: linear from all at 23 °C to half at the use temperature. */
export const heatKnockDown = (t: number, use: number): number => Math.min(1, Math.max(0.3, 1 - (0.5 * (t - 23)) / Math.max(1, use - 23)));

/** Nominal stress under the largest load, MPa, and which way it runs. */
export function nominalStress(
  need: CheckContext['need'],
  size: CheckContext['size'],
  family: CheckContext['family'],
  force: number,
): { stress: number; bending: boolean; across: boolean } {
  const [l, w, t] = size.sorted;
  const direction = need.loadDirection?.value ?? 'unknown';
  const bending = family.loadCase === 'bending' && direction !== 'compression';
  // Beam on two ends, load in the middle: σ = 1.5 F L / (b d²), over 80 % of the length, half the width, 70 % of the depth.
  const stress = bending ? (1.5 * force * 0.8 * l) / (0.5 * w * (0.7 * t) ** 2) : force / (0.25 * l * w);
  return { stress, bending, across: direction === 'across' || direction === 'unknown' };
}

export const stressOf = ({ need, size, family }: CheckContext, force: number): ReturnType<typeof nominalStress> => nominalStress(need, size, family, force);

export const strength: Check = {
  id: 'strength',
  label: 'Strength',
  limits: ['load'],
  run(ctx) {
    const { need, material, family, traits } = ctx;
    if (family.loadCase === 'none' && !need.load) return undefined;
    if (!need.load) {
      return {
        state: 'unknown',
        unit: 'N',
        basis: BASIS,
        reason: 'The largest load is not known. Measure or bound it: it decides between plastic, fibre and metal.',
      };
    }
    const force = need.load.value;
    if (force === 0) return { state: 'pass', value: 0, unit: 'MPa', basis: BASIS, reason: 'Nothing pulls, presses or bends it.' };
    const { stress, bending, across } = stressOf(ctx, force);
    const range = across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
    const knock = heatKnockDown(need.serviceTemp?.value ?? 23, traits.use_c.likely);
    const allow = (range.likely * knock) / STRENGTH_FACTOR;
    const state = stress <= (range.low * knock) / STRENGTH_FACTOR ? 'pass' : stress <= (range.high * knock) / 2 ? 'conditional' : 'fail';
    const way = across && material.family !== 'metal' ? 'across the layers' : 'in the layer plane';
    const s = stress.toPrecision(2);
    const a = allow.toPrecision(2);
    return {
      state: byLevel(need.load.level, state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      chance: chanceAtMost(times(askedRange(need, 'load'), stress / force), times(range, knock / STRENGTH_FACTOR)),
      basis: BASIS,
      offers: state === 'pass' ? [] : bending ? ['deeper-section', 'fibre-rods'] : ['deeper-section', 'compression-limiters'],
      reason: state === 'pass'
        ? `About ${s} MPa ${bending ? 'in bending' : 'of pressure'} against ${a} MPa allowed ${way}.`
        : state === 'conditional'
        ? `About ${s} MPa against ${a} MPa allowed ${way}: prove it with 1.5 times the load before use.`
        : `About ${s} MPa is too much for ${material.label} ${way} (${a} MPa allowed).`,
    };
  },
};
