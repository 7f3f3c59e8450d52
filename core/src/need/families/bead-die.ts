import { type Family, usual } from '../family';

export const beadDie: Family = {
  id: 'bead-die',
  label: 'Bead-roll or emboss die',
  what: 'Presses a bead or a relief into sheet.',
  duty: 'form',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(30), pressure: usual(50), load: usual(3000), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.2), roughness: usual(3.2, 'want'), copies: usual(1), cyclesPerYear: usual(400), years: usual(2), fluids: usual([]),
  },
  essential: ['pressure', 'cyclesPerYear'],
  asks: ['nonMarring', 'impact'],
  today: 'turned rolls or engraved steel',
  usualTrouble: 'engraving waits and costs',
  failsBy: 'fine relief flattens',
  economics: 'logos and beads for small runs',
  cautions: ['Rolls draw fingers in: feed with tools, guard fitted.'],
};
