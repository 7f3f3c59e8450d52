import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Option } from '../../inputs/spec';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const HEAT: Source = {
  kind: 'standard',
  text:
    'A mould in its stride gives off, from cycle to cycle, what the sheet brings: heat of the sheet = (mould − hall) × what its faces and its water take up.',
};
const HOLES: Source = { kind: 'standard', text: 'Air through a hole: 0.6 × its area × √(2 Δp/ρ).' };
const STRETCH: Source = { kind: 'standard', text: 'The sheet keeps its volume: mean thickness = gauge × its area before over its area after.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range for forming sheet over a mould.' };

/** Formed at, °C; let go at, °C; heat, kJ/(kg·K); density, g/cm³; shrinkage, %. */
const SHEETS: readonly (Option & { form: number; out: number; c: number; rho: number; shrink: readonly [number, number, number] })[] = [
  { value: 'styrene', label: 'a tough styrene', form: 150, out: 75, c: 1.9, rho: 1.05, shrink: [0.4, 0.5, 0.7] },
  { value: 'abs', label: 'ABS', form: 160, out: 80, c: 2, rho: 1.05, shrink: [0.4, 0.6, 0.8] },
  { value: 'pet', label: 'PETG', form: 140, out: 60, c: 1.8, rho: 1.27, shrink: [0.3, 0.5, 0.6] },
  { value: 'carbonate', label: 'polycarbonate', form: 190, out: 120, c: 1.7, rho: 1.2, shrink: [0.6, 0.7, 0.9] },
  { value: 'acrylic', label: 'acrylic', form: 165, out: 80, c: 2, rho: 1.19, shrink: [0.3, 0.5, 0.8] },
  { value: 'olefin', label: 'polyethylene or polypropylene', form: 165, out: 80, c: 2.6, rho: 0.95, shrink: [1.2, 1.8, 2.5] },
];
const sheetOf = (v: Values) => SHEETS.find((s) => s.value === v['sheet']) ?? SHEETS[0];

function findings(f: Figures, values: Values): PlanFinding[] {
  const c = (x: number): string => `${formatNumber(x, 3)} °C`;
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  return [
    compared('out', 'Sets before it is taken out', HEAT.text, f('mould_temp'), f('out_at') - 10, '°C', {
      near: 1.15,
      says: (state) =>
        `In its stride the mould runs at ${c(f('mould_temp'))} (${c(f.low('mould_temp'))} to ${c(f.high('mould_temp'))}); the sheet is stiff below ${
          c(f('out_at'))
        }${state === 'pass' ? '.' : `: wait ${formatNumber(Math.ceil(f('cycle_needed')), 3)} s a cycle, blow from both sides, or give it water.`}`,
    }),
    compared('hole', 'Holes leave no mark', 'Practice: a hole up to the thickness that the sheet has there is not seen on it.', f('hole'), f('thin'), 'mm', {
      near: 1.6,
      says: (state) =>
        `Holes of ${mm(f('hole'))} where the sheet is ${mm(f('thin'))} thick${
          state === 'pass' ? ' leave no mark.' : ' may show as pips: smaller ones, and relieved from behind.'
        }`,
    }),
    {
      id: 'vents',
      label: 'Vents',
      state: 'pass',
      value: f('holes'),
      unit: '',
      basis: HOLES.text,
      reason: `${formatNumber(Math.ceil(f('holes')))} holes of ${mm(f('hole'))} let ${formatNumber(f('air'), 2)} l of air out within ${
        formatNumber(f('draw_time'), 2)
      } s: one every ${
        mm(
          Math.round(f('pitch')),
        )
      }, and in every corner and groove, where the sheet comes last. Printed: ${
        values['open'] === true ? 'an open raster takes their place' : 'drill them after sealing, widened from behind to three times across'
      }.`,
    },
    compared('thin', 'Thinnest in the mean', STRETCH.text, f('mean_gauge'), f('gauge_least'), 'mm', {
      least: true,
      near: 1.3,
      says: (state) =>
        `Drawn ${formatNumber(f('draw'), 3)} times its area the sheet is ${mm(f('mean_gauge'))} in the mean, about ${mm(f('thin'))} in the corners${
          state === 'pass' ? '.' : `; ${mm(f('gauge_least'))} are wanted: thicker sheet, a plug, or more draft.`
        }`,
    }),
    {
      id: 'size',
      label: 'Made larger by',
      state: 'pass',
      value: f('larger'),
      unit: 'mm',
      basis: PRACTICE.text,
      reason: `The part shrinks by ${formatNumber(f('shrink'), 2)} %: the mould is made ${mm(f('larger'))} larger over ${mm(f('length_over'))}, known to ±${
        mm((f.high('larger') - f.low('larger')) / 2)
      }.`,
    },
  ];
}

/** A mould for formed sheet: how warm it runs, how many vents and where, how thin the sheet gets, how much larger it is made. */
export const vents: Planner = {
  id: 'vents',
  about: 'work',
  label: 'Warmth and vents',
  what: 'A mould for formed sheet: how warm it runs from cycle to cycle, its vents by size and number, how thin the sheet is drawn, and what it shrinks.',
  basis: [HEAT, HOLES, STRETCH, PRACTICE],
  fits: ({ family }) => family.duty === 'thermo',
  headline: ['mould_temp', 'cycle_needed', 'holes', 'pitch', 'mean_gauge', 'larger'],
  inputs: [
    { kind: 'choice', id: 'sheet', label: 'Sheet of', group: 'Sheet', options: SHEETS.map(({ value, label }) => ({ value, label })), usual: 'styrene' },
    number('gauge', 'Gauge', 'length', [0.1, 20], 2, { group: 'Sheet' }),
    number('flat', 'Area of the sheet within its frame', 'area', [1, 200_000], 1200, { group: 'Sheet' }),
    number('formed', 'Area of the part, walls and all', 'area', [1, 400_000], 1900, { group: 'Sheet' }),
    number('gauge_least', 'Thinnest wanted', 'length', [0.05, 20], 0.8, { group: 'Sheet' }),
    number('cycle', 'A cycle takes', 'seconds', [5, 3600], 90, { group: 'Cycle' }),
    number('to_mould', 'Of the heat that goes into the mould', 'count', [0.05, 1], [0.35, 0.5, 0.7], {
      group: 'Cycle',
      ranged: true,
      help: 'The rest goes into the air: more with fans on the sheet, less into plastic.',
      source: PRACTICE,
    }),
    number('hall', 'Hall', 'temperature', [-10, 60], 23, { group: 'Cycle' }),
    number('faces', 'Faces of the mould in the air', 'area', [10, 500_000], 4000, { group: 'Cycle' }),
    number('takes', 'They give off, W a m² and K', 'count', [2, 200], [8, 15, 30], {
      group: 'Cycle',
      ranged: true,
      help: 'Still air to a fan.',
      source: PRACTICE,
    }),
    number('water', 'Water takes up, W a K', 'count', [0, 5000], 0, { group: 'Cycle', help: 'Pipes laid in: 50 to 500 by length.' }),
    number('hole', 'Holes, across', 'length', [0.2, 5], 0.8, { group: 'Vents' }),
    number('air', 'Air shut in, litres', 'count', [0.01, 5000], 6, { group: 'Vents' }),
    number('draw_time', 'Out within', 'seconds', [0.1, 60], 2, { group: 'Vents', help: 'Before the sheet is too cold to follow.' }),
    number('level', 'Vacuum behind them', 'vacuum', [5, 100], 60, { group: 'Vents' }),
    { kind: 'yes-no', id: 'open', label: 'Printed with an open raster instead', group: 'Vents', usual: false },
  ],
  entries: (_, { facts: { doc }, values }: PlanContext) => {
    const s = sheetOf(values);
    const one = (name: string, label: string, unit: string, x: Parameters<typeof takenAs>[4], source: Source) => takenAs('vents', name, label, unit, x, source);
    return [
      one('form_at', 'Formed at', 'degC', { low: 0.95 * s.form, likely: s.form, high: 1.05 * s.form }, PRACTICE),
      one('out_at', 'Stiff below', 'degC', s.out, PRACTICE),
      one('heat', 'Heat, kJ/(kg·K)', '', { low: 0.9 * s.c, likely: s.c, high: 1.1 * s.c }, PRACTICE),
      one('rho', 'Density, g/cm³', '', s.rho, PRACTICE),
      one('shrink', 'Shrinks by, %', '', { low: s.shrink[0], likely: s.shrink[1], high: s.shrink[2] }, PRACTICE),
      one('length_over', 'Longest side', 'mm', Math.max(...doc.size_mm), { kind: 'need', text: 'Size of the tool.' }),
      ...ones('vents', 'cm^2', 'mm', 's', 'degC'),
      one('one_kpa', 'A kilopascal', 'kPa', 1, HOLES),
    ];
  },
  lines: [
    { name: 'draw', label: 'Area after over before', unit: '', expr: 'max(1, formed / flat)' },
    { name: 'mean_gauge', label: 'Thickness in the mean', unit: 'mm', expr: 'gauge / draw' },
    { name: 'thin', label: 'In the corners, about', unit: 'mm', expr: '0.5 * mean_gauge', note: 'Practice: half of the mean where it comes last.' },
    {
      name: 'brings',
      label: 'A sheet brings, J',
      unit: '',
      expr: 'flat / one_cm2 * gauge / one_mm / 10 * rho * heat * (form_at - out_at) / one_c',
      note: 'Area × gauge × density × heat × what it cools by.',
    },
    { name: 'gives_off', label: 'The mould gives off, W a K', unit: '', expr: 'faces / one_cm2 / 10000 * takes + water' },
    {
      name: 'mould_temp',
      label: 'The mould runs at',
      unit: 'degC',
      expr: 'hall + min(brings * to_mould / (cycle / one_s) / gives_off * one_c, form_at - hall)',
      note: 'Never hotter than the sheet.',
    },
    {
      name: 'cycle_needed',
      label: 'Cycle that keeps it 10 K below',
      unit: 's',
      expr: 'brings * to_mould / gives_off / max(1, (out_at - hall) / one_c - 10) * one_s',
    },
    { name: 'speed', label: 'Air in a hole, m/s', unit: '', expr: 'sqrt(2 * 1000 * level / one_kpa / 1.2)' },
    {
      name: 'holes',
      label: 'Holes',
      unit: '',
      expr: 'air / 1000 / (draw_time / one_s) / (0.6 * speed * 0.785398 * (hole / one_mm / 1000) ^ 2)',
      note: 'Volume over time over what one lets through.',
    },
    { name: 'pitch', label: 'From hole to hole', unit: 'mm', expr: 'sqrt(formed / one_cm2 * 100 / holes) * one_mm' },
    { name: 'larger', label: 'Made larger by', unit: 'mm', expr: 'length_over * shrink / 100' },
  ],
  findings,
  gives: [{ line: 'mould_temp', to: 'serviceTemp' }],
  cautions: [
    'The sheet comes off at well over a hundred degrees and its frame closes with force: both hands at the switch, gloves, and nobody reaches in while it is hot.',
  ],
};
