import { number, type Values } from '../../inputs/spec';
import { formatNumber, formatQuantity } from '../../quantity/quantity';
import type { Entry, Source } from '../../worksheet/types';
import { compared, figureText as n, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const CELLS: Source = { kind: 'standard', text: 'Open cells crush at 0.3 σ ρ^1.5; a round wall yields at 2 w σ / D. Both bear together.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, wash one first and weigh what is left.' };

/** Pressed with this factor before it is relied on. */
const FACTOR = 1.5;

interface Stage {
  temp: number;
  pressure: number;
  hours: number;
}
const USUAL: readonly Values[] = [{ temp: 90, pressure: 0.3, hours: 4 }];
const stagesOf = (values: Values): Stage[] =>
  ((values['stages'] as readonly Values[] | undefined) ?? USUAL).map((r) => {
    const x = (id: string): number => (typeof r[id] === 'number' ? r[id] : 0);
    return { temp: x('temp'), pressure: x('pressure'), hours: x('hours') };
  });
const most = (values: Values, of: (s: Stage) => number): number => stagesOf(values).reduce((m, s) => Math.max(m, of(s)), 0);

const isWashed = (v: Values): boolean => v['leaves'] !== 'broken' && v['leaves'] !== 'withdrawn';

/** Each stage softens the plastic from full strength at room heat along a straight line to nothing at the heat at which it is soft. */
const ROOM_C = 23;
const kept = (temp: number, soft: number): number => Math.min(1, Math.max(0, (soft - temp) / Math.max(1, soft - ROOM_C)));

/** The stage that asks most of what is left of the strength. */
function hardest(values: Values): Stage | undefined {
  const soft = typeof values['soft'] === 'number' ? values['soft'] : SOFT_C;
  const asks = (s: Stage): number => s.pressure / Math.max(1e-6, kept(s.temp, soft));
  return stagesOf(values).reduce<Stage | undefined>((a, b) => (!a || asks(b) > asks(a) ? b : a), undefined);
}
const SOFT_C = 130;

function entries(_: unknown, { values }: PlanContext): Entry[] {
  const soft = typeof values['soft'] === 'number' ? values['soft'] : SOFT_C;
  const stage = hardest(values);
  const from: Source = { kind: 'you', text: 'From the stages of the cure.' };
  return [
    takenAs('core', 'press_mpa', 'Pressure of the hardest stage', 'MPa', stage?.pressure ?? 0, from),
    takenAs('core', 'strength_left', 'Strength left at its heat, share', '', stage ? kept(stage.temp, soft) : 1, {
      kind: 'guess',
      text: 'Along a straight line from all of it at room heat to none at the heat at which it is soft.',
    }),
    takenAs('core', 'most_pressure', 'Highest pressure', 'MPa', most(values, (s) => s.pressure), from),
    takenAs('core', 'most_temp', 'Highest heat', 'degC', most(values, (s) => s.temp), from),
    takenAs('core', 'cure_h', 'Cure, all stages', 'h', stagesOf(values).reduce((sum, s) => sum + s.hours, 0), from),
    takenAs('core', 'stir', 'Faster where the bath moves', '', values['moved'] === true ? 2 : 1, PRACTICE),
    takenAs('core', 'g_per_cm3', 'Grams of a cubic centimetre', 'g/cm^3', 1.2, PRACTICE),
    takenAs('core', 'wet', 'Washed out', '', isWashed(values) ? 1 : 0, from),
  ];
}

function findings(f: Figures, values: Values): PlanFinding[] {
  const stage = hardest(values);
  const soft = f('soft');
  const mpa = (x: number): string => n(Number(x.toPrecision(2)), 'MPa');
  const out: PlanFinding[] = [];
  if (!stage) return [{ id: 'stages', label: 'Cure', state: 'unknown', basis: CELLS.text, reason: 'Give the stages of the cure: heat, pressure, hours.' }];
  const hot = most(values, (s) => s.temp);
  out.push(
    {
      id: 'soft',
      label: 'Heat of the cure',
      ofNew: true,
      state: hot <= soft - 15 ? 'pass' : hot < soft ? 'conditional' : 'fail',
      value: hot,
      limit: soft - 15,
      unit: '°C',
      basis: 'Fifteen kelvin below the heat at which it is soft, under pressure for hours.',
      reason: `The hottest stage is ${formatQuantity(hot, 'temperature', 'metric')}, the core is soft at ${formatQuantity(soft, 'temperature', 'metric')}${
        hot <= soft - 15 ? '.' : ': set the part at a lower first stage, take the core out, and cure it to the end without it.'
      }`,
    },
    {
      ...compared('crush', 'Crushing', CELLS.text, stage.pressure * FACTOR, f('crush'), 'MPa', {
        near: FACTOR,
        ofNew: true,
        says: (state) =>
          `${mpa(stage.pressure)} at ${formatQuantity(stage.temp, 'temperature', 'metric')}, half as much again for safety; fill and wall bear ${
            mpa(f('crush'))
          }${state === 'pass' ? '.' : `: fill it to ${n(Number((100 * Math.min(1, f('least_fill'))).toPrecision(2)), '%')}, or thicken the wall.`}`,
      }),
    },
  );
  if (f('fill') > 1.3 * f('least_fill') && f('least_fill') > 0.02)
    out.push({
      id: 'less',
      label: 'Fill',
      state: 'pass',
      value: f('least_fill'),
      limit: f('fill'),
      basis: 'Less fill prints and washes faster.',
      reason: `${n(Number((100 * f('least_fill')).toPrecision(2)), '%')} would bear it: it is filled to ${
        n(100 * f('fill'), '%')
      }, and each per cent is washed out again.`,
    });
  if (isWashed(values))
    out.push({
      id: 'wash',
      label: 'Washing out',
      ofNew: true,
      state: f('wash_h') <= 24 ? 'pass' : f('wash_h') <= 96 ? 'conditional' : 'fail',
      value: f('wash_h'),
      limit: 24,
      unit: 'h',
      basis: PRACTICE.text,
      reason: `About ${n(Number(f('wash_h').toPrecision(2)), 'h')} in the bath${values['moved'] === true ? ', moved' : ''}, ${
        formatNumber(Math.ceil(f('bath_fills') - 1e-9))
      } ${Math.ceil(f('bath_fills') - 1e-9) === 1 ? 'bath' : 'baths'} of ${n(f('bath'), 'L')}${
        f('wash_h') <= 24 ? '.' : ': another opening, less fill, a moved or warmer bath, or a core that is broken out.'
      }`,
    });
  else
    out.push({
      id: 'out',
      label: 'Getting it out',
      ofNew: true,
      state: f('opening') >= 25 && f('reach') <= 8 * f('opening') ? 'pass' : f('opening') >= 12 ? 'conditional' : 'fail',
      value: f('opening'),
      limit: 25,
      unit: 'mm',
      basis: 'Practice: two fingers or pliers go through 25 mm and reach eight times as deep.',
      reason: `Through an opening of ${n(f('opening'), 'mm')}, ${n(f('reach'), 'mm')} deep${
        f('opening') >= 25 && f('reach') <= 8 * f('opening') ? ': it comes out by hand.' : ': try one from end to end, or wash it out.'
      }`,
    });
  return out;
}

/** A sacrificial core: what it bears of the cure, how it comes out again, and what that takes. */
export const core: Planner = {
  id: 'core',
  about: 'work',
  label: 'Core',
  what: 'A core through its cure: whether fill and wall bear each stage, the least fill that does, coats, and hours and baths until it is washed out.',
  basis: [CELLS, PRACTICE],
  fits: ({ family }) => family.duty === 'core',
  headline: ['crush', 'least_fill', 'wash_h', 'bath_fills', 'core_mass', 'hands_h', 'round_h'],
  inputs: [
    {
      kind: 'table',
      id: 'stages',
      label: 'Stages',
      group: 'The cure',
      most: 8,
      usual: USUAL,
      columns: [
        number('temp', 'Heat', 'temperature', [0, 450], 90),
        number('pressure', 'Pressure', 'pressure', [0, 20], 0.3),
        number('hours', 'Hours', 'time', [0, 500], 4),
      ],
    },
    number('soft', 'The core is soft at', 'temperature', [30, 450], SOFT_C, { group: 'The core' }),
    number('strength', 'Its strength at room heat', 'pressure', [1, 300], [25, 35, 50], { group: 'The core', ranged: true, source: PRACTICE }),
    number('volume', 'Volume', 'volume', [0.1, 1_000_000], 1500, { group: 'The core' }),
    number('across', 'Across, at the widest', 'length', [2, 3000], 120, { group: 'The core' }),
    number('wall', 'Wall', 'length', [0.2, 50], 1.6, { group: 'The core' }),
    number('fill', 'Filled to, share', 'count', [0, 1], 0.25, { group: 'The core' }),
    {
      kind: 'choice',
      id: 'leaves',
      label: 'It is',
      group: 'Out again',
      options: [{ value: 'washed', label: 'washed out in a bath' }, { value: 'broken', label: 'broken out' }, {
        value: 'withdrawn',
        label: 'pulled out whole',
      }],
      usual: 'washed',
    },
    number('opening', 'Smallest opening', 'length', [0.5, 2000], 40, { group: 'Out again' }),
    number('reach', 'Deepest place from it', 'length', [1, 10_000], 250, { group: 'Out again' }),
    number('eats', 'The bath takes off', 'count', [0.01, 50], [0.2, 0.6, 1.5], {
      group: 'Out again',
      ranged: true,
      unit: 'mm/h',
      asked: isWashed,
      source: PRACTICE,
    }),
    { kind: 'yes-no', id: 'moved', label: 'The bath is moved or pumped through', group: 'Out again', usual: true, asked: isWashed },
    number('bath', 'Bath holds', 'count', [0.5, 10_000], 60, { group: 'Out again', unit: 'L', asked: isWashed }),
    number('takes', 'A litre takes up', 'count', [1, 1000], [20, 40, 80], {
      group: 'Out again',
      ranged: true,
      unit: 'g/L',
      asked: isWashed,
      source: PRACTICE,
    }),
    number('coats', 'Coats before lay-up', 'count', [0, 20], 2, { group: 'Before', whole: true }),
    number('dry_h', 'A coat dries', 'time', [0, 100], [1, 2, 6], { group: 'Before', ranged: true }),
    number('attend_h', 'Hands at bath or breaking out', 'time', [0, 100], [0.2, 0.5, 1.2], { group: 'Out again', ranged: true }),
  ],
  entries,
  lines: [
    { name: 'cure_pressure', label: 'Highest pressure of the cure', unit: 'MPa', expr: '1 * most_pressure' },
    { name: 'cure_heat', label: 'Highest heat of the cure', unit: 'degC', expr: '1 * most_temp' },
    {
      name: 'by_wall',
      label: 'The wall bears',
      unit: 'MPa',
      expr: '2 * wall * strength * strength_left / across',
      note: 'p = 2 w σ / D, as a ring under pressure from outside.',
    },
    { name: 'by_fill', label: 'The fill bears', unit: 'MPa', expr: '0.3 * strength * strength_left * fill ^ 1.5', note: '0.3 σ ρ^1.5 of open cells.' },
    { name: 'crush', label: 'Wall and fill bear', unit: 'MPa', expr: 'by_wall + by_fill' },
    {
      name: 'least_fill',
      label: 'Fill that would do, share',
      unit: '',
      expr: `min(9, (max(0 * press_mpa, ${FACTOR} * press_mpa - by_wall) / (0.3 * strength * max(0.001, strength_left))) ^ (2 / 3))`,
      note: 'With half as much again for safety.',
    },
    { name: 'wall_share', label: 'Of its volume is wall', unit: '', expr: 'min(1, 4 * wall / across)', note: 'A round core: π D w over π D²/4.' },
    { name: 'core_mass', label: 'Plastic in it', unit: 'kg', expr: 'volume * g_per_cm3 * (wall_share + (1 - wall_share) * fill) / g_per_kg' },
    { name: 'far', label: 'Slower for the way in', unit: '', expr: '1 + 0.1 * reach / opening' },
    {
      name: 'wash_h',
      label: 'Hours in the bath',
      unit: 'h',
      expr: 'wet * wall / (eats * stir) * far * (1 + 4 * fill)',
      note: 'The wall from inside; the fill opens as it goes.',
    },
    { name: 'bath_fills', label: 'Baths', unit: '', expr: 'wet * core_mass * g_per_kg / (bath * takes)' },
    { name: 'coat_h', label: 'Coats', unit: 'h', expr: 'coats * dry_h' },
    { name: 'hands_h', label: 'Hands for each core', unit: 'h', expr: '1 * attend_h' },
    { name: 'round_h', label: 'From the printed core to the empty part', unit: 'h', expr: 'coat_h + cure_h + wash_h + hands_h' },
  ],
  findings,
  gives: [{ line: 'cure_pressure', to: 'pressure' }, { line: 'cure_heat', to: 'cureTemp' }, { line: 'hands_h', to: 'fitting_hours' }],
  cautions: ['Hot alkaline baths burn skin and eyes: goggles, gloves, apron, extraction; what is used up goes away as local rules say.'],
};
