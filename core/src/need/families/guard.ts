import { type Family, usual } from '../family';

export const guard: Family = {
  id: 'guard',
  label: 'Machine guard',
  what: 'Stands between people and a moving part.',
  duty: 'guard',
  areas: ['robots', 'maintenance'],
  neverWithout: true,
  form: 'shaped',
  fill: { low: 0.04, likely: 0.08, high: 0.15 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 0, high: 1 },
  defaults: {
    serviceTemp: usual(35),
    load: usual(300),
    loadDirection: usual('in-plane'),
    wear: usual('impact'),
    tolerance: usual(1),
    copies: usual(1),
    cyclesPerYear: usual(250),
    years: usual(8),
    fluids: usual(['alkaline'], 'want'),
  },
  essential: ['load'],
  asks: ['opening', 'openingShape', 'reachDistance', 'flame', 'uv', 'impact', 'contact'],
  today: 'folded and welded sheet',
  usualTrouble: 'one-off folded and welded work for an odd machine',
  failsBy: 'cracks at screws; hides the reach distance that was approved',
  economics: 'a one-off for an odd machine; rules decide, not money',
  cautions: ['Openings and distances must follow the standard reach distances; interlocks stay as they are.'],
  // How far away the danger is matters once something fits through.
  beforeSigning: ({ opening }) => ['load', 'opening', ...(opening?.value ? ['reachDistance' as const] : [])],
  approval:
    'Whoever is responsible for machine safety approves it before use: reach distances, openings, strength at the screws, interlocks as they were. Keep the approval with the tool.',
};
