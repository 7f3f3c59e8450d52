import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const EXPANSION: Source = { kind: 'standard', text: 'Linear expansion: what is set at the heat of the cure shrinks apart on the way back.' };
const CONDUCTION: Source = { kind: 'standard', text: 'Heat conduction into a plate from both sides: it follows a steady ramp with a lag of L²/2a.' };
const VACUUM: Source = { kind: 'standard', text: 'Leak of a closed bag: volume times the rise of pressure over the time.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, try one laminate on a coupon of the tool.' };

/** Growth a kelvin, millionths, in the plane that counts; diffusivity, mm²/s. */
const TOOLS: readonly (Option & { grows: readonly [number, number, number]; spreads: readonly [number, number, number] })[] = [
  { value: 'fibre', label: 'a plastic filled with carbon fibre', grows: [8, 20, 40], spreads: [0.15, 0.25, 0.5] },
  { value: 'plastic', label: 'an unfilled plastic', grows: [50, 65, 90], spreads: [0.1, 0.12, 0.16] },
  { value: 'laminate', label: 'a laminate of carbon fibre', grows: [1, 3, 6], spreads: [0.3, 0.5, 0.8] },
  { value: 'aluminium', label: 'aluminium', grows: [22, 23, 24], spreads: [55, 65, 85] },
  { value: 'steel', label: 'steel', grows: [11, 12, 13], spreads: [9, 13, 17] },
  { value: 'nickel', label: 'a nickel iron that hardly grows', grows: [1.2, 1.8, 3], spreads: [2.5, 3, 3.5] },
];
const PARTS: readonly (Option & { grows: readonly [number, number, number]; across: readonly [number, number, number] })[] = [
  { value: 'carbon', label: 'carbon fibre', grows: [0, 2.5, 5], across: [30, 45, 60] },
  { value: 'glass', label: 'glass fibre', grows: [10, 14, 18], across: [35, 50, 70] },
  { value: 'aramid', label: 'aramid fibre', grows: [-3, 0, 4], across: [50, 65, 80] },
];
const toolOf = (v: Values) => TOOLS.find((t) => t.value === v['tool']) ?? TOOLS[0];
const partOf = (v: Values) => PARTS.find((p) => p.value === v['laminate']) ?? PARTS[0];

const same = (x: number): [number, number, number] => [x, x, x];

function findings(f: Figures, values: Values, { facts: { need } }: PlanContext): PlanFinding[] {
  const tolerance = need.tolerance?.value ?? NaN;
  const mm = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} mm`;
  const signed = f('apart');
  const tool = toolOf(values);
  const lag = f('lag'), ramp = f('rate');
  return [
    {
      ...compared('size', 'Size after the cure', EXPANSION.text, Math.abs(signed), tolerance, 'mm', {
        near: 20,
        says: () =>
          `Cut to size, the part comes out ${mm(Math.abs(signed))} ${signed > 0 ? 'too large' : 'too small'} over its length: scale the tool by ${
            f('scale').toFixed(5)
          } where the part is cured, and it is right. What that leaves uncertain is ±${mm(f('left_over'))}.`,
      }),
    },
    compared('left', 'After scaling', EXPANSION.text, f('left_over'), tolerance, 'mm', {
      near: 2,
      says: (state) =>
        state === 'pass'
          ? `The ranges of both expansions leave ±${mm(f('left_over'))}, within ±${mm(tolerance)}.`
          : `The ranges of both expansions leave ±${mm(f('left_over'))}${
            Number.isFinite(tolerance) ? `, beyond ±${mm(tolerance)}` : ''
          }: measure the growth of the tool's own material at two heats first, in the direction of its strands.`,
    }),
    {
      id: 'corner',
      label: 'Corners close',
      state: f('spring') > 0.5 ? 'conditional' : 'pass',
      value: f('spring'),
      unit: '°',
      basis:
        'Spring-in of a bend: its angle times the difference of growth through and along the laminate, times the cooling, and what the cure itself shrinks.',
      reason: `A bend of ${formatNumber(f('bend'))}° closes by ${formatNumber(f('spring'), 2)}° (${formatNumber(f.low('spring'), 2)} to ${
        formatNumber(f.high('spring'), 2)
      }) when it cools: open the tool by so much there, and measure the first.`,
    },
    compared('lag', 'Heats through', CONDUCTION.text, lag, ramp > 0 ? f('lag_most') : NaN, 'K', {
      near: 2,
      says: (state) =>
        `Behind a ramp of ${formatNumber(ramp)} K a minute its middle lags by ${formatNumber(lag, 2)} K, ${
          formatNumber(f('soak'), 2)
        } h until it has caught up${state === 'pass' ? '.' : `: hold before the gel, ramp slower, or make its walls thinner than ${mm(f('thick'))}.`}`,
    }),
    compared('leak', 'Holds vacuum', VACUUM.text, f('leak'), f('leak_most'), 'kPa/minute', {
      says: (state) =>
        `The bag loses ${formatNumber(f('leak'), 2)} kPa a minute of ${formatNumber(f('leak_most'), 2)} allowed${
          state === 'pass' ? '' : ': seal the face again, test before every layup, and bag the whole tool where it stays porous'
        }.`,
    }),
    ...(f('stages_h') > 0
      ? [{
        id: 'schedule',
        label: 'Until the first part',
        state: 'pass' as const,
        value: f('first_part_h'),
        unit: 'h',
        basis: 'Hours one after the other: sealing, layup, bagging, ramp, cure, cooling, taking it off.',
        reason: `From the tool ready to the part off it ${formatNumber(f('first_part_h'), 2)} h: ${formatNumber(f('seal_h'), 2)} h sealing and ${
          formatNumber(f('layup_h'), 2)
        } h layup by hand, ${formatNumber(f('oven_h'), 2)} h in the oven. ${
          tool.value === 'fibre' || tool.value === 'plastic' ? 'Seal it while the plies are cut.' : ''
        }`
          .trim(),
      }]
      : []),
  ];
}

/** A tool that laminates are cured on: what size it has to be cold, how its corners close, whether it heats through and holds vacuum. */
export const cureTool: Planner = {
  id: 'cure-tool',
  about: 'work',
  label: 'Through the cure',
  what:
    'What size the tool has to be when it is cold, how far corners close, whether it heats through behind the ramp and holds vacuum, and the hours to the first part.',
  basis: [EXPANSION, CONDUCTION, VACUUM, PRACTICE],
  fits: ({ family }) => family.duty === 'layup',
  headline: ['apart', 'smaller', 'left_over', 'spring', 'lag', 'first_part_h'],
  inputs: [
    { kind: 'choice', id: 'tool', label: 'The tool is of', group: 'Size', options: TOOLS.map(({ value, label }) => ({ value, label })), usual: 'fibre' },
    { kind: 'choice', id: 'laminate', label: 'The part is of', group: 'Size', options: PARTS.map(({ value, label }) => ({ value, label })), usual: 'carbon' },
    number('gel_temp', 'Sets at', 'temperature', [20, 450], undefined, {
      group: 'Size',
      optional: true,
      help: 'Where the resin gels; otherwise the heat of the cure on Need.',
    }),
    number('room_temp', 'Measured at', 'temperature', [-20, 60], 20, { group: 'Size' }),
    number('bend', 'Sharpest bend', 'angle', [0, 180], 90, { group: 'Size' }),
    number('cure_shrink', 'Cure shrinks through its thickness, %', 'count', [0, 5], [0.2, 0.5, 1], { group: 'Size', ranged: true, source: PRACTICE }),
    number('thick', 'Thickest wall of the tool', 'length', [0.5, 500], 15, { group: 'Heat' }),
    number('rate', 'Ramp, K a minute', 'count', [0.05, 20], 1, { group: 'Heat' }),
    number('lag_most', 'May lag by, K', 'count', [1, 100], 10, { group: 'Heat' }),
    number('hold_h', 'Held at its heat', 'time', [0, 100], 4, { group: 'Heat' }),
    number('rise', 'Pressure rises by', 'count', [0, 100], [0.5, 1.5, 4], {
      group: 'Vacuum',
      ranged: true,
      unit: 'kPa',
      help: 'With the pump shut off, over the time below.',
      source: PRACTICE,
    }),
    number('rise_min', 'In', 'count', [0.1, 600], 5, { group: 'Vacuum', unit: 'minute' }),
    number('leak_most', 'Allowed', 'count', [0.01, 20], 0.5, { group: 'Vacuum', unit: 'kPa/minute' }),
    number('seal_h', 'Sealing and release agent', 'time', [0, 200], [1, 2, 5], { group: 'Hours', ranged: true, source: PRACTICE }),
    number('layup_h', 'Layup and bag', 'time', [0, 500], [1, 3, 8], { group: 'Hours', ranged: true, source: PRACTICE }),
  ],
  entries: (_, { facts: { doc, need }, values }: PlanContext) => {
    const { grows, spreads } = toolOf(values), part = partOf(values);
    const entry = (name: string, label: string, unit: string, [low, likely, high]: readonly [number, number, number], source: Source) =>
      takenAs('cure-tool', name, label, unit, { low, likely, high }, source);
    const set = typeof values['gel_temp'] === 'number' ? values['gel_temp'] : need.cureTemp?.value ?? need.peakTemp?.value ?? need.serviceTemp?.value ?? 120;
    const long = Math.max(...(doc.shapes.printed?.measure.box_mm ?? doc.size_mm));
    const need_: Source = { kind: 'need', text: 'From the Need step; longest side of the tool.' };
    return [
      entry('tool_grows', 'Tool grows a kelvin, millionths', '', grows, PRACTICE),
      entry('part_grows', 'Part grows a kelvin, millionths', '', part.grows, PRACTICE),
      entry('part_across', 'Part grows through its thickness, millionths', '', part.across, PRACTICE),
      entry('spreads', 'Heat spreads in the tool', 'mm^2/s', spreads, PRACTICE),
      entry('set_temp', 'Sets at', 'degC', [set, set, set], need_),
      entry('long', 'Longest side', 'mm', [long, long, long], need_),
      entry('millionth', 'A millionth', '', [1e-6, 1e-6, 1e-6], EXPANSION),
      entry('kelvin', 'A degree', 'degC', [1, 1, 1], EXPANSION),
      entry('a_minute', 'A minute', 'minute', [1, 1, 1], EXPANSION),
      entry('tool_doubt', 'Of it uncertain, tool', '', same((grows[2] - grows[0]) / 2), PRACTICE),
      entry('part_doubt', 'Of it uncertain, part', '', same((part.grows[2] - part.grows[0]) / 2), PRACTICE),
    ];
  },
  lines: [
    { name: 'cooling', label: 'Cools by, K', unit: '', expr: '(set_temp - room_temp) / kelvin' },
    {
      name: 'apart',
      label: 'Part too large, if the tool is cut to size',
      unit: 'mm',
      expr: 'long * millionth * cooling * (tool_grows - part_grows)',
      note: 'It sets on the tool as large as that is when hot, and shrinks by its own growth from there.',
    },
    { name: 'scale', label: 'Scale of the tool', unit: '', expr: '(1 + part_grows * millionth * cooling) / (1 + tool_grows * millionth * cooling)' },
    { name: 'smaller', label: 'Tool is made smaller by, in a thousand', unit: '', expr: '1000 * (1 - scale)' },
    { name: 'left_over', label: 'Uncertain after scaling, ±', unit: 'mm', expr: 'long * millionth * abs(cooling) * (tool_doubt ^ 2 + part_doubt ^ 2) ^ 0.5' },
    {
      name: 'spring',
      label: 'The bend closes by',
      unit: 'deg',
      expr: 'bend * ((part_across - part_grows) * millionth * cooling + cure_shrink / 100)',
    },
    { name: 'lag', label: 'Its middle lags by, K', unit: '', expr: 'rate / a_minute / s_per_min * (thick / 2) ^ 2 / (2 * spreads)' },
    {
      name: 'soak',
      label: 'Until it has caught up',
      unit: 'h',
      expr: '3 * 4 / 9.8696 * (thick / 2) ^ 2 / spreads / s_per_h',
      note: 'Three times the time of the slowest wave, 4L²/π²a: what was behind is down to a twentieth.',
    },
    { name: 'ramp_h', label: 'Ramp', unit: 'h', expr: 'abs(cooling) / rate * a_minute / min_per_h' },
    { name: 'oven_h', label: 'In the oven, up, held and down', unit: 'h', expr: '2 * ramp_h + hold_h + soak' },
    { name: 'leak', label: 'Loses a minute', unit: 'kPa/minute', expr: 'rise / rise_min' },
    { name: 'stages_h', label: 'By hand', unit: 'h', expr: 'seal_h + layup_h' },
    { name: 'first_part_h', label: 'From the tool to the first part', unit: 'h', expr: 'stages_h + oven_h' },
  ],
  findings,
  cautions: ['Ovens, autoclaves and vacuum vessels have their own rules: vent before the door is opened. Release agents and resins by their safety sheets.'],
};
