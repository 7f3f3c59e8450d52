import type { Option, Values } from '../../inputs/spec';
import type { Source } from '../../worksheet/types';
import { type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const PRACTICE: Source = { kind: 'standard', text: 'Practice: what can be put in wrongly will be; a feature stops it, a label only asks.' };

const HARM: readonly Option[] = [{ value: 'time', label: 'costs time' }, { value: 'scrap', label: 'makes scrap' }, {
  value: 'escapes',
  label: 'goes out unseen',
}, {
  value: 'hurts',
  label: 'hurts somebody, or the machine',
}];
/** What stands against a mistake: a feature of the tool, something that watches, a word, nothing. */
const STOPS: readonly (Option & { kind: 'feature' | 'watch' | 'word' | 'none' })[] = [
  { value: 'none', label: 'nothing yet', kind: 'none' },
  { value: 'pin', label: 'an odd pin or notch', kind: 'feature' },
  { value: 'pocket', label: 'a pocket that takes it one way', kind: 'feature' },
  { value: 'stop', label: 'a stop or collar', kind: 'feature' },
  { value: 'place', label: 'a place for each part: what is missing is seen', kind: 'feature' },
  { value: 'force', label: 'it does not close, or has no grip, when wrong', kind: 'feature' },
  { value: 'sensor', label: 'a sensor or switch', kind: 'watch' },
  { value: 'check', label: 'a check afterwards', kind: 'watch' },
  { value: 'label', label: 'a label or colour', kind: 'word' },
  { value: 'told', label: 'an instruction', kind: 'word' },
];
interface Mode {
  what: string;
  harm: string;
  stop: string;
}
/** Mistakes that are asked about for every tool that takes a part. */
const USUAL: readonly Values[] = [
  'The part is turned or mirrored',
  'A part of another kind is put in',
  'The part does not sit down fully',
  'A piece is missing or doubled',
].map((what) => ({
  what,
  harm: 'scrap',
  stop: 'none',
}));

const modesOf = (values: Values): Mode[] =>
  ((values['modes'] as readonly Values[] | undefined) ?? USUAL).map((r) => ({
    what: String(r['what'] ?? ''),
    harm: String(r['harm'] ?? 'scrap'),
    stop: String(r['stop'] ?? 'none'),
  }));
const kindOf = (m: Mode): (typeof STOPS)[number]['kind'] => STOPS.find((s) => s.value === m.stop)?.kind ?? 'none';
const isGrave = (m: Mode): boolean => m.harm === 'hurts' || m.harm === 'escapes';

/** A mistake is stopped by a feature; a grave one is not left to a word, and one that hurts not to a check afterwards. */
function stateOf(m: Mode): PlanFinding['state'] {
  const kind = kindOf(m);
  if (kind === 'feature' || (kind === 'watch' && m.stop === 'sensor')) return 'pass';
  if (kind === 'watch') return m.harm === 'hurts' ? 'fail' : 'pass';
  return m.harm === 'hurts' ? 'fail' : kind === 'none' && isGrave(m) ? 'fail' : 'conditional';
}

function findings(_: Figures, values: Values): PlanFinding[] {
  if (values['modes'] === undefined || values['modes'] === USUAL)
    return [{
      id: 'modes',
      label: 'What can go wrong',
      state: 'unknown',
      basis: PRACTICE.text,
      reason: 'These are usual mistakes, not yours: say for each what stops it, leave out what cannot happen, add what has happened.',
    }];
  return modesOf(values).map((m, i): PlanFinding => {
    const state = stateOf(m);
    const what = m.what || `Mistake ${i + 1}`;
    const stop = STOPS.find((s) => s.value === m.stop)!.label;
    const harm = HARM.find((h) => h.value === m.harm)!.label;
    return {
      id: `mode-${i}`,
      label: what,
      state,
      basis: PRACTICE.text,
      reason: state === 'pass'
        ? `${what}: ${harm}; stopped by ${stop}.`
        : kindOf(m) === 'none'
        ? `${what}: ${harm}, and nothing stops it: give the tool a feature against it.`
        : `${what}: ${harm}, and only ${stop} stands against it: give the tool a feature${
          state === 'fail' ? ' before it is used' : ', or accept it with a reason'
        }.`,
    };
  });
}

const count = (values: Values, test: (m: Mode) => boolean): number => modesOf(values).filter(test).length;

/** What can be done wrongly with a tool, and the feature that stops it. */
export const errorProof: Planner = {
  id: 'error-proof',
  about: 'use',
  label: 'What can go wrong in it',
  what: 'Each mistake that the tool invites, what it does, and what stops it: a feature of the tool, something that watches, or only a word.',
  basis: [PRACTICE],
  fits: ({ family }) => ['guide', 'locate', 'press', 'clamp', 'gauge', 'weld', 'grip', 'carry', 'mask'].includes(family.duty),
  headline: ['modes_all', 'modes_stopped', 'modes_words', 'modes_open'],
  inputs: [{
    kind: 'table',
    id: 'modes',
    label: 'Mistakes',
    group: 'What can be done wrongly',
    most: 40,
    usual: USUAL,
    columns: [
      { kind: 'text', id: 'what', label: 'Mistake', max: 120 },
      { kind: 'choice', id: 'harm', label: 'It', options: HARM, usual: 'scrap' },
      { kind: 'choice', id: 'stop', label: 'Stopped by', options: STOPS.map(({ value, label }) => ({ value, label })), usual: 'none' },
    ],
  }],
  entries: (_, { values }: PlanContext) => {
    const one = (name: string, label: string, x: number) => takenAs('error-proof', name, label, '', x, { kind: 'you', text: 'Counted from the rows.' });
    return [
      one('features', 'Stopped by a feature', count(values, (m) => kindOf(m) === 'feature')),
      one('watched', 'Watched', count(values, (m) => kindOf(m) === 'watch')),
      one('words', 'Only said', count(values, (m) => kindOf(m) === 'word')),
      one('open', 'Nothing against it', count(values, (m) => kindOf(m) === 'none')),
    ];
  },
  lines: [
    { name: 'modes_all', label: 'Mistakes thought of', unit: '', expr: 'features + watched + words + open' },
    { name: 'modes_stopped', label: 'Stopped by a feature', unit: '', expr: '1 * features' },
    { name: 'modes_words', label: 'Only said', unit: '', expr: '1 * words' },
    { name: 'modes_open', label: 'Nothing against it', unit: '', expr: '1 * open' },
  ],
  findings,
  cautions: ['A wrong part that can be thrown, crushed or pressed on hurts: guard it as the machine’s own rules ask, whatever the tool stops.'],
};
