import { createUnit, unit as parseUnit } from 'mathjs';
import type { Sheet } from './compile';
import { OPERATIONS } from './functions';
import { TABLE, type Expr } from './parse';
import { type Entry, SheetError } from './types';

// Things that are counted are dimensions too: cycles per year times years is cycles, and a price per piece is not a price.
// (The library's own "cycle" is an angle, hence the other spelling.)
for (const name of ['money', 'toolcycle']) createUnit(name);

/** Exponents over the base dimensions, and the factor to base units. Hours and minutes differ by the factor. */
interface Dimension {
  powers: number[];
  scale: number;
}

/** Place of the angle among the library's base dimensions. */
const ANGLE = (parseUnit('1 rad') as unknown as { dimensions: number[] }).dimensions.indexOf(1);

const PLAIN: Dimension = { powers: [], scale: 1 };
const known = new Map<string, Dimension>();

/** @throws Error for a unit nobody knows */
function dimensionOf(unit: string): Dimension {
  if (unit === '') return PLAIN;
  let d = known.get(unit);
  if (!d) {
    const u = parseUnit(`1 ${unit.replace(/\bcycle\b/g, 'toolcycle')}`);
    // `value` is the unit in the library's own base units; `toSI` would refuse money.
    const { dimensions, value } = u as unknown as { dimensions: number[]; value: number };
    // An angle is a length over a length: radians are plain numbers, degrees a scale of them.
    d = { powers: dimensions.map((p, i) => (i === ANGLE ? 0 : p)), scale: value };
    known.set(unit, d);
  }
  return d;
}

const combine = (a: Dimension, b: Dimension, sign: 1 | -1): Dimension => ({
  powers: Array.from({ length: Math.max(a.powers.length, b.powers.length) }, (_, i) => (a.powers[i] ?? 0) + sign * (b.powers[i] ?? 0)),
  scale: a.scale * b.scale ** sign,
});
const raise = (a: Dimension, p: number): Dimension => ({ powers: a.powers.map((x) => x * p), scale: a.scale ** p });
const alike = (a: Dimension, b: Dimension): boolean =>
  Array.from({ length: Math.max(a.powers.length, b.powers.length) }).every((_, i) => Math.abs((a.powers[i] ?? 0) - (b.powers[i] ?? 0)) < 1e-9) &&
  Math.abs(a.scale / b.scale - 1) < 1e-9;

/**
 * Check that every line's expression gives the unit the line declares, in dimension and in scale (adding minutes to hours fails).
 * Conversions are written as entries with a unit of their own, such as 60 `min/h`.
 * @throws SheetError 'unit' naming the line
 */
export function checkUnits(sheet: Sheet, entries: readonly Entry[]): void {
  const declared = new Map<string, string>(entries.map((e) => [e.name, e.unit]));
  for (const line of sheet.lines.values()) declared.set(line.name, line.unit);
  for (const name of sheet.order) {
    const fail = (why: string): never => {
      throw new SheetError('unit', name, `Line "${name}" (${sheet.lines.get(name)!.unit || 'plain number'}): ${why}`);
    };
    /** `null` stands for the number 0, which fits any unit. */
    const infer = (e: Expr): Dimension | null => {
      if (e.kind === 'number') return e.value === 0 ? null : PLAIN;
      if (e.kind === 'name') {
        try {
          return dimensionOf(declared.get(e.name)!);
        } catch {
          return fail(`"${e.name}" has the unknown unit "${declared.get(e.name)}"`);
        }
      }
      const args = e.args.map(infer);
      if (e.op === TABLE) {
        if (args[0] && !alike(args[0], PLAIN)) fail('a table takes a plain number');
        return PLAIN;
      }
      const same = (list: (Dimension | null)[]): Dimension | null => {
        const firm = list.filter((d): d is Dimension => d !== null);
        if (firm.some((d) => !alike(d, firm[0]))) fail(`${e.op} puts together unlike units`);
        return firm[0] ?? null;
      };
      const plain = (d: Dimension | null): void => {
        if (d && !alike(d, PLAIN)) fail(`${e.op} needs a plain number`);
      };
      switch (OPERATIONS[e.op].units) {
        case 'same':
          return same(args);
        case 'keep':
          return args[0];
        case 'compare':
          same(args);
          return PLAIN;
        case 'plain':
          args.forEach(plain);
          return PLAIN;
        case 'choose':
          plain(args[0]);
          return same(args.slice(1));
        case 'multiply':
          return args[0] && args[1] ? combine(args[0], args[1], 1) : null;
        case 'divide':
          return args[0] && args[1] ? combine(args[0], args[1], -1) : null;
        case 'root':
          return args[0] && raise(args[0], 0.5);
        case 'power': {
          const p = e.args[1];
          if (p.kind === 'number') return args[0] && raise(args[0], p.value);
          args.forEach(plain);
          return PLAIN;
        }
      }
    };
    const found = infer(sheet.exprs.get(name)!);
    if (found && !alike(found, dimensionOf(sheet.lines.get(name)!.unit))) fail('the expression gives another unit');
  }
}
