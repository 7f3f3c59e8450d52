import { binFacts, binLines } from '../blocks/bin';
import { INSPECTION_LINES } from '../blocks/inspection';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const binderSand: Process = {
  id: 'binder-sand',
  label: 'Binder jetting of sand',
  kind: 'print',
  where: 'bureau',
  what: 'Foundry moulds and cores straight from the model, without a pattern; one casting each, fragile.',
  practice: 'Practice: foundry suppliers; a box is paid for whole, cleaning and coating by the surface.',
  envelope_mm: [1800, 1000, 700],
  tolerance: { a_mm: 0.3, b_per_mm: 0.001 },
  limits: { wall_mm: 4, gap_mm: 4, hole_mm: 6 },
  roughness_um: { low: 20, likely: 35, high: 60 },
  tight: 'porous',
  traps: 'powder',
  duties: ['pattern'],
  facts: [
    ...binFacts([400_000, 800_000, 1_200_000], [0.25, 0.4, 0.55]),
    fact('bin_h', 'Building a full bin', 'h', 14, 20, 30),
    fact('sand_use', 'Sand used per sand bound', '', 1.1, 1.2, 1.4),
    fact('clean', 'Cleaning and coating', 'h/cm^2', 0.0001, 0.0003, 0.0006),
    fact('prep_h', 'Gating, splitting, ordering', 'h', 1, 2, 4),
    fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
    fact('scrap', 'Share broken', '', 0.02, 0.05, 0.12),
    fact('revision_share', 'One-off work repeated at a change', '', 0.3, 0.5, 0.8),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as bound', unit: 'kg', expr: 'volume * density / g_per_kg' },
    { name: 'material_cost', label: 'Sand and binder', unit: 'money', expr: 'mass_part * sand_use * price_per_kg', cost: 'material' },
    ...binLines('volume', 'bin_h', 'sand_rate'),
    { name: 'labour_cost', label: 'Cleaning and coating', unit: 'money', expr: 'area * clean * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Gating, splitting, ordering', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true, own: true },
    { name: 'clean_order_h', label: 'Cleaning the order', unit: 'h', expr: '(area * clean + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'prepare', label: 'Gate, split, order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'queue', label: 'Wait until a bin fills', resource: 'supplier', mode: 'work', hours: 'bureau_queue' },
    { id: 'build', label: 'Build and cure', resource: 'supplier', mode: 'run', hours: 'bin_h', runs: 'bins' },
    {
      id: 'clean',
      label: 'Clean and coat',
      resource: 'supplier',
      mode: 'work',
      hours: 'clean_order_h',
      read: [{ what: 'coats', least: 1 }, { what: 'dry-hours', least: 2 }, { what: 'damage', most: 0 }],
      look: 'No loose sand in channels; the coat even and dry before it is poured',
    },
    ...OUTSIDE_END,
  ],
  chemicals: ['the binder', 'quartz sand'],
  cautions: ['Quartz dust harms the lungs and binders give off gas when cast: foundry rules and extraction.'],
};
