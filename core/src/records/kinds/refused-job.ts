import { number, type Values } from '../../inputs/spec';
import { formatDate } from '../../quantity/date';
import { formatNumber } from '../../quantity/quantity';
import type { RecordKind } from '../kind';

/** Less than this of a year's order paid for the tooling is a sum that a cheaper tool changes. */
const SMALL_SHARE = 0.25;

/** What tooling is of a year's order; nothing where one of them is open. */
const shareOf = (v: Values): number | undefined =>
  typeof v['tooling'] === 'number' && typeof v['worth'] === 'number' && v['worth'] > 0 ? v['tooling'] / v['worth'] : undefined;

function asks(v: Values): string | undefined {
  if (typeof v['won_on'] === 'string') return `Won after all on ${formatDate(v['won_on'])}${v['by'] ? `, with ${String(v['by'])}` : ''}.`;
  const share = shareOf(v);
  if (share === undefined) return 'Say what the tooling would have cost and what the job is worth a year: then it can be looked at again.';
  const percent = `The tooling is ${formatNumber(100 * share, 2)} % of a year of it`;
  if (v['why'] === 'price' && share > SMALL_SHARE) return `${percent}: a cheaper tool brings it back within reach.`;
  return v['why'] === 'wait' ? `${percent}; it was the wait: look at what is there in days.` : `${percent}.`;
}

/** Jobs turned away because of their tooling, and what became of them. */
export const refusedJob: RecordKind = {
  id: 'refused-job',
  label: 'Refused job',
  plural: 'Refused jobs',
  about: 'both',
  what: 'Jobs turned away because their tooling cost or took too much, and those won after all. With a case, their worth can go into its plan In use.',
  inputs: [
    { kind: 'text', id: 'job', label: 'Job', max: 120, least: 1 },
    { kind: 'text', id: 'asked_by', label: 'Asked by', max: 120, optional: true },
    { kind: 'date', id: 'on', label: 'Refused on' },
    {
      kind: 'choice',
      id: 'why',
      label: 'Because',
      options: [{ value: 'price', label: 'the tooling would not pay' }, { value: 'wait', label: 'the tooling took too long' }, {
        value: 'room',
        label: 'no hours of machinist or programmer',
      }, { value: 'other', label: 'another reason' }],
      usual: 'price',
    },
    number('tooling', 'Its tooling would have cost', 'money', [0, 1e8], undefined, { optional: true }),
    number('wait', 'Its tooling would have taken', 'days', [0, 2000], undefined, { optional: true }),
    number('worth', 'The job is worth a year', 'money', [0, 1e9], undefined, { optional: true }),
    number('stays', 'Of that stays in the house, share', 'count', [0, 1], undefined, { optional: true }),
    { kind: 'date', id: 'won_on', label: 'Won after all on', optional: true },
    { kind: 'text', id: 'by', label: 'With which tool', max: 120, optional: true },
  ],
  faults: (v) =>
    typeof v['won_on'] === 'string' && typeof v['on'] === 'string' && v['won_on'] < v['on']
      ? [{ path: 'won_on', message: 'Won after all on: a job is not won before it was refused.' }]
      : [],
  title: (v) => [v['job'], v['asked_by']].filter(Boolean).join(' · '),
  notice: asks,
  together: (rows, _, money) => {
    const sum = (list: readonly { values: Values }[]): string =>
      money(list.reduce((s, r) => s + (typeof r.values['worth'] === 'number' ? r.values['worth'] : 0), 0));
    const won = rows.filter((r) => r.values['won_on']);
    return rows.length ? `${rows.length} refused, ${sum(rows)} a year; ${won.length} of them won after all, ${sum(won)} a year.` : undefined;
  },
};
