import { costs, range, type RemedyKind } from '../remedy';

export const ream: RemedyKind = {
  id: 'ream',
  label: 'reamed holes',
  how: 'holes printed undersize and reamed',
  fits: ({ process, family }) => process.kind === 'print' && (family.duty === 'guide' || family.duty === 'locate'),
  cost: () => costs({ hours: range(0.2, 0.4, 0.8) }),
  effect: () => ({ local: { mm: 0.03, by: 'reamed holes' } }),
};
