import { type Family, usual } from '../family';

export const gauge: Family = {
  id: 'gauge',
  label: 'Go/no-go or check gauge',
  what: 'Tells good from bad by fit.',
  duty: 'gauge',
  form: 'shaped',
  fill: { low: 0.4, likely: 0.6, high: 0.9 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 1 },
  defaults: {
    serviceTemp: usual(25), wear: usual('rubbing'), copies: usual(2), cyclesPerYear: usual(10_000), years: usual(4), fluids: usual([]),
    load: usual(20), loadDirection: usual('compression'), nonMarring: usual(true, 'want'),
  },
  essential: ['tolerance'],
  asks: ['roughness', 'uv', 'flatness'],
  today: 'ground or wire-cut steel',
  usualTrouble: 'dear for what it is, worn ones go unnoticed',
  failsBy: 'the edge wears round and passes bad parts',
  economics: 'dear grinding for a tool used by hand',
  cautions: ['A gauge needs a calibration record and a wear limit before it may pass parts.'],
};
