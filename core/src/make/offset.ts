import { facets } from '../shape/facets';
import type { Mesh } from '../shape/mesh';

/**
 * The mesh with every face moved outwards by `distance` (inwards when negative), corners moved so that their faces stay
 * planes: least squares of nᵢ·x = distance over the faces of a corner, weighted by angle, held near the mean normal where
 * the faces do not decide. Meant for clearances, well under the smallest radius of a hollow; there it would cross itself.
 */
export function offsetMesh(mesh: Mesh, distance: number): Mesh {
  if (distance === 0) return mesh;
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const count = v.length / 3;
  // Σ w n nᵀ (six numbers) and Σ w n (three) of each corner.
  const sums = new Float64Array(count * 9);
  for (let t = 0; t < areas.length; t++) {
    if (!areas[t]) continue;
    const [x, y, z] = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
    for (let e = 0; e < 3; e++) {
      const p = indices[t * 3 + e] * 3, q = indices[t * 3 + ((e + 1) % 3)] * 3, r = indices[t * 3 + ((e + 2) % 3)] * 3;
      const ux = v[q] - v[p], uy = v[q + 1] - v[p + 1], uz = v[q + 2] - v[p + 2];
      const wx = v[r] - v[p], wy = v[r + 1] - v[p + 1], wz = v[r + 2] - v[p + 2];
      const w = Math.acos(Math.max(-1, Math.min(1, (ux * wx + uy * wy + uz * wz) / (Math.hypot(ux, uy, uz) * Math.hypot(wx, wy, wz) || 1))));
      const s = (p / 3) * 9;
      sums[s] += w * x * x;
      sums[s + 1] += w * y * y;
      sums[s + 2] += w * z * z;
      sums[s + 3] += w * x * y;
      sums[s + 4] += w * x * z;
      sums[s + 5] += w * y * z;
      sums[s + 6] += w * x;
      sums[s + 7] += w * y;
      sums[s + 8] += w * z;
    }
  }
  const out = Float32Array.from(v);
  for (let p = 0; p < count; p++) {
    const s = p * 9;
    const l = Math.hypot(sums[s + 6], sums[s + 7], sums[s + 8]);
    if (!l) continue;
    const mean = [sums[s + 6] / l, sums[s + 7] / l, sums[s + 8] / l];
    const move = solve3(sums.subarray(s, s + 9), mean, 1e-3);
    const size = Math.hypot(...move);
    // A knife edge would send its corner far out: at most three times the distance.
    const keep = size > 3 ? 3 / size : 1;
    for (let a = 0; a < 3; a++) out[p * 3 + a] = v[p * 3 + a] + distance * keep * move[a];
  }
  return { vertices: out, indices };
}

/** (A + λI) x = b + λ m by Cramer's rule; A and b as summed above. */
function solve3(s: Float64Array, m: number[], lambda: number): number[] {
  const a = s[0] + lambda, b = s[1] + lambda, c = s[2] + lambda, d = s[3], e = s[4], f = s[5];
  const r = [s[6] + lambda * m[0], s[7] + lambda * m[1], s[8] + lambda * m[2]];
  const det = a * (b * c - f * f) - d * (d * c - f * e) + e * (d * f - b * e);
  return [
    (r[0] * (b * c - f * f) - d * (r[1] * c - f * r[2]) + e * (r[1] * f - b * r[2])) / det,
    (a * (r[1] * c - f * r[2]) - r[0] * (d * c - f * e) + e * (d * r[2] - r[1] * e)) / det,
    (a * (b * r[2] - r[1] * f) - d * (d * r[2] - r[1] * e) + r[0] * (d * f - b * e)) / det,
  ];
}
