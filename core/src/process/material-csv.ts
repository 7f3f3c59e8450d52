import Papa from 'papaparse';
import type { Range } from '../worksheet/types';
import { PROPERTIES, type Property } from '../shelf/properties';
import { materialFaults } from './material-faults';
import type { OwnMaterial } from '../shelf/shop';
import { exactly, type Material } from '../shelf/types';

export interface CsvFault {
  /** Line of the file as a spreadsheet counts it; the header is 1. */
  row: number;
  column: string;
  message: string;
}
export interface CsvMaterials {
  materials: Material[];
  faults: CsvFault[];
}

/** Most rows taken at once. */
const MAX_ROWS = 5000;
const ID = /^[a-z0-9][a-z0-9-]{0,59}$/;

const columnsOf = (p: Property): string[] => (p.kind === 'number' && p.ranged ? [`${p.id}_low`, p.id, `${p.id}_high`] : [p.id]);
export const CSV_COLUMNS = ['id', ...PROPERTIES.flatMap(columnsOf)];

/** A cell that a spreadsheet would take for a formula is written as text. */
const text = (t: string): string => (/^[=+\-@\t\r]/.test(t) ? `'${t}` : t);

/** Materials as a table, one a row, a header first. */
export function writeMaterials(materials: readonly Material[]): string {
  const cells = (m: Material, p: Property): string[] => {
    if (p.kind !== 'number') return [text(p.get(m))];
    const r = p.get(m);
    if (!r) return !p.ranged ? [''] : ['', '', ''];
    const n = (x: number): string => String(Number(x.toPrecision(6)));
    return !p.ranged ? [n(r.likely)] : [n(r.low), n(r.likely), n(r.high)];
  };
  return Papa.unparse({ fields: CSV_COLUMNS, data: materials.map((m) => [m.id, ...PROPERTIES.flatMap((p) => cells(m, p))]) });
}

/** What a new material has before its row speaks. */
const EMPTY: Material = {
  id: '',
  label: '',
  processes: [],
  family: 'polymer',
  density_g_cm3: exactly(NaN),
  modulus_gpa: { inPlane: exactly(NaN), across: exactly(NaN) },
  strength_mpa: { inPlane: exactly(NaN), across: exactly(NaN) },
  use_c: exactly(NaN),
  price_per_kg: exactly(NaN),
  cte: exactly(80),
  hardness: '',
  impact: 'fair',
  uv: 'fades',
  esd: 'insulating',
  flame: 'burns',
  moisture: { uptake: 'none' },
  compressive_mpa: exactly(NaN),
  contact: 'never',
  removal: 'stays',
  colour: 'own',
  fluids: { coolant: 'C', 'mineral-oil': 'C', alcohol: 'C', ketone: 'D', aromatic: 'D', chlorinated: 'D', alkaline: 'C', acid: 'D', hydraulic: 'C' },
  marks: 'with-pad',
  wear: 0.3,
  creep: 0.3,
  note: '',
  source: { kind: 'you', text: '' },
};

const numberOf = (t: string): number => Number(/^-?\d+,\d+$/.test(t) ? t.replace(',', '.') : t);

/**
 * Read a table of materials. Rows with an `id` that the shelf has change that material, what they leave empty stays; others are
 * new. A bad row is left out and named by row and column; the good ones are taken.
 * @param shelf the materials there are
 */
export function readMaterials(csv: string, shelf: readonly Material[]): CsvMaterials {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    // No more is read than decides that it is too much.
    preview: MAX_ROWS + 1,
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const faults: CsvFault[] = [];
  const columns = meta.fields ?? [];
  if (!columns.includes('id'))
    return { materials: [], faults: [{ row: 1, column: 'id', message: 'The first row must name the columns, and one of them must be "id".' }] };
  for (const c of columns)
    if (c && !CSV_COLUMNS.includes(c)) faults.push({ row: 1, column: c, message: `No property is called "${c}"; the column is not read.` });
  if (!data.length) return { materials: [], faults: [{ row: 2, column: 'id', message: 'There is no row below the names of the columns.' }] };
  if (data.length > MAX_ROWS) return { materials: [], faults: [{ row: MAX_ROWS + 2, column: 'id', message: `More than ${MAX_ROWS} rows: split the file.` }] };
  const known = new Map(shelf.map((m) => [m.id, m]));
  const seen = new Map<string, number>();
  const materials: Material[] = [];
  data.forEach((cells, i) => {
    const row = i + 2;
    const wrong: CsvFault[] = errors.filter((e) => e.row === i && e.type !== 'Delimiter').map((e) => ({
      row,
      column: '',
      message: e.code === 'TooManyFields' ? 'More cells than columns.' : e.code === 'TooFewFields' ? 'Fewer cells than columns.' : e.message,
    }));
    const id = (cells['id'] ?? '').trim();
    if (!ID.test(id)) wrong.push({ row, column: 'id', message: 'Small letters, digits and hyphens, beginning with a letter or digit, at most 60.' });
    else if (seen.has(id)) wrong.push({ row, column: 'id', message: `"${id}" is in row ${seen.get(id)} already.` });
    let m: Material = { ...(known.get(id) ?? EMPTY), id };
    const changed = !known.has(id) || PROPERTIES.some((p) => columnsOf(p).some((c) => (cells[c] ?? '').trim() !== ''));
    const value = (column: string): number | undefined => {
      const t = (cells[column] ?? '').trim();
      if (t === '') return undefined;
      const n = numberOf(t);
      if (!Number.isFinite(n)) wrong.push({ row, column, message: `"${t.slice(0, 20)}" is not a number.` });
      return n;
    };
    for (const p of PROPERTIES) {
      if (p.kind === 'number') {
        const [low, likely, high] = !p.ranged ? [undefined, value(p.id), undefined] : [value(`${p.id}_low`), value(p.id), value(`${p.id}_high`)];
        if (low === undefined && likely === undefined && high === undefined) continue;
        const now: Range | undefined = p.get(m);
        const middle = likely ?? now?.likely ?? NaN;
        // A new middle with no ends of its own takes the old ends along only where they still enclose it.
        m = p.set(m, {
          low: low ?? (likely === undefined ? (now?.low ?? middle) : middle),
          likely: middle,
          high: high ?? (likely === undefined ? (now?.high ?? middle) : middle),
        });
      } else {
        const t = (cells[p.id] ?? '').trim();
        if (t !== '') m = p.set(m, t.replace(/^'(?=[=+\-@])/, ''));
      }
    }
    if (changed && m.source.kind !== 'you') m = { ...m, source: { kind: 'you', text: m.source.text } };
    const own = new Set(wrong.map((f) => f.column));
    for (const { property, message } of materialFaults(m))
      if (![property, `${property}_low`, `${property}_high`].some((c) => own.has(c))) wrong.push({ row, column: property, message });
    if (wrong.length) faults.push(...wrong);
    else {
      seen.set(id, row);
      materials.push(m);
    }
  });
  return { materials, faults };
}

/** What differs between two states of a material, in words: "use 120 → 125". */
export function changes(before: Material | undefined, after: Material): string {
  if (!before) return 'new';
  const say = (p: Property, m: Material): string => {
    if (p.kind !== 'number') return p.get(m);
    const r = p.get(m);
    return !r ? 'none' : r.low === r.high ? String(r.likely) : `${r.low}/${r.likely}/${r.high}`;
  };
  return PROPERTIES.filter((p) => say(p, before) !== say(p, after)).map((p) => `${p.label} ${say(p, before)} → ${say(p, after)}`).join('; ') ||
    'no figure changed';
}

/** Own materials with some put in or changed, each with its history. */
export function withOwn(
  own: readonly OwnMaterial[],
  put: readonly Material[],
  shelf: readonly Material[],
  by: { at: string; who: string; how: string },
): OwnMaterial[] {
  const now = new Map(own.map((o) => [o.material.id, o]));
  const before = new Map(shelf.map((m) => [m.id, m]));
  for (const material of put) {
    const what = changes(before.get(material.id), material);
    const change = { at: by.at, who: by.who, what: by.how ? `${by.how}: ${what}` : what };
    now.set(material.id, { material, history: [...(now.get(material.id)?.history ?? []), change].slice(-MOST_CHANGES) });
  }
  return [...now.values()];
}

const MOST_CHANGES = 50;
