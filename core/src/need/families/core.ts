import { type Family, usual } from '../family';

export const core: Family = {
  id: 'core',
  label: 'Sacrificial core or mandrel',
  what: 'Stays inside a hollow composite part until the cure is over, then goes.',
  duty: 'core',
  leaves: ['dissolved', 'melted', 'broken'],
  form: 'shaped',
  fill: { low: 0.15, likely: 0.3, high: 0.5 },
  loadCase: 'none',
  revisions: { low: 0, likely: 1, high: 2 },
  defaults: {
    serviceTemp: usual(25), cureTemp: usual(90), pressure: usual(0.3), wear: usual('none'), tolerance: usual(0.4), copies: usual(1), cyclesPerYear: usual(30), years: usual(2), fluids: usual([]), load: usual(0), loadDirection: usual('unknown'), roughness: usual(6.3, 'want'),
  },
  essential: ['cureTemp', 'pressure'],
  asks: ['massLimit', 'vacuum'],
  today: 'cast plaster or wax, or a split mandrel',
  usualTrouble: 'master tool first, cores break',
  failsBy: 'crushed by pressure above its heat limit, or dissolves too slowly',
  economics: 'one core a part: price and hours of each core count in every part',
  cautions: ['Hot alkaline baths burn: goggles, gloves, extraction, and disposal as local rules say.'],
};
