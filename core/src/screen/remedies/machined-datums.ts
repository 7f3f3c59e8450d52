import { usedUp } from '../../life/life';
import { costs, range, type RemedyKind } from '../remedy';

export const machinedDatums: RemedyKind = {
  id: 'machined-datums',
  label: 'machined datums',
  how: 'datum faces and holes machined after printing',
  read: [{ what: 'left-on', least: 0.3 }, { what: 'length' }, { what: 'roughness' }],
  look: 'Enough stock on every datum before the first cut; held without bending it',
  // What is used once is not worth a cut.
  fits: ({ process, family, material }) => process.kind === 'print' && !usedUp(family, material),
  cost: ({ size }) => {
    // Thinking out how it is held is done once; a set-up and a light cut for each, longer for a large one.
    const metres = size.sorted[0] / 1000;
    return costs({
      money: range(0, 5, 15),
      hours: range(0.4 + 0.3 * metres, 0.9 + 0.8 * metres, 1.8 + 2 * metres),
      once_hours: range(0.5, 1, 2),
    });
  },
  effect: () => ({ local: { mm: 0.03, by: 'machined datums' }, flatness_mm: 0.05 }),
  quarrels: { coating: 'A coat covers machined datums again: mask them.' },
};
