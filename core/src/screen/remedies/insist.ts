import { costs, range, type RemedyKind } from '../remedy';

/** Somebody knows better: said, written down, and tried warm. */
export const insist: RemedyKind = {
  id: 'insist',
  label: 'your word',
  how: 'used all the same on your word, after a warm trial under load',
  habit: true,
  fits: ({ material, process }) => process.kind === 'print' && material.family !== 'metal',
  cost: () => costs({ hours: range(0.5, 1, 3) }),
};
