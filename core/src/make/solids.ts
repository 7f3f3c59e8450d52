import earcut from 'earcut';
import { type Mesh, MeshError } from '../shape/mesh';

export type Point2 = readonly [number, number];

/** Shapes made from lines: closed, faces outwards, millimetres. */

const meshOf = (vertices: number[], indices: number[]): Mesh => ({ vertices: Float32Array.from(vertices), indices: Uint32Array.from(indices) });

const signedArea = (ring: readonly Point2[]): number =>
  ring.reduce((s, [x, y], i) => s + x * ring[(i + 1) % ring.length][1] - ring[(i + 1) % ring.length][0] * y, 0) / 2;

/** A plate: an outline with holes, from z0 to z1. Rings may run either way. */
export function prism(outline: readonly Point2[], holes: readonly (readonly Point2[])[], z0: number, z1: number): Mesh {
  const rings = [outline, ...holes].map((ring, i) => (signedArea(ring) > 0 === (i === 0) ? ring : [...ring].reverse()));
  const flat = rings.flat();
  const starts = rings.slice(0, -1).reduce<number[]>((s, r) => [...s, (s.at(-1) ?? 0) + r.length], []);
  const n = flat.length;
  const caps = earcut(flat.flatMap(([x, y]) => [x, y]), starts);
  const [a, b, c] = [flat[caps[0]], flat[caps[1]], flat[caps[2]]];
  const turns = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]) > 0;
  const vertices = [z0, z1].flatMap((z) => flat.flatMap(([x, y]) => [x, y, z]));
  const indices: number[] = [];
  for (let i = 0; i < caps.length; i += 3) {
    const [p, q, r] = turns ? [caps[i], caps[i + 1], caps[i + 2]] : [caps[i], caps[i + 2], caps[i + 1]];
    indices.push(p + n, q + n, r + n, p, r, q);
  }
  let first = 0;
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i++) {
      const p = first + i, q = first + ((i + 1) % ring.length);
      indices.push(p, q, q + n, p, q + n, p + n);
    }
    first += ring.length;
  }
  return meshOf(vertices, indices);
}

/**
 * A turned shape: a half profile of (radius, height) points, turned about z. The profile is closed by the axis where it
 * begins and ends on it, else by a straight line from its last point to its first (a ring).
 * @throws MeshError when a radius is negative, or the profile encloses nothing
 */
export function revolve(profile: readonly Point2[], segments = 96): Mesh {
  if (profile.some(([r]) => !(r >= 0))) throw new MeshError('A half profile lies on one side of its axis: no radius below zero.');
  if (!(Math.abs(signedArea(profile)) > 1e-6)) throw new MeshError('The half profile encloses no area: give at least three points that are not in one line.');
  // Anticlockwise in (r, z) gives faces outwards.
  const ring = signedArea(profile) > 0 ? profile : [...profile].reverse();
  const vertices: number[] = [];
  const at: number[][] = ring.map(([r, z]) => {
    if (r === 0) {
      vertices.push(0, 0, z);
      return Array.from({ length: segments }, () => vertices.length / 3 - 1);
    }
    return Array.from({ length: segments }, (_, k) => {
      const a = (2 * Math.PI * k) / segments;
      vertices.push(r * Math.cos(a), r * Math.sin(a), z);
      return vertices.length / 3 - 1;
    });
  });
  const indices: number[] = [];
  for (let i = 0; i < ring.length; i++) {
    const j = (i + 1) % ring.length;
    if (ring[i][0] === 0 && ring[j][0] === 0) continue;
    for (let k = 0; k < segments; k++) {
      const l = (k + 1) % segments;
      const [a, b, c, d] = [at[i][k], at[j][k], at[j][l], at[i][l]];
      if (a !== d) indices.push(a, d, c);
      if (b !== c) indices.push(a, c, b);
    }
  }
  return meshOf(vertices, indices);
}

export interface Relief {
  width_mm: number;
  /** Height of the pattern above its ground. */
  depth_mm: number;
  /** Thickness below the ground. */
  base_mm: number;
  /** Steepest wall from horizontal that leaves the sheet; steeper ones are eased by filling. */
  draftDeg: number;
}

const MAX_RELIEF = 1_000_000;

/**
 * A plate whose top follows a grey picture: bright is high. Walls steeper than the draft allows are eased from above, so
 * that no point stands more than tan(draft) times the distance above any other.
 * @param grey row by row from the top, 0 to 1
 * @throws MeshError for a picture too small or too large
 */
export function relief(grey: ArrayLike<number>, columns: number, rows: number, { width_mm, depth_mm, base_mm, draftDeg }: Relief): Mesh {
  if (columns < 2 || rows < 2) throw new MeshError('The picture needs at least 2 × 2 points.');
  if (columns * rows > MAX_RELIEF) throw new MeshError(`The picture has ${columns} × ${rows} points; at most ${MAX_RELIEF} can be used. Make it smaller.`);
  const cell = width_mm / (columns - 1);
  const z = Float64Array.from({ length: columns * rows }, (_, i) => base_mm + depth_mm * Math.min(1, Math.max(0, grey[i])));
  const rise = Math.tan((draftDeg * Math.PI) / 180) * cell;
  // Two sweeps of a chamfer give every point the height of the slopes that fall from all others.
  const lift = (i: number, j: number, far: number): void => {
    if (z[j] - rise * far > z[i]) z[i] = z[j] - rise * far;
  };
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const i = r * columns + c;
      if (c) lift(i, i - 1, 1);
      if (r) lift(i, i - columns, 1);
      if (r && c) lift(i, i - columns - 1, Math.SQRT2);
      if (r && c < columns - 1) lift(i, i - columns + 1, Math.SQRT2);
    }
  for (let r = rows - 1; r >= 0; r--)
    for (let c = columns - 1; c >= 0; c--) {
      const i = r * columns + c;
      if (c < columns - 1) lift(i, i + 1, 1);
      if (r < rows - 1) lift(i, i + columns, 1);
      if (r < rows - 1 && c < columns - 1) lift(i, i + columns + 1, Math.SQRT2);
      if (r < rows - 1 && c) lift(i, i + columns - 1, Math.SQRT2);
    }
  const n = columns * rows;
  const vertices: number[] = [];
  for (const top of [true, false])
    for (let r = 0; r < rows; r++) for (let c = 0; c < columns; c++) vertices.push(c * cell, (rows - 1 - r) * cell, top ? z[r * columns + c] : 0);
  const indices: number[] = [];
  for (let r = 0; r + 1 < rows; r++)
    for (let c = 0; c + 1 < columns; c++) {
      const [a, b, d, e] = [r * columns + c, r * columns + c + 1, (r + 1) * columns + c, (r + 1) * columns + c + 1];
      indices.push(a, d, e, a, e, b, n + a, n + e, n + d, n + a, n + b, n + e);
    }
  const wall = (a: number, b: number): void => void indices.push(a, n + b, b, a, n + a, n + b);
  for (let c = 0; c + 1 < columns; c++) {
    wall(c + 1, c);
    wall((rows - 1) * columns + c, (rows - 1) * columns + c + 1);
  }
  for (let r = 0; r + 1 < rows; r++) {
    wall(r * columns, (r + 1) * columns);
    wall((r + 1) * columns + columns - 1, r * columns + columns - 1);
  }
  return meshOf(vertices, indices);
}

/** Points of a circle. */
export const circle = (r: number, x = 0, y = 0, segments = 96): Point2[] =>
  Array.from({ length: segments }, (_, k) => [x + r * Math.cos((2 * Math.PI * k) / segments), y + r * Math.sin((2 * Math.PI * k) / segments)]);

export const rectangle = (w: number, d: number, x = 0, y = 0): Point2[] => [[x, y], [x + w, y], [x + w, y + d], [x, y + d]];
