import { type Family, usual } from '../family';

export const colletPads: Family = {
  id: 'collet-pads',
  label: 'Collet pads and locating pins',
  what: 'Small faces that hold or locate, changed often.',
  duty: 'pad',
  form: 'block',
  fill: { low: 0.5, likely: 0.7, high: 0.9 },
  loadCase: 'compression',
  revisions: { low: 0, likely: 1, high: 3 },
  defaults: {
    serviceTemp: usual(30), load: usual(1500), loadDirection: usual('compression'), wear: usual('rubbing'), tolerance: usual(0.05), copies: usual(4), cyclesPerYear: usual(20_000), years: usual(3), fluids: usual(['coolant']), nonMarring: usual(true),
  },
  essential: ['load', 'fluids'],
  asks: ['lasting', 'roughness'],
  today: 'turned or wire-cut, a set for each part',
  usualTrouble: 'marks finished diameters, waits for the lathe',
  failsBy: 'the face glazes or is cut by chips',
  economics: 'a set a day from one machine, in a material that does not mark',
  cautions: ['Work-holding: a part that comes loose is thrown; try at reduced speed, guard shut.'],
};
