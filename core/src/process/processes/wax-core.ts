import { INSPECTION_LINES } from '../blocks/inspection';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const waxCore: Process = {
  id: 'wax-core',
  label: 'Cast wax cores from a master tool',
  kind: 'machine',
  where: 'bureau',
  what: 'A metal master tool first, then wax cores by the hundred, melted out after the cure.',
  practice: 'Practice: investment and laminating shops with a metal master tool.',
  imperative: 'Have wax cores cast',
  envelope_mm: [600, 400, 300],
  tolerance: { a_mm: 0.2, b_per_mm: 0.003 },
  roughness_um: { low: 0.8, likely: 1.6, high: 3.2 },
  tight: 'tight',
  duties: ['core'],
  batch: { least: 100, says: 'the master tool has to be paid for by the cores' },
  facts: [
    fact('master_h', 'Machining the master tool', 'h', 15, 30, 60),
    fact('master_design_h', 'Designing and programming it', 'h', 8, 16, 30),
    fact('master_stock', 'Its stock and hardware', 'money', 200, 500, 1200),
    fact('shot_h', 'Casting and finishing one core', 'h', 0.2, 0.4, 0.8),
    fact('wax_loss', 'Wax lost in one round', '', 0.05, 0.15, 0.3),
    fact('inspect_h', 'Inspection', 'h', 0.1, 0.2, 0.5),
    fact('scrap', 'Share of cores broken', '', 0.02, 0.06, 0.15),
    fact('revision_share', 'One-off work repeated at a change', '', 0.4, 0.7, 1),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as cast', unit: 'kg', expr: 'volume * density / g_per_kg' },
    {
      name: 'material_cost',
      label: 'Wax',
      unit: 'money',
      expr: 'mass_part * wax_loss * price_per_kg',
      cost: 'material',
      note: 'The rest is melted and used again.',
    },
    { name: 'labour_cost', label: 'Casting and finishing', unit: 'money', expr: 'shot_h * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    {
      name: 'master_cost',
      label: 'Master tool',
      unit: 'money',
      expr: 'master_h * mill_rate + master_design_h * engineer_rate + master_stock',
      cost: 'engineering',
      once: true,
    },
    { name: 'shot_order_h', label: 'Casting the order', unit: 'h', expr: '(shot_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'design', label: 'Design the master tool', resource: 'engineer', mode: 'work', hours: 'master_design_h' },
    { id: 'queue', label: 'Wait for the toolmaker', resource: 'supplier', mode: 'work', hours: 'mill_queue' },
    { id: 'master', label: 'Machine the master tool', resource: 'supplier', mode: 'work', hours: 'master_h' },
    { id: 'cast', label: 'Cast cores', resource: 'supplier', mode: 'work', hours: 'shot_order_h' },
    ...OUTSIDE_END,
  ],
  cautions: ['Hot wax burns and its vapour catches fire: covered pots, no open flame.'],
};
