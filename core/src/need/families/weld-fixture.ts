import { type Family, usual } from '../family';

export const weldFixture: Family = {
  id: 'weld-fixture',
  label: 'Weld or tack fixture',
  what: 'Holds parts beside an arc.',
  duty: 'weld',
  form: 'shaped',
  fill: { low: 0.1, likely: 0.2, high: 0.35 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(120), peakTemp: usual(350), load: usual(800), loadDirection: usual('across'), wear: usual('rubbing'), tolerance: usual(0.5),
    copies: usual(1), cyclesPerYear: usual(6000), years: usual(6), fluids: usual([]),
  },
  essential: ['serviceTemp', 'peakTemp', 'load'],
  asks: ['deflection'],
  today: 'welded steel with copper faces',
  usualTrouble: 'heavy, slow to change; spatter and heat at the joint',
  failsBy: 'softens beside the arc or is burnt by spatter',
  economics: 'set-up time between variants; heat decides first',
  cautions: ['Spatter and hot metal ignite plastics: shield with copper or steel, keep an extinguisher at hand, and clear fumes.'],
};
