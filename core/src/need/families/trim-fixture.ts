import { type Family, usual } from '../family';

export const trimFixture: Family = {
  id: 'trim-fixture',
  label: 'Trim or drill fixture, large',
  what: 'Carries a large part along its surface while it is trimmed or drilled.',
  duty: 'locate',
  form: 'shaped',
  fill: { low: 0.08, likely: 0.15, high: 0.3 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    lasting: usual(true), serviceTemp: usual(28), load: usual(600), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.4), copies: usual(1), cyclesPerYear: usual(1500), years: usual(6), fluids: usual([]), nonMarring: usual(true, 'want'),
  },
  essential: ['load', 'tolerance'],
  asks: ['flatness', 'vacuum', 'deflection'],
  today: 'laid-up shell on a welded frame, or milled board',
  usualTrouble: 'weeks for a frame, a crane to move it',
  failsBy: 'warps in a warm hall, bond between layers opens',
  economics: 'material and lead time of one large tool; the finish cut is part of it',
  cautions: ['Heavy tools are lifted by crane at planned points; carbon dust from trimming needs extraction.'],
};
