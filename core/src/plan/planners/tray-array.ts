import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { measure } from '../../shape/measure';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const FITS: Source = { kind: 'standard', text: 'As many pockets as go between the walls of the box, in whichever of the two positions is more.' };
const LIFT: Source = { kind: 'standard', text: 'Usual limit for lifting by one person, arms close, seldom: 25 kg; less for more often, or further away.' };
const MESH: Source = { kind: 'measured', text: 'Length, width and height of the mesh on the Shape step, as it stands: that of the part.' };

interface PartBox {
  box_mm: number[];
}
const byMesh = (v: Values): boolean => v['from'] === 'mesh';

function findings(f: Figures, values: Values, _: PlanContext, part?: PartBox): PlanFinding[] {
  const n = (x: number): string => formatNumber(x, 3);
  const each = f('each_layer');
  return [
    {
      id: 'count',
      label: 'In a tray',
      state: each < 1 ? 'fail' : byMesh(values) && !part ? 'unknown' : 'pass',
      value: each,
      unit: '',
      basis: FITS.text,
      reason: byMesh(values) && !part
        ? 'The size of the part is looked at once the mesh on the Shape step has been measured for this plan.'
        : each < 1
        ? `The part of ${n(f('part_long'))} × ${n(f('part_wide'))} mm does not go in: a larger box, or lay it on another side.`
        : `${n(f('across'))} × ${n(f('deep_n'))} pockets of ${n(f('pocket_long'))} × ${n(f('pocket_wide'))} mm, ${n(f('layers'))} trays on each other: ${
          n(f('in_stack'))
        } parts in a stack; ${n(f('trays'))} trays for the ${n(f('parts'))} parts that are under way.`,
    },
    compared('lift', 'A stack is lifted', LIFT.text, f('stack_mass'), f('most_mass'), 'kg', {
      near: 1.2,
      says: (state) =>
        `A full stack weighs ${n(f('stack_mass'))} kg${state === 'pass' ? '.' : `, ${n(f('most_mass'))} kg are to be lifted: fewer layers, or a lifting aid.`}`,
    }),
    compared('bears', 'Bears the stack', 'Weight of the trays above over the rim of the lowest.', f('rim_mpa'), 0.5, 'MPa', {
      near: 2,
      says: () => `The lowest rim carries ${formatNumber(f('rim_mpa'), 2)} MPa, and for days: thin plastic walls creep above half a megapascal.`,
    }),
    ...(f('finger') > 0 && f('finger') < 18
      ? [{
        id: 'finger',
        label: 'Fingers get in',
        state: 'conditional' as const,
        basis: 'Practice: a finger takes 18 to 22 mm, a glove 30.',
        reason: `A slot of ${n(f('finger'))} mm is narrow: 18 mm and more, or a part that stands ${n(f('stands_out'))} mm out is gripped above.`,
      }]
      : []),
  ];
}

/** Trays: pockets by the part, as many as the box takes, stacked, lifted, and how many trays the flow needs. */
export const trayArray: Planner<PartBox> = {
  id: 'tray-array',
  about: 'work',
  label: 'Pockets and stack',
  what: 'How many parts a tray and a stack take, how large a pocket is, what a stack weighs, and how many trays the flow of parts keeps under way.',
  basis: [FITS, LIFT],
  fits: ({ family }) => family.id === 'tray' || family.id === 'masking',
  headline: ['each_layer', 'layers', 'in_stack', 'stack_mass', 'trays', 'pocket_long', 'pocket_wide'],
  inputs: [
    {
      kind: 'choice',
      id: 'from',
      label: 'Size of the part',
      group: 'Part',
      options: [{ value: 'typed', label: 'as given here' }, { value: 'mesh', label: 'of the mesh' }],
      usual: 'typed',
    },
    number('long', 'Part, long', 'length', [0.5, 3000], 60, { group: 'Part', asked: (v) => !byMesh(v) }),
    number('wide', 'Part, wide', 'length', [0.5, 3000], 40, { group: 'Part', asked: (v) => !byMesh(v) }),
    number('tall', 'Part, tall', 'length', [0.5, 3000], 20, { group: 'Part', asked: (v) => !byMesh(v) }),
    number('mass', 'Part weighs', 'mass', [0.0001, 200], 0.1, { group: 'Part' }),
    number('box_long', 'Box, long inside', 'length', [20, 3000], 560, { group: 'Box' }),
    number('box_wide', 'Box, wide inside', 'length', [20, 3000], 360, { group: 'Box' }),
    number('box_tall', 'Box, tall inside', 'length', [10, 3000], 200, { group: 'Box' }),
    number('clearance', 'Clearance', 'length', [0, 20], 0.8, { group: 'Tray' }),
    number('wall', 'Wall between', 'length', [0.4, 100], 3, { group: 'Tray' }),
    number('floor', 'Floor', 'length', [0.4, 100], 2.4, { group: 'Tray' }),
    number('stands_out', 'Part stands out by', 'length', [0, 2000], 5, { group: 'Tray', help: 'So that it is gripped; the tray above has to clear it.' }),
    number('finger', 'Slot for fingers', 'length', [0, 200], 20, { group: 'Tray' }),
    number('tray_density', 'Plastic, g/cm³', 'count', [0.2, 3], 1.25, { unit: 'g/cm^3', group: 'Tray' }),
    number('solid', 'Of a tray that is plastic', 'count', [0.02, 1], 0.35, { group: 'Tray' }),
    number('most_mass', 'A stack may weigh', 'mass', [0.5, 2000], 15, { group: 'Flow' }),
    number('a_day', 'Parts a day', 'count', [1, 1e6], 400, { group: 'Flow' }),
    number('days', 'Days from full to empty', 'days', [0.05, 365], [1, 2, 4], {
      group: 'Flow',
      ranged: true,
      source: { kind: 'standard', text: 'Practice: washing and way back included.' },
    }),
  ],
  geometry: { version: 1, says: 'Length, width and height of the part.', run: (mesh) => ({ box_mm: [...measure(mesh).box_mm] }) },
  entries: (part, { values }: PlanContext) => {
    const read = (name: string, label: string, typed: string, k: number, usual: number) => {
      const x = byMesh(values) ? (part?.box_mm[k] ?? 0) : Number(values[typed] ?? usual);
      return takenAs('tray-array', name, label, 'mm', x, byMesh(values) ? MESH : { kind: 'you', text: 'As given in the form.' });
    };
    return [
      read('part_long', 'Part, long', 'long', 0, 60),
      read('part_wide', 'Part, wide', 'wide', 1, 40),
      read('part_tall', 'Part, tall', 'tall', 2, 20),
      takenAs('tray-array', 'mm3_per_cm3', 'mm³ in a cm³', 'mm^3/cm^3', 1000, { kind: 'standard', text: 'By definition.' }),
      takenAs('tray-array', 'one_day', 'A day', 'day', 1, { kind: 'standard', text: 'By definition.' }),
      takenAs('tray-array', 'm_per_mm', 'Metres in a millimetre', 'm/mm', 0.001, { kind: 'standard', text: 'By definition.' }),
      takenAs('tray-array', 'one_n', 'A newton, in kilograms at rest', 'N/(kg*m/s^2)', 1, { kind: 'standard', text: 'By definition.' }),
      takenAs('tray-array', 'one_mm2', 'A megapascal on a square millimetre', 'MPa*mm^2/N', 1, { kind: 'standard', text: 'By definition.' }),
    ];
  },
  lines: [
    { name: 'pocket_long', label: 'Pocket, long', unit: 'mm', expr: 'part_long + 2 * clearance' },
    { name: 'pocket_wide', label: 'Pocket, wide', unit: 'mm', expr: 'part_wide + 2 * clearance' },
    { name: 'n1', label: 'Along the box, part along it', unit: '', expr: 'max(0, floor((box_long - wall) / (pocket_long + wall)))' },
    { name: 'm1', label: 'Across the box, part along it', unit: '', expr: 'max(0, floor((box_wide - wall) / (pocket_wide + wall)))' },
    { name: 'n2', label: 'Along the box, part across it', unit: '', expr: 'max(0, floor((box_long - wall) / (pocket_wide + wall)))' },
    { name: 'm2', label: 'Across the box, part across it', unit: '', expr: 'max(0, floor((box_wide - wall) / (pocket_long + wall)))' },
    { name: 'across', label: 'Pockets along the box', unit: '', expr: 'n1 * m1 >= n2 * m2 ? n1 : n2' },
    { name: 'deep_n', label: 'Pockets across the box', unit: '', expr: 'n1 * m1 >= n2 * m2 ? m1 : m2' },
    { name: 'each_layer', label: 'Parts in a tray', unit: '', expr: 'across * deep_n' },
    { name: 'pitch', label: 'From tray to tray', unit: 'mm', expr: 'floor + part_tall', note: 'A part fills the room up to the tray above.' },
    { name: 'layers', label: 'Trays on each other', unit: '', expr: 'max(1, floor(box_tall / pitch))' },
    { name: 'in_stack', label: 'Parts in a stack', unit: '', expr: 'each_layer * layers' },
    {
      name: 'tray_mass',
      label: 'A tray weighs',
      unit: 'kg',
      expr: 'solid * box_long * box_wide * max(floor, pitch - stands_out) * tray_density / mm3_per_cm3 / g_per_kg',
    },
    { name: 'stack_mass', label: 'A full stack weighs', unit: 'kg', expr: 'layers * (tray_mass + each_layer * mass)' },
    { name: 'rim_mpa', label: 'On the lowest rim', unit: 'MPa', expr: 'stack_mass * gravity * one_n / (2 * (box_long + box_wide) * wall) * one_mm2' },
    { name: 'parts', label: 'Parts under way', unit: '', expr: 'a_day * days / one_day' },
    { name: 'trays', label: 'Trays in use', unit: '', expr: 'each_layer > 0 ? ceil(parts / max(1, each_layer)) : 0' },
  ],
  findings,
  gives: [{ line: 'trays', to: 'copies' }],
  makes: [
    {
      maker: 'tray',
      label: 'The tray, if the mesh on the Shape step is the part',
      values: (f) => ({
        columns: Math.min(60, Math.max(1, Math.round(f('across')))),
        rows: Math.min(60, Math.max(1, Math.round(f('deep_n')))),
        clearance: f('clearance'),
        wall: Math.max(0.8, f('wall')),
        base: Math.max(0.8, f('floor')),
        deep: Math.min(500, Math.max(1, f('part_tall') - f('stands_out'))),
        finger: f('finger'),
      }),
    },
  ],
  cautions: ['Stacks that stand taller than they are wide fall: strap them, and look at the lowest tray after a week.'],
};
