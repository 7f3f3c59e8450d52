import { costs, range, type RemedyKind } from '../remedy';

export const tiltedSetUp: RemedyKind = {
  id: 'tilted-set-up',
  label: 'a tilted set-up',
  how: 'one more set-up with the part tilted, or the part split and bolted',
  fits: ({ process }) => process.kind !== 'print',
  cost: () => costs({ money: range(0, 10, 40), hours: range(0.3, 0.6, 1.5), once_hours: range(0.3, 0.8, 2) }),
};
