import { costs, isPlastic, type RemedyKind } from '../remedy';
import { times } from '../traits';

export const conductiveGrade: RemedyKind = {
  id: 'conductive-grade',
  label: 'the charge-dissipating grade',
  how: 'the same plastic in its charge-dissipating grade; measure each tool',
  fits: (ctx) => isPlastic(ctx) && ctx.process.kind === 'print' && ctx.process.id.startsWith('extrusion'),
  // A grade with conducting filler costs about four tenths more.
  cost: ({ figures, material: { price_per_kg: p } }) =>
    costs({ money: { low: 0.3 * figures.mass_kg * p.low, likely: 0.4 * figures.mass_kg * p.likely, high: 0.6 * figures.mass_kg * p.high } }),
  effect: ({ strength_mpa: s }) => ({ esd: 'dissipative', strength_mpa: { inPlane: times(s.inPlane, 0.9), across: times(s.across, 0.85) } }),
};
