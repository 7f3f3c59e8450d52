import { number } from '../../inputs/spec';
import type { RecordKind } from '../kind';
import { balancedCells, readingFault } from '../readings';

/** Readings of pieces by people, again and again; what they show is worked out in `proof/gauge-study.ts`. */
export const gaugeStudy: RecordKind = {
  id: 'gauge-study',
  label: 'Gauge study',
  plural: 'Gauge studies',
  about: 'case',
  page: 'proof',
  what: 'How well a gauge, nest or fixture repeats: the same pieces measured in it again and again, by one or by several people.',
  inputs: [
    { kind: 'text', id: 'figure', label: 'What is measured', max: 120, least: 1 },
    number('tolerance', 'Tolerance, from lowest to highest', 'length', [0.0005, 1000]),
    number('reference', 'True size of the piece', 'length', [-1e5, 1e5], undefined, {
      optional: true,
      help: 'Of one piece that was measured better than the gauge can: it says whether the gauge is right, not only steady.',
    }),
    {
      kind: 'text',
      id: 'readings',
      label: 'Readings, mm',
      max: 50_000,
      least: 3,
      long: true,
      help:
        'A line each: piece; person; readings. Pasted from a sheet with tabs is fine. Ten seatings of one piece by one person, or ten pieces by two or three people three times.',
    },
    { kind: 'date', id: 'on', label: 'On', optional: true },
  ],
  faults: (v) => readingFault('readings', 'Readings', () => balancedCells(String(v['readings'] ?? ''))),
  title: (v) => String(v['figure'] ?? ''),
};
