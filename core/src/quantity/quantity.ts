import { unit as mathUnit } from 'mathjs';

/** Metric or inch: how lengths, masses, forces and temperatures are shown and what a bare typed number means. */
export type UnitSystem = 'metric' | 'inch';

/**
 * Quantities with a unit of their own. Stored values are always in `store`; `show` is what a user sees.
 * Conversions are mathjs's.
 */
export const QUANTITIES = {
  length: { store: 'mm', show: { metric: 'mm', inch: 'in' } },
  force: { store: 'N', show: { metric: 'N', inch: 'lbf' } },
  mass: { store: 'kg', show: { metric: 'kg', inch: 'lb' } },
  temperature: { store: 'degC', show: { metric: '°C', inch: '°F' } },
  pressure: { store: 'MPa', show: { metric: 'MPa', inch: 'psi' } },
  roughness: { store: 'um', show: { metric: 'µm', inch: 'µm' } },
  time: { store: 'h', show: { metric: 'h', inch: 'h' } },
  days: { store: 'day', show: { metric: 'days', inch: 'days' } },
  years: { store: 'year', show: { metric: 'years', inch: 'years' } },
  count: { store: '', show: { metric: '', inch: '' } },
  money: { store: '', show: { metric: '', inch: '' } },
} as const satisfies Record<string, { store: string; show: Record<UnitSystem, string> }>;

export type Quantity = keyof typeof QUANTITIES;

/** How people write a unit → how the library does. */
const SPELLINGS: Record<string, string> = {
  '°c': 'degC', c: 'degC', degc: 'degC', '°f': 'degF', f: 'degF', degf: 'degF', k: 'K',
  '"': 'in', in: 'in', inch: 'in', inches: 'in', "'": 'ft', ft: 'ft', mm: 'mm', cm: 'cm', m: 'm', µm: 'um', um: 'um',
  n: 'N', kn: 'kN', lbf: 'lbf', kgf: 'kgf', kg: 'kg', g: 'g', t: 'tonne', lb: 'lb', lbs: 'lb', oz: 'oz',
  mpa: 'MPa', kpa: 'kPa', bar: 'bar', psi: 'psi', pa: 'Pa', h: 'h', hr: 'h', hours: 'h', hour: 'h', min: 'minute', s: 's',
  d: 'day', day: 'day', days: 'day', week: 'week', weeks: 'week', month: 'month', months: 'month', year: 'year', years: 'year', y: 'year',
};

const SHOW_TO_LIB: Record<string, string> = { 'µm': 'um', '°C': 'degC', '°F': 'degF', days: 'day', years: 'year' };
const lib = (shown: string): string => SHOW_TO_LIB[shown] ?? shown;
/** kgf is a force people write and the library calls otherwise. */
const FACTOR: Record<string, [number, string]> = { kgf: [9.80665, 'N'] };

function convert(value: number, from: string, to: string): number {
  if (from === to) return value;
  const [factor, unit] = FACTOR[from] ?? [1, from];
  const converted = mathUnit(value * factor, unit).toNumber(to);
  // Offset units come back with the last digits disturbed (−40 °F → −40.00000000000006 °C): 12 digits are plenty.
  return Number(converted.toPrecision(12));
}

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

/**
 * Read what a person typed: "0.5 in", "80 psi", "2 h 30", "1,200", "350°F", or a bare number in the shown unit.
 * @returns the value in the quantity's store unit, or a message for beside the field
 */
export function parseQuantity(text: string, quantity: Quantity, system: UnitSystem = 'metric'): Parsed {
  const { store, show } = QUANTITIES[quantity];
  const clean = text.trim().replace(/−/g, '-').replace(/\u00a0/g, ' ');
  if (clean === '') return { ok: false, message: 'Type a number.' };
  const hm = quantity === 'time' && /^(\d+)\s*h\s*(\d{1,2})(\s*min)?$/i.exec(clean);
  if (hm) return { ok: true, value: Number(hm[1]) + Number(hm[2]) / 60 };
  const m = /^([+-]?(?:\d[\d\s]*(?:[.,]\d+)*|[.,]\d+)(?:e[+-]?\d+)?)\s*([^\d\s].*)?$/i.exec(clean);
  if (!m) return { ok: false, message: `"${text.trim().slice(0, 20)}" is not a number.` };
  const value = readNumber(m[1]);
  if (!Number.isFinite(value)) return { ok: false, message: `"${text.trim().slice(0, 20)}" is not a number.` };
  if (!m[2]) return { ok: true, value: store ? convert(value, lib(show[system]), store) : value };
  const unit = SPELLINGS[m[2].trim().toLowerCase()];
  const wanted = store ? `Use ${Object.values(show).filter((u, i, all) => all.indexOf(u) === i).join(' or ')}.` : 'Type the number alone.';
  if (!unit || !store) return { ok: false, message: `"${m[2].trim()}" is not a unit that fits here. ${wanted}` };
  try {
    return { ok: true, value: convert(value, unit, store) };
  } catch {
    return { ok: false, message: `"${m[2].trim()}" is not a unit that fits here. ${wanted}` };
  }
}

/** "1,200" and "1 200" are 1200; "0,5" is a half; "1,200.5" and "1.200,5" as written. */
function readNumber(text: string): number {
  let t = text.replace(/\s/g, '');
  const comma = t.lastIndexOf(',');
  const dot = t.lastIndexOf('.');
  if (comma >= 0 && dot >= 0) t = comma > dot ? t.replace(/\./g, '').replace(',', '.') : t.replace(/,/g, '');
  else if (comma >= 0) t = /^[+-]?[1-9]\d{0,2}(,\d{3})+$/.test(t) ? t.replace(/,/g, '') : t.replace(',', '.');
  return Number(t);
}

/** Stored value → number in the shown unit. */
export function toShown(value: number, quantity: Quantity, system: UnitSystem): number {
  const { store, show } = QUANTITIES[quantity];
  return store ? convert(value, store, lib(show[system])) : value;
}

/** Number with a sensible count of digits: 3 significant below 1000, whole above, no-break spaces between thousands. */
export function formatNumber(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return '–';
  const size = Math.abs(value);
  const rounded = size >= 10 ** digits ? Math.round(value) : Number(value.toPrecision(digits));
  const [whole, part] = Math.abs(rounded) < 1e-6 && rounded !== 0 ? [rounded.toExponential(1)] : String(rounded).split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, '\u00a0');
  return (part ? `${grouped}.${part}` : grouped).replace('-', '−');
}

/** "2 · 3 · 5": low, likely, high; one figure where they are the same. */
export const formatRange = (r: { low: number; likely: number; high: number }): string =>
  r.low === r.high ? formatNumber(r.likely) : `${formatNumber(r.low)} · ${formatNumber(r.likely)} · ${formatNumber(r.high)}`;

/** "12.7 mm", "0.5 in". */
export function formatQuantity(value: number, quantity: Quantity, system: UnitSystem): string {
  const shown = QUANTITIES[quantity].show[system];
  return `${formatNumber(toShown(value, quantity, system))}${shown ? `\u00a0${shown}` : ''}`;
}

const SUPERSCRIPT: Record<string, string> = { 2: '²', 3: '³' };
/** A worksheet unit for people: `cm^3/h` → cm³/h, `money` → the site's currency. */
export function unitText(unit: string, currency: string): string {
  return unit.replace(/\bmoney\b/g, currency).replace(/\^([23])/g, (_, p: string) => SUPERSCRIPT[p]);
}
