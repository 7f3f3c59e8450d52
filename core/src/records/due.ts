import type { Values } from '../inputs/spec';
import { RECORD_KINDS } from './kinds';

/** A day by which something is to be done. */
export interface DueDate {
  /** The same however often it is asked for. */
  key: string;
  /** ISO date. */
  day: string;
  what: string;
  who: string;
}

/** Days that stand in records: whatever their kinds call due. */
export function dueInRecords(rows: readonly { id: string; kind: string; values: Values }[]): DueDate[] {
  return rows.flatMap(({ id, kind, values }) => {
    const k = RECORD_KINDS.find((x) => x.id === kind);
    return (k?.inputs ?? []).flatMap((spec) => {
      const day = spec.kind === 'date' && spec.due ? values[spec.id] : undefined;
      return typeof day === 'string' && day
        ? [{ key: `${id}-${spec.id}`, day, what: `${k!.label}: ${spec.label.toLowerCase()} (${k!.title(values)})`, who: '' }]
        : [];
    });
  });
}
