import { usedUp } from '../../life/life';
import { costs, range, type RemedyKind } from '../remedy';

/** What repeats is corrected: about a third of what a print is off by is left, its scatter from one to the next. */
const LEFT = 1 / 3;

export const printAgain: RemedyKind = {
  id: 'print-again',
  label: 'a corrected second print',
  how: 'measured, the model corrected by what it is off, and printed again',
  habit: true,
  extraPieces: 1,
  fits: ({ process, family, material }) => process.kind === 'print' && !usedUp(family, material),
  // Beside the print itself: measuring it and correcting the model.
  cost: () => costs({ once_hours: range(1, 1.5, 3) }),
  effect: (t) => ({ tolerance_mm: LEFT * t.tolerance_mm, flatness_mm: 0.5 * t.flatness_mm }),
};
