import type { Quantity } from '../quantity/quantity';
import type { Entry, Range, Source } from '../worksheet/types';

/**
 * One kind of declared input. Whatever a person may be asked (a requirement, a shop figure, a material property, a fact of a
 * process, an input of a planner or maker, a field of a record) is one of these, declared once. From it come its default,
 * its schema, how it is read and written, its form, its command-line option and its line in the documents.
 */
interface Base {
  id: string;
  label: string;
  /** Why it is asked, or what stands behind it; shown in the margin. */
  help?: string;
  /** Heading under which a form shows it. */
  group?: string;
  /** May be left open: "not known". */
  optional?: boolean;
  /** What an open one comes to, where it is not "not known": "half its height". */
  open?: string;
  /** Asked only where this says so of the other values. */
  asked?(values: Values): boolean;
}
export interface NumberInput extends Base {
  kind: 'number';
  quantity: Quantity;
  /** Worksheet unit where the quantity has none of its own: `money/h`, `mm^3/(N*m)`. */
  unit?: string;
  min: number;
  max: number;
  whole?: boolean;
  /** Asked as low, likely and high; otherwise as one figure. */
  ranged?: boolean;
  /** What stands until somebody says otherwise. */
  usual?: Range;
  /** Where the usual value comes from. */
  source?: Source;
  spread?: Entry['spread'];
}
export interface Option {
  value: string;
  label: string;
}
export interface ChoiceInput extends Base {
  kind: 'choice';
  options: readonly Option[];
  usual?: string;
}
/** Any number of the options. */
export interface ChoicesInput extends Base {
  kind: 'choices';
  options: readonly Option[];
  usual?: readonly string[];
}
export interface YesNoInput extends Base {
  kind: 'yes-no';
  usual?: boolean;
}
export interface TextInput extends Base {
  kind: 'text';
  max: number;
  /** At least so many letters. */
  least?: number;
  /** More than a line. */
  long?: boolean;
  usual?: string;
}
/** A day, ISO. */
export interface DateInput extends Base {
  kind: 'date';
  usual?: string;
  /** Something has to be done by then: it stands in the calendar. */
  due?: boolean;
}
/** A list of points in the plane, mm: a profile. Typed one a line. */
export interface PointsInput extends Base {
  kind: 'points';
  axes: readonly [string, string];
  least: number;
  most: number;
  usual?: readonly Point[];
}
/** Rows of the same few inputs. */
export interface TableInput extends Base {
  kind: 'table';
  columns: readonly (NumberInput | ChoiceInput | YesNoInput | TextInput | DateInput)[];
  /** What stands before the number of a row: P is P1, P2; empty is 1, 2. Rows without it have no numbers. */
  numbered?: string;
  most: number;
  usual?: readonly Values[];
}
/** A face or hole picked on the part; found again by the point. */
export interface PlaceInput extends Base {
  kind: 'place';
  on: 'face' | 'hole';
}
/** A file kept in the store by its content. */
export interface FileInput extends Base {
  kind: 'file';
  /** As an accept list: `image/png,application/pdf`. */
  accept: string;
  most_bytes: number;
}
export type InputSpec = NumberInput | ChoiceInput | ChoicesInput | YesNoInput | TextInput | DateInput | PointsInput | TableInput | PlaceInput | FileInput;

export type Point = readonly [number, number];
export interface Place {
  point: readonly [number, number, number];
  normal: readonly [number, number, number];
}
export interface FileValue {
  hash: string;
  name: string;
  size_bytes: number;
}
export type InputValue = number | Range | string | boolean | readonly string[] | readonly Point[] | readonly Values[] | Place | FileValue;
/** Values by input id; what is not there is not known. */
// An interface, because an alias could not mention itself through the rows of a table.
// eslint-disable-next-line @typescript-eslint/consistent-indexed-object-style
export interface Values {
  readonly [id: string]: InputValue | undefined;
}

export const isRange = (v: unknown): v is Range => typeof v === 'object' && v !== null && 'likely' in v;
/** A range from one figure; a range as it is. */
export const asRange = (v: number | Range): Range => (isRange(v) ? v : { low: v, likely: v, high: v });

/** What stands for an input until somebody answers it; undefined where it is open. */
export function usualOf(spec: InputSpec): InputValue | undefined {
  if (spec.kind === 'number') return spec.usual && (spec.ranged ? spec.usual : spec.usual.likely);
  return 'usual' in spec ? spec.usual : undefined;
}

/** The values with every gap filled by what is usual. Inputs that are not asked keep their usual value, so that lines always find one. */
export function filled(specs: readonly InputSpec[], values: Values): Values {
  return Object.fromEntries(specs.map((s) => [s.id, values[s.id] ?? usualOf(s)]));
}

/** Inputs asked at these values; what the values say beside the inputs counts as well. */
export const askedOf = (specs: readonly InputSpec[], values: Values): InputSpec[] => {
  const all = { ...values, ...filled(specs, values) };
  return specs.filter((s) => s.asked?.(all) ?? true);
};

/**
 * A short way of declaring a number.
 * @param usual low, likely and high; one figure for all three; nothing where it is not known until somebody says
 */
export function number(
  id: string,
  label: string,
  quantity: Quantity,
  [min, max]: readonly [number, number],
  usual?: number | readonly [number, number, number],
  more: Partial<Omit<NumberInput, 'kind' | 'id' | 'label' | 'quantity' | 'min' | 'max' | 'usual'>> = {},
): NumberInput {
  const range = typeof usual === 'number' ? { low: usual, likely: usual, high: usual } : usual && { low: usual[0], likely: usual[1], high: usual[2] };
  return { kind: 'number', id, label, quantity, min, max, usual: range, ...more };
}
