import { type ChoiceInput, filled, type NumberInput, type TableInput, type TextInput, type Values, type YesNoInput } from '../inputs/spec';
import { BODY_KINDS, type BodyKind } from '../shape/features/body-kind';
import { type AfterCut, pocketWork } from '../shape/features/features';
import type { FeatureStudy } from '../shape/features/study';
import type { Hole } from '../shape/holes';
import { isDeep } from '../shape/holes';
import { holePurposes } from '../shape/threads';
import type { ShapeStudy } from '../shape/study';
import type { Range } from '../worksheet/types';
import type { ShapeRef } from './types';

/**
 * What was found on a mesh, as tables that the user may correct. What is corrected is kept apart from what was found and stands in for it
 * wherever it counts: set-ups, holes, corners, form, check plan.
 */
const exactly = (x: number): Range => ({ low: x, likely: x, high: x });
/** @param usual what a new row begins with; none where there may be none */
const size = (id: string, label: string, min: number, max: number, usual?: number): NumberInput => ({
  id,
  label,
  kind: 'number',
  quantity: 'length',
  min,
  max,
  ...(usual === undefined ? { optional: true, open: 'none' } : { usual: exactly(usual) }),
});
const COUNT: NumberInput = { id: 'count', label: 'How many', kind: 'number', quantity: 'count', whole: true, min: 1, max: 1000, usual: exactly(1) };
const NOTE: TextInput = { id: 'note', label: 'Note', kind: 'text', max: 120, optional: true };

export const HOLES: TableInput = {
  id: 'holes',
  label: 'Holes one by one',
  numbered: '',
  help: 'Each cylinder of a hole is a row: a counterbore and what it opens into are two. A thread and a ream are an operation of their own after the drill.',
  kind: 'table',
  most: 500,
  optional: true,
  columns: [
    size('diameter_mm', 'Diameter', 0.01, 20_000, 6),
    size('depth_mm', 'Depth', 0, 20_000, 10),
    { id: 'through', label: 'Through', kind: 'yes-no', usual: true } satisfies YesNoInput,
    {
      id: 'is',
      label: 'It is',
      kind: 'choice',
      options: [{ value: 'plain', label: 'drilled' }, { value: 'tapped', label: 'tapped' }, { value: 'reamed', label: 'reamed' }],
      optional: true,
    } satisfies ChoiceInput,
    NOTE,
  ],
};
export const POCKETS: TableInput = {
  id: 'pockets',
  label: 'Pockets and steps',
  numbered: 'P',
  help:
    'Depth from the floor to the lowest rim. Inside corners: their smallest radius, 0 where they are sharp, and their height in all, which small cutters have to follow.',
  kind: 'table',
  most: 100,
  optional: true,
  columns: [
    size('depth_mm', 'Depth', 0.01, 5000, 10),
    size('corner_radius_mm', 'Corner radius', 0, 1000),
    size('corners_mm', 'Corners in all', 0, 100_000),
    { id: 'walled_percent', label: 'Walled, %', kind: 'number', quantity: 'count', min: 0, max: 100, usual: exactly(100) },
    NOTE,
  ],
};
export const RIBS: TableInput = {
  id: 'ribs',
  label: 'Ribs',
  numbered: 'R',
  help: 'Thin straight walls that stand by their foot and are free at the top. Curved ones are not found: add them.',
  kind: 'table',
  most: 200,
  optional: true,
  columns: [
    size('thickness_mm', 'Thickness', 0.01, 1000, 3),
    size('height_mm', 'Height', 0.01, 5000, 20),
    size('length_mm', 'Length', 0.01, 20_000, 50),
    COUNT,
  ],
};
export const BOSSES: TableInput = {
  id: 'bosses',
  label: 'Bosses',
  help: 'Round posts all round, no wider than half of the part; what goes round the axis of a turned part is the part itself.',
  kind: 'table',
  most: 60,
  optional: true,
  columns: [size('diameter_mm', 'Diameter', 0.01, 20_000, 10), size('height_mm', 'Height', 0.01, 5000, 10), COUNT],
};
export const KIND: ChoiceInput = {
  id: 'kind',
  label: 'Made from',
  help: 'What the machine shop makes it from. Found: see Made above.',
  kind: 'choice',
  options: Object.entries(BODY_KINDS).map(([value, label]) => ({ value, label })),
  optional: true,
  open: 'as found',
};
export const SET_UPS: NumberInput = {
  id: 'setUps',
  label: 'Set-ups on three axes',
  kind: 'number',
  quantity: 'count',
  whole: true,
  min: 1,
  max: 100,
  help: 'Clampings, where you know better than the search.',
  optional: true,
  open: 'as found',
};

export const SEEN_TABLES: readonly TableInput[] = [HOLES, POCKETS, RIBS, BOSSES];
/** Everything that may be corrected. */
export const CORRECTIONS = [KIND, SET_UPS, ...SEEN_TABLES] as const;

export interface HoleRow {
  diameter_mm: number;
  depth_mm: number;
  through: boolean;
  is?: 'plain' | 'tapped' | 'reamed';
  note?: string;
}
export interface PocketRow {
  depth_mm: number;
  corner_radius_mm?: number;
  /** Height of all its inside corners, mm. */
  corners_mm?: number;
  /** Of its floor's outline: 100 is closed all round. */
  walled_percent: number;
  note?: string;
}
export interface RibRow {
  thickness_mm: number;
  height_mm: number;
  length_mm: number;
  count: number;
}

/** A quarter of a turn each. */
const QUARTER = Math.PI / 2;
const fine = (x: number): number => Number(x.toFixed(2));

const holeRow = (h: Hole): HoleRow => {
  const note = [h.opensInto ? `counterbore of ${h.opensInto}` : '', isDeep(h) ? 'deep for its width' : ''].filter(Boolean).join(', ');
  return { diameter_mm: fine(h.diameter_mm), depth_mm: fine(h.depth_mm), through: h.through, ...(note && { note }) };
};
const pocketRow = ({ depth_mm, corner_radius_mm: r, corner_mm2, sharp_mm, walled }: FeatureStudy['pockets'][number]): PocketRow => ({
  depth_mm: fine(depth_mm),
  ...(r !== undefined && { corner_radius_mm: fine(r), corners_mm: fine(r ? corner_mm2 / (QUARTER * r) : sharp_mm) }),
  walled_percent: Math.round(100 * walled),
});

/** What a table reads before anybody corrects it. */
export function foundRows(id: string, { body }: ShapeStudy): Values[] {
  switch (id) {
    case 'holes':
      return body.holes.map((h) => ({ ...holeRow(h) }));
    case 'pockets':
      return body.features.pockets.map((p) => ({ ...pocketRow(p) }));
    case 'ribs':
      return body.features.ribs.map(({ thickness_mm, height_mm, length_mm, count: n }) => ({
        thickness_mm: fine(thickness_mm),
        height_mm: fine(height_mm),
        length_mm: fine(length_mm),
        count: n,
      }));
    default:
      return body.features.bosses.map(({ diameter_mm, height_mm, count: n }) => ({ diameter_mm: fine(diameter_mm), height_mm: fine(height_mm), count: n }));
  }
}

const rowsOf = (shape: ShapeRef, table: TableInput): Values[] | undefined => {
  const own = shape.corrected?.[table.id] as readonly Values[] | undefined;
  return own ? own.map((row) => filled(table.columns, row)) : shape.study && foundRows(table.id, shape.study);
};

/** Holes of a mesh as they count: corrected, else found; none where nothing was looked for. */
export const holesOn = (shape: ShapeRef | undefined): HoleRow[] | undefined => shape && (rowsOf(shape, HOLES) as unknown as HoleRow[] | undefined);
export const pocketsOn = (shape: ShapeRef | undefined): PocketRow[] | undefined => shape && (rowsOf(shape, POCKETS) as unknown as PocketRow[] | undefined);
export const ribsOn = (shape: ShapeRef | undefined): RibRow[] | undefined => shape && (rowsOf(shape, RIBS) as unknown as RibRow[] | undefined);

/** Beyond so many thicknesses of height a rib gives way to the cutter. */
export const THIN_RIB = 8;
/** How many ribs do. */
export const thinRibs = (ribs: readonly RibRow[]): number => ribs.reduce((n, r) => n + (r.height_mm > THIN_RIB * r.thickness_mm ? r.count : 0), 0);

export const isCorrected = (shape: ShapeRef, id: string): boolean => shape.corrected?.[id] !== undefined;

/** Operations that holes ask for: each is drilled; a thread or a ream is one more. */
export const holeWork = (rows: readonly HoleRow[]): { holes: number; threads: number; reamed: number } => ({
  holes: rows.length,
  threads: rows.filter((r) => r.is === 'tapped').length,
  reamed: rows.filter((r) => r.is === 'reamed').length,
});

/** What a body is made from, where the user says so. */
export const kindOn = (shape: ShapeRef): BodyKind | undefined => shape.corrected?.[KIND.id] as BodyKind | undefined;
/** Clampings on three axes: said, or found. */
export const setUpsOn = (shape: ShapeRef | undefined): number | undefined =>
  (shape?.corrected?.[SET_UPS.id] as number | undefined) ?? shape?.study?.body.features.setUps.three_axis;

/** Holes as wide as the core of a thread, a thread or a dowel, width by width, of which nobody has said what they are. */
export function holeQuestions(rows: readonly HoleRow[]): { diameter_mm: number; count: number; thread?: string; dowel?: number }[] {
  const open = new Map<number, number>();
  for (const r of rows) if (r.is === undefined) open.set(r.diameter_mm, (open.get(r.diameter_mm) ?? 0) + 1);
  return [...open].flatMap(([diameter_mm, n]) => {
    const may = holePurposes(diameter_mm);
    return may.thread || may.dowel !== undefined ? [{ diameter_mm, count: n, ...may }] : [];
  });
}

/** All holes of a width, of which nobody has said what they are, are this. */
export const holesAnswered = (rows: readonly HoleRow[], diameter_mm: number, is: string): HoleRow[] =>
  rows.map((h) => (h.diameter_mm === diameter_mm && h.is === undefined ? { ...h, is: is as HoleRow['is'] } : h));

const mm = (x: number): string => Number(x.toFixed(2)).toString();
const holes = (n: number): string => (n === 1 ? 'hole' : 'holes');

/** What is left to do on a plate that has been cut, with the corrected tables in the place of what was found. */
export function afterCutOn(shape: ShapeRef): AfterCut[] {
  const cut = shape.study?.body.features.cut;
  if (!cut) return [];
  let then = cut.then;
  if (isCorrected(shape, POCKETS.id)) {
    const found = new Set(pocketWork(shape.study!.body.features.pockets).map((w) => w.text));
    then = [...then.filter((t) => !found.has(t.text)), ...pocketWork(pocketsOn(shape)!.map((p) => ({ ...p, walled: p.walled_percent / 100 })))];
  }
  if (!isCorrected(shape, HOLES.id)) return then;
  const rows = holesOn(shape)!;
  const alike = new Map<string, HoleRow[]>();
  const put = (key: string, r: HoleRow): unknown => alike.set(key, [...(alike.get(key) ?? []), r]);
  for (const r of rows) {
    if (!r.through) put(`drill|${mm(r.diameter_mm)}|${mm(r.depth_mm)}`, r);
    if (r.is === 'tapped' || r.is === 'reamed') put(`${r.is === 'tapped' ? 'tap' : 'ream'}|${mm(r.diameter_mm)}`, r);
  }
  const work = [...alike].map(([key, { length: n }]): AfterCut => {
    const [what, d, depth] = key.split('|') as [AfterCut['do'], string, string?];
    return { do: what, count: n, text: `${what} ${n} ${depth ? 'blind ' : ''}${holes(n)} ⌀${d}${depth ? `, ${depth} mm deep` : ''}` };
  });
  return [...then.filter((t) => t.do !== 'drill' || t.side), ...work];
}
