import { computedName, type Sheet } from './compile';
import { type Kernel, OPERATIONS } from './functions';
import { type Column, SheetError } from './types';

/** Samples worked on at a time: a handful of 4 kB temporaries stays in the first-level cache. */
const BLOCK = 512;

/** Blocks of temporaries and of repeated values, used again by every evaluation: to make them anew takes longer than a short run. */
const POOL: Float64Array[] = [];
/** Operands and result of a step that is worked out once. */
const [A, B, C, OUT] = [0, 1, 2, 3].map(() => new Float64Array(1));

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
  const width = Math.min(BLOCK, n);
  /** Values of registers that are the same for all samples. */
  const uniform = new Float64Array(registers.length);
  /** Samples of those that are not. */
  const whole: Float64Array[] = new Array(registers.length);
  const blocks: Float64Array[] = new Array(registers.length);
  const varies = new Uint8Array(registers.length);
  const columns = new Map<string, Column>();
  let pooled = 0;
  const block = (): Float64Array => (POOL[pooled++] ??= new Float64Array(BLOCK));

  for (let r = 0; r < registers.length; r++) {
    const register = registers[r];
    if (register.kind === 'number') uniform[r] = register.value;
    else if (register.kind === 'input') {
      const column = Object.hasOwn(inputs, register.name) ? inputs[register.name] : undefined;
      if (column === undefined || (typeof column !== 'number' && column.length < n)) {
        throw new SheetError('missing-entry', register.name, `No value for "${register.name}"`);
      }
      columns.set(register.name, column);
      if (typeof column === 'number') uniform[r] = column;
      else {
        whole[r] = column;
        varies[r] = 1;
      }
    }
  }

  // First pass: what does not vary is computed here, once. The rest is left for the blocks.
  const later: { kernel: Kernel; target: number; a: number; b: number; c: number }[] = [];
  for (const step of steps) {
    const [a, b, c] = step.args;
    const target = registers[step.target];
    const { kernel } = OPERATIONS[step.op];
    if (varies[a] || varies[b] || varies[c]) {
      // The target may be one of the operands' own register: place the operands first.
      later.push({ kernel, target: step.target, a: pin(a), b: pin(b), c: pin(c) });
      varies[step.target] = 1;
      if (target.kind === 'line') {
        whole[step.target] = new Float64Array(n);
        columns.set(target.name, whole[step.target]);
      }
    } else {
      A[0] = uniform[a];
      B[0] = uniform[b];
      C[0] = uniform[c];
      kernel(OUT, 1, A, B, C);
      uniform[step.target] = OUT[0];
      varies[step.target] = 0;
      if (target.kind === 'line') columns.set(target.name, OUT[0]);
    }
  }

  /**
   * Register whose block array holds the operand: itself, or a broadcast copy of a uniform value. A uniform temporary
   * may be overwritten before the blocks run, so its copy gets a place of its own.
   */
  function pin(r: number): number {
    if (varies[r]) return r;
    if (registers[r].kind !== 'temporary') {
      blocks[r] ??= block().fill(uniform[r], 0, width);
      return r;
    }
    return blocks.push(block().fill(uniform[r], 0, width)) - 1;
  }

  if (later.length) {
    const streams: number[] = [];
    for (let r = 0; r < registers.length; r++) {
      if (registers[r].kind === 'temporary') blocks[r] = block();
      else if (varies[r]) streams.push(r);
    }
    for (let start = 0; start < n; start += BLOCK) {
      const size = Math.min(BLOCK, n - start);
      for (const r of streams) blocks[r] = n <= BLOCK ? whole[r] : whole[r].subarray(start, start + size);
      for (const { kernel, target, a, b, c } of later) kernel(blocks[target], size, blocks[a], blocks[b], blocks[c]);
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
