import { filled, type InputSpec, number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { completed, grouped } from '../group';
import type { RecordKind, RecordRow } from '../kind';
import { trendOf } from '../trend';

/** Temperatures that are told as one. */
const STEP = 20;
/** kPa a minute → mbar a minute */
const MBAR = 10;

const rate = (v: Values): number => (MBAR * Number(v['lost'])) / Number(v['minutes']);
const most = (v: Values): number => (MBAR * Number(v['most'])) / Number(v['minutes']);
const said = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} mbar a minute`;

/** Of one tool about one temperature: the last leak, whether it grows with the cycles, and with which one it is too much. */
function sayOf(rows: readonly RecordRow[]): string {
  const byCycle = [...rows].sort((a, b) => Number(a.values['cycles']) - Number(b.values['cycles']));
  const last = byCycle.at(-1)!.values;
  const begin = `${String(last['tool'])} at about ${STEP * Math.round(Number(last['temp']) / STEP)} °C: ${said(rate(last))} after ${
    formatNumber(Number(last['cycles']))
  } cycles, ${said(most(last))} allowed`;
  const trend = trendOf(byCycle.map(({ values: v }) => [Number(v['cycles']), rate(v)]));
  if (!trend?.sure || trend.slope <= 0) return `${begin}.`;
  const until = Number(last['cycles']) + (most(last) - trend.at(Number(last['cycles']))) / trend.slope;
  return `${begin}; it grows by ${said(10 * trend.slope)} in ten cycles, ${
    until > Number(last['cycles'])
      ? `too much with about cycle ${formatNumber(Number(until.toPrecision(2)))}: seal it before`
      : 'and is too much: seal it again'
  }.`;
}

const INPUTS: readonly InputSpec[] = [
  { kind: 'text', id: 'tool', label: 'Tool, by its number', max: 60, least: 1, usual: '1' },
  { kind: 'date', id: 'on', label: 'On' },
  number('cycles', 'Cycles so far', 'count', [0, 1e7], undefined, { whole: true }),
  number('temp', 'At', 'temperature', [-50, 500], undefined),
  number('minutes', 'Watched for, minutes', 'count', [0.5, 10_000], 10),
  number('lost', 'Lost meanwhile', 'vacuum', [0, 100], undefined),
  number('most', 'May lose meanwhile', 'vacuum', [0.01, 100], 2, { help: 'Of the process that it serves; 2 kPa in ten minutes is usual for a bag.' }),
  { kind: 'text', id: 'remark', label: 'Remark', max: 300, optional: true },
];

/** Vacuum lost by a mould, hot and cold, cycle after cycle. */
export const leakTest: RecordKind = {
  id: 'leak-test',
  label: 'Leak test',
  plural: 'Leak tests',
  about: 'case',
  duties: ['layup', 'thermo', 'mould', 'grip', 'core'],
  what: 'Vacuum that a tool loses, at a temperature and after so many cycles. A tool that is tight cold may leak hot.',
  inputs: INPUTS,
  title: (v) => `${String(filled(INPUTS, v)['tool'])}, cycle ${String(v['cycles'] ?? '')}`,
  notice: (given) => {
    const v = filled(INPUTS, given);
    return rate(v) > most(v) ? `Loses ${said(rate(v))}, ${said(most(v))} are allowed: find the leak and seal it before the next cure.` : undefined;
  },
  together: (rows) =>
    rows.length
      ? [...grouped(completed(INPUTS, rows), ({ values: v }) => `${String(v['tool']).trim().toLowerCase()}|${Math.round(Number(v['temp']) / STEP)}`).values()]
        .map(sayOf).join(' ')
      : undefined,
};
