import { type Family, usual } from '../family';

export const workholdingPlate: Family = {
  id: 'workholding-plate',
  label: 'Work-holding plate, second operation',
  what: 'Holds an awkward part for its second set-up.',
  duty: 'clamp',
  form: 'shaped',
  fill: { low: 0.35, likely: 0.5, high: 0.7 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(35), load: usual(3000), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.15),
    copies: usual(1), cyclesPerYear: usual(3000), years: usual(4), fluids: usual(['coolant']),
  },
  essential: ['load', 'fluids'],
  asks: ['roughness', 'flatness'],
  today: 'milled plate with strap clamps',
  usualTrouble: 'no flat face to index on after the part is flipped',
  failsBy: 'threads strip, the plate creeps under the clamps',
  economics: 'machine hours of a scarce mill released',
  cautions: ['A part that slips under a cutter is thrown: try with reduced feed and depth, door shut, and keep a factor of 2.5 against ejection.'],
};
