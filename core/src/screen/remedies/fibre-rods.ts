import { costs, isSolvedWith, range, type RemedyKind } from '../remedy';
import { times } from '../traits';

export const fibreRods: RemedyKind = {
  id: 'fibre-rods',
  label: 'bonded carbon rods',
  how: 'carbon rods bonded into printed channels along the bending',
  read: [{ what: 'fitted' }, { what: 'dry-hours', least: 12 }],
  look: 'Wet all round, none proud; adhesive and its hours of cure in the recipe',
  parts_h: range(4, 12, 40),
  fits: ({ process, material, family }) => process.kind === 'print' && material.family === 'polymer' && family.loadCase === 'bending',
  cost: ({ size }) =>
    costs({
      money: range(5, 12, 25),
      hours: range(0.4, 0.8, 1.5),
      once_hours: range(0.2, 0.5, 1),
      mass_kg: range(2e-5 * size.sorted[0], 4e-5 * size.sorted[0], 8e-5 * size.sorted[0]),
    }),
  // Rods of 2 % of the section near its edges, 130 GPa: about three times the stiffness of an unfilled plastic; on a mesh with a load table it is solved.
  effect: ({ strength_mpa: s, modulus_gpa: e }, ctx) =>
    isSolvedWith(ctx, 'fibre-rods') ? {} : {
      modulus_gpa: { ...e, inPlane: times(e.inPlane, 3) },
      strength_mpa: { ...s, inPlane: times(s.inPlane, 1.5) },
    },
  quarrels: { 'join-pieces': 'Rods cannot run through the joint unless it is bonded over them: place the joint first.' },
};
