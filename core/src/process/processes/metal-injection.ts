import { FURNACE_STAGES, furnaceFacts, furnaceLines } from '../blocks/furnace';
import { INSPECTION_LINES } from '../blocks/inspection';
import { mouldingFacts, mouldingLines } from '../blocks/moulding';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const metalInjection: Process = {
  id: 'metal-injection',
  label: 'Metal injection moulding',
  kind: 'machine',
  where: 'bureau',
  what: 'Small steel parts by the thousand from a die, sintered; shrinks by a sixth, which the die allows for.',
  practice: 'Practice: suppliers of small sintered steel parts by the thousand.',
  thin: 'Known for parts, hardly for tools: ask for a measured piece of the same wall first.',
  imperative: 'Have it moulded in metal',
  envelope_mm: [100, 60, 40],
  tolerance: { a_mm: 0.03, b_per_mm: 0.004 },
  roughness_um: { low: 0.8, likely: 1.6, high: 3.2 },
  tight: 'tight',
  batch: { least: 2000, says: 'die and furnace trials are paid for by the pieces' },
  limits: { wall_mm: 0.5, gap_mm: 0.5, hole_mm: 0.6 },
  facts: [
    ...mouldingFacts({ die: [5000, 9000, 16_000], cycle_s: [15, 30, 60] }),
    ...furnaceFacts({ debind_h: [6, 12, 24], shrink: [0.14, 0.165, 0.19] }),
    fact('set_at_once', 'Pieces set on ceramics at once', '', 10, 25, 60),
    fact('prep_h', 'Drawing, draft, order', 'h', 4, 8, 16),
    fact('inspect_h', 'Inspection', 'h', 0.1, 0.2, 0.5),
    fact('scrap', 'Share of pieces that fail', '', 0.02, 0.05, 0.1),
    fact('revision_share', 'Share of the die paid again at a change', '', 0.2, 0.4, 0.9),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as sintered', unit: 'kg', expr: 'volume * density / g_per_kg' },
    ...mouldingLines,
    ...furnaceLines,
    { name: 'labour_cost', label: 'Setting on ceramics', unit: 'money', expr: 'setter_h * labour_rate / set_at_once', cost: 'labour' },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Drawing, draft, order', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true, own: true },
    { name: 'set_order_h', label: 'Setting and fitting the order', unit: 'h', expr: '(setter_h / set_at_once + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'prepare', label: 'Draw and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'die', label: 'Make and try the die', resource: 'supplier', mode: 'work', hours: 'die_weeks_h' },
    { id: 'run', label: 'Mould', resource: 'supplier', mode: 'work', hours: 'run_h' },
    { id: 'set', label: 'Set and fit', resource: 'supplier', mode: 'work', hours: 'set_order_h' },
    ...FURNACE_STAGES,
    ...OUTSIDE_END,
  ],
  chemicals: ['the feedstock binder'],
  cautions: ["Debinding and furnace gases belong in a supplier's licensed plant."],
};
