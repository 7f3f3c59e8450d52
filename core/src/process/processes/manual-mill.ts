import { clampFact, REPEAT_LINE, repeatFact, SETUPS_LINE } from '../blocks/batch';
import { INSPECTION_LINES } from '../blocks/inspection';
import { stockLines } from '../blocks/stock';
import { fact, type Process } from '../process';

export const manualMill: Process = {
  id: 'manual-mill',
  label: 'Manual mill and drill',
  kind: 'hand',
  where: 'house',
  what: 'Blocks and plates with a few holes, without a program.',
  practice: 'Practice: tool rooms with a manual mill and drill, a few holes and faces.',
  envelope_mm: [600, 300, 250],
  tolerance: { a_mm: 0.05, b_per_mm: 0.0002 },
  roughness_um: { low: 0.8, likely: 1.6, high: 3.2 },
  tight: 'tight',
  forms: ['flat', 'block'],
  batch: { most: 40, says: 'nobody mills so many by hand; a program pays for itself' },
  facts: [
    fact('allowance', 'Stock allowance, all round', 'mm', 1, 2, 4),
    fact('squaring', 'Squaring and facing in aluminium', 'cm^2/minute', 4, 8, 14),
    fact('roughing', 'Sawing out and roughing in aluminium', 'cm^3/minute', 5, 10, 20),
    fact('setup_h', 'One set-up', 'h', 0.15, 0.25, 0.5),
    clampFact,
    fact('holes', 'Holes and threads', '', 3, 6, 12, { whole: true }),
    fact('hole_min', 'One hole in aluminium, marked out', 'minute', 3, 5, 9),
    fact('sketch_h', 'Sketch', 'h', 0.2, 0.4, 0.8),
    fact('deburr_h', 'Sawing and deburring', 'h', 0.2, 0.35, 0.7),
    repeatFact,
    fact('inspect_h', 'Checking', 'h', 0.1, 0.2, 0.4),
    fact('scrap', 'Share scrapped', '', 0.01, 0.04, 0.08),
    fact('revision_share', 'One-off work repeated at a change', '', 0.5, 0.8, 1),
  ],
  lines: [
    ...stockLines({ weight: 'Weight as machined', block: 'Stock', bought: 'Stock' }),
    SETUPS_LINE,
    REPEAT_LINE,
    {
      name: 'mill_h',
      label: 'Roughing, squaring, set-ups and holes',
      unit: 'h',
      expr:
        '(stock_volume - volume) * cutting / roughing / min_per_h + area * cutting / squaring / min_per_h + setups_h + holes * hole_min * cutting / min_per_h',
    },
    { name: 'machine_cost', label: 'Milling and drilling', unit: 'money', expr: 'mill_h * manual_rate', cost: 'machine' },
    { name: 'bench_cost', label: 'Sawing and deburring', unit: 'money', expr: 'deburr_h * bench_mean * labour_rate', cost: 'finishing' },
    ...INSPECTION_LINES,
    { name: 'sketch_cost', label: 'Sketch', unit: 'money', expr: 'sketch_h * engineer_rate', cost: 'engineering', once: true },
    { name: 'mill_order_h', label: 'Milling the order', unit: 'h', expr: 'mill_h * copies' },
    { name: 'bench_order_h', label: 'Bench work for the order', unit: 'h', expr: '(deburr_h * bench_mean + remedy_hours) * copies + inspect_order_h' },
  ],
  stages: [
    { id: 'sketch', label: 'Sketch', resource: 'engineer', mode: 'work', hours: 'sketch_h' },
    { id: 'queue', label: 'Wait for the machine', resource: 'bench', mode: 'work', hours: 'manual_queue' },
    { id: 'mill', label: 'Mill and drill', resource: 'bench', mode: 'work', hours: 'mill_order_h' },
    { id: 'bench', label: 'Deburr and check', resource: 'bench', mode: 'work', hours: 'bench_order_h' },
  ],
  cautions: [],
};
