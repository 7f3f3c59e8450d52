import { type Family, usual } from '../family';

export const mouldInsert: Family = {
  id: 'mould-insert',
  label: 'Injection mould insert (bridge)',
  what: 'Makes the first shots while the steel tool is on order.',
  duty: 'mould',
  form: 'shaped',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(90), peakTemp: usual(140), load: usual(8000), loadDirection: usual('compression'), wear: usual('abrasive'), tolerance: usual(0.1),
    copies: usual(1), cyclesPerYear: usual(20_000), years: usual(4), fluids: usual([]),
  },
  essential: ['serviceTemp', 'load', 'cyclesPerYear'],
  asks: ['pressure', 'roughness', 'lasting'],
  today: 'milled and spark-eroded steel',
  usualTrouble: 'weeks of waiting before the first part can be tried',
  failsBy: 'cracks at ribs, surface washes out',
  economics: 'weeks gained before the first article; a few dozen to a few hundred shots',
  cautions: ['Hot melt under pressure: raise injection pressure in steps, guard shut, and stop at the first crack.'],
};
