import { costs, range, type RemedyKind } from '../remedy';

export const softPads: RemedyKind = {
  id: 'soft-pads',
  label: 'soft pads',
  how: 'soft pads on the contact faces',
  fits: () => true,
  cost: () => costs({ money: range(4, 10, 20), hours: range(0.1, 0.25, 0.5), mass_kg: range(0.01, 0.02, 0.05) }),
  effect: () => ({ marks: 'no' }),
};
