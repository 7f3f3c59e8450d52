import { type Family, usual } from '../family';

export const inspectionFixture: Family = {
  id: 'inspection-fixture',
  label: 'Inspection fixture',
  what: 'Holds a part on the measuring machine, the same way every time.',
  duty: 'locate',
  form: 'shaped',
  fill: { low: 0.25, likely: 0.4, high: 0.6 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(22), wear: usual('none'), tolerance: usual(0.1), nonMarring: usual(true, 'want'), copies: usual(1),
    cyclesPerYear: usual(1500), years: usual(6), fluids: usual([]), load: usual(50), loadDirection: usual('compression'),
  },
  essential: ['tolerance'],
  asks: ['flatness', 'roughness'],
  today: 'blocks and clamps stacked on a plate',
  usualTrouble: 'clamps and blocks stacked up again for each part',
  failsBy: 'creeps under its own clamps, moves with moisture',
  economics: 'set-up time at the measuring machine, and repeatable results',
  cautions: [],
};
