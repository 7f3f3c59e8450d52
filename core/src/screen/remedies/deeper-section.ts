import { DEEPER } from '../../case/load-table';
import { costs, isSolvedWith, type RemedyKind } from '../remedy';
import { times } from '../traits';

/** Stress falls with the square of the depth, bending with its cube; on a mesh with a load table it is solved. */
export const deeperSection: RemedyKind = {
  id: 'deeper-section',
  label: 'a deeper section',
  how: 'a quarter more depth or ribs where it bends',
  fits: () => true,
  cost: ({ figures }) =>
    costs({
      once_hours: { low: 0.3, likely: 0.8, high: 2 },
      mass_kg: { low: 0.1 * figures.mass_kg, likely: 0.2 * figures.mass_kg, high: 0.3 * figures.mass_kg },
    }),
  effect: ({ strength_mpa: s, modulus_gpa: e }, ctx) =>
    isSolvedWith(ctx, 'deeper-section') ? {} : {
      strength_mpa: { inPlane: times(s.inPlane, DEEPER ** 2), across: times(s.across, DEEPER ** 2) },
      modulus_gpa: { inPlane: times(e.inPlane, DEEPER ** 3), across: times(e.across, DEEPER ** 3) },
    },
};
