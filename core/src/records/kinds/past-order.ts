import { number, type Option } from '../../inputs/spec';
import type { RecordKind } from '../kind';
import { type PastOrder, priceFit } from '../price-fit';

/** How it was made, as the Need step calls the ways of today. */
export const ORDERED_WAYS: readonly Option[] = [
  { value: 'machined', label: 'machined' },
  { value: 'welded', label: 'welded up from pieces' },
  { value: 'bolted', label: 'bolted up from pieces' },
  { value: 'hand-made', label: 'made by hand' },
  { value: 'board', label: 'built of board or wood' },
  { value: 'laid-up', label: 'laid up' },
  { value: 'cast', label: 'cast' },
  { value: 'cut', label: 'cut from sheet' },
  { value: 'folded', label: 'folded from sheet' },
];

/** A tool that was ordered once: what it came to by its size and by what there was to cut. */
export const pastOrder: RecordKind = {
  id: 'past-order',
  label: 'Past order',
  plural: 'Past orders',
  about: 'site',
  what:
    'What a tool came to when it was ordered, by its size and by what there was to cut. From five of a way on they stand in for the price of today’s tool where nobody knows it.',
  inputs: [
    { kind: 'text', id: 'tool', label: 'Tool', max: 120, least: 1 },
    { kind: 'choice', id: 'way', label: 'It was', options: ORDERED_WAYS, usual: 'machined' },
    number('price', 'Paid in all', 'money', [0.01, 1e8]),
    number('pieces', 'For so many', 'count', [1, 100_000], 1, { whole: true }),
    number('x', 'Long', 'length', [1, 20_000]),
    number('y', 'Wide', 'length', [1, 20_000]),
    number('z', 'High', 'length', [0.5, 20_000]),
    number('features', 'Holes, pockets and faces to cut', 'count', [0, 10_000], undefined, { optional: true, whole: true }),
    { kind: 'date', id: 'on', label: 'Ordered on' },
    { kind: 'text', id: 'supplier', label: 'Made by', max: 120, optional: true },
  ],
  title: (v) => String(v['tool'] ?? ''),
  summarise: (rows) => ({
    prices: ORDERED_WAYS.flatMap(({ value }) =>
      priceFit(
        value,
        rows.filter((r) => r.values['way'] === value).map(({ values: v }): PastOrder => ({
          price: Number(v['price']) / Number(v['pieces'] ?? 1),
          box_mm3: Number(v['x']) * Number(v['y']) * Number(v['z']),
          ...(typeof v['features'] === 'number' && { features: v['features'] }),
        })),
      ) ?? []
    ),
  }),
};
