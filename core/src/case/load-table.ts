import type { Values } from '../inputs/spec';
import { type LoadClass, nodesFor, type SolvedLoads, solveUnitLoads, type UnitAsk, UNIT_LOADS_VERSION, type UnitLoad } from '../mechanics';
import { type Dims, HAND_DIMS, handFormula } from '../mechanics/by-hand';
import { isPlaced, kindOf, loadName, placeOf, wayOf } from '../need/loads';
import { fillOf, type Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { materialsFor } from '../shelf/shelf';
import type { Mesh } from '../shape/mesh';
import { UP, type Vec3 } from '../shape/turn';
import { once } from '../worksheet/once';
import { hash32 } from '../worksheet/sample';
import { shapeFor } from './facts';
import type { CaseDoc, ShapeRef } from './types';

/** The load table of a case: its rows by id, in the order in which they were written. */
export const loadRows = once((doc: CaseDoc): readonly (readonly [id: string, row: Values])[] => Object.entries(doc.loads ?? {}));

/** What holds the tool on its mesh. */
export const holdRows = (doc: CaseDoc): readonly Values[] => Object.values(doc.holds ?? {});

/**
 * What has to be solved on a mesh of the case; nothing until a row and what holds the tool have their places.
 * @param printed for the ways that print, along the mesh's build direction; else for those that cut and mill
 */
export function loadsToSolve(doc: CaseDoc, shape: ShapeRef, printed: boolean): UnitAsk | undefined {
  const holds = holdRows(doc).flatMap((row) => {
    const at = row['at'] as UnitLoad['at'];
    const kind = row['kind'];
    return at ? [{ kind: kind === 'bolt' ? 'bolt' as const : kind === 'rest' || kind === 'dowel' ? 'rest' as const : 'fixed' as const, at: spot(at) }] : [];
  });
  const loads = loadRows(doc).filter(([, row]) => isPlaced(row)).map(([id, row]): UnitLoad => unitLoad(id, row));
  if (!loads.length || !holds.length) return undefined;
  return { up: printed ? (shape.up ?? UP) : UP, loads, holds, classes: classesOf(printed) };
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
    ...(at && { at: spot(at) }),
    ...((mechanical === 'force' || mechanical === 'gravity') && { way: wayOf(row, inward) }),
  };
}

/** Classes of ways that are solved: for every kind of walls and fill the ends of what the shelf's materials are, across over within the layers. */
function classesOf(printed: boolean): readonly LoadClass[] {
  return printed
    ? (printedClasses ??= classesFor(PROCESSES.filter((p) => p.kind === 'print')))
    : (solidClasses ??= classesFor(PROCESSES.filter((p) => p.kind !== 'print')));
}
let printedClasses: readonly LoadClass[] | undefined, solidClasses: readonly LoadClass[] | undefined;

function classesFor(processes: readonly Process[]): LoadClass[] {
  const ratios = new Map<string, { wall_mm: number; share: number; of: number[] }>();
  for (const p of processes) {
    const { wall_mm, share } = fillOf(p) ?? { wall_mm: 0, share: 1 };
    const key = `${wall_mm}/${share}`;
    const group = ratios.get(key) ?? { wall_mm, share, of: [] };
    group.of.push(...materialsFor(p.id).map((m) => m.modulus_gpa.across.likely / m.modulus_gpa.inPlane.likely));
    ratios.set(key, group);
  }
  return [...ratios.values()].flatMap(({ wall_mm, share, of }) => (of.length ? nodesFor(of).map((ratio) => ({ wall_mm, share, ratio })) : []));
}

/** Identity of what was solved. */
export const solvedKey = (shape: ShapeRef, ask: UnitAsk): string =>
  `${UNIT_LOADS_VERSION}|${hash32(JSON.stringify([shape.hash, shape.unit, ask], (k, v: unknown) => (k === 'name' ? undefined : v)))}`;

/** What was solved for the meshes of a case, if it still belongs to what the table asks. */
export const solvedLoads = once((doc: CaseDoc): { printed?: SolvedLoads; solid?: SolvedLoads } => ({ printed: kept(doc, true), solid: kept(doc, false) }));

function kept(doc: CaseDoc, printed: boolean): SolvedLoads | undefined {
  const shape = shapeFor(doc, printed);
  const solved = shape?.solved?.[printed ? 'printed' : 'solid'];
  if (!shape || !solved) return undefined;
  const ask = loadsToSolve(doc, shape, printed);
  return ask && solved.key === solvedKey(shape, ask) ? solved : undefined;
}

export interface ToSolve {
  name: 'printed' | 'solid';
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
    return ask && key && own.solved?.[name]?.key !== key ? [{ name, ask, key }] : [];
  });
}

/** A case with its load table solved on a mesh that stands for it. What cannot be solved says why, and the sections stand in. */
export function withSolved(doc: CaseDoc, shape: ShapeRef, mesh: Mesh, elements?: number): CaseDoc {
  const solved = Object.fromEntries(
    toSolve(doc, shape).map(({ name, ask, key }) => {
      try {
        return [name, { key, ...solveUnitLoads(mesh, ask, elements) }];
      } catch (e) {
        return [name, { key, elements: 0, classes: [], problem: (e as Error).message }];
      }
    }),
  );
  const shapes = Object.entries(doc.shapes).map(([way, s]) => [way, s?.hash === shape.hash ? { ...s, solved: { ...s.solved, ...solved } } : s] as const);
  return { ...doc, shapes: Object.fromEntries(shapes) };
}

/** The hand formula of a row without a place, worked out: MPa, and mm times N/MPa, for each newton. */
export function byHand(row: Values): { stress: number; give?: number } | undefined {
  const formula = row['at'] ? undefined : handFormula(row['hand']);
  if (!formula) return undefined;
  const dims = Object.fromEntries(Object.entries(HAND_DIMS).map(([d, { usual_mm }]) => [d, row[d] ?? usual_mm])) as unknown as Dims;
  return { stress: formula.stress(dims), ...(formula.give && { give: formula.give(dims) }) };
}
