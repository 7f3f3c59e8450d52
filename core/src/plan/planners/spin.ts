import { number } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { metalEntries, metalInputs } from '../metals';
import { compared, type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const PUSH: Source = {
  kind: 'standard',
  text: 'Push of a roller: about the flow stress of the sheet × its gauge × the contact of the roller, half of it in the plane.',
};
const RUB: Source = {
  kind: 'standard',
  text: 'Friction heat = µ × push × surface speed; a skin of the mandrel takes its share and gives it off to sheet and air.',
};
const TURNS: Source = { kind: 'standard', text: 'Unbalance pulls with m e ω²; the rim of what turns bears ρ v².' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, begin at a third of the speed.' };

function findings(f: Figures): PlanFinding[] {
  const n = (x: number): string => formatNumber(x, 3);
  return [
    compared('warm', 'Stays cool', RUB.text, f('skin_temp'), f('bears'), '°C', {
      near: 1.15,
      ofNew: true,
      says: (state) =>
        `Rubbed at ${n(f('surface'))} m/s with ${n(f('push'))} N, its skin gets to ${n(f('skin_temp'))} °C (${n(f.low('skin_temp'))} to ${
          n(f.high('skin_temp'))
        })${state === 'pass' ? '.' : `, ${n(f('bears'))} °C are borne: slower, grease, a pause after each pass, or a cap of metal on its nose.`}`,
    }),
    compared('press', 'Pressed by the roller', PUSH.text, f('pressed'), f('crushes'), 'MPa', {
      near: 1.3,
      ofNew: true,
      says: (state) =>
        `Beneath the roller ${n(f('pressed'))} MPa through the sheet, ${n(f('crushes'))} are borne${
          state === 'pass' ? '.' : ': thinner sheet, a larger roller, lighter passes.'
        }`,
    }),
    compared('grips', 'Follower holds the blank', 'Friction of the follower against the pull of the roller at the edge of the blank.', f('grip'), 1.5, '', {
      least: true,
      near: 1.5,
      says: (state) =>
        `The follower turns the blank ${n(f('grip'))} times as hard as the roller brakes it${
          state === 'pass' ? '.' : ': more force, a larger follower, or a pin through the middle.'
        }`,
    }),
    compared('balance', 'Balanced', TURNS.text, f('shakes'), f('shakes_most'), 'N', {
      near: 2,
      says: (state) =>
        `${n(f('uneven'))} mm off centre it pulls with ${n(f('shakes'))} N at that speed${
          state === 'pass' ? '.' : ': balance it, run it slower, or turn it true on its own arbor.'
        }`,
    }),
    compared('burst', 'Does not burst', TURNS.text, f('rim'), f('rim_most'), 'MPa', {
      near: 1,
      says: (state) =>
        `Its rim bears ${n(f('rim'))} MPa by its own turning, a tenth of its strength is ${n(f('rim_most'))}${
          state === 'pass' ? '; layers lie across the axis, or it parts along them.' : ': too fast for it. Bolt it through between metal discs, or slow down.'
        }`,
    }),
  ];
}

/** A mandrel that turns while sheet is pressed over it. */
export const spin: Planner = {
  id: 'spin',
  about: 'work',
  label: 'Spinning over it',
  what:
    'A mandrel that turns while sheet is pressed over it: surface speed, friction heat of its skin, pressure beneath the roller, grip of the follower, balance and bursting.',
  basis: [PUSH, RUB, TURNS, PRACTICE],
  fits: ({ family }) => family.id === 'spinning-mandrel',
  headline: ['surface', 'push', 'skin_temp', 'pressed', 'grip', 'shakes', 'rim'],
  inputs: [
    ...metalInputs('Sheet'),
    number('blank', 'Blank, across', 'length', [10, 3000], 300, { group: 'Sheet' }),
    number('across', 'Mandrel, across at its widest', 'length', [5, 3000], 180, { group: 'Mandrel' }),
    number('long', 'Mandrel, long', 'length', [5, 2000], 80, { group: 'Mandrel' }),
    number('mandrel_mass', 'It weighs', 'mass', [0.01, 2000], 2, { group: 'Mandrel' }),
    number('uneven', 'Its middle off the axis by', 'length', [0, 20], 0.2, { group: 'Mandrel' }),
    number('strength', 'Its strength across the layers', 'pressure', [1, 2000], 30, { group: 'Mandrel' }),
    number('crushes', 'Its face bears', 'pressure', [1, 2000], 45, { group: 'Mandrel' }),
    number('bears', 'It bears', 'temperature', [30, 1000], 90, { group: 'Mandrel' }),
    number('turns', 'Turns a minute', 'count', [10, 10_000], 500, { group: 'Run' }),
    number('roller', 'Contact of the roller, wide', 'length', [0.5, 100], [3, 5, 8], { group: 'Run', ranged: true, source: PRACTICE }),
    number('mu', 'Friction, greased', 'count', [0.01, 1], [0.03, 0.06, 0.12], { group: 'Run', ranged: true, source: PRACTICE }),
    number('into', 'Of the heat that goes into the mandrel', 'count', [0.01, 1], [0.03, 0.08, 0.2], {
      group: 'Run',
      ranged: true,
      help: 'Metal sheet carries most of it away.',
      source: PRACTICE,
    }),
    number('run_s', 'A piece takes', 'seconds', [1, 3600], 60, { group: 'Run' }),
    number('follower', 'Follower presses with', 'force', [10, 200_000], 3000, { group: 'Run' }),
    number('follower_across', 'Follower, across', 'length', [5, 2000], 100, { group: 'Run' }),
    number('hall', 'Hall', 'temperature', [-10, 60], 23, { group: 'Run' }),
    number('shakes_most', 'The lathe bears, uneven', 'force', [1, 100_000], 300, { group: 'Run' }),
  ],
  entries: (_, { values }: PlanContext) => {
    const one = (name: string, label: string, unit: string, x: Parameters<typeof takenAs>[4], source: Source) => takenAs('spin', name, label, unit, x, source);
    return [
      ...metalEntries('spin', values),
      one('skin_depth', 'Skin that warms', 'mm', { low: 1, likely: 2, high: 3 }, PRACTICE),
      ...ones('spin', 'mm', 'kg', 'N', 's', 'degC'),
      one('one_mpa', 'A megapascal', 'MPa', 1, TURNS),
      one('one_ms', 'A metre a second', 'm/s', 1, TURNS),
      one('n_per', 'N for MPa on mm²', 'N/(MPa*mm^2)', 1, TURNS),
    ];
  },
  lines: [
    { name: 'omega', label: 'Turns, 1/s in radians', unit: '', expr: 'turns * 6.283185307 / 60' },
    { name: 'surface', label: 'Surface speed', unit: 'm/s', expr: 'omega * across / one_mm / 2000 * one_ms' },
    { name: 'push', label: 'Push of the roller', unit: 'N', expr: '0.5 * sigma_u * gauge * roller * n_per' },
    {
      name: 'pressed',
      label: 'Beneath the roller',
      unit: 'MPa',
      expr: 'push / n_per / (roller * (roller + 2 * gauge))',
      note: 'Spread through the sheet on both sides.',
    },
    { name: 'watts', label: 'Friction, W', unit: '', expr: 'mu * push / one_n * surface / one_ms' },
    {
      name: 'skin_temp',
      label: 'Its skin gets to',
      unit: 'degC',
      expr:
        'hall + watts * into * run_s / one_s / (3.14159265 * across / one_mm * long / one_mm * skin_depth / one_mm * 1.2 * 1.5 / 1000 + run_s / one_s * 3.14159265 * across / one_mm * long / one_mm / 1000000 * 30) * one_c',
      note: 'Heat over what its skin holds (1.2 g/cm³, 1.5 J/(g·K)) and gives off meanwhile (30 W/(m²·K)).',
    },
    {
      name: 'grip',
      label: 'Follower over roller',
      unit: '',
      expr: '2 * 0.2 * follower * follower_across / 3 / (mu * push * blank / 2)',
      note: 'Two faces, friction 0.2 dry, mean radius a third across.',
    },
    { name: 'shakes', label: 'Unbalance pulls with', unit: 'N', expr: 'mandrel_mass / one_kg * uneven / one_mm / 1000 * omega ^ 2 * one_n' },
    { name: 'rim', label: 'Its rim bears', unit: 'MPa', expr: '1200 * (surface / one_ms) ^ 2 / 1000000 * one_mpa' },
    { name: 'rim_most', label: 'A tenth of its strength', unit: 'MPa', expr: 'strength / 10' },
  ],
  findings,
  gives: [
    { line: 'pressed', to: 'pressure' },
    { line: 'skin_temp', to: 'serviceTemp' },
    { line: 'turns', to: 'rotation' },
    { line: 'push', to: 'load' },
  ],
  cautions: ['What turns fast may burst: bolt it through between metal, guard it, first run at a third of the speed with nobody in the plane of turning.'],
};
