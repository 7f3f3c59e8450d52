import { filled, type InputSpec, number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { completed, grouped } from '../group';
import type { RecordKind, RecordRow } from '../kind';
import { trendOf } from '../trend';

const off = (v: Values): number => Number(v['value']) - Number(v['nominal']);
const within = (v: Values): boolean => Math.abs(off(v)) <= Number(v['within']) + 1e-9;
const mm = (x: number): string => `${formatNumber(Number(x.toPrecision(3)))} mm`;

/** What the parts of one tool say about it: how many are good, whether it drifts, and with which part a size leaves its limits. */
function sayOf(rows: readonly RecordRow[]): string {
  const [{ values: first }] = rows;
  const name = `${String(first['figure'])} from tool ${String(first['tool'])}`;
  const good = rows.filter((r) => within(r.values)).length;
  const mean = rows.reduce((s, r) => s + off(r.values), 0) / rows.length;
  const begin = `${name}: ${good} of ${rows.length} within ±${mm(Number(first['within']))}, ${mean < 0 ? '−' : '+'}${mm(Math.abs(mean))} off in the mean`;
  const trend = trendOf(rows.map(({ values: v }) => [Number(v['shot']), off(v)]));
  if (!trend) return `${begin}.`;
  if (!trend.sure) return `${begin}; no drift beyond what they scatter by (${mm(trend.scatter)}).`;
  const limit = Number(first['within']) * Math.sign(trend.slope);
  const last = Math.max(...rows.map((r) => Number(r.values['shot'])));
  const until = last + (limit - trend.at(last)) / trend.slope;
  return `${begin}; it drifts by ${trend.slope < 0 ? '−' : '+'}${mm(Math.abs(100 * trend.slope))} in a hundred parts, ${
    until > last ? `out of its limits with about part ${formatNumber(Number(until.toPrecision(2)))}` : 'and is out of its limits already'
  }.`;
}

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'tool', label: 'Tool, by its number', max: 60, least: 1, usual: '1' },
  { kind: 'text', id: 'part', label: 'Part', max: 60, optional: true, help: 'Serial or batch number.' },
  number('shot', 'Part number so and so many of this tool', 'count', [1, 1e9], undefined, { whole: true }),
  { kind: 'date', id: 'on', label: 'On' },
  { kind: 'text', id: 'figure', label: 'What is measured', max: 80, least: 1 },
  number('nominal', 'Should be', 'length', [-1e5, 1e5], undefined),
  number('within', 'Within ±', 'length', [0.0005, 1000], undefined),
  number('value', 'Is', 'length', [-1e5, 1e5], undefined),
  { kind: 'text', id: 'with', label: 'Measured with', max: 80, optional: true },
];

/** A measured part, tied to the tool that made it. */
export const formedPart: RecordKind = {
  id: 'formed-part',
  label: 'Part from the tool',
  plural: 'Parts from the tool',
  about: 'case',
  duties: ['form', 'bend', 'mould', 'layup', 'thermo', 'core', 'pattern', 'press', 'guide', 'locate', 'clamp', 'weld'],
  what: 'Sizes of the parts that a tool made, each with the tool and the how-manieth it was: whether they are good, and when the tool no longer will be.',
  inputs: INPUTS,
  title: (v) => `${String(v['figure'] ?? '')}, tool ${String(filled(INPUTS, v)['tool'])}, part ${String(v['shot'] ?? '')}`,
  notice: (
    v,
  ) => (within(v)
    ? undefined
    : `Out of its limits by ${mm(Math.abs(off(v)) - Number(v['within']))}: keep the part apart, and look at the tool before the next.`),
  together: (rows) =>
    rows.length
      ? [...grouped(completed(INPUTS, rows), ({ values: v }) => [v['tool'], v['figure']].map((x) => String(x).trim().toLowerCase()).join('|')).values()].map(
        sayOf,
      ).join(' ')
      : undefined,
};
