import { number, type Values } from '../../inputs/spec';
import type { RecordKind } from '../kind';

/** What others say is saved, or that it lasts. */
export const CLAIMED = {
  price: 'price of one',
  programme: 'cost over the programme',
  days: 'days until it is there',
  weight: 'weight',
  life: 'life of one',
  machine: 'wear or crashes of the machine it works on',
} as const;
export type Claimed = keyof typeof CLAIMED;

const isLess = (v: Values): boolean => v['of'] !== 'life' && v['of'] !== 'machine';

/** A saving that somebody else reports. It is never an estimate: it stands beside the figure computed here and what came of it. */
export const claim: RecordKind = {
  id: 'claim',
  label: 'Claim of others',
  plural: 'Claims of others',
  about: 'case',
  what: 'What a seller or a paper says is saved. It moves no figure: Proof, “What came of it”, sets it beside what is computed here and what came.',
  inputs: [
    { kind: 'text', id: 'by', label: 'Said by', max: 160, least: 1, help: 'A seller, a paper, a colleague of another plant.' },
    { kind: 'choice', id: 'of', label: 'About', options: Object.entries(CLAIMED).map(([value, label]) => ({ value, label })), usual: 'price' },
    number('less', 'Less than today by, share', 'count', [0, 1], undefined, { optional: true, asked: isLess, help: '0.6 for “60 % cheaper”.' }),
    number('times', 'Times as long as today', 'count', [0, 1000], undefined, { optional: true, asked: (v) => v['of'] === 'life' }),
    {
      kind: 'choice',
      id: 'stands_on',
      label: 'It stands on',
      options: [{ value: 'one', label: 'one case' }, { value: 'mean', label: 'a mean of many cases' }, { value: 'best', label: 'the best of many cases' }, {
        value: 'unsaid',
        label: 'nothing that is said',
      }],
      usual: 'unsaid',
    },
    { kind: 'text', id: 'words', label: 'In their words', max: 400, optional: true },
    { kind: 'text', id: 'own', label: 'Own data on it', max: 400, optional: true, help: 'What was seen here: stoppages, repairs, crashes before and after.' },
  ],
  title: (v) => `${CLAIMED[v['of'] as Claimed] ?? 'claim'}, ${String(v['by'] ?? '')}`,
  faults: (v) =>
    isLess(v) && v['less'] === undefined
      ? [{ path: 'less', message: 'Less than today by: say by what share, or leave the claim out.' }]
      : v['of'] === 'life' && v['times'] === undefined
      ? [{ path: 'times', message: 'Times as long: say how many times.' }]
      : [],
  notice: (v) => (v['of'] === 'machine' && !v['own'] ? 'Not proved, and counted nowhere: write down here what is seen on your own machines.' : undefined),
};
