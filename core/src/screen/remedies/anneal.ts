import { costs, range, type RemedyKind } from '../remedy';
import { plus } from '../traits';

const GAIN_C = 10;

export const anneal: RemedyKind = {
  id: 'anneal',
  label: 'annealing',
  how: 'annealed in an oven, bedded in salt or sand, and measured again',
  read: [{ what: 'oven' }, { what: 'hours' }, { what: 'shrink' }],
  look: 'Bedded all round, cooled in the oven; measured again',
  rest_h: range(6, 12, 24),
  fits: ({ process, material }) =>
    process.kind === 'print' &&
    (material.id.startsWith('pla') || material.id.startsWith('pa') || material.id.startsWith('pekk') || material.id.startsWith('resin')),
  cost: () => costs({ money: range(2, 5, 12), hours: range(0.3, 0.5, 1) }),
  effect: (t) => ({ use_c: plus(t.use_c, GAIN_C), tolerance_mm: 1.5 * t.tolerance_mm, flatness_mm: 1.5 * t.flatness_mm }),
  quarrels: {
    'machined-datums': 'Anneal first and machine after: the heat moves machined faces.',
    bushings: 'Anneal first, bond bushings after: the heat loosens the bond.',
  },
};
