import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { capital } from '../../quantity/words';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PLUG: Source = {
  kind: 'standard',
  text:
    'What a thrown piece takes to punch a plug of its own width out of a sheet: half of the shear force over its rim, π d t τ, times the thickness. What the sheet swallows by bending away comes on top and is not counted.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; a guard that has to stop something is proved by a blow of the same energy.' };

/** Shear strength under a blow, MPa; light comes through. */
const SHEETS: readonly (Option & { shear: readonly [number, number, number]; clear?: boolean; brittle?: boolean })[] = [
  { value: 'carbonate', label: 'clear polycarbonate', shear: [45, 60, 75], clear: true },
  { value: 'petg', label: 'clear PETG', shear: [30, 40, 50], clear: true },
  { value: 'acrylic', label: 'clear acrylic', shear: [8, 20, 40], clear: true, brittle: true },
  { value: 'steel', label: 'steel sheet', shear: [220, 280, 330] },
  { value: 'aluminium', label: 'aluminium sheet', shear: [100, 140, 180] },
  { value: 'nylon', label: 'printed nylon', shear: [18, 28, 38] },
  { value: 'printed', label: 'another printed plastic', shear: [5, 12, 25], brittle: true },
];
const sheetOf = (v: Values) => SHEETS.find((s) => s.value === v['sheet']) ?? SHEETS[0];
/** Screws in plastic carry so many times what is asked of them in one push. */
const SAFETY = 2;

function findings(f: Figures, values: Values): PlanFinding[] {
  const sheet = sheetOf(values);
  const n = (x: number, unit: string, digits = 3): string => `${formatNumber(x, digits)} ${unit}`;
  const out: PlanFinding[] = [
    compared('stops', 'It stops what flies', PLUG.text, f.high('energy'), f.low('bears'), 'J', {
      ofNew: true,
      near: 2,
      says: (state) =>
        `A piece of ${n(f('mass'), 'kg')} at ${n(f('speed'), 'm/s')} brings ${n(f('energy'), 'J')}; ${n(f('thick'), 'mm')} of ${sheet.label} hold ${
          n(f('bears'), 'J')
        } (${n(f.low('bears'), 'J')} at least)${
          state === 'pass' ? '.' : `: ${n(Math.ceil(2 * f.high('thick_needed')) / 2, 'mm')} would do, or a sheet of another kind.`
        }${sheet.brittle ? ' It breaks in shards: put a sheet behind it that does not.' : ''}`,
    }),
    compared('fixed', 'It stays where it is', PRACTICE.text, SAFETY * f('push_each'), f.low('screw_bears'), 'N', {
      ofNew: true,
      near: 1.5,
      says: (state) =>
        `Somebody falls or leans against it with ${n(f('push'), 'N')}: ${n(f('push_each'), 'N')} on each of ${formatNumber(f('screws'))} screws${
          state === 'pass'
            ? ', well borne.'
            : `, ${n(f.low('screw_bears'), 'N')} borne at the least and twice the load asked for: more screws, or through bolts with wide washers.`
        }`,
    }),
    {
      id: 'tool',
      label: 'Only by tool',
      state: values['captive'] === false ? 'conditional' : 'pass',
      ofNew: true,
      basis: 'Usual rule: a fixed guard comes off only with a tool, its screws stay in it or in the machine, and it does not stay up without them.',
      reason: values['captive'] === false
        ? 'Its screws are lost when it is taken off, and it is then left off: captive screws.'
        : 'It comes off only with a tool, and its screws stay in it.',
    },
    {
      id: 'often',
      label: 'Opened how often',
      state: f('opened') > 1 && values['locked'] !== true ? 'fail' : 'pass',
      value: f('opened'),
      limit: 1,
      unit: '',
      ofNew: true,
      basis: 'Usual rule: what is opened more than once a shift is a door with an interlock, not a cover with screws.',
      reason: f('opened') > 1 && values['locked'] !== true
        ? `Opened ${
          formatNumber(f('opened'))
        } times a shift: a cover with screws will be left off. A hinged door with an interlock, approved as part of the machine.`
        : values['locked'] === true
        ? 'It opens with an interlock: that stays as it was approved.'
        : 'It is opened once a shift at the most: screws do.',
    },
  ];
  if (values['seen'] === true) {
    out.push({
      id: 'seen',
      label: 'One sees through',
      state: sheet.clear ? 'pass' : 'conditional',
      ofNew: true,
      basis: PRACTICE.text,
      reason: sheet.clear
        ? `${capital(sheet.label)} is seen through; solvents and cleaners haze and crack it: say which are allowed.`
        : `Nobody sees through ${sheet.label}: a window, or the guard is opened to look.`,
    });
  }
  out.push({
    id: 'approved',
    label: 'Who approves',
    state: 'conditional',
    ofNew: true,
    basis: 'Law and standard of the place go before this plan.',
    reason: 'Whoever answers for the safety of the machine approves it before use: openings and distances, the blow, fixing and interlocks.',
  });
  return out;
}

/** What a guard has to stop and how it stays in its place. */
export const impact: Planner = {
  id: 'impact',
  about: 'work',
  label: 'Blow and fixing',
  what: 'Whether a guard stops what may fly against it, stays fixed when somebody falls against it, and may be a cover with screws at all.',
  basis: [PLUG, PRACTICE],
  fits: ({ family }) => family.duty === 'guard',
  headline: ['energy', 'bears', 'thick_needed', 'push_each'],
  inputs: [
    number('mass', 'Heaviest piece that may fly', 'mass', [0.0001, 500], [0.02, 0.05, 0.1], {
      group: 'What flies',
      ranged: true,
      help: 'A broken tool, a chip of a jaw, the work itself.',
    }),
    number('speed', 'It flies at', 'speed', [0.1, 300], [5, 10, 15], {
      group: 'What flies',
      ranged: true,
      help: 'The speed at the rim of what turns, or of what drives it.',
    }),
    number('across', 'Across where it strikes', 'length', [1, 500], 15, { group: 'What flies' }),
    { kind: 'choice', id: 'sheet', label: 'Sheet of', group: 'Guard', options: SHEETS.map(({ value, label }) => ({ value, label })), usual: 'carbonate' },
    number('thick', 'Thickness', 'length', [0.3, 100], 5, { group: 'Guard' }),
    { kind: 'yes-no', id: 'seen', label: 'The process has to be seen', group: 'Guard', usual: true },
    number('screws', 'Screws', 'count', [1, 200], 6, { group: 'Fixing', whole: true }),
    number('screw_bears', 'One bears', 'force', [10, 100_000], [300, 600, 1000], {
      group: 'Fixing',
      ranged: true,
      help: 'A threaded insert in plastic: see Fitted parts.',
      source: PRACTICE,
    }),
    number('push', 'Somebody leans or falls against it with', 'force', [50, 10_000], 1000, { group: 'Fixing', source: PRACTICE }),
    { kind: 'yes-no', id: 'captive', label: 'Screws stay in it, and need a tool', group: 'Fixing', usual: true },
    number('opened', 'Opened, times a shift', 'count', [0, 1000], 0, { group: 'Fixing' }),
    { kind: 'yes-no', id: 'locked', label: 'It has an interlock', group: 'Fixing', usual: false },
  ],
  entries: (_, { values }: PlanContext) => {
    const [low, likely, high] = sheetOf(values).shear;
    return [takenAs('impact', 'shear', 'Shear strength of the sheet under a blow', 'MPa', { low, likely, high }, PRACTICE)];
  },
  lines: [
    { name: 'energy', label: 'Energy of the piece', unit: 'N*m', expr: 'mass * speed ^ 2 / 2' },
    { name: 'bears', label: 'The sheet holds', unit: 'N*m', expr: '3.14159265 * across * thick * shear * thick / 2 / mm_per_m' },
    { name: 'thick_needed', label: 'Thick enough at', unit: 'mm', expr: 'sqrt(2 * energy * mm_per_m / (3.14159265 * across * shear))' },
    { name: 'push_each', label: 'On each screw', unit: 'N', expr: 'push / screws' },
  ],
  findings,
  cautions: [
    'A guard is part of the safety of a machine: law and standards of the place and whoever is responsible for the machine decide, not this plan. A sheet that was struck once, is crazed or scratched is renewed.',
  ],
};
