import { formatDate } from '../quantity/date';
import { formatNumber, parseQuantity, QUANTITIES, toShown, unitText, type UnitSystem } from '../quantity/quantity';
import type { Entry, Source } from '../worksheet/types';
import { asRange, filled, type FileValue, type InputSpec, type InputValue, isRange, type NumberInput, type Place, type Point, type Values } from './spec';

/** Unit of a number input as a worksheet spells it. */
export const sheetUnit = (spec: NumberInput): string => spec.unit ?? (spec.quantity === 'money' ? 'money' : QUANTITIES[spec.quantity].store);

/** Unit of a number input as people see it. */
export function shownUnit(spec: NumberInput, system: UnitSystem, currency: string): string {
  const { store, show } = QUANTITIES[spec.quantity];
  if (!spec.unit) return spec.quantity === 'money' ? currency : show[system];
  // mm/cycle is in/cycle to an inch user.
  return unitText(store && spec.unit.startsWith(store) ? spec.unit.replace(store, show[system]) : spec.unit, currency);
}

/** A number that was given stands as it was given, up to seven digits; what comes out of a conversion is rounded. */
const asGiven = (x: number): string => formatNumber(x, Number(x.toPrecision(7)) === x ? 7 : 4);

/** A value in words, with its unit. */
export function inputText(spec: InputSpec, value: InputValue | undefined, system: UnitSystem = 'metric', currency = ''): string {
  if (value === undefined) return spec.open ?? 'not known';
  switch (spec.kind) {
    case 'number': {
      const one = (x: number): string => `${asGiven(toShown(x, spec.quantity, system))}\u00a0${shownUnit(spec, system, currency)}`.trimEnd();
      if (!isRange(value) || value.low === value.high) return one(asRange(value as number).likely);
      return `${one(value.likely)} (${one(value.low)} to ${one(value.high)})`;
    }
    case 'choice':
      return spec.options.find((o) => o.value === value)?.label ?? String(value);
    case 'choices':
      return (value as string[]).map((v) => spec.options.find((o) => o.value === v)?.label ?? v).join(', ') || 'none';
    case 'yes-no':
      return value ? 'yes' : 'no';
    case 'points':
      return `${(value as Point[]).length} points`;
    case 'table':
      return (value as Values[]).length === 1 ? '1 row' : `${(value as Values[]).length} rows`;
    case 'place':
      return placeText(spec.on, value as Place, system);
    case 'file':
      return (value as FileValue).name;
    case 'date':
      return formatDate(String(value), false);
    default:
      return String(value);
  }
}

/** "face at 12.0 / 3.50 / 0 mm", in the part's own axes. */
const placeText = (on: 'face' | 'hole', { point }: Place, system: UnitSystem): string =>
  `${on} at ${point.map((x) => formatNumber(toShown(x, 'length', system))).join(' / ')}\u00a0${QUANTITIES.length.show[system]}`;

export type ParsedInput = { ok: true; value: InputValue } | { ok: false; message: string };

/**
 * Read an input from one text, as an option of the command line or a cell of a table has it. Numbers take units; a range is
 * written `low..likely..high`; several choices are separated by commas; points are two figures each, one a line, or `0 0; 10 0; 10 20`.
 * The value is not yet checked against its bounds: `inputSchema` does that.
 */
export function parseInput(spec: InputSpec, text: string, system: UnitSystem = 'metric'): ParsedInput {
  const wrong = (message: string): ParsedInput => ({ ok: false, message: `${spec.label}: ${message}` });
  const t = text.trim();
  switch (spec.kind) {
    case 'number': {
      const parts = spec.ranged ? t.split('..') : [t];
      if (![1, 3].includes(parts.length)) return wrong('write one figure, or low..likely..high.');
      const out: number[] = [];
      for (const p of parts) {
        const parsed = parseQuantity(p, spec.quantity, system);
        if (!parsed.ok) return wrong(parsed.message);
        out.push(parsed.value);
      }
      if (!spec.ranged) return { ok: true, value: out[0] };
      return { ok: true, value: { low: out[0], likely: out[1] ?? out[0], high: out[2] ?? out[0] } };
    }
    case 'yes-no':
      return /^(yes|true|1)$/i.test(t) ? { ok: true, value: true } : /^(no|false|0)$/i.test(t) ? { ok: true, value: false } : wrong('yes or no.');
    case 'choice': {
      const found = spec.options.find((o) => o.value === t || o.label.toLowerCase() === t.toLowerCase());
      return found ? { ok: true, value: found.value } : wrong(`one of ${spec.options.map((o) => o.value).join(', ')}.`);
    }
    case 'choices':
      return { ok: true, value: t ? t.split(/\s*,\s*/) : [] };
    case 'points': {
      const points: Point[] = [];
      // One point a line; on a single line, as an option has them, a semicolon parts them.
      for (const [i, raw] of t.split(t.includes('\n') ? '\n' : ';').entries()) {
        const line = raw.trim();
        if (!line) continue;
        const numbers = line.split(/\s*;\s*|,?\s+/).filter(Boolean).map((x) => Number(x.replace(',', '.')));
        if (numbers.length !== 2 || numbers.some((x) => !Number.isFinite(x)))
          return wrong(`line ${i + 1}, "${line}", is not a ${spec.axes[0]} and a ${spec.axes[1]}.`);
        points.push([numbers[0], numbers[1]]);
      }
      return { ok: true, value: points };
    }
    case 'place': {
      const n = t.split(/[\s,;]+/).map(Number);
      if (![3, 6].includes(n.length) || n.some((x) => !Number.isFinite(x))) return wrong('write x y z in mm, and the direction after it where it matters.');
      return { ok: true, value: { point: [n[0], n[1], n[2]], normal: [n[3] ?? 0, n[4] ?? 0, n[5] ?? 0] } };
    }
    case 'text':
    case 'date':
      return { ok: true, value: t };
    default:
      return wrong('cannot be typed in one line.');
  }
}

/** One line on an input for a document or a usage text: name, unit, bounds, what is usual. */
export function inputDoc(spec: InputSpec): string {
  const usual = filled([spec], {})[spec.id];
  const standing = usual === undefined
    ? (spec.optional ? (spec.open ? `left open: ${spec.open}` : 'may be left open') : 'has to be given')
    : `usual ${inputText(spec, usual)}`;
  if (spec.kind === 'number') {
    const unit = shownUnit(spec, 'metric', 'money');
    return `${spec.label}${unit ? `, ${unit}` : ''}: ${spec.min} to ${spec.max}${spec.whole ? ', whole' : ''}; ${standing}`;
  }
  return `${spec.label}: ${spec.kind === 'choice' || spec.kind === 'choices' ? `${spec.options.map((o) => o.value).join(' | ')}; ` : ''}${standing}`;
}

const GIVEN: Source = { kind: 'you', text: 'Given by you.' };
const USUAL: Source = { kind: 'guess', text: 'Usual; say otherwise.' };

/**
 * Number inputs as worksheet entries: what was given has no spread unless a range was given; what was not stands at its usual
 * range. Yes and no become 1 and 0, so that a line can switch on them; a choice is 1 under `id_option` and 0 under the others.
 * @param prefix of the sampling keys, so that two lists of inputs do not share samples by accident
 */
export function inputEntries(specs: readonly InputSpec[], values: Values, prefix: string): Entry[] {
  const entries: Entry[] = [];
  for (const spec of specs) {
    const given = values[spec.id];
    const flag = (name: string, label: string, on: boolean): Entry => ({
      name,
      label,
      unit: '',
      low: Number(on),
      likely: Number(on),
      high: Number(on),
      source: given === undefined ? USUAL : GIVEN,
    });
    if (spec.kind === 'number') {
      const range = given === undefined ? spec.usual : asRange(given as number);
      // Open without a usual value: nothing can be worked out of it, and what rests on it says so.
      const { low, likely, high } = range ?? { low: NaN, likely: NaN, high: NaN };
      entries.push({
        name: spec.id,
        label: spec.label,
        unit: sheetUnit(spec),
        low,
        likely,
        high,
        spread: spec.spread,
        whole: spec.whole,
        key: `${prefix}.${spec.id}`,
        source: given === undefined ? (spec.source ?? USUAL) : GIVEN,
      });
    } else if (spec.kind === 'yes-no') entries.push(flag(spec.id, spec.label, Boolean(given ?? spec.usual)));
    else if (spec.kind === 'choice') {
      for (const o of spec.options)
        entries.push(flag(`${spec.id}_${o.value.replace(/\W/g, '_')}`, `${spec.label}: ${o.label}`, (given ?? spec.usual) === o.value));
    }
  }
  return entries;
}
