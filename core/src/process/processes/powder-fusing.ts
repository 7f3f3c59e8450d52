import { powderBed } from '../blocks/powder';

export const powderFusing = powderBed({
  id: 'powder-fusing',
  label: 'Polymer powder bed, fusing agent',
  what: 'As the laser-fused bed, a whole layer at once: finer skin, quick for a full bin of small parts; grey, a smaller bin.',
  practice: 'Practice: bureaus with fusing-agent machines; a full bin overnight, cooled as long again.',
  envelope_mm: [380, 284, 250],
  tolerance: { a_mm: 0.06, b_per_mm: 0.002 },
  roughness_um: { low: 5, likely: 8, high: 12 },
  greys: true,
  limits: { wall_mm: 0.6, gap_mm: 0.5, hole_mm: 1 },
  bin_cm3: [26_000, 27_000, 28_000],
  packing: [0.07, 0.1, 0.14],
  layers: [3000, 3500, 4000],
  recoat_s: [7, 9, 12],
  cooling: [0.8, 1.2, 2],
  powder_use: [1.25, 1.4, 1.8],
});
