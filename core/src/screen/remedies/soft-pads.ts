import { costs, range, type RemedyKind } from '../remedy';

export const softPads: RemedyKind = {
  id: 'soft-pads',
  label: 'soft pads',
  how: 'soft pads on the contact faces',
  parts_h: range(2, 8, 24),
  pad: true,
  fits: () => true,
  cost: ({ size }) => {
    const dm2 = (0.2 * size.sorted[0] * size.sorted[1]) / 1e4;
    return costs({
      money: range(2 + 0.5 * dm2, 5 + 1.5 * dm2, 10 + 4 * dm2),
      hours: range(0.05 + 0.03 * dm2, 0.1 + 0.08 * dm2, 0.25 + 0.2 * dm2),
      mass_kg: range(0.005 * dm2, 0.012 * dm2, 0.03 * dm2),
      once_hours: range(0.1, 0.2, 0.5),
    });
  },
  effect: () => ({ marks: 'no' }),
};
