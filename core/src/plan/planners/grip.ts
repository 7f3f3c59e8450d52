import { shapeEntries } from '../../case/shape-entries';
import { asRange, number, type Option, type Values } from '../../inputs/spec';
import { type Mesh, MeshError } from '../../shape/mesh';
import { inertia } from '../../shape/inertia';
import { measure } from '../../shape/measure';
import type { Entry, Range, Source } from '../../worksheet/types';
import { arcPoints, type Mark, type XY } from '../drawing';
import { compared, figureText as n, type Planner, type PlanContext } from '../planner';

/** Mass properties of the tool about the face that is bolted to the robot, measured on its mesh. */
interface GripGeometry {
  centre_mm: number;
  gyration_mm: number;
}

const STANDARD: Source = { kind: 'standard', text: 'Standard formula.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, try it with the real work.' };

const SURFACES: readonly Option[] = [
  { value: 'dry', label: 'dry and smooth' },
  { value: 'wet', label: 'wet' },
  { value: 'oily', label: 'oily' },
  { value: 'porous', label: 'porous or rough' },
  { value: 'hot', label: 'hot' },
];
/** Friction of rubber or plastic on the work, by its surface. */
const FRICTION: Record<string, Range> = {
  dry: { low: 0.35, likely: 0.5, high: 0.7 },
  wet: { low: 0.15, likely: 0.25, high: 0.4 },
  oily: { low: 0.06, likely: 0.12, high: 0.2 },
  porous: { low: 0.35, likely: 0.45, high: 0.6 },
  hot: { low: 0.2, likely: 0.3, high: 0.45 },
};
const FACES: readonly Option[] = [{ value: 'nylon', label: 'the printed plastic itself' }, { value: 'rubber', label: 'a rubber pad' }, {
  value: 'steel',
  label: 'a hardened steel face',
}];
/** Wear against steel work, mm³/(N·m): dry nylons, rubbers, hardened steel. */
const WEAR: Record<string, Range> = {
  nylon: { low: 5e-6, likely: 1e-5, high: 3e-5 },
  rubber: { low: 3e-5, likely: 1e-4, high: 3e-4 },
  steel: { low: 1e-8, likely: 5e-8, high: 1e-7 },
};
/** What faces last in practice, cycles: edges chip and pieces strike long before they are rubbed away. */
const FACE_LIFE: Record<string, Range> = {
  nylon: { low: 20_000, likely: 50_000, high: 100_000 },
  rubber: { low: 50_000, likely: 150_000, high: 400_000 },
  steel: { low: 1e6, likely: 2e6, high: 5e6 },
};
const GRIT: Range = { low: 10, likely: 20, high: 50 };

const cups = (v: Values): boolean => v['means'] !== 'fingers';
const fingers = (v: Values): boolean => v['means'] !== 'cups';
const hot = (v: Values): boolean => v['hot'] === true;

/** What there is beyond the inputs: friction and wear by surface, the tool's own mass and centre, the cycles of the programme. */
function entries(measured: GripGeometry | undefined, { facts, values }: PlanContext): Entry[] {
  const given = (id: string): Range | undefined => (values[id] === undefined ? undefined : asRange(values[id] as number));
  const entry = (name: string, label: string, unit: string, range: Range, source: Source): Entry => ({
    name,
    label,
    unit,
    ...range,
    source,
    key: `plan.grip.${name}`,
  });
  const you: Source = { kind: 'you', text: 'Given by you.' };
  const times = (r: Range, x: Range): Range => ({ low: r.low * x.low, likely: r.likely * x.likely, high: r.high * x.high });
  const size = Object.fromEntries(shapeEntries(facts.doc, true).map((e) => [e.name, e]));
  const surface = String(values['surface'] ?? 'dry');
  const face = String(values['face'] ?? 'nylon');
  // A gripper printed with walls and sparse fill holds 0.5 to 0.9 g of plastic for each cm³ of its shape.
  const mass = given('tool_mass') ?? times(size['volume'], { low: 0.5e-3, likely: 0.7e-3, high: 0.9e-3 });
  const length = size['length'];
  const centre = given('tool_centre') ?? (measured ? asRange(measured.centre_mm) : times(length, { low: 0.35, likely: 0.45, high: 0.55 }));
  const gyration = measured ? asRange(measured.gyration_mm) : times(centre, { low: 1.05, likely: 1.15, high: 1.3 });
  const onMesh: Source = { kind: 'measured', text: "Measured on the tool's mesh, evenly filled, from the face that is bolted to the robot." };
  const guess: Source = { kind: 'guess', text: 'From the rough size of the tool; work the plan out on the mesh to measure it.' };
  const cycles = (facts.need.cyclesPerYear?.value ?? 5000) * (facts.need.years?.value ?? 4);
  return [
    entry(
      'friction',
      'Friction on the work',
      '',
      given('mu') ?? FRICTION[surface] ?? FRICTION['dry'],
      given('mu') ? you : { kind: 'standard', text: `Practice: rubber or plastic on work that is ${SURFACES.find((s) => s.value === surface)?.label}.` },
    ),
    entry(
      'tool_mass',
      'Weight of the tool',
      'kg',
      mass,
      given('tool_mass') ? you : { kind: 'guess', text: 'Volume at 0.5 to 0.9 g/cm³; in each route the weight of that route takes its place.' },
    ),
    entry('tool_centre', 'Centre of the tool from the flange', 'mm', centre, given('tool_centre') ? you : measured ? onMesh : guess),
    entry('tool_gyration', 'Radius of gyration of the tool about the flange', 'mm', gyration, measured ? onMesh : guess),
    entry(
      'old_mass',
      "Weight of today's tool",
      'kg',
      given('today_mass') ?? times(mass, { low: 1.4, likely: 2, high: 3 }),
      given('today_mass') ? you : { kind: 'guess', text: 'Milled tools weigh 1.4 to 3 times a printed one; weigh yours.' },
    ),
    entry('wear_rate', 'Wear of the finger face', 'mm^3/(N*m)', times(WEAR[face], values['grit'] === true ? GRIT : asRange(1)), PRACTICE),
    entry('face_practice', 'Such faces last in practice', 'cycle', FACE_LIFE[face], PRACTICE),
    entry('cycles', 'Cycles over the programme', 'cycle', asRange(cycles), { kind: 'need', text: 'Cycles a year × years, from the Need step.' }),
    entry('ambient', 'Air pressure', 'kPa', asRange(101.325), STANDARD),
    entry('air_density', 'Density of air', 'kg/m^3', asRange(1.2), STANDARD),
    entry('air_viscosity', 'Viscosity of air', 'Pa*s', asRange(1.8e-5), STANDARD),
    entry('hall', 'Temperature of the hall', 'degC', { low: 18, likely: 23, high: 32 }, PRACTICE),
    entry('contact_film', 'Heat through the touching faces', 'W/(m^2*K)', { low: 200, likely: 500, high: 1500 }, PRACTICE),
    entry('air_film', 'Heat from the tip to the air, on the touching area', 'W/(m^2*K)', { low: 40, likely: 75, high: 150 }, PRACTICE),
  ];
}

/** Centre and radius of gyration about the bolted face: the tool's own mesh, evenly filled. @throws MeshError for an open mesh */
function massProperties(mesh: Mesh, values: Values): GripGeometry {
  const m = measure(mesh);
  if (!m.watertight) throw new MeshError('Only a closed mesh has a centre of mass. Repair it first.');
  const flange = String(values['flange'] ?? 'z-low');
  const axis = 'xyz'.indexOf(flange[0]);
  const low = flange.endsWith('low');
  const at = low ? m.box_min_mm[axis] : m.box_min_mm[axis] + m.box_mm[axis];
  const centre = Math.abs(m.centroid_mm[axis] - at);
  const { tensor_mm5 } = inertia(mesh, m.centroid_mm);
  // About an axis in the plane of the flange: the larger of the two, moved there (Steiner).
  const across = Math.max(...[0, 1, 2].filter((k) => k !== axis).map((k) => tensor_mm5[k]));
  return { centre_mm: centre, gyration_mm: Math.sqrt(across / m.volume_mm3 + centre ** 2) };
}

export const grip: Planner<GripGeometry> = {
  id: 'grip',
  about: 'work',
  label: 'Grip',
  what: 'Does it hold the work, may the robot carry it, what happens when the air goes, and what a lighter tool gains in each cycle.',
  basis: [STANDARD, PRACTICE],
  fits: ({ family }) => family.duty === 'grip',
  headline: ['hold_force', 'needed_force', 'grip_reserve', 'moved_mass', 'payload_reserve', 'hold_time', 'evacuation', 'gain', 'parts_per_hour'],
  inputs: [
    number('work_mass', 'Work it carries', 'mass', [0.0005, 2000], [0.5, 1.5, 4], {
      group: 'The work',
      ranged: true,
      help: 'The heaviest piece, with what clings to it.',
    }),
    {
      kind: 'choice',
      id: 'surface',
      label: 'Its surface is',
      group: 'The work',
      options: SURFACES,
      usual: 'dry',
      help: 'Sets friction and the safety factor: 2 held from above, 3 porous or hot, 4 wet, oily or held by shear.',
    },
    {
      kind: 'choice',
      id: 'pose',
      label: 'Held',
      group: 'The work',
      options: [{ value: 'flat', label: 'from above' }, { value: 'upright', label: 'on an upright face, by shear' }],
      usual: 'flat',
    },
    number('work_centre', 'Its centre from the flange', 'length', [1, 5000], [120, 200, 320], { group: 'The work', ranged: true }),
    {
      kind: 'choice',
      id: 'means',
      label: 'It holds with',
      group: 'Holding',
      options: [{ value: 'cups', label: 'vacuum cups' }, { value: 'fingers', label: 'fingers' }, { value: 'both', label: 'cups and fingers' }],
      usual: 'cups',
    },
    number('cups', 'Cups', 'count', [1, 200], 4, { group: 'Holding', whole: true, asked: cups }),
    number('cup_diameter', 'Cup diameter', 'length', [2, 500], 40, { group: 'Holding', asked: cups, help: 'Where it seals, not the outside.' }),
    number('level', 'Vacuum below air pressure', 'vacuum', [1, 95], [50, 60, 70], { group: 'Holding', ranged: true, asked: cups }),
    number('fingers', 'Fingers', 'count', [2, 12], 2, { group: 'Holding', whole: true, asked: fingers }),
    number('finger_force', 'Force of one finger', 'force', [0.1, 50_000], 120, { group: 'Holding', asked: fingers }),
    number('mu', 'Friction, when tried', 'count', [0.01, 2], undefined, {
      group: 'Holding',
      ranged: true,
      optional: true,
      help: 'Pull a piece out with a spring balance: pull ÷ squeeze. Otherwise the usual for the surface.',
    }),
    number('payload', 'Robot may carry', 'mass', [0.05, 2500], 10, { group: 'Robot', help: 'Rated payload, tool and work together.' }),
    number('payload_centre', 'at a centre from the flange of', 'length', [1, 3000], 150, {
      group: 'Robot',
      help: 'From its payload diagram; beyond it the payload falls with the distance.',
    }),
    number('inertia_limit', 'Moment of inertia it may turn', 'inertia', [0.0001, 2000], undefined, { group: 'Robot', optional: true }),
    {
      kind: 'choice',
      id: 'flange',
      label: 'Bolted at',
      group: 'Robot',
      options: ['z-low', 'z-high', 'x-low', 'x-high', 'y-low', 'y-high'].map((value) => ({
        value,
        label: `${value.endsWith('low') ? 'the low' : 'the high'} end in ${value[0]}`,
      })),
      usual: 'z-high',
    },
    number('tool_mass', 'Weight of the tool', 'mass', [0.001, 2000], undefined, {
      group: 'Robot',
      ranged: true,
      optional: true,
      help: 'Left open: from its volume, and in each route from that route.',
    }),
    number('tool_centre', 'Its centre from the flange', 'length', [0, 5000], undefined, { group: 'Robot', ranged: true, optional: true }),
    number('today_mass', "Weight of today's tool", 'mass', [0.001, 2000], undefined, { group: 'Robot', ranged: true, optional: true }),
    number('hardware_mass', 'Weight of cups, fittings and cylinders', 'mass', [0, 500], [0.1, 0.25, 0.5], { group: 'Robot', ranged: true }),
    number('acceleration', 'Acceleration, as programmed today', 'acceleration', [0.01, 200], [3, 5, 8], { group: 'Moves', ranged: true }),
    number('speed', 'Speed', 'speed', [0.01, 15], 1.5, { group: 'Moves' }),
    number('stroke', 'Length of a move', 'length', [1, 20_000], 800, { group: 'Moves' }),
    number('moves', 'Moves in a cycle', 'count', [1, 100], 2, { group: 'Moves', unit: 'cycle^-1' }),
    number('cycle', 'Cycle today', 'seconds', [0.2, 7200], 12, { group: 'Moves', unit: 's/cycle' }),
    number('arm', 'The arm moves as much as … payloads', 'count', [0.2, 50], [2, 3, 5], {
      group: 'Moves',
      ranged: true,
      help: 'A robot accelerates its own arm too: a lighter tool gains less than its weight.',
    }),
    {
      kind: 'yes-no',
      id: 'bottleneck',
      label: 'The cell sets the pace of the line',
      group: 'Moves',
      usual: false,
      help: 'Only then are the seconds worth money.',
    },
    number('cell_rate', 'An hour of the cell', 'money', [0, 100_000], 60, { group: 'Moves', unit: 'money/h', asked: (v) => v['bottleneck'] === true }),
    number('pump_flow', 'Pump or ejector draws', 'flow', [0.1, 100_000], 60, { group: 'Air', asked: cups, help: 'Free air, at no vacuum.' }),
    number('pump_level', 'and reaches', 'vacuum', [5, 101], 85, { group: 'Air', asked: cups }),
    number('leak', 'Leak of one cup', 'flow', [0.001, 5000], [0.2, 1, 4], {
      group: 'Air',
      ranged: true,
      asked: cups,
      help: 'Free air. Porous board and rough castings leak tens of litres a minute.',
    }),
    number('bore', 'Bore of the channels', 'length', [0.5, 100], 6, { group: 'Air', asked: cups }),
    number('run', 'Length of the channels', 'length', [10, 50_000], 1500, { group: 'Air', asked: cups }),
    number('stop', 'The cell stops within', 'seconds', [0.05, 600], 2, {
      group: 'Air',
      asked: cups,
      help: 'From the loss of air to the arm at rest over a safe place.',
    }),
    { kind: 'yes-no', id: 'hot', label: 'The work is hot', group: 'Hot work', usual: false },
    number('work_temp', 'Temperature of the work', 'temperature', [-40, 1300], 180, { group: 'Hot work', asked: hot }),
    number('contact', 'Touched in a cycle for', 'seconds', [0.05, 3600], 4, { group: 'Hot work', unit: 's/cycle', asked: hot }),
    { kind: 'choice', id: 'face', label: 'Finger face', group: 'Wear', options: FACES, usual: 'nylon', asked: fingers },
    { kind: 'yes-no', id: 'grit', label: 'Grit or scale on the work', group: 'Wear', usual: false, asked: fingers },
    number('pad_area', 'Area of one face', 'area', [0.01, 10_000], 4, { group: 'Wear', asked: fingers }),
    number('slide', 'Slides in a cycle', 'length', [0, 500], [0.5, 1, 3], { group: 'Wear', ranged: true, unit: 'mm/cycle', asked: fingers }),
    number('wear_allowed', 'May wear by', 'length', [0.01, 50], 0.5, { group: 'Wear', asked: fingers }),
    number('face_price', 'A set of faces costs', 'money', [0, 100_000], [15, 40, 120], { group: 'Wear', ranged: true, asked: fingers }),
    number('cup_price', 'A cup with its fitting costs', 'money', [0, 10_000], [6, 12, 30], { group: 'Wear', ranged: true, asked: cups }),
    number('cup_life', 'A cup lasts', 'count', [100, 1e8], [1e5, 3e5, 1e6], { group: 'Wear', ranged: true, unit: 'cycle', asked: cups }),
    number('fit', 'Fitting a cup or finger', 'time', [0, 40], [0.1, 0.2, 0.4], { group: 'Wear', ranged: true }),
  ],
  geometry: { version: 1, says: 'Centre of mass and radius of gyration about the bolted face.', run: (mesh, values) => massProperties(mesh, values) },
  entries,
  fromRoute: { tool_mass: 'mass_part + remedy_mass' },
  lines: [
    { name: 'use_cups', label: 'Holds with cups', unit: '', expr: 'means_fingers > 0 ? 0 : 1' },
    { name: 'use_fingers', label: 'Holds with fingers', unit: '', expr: 'means_cups > 0 ? 0 : 1' },
    {
      name: 'work_force',
      label: 'Force to carry the work as it moves',
      unit: 'N',
      expr: 'work_mass * (gravity + acceleration)',
      note: 'm (g + a): moved upwards, where it pulls hardest.',
    },
    {
      name: 'grip_factor',
      label: 'Safety factor asked',
      unit: '',
      expr: 'surface_wet + surface_oily + pose_upright > 0 ? 4 : (surface_porous + surface_hot > 0 ? 3 : 2)',
      note: '2 held from above, 3 porous or hot, 4 wet, oily or by shear.',
    },
    { name: 'needed_force', label: 'Holding force asked', unit: 'N', expr: 'work_force * grip_factor' },
    { name: 'cup_area', label: 'Area of a cup', unit: 'mm^2', expr: '0.7853981633974483 * cup_diameter ^ 2' },
    {
      name: 'hold_cups',
      label: 'Cups hold',
      unit: 'N',
      expr: 'use_cups * cups * cup_area * level / kpa_per_mpa * (pose_upright > 0 ? friction : 1)',
      note: 'n A Δp, by friction on an upright face.',
    },
    { name: 'hold_fingers', label: 'Fingers hold', unit: 'N', expr: 'use_fingers * fingers * finger_force * friction', note: 'n F µ.' },
    { name: 'hold_force', label: 'Holding force', unit: 'N', expr: 'hold_cups + hold_fingers' },
    { name: 'grip_reserve', label: 'Holding force over the moving weight', unit: '', expr: 'hold_force / work_force' },
    { name: 'fastest_by_grip', label: 'Fastest the grip allows', unit: 'm/s^2', expr: 'hold_force / grip_factor / work_mass - gravity' },
    {
      name: 'suction',
      label: 'Pump at this vacuum',
      unit: 'L/minute',
      expr: 'pump_flow * max(0, 1 - level / pump_level)',
      note: 'Straight from full flow to its deepest vacuum.',
    },
    { name: 'leak_total', label: 'Leak of all cups', unit: 'L/minute', expr: 'cups * leak' },
    {
      name: 'air_volume',
      label: 'Volume to be emptied',
      unit: 'L',
      expr: '(cups * cup_area * cup_diameter * 0.15 + 0.7853981633974483 * bore ^ 2 * run) / mm3_per_l',
    },
    {
      name: 'evacuation',
      label: 'Until the work is held',
      unit: 's',
      expr: 'air_volume / pump_flow * log(ambient / (ambient - level)) * s_per_min',
      note: 'V/S ln(p₀/p), before leaks.',
    },
    {
      name: 'least_level',
      label: 'Vacuum at which it lets go',
      unit: 'kPa',
      expr: 'work_mass * gravity / (cups * cup_area * (pose_upright > 0 ? friction : 1)) * kpa_per_mpa',
      note: 'At rest, without any factor.',
    },
    {
      name: 'hold_time',
      label: 'Holds on after the air is lost',
      unit: 's',
      expr: 'air_volume * max(0, level - least_level) / (leak_total * ambient) * s_per_min',
      note: 'With a check valve at the gripper: the volume fills through the leaks.',
    },
    {
      name: 'channel_speed',
      label: 'Air in the channels',
      unit: 'm/s',
      expr: 'pump_flow * mm3_per_l / s_per_min / (0.7853981633974483 * bore ^ 2) / mm_per_m',
    },
    { name: 'reynolds', label: 'Reynolds number', unit: '', expr: 'air_density * channel_speed * bore / mm_per_m / air_viscosity' },
    {
      name: 'channel_friction',
      label: 'Friction of the channel',
      unit: '',
      expr: 'reynolds < 2300 ? 64 / max(reynolds, 1) : 0.316 / max(reynolds, 1) ^ 0.25',
      note: '64/Re, or Blasius for turbulent flow.',
    },
    {
      name: 'pressure_drop',
      label: 'Lost in the channels at full flow',
      unit: 'kPa',
      expr: 'channel_friction * run / bore * air_density * channel_speed ^ 2 / 2 / pa_per_kpa',
    },
    { name: 'moved_mass', label: 'Tool and work', unit: 'kg', expr: 'tool_mass + hardware_mass + work_mass' },
    {
      name: 'moved_centre',
      label: 'Their centre from the flange',
      unit: 'mm',
      expr: '((tool_mass + hardware_mass) * tool_centre + work_mass * work_centre) / moved_mass',
    },
    { name: 'allowed_mass', label: 'Robot may carry at that centre', unit: 'kg', expr: 'payload * min(1, payload_centre / moved_centre)' },
    { name: 'payload_reserve', label: 'Payload used', unit: '', expr: 'moved_mass / allowed_mass' },
    { name: 'tool_room', label: 'Weight left for the printed tool', unit: 'kg', expr: 'max(0, allowed_mass - work_mass - hardware_mass)' },
    {
      name: 'moved_inertia',
      label: 'Moment of inertia about the flange',
      unit: 'kg*m^2',
      expr: '(tool_mass + hardware_mass) * (tool_gyration / mm_per_m) ^ 2 + work_mass * (work_centre / mm_per_m) ^ 2',
      note: 'The work counted as a point: add its own for long pieces.',
    },
    { name: 'old_moved', label: "Today's tool and work", unit: 'kg', expr: 'old_mass + hardware_mass + work_mass' },
    {
      name: 'new_acceleration',
      label: 'Acceleration with the new tool',
      unit: 'm/s^2',
      expr: 'max(0.01 * acceleration, min(fastest_by_grip, acceleration * (old_moved + payload * arm) / (moved_mass + payload * arm)))',
      note: 'The same force of the axes on less mass, never more than the grip allows.',
    },
    {
      name: 'old_move',
      label: 'A move today',
      unit: 's',
      expr: 'stroke / mm_per_m > speed ^ 2 / acceleration ? stroke / mm_per_m / speed + speed / acceleration : 2 * sqrt(stroke / mm_per_m / acceleration)',
    },
    {
      name: 'new_move',
      label: 'A move with the new tool',
      unit: 's',
      expr:
        'stroke / mm_per_m > speed ^ 2 / new_acceleration ? stroke / mm_per_m / speed + speed / new_acceleration : 2 * sqrt(stroke / mm_per_m / new_acceleration)',
    },
    { name: 'gain', label: 'Gained in each cycle', unit: 's/cycle', expr: 'moves * (old_move - new_move)' },
    { name: 'parts_before', label: 'Parts an hour today', unit: 'cycle/h', expr: 's_per_h / cycle' },
    { name: 'parts_per_hour', label: 'Parts an hour', unit: 'cycle/h', expr: 's_per_h / (cycle - gain)' },
    {
      name: 'tip_temp',
      label: 'Finger tip comes to',
      unit: 'degC',
      expr: 'hot > 0 ? (contact_film * contact * work_temp + air_film * cycle * hall) / (contact_film * contact + air_film * cycle) : hall',
      note: 'Heat in while it touches, heat out over the cycle, settled.',
    },
    { name: 'pad_pressure', label: 'Pressure on a finger face', unit: 'MPa', expr: 'finger_force / (pad_area * mm_per_cm ^ 2)' },
    { name: 'face_wear', label: 'Face worn in a cycle', unit: 'mm/cycle', expr: 'wear_rate * pad_pressure * slide / mm_per_m' },
    {
      name: 'face_life',
      label: 'Finger faces last',
      unit: 'cycle',
      expr: 'min(wear_allowed / face_wear, face_practice)',
      note: 'Rubbed away, or as long as such faces last in practice, whichever is less.',
    },
    { name: 'face_cost', label: 'Finger faces over the programme', unit: 'money', expr: 'use_fingers * face_price * max(0, ceil(cycles / face_life) - 1)' },
    { name: 'cup_cost', label: 'Cups replaced over the programme', unit: 'money', expr: 'use_cups * cups * cup_price * max(0, ceil(cycles / cup_life) - 1)' },
    {
      name: 'seconds_worth',
      label: 'Worth of the seconds gained',
      unit: 'money',
      expr: 'bottleneck > 0 ? gain / s_per_h * cycles * cell_rate : 0',
      note: 'Counted only where the cell sets the pace.',
    },
    { name: 'use', label: 'Cups and faces, less the seconds gained', unit: 'money', expr: 'face_cost + cup_cost - seconds_worth' },
    { name: 'hardware', label: 'Cups and finger faces, bought', unit: 'money', expr: 'use_cups * cups * cup_price + use_fingers * face_price' },
    { name: 'fitting', label: 'Fitting cups and fingers', unit: 'h', expr: '(use_cups * cups + use_fingers * fingers) * fit' },
    {
      name: 'tool_load',
      label: 'Largest load on the tool',
      unit: 'N',
      expr: 'max(work_force, use_fingers * finger_force)',
      note: 'The moving work, or the squeeze of one finger.',
    },
  ],
  gives: [
    { line: 'tool_room', to: 'massLimit' },
    { line: 'tool_load', to: 'load' },
    { line: 'tip_temp', to: 'serviceTemp', when: hot },
    { line: 'hardware', to: 'hardware_money' },
    { line: 'fitting', to: 'fitting_hours' },
    { line: 'hardware_mass', to: 'mass' },
    { line: 'use', to: 'use_cost' },
  ],
  findings(f, values) {
    const out = [
      compared('hold', 'Holding', 'n A Δp for cups, n F µ for fingers, against m (g + a) times the safety factor.', f('hold_force'), f('needed_force'), 'N', {
        least: true,
        near: 2,
        says: (s) =>
          s === 'pass'
            ? `Holds ${n(f('hold_force'), 'N')}; the moving work asks ${n(f('needed_force'), 'N')} with factor ${f('grip_factor')}.`
            : s === 'conditional'
            ? `Holds ${n(f('hold_force'), 'N')}, ${n(f('grip_reserve'), '')} times the moving weight where ${
              f('grip_factor')
            } are asked: more or larger cups, more force, or slower; prove it with the worst piece.`
            : `Holds ${n(f('hold_force'), 'N')} of ${n(f('needed_force'), 'N')}: it would drop the work.`,
      }),
      compared(
        'payload',
        'Payload',
        'Tool and work against the payload at their common centre, falling with the distance beyond the rated one.',
        f('moved_mass'),
        f('allowed_mass'),
        'kg',
        {
          near: 1.05,
          says: (s) =>
            s === 'pass'
              ? `${n(f('moved_mass'), 'kg')} at ${n(f('moved_centre'), 'mm')} from the flange; the robot may carry ${n(f('allowed_mass'), 'kg')} there.`
              : `${n(f('moved_mass'), 'kg')} at ${n(f('moved_centre'), 'mm')} is more than the ${
                n(f('allowed_mass'), 'kg')
              } the robot may carry there: a lighter or shorter tool.`,
        },
      ),
    ];
    if (values['inertia_limit'] !== undefined) {
      out.push(
        compared('inertia', 'Inertia', 'Tool and work about the flange against the limit of the wrist.', f('moved_inertia'), f('inertia_limit'), 'kg·m²', {
          near: 1.05,
          says: (s) =>
            `${n(f('moved_inertia'), 'kg·m²')} about the flange${s === 'pass' ? '' : ', too much'}: the wrist may turn ${n(f('inertia_limit'), 'kg·m²')}.`,
        }),
      );
    }
    if (cups(values)) {
      out.push(
        compared(
          'leak',
          'Leaks',
          'Pump at this vacuum, straight from full flow to its deepest, against the leaks of all cups.',
          f('suction'),
          f('leak_total'),
          'L/min',
          {
            least: true,
            near: 1.3,
            says: (s) =>
              s === 'pass'
                ? `The pump still draws ${n(f('suction'), 'L/min')} at this vacuum; the cups leak ${n(f('leak_total'), 'L/min')}.`
                : `The cups leak ${n(f('leak_total'), 'L/min')}, the pump draws ${n(f('suction'), 'L/min')} at this vacuum: it will not reach it.`,
          },
        ),
        compared('air-loss', 'Loss of air', 'With a check valve: volume × vacuum to spare ÷ leaks, against the time to stop.', f('hold_time'), f('stop'), 's', {
          least: true,
          near: 1,
          says: (s) =>
            s === 'pass'
              ? `With a check valve it holds on for ${n(f('hold_time'), 's')} after the air is lost; the cell stops within ${n(f('stop'), 's')}.`
              : `It lets go ${n(f('hold_time'), 's')} after the air is lost, before the cell has stopped (${
                n(f('stop'), 's')
              }): a larger reservoir behind a check valve, or a catch.`,
        }),
        compared('channel', 'Channels', "Pipe flow at the pump's full flow: 64/Re, or Blasius.", f('pressure_drop'), 0.1 * f('level'), 'kPa', {
          near: 2,
          says: (s) =>
            `${n(f('pressure_drop'), 'kPa')} are lost in channels of ${n(f('bore'), 'mm')} at full flow${
              s === 'pass' ? '' : ': a wider bore or shorter runs grip sooner'
            }.`,
        }),
      );
    }
    if (fingers(values)) {
      out.push(
        compared(
          'faces',
          'Finger faces',
          'Depth a cycle = k · pressure · sliding; end when the allowed wear is used up.',
          f('face_life'),
          0.1 * f('cycles'),
          'cycles',
          {
            least: true,
            near: 5,
            says: (s) =>
              `The faces last about ${n(f('face_life'), 'cycles')} of ${n(f('cycles'), '')}${s === 'pass' ? '' : ': harder faces, or plan their change'}.`,
          },
        ),
      );
    }
    return out;
  },
  drawing(f, values) {
    // From the side, flange at the top, millimetres.
    const reach = f('work_centre');
    const half = Math.max(30, f('cup_diameter') * 1.2);
    const width = cups(values) ? half * 2 : half * 1.6;
    const body: XY[] = [[-25, 0], [25, 0], [25, -reach * 0.35], [width / 2, -reach * 0.55], [width / 2, -reach * 0.7], [-width / 2, -reach * 0.7], [
      -width / 2,
      -reach * 0.55,
    ], [-25, -reach * 0.35]];
    const marks: Mark[] = [
      { kind: 'line', points: [[-40, 0], [40, 0], [40, 14], [-40, 14]], closed: true, style: 'thin', fill: 'hatch' },
      { kind: 'line', points: body, closed: true, style: 'heavy', fill: 'part' },
      {
        kind: 'line',
        points: [[-width * 0.7, -reach * 0.86], [width * 0.7, -reach * 0.86], [width * 0.7, -reach * 1.14], [-width * 0.7, -reach * 1.14]],
        closed: true,
        style: 'work',
      },
    ];
    if (cups(values)) {
      for (const x of [-width / 2 + 12, width / 2 - 12])
        marks.push({
          kind: 'line',
          points: [[x - 5, -reach * 0.7], [x + 5, -reach * 0.7], [x + 12, -reach * 0.86], [x - 12, -reach * 0.86]],
          closed: true,
          style: 'heavy',
        });
    }
    if (fingers(values)) {
      for (const s of [-1, 1])
        marks.push({
          kind: 'line',
          points: [[s * width * 0.5, -reach * 0.6], [s * width * 0.82, -reach * 0.7], [s * width * 0.82, -reach * 1.05], [s * width * 0.7, -reach * 1.05], [
            s * width * 0.7,
            -reach * 0.78,
          ]],
          style: 'heavy',
        });
    }
    marks.push(
      { kind: 'dot', at: [0, -f('tool_centre')], text: 'tool' },
      { kind: 'dot', at: [0, -reach], text: 'work' },
      { kind: 'line', points: arcPoints([0, -f('moved_centre')], 6, 0, 360), closed: true, style: 'heavy' },
      { kind: 'dimension', from: [0, 0], to: [0, -f('moved_centre')], text: `${Math.round(f('moved_centre'))}`, off: width * 0.95 },
      { kind: 'dimension', from: [0, -reach], to: [0, 0], text: `${Math.round(reach)}`, off: width * 0.95 },
      { kind: 'text', at: [0, 22], anchor: 'middle', text: `${Number(f('moved_mass').toPrecision(3))} kg of ${Number(f('allowed_mass').toPrecision(3))} kg` },
    );
    return {
      title: 'The gripper from the side',
      says: `Flange above, work below. The common centre of tool and work lies ${Math.round(f('moved_centre'))} mm from the flange; the work's own at ${
        Math.round(reach)
      } mm.`,
      marks,
    };
  },
  cautions: [
    "The figures are a screening. Decide what happens when air or power is lost, try the worst piece at reduced speed behind the fence, and have the cell's risk assessment reviewed by those who may.",
  ],
};
