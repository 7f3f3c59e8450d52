import { INSPECTION_LINES } from '../blocks/inspection';
import { fact, type Process } from '../process';

export const castTool: Process = {
  id: 'cast-tool',
  label: 'Cast resin tool',
  kind: 'machine',
  where: 'house',
  what: 'Filled resin poured against a pattern or the part itself: nests, form blocks and masks that take a shape off something that exists.',
  imperative: 'Have it cast in filled resin',
  envelope_mm: [1200, 800, 500],
  tolerance: { a_mm: 0.15, b_per_mm: 0.001 },
  roughness_um: { low: 0.8, likely: 1.6, high: 3.2 },
  tight: 'tight',
  duties: ['form', 'locate', 'press', 'clamp', 'gauge', 'thermo', 'layup', 'mould', 'mask', 'carry', 'grip'],
  facts: [
    fact('pattern_base_h', 'Pattern, or preparing the part to be cast against', 'h', 1.5, 3, 6),
    fact('pattern_rate', 'Pattern, by its surface', 'h/cm^2', 0.004, 0.008, 0.016),
    fact('box_h', 'Box, release, gates', 'h', 0.8, 1.5, 3),
    fact('pour_h', 'Mixing, pouring, demoulding one', 'h', 0.4, 0.8, 1.5),
    fact('harden_h', 'Hardening, elapsed', 'h', 12, 24, 48),
    fact('waste', 'Resin lost in mixing', '', 0.05, 0.1, 0.2),
    fact('trim_h', 'Trimming and drilling', 'h', 0.3, 0.6, 1.2),
    fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
    fact('scrap', 'Share scrapped', '', 0.03, 0.07, 0.15),
    fact('revision_share', 'One-off work repeated at a change', '', 0.5, 0.8, 1),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as cast', unit: 'kg', expr: 'volume * density / g_per_kg' },
    { name: 'material_cost', label: 'Resin and filler', unit: 'money', expr: 'mass_part * (1 + waste) * price_per_kg', cost: 'material' },
    { name: 'labour_cost', label: 'Box, pouring, trimming', unit: 'money', expr: '(box_h + pour_h + trim_h) * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    { name: 'pattern_h', label: 'Pattern', unit: 'h', expr: 'pattern_base_h + area * pattern_rate' },
    { name: 'pattern_cost', label: 'Pattern', unit: 'money', expr: 'pattern_h * manual_rate', cost: 'engineering', once: true },
    { name: 'cast_order_h', label: 'Casting the order', unit: 'h', expr: '(box_h + pour_h + trim_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'pattern', label: 'Make the pattern', resource: 'bench', mode: 'work', hours: 'pattern_h' },
    { id: 'cast', label: 'Box, pour, trim', resource: 'bench', mode: 'work', hours: 'cast_order_h' },
    { id: 'harden', label: 'Harden', resource: 'bench', mode: 'run', hours: 'harden_h', runs: 'copies' },
    { id: 'inspect', label: 'Inspect', resource: 'metrology', mode: 'work', hours: 'inspect_order_h' },
  ],
  cautions: ['Thick resin heats itself and may smoke or burn: pour in layers as the maker says; gloves and extraction.'],
};
