import { Matrix, solve } from 'ml-matrix';
import { dot, frameFor, type Vec3 } from '../turn';

/**
 * Least-squares circle (Kåsa 1976), or cone, about an axis of known direction through points: with u, v across the axis and s along it,
 * (u − x)² + (v − y)² = (r + k s)². Unknown are x, y and r, and of a cone k, which is known roughly: strips lie flatter than the corners
 * they join. Of a steep cone the equation is linear in x, y, r and x² + y² − r²; of a slight taper r is put in from the round before. Radius
 * and taper are then read off the corners, r + k s through their distances from the axis.
 * @param about taper to begin with; 0 for a cylinder, which it stays
 * @returns the place on the axis at the points' middle, radius there and taper; nothing where they lie on a line
 */
export function circleOrCone(points: readonly Vec3[], axis: Vec3, about: number): { at: Vec3; radius: number; taper: number } | undefined {
  const [right, back] = frameFor(axis);
  const n = points.length;
  if (n < 4) return undefined;
  const middle = [0, 1, 2].map((i) => points.reduce((s, p) => s + p[i], 0) / n) as Vec3;
  const flat = points.map((p) => {
    const d = [p[0] - middle[0], p[1] - middle[1], p[2] - middle[2]];
    return [dot(d, right), dot(d, back), dot(d, axis)] as const;
  });
  const scale = Math.sqrt(flat.reduce((s, [u, v]) => s + u * u + v * v, 0) / n);
  if (!(scale > 0)) return undefined;
  const at = (x: number, y: number): Vec3 => [0, 1, 2].map((i) => middle[i] + right[i] * x + back[i] * y) as Vec3;
  const direct = Math.abs(about) > 0.15;
  let k = about, r = 0, x = 0, y = 0;
  for (let round = 0; round < (about === 0 ? 1 : 5); round++) {
    const columns = direct ? 4 : 3;
    const a = Matrix.zeros(columns, columns), b = Matrix.zeros(columns, 1);
    for (const [u, v, s] of flat) {
      const row = direct ? [2 * u, 2 * v, 2 * k * s, scale] : [2 * u, 2 * v, scale];
      const rhs = u * u + v * v - k * k * s * s - (direct ? 0 : 2 * k * s * r);
      for (let i = 0; i < columns; i++) {
        for (let j = 0; j < columns; j++) a.set(i, j, a.get(i, j) + row[i] * row[j]);
        b.set(i, 0, b.get(i, 0) + row[i] * rhs);
      }
    }
    let found: number[];
    try {
      found = solve(a, b).getColumn(0);
    } catch {
      return undefined;
    }
    if (!found.every(Number.isFinite)) return undefined;
    [x, y] = found;
    // Last column: r² − x² − y².
    r = direct ? found[2] : Math.sqrt(Math.max(0, found[2] * scale + x * x + y * y));
    if (about !== 0) [r, k] = lineThrough(flat.map(([u, v, s]) => [s, Math.hypot(u - x, v - y)]), k);
  }
  return { at: at(x, y), radius: r, taper: k };
}

/** y = a + b x by least squares; b as given where all x are one. */
function lineThrough(points: readonly (readonly [number, number])[], b: number): [number, number] {
  const n = points.length;
  const mx = points.reduce((s, p) => s + p[0], 0) / n, my = points.reduce((s, p) => s + p[1], 0) / n;
  const xx = points.reduce((s, p) => s + (p[0] - mx) ** 2, 0);
  const slope = xx > 1e-12 ? points.reduce((s, p) => s + (p[0] - mx) * (p[1] - my), 0) / xx : b;
  return [my - slope * mx, slope];
}
