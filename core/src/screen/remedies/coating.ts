import type { FluidRating } from '../../shelf/types';
import { costs, isPlastic, range, type RemedyKind, surface_m2 } from '../remedy';

const BETTER: Record<FluidRating, FluidRating> = { A: 'A', B: 'A', C: 'B', D: 'C' };

export const coating: RemedyKind = {
  id: 'coating',
  label: 'a protective coat',
  how: 'two coats of a resistant paint, renewed when it chips',
  read: [{ what: 'coats', least: 2 }, { what: 'dry-hours', least: 6 }],
  look: 'Even, no bare place at edges',
  chemicals: ['the paint'],
  rest_h: range(12, 24, 48),
  fits: isPlastic,
  cost: (ctx) => {
    const a = surface_m2(ctx);
    return costs({ money: range(20 * a, 40 * a, 80 * a), hours: range(0.5 + a, 0.8 + 2 * a, 1.2 + 4 * a), mass_kg: range(0.05 * a, 0.1 * a, 0.2 * a) });
  },
  effect: (t) => ({
    fluids: Object.fromEntries(Object.entries(t.fluids).map(([f, r]) => [f, BETTER[r]])) as typeof t.fluids,
    uv: 'stable',
    colour: 'painted',
    tolerance_mm: t.tolerance_mm + 0.05,
    esd: 'insulating',
  }),
  quarrels: { 'conductive-grade': 'A coat of paint insulates the conducting skin.' },
};
