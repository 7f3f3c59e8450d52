import { costs, range, type RemedyKind } from '../remedy';

export const plannedReplacement: RemedyKind = {
  id: 'planned-replacement',
  label: 'planned replacement',
  how: 'replaced at two thirds of its life, counted by the shift; the mesh is kept ready',
  habit: true,
  lifeUsed: 2 / 3,
  fits: () => true,
  cost: () => costs({ hours: range(0.1, 0.2, 0.5) }),
};
