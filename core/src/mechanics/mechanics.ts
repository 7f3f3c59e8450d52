import { STANDARD_GRAVITY } from '../quantity/quantity';
import { bvhOf } from '../shape/bvh';
import { facets } from '../shape/facets';
import { measure } from '../shape/measure';
import { type Mesh, MeshError } from '../shape/mesh';
import { patchFrom } from '../shape/patch';
import { dot, frameFor, inFrame, type Vec3 } from '../shape/turn';
import { type Brick, brickOf, type Elastic, MechanicsError, stiffnessOf } from './brick';
import { depths, type Grid, gridOf } from './grid';
import { Elasticity } from './solve';

/** A flat or round face of the part: the one on which a point lies, looking along a normal. */
export interface At {
  point: Vec3;
  normal?: Vec3;
}

export interface Support {
  /** Held all ways, or only against being pushed in or pulled off; a bolt holds its face all ways. */
  kind: 'fixed' | 'rest' | 'bolt';
  at: At;
}

export interface Load {
  /** Loads of one id act together and are one row. */
  id: string;
  /** What it is called in a message; its id where it has no name. */
  name?: string;
  kind: 'force' | 'pressure' | 'gravity' | 'thermal';
  at?: At;
  /** Of the whole face, N. */
  force_n?: Vec3;
  /** Pushed into the face, MPa. */
  mpa?: number;
  /** Of the own weight, in g along each axis; straight down where it is left out. */
  g?: Vec3 | number;
  /** Warmer by, K. */
  dt_k?: number;
}

export interface MechanicsInput {
  mesh: Mesh;
  /** Along the part's own axes, or, where `up` is another direction, along the layers and across them: then x and y lie in the layer. */
  elastic: Elastic;
  /** kg/mm³ */
  density: number;
  /** Expansion, 1/K, along the axes of the material. */
  expansion?: Vec3;
  /** Build direction in the part's own axes. */
  up?: Vec3;
  /** Inside the walls, by volume; 1 is solid. */
  fill?: number;
  wall_mm?: number;
  supports: readonly Support[];
  loads: readonly Load[];
  points?: readonly { id: string; at: Vec3 }[];
  /** Say how hard each place works. */
  showWork?: boolean;
  elements?: number;
  progress?: (share: number) => void;
}

export interface MechanicsRow {
  id: string;
  max_deflection_mm: number;
  points: Record<string, Vec3>;
  /** Largest stress within the layers, and across them: in the middle of the faces of the bricks, what touches a load or a support left out. */
  peak_in_plane_mpa: number;
  peak_across_mpa: number;
  /** Of all supports together, N. */
  reaction_n: Vec3;
  /** Estimated relative error of the deflection: from the same on bricks of twice the edge. */
  error: number;
  steps: number;
  /** Where the largest stress is, in the part's own axes. */
  worst: Vec3;
}

/** How hard material works, brick by brick, as the part stands with its build direction up: 255 is as hard as the most worked place of a row, by stress. */
export interface WorkVolume {
  n: [number, number, number];
  /** Corner of the first brick, and the edges of one, mm. */
  low: [number, number, number];
  size: [number, number, number];
  /** x first, then y, then z; bricks just outside have what is beside them. */
  use: Uint8Array;
}

export interface MechanicsResult {
  elements: number;
  mass_kg: number;
  /** Share of the mass that works little under any row: less than 3 % of the energy of the row's most worked place. */
  idle: number;
  /** How hard each place works; where it was asked for. */
  work?: WorkVolume;
  rows: MechanicsRow[];
}

/** Elements of the refined answer; of the first look. */
export const REFINED = 250_000, FIRST_LOOK = 16_000;
/** Energy over the row's peak below which material does nothing: as the square of its stress. */
const IDLE = 0.03;
/** What touches a load or a hold works, how hard is not said: above any share. */
const TOUCHED = 2;
/** Bricks over which what is beside them is taken on. */
const SPREAD = 3;
/** Above this share of a load on its own holds, it loads nothing. */
const ALL_HELD = 0.98;
/** Stiffness of sparse fill goes with a power of its share: strands that bend. */
const FILL_POWER = 1.5;
/** Share of the bricks that may be above the peak: singular edges of a few bricks are no failure. */
const ABOVE_PEAK = 5e-5;
/** Halving the edge takes so much of the error away: order two, told a little worse than it is. */
const RICHARDSON = 2.5;
/** How far beneath the surface a brick is looked for, in edges. */
const DEEPER = [1e-3, 0.3, 0.8, 1.5];
/** Largest step between places at which a face is pressed, in edges of a brick. */
const PRESSED_EVERY = 0.5;

/**
 * What loads do to a part on its own shape: linear, small displacements. Row by row the deflection, stress in and across the layers, reactions, and an estimate of the
 * error from a second grid.
 * @throws MechanicsError, MeshError with a sentence
 */
export function mechanics(input: MechanicsInput): MechanicsResult {
  const { mesh, elements = REFINED, progress = () => undefined } = input;
  const m = measure(mesh);
  if (!m.watertight || !(m.volume_mm3 > 0)) throw new MeshError('Only a closed mesh can be loaded. Repair it first.');
  if (!input.loads.length) throw new MechanicsError('There is no load.');
  const coarse = onGrid(input, m.volume_mm3, Math.max(200, elements / 8), (s) => progress(0.2 * s));
  const fine = onGrid(input, m.volume_mm3, elements, (s) => progress(0.2 + 0.8 * s));
  return {
    elements: fine.elements,
    mass_kg: fine.mass_kg,
    idle: fine.idle,
    ...(fine.work && { work: fine.work }),
    rows: fine.rows.map((row, i) => ({
      ...row,
      error: Math.abs(row.max_deflection_mm - coarse.rows[i].max_deflection_mm) / (RICHARDSON * Math.max(1e-30, row.max_deflection_mm)) + 5e-4,
    })),
  };
}

function onGrid(input: MechanicsInput, volume: number, elements: number, progress: (share: number) => void): MechanicsResult {
  const frame = frameFor(input.up ?? [0, 0, 1]);
  const mesh = inFrame(input.mesh, frame);
  const into = (p: readonly number[]): Vec3 => [dot(frame[0], p), dot(frame[1], p), dot(frame[2], p)];
  const outOf = (p: readonly number[]): Vec3 => [0, 1, 2].map((k) => frame[0][k] * p[0] + frame[1][k] * p[1] + frame[2][k] * p[2]) as Vec3;
  const grid = gridOf(mesh, elements, volume);
  const d = stiffnessOf(input.elastic);
  const brick = brickOf(d, grid.size);
  const { factor, mass } = zones(grid, mesh, input);
  const faces = new Faces(mesh, grid);
  const held = new Uint8Array(3 * grid.count);
  const near = new Uint8Array(grid.count);
  for (const s of input.supports) faces.hold(s, into, held, near);
  const system = new Elasticity(grid, brick, factor, held);
  const ids = [...new Set(input.loads.map((l) => l.id))];
  const works = new Float32Array(grid.bricks);
  const rows = ids.map((id, k): MechanicsRow => {
    const own = input.loads.filter((l) => l.id === id);
    const force = new Float64Array(3 * grid.count);
    let heat = 0;
    const touched = near.slice();
    for (const l of own) {
      if (l.kind === 'thermal') heat += l.dt_k ?? 0;
      else if (l.kind === 'gravity') weigh(grid, mass, into(typeof l.g === 'number' || !l.g ? [0, 0, -(l.g ?? 1)] : l.g), force);
      else faces.press(l, into, force, touched);
    }
    if (own.every((l) => l.at) && shareHeld(force, held) > ALL_HELD)
      throw new MechanicsError(`“${own[0].name ?? own[0].id}” stands on a face that holds the tool: pick another face for one of them.`);
    const expansion = input.expansion ?? [0, 0, 0];
    if (heat) warm(grid, brick, factor, expansion, heat, force);
    const { u, steps } = system.solve(force, { progress: (n) => progress((k + Math.min(0.9, n / 60)) / ids.length) });
    const inner = system.forces(u);
    const reaction: Vec3 = [0, 0, 0];
    for (let i = 0; i < held.length; i++) if (held[i]) reaction[i % 3] += inner[i] - force[i];
    let most = 0;
    for (let i = 0; i < u.length; i += 3) most = Math.max(most, Math.hypot(u[i], u[i + 1], u[i + 2]));
    const stress = peaks(grid, brick, u, factor, touched, expansion.map((x) => x * heat) as Vec3, works);
    progress((k + 1) / ids.length);
    return {
      id,
      max_deflection_mm: most,
      points: Object.fromEntries((input.points ?? []).map((p) => [p.id, outOf(valueAt(grid, u, into(p.at)))])),
      peak_in_plane_mpa: stress.inPlane,
      peak_across_mpa: stress.across,
      reaction_n: outOf(reaction),
      error: 0,
      steps,
      worst: outOf(stress.at),
    };
  });
  const mass_kg = mass.reduce((s, x) => s + x, 0);
  const idle = mass.reduce((s, x, b) => (works[b] ** 2 >= IDLE ? s : s + x), 0) / mass_kg;
  return { elements: grid.bricks, mass_kg, idle, ...(input.showWork && { work: volumeOf(grid, works) }), rows };
}

/** Bricks that touch a load or a hold, and those outside, take on what is beside them. */
function volumeOf({ n, low, size, brickAt }: Grid, works: Float32Array): WorkVolume {
  const [nx, ny] = n;
  const steps = [1, -1, nx, -nx, nx * ny, -nx * ny];
  let known = Float32Array.from(brickAt, (b) => (b >= 0 && works[b] <= 1 ? works[b] : -1));
  for (let pass = 0; pass < SPREAD; pass++) {
    const next = known.slice();
    for (let i = 0; i < known.length; i++) if (known[i] < 0) { for (const d of steps) next[i] = Math.max(next[i], known[i + d] ?? -1); }
    known = next;
  }
  return { n: [...n], low: [...low], size: [...size], use: Uint8Array.from(known, (x) => Math.round(255 * Math.max(0, x))) };
}

/** What each brick has of a full one's stiffness, and its mass: walls solid, sparse fill within. */
function zones(grid: Grid, mesh: Mesh, { fill = 1, wall_mm = 0, density }: MechanicsInput): { factor: Float32Array; mass: Float64Array } {
  const factor = grid.share.slice();
  const cell = grid.size[0] * grid.size[1] * grid.size[2];
  const mass = Float64Array.from(factor, (s) => s * cell * density);
  if (fill < 1) {
    const depth = depths(grid, mesh);
    const edge = Math.cbrt(cell), sparse = Math.max(1e-3, fill ** FILL_POWER);
    for (let b = 0; b < grid.bricks; b++) {
      // A brick through which the inside of the wall runs is partly wall.
      const solid = Math.max(0, Math.min(1, (wall_mm - depth[b]) / edge + 0.5));
      factor[b] *= solid + (1 - solid) * sparse;
      mass[b] *= solid + (1 - solid) * fill;
    }
  }
  return { factor, mass };
}

/** Share of the forces that act on what is held in their direction: the part never feels them. */
function shareHeld(force: Float64Array, held: Uint8Array): number {
  let all = 0, lost = 0;
  for (let i = 0; i < force.length; i++) {
    all += Math.abs(force[i]);
    if (held[i]) lost += Math.abs(force[i]);
  }
  return all > 0 ? lost / all : 0;
}

function weigh(grid: Grid, mass: Float64Array, g: Vec3, force: Float64Array): void {
  for (let b = 0; b < grid.bricks; b++)
    for (let k = 0; k < 8; k++) for (let a = 0; a < 3; a++) force[3 * grid.nodes[8 * b + k] + a] += (mass[b] / 8) * g[a] * STANDARD_GRAVITY;
}

function warm(grid: Grid, brick: Brick, factor: Float32Array, expansion: Vec3, dt: number, force: Float64Array): void {
  for (let b = 0; b < grid.bricks; b++)
    for (let k = 0; k < 24; k++)
      for (let a = 0; a < 3; a++) force[3 * grid.nodes[8 * b + Math.floor(k / 3)] + (k % 3)] += factor[b] * brick.thermal[a][k] * expansion[a] * dt;
}

/** Faces of the part on its grid: pressed and held where they are. */
class Faces {
  private readonly normals: Float32Array | Float64Array;
  private readonly areas: Float32Array | Float64Array;

  constructor(private readonly mesh: Mesh, private readonly grid: Grid) {
    const f = facets(mesh);
    this.normals = f.normals;
    this.areas = f.areas;
  }

  /** Triangles of the face at a point. */
  private face(at: At | undefined, into: (p: readonly number[]) => Vec3): readonly number[] {
    if (!at) throw new MechanicsError('A load or support has no place.');
    const p = into(at.point);
    const { triangle } = bvhOf(this.mesh).closest(...p);
    if (triangle < 0) throw new MechanicsError('A load or support is not on the part.');
    const n = at.normal && into(at.normal);
    const { list } = patchFrom(this.mesh, triangle);
    // At an edge the normal says which of the faces is meant.
    if (!n || list.some((t) => this.along(t, n) > 0.7)) return list;
    const around = this.near(p).find((t) => this.along(t, n) > 0.7);
    return around === undefined ? list : patchFrom(this.mesh, around).list;
  }

  private along = (t: number, n: Vec3): number =>
    (this.normals[3 * t] * n[0] + this.normals[3 * t + 1] * n[1] + this.normals[3 * t + 2] * n[2]) / (Math.hypot(...n) || 1);

  /** Triangles with a corner or side at a point. */
  private near(p: Vec3): number[] {
    const { vertices: v, indices: f } = this.mesh;
    const reach = 2 * Math.max(...this.grid.size);
    const out: number[] = [];
    for (let t = 0; t < f.length / 3; t++) {
      const meets = [0, 1, 2].every((a) => {
        const xs = [0, 1, 2].map((k) => v[3 * f[3 * t + k] + a]);
        return Math.min(...xs) <= p[a] + reach && Math.max(...xs) >= p[a] - reach;
      });
      if (meets) out.push(t);
    }
    return out;
  }

  /** Places over a face, each with the area it stands for: its triangles are halved over their longest side until they are small beside a brick. */
  private spread(list: readonly number[], take: (p: Vec3, area: number, normal: Vec3) => void): void {
    const { vertices: v, indices: f } = this.mesh;
    const step2 = (PRESSED_EVERY * Math.min(...this.grid.size)) ** 2;
    const off2 = (a: Vec3, b: Vec3): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;
    for (const t of list) {
      const normal: Vec3 = [this.normals[3 * t], this.normals[3 * t + 1], this.normals[3 * t + 2]];
      const halve = (a: Vec3, b: Vec3, c: Vec3, area: number): void => {
        const [ab, bc, ca] = [off2(a, b), off2(b, c), off2(c, a)];
        const longest = Math.max(ab, bc, ca);
        if (longest <= step2) return take([(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3, (a[2] + b[2] + c[2]) / 3], area, normal);
        const [p, q, far] = longest === ab ? [a, b, c] : longest === bc ? [b, c, a] : [c, a, b];
        const m: Vec3 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2, (p[2] + q[2]) / 2];
        halve(p, m, far, area / 2);
        halve(m, q, far, area / 2);
      };
      const [a, b, c] = [0, 1, 2].map((k): Vec3 => [v[3 * f[3 * t + k]], v[3 * f[3 * t + k] + 1], v[3 * f[3 * t + k] + 2]]);
      halve(a, b, c, this.areas[t]);
    }
  }

  /** The brick at a place on the surface, looked for inwards, and where in it the place lies, 0 … 1. */
  private brick(p: Vec3, normal: Vec3): { b: number; x: Vec3 } | undefined {
    const { low, size, n, brickAt } = this.grid;
    const cell = (a: number, deep: number): number => Math.max(0, Math.min(n[a] - 1, Math.floor((p[a] - deep * size[a] * normal[a] - low[a]) / size[a])));
    const within = (a: number, at: number): number => Math.max(0, Math.min(1, (p[a] - low[a]) / size[a] - at));
    for (const deep of DEEPER) {
      const x = cell(0, deep), y = cell(1, deep), z = cell(2, deep);
      const b = brickAt[(z * n[1] + y) * n[0] + x];
      if (b >= 0) return { b, x: [within(0, x), within(1, y), within(2, z)] };
    }
    return undefined;
  }

  /** Nodes within half a brick of a face are held. */
  hold({ kind, at }: Support, into: (p: readonly number[]) => Vec3, held: Uint8Array, near: Uint8Array): void {
    const list = this.face(at, into);
    const { nodes, nodePlace, low, size } = this.grid;
    let any = false;
    this.spread(list, (p, _, normal) => {
      const found = this.brick(p, normal);
      if (!found) return;
      for (let k = 0; k < 8; k++) {
        const node = nodes[8 * found.b + k];
        near[node] = 1;
        // How far the node is from the plane of the face there, in bricks along the normal.
        const off = Math.abs(((low[0] + nodePlace[3 * node] * size[0] - p[0]) * normal[0]) / size[0]) +
          Math.abs(((low[1] + nodePlace[3 * node + 1] * size[1] - p[1]) * normal[1]) / size[1]) +
          Math.abs(((low[2] + nodePlace[3 * node + 2] * size[2] - p[2]) * normal[2]) / size[2]);
        if (off > 0.5 + 1e-6) continue;
        any = true;
        for (let a = 0; a < 3; a++) if (kind !== 'rest' || Math.abs(normal[a]) > 0.7) held[3 * node + a] = 1;
      }
    });
    if (!any) throw new MechanicsError('A support is not on the part, or so oblique that it holds along no axis.');
  }

  press(l: Load, into: (p: readonly number[]) => Vec3, force: Float64Array, touched: Uint8Array): void {
    const list = this.face(l.at, into);
    const whole = list.reduce((s, t) => s + this.areas[t], 0);
    const push = l.kind === 'force' ? into(l.force_n ?? [0, 0, 0]) : undefined;
    const { nodes } = this.grid;
    let met = 0;
    const put: [number, number, Vec3][] = [];
    this.spread(list, (p, area, normal) => {
      const found = this.brick(p, normal);
      if (!found) return;
      met += area;
      const f = push ? push.map((x) => (x * area) / whole) : normal.map((x) => -x * (l.mpa ?? 0) * area);
      const [x, y, z] = found.x;
      for (let k = 0; k < 8; k++) {
        const w = (k & 1 ? x : 1 - x) * (k & 2 ? y : 1 - y) * (k & 4 ? z : 1 - z);
        touched[nodes[8 * found.b + k]] = 1;
        if (w) put.push([nodes[8 * found.b + k], w, f as Vec3]);
      }
    });
    if (!(met > 0)) throw new MechanicsError(`The load “${l.name ?? l.id}” is not on the part.`);
    // What lies on bricks that were left out presses on the others.
    const all = whole / met;
    for (const [node, w, f] of put) for (let a = 0; a < 3; a++) force[3 * node + a] += w * f[a] * all;
  }
}

/** Displacement at a place, of the brick there or the nearest node. */
function valueAt({ low, size, n, brickAt, nodes, nodePlace, count }: Grid, u: Float64Array, p: Vec3): Vec3 {
  const at = [0, 1, 2].map((a) => Math.max(0, Math.min(n[a] - 1, Math.floor((p[a] - low[a]) / size[a] - 1e-9))));
  const b = brickAt[(at[2] * n[1] + at[1]) * n[0] + at[0]];
  const out: Vec3 = [0, 0, 0];
  if (b >= 0) {
    const x = [0, 1, 2].map((a) => Math.max(0, Math.min(1, (p[a] - low[a]) / size[a] - at[a])));
    for (let k = 0; k < 8; k++) {
      const w = (k & 1 ? x[0] : 1 - x[0]) * (k & 2 ? x[1] : 1 - x[1]) * (k & 4 ? x[2] : 1 - x[2]);
      for (let a = 0; a < 3; a++) out[a] += w * u[3 * nodes[8 * b + k] + a];
    }
    return out;
  }
  let best = 0, least = Infinity;
  for (let k = 0; k < count; k++) {
    const off = [0, 1, 2].reduce((s, a) => s + (low[a] + nodePlace[3 * k + a] * size[a] - p[a]) ** 2, 0);
    if (off < least) [least, best] = [off, k];
  }
  return [u[3 * best], u[3 * best + 1], u[3 * best + 2]];
}

/**
 * Largest principal stress within the layers and largest stress across them, over bricks that are mostly full and touch no load or support.
 * @param works the share of its most worked place that each brick sees: the largest of all rows
 */
function peaks(
  { nodes, brickPlace, low, size, share, bricks }: Grid,
  brick: Brick,
  u: Float64Array,
  factor: Float32Array,
  touched: Uint8Array,
  strain: Vec3,
  works: Float32Array,
) {
  const inPlane: number[] = [], across: number[] = [];
  const local = new Float64Array(24);
  const where: number[] = [];
  const heat = [0, 1, 2, 3, 4, 5].map((k) =>
    strain[0] * brick.thermalStress[0][k] + strain[1] * brick.thermalStress[1][k] + strain[2] * brick.thermalStress[2][k]
  );
  const s = new Float64Array(6);
  for (let b = 0; b < bricks; b++) {
    let skip = share[b] < 0.6;
    for (let k = 0; k < 8; k++) {
      const node = nodes[8 * b + k];
      if (touched[node]) skip = true;
      for (let a = 0; a < 3; a++) local[3 * k + a] = u[3 * node + a];
    }
    if (skip) {
      works[b] = TOUCHED;
      continue;
    }
    let mostIn = 0, mostAcross = 0;
    // Sparse fill carries its load in strands: what they bear is the mean over their share.
    const dense = factor[b] / share[b];
    for (const m of brick.stress) {
      for (let r = 0; r < 6; r++) {
        let x = -heat[r];
        for (let c = 0; c < 24; c++) x += m[24 * r + c] * local[c];
        s[r] = x * dense;
      }
      const mid = (s[0] + s[1]) / 2, radius = Math.hypot((s[0] - s[1]) / 2, s[3]);
      mostIn = Math.max(mostIn, Math.abs(mid) + radius);
      mostAcross = Math.max(mostAcross, Math.abs(s[2]));
    }
    inPlane.push(mostIn);
    across.push(mostAcross);
    where.push(b);
  }
  const skip = Math.floor(ABOVE_PEAK * inPlane.length);
  const peak = (xs: number[]): number => (xs.length ? Float64Array.from(xs).sort()[xs.length - 1 - skip] : 0);
  const [a, c] = [peak(inPlane), peak(across)];
  const most = Math.hypot(a, c);
  if (most > 0)
    where.forEach((b, i) => {
      works[b] = Math.max(works[b], Math.min(1, Math.hypot(inPlane[i], across[i]) / most));
    });
  const hit = where[inPlane.findIndex((x, i) => x >= a && a >= c || across[i] >= c && c > a)] ?? 0;
  return { inPlane: a, across: c, at: [0, 1, 2].map((k) => low[k] + (brickPlace[3 * hit + k] + 0.5) * size[k]) as Vec3 };
}
