import { BIN_LAYER_LINE, binFacts, binLayerFacts, binLines } from '../blocks/bin';
import { INSPECTION_LINES } from '../blocks/inspection';
import { fact, type Process } from '../process';

export const powderPolymer: Process = {
  id: 'powder-polymer',
  label: 'Polymer powder bed',
  kind: 'print',
  where: 'bureau',
  what: 'Strong in every direction, no support, batches; the whole bin is paid for, cooling takes as long as building.',
  envelope_mm: [550, 330, 330],
  tolerance: { a_mm: 0.15, b_per_mm: 0.002 },
  roughness_um: { low: 6, likely: 9, high: 13 },
  tight: 'seal',
  limits: { wall_mm: 0.8, gap_mm: 0.6, hole_mm: 1.5 },
  traps: 'powder',
  facts: [
    ...binFacts([22_000, 25_000, 30_000], [0.06, 0.09, 0.13]),
    ...binLayerFacts([2500, 3000, 3500], [10, 14, 20]),
    fact('cooling', 'Cooling, share of building time', '', 0.7, 1, 1.4),
    fact('powder_use', 'Powder bought per powder fused (refresh, aged powder)', '', 1.4, 1.8, 2.6),
    fact('depowder', 'Blasting', 'h/cm^2', 0.0001, 0.0002, 0.0005),
    fact('handle_h', 'Handling one piece', 'h', 0.008, 0.015, 0.03),
    fact('bin_hands_h', 'Hands for a whole bin', 'h', 1.5, 2.5, 4),
    fact('prep_h', 'Preparing and ordering', 'h', 0.3, 0.5, 1),
    fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
    fact('scrap', 'Share of parts that fail', '', 0.01, 0.03, 0.08),
    fact('revision_share', 'One-off work repeated at a change', '', 0.25, 0.4, 0.6),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as printed', unit: 'kg', expr: 'volume * density / g_per_kg', note: 'Printed solid, as designed.' },
    { name: 'material_cost', label: 'Powder', unit: 'money', expr: 'mass_part * powder_use * price_per_kg', cost: 'material' },
    BIN_LAYER_LINE,
    { name: 'bin_cycle_h', label: 'Building and cooling a bin', unit: 'h', expr: 'bin_h * (1 + cooling)' },
    ...binLines('volume', 'bin_cycle_h', 'powder_rate'),
    {
      name: 'labour_cost',
      label: 'Breaking out, blasting',
      unit: 'money',
      expr: '(handle_h + area * depowder + bin_hands_h * bin_share) * labour_rate',
      cost: 'labour',
    },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Preparing and ordering', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true },
    {
      name: 'finish_order_h',
      label: 'Breaking out the order, inserts',
      unit: 'h',
      expr: '(handle_h + area * depowder + bin_hands_h * bin_share + remedy_hours) * copies',
    },
  ],
  stages: [
    { id: 'prepare', label: 'Prepare and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'queue', label: 'Wait until a bin fills', resource: 'supplier', mode: 'work', hours: 'bureau_queue' },
    { id: 'build', label: 'Build and cool', resource: 'supplier', mode: 'run', hours: 'bin_cycle_h', runs: 'bins' },
    { id: 'break-out', label: 'Break out, blast, inserts', resource: 'supplier', mode: 'work', hours: 'finish_order_h' },
    { id: 'carry', label: 'Freight', resource: 'carrier', mode: 'work', hours: 'freight_days' },
    { id: 'inspect', label: 'Inspect', resource: 'metrology', mode: 'work', hours: 'inspect_order_h' },
  ],
  cautions: [
    'Fine polymer powder can explode as dust and irritates: break out under extraction, away from sparks; loose powder left in channels comes out in use.',
  ],
};
