import { sectioning } from '../../shape/envelope';
import { costs, range, type RemedyKind } from '../remedy';
import { times } from '../traits';

export const joinPieces: RemedyKind = {
  id: 'join-pieces',
  label: 'joined sections',
  how: 'sections joined with dowels and bonding',
  chemicals: ['the adhesive'],
  rest_h: range(4, 12, 24),
  fits: ({ process }) => process.kind === 'print',
  cost: ({ size, process }) => {
    const joints = Math.max(1, Math.min(12, sectioning(size.sorted, process.envelope_mm).count - 1));
    return costs({
      money: times({ low: 5, likely: 12, high: 25 }, joints),
      hours: times({ low: 0.5, likely: 1, high: 2 }, joints),
      mass_kg: times({ low: 0.05, likely: 0.1, high: 0.2 }, joints),
    });
  },
};
