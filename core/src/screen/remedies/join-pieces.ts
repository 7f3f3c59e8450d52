import type { CheckContext } from '../check';
import { sectionsOf } from '../sections';
import { costs, range, type RemedyKind } from '../remedy';
import { times } from '../traits';

/** Two dowels and a bonded joint put the pieces together to about this, ± mm. */
const JOINT_MM = 0.1;
/** Nobody joins more than this; what asks for more is not offered. */
const MOST_JOINTS = 12;
const jointsOf = (ctx: CheckContext): number => Math.min(MOST_JOINTS, sectionsOf(ctx) - 1);

export const joinPieces: RemedyKind = {
  id: 'join-pieces',
  label: 'joined sections',
  how: 'sections joined with dowels and bonding',
  read: [{ what: 'off', most: 0.2 }, { what: 'dry-hours', least: 12 }, { what: 'leak' }],
  look: 'How it is joined, adhesive and its hours of cure in the recipe; straightness across the joint by a rule',
  chemicals: ['the adhesive'],
  rest_h: range(4, 12, 24),
  fits: ({ process }) => process.kind === 'print',
  sections: sectionsOf,
  cost: (ctx) => {
    const joints = jointsOf(ctx);
    return costs({
      money: times({ low: 5, likely: 12, high: 25 }, joints),
      hours: times({ low: 0.5, likely: 1, high: 2 }, joints),
      once_hours: times({ low: 0.1, likely: 0.3, high: 0.6 }, joints),
      mass_kg: times({ low: 0.05, likely: 0.1, high: 0.2 }, joints),
    });
  },
  // What the sections are off by stays; each joint adds its own, independently.
  effect: (traits, ctx) => {
    const across = JOINT_MM * Math.sqrt(jointsOf(ctx));
    return { tolerance_mm: Math.hypot(traits.tolerance_mm, across), flatness_mm: Math.hypot(traits.flatness_mm, across) };
  },
};
