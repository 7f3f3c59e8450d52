import type { Duty } from '../../need/family';
import { byLevel, type Check } from '../check';
import { heatKnockDown } from './strength';

const BASIS =
  'Screening only: the same plain beam as for strength (or a block under pressure), stiffness reduced for heat. The limit is what the need allows; else half the tolerance, else 1/300 of the length. Verify with a dial gauge under load.';

/** Softer than this is rubber, GPa. */
const RUBBER_GPA = 0.2;
/** Duties for which the tool's own shape is what it is for. */
const KEEPS_SHAPE: readonly Duty[] = ['guide', 'gauge', 'weld', 'form', 'mould', 'layup', 'thermo', 'core', 'pattern', 'bend', 'lift'];

export const stiffness: Check = {
  id: 'stiffness',
  label: 'Stiffness',
  run({ need, material, size, family, traits }) {
    if (traits.modulus_gpa.inPlane.likely < RUBBER_GPA && KEEPS_SHAPE.includes(family.duty)) {
      return {
        state: 'fail',
        value: traits.modulus_gpa.inPlane.likely,
        limit: RUBBER_GPA,
        unit: 'GPa',
        basis: 'Stiffness of the material.',
        reason: `${material.label} is rubber; this tool has to keep its shape.`,
      };
    }
    if (!need.load || need.load.value === 0 || family.loadCase === 'none') return undefined;
    const force = need.load.value;
    const [l, w, t] = size.sorted;
    const direction = need.loadDirection?.value ?? 'unknown';
    const bending = family.loadCase === 'bending' && direction !== 'compression';
    const across = direction === 'across' || direction === 'unknown';
    const range = across ? traits.modulus_gpa.across : traits.modulus_gpa.inPlane;
    const e = range.likely * 1000 * heatKnockDown(need.serviceTemp?.value ?? 23, traits.use_c.likely);
    // Beam: δ = F L³ / (4 E b d³) over 80 % of the length. Block: δ = F t / (E A) on a quarter of the face.
    const bend = bending ? (force * (0.8 * l) ** 3) / (4 * e * 0.5 * w * (0.7 * t) ** 3) : (force * t) / (e * 0.25 * l * w);
    const limit = need.deflection?.value ?? (need.tolerance ? need.tolerance.value / 2 : l / 300);
    const state = bend <= limit ? 'pass' : bend <= 2 * limit ? 'conditional' : 'fail';
    const mm = (x: number): string => `${x.toPrecision(2)} mm`;
    return {
      state: byLevel(need.load.level, state),
      value: bend,
      limit,
      unit: 'mm',
      margin: (limit - bend) / limit,
      basis: BASIS,
      offers: state === 'pass' ? [] : bending ? ['deeper-section', 'fibre-rods'] : ['deeper-section'],
      reason: state === 'pass'
        ? `Gives about ${mm(bend)} under load; ${mm(limit)} may be spent on it.`
        : state === 'conditional'
        ? `Gives about ${mm(bend)} under load against ${mm(limit)}: add ribs or depth or rods, and check with a dial gauge.`
        : `Gives about ${mm(bend)} under load; ${mm(limit)} may be spent on it. ${material.label} is too soft here.`,
    };
  },
};
