import { type Family, usual } from '../family';

export const masking: Family = {
  id: 'masking',
  label: 'Masking or coating fixture',
  what: 'Covers faces that must stay bare.',
  duty: 'mask',
  form: 'shaped',
  fill: { low: 0.1, likely: 0.2, high: 0.4 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(40), wear: usual('none'), tolerance: usual(0.3), nonMarring: usual(true), copies: usual(20),
    cyclesPerYear: usual(20_000), years: usual(3), fluids: usual(['alkaline']), load: usual(0), loadDirection: usual('unknown'),
  },
  essential: ['serviceTemp', 'fluids'],
  asks: ['cureTemp', 'uv'],
  today: 'turned caps or tape and hand work',
  usualTrouble: 'tape and hand work, or turned caps with a minimum order',
  failsBy: 'grows brittle or swells after many baths',
  economics: 'pieces by the hundred without a minimum order',
  cautions: ['Paint, enamel and blasting residues irritate: clean masks under extraction, with gloves.'],
};
