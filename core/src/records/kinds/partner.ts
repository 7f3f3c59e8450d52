import type { RecordKind } from '../kind';
import { number } from '../../inputs/spec';

const STALE_MONTHS = 12;
const DAYS_A_MONTH = 365.25 / 12;

/** Houses with which machines, hours or knowledge are shared. */
export const partner: RecordKind = {
  id: 'partner',
  label: 'Partner',
  plural: 'Partners',
  about: 'site',
  what: 'Who lends machines, hours or knowledge: shared equipment, training centres, neighbours, bureaus. What they hold, and when they were asked last.',
  inputs: [
    { kind: 'text', id: 'name', label: 'Who', max: 120, least: 1 },
    {
      kind: 'choice',
      id: 'shares',
      label: 'Shares',
      options: [{ value: 'machine', label: 'machine hours' }, { value: 'bureau', label: 'makes to order' }, { value: 'people', label: 'people and training' }, {
        value: 'test',
        label: 'testing and measuring',
      }, { value: 'money', label: 'grants or leasing' }],
      usual: 'machine',
    },
    { kind: 'text', id: 'holds', label: 'What they hold', max: 300, least: 1, help: 'Machines with their room, materials, instruments.' },
    number('rate', 'An hour costs', 'money', [0, 100_000], undefined, { optional: true }),
    number('wait', 'Usual wait', 'days', [0, 1000], undefined, { optional: true }),
    { kind: 'text', id: 'terms', label: 'On what terms', max: 300, optional: true },
    { kind: 'text', id: 'reach', label: 'Asked at', max: 160, optional: true },
    { kind: 'date', id: 'asked', label: 'Asked last on', optional: true },
  ],
  title: (v) => String(v['name'] ?? ''),
  notice: (v, today) => {
    if (typeof v['asked'] !== 'string') return undefined;
    const months = (Date.parse(today) - Date.parse(v['asked'])) / 86_400_000 / DAYS_A_MONTH;
    return months > STALE_MONTHS ? `Asked last ${Math.floor(months)} months ago: rate and wait may be others by now.` : undefined;
  },
};
