import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Line, Source } from '../../worksheet/types';
import { compared, type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const SLAB: Source = { kind: 'standard', text: 'A plate of plastic cooled from both faces: s²/π²a · ln(8/π² · (melt − face)/(out − face)).' };
const CHANNELS: Source = { kind: 'standard', text: 'A row of channels beneath a face: ln(2p/πd · sinh 2πb/p) · p/2πk of the mould, p/πdh of the water.' };
const FLOW: Source = { kind: 'standard', text: 'Pipe flow of water at 40 °C: Nu 3.66, or 0.023 Re^0.8 Pr^0.4 from Re 4 000; 64/Re, or Blasius.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, take the data sheet of your grade.' };

/** Heats, °C; heat given off until it is taken out, kJ/kg; diffusivity, mm²/s. */
const PLASTICS: readonly (Option & { melt: number; out: number; heat: number; a: number })[] = [
  { value: 'polypropylene', label: 'polypropylene', melt: 230, out: 90, heat: 480, a: 0.09 },
  { value: 'polyethylene', label: 'polyethylene', melt: 220, out: 75, heat: 560, a: 0.1 },
  { value: 'styrene', label: 'a tough styrene', melt: 235, out: 85, heat: 330, a: 0.09 },
  { value: 'nylon', label: 'nylon', melt: 275, out: 110, heat: 520, a: 0.1 },
  { value: 'carbonate', label: 'polycarbonate', melt: 300, out: 125, heat: 350, a: 0.1 },
  { value: 'acetal', label: 'acetal', melt: 205, out: 110, heat: 420, a: 0.07 },
];
/** Conductivity, W/(m·K). */
const MOULDS: readonly (Option & { k: readonly [number, number, number] })[] = [
  { value: 'resin', label: 'a printed resin', k: [0.2, 0.25, 0.6] },
  { value: 'filled', label: 'a filled casting resin', k: [0.6, 1, 2] },
  { value: 'steel', label: 'tool steel, printed or cut', k: [18, 24, 32] },
  { value: 'aluminium', label: 'aluminium', k: [120, 140, 160] },
];
const plasticOf = (v: Values) => PLASTICS.find((p) => p.value === v['plastic']) ?? PLASTICS[0];
const mouldOf = (v: Values, id: 'mould' | 'mould_now'): (typeof MOULDS)[number] => MOULDS.find((m) => m.value === (v[id] ?? 'steel'))!;

const same = (x: number): [number, number, number] => [x, x, x];

function findings(f: Figures, values: Values): PlanFinding[] {
  const s = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} s`;
  const mould = mouldOf(values, 'mould');
  const byHeat = f('by_heat_new') > f('by_part_new') + f('rest') + 1e-9;
  const saved = f('saved_s');
  return [
    {
      id: 'cycle',
      label: 'Cycle',
      state: 'pass',
      value: f('cycle_new'),
      unit: 's',
      basis: `${SLAB.text} ${CHANNELS.text}`,
      reason: `${s(f('cycle_new'))} in ${mould.label} (${s(f.low('cycle_new'))} to ${s(f.high('cycle_new'))}), ${
        byHeat ? 'set by the heat that its face gets rid of, not by the wall of the part' : 'set by the wall of the part'
      }; ${s(f('cycle_now'))} as it is now: ${saved >= 0 ? `${s(saved)} less` : `${s(-saved)} more`} a cycle.`,
    },
    compared('face', 'Face stays below', CHANNELS.text, f('face_new'), f('face_most'), '°C', {
      near: 1.05,
      says: (state) =>
        `Its face runs at ${formatNumber(f('face_new'), 2)} °C at that cycle${
          state === 'pass' ? '' : ', warmer than it may: wait longer, bring the water nearer, or blow it off'
        }.`,
    }),
    compared('flow', 'Flow', FLOW.text, f('reynolds'), 4000, '', {
      least: true,
      near: 2,
      says: (state) =>
        `Re ${formatNumber(Math.round(f('reynolds')))} in the channel${
          state === 'pass' ? ', turbulent as it should be' : ': below 4 000 the water slides along the wall; more flow, or a narrower channel'
        }. It warms by ${formatNumber(f('water_warms'), 2)} K.`,
    }),
    compared('drop', 'Pressure for the water', FLOW.text, f('drop'), f('pump'), 'MPa', {
      says: (state) =>
        `${formatNumber(f('drop'), 2)} MPa through the channel of ${formatNumber(f('pump'), 2)} that there are${
          state === 'pass' ? '' : ': two circuits, or a wider one'
        }.`,
    }),
    compared(
      'wall',
      'Wall to the channel',
      'Practice: a channel of printed steel lies at least one and a half diameters, of resin two, beneath the face.',
      f('depth') - f('bore') / 2,
      (mould.value === 'resin' ? 2 : 1) * f('bore'),
      'mm',
      {
        least: true,
        near: 2,
        says: (state) =>
          `${formatNumber(f('depth') - f('bore') / 2)} mm from the face to the channel${
            state === 'pass' ? '.' : ': thin under the pressure of the shot; deeper, or narrower channels.'
          }`,
      },
    ),
    ...(mould.value === 'resin' && f('cycle_new') > 180
      ? [{
        id: 'slow',
        label: 'For how many shots',
        state: 'conditional' as const,
        basis: PRACTICE.text,
        reason: `At ${s(f('cycle_new'))} a shot a machine and its operator stand by: good for tens of parts, or two inserts in turn, not for a series.`,
      }]
      : []),
  ];
}

const bare = (x: string): string => `${x} / one_mm`;
/** Heat and time of a mould: m² K/W of its row of channels, the cycle that its heat asks for, the face and the part at that cycle, three times over. */
function mouldLines(at: 'new' | 'now'): Line[] {
  const [depth, pitch, k, says] = at === 'new' ? ['depth', 'pitch', 'mould_k', 'new'] : ['depth_now', 'pitch_now', 'now_k', 'as it is now'];
  const part = (face: string): string => `(${bare('wall')}) ^ 2 / (9.8696 * spreads) * max(0.05, log(0.8106 * (melt - ${face}) / (out - ${face})))`;
  const out: Line[] = [
    {
      name: `resists_${at}`,
      label: `Resists the heat, m² K/W, ${says}`,
      unit: '',
      expr: `${
        bare(pitch)
      } / 1000 / (2 * 3.14159265 * ${k}) * log(2 * ${pitch} / (3.14159265 * bore) * (exp(6.2831853 * ${depth} / ${pitch}) - exp(0 - 6.2831853 * ${depth} / ${pitch})) / 2) + ${
        bare(pitch)
      } / 1000 / (3.14159265 * ${bare('bore')} / 1000 * film)`,
    },
    {
      name: `by_heat_${at}`,
      label: `Cycle that the heat asks for, s, ${says}`,
      unit: '',
      expr: `shot_heat * resists_${at} / (face_area / 10000 * (most_c - water_c))`,
      note: 'Heat of a shot through half of the face each side, with the face at the most it may have.',
    },
    { name: `face0_${at}`, label: `Face to begin with, °C, ${says}`, unit: '', expr: `water_c + 0.5 * (most_c - water_c)` },
  ];
  for (let i = 0; i < 3; i++) {
    out.push(
      { name: `part${i}_${at}`, label: `Part cools, s, step ${i + 1}, ${says}`, unit: '', expr: part(`face${i}_${at}`) },
      { name: `cycle${i}_${at}`, label: `Cycle, s, step ${i + 1}, ${says}`, unit: '', expr: `max(part${i}_${at} + rest_s, by_heat_${at})` },
      {
        name: `face${i + 1}_${at}`,
        label: `Face, °C, step ${i + 1}, ${says}`,
        unit: '',
        expr: `water_c + (most_c - water_c) * by_heat_${at} / cycle${i}_${at}`,
      },
    );
  }
  return [
    ...out,
    { name: `by_part_${at}`, label: `Part cools, s, ${says}`, unit: '', expr: part(`face3_${at}`) },
    { name: `cycle_${at}`, label: `Cycle, ${says}`, unit: 's', expr: `max(by_part_${at} + rest_s, by_heat_${at}) * one_s` },
    { name: `face_${at}`, label: `Face at that cycle, ${says}`, unit: 'degC', expr: `water + (face_most - water) * by_heat_${at} * one_s / cycle_${at}` },
  ];
}

/** Water channels of a mould: what cycle they allow, against the mould as it is now, and whether the water does its work. */
export const cooling: Planner = {
  id: 'cooling',
  about: 'work',
  label: 'Water and cycle',
  what:
    'The cycle that a mould with its channels allows, against the one there is now: part, face and heat, flow and pressure of the water, and the wait that is saved.',
  basis: [SLAB, CHANNELS, FLOW, PRACTICE],
  fits: ({ family }) => family.duty === 'mould',
  headline: ['cycle_new', 'cycle_now', 'saved_s', 'face_new', 'reynolds', 'saved_hours'],
  inputs: [
    {
      kind: 'choice',
      id: 'plastic',
      label: 'The part is of',
      group: 'Part',
      options: PLASTICS.map(({ value, label }) => ({ value, label })),
      usual: 'polypropylene',
    },
    number('wall', 'Thickest wall', 'length', [0.2, 50], 2, { group: 'Part' }),
    number('shot', 'Weight of a shot', 'mass', [0.0005, 50], 0.03, { group: 'Part' }),
    number('face_area', 'Face that it cools on, both sides, cm²', 'count', [0.5, 100_000], 200, { group: 'Part' }),
    number('rest', 'The rest of a cycle', 'seconds', [1, 3600], [6, 10, 20], {
      group: 'Part',
      ranged: true,
      help: 'Fill, hold, open, take out, close.',
      source: PRACTICE,
    }),
    { kind: 'choice', id: 'mould', label: 'New mould of', group: 'New mould', options: MOULDS.map(({ value, label }) => ({ value, label })), usual: 'steel' },
    number('bore', 'Channel, across', 'length', [1, 40], 6, { group: 'New mould' }),
    number('depth', 'Middle of it beneath the face', 'length', [1, 200], 10, { group: 'New mould' }),
    number('pitch', 'From channel to channel', 'length', [2, 400], 15, { group: 'New mould' }),
    number('long', 'Length of the channel', 'length', [10, 100_000], 1200, { group: 'New mould' }),
    number('flow', 'Water', 'flow', [0.05, 500], 6, { group: 'New mould' }),
    number('water', 'Water comes at', 'temperature', [5, 160], 20, { group: 'New mould' }),
    number('face_most', 'Face may be', 'temperature', [20, 250], 65, {
      group: 'New mould',
      help: 'Below the heat at which the part is stiff enough to come out, and what the mould itself bears.',
    }),
    number('pump', 'Pressure that there is', 'pressure', [0.005, 2], 0.2, { group: 'New mould' }),
    {
      kind: 'choice',
      id: 'mould_now',
      label: 'Mould now of',
      group: 'As it is now',
      options: MOULDS.map(({ value, label }) => ({ value, label })),
      usual: 'steel',
    },
    number('depth_now', 'Middle of its channel beneath the face', 'length', [1, 300], 25, { group: 'As it is now' }),
    number('pitch_now', 'From channel to channel, now', 'length', [2, 600], 50, { group: 'As it is now' }),
  ],
  entries: (_, { facts: { need }, values }: PlanContext) => {
    const p = plasticOf(values);
    const entry = (name: string, label: string, [low, likely, high]: readonly [number, number, number], source: Source, unit = '') =>
      takenAs('cooling', name, label, unit, { low, likely, high }, source);
    const near = (x: number, by: number): [number, number, number] => [x * (1 - by), x, x * (1 + by)];
    return [
      entry('melt', 'Melt, °C', near(p.melt, 0.04), PRACTICE),
      entry('out', 'Taken out at, °C', near(p.out, 0.05), PRACTICE),
      entry('gives_off', 'Gives off, kJ/kg', near(p.heat, 0.15), PRACTICE),
      entry('spreads', 'Heat spreads in it, mm²/s', near(p.a, 0.12), PRACTICE),
      // Two moulds of one material conduct alike: drawn once for both.
      ...(['mould', 'mould_now'] as const).map((id) => ({
        ...entry(id === 'mould' ? 'mould_k' : 'now_k', `${id === 'mould' ? 'New mould' : 'Mould now'} conducts, W/(m·K)`, mouldOf(values, id).k, PRACTICE),
        key: `plan.cooling.k.${mouldOf(values, id).value}`,
      })),
      ...ones('cooling', 'mm', 'kg', 's', 'degC'),
      entry('one_litre', 'A litre a minute', [1, 1, 1], FLOW, 'L/minute'),
      entry('one_mpa', 'A megapascal', [1, 1, 1], FLOW, 'MPa'),
      entry('shots_year', 'Shots a year', same(need.cyclesPerYear?.value ?? 5000), { kind: 'need', text: 'From the Need step.' }),
    ];
  },
  lines: [
    { name: 'rest_s', label: 'The rest of a cycle, s', unit: '', expr: 'rest / one_s' },
    { name: 'water_c', label: 'Water comes at, °C', unit: '', expr: 'water / one_c' },
    { name: 'most_c', label: 'Face may be, °C', unit: '', expr: 'face_most / one_c' },
    { name: 'litres', label: 'Water, litres a minute', unit: '', expr: 'flow / one_litre' },
    { name: 'shot_heat', label: 'Heat of a shot, J', unit: '', expr: 'shot / one_kg * gives_off * 1000' },
    { name: 'speed', label: 'Water runs at, m/s', unit: '', expr: `litres / 60000 / (0.785398 * (${bare('bore')} / 1000) ^ 2)` },
    { name: 'reynolds', label: 'Reynolds number', unit: '', expr: `speed * ${bare('bore')} / 1000 / 0.00000066` },
    {
      name: 'film',
      label: 'Water takes up, W/(m² K)',
      unit: '',
      expr: `(reynolds > 4000 ? 0.023 * reynolds ^ 0.8 * 1.792 : 3.66) * 0.63 / (${bare('bore')} / 1000)`,
      note: 'Pr 4.3, to the power of 0.4 is 1.792.',
    },
    {
      name: 'drop',
      label: 'Pressure through the channel',
      unit: 'MPa',
      expr: `(reynolds > 4000 ? 0.316 / reynolds ^ 0.25 : 64 / reynolds) * long / bore * 992 * speed ^ 2 / 2 / 1000000 * one_mpa`,
    },
    ...mouldLines('new'),
    ...mouldLines('now'),
    { name: 'water_warms', label: 'Water warms by, K', unit: '', expr: 'shot_heat / (cycle_new / one_s) / (litres / 60000 * 992 * 4180)' },
    { name: 'saved_s', label: 'Saved a cycle', unit: 's', expr: 'cycle_now - cycle_new' },
    { name: 'saved_hours', label: 'Machine hours saved a year', unit: 'h', expr: 'saved_s * shots_year / s_per_h' },
  ],
  findings,
  cautions: [
    'Moulds run behind the doors of their machine, at first with less pressure, step by step; water under pressure beside hot plastic is proved for leaks before the first shot.',
  ],
};
