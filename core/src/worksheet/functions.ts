/**
 * The operators and functions a worksheet line may use: one table for evaluation, unit rules and text.
 *
 * Every kernel walks whole arrays with its own loop literal. A shared higher-order loop would be shorter, but the engine
 * could then no longer inline the operation, and a risk run would take several times as long.
 */

export type Kernel = (out: Float64Array, n: number, a: Float64Array, b: Float64Array, c: Float64Array) => void;

/**
 * How units pass through.
 * `same`: all arguments alike, the result too. `compare`: all alike, the result is a plain number.
 * `plain`: arguments and result are plain numbers. `keep`: the unit of the only argument.
 * `choose`: first a plain number, then two alike. The rest are named after what they do.
 */
export type UnitRule = 'same' | 'compare' | 'plain' | 'keep' | 'choose' | 'multiply' | 'divide' | 'power' | 'root';

export interface Operation {
  arity: 1 | 2 | 3;
  /** More arguments than `arity` are folded from the left (min, max). */
  fold?: boolean;
  units: UnitRule;
  kernel: Kernel;
}

// dprint-ignore
export const OPERATIONS: Record<string, Operation> = {
  add: { arity: 2, units: 'same', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] + b[i]; } },
  subtract: { arity: 2, units: 'same', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] - b[i]; } },
  multiply: { arity: 2, units: 'multiply', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] * b[i]; } },
  divide: { arity: 2, units: 'divide', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] / b[i]; } },
  pow: { arity: 2, units: 'power', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] ** b[i]; } },
  unaryMinus: { arity: 1, units: 'keep', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = -a[i]; } },
  smaller: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] < b[i] ? 1 : 0; } },
  smallerEq: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] <= b[i] ? 1 : 0; } },
  larger: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] > b[i] ? 1 : 0; } },
  largerEq: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] >= b[i] ? 1 : 0; } },
  equal: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] === b[i] ? 1 : 0; } },
  choose: { arity: 3, units: 'choose', kernel: (o, n, a, b, c) => { for (let i = 0; i < n; i++) o[i] = a[i] !== a[i] ? NaN : a[i] !== 0 ? b[i] : c[i]; } },
  // Comparisons rather than Math.min/max: NaN must come through, and it does, as the first argument of a false comparison.
  min: { arity: 2, fold: true, units: 'same', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = b[i] < a[i] || b[i] !== b[i] ? b[i] : a[i]; } },
  max: { arity: 2, fold: true, units: 'same', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = b[i] > a[i] || b[i] !== b[i] ? b[i] : a[i]; } },
  ceil: { arity: 1, units: 'keep', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.ceil(a[i]); } },
  floor: { arity: 1, units: 'keep', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.floor(a[i]); } },
  abs: { arity: 1, units: 'keep', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.abs(a[i]); } },
  sqrt: { arity: 1, units: 'root', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.sqrt(a[i]); } },
  exp: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.exp(a[i]); } },
  log: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.log(a[i]); } },
  // Angles are plain numbers in radians; degrees are turned by an entry in rad/deg.
  sin: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.sin(a[i]); } },
  cos: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.cos(a[i]); } },
  tan: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.tan(a[i]); } },
  asin: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.asin(a[i]); } },
  acos: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.acos(a[i]); } },
  atan: { arity: 1, units: 'plain', kernel: (o, n, a) => { for (let i = 0; i < n; i++) o[i] = Math.atan(a[i]); } },
  atan2: { arity: 2, units: 'compare', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = Math.atan2(a[i], b[i]); } },
  // Any number but 0 is true; NaN stays NaN, so that a gap is never taken for an answer.
  and: { arity: 2, fold: true, units: 'plain', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] !== a[i] || b[i] !== b[i] ? NaN : a[i] !== 0 && b[i] !== 0 ? 1 : 0; } },
  or: { arity: 2, fold: true, units: 'plain', kernel: (o, n, a, b) => { for (let i = 0; i < n; i++) o[i] = a[i] !== a[i] || b[i] !== b[i] ? NaN : a[i] !== 0 || b[i] !== 0 ? 1 : 0; } },
};
