import { plateLines } from '../blocks/plate';
import { INSPECTION_LINES } from '../blocks/inspection';
import { FURNACE_STAGES, furnaceFacts, furnaceLines } from '../blocks/furnace';
import { OUTSIDE_END } from '../blocks/outside';
import { fact, type Process } from '../process';

export const bindAndMill: Process = {
  id: 'bind-and-mill',
  label: 'Bound and milled metal powder',
  kind: 'print',
  where: 'bureau',
  what: 'Each whole layer of powder is bound, then milled, then all is sintered: fine and accurate small metal parts, many of one kind.',
  practice: 'Practice: small hybrid metal machines run as a service; layers are milled, so that hours follow layers, not pieces.',
  thin: 'Few tools have been made this way: ask the supplier for one that is in use, and try an insert first.',
  envelope_mm: [120, 80, 40],
  tolerance: { a_mm: 0.03, b_per_mm: 0.003 },
  limits: { wall_mm: 0.3, gap_mm: 0.2, hole_mm: 0.4 },
  roughness_um: { low: 1, likely: 2, high: 4 },
  tight: 'seal',
  batch: { least: 50, says: 'the plate is filled with one geometry; below fifty most of it is empty' },
  skill: 'Only few suppliers run it: ask before you plan on it.',
  facts: [
    fact('plate_area', 'Usable plate', 'cm^2', 300, 400, 500),
    fact('layer_height', 'Layer height', 'mm', 0.05, 0.08, 0.1),
    fact('bind_s', 'Spreading and binding a layer', 's', 60, 90, 150),
    fact('cut_s', 'Milling one outline', 's', 2, 4, 8),
    fact('powder_use', 'Powder bought per powder in parts', '', 1.6, 2.2, 3),
    fact('free_h', 'Washing out one piece', 'h', 0.02, 0.04, 0.08),
    ...furnaceFacts({ debind_h: [8, 12, 20], shrink: [0.14, 0.16, 0.18] }),
    fact('prep_h', 'Preparing, scaling and ordering', 'h', 1.5, 3, 5),
    fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
    fact('scrap', 'Share of parts that fail', '', 0.03, 0.07, 0.15),
    fact('revision_share', 'One-off work repeated at a change', '', 0.5, 0.7, 1),
  ],
  lines: [
    { name: 'mass_part', label: 'Weight as sintered', unit: 'kg', expr: 'volume * density / g_per_kg' },
    { name: 'material_cost', label: 'Powder', unit: 'money', expr: 'mass_part * powder_use * price_per_kg', cost: 'material' },
    ...furnaceLines,
    ...plateLines('floor(sections * plate_area / footprint)', 'plate'),
    { name: 'build_h', label: 'One plate', unit: 'h', expr: 'height / (1 - shrink) / layer_height * (bind_s + per_build * cut_s) / s_per_h' },
    { name: 'machine_cost', label: 'Machine hours', unit: 'money', expr: 'build_h / per_build * binder_rate', cost: 'machine' },
    { name: 'labour_cost', label: 'Washing out and setting', unit: 'money', expr: '(free_h + setter_h) * labour_rate', cost: 'labour' },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Preparing and ordering', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true, own: true },
    { name: 'hands_order_h', label: 'Washing, setting and fitting the order', unit: 'h', expr: '(free_h + setter_h + remedy_hours) * copies' },
  ],
  stages: [
    { id: 'prepare', label: 'Prepare, scale and order', resource: 'engineer', mode: 'work', hours: 'prep_h' },
    { id: 'queue', label: 'Wait for the supplier', resource: 'supplier', mode: 'work', hours: 'bureau_queue' },
    { id: 'build', label: 'Bind and mill', resource: 'supplier', mode: 'run', hours: 'build_h', runs: 'builds' },
    { id: 'free', label: 'Wash out and set', resource: 'supplier', mode: 'work', hours: 'hands_order_h' },
    ...FURNACE_STAGES,
    ...OUTSIDE_END,
  ],
  chemicals: ['the metal powder', 'the binder'],
  cautions: ['Fine metal powder burns and irritates: closed handling, grounded, as the maker of the powder says.'],
};
