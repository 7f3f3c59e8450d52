import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Entry, Source } from '../../worksheet/types';
import type { Drawing } from '../drawing';
import { compared, figureText as n, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const STANDARD: Source = {
  kind: 'standard',
  text: 'Revised lifting equation for two hands: 23 kg at best, times six factors. It does not replace the assessment of the workplace.',
};

/** How long lifting goes on in a shift: hours, and the column of the table. */
const SPELLS = ['1', '2', '8'] as const;
const SPELL_OPTIONS: readonly Option[] = [{ value: '1', label: 'up to an hour' }, { value: '2', label: 'up to two hours' }, {
  value: '8',
  label: 'up to eight hours',
}];
/**
 * Factor by lifts a minute: for lifting during one, two and eight hours. Second figure: begun at 75 cm or higher, where that differs.
 */
const FREQUENCY: readonly (readonly [number, ...(number | readonly [number, number])[]])[] = [
  [0.2, 1, 0.95, 0.85],
  [0.5, 0.97, 0.92, 0.81],
  [1, 0.94, 0.88, 0.75],
  [2, 0.91, 0.84, 0.65],
  [3, 0.88, 0.79, 0.55],
  [4, 0.84, 0.72, 0.45],
  [5, 0.8, 0.6, 0.35],
  [6, 0.75, 0.5, 0.27],
  [7, 0.7, 0.42, 0.22],
  [8, 0.6, 0.35, 0.18],
  [9, 0.52, 0.3, [0, 0.15]],
  [10, 0.45, 0.26, [0, 0.13]],
  [11, 0.41, [0, 0.23], 0],
  [12, 0.37, [0, 0.21], 0],
  [13, [0, 0.34], 0, 0],
  [14, [0, 0.31], 0, 0],
  [15, [0, 0.28], 0, 0],
];
/** Hands see it as low from here down, mm. */
const LOW_MM = 750;

/** Factor of the lifts a minute; between two rows along a straight line, none beyond the last. */
export function frequencyFactor(lifts: number, hours: (typeof SPELLS)[number], height_mm: number): number {
  const column = 1 + SPELLS.indexOf(hours);
  const at = (row: (typeof FREQUENCY)[number]): number => {
    const f = row[column];
    return typeof f === 'number' ? f : f[height_mm >= LOW_MM ? 1 : 0];
  };
  const above = FREQUENCY.findIndex(([x]) => x >= lifts);
  if (above < 0) return 0;
  if (above === 0) return at(FREQUENCY[0]);
  const [low, high] = [FREQUENCY[above - 1], FREQUENCY[above]];
  return at(low) + ((at(high) - at(low)) * (lifts - low[0])) / (high[0] - low[0]);
}

/** The grip: where hands find it good, fair or poor. Begun at 75 cm or higher a fair one costs nothing. */
const gripFactor = (grip: unknown, height_mm: number): number => (grip === 'good' ? 1 : grip === 'poor' ? 0.9 : height_mm >= LOW_MM ? 1 : 0.95);

const numberOf = (v: Values, id: string, usual: number): number => (typeof v[id] === 'number' ? v[id] : usual);

function entries(_: unknown, { facts: { doc }, values }: PlanContext): Entry[] {
  const height = numberOf(values, 'height', 750);
  const hours = (SPELLS as readonly unknown[]).includes(values['spell']) ? (values['spell'] as (typeof SPELLS)[number]) : '2';
  const weight = doc.today.weight_kg;
  return [
    takenAs('lifts', 'frequency_factor', 'Factor of how often', '', frequencyFactor(numberOf(values, 'lifts', 1), hours, height), STANDARD),
    takenAs('lifts', 'grip_factor', 'Factor of the grip', '', gripFactor(values['grip'] ?? 'fair', height), STANDARD),
    takenAs('lifts', 'hand_factor', 'Factor of one hand', '', values['one_hand'] === true ? 0.6 : 1, {
      kind: 'standard',
      text: 'One hand is taken for six tenths of two.',
    }),
    takenAs('lifts', 'today_mass', 'Weight of today’s tool', 'kg', weight ?? 0, {
      kind: weight === null ? 'guess' : 'need',
      text: weight === null ? 'Nobody has weighed it: Need asks for it.' : 'From the Need step.',
    }),
    ...([
      ['reach_best', 'Reach at best', 'mm', 250],
      ['reach_most', 'Reach beyond which nothing is lifted', 'mm', 635],
      ['height_best', 'Height at best', 'mm', 750],
      [
        'thousand_mm',
        'A metre',
        'mm',
        1000,
      ],
      ['travel_least', 'Way that costs nothing', 'mm', 250],
      ['travel_extra', 'Over the way, beside 0.82', 'mm', 45],
      ['one_deg', 'A degree', 'deg', 1],
      [
        'one_min',
        'A minute',
        'minute',
        1,
      ],
    ] as const).map(([name, label, unit, x]) => takenAs('lifts', name, label, unit, x, STANDARD)),
    takenAs('lifts', 'best_mass', 'Most that is lifted at best', 'kg', 23, STANDARD),
  ];
}

function findings(f: Figures, values: Values, { facts: { doc, need } }: PlanContext): PlanFinding[] {
  const limit = f('limit'), room = f('tool_limit');
  const out: PlanFinding[] = [{
    id: 'limit',
    label: 'Weight for the hands',
    state: room > 0 ? 'pass' : 'fail',
    value: room,
    unit: 'kg',
    basis: STANDARD.text,
    reason: room > 0
      ? `Lifted so, ${n(limit, 'kg')} are for most hands, of which ${n(f('work_mass'), 'kg')} is work: the tool may weigh ${n(room, 'kg')}.`
      : `Lifted so, ${n(limit, 'kg')} are for most hands, and the work alone weighs ${
        n(f('work_mass'), 'kg')
      }: a hoist, two people or another height comes first.`,
  }];
  if (doc.today.weight_kg === null)
    out.push({
      id: 'today',
      label: 'Today’s tool',
      state: 'unknown',
      basis: 'Weighed, not guessed.',
      reason: 'Nobody has weighed today’s tool: Need takes its weight, and then it says whom it strains.',
    });
  else
    out.push(
      compared(
        'today',
        'Today’s tool',
        'Index of lifting: what is lifted over what is for most hands; above 1 some are strained, above 3 most.',
        f('today_index'),
        1,
        '',
        {
          near: 3,
          says: (state) =>
            `Today ${n(doc.today.weight_kg! + f('work_mass'), 'kg')} are lifted, ${formatNumber(f('today_index'), 2)} times what is for most hands${
              state === 'pass' ? '' : ': it strains'
            }.`,
        },
      ),
    );
  const asked = need.massLimit;
  if (asked && !asked.assumed && room > 0 && asked.value > room * 1.05)
    out.push({
      id: 'asked',
      label: 'Weight limit on Need',
      state: 'conditional',
      value: asked.value,
      limit: room,
      unit: 'kg',
      basis: 'What was typed on Need stands.',
      reason: `Need allows ${n(asked.value, 'kg')}, lifting so allows ${n(room, 'kg')}: one of them is to be looked at again.`,
    });
  if (values['one_hand'] === true)
    out.push({
      id: 'hand',
      label: 'One hand',
      state: 'pass',
      basis: 'One hand is taken for six tenths of two.',
      reason: 'One hand does it: the limit is six tenths of that of two hands.',
    });
  return out;
}

/** Hands, load and the way it goes, from the side. */
function drawing(f: Figures): Drawing {
  const [h, v, d] = [f('reach'), f('height'), f('travel')];
  return {
    title: 'The lift, from the side',
    says: `The load is taken ${formatNumber(h)} mm in front of the ankles at ${formatNumber(v)} mm and raised by ${formatNumber(d)} mm.`,
    marks: [
      { kind: 'line', points: [[-200, 0], [Math.max(600, h + 300), 0]], style: 'thin' },
      { kind: 'line', points: [[0, 0], [0, 850], [40, 1400]], style: 'thin' },
      { kind: 'arc', centre: [50, 1520], radius: 110, from_deg: 0, to_deg: 360, style: 'thin' },
      { kind: 'line', points: [[40, 1350], [h * 0.6, Math.max(v, 500) + 150], [h, v]], style: 'dashed' },
      { kind: 'line', points: [[h - 90, v - 70], [h + 90, v - 70], [h + 90, v + 70], [h - 90, v + 70]], closed: true, style: 'heavy', fill: 'part' },
      { kind: 'dimension', from: [0, 0], to: [h, 0], text: `${formatNumber(h)}`, off: -90 },
      { kind: 'dimension', from: [h + 90, 0], to: [h + 90, v], text: `${formatNumber(v)}`, off: -120 },
      { kind: 'dimension', from: [h + 90, v], to: [h + 90, v + d], text: `+ ${formatNumber(d)}`, off: -120 },
    ],
  };
}

/** What a tool that is lifted by hand may weigh: by where, how far, how often and how it is gripped. */
export const lifts: Planner = {
  id: 'lifts',
  about: 'use',
  label: 'Lifted by hand',
  what: 'What the tool may weigh in the hand: by reach, height, way, turning, how often a minute, for how long, and how it is gripped.',
  basis: [STANDARD],
  fits: ({ family, doc }) => ['hand', 'guide', 'carry', 'lift'].includes(family.duty) || ['trim-fixture', 'assembly-fixture', 'masking'].includes(doc.family),
  headline: ['tool_limit', 'limit', 'lifts_shift'],
  inputs: [
    number('reach', 'From the ankles out to the hands', 'length', [100, 1000], 400, { group: 'The lift', help: 'Closer than 250 mm counts as 250.' }),
    number('height', 'Height of the hands where it is taken', 'length', [0, 1750], 750, { group: 'The lift' }),
    number('travel', 'Up or down by', 'length', [0, 1750], 400, { group: 'The lift' }),
    number('turn', 'Turned aside by', 'angle', [0, 135], 0, { group: 'The lift' }),
    number('lifts', 'Lifts a minute', 'count', [0, 20], 1, { group: 'How often', help: 'In the busiest quarter of an hour; one every five minutes is 0.2.' }),
    { kind: 'choice', id: 'spell', label: 'It goes on for', group: 'How often', options: SPELL_OPTIONS, usual: '2' },
    number('shift_h', 'Hours of it a shift', 'time', [0, 24], 2, { group: 'How often' }),
    {
      kind: 'choice',
      id: 'grip',
      label: 'It is gripped',
      group: 'The hands',
      options: [{ value: 'good', label: 'well: handles' }, { value: 'fair', label: 'fairly: edges to hook fingers under' }, {
        value: 'poor',
        label: 'badly: smooth, round, sharp',
      }],
      usual: 'fair',
    },
    { kind: 'yes-no', id: 'one_hand', label: 'One hand does it', group: 'The hands', usual: false },
    number('work_mass', 'Work lifted with it', 'mass', [0, 100], 0, { group: 'The hands' }),
  ],
  entries,
  lines: [
    { name: 'reach_factor', label: 'Factor of the reach', unit: '', expr: 'reach > reach_most ? 0 : reach_best / max(reach_best, reach)' },
    { name: 'height_factor', label: 'Factor of the height', unit: '', expr: 'max(0, 1 - 0.3 * abs(height - height_best) / thousand_mm)' },
    { name: 'travel_factor', label: 'Factor of the way up or down', unit: '', expr: 'travel > travel_least ? 0.82 + travel_extra / travel : 1' },
    { name: 'turn_factor', label: 'Factor of turning aside', unit: '', expr: 'max(0, 1 - 0.0032 * turn / one_deg)' },
    {
      name: 'limit',
      label: 'For most hands, work and tool',
      unit: 'kg',
      expr: 'best_mass * reach_factor * height_factor * travel_factor * turn_factor * frequency_factor * grip_factor * hand_factor',
    },
    { name: 'tool_limit', label: 'The tool may weigh', unit: 'kg', expr: 'max(0 * limit, limit - work_mass)' },
    {
      name: 'today_index',
      label: 'Today: lifted over what is for most hands',
      unit: '',
      expr: 'limit > 0 * limit ? (today_mass + work_mass) / limit : 99',
      note: 'Above 1 some are strained, above 3 most.',
    },
    { name: 'lifts_shift', label: 'Lifts a shift', unit: '', expr: 'lifts * shift_h * min_per_h / one_min' },
  ],
  findings,
  gives: [{ line: 'tool_limit', to: 'massLimit' }],
  drawing,
  cautions: ['The equation is for standing, smooth lifts with firm footing; pushing, carrying and cramped places need their own assessment.'],
};
