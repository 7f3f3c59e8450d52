import { STANDARD_GRAVITY } from '../quantity/quantity';
import { type Measure, measure } from '../shape/measure';
import { insideCornerLines } from '../shape/inside-corners';
import { facets } from '../shape/facets';
import { type Mesh, MeshError } from '../shape/mesh';
import { dot, frameFor, inFrame, type Vec3 } from '../shape/turn';
import { brickOf, type Elastic, MechanicsError, stiffnessOf } from './brick';
import { type At, Faces } from './faces';
import { type FibreLayout, layFibre, seatOf, stuffOf } from './fibre';
import { depths, type Grid, gridOf } from './grid';
import { Inside } from './inside';
import { layRods, type Rods, rodStuff } from './rods';
import { laySleeves, type Sleeves, sleeveStuff } from './sleeves';
import { Elasticity, type Stuff } from './solve';
import { type Slender, slenderest } from './slender';
import { type Corner, MAX_SPOTS, Stresses } from './stress';

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
  /** It is drawn tight from the other side, as a bolt: no stress is looked for where it squeezes the part beneath its head. */
  drawn?: boolean;
  /** Of the own weight, in g along each axis; straight down where it is left out. */
  g?: Vec3 | number;
  /** Warmer by, K. */
  dt_k?: number;
}

export interface MechanicsInput {
  mesh: Mesh;
  /**
   * Along the part's own axes, or, where `up` is another direction, along the layers and across them: then x and y lie in the layer. With fibre, of a solid of sheets
   * at alternate angles; between the fibres the plastic has in all directions what these have across.
   */
  elastic: Elastic;
  /** Where continuous fibre lies. */
  fibre?: FibreLayout;
  rods?: Rods;
  /** Under every bolt drawn tight. */
  sleeves?: Sleeves;
  /** kg/mm³ */
  density: number;
  /** Expansion, 1/K, along the axes of the material. */
  expansion?: Vec3;
  /** Build direction in the part's own axes. */
  up?: Vec3;
  /** Inside the walls, by volume; 1 is solid. */
  fill?: number;
  wall_mm?: number;
  /** Solid so far around where loads and holds stand, mm. */
  solid_mm?: number;
  supports: readonly Support[];
  loads: readonly Load[];
  points?: readonly { id: string; at: Vec3 }[];
  /** Faces whose movement counts. */
  faces?: readonly { id: string; at: At }[];
  /** Say how hard each place works. */
  showWork?: boolean;
  /** Places whose movement under the first row is wanted, xyz after xyz in the part's own axes. */
  bent?: Float32Array;
  /** What of a load may be out of balance in the end, as a share of it; 1e-5 unless said otherwise. */
  tolerance?: number;
  elements?: number;
  progress?: (share: number) => void;
  /** Displacements of each load on bricks that were filled otherwise: the solution starts from them, and is added. */
  solutions?: Solutions;
}

/** Of how many ways of filling the same bricks displacements are kept, and up to how many bricks: two dozen megabytes a load. */
const MOST_KEPT = 6, KEPT_BRICKS = 50_000;

/** Displacements found for the loads of one part on each of its grids. */
export class Solutions {
  private readonly found = new Map<string, Float64Array[]>();

  private key = (grid: Grid, id: string): string => `${grid.n.join()} ${grid.low.join()} ${grid.count} ${id}`;
  of(grid: Grid, id: string): readonly Float64Array[] {
    return this.found.get(this.key(grid, id)) ?? [];
  }
  add(grid: Grid, id: string, u: Float64Array): void {
    if (grid.bricks > KEPT_BRICKS) return;
    const list = [u, ...this.of(grid, id)].slice(0, MOST_KEPT);
    this.found.set(this.key(grid, id), list);
  }
}

export interface MechanicsRow {
  id: string;
  max_deflection_mm: number;
  points: Record<string, Vec3>;
  /** Largest stress within the layers, and across them: fitted over a patch, what touches a load or a support left out. */
  peak_in_plane_mpa: number;
  peak_across_mpa: number;
  /** Of all supports together, N. */
  reaction_n: Vec3;
  /** Estimated relative error of the deflection: from the same on bricks of twice the edge; more where walls are thinner than a brick. */
  error: number;
  steps: number;
  /** Where the largest stress is, in the part's own axes; in a sharp inside corner, where it rests on how that is made. */
  worst: Vec3;
  inCorner: boolean;
  /** Other sharp inside corners that work nearly as hard, and with what share of the worst place. */
  corners: Corner[];
  /** Of a bolt drawn tight: the part is held beneath its head. */
  backed: boolean;
  /** Area on which the loads of the row press, mm². */
  area_mm2: number;
  /** What each hold gives back, N. */
  holds: Vec3[];
  /** What each patch of each hold is pushed with, N; below nothing it is pulled. */
  pushes: number[][];
  /** How far each face moves, at a few of its places, mm. */
  moves: Record<string, Vec3[]>;
  /** The wall that comes nearest to buckling. */
  slender?: Slender;
  /** Six stresses at each of the places of the result, along the layers and across them, MPa. */
  stresses: number[][];
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
  /** Share by which walls thinner than a brick may bend farther than was found. */
  thin: number;
  mass_kg: number;
  /** Continuous fibre laid, mm³. */
  fibre_mm3: number;
  /** Share of the mass that works little under any row: less than 3 % of the energy of the row's most worked place. */
  idle: number;
  /** How hard each place works; where it was asked for. */
  work?: WorkVolume;
  /** Movement of the places asked for under the first row, mm. */
  bent?: Float32Array;
  rows: MechanicsRow[];
  /** Places at which rows may be added up, in the part's own axes: the most worked ones of each. */
  spots: Vec3[];
  /** Share of each hold that each of its patches is. */
  patches: number[][];
  /** Area of each hold, mm²; of an edge its length. */
  seats: number[];
  /** Radius over which stress is fitted. */
  patch_mm: number;
}

/** Elements of the refined answer; of the first look. */
export const REFINED = 250_000, FIRST_LOOK = 16_000;
/** Stress is fitted over so far around a place, mm: a brick of the first look, on every grid. */
export const patchOf = (volume_mm3: number): number => Math.cbrt(volume_mm3 / FIRST_LOOK);
/** Energy over the row's peak below which material does nothing: as the square of its stress. */
const IDLE = 0.03;
/** Bricks over which what is beside them is taken on. */
const SPREAD = 3;
/** Above this share of a load on its own holds, it loads nothing. */
const ALL_HELD = 0.98;
/** A brick with less of a wall in it counts as fill. */
const WALLED = 0.1;
/** Stiffness of sparse fill goes with a power of its share: strands that bend. */
const FILL_POWER = 1.5;
/** A brick with so much in it is full. */
const FLUSH = 0.95;
/** Halving the edge takes so much of the error away: order two, told a little worse than it is. */
const RICHARDSON = 2.5;

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
  const coarse = onGrid(input, m, Math.max(200, elements / 8), (s) => progress(0.2 * s));
  const fine = onGrid(input, m, elements, (s) => progress(0.2 + 0.8 * s));
  return {
    elements: fine.elements,
    thin: fine.thin,
    mass_kg: fine.mass_kg,
    fibre_mm3: fine.fibre_mm3,
    idle: fine.idle,
    ...(fine.work && { work: fine.work }),
    ...(fine.bent && { bent: fine.bent }),
    spots: fine.spots,
    patches: fine.patches,
    seats: fine.seats,
    patch_mm: fine.patch_mm,
    rows: fine.rows.map((row, i) => ({
      ...row,
      error: Math.max(
        fine.thin,
        Math.abs(row.max_deflection_mm - coarse.rows[i].max_deflection_mm) / (RICHARDSON * Math.max(1e-30, row.max_deflection_mm)) + 5e-4,
      ),
    })),
  };
}

/**
 * A wall that fills a part s of a brick's edge is counted as one brick of the density s: s E h³/12 against E (s h)³/12, so that it bends 1/s² as far as was found. A
 * plate that lies flush with its bricks is as thick as they are.
 * @param wall_mm mean thickness of the part: its volume over half of its surface
 */
function thinError(wall_mm: number, { size, share }: Grid): number {
  const partly = share.reduce((s, x) => s + (x < FLUSH ? 1 : 0), 0) / share.length;
  return partly * Math.max(0, (Math.cbrt(size[0] * size[1] * size[2]) / wall_mm) ** 2 - 1);
}

function onGrid(input: MechanicsInput, m: Measure, elements: number, progress: (share: number) => void): MechanicsResult {
  const frame = frameFor(input.up ?? [0, 0, 1]);
  const mesh = inFrame(input.mesh, frame);
  const into = (p: readonly number[]): Vec3 => [dot(frame[0], p), dot(frame[1], p), dot(frame[2], p)];
  const outOf = (p: readonly number[]): Vec3 => [0, 1, 2].map((k) => frame[0][k] * p[0] + frame[1][k] * p[1] + frame[2][k] * p[2]) as Vec3;
  const grid = gridOf(mesh, elements, m.volume_mm3);
  const patch_mm = patchOf(m.volume_mm3);
  const brick = brickOf(stiffnessOf(input.elastic), grid.size);
  const faces = new Faces(mesh, grid, into);
  const { inside, mass, stuffs, fibre_mm3 } = zones(grid, mesh, frame, input, faces);
  const held = new Uint8Array(3 * grid.count);
  const near = new Uint8Array(grid.count);
  const seats = input.supports.map(({ kind, at }) => faces.hold(at, kind === 'rest', held, near));
  const watched = (input.faces ?? []).map(({ id, at }) => ({ id, places: faces.outline(at) }));
  const sharp = insideCornerLines(mesh, patch_mm);
  const system = new Elasticity(grid, stuffs, held);
  const ids = [...new Set(input.loads.map((l) => l.id))];
  const works = new Float32Array(grid.bricks);
  const found = ids.map((id, k) => {
    const own = input.loads.filter((l) => l.id === id);
    const force = new Float64Array(3 * grid.count);
    let heat = 0, area_mm2 = 0, backed = false;
    const touched = near.slice();
    for (const l of own) {
      if (l.kind === 'thermal') heat += l.dt_k ?? 0;
      else if (l.kind === 'gravity') weigh(grid, mass, into(typeof l.g === 'number' || !l.g ? [0, 0, -(l.g ?? 1)] : l.g), force);
      else {
        area_mm2 += faces.press(l.at, l.kind === 'force' ? { force_n: into(l.force_n ?? [0, 0, 0]) } : { mpa: l.mpa ?? 0 }, l.name ?? l.id, force, touched);
        if (l.drawn && faces.squeeze(l.at, touched, near)) backed = true;
      }
    }
    if (own.every((l) => l.at) && shareHeld(force, held) > ALL_HELD)
      throw new MechanicsError(`“${own[0].name ?? own[0].id}” stands on a face that holds the tool: pick another face for one of them.`);
    const expansion = input.expansion ?? [0, 0, 0];
    if (heat) system.warm(expansion, heat, force);
    const { u, steps } = system.solve(force, {
      progress: (n) => progress((k + Math.min(0.9, n / 60)) / ids.length),
      like: input.solutions?.of(grid, id),
      tolerance: input.tolerance,
    });
    input.solutions?.add(grid, id, u);
    const back = system.forces(u).map((x, i) => (held[i] ? x - force[i] : 0));
    let most = 0;
    for (let i = 0; i < u.length; i += 3) most = Math.max(most, Math.hypot(u[i], u[i + 1], u[i + 2]));
    const stresses = new Stresses(grid, brick, inside, u, expansion.map((x) => x * heat) as Vec3, patch_mm);
    const { pressed, ...peak } = stresses.peaks(touched, works, sharp);
    const slender = slenderest(mesh, pressed, input.elastic.nu[0], (p, way) => stresses.pressure(p, way));
    progress((k + 1) / ids.length);
    const row = {
      id,
      max_deflection_mm: most,
      points: Object.fromEntries((input.points ?? []).map((p) => [p.id, outOf(valueAt(grid, u, into(p.at)))])),
      peak_in_plane_mpa: peak.inPlane,
      peak_across_mpa: peak.across,
      reaction_n: outOf(total(back, (i) => i)),
      error: 0,
      steps,
      worst: outOf(peak.at),
      backed,
      corners: peak.corners.map((c) => ({ ...c, at: outOf(c.at) })),
      inCorner: peak.inCorner,
      area_mm2,
      holds: seats.map(({ nodes }) => outOf(total(back, (i) => nodes[i]?.node))),
      pushes: seats.map(({ nodes, cells }) => {
        const out = cells.map(() => 0);
        for (const { node, normal, cell } of nodes) out[cell] -= back[3 * node] * normal[0] + back[3 * node + 1] * normal[1] + back[3 * node + 2] * normal[2];
        return out;
      }),
      moves: Object.fromEntries(watched.map(({ id: face, places }) => [face, places.map((p) => outOf(valueAt(grid, u, p)))])),
      ...(slender && { slender: { ...slender, at: outOf(slender.at) } }),
    };
    return { row, stresses, hot: peak.hot, ...(k === 0 && input.bent && { bent: moved(input.bent, (p) => outOf(valueAt(grid, u, into(p)))) }) };
  });
  const each = Math.max(1, Math.floor(MAX_SPOTS / found.length));
  const hot = found.flatMap((f) => f.hot.slice(0, each));
  const rows = found.map(({ row, stresses }): MechanicsRow => ({ ...row, stresses: hot.map((s) => [...stresses.at(s)]) }));
  const mass_kg = mass.reduce((s, x) => s + x, 0);
  const idle = mass.reduce((s, x, b) => (works[b] ** 2 >= IDLE ? s : s + x), 0) / mass_kg;
  return {
    elements: grid.bricks,
    thin: thinError((2 * m.volume_mm3) / m.area_mm2, grid),
    mass_kg,
    fibre_mm3,
    idle,
    ...(input.showWork && { work: volumeOf(grid, works) }),
    ...(found[0].bent && { bent: found[0].bent }),
    rows,
    spots: hot.map((h) => outOf(found[0].stresses.place(h))),
    patches: seats.map(({ cells }) => cells),
    seats: seats.map(({ area_mm2 }) => area_mm2),
    patch_mm,
  };
}

function moved(at: Float32Array, by: (p: Vec3) => Vec3): Float32Array {
  const out = new Float32Array(at.length);
  for (let i = 0; i < at.length; i += 3) out.set(by([at[i], at[i + 1], at[i + 2]]), i);
  return out;
}

/** Sum of forces over nodes. @param node number of the i-th; ends where there is none */
function total(forces: Float64Array, node: (i: number) => number | undefined): Vec3 {
  const out: Vec3 = [0, 0, 0];
  for (let i = 0;; i++) {
    const n = node(i);
    if (n === undefined || 3 * n >= forces.length) return out;
    for (let a = 0; a < 3; a++) out[a] += forces[3 * n + a];
  }
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

/** What fills the bricks of a part. */
interface Zones {
  /** What the material in a brick sees of the stress of a solid one; absent where all are solid. */
  inside?: Inside;
  mass: Float64Array;
  stuffs: Stuff[];
  fibre_mm3: number;
}

/** Walls solid, sparse fill within, fibre where it is laid, rods where they are bonded in, sleeves where bolts are drawn tight. */
function zones(
  grid: Grid,
  mesh: Mesh,
  frame: readonly Vec3[],
  { fill = 1, wall_mm = 0, solid_mm = 0, density, fibre, rods, sleeves, elastic, loads, supports }: MechanicsInput,
  faces: Faces,
): Zones {
  const dense = grid.share.slice();
  const cell = grid.size[0] * grid.size[1] * grid.size[2];
  const inside = fill < 1 ? new Inside(grid.bricks) : undefined;
  const mass = Float64Array.from(dense, (s) => s * cell * density);
  const seats = fibre?.panel_mm ? loads.flatMap((l) => (l.at && l.kind === 'force' ? seatOf(grid, faces.samples(l.at)) ?? [] : [])) : [];
  const laid = fibre && layFibre(grid, mesh, fibre, seats);
  if (fill < 1) {
    const { normals } = facets(mesh);
    const edge = Math.cbrt(cell);
    const away = solid_mm > 0 ? faces.away([...supports, ...loads].flatMap(({ at }) => at ?? []), solid_mm + edge) : undefined;
    const sparse = Math.max(1e-3, fill ** FILL_POWER);
    depths(grid, mesh, (b, depth, triangle) => {
      // A brick through which the inside of the wall runs is partly wall.
      const within = (mm: number, deep: number): number => Math.min(1, (mm - deep) / edge + 0.5);
      const wall = within(wall_mm, depth);
      const solid = Math.max(laid?.solid[b] ?? 0, wall, away ? within(solid_mm, away[b]) : 0);
      const mean = solid + (1 - solid) * sparse, filled = solid + (1 - solid) * fill;
      dense[b] *= mean;
      mass[b] *= filled;
      const t = 3 * triangle;
      if (wall === solid && wall >= WALLED) inside!.wall(b, mean, [normals[t], normals[t + 1], normals[t + 2]]);
      else inside!.fill(b, mean, filled);
    });
  }
  const made = laid && stuffOf(elastic);
  const others: Stuff[] = [
    ...(laid ? (['x', 'y', 'pair'] as const).map((way) => ({ stiffness: made![way], factor: laid.ways[way] })) : []),
    ...(rods ? [{ stiffness: rodStuff(elastic, rods, frame), factor: layRods(grid, mesh, rods, frame) }] : []),
  ];
  if (sleeves) {
    const metal = laySleeves(grid, loads.flatMap((l) => (l.drawn && faces.head(l.at)) || []));
    for (const { factor } of others) for (let b = 0; b < grid.bricks; b++) factor[b] = Math.min(factor[b], grid.share[b] - metal[b]);
    // Metal is full whatever the fill around it.
    for (let b = 0; b < grid.bricks; b++) dense[b] = Math.max(dense[b], metal[b]);
    others.push({ stiffness: sleeveStuff(elastic, sleeves), factor: metal });
  }
  const rest = others.length ? dense.map((s, b) => others.reduce((left, { factor }) => Math.max(0, left - factor[b]), s)) : dense;
  return { inside, mass, fibre_mm3: laid?.volume_mm3 ?? 0, stuffs: [{ stiffness: made?.plastic ?? stiffnessOf(elastic), factor: rest }, ...others] };
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

/** Displacement at a place: of the brick there, or of the nearest one, taken on. */
function valueAt({ low, size, n, brickAt, nodes }: Grid, u: Float64Array, p: Vec3): Vec3 {
  const at = [0, 1, 2].map((a) => Math.max(0, Math.min(n[a] - 1, Math.floor((p[a] - low[a]) / size[a] - 1e-9))));
  const within = (c: readonly number[]): number[] => [0, 1, 2].map((a) => Math.max(0, Math.min(1, (p[a] - low[a]) / size[a] - c[a])));
  const brick = (c: readonly number[]): number => (c.every((x, a) => x >= 0 && x < n[a]) ? brickAt[(c[2] * n[1] + c[1]) * n[0] + c[0]] : -1);
  let best: readonly number[] | undefined = brick(at) >= 0 ? at : undefined;
  for (let reach = 1; !best && reach < Math.max(...n); reach++) {
    let least = Infinity;
    for (let z = -reach; z <= reach; z++) {
      for (let y = -reach; y <= reach; y++) {
        for (let x = -reach; x <= reach; x++) {
          const c = [at[0] + x, at[1] + y, at[2] + z];
          const off = x * x + y * y + z * z;
          if (Math.max(Math.abs(x), Math.abs(y), Math.abs(z)) < reach || off >= least || brick(c) < 0) continue;
          [least, best] = [off, c];
        }
      }
    }
  }
  const out: Vec3 = [0, 0, 0];
  if (!best) return out;
  const b = brick(best), x = within(best);
  for (let k = 0; k < 8; k++) {
    const w = (k & 1 ? x[0] : 1 - x[0]) * (k & 2 ? x[1] : 1 - x[1]) * (k & 4 ? x[2] : 1 - x[2]);
    for (let a = 0; a < 3; a++) out[a] += w * u[3 * nodes[8 * b + k] + a];
  }
  return out;
}
