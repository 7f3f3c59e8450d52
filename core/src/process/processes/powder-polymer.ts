import { powderBed } from '../blocks/powder';

export const powderPolymer = powderBed({
  id: 'powder-polymer',
  label: 'Polymer powder bed',
  what: 'Strong in every direction, no support, batches; the whole bin is paid for, cooling takes as long as building.',
  practice: 'Practice: bureaus with laser powder beds; a bin takes a day and cools another.',
  envelope_mm: [550, 330, 330],
  tolerance: { a_mm: 0.05, b_per_mm: 0.002 },
  roughness_um: { low: 6, likely: 9, high: 13 },
  limits: { wall_mm: 0.8, gap_mm: 0.6, hole_mm: 1.5 },
  bin_cm3: [22_000, 25_000, 30_000],
  packing: [0.06, 0.09, 0.13],
  layers: [2500, 3000, 3500],
  recoat_s: [10, 14, 20],
  cooling: [0.7, 1, 1.4],
  powder_use: [1.4, 1.8, 2.6],
});
