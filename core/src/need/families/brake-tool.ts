import { type Family, usual } from '../family';

export const brakeTool: Family = {
  id: 'brake-tool',
  label: 'Press-brake punch and die',
  what: 'Folds sheet on a press brake.',
  duty: 'bend',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(30), pressure: usual(60), load: usual(8000), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.2), copies: usual(1), cyclesPerYear: usual(600), years: usual(2), fluids: usual([]), nonMarring: usual(true, 'want'),
  },
  essential: ['load', 'pressure', 'cyclesPerYear'],
  asks: ['impact', 'lasting'],
  today: 'ground steel from a tool maker',
  usualTrouble: 'weeks for an odd radius',
  failsBy: 'the nose flattens; thick or hard sheet splits it',
  economics: 'a few hundred bends of thin sheet, in days',
  cautions: ['Never stand in line with a press-brake tool under trial; limit the press force to the plan; a split tool flies.'],
};
