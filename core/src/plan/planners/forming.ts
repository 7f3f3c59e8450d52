import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Entry, Source } from '../../worksheet/types';
import { arcPoints, type Drawing, type XY } from '../drawing';
import { metalEntries, metalInputs, metalOf } from '../metals';
import { compared, figureText as n, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const STANDARD: Source = { kind: 'standard', text: 'Standard formula: a membrane under pressure, p = σ t / r, at the flow stress of the stretched sheet.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, form the first ones in steps of a quarter of the pressure.' };

const isTube = (v: Values): boolean => v['mode'] === 'tube';
const isSheet = (v: Values): boolean => !isTube(v);

function entries(_: unknown, { values }: PlanContext): Entry[] {
  return [
    ...metalEntries('forming', values),
    takenAs('forming', 'half', 'Half of it', '', 0.5, STANDARD),
  ];
}

/** Where a sheet tears in plane strain: a good part of the even stretch. */
const SAFE_SHARE = 0.8;

function findings(f: Figures, values: Values): PlanFinding[] {
  const stretch = f('strain'), even = f('stretch');
  const out: PlanFinding[] = [
    compared(
      'stretch',
      'Stretch of the sheet',
      'Stretch across the shape against the stretch before the sheet necks, eight tenths of it for safety.',
      stretch,
      SAFE_SHARE * even,
      '',
      {
        near: 1.25,
        says: (state) =>
          `The sheet is stretched by ${n(Number((100 * stretch).toPrecision(2)), '%')}, it necks at ${n(Number((100 * even).toPrecision(2)), '%')}${
            state === 'pass'
              ? ''
              : state === 'conditional'
              ? ': form one and measure the thinnest place first'
              : ': it tears. Draw it in over a ring, take a larger radius or a softer sheet'
          }.`,
      },
    ),
    {
      id: 'pressure',
      label: 'Forming pressure',
      state: 'pass',
      value: f('form_pressure'),
      unit: 'MPa',
      basis: STANDARD.text,
      reason: `${n(Number(f('form_pressure').toPrecision(2)), 'MPa')} bring the sheet into the tightest radius of ${n(f('radius'), 'mm')}; begin with ${
        n(Number(f('first_pressure').toPrecision(2)), 'MPa')
      } and go up in ${formatNumber(f('steps'))} steps. Each way’s bearing limit is looked at on Routes.`,
    },
    compared(
      'press',
      'Press',
      'What it takes over the whole face against what the press or cell gives.',
      f('close_force') / 1000,
      values['press_force'] === undefined ? NaN : f('press_force') / 1000,
      'kN',
      {
        says: (state) =>
          state === 'unknown'
            ? `It takes ${n(Math.round(f('close_force') / 1000), 'kN')}: say what the press gives.`
            : `It takes ${n(Math.round(f('close_force') / 1000), 'kN')}${
              state === 'pass' ? ', the press gives more' : ', the press gives less: a smaller face, a larger radius or another press'
            }.`,
      },
    ),
  ];
  const thick = f('gauge'), { plastic_mm, label } = metalOf(values);
  out.push({
    id: 'plastic',
    ofNew: true,
    label: 'Plastic tools',
    state: thick <= plastic_mm.low ? 'pass' : thick <= plastic_mm.high ? 'conditional' : 'fail',
    value: thick,
    limit: plastic_mm.likely,
    unit: 'mm',
    basis: 'Practice: sheet up to such a thickness is formed over plastic tools; thicker marks and crushes them.',
    reason: `${n(thick, 'mm')} of ${label}: plastic tools form ${n(plastic_mm.low, 'mm')} readily and ${n(plastic_mm.high, 'mm')} at most.`,
  });
  if (isSheet(values))
    out.push({
      id: 'ring',
      label: 'Draw ring',
      state: f('draw_ratio') <= 1.8 ? 'pass' : f('draw_ratio') <= 2.05 ? 'conditional' : 'fail',
      value: f('draw_ratio'),
      limit: 1.8,
      basis: 'Blank over punch diameter: 1.8 is drawn in one stroke, about 2.05 at most.',
      reason: `Drawn ${n(f('depth'), 'mm')} deep over ${n(f('across'), 'mm')}: ratio ${formatNumber(f('draw_ratio'), 3)}, radius of the ring ${
        n(Number(f('ring_radius').toPrecision(2)), 'mm')
      }, held with ${n(Math.round(f('hold_force')), 'N')}${f('draw_ratio') <= 1.8 ? '.' : ': two stages, or a shallower shape.'}`,
    });
  return out;
}

/** Half of the shape, cut: bottom, radius, wall, radius, flange; the tool beneath it. */
function drawing(f: Figures): Drawing {
  const [a, d] = [f('across') / 2, f('depth')];
  const r = Math.max(0.01, Math.min(f('radius'), 0.45 * d, 0.45 * a));
  const sheet: XY[] = [[0, -d], ...arcPoints([a - r, r - d], r, -90, 0), ...arcPoints([a + r, -r], r, 180, 90), [1.5 * a + r, 0]];
  const under = d + 0.25 * a;
  return {
    title: 'Half of the shape, cut',
    says: `${formatNumber(2 * a)} mm across, ${formatNumber(d)} mm deep, tightest radius ${formatNumber(f('radius'))} mm.`,
    marks: [
      { kind: 'line', points: [...sheet, [1.5 * a + r, -under], [0, -under]], closed: true, style: 'thin', fill: 'hatch' },
      { kind: 'line', points: sheet, style: 'heavy' },
      { kind: 'dimension', from: [0, -under], to: [a, -under], text: `${formatNumber(2 * a)} / 2`, off: -0.16 * a },
      { kind: 'dimension', from: [1.5 * a + r, -d], to: [1.5 * a + r, 0], text: formatNumber(d), off: -0.16 * a },
      { kind: 'text', at: [a - 1.2 * r, 1.4 * r - d], text: `r ${formatNumber(f('radius'))}`, anchor: 'end' },
    ],
  };
}

/** Sheet or tube formed by pressure over a tool: stretch, pressure, force, steps. */
export const forming: Planner = {
  id: 'forming',
  about: 'work',
  label: 'Forming',
  what:
    'Sheet or tube pressed into a shape: stretch, pressure at the tightest radius, force of the press and of the seals, draw ring, steps up to full pressure.',
  basis: [STANDARD, PRACTICE],
  fits: ({ doc }) => ['flex-form-die', 'tube-die'].includes(doc.family),
  headline: ['form_pressure', 'strain', 'close_force', 'seal_force', 'draw_ratio', 'hold_force', 'form_hours'],
  inputs: [
    {
      kind: 'choice',
      id: 'mode',
      label: 'It is',
      group: 'The work',
      options: [{ value: 'sheet', label: 'sheet, pressed or drawn over a tool' }, { value: 'tube', label: 'tube, blown up from inside' }],
      usual: 'sheet',
    },
    ...metalInputs('The work'),
    number('across', 'Across the shape', 'length', [2, 4000], 120, { group: 'The shape', help: 'The smaller way over it; of a tube its diameter before.' }),
    number('along', 'Along the shape', 'length', [2, 10_000], 200, { group: 'The shape' }),
    number('depth', 'Depth, or what a tube grows by on each side', 'length', [0.1, 1000], 15, { group: 'The shape' }),
    number('radius', 'Tightest radius', 'length', [0.2, 1000], 6, { group: 'The shape' }),
    number('drawn_in', 'Of the depth drawn in from around, share', 'count', [0, 1], [0.3, 0.5, 0.8], {
      group: 'The shape',
      ranged: true,
      asked: isSheet,
      help: 'The rest is stretched. Held fast all round it is 0.',
    }),
    number('press_force', 'The press or cell gives', 'force', [100, 2e9], undefined, { group: 'The press', optional: true }),
    number('hold_pressure', 'Holding the blank', 'pressure', [0, 50], [1, 2, 3], { group: 'The press', ranged: true, asked: isSheet, source: PRACTICE }),
    number('steps', 'Steps up to full pressure', 'count', [1, 50], 4, { group: 'The trial', whole: true }),
    number('step_h', 'One step, with measuring', 'time', [0.01, 20], [0.2, 0.4, 0.8], { group: 'The trial', ranged: true }),
    number('step_sheet', 'Work for one step', 'money', [0, 10_000], [1, 4, 15], { group: 'The trial', ranged: true }),
  ],
  entries,
  lines: [
    { name: 'tube', label: 'It is a tube', unit: '', expr: 'mode_tube' },
    {
      name: 'sheet_strain',
      label: 'Stretch over the shape',
      unit: '',
      expr: '(1 - drawn_in) * 8 / 3 * (depth / across) ^ 2',
      note: 'A flat arc, 8/3 (h/w)², as far as nothing is drawn in.',
    },
    { name: 'tube_strain', label: 'Growth of the tube', unit: '', expr: '2 * depth / across' },
    { name: 'strain', label: 'Stretch', unit: '', expr: 'tube > 0 ? tube_strain : sheet_strain' },
    {
      name: 'flow',
      label: 'Flow stress at that stretch',
      unit: 'MPa',
      expr: 'sigma_y + (sigma_u - sigma_y) * min(1, strain / stretch)',
      note: 'From yield to tensile strength as it hardens.',
    },
    { name: 'thinned', label: 'Thickness left', unit: 'mm', expr: 'gauge / (1 + strain)' },
    { name: 'form_pressure', label: 'Pressure at the tightest radius', unit: 'MPa', expr: 'flow * thinned / radius', note: 'p = σ t / r.' },
    { name: 'yield_pressure', label: 'Pressure at which it begins to move', unit: 'MPa', expr: 'sigma_y * gauge / (half * across)' },
    { name: 'first_pressure', label: 'First step', unit: 'MPa', expr: 'max(yield_pressure, form_pressure / steps)' },
    { name: 'face', label: 'Face that is pressed', unit: 'mm^2', expr: 'across * along' },
    { name: 'close_force', label: 'Force to hold it shut', unit: 'N', expr: 'form_pressure * face' },
    {
      name: 'seal_force',
      label: 'Force of each seal of a tube',
      unit: 'N',
      expr: 'tube * form_pressure * 3.141592653589793 / 4 * across ^ 2',
      note: 'p π d² / 4.',
    },
    { name: 'draw_ratio', label: 'Blank over shape', unit: '', expr: 'sqrt(1 + 4 * depth / across)', note: 'A cup of the same surface: D/d = √(1 + 4 h/d).' },
    { name: 'ring_radius', label: 'Radius of the draw ring', unit: 'mm', expr: '0.8 * sqrt((draw_ratio - 1) * across * gauge)', note: 'r = 0.8 √((D − d) t).' },
    { name: 'hold_force', label: 'Holding the blank', unit: 'N', expr: '(1 - tube) * hold_pressure * (draw_ratio ^ 2 - 1) * face' },
    { name: 'form_hours', label: 'Trials', unit: 'h', expr: 'steps * step_h' },
    { name: 'form_money', label: 'Work for the trials', unit: 'money', expr: 'steps * step_sheet' },
  ],
  findings,
  gives: [
    { line: 'form_pressure', to: 'pressure' },
    { line: 'form_hours', to: 'engineering_hours' },
    { line: 'form_money', to: 'hardware_money' },
  ],
  drawing,
  cautions: [
    'Forming under pressure stores energy: shut behind guards, nobody in line with seals or joints, pressure up in steps, relief valve set below what the tool and the cell bear.',
  ],
};
