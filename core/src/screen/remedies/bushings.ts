import { usedUp } from '../../life/life';
import { costs, range, type RemedyKind } from '../remedy';

const USUAL = 4;
const MOST = 12;

export const bushings: RemedyKind = {
  id: 'bushings',
  label: 'steel bushings',
  how: 'steel bushings or inserts bonded in place on a jig',
  read: [{ what: 'fitted' }, { what: 'loose', most: 0 }, { what: 'off', most: 0.1 }, { what: 'dry-hours', least: 12 }],
  look: 'Adhesive, its lot and its hours of cure in the recipe; each against a pin in line',
  parts_h: range(4, 12, 40),
  fits: ({ process, family, material }) => process.kind === 'print' && !usedUp(family, material),
  cost: ({ holes }) => {
    // So many bores are counted where the mesh does not tell; more than these are not all to be held.
    const n = Math.max(1, Math.min(MOST, holes?.length ?? USUAL));
    return costs({
      money: range(3 * n, 5 * n, 10 * n),
      hours: range(0.15 + 0.06 * n, 0.25 + 0.1 * n, 0.5 + 0.2 * n),
      mass_kg: range(0.006 * n, 0.012 * n, 0.025 * n),
      once_hours: range(0.2, 0.4, 0.8),
    });
  },
  carriesWear: ({ family }) => family.duty === 'guide',
  // At the bore only: the body stays as hot, as soft and as rough as it was.
  effect: () => ({ local: { mm: 0.02, by: 'steel bushings' } }),
  quarrels: { ream: 'A bore is either reamed or bushed.' },
};
