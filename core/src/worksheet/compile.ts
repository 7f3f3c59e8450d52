import { namesIn, parseExpr, plainArithmetic, type Expr } from './parse';
import { type Line, SheetError } from './types';

/** One step of the flat program: `target = op(args)`. Arguments and target are register numbers. */
export interface Step {
  op: string;
  target: number;
  args: [number, number, number];
}

/** Where a register's values come from. */
export type Register =
  | { kind: 'input'; name: string }
  | { kind: 'number'; value: number }
  | { kind: 'line'; name: string }
  | { kind: 'temporary' };

/** A worksheet ready to be evaluated. Plain data; may be kept and used for any number of evaluations. */
export interface Sheet {
  lines: ReadonlyMap<string, Line>;
  exprs: ReadonlyMap<string, Expr>;
  /** Line names so that each comes after all it uses. */
  order: string[];
  /** Entries the lines use, plus overridden lines. */
  inputs: string[];
  /** Lines whose computed value is set aside; theirs is read from `computedName(line)`. */
  overridden: ReadonlySet<string>;
  registers: Register[];
  steps: Step[];
}

/** The name under which the computed value of an overridden line can be read. */
export const computedName = (line: string): string => `computed:${line}`;

/**
 * Parse, order and flatten a set of lines.
 * @param lines the lines; names must be unique
 * @param entries names of the entries that will be supplied
 * @param overridden names of lines whose value will be supplied instead of computed
 * @throws SheetError 'duplicate' | 'unknown-name' | 'cycle' | 'syntax', each naming the line
 */
export function compileSheet(lines: readonly Line[], entries: Iterable<string>, overridden: Iterable<string> = []): Sheet {
  const entryNames = new Set(entries);
  const byName = new Map<string, Line>();
  for (const line of lines) {
    if (byName.has(line.name)) throw new SheetError('duplicate', line.name, `Two lines are called "${line.name}"`);
    if (entryNames.has(line.name)) {
      throw new SheetError('duplicate', line.name, `"${line.name}" is both a line and an entry`);
    }
    byName.set(line.name, line);
  }
  const exprs = new Map<string, Expr>();
  for (const line of lines) {
    const expr = parseExpr(line.name, line.expr);
    for (const name of namesIn(expr)) {
      if (!byName.has(name) && !entryNames.has(name)) {
        throw new SheetError('unknown-name', line.name, `Line "${line.name}" uses "${name}", which is neither a line nor an entry`);
      }
    }
    exprs.set(line.name, expr);
  }
  const over = new Set([...overridden].filter((name) => byName.has(name)));
  const order = sortLines(exprs);
  return { lines: byName, exprs, order, overridden: over, ...flatten(order, exprs, over) };
}

/** Depth-first topological order. @throws SheetError 'cycle' spelling out the ring. */
function sortLines(exprs: ReadonlyMap<string, Expr>): string[] {
  const order: string[] = [];
  const state = new Map<string, 'open' | 'done'>();
  const path: string[] = [];
  const visit = (name: string): void => {
    if (state.get(name) === 'done') return;
    if (state.get(name) === 'open') {
      const ring = [...path.slice(path.indexOf(name)), name];
      throw new SheetError('cycle', name, `Lines depend on each other in a ring: ${ring.join(' → ')}`);
    }
    state.set(name, 'open');
    path.push(name);
    for (const used of namesIn(exprs.get(name)!)) if (exprs.has(used)) visit(used);
    path.pop();
    state.set(name, 'done');
    order.push(name);
  };
  for (const name of exprs.keys()) visit(name);
  return order;
}

function flatten(order: string[], exprs: ReadonlyMap<string, Expr>, over: ReadonlySet<string>): Pick<Sheet, 'registers' | 'steps' | 'inputs'> {
  const registers: Register[] = [];
  const steps: Step[] = [];
  const ofName = new Map<string, number>();
  const ofNumber = new Map<number, number>();
  const inputs: string[] = [];
  // Temporaries are reused as soon as they have been read: few of them means that they stay in the first-level cache.
  const free: number[] = [];

  const add = (register: Register): number => registers.push(register) - 1;
  const input = (name: string): number => {
    let r = ofName.get(name);
    if (r === undefined) {
      r = add({ kind: 'input', name });
      ofName.set(name, r);
      inputs.push(name);
    }
    return r;
  };
  const operand = (expr: Expr): number => {
    if (expr.kind === 'number') {
      let r = ofNumber.get(expr.value);
      if (r === undefined) {
        r = add({ kind: 'number', value: expr.value });
        ofNumber.set(expr.value, r);
      }
      return r;
    }
    if (expr.kind === 'name') return ofName.get(expr.name) ?? input(expr.name);
    return emit(expr, undefined);
  };
  const emit = (written: Expr & { kind: 'call' }, into: number | undefined): number => {
    const expr = plainArithmetic(written);
    const args = expr.args.map(operand);
    for (const r of args) if (registers[r].kind === 'temporary') free.push(r);
    const target = into ?? free.pop() ?? add({ kind: 'temporary' });
    steps.push({ op: expr.op, target, args: [args[0], args[1] ?? args[0], args[2] ?? args[0]] });
    return target;
  };

  for (const name of order) {
    const expr = exprs.get(name)!;
    const target = add({ kind: 'line', name: over.has(name) ? computedName(name) : name });
    // A line that only names another one still needs a step to carry the value over.
    emit(expr.kind === 'call' ? expr : { kind: 'call', op: 'max', args: [expr, expr] }, target);
    if (over.has(name)) input(name);
    else ofName.set(name, target);
  }
  return { registers, steps, inputs };
}
