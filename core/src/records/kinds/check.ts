import { number } from '../../inputs/spec';
import type { RecordKind } from '../kind';

/** What was found of one line of the check plan, on one piece. */
export const check: RecordKind = {
  id: 'check',
  label: 'Check',
  plural: 'Checks',
  about: 'case',
  page: 'proof',
  what: 'What was measured on a piece against the check plan.',
  inputs: [
    { kind: 'text', id: 'piece', label: 'Piece', max: 40, least: 1, usual: '1' },
    { kind: 'text', id: 'item', label: 'Line of the plan', max: 80, least: 1 },
    { kind: 'text', id: 'what', label: 'What', max: 160, least: 1 },
    { kind: 'date', id: 'on', label: 'On' },
    number('value', 'Found', 'count', [-1e6, 1e6], undefined, { optional: true }),
    { kind: 'yes-no', id: 'held', label: 'It held', optional: true },
    { kind: 'text', id: 'instrument', label: 'With', max: 80, optional: true },
    { kind: 'text', id: 'accepted', label: 'Accepted though it is off, because', max: 400, optional: true },
  ],
  title: (v) => String(v['what'] ?? ''),
  faults: (v) => v['value'] === undefined && v['held'] === undefined ? [{ path: 'value', message: 'Found: say what was found, or whether it held.' }] : [],
};
