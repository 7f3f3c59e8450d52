import { number, type Values } from '../../inputs/spec';
import { PROCESSES, processOf } from '../../process/processes';
import type { RecordKind } from '../kind';

const MINUTE = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/;

/** Something to be made on a machine of the house: one run. */
export const job: RecordKind = {
  id: 'job',
  label: 'Job',
  plural: 'Jobs',
  about: 'site',
  page: 'board',
  what: 'One run of one machine: what, how long, and by when. The Board finds the machine and the time; both may be fixed here.',
  inputs: [
    { kind: 'text', id: 'what', label: 'What', max: 120, least: 2 },
    {
      kind: 'choice',
      id: 'process',
      label: 'Process',
      options: PROCESSES.filter((p) => p.kind === 'print' || p.kind === 'machine').map((p) => ({ value: p.id, label: p.label })),
    },
    { kind: 'text', id: 'material', label: 'Material', max: 80, optional: true, help: 'Another one than before asks for a change of material.' },
    number('run', 'It runs', 'time', [0.1, 1000], undefined, { help: 'Hours of the machine, from its estimate or from the slicer.' }),
    number('hands', 'Loading and unloading', 'time', [0, 100], 0.5, { help: 'Hours of somebody, half before and half after.' }),
    { kind: 'date', id: 'due', label: 'Due', optional: true, due: true },
    { kind: 'text', id: 'machine', label: 'On', max: 80, optional: true, help: 'Name of a machine; any of the process where nothing stands here.' },
    {
      kind: 'text',
      id: 'from',
      label: 'Not before',
      max: 16,
      optional: true,
      help: 'Day and time, as 2026-12-03T09:30; the Board writes it when a run is moved.',
    },
    { kind: 'yes-no', id: 'done', label: 'Done', usual: false },
  ],
  title: (v) => `${String(v['what'] ?? '')}${v['process'] ? `, ${processOf(String(v['process'])).label}` : ''}`,
  faults: (v: Values) => v['from'] && !MINUTE.test(String(v['from'])) ? [{ path: 'from', message: 'Not before: a day and a time, as 2026-12-03T09:30.' }] : [],
};
