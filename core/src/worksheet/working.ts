import { computedName, type Sheet } from './compile';
import type { Evaluation } from './evaluate';
import { exprText, namesIn } from './parse';
import { percentiles, type Percentiles } from './sample';
import { type Entry, type Override, SheetError, type Source } from './types';

/** One figure opened up: how it is computed and from what. Inputs can be opened in turn, down to the entries. */
export interface Working {
  name: string;
  label: string;
  unit: string;
  value: number;
  /** Spread over the samples of a risk run, when one was given. */
  range?: Percentiles;
  /** The rule in words, for computed lines. */
  rule?: string;
  note?: string;
  /** For a part of the bill: what it is paid for. */
  per?: 'tool' | 'order';
  /** For entries and overridden lines. */
  source?: Source;
  entry?: Entry;
  /** For overridden lines: what the rule gives. */
  computed?: number;
  inputs: { name: string; label: string; unit: string; value: number; source?: Source }[];
}

/**
 * Open a line or an entry.
 * @param point an evaluation with one sample at the likely values
 * @param risk optionally the evaluation of many samples, for the range
 * @throws SheetError 'unknown-name'
 */
export function working(
  name: string,
  point: Evaluation,
  entries: ReadonlyMap<string, Entry>,
  overrides: Readonly<Record<string, Override>> = {},
  risk?: Evaluation,
): Working {
  const { sheet } = point;
  const value = read(point, name);
  const spread = risk?.columns.get(name);
  const range = spread === undefined ? undefined : percentiles(spread);
  const line = sheet.lines.get(name);
  if (!line) {
    const entry = entries.get(name);
    if (!entry) throw new SheetError('unknown-name', name, `No line or entry is called "${name}"`);
    return { name, label: entry.label, unit: entry.unit, value, range, source: entry.source, entry, inputs: [] };
  }
  const over = overrides[name];
  const expr = sheet.exprs.get(name)!;
  return {
    name,
    label: line.label,
    unit: line.unit,
    value,
    range,
    note: over?.note || line.note,
    ...(line.cost && { per: line.once ? 'order' as const : 'tool' as const }),
    rule: exprText(expr, (n) => labelOf(sheet, entries, n)),
    source: over?.source,
    computed: over ? read(point, computedName(name)) : undefined,
    inputs: namesIn(expr).map((n) => ({
      name: n,
      label: labelOf(sheet, entries, n),
      unit: sheet.lines.get(n)?.unit ?? entries.get(n)?.unit ?? '',
      value: read(point, n),
      source: overrides[n]?.source ?? entries.get(n)?.source,
    })),
  };
}

function labelOf(sheet: Sheet, entries: ReadonlyMap<string, Entry>, name: string): string {
  return sheet.lines.get(name)?.label ?? entries.get(name)?.label ?? name;
}

function read(evaluation: Evaluation, name: string): number {
  const column = evaluation.columns.get(name);
  if (column === undefined) throw new SheetError('unknown-name', name, `No line or entry is called "${name}"`);
  return typeof column === 'number' ? column : column[0];
}
