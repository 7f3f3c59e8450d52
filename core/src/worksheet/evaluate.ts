import { computedName, type Sheet } from './compile';
import { OPERATIONS } from './functions';
import { type Column, SheetError } from './types';

/** Samples worked on at a time: a handful of 4 kB temporaries stays in the first-level cache. */
const BLOCK = 512;

export interface Evaluation {
  sheet: Sheet;
  n: number;
  /** Every line (and `computed:…` of overridden lines) and every input. A number when the same for all samples. */
  columns: ReadonlyMap<string, Column>;
}

/** The i-th sample of a column. */
export const at = (column: Column, i: number): number => (typeof column === 'number' ? column : column[i]);

/**
 * Evaluate a sheet for `n` samples at once.
 *
 * Each operator works on whole arrays, block by block. What depends on certain inputs only is computed once, not n times.
 * @param inputs a value or n samples for every entry the lines use (more may be given) and for every overridden line
 * @throws SheetError 'missing-entry' when an entry has no value
 */
export function evaluate(sheet: Sheet, inputs: Readonly<Record<string, Column>>, n = 1): Evaluation {
  const { registers, steps } = sheet;
  const whole: Float64Array[] = new Array(registers.length);
  const blocks: Float64Array[] = new Array(registers.length);
  const varies = new Uint8Array(registers.length);
  const columns = new Map<string, Column>();
  const one = (value: number): Float64Array => Float64Array.of(value);

  for (let r = 0; r < registers.length; r++) {
    const register = registers[r];
    if (register.kind === 'number') whole[r] = one(register.value);
    else if (register.kind === 'input') {
      const column = Object.hasOwn(inputs, register.name) ? inputs[register.name] : undefined;
      if (column === undefined || (typeof column !== 'number' && column.length < n)) {
        throw new SheetError('missing-entry', register.name, `No value for "${register.name}"`);
      }
      columns.set(register.name, column);
      if (typeof column === 'number') whole[r] = one(column);
      else {
        whole[r] = column;
        varies[r] = 1;
      }
    }
  }

  // First pass: what does not vary is computed here, once. The rest is left for the blocks.
  const later: typeof steps = [];
  for (const step of steps) {
    const [a, b, c] = step.args;
    const target = registers[step.target];
    if (varies[a] || varies[b] || varies[c]) {
      // The target may be one of the operands' own register: place the operands first.
      later.push({ ...step, args: [pin(a), pin(b), pin(c)] });
      varies[step.target] = 1;
      if (target.kind === 'line') {
        whole[step.target] = new Float64Array(n);
        columns.set(target.name, whole[step.target]);
      }
    } else {
      const out = new Float64Array(1);
      OPERATIONS[step.op].kernel(out, 1, whole[a], whole[b], whole[c]);
      whole[step.target] = out;
      varies[step.target] = 0;
      if (target.kind === 'line') columns.set(target.name, out[0]);
    }
  }

  /**
   * Register whose block array holds the operand: itself, or a broadcast copy of a uniform value. A uniform temporary
   * may be overwritten before the blocks run, so its copy gets a place of its own.
   */
  function pin(r: number): number {
    if (varies[r]) return r;
    const kind = registers[r].kind;
    if (kind !== 'temporary') {
      blocks[r] ??= new Float64Array(Math.min(BLOCK, n)).fill(whole[r][0]);
      return r;
    }
    return blocks.push(new Float64Array(Math.min(BLOCK, n)).fill(whole[r][0])) - 1;
  }

  if (later.length) {
    const streams: number[] = [];
    for (let r = 0; r < registers.length; r++) {
      if (!varies[r] && registers[r].kind !== 'temporary') continue;
      if (registers[r].kind === 'temporary') blocks[r] = new Float64Array(Math.min(BLOCK, n));
      else streams.push(r);
    }
    const kernels = later.map((s) => OPERATIONS[s.op].kernel);
    for (let start = 0; start < n; start += BLOCK) {
      const size = Math.min(BLOCK, n - start);
      for (const r of streams) blocks[r] = whole[r].subarray(start, start + size);
      for (let s = 0; s < later.length; s++) {
        const { target, args } = later[s];
        kernels[s](blocks[target], size, blocks[args[0]], blocks[args[1]], blocks[args[2]]);
      }
    }
  }
  return { sheet, n, columns };
}

/**
 * A line's or entry's value for sample i.
 * @throws SheetError 'unknown-name'
 */
export function valueOf(evaluation: Evaluation, name: string, i = 0): number {
  const column = evaluation.columns.get(name);
  if (column === undefined) throw new SheetError('unknown-name', name, `No line or entry is called "${name}"`);
  return at(column, i);
}

/** What the expression of an overridden line would have given; for other lines their value. */
export function computedValueOf(evaluation: Evaluation, line: string, i = 0): number {
  return valueOf(evaluation, evaluation.sheet.overridden.has(line) ? computedName(line) : line, i);
}

/**
 * The first line, in order of computation, that is not a finite number in sample 0, with what feeds it.
 * @throws SheetError 'not-finite'
 */
export function requireFinite(evaluation: Evaluation): void {
  for (const name of evaluation.sheet.order) {
    const value = computedValueOf(evaluation, name);
    if (!Number.isFinite(value)) {
      throw new SheetError('not-finite', name, `Line "${name}" comes out as ${value}: check what it is divided by`);
    }
  }
}
