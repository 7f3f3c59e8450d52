import { type Family, usual } from '../family';

export const flexFormDie: Family = {
  id: 'flex-form-die',
  label: 'Hydroform or flex-form die, draw ring',
  what: 'Shapes sheet under a pressed membrane or fluid.',
  duty: 'form',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(35), pressure: usual(40), load: usual(0), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.3), roughness: usual(3.2), copies: usual(1), cyclesPerYear: usual(100), years: usual(2), fluids: usual(['mineral-oil']),
  },
  essential: ['pressure', 'cyclesPerYear'],
  asks: ['lasting', 'flatness'],
  today: 'milled from plate or cast resin',
  usualTrouble: 'a die for fifty parts costs as much as the parts',
  failsBy: 'edges of small radius crush, the body creeps',
  economics: 'short runs: die price over few parts',
  cautions: ['Pressure forming stores energy: raise pressure in steps behind the press guard; a cracked die bursts.'],
};
