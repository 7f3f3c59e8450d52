import { type Family, usual } from '../family';

export const layupMould: Family = {
  id: 'layup-mould',
  label: 'Lay-up mould',
  what: 'Gives a composite part its shape while it cures.',
  duty: 'layup',
  form: 'shaped',
  fill: { low: 0.08, likely: 0.15, high: 0.3 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(25), cureTemp: usual(80), pressure: usual(0.1), wear: usual('none'), tolerance: usual(0.5), roughness: usual(1.6), vacuum: usual(true), copies: usual(1), cyclesPerYear: usual(20), years: usual(3), fluids: usual(['ketone'], 'want'), load: usual(0), loadDirection: usual('unknown'),
  },
  essential: ['cureTemp', 'pressure'],
  asks: ['flatness', 'massLimit'],
  today: 'milled board, or a plug and a laid-up shell',
  usualTrouble: 'plug, mould and waiting for each',
  failsBy: 'surface cracks and leaks after some dozens of cures',
  economics: 'the plug falls away; expansion and sealing are the work',
  cautions: ['Ovens and autoclaves store energy: heat and pressure in steps, under the plant\'s rules. Solvents and resin: gloves, extraction.'],
};
