import { costs, range, type RemedyKind, surface_m2 } from '../remedy';
import { isHotWet } from '../service';
import { times } from '../traits';

export const seal: RemedyKind = {
  id: 'seal',
  label: 'sealing',
  how: 'sealed with a thin resin, in two coats, on both sides',
  read: [{ what: 'coats', least: 2 }, { what: 'dry-hours', least: 12 }, { what: 'pinholes', most: 0 }, { what: 'leak' }],
  look: 'Each coat thin and dry before the next; under a lamp no pinhole before anything is laid on it',
  chemicals: ['the sealing resin'],
  rest_h: range(6, 12, 24),
  fits: () => true,
  cost: (ctx) => {
    const a = surface_m2(ctx);
    return costs({ money: range(30 * a, 50 * a, 90 * a), hours: range(1 * a, 2 * a, 4 * a), mass_kg: range(0.1 * a, 0.2 * a, 0.3 * a) });
  },
  effect: (t, { need }) => ({
    tight: t.tight === 'porous' ? 'seal' : 'tight',
    // Warm water goes through it.
    moisture: isHotWet(need) ? t.moisture : t.moisture === 'much' ? 'some' : 'none',
    ra_um: times(t.ra_um, 0.7),
    esd: 'insulating',
  }),
  quarrels: { 'conductive-grade': 'A sealer insulates the conducting skin.' },
};
