import { costs, type RemedyKind } from '../remedy';
import { times } from '../traits';

/** A quarter more depth: stress falls with its square, bending with its cube. */
const DEPTH = 1.25;

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
  effect: ({ strength_mpa: s, modulus_gpa: e }) => ({
    strength_mpa: { inPlane: times(s.inPlane, DEPTH ** 2), across: times(s.across, DEPTH ** 2) },
    modulus_gpa: { inPlane: times(e.inPlane, DEPTH ** 3), across: times(e.across, DEPTH ** 3) },
  }),
};
