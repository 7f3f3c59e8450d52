import type { Place, Values } from '../inputs/spec';
import {
  type LoadClass,
  nodesFor,
  sameClass,
  type SolvedClass,
  type SolvedLoads,
  solveUnitLoads,
  type UnitAsk,
  UNIT_LOADS_VERSION,
  type UnitLoad,
} from '../mechanics';
import { type Dims, HAND_DIMS, handFormula } from '../mechanics/by-hand';
import { areaOfHold, areaOfLoad, isPlaced, kindOf, loadName, placeOf, wayOf } from '../need/loads';
import { fillOf, type Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { materialsFor } from '../shelf/shelf';
import type { Mesh } from '../shape/mesh';
import { UP, type Vec3 } from '../shape/turn';
import { once } from '../worksheet/once';
import { hash32 } from '../worksheet/sample';
import { shapeFor } from './facts';
import type { CaseDoc, ShapeRef } from './types';
import { faceName } from './words';

/** Rows in the order of their ids: a store need not keep the order in which they were written. */
const inOrder = (rows: Record<string, Values> | undefined): readonly (readonly [id: string, row: Values])[] =>
  Object.entries(rows ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));

/** The load table of a case, by id. */
export const loadRows = once((doc: CaseDoc) => inOrder(doc.loads));

/** What holds the tool on its mesh, by id. */
export const holdRows = once((doc: CaseDoc) => inOrder(doc.holds));

/** Holds with a place that only rest on what is under them, by their number among those with one. A dowel bears on whichever side of its bore is pushed. */
export const restsOf = once((doc: CaseDoc): ReadonlySet<number> =>
  new Set(holdRows(doc).filter(([, row]) => row['at']).flatMap(([, row], i) => (row['kind'] === 'rest' ? [i] : [])))
);

/** The middle of what holds the tool; nothing until a hold has its place. */
export const heldAt = once((doc: CaseDoc): Vec3 | undefined => {
  const places = holdRows(doc).flatMap(([, row]) => (row['at'] ? [(row['at'] as Place).point] : []));
  return places.length ? ([0, 1, 2].map((a) => places.reduce((s, p) => s + p[a], 0) / places.length) as Vec3) : undefined;
});

/** An id for a new row: after those that are there. @param tail tells rows apart that two people write in one instant */
export const newRowId = (at: number, tail: string): string => `${at.toString(36)}-${tail.slice(0, 6)}`;

/**
 * What has to be solved on a mesh of the case; nothing until a row and what holds the tool have their places.
 * @param printed for the ways that print, along the mesh's build direction; else for those that cut and mill
 */
export function loadsToSolve(doc: CaseDoc, shape: ShapeRef, printed: boolean): UnitAsk | undefined {
  const holds = holdRows(doc).flatMap(([, row]) => {
    const at = row['at'] as UnitLoad['at'];
    const kind = row['kind'];
    return at
      ? [{
        kind: kind === 'bolt' ? 'bolt' as const : kind === 'rest' || kind === 'dowel' ? 'rest' as const : 'fixed' as const,
        at: { ...spot(at), ...areaOfHold(row) },
      }]
      : [];
  });
  const loads = loadRows(doc).filter(([, row]) => isPlaced(row)).map(([id, row]): UnitLoad => unitLoad(id, row));
  if (!loads.length || !holds.length) return undefined;
  const faces = (shape.marks ?? []).flatMap((m, i) => (m.duty === 'working' ? [{ id: faceName(m, i), at: spot(m) }] : []));
  return {
    up: printed ? (shape.up ?? UP) : UP,
    loads,
    holds,
    ...(faces.length && { faces }),
    classes: [...classesOf(printed ? PRINTED : SOLID), ...ownClasses(doc, printed)],
  };
}

/** A face that runs all round has no normal: its place alone says which it is. */
const spot = ({ point, normal }: { point: readonly number[]; normal?: readonly number[] }): NonNullable<UnitLoad['at']> => ({
  point: [...point] as Vec3,
  ...(normal?.some((x) => x) && { normal: [...normal] as Vec3 }),
});

function unitLoad(id: string, row: Values): UnitLoad {
  const at = placeOf(row);
  const kind = kindOf(row);
  const inward = (at ? at.normal.map((x) => -x) : [0, 0, -1]) as Vec3;
  const mechanical = kind === 'pressure' ? 'pressure' : kind === 'own' ? 'gravity' : kind === 'warming' ? 'thermal' : 'force';
  return {
    id,
    name: loadName(row),
    kind: mechanical,
    ...(at && { at: { ...spot(at), ...areaOfLoad(row) } }),
    ...((mechanical === 'force' || mechanical === 'gravity') && { way: wayOf(row, inward) }),
  };
}

/** Classes of ways that are solved: for every kind of walls and fill the ends of what the shelf's materials are, across over within the layers. */
const classesOf = once((processes: readonly Process[]): LoadClass[] => {
  const ratios = new Map<string, { wall_mm: number; share: number; of: number[] }>();
  for (const p of processes) {
    const { wall_mm, share } = fillOf(p) ?? { wall_mm: 0, share: 1 };
    const key = `${wall_mm}/${share}`;
    const group = ratios.get(key) ?? { wall_mm, share, of: [] };
    group.of.push(...materialsFor(p.id).map((m) => m.modulus_gpa.across.likely / m.modulus_gpa.inPlane.likely));
    ratios.set(key, group);
  }
  return [...ratios.values()].flatMap(({ wall_mm, share, of }) => (of.length ? nodesFor(of).map((ratio) => ({ wall_mm, share, ratio })) : []));
});
const PRINTED = PROCESSES.filter((p) => p.kind === 'print'), SOLID = PROCESSES.filter((p) => p.kind !== 'print');

/** Ways whose walls or fill somebody put others over. */
function ownClasses(doc: CaseDoc, printed: boolean): LoadClass[] {
  return Object.entries(doc.overrides).flatMap(([route, given]): LoadClass[] => {
    const [id, material] = route.split('/');
    const process = PROCESSES.find((p) => p.id === id);
    if (!process || (process.kind === 'print') !== printed) return [];
    const fill = fillOf(process, given), book = fillOf(process);
    if (fill?.share === book?.share && fill?.wall_mm === book?.wall_mm) return [];
    const m = materialsFor(id).find((x) => x.id === material)?.modulus_gpa;
    return [{ wall_mm: fill?.wall_mm ?? 0, share: fill?.share ?? 1, ratio: m ? m.across.likely / m.inPlane.likely : USUAL_RATIO }];
  });
}
/** Across over within the layers, for a material of one's own. */
const USUAL_RATIO = 0.8;

/** Identity of what is solved, whatever the class. */
export const solvedKey = (shape: ShapeRef, { up, loads, holds, faces }: UnitAsk): string =>
  `${UNIT_LOADS_VERSION}|${hash32(JSON.stringify([shape.hash, shape.unit, up, loads, holds, faces], (k, v: unknown) => (k === 'name' ? undefined : v)))}`;

/** What was solved for the meshes of a case, if it still belongs to what the table asks. */
export const solvedLoads = once((doc: CaseDoc): { printed?: SolvedLoads; solid?: SolvedLoads } => ({ printed: kept(doc, true), solid: kept(doc, false) }));

function kept(doc: CaseDoc, printed: boolean): SolvedLoads | undefined {
  const shape = shapeFor(doc, printed);
  const solved = shape?.solved?.[printed ? 'printed' : 'solid'];
  if (!shape || !solved) return undefined;
  const ask = loadsToSolve(doc, shape, printed);
  return ask && solved.key === solvedKey(shape, ask) ? solved : undefined;
}

/** Which ways of a mesh. */
export type SolvedFor = 'printed' | 'solid';
export interface ToSolve {
  name: SolvedFor;
  ask: UnitAsk;
  key: string;
}

/** What of the load table is not solved yet on a mesh of the case, for the ways that it stands for. */
export function toSolve(doc: CaseDoc, shape: ShapeRef): ToSolve[] {
  return ([['printed', true], ['solid', false]] as const).flatMap(([name, printed]): ToSolve[] => {
    const own = shapeFor(doc, printed);
    if (!own?.study || own.hash !== shape.hash) return [];
    const ask = loadsToSolve(doc, own, printed);
    const key = ask && solvedKey(own, ask);
    if (!ask || !key) return [];
    const there = own.solved?.[name]?.key === key ? own.solved[name] : undefined;
    const classes = there?.problem ? [] : ask.classes.filter((c) => !there?.classes.some((k) => sameClass(k, c)));
    return classes.length ? [{ name, ask: { ...ask, classes }, key }] : [];
  });
}

/** Puts what was found where the ways it is for look for it, beside what there is of the same table. */
export function putSolved(doc: CaseDoc, { name, key }: Pick<ToSolve, 'name' | 'key'>, found: readonly SolvedClass[], problem?: string): CaseDoc {
  const [first, other] = name === 'printed' ? (['printed', 'machined'] as const) : (['machined', 'printed'] as const);
  const way = doc.shapes[first] ? first : other;
  const shape = doc.shapes[way];
  if (!shape) return doc;
  const there = shape.solved?.[name]?.key === key ? shape.solved[name].classes : [];
  const classes = [...there.filter((c) => !found.some((k) => sameClass(k, c))), ...found];
  const solved = { ...shape.solved, [name]: { key, classes, ...(problem !== undefined && { problem }) } };
  return { ...doc, shapes: { ...doc.shapes, [way]: { ...shape, solved } } };
}

/** A case with its load table solved on a mesh that stands for it. What cannot be solved says why, and the sections stand in. */
export function withSolved(doc: CaseDoc, shape: ShapeRef, mesh: Mesh, elements?: number): CaseDoc {
  return toSolve(doc, shape).reduce((now, todo) => {
    try {
      return putSolved(now, todo, solveUnitLoads(mesh, todo.ask, elements));
    } catch (e) {
      return putSolved(now, todo, [], (e as Error).message);
    }
  }, doc);
}

/** The hand formula of a row without a place, worked out: MPa, and mm times N/MPa, for each newton. */
export function byHand(row: Values): { stress: number; give?: number } | undefined {
  const formula = row['at'] ? undefined : handFormula(row['hand']);
  if (!formula) return undefined;
  const dims = Object.fromEntries(Object.entries(HAND_DIMS).map(([d, { usual_mm }]) => [d, row[d] ?? usual_mm])) as unknown as Dims;
  return { stress: formula.stress(dims), ...(formula.give && { give: formula.give(dims) }) };
}
