import { INSPECTION_LINES } from '../blocks/inspection';
import { mouldingFacts, mouldingLines } from '../blocks/moulding';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const injection: Process = {
  id: 'injection',
  label: 'Injection moulding, bought',
  kind: 'machine',
  where: 'bureau',
  what: 'A die of thousands first, then pieces for cents: for hundreds of one shape that will not change.',
  practice: 'Practice: quotes for small aluminium and steel dies of one or two cavities, and the hour of the press.',
  imperative: 'Have it moulded',
  envelope_mm: [400, 300, 150],
  tolerance: { a_mm: 0.08, b_per_mm: 0.002 },
  roughness_um: { low: 0.4, likely: 0.8, high: 1.6 },
  tight: 'tight',
  batch: { least: 200, says: 'the die is paid for by the pieces' },
  limits: { wall_mm: 0.8, gap_mm: 0.8, hole_mm: 0.8 },
  facts: [
    ...mouldingFacts({ die: [1500, 2800, 5000], cycle_s: [20, 40, 90] }),
    fact('wall', 'Wall it is cored out to', 'mm', 2, 3, 4),
    fact('prep_h', 'Drawing, draft, order', 'h', 3, 6, 12),
    fact('inspect_h', 'Inspection', 'h', 0.1, 0.2, 0.5),
    fact('scrap', 'Share of pieces that fail', '', 0.005, 0.015, 0.04),
    fact('revision_share', 'Share of the die paid again at a change', '', 0.15, 0.35, 0.8),
  ],
  lines: [
    {
      name: 'mass_part',
      label: 'Weight as moulded',
      unit: 'kg',
      expr: 'min(volume, area * wall / mm_per_cm / 2) * density / g_per_kg',
      note: 'Cored out to an even wall.',
    },
    ...mouldingLines,
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Drawing, draft, order', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true, own: true },
    { name: 'fit_order_h', label: 'Fitting the order', unit: 'h', expr: 'remedy_hours * copies' },
  ],
  stages: [
    { id: 'prepare', label: 'Draw and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'die', label: 'Make and try the die', resource: 'supplier', mode: 'work', hours: 'die_weeks_h' },
    { id: 'run', label: 'Mould', resource: 'supplier', mode: 'work', hours: 'run_h' },
    { id: 'fit', label: 'Fit', resource: 'bench', mode: 'work', hours: 'fit_order_h' },
    ...OUTSIDE_END,
  ],
  cautions: [],
};
