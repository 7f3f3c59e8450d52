import { askedRange, byLevel, chanceAtMost, type Check } from '../check';
import { loadPath } from '../load-path';
import { leftInService, soakedWords } from '../service';
import { times } from '../traits';

const BASIS =
  'Screening only: the same beam as for strength (or block under pressure), shear counted where there is a mesh, stiffness reduced for heat, and for water where it works wet. The limit is what the need allows; else half the tolerance, else 1/300 of the length. Verify with a dial gauge under load.';

export const stiffness: Check = {
  id: 'stiffness',
  label: 'Stiffness',
  limits: ['load', 'deflection', 'tolerance'],
  run(ctx) {
    const { need, material, size, family, traits } = ctx;
    if (!need.load || need.load.value === 0 || family.loadCase === 'none') return undefined;
    const force = need.load.value;
    const path = loadPath(ctx);
    const { bending } = path;
    const range = path.across ? traits.modulus_gpa.across : traits.modulus_gpa.inPlane;
    const e = range.likely * 1000 * leftInService(need, traits);
    const bend = (force * path.give_per_n) / e;
    const limit = need.deflection?.value ?? (need.tolerance ? need.tolerance.value / 2 : size.sorted[0] / 300);
    const state = bend <= limit ? 'pass' : bend <= 2 * limit ? 'conditional' : 'fail';
    const soaked = soakedWords(need, traits);
    const mm = (x: number): string => `${x.toPrecision(2)} mm`;
    return {
      state: byLevel(need.load.level, state),
      value: bend,
      limit,
      unit: 'mm',
      margin: (limit - bend) / limit,
      // The softer the material may be, the more it gives.
      chance: chanceAtMost(
        times({ low: range.likely / range.high, likely: 1, high: range.likely / range.low }, bend),
        need.deflection
          ? askedRange(need, 'deflection')
          : need.tolerance
          ? times(askedRange(need, 'tolerance'), 0.5)
          : { low: limit / 2, likely: limit, high: 2 * limit },
      ),
      basis: BASIS,
      offers: state === 'pass' ? [] : bending ? ['deeper-section', 'fibre-rods'] : ['deeper-section'],
      reason: state === 'pass'
        ? `Gives about ${mm(bend)} under load${soaked}; ${mm(limit)} may be spent on it.`
        : state === 'conditional'
        ? `Gives about ${mm(bend)} under load${soaked}, against ${mm(limit)}: add ribs or depth or rods, and check with a dial gauge.`
        : `Gives about ${mm(bend)} under load${soaked}; ${mm(limit)} may be spent on it. ${material.label} is too soft here.`,
    };
  },
};
