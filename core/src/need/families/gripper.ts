import { type Family, usual } from '../family';

export const gripper: Family = {
  id: 'gripper',
  label: 'Robot gripper or fingers',
  what: 'End-of-arm tool: vacuum, fingers, or both.',
  duty: 'grip',
  form: 'shaped',
  fill: { low: 0.15, likely: 0.3, high: 0.5 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(30), load: usual(120), loadDirection: usual('in-plane'), wear: usual('rubbing'), tolerance: usual(0.3),
    copies: usual(1), cyclesPerYear: usual(150_000), years: usual(4), massLimit: usual(3), fluids: usual([]),
  },
  essential: ['load', 'massLimit'],
  asks: ['deflection', 'impact', 'vacuum', 'nonMarring'],
  today: 'milled fingers, bolted arms, hoses outside',
  usualTrouble: 'heavy arm, hoses hung outside get cut and stop the cell',
  failsBy: 'fingers wear, thin arms swing',
  economics: 'cycle time and payload; one piece instead of ten',
  cautions: ['A robot tool can drop the work or pinch a hand: decide what happens when air or power is lost, and review the cell\'s risk assessment.'],
};
