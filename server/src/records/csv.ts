import Papa from 'papaparse';
import type { InputSpec, Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import type { RecordKind, RecordRow } from '@cuadro/core/records/kind';
import { safeCell } from '../csv';

/** Rows of a kind as a table of text: who entered them when, and a column for each input. */
export const recordsCsv = (kind: RecordKind, rows: readonly RecordRow[], currency: string): string =>
  Papa.unparse({
    fields: ['entered', 'by', ...kind.inputs.map((i) => i.id)],
    data: rows.map((r) => [r.at, safeCell(r.who), ...kind.inputs.map((i) => cell(i, r.values, currency))]),
  });

function cell(spec: InputSpec, values: Values, currency: string): string {
  const v = values[spec.id];
  if (v === undefined) return '';
  if (spec.kind === 'number' && typeof v === 'number') return String(v);
  if (spec.kind === 'table')
    return safeCell(
      (v as Values[]).map((row) =>
        spec.columns.filter((c) => row[c.id] !== undefined).map((c) =>
          `${c.optional ? `${c.label.toLowerCase()} ` : ''}${inputText(c, row[c.id], 'metric', currency).replace(/\u00a0/g, ' ')}`
        ).join(' ')
      ).join('; '),
    );
  if (spec.kind === 'date' && v !== undefined) return String(v);
  return safeCell(inputText(spec, v, 'metric', currency).replace(/\u00a0/g, ' '));
}
