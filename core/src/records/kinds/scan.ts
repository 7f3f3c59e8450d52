import { number } from '../../inputs/spec';
import type { RecordKind } from '../kind';

/** A scan laid over the model: the file, how it was laid, and what came out. */
export const scan: RecordKind = {
  id: 'scan',
  label: 'Scan',
  plural: 'Scans',
  about: 'case',
  page: 'proof',
  what: 'A scan or cloud of points of a piece, laid over the model.',
  inputs: [
    { kind: 'text', id: 'piece', label: 'Piece', max: 40, least: 1, usual: '1' },
    { kind: 'date', id: 'on', label: 'On' },
    { kind: 'file', id: 'file', label: 'Points', accept: '.ply,.stl,.obj,.xyz,.asc,.csv,.txt', most_bytes: 120 * 1024 * 1024 },
    { kind: 'choice', id: 'unit', label: 'In', options: [{ value: 'mm', label: 'millimetres' }, { value: 'inch', label: 'inches' }], usual: 'mm' },
    {
      kind: 'choice',
      id: 'laid',
      label: 'Laid',
      options: [{ value: 'fit', label: 'as it fits best' }, { value: 'datum', label: 'against the datum faces' }],
      usual: 'fit',
    },
    number('tolerance', 'Within ±', 'length', [0.001, 50]),
    { kind: 'text', id: 'mesh', label: 'Model', max: 80, help: 'Which mesh it was laid over, by its content.' },
    number('points', 'Points', 'count', [1, 1e8], undefined, { whole: true }),
    number('share', 'Share within', 'count', [0, 1]),
    number('rms', 'Root mean square', 'length', [0, 1e5]),
    number('p95', '95 % are within', 'length', [0, 1e5]),
    number('mean', 'Too large by, in the mean', 'length', [-1e5, 1e5]),
  ],
  title: (v) => `Scan of piece ${String(v['piece'] ?? '')}`,
};
