import { type Family, usual } from '../family';

export const thermoformMould: Family = {
  id: 'thermoform-mould',
  label: 'Thermoforming mould',
  what: 'Draws a heated sheet to shape by vacuum.',
  duty: 'thermo',
  form: 'shaped',
  fill: { low: 0.15, likely: 0.3, high: 0.5 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(70), peakTemp: usual(110), pressure: usual(0.09), wear: usual('rubbing'), tolerance: usual(0.5), roughness: usual(6.3), copies: usual(1), cyclesPerYear: usual(1500), years: usual(3), fluids: usual([]), load: usual(0), loadDirection: usual('unknown'),
  },
  essential: ['serviceTemp', 'cyclesPerYear'],
  asks: ['contact', 'lasting'],
  today: 'milled aluminium or board with drilled vents',
  usualTrouble: 'hundreds of vents drilled by hand',
  failsBy: 'heats up shot by shot until it sags',
  economics: 'vents are printed for nothing; cooling limits the rate',
  cautions: ['Hot sheet and heaters burn; vacuum vessels collapse: keep to the machine\'s rules.'],
};
