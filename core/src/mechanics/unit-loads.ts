import { STANDARD_GRAVITY } from '../quantity/quantity';
import type { Mesh } from '../shape/mesh';
import type { Vec3 } from '../shape/turn';
import type { Elastic } from './brick';
import { type At, FIRST_LOOK, type Load, mechanics, type MechanicsInput, type MechanicsRow, type Support, type WorkVolume } from './mechanics';

/** A load of size one: 1 N, 1 MPa, 1 m/s² or 1 K. Linear: what it does times the size is what the load does. */
export interface UnitLoad {
  id: string;
  name?: string;
  kind: Load['kind'];
  at?: At;
  /** Of length 1; for forces and weight. */
  way?: Vec3;
}

/** Ways that share a solution: the same walls and fill, and stiffness across the layers in the same ratio to that within. */
export interface LoadClass {
  wall_mm: number;
  /** Fill inside the walls by volume; 1 is solid. */
  share: number;
  /** Modulus across over modulus within the layers. */
  ratio: number;
}

export interface UnitAsk {
  up: Vec3;
  loads: readonly UnitLoad[];
  holds: readonly Support[];
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
}
export interface SolvedClass extends LoadClass {
  bricks: number;
  /** Share of its mass that works little under any row. */
  idle: number;
  rows: Record<string, SolvedRow>;
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
/** Raised when a solution would come out otherwise. */
export const UNIT_LOADS_VERSION = 1;

/** Stiff within the layers, softer or stiffer across; shear across goes with the softer way. */
export function layered(e: number, z: number, nu = NU): Elastic {
  const between = Math.min(e, z) / (2 * (1 + nu));
  return { e: [e, e, z], g: [e / (2 * (1 + nu)), between, between], nu: [nu, nu, nu] };
}

const unitLoads = ({ loads }: UnitAsk): Load[] =>
  loads.map(({ id, name, kind, at, way }): Load => ({
    id,
    name,
    kind,
    ...(at && { at }),
    ...(kind === 'force' && { force_n: way }),
    ...(kind === 'pressure' && { mpa: 1 }),
    // The solver takes weight in g and mass in kg/mm³: 1 m/s² pulls with 1 N a kilogram.
    ...(kind === 'gravity' && { g: (way ?? [0, 0, -1]).map((x) => x / STANDARD_GRAVITY) as Vec3 }),
    ...(kind === 'thermal' && { dt_k: 1 }),
  }));

const inputFor = (mesh: Mesh, ask: UnitAsk, c: LoadClass, elements: number): MechanicsInput => ({
  mesh,
  elastic: layered(UNIT_E, UNIT_E * c.ratio),
  density: UNIT_DENSITY,
  expansion: [UNIT_EXPANSION, UNIT_EXPANSION, UNIT_EXPANSION],
  up: ask.up,
  fill: c.share,
  wall_mm: c.wall_mm,
  supports: ask.holds,
  loads: unitLoads(ask),
  elements,
});

/** How hard each place works on ways of the first class asked for, and the share of the mass that works little under any row. */
export function workOf(mesh: Mesh, ask: UnitAsk, elements = FIRST_LOOK, progress?: (share: number) => void): { idle: number; work: WorkVolume } {
  const { idle, work } = mechanics({ ...inputFor(mesh, ask, ask.classes[0], elements), showWork: true, progress });
  return { idle, work: work! };
}

/**
 * Loads of size one on a part, for every class of ways: one solution a class and row, so that a dozen of them answer for all ways at once.
 * @throws MechanicsError, MeshError with a sentence
 */
export function solveUnitLoads(mesh: Mesh, ask: UnitAsk, elements = FIRST_LOOK, progress: (share: number) => void = () => undefined): SolvedClass[] {
  return ask.classes.map((c, k): SolvedClass => {
    const result = mechanics({ ...inputFor(mesh, ask, c, elements), progress: (x) => progress((k + x) / ask.classes.length) });
    return { ...c, bricks: result.elements, idle: result.idle, rows: Object.fromEntries(result.rows.map((r) => [r.id, rowOf(r)])) };
  });
}

const rowOf = (r: MechanicsRow): SolvedRow => ({
  inPlane: r.peak_in_plane_mpa,
  across: r.peak_across_mpa,
  give: r.max_deflection_mm,
  error: r.error,
  worst: r.worst,
});

/** Walls, fill and ratio count as the same within so much of them. */
const ALIKE = 0.02;
const alike = (a: number, b: number): boolean => Math.abs(a - b) <= ALIKE * Math.max(a, b);
const sameFill = (c: LoadClass, { wall_mm, share }: Omit<LoadClass, 'ratio'>): boolean =>
  share >= 1 ? c.share >= 1 : c.share < 1 && alike(c.share, share) && alike(c.wall_mm, wall_mm);
export const sameClass = (a: LoadClass, b: LoadClass): boolean => sameFill(a, b) && alike(a.ratio, b.ratio);

/**
 * What a row does on a way with these walls, fill and ratio: between two solutions of the same walls and fill by the logarithm of their ratios, beyond them the
 * nearer one. Nothing where no class has them.
 */
export function solvedRow(solved: SolvedLoads, id: string, { wall_mm, share, ratio }: LoadClass): SolvedRow | undefined {
  const same = solved.classes
    .filter((c) => c.rows[id] && sameFill(c, { wall_mm, share }))
    .sort((a, b) => a.ratio - b.ratio);
  if (!same.length) return undefined;
  const above = same.findIndex((c) => c.ratio >= ratio);
  const [lo, hi] = above < 0 ? [same.at(-1)!, same.at(-1)!] : [same[Math.max(0, above - 1)], same[above]];
  const t = hi.ratio > lo.ratio ? Math.max(0, Math.min(1, Math.log(ratio / lo.ratio) / Math.log(hi.ratio / lo.ratio))) : 1;
  const [a, b] = [lo.rows[id], hi.rows[id]];
  const between = (x: number, y: number): number => x + t * (y - x);
  return {
    inPlane: between(a.inPlane, b.inPlane),
    across: between(a.across, b.across),
    give: between(a.give, b.give),
    error: Math.max(a.error, b.error),
    worst: t < 0.5 ? a.worst : b.worst,
  };
}

/** Ratios at which a class is solved, so that none of these lies far from one: the ends, and their middle where they are far apart. */
export function nodesFor(ratios: readonly number[]): number[] {
  const low = Math.min(...ratios), high = Math.max(...ratios);
  if (high < 1.1 * low) return [Math.sqrt(low * high)];
  return high > 3 * low ? [low, Math.sqrt(low * high), high] : [low, high];
}
