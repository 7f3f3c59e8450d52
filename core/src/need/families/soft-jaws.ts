import { type Family, usual } from '../family';

export const softJaws: Family = {
  id: 'soft-jaws',
  label: 'Soft jaws',
  what: 'Vice or chuck jaws shaped to one part.',
  duty: 'clamp',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.65, high: 0.8 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(35), load: usual(5000), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.15),
    copies: usual(1), cyclesPerYear: usual(2500), years: usual(3), fluids: usual(['coolant']), nonMarring: usual(true),
  },
  essential: ['load', 'fluids'],
  asks: [],
  today: 'aluminium blanks milled in the vice, again for each part',
  usualTrouble: 'jaws are re-cut for each part and hold up a machining centre',
  failsBy: 'the pocket wears open under chips and coolant',
  economics: 'spindle hours of a machining centre spent on its own jaws',
  cautions: ['A part that slips under a cutter is thrown: try with reduced feed and depth, door shut, and keep a factor of 2.5 against ejection.'],
};
