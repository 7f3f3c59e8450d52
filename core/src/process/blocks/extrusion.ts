import { type BuildStudy, coolingWait_h } from '../../shape/study';
import type { Entry, Line, Range, Source } from '../../worksheet/types';
import { fact, type Fact, type Stage } from '../process';
import { INSPECTION_LINES } from './inspection';
import { plateLines } from './plate';

/** Facts that extrusion processes share; a process gives its own deposition rate, wall and rates. */
export const extrusionFacts = (own: { rate: [number, number, number]; bed_cm2: number; warm_h: number }): Fact[] => [
  fact('deposition', 'Deposition rate', 'cm^3/h', ...own.rate),
  fact('bed_area', 'Usable bed', 'cm^2', own.bed_cm2, own.bed_cm2, own.bed_cm2),
  fact('warm_up', 'Warm-up and first layer check', 'h', own.warm_h * 0.7, own.warm_h, own.warm_h * 1.5),
  fact('wall', 'Wall', 'mm', 1.6, 2.4, 3.2),
  fact('infill', 'Fill inside the walls', '', 0.2, 0.3, 0.5),
  fact('solid_depth', 'Solid around where loads and holds stand', 'mm', 0, 0, 0),
  fact('layer_height', 'Layer height', 'mm', 0.2, 0.25, 0.3),
  fact('layer_change', 'Pause per layer', 's', 4, 6, 12),
  fact('support_density', 'Support density', '', 0.1, 0.15, 0.25),
  fact('skin', 'Closed skin on level faces', 'mm', 0.8, 1, 1.5),
  fact('hop', 'Travel and start at each island', 's', 0.5, 1, 2),
  fact('waste', 'Waste: purge, brim, end of spool', '', 0.03, 0.06, 0.12),
  fact('prep_h', 'Preparing the build', 'h', 0.4, 0.75, 1.5),
  fact('attend_h', 'Hands per build: load, start, take out', 'h', 0.3, 0.5, 0.8),
  fact('breakout', 'Removing supports', 'h/cm^2', 0.0015, 0.003, 0.006),
  fact('trim', 'Trimming and smoothing', 'h/cm^2', 0.0003, 0.0006, 0.0012),
  fact('inspect_h', 'Inspection', 'h', 0.2, 0.4, 0.8),
  fact('build_limit', 'Longest build wanted', 'h', 60, 60, 60),
  fact('scrap', 'Share of builds that fail', '', 0.02, 0.05, 0.12),
  fact('revision_share', 'One-off work repeated at a change', '', 0.25, 0.4, 0.6),
];

/**
 * Printing by extrusion, from the slices: walls from Σ outline × layer × wall thickness (never more than 90 % of the volume),
 * skins on level faces, the rest filled sparsely; time from volume over deposition rate plus a pause per layer, a start per
 * island, and the wait of layers that are laid faster than they cool.
 * @param rate name of the shop figure with the machine's hourly rate
 * @param fibre extra hours and money for continuous fibre
 */
export function extrusionLines(rate: string, fibre = false): Line[] {
  // Fibre and the plastic outside of it make walls and skins at least as thick as they are.
  const wall = fibre ? 'max(wall, laid * (outer + max(1, rings) * ring_width))' : 'wall';
  const skins = fibre ? 'skin_area * max(skin, laid * (outer + sheets * layer_height)) + laid * panel_area * panels * layer_height' : 'skin_area * skin';
  return [
    { name: 'wall_volume', label: 'Volume of walls', unit: 'cm^3', expr: `min(0.9 * volume, side_area * ${wall} / mm_per_cm)` },
    { name: 'skin_volume', label: 'Volume of skins', unit: 'cm^3', expr: `min(volume - wall_volume, (${skins}) / mm_per_cm)` },
    { name: 'solid_beneath', label: 'Solid beneath the skin', unit: 'mm', expr: 'max(0, solid_depth - skin)' },
    {
      name: 'solid_volume',
      label: 'Made solid around loads and holds',
      unit: 'cm^3',
      expr:
        'min(volume - wall_volume - skin_volume, solid_area * solid_beneath / mm_per_cm + 0.7854 * solid_rim * (solid_beneath / mm_per_cm) ^ 2 + 2.0944 * solid_places * (solid_beneath / mm_per_cm) ^ 3)',
      note:
        'All that lies so near to the places of the load table, as beneath a round spot: its area by the depth, a quarter of a circle along its outline, half a ball.',
    },
    {
      name: 'deposit',
      label: 'Plastic in the part',
      unit: 'cm^3',
      expr: 'wall_volume + skin_volume + (volume - wall_volume - skin_volume) * infill + solid_volume * (1 - infill)',
    },
    { name: 'support_volume', label: 'Plastic in supports and raft', unit: 'cm^3', expr: 'support_space * support_density + raft_space' },
    { name: 'mass_part', label: 'Weight as printed', unit: 'kg', expr: `deposit * density / g_per_kg` },
    {
      name: 'mass_bought',
      label: 'Plastic bought',
      unit: 'kg',
      expr: `(mass_part + (support_volume${fibre ? ' - fibre_volume' : ''}) * density / g_per_kg) * (1 + waste)`,
    },
    { name: 'material_cost', label: 'Plastic', unit: 'money', expr: 'mass_bought * price_per_kg', cost: 'material' },
    ...(fibre
      ? ([
        {
          name: 'ring_volume',
          label: 'Fibre in rings',
          unit: 'cm^3',
          expr: 'laid * min(0.8 * wall_volume, side_area * rings * ring_width / mm_per_cm)',
          note: 'Along every outline of every layer, holes too.',
        },
        {
          name: 'sheet_volume',
          label: 'Fibre in sheets and panels',
          unit: 'cm^3',
          expr: 'laid * min(0.8 * skin_volume, (skin_area * sheets + panel_area * panels) * layer_height / mm_per_cm)',
          note: 'Under level faces, and more of them where a load stands.',
        },
        { name: 'fibre_volume', label: 'Continuous fibre', unit: 'cm^3', expr: 'ring_volume + sheet_volume' },
        { name: 'fibre_cost', label: 'Fibre', unit: 'money', expr: 'fibre_volume * fibre_price', cost: 'material' },
        { name: 'fibre_h', label: 'Laying fibre', unit: 'h', expr: 'fibre_volume / fibre_rate_laid' },
      ] satisfies Line[])
      : []),
    { name: 'layers', label: 'Layers', unit: '', expr: 'height / layer_height' },
    {
      name: 'print_h',
      label: 'Printing one tool',
      unit: 'h',
      expr: `(deposit + support_volume${
        fibre ? ' - fibre_volume' : ''
      }) / (deposition * flow) + layers * layer_change / s_per_h + island_height / layer_height * hop / s_per_h + cooling_wait${fibre ? ' + fibre_h' : ''}`,
      note: 'Paths at the deposition rate, layer changes, starts at islands, and waits of small layers.',
    },
    ...plateLines('min(floor(sections * bed_area / footprint), floor(sections * build_limit / print_h))'),
    { name: 'build_h', label: 'One build', unit: 'h', expr: 'warm_up + per_build * print_h' },
    { name: 'machine_cost', label: 'Printer hours', unit: 'money', expr: `(print_h + warm_up / per_build) * ${rate}`, cost: 'machine' },
    { name: 'tend_h', label: 'Hands at the printer, one tool', unit: 'h', expr: 'attend_h / per_build' },
    { name: 'finish_h', label: 'Supports off and trimming, one tool', unit: 'h', expr: 'overhang * breakout + area * trim + remedy_hours' },
    { name: 'labour_cost', label: 'Hands at the printer', unit: 'money', expr: 'tend_h * labour_rate', cost: 'labour' },
    { name: 'finish_cost', label: 'Supports off and trimming', unit: 'money', expr: '(finish_h - remedy_hours) * labour_rate', cost: 'finishing' },
    ...INSPECTION_LINES,
    { name: 'prep_cost', label: 'Preparing the build', unit: 'money', expr: 'prep_h * engineer_rate', cost: 'engineering', once: true },
    { name: 'finish_order_h', label: 'Finishing the order', unit: 'h', expr: 'finish_h * copies' },
  ];
}

/** Least time a layer needs to cool before the next lies on it, s. */
const LAYER_LEAST_S: Range = { low: 6, likely: 12, high: 20 };

/** The wait of small layers, from the layers of the build at the process's own rate, wall and fill. */
export const coolingEntries = (facts: readonly Fact[]) => (build: BuildStudy | undefined): Entry[] => {
  const of = (id: string): Range => facts.find((f) => f.id === id)!.usual;
  const wait = (end: 'low' | 'likely' | 'high'): number =>
    coolingWait_h(
      build!.profile,
      build!.height_mm,
      of('layer_height').likely,
      LAYER_LEAST_S[end],
      of('deposition')[end],
      of('wall').likely,
      of('infill').likely,
    );
  const source: Source = build
    ? { kind: 'measured', text: `From the layers of the build: those laid in less than ${LAYER_LEAST_S.low} to ${LAYER_LEAST_S.high} s wait.` }
    : { kind: 'guess', text: 'Not known without the layers of a mesh.' };
  return [{
    name: 'cooling_wait',
    label: 'Waits of small layers',
    unit: 'h',
    ...(build ? { low: wait('low'), likely: wait('likely'), high: wait('high') } : { low: 0, likely: 0, high: 0.5 }),
    source,
    key: 'print.cooling_wait',
  }];
};

export const EXTRUSION_STAGES: readonly Stage[] = [
  { id: 'prepare', label: 'Prepare the build', resource: 'engineer', mode: 'work', hours: 'prep_h' },
  { id: 'queue', label: 'Wait for the printer', resource: 'printer', mode: 'work', hours: 'printer_queue' },
  { id: 'print', label: 'Print', resource: 'printer', mode: 'run', hours: 'build_h', runs: 'builds' },
  { id: 'finish', label: 'Supports, trimming, inserts', resource: 'bench', mode: 'work', hours: 'finish_order_h' },
  { id: 'wait-inspect', label: 'Wait for metrology', resource: 'metrology', mode: 'work', hours: 'inspect_queue' },
  { id: 'inspect', label: 'Inspect', resource: 'metrology', mode: 'work', hours: 'inspect_order_h' },
];
