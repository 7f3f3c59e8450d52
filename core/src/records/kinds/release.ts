import { number } from '../../inputs/spec';
import type { RecordKind } from '../kind';

/** A piece becomes a tool: number, place, who stands for it. Refused until its check plan is met. */
export const release: RecordKind = {
  id: 'release',
  label: 'Release',
  plural: 'Releases',
  about: 'case',
  page: 'proof',
  what: 'A piece that passed its check plan, given a number and a place.',
  inputs: [
    { kind: 'text', id: 'piece', label: 'Piece', max: 40, least: 1, usual: '1' },
    { kind: 'text', id: 'number', label: 'Number on the tool', max: 40, least: 1 },
    { kind: 'text', id: 'place', label: 'Goes to', max: 120, optional: true },
    { kind: 'date', id: 'on', label: 'On' },
    { kind: 'date', id: 'again', label: 'Inspect again by', optional: true, due: true },
    number('design', 'Revision of the case', 'count', [1, 1e9], undefined, {
      whole: true,
      optional: true,
      help: 'As it stands when the piece is released. Tools of an earlier one are then to be withdrawn.',
    }),
    { kind: 'text', id: 'statement', label: 'Statement', max: 400, least: 3, usual: 'Measured against its check plan and released for use.' },
  ],
  title: (v) => `Tool ${String(v['number'] ?? '')}`,
  notice: (v, today) => typeof v['again'] === 'string' && v['again'] < today ? `Inspection was due on ${v['again']}.` : undefined,
};
