import { number, type Option, type Values } from '../../inputs/spec';
import { BOLTS, preload, PROOF_MPA } from '../../need/bolts';
import type { BoltSize } from '../../need/requirements';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const CUTTING: Source = {
  kind: 'standard',
  text:
    'Milling: push = specific cutting energy × depth × thickest chip × teeth in the cut, a third more for a worn cutter. Drilling: torque k f D²/8, thrust half of k f D/2.',
};
const FRICTION: Source = {
  kind: 'standard',
  text: 'What holds by friction has to bear two and a half times the push of the cutter; against lifting and tipping twice.',
};
const CLAMPING: Source = { kind: 'standard', text: 'Preload is torque over 0.15 to 0.25 of the diameter of the bolt, by how dry the thread is.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range for a sharp cutter and this work.' };

/** Specific cutting energy, MPa. */
const WORK: readonly (Option & { k: readonly [number, number, number] })[] = [
  { value: 'aluminium', label: 'aluminium', k: [600, 750, 1000] },
  { value: 'brass', label: 'brass or bronze', k: [700, 900, 1200] },
  { value: 'iron', label: 'cast iron', k: [1000, 1300, 1700] },
  { value: 'steel', label: 'steel', k: [1600, 2000, 2600] },
  { value: 'stainless', label: 'stainless steel', k: [2000, 2500, 3200] },
  { value: 'titanium', label: 'titanium', k: [1400, 1700, 2200] },
  { value: 'plastic', label: 'plastic or wood', k: [80, 150, 250] },
];

/** Friction has to bear the push so many times; stops bear it where there are any. */
const GRIP = 2.5, TIP = 2;

const drills = (v: Values): boolean => v['op'] === 'drill';
const mills = (v: Values): boolean => !drills(v);
const bolted = (v: Values): boolean => v['means'] !== 'jaws';
const sizeOf = (v: Values): BoltSize => (v['size'] as BoltSize | undefined) ?? 'M6';

function findings(f: Figures, values: Values): PlanFinding[] {
  const n = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} N`;
  const push = `The cutter pushes with ${n(f('push'))} (${n(f.low('push'))} to ${n(f.high('push'))})`;
  return [
    values['stops'] === true
      ? {
        id: 'grip',
        label: 'Grip',
        state: 'pass',
        value: f('grip'),
        unit: '',
        basis: FRICTION.text,
        reason: `${push}; the stops take it, friction holds ${n(f('held'))} besides. Cut towards the stops, never away from them.`,
      }
      : compared('grip', 'Grip', FRICTION.text, f('grip'), GRIP, '', {
        least: true,
        near: 1.6,
        says: (state) =>
          `${push}; friction holds ${n(f('held'))}, ${formatNumber(f('grip'), 2)} times that${
            state === 'pass' ? '.' : ` where ${GRIP} is asked: more clamps or torque, a stop behind the work, or a lighter cut.`
          }`,
      }),
    ...(mills(values)
      ? [compared('tip', 'Tipping', FRICTION.text, f('tip'), TIP, '', {
        least: true,
        near: 1.5,
        says: (state) =>
          `The clamps hold it down ${formatNumber(f('tip'), 2)} times against the push at ${formatNumber(f('reach'), 3)} mm above its seat${
            state === 'pass' ? '.' : `; ${TIP} is asked: clamps further from the edge it tips over, or the cut lower.`
          }`,
      })]
      : []),
    ...(bolted(values)
      ? [compared('bolt', 'Bolts', `${CLAMPING.text} Class 8.8: ${PROOF_MPA} MPa on the stress area.`, f.high('bolt_use'), 0.9, '', {
        near: 1.1,
        says: (state) =>
          `Drawn to that torque an ${sizeOf(values)} is at ${formatNumber(100 * f('bolt_use'), 2)} % of its proof load, ${
            formatNumber(100 * f.high('bolt_use'), 2)
          } % where the thread is oiled${state === 'pass' ? '.' : ': a larger bolt, or less torque.'}`,
      })]
      : []),
    {
      id: 'seat',
      label: 'Under the clamp',
      state: 'pass',
      value: f('seat_pressure'),
      unit: 'MPa',
      basis: 'Force of one clamp over what it presses on.',
      reason: `Each clamp presses with ${n(f('each'))}, ${
        formatNumber(f('seat_pressure'), 2)
      } MPa under it: the Strength and Bearing checks of every way answer for it, creep included; look at the torque again after a week.`,
    },
  ];
}

/** Work-holding: the push of the cutter, what friction, clamps and stops do against it, and what the plate has to bear. */
export const hold: Planner = {
  id: 'hold',
  about: 'work',
  label: 'Hold against the cutter',
  what: 'The push of the cutter, what friction and clamps hold against it, whether it tips, and what that asks of bolts and plate.',
  basis: [CUTTING, FRICTION, CLAMPING],
  fits: ({ family }) => family.duty === 'clamp' || family.id === 'trim-fixture',
  headline: ['push', 'held', 'grip', 'tip', 'each', 'seat_pressure'],
  inputs: [
    {
      kind: 'choice',
      id: 'op',
      label: 'Cut',
      group: 'Cut',
      options: [{ value: 'mill', label: 'milling' }, { value: 'drill', label: 'drilling' }],
      usual: 'mill',
    },
    { kind: 'choice', id: 'work', label: 'Work of', group: 'Cut', options: WORK.map(({ value, label }) => ({ value, label })), usual: 'aluminium' },
    number('cutter', 'Cutter, across', 'length', [0.5, 400], 10, { group: 'Cut' }),
    number('teeth', 'Teeth', 'count', [1, 40], 3, { group: 'Cut', whole: true, asked: mills }),
    number('feed', 'Feed a tooth; a turn of a drill', 'length', [0.001, 3], [0.04, 0.06, 0.1], { group: 'Cut', ranged: true, source: PRACTICE }),
    number('deep', 'Depth of the cut', 'length', [0.01, 200], 3, { group: 'Cut', asked: mills }),
    number('wide', 'Width of the cut', 'length', [0.01, 400], 5, { group: 'Cut', asked: mills }),
    {
      kind: 'choice',
      id: 'means',
      label: 'Held by',
      group: 'Hold',
      options: [{ value: 'bolts', label: 'bolts through it' }, { value: 'straps', label: 'strap clamps' }, { value: 'jaws', label: 'jaws' }],
      usual: 'straps',
    },
    number('clamps', 'Bolts or straps', 'count', [1, 100], 4, { group: 'Hold', whole: true, asked: bolted }),
    {
      kind: 'choice',
      id: 'size',
      label: 'Size',
      group: 'Hold',
      options: Object.keys(BOLTS).map((value) => ({ value, label: value })),
      usual: 'M6',
      asked: bolted,
    },
    number('torque', 'Torque', 'torque', [0.1, 1000], 8, { group: 'Hold', asked: bolted }),
    number('share', 'Of the bolt’s force that reaches the work', 'count', [0.1, 1], 0.5, {
      group: 'Hold',
      help: 'Of a strap with its bolt in the middle a half; 1 where the bolt goes through the work.',
      asked: (v) => v['means'] === undefined || v['means'] === 'straps',
    }),
    number('jaw', 'Force of the jaws', 'force', [10, 500_000], 8000, { group: 'Hold', asked: (v) => v['means'] === 'jaws' }),
    number('pad', 'What one clamp presses on', 'area', [0.05, 2000], 2, { group: 'Hold', help: 'Ring under a bolt head, foot of a strap, face of a jaw.' }),
    number('friction', 'Friction', 'count', [0.03, 1], [0.12, 0.18, 0.25], {
      group: 'Hold',
      ranged: true,
      help: 'Metal on plastic, oily to dry; rubber or grit more.',
      source: PRACTICE,
    }),
    { kind: 'yes-no', id: 'stops', label: 'Stops or dowels behind it take the push', group: 'Hold', usual: false },
    number('reach', 'Cut above the seat', 'length', [0.1, 2000], 20, { group: 'Hold', asked: mills }),
    number('arm', 'From the clamps to the edge it tips over', 'length', [1, 3000], 40, { group: 'Hold', help: 'For a drill: from the clamps to the hole.' }),
  ],
  entries: (_, { values }: PlanContext) => {
    const { k } = WORK.find((w) => w.value === values['work']) ?? WORK[0];
    const size = sizeOf(values);
    const taken = (name: string, label: string, unit: string, x: Parameters<typeof takenAs>[4], source: Source) =>
      takenAs('hold', name, label, unit, x, source);
    return [
      taken('energy', 'Specific cutting energy', 'MPa', { low: k[0], likely: k[1], high: k[2] }, PRACTICE),
      taken('worn', 'A worn cutter pushes more', '', { low: 1, likely: 1.3, high: 1.6 }, PRACTICE),
      taken('drawn', 'Preload of one bolt', 'N', preload(size, Number(values['torque'] ?? 8)), CLAMPING),
      taken('proof', `Proof load of an ${size}, 8.8`, 'N', PROOF_MPA * BOLTS[size].stress_mm2, {
        kind: 'standard',
        text: 'Stress area by 580 MPa (ISO 898-1).',
      }),
      taken('mm2_per_cm2', 'Square millimetres in a square centimetre', 'mm^2/cm^2', 100, { kind: 'standard', text: 'By definition.' }),
    ];
  },
  lines: [
    { name: 'wide_in', label: 'Width in the cut', unit: 'mm', expr: 'min(wide, cutter)' },
    {
      name: 'chip',
      label: 'Thickest chip',
      unit: 'mm',
      expr: 'wide_in < cutter / 2 ? 2 * feed * sqrt(wide_in / cutter * (1 - wide_in / cutter)) : feed',
      note: 'h = 2 f √(a/D (1 − a/D)) up to half of the cutter.',
    },
    {
      name: 'engaged',
      label: 'Teeth in the cut',
      unit: '',
      expr: 'max(1, teeth * (0.25 - asin(1 - 2 * wide_in / cutter) / 6.283185307179586))',
      note: 'The cutter is in the work over arccos(1 − 2 a/D) of its turn.',
    },
    { name: 'mill_push', label: 'Push of a mill', unit: 'N', expr: 'worn * energy * deep * chip * engaged' },
    { name: 'drill_torque', label: 'Turns the work, drilling', unit: 'N*mm', expr: 'worn * energy * feed * cutter ^ 2 / 8' },
    { name: 'thrust', label: 'Thrust of a drill', unit: 'N', expr: 'op_drill * worn * energy * feed * cutter / 4' },
    {
      name: 'push',
      label: 'Push of the cutter',
      unit: 'N',
      expr: 'op_drill > 0 ? drill_torque / arm : mill_push',
      note: 'A drill pushes sideways by what it turns, over the arm to the clamps; its thrust presses the work down and is not counted on.',
    },
    { name: 'each', label: 'Force of one clamp', unit: 'N', expr: 'means_jaws > 0 ? jaw : drawn * (means_straps > 0 ? share : 1)' },
    { name: 'down', label: 'Force of all clamps', unit: 'N', expr: 'means_jaws > 0 ? jaw : clamps * each' },
    {
      name: 'held',
      label: 'Held by friction',
      unit: 'N',
      expr: 'friction * down * (means_bolts > 0 ? 1 : 2)',
      note: 'A strap and a pair of jaws hold on two faces, a bolt through the work on its seat.',
    },
    { name: 'grip', label: 'Friction over push', unit: '', expr: 'held / push' },
    {
      name: 'tip',
      label: 'Held down over tipping',
      unit: '',
      expr: '(means_jaws > 0 ? 2 * friction : 1) * down * arm / (mill_push * reach)',
      note: 'Jaws hold down by friction on both faces.',
    },
    { name: 'seat_pressure', label: 'Pressure under one clamp', unit: 'MPa', expr: 'each / (pad * mm2_per_cm2)' },
    { name: 'bolt_use', label: 'Preload over proof load', unit: '', expr: 'drawn / proof' },
    { name: 'largest', label: 'Largest force on the tool', unit: 'N', expr: 'max(each, push, thrust)' },
  ],
  findings,
  gives: [
    { line: 'largest', to: 'load' },
    { line: 'torque', to: 'boltTorque', when: bolted },
  ],
  cautions: [
    'A part that slips under a cutter is thrown: first cut at half the feed and a third of the depth, door shut, nobody in line with the cutter.',
    'Chatter, interrupted cuts and a breaking tooth push more than this; the cutter’s own data come first.',
  ],
};
