import { type Family, usual } from '../family';

export const handTool: Family = {
  id: 'hand-tool',
  label: 'Hand tool or ergonomic aid',
  what: 'A handle, wrench, driver or aid that saves a wrist or a back.',
  duty: 'hand',
  form: 'shaped',
  fill: { low: 0.2, likely: 0.4, high: 0.6 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 2, high: 5 },
  defaults: {
    serviceTemp: usual(30), load: usual(150), loadDirection: usual('in-plane'), wear: usual('impact'), tolerance: usual(0.5), copies: usual(3), cyclesPerYear: usual(10_000), years: usual(3), massLimit: usual(1.2, 'want'), fluids: usual([]), nonMarring: usual(true, 'want'),
  },
  essential: ['load'],
  asks: ['impact', 'esd'],
  today: 'not made at all, or taped up',
  usualTrouble: 'strain, slow work, nobody orders it',
  failsBy: 'snaps across the layers when dropped',
  economics: 'time and strain avoided, not the tool; try three shapes in a week',
  cautions: ['A handle that breaks under force throws the hand: prove it at twice the force.'],
};
