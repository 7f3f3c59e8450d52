import type { Sort } from '@angular/material/sort';
import Papa from 'papaparse';
import { saveFile } from './save-file';

/** A column of a table, once: its head, what stands in a cell, what it is sorted by, and what goes out as CSV. */
export interface Column<R> {
  id: string;
  label: string;
  numeric?: boolean;
  /** In the cell, and in the CSV where there is no `csv`. */
  text(row: R): string;
  /** What it is sorted by; not sortable where it is left out. Undefined comes last, whichever way. */
  by?(row: R): string | number | undefined;
  /** Without units and thin spaces, for other programs. */
  csv?(row: R): string | number;
  /** Left out on a phone. */
  desk?: boolean;
}

const compare = (
  a: string | number,
  b: string | number,
): number => (typeof a === 'string' && typeof b === 'string' ? a.localeCompare(b) : a < b ? -1 : Number(a > b));

/** Rows in the order of a column, both ways; equal ones stay as they were. */
export function sorted<R>(rows: readonly R[], columns: readonly Column<R>[], { active, direction }: Sort): R[] {
  const by = columns.find((c) => c.id === active)?.by;
  if (!by || !direction) return [...rows];
  const sign = direction === 'asc' ? 1 : -1;
  return [...rows].sort((a, b) => {
    const [x, y] = [by(a), by(b)];
    if (x === undefined || y === undefined) return Number(x === undefined) - Number(y === undefined);
    return sign * compare(x, y);
  });
}

/** The rows as a table for other programs; a cell that one would take for a formula is written as text. */
export function csvOf<R>(rows: readonly R[], columns: readonly Column<R>[]): string {
  const safe = (
    cell: string | number,
  ): string | number => (typeof cell === 'string' && /^[=+\-@\t\r]/.test(cell) && !Number.isFinite(Number(cell)) ? `'${cell}` : cell);
  return Papa.unparse({
    fields: columns.map((c) => c.label),
    data: rows.map((r) => columns.map((c) => safe(c.csv?.(r) ?? c.text(r).replace(/\u00a0/g, ' ')))),
  });
}

export const saveCsv = <R>(rows: readonly R[], columns: readonly Column<R>[], name: string): void =>
  saveFile(`\uFEFF${csvOf(rows, columns)}`, `${name}.csv`, 'text/csv');
