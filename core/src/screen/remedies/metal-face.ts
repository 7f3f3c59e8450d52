import { costs, range, type RemedyKind } from '../remedy';

export const metalFace: RemedyKind = {
  id: 'metal-face',
  label: 'steel on the working faces',
  how: 'steel on the working faces',
  metalFace: true,
  fits: ({ process, family, material }) =>
    process.kind === 'print' && material.family !== 'metal' && !['mould', 'form', 'mask', 'weld', 'core', 'layup', 'thermo', 'pattern'].includes(family.duty),
  cost: () => costs({ money: range(30, 60, 130), hours: range(0.5, 1, 2), mass_kg: range(0.1, 0.25, 0.5) }),
  effect: () => ({ marks: 'yes' }),
  quarrels: { 'soft-pads': 'A pad over the steel face takes the wear that the steel was put there for: keep steel and pads on different faces.' },
};
