import { number } from '../../inputs/spec';
import type { RecordKind } from '../kind';
import { numbersIn, readingFault } from '../readings';

/** The same figure measured before and after; what it shows is worked out in `proof/trial.ts`. */
export const trial: RecordKind = {
  id: 'trial',
  label: 'Trial',
  plural: 'Trials',
  about: 'case',
  page: 'proof',
  what: 'One figure of the step, measured in the same way with the old tool and with the new one.',
  inputs: [
    {
      kind: 'text',
      id: 'figure',
      label: 'What is measured',
      max: 120,
      least: 1,
      help: 'Seconds of a cycle, rejects of a shift, a hole’s place, leak of the vacuum.',
    },
    { kind: 'text', id: 'unit', label: 'In', max: 20, optional: true },
    {
      kind: 'choice',
      id: 'aim',
      label: 'Better is',
      options: [{ value: 'lower', label: 'lower' }, { value: 'higher', label: 'higher' }, { value: 'steadier', label: 'steadier' }, {
        value: 'within',
        label: 'within its limits',
      }],
      usual: 'lower',
    },
    number('low', 'Lower limit', 'count', [-1e9, 1e9], undefined, { optional: true }),
    number('high', 'Upper limit', 'count', [-1e9, 1e9], undefined, { optional: true }),
    {
      kind: 'text',
      id: 'how_before',
      label: 'How, before',
      max: 200,
      optional: true,
      help: 'Instrument, place, who, when. The same as after, or the two do not compare.',
    },
    {
      kind: 'text',
      id: 'before',
      label: 'Readings before',
      max: 20_000,
      long: true,
      optional: true,
      help: 'Apart by blanks or new lines; pasted from a sheet is fine.',
    },
    { kind: 'text', id: 'how_after', label: 'How, after', max: 200, optional: true },
    { kind: 'text', id: 'after', label: 'Readings after', max: 20_000, long: true, least: 1 },
    { kind: 'date', id: 'on', label: 'On', optional: true },
  ],
  faults: (v) => [
    ...(typeof v['low'] === 'number' && typeof v['high'] === 'number' && v['low'] >= v['high']
      ? [{ path: 'high', message: 'Upper limit: it lies above the lower one.' }]
      : []),
    ...readingFault('before', 'Readings before', () => numbersIn(String(v['before'] ?? ''))),
    ...readingFault('after', 'Readings after', () => numbersIn(String(v['after'] ?? ''))),
  ],
  title: (v) => String(v['figure'] ?? ''),
};
