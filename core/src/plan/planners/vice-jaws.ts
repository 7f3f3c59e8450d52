import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Site } from '../../records/site';
import type { Vice } from '../../records/evidence';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const FITS: Source = { kind: 'standard', text: 'Two blanks, the gap between them and what the part keeps apart, against what the vice opens to.' };
const BEARS: Source = {
  kind: 'standard',
  text: 'Force of the vice over the face that the jaws hold; a plastic jaw bears a quarter of what crushes it, for years.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual for jaws of this kind.' };

const nameOf = (v: Values): string => (typeof v['vice'] === 'string' ? v['vice'].trim().toLowerCase() : '');
const viceOf = (
  v: Values,
  { evidence }: Site,
): Vice | undefined => (nameOf(v) ? evidence.vices?.find((x) => x.name.trim().toLowerCase() === nameOf(v)) : undefined);
/** Without a name its figures are asked. */
const isTyped = (v: Values): boolean => !nameOf(v);
/** What is read off the register goes before what is typed. */
const TYPED = ['opening', 'jaw_wide', 'jaw_high', 'screw', 'pitch', 'force'] as const;

function findings(f: Figures, values: Values, { facts: { site } }: PlanContext): PlanFinding[] {
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  const known = viceOf(values, site);
  return [
    ...(nameOf(values) && !known
      ? [{
        id: 'vice',
        label: 'Vice',
        state: 'unknown' as const,
        basis: FITS.text,
        reason: `No vice is called “${String(values['vice'])}” in the Log${
          site.evidence.vices?.length ? `; there are ${site.evidence.vices.map((x) => x.name).join(', ')}` : ''
        }: usual figures stand for it. Enter it there, or leave the name empty and give its own.`,
      }]
      : []),
    compared('opens', 'Vice opens wide enough', FITS.text, f('stands'), f('opening'), 'mm', {
      says: (state) =>
        state === 'pass'
          ? `With the part in it stands ${mm(f('stands'))} open of ${mm(f('opening'))}; ${mm(f('way'))} are left to let the part out sideways.`
          : `With the part in it would stand ${mm(f('stands'))} open, ${mm(f('opening'))} is all it opens: thinner blanks, or the part turned.`,
    }),
    compared('way_out', 'Part comes out', FITS.text, f('way'), values['undercut'] === true ? f('part_in') : 0, 'mm', {
      least: true,
      says: (state) =>
        values['undercut'] !== true
          ? 'It is lifted straight out.'
          : `Undercut, it is let go sideways by ${mm(f('part_in'))}; ${mm(Math.max(0, f('way')))} of way are there${
            state === 'pass' ? '.' : ': less deep in the jaws, or turn it so that it lifts out.'
          }`,
    }),
    compared('wall', 'Wall behind the part', PRACTICE.text, f('wall'), f('wall_least'), 'mm', {
      least: true,
      near: 1.5,
      says: (state) =>
        `${mm(f('wall'))} of each blank stay behind the part${
          state === 'pass' ? '.' : `, ${mm(f('wall_least'))} are usual beside screws: thicker blanks, or the part less deep in them.`
        }`,
    }),
    compared('pressed', 'Held without crushing', BEARS.text, f('pressed'), f('bears'), 'MPa', {
      near: 1.5,
      ofNew: true,
      says: (state) =>
        `${formatNumber(f('pressed'), 2)} MPa on ${formatNumber(f('grip_area'), 3)} cm², ${formatNumber(f('bears'), 2)} MPa are borne${
          state === 'pass' ? '.' : ': turn the force down, hold more of the part, or face the jaws with metal.'
        }`,
    }),
    compared('high', 'Blank no higher than its vice bears', PRACTICE.text, f('blank_high'), 2 * f('jaw_high'), 'mm', {
      near: 1.25,
      says: (state) =>
        `Blanks of ${mm(f('blank_high'))} on jaws of ${mm(f('jaw_high'))}${
          state === 'pass' ? '.' : ' tilt when they are drawn tight: lower, or a step beneath them.'
        }`,
    }),
  ];
}

/** Jaws for a vice of the house: opening, way out, wall left, pressure, height; and the jaws themselves. */
export const viceJaws: Planner = {
  id: 'vice-jaws',
  about: 'work',
  label: 'Jaws for a vice',
  what:
    'Jaws for a vice of the house, by its name in the Log: whether it opens wide enough and lets the part out, what wall is left, how hard the part is pressed; and the jaws as shapes.',
  basis: [FITS, BEARS, PRACTICE],
  fits: ({ family }) => family.id === 'soft-jaws',
  headline: ['stands', 'way', 'wall', 'grip_area', 'pressed'],
  inputs: [
    { kind: 'text', id: 'vice', label: 'Vice, by its name', group: 'Vice', max: 60, optional: true, help: 'Of those in the Log; otherwise give its figures.' },
    number('opening', 'Opens to', 'length', [5, 2000], 200, { group: 'Vice', asked: isTyped }),
    number('jaw_wide', 'Its jaws, wide', 'length', [5, 1000], 150, { group: 'Vice', asked: isTyped }),
    number('jaw_high', 'Its jaws, high', 'length', [5, 500], 50, { group: 'Vice', asked: isTyped }),
    number('screw', 'Screws, across', 'length', [2, 40], 10, { group: 'Vice', asked: isTyped }),
    number('pitch', 'Screws apart', 'length', [5, 1000], 100, { group: 'Vice', asked: isTyped }),
    number('force', 'Presses with', 'force', [10, 500_000], 20_000, { group: 'Vice', asked: isTyped }),
    number('part_long', 'Part, along the jaws', 'length', [0.5, 1000], 80, { group: 'Part' }),
    number('part_wide', 'Part, across', 'length', [0.5, 1000], 50, { group: 'Part' }),
    number('depth', 'It sits deep', 'length', [0.5, 490], 15, { group: 'Part' }),
    { kind: 'yes-no', id: 'undercut', label: 'Wider below: it is let go sideways', group: 'Part', usual: false },
    number('blank', 'Blank, across', 'length', [5, 500], 40, { group: 'Jaws' }),
    number('blank_high', 'Blank, high', 'length', [5, 500], 50, { group: 'Jaws' }),
    number('gap', 'Gap between jaws', 'length', [0, 100], 3, { group: 'Jaws' }),
    number('wall_least', 'Wall wanted', 'length', [1, 200], 12, { group: 'Jaws' }),
    number('crushes', 'The jaws’ material is crushed at', 'pressure', [1, 5000], 60, { group: 'Jaws', help: 'See the Shelf; metal a good deal more.' }),
    number('relief', 'Of the held face that bears', 'count', [0.05, 1], [0.4, 0.7, 0.9], {
      group: 'Jaws',
      ranged: true,
      help: 'Round parts bear on lines, relieved ones on lands.',
      source: PRACTICE,
    }),
  ],
  entries: (_, { facts: { site }, values }: PlanContext) => {
    const v = viceOf(values, site);
    const read: Record<(typeof TYPED)[number], number> | undefined = v && {
      opening: v.opening_mm,
      jaw_wide: v.wide_mm,
      jaw_high: v.high_mm,
      screw: v.screw_mm,
      pitch: v.pitch_mm,
      force: v.force_n,
    };
    const source: Source = { kind: 'shop', text: `Vice “${v?.name ?? ''}” of the Log.` };
    return [
      ...(read ? TYPED.map((id) => takenAs('vice-jaws', id, `${id.replace('_', ' ')} of the vice`, id === 'force' ? 'N' : 'mm', read[id], source)) : []),
      takenAs('vice-jaws', 'mm2_per_cm2', 'mm² in a cm²', 'mm^2/cm^2', 100, { kind: 'standard', text: 'By definition.' }),
      takenAs('vice-jaws', 'n_per', 'N for MPa on mm²', 'N/(MPa*mm^2)', 1, { kind: 'standard', text: 'By definition.' }),
    ];
  },
  lines: [
    { name: 'presses', label: 'Vice presses with', unit: 'N', expr: 'force' },
    { name: 'stands', label: 'Stands open with the part in', unit: 'mm', expr: '2 * blank + gap' },
    { name: 'way', label: 'Way that is left', unit: 'mm', expr: 'opening - stands' },
    { name: 'part_in', label: 'Part within each jaw', unit: 'mm', expr: 'max(0 * gap, (part_wide - gap) / 2)' },
    { name: 'wall', label: 'Wall behind the part', unit: 'mm', expr: 'blank - part_in' },
    { name: 'grip_area', label: 'Face that bears, one jaw', unit: 'cm^2', expr: 'relief * part_long * min(depth, blank_high) / mm2_per_cm2' },
    { name: 'pressed', label: 'Pressed with', unit: 'MPa', expr: 'force / (grip_area * mm2_per_cm2) / n_per' },
    { name: 'bears', label: 'Borne for good', unit: 'MPa', expr: 'crushes / 4' },
    { name: 'beside', label: 'Of the jaw beside the part', unit: 'mm', expr: 'jaw_wide - part_long' },
  ],
  findings,
  gives: [{ line: 'presses', to: 'load' }],
  makes: [
    {
      maker: 'jaws',
      label: 'The jaws, around the mesh on the Shape step',
      values: (f) => ({
        blank_x: Math.min(1000, f('jaw_wide')),
        blank_y: f('blank'),
        blank_z: f('blank_high'),
        depth: Math.min(f('depth'), f('blank_high') - 1),
        gap: f('gap'),
        screw: f('screw'),
        pitch: f('pitch'),
        opening: Math.max(10, Math.min(1000, f('opening'))),
      }),
    },
  ],
  cautions: ['Work-holding: the part can be thrown. Try new jaws at half the feed with the door shut; the rules of the shop release them.'],
};
