import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const SHARE: Source = { kind: 'standard', text: 'Time a part = what a load takes whatever is in it, over the parts in it, and what each part takes.' };
const REACH: Source = { kind: 'standard', text: 'Reach of a seated person without leaning: about 400 mm, 500 mm at the most.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: time it with a watch, a dozen loads.' };

function findings(f: Figures, values: Values): PlanFinding[] {
  const s = (x: number): string => `${formatNumber(x, 3)} s`;
  const n = (x: number): string => formatNumber(x, 3);
  const limit = f('room') <= f('by_mass') ? `what is within ${n(f('reach'))} mm` : `the ${n(f('may_weigh'))} kg that are lifted`;
  return [
    compared('takt', 'Keeps up', SHARE.text, f('each_s'), f('takt'), 's', {
      near: 1.15,
      says: (state) =>
        state === 'pass'
          ? `${n(f('count'))} at a time take ${s(f('each_s'))} a part, ${s(f('takt'))} are there; one at a time takes ${s(f('single_s'))}.`
          : `Even ${n(f('count'))} at a time, as many as go with ${limit}, take ${s(f('each_s'))} a part where ${
            s(f('takt'))
          } are there: shorten what each part takes, a second fixture, or a turntable.`,
    }),
    {
      id: 'count',
      label: 'Parts in a load',
      state: f('most') >= 1 ? 'pass' : 'fail',
      value: f('count'),
      unit: '',
      basis: `${SHARE.text} ${REACH.text}`,
      reason: f('most') < 1
        ? 'Not even one goes in: it is out of reach, or too heavy.'
        : `${n(f('count'))} of at most ${n(f('most'))} (${limit}): ${n(f('saved_h'))} h a year less than one at a time. ${
          n(f('more'))
        } more would save another ${n(f('more_h'))} h; a part that is scrapped with the load costs ${n(f('count'))} times as much.`,
    },
    ...(values['twins'] === true
      ? [{
        id: 'twins',
        label: 'Two in turn',
        state: 'pass' as const,
        value: f('twin_s'),
        unit: 's',
        basis: SHARE.text,
        reason: `Loaded while the other runs, a part takes ${s(f('twin_s'))}, the longer of hands and machine.`,
      }]
      : []),
  ];
}

/** How many parts a fixture holds at a time: by the cycle, what is in reach, and what is lifted. */
export const manyUp: Planner = {
  id: 'many-up',
  about: 'build',
  label: 'Parts in a load',
  what: 'How many parts a fixture should hold at a time: by the time of a load and of a part, by what is in reach, and by what it may weigh.',
  basis: [SHARE, REACH, PRACTICE],
  fits: ({ family }) => ['locate', 'clamp', 'press', 'weld', 'guide', 'mask'].includes(family.duty),
  headline: ['count', 'each_s', 'single_s', 'saved_h', 'load_mass'],
  inputs: [
    number('load_s', 'A load takes, whatever is in it', 'seconds', [0, 36_000], [10, 20, 40], {
      group: 'Times',
      ranged: true,
      help: 'Close, start, index, wait, open.',
      source: PRACTICE,
    }),
    number('machine_s', 'Of that the machine alone', 'seconds', [0, 36_000], 10, { group: 'Times' }),
    number('part_s', 'A part takes', 'seconds', [0.1, 36_000], [6, 10, 18], {
      group: 'Times',
      ranged: true,
      help: 'Lay in, do what is done to it, take out.',
      source: PRACTICE,
    }),
    number('takt', 'There are, for a part', 'seconds', [0.5, 36_000], 20, { group: 'Times' }),
    { kind: 'yes-no', id: 'twins', label: 'Two fixtures in turn', group: 'Times', usual: false },
    number('pitch', 'From part to part', 'length', [1, 3000], 90, { group: 'Room' }),
    number('rows', 'Rows', 'count', [1, 20], 1, { group: 'Room', whole: true }),
    number('reach', 'Wide within reach', 'length', [50, 5000], 800, { group: 'Room', help: 'About 400 mm to each side of somebody seated.' }),
    number('part_mass', 'A part and its place weigh', 'mass', [0.001, 500], 0.6, { group: 'Weight' }),
    number('bare_mass', 'The fixture without them', 'mass', [0, 1000], 3, { group: 'Weight' }),
    number('may_weigh', 'It may weigh', 'mass', [0.5, 5000], 25, { group: 'Weight' }),
    number('wanted', 'Parts in a load; 0 for as few as keep up', 'count', [0, 500], 0, { group: 'Room', whole: true }),
  ],
  entries: (_, { facts: { need } }: PlanContext) => [
    takenAs('many-up', 'a_year', 'Parts a year', '', need.cyclesPerYear?.value ?? 10_000, { kind: 'need', text: 'From the Need step.' }),
  ],
  lines: [
    { name: 'room', label: 'As many as are in reach', unit: '', expr: 'rows * floor(reach / pitch)' },
    { name: 'by_mass', label: 'As many as may be lifted', unit: '', expr: 'max(0, floor((may_weigh - bare_mass) / part_mass))' },
    { name: 'most', label: 'As many as go', unit: '', expr: 'min(room, by_mass)' },
    {
      name: 'keeps_up',
      label: 'As few as keep up',
      unit: '',
      expr: 'takt > part_s ? ceil(load_s / max(takt - part_s, takt / 1000)) : most',
      note: 'load ÷ n + part ≤ takt.',
    },
    { name: 'count', label: 'Parts in a load', unit: '', expr: 'max(1, min(most, wanted > 0 ? wanted : keeps_up))' },
    { name: 'each_s', label: 'Time a part', unit: 's', expr: 'twins > 0 ? twin_s : load_s / count + part_s' },
    { name: 'twin_s', label: 'Time a part, two in turn', unit: 's', expr: 'max(machine_s / count, (max(load_s - machine_s, 0 * load_s)) / count + part_s)' },
    { name: 'single_s', label: 'Time a part, one at a time', unit: 's', expr: 'load_s + part_s' },
    { name: 'saved_h', label: 'Saved a year against one at a time', unit: 'h', expr: '(single_s - each_s) * a_year / s_per_h' },
    { name: 'more', label: 'Parts that still go in', unit: '', expr: 'max(0, most - count)' },
    {
      name: 'more_h',
      label: 'Saved by those, a year',
      unit: 'h',
      expr: 'more > 0 ? (load_s / count - load_s / max(1, most)) * a_year / s_per_h : 0 * load_s * a_year / s_per_h',
    },
    { name: 'load_mass', label: 'It weighs with them', unit: 'kg', expr: 'bare_mass + count * part_mass' },
  ],
  findings,
  cautions: ['What is lifted, turned or swung with a load in it needs its own look at hands and back: see Lifts by hand.'],
};
