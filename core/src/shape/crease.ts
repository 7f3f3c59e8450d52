import { facets } from './facets';
import { next, twins } from './half-edges';
import { extentOf, type Mesh } from './mesh';

/** Triangles lower than this share of the part's diagonal look nowhere: their corners are rounded to single precision. */
const SLIVER = 1e-5;

/**
 * Crease lines of a shop drawing: edges where two faces meet at more than `angleDeg`, and open edges. A sliver takes the way of what lies across its
 * longest edge.
 * @returns xyz pairs, six numbers a line
 */
export function creaseLines(mesh: Mesh, angleDeg = 25): Float32Array {
  const { vertices, indices } = mesh;
  const normals = facets(mesh).normals.slice();
  const { areas } = facets(mesh);
  const twin = twins(mesh);
  const { low, high } = extentOf(vertices);
  const least = SLIVER * Math.hypot(...high.map((h, k) => h - low[k]));
  const corner = (h: number): number => indices[h] * 3;
  const length = (h: number): number => {
    const a = corner(h), b = corner(next(h));
    return Math.hypot(vertices[a] - vertices[b], vertices[a + 1] - vertices[b + 1], vertices[a + 2] - vertices[b + 2]);
  };
  for (let t = 0; t < areas.length; t++) {
    // Chains of slivers end: each step goes over a longer edge than the one before, or stops.
    for (let at = t, from = 0, step = 0; step < CHAIN; step++) {
      const longest = [3 * at, 3 * at + 1, 3 * at + 2].reduce((h, g) => (length(g) > length(h) ? g : h));
      const long = length(longest);
      if (2 * areas[at] >= least * long || twin[longest] < 0 || (step > 0 && long < from)) break;
      from = long;
      at = (twin[longest] / 3) | 0;
      normals.copyWithin(3 * t, 3 * at, 3 * at + 3);
    }
  }
  const limit = Math.cos((angleDeg * Math.PI) / 180);
  const out: number[] = [];
  for (let h = 0; h < indices.length; h++) {
    const g = twin[h];
    if (g > h) {
      const p = h - (h % 3), q = g - (g % 3);
      if (normals[p] * normals[q] + normals[p + 1] * normals[q + 1] + normals[p + 2] * normals[q + 2] >= limit) continue;
    } else if (g >= 0) continue;
    for (const v of [corner(h), corner(next(h))]) out.push(vertices[v], vertices[v + 1], vertices[v + 2]);
  }
  return Float32Array.from(out);
}
const CHAIN = 8;

/** Area-weighted vertex normals, xyz per vertex; for drawing outlines. */
export function vertexNormals(mesh: Mesh): Float32Array {
  const { vertices: v, indices } = mesh;
  const out = new Float32Array(v.length);
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3, b = indices[i + 1] * 3, c = indices[i + 2] * 3;
    const ux = v[b] - v[a], uy = v[b + 1] - v[a + 1], uz = v[b + 2] - v[a + 2];
    const wx = v[c] - v[a], wy = v[c + 1] - v[a + 1], wz = v[c + 2] - v[a + 2];
    const n = [uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx];
    for (const p of [a, b, c]) for (let k = 0; k < 3; k++) out[p + k] += n[k];
  }
  for (let p = 0; p < out.length; p += 3) {
    const l = Math.sqrt(out[p] ** 2 + out[p + 1] ** 2 + out[p + 2] ** 2) || 1;
    for (let k = 0; k < 3; k++) out[p + k] /= l;
  }
  return out;
}
