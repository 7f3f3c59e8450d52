import type { Values } from '../inputs/spec';
import { formatNumber, parseQuantity } from '../quantity/quantity';

/** A row with `value` and perhaps `least` and `most`: is it beyond one of them? */
export function beyondLimits(r: Values): boolean {
  const [x, least, most] = ['value', 'least', 'most'].map((k) => r[k] as number | undefined);
  return x !== undefined && ((least !== undefined && x < least) || (most !== undefined && x > most));
}

/** "0.31, at most 0.2" */
export const limitText = (r: Values): string =>
  [
    formatNumber(r['value'] as number),
    ...(r['least'] !== undefined ? [`at least ${formatNumber(r['least'] as number)}`] : []),
    ...(r['most'] !== undefined ? [`at most ${formatNumber(r['most'] as number)}`] : []),
  ].join(', ');

/** What is wrong with readings, in a sentence. */
export class ReadingError extends Error {}

/** Numbers as they are pasted from a sheet or read off a gauge: apart by blanks, semicolons or new lines, a point or a comma before decimals. @throws ReadingError naming what is none */
export const numbersIn = (text: string): number[] =>
  text.split(/[\s;]+/).filter(Boolean).map((word) => {
    // As a length is read: there a point is a point.
    const read = parseQuantity(word, 'length');
    if (!read.ok) throw new ReadingError(read.message);
    return read.value;
  });

/** Mean and standard deviation (n − 1). @param xs at least one; of one the deviation is NaN */
export function meanAndDeviation(xs: readonly number[]): { mean: number; deviation: number } {
  const mean = xs.reduce((s, x) => s + x, 0) / xs.length;
  return { mean, deviation: Math.sqrt(xs.reduce((s, x) => s + (x - mean) ** 2, 0) / (xs.length - 1)) };
}

/** Readings of one piece by one person. */
export interface Cell {
  piece: string;
  person: string;
  readings: number[];
}

/** Lines "piece; person; readings". Commas and tabs part as semicolons do where there are tabs. @throws ReadingError naming the line */
function cellsIn(text: string): Cell[] {
  const cells: Cell[] = [];
  text.split(/\r?\n/).forEach((line, i) => {
    if (!line.trim()) return;
    const [piece, person, ...rest] = line.includes('\t') ? line.split('\t') : line.split(';');
    const fault = (m: string): ReadingError => new ReadingError(`Line ${i + 1}: ${m}`);
    if (!rest.length) throw fault('piece; person; readings are asked.');
    let readings: number[];
    try {
      readings = numbersIn(rest.join(' '));
    } catch (e) {
      throw fault((e as Error).message);
    }
    if (!readings.length) throw fault('it has no reading.');
    const [a, b] = [piece.trim(), person.trim()];
    const same = cells.find((c) => c.piece === a && c.person === b);
    if (same) same.readings.push(...readings);
    else cells.push({ piece: a, person: b, readings });
  });
  return cells;
}

/** The same, each piece by everybody and each as often as the others, twice or more. @throws ReadingError naming what is missing */
export function balancedCells(text: string): Cell[] {
  const cells = cellsIn(text);
  const often = cells[0]?.readings.length ?? 0;
  if (often < 2) throw new ReadingError('Each piece is measured twice or more: otherwise nothing says how it repeats.');
  for (const piece of new Set(cells.map((c) => c.piece))) {
    for (const person of new Set(cells.map((c) => c.person))) {
      const cell = cells.find((c) => c.piece === piece && c.person === person);
      if (!cell) throw new ReadingError(`${person || 'Somebody'} did not measure ${piece || 'a piece'}: everybody measures each piece.`);
      if (cell.readings.length !== often)
        throw new ReadingError(
          `${person || 'Somebody'} measured ${piece || 'a piece'} ${cell.readings.length} times, others ${often} times: each as often as the others.`,
        );
    }
  }
  return cells;
}

/** A fault beside an input whose readings cannot be read; none where they can. */
export function readingFault(path: string, label: string, read: () => unknown): { path: string; message: string }[] {
  try {
    read();
    return [];
  } catch (e) {
    if (e instanceof ReadingError) return [{ path, message: `${label}: ${e.message}` }];
    throw e;
  }
}
