import { type Family, usual } from '../family';

export const tubeDie: Family = {
  id: 'tube-die',
  label: 'Tube-forming die',
  what: 'Bends, flares or beads a tube.',
  duty: 'form',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(30), pressure: usual(25), load: usual(4000), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.2), roughness: usual(3.2), copies: usual(1), cyclesPerYear: usual(800), years: usual(2), fluids: usual(['mineral-oil']), nonMarring: usual(true, 'want'),
  },
  essential: ['load', 'pressure'],
  asks: ['lasting', 'impact'],
  today: 'turned and milled steel halves',
  usualTrouble: 'waits for the lathe, one for each diameter',
  failsBy: 'the groove wears and wrinkles the tube',
  economics: 'sets for odd diameters that are never worth steel',
  cautions: ['Bending machines pull hands in: guards and two-hand control as the machine has them.'],
};
