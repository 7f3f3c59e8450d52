import { type Family, usual } from '../family';

export const sandPattern: Family = {
  id: 'sand-pattern',
  label: 'Sand-casting pattern or match plate',
  what: 'Leaves its shape in moulding sand.',
  duty: 'pattern',
  form: 'shaped',
  fill: { low: 0.2, likely: 0.4, high: 0.7 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(40), pressure: usual(0.6), wear: usual('abrasive'), tolerance: usual(0.4), roughness: usual(3.2), copies: usual(1), cyclesPerYear: usual(500), years: usual(4), fluids: usual(['alcohol'], 'want'), load: usual(0), loadDirection: usual('unknown'),
  },
  essential: ['cyclesPerYear'],
  asks: ['wet', 'impact', 'flatness'],
  today: 'carved wood, milled board or aluminium',
  usualTrouble: 'pattern makers are rare, storage is large',
  failsBy: 'edges wear in sand, plates warp in damp',
  economics: 'casting from a file instead of a shelf of patterns',
  cautions: ['Moulding and casting are foundry work: dust, heat and fumes under the foundry\'s rules.'],
};
