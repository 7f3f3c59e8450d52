import type { RecordRow } from './kind';

/** Rows that share what is said of them, in the order in which each was first said. */
export function grouped(rows: readonly RecordRow[], by: (r: RecordRow) => string): Map<string, RecordRow[]> {
  const groups = new Map<string, RecordRow[]>();
  for (const r of rows) groups.set(by(r), [...(groups.get(by(r)) ?? []), r]);
  return groups;
}
