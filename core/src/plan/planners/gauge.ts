import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanFinding } from '../planner';

const STANDARD: Source = {
  kind: 'standard',
  text: 'Limit gauging as usual: the maker’s tolerance about a tenth of the part’s, the go side set in by the wear that it may take.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range of printed plastics; the data sheet of the grade goes first.' };

/** To the tenth of a micrometre: a limit is not rounded. */
const mm = (x: number): string => `${formatNumber(Number(x.toFixed(4)), 9)}\u00a0mm`;
const isPlug = (v: Values): boolean => v['kind'] !== 'snap';

function findings(f: Figures, values: Values): PlanFinding[] {
  const side = (name: string, low: number, high: number): string => `${name} ${mm(low)} to ${mm(high)}`;
  const share = f('drift') / f('part_tolerance');
  return [
    {
      id: 'limits',
      label: 'Limits',
      state: 'pass',
      basis: STANDARD.text,
      reason: `${side('Go', f('go_low'), f('go_high'))}, worn out at ${mm(f('go_worn'))}; ${side('no-go', f('nogo_low'), f('nogo_high'))}. ${
        isPlug(values) ? 'For a hole: the go end is the small one.' : 'For a shaft: the go gap is the wide one.'
      }`,
    },
    compared(
      'made',
      'Can it be made so',
      'What the way of making holds against the tolerance of the gauge’s own faces.',
      f('holds'),
      f('maker_tolerance'),
      'mm',
      {
        near: 4,
        ofNew: true,
        says: (state) =>
          state === 'pass'
            ? `It is made to ± ${mm(f('holds') / 2)}, which the gauge’s faces ask for.`
            : `The gauge’s faces want ${mm(f('maker_tolerance'))} in all, as made they come to ${mm(f('holds'))}: steel or ground faces let into the print${
              state === 'fail' ? '' : ', or measured and corrected ones'
            }.`,
      },
    ),
    {
      id: 'stable',
      ofNew: true,
      label: 'Does it stay so',
      state: share <= 0.1 ? 'pass' : share <= 0.25 ? 'conditional' : 'fail',
      value: f('drift'),
      limit: f('part_tolerance') / 10,
      unit: 'mm',
      basis: 'Warmth and water change its length: together they should take a tenth of the part’s tolerance, a quarter at most.',
      reason: `Over ${formatNumber(f('warmth'))} K and ${formatNumber(100 * f('water'), 2)} % of water it grows by ${mm(f('drift'))}, ${
        formatNumber(Math.round(100 * share))
      } % of the part’s tolerance${
        share <= 0.1 ? '.' : ': metal or glass-filled between the gauging faces, a master beside it, kept dry and at the part’s temperature.'
      }`,
    },
    {
      id: 'interval',
      label: 'Look at it again',
      state: 'pass',
      value: f('interval_uses'),
      basis: 'Half of the wear that it may take, at the wear seen or assumed.',
      reason: `First calibrated before use, then after ${formatNumber(Number(f('interval_uses').toPrecision(2)))} uses or ${
        formatNumber(Math.max(1, Math.round(f('interval_months'))))
      } months, whichever comes first; worn out after ${formatNumber(Number(f('life_uses').toPrecision(2)))}.`,
    },
  ];
}

/** A limit gauge: its own limits from those of the part, whether it can be made and stays so, and when it is looked at again. */
export const gauge: Planner = {
  id: 'gauge',
  about: 'work',
  label: 'Limits of the gauge',
  what:
    'Go and no-go limits from the part’s own, with the maker’s tolerance and the wear it may take; whether warmth and water spoil it; when it is calibrated again.',
  basis: [STANDARD, PRACTICE],
  fits: ({ doc }) => doc.family === 'gauge',
  headline: ['go_from', 'go_to', 'nogo_from', 'nogo_to', 'maker_tolerance', 'drift', 'interval_uses'],
  inputs: [
    {
      kind: 'choice',
      id: 'kind',
      label: 'It gauges',
      group: 'The part',
      options: [{ value: 'plug', label: 'a hole, slot or gap' }, { value: 'snap', label: 'a shaft, width or thickness' }],
      usual: 'plug',
    },
    number('size_low', 'Smallest size of the part', 'length', [0.1, 5000], 20, { group: 'The part' }),
    number('size_high', 'Largest size of the part', 'length', [0.1, 5000], 20.2, { group: 'The part' }),
    number('maker_share', 'Tolerance of the gauge’s faces, share of the part’s', 'count', [0.02, 0.4], 0.1, { group: 'The gauge', source: STANDARD }),
    number('wear_share', 'Wear it may take, share of the part’s tolerance', 'count', [0, 0.4], 0.1, { group: 'The gauge', source: STANDARD }),
    number('holds', 'As made its faces come to, in all', 'length', [0.0005, 5], [0.05, 0.1, 0.2], {
      group: 'The gauge',
      ranged: true,
      help: 'Ground steel 0.004; reamed or milled 0.02; printed 0.1 to 0.3.',
    }),
    number('length', 'Between the gauging faces, what grows', 'length', [0.1, 5000], 20, { group: 'What moves it' }),
    number('warmth', 'Warmer or colder than the part by', 'count', [0, 80], [2, 5, 10], { group: 'What moves it', ranged: true, help: 'Kelvin.' }),
    number('grows', 'It grows for each kelvin, millionths', 'count', [1, 300], [40, 70, 110], {
      group: 'What moves it',
      ranged: true,
      source: PRACTICE,
      help: 'Steel 12, aluminium 23, glass-filled 30, plain plastic 60 to 110.',
    }),
    number('part_grows', 'The part grows, millionths', 'count', [0, 300], 12, { group: 'What moves it' }),
    number('water', 'Water it takes up, share of its weight', 'count', [0, 0.1], [0.001, 0.004, 0.012], {
      group: 'What moves it',
      ranged: true,
      source: PRACTICE,
    }),
    number('swells', 'It grows for each share of water, share', 'count', [0, 1], [0.15, 0.25, 0.35], {
      group: 'What moves it',
      ranged: true,
      source: PRACTICE,
    }),
    number('wear_rate', 'It wears in a thousand uses', 'length', [0.00001, 1], [0.001, 0.003, 0.01], { group: 'Wear', ranged: true, source: PRACTICE }),
    number('uses_month', 'Uses a month', 'count', [1, 1_000_000], 400, { group: 'Wear' }),
  ],
  entries: () => [
    { name: 'millionth', label: 'A millionth', unit: '', low: 1e-6, likely: 1e-6, high: 1e-6, source: STANDARD, key: 'plan.gauge.millionth' },
    { name: 'thousand', label: 'A thousand', unit: '', low: 1000, likely: 1000, high: 1000, source: STANDARD, key: 'plan.gauge.thousand' },
  ],
  lines: [
    { name: 'part_tolerance', label: 'Tolerance of the part', unit: 'mm', expr: 'max(0.000001 * size_low, size_high - size_low)' },
    { name: 'maker_tolerance', label: 'Tolerance of the gauge’s faces', unit: 'mm', expr: 'maker_share * part_tolerance' },
    { name: 'wear_room', label: 'Wear it may take', unit: 'mm', expr: 'wear_share * part_tolerance' },
    {
      name: 'go',
      label: 'Go, in the middle',
      unit: 'mm',
      expr: 'kind_plug > 0 ? size_low + wear_room + maker_tolerance / 2 : size_high - wear_room - maker_tolerance / 2',
      note: 'Set in by the wear, so that a worn one still passes no bad part.',
    },
    { name: 'go_low', label: 'Go, from', unit: 'mm', expr: 'go - maker_tolerance / 2' },
    { name: 'go_high', label: 'Go, to', unit: 'mm', expr: 'go + maker_tolerance / 2' },
    { name: 'go_worn', label: 'Go, worn out at', unit: 'mm', expr: 'kind_plug > 0 ? size_low : size_high' },
    {
      name: 'nogo',
      label: 'No-go, in the middle',
      unit: 'mm',
      expr: 'kind_plug > 0 ? size_high - maker_tolerance / 2 : size_low + maker_tolerance / 2',
      note: 'Within the part’s limit: no bad part is passed.',
    },
    { name: 'nogo_low', label: 'No-go, from', unit: 'mm', expr: 'nogo - maker_tolerance / 2' },
    { name: 'nogo_high', label: 'No-go, to', unit: 'mm', expr: 'nogo + maker_tolerance / 2' },
    { name: 'go_from', label: 'Go, from: within its limit by', unit: 'mm', expr: 'kind_plug > 0 ? go_low - size_low : size_high - go_high' },
    { name: 'go_to', label: 'Go, to: within its limit by', unit: 'mm', expr: 'kind_plug > 0 ? go_high - size_low : size_high - go_low' },
    { name: 'nogo_from', label: 'No-go, from: within its limit by', unit: 'mm', expr: 'kind_plug > 0 ? size_high - nogo_high : nogo_low - size_low' },
    { name: 'nogo_to', label: 'No-go, to: within its limit by', unit: 'mm', expr: 'kind_plug > 0 ? size_high - nogo_low : nogo_high - size_low' },
    { name: 'face_off', label: 'Its faces may be off by ±', unit: 'mm', expr: 'maker_tolerance / 2' },
    { name: 'by_warmth', label: 'Grows by warmth, beside the part', unit: 'mm', expr: 'length * abs(grows - part_grows) * millionth * warmth' },
    { name: 'by_water', label: 'Grows by water', unit: 'mm', expr: 'length * water * swells' },
    { name: 'drift', label: 'Grows in all', unit: 'mm', expr: 'by_warmth + by_water' },
    { name: 'life_uses', label: 'Uses until it is worn out', unit: '', expr: 'wear_room / wear_rate * thousand' },
    { name: 'interval_uses', label: 'Uses until it is calibrated again', unit: '', expr: 'life_uses / 2' },
    { name: 'interval_months', label: 'Months until it is calibrated again', unit: '', expr: 'min(12, interval_uses / uses_month)' },
  ],
  findings,
  gives: [{ line: 'face_off', to: 'tolerance' }],
  cautions: ['A gauge decides what goes out: calibrate it against a traceable standard before use, number it, and take it out of use when it is overdue.'],
};
