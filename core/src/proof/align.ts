import { EigenvalueDecomposition, Matrix, solve } from 'ml-matrix';
import { type Bvh, bvhOf } from '../shape/bvh';
import { twins } from '../shape/half-edges';
import { type Mesh, MeshError } from '../shape/mesh';
import { crossOf, dot, unit, type Vec3 } from '../shape/turn';

/** A rigid motion: p → R p + t. */
export interface Motion {
  rotation: [Vec3, Vec3, Vec3];
  translation_mm: Vec3;
}

/** What a scan says of a part. Deviations in mm, positive where there is material beyond the model. */
export interface Deviations {
  /** One a point. */
  signed: Float32Array;
  /** Triangle of the model that each point is nearest to. */
  triangle: Int32Array;
  points: number;
  rms_mm: number;
  /** Without what was taken for stray: beyond three times the scatter. */
  rms_fitted_mm: number;
  mean_mm: number;
  p95_mm: number;
  strays: number;
  worst: { point: Vec3; deviation_mm: number }[];
}

export interface Alignment extends Motion, Deviations {}

/** A datum: the triangles of the model's face that it is. The first takes away three freedoms, the second two, the third one. */
export type Datum = ReadonlySet<number>;

export interface AlignOptions {
  /** Held to these faces in their order instead of fitted to the whole. */
  datums?: readonly Datum[];
  /** Called now and then with the share that is done; throwing ends the work. */
  progress?: (share: number) => void;
}

const IDENTITY: Motion = { rotation: [[1, 0, 0], [0, 1, 0], [0, 0, 1]], translation_mm: [0, 0, 0] };
/** Points for a first look, for each of the best beginnings, for the course of the fit, for its end. */
const GLANCE = 120, ROUGH = 700, FINE = 10_000, LAST = 40_000;
/** Turns looked at evenly over all there are, and about each axis; how many of the best beginnings are followed a little, and how many of these further. */
const TURNS = 480, ROUND = 24, FOLLOWED = 64, KEPT = 5;
/** Squared widths more alike than this are taken for the same. */
const ALIKE_SPREAD = 0.6;
/** Beginnings nearer than this to a better one end where that ends: cosine of half of 20°. */
const ALIKE = Math.cos((10 * Math.PI) / 180);
/** Beyond so many times the scatter a point belongs to something else. */
const STRAY = 3;
/** By how much what is let in gets narrower from step to step. */
const NARROWER = 0.6;
/** Standard deviations in a median absolute deviation. */
const MAD = 1.4826;

/**
 * Lay a scan over a model: from many beginnings (principal axes, and turns spread evenly over all there are) the nearest-point fit of Besl and McKay, each
 * step by the distance along the way to the foot, over faces that to their plane (Chen and Medioni), what is beyond three times the scatter left out; then the signed distance of
 * every point.
 * @param points xyz after xyz, mm
 * @throws MeshError for a model without triangles
 */
export function align(points: Float64Array, model: Mesh, { datums = [], progress = () => undefined }: AlignOptions = {}): Alignment {
  if (!model.indices.length) throw new MeshError('The model has no triangles.');
  const surface = new Surface(model);
  const thin = thinned(points, 3 * LAST);
  const order = spread(thin);
  const take = (n: number): Float64Array => pick(thin, order, n);
  let motion = begin(take(ROUGH), surface);
  progress(0.2);
  motion = fit(take(FINE), surface, motion, 40, 1e-7);
  progress(0.45);
  motion = fit(take(LAST), surface, motion, 4, 1e-8, 0);
  progress(0.6);
  if (datums.length) motion = hold(take(LAST), surface, motion, datums);
  return { ...motion, ...deviations(points, surface, motion, (share) => progress(0.6 + 0.4 * share)) };
}

/** The model for nearest points: with the normals by which a side is told. */
class Surface {
  readonly bvh: Bvh;
  readonly normals: Float64Array;
  private readonly corner: Float64Array;
  private readonly twin: Int32Array;
  readonly centre: Vec3;
  readonly axes: Vec3[];
  readonly size: number;
  /** About each axis: is it as wide across one way as the other, so that its axes across mean nothing? */
  readonly alike: [boolean, boolean, boolean];

  constructor(readonly mesh: Mesh) {
    const { vertices: v, indices: f } = mesh;
    this.bvh = bvhOf(mesh);
    const count = f.length / 3;
    this.normals = new Float64Array(f.length);
    this.corner = new Float64Array(v.length);
    this.twin = twins(mesh);
    const at = (i: number): Vec3 => [v[3 * i], v[3 * i + 1], v[3 * i + 2]];
    const sum: Vec3 = [0, 0, 0];
    const second = Matrix.zeros(3, 3);
    let area = 0;
    for (let t = 0; t < count; t++) {
      const [a, b, c] = [at(f[3 * t]), at(f[3 * t + 1]), at(f[3 * t + 2])];
      const [u, w] = [minus(b, a), minus(c, a)];
      const n = crossOf(u, w);
      const twice = Math.hypot(...n);
      const unitN = twice > 0 ? unit(n) : n;
      this.normals.set(unitN, 3 * t);
      // Corners by their angle (Baerentzen and Aanaes): the side of a point is then told rightly even at a sharp corner.
      const sides = [[u, w], [minus(c, b), minus(a, b)], [minus(a, c), minus(b, c)]];
      for (let k = 0; k < 3; k++) {
        const [p, q] = sides[k];
        const length = Math.hypot(...p) * Math.hypot(...q);
        const angle = length > 0 ? Math.acos(Math.max(-1, Math.min(1, dot(p, q) / length))) : 0;
        for (let x = 0; x < 3; x++) this.corner[3 * f[3 * t + k] + x] += angle * unitN[x];
      }
      area += twice;
      for (let x = 0; x < 3; x++) {
        sum[x] += (twice * (a[x] + b[x] + c[x])) / 3;
        // ∫ x y over a triangle: A/12 (Σ x_i · Σ y_i + Σ x_i y_i).
        for (let y = 0; y < 3; y++)
          second.set(x, y, second.get(x, y) + (twice / 12) * ((a[x] + b[x] + c[x]) * (a[y] + b[y] + c[y]) + a[x] * a[y] + b[x] * b[y] + c[x] * c[y]));
      }
    }
    this.centre = sum.map((s) => s / area) as Vec3;
    for (let x = 0; x < 3; x++) for (let y = 0; y < 3; y++) second.set(x, y, second.get(x, y) / area - this.centre[x] * this.centre[y]);
    this.axes = principal(second);
    const [wide, middle, least] = this.axes.map((a) => dot(a, [0, 1, 2].map((k) => dot(second.getRow(k), a))));
    this.alike = [least > ALIKE_SPREAD * middle, least > ALIKE_SPREAD * wide, middle > ALIKE_SPREAD * wide];
    this.size = Math.sqrt(second.get(0, 0) + second.get(1, 1) + second.get(2, 2));
  }

  /** The outward normal of the face, edge or corner on which the foot of a point lies. */
  sideNormal(t: number, s: number, w: number, out: Vec3): void {
    const { normals, corner, twin } = this;
    const f = this.mesh.indices;
    const onCorner = s === 0 && w === 0 ? 0 : s === 1 ? 1 : w === 1 ? 2 : -1;
    if (onCorner >= 0) {
      for (let x = 0; x < 3; x++) out[x] = corner[3 * f[3 * t + onCorner] + x];
      return;
    }
    // Half-edge k of a triangle goes from its corner k to the next.
    const side = w === 0 ? 0 : s === 0 ? 2 : s + w >= 1 ? 1 : -1;
    const other = side >= 0 ? twin[3 * t + side] : -1;
    for (let x = 0; x < 3; x++) out[x] = normals[3 * t + x] + (other >= 0 ? normals[3 * Math.floor(other / 3) + x] : 0);
  }
}

const minus = (a: readonly number[], b: readonly number[]): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Axes of a spread, the widest first, right-handed. */
function principal(spreadOf: Matrix): Vec3[] {
  const e = new EigenvalueDecomposition(spreadOf, { assumeSymmetric: true });
  const order = [0, 1, 2].sort((a, b) => e.realEigenvalues[b] - e.realEigenvalues[a]);
  const [a, b] = order.map((k) => unit(e.eigenvectorMatrix.getColumn(k)));
  return [a, b, crossOf(a, b)];
}

/** Every so-and-so-many-th point, so that no more than about `most` are left. */
function thinned(points: Float64Array, most: number): Float64Array {
  const n = points.length / 3, kept = Math.min(n, most);
  if (kept === n) return points;
  const out = new Float64Array(3 * kept);
  for (let i = 0; i < kept; i++) {
    const from = 3 * Math.floor((i * n) / kept);
    out.set(points.subarray(from, from + 3), 3 * i);
  }
  return out;
}

/** The cells of an even grid over points, of a 48th of their diagonal: which cell each point is in, and how many cells there are. */
function cellsOf(points: Float64Array): { cell: Uint32Array; cells: number } {
  const low = [Infinity, Infinity, Infinity], high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i++) {
    const a = i % 3;
    if (points[i] < low[a]) low[a] = points[i];
    if (points[i] > high[a]) high[a] = points[i];
  }
  const side = Math.max(1e-9, Math.hypot(high[0] - low[0], high[1] - low[1], high[2] - low[2]) / 48);
  const [w, d, h] = [0, 1, 2].map((a) => Math.floor((high[a] - low[a]) / side) + 1);
  const cell = new Uint32Array(points.length / 3);
  for (let i = 0; i < cell.length; i++)
    cell[i] = (Math.floor((points[3 * i] - low[0]) / side) * d + Math.floor((points[3 * i + 1] - low[1]) / side)) * h +
      Math.floor((points[3 * i + 2] - low[2]) / side);
  return { cell, cells: w * d * h };
}

/** Point numbers cell by cell: neighbours come one after the other, and find the same part of the tree still at hand. */
function byCell(points: Float64Array): Uint32Array {
  const { cell, cells } = cellsOf(points);
  const first = new Uint32Array(cells + 1);
  for (const c of cell) first[c + 1]++;
  for (let c = 0; c < cells; c++) first[c + 1] += first[c];
  const out = new Uint32Array(cell.length);
  for (let i = 0; i < cell.length; i++) out[first[cell[i]]++] = i;
  return out;
}

/**
 * An order in which any first few points cover the scan evenly in room: a grid, one point of a cell after the other. Cells that hold far fewer points than
 * usual come last: what flies about alone is hardly the part.
 */
function spread(points: Float64Array): Uint32Array {
  const n = points.length / 3;
  const { cell: where, cells } = cellsOf(points);
  const held = new Uint32Array(cells);
  const round = new Uint32Array(n);
  for (let i = 0; i < n; i++) round[i] = held[where[i]]++;
  const some = held.filter((x) => x > 0).sort();
  const usual = some[some.length >> 1];
  // Shuffled within the rounds by a fixed sequence, so that a few points are of everywhere.
  const key = Float64Array.from({ length: n }, (_, i) => round[i] + (held[where[i]] < usual / 4 ? n : 0) + ((i * 0.6180339887498949) % 1));
  return Uint32Array.from({ length: n }, (_, i) => i).sort((a, b) => key[a] - key[b]);
}

function pick(points: Float64Array, order: Uint32Array, n: number): Float64Array {
  const m = Math.min(n, order.length);
  const out = new Float64Array(3 * m);
  for (let i = 0; i < m; i++) out.set(points.subarray(3 * order[i], 3 * order[i] + 3), 3 * i);
  return out;
}

/** Where to begin: the best of many beginnings, each followed a little. */
function begin(points: Float64Array, surface: Surface): Motion {
  const centre: Vec3 = [0, 0, 0];
  const n = points.length / 3;
  for (let i = 0; i < points.length; i++) centre[i % 3] += points[i] / n;
  const around = Matrix.zeros(3, 3);
  for (let i = 0; i < n; i++) {
    const d = minus([points[3 * i], points[3 * i + 1], points[3 * i + 2]], centre);
    for (let x = 0; x < 3; x++) for (let y = 0; y < 3; y++) around.set(x, y, around.get(x, y) + (d[x] * d[y]) / n);
  }
  const own = principal(around);
  const about = (rotation: [Vec3, Vec3, Vec3]): Motion => ({ rotation, translation_mm: minus(surface.centre, times(rotation, centre)) });
  const laid = axisTurns(own, surface.axes);
  // A part as wide as it is deep has no axes of its own across: every turn about the third is tried.
  const about3 = surface.axes.flatMap((axis) =>
    Array.from({ length: ROUND - 1 }, (_, k) => rotationBy(axis.map((x) => (2 * Math.PI * x * (k + 1)) / ROUND) as Vec3))
  );
  const starts: Motion[] = [
    IDENTITY,
    ...[IDENTITY.rotation, ...laid, ...about3.flatMap((turn) => laid.slice(0, 8).map((l) => product(turn, l))), ...evenTurns(TURNS)].map(about),
  ];
  const few = points.subarray(0, 3 * GLANCE);
  const rank = (motions: Motion[], by: Float64Array): Motion[] =>
    motions.map((motion) => ({ motion, miss: missOf(by, surface, motion) })).sort((a, b) => a.miss - b.miss).map((x) => x.motion);
  const chosen: Motion[] = [];
  for (const m of rank(starts, few)) {
    if (chosen.every((c) => alike(c.rotation, m.rotation) < ALIKE)) chosen.push(m);
    if (chosen.length === FOLLOWED) break;
  }
  const better = rank(chosen.map((motion) => fit(few, surface, motion, 10, 1e-3, 1)), points).slice(0, KEPT);
  return rank(better.map((motion) => fit(points, surface, motion, 25, 1e-4, 1 / 10)), points)[0];
}

/** Cosine of half the angle between two turns. */
const alike = (a: readonly Vec3[], b: readonly Vec3[]): number => Math.sqrt(Math.max(0, (1 + dot(a[0], b[0]) + dot(a[1], b[1]) + dot(a[2], b[2])) / 4));

const product = (a: readonly Vec3[], b: readonly Vec3[]): [Vec3, Vec3, Vec3] =>
  a.map((line) => [0, 1, 2].map((k) => line[0] * b[0][k] + line[1] * b[1][k] + line[2] * b[2][k])) as [Vec3, Vec3, Vec3];

/** The 24 ways of laying one set of axes on another. */
function axisTurns(from: readonly Vec3[], to: readonly Vec3[]): [Vec3, Vec3, Vec3][] {
  const out: [Vec3, Vec3, Vec3][] = [];
  for (let first = 0; first < 3; first++) {
    for (let second = 0; second < 3; second++) {
      if (second === first) continue;
      for (const [s, u] of [[1, 1], [1, -1], [-1, 1], [-1, -1]]) {
        const a = from[first].map((x) => s * x) as Vec3, b = from[second].map((x) => u * x) as Vec3;
        const c = crossOf(a, b);
        // Columns of `to` against rows a, b, c.
        out.push([0, 1, 2].map((r) => [0, 1, 2].map((k) => to[0][r] * a[k] + to[1][r] * b[k] + to[2][r] * c[k])) as [Vec3, Vec3, Vec3]);
      }
    }
  }
  return out;
}

/** Rotations spread evenly over all there are: super-Fibonacci spirals (Alexa 2022). */
function evenTurns(n: number): [Vec3, Vec3, Vec3][] {
  const PHI = Math.SQRT2, PSI = 1.533751168755204288118041;
  return Array.from({ length: n }, (_, i) => {
    const s = i + 0.5, r = Math.sqrt(s / n), big = Math.sqrt(1 - s / n);
    const alpha = (2 * Math.PI * s) / PHI, beta = (2 * Math.PI * s) / PSI;
    return ofQuaternion([r * Math.sin(alpha), r * Math.cos(alpha), big * Math.sin(beta), big * Math.cos(beta)]);
  });
}

const ofQuaternion = ([x, y, z, w]: number[]): [Vec3, Vec3, Vec3] => [
  [1 - 2 * (y * y + z * z), 2 * (x * y - z * w), 2 * (x * z + y * w)],
  [2 * (x * y + z * w), 1 - 2 * (x * x + z * z), 2 * (y * z - x * w)],
  [2 * (x * z - y * w), 2 * (y * z + x * w), 1 - 2 * (x * x + y * y)],
];

const times = (r: readonly Vec3[], p: readonly number[]): Vec3 => [dot(r[0], p), dot(r[1], p), dot(r[2], p)];

/** Mean distance to the model, what is further off than a tenth of the part counted as that: strays weigh little, a knob that is not met weighs. */
function missOf(points: Float64Array, surface: Surface, { rotation: r, translation_mm: t }: Motion): number {
  const n = points.length / 3;
  const most = surface.size / 10;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const p = times(r, [points[3 * i], points[3 * i + 1], points[3 * i + 2]]);
    sum += Math.min(most, surface.bvh.closest(p[0] + t[0], p[1] + t[1], p[2] + t[2], most).distance);
  }
  return sum / n;
}

/** A direction to move in: turned about an axis through the centre, or shifted along it. */
interface Freedom {
  turn: boolean;
  axis: Vec3;
}
const AXES: Vec3[] = [[1, 0, 0], [0, 1, 0], [0, 0, 1]];
const ALL: Freedom[] = [...AXES.map((axis) => ({ turn: true, axis })), ...AXES.map((axis) => ({ turn: false, axis }))];

/** Step after step of the fit, until a step moves the points by less than `still` of the part's size. */
function fit(points: Float64Array, surface: Surface, from: Motion, steps: number, still: number, wide = 1 / 30): Motion {
  let motion = from;
  const nearest = new Int32Array(points.length / 3).fill(-1);
  for (let k = 0; k < steps; k++) {
    // Wide at first, so that a half that happens to fit does not shut out the rest.
    const { motion: to, moved } = step(points, surface, motion, ALL, wide * NARROWER ** k * surface.size, nearest);
    motion = to;
    if ((k > 5 || wide === 0) && moved < still * surface.size) break;
  }
  return motion;
}

/** One step of least squares of the distances to the nearest planes, in the freedoms given, over the points near `only`. */
function step(
  points: Float64Array,
  surface: Surface,
  { rotation: r, translation_mm: t }: Motion,
  freedoms: readonly Freedom[],
  least: number,
  /** Nearest triangle of each point as the step before left it, −1 for none; brought up to date. */
  triangle: Int32Array,
  only?: Datum,
): { motion: Motion; moved: number } {
  const n = points.length / 3;
  const moved = new Float64Array(3 * n);
  const away = new Float64Array(3 * n), distance = new Float64Array(n);
  const { bvh, normals } = surface;
  const v = surface.mesh.vertices, f = surface.mesh.indices;
  const centre: Vec3 = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const x = points[3 * i], y = points[3 * i + 1], z = points[3 * i + 2];
    for (let a = 0; a < 3; a++) {
      moved[3 * i + a] = r[a][0] * x + r[a][1] * y + r[a][2] * z + t[a];
      centre[a] += moved[3 * i + a] / n;
    }
    // Where it was nearest a step ago bounds the search.
    const [px, py, pz] = [moved[3 * i], moved[3 * i + 1], moved[3 * i + 2]];
    const bound = triangle[i] < 0 ? Infinity : bvh.distanceTo(triangle[i], px, py, pz);
    const hit = bvh.closest(px, py, pz, bound);
    if (hit.triangle >= 0) triangle[i] = hit.triangle;
    distance[i] = hit.triangle >= 0 ? hit.distance : bound;
    const [s, w] = bvh.footOn(triangle[i], px, py, pz);
    const [p, q, o] = [3 * f[3 * triangle[i]], 3 * f[3 * triangle[i] + 1], 3 * f[3 * triangle[i] + 2]];
    // Straight from the foot: over a face its normal, past an edge or a corner the way back to it.
    for (let a = 0; a < 3; a++) {
      const foot = v[p + a] + s * (v[q + a] - v[p + a]) + w * (v[o + a] - v[p + a]);
      away[3 * i + a] = distance[i] > 1e-7 ? (moved[3 * i + a] - foot) / distance[i] : normals[3 * triangle[i] + a];
    }
  }
  // The scatter of what is fitted: the points of a datum may all lie off by what the others do not.
  const counted = only ? distance.filter((_, i) => only.has(triangle[i])) : Float64Array.from(distance);
  const far = Math.max(STRAY * MAD * counted.sort()[counted.length >> 1], least, 1e-9);
  const m = freedoms.length;
  const a = Matrix.zeros(m, m), b = Matrix.zeros(m, 1);
  const row = new Float64Array(m);
  for (let i = 0; i < n; i++) {
    if (distance[i] > far || (only && !only.has(triangle[i]))) continue;
    const normal: Vec3 = [away[3 * i], away[3 * i + 1], away[3 * i + 2]];
    const arm: Vec3 = [moved[3 * i] - centre[0], moved[3 * i + 1] - centre[1], moved[3 * i + 2] - centre[2]];
    for (let q = 0; q < m; q++) row[q] = dot(normal, freedoms[q].turn ? crossOf(freedoms[q].axis, arm) : freedoms[q].axis);
    for (let q = 0; q < m; q++) {
      b.set(q, 0, b.get(q, 0) - row[q] * distance[i]);
      for (let w = 0; w <= q; w++) a.set(q, w, a.get(q, w) + row[q] * row[w]);
    }
  }
  let trace = 0;
  for (let q = 0; q < m; q++) {
    trace += a.get(q, q);
    for (let w = 0; w < q; w++) a.set(w, q, a.get(q, w));
  }
  if (!(trace > 0)) return { motion: { rotation: r as Motion['rotation'], translation_mm: t }, moved: 0 };
  // What the surface does not hold (a round part about its axis) stays where it is.
  for (let q = 0; q < m; q++) a.set(q, q, a.get(q, q) * (1 + 1e-9) + 1e-12 * trace);
  const x = solve(a, b).getColumn(0);
  const turn: Vec3 = [0, 0, 0], shift: Vec3 = [0, 0, 0];
  freedoms.forEach(({ turn: isTurn, axis }, q) => axis.forEach((e, k) => ((isTurn ? turn : shift)[k] += x[q] * e)));
  const by = rotationBy(turn);
  const rotation = product(by, r);
  const turnedT = times(by, minus(t, centre));
  const translation_mm = turnedT.map((e, k) => e + centre[k] + shift[k]) as Vec3;
  return { motion: { rotation, translation_mm }, moved: Math.hypot(...shift) + Math.hypot(...turn) * surface.size };
}

/** Rodrigues: the turn about a vector by its length, rad. */
function rotationBy(w: Vec3): [Vec3, Vec3, Vec3] {
  const angle = Math.hypot(...w);
  if (angle < 1e-15) return IDENTITY.rotation;
  const [x, y, z] = w.map((e) => e / angle);
  const h = Math.sin(angle / 2);
  return ofQuaternion([x * h, y * h, z * h, Math.cos(angle / 2)]);
}

/** Held to datum faces: the first by three freedoms, the second by two, the third by one, over and over until they stand still. */
function hold(points: Float64Array, surface: Surface, from: Motion, datums: readonly Datum[]): Motion {
  const frame = datumFrame(surface, datums);
  const [a, b, c] = frame;
  const freedoms: Freedom[][] = [
    [{ turn: true, axis: b }, { turn: true, axis: c }, { turn: false, axis: a }],
    [{ turn: true, axis: a }, { turn: false, axis: b }],
    [{ turn: false, axis: c }],
  ];
  let motion = from;
  const nearest = new Int32Array(points.length / 3).fill(-1);
  for (let k = 0; k < 12; k++) {
    let most = 0;
    datums.slice(0, 3).forEach((datum, i) => {
      const { motion: to, moved } = step(points, surface, motion, freedoms[i], 0, nearest, datum);
      motion = to;
      most = Math.max(most, moved);
    });
    if (most < 1e-9 * surface.size) break;
  }
  return motion;
}

/** The axes that datums take hold of: normal of the first, what is left of that of the second, what is left over. */
function datumFrame({ normals, mesh }: Surface, datums: readonly Datum[]): [Vec3, Vec3, Vec3] {
  const { vertices: v, indices: f } = mesh;
  const mean = (datum: Datum): Vec3 => {
    const sum: Vec3 = [0, 0, 0];
    for (const t of datum) {
      const [a, b, c] = [0, 1, 2].map((k): Vec3 => [v[3 * f[3 * t + k]], v[3 * f[3 * t + k] + 1], v[3 * f[3 * t + k] + 2]]);
      const area = Math.hypot(...crossOf(minus(b, a), minus(c, a)));
      for (let x = 0; x < 3; x++) sum[x] += area * normals[3 * t + x];
    }
    return unit(sum);
  };
  const a = mean(datums[0]);
  const second = datums[1] ? mean(datums[1]) : undefined;
  const across = (n: Vec3): Vec3 => minus(n, a.map((x) => x * dot(n, a)));
  let b = second && across(second);
  if (!b || Math.hypot(...b) < 0.05) b = across(AXES.reduce((best, x) => (Math.abs(dot(x, a)) < Math.abs(dot(best, a)) ? x : best)));
  b = unit(b);
  return [a, b, crossOf(a, b)];
}

/** Signed distances of all points under a motion, and what they come to. */
function deviations(points: Float64Array, surface: Surface, { rotation: r, translation_mm: t }: Motion, progress: (share: number) => void): Deviations {
  const n = points.length / 3;
  const signed = new Float32Array(n), triangle = new Int32Array(n);
  const { bvh, mesh: { vertices: v, indices: f } } = surface;
  const normal: Vec3 = [0, 0, 0];
  const chunk = 1 << 15;
  let before = -1;
  for (const [done, i] of byCell(points).entries()) {
    if (done % chunk === 0) progress(done / n);
    const x = points[3 * i], y = points[3 * i + 1], z = points[3 * i + 2];
    const px = r[0][0] * x + r[0][1] * y + r[0][2] * z + t[0],
      py = r[1][0] * x + r[1][1] * y + r[1][2] * z + t[1],
      pz = r[2][0] * x + r[2][1] * y + r[2][2] * z + t[2];
    // The neighbour's triangle bounds the search: most of the tree need not be looked at.
    const bound = before < 0 ? Infinity : bvh.distanceTo(before, px, py, pz);
    const hit = bvh.closest(px, py, pz, bound);
    const [k, distance] = hit.triangle < 0 ? [before, bound] : [hit.triangle, hit.distance];
    before = k;
    triangle[i] = k;
    const [s, w] = bvh.footOn(k, px, py, pz);
    surface.sideNormal(k, s, w, normal);
    const [a, b, c] = [3 * f[3 * k], 3 * f[3 * k + 1], 3 * f[3 * k + 2]];
    const foot = (e: number): number => v[a + e] + s * (v[b + e] - v[a + e]) + w * (v[c + e] - v[a + e]);
    signed[i] = (px - foot(0)) * normal[0] + (py - foot(1)) * normal[1] + (pz - foot(2)) * normal[2] < 0 ? -distance : distance;
  }
  const sizes = signed.map(Math.abs).sort();
  const far = Math.max(STRAY * MAD * sizes[n >> 1], 1e-6);
  let sum = 0, squares = 0, kept = 0, keptSquares = 0;
  for (const d of signed) {
    squares += d * d;
    if (Math.abs(d) > far) continue;
    kept++;
    keptSquares += d * d;
    sum += d;
  }
  return {
    signed,
    triangle,
    points: n,
    rms_mm: Math.sqrt(squares / n),
    rms_fitted_mm: Math.sqrt(keptSquares / kept),
    mean_mm: sum / kept,
    p95_mm: sizes[Math.min(n - 1, Math.ceil(0.95 * n) - 1)],
    strays: n - kept,
    worst: worstOf(points, signed, surface.size, { rotation: r, translation_mm: t }),
  };
}

/** Points that a place must have at least to be one: what lies alone is a stray. */
const CROWD = 3;

/**
 * The ten worst places, on the model, each away from the others by a fifth of the part's spread: the middle deviation of the points of a small cell, so that a
 * stray makes no place. A thin scan, with fewer points than that, is taken point by point.
 */
function worstOf(points: Float64Array, signed: Float32Array, size: number, { rotation: r, translation_mm: t }: Motion): Deviations['worst'] {
  const { cell, cells } = cellsOf(points);
  const order = byCell(points);
  const counts = new Uint32Array(cells);
  for (const c of cell) counts[c]++;
  const some = counts.filter((x) => x > 0).sort();
  const least = some[some.length >> 1] >= CROWD ? CROWD : 1;
  const places: { i: number; d: number }[] = [];
  for (let from = 0; from < order.length;) {
    const n = counts[cell[order[from]]];
    if (n >= least) {
      const own = Float32Array.from(order.subarray(from, from + n), (k) => signed[k]).sort();
      places.push({ i: order[from], d: own[n >> 1] });
    }
    from += n;
  }
  places.sort((a, b) => Math.abs(b.d) - Math.abs(a.d));
  const out: Deviations['worst'] = [];
  for (const { i, d } of places) {
    const point = times(r, [points[3 * i], points[3 * i + 1], points[3 * i + 2]]).map((x, k) => x + t[k]) as Vec3;
    if (out.some((o) => Math.hypot(...minus(o.point, point)) < size / 5)) continue;
    out.push({ point, deviation_mm: d });
    if (out.length === 10) break;
  }
  return out;
}

/** Share of points within ± a tolerance. */
export const shareWithin = ({ signed }: Pick<Deviations, 'signed'>, tolerance_mm: number): number => {
  let n = 0;
  for (const d of signed) if (Math.abs(d) <= tolerance_mm) n++;
  return n / signed.length;
};
