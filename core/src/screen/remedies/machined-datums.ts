import { costs, range, type RemedyKind } from '../remedy';

export const machinedDatums: RemedyKind = {
  id: 'machined-datums',
  label: 'machined datums',
  how: 'datum faces and holes machined after printing',
  fits: ({ process }) => process.kind === 'print',
  cost: () => costs({ money: range(0, 5, 15), hours: range(0.5, 1, 2) }),
  effect: () => ({ local: { mm: 0.03, by: 'machined datums' }, flatness_mm: 0.05 }),
  quarrels: { coating: 'A coat covers machined datums again: mask them.' },
};
