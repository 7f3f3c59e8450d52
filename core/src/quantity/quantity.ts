/** Metric or inch: how lengths, masses, forces and temperatures are shown and what a bare typed number means. */
export type UnitSystem = 'metric' | 'inch';

/**
 * Quantities with a unit of their own. Stored values are always in `store`, spelled as the worksheet spells units; `show` is
 * what a user sees.
 */
// dprint-ignore
export const QUANTITIES = {
  length: { store: 'mm', show: { metric: 'mm', inch: 'in' } },
  area: { store: 'cm^2', show: { metric: 'cm²', inch: 'in²' } },
  volume: { store: 'cm^3', show: { metric: 'cm³', inch: 'in³' } },
  force: { store: 'N', show: { metric: 'N', inch: 'lbf' } },
  torque: { store: 'N*m', show: { metric: 'N·m', inch: 'lbf·ft' } },
  mass: { store: 'kg', show: { metric: 'kg', inch: 'lb' } },
  inertia: { store: 'kg*m^2', show: { metric: 'kg·m²', inch: 'lb·ft²' } },
  temperature: { store: 'degC', show: { metric: '°C', inch: '°F' } },
  pressure: { store: 'MPa', show: { metric: 'MPa', inch: 'psi' } },
  vacuum: { store: 'kPa', show: { metric: 'kPa', inch: 'psi' } },
  stiffness: { store: 'GPa', show: { metric: 'GPa', inch: 'Mpsi' } },
  speed: { store: 'm/s', show: { metric: 'm/s', inch: 'ft/s' } },
  acceleration: { store: 'm/s^2', show: { metric: 'm/s²', inch: 'ft/s²' } },
  flow: { store: 'L/minute', show: { metric: 'L/min', inch: 'cfm' } },
  angle: { store: 'deg', show: { metric: '°', inch: '°' } },
  roughness: { store: 'um', show: { metric: 'µm', inch: 'µin' } },
  time: { store: 'h', show: { metric: 'h', inch: 'h' } },
  seconds: { store: 's', show: { metric: 's', inch: 's' } },
  days: { store: 'day', show: { metric: 'days', inch: 'days' } },
  years: { store: 'year', show: { metric: 'years', inch: 'years' } },
  count: { store: '', show: { metric: '', inch: '' } },
  money: { store: '', show: { metric: '', inch: '' } },
} as const satisfies Record<string, { store: string; show: Record<UnitSystem, string> }>;

export type Quantity = keyof typeof QUANTITIES;

const LB = 0.45359237;
/** Standard gravity, m/s², exact by definition. */
export const STANDARD_GRAVITY = 9.80665;
const LBF = LB * STANDARD_GRAVITY;
const INCH = 0.0254;
const FOOT = 12 * INCH;
const PSI = LBF / INCH ** 2;

/** Every unit that may be typed or shown: what it measures, and how much of the SI unit it is (with the zero of temperature scales). Factors are exact by definition. */
// dprint-ignore
const UNITS: Readonly<Record<string, readonly [measures: string, si: number, zero?: number]>> = {
  mm: ['length', 1e-3], cm: ['length', 1e-2], m: ['length', 1], um: ['length', 1e-6], in: ['length', INCH], ft: ['length', FOOT], uin: ['length', INCH * 1e-6], mil: ['length', INCH * 1e-3],
  'mm^2': ['area', 1e-6], 'cm^2': ['area', 1e-4], 'm^2': ['area', 1], 'in^2': ['area', INCH ** 2], 'ft^2': ['area', FOOT ** 2],
  'mm^3': ['volume', 1e-9], 'cm^3': ['volume', 1e-6], L: ['volume', 1e-3], 'in^3': ['volume', INCH ** 3],
  N: ['force', 1], kN: ['force', 1000], lbf: ['force', LBF], kgf: ['force', STANDARD_GRAVITY],
  'N*m': ['torque', 1], 'N*cm': ['torque', 0.01], 'lbf*ft': ['torque', LBF * FOOT], 'lbf*in': ['torque', LBF * INCH],
  kg: ['mass', 1], g: ['mass', 1e-3], t: ['mass', 1000], lb: ['mass', LB], oz: ['mass', LB / 16],
  'kg*m^2': ['inertia', 1], 'kg*cm^2': ['inertia', 1e-4], 'lb*ft^2': ['inertia', LB * FOOT ** 2],
  degC: ['temperature', 1, 273.15], degF: ['temperature', 5 / 9, 459.67 * (5 / 9)], K: ['temperature', 1],
  MPa: ['pressure', 1e6], kPa: ['pressure', 1e3], Pa: ['pressure', 1], GPa: ['pressure', 1e9], bar: ['pressure', 1e5], mbar: ['pressure', 100], psi: ['pressure', PSI], ksi: ['pressure', PSI * 1e3], Mpsi: ['pressure', PSI * 1e6],
  'm/s': ['speed', 1], 'mm/s': ['speed', 1e-3], 'm/min': ['speed', 1 / 60], 'ft/s': ['speed', FOOT],
  'm/s^2': ['acceleration', 1], 'ft/s^2': ['acceleration', FOOT], g0: ['acceleration', STANDARD_GRAVITY],
  'L/minute': ['flow', 1e-3 / 60], 'm^3/h': ['flow', 1 / 3600], cfm: ['flow', FOOT ** 3 / 60],
  deg: ['angle', Math.PI / 180], rad: ['angle', 1],
  h: ['time', 3600], minute: ['time', 60], s: ['time', 1], ms: ['time', 1e-3], day: ['time', 86_400], week: ['time', 604_800], month: ['time', 86_400 * 365.25 / 12], year: ['time', 86_400 * 365.25],
};

/** How people write a unit → its name above. */
// dprint-ignore
const SPELLINGS: Readonly<Record<string, string>> = {
  '°c': 'degC', c: 'degC', degc: 'degC', '°f': 'degF', f: 'degF', degf: 'degF', k: 'K',
  '"': 'in', in: 'in', inch: 'in', inches: 'in', "'": 'ft', ft: 'ft', mm: 'mm', cm: 'cm', m: 'm', µm: 'um', um: 'um', 'µin': 'uin', uin: 'uin', mil: 'mil', thou: 'mil',
  'mm²': 'mm^2', mm2: 'mm^2', 'mm^2': 'mm^2', 'cm²': 'cm^2', cm2: 'cm^2', 'cm^2': 'cm^2', 'm²': 'm^2', m2: 'm^2', 'm^2': 'm^2', 'in²': 'in^2', in2: 'in^2', 'in^2': 'in^2', 'ft²': 'ft^2', ft2: 'ft^2',
  'mm³': 'mm^3', mm3: 'mm^3', 'cm³': 'cm^3', cm3: 'cm^3', 'cm^3': 'cm^3', ml: 'cm^3', l: 'L', 'in³': 'in^3', in3: 'in^3', 'in^3': 'in^3',
  n: 'N', kn: 'kN', lbf: 'lbf', kgf: 'kgf', kg: 'kg', g: 'g', t: 't', lb: 'lb', lbs: 'lb', oz: 'oz',
  'n·m': 'N*m', nm: 'N*m', 'n*m': 'N*m', 'n m': 'N*m', ncm: 'N*cm', 'lbf·ft': 'lbf*ft', 'lbf*ft': 'lbf*ft', 'ft·lbf': 'lbf*ft', 'ft lbf': 'lbf*ft', 'ft-lb': 'lbf*ft', 'lbf·in': 'lbf*in', 'in·lbf': 'lbf*in', 'in-lb': 'lbf*in',
  'kg·m²': 'kg*m^2', 'kg m²': 'kg*m^2', kgm2: 'kg*m^2', 'kg·cm²': 'kg*cm^2', 'lb·ft²': 'lb*ft^2',
  mpa: 'MPa', kpa: 'kPa', gpa: 'GPa', bar: 'bar', mbar: 'mbar', psi: 'psi', ksi: 'ksi', mpsi: 'Mpsi', pa: 'Pa', 'n/mm²': 'MPa', 'n/mm2': 'MPa',
  'm/s': 'm/s', 'mm/s': 'mm/s', 'm/min': 'm/min', 'ft/s': 'ft/s', 'm/s²': 'm/s^2', 'm/s2': 'm/s^2', 'm/s^2': 'm/s^2', 'ft/s²': 'ft/s^2', 'ft/s2': 'ft/s^2',
  'l/min': 'L/minute', 'l/minute': 'L/minute', 'm³/h': 'm^3/h', 'm3/h': 'm^3/h', cfm: 'cfm', '°': 'deg', deg: 'deg', degrees: 'deg', rad: 'rad',
  h: 'h', hr: 'h', hours: 'h', hour: 'h', min: 'minute', s: 's', sec: 's', seconds: 's', ms: 'ms',
  d: 'day', day: 'day', days: 'day', week: 'week', weeks: 'week', wk: 'week', wks: 'week', mo: 'month', yr: 'year', yrs: 'year', month: 'month', months: 'month', year: 'year', years: 'year', y: 'year',
};
/** Letters that mean another thing where an acceleration is asked: "2 g". */
const SPELLED_FOR: Partial<Record<Quantity, Readonly<Record<string, string>>>> = { acceleration: { g: 'g0' } };

/** Name of a shown unit. */
const unitOf = (shown: string): string => SPELLINGS[shown.toLowerCase()] ?? shown;

/** @throws Error where the two do not measure the same thing */
function convert(value: number, from: string, to: string): number {
  if (from === to) return value;
  const [a, b] = [UNITS[from], UNITS[to]];
  if (!a || !b || a[0] !== b[0]) throw new Error(`${from} is not ${to}`);
  // Offsets and factors disturb the last digits (−40 °F → −40.00000000000006 °C): 12 digits are plenty.
  return Number(((value * a[1] + (a[2] ?? 0) - (b[2] ?? 0)) / b[1]).toPrecision(12));
}

export type Parsed = { ok: true; value: number } | { ok: false; message: string };

/** Money may be typed with its sign or code; which one it is stands beside the field. */
const CURRENCY = /^(?:[€$£¥]|[A-Z]{3})\s*(?=[\d.,+-])|\s*(?:[€$£¥]|[A-Z]{3})$/g;
/** A number with one mark and three digits after it: thousands to some, thousandths to others. */
const EITHER = /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/;

interface Term {
  value: number;
  unit: string;
}

/** Read off instruments to the third decimal, and written with a point on every screen here: there a point is a point. */
const MEASURED: ReadonlySet<Quantity> = new Set(['length', 'roughness', 'temperature', 'pressure', 'stiffness', 'angle']);

/** One number with perhaps a unit: "0.5 in", "7 1/8 in", "1.200,5". @returns a message where it is none */
function readTerm(text: string, quantity: Quantity): Term | string {
  const not = `"${text.slice(0, 20)}" is not a number.`;
  const part = /^([+-]?)(?:(\d+)\s+)?(\d+)\/(\d+)\s*([^\d\s/].*)?$/.exec(text);
  if (part) {
    const value = Number(part[2] ?? 0) + Number(part[3]) / Number(part[4]);
    return Number.isFinite(value) ? { value: part[1] === '-' ? -value : value, unit: (part[5] ?? '').trim() } : not;
  }
  const m = /^([+-]?(?:\d[\d\s]*(?:[.,]\d+)*|[.,]\d+)(?:e[+-]?\d+)?)\s*([^\d\s].*)?$/i.exec(text);
  if (!m) return not;
  const unit = (m[2] ?? '').trim();
  const digits = m[1].replace(/\s/g, '');
  if (EITHER.test(digits) && !(MEASURED.has(quantity) && digits.includes('.')))
    return `"${digits}" may be ${digits.replace(/[.,]/, '')} or ${Number(digits.replace(',', '.'))}: type one of these.`;
  const value = readNumber(m[1]);
  return Number.isFinite(value) ? { value, unit } : not;
}

/**
 * Read what a person typed: "0.5 in", "7 1/8 in", "12 + 3.5", "80 psi", "2 h 30", "1 200", "350°F", "45 €", or a bare number in the
 * shown unit. In a sum a number without a unit has that of the next one.
 * @returns the value in the quantity's store unit, or a message for beside the field
 */
export function parseQuantity(text: string, quantity: Quantity, system: UnitSystem = 'metric'): Parsed {
  const { store } = QUANTITIES[quantity];
  let clean = text.trim().replace(/−/g, '-').replace(/[\u00a0\u202f\u2009]/g, ' ');
  if (quantity === 'money') clean = clean.replace(CURRENCY, '').trim();
  if (clean === '') return { ok: false, message: 'Type a number.' };
  const hm = quantity === 'time' && /^(\d+)\s*h\s*(\d{1,2})(\s*min)?$/i.exec(clean);
  if (hm) return { ok: true, value: Number(hm[1]) + Number(hm[2]) / 60 };
  // Not the sign of an exponent, nor the first; a minus between two numbers stands between spaces.
  const parts = clean.split(/(?<=[^e\s])\s*(\+)\s*|\s(-)\s/i).filter((p) => p !== undefined);
  let unit = '';
  let sum = 0;
  for (let k = parts.length - 1; k >= 0; k -= 2) {
    const term = readTerm(parts[k], quantity);
    if (typeof term === 'string') return { ok: false, message: term };
    unit = term.unit || unit;
    const read = toStore(term.value, unit, quantity, system);
    if (!read.ok) return read;
    sum += parts[k - 1] === '-' ? -read.value : read.value;
  }
  return { ok: true, value: parts.length > 1 && store ? Number(sum.toPrecision(12)) : sum };
}

function toStore(value: number, typed: string, quantity: Quantity, system: UnitSystem): Parsed {
  const { store, show } = QUANTITIES[quantity];
  if (!typed) return { ok: true, value: store ? convert(value, unitOf(show[system]), store) : value };
  const unit = SPELLED_FOR[quantity]?.[typed.toLowerCase()] ?? SPELLINGS[typed.toLowerCase()];
  const wanted = store ? `Use ${Object.values(show).filter((u, i, all) => all.indexOf(u) === i).join(' or ')}.` : 'Type the number alone.';
  const misfit: Parsed = { ok: false, message: `"${typed}" is not a unit that fits here. ${wanted}` };
  if (!unit || !store) return misfit;
  try {
    return { ok: true, value: convert(value, unit, store) };
  } catch {
    return misfit;
  }
}

/** "1 200" is 1200; "0,5" is a half; "1,200.5" and "1.200,5" as written; groups of three, more than one, are thousands. */
function readNumber(text: string): number {
  let t = text.replace(/\s/g, '');
  const comma = t.lastIndexOf(',');
  const dot = t.lastIndexOf('.');
  const grouped = /^[+-]?[1-9]\d{0,2}([.,])\d{3}(\1\d{3})+$/.test(t);
  if (grouped) t = t.replace(/[.,]/g, '');
  else if (comma >= 0 && dot >= 0) t = comma > dot ? t.replace(/\./g, '').replace(',', '.') : t.replace(/,/g, '');
  else if (comma >= 0) t = t.replace(',', '.');
  return Number(t);
}

/** Stored value → number in the shown unit. */
export function toShown(value: number, quantity: Quantity, system: UnitSystem): number {
  const { store, show } = QUANTITIES[quantity];
  return store ? convert(value, store, unitOf(show[system])) : value;
}

/** Number with a sensible count of digits: 3 significant below 1000, whole above, no-break spaces between thousands. */
export function formatNumber(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return '–';
  const size = Math.abs(value);
  const rounded = size >= 10 ** digits ? Math.round(value) : Number(value.toPrecision(digits));
  // Most figures have no thousands to part; this is said thousands of times while a list is screened.
  if (Math.abs(rounded) < 1000 && (Math.abs(rounded) >= 1e-6 || rounded === 0)) return rounded < 0 ? `−${-rounded}` : String(rounded);
  const [whole, part] = Math.abs(rounded) < 1e-6 && rounded !== 0 ? [rounded.toExponential(1)] : String(rounded).split('.');
  const [sign, digitsOf] = whole[0] === '-' ? ['−', whole.slice(1)] : ['', whole];
  const grouped = /^\d+$/.test(digitsOf) ? thousands(digitsOf) : digitsOf.replace('-', '−');
  return part ? `${sign}${grouped}.${part}` : sign + grouped;
}

function thousands(digits: string): string {
  let out = digits.slice(-3);
  for (let end = digits.length - 3; end > 0; end -= 3) out = `${digits.slice(Math.max(0, end - 3), end)}\u00a0${out}`;
  return out;
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
/** A worksheet unit for people: `cm^3/h` → cm³/h, `year^-1` → a year, `money` → the site's currency. */
export function unitText(unit: string, currency: string): string {
  const each = /^(\w+)\^-1$/.exec(unit);
  if (each) return `a ${each[1]}`;
  return unit.replace(/\bmoney\b/g, currency).replace(/\bdegC\b/g, '°C').replace(/\bdeg\b/g, '°').replace(/\bum\b/g, 'µm').replace(/\*/g, '·').replace(
    /\^([23])/g,
    (_, p: string) => SUPERSCRIPT[p],
  );
}
