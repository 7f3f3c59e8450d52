import type { Values } from '../inputs/spec';
import { addDays } from '../quantity/date';
import type { RecordRow } from './kind';
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

/** Kinds that call something due, or say that it was done: no other row has to be read. */
export const DUE_KINDS: readonly string[] = [...RECORD_KINDS.filter((k) => k.inputs.some((i) => i.kind === 'date' && i.due)).map((k) => k.id), 'tool-life'];

type Dated = Pick<RecordRow, 'id' | 'kind' | 'caseId' | 'values'>;
const text = (v: Values, id: string): string => (typeof v[id] === 'string' ? v[id] : '');

/** The day of the next inspection of a released tool: after each one the same while again. Nothing where the tool is gone, or released anew. */
function nextInspection(release: Values, rows: readonly Dated[]): string | undefined {
  const [number, on, again] = ['number', 'on', 'again'].map((id) => text(release, id));
  const used = rows.filter((r) => r.kind === 'tool-life' && text(r.values, 'number') === number);
  // In use is what is usual, and so perhaps not said.
  if (used.some((r) => !['', 'in-use'].includes(text(r.values, 'ended')))) return undefined;
  if (rows.some((r) => r.kind === 'release' && text(r.values, 'number') === number && text(r.values, 'on') > on)) return undefined;
  const inspected = used.flatMap((r) =>
    ((r.values['readings'] as readonly Values[] | undefined) ?? []).filter((x) => x['event'] === 'inspected').map((x) => text(x, 'on'))
  )
    .filter((d) => d > on).sort().at(-1);
  return inspected ? addDays(inspected, (Date.parse(again) - Date.parse(on)) / 86_400_000) : again;
}

/** Days that stand in records, whatever their kinds call due: what is done, replaced or gone no longer. */
export function dueInRecords<R extends Dated>(rows: readonly R[]): (DueDate & { row: R })[] {
  return rows.flatMap((row) => {
    const { id, kind, values, caseId } = row;
    if (values['done'] === true) return [];
    const k = RECORD_KINDS.find((x) => x.id === kind);
    return (k?.inputs ?? []).flatMap((spec) => {
      if (spec.kind !== 'date' || !spec.due || !text(values, spec.id)) return [];
      // A paper of a later day takes the place of an earlier one of the same case.
      if (kind === 'certificate' && rows.some((r) => r.kind === kind && r.caseId === caseId && text(r.values, 'dated') > text(values, 'dated'))) return [];
      const day = kind === 'release' ? nextInspection(values, rows) : text(values, spec.id);
      return day ? [{ key: `${id}-${spec.id}`, day, what: `${k!.label}: ${spec.label.toLowerCase()} (${k!.title(values)})`, who: '', row }] : [];
    });
  });
}
