import { type Family, usual } from '../family';

export const spinningMandrel: Family = {
  id: 'spinning-mandrel',
  label: 'Spinning mandrel',
  what: 'Turns while sheet is pressed over it.',
  duty: 'form',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.75, high: 0.95 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(45), peakTemp: usual(80), pressure: usual(15), load: usual(1500), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.3), roughness: usual(3.2), copies: usual(1), cyclesPerYear: usual(150), years: usual(2), fluids: usual(['mineral-oil']),
  },
  essential: ['pressure', 'cyclesPerYear'],
  asks: ['impact', 'flatness'],
  today: 'turned wood or steel',
  usualTrouble: 'wood wears, steel waits',
  failsBy: 'friction heat softens the nose',
  economics: 'prototype shells without a steel mandrel',
  cautions: ['Turning tools burst: balance, bolt through, limit the speed, stand aside at the first run.'],
};
