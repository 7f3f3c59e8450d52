import { costs, range, type RemedyKind } from '../remedy';

export const bushings: RemedyKind = {
  id: 'bushings',
  label: 'steel bushings',
  how: 'steel bushings or inserts bonded in place on a jig',
  fits: ({ process }) => process.kind === 'print',
  cost: () => costs({ money: range(10, 18, 35), hours: range(0.3, 0.6, 1.2), mass_kg: range(0.02, 0.05, 0.1) }),
  // At the bore only: the body stays as hot, as soft and as rough as it was.
  effect: () => ({ local: { mm: 0.02, by: 'steel bushings' } }),
  quarrels: { ream: 'A bore is either reamed or bushed.' },
};
