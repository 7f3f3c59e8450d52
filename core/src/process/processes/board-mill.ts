import { clampFact, REPEAT_LINE, repeatFact, SETUPS_LINE } from '../blocks/batch';
import { INSPECTION_LINES } from '../blocks/inspection';
import { OUTSIDE_END } from '../blocks/outside';
import { stockLines } from '../blocks/stock';
import { fact, type Process } from '../process';

export const boardMill: Process = {
  id: 'board-mill',
  label: 'Tooling board, milled',
  kind: 'machine',
  where: 'bureau',
  what: 'Boards bonded to a block, milled fast and sealed: one-off moulds, plugs, patterns. Little heat, few cycles.',
  practice: 'Practice: model makers with a large router; boards are bonded, milled fast and sealed.',
  imperative: 'Have it milled from tooling board',
  envelope_mm: [4000, 2000, 1000],
  tolerance: { a_mm: 0.1, b_per_mm: 0.0003 },
  roughness_um: { low: 1.6, likely: 3.2, high: 6.3 },
  tight: 'seal',
  duties: ['layup', 'thermo', 'pattern', 'gauge', 'locate', 'form'],
  facts: [
    fact('allowance', 'Stock allowance, all round', 'mm', 5, 10, 20),
    fact('roughing', 'Roughing in aluminium', 'cm^3/minute', 25, 50, 100),
    fact('finishing', 'Finishing in aluminium', 'cm^2/minute', 10, 20, 40),
    fact('finishing_free', 'Finishing free-form faces in aluminium, ball end', 'cm^2/minute', 4, 8, 16),
    fact('bond_h', 'Bonding boards, one joint', 'h', 0.2, 0.3, 0.6),
    fact('board_mm', 'Board', 'mm', 50, 75, 100),
    fact('bond_wait', 'Bond and sealer harden', 'h', 8, 16, 24),
    fact('setups', 'Set-ups', '', 1, 2, 3, { whole: true }),
    fact('setup_h', 'One set-up', 'h', 0.4, 0.8, 1.5),
    clampFact,
    repeatFact,
    fact('program_h', 'Programming', 'h', 1, 2, 5),
    fact('seal_h', 'Sealing and sanding', 'h/cm^2', 0.0002, 0.0005, 0.001),
    fact('inspect_h', 'Inspection', 'h', 0.3, 0.6, 1.2),
    fact('scrap', 'Share scrapped', '', 0.01, 0.03, 0.08),
    fact('revision_share', 'One-off work repeated at a change', '', 0.4, 0.6, 1),
  ],
  lines: [
    ...stockLines({ weight: 'Weight as milled', block: 'Block', bought: 'Board' }),
    { name: 'joints', label: 'Glue joints', unit: '', expr: 'max(0, ceil(thickness / board_mm) - 1)' },
    SETUPS_LINE,
    {
      name: 'mill_h',
      label: 'Milling one',
      unit: 'h',
      expr:
        '((stock_volume - volume) * cutting / roughing + area * cutting ^ 0.5 * ((1 - free_share) / finishing + free_share / finishing_free)) / min_per_h + setups_h',
      note: 'Flat faces with the face of the cutter, free-form ones line by line.',
    },
    { name: 'machine_cost', label: 'Milling', unit: 'money', expr: 'mill_h * router_rate', cost: 'machine' },
    REPEAT_LINE,
    { name: 'hands_h', label: 'Bonding, sealing, sanding, one tool', unit: 'h', expr: '(joints * bond_h + area * seal_h) * bench_mean' },
    { name: 'labour_cost', label: 'Bonding, sealing, sanding', unit: 'money', expr: 'hands_h * labour_rate', cost: 'finishing' },
    ...INSPECTION_LINES,
    { name: 'program_cost', label: 'Programming', unit: 'money', expr: 'program_h * programmer_rate', cost: 'engineering', once: true, own: true },
    { name: 'mill_order_h', label: 'Milling and sealing the order', unit: 'h', expr: '(mill_h + hands_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'program', label: 'Program', resource: 'programmer', mode: 'work', hours: 'program_h' },
    { id: 'queue', label: 'Wait for the supplier', resource: 'supplier', mode: 'work', hours: 'pellet_queue' },
    { id: 'harden', label: 'Bond and sealer harden', resource: 'supplier', mode: 'run', hours: 'bond_wait' },
    { id: 'mill', label: 'Mill, seal, sand', resource: 'supplier', mode: 'work', hours: 'mill_order_h' },
    ...OUTSIDE_END,
  ],
  chemicals: ['the board and its filler'],
  cautions: ['Dust of boards and fillers: extraction and a mask.'],
};
