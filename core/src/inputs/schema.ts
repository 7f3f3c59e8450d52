import * as yup from 'yup';
import { formatNumber, formatQuantity, unitText } from '../quantity/quantity';
import type { Range } from '../worksheet/types';
import type { InputSpec, NumberInput, Values } from './spec';

/** Validation of declared inputs; the same schemas on the page, on the server and for files. Messages stand beside the field. */

const finite = (label: string): yup.NumberSchema<number> =>
  yup.number().typeError(`${label}: type a number.`).required(`${label} is missing.`).test(
    'finite',
    `${label}: type a number.`,
    (x: number | null | undefined) => x === null || x === undefined || Number.isFinite(x),
  );

/** A finite number within bounds. */
export const bounded = (label: string, min: number, max: number, show: (x: number) => string = String): yup.NumberSchema<number> =>
  finite(label)
    .min(min, `${label} cannot be below ${show(min)}.`)
    .max(max, `${label} cannot be above ${show(max)}. Check the unit and the zeros.`);

/** Letters that can be seen: without blanks, controls and what has no width. */
const visible = (text: string): string => text.replace(/[\s\p{Cc}\p{Cf}]/gu, '');

/** A text with at least so many letters that can be seen. */
export const named = (message: string, least: number): yup.StringSchema<string> =>
  yup.string().required(message).test('named', message, (t) => visible(t).length >= least);

/** low ≤ likely ≤ high, all finite and within bounds. */
export const rangeSchema = (label: string, min: number, max: number, show?: (x: number) => string): yup.ObjectSchema<Range> =>
  yup
    .object({ low: bounded(label, min, max, show), likely: bounded(label, min, max, show), high: bounded(label, min, max, show) })
    .typeError(`${label}: give low, likely and high.`)
    .test('order', `${label}: low, likely and high must rise in this order.`, (r?: Range) => !r || (r.low <= r.likely && r.likely <= r.high));

export const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** True for dates that exist: 2026-02-30 does not. What is absent is for others to miss. */
export function isRealDate(text: string | undefined): boolean {
  if (text === undefined) return true;
  const time = Date.parse(`${text}T00:00:00Z`);
  return Number.isFinite(time) && new Date(time).toISOString().slice(0, 10) === text;
}
export const daySchema = (label = 'Date'): yup.StringSchema<string> =>
  yup.string().required(`${label}: use a date.`).matches(DAY, `${label}: use a date.`).test('real', `${label}: not a date of the calendar.`, isRealDate);

export const hashSchema = (): yup.StringSchema<string> => yup.string().matches(/^[0-9a-f]{64}$/, 'Not a file of the store.').required();
export const vec3Schema = (label: string, most: number): yup.Schema<[number, number, number]> =>
  yup.array().of(bounded(label, -most, most)).length(3).required() as unknown as yup.Schema<[number, number, number]>;

const shown = (spec: NumberInput) =>
(
  x: number,
): string => (spec.unit ? `${formatNumber(x)}\u00a0${unitText(spec.unit, '').replace(/^\//, 'per ')}`.trim() : formatQuantity(x, spec.quantity, 'metric'));

/** One figure of a number input, for beside its field. */
export function numberSchema(spec: NumberInput): yup.NumberSchema<number> {
  const schema = bounded(spec.label, spec.min, spec.max, shown(spec));
  return spec.whole ? schema.integer(`${spec.label}: a whole number.`) : schema;
}

/** Schema of one input's value. */
export function inputSchema(spec: InputSpec): yup.Schema {
  switch (spec.kind) {
    case 'number':
      return spec.ranged ? rangeSchema(spec.label, spec.min, spec.max, shown(spec)).required() : numberSchema(spec);
    case 'choice':
      return yup.string().oneOf(spec.options.map((o) => o.value), `${spec.label}: choose one of ${spec.options.map((o) => o.label).join(', ')}.`).required(
        `${spec.label} is missing.`,
      );
    case 'choices':
      return yup.array().of(yup.string().oneOf(spec.options.map((o) => o.value), `${spec.label}: one of those offered.`).required()).max(spec.options.length)
        .required();
    case 'yes-no':
      return yup.boolean().required(`${spec.label}: yes or no.`);
    case 'text': {
      const most = yup.string().max(spec.max, `${spec.label}: at most ${spec.max} letters.`);
      return spec.least
        ? most.required(`${spec.label} is missing.`).test(
          'named',
          `${spec.label} is missing.`,
          (t?: string) => t === undefined || t.trim().length >= spec.least!,
        )
        : most.defined();
    }
    case 'date':
      return daySchema(spec.label);
    case 'points':
      return yup.array().of(yup.array().of(bounded(spec.label, -100_000, 100_000)).length(2).required()).min(
        spec.least,
        `${spec.label}: at least ${spec.least} points.`,
      ).max(spec.most, `${spec.label}: at most ${spec.most} points.`).required();
    case 'table':
      return yup.array().of(valuesSchema(spec.columns).required()).max(spec.most, `${spec.label}: at most ${spec.most} rows.`).required();
    case 'place':
      return yup.object({ point: vec3Schema(spec.label, 100_000), normal: vec3Schema(spec.label, 1.001) }).noUnknown().required();
    case 'file':
      return yup.object({ hash: hashSchema(), name: yup.string().max(255).required(), size_bytes: bounded(spec.label, 0, spec.most_bytes) }).noUnknown()
        .required();
  }
}

/**
 * Schema of the values of a list of inputs. Unknown names are refused; what is absent is not known, which only inputs without
 * a usual value that are not optional may refuse.
 * @param complete every input that is not optional and has no usual value must be there
 */
export function valuesSchema(specs: readonly InputSpec[], complete = true): yup.ObjectSchema<Values> {
  const shape = Object.fromEntries(
    specs.map((s) => {
      const schema = inputSchema(s);
      const needed = complete && !s.optional && !s.asked && !('usual' in s && s.usual !== undefined);
      return [s.id, needed ? schema : (schema as yup.AnySchema).optional().default(undefined)];
    }),
  );
  return yup.object(shape).noUnknown('Cuadro does not know the field ${unknown}.') as unknown as yup.ObjectSchema<Values>;
}

export interface InputFault {
  /** Input, and where it is a table its row and column: `rows[2].force`. */
  path: string;
  message: string;
}
/** What is wrong with values, input by input; empty when they can be used. */
export function inputFaults(specs: readonly InputSpec[], values: unknown, complete = true): InputFault[] {
  try {
    valuesSchema(specs, complete).required().validateSync(values, { strict: true, abortEarly: false });
    return [];
  } catch (e) {
    if (!(e instanceof yup.ValidationError)) throw e;
    return (e.inner.length ? e.inner : [e]).map((f) => ({ path: f.path ?? '', message: f.message }));
  }
}
