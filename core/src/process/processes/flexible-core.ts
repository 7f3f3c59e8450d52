import { INSPECTION_LINES } from '../blocks/inspection';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const flexibleCore: Process = {
  id: 'flexible-core',
  label: 'Inflatable or segmented core',
  kind: 'machine',
  where: 'bureau',
  what: 'A silicone bladder or a mandrel in segments, pulled out and used again: for hollows with an opening large enough.',
  imperative: 'Have a reusable core made',
  envelope_mm: [1500, 400, 400],
  tolerance: { a_mm: 0.4, b_per_mm: 0.003 },
  roughness_um: { low: 1.6, likely: 3.2, high: 6.3 },
  tight: 'tight',
  duties: ['core'],
  uses: { low: 15, likely: 50, high: 150 },
  skill: 'It has to come out through the opening: try it with a paper template first.',
  facts: [
    fact('mould_h', 'Machining the mould for it', 'h', 8, 16, 30),
    fact('mould_stock', 'Stock of the mould, fittings', 'money', 100, 250, 600),
    fact('design_h', 'Designing it', 'h', 4, 8, 16),
    fact('make_h', 'Casting or assembling one', 'h', 1, 2, 4),
    fact('skin_mm', 'Wall of the bladder', 'mm', 2, 3, 5),
    fact('harden_h', 'Curing it, elapsed', 'h', 12, 24, 48),
    fact('inspect_h', 'Inspection', 'h', 0.1, 0.3, 0.6),
    fact('scrap', 'Share that fails', '', 0.03, 0.08, 0.2),
    fact('revision_share', 'One-off work repeated at a change', '', 0.5, 0.8, 1),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight', unit: 'kg', expr: 'area * skin_mm / mm_per_cm * density / g_per_kg' },
    { name: 'material_cost', label: 'Silicone and fittings', unit: 'money', expr: 'mass_part * price_per_kg', cost: 'material' },
    { name: 'labour_cost', label: 'Casting or assembling', unit: 'money', expr: 'make_h * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    {
      name: 'mould_cost',
      label: 'Mould for it',
      unit: 'money',
      expr: 'mould_h * mill_rate + mould_stock + design_h * engineer_rate',
      cost: 'engineering',
      once: true,
    },
    { name: 'make_order_h', label: 'Making the order', unit: 'h', expr: '(make_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'design', label: 'Design it', resource: 'engineer', mode: 'work', hours: 'design_h' },
    { id: 'mould', label: 'Machine its mould', resource: 'supplier', mode: 'work', hours: 'mould_h' },
    { id: 'make', label: 'Cast or assemble', resource: 'supplier', mode: 'work', hours: 'make_order_h' },
    { id: 'harden', label: 'Cure', resource: 'supplier', mode: 'run', hours: 'harden_h' },
    ...OUTSIDE_END,
  ],
  chemicals: ['the rubber compound'],
  cautions: ['A bladder under pressure can burst: shield it, limit the pressure, and raise it slowly.'],
};
