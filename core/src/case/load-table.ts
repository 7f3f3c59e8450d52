import type { Place, Values } from '../inputs/spec';
import {
  isLevel,
  type LoadClass,
  nodesFor,
  PANEL_BEYOND,
  sameClass,
  type SolvedClass,
  type SolvedLoads,
  solveUnitLoads,
  type UnitAsk,
  UNIT_LOADS_VERSION,
  type UnitLoad,
} from '../mechanics';
import { type Dims, HAND_DIMS, handFormula } from '../mechanics/by-hand';
import { areaOfHold, areaOfLoad, forceOf, isForceKind, isPlaced, kindOf, loadName, placeOf, wayOf } from '../need/loads';
import { loadClassOf, type LoadedMaterial, type Process } from '../process/process';
import { PROCESSES } from '../process/processes';
import { materialsFor } from '../shelf/shelf';
import { exactly } from '../shelf/types';
import type { Mesh } from '../shape/mesh';
import { dot, UP, type Vec3 } from '../shape/turn';
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

/** Those of them that have a place. */
const placedHolds = (doc: CaseDoc): ReturnType<typeof holdRows> => holdRows(doc).filter(([, row]) => row['at']);

/** Holds with a place that only rest on what is under them, by their number among those with one. A dowel bears on whichever side of its bore is pushed. */
export const restsOf = once((doc: CaseDoc): ReadonlySet<number> => new Set(placedHolds(doc).flatMap(([, row], i) => (row['kind'] === 'rest' ? [i] : []))));

/** Where a hold is: its place, the outward normal of the face there, and whether it is all of that face. */
export interface HeldPlace {
  point: Vec3;
  normal: Vec3;
  whole: boolean;
}
export const holdsAt = once((doc: CaseDoc): readonly HeldPlace[] =>
  placedHolds(doc).map(([, row]) => {
    const { point, normal } = row['at'] as Place;
    return { point: [...point] as Vec3, normal: [...normal] as Vec3, whole: isWhole(areaOfHold(row)) };
  })
);

/** The middle of what holds the tool; nothing until a hold has its place. */
export const heldAt = once((doc: CaseDoc): Vec3 | undefined => {
  const places = holdsAt(doc).map(({ point }) => point);
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
    classes: [...classesOf(printed ? PRINTED : SOLID), ...ownClasses(doc, printed), ...mendedClasses(doc, printed)],
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
    ...(kind === 'bolt' && { drawn: true }),
  };
}

/** Classes of ways that are solved: for every kind of walls and fill the ends of what the shelf's materials are, across over within the layers. */
const classesOf = once((processes: readonly Process[]): LoadClass[] => {
  const groups = new Map<string, LoadClass[]>();
  for (const p of processes) {
    for (const m of materialsFor(p.id)) {
      const c = loadClassOf(p, m);
      const key = JSON.stringify([c.wall_mm, c.share, c.fibre]);
      groups.set(key, [...(groups.get(key) ?? []), c]);
    }
  }
  return [...groups.values()].flatMap((of) => nodesFor(of.map((c) => c.ratio)).map((ratio): LoadClass => ({ ...of[0], ratio })));
});
const PRINTED = PROCESSES.filter((p) => p.kind === 'print'), SOLID = PROCESSES.filter((p) => p.kind !== 'print');

/** Ways whose walls, fill or fibre somebody put others over. */
function ownClasses(doc: CaseDoc, printed: boolean): LoadClass[] {
  return Object.entries(doc.overrides).flatMap(([route, given]): LoadClass[] => {
    const [id, material] = route.split('/');
    const process = PROCESSES.find((p) => p.id === id);
    if (!process || (process.kind === 'print') !== printed) return [];
    const known = materialsFor(id).filter((m) => m.id === material);
    return (known.length ? known : UNKNOWN).flatMap((m) => {
      const own = loadClassOf(process, m, given);
      return sameClass(own, loadClassOf(process, m)) ? [] : [own];
    });
  });
}
/** Remedies that change what is solved, and how much deeper a deeper section is. */
export const SOLVED_REMEDIES = ['deeper-section', 'fibre-rods', 'compression-limiters'] as const;
export type SolvedRemedy = typeof SOLVED_REMEDIES[number];
export const DEEPER = 1.25;
/** Modulus of bonded carbon rods, of steel sleeves, GPa. */
const ROD_GPA = 130, STEEL_GPA = 205;

/** What those of a way's remedies that somebody took make of its class, and which they are; nothing where none of them can be solved. */
export function mended(
  doc: CaseDoc,
  printed: boolean,
  taken: readonly string[],
  material: LoadedMaterial,
  of: LoadClass,
): { like: LoadClass; with: readonly SolvedRemedy[] } | undefined {
  const e = material.modulus_gpa.inPlane.likely;
  const ways = taken.some((id) => id === 'deeper-section' || id === 'fibre-rods') ? bendWays(doc, printed) : undefined;
  const does = {
    'deeper-section': ways && { deeper: { way: ways.bends, by: DEEPER } },
    'fibre-rods': ways && { rods: { ...ways, stiffer: ROD_GPA / e } },
    'compression-limiters': hasDrawn(doc) && { sleeves: { stiffer: STEEL_GPA / e } },
  } satisfies Record<SolvedRemedy, Partial<LoadClass> | false | undefined>;
  const those = SOLVED_REMEDIES.filter((id) => taken.includes(id) && does[id]);
  return those.length ? { like: Object.assign({}, of, ...those.map((id) => does[id])) as LoadClass, with: those } : undefined;
}

/** Bolts with their place on the part are drawn tight on it. */
const hasDrawn = (doc: CaseDoc): boolean => loadRows(doc).some(([, row]) => kindOf(row) === 'bolt' && !!placeOf(row));

/** Along the part, and of the two ways across it that in which the forces of the table push most. */
function bendWays(doc: CaseDoc, printed: boolean): { along: Vec3; bends: Vec3 } | undefined {
  const axes = shapeFor(doc, printed)?.study?.body.box.axes;
  if (!axes) return undefined;
  const push = [1, 2].map((k) =>
    loadRows(doc).reduce((s, [, row]) => {
      const at = placeOf(row);
      const force = forceOf(row);
      return at && force ? s + force.likely * Math.abs(dot(wayOf(row, at.normal.map((x) => -x) as Vec3), axes[k])) : s;
    }, 0)
  );
  return { along: axes[0], bends: axes[push[1] > push[0] ? 2 : 1] };
}

/** Ways for which somebody took a remedy that changes what is solved. */
function mendedClasses(doc: CaseDoc, printed: boolean): LoadClass[] {
  return Object.entries(doc.remedies ?? {}).flatMap(([route, taken]): LoadClass[] => {
    const [id, material] = route.split('/');
    const process = PROCESSES.find((p) => p.id === id);
    const m = materialsFor(id).find((x) => x.id === material);
    if (!process || !m || (process.kind === 'print') !== printed) return [];
    const c = mended(doc, printed, taken, m, loadClassOf(process, m, doc.overrides[route]));
    return c ? [c.like] : [];
  });
}

/** A material of one's own: the case does not know how much softer it is across its layers, nor whether fibre is laid into it. */
const UNKNOWN: readonly LoadedMaterial[] = [
  { modulus_gpa: { inPlane: exactly(1), across: exactly(0.8) } },
  { modulus_gpa: { inPlane: exactly(1), across: exactly(0.15) }, fibre_per_cm3: exactly(1) },
];

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

/**
 * A case with its load table solved on a mesh that stands for it. What cannot be solved says why, and the sections stand in.
 * @param wanted which classes; all, unless it says otherwise
 */
export function withSolved(
  doc: CaseDoc,
  shape: ShapeRef,
  mesh: Mesh,
  elements?: number,
  wanted: (c: LoadClass, name: SolvedFor) => boolean = () => true,
): CaseDoc {
  return toSolve(doc, shape).reduce((now, todo) => {
    const classes = todo.ask.classes.filter((c) => wanted(c, todo.name));
    if (!classes.length) return now;
    try {
      return putSolved(now, todo, solveUnitLoads(mesh, { ...todo.ask, classes }, elements));
    } catch (e) {
      return putSolved(now, todo, [], (e as Error).message);
    }
  }, doc);
}

/** What is made solid around: the places of the table and of the holds. Faces count once they were solved; an edge has no area. */
export interface SolidPlaces {
  /** All together, cm². */
  area: number;
  /** Of spots on a face, around which there is more of the part: their outlines as if they were round, cm, and how many. A whole face ends where the part does. */
  rim: number;
  places: number;
}
export const solidPlaces = once((doc: CaseDoc): SolidPlaces => {
  const solved = solvedLoads(doc).printed?.classes[0];
  const spots = [...loadRows(doc).filter(([, row]) => placeOf(row)).map(([, row]) => areaOfLoad(row)), ...placedHolds(doc).map(([, row]) => areaOfHold(row))]
    .flatMap(({ within_mm }) => within_mm ?? []);
  const faces = [
    ...loadRows(doc).map(([id, row]) => (isWhole(areaOfLoad(row)) && solved?.rows[id]?.area) || 0),
    ...placedHolds(doc).map(([, row], i) => (isWhole(areaOfHold(row)) && solved?.seats?.[i]) || 0),
  ];
  const sum = (xs: readonly number[]): number => xs.reduce((s, x) => s + x, 0);
  return { area: (sum(faces) + sum(spots.map((r) => Math.PI * r ** 2))) / 100, rim: sum(spots.map((r) => 2 * Math.PI * r)) / 10, places: spots.length };
});
const isWhole = ({ within_mm, edge }: { within_mm?: number; edge?: true }): boolean => !within_mm && !edge;

/** Level faces that a force of the table stands on, with what is around them, cm²: where panels of fibre go. */
export const panelArea = once((doc: CaseDoc): number => {
  const up = shapeFor(doc, true)?.up ?? UP;
  const areas = loadRows(doc).map(([id, row]) => {
    const at = placeOf(row);
    if (!at || !isForceKind(kindOf(row)) || !isLevel(dot(at.normal, up))) return 0;
    const { within_mm } = areaOfLoad(row);
    const area = within_mm ? Math.PI * within_mm ** 2 : (solvedLoads(doc).printed?.classes[0]?.rows[id]?.area ?? 0);
    return area && (Math.sqrt(area) + 2 * PANEL_BEYOND) ** 2;
  });
  return areas.reduce((s, a) => s + a, 0) / 100;
});

/** Lengths for the hand formula of a row, as typed or usual. */
export const handDims = (row: Values): Dims =>
  Object.fromEntries(Object.entries(HAND_DIMS).map(([d, { usual_mm }]) => [d, row[d] ?? usual_mm])) as unknown as Dims;

/** The hand formula chosen in a row, worked out: MPa, and mm times N/MPa, for each newton; and what it takes the tool for. */
export function byHand(row: Values): { as: string; stress: number; give?: number; squeezes?: true } | undefined {
  const formula = handFormula(row['hand']);
  if (!formula) return undefined;
  const dims = handDims(row);
  return { as: formula.label, stress: formula.stress(dims), ...(formula.give && { give: formula.give(dims) }), ...(formula.squeezes && { squeezes: true }) };
}
