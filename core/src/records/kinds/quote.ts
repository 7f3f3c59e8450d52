import { number, type Values } from '../../inputs/spec';
import { formatDate } from '../../quantity/date';
import type { RecordKind } from '../kind';

interface Break {
  from: number;
  each: number;
}
/** Price of one piece when so many are ordered: the break with the largest quantity not above it; the first where none is. */
export function priceAt(values: Values, copies: number): number | undefined {
  const breaks = [...((values['breaks'] as unknown as Break[] | undefined) ?? [])].sort((a, b) => a.from - b.from);
  return (breaks.filter((b) => b.from <= copies).at(-1) ?? breaks[0])?.each;
}

/** A quote holds up to and with its last day. */
export const expired = (values: Values, today: string): boolean => typeof values['valid_until'] === 'string' && values['valid_until'] < today;

export const quote: RecordKind = {
  id: 'quote',
  label: 'Quote',
  plural: 'Quotes',
  about: 'case',
  what: "What a supplier asks, until when, and for how many. A valid one can be put over a way, or over today's.",
  inputs: [
    { kind: 'text', id: 'supplier', label: 'Supplier', max: 120, least: 1 },
    { kind: 'text', id: 'number', label: 'Number', max: 60, optional: true },
    { kind: 'date', id: 'dated', label: 'Dated' },
    { kind: 'date', id: 'valid_until', label: 'Valid until', optional: true, due: true },
    {
      kind: 'table',
      id: 'breaks',
      label: 'Prices',
      most: 20,
      help: 'Price of one piece, from a quantity on.',
      columns: [number('from', 'From pieces', 'count', [1, 1_000_000], 1, { whole: true }), number('each', 'Price of one', 'money', [0, 100_000_000])],
    },
    number('once', 'One-off charge', 'money', [0, 100_000_000], 0, { help: 'Tooling, programming, freight: whatever is paid once an order.' }),
    number('wait', 'Wait', 'days', [0, 2000], undefined, { optional: true, help: 'Calendar days from order to delivery.' }),
    {
      kind: 'text',
      id: 'covers',
      label: 'What it covers',
      max: 600,
      long: true,
      optional: true,
      help: 'Material, finish, inspection, freight, what is left out.',
    },
    { kind: 'file', id: 'paper', label: 'The paper', accept: 'application/pdf,image/png,image/jpeg', most_bytes: 20_000_000, optional: true },
  ],
  faults: (v) => {
    const froms = ((v['breaks'] as unknown as Break[] | undefined) ?? []).map((b) => b.from);
    const twice = froms.findIndex((f, i) => froms.indexOf(f) !== i);
    return [
      ...(typeof v['valid_until'] === 'string' && v['valid_until'] < String(v['dated'])
        ? [{ path: 'valid_until', message: 'Valid until: this lies before the day it is dated.' }]
        : []),
      ...(twice < 0 ? [] : [{ path: `breaks[${twice}].from`, message: `Prices: two of them are from ${froms[twice]} pieces.` }]),
    ];
  },
  title: (v) => [v['supplier'], v['number']].filter(Boolean).join(', '),
  notice: (v, today) => (expired(v, today) ? `Ran out on ${formatDate(String(v['valid_until']), false)}: ask again before you rely on it.` : undefined),
};
