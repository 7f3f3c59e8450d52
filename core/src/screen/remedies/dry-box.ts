import { costs, range, type RemedyKind } from '../remedy';

export const dryBox: RemedyKind = {
  id: 'dry-box',
  label: 'a dry box',
  how: 'material dried by its recipe and fed from a dry box; the tool is measured in the climate where it works',
  habit: true,
  fits: ({ material }) => material.moisture.uptake !== 'none',
  cost: () => costs({ money: range(1, 2, 5), hours: range(0.1, 0.2, 0.4) }),
};
