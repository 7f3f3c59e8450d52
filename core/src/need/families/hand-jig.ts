import { type Family, usual } from '../family';

export const handJig: Family = {
  id: 'hand-jig',
  label: 'Hand jig or drill guide',
  what: 'Moves with the work or guides a hand tool; weight and grip matter.',
  duty: 'guide',
  form: 'shaped',
  fill: { low: 0.25, likely: 0.4, high: 0.6 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(30), load: usual(150), loadDirection: usual('in-plane'), wear: usual('rubbing'), tolerance: usual(0.2),
    copies: usual(2), cyclesPerYear: usual(8000), years: usual(4), massLimit: usual(3, 'want'), fluids: usual([]),
  },
  essential: ['load', 'serviceTemp'],
  asks: ['flatness', 'nonMarring'],
  today: 'milled from plate, bushings pressed in',
  usualTrouble: 'heavy in the hand, marks finished faces, waits at the machine shop',
  failsBy: 'the bushing works loose or the handle cracks across the layers',
  economics: 'programming and queue, not metal; each design change costs them again',
  cautions: ['Guide hardened bushings, never the plastic, with a drill; hold the jig so that a jammed drill cannot spin it.'],
};
