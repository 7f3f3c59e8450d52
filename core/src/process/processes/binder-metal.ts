import { BIN_LAYER_LINE, binFacts, binLayerFacts, binLines } from '../blocks/bin';
import { INSPECTION_LINES } from '../blocks/inspection';
import { FURNACE_STAGES, furnaceFacts, furnaceLines } from '../blocks/furnace';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const binderMetal: Process = {
  id: 'binder-metal',
  label: 'Binder jetting of metal',
  kind: 'print',
  where: 'bureau',
  what: 'Many small metal parts without supports; sintered, so they shrink by a sixth and more.',
  practice: 'Practice: bureaus with a sintering furnace; shrinkage and yield are those of parts the size of a fist.',
  thin: 'Few tools stand as evidence; sizes are met after trials: ask for a measured piece first.',
  envelope_mm: [250, 150, 100],
  tolerance: { a_mm: 0.1, b_per_mm: 0.01 },
  limits: { wall_mm: 1, gap_mm: 0.8, hole_mm: 1.2 },
  roughness_um: { low: 4, likely: 6, high: 9 },
  tight: 'seal',
  traps: 'powder',
  batch: { least: 20, says: 'a furnace run and its trials are shared by the pieces; below twenty they are paid for by few' },
  skill: 'Shrinkage has to be tried: the first pieces tell the scale of the next.',
  facts: [
    ...binFacts([8_000, 12_000, 20_000], [0.15, 0.25, 0.35]),
    ...binLayerFacts([1500, 2500, 4000], [10, 18, 30]),
    fact('powder_use', 'Powder bought per powder used', '', 1.05, 1.15, 1.3),
    fact('depowder', 'Freeing fragile green parts', 'h/cm^2', 0.001, 0.002, 0.004),
    ...furnaceFacts({ debind_h: [6, 10, 16], shrink: [0.15, 0.175, 0.2] }),
    fact('prep_h', 'Preparing, scaling and ordering', 'h', 0.8, 1.5, 3),
    fact('trial_h', 'Trial pieces for the scale', 'h', 0, 2, 6),
    fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
    fact('scrap', 'Share of parts that fail', '', 0.04, 0.1, 0.2),
    fact('revision_share', 'One-off work repeated at a change', '', 0.4, 0.6, 0.9),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as sintered', unit: 'kg', expr: 'volume * density / g_per_kg' },
    { name: 'material_cost', label: 'Powder', unit: 'money', expr: 'mass_part * powder_use * price_per_kg', cost: 'material' },
    ...furnaceLines,
    BIN_LAYER_LINE,
    ...binLines('green_volume', 'bin_h', 'binder_rate'),
    { name: 'labour_cost', label: 'Freeing and setting', unit: 'money', expr: '(area * depowder + setter_h) * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Preparing and trials', unit: 'money', expr: '(prep_h + trial_h) * engineer_rate', cost: 'engineering', once: true, own: true },
    { name: 'hands_order_h', label: 'Freeing, setting and fitting the order', unit: 'h', expr: '(area * depowder + setter_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'prepare', label: 'Prepare, scale and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'queue', label: 'Wait for the bureau', resource: 'supplier', mode: 'work', hours: 'bureau_queue' },
    { id: 'build', label: 'Build and cure', resource: 'supplier', mode: 'run', hours: 'bin_h', runs: 'bins' },
    { id: 'free', label: 'Free and set', resource: 'supplier', mode: 'work', hours: 'hands_order_h' },
    ...FURNACE_STAGES,
    ...OUTSIDE_END,
  ],
  chemicals: ['the metal powder', 'the binder'],
  cautions: ['Fine metal powder burns and irritates: closed handling, grounded, as the maker of the powder says.'],
};
