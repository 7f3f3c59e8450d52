import type { Duty } from '../../need/family';
import { byLevel, type Check } from '../check';

const BASIS =
  'Screening only, not finite elements: a plain beam across the part (or pressure on a quarter of its face), wall and fill taken as solid, safety factor 3, strength reduced for heat and, where the load lasts, for creep. Verify by a test load.';

/** Part of the strength left at temperature t: linear from all at 23 °C to half at the use temperature. */
export const heatKnockDown = (t: number, use: number): number => Math.min(1, Math.max(0.3, 1 - (0.5 * (t - 23)) / Math.max(1, use - 23)));

const SUSTAINED: readonly Duty[] = ['clamp', 'locate', 'weld', 'lift'];

export const strength: Check = {
  id: 'strength',
  label: 'Strength',
  run({ need, material, size, family }) {
    if (family.loadCase === 'none' && !need.load) return undefined;
    if (!need.load) {
      return { state: 'unknown', unit: 'N', basis: BASIS, reason: 'The largest load is not known. Measure or bound it: it decides between plastic, fibre and metal.' };
    }
    const force = need.load.value;
    if (force === 0) return { state: 'pass', value: 0, unit: 'MPa', basis: BASIS, reason: 'Nothing pulls, presses or bends it.' };
    const [l, w, t] = size.sorted;
    const direction = need.loadDirection?.value ?? 'unknown';
    const bending = family.loadCase === 'bending' && direction !== 'compression';
    // Beam on two ends, load in the middle: σ = 1.5 F L / (b d²), over 80 % of the length, half the width, 70 % of the depth.
    const stress = bending ? (1.5 * force * 0.8 * l) / (0.5 * w * (0.7 * t) ** 2) : force / (0.25 * l * w);
    const across = direction === 'across' || direction === 'unknown';
    const range = across ? material.strength_mpa.across : material.strength_mpa.inPlane;
    const knock = heatKnockDown(need.serviceTemp?.value ?? 23, material.use_c.likely);
    // Clamped and locating tools carry their load for hours: plastics creep under it.
    const lasting = SUSTAINED.includes(family.duty) ? material.creep : 1;
    const allow = (range.likely * knock * lasting) / 3;
    const state = stress <= (range.low * knock * lasting) / 3 ? 'pass' : stress <= (range.high * knock * lasting) / 2 ? 'conditional' : 'fail';
    const way = across && material.family !== 'metal' ? 'across the layers' : 'in the layer plane';
    const s = stress.toPrecision(2);
    const a = allow.toPrecision(2);
    return {
      state: byLevel(need.load.level, state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      basis: BASIS,
      reason:
        state === 'pass'
          ? `About ${s} MPa ${bending ? 'in bending' : 'of pressure'} against ${a} MPa allowed ${way}.`
          : state === 'conditional'
            ? `About ${s} MPa against ${a} MPa allowed ${way}: prove it with 1.5 times the load before use.`
            : `About ${s} MPa is too much for ${material.label} ${way} (${a} MPa allowed).`,
    };
  },
};
