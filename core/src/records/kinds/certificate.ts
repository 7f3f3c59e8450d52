import { number, type Values } from '../../inputs/spec';
import { formatDate } from '../../quantity/date';
import type { RecordKind } from '../kind';

/** An inspection holds up to and with its last day. */
const overdue = (values: Values, today: string): boolean => typeof values['inspect_by'] === 'string' && values['inspect_by'] < today;

export const certificate: RecordKind = {
  id: 'certificate',
  label: 'Certificate or approval',
  plural: 'Certificates and approvals',
  about: 'case',
  what: 'Who released or approved the tool, for what, after which proof, and when it has to be looked at again.',
  inputs: [
    {
      kind: 'text',
      id: 'by',
      label: 'Issued by',
      max: 120,
      least: 1,
      help: 'The certified supplier, the competent person, or whoever is responsible for the machine.',
    },
    { kind: 'text', id: 'number', label: 'Number', max: 60, optional: true },
    { kind: 'text', id: 'covers', label: 'Covers', max: 300, least: 1, help: 'The tool and its use: "hook for door frames, one at a time".' },
    { kind: 'date', id: 'dated', label: 'Dated' },
    number('rated', 'Rated load', 'mass', [0, 1_000_000], undefined, { optional: true }),
    number('proved', 'Proof-tested with', 'mass', [0, 2_000_000], undefined, { optional: true }),
    number('pressure', 'Pressure-tested at', 'pressure', [0, 1000], undefined, { optional: true }),
    number('spun', 'Spin-tested at, turns a minute', 'count', [0, 500_000], undefined, { optional: true }),
    { kind: 'date', id: 'inspect_by', label: 'Inspect again by', optional: true, due: true },
    { kind: 'file', id: 'paper', label: 'The paper', accept: 'application/pdf,image/png,image/jpeg', most_bytes: 20_000_000, optional: true },
  ],
  faults: (v) => [
    ...(typeof v['inspect_by'] === 'string' && v['inspect_by'] < String(v['dated'])
      ? [{ path: 'inspect_by', message: 'Inspect again by: this lies before the day it is dated.' }]
      : []),
    ...(typeof v['rated'] === 'number' && typeof v['proved'] === 'number' && v['proved'] < v['rated']
      ? [{ path: 'proved', message: 'Proof-tested with: a proof load below the rated load proves nothing.' }]
      : []),
  ],
  title: (v) => [v['by'], v['number']].filter(Boolean).join(', '),
  notice: (
    v,
    today,
  ) => (overdue(v, today) ? `Inspection was due on ${formatDate(String(v['inspect_by']), false)}: take the tool out of use until it is done.` : undefined),
};
