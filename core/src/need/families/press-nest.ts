import { type Family, usual } from '../family';

export const pressNest: Family = {
  id: 'press-nest',
  label: 'Press-fit nest',
  what: 'Carries a part while a bearing, pin or insert is pressed in.',
  duty: 'press',
  form: 'shaped',
  fill: { low: 0.4, likely: 0.6, high: 0.8 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(30), load: usual(6000), loadDirection: usual('compression'), wear: usual('impact'), tolerance: usual(0.2),
    copies: usual(1), cyclesPerYear: usual(10_000), years: usual(6), fluids: usual(['mineral-oil']),
  },
  essential: ['load'],
  asks: ['lasting', 'nonMarring'],
  today: 'turned or milled from one block of steel',
  usualTrouble: 'a solid steel block where only the face under the ram needs to be steel',
  failsBy: 'the face under the ram is crushed',
  economics: 'a steel face of a few grams instead of a steel block of kilograms',
  cautions: ['Keep hands out of the closing press: two-hand control or a guard, and the press force limited to what was calculated.'],
};
