import Papa from 'papaparse';
import { newCase } from '../case/new-case';
import { TODAY_WAY_IDS, TODAY_WAYS } from '../case/today';
import type { CaseDoc, TodayWay } from '../case/types';
import { FAMILIES } from '../need/families';
import { parseQuantity, type Quantity, type UnitSystem } from '../quantity/quantity';
import { caseSchema } from './case-schema';

/** What a column of a list of candidates may say. */
export type ListField =
  | 'title'
  | 'family'
  | 'size'
  | 'length'
  | 'width'
  | 'height'
  | 'copies'
  | 'designs'
  | 'way'
  | 'cost'
  | 'wait'
  | 'delay'
  | 'place'
  | 'trouble';

interface FieldKind {
  id: ListField;
  label: string;
  /** Headers that mean it; a header is compared without case, units and signs. */
  known: readonly string[];
  quantity?: Quantity;
}

export const LIST_FIELDS: readonly FieldKind[] = [
  { id: 'title', label: 'Tool', known: ['tool', 'name', 'title', 'part', 'candidate', 'description', 'what'] },
  { id: 'family', label: 'Kind', known: ['kind', 'family', 'type', 'category', 'class'] },
  { id: 'size', label: 'Size, three sides in one', known: ['size', 'dimensions', 'box', 'lxwxh', 'outer size'] },
  { id: 'length', label: 'Length', known: ['length', 'l', 'x'], quantity: 'length' },
  { id: 'width', label: 'Width', known: ['width', 'w', 'y', 'depth'], quantity: 'length' },
  { id: 'height', label: 'Height', known: ['height', 'h', 'z'], quantity: 'length' },
  { id: 'copies', label: 'How many', known: ['copies', 'quantity', 'qty', 'pieces', 'how many', 'number', 'count'], quantity: 'count' },
  { id: 'designs', label: 'Sizes and hands', known: ['sizes and hands', 'sizes', 'hands', 'variants', 'designs', 'family size'], quantity: 'count' },
  { id: 'way', label: 'Made today', known: ['today', 'made today', 'way', 'made', 'source', 'process'] },
  { id: 'cost', label: 'One costs today', known: ['cost', 'price', 'one costs today', 'price today', 'unit price'], quantity: 'money' },
  { id: 'wait', label: 'Wait today, days', known: ['wait', 'days', 'lead time', 'wait today', 'delivery', 'lead'], quantity: 'days' },
  { id: 'delay', label: 'A day without it costs', known: ['a day without', 'delay', 'delay per day', 'downtime', 'a day without it costs'], quantity: 'money' },
  { id: 'place', label: 'Where it works', known: ['place', 'area', 'cell', 'station', 'line', 'department', 'where', 'where it works'] },
  { id: 'trouble', label: 'What goes wrong', known: ['trouble', 'problem', 'what goes wrong', 'remark', 'remarks', 'note', 'notes', 'comment'] },
];

/** Most rows of one list. */
export const MOST_ROWS = 10_000;

export interface ListTable {
  header: string[];
  /** Cells of each row, with its line in the list as a spreadsheet counts it. */
  rows: { line: number; cells: string[] }[];
  /** Rows beyond the most that are taken. */
  left: number;
}

/** What was pasted, or a file: commas, semicolons, tabs or bars between cells, a header first. Empty rows are left out. */
export function readTable(text: string): ListTable {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { delimitersToGuess: ['\t', ';', ',', '|'] });
  const all = data.map((cells, i) => ({ line: i + 1, cells: cells.map((c) => c.trim()) })).filter((r) => r.cells.some((c) => c !== ''));
  const [head, ...rows] = all;
  return { header: head?.cells ?? [], rows: rows.slice(0, MOST_ROWS), left: Math.max(0, rows.length - MOST_ROWS) };
}

const plain = (text: string): string => text.toLowerCase().replace(/\(.*?\)|\[.*?\]|,.*$/g, '').replace(/[^a-zäöüßéèà ]/g, ' ').replace(/\s+/g, ' ').trim();

/** Which column says what, from the header; each field once. */
export function guessColumns(header: readonly string[]): (ListField | undefined)[] {
  const taken = new Set<ListField>();
  const of = (cell: string, fits: (known: string, name: string) => boolean): ListField | undefined => {
    const name = plain(cell);
    const field = name && LIST_FIELDS.find((f) => !taken.has(f.id) && [...f.known, f.label].some((k) => fits(plain(k), name)))?.id;
    if (field) taken.add(field);
    return field || undefined;
  };
  const out = header.map((cell) => of(cell, (known, name) => known === name));
  // What is not called so exactly may still begin so: "Price (EUR)" is gone by then, "Price per tool" is not.
  return out.map((field, i) => field ?? of(header[i], (known, name) => known.length > 2 && name.startsWith(`${known} `)));
}

/** What holds for rows that do not say it. */
export interface ListUsual {
  family: string;
  system: UnitSystem;
  start: string;
}

export interface ListRow {
  line: number;
  title: string;
  doc?: CaseDoc;
  /** Why it cannot be taken, each naming its column. */
  faults: string[];
  /** Something of that name, place and kind is there already, or stands further up. */
  double?: string;
}

/** A kind by its name, or by the beginning of it; nothing where none or several fit. */
function familyNamed(text: string): string | undefined {
  const name = plain(text);
  const exact = FAMILIES.find((f) => f.id === text.trim().toLowerCase() || plain(f.label) === name);
  if (exact) return exact.id;
  const like = FAMILIES.filter((f) => plain(f.label).split(/ or | /).some((w) => w === name) || plain(f.label).startsWith(name));
  return like.length === 1 ? like[0].id : undefined;
}

function wayNamed(text: string): TodayWay | undefined {
  const name = plain(text);
  return TODAY_WAY_IDS.find((id) => id === text.trim().toLowerCase() || plain(TODAY_WAYS[id].label) === name) ??
    TODAY_WAY_IDS.find((id) => plain(TODAY_WAYS[id].label).startsWith(name) && name.length > 2);
}

/** "240 x 100 x 45 mm", "9.5 × 4 × 1.75 in" */
function sizeIn(text: string, system: UnitSystem): [number, number, number] | string {
  const unit = /(mm|cm|in|inch|")\s*$/i.exec(text)?.[0] ?? '';
  const parts = text.slice(0, text.length - unit.length).split(/\s*[x×*]\s*/i).filter(Boolean);
  if (parts.length !== 3) return 'three sides with "x" between them';
  const sides = parts.map((p) => parseQuantity(/[a-z"]\s*$/i.test(p) ? p : `${p} ${unit}`.trim(), 'length', system));
  const bad = sides.find((s) => !s.ok);
  return bad && !bad.ok ? bad.message : (sides.map((s) => (s.ok ? s.value : 0)) as [number, number, number]);
}

const keyOf = (title: string, place: string, family: string): string => [title, place, family].map((t) => t.trim().toLowerCase()).join('|');

/**
 * Candidates from the rows of a list, one by one: a long list is read in strides. A row that cannot be taken says why; one that is there already is marked, and left to the user.
 * @param columns what each column says
 * @param there what is on the Walk already
 */
export function* readCandidates(
  table: ListTable,
  columns: readonly (ListField | undefined)[],
  usual: ListUsual,
  there: readonly { title: string; place: string; family: string }[] = [],
): Generator<ListRow> {
  const seen = new Map(there.map((t) => [keyOf(t.title, t.place, t.family), 'on the Walk already']));
  for (const row of table.rows) yield read(row);

  function read({ line, cells }: ListTable['rows'][number]): ListRow {
    const faults: string[] = [];
    const cell = (f: ListField): string => {
      const i = columns.indexOf(f);
      return i < 0 ? '' : (cells[i] ?? '');
    };
    const number = (f: ListField): number | null => {
      const text = cell(f);
      if (text === '') return null;
      const kind = LIST_FIELDS.find((x) => x.id === f)!;
      const read = parseQuantity(text, kind.quantity!, usual.system);
      if (read.ok) return read.value;
      faults.push(`${kind.label}: ${read.message}`);
      return null;
    };
    const title = cell('title');
    if (!title) faults.push('Tool: it has no name.');
    const familyText = cell('family');
    const family = familyText ? familyNamed(familyText) : usual.family;
    if (!family) faults.push(`Kind: "${familyText.slice(0, 40)}" is none that Cuadro knows.`);
    const wayText = cell('way');
    const way = wayText ? wayNamed(wayText) : 'machined';
    if (!way) faults.push(`Made today: "${wayText.slice(0, 40)}" is none of ${TODAY_WAY_IDS.map((id) => TODAY_WAYS[id].label).join(', ')}.`);
    let size: [number, number, number] | undefined;
    if (cell('size')) {
      const read = sizeIn(cell('size'), usual.system);
      if (typeof read === 'string') faults.push(`Size: ${read}`);
      else size = read;
    } else {
      const before = faults.length;
      const sides = (['length', 'width', 'height'] as const).map(number);
      if (sides.every((s) => s !== null)) size = sides as [number, number, number];
      else if (faults.length === before) faults.push('Size: give length, width and height, or the three in one column.');
    }
    const copies = number('copies'), designs = number('designs'), cost = number('cost'), wait = number('wait'), delay = number('delay');
    if (faults.length) return { line, title, faults };
    const made = newCase(
      {
        title,
        family: family!,
        size_mm: size!,
        copies: copies ?? 1,
        todayWay: way!,
        todayCost: cost,
        todayWait_days: wait,
        trouble: cell('trouble').slice(0, 1000),
        today: { delay_per_day: delay ?? 0 },
      },
      usual.start,
    );
    const doc: CaseDoc = {
      ...made,
      ...(designs !== null && { need: { ...made.need, designs: { level: 'must', value: designs, from: 'from the list' } } }),
      place: cell('place').slice(0, 120),
    };
    try {
      caseSchema.validateSync(doc, { strict: true });
    } catch (e) {
      return { line, title, faults: [(e as Error).message] };
    }
    const key = keyOf(doc.title, doc.place, doc.family);
    const double = seen.get(key);
    if (!double) seen.set(key, `as in line ${line}`);
    return { line, title, doc, faults, ...(double && { double }) };
  }
}
