import type { InputSpec, InputValue, Values } from '../inputs/spec';
import { parseInput } from '../inputs/text';
import type { UnitSystem } from '../quantity/quantity';
import { recordFaults, type RecordKind } from '../records/kind';
import { readTable } from './candidate-list';

export interface RecordListRow {
  line: number;
  values?: Values;
  faults: string[];
}
export interface RecordList {
  rows: RecordListRow[];
  /** Headers that are no question of the kind: their columns are left out. */
  unknown: string[];
  /** Rows beyond the most that one list may hold. */
  left: number;
}

/** Columns of our own CSV that the server writes anew. */
const OWN: readonly string[] = ['entered', 'by'];
/** Answers of these kinds have no place in one cell. */
const typed = (i: InputSpec): boolean => !['file', 'table', 'points', 'place'].includes(i.kind);
/** "Price, paid [EUR]" is "price paid", "x [mm]" is "x". */
const plain = (text: string): string => text.toLowerCase().replace(/\(.*?\)|\[.*?\]/g, '').replace(/[^\p{L}\d%]+/gu, ' ').trim();

/** A day as people write it: 2026-03-12, 12.03.2026, 12/03/2026 where only one reading is possible. Nothing for what is none. */
export function isoDay(text: string): string | undefined {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text),
    dots = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text),
    slashes = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text);
  let [y, m, d]: (string | undefined)[] = iso ? [iso[1], iso[2], iso[3]] : dots ? [dots[3], dots[2], dots[1]] : [];
  if (slashes) {
    const [a, b] = [Number(slashes[1]), Number(slashes[2])];
    if (a <= 12 && b <= 12 && a !== b) return undefined;
    [y, m, d] = [slashes[3], a > 12 ? slashes[2] : slashes[1], a > 12 ? slashes[1] : slashes[2]];
  }
  if (!y || !m || !d) return undefined;
  const day = `${y}-${m.padStart(2, '0')}-${d.padStart(2, '0')}`;
  const read = new Date(`${day}T00:00:00Z`);
  return Number.isFinite(read.getTime()) && read.toISOString().startsWith(day) ? day : undefined;
}

/**
 * Records of a kind from cells of a spreadsheet, a header first that names the questions as the form or the CSV does. A row that cannot be taken
 * says why, in the words of the form.
 */
export function readRecordList(kind: RecordKind, text: string, system: UnitSystem): RecordList {
  const { header, rows, left } = readTable(text);
  const asked = kind.inputs.filter(typed);
  const columns = header.map((h) => asked.find((i) => plain(i.label) === plain(h) || i.id === h.trim().toLowerCase()));
  // Our own CSV has the ids for its head, and metric figures whatever the reader prefers.
  const byId = (k: number): boolean => columns[k]?.id === header[k].trim();
  const read = ({ line, cells }: (typeof rows)[number]): RecordListRow => {
    const values: Record<string, InputValue> = {};
    const faults: string[] = [];
    for (const [k, spec] of columns.entries()) {
      const cell = cells[k] ?? '';
      if (!spec || cell === '') continue;
      const day = spec.kind === 'date' ? isoDay(cell) : undefined;
      const parsed = spec.kind === 'date'
        ? (day
          ? { ok: true as const, value: day }
          : { ok: false as const, message: `${spec.label}: "${cell.slice(0, 20)}" is no day that has one reading; write 2026-03-12.` })
        : parseInput(spec, cell, byId(k) ? 'metric' : system);
      if (parsed.ok) values[spec.id] = parsed.value;
      else faults.push(parsed.message);
    }
    // What is usual and was not answered is stored as it stood, as the form does.
    for (const i of asked) {
      if (values[i.id] !== undefined || !('usual' in i) || i.usual === undefined) continue;
      values[i.id] = i.kind === 'number' && !i.ranged ? i.usual.likely : (i.usual as InputValue);
    }
    if (!faults.length) faults.push(...recordFaults(kind, values).map((f) => f.message));
    return { line, faults, ...(!faults.length && { values }) };
  };
  return { rows: rows.map(read), unknown: header.filter((h, k) => h !== '' && !columns[k] && !OWN.includes(h)), left };
}
