import { create, parseDependencies, type MathNode } from 'mathjs/number';
import { OPERATIONS } from './functions';
import { SheetError } from './types';

/** The library parses; everything after that is ours, so that nothing is ever compiled to code (strict CSP). */
const { parse } = create({ parseDependencies });

/** `interp(x, x0, y0, x1, y1, …)`: a table, straight between its points and level beyond them. */
export const TABLE = 'interp';

/** An expression tree reduced to what a worksheet may hold. */
export type Expr =
  | { kind: 'number'; value: number }
  | { kind: 'name'; name: string }
  | { kind: 'call'; op: string; args: Expr[] };

interface AnyNode extends MathNode {
  value?: unknown;
  name?: string;
  fn?: string | { name: string };
  args?: AnyNode[];
  content?: AnyNode;
  condition?: AnyNode;
  trueExpr?: AnyNode;
  falseExpr?: AnyNode;
}

/**
 * Parse one line's expression.
 * @throws SheetError 'syntax' naming the line, for anything that is not arithmetic over names
 */
export function parseExpr(line: string, text: string): Expr {
  let node: AnyNode;
  try {
    node = parse(text) as AnyNode;
  } catch (e) {
    throw new SheetError('syntax', line, `Line "${line}": ${(e as Error).message}`);
  }
  return reduce(line, node);
}

function reduce(line: string, node: AnyNode): Expr {
  switch (node.type) {
    case 'ConstantNode':
      if (typeof node.value === 'number') return { kind: 'number', value: node.value };
      break;
    case 'SymbolNode':
      return { kind: 'name', name: node.name! };
    case 'ParenthesisNode':
      return reduce(line, node.content!);
    case 'ConditionalNode':
      return call(line, 'choose', [node.condition!, node.trueExpr!, node.falseExpr!]);
    case 'OperatorNode':
      return call(line, node.fn as string, node.args!);
    case 'FunctionNode':
      return call(line, (node.fn as { name: string }).name, node.args!);
  }
  throw new SheetError('syntax', line, `Line "${line}": "${node.toString()}" is not something a worksheet can compute`);
}

function call(line: string, op: string, argNodes: AnyNode[]): Expr {
  if (op === TABLE) return table(line, argNodes.map((a) => reduce(line, a)));
  const operation = Object.hasOwn(OPERATIONS, op) ? OPERATIONS[op] : undefined;
  if (!operation) throw new SheetError('syntax', line, `Line "${line}": unknown function or operator "${op}"`);
  const args = argNodes.map((a) => reduce(line, a));
  if (operation.fold && args.length > 2) {
    return args.slice(1).reduce((left, right) => ({ kind: 'call', op, args: [left, right] }), args[0]);
  }
  if (args.length !== operation.arity) {
    throw new SheetError('syntax', line, `Line "${line}": ${op} takes ${operation.arity} values, not ${args.length}`);
  }
  return { kind: 'call', op, args };
}

/** @throws SheetError 'syntax' unless it is x and at least two points of plain figures, x rising */
function table(line: string, args: Expr[]): Expr {
  const figures = args.slice(1).map((
    a,
  ) => (a.kind === 'number' ? a.value : a.kind === 'call' && a.op === 'unaryMinus' && a.args[0].kind === 'number' ? -a.args[0].value : NaN));
  if (figures.length < 4 || figures.length % 2 || figures.some((f) => !Number.isFinite(f))) {
    throw new SheetError('syntax', line, `Line "${line}": ${TABLE} takes a value and at least two points, all in plain figures: ${TABLE}(x, x0, y0, x1, y1)`);
  }
  for (let i = 2; i < figures.length; i += 2)
    if (!(figures[i] > figures[i - 2])) throw new SheetError('syntax', line, `Line "${line}": the points of ${TABLE} must rise in x`);
  return { kind: 'call', op: TABLE, args: [args[0], ...figures.map((value): Expr => ({ kind: 'number', value }))] };
}

/** A table as plain arithmetic: y0 + Σ slope × (x held within the piece − its start). What evaluation and spreadsheets compute. */
export function plainArithmetic(expr: Expr & { kind: 'call' }): Expr & { kind: 'call' } {
  if (expr.op !== TABLE) return expr;
  const [x, ...points] = expr.args;
  const at = (i: number): number => (points[i] as { value: number }).value;
  const num = (value: number): Expr => ({ kind: 'number', value });
  const op = (name: string, ...args: Expr[]): Expr & { kind: 'call' } => ({ kind: 'call', op: name, args });
  let sum: Expr = num(at(1));
  for (let i = 2; i < points.length; i += 2) {
    const slope = (at(i + 1) - at(i - 1)) / (at(i) - at(i - 2));
    sum = op('add', sum, op('multiply', num(slope), op('subtract', op('min', op('max', x, num(at(i - 2))), num(at(i))), num(at(i - 2)))));
  }
  return sum as Expr & { kind: 'call' };
}

/** Names an expression uses, each once, in order of appearance. */
export function namesIn(expr: Expr): string[] {
  const found = new Set<string>();
  const walk = (e: Expr): void => {
    if (e.kind === 'name') found.add(e.name);
    else if (e.kind === 'call') e.args.forEach(walk);
  };
  walk(expr);
  return [...found];
}

const INFIX: Record<string, [sign: string, rank: number]> = {
  smaller: ['<', 1],
  smallerEq: ['≤', 1],
  larger: ['>', 1],
  largerEq: ['≥', 1],
  equal: ['=', 1],
  add: ['+', 2],
  subtract: ['−', 2],
  multiply: ['×', 3],
  divide: ['÷', 3],
  pow: ['^', 4],
};

/**
 * An expression in words, for the margin: `(part mass + support mass) × (1 + waste)`.
 * @param label what to write for a name
 */
export function exprText(expr: Expr, label: (name: string) => string, within = 0): string {
  if (expr.kind === 'number') return String(expr.value);
  if (expr.kind === 'name') return label(expr.name);
  const { op, args } = expr;
  const infix = INFIX[op];
  if (infix) {
    const [sign, rank] = infix;
    // The right side of − and ÷ needs brackets at equal rank; the left side does not.
    const text = `${exprText(args[0], label, rank)} ${sign} ${exprText(args[1], label, rank + 0.5)}`;
    return rank < within ? `(${text})` : text;
  }
  if (op === 'unaryMinus') return `−${exprText(args[0], label, 4)}`;
  if (op === 'choose') {
    const [c, yes, no] = args.map((a) => exprText(a, label));
    return `${yes} if ${c}, else ${no}`;
  }
  if (op === TABLE) {
    const figures = args.slice(1).map((a) => exprText(a, label));
    return `table of ${exprText(args[0], label)} (${figures.flatMap((f, i) => (i % 2 ? [] : [`${f} → ${figures[i + 1]}`])).join('; ')})`;
  }
  if (op === 'and' || op === 'or') return `(${args.map((a) => exprText(a, label)).join(` ${op} `)})`;
  const name = { ceil: 'round up', floor: 'round down', min: 'smaller of', max: 'larger of' }[op] ?? op;
  return `${name} (${args.map((a) => exprText(a, label)).join('; ')})`;
}
