import { number, type Values } from '../../inputs/spec';
import type { Machine } from '../../process/machine';
import { throughputOf } from '../../process/machine';
import { PROCESSES, processOf } from '../../process/processes';
import type { Range } from '../../worksheet/types';
import type { RecordKind, RecordRow } from '../kind';

const SIDES = ['x', 'y', 'z'] as const;
const num = (v: Values, id: string): number | undefined => v[id] as number | undefined;
const range = (v: Values, id: string): Range | undefined => v[id] as Range | undefined;
/** Hours a year that a machine can be sold for, at most. */
const YEAR_H = 8760;

/** Rate as given, or from what it cost: capital/(life · hours a year), a tenth of the capital a year for upkeep, and what it draws. */
function rateOf(v: Values): Range | undefined {
  const given = range(v, 'rate');
  if (given) return given;
  const capital = num(v, 'capital'), life = num(v, 'life_years'), hours = num(v, 'hours_year');
  if (!capital || !life || !hours) return undefined;
  const likely = capital / (life * hours) + (UPKEEP * capital) / hours + (num(v, 'running') ?? 0);
  return { low: 0.8 * likely, likely, high: 1.3 * likely };
}
const UPKEEP = 0.1;

const toMachine = ({ values: v }: RecordRow): Machine => ({
  name: String(v['name']),
  process: String(v['process']),
  count: num(v, 'count') ?? 1,
  envelope_mm: SIDES.map((s) => num(v, s)!).sort((a, b) => b - a) as [number, number, number],
  ...(num(v, 'tolerance_a') !== undefined && { tolerance: { a_mm: num(v, 'tolerance_a')!, b_per_mm: (num(v, 'tolerance_b') ?? 0) / 100 } }),
  ...(range(v, 'layer') && { layer_mm: range(v, 'layer') }),
  ...(range(v, 'throughput') && { throughput: range(v, 'throughput') }),
  ...(rateOf(v) && { rate: rateOf(v) }),
  ...(num(v, 'queue') !== undefined && { queue_h: num(v, 'queue') }),
  materials: String(v['materials'] ?? '').split(/[\s,;]+/).filter(Boolean),
  ...(Number(v['axes']) > 3 && { axes: Number(v['axes']) as 4 | 5 }),
  alone: v['alone'] !== false,
  ...(v['supplier'] ? { supplier: String(v['supplier']) } : {}),
});

/** What the machine of a process lays down, in words: "Deposition rate, cm^3/h". */
const throughputs = PROCESSES.flatMap((p) => {
  const t = throughputOf(p);
  return t ? [`${p.label}: ${t.unit}`] : [];
});

export const machine: RecordKind = {
  id: 'machine',
  label: 'Machine',
  plural: 'Machines',
  about: 'site',
  page: 'shop',
  what:
    'What the shop, or a supplier, really has. A route of its process is then judged by its room and tolerance and priced at its rate, throughput and queue; of several, the cheapest that has the room is taken. Without one, the book figures stand.',
  inputs: [
    { kind: 'text', id: 'name', label: 'Name', max: 80, least: 1, help: 'As people call it: "the large chamber machine".' },
    { kind: 'choice', id: 'process', label: 'Process', options: PROCESSES.map((p) => ({ value: p.id, label: p.label })) },
    {
      kind: 'text',
      id: 'supplier',
      label: 'Run by',
      max: 80,
      optional: true,
      open: 'the house',
      help: 'A bureau or supplier, by name; left open it stands in the house.',
    },
    number('count', 'How many of them', 'count', [1, 200], 1, { whole: true }),
    {
      kind: 'choice',
      id: 'axes',
      label: 'Axes of a mill',
      options: [{ value: '3', label: 'three' }, { value: '4', label: 'four' }, { value: '5', label: 'five' }],
      optional: true,
      help: 'More axes need fewer set-ups, and reach what is seen aslant.',
    },
    number('x', 'Room, length', 'length', [1, 30_000]),
    number('y', 'Room, width', 'length', [1, 30_000]),
    number('z', 'Room, height', 'length', [1, 30_000]),
    number('tolerance_a', 'Holds ±', 'length', [0.001, 10], undefined, { optional: true, help: 'On a short part, as made.' }),
    number('tolerance_b', 'and ± per 100 mm', 'length', [0, 5], undefined, { optional: true }),
    { kind: 'number', id: 'layer', label: 'Layer height', quantity: 'length', min: 0.005, max: 30, ranged: true, optional: true },
    {
      kind: 'number',
      id: 'throughput',
      label: 'Throughput',
      quantity: 'count',
      min: 0.01,
      max: 100_000,
      ranged: true,
      optional: true,
      help: `In the unit of the process. ${throughputs.join('; ')}.`,
    },
    {
      kind: 'number',
      id: 'rate',
      label: 'Rate',
      quantity: 'count',
      unit: 'money/h',
      min: 0,
      max: 5000,
      ranged: true,
      optional: true,
      help: 'Or from what it cost, below.',
    },
    number('capital', 'It cost', 'money', [0, 100_000_000], undefined, {
      optional: true,
      help: 'A rate is worked out from it: over its life and hours, a tenth of it a year for upkeep, and what it draws.',
    }),
    number('life_years', 'Written off over', 'years', [0.5, 40], undefined, { optional: true }),
    number('hours_year', 'Hours it runs a year', 'count', [1, YEAR_H], undefined, { optional: true }),
    { kind: 'number', id: 'running', label: 'Power, gas, floor', quantity: 'count', unit: 'money/h', min: 0, max: 1000, optional: true },
    number('queue', 'Backlog before it', 'time', [0, 5000], undefined, { optional: true, help: 'Working hours, all of the kind together.' }),
    {
      kind: 'text',
      id: 'materials',
      label: 'Takes only',
      max: 400,
      optional: true,
      open: 'all of the process',
      help: 'Ids of materials as the shelf has them, separated by commas.',
    },
    { kind: 'yes-no', id: 'alone', label: 'May run alone', usual: true, help: 'Through nights and weekends. What may not has to fit into a shift.' },
  ],
  faults: (v) => {
    const some = ['capital', 'life_years', 'hours_year'].filter((id) => v[id] !== undefined);
    return [
      ...(!v['rate'] && some.length > 0 && some.length < 3
        ? [{
          path: ['capital', 'life_years', 'hours_year'].find((id) => v[id] === undefined)!,
          message: 'A rate from what it cost needs the price, the years and the hours a year.',
        }]
        : []),
      ...(v['tolerance_b'] !== undefined && v['tolerance_a'] === undefined
        ? [{ path: 'tolerance_a', message: 'Holds ±: say what it holds on a short part first.' }]
        : []),
    ];
  },
  title: (v) => [v['name'], v['supplier']].filter(Boolean).join(', '),
  notice: (
    v,
  ) => (v['throughput'] !== undefined && !throughputOf(processOf(String(v['process'])))
    ? 'Its process has no single throughput; that figure is not used.'
    : undefined),
  summarise: (rows) => ({ machines: rows.map(toMachine) }),
};
