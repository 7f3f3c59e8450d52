import { number } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { percentiles } from '../../worksheet/sample';
import type { RecordKind, RecordRow } from '../kind';

/** What the tools of a new product took at one cell. */
export const toolingTime: RecordKind = {
  id: 'tooling-time',
  label: 'Tooling time',
  plural: 'Tooling times',
  about: 'site',
  what: 'How long the tools of a new product took at a cell, as quoted and as it came. The Walk, grouped by place, shows it beside the candidates there.',
  inputs: [
    { kind: 'text', id: 'cell', label: 'Cell', max: 120, least: 1 },
    { kind: 'text', id: 'product', label: 'New product', max: 120, optional: true },
    number('tools', 'Tools for it', 'count', [1, 10_000], undefined, { optional: true, whole: true }),
    number('quoted', 'Quoted', 'days', [0, 2000], undefined, { optional: true }),
    number('actual', 'It took', 'days', [0, 2000], undefined),
    { kind: 'date', id: 'on', label: 'Finished on' },
  ],
  title: (v) => [v['cell'], v['product']].filter(Boolean).join(' · '),
  notice: ({ quoted, actual }) =>
    typeof quoted === 'number' && typeof actual === 'number' && actual > quoted ? `${formatNumber(actual - quoted)} days later than quoted.` : undefined,
};

export interface CellDelay {
  /** Median days that the tools of a new product took. */
  days: number;
  n: number;
}

/** Median days by cell, in lower case: what stands before the first comma is the cell. */
export function delaysByCell(rows: readonly RecordRow[]): Map<string, CellDelay> {
  const by = new Map<string, number[]>();
  for (const { values: { cell, actual } } of rows) {
    if (typeof cell !== 'string' || typeof actual !== 'number') continue;
    by.set(cellOf(cell), [...(by.get(cellOf(cell)) ?? []), actual]);
  }
  return new Map([...by].map(([cell, days]) => [cell, { days: percentiles(Float64Array.from(days)).p50, n: days.length }]));
}
export const cellOf = (place: string): string => place.split(',')[0].trim().toLowerCase();
