import { type Family, usual } from '../family';

export const assemblyFixture: Family = {
  id: 'assembly-fixture',
  label: 'Assembly fixture',
  what: 'Locates and holds parts while they are joined.',
  duty: 'locate',
  form: 'shaped',
  fill: { low: 0.2, likely: 0.35, high: 0.55 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(30), load: usual(300), loadDirection: usual('compression'), wear: usual('none'), tolerance: usual(0.3),
    copies: usual(2), cyclesPerYear: usual(12_000), years: usual(5), fluids: usual([]),
  },
  essential: ['load', 'serviceTemp'],
  asks: ['deflection', 'esd', 'nonMarring'],
  today: 'plates, blocks and toggle clamps bolted up',
  usualTrouble: 'many bolted pieces, every change starts again',
  failsBy: 'locators wear, screws pull out of the plastic',
  economics: 'merged pieces and quick changes; the second and third revision pay',
  cautions: ['Answer wrong loading with a feature (an odd pin, an uneven pocket), not with a label alone.'],
};
