import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { RecordKind } from '../kind';

/** Practice: what nobody took for a year seldom comes back within days; what nobody took for two is asked about. */
const IDLE_MONTHS = 12, FORGOTTEN_MONTHS = 24;
const DAYS_A_MONTH = 365.25 / 12;

const monthsSince = (day: string, today: string): number => (Date.parse(today) - Date.parse(day)) / 86_400_000 / DAYS_A_MONTH;

/** What a kept tool asks for, from when it was used last and whether a model stands behind it; nothing where somebody has decided. */
function asks(v: Values, today: string): string | undefined {
  if (v['decision'] !== undefined || typeof v['last_used'] !== 'string') return undefined;
  const months = monthsSince(v['last_used'], today);
  const idle = `Not used for ${formatNumber(Math.floor(months))} months`;
  const drawn = v['model'] === 'drawn';
  const theirs = v['owner'] === 'customer' ? ' It is the customer’s: ask before it goes.' : '';
  const room = typeof v['room'] === 'number' && v['room'] > 0 ? ` ${formatNumber(v['room'])} m² come free.` : '';
  const again = typeof v['again_days'] === 'number' ? ` Made again it is there in ${formatNumber(v['again_days'])} days.` : '';
  const draw = typeof v['draw_h'] === 'number' ? ` (${formatNumber(v['draw_h'])} h)` : '';
  if (drawn && months >= IDLE_MONTHS) return `${idle}, and drawn: it may live as a file.${room}${again}${theirs}`;
  if (!drawn && months >= FORGOTTEN_MONTHS)
    return `${idle}, and no model stands behind it: draw or scan it${draw} and let it go, or say why it stays.${room}${theirs}`;
  if (!drawn && v['one_person'] === true) return `It rests on one person and one piece: draw or scan it${draw} while both are there.`;
  return undefined;
}

/** Tools on shelves: which have to lie there, and which may live as files. */
export const storedTool: RecordKind = {
  id: 'stored-tool',
  label: 'Stored tool',
  plural: 'Stored tools',
  about: 'site',
  what: 'What lies on the shelves: when it was used last, what it takes in room, and whether a model stands behind it. It says which may live as files.',
  inputs: [
    { kind: 'text', id: 'tool', label: 'Tool', max: 120, least: 1 },
    { kind: 'text', id: 'number', label: 'Number on it', max: 40, optional: true },
    { kind: 'text', id: 'place', label: 'Lies at', max: 120, optional: true },
    { kind: 'date', id: 'last_used', label: 'Used last on' },
    number('uses', 'Uses a year', 'count', [0, 100_000], undefined, { optional: true }),
    number('room', 'Room it takes, m²', 'count', [0, 10_000], undefined, { optional: true }),
    number('worth', 'It cost', 'money', [0, 1e7], undefined, { optional: true }),
    {
      kind: 'choice',
      id: 'model',
      label: 'Model of it',
      options: [{ value: 'drawn', label: 'drawn, and as it is' }, { value: 'old', label: 'drawn, but changed since' }, { value: 'none', label: 'none' }],
      usual: 'none',
    },
    number('draw_h', 'Drawing or scanning it takes', 'time', [0, 1000], undefined, { optional: true }),
    { kind: 'yes-no', id: 'one_person', label: 'One person alone can make or set it', usual: false },
    number('again_days', 'Made again within', 'days', [0, 1000], undefined, { optional: true }),
    {
      kind: 'choice',
      id: 'owner',
      label: 'Belongs to',
      options: [{ value: 'us', label: 'the house' }, { value: 'customer', label: 'a customer' }],
      usual: 'us',
    },
    {
      kind: 'choice',
      id: 'decision',
      label: 'Decided',
      options: [{ value: 'keep', label: 'it stays' }, { value: 'file', label: 'it lives as a file' }, { value: 'scrap', label: 'it goes' }],
      optional: true,
    },
    { kind: 'text', id: 'because', label: 'Because', max: 300, optional: true },
  ],
  faults: (v) =>
    v['decision'] === 'file' && v['model'] !== 'drawn'
      ? [{ path: 'decision', message: 'Decided: without a model as it is there is no file for it to live in.' }]
      : [],
  title: (v) => [v['number'], v['tool']].filter(Boolean).join(' · '),
  notice: asks,
  together: (rows, today, money) => {
    const kept = rows.map((r) => r.values).filter((v) => v['decision'] !== 'file' && v['decision'] !== 'scrap');
    if (!kept.length) return undefined;
    const sum = (id: string): number => kept.reduce((s, v) => s + (typeof v[id] === 'number' ? v[id] : 0), 0);
    const idle = kept.filter((v) => monthsSince(String(v['last_used']), today) >= IDLE_MONTHS).length;
    const blind = kept.filter((v) => v['model'] !== 'drawn').length;
    return `${kept.length} kept: they cost ${money(sum('worth'))}, take ${formatNumber(sum('room'))} m², and are used ${
      formatNumber(sum('uses'))
    } times a year; ${idle} not for a year, ${blind} without a model as they are.`;
  },
};
