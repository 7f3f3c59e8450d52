import { STANDARD_GRAVITY } from '../quantity/quantity';
import type { Mesh } from '../shape/mesh';
import { dot, unit, type Vec3 } from '../shape/turn';
import type { Elastic } from './brick';
import type { At } from './faces';
import type { FibreLayout } from './fibre';
import type { Rods } from './rods';
import type { Sleeves } from './sleeves';
import { FIRST_LOOK, type Load, mechanics, type MechanicsInput, type MechanicsRow, Solutions, type Support, type WorkVolume } from './mechanics';
import type { Slender } from './slender';
import { acrossLayers, type Corner, withinLayers } from './stress';

/** A load of size one: 1 N, 1 MPa, 1 m/s² or 1 K. Linear: what it does times the size is what the load does. */
export interface UnitLoad {
  id: string;
  name?: string;
  kind: Load['kind'];
  at?: At;
  /** Of length 1; for forces and weight. */
  way?: Vec3;
  /** A bolt drawn tight. */
  drawn?: true;
}

/** Ways that share a solution: the same walls and fill, and stiffness across the layers in the same ratio to that within. */
export interface LoadClass {
  wall_mm: number;
  /** Fill inside the walls by volume; 1 is solid. */
  share: number;
  /** Solid so far around where loads and holds stand, mm. */
  solid_mm?: number;
  /** Modulus across over modulus within the layers; with fibre, of its sheets. */
  ratio: number;
  /** Where continuous fibre lies. */
  fibre?: FibreLayout;
  /** Remedies that change what is solved: deeper along a direction of the part, rods bonded in, sleeves under the bolts. */
  deeper?: Deeper;
  rods?: Rods;
  sleeves?: Sleeves;
}

/** The part grown along one of its directions. */
export interface Deeper {
  way: Vec3;
  /** Times as deep. */
  by: number;
}

export interface UnitAsk {
  up: Vec3;
  loads: readonly UnitLoad[];
  holds: readonly Support[];
  /** Faces whose movement counts. */
  faces?: readonly { id: string; at: At }[];
  classes: readonly LoadClass[];
}

/** What a load of size one does to a part of modulus `UNIT_E`, density `UNIT_DENSITY` and expansion `UNIT_EXPANSION`. */
export interface SolvedRow {
  /** MPa */
  inPlane: number;
  across: number;
  /** Largest movement, mm. */
  give: number;
  /** Estimated relative error of the movement. */
  error: number;
  /** Where the largest stress is, in the part's own axes. */
  worst: Vec3;
  /** That is in a sharp inside corner. */
  inCorner?: true;
  /** Other sharp inside corners that work nearly as hard, and with what share of the worst place. */
  corners?: Corner[];
  /** Of a bolt drawn tight: the part is held beneath its head. */
  backed?: true;
  /** Area it presses on, mm². */
  area: number;
  /** What each hold gives back, N. */
  holds: Vec3[];
  /** What each patch of each hold is pushed with, N; below nothing it is pulled. */
  pushes: number[][];
  /** How the faces whose movement counts move, at a few of their places, mm. */
  moves: Record<string, Vec3[]>;
  /** The wall that comes nearest to buckling. */
  slender?: Slender;
  /** Six stresses at each spot of the class, MPa. */
  stresses: number[][];
}
export interface SolvedClass extends LoadClass {
  bricks: number;
  /** Share of its mass that works little under any row. */
  idle: number;
  rows: Record<string, SolvedRow>;
  /** Places at which rows are added up: the most worked of each, in the part's own axes. */
  spots: Vec3[];
  /** Share of each hold that each of its patches is. */
  patches: number[][];
  /** Area of each hold, mm²; of an edge its length. */
  seats: number[];
  /** Radius over which stress is fitted, mm. */
  patch_mm: number;
}
export interface SolvedLoads {
  /** Of what was asked: another mesh, direction, place or method asks again; another size does not. */
  key: string;
  classes: SolvedClass[];
  /** Why it could not be solved: the sections stand in. */
  problem?: string;
}

/** MPa, kg/mm³, 1/K: what solutions are scaled from. */
export const UNIT_E = 1000, UNIT_DENSITY = 1e-6, UNIT_EXPANSION = 1e-6;
/** Poisson's number of plastics and metals, as a rule. */
const NU = 0.35;
/** Out of balance by so much of the load, four digits of movement and stress stand still: more than the grid is good for. */
const UNIT_TOLERANCE = 1e-3;
/** Raised when a solution would come out otherwise. */
export const UNIT_LOADS_VERSION = 5;

/** Stiff within the layers, softer or stiffer across; shear across goes with the softer way. */
export function layered(e: number, z: number, nu = NU): Elastic {
  const between = Math.min(e, z) / (2 * (1 + nu));
  return { e: [e, e, z], g: [e / (2 * (1 + nu)), between, between], nu: [nu, nu, nu] };
}

const unitLoads = (loads: readonly UnitLoad[]): Load[] =>
  loads.map(({ id, name, kind, at, way, drawn }): Load => ({
    id,
    name,
    kind,
    drawn,
    ...(at && { at }),
    ...(kind === 'force' && { force_n: way }),
    ...(kind === 'pressure' && { mpa: 1 }),
    // The solver takes weight in g and mass in kg/mm³: 1 m/s² pulls with 1 N a kilogram.
    ...(kind === 'gravity' && { g: (way ?? [0, 0, -1]).map((x) => x / STANDARD_GRAVITY) as Vec3 }),
    ...(kind === 'thermal' && { dt_k: 1 }),
  }));

/** What lies at a place of the part when it is grown; by the inverse, back again. */
const grown = ({ way, by }: Deeper, p: ArrayLike<number>): Vec3 => {
  const off = (by - 1) * (way[0] * p[0] + way[1] * p[1] + way[2] * p[2]);
  return [p[0] + off * way[0], p[1] + off * way[1], p[2] + off * way[2]];
};
function grownMesh(mesh: Mesh, deeper: Deeper): Mesh {
  const vertices = mesh.vertices.slice();
  for (let i = 0; i < vertices.length; i += 3) vertices.set(grown(deeper, vertices.subarray(i, i + 3)), i);
  return { vertices, indices: mesh.indices };
}
/** A normal shrinks where a place grows. */
const grownAt = (deeper: Deeper) => (at: At): At => ({
  ...at,
  point: grown(deeper, at.point),
  ...(at.normal && { normal: unit(grown({ ...deeper, by: 1 / deeper.by }, at.normal)) }),
});
const placed = <T extends { at?: At }>(deeper: Deeper | undefined, rows: readonly T[]): T[] =>
  rows.map((r) => (deeper && r.at ? { ...r, at: grownAt(deeper)(r.at) } : r));

const inputFor = (mesh: Mesh, { holds, loads, ...ask }: UnitAsk, c: LoadClass, elements: number): MechanicsInput => ({
  mesh: c.deeper ? grownMesh(mesh, c.deeper) : mesh,
  elastic: layered(UNIT_E, UNIT_E * c.ratio),
  density: UNIT_DENSITY,
  expansion: [UNIT_EXPANSION, UNIT_EXPANSION, UNIT_EXPANSION],
  up: ask.up,
  fill: c.share,
  wall_mm: c.wall_mm,
  solid_mm: c.solid_mm,
  fibre: c.fibre,
  rods: c.rods,
  sleeves: c.sleeves,
  supports: placed(c.deeper, holds),
  faces: ask.faces && placed(c.deeper, ask.faces),
  loads: unitLoads(placed(c.deeper, loads)),
  elements,
  tolerance: UNIT_TOLERANCE,
});

/** How hard each place works on ways of the first class asked for, and the share of the mass that works little under any row. */
export function workOf(mesh: Mesh, ask: UnitAsk, elements = FIRST_LOOK, progress?: (share: number) => void): { idle: number; work: WorkVolume } {
  const { idle, work } = mechanics({ ...inputFor(mesh, ask, ask.classes[0], elements), showWork: true, progress });
  return { idle, work: work! };
}

/** How places of the part move under one of the loads, of size one, on ways of the first class asked for: mm along its own axes. @param at xyz after xyz */
export function bentOf(mesh: Mesh, ask: UnitAsk, id: string, at: Float32Array, elements = FIRST_LOOK, progress?: (share: number) => void): Float32Array {
  const only = { ...ask, loads: ask.loads.filter((l) => l.id === id) };
  const { deeper } = ask.classes[0];
  const places = at.slice();
  if (deeper) { for (let i = 0; i < at.length; i += 3) places.set(grown(deeper, at.subarray(i, i + 3)), i); }
  return mechanics({ ...inputFor(mesh, only, ask.classes[0], elements), bent: places, progress }).bent!;
}

/**
 * Loads of size one on a part, for every class of ways: one solution a class and row, so that a dozen of them answer for all ways at once.
 * @throws MechanicsError, MeshError with a sentence
 */
export function solveUnitLoads(mesh: Mesh, ask: UnitAsk, elements = FIRST_LOOK, progress: (share: number) => void = () => undefined): SolvedClass[] {
  const solutions = new Solutions();
  return ask.classes.map((c, k): SolvedClass => {
    const result = mechanics({ ...inputFor(mesh, ask, c, elements), solutions, progress: (x) => progress((k + x) / ask.classes.length) });
    // Told at the places of the part as it is drawn.
    const back = (p: Vec3): Vec3 => (c.deeper ? grown({ ...c.deeper, by: 1 / c.deeper.by }, p) : p);
    return {
      ...c,
      bricks: result.elements,
      idle: brief(result.idle),
      rows: Object.fromEntries(result.rows.map((r) => [r.id, rowOf(r, back)])),
      spots: result.spots.map((p) => all(back(p))),
      patches: result.patches.map(all),
      seats: all(result.seats),
      patch_mm: brief(result.patch_mm),
    };
  });
}

/** They are kept with the case: four digits are more than a solution is good for. */
const brief = (x: number): number => Number(x.toPrecision(4));
const all = <T extends readonly number[]>(xs: T): T => xs.map(brief) as unknown as T;

const rowOf = (r: MechanicsRow, back: (p: Vec3) => Vec3): SolvedRow => ({
  inPlane: brief(r.peak_in_plane_mpa),
  across: brief(r.peak_across_mpa),
  give: brief(r.max_deflection_mm),
  error: brief(r.error),
  worst: all(back(r.worst)),
  ...(r.inCorner && { inCorner: true as const }),
  ...(r.backed && { backed: true as const }),
  ...(r.corners.length && { corners: r.corners.map(({ at, share }) => ({ at: all(back(at)), share: brief(share) })) }),
  area: brief(r.area_mm2),
  holds: r.holds.map(all),
  pushes: r.pushes.map(all),
  moves: Object.fromEntries(Object.entries(r.moves).map(([id, at]) => [id, at.map(all)])),
  ...(r.slender && {
    slender: {
      ...r.slender,
      stress: brief(r.slender.stress),
      critical: brief(r.slender.critical),
      wall_mm: brief(r.slender.wall_mm),
      free_mm: brief(r.slender.free_mm),
      at: all(back(r.slender.at)),
    },
  }),
  stresses: r.stresses.map(all),
});

/** Walls, fill and ratio count as the same within so much of them. */
const ALIKE = 0.02;
const alike = (a: number, b: number): boolean => Math.abs(a - b) <= ALIKE * Math.max(a, b);
const sameFibre = (a: FibreLayout | undefined, b: FibreLayout | undefined): boolean =>
  !a || !b ? !a && !b : (Object.keys(a) as (keyof FibreLayout)[]).every((k) => alike(a[k], b[k]));
const sameWay = (a: Vec3, b: Vec3): boolean => Math.abs(Math.abs(dot(a, b)) - 1) < 1e-6;
const sameRemedies = (a: LoadClass, b: Omit<LoadClass, 'ratio'>): boolean =>
  (a.deeper && b.deeper ? sameWay(a.deeper.way, b.deeper.way) && a.deeper.by === b.deeper.by : !a.deeper && !b.deeper) &&
  (a.rods && b.rods
    ? sameWay(a.rods.along, b.rods.along) && sameWay(a.rods.bends, b.rods.bends) && alike(a.rods.stiffer, b.rods.stiffer)
    : !a.rods && !b.rods) &&
  (a.sleeves && b.sleeves ? alike(a.sleeves.stiffer, b.sleeves.stiffer) : !a.sleeves && !b.sleeves);
const sameFill = (c: LoadClass, of: Omit<LoadClass, 'ratio'>): boolean => sameInside(c, of) && sameRemedies(c, of);
const sameInside = (c: LoadClass, { wall_mm, share, solid_mm = 0, fibre }: Omit<LoadClass, 'ratio'>): boolean =>
  sameFibre(c.fibre, fibre) &&
  (share >= 1 ? c.share >= 1 : c.share < 1 && alike(c.share, share) && alike(c.wall_mm, wall_mm) && alike(c.solid_mm ?? 0, solid_mm));
export const sameClass = (a: LoadClass, b: LoadClass): boolean => sameFill(a, b) && alike(a.ratio, b.ratio);

/** Classes that answer for walls, fill and ratio, each with its part: the two between which the ratio lies by its logarithm, or the nearest one. */
function classesFor(solved: SolvedLoads, like: LoadClass): { of: SolvedClass; part: number }[] {
  const same = solved.classes.filter((c) => sameFill(c, like)).sort((a, b) => a.ratio - b.ratio);
  if (!same.length) return [];
  const { ratio } = like;
  const above = same.findIndex((c) => c.ratio >= ratio);
  const [lo, hi] = above < 0 ? [same.at(-1)!, same.at(-1)!] : [same[Math.max(0, above - 1)], same[above]];
  const t = hi.ratio > lo.ratio ? Math.max(0, Math.min(1, Math.log(ratio / lo.ratio) / Math.log(hi.ratio / lo.ratio))) : 1;
  return [{ of: lo, part: 1 - t }, { of: hi, part: t }].filter(({ part }) => part > 0);
}

/** A row and how much of it: sizes by what its stress, and by what its movement goes with. */
export interface Share {
  id: string;
  stress: number;
  move: number;
}

/** Rows that act together, on one way. */
export interface Together {
  /** MPa: where one row acts alone its peak, of several the largest at the places kept. */
  inPlane: number;
  across: number;
  worst: Vec3;
  /** Largest estimated error of the movement of a row. */
  error: number;
  /** On so many bricks, stress fitted over so far around a place. */
  bricks: number;
  patch_mm: number;
  /** How far each face moves whose movement counts: at the place of it that moves most. */
  moves: Record<string, number>;
  /** What each hold gives back, N. */
  holds: Vec3[];
  /** Share of each hold that is pulled, so that it leaves its seat. */
  lifts: number[];
}

/** A patch of a seat is off it where it is pulled with more than this share of what any patch is pushed with. */
const PULLED = 0.02;

/**
 * What rows do together on a way with these walls, fill and ratio: stresses, movements and reactions of size one, scaled and added, place by place. Nothing where
 * a row has no solution.
 */
export function together(solved: SolvedLoads, shares: readonly Share[], like: LoadClass): Together | undefined {
  const classes = classesFor(solved, like);
  if (!classes.length || classes.some(({ of }) => shares.some(({ id }) => !of.rows[id]))) return undefined;
  const each = classes.map(({ of, part }) => ({ part, sum: added(of, shares) }));
  const mean = (pick: (t: Together) => number): number => each.reduce((s, { part, sum }) => s + part * pick(sum), 0);
  const [first] = each.map(({ sum }) => sum);
  return {
    inPlane: mean((t) => t.inPlane),
    across: mean((t) => t.across),
    worst: each.reduce((best, e) => (e.part > best.part ? e : best)).sum.worst,
    error: Math.max(...each.map(({ sum }) => sum.error)),
    bricks: Math.min(...each.map(({ sum }) => sum.bricks)),
    patch_mm: first.patch_mm,
    moves: Object.fromEntries(Object.keys(first.moves).map((id) => [id, mean((t) => t.moves[id] ?? 0)])),
    holds: first.holds.map((_, i) => [0, 1, 2].map((a) => mean((t) => t.holds[i]?.[a] ?? 0)) as Vec3),
    lifts: first.lifts.map((_, i) => mean((t) => t.lifts[i] ?? 0)),
  };
}

function added(of: SolvedClass, shares: readonly Share[]): Together {
  const rows = shares.map((s) => ({ ...s, row: of.rows[s.id] }));
  const peaks = rows.map(({ row, stress }) => ({ inPlane: Math.abs(stress) * row.inPlane, across: Math.abs(stress) * row.across, at: row.worst }));
  if (rows.length > 1) {
    of.spots.forEach((at, k) => {
      const s = [0, 1, 2, 3, 4, 5].map((c) => rows.reduce((sum, { row, stress }) => sum + stress * (row.stresses[k]?.[c] ?? 0), 0));
      peaks.push({ inPlane: withinLayers(s), across: acrossLayers(s), at });
    });
  }
  const worst = peaks.reduce((a, b) => (Math.max(b.inPlane, b.across) > Math.max(a.inPlane, a.across) ? b : a));
  const moveOf = (face: string): number => {
    const places = rows[0].row.moves[face] ?? [];
    return Math.max(
      0,
      ...places.map((_, i) => Math.hypot(...[0, 1, 2].map((a) => rows.reduce((s, { row, move }) => s + move * (row.moves[face]?.[i]?.[a] ?? 0), 0)))),
    );
  };
  const pushes = of.patches.map((patch, h) => patch.map((_, i) => rows.reduce((s, { row, stress }) => s + stress * (row.pushes[h]?.[i] ?? 0), 0)));
  const hardest = Math.max(0, ...pushes.flat().map(Math.abs));
  return {
    inPlane: Math.max(...peaks.map((p) => p.inPlane)),
    across: Math.max(...peaks.map((p) => p.across)),
    worst: worst.at,
    error: Math.max(...rows.map(({ row }) => row.error)),
    bricks: of.bricks,
    patch_mm: of.patch_mm,
    moves: Object.fromEntries(Object.keys(rows[0].row.moves).map((id) => [id, moveOf(id)])),
    holds: of.patches.map((_, h) => [0, 1, 2].map((a) => rows.reduce((s, { row, stress }) => s + stress * (row.holds[h]?.[a] ?? 0), 0)) as Vec3),
    lifts: of.patches.map((patch, h) => patch.reduce((s, part, i) => (pushes[h][i] < -PULLED * hardest ? s + part : s), 0)),
  };
}

/** A row on its own; nothing where no class has those walls and fill. */
export function solvedRow(
  solved: SolvedLoads,
  id: string,
  like: LoadClass,
): Pick<SolvedRow, 'inPlane' | 'across' | 'give' | 'error' | 'worst' | 'inCorner' | 'corners' | 'backed' | 'area' | 'slender'> | undefined {
  const alone = together(solved, [{ id, stress: 1, move: 1 }], like);
  if (!alone) return undefined;
  const classes = classesFor(solved, like).map(({ of, part }) => ({ row: of.rows[id], part }));
  const { inPlane, across, error, worst } = alone;
  const slender = classes.flatMap(({ row }) => row.slender ?? []).sort((a, b) => b.stress / b.critical - a.stress / a.critical)[0];
  return {
    inPlane,
    across,
    error,
    worst,
    give: classes.reduce((s, { row, part }) => s + part * row.give, 0),
    area: classes[0].row.area,
    ...(classes.some(({ row }) => row.inCorner) && { inCorner: true as const }),
    ...(classes[0].row.corners && { corners: classes[0].row.corners }),
    ...(classes.some(({ row }) => row.backed) && { backed: true as const }),
    ...(slender && { slender }),
  };
}

/** Ratios at which a class is solved, so that none of these lies far from one: the ends, and their middle where they are far apart. */
export function nodesFor(ratios: readonly number[]): number[] {
  const low = Math.min(...ratios), high = Math.max(...ratios);
  if (high < 1.1 * low) return [Math.sqrt(low * high)];
  return high > 3 * low ? [low, Math.sqrt(low * high), high] : [low, high];
}
