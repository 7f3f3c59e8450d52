import { filled, type InputSpec } from '../inputs/spec';
import type { RecordRow } from './kind';

/** Rows that share what is said of them, in the order in which each was first said. */
export function grouped(rows: readonly RecordRow[], by: (r: RecordRow) => string): Map<string, RecordRow[]> {
  const groups = new Map<string, RecordRow[]>();
  for (const r of rows) groups.set(by(r), [...(groups.get(by(r)) ?? []), r]);
  return groups;
}

/** Rows with what is usual where nothing was said: only what differs is stored. */
export const completed = (inputs: readonly InputSpec[], rows: readonly RecordRow[]): RecordRow[] =>
  rows.map((r) => ({ ...r, values: filled(inputs, r.values) }));
