import { type Family, usual } from '../family';

export const investmentPattern: Family = {
  id: 'investment-pattern',
  label: 'Investment-casting pattern',
  what: 'Is burnt or melted out of a ceramic shell.',
  duty: 'core',
  leaves: ['burnt', 'melted'],
  form: 'shaped',
  fill: { low: 0.1, likely: 0.25, high: 0.5 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(25), wear: usual('none'), tolerance: usual(0.15), roughness: usual(3.2), copies: usual(10), cyclesPerYear: usual(10), years: usual(1), fluids: usual([]), load: usual(0), loadDirection: usual('unknown'),
  },
  essential: ['copies', 'tolerance'],
  asks: ['flatness'],
  today: 'wax injected in a metal die',
  usualTrouble: 'a wax die for ten castings',
  failsBy: 'ash and shell cracks when it does not burn clean',
  economics: 'castings by the dozen without a die',
  cautions: ['Burn-out gives off fumes: furnace and extraction of the foundry, never a kitchen oven.'],
};
