import { screwsOf } from '../checks/joints';
import { costs, range, type RemedyKind } from '../remedy';

const USUAL = 4;
const MOST = 40;

export const compressionLimiters: RemedyKind = {
  id: 'compression-limiters',
  label: 'compression limiters',
  how: 'steel sleeves under the clamps and bolt heads, so that they press on metal',
  read: [{ what: 'fitted' }, { what: 'loose', most: 0 }],
  look: 'Flush with the face, none proud',
  parts_h: range(4, 12, 30),
  fits: ({ family, material, need, study, loads }) =>
    material.family !== 'metal' &&
    (family.loadCase === 'compression' || need.loadDirection?.value === 'compression' || !!need.boltTorque?.value || !!loads?.some((l) => l.bolt) ||
      screwsOf(study?.body.features).length > 0),
  // The mesh or the load table tells how many; else as for the few clamps or bolts that a small tool has.
  cost({ study, loads }) {
    const screws = screwsOf(study?.body.features).reduce((s, { count }) => s + count, 0);
    const n = Math.min(MOST, Math.max(screws, loads?.filter((l) => l.bolt).length ?? 0) || USUAL);
    return costs({
      money: range(1 * n, 2.5 * n, 5 * n),
      hours: range(0.05 * n, 0.1 * n, 0.2 * n),
      mass_kg: range(0.005 * n, 0.01 * n, 0.02 * n),
      once_hours: range(0.1, 0.2, 0.4),
    });
  },
  // The sleeve carries the clamp load: what is left for the plastic is to hold the sleeve.
  effect: (t) => ({ creep: Math.max(t.creep, 0.9) }),
};
