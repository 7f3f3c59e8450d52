// What is declared of a package without types has nothing to be imported.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./hershey.d.ts" />
import numbers from 'hershey/lib/characterNumbers';
import table from 'hershey/lib/rowmans';
import { MeshError } from '../shape/mesh';

type Point = readonly [number, number];
interface Letter {
  /** From its left to its right edge, in twenty-firsts of a capital's height. */
  width: number;
  strokes: Point[][];
}

/** Height of a capital in the units of the table, and of where it stands. */
const CAPITAL = 21, BASE = 9;
const ORIGIN = 'R'.charCodeAt(0);

/** A line of the table: number in columns 0 to 4, pairs in 5 to 7, then pairs of characters counted from R: left and right edge, points; " R" lifts the pen. */
function letterOf(line: string): [number, Letter] {
  const pair = (i: number): [number, number] => [line.charCodeAt(8 + 2 * i) - ORIGIN, line.charCodeAt(9 + 2 * i) - ORIGIN];
  const [left, right] = pair(0);
  const strokes: Point[][] = [[]];
  for (let i = 1; i < Number.parseInt(line.slice(5, 8), 10); i++) {
    if (line.slice(8 + 2 * i, 10 + 2 * i) === ' R') strokes.push([]);
    else {
      const [x, y] = pair(i);
      strokes.at(-1)!.push([x - left, BASE - y]);
    }
  }
  return [Number.parseInt(line.slice(0, 5), 10), { width: right - left, strokes: strokes.filter((s) => s.length) }];
}

// Bundlers differ in what they take for the default of such a module.
const TABLE = typeof table === 'string' ? table : table.default;
const NUMBERS = (typeof numbers['default'] === 'object' ? numbers.default : numbers) as Readonly<Record<string, number>>;
const LETTERS = new Map(atob(TABLE).split('\n').filter((line) => line.trim()).map(letterOf));
const letter = (c: string): Letter | undefined => LETTERS.get(NUMBERS[c]);

/**
 * A line of text as strokes of the pen, its capitals `height` high, from the left on the base line.
 * @throws MeshError naming the characters that there are no strokes for
 */
export function strokesOf(text: string, height: number): { strokes: Point[][]; width: number } {
  // Letters without their accents, which would fill up at this size.
  const plain = text.replace(/ß/g, 'ss').normalize('NFD').replace(/\p{M}/gu, '');
  const unknown = [...new Set(plain)].filter((c) => !letter(c));
  if (unknown.length) throw new MeshError(`There are no strokes for ${unknown.map((c) => `“${c}”`).join(', ')}. Use letters, figures and plain signs.`);
  const scale = height / CAPITAL;
  let x = 0;
  const strokes = [...plain].flatMap((c) => {
    const l = letter(c)!, from = x;
    x += l.width;
    return l.strokes.map((s) => s.map(([px, py]): Point => [(from + px) * scale, py * scale]));
  });
  return { strokes, width: x * scale };
}
