import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const LUMP: Source = {
  kind: 'standard',
  text:
    'A shield as a lump: each weld warms it by its share of the heat over its mass and heat; in its stride it stands as much warmer than the hall as that heat, a cycle, asks to get rid of.',
};
const SHRINKS: Source = { kind: 'standard', text: 'Shrinkage across a weld: 0.18 × its cross-section over the gauge, and a twentieth of the gap at its root.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; stick a thermocouple behind the first shield.' };

/** Density, g/cm³, and heat, J/(g·K). */
const SHIELDS: readonly (Option & { rho: number; c: number })[] = [
  { value: 'copper', label: 'copper', rho: 8.9, c: 0.385 },
  { value: 'steel', label: 'steel', rho: 7.85, c: 0.48 },
  { value: 'aluminium', label: 'aluminium', rho: 2.7, c: 0.9 },
];
/** Heat put in along the bead, J/mm. */
const WELDS: readonly (Option & { energy: readonly [number, number, number] })[] = [
  { value: 'light', label: 'light, thin sheet', energy: [100, 150, 220] },
  { value: 'usual', label: 'usual', energy: [280, 400, 600] },
  { value: 'heavy', label: 'heavy', energy: [800, 1200, 1800] },
];
const shieldOf = (v: Values) => SHIELDS.find((s) => s.value === v['shield']) ?? SHIELDS[0];

function findings(f: Figures, values: Values): PlanFinding[] {
  const mm = (x: number): string => `${formatNumber(x, 2)} mm`;
  const c = (x: number): string => `${formatNumber(x, 3)} °C`;
  return [
    compared('peak', 'Behind the shield', LUMP.text, f('peak'), f('bears'), '°C', {
      near: 1.15,
      ofNew: true,
      says: (state) =>
        `In its stride the shield of ${shieldOf(values).label} stands at ${c(f('mean'))} and gets to ${c(f('peak'))} with each weld${
          state === 'pass'
            ? `, ${c(f('bears'))} are borne; ${mm(f('thick_needed'))} would do.`
            : f('mean') >= f('bears')
            ? `: it never cools enough whatever its thickness. A longer cycle, more face in the air, air blown through, or water.`
            : `, ${c(f('bears'))} are borne: ${mm(f('thick_needed'))} thick, or further from the bead.`
        }`,
    }),
    {
      id: 'shrinks',
      label: 'Set apart by',
      state: 'pass',
      value: f('set_apart'),
      unit: 'mm',
      basis: SHRINKS.text,
      reason: `Across the weld the parts draw together by ${
        mm(f('set_apart'))
      }: locate them so much further apart, and let them go only when they are cold enough to hold.`,
    },
    {
      id: 'spatter',
      label: 'Spatter',
      state: values['covers'] === false ? 'conditional' : 'pass',
      basis: PRACTICE.text,
      ofNew: true,
      reason: values['covers'] === false
        ? 'Pins and clamps stand bare: spatter sticks to steel and burns into plastic. Caps of copper, bronze pins, and a coat that lets go.'
        : 'Pins and clamps are covered or of copper: spatter is knocked off at every shift.',
    },
  ];
}

/** Shields between a weld and a tool: how thick, how hot behind, and how far parts draw together. */
export const shield: Planner = {
  id: 'shield',
  about: 'work',
  label: 'Shield from the weld',
  what: 'How thick a shield between weld and tool has to be, how hot it gets behind it in its stride, and how far the parts draw together.',
  basis: [LUMP, SHRINKS, PRACTICE],
  fits: ({ family }) => family.duty === 'weld',
  headline: ['peak', 'mean', 'thick_needed', 'set_apart'],
  inputs: [
    { kind: 'choice', id: 'weld', label: 'The weld is', group: 'Weld', options: WELDS.map(({ value, label }) => ({ value, label })), usual: 'usual' },
    number('bead', 'Bead beside the tool, a part', 'length', [1, 100_000], 80, { group: 'Weld' }),
    number('cycle', 'From part to part', 'seconds', [2, 36_000], 180, { group: 'Weld' }),
    number('into', 'Of the heat that goes into the shield', 'count', [0.005, 1], [0.05, 0.12, 0.25], {
      group: 'Weld',
      ranged: true,
      help: 'By distance and contact; touching beside the bead a quarter.',
      source: PRACTICE,
    }),
    number('leg', 'Leg of the weld', 'length', [0.5, 40], 3, { group: 'Weld' }),
    number('gauge', 'Gauge of the thinner part', 'length', [0.3, 60], 3, { group: 'Weld' }),
    number('gap', 'Gap at the root', 'length', [0, 10], 0.5, { group: 'Weld' }),
    { kind: 'choice', id: 'shield', label: 'Shield of', group: 'Shield', options: SHIELDS.map(({ value, label }) => ({ value, label })), usual: 'copper' },
    number('thick', 'Thickness', 'length', [0.1, 60], 3, { group: 'Shield' }),
    number('area', 'Its face', 'area', [0.2, 20_000], 120, { group: 'Shield' }),
    number('takes', 'It gives off, W a m² and K', 'count', [2, 2000], [10, 20, 40], {
      group: 'Shield',
      ranged: true,
      help: 'From both faces; blown at, 50 to 100.',
      source: PRACTICE,
    }),
    number('hall', 'Hall', 'temperature', [-10, 60], 25, { group: 'Shield' }),
    number('bears', 'The tool behind it bears', 'temperature', [30, 1200], 100, { group: 'Shield', help: 'Use temperature of its plastic: see the Shelf.' }),
    { kind: 'yes-no', id: 'covers', label: 'Pins and clamps are covered or of copper', group: 'Shield', usual: true },
  ],
  entries: (_, { values }: PlanContext) => {
    const s = shieldOf(values);
    const [low, likely, high] = (WELDS.find((w) => w.value === values['weld']) ?? WELDS[1]).energy;
    const one = (name: string, label: string, unit: string, x: Parameters<typeof takenAs>[4], source: Source) =>
      takenAs('shield', name, label, unit, x, source);
    return [
      one('energy', 'Heat of the weld, J/mm', '', { low, likely, high }, PRACTICE),
      one('rho', 'Density of the shield, g/cm³', '', s.rho, LUMP),
      one('heat', 'Its heat, J/(g·K)', '', s.c, LUMP),
      ...ones('shield', 'mm', 'cm^2', 's', 'degC'),
    ];
  },
  lines: [
    { name: 'joules', label: 'Into the shield, a part, J', unit: '', expr: 'energy * bead / one_mm * into' },
    { name: 'per_mm', label: 'Heat of a millimetre of shield, J/K', unit: '', expr: 'area / one_cm2 * 0.1 * rho * heat' },
    {
      name: 'mean',
      label: 'The shield stands at',
      unit: 'degC',
      expr: 'hall + joules / (cycle / one_s) / (takes * 2 * area / one_cm2 / 10000) * one_c',
      note: 'Both faces give off heat.',
    },
    { name: 'swing', label: 'Warmer by each weld', unit: 'degC', expr: 'joules / (per_mm * thick / one_mm) * one_c' },
    { name: 'peak', label: 'It gets to', unit: 'degC', expr: 'mean + swing / 2', note: 'The mean lies half way between before and after.' },
    {
      name: 'thick_needed',
      label: 'Thick enough at; 0 where no thickness is',
      unit: 'mm',
      expr: 'bears > mean ? joules / 2 / (per_mm * max(0.5, (bears - mean) / one_c)) * one_mm : 0 * one_mm',
    },
    { name: 'set_apart', label: 'Parts draw together by', unit: 'mm', expr: '0.18 * (leg ^ 2 / 2) / gauge + 0.05 * gap' },
  ],
  findings,
  gives: [
    { line: 'mean', to: 'serviceTemp' },
    { line: 'peak', to: 'peakTemp' },
  ],
  cautions: [
    'Spatter and hot metal ignite plastics: shield what burns, keep an extinguisher at hand, clear fumes, and watch the cell after the last weld of a shift.',
  ],
};
