import { type InputSpec, number } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { completed, grouped } from '../group';
import type { RecordKind, RecordRow } from '../kind';

const AXES = ['x', 'y', 'z'] as const;
const mm = (x: number): string => formatNumber(Math.round(x * 1000) / 1000, 8);

/** Where a tool was found on a machine, each time: where to start from, and how well it comes back. */
function sayOf(rows: readonly RecordRow[]): string {
  const [{ values: first }] = rows;
  const of = (id: string): number[] => rows.map((r) => r.values[id]).filter((x): x is number => typeof x === 'number');
  const middle = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0) / xs.length;
  const spread = Math.max(...AXES.map((a) => Math.max(...of(a)) - Math.min(...of(a))));
  const turns = of('turn');
  return `${String(first['tool'])} on ${String(first['machine'])}: start from ${AXES.map((a) => `${a.toUpperCase()} ${mm(middle(of(a)))}`).join(', ')}${
    turns.length ? `, turned ${formatNumber(Math.round(middle(turns) * 1000) / 1000)}°` : ''
  }${rows.length > 1 ? `; found ${rows.length} times within ${mm(spread)} mm` : '; found once'}.`;
}

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'tool', label: 'Tool, by its number', max: 60, least: 1 },
  { kind: 'text', id: 'machine', label: 'Machine, and where on it', max: 80, least: 1 },
  { kind: 'date', id: 'on', label: 'On' },
  {
    kind: 'choice',
    id: 'by',
    label: 'Found by',
    options: [
      { value: 'corner', label: 'probing its corner' },
      { value: 'bore', label: 'probing a bore or boss' },
      { value: 'dowels', label: 'dowels in the table' },
      { value: 'indicator', label: 'an indicator along its edge' },
    ],
    usual: 'corner',
  },
  ...AXES.map((a) => number(a, a.toUpperCase(), 'length', [-20_000, 20_000], undefined)),
  number('turn', 'Turned about Z', 'angle', [-360, 360], undefined, { optional: true }),
  { kind: 'text', id: 'remark', label: 'Remark', max: 300, optional: true },
];

/** Origin of a fixture on a machine, as it was found by its corner or dowels. */
export const setUp: RecordKind = {
  id: 'set-up',
  label: 'Set-up found',
  plural: 'Set-ups found',
  about: 'both',
  what: 'Where the origin of a tool lies on a machine, each time it was found: the next set-up starts from it, and how well the tool comes back is known.',
  inputs: INPUTS,
  title: (v) => `${String(v['tool'] ?? '')} on ${String(v['machine'] ?? '')}`,
  together: (rows) =>
    rows.length
      ? [
        ...grouped(completed(INPUTS, rows), ({ values: v }) => [v['tool'], v['machine'], v['by']].map((x) => String(x).trim().toLowerCase()).join('|'))
          .values(),
      ].map(sayOf).join(
        ' ',
      )
      : undefined,
};
