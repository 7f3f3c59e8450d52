import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, ones, type Planner, type PlanFinding } from '../planner';

const TILT: Source = {
  kind: 'standard',
  text: 'A drill with the play p in a bush of length L leans by p/L at the most: beyond the bush it is off by p/2 and p/L more for each millimetre.',
};
const SAG: Source = { kind: 'standard', text: 'A strip on two supports under a force in the middle: f = F g³ / (4 E w t³).' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range for guided drilling and trimming.' };
/** A bush guides from this many diameters on; chips get out beneath it from this share of one. */
const GUIDES = 1.5, CHIPS = 0.3;

function findings(f: Figures, values: Values): PlanFinding[] {
  const mm = (x: number, digits = 3): string => `${formatNumber(x, digits)} mm`;
  return [
    compared('exit', 'Where the drill comes out', TILT.text, f.high('off_exit'), f('tolerance'), 'mm', {
      near: 1.5,
      ofNew: true,
      says: (state) =>
        `It enters ${mm(f('off_entry'))} off and, led on by its own lean, comes out ${mm(f('off_exit'))} off at the most (${
          mm(f.high('off_exit'))
        } with the widest play); ± ${mm(f('tolerance'))} are asked${
          state === 'pass'
            ? '.'
            : f.high('play') / 2 >= f('tolerance')
            ? ': no bush is long enough, the play alone is more. A closer bush, or ream through a second one.'
            : `: a bush of ${mm(Math.ceil(f.high('bush_needed')))}, a closer one, or nearer to the work.`
        }`,
    }),
    compared('length', 'Length of the bush', PRACTICE.text, f('bush'), GUIDES * f('drill'), 'mm', {
      least: true,
      near: 1.5,
      ofNew: true,
      says: (state) =>
        `${mm(f('bush'))} is ${formatNumber(f('bush') / f('drill'), 2)} diameters of the drill${
          state === 'pass' ? '.' : `; it guides from ${GUIDES} on: ${mm(GUIDES * f('drill'))}.`
        }`,
    }),
    compared('chips', 'Room for chips', PRACTICE.text, f('stand_off'), CHIPS * f('drill'), 'mm', {
      least: true,
      near: 100,
      ofNew: true,
      says: (state) =>
        state === 'pass'
          ? `${mm(f('stand_off'))} between bush and work let chips out beneath it.`
          : `Only ${mm(f('stand_off'))} between bush and work: chips climb through the bush and wear it. ${
            mm(CHIPS * f('drill'))
          } or more, or a drill that is drawn back often.`,
    }),
    compared('sag', 'The sheet between supports', SAG.text, f('sag'), f('may_give'), 'mm', {
      near: 1.5,
      ofNew: true,
      says: (state) =>
        `Under ${formatNumber(f('thrust'))} N it gives ${mm(f('sag'), 2)}, ${mm(f('may_give'), 2)} may be${
          state === 'pass'
            ? `; supports up to ${mm(Math.floor(f('gap_needed')))} apart would do.`
            : `: supports ${mm(Math.floor(f('gap_needed')))} apart, or one beneath each hole.`
        }`,
    }),
    {
      id: 'groove',
      label: 'Groove for the run-out',
      state: 'pass',
      value: f('groove'),
      unit: 'mm',
      basis: PRACTICE.text,
      ofNew: true,
      reason: `Under every cut line a groove ${mm(f('groove'))} wide and ${mm(f('groove_deep'))} deep, open to one end so that dust and chips get out${
        values['carbon'] === true ? '; carbon dust is drawn off there, and kept from electrics.' : '.'
      }`,
    },
  ];
}

/** How true a guided drill is, what the sheet gives beneath it, and the groove that a cutter runs out into. */
export const drillGuide: Planner = {
  id: 'drill-guide',
  about: 'work',
  label: 'Bush and run-out',
  what:
    'How far a drill is off where it comes out of the work by the play and length of its bush, how far apart supports may stand under a sheet, and the groove that a cutter runs out into.',
  basis: [TILT, SAG, PRACTICE],
  fits: ({ family }) => family.duty === 'guide' || family.id === 'trim-fixture',
  headline: ['off_exit', 'bush_needed', 'sag', 'gap_needed', 'groove'],
  inputs: [
    number('drill', 'Drill', 'length', [0.3, 80], 6, { group: 'Drill and bush' }),
    number('bush', 'Length of the bush', 'length', [1, 300], 12, { group: 'Drill and bush' }),
    number('play', 'Play of the drill in it', 'length', [0.001, 2], [0.01, 0.03, 0.06], {
      group: 'Drill and bush',
      ranged: true,
      help: 'Across. A printed bore wears by it: a steel bush does not.',
      source: PRACTICE,
    }),
    number('stand_off', 'From bush to work', 'length', [0, 200], 3, { group: 'Drill and bush' }),
    number('deep', 'Depth of the hole', 'length', [0.1, 500], 10, { group: 'Drill and bush' }),
    number('tolerance', 'It may be off by ±', 'length', [0.005, 10], 0.15, { group: 'Drill and bush' }),
    number('thrust', 'Thrust', 'force', [1, 20_000], [60, 120, 250], { group: 'Sheet beneath', ranged: true, source: PRACTICE }),
    number('stiff', 'Its stiffness', 'stiffness', [0.5, 400], 70, {
      group: 'Sheet beneath',
      help: 'Aluminium 70, steel 210, a carbon laminate 50 to 70, glass 20.',
    }),
    number('gauge', 'Its thickness', 'length', [0.2, 100], 3, { group: 'Sheet beneath' }),
    number('wide', 'Of it that bears with the hole', 'length', [2, 1000], 40, {
      group: 'Sheet beneath',
      help: 'About as wide as the supports are apart, at the most.',
    }),
    number('apart', 'Supports apart', 'length', [2, 3000], 80, { group: 'Sheet beneath' }),
    number('may_give', 'It may give', 'length', [0.01, 20], 0.3, { group: 'Sheet beneath' }),
    number('cutter', 'Cutter of the trim', 'length', [0.5, 100], 8, { group: 'Trim' }),
    number('wanders', 'It is guided to within', 'length', [0.01, 20], 0.5, { group: 'Trim' }),
    number('through', 'It comes through by', 'length', [0.1, 100], 3, { group: 'Trim' }),
    { kind: 'yes-no', id: 'carbon', label: 'Carbon fibre is cut', group: 'Trim', usual: false },
  ],
  entries: () => ones('drill-guide', 'mm'),
  lines: [
    { name: 'lean', label: 'Lean of the drill, mm a mm', unit: '', expr: 'play / bush' },
    { name: 'off_entry', label: 'Off where it enters', unit: 'mm', expr: 'play / 2 + lean * stand_off' },
    { name: 'off_exit', label: 'Off where it comes out', unit: 'mm', expr: 'off_entry + lean * deep' },
    {
      name: 'bush_needed',
      label: 'Bush long enough at; 0 where none is',
      unit: 'mm',
      expr: 'tolerance > play / 2 ? play * (stand_off + deep) / max(0.0001 * one_mm, tolerance - play / 2) : 0 * one_mm',
    },
    { name: 'sag', label: 'The sheet gives', unit: 'mm', expr: 'thrust * apart ^ 3 / (4 * stiff * mpa_per_gpa * wide * gauge ^ 3)' },
    {
      name: 'gap_needed',
      label: 'Supports may stand apart',
      unit: 'mm',
      expr: '(4 * stiff * mpa_per_gpa * wide * gauge ^ 3 * may_give / thrust / one_mm ^ 3) ^ (1 / 3) * one_mm',
    },
    { name: 'groove', label: 'Width of the groove', unit: 'mm', expr: 'cutter + 2 * wanders + 2 * one_mm' },
    { name: 'groove_deep', label: 'Its depth', unit: 'mm', expr: 'through + one_mm' },
  ],
  findings,
  cautions: [
    'A cutter that catches throws the work: it is held before the spindle turns. Dust of composites is drawn off where it arises, and masks are worn.',
  ],
};
