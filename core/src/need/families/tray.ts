import { type Family, usual } from '../family';

export const tray: Family = {
  id: 'tray',
  label: 'Tray, dunnage or kitting aid',
  what: 'Carries and sorts parts.',
  duty: 'carry',
  form: 'shaped',
  fill: { low: 0.06, likely: 0.12, high: 0.25 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 4 },
  defaults: {
    serviceTemp: usual(25), wear: usual('none'), tolerance: usual(0.8), nonMarring: usual(true, 'want'), copies: usual(6),
    cyclesPerYear: usual(6000), years: usual(4), fluids: usual([]), load: usual(60), loadDirection: usual('in-plane'),
  },
  essential: ['copies'],
  asks: ['esd', 'contact', 'uv', 'impact'],
  today: 'thermoformed with a tooling charge, or milled foam',
  usualTrouble: 'tooling charge and minimum lot for formed trays; milled ones cost too much',
  failsBy: 'cracks at the corners when dropped',
  economics: 'no tooling charge; layout follows the kit',
  cautions: [],
};
