import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Range, Source } from '../../worksheet/types';
import { type Figures, ones, type PlanContext, type PlanFinding, type Planner, takenAs } from '../planner';

const PEAKS: Source = {
  kind: 'standard',
  text: 'A surface stands about two and a half times its Ra above its mean line; across a hole both sides of both surfaces count.',
};
const GROWS: Source = { kind: 'standard', text: 'Difference of thermal growth × size × warming; a wet plastic swells by its own share besides.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range as made, measured pieces of your own machine come first.' };

/** How a hole or a shaft is made: off by so much on a size of 20 mm, more on larger ones; Ra, µm; a printed hole comes out so much smaller. */
const MADE: readonly (Option & { off: number; per_mm: number; ra: readonly [number, number, number]; small: number })[] = [
  { value: 'strands', label: 'laid in strands, as printed', off: 0.15, per_mm: 0.0015, ra: [8, 14, 25], small: 0.15 },
  { value: 'powder', label: 'fused powder, as printed', off: 0.12, per_mm: 0.002, ra: [6, 9, 13], small: 0.1 },
  { value: 'resin', label: 'cured resin, as printed', off: 0.08, per_mm: 0.001, ra: [1, 2.5, 5], small: 0.05 },
  { value: 'drilled', label: 'drilled', off: 0.06, per_mm: 0.0005, ra: [2, 3.2, 6.3], small: 0 },
  { value: 'reamed', label: 'reamed or ground', off: 0.01, per_mm: 0.0001, ra: [0.4, 0.8, 1.6], small: 0 },
  { value: 'turned', label: 'turned or milled', off: 0.03, per_mm: 0.0002, ra: [0.8, 1.6, 3.2], small: 0 },
  { value: 'bush', label: 'a metal bush or bought pin', off: 0.008, per_mm: 0.0001, ra: [0.2, 0.4, 0.8], small: 0 },
];
/** Growth a kelvin, millionths; swelling when wet, %. */
const STUFF: readonly (Option & { grows: number; swells: number })[] = [
  { value: 'steel', label: 'steel', grows: 12, swells: 0 },
  { value: 'aluminium', label: 'aluminium', grows: 23, swells: 0 },
  { value: 'nylon', label: 'a nylon', grows: 90, swells: 0.5 },
  { value: 'nylon-cf', label: 'a nylon with short fibre', grows: 25, swells: 0.2 },
  { value: 'dry', label: 'a plastic that takes no water', grows: 75, swells: 0.03 },
];
const madeOf = (v: Values, id: string, usual: string) => MADE.find((m) => m.value === (v[id] ?? usual))!;
const stuffOf = (v: Values, id: string, usual: string) => STUFF.find((m) => m.value === (v[id] ?? usual))!;
const USES: readonly Option[] = [
  { value: 'slides', label: 'slides or turns' },
  { value: 'locates', label: 'goes in by hand and locates' },
  { value: 'stays', label: 'is pressed in and stays' },
];

function findings(f: Figures, values: Values): PlanFinding[] {
  const mm = (x: number): string => `${formatNumber(Math.round(1000 * x) / 1000, 3)} mm`;
  const [least, most, taken] = [f('least'), f('most'), f('taken')];
  const use = values['use'];
  const common = { unit: 'mm', basis: `${PEAKS.text} ${GROWS.text}`, value: least };
  const rough = `the roughness of both takes ${mm(taken)} of it at first`;
  const fit: PlanFinding = use === 'stays'
    ? {
      ...common,
      id: 'fit',
      label: 'Stays in',
      limit: 0,
      value: most,
      state: most <= 0 ? 'pass' : least < 0 ? 'conditional' : 'fail',
      reason: `Between ${mm(-most)} and ${mm(-least)} tight (below nothing it is loose); ${mm(taken)} of that is peaks that are pressed flat.${
        most <= 0 ? '' : ` Draw it ${mm(most)} tighter, or bond it: the loosest pair falls out.`
      }`,
    }
    : {
      ...common,
      id: 'fit',
      label: use === 'slides' ? 'Moves freely' : 'Goes in',
      limit: 0,
      state: least >= 0 ? 'pass' : f('least_worn') >= 0 ? 'conditional' : 'fail',
      reason: `Drawn ${mm(f('gap'))} larger it has ${mm(least)} to ${mm(most)}; ${rough}.${
        least >= 0
          ? ''
          : f('least_worn') >= 0
          ? ' It runs in: move it to and fro, or rub it with a stick of emery, before the first use.'
          : ` Draw it ${mm(-least)} larger, ream the hole, or set a bush.`
      }`,
    };
  return [
    fit,
    ...(use === 'stays'
      ? []
      : [{
        id: 'play',
        label: 'Play once run in',
        state: f('play') <= f('play_most') ? ('pass' as const) : f('play') <= 2 * f('play_most') ? ('conditional' as const) : ('fail' as const),
        value: f('play'),
        limit: f('play_most'),
        margin: 1 - f('play') / f('play_most'),
        unit: 'mm',
        basis: common.basis,
        reason: `Up to ${mm(f('play'))} once the peaks are gone, ${mm(f('play_most'))} are allowed${
          f('play') <= f('play_most') ? '.' : ': a bush and a ground pin, or ream both to measure.'
        }`,
      }]),
  ];
}

/** A hole and what goes through it: what accuracy, roughness, warmth and water leave of the gap that was drawn. */
export const fit: Planner = {
  id: 'fit',
  about: 'build',
  label: 'Fit of hole and shaft',
  what:
    'What is left of a gap between a hole and what goes through it: accuracy and roughness of both as they are made, warmth, water; whether it moves, goes in or stays.',
  basis: [PEAKS, GROWS, PRACTICE],
  fits: ({ family }) => ['guide', 'locate', 'bend', 'form', 'hand', 'grip', 'gauge', 'spare', 'clamp'].includes(family.duty),
  headline: ['least', 'most', 'taken', 'play', 'draw_gap'],
  inputs: [
    number('size', 'Size', 'length', [0.5, 2000], 20, { group: 'Pair' }),
    number('gap', 'Hole drawn larger by; below nothing tighter', 'length', [-5, 20], 0.4, { group: 'Pair', help: 'Across, not on each side.' }),
    { kind: 'choice', id: 'use', label: 'What goes through', group: 'Pair', options: USES, usual: 'slides' },
    number('play_most', 'Play allowed', 'length', [0.001, 20], 0.6, { group: 'Pair', asked: (v) => v['use'] !== 'stays' }),
    { kind: 'choice', id: 'hole', label: 'The hole is', group: 'Hole', options: MADE.map(({ value, label }) => ({ value, label })), usual: 'strands' },
    { kind: 'choice', id: 'hole_of', label: 'in', group: 'Hole', options: STUFF.map(({ value, label }) => ({ value, label })), usual: 'nylon-cf' },
    { kind: 'choice', id: 'shaft', label: 'The shaft is', group: 'Shaft', options: MADE.map(({ value, label }) => ({ value, label })), usual: 'bush' },
    { kind: 'choice', id: 'shaft_of', label: 'of', group: 'Shaft', options: STUFF.map(({ value, label }) => ({ value, label })), usual: 'steel' },
    number('warmer', 'Warmer in use by, K', 'count', [-100, 1000], 0, { group: 'Surroundings' }),
    { kind: 'yes-no', id: 'wet', label: 'Wet for long', group: 'Surroundings', usual: false },
  ],
  entries: (_, { values }: PlanContext) => {
    const hole = madeOf(values, 'hole', 'strands'), shaft = madeOf(values, 'shaft', 'bush');
    const [holeOf, shaftOf] = [stuffOf(values, 'hole_of', 'nylon-cf'), stuffOf(values, 'shaft_of', 'steel')];
    const one = (name: string, label: string, unit: string, x: number | Range, source = PRACTICE) => takenAs('fit', name, label, unit, x, source);
    const ra = ([low, likely, high]: readonly [number, number, number]): Range => ({ low, likely, high });
    return [
      one('hole_base', 'Hole off by ±, at 20 mm', 'mm', hole.off),
      one('hole_per', 'and for each mm beyond', '', hole.per_mm),
      one('hole_small', 'Hole comes out smaller by', 'mm', hole.small),
      one('hole_ra', 'Roughness of the hole, µm', '', ra(hole.ra)),
      one('shaft_base', 'Shaft off by ±, at 20 mm', 'mm', shaft.off),
      one('shaft_per', 'and for each mm beyond, shaft', '', shaft.per_mm),
      one('shaft_ra', 'Roughness of the shaft, µm', '', ra(shaft.ra)),
      one('hole_grows', 'Hole grows, millionths a kelvin', '', holeOf.grows, GROWS),
      one('shaft_grows', 'Shaft grows, millionths a kelvin', '', shaftOf.grows, GROWS),
      // A block that swells all over has larger holes, as one that warms.
      one('swell', 'Shaft swells more than the hole, %', '', values['wet'] === true ? shaftOf.swells - holeOf.swells : 0, GROWS),
      ...ones('fit', 'mm'),
    ];
  },
  lines: [
    { name: 'hole_off', label: 'Hole off by ±', unit: 'mm', expr: 'hole_base + hole_per * max(0 * size, size - 20 * one_mm)' },
    { name: 'shaft_off', label: 'Shaft off by ±', unit: 'mm', expr: 'shaft_base + shaft_per * max(0 * size, size - 20 * one_mm)' },
    {
      name: 'taken',
      label: 'Taken by roughness at first',
      unit: 'mm',
      expr: '5 * (hole_ra + shaft_ra) / 1000 * one_mm',
      note: '2.5 Ra on both sides of both.',
    },
    { name: 'closes', label: 'Closes by warmth and water', unit: 'mm', expr: 'size * ((shaft_grows - hole_grows) / 1000000 * warmer + swell / 100)' },
    { name: 'middle', label: 'Gap in the middle', unit: 'mm', expr: 'gap - hole_small - closes' },
    { name: 'scatter', label: 'Both off together', unit: 'mm', expr: 'sqrt(hole_off ^ 2 + shaft_off ^ 2)' },
    { name: 'least', label: 'Tightest pair, new', unit: 'mm', expr: 'middle - scatter - taken' },
    { name: 'least_worn', label: 'Tightest pair, run in', unit: 'mm', expr: 'middle - scatter' },
    { name: 'most', label: 'Loosest pair, new', unit: 'mm', expr: 'middle + scatter - taken' },
    { name: 'play', label: 'Loosest pair, run in', unit: 'mm', expr: 'middle + scatter' },
    { name: 'draw_gap', label: 'Draw it larger by, to move from the first day', unit: 'mm', expr: 'hole_small + closes + scatter + taken' },
  ],
  findings,
  cautions: ['A pin that seizes or drops out lets go what it held: try ten pairs by hand before the first use.'],
};
