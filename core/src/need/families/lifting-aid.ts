import { type Family, usual } from '../family';

export const liftingAid: Family = {
  id: 'lifting-aid',
  label: 'Lifting aid',
  what: 'Carries a hung load.',
  duty: 'lift',
  form: 'shaped',
  fill: { low: 0.2, likely: 0.35, high: 0.6 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 0, high: 1 },
  defaults: {
    lasting: usual(true),
    serviceTemp: usual(25),
    load: usual(1200),
    loadDirection: usual('across'),
    wear: usual('impact'),
    tolerance: usual(0.5),
    copies: usual(1),
    cyclesPerYear: usual(3000),
    years: usual(8),
    fluids: usual([]),
  },
  essential: ['load'],
  asks: ['impact'],
  today: 'welded and proof-tested by a certified supplier',
  usualTrouble: 'awkward hooks, long wait for a certified one',
  failsBy: 'breaks without warning',
  economics: 'not a matter of money',
  cautions: [
    'A falling load kills. Rating, proof test, certificate and inspection date come from a certified supplier and a competent person, under your local lifting rules.',
  ],
  licensed: 'A lifting aid is released only by a certified supplier with a rating and a proof test, never on a calculation made here.',
};
