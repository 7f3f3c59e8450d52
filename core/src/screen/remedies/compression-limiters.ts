import { screwsOf } from '../checks/joints';
import { costs, range, type RemedyKind } from '../remedy';

export const compressionLimiters: RemedyKind = {
  id: 'compression-limiters',
  label: 'compression limiters',
  how: 'steel sleeves under the clamps and bolt heads, so that they press on metal',
  parts_h: range(4, 12, 30),
  fits: ({ process, family, material, need, study }) =>
    process.kind === 'print' && material.family !== 'metal' &&
    (family.loadCase === 'compression' || need.loadDirection?.value === 'compression' || !!need.boltTorque?.value || screwsOf(study?.body.features).length > 0),
  cost: () => costs({ money: range(4, 10, 20), hours: range(0.2, 0.4, 0.8), mass_kg: range(0.02, 0.04, 0.08) }),
  // The sleeve carries the clamp load: what is left for the plastic is to hold the sleeve.
  effect: (t) => ({ creep: Math.max(t.creep, 0.9) }),
};
