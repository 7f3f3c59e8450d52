import type { Mesh } from './mesh';

/**
 * Crease lines of a shop drawing: edges where two faces meet at more than `angleDeg`, and open edges.
 * @returns xyz pairs, six numbers a line
 */
export function creaseLines(mesh: Mesh, angleDeg = 25): Float32Array {
  const { vertices, indices } = mesh;
  const triangles = indices.length / 3;
  const normals = new Float32Array(triangles * 3);
  for (let t = 0; t < triangles; t++) {
    const [a, b, c] = [indices[t * 3] * 3, indices[t * 3 + 1] * 3, indices[t * 3 + 2] * 3];
    const ux = vertices[b] - vertices[a], uy = vertices[b + 1] - vertices[a + 1], uz = vertices[b + 2] - vertices[a + 2];
    const wx = vertices[c] - vertices[a], wy = vertices[c + 1] - vertices[a + 1], wz = vertices[c + 2] - vertices[a + 2];
    const nx = uy * wz - uz * wy, ny = uz * wx - ux * wz, nz = ux * wy - uy * wx;
    const l = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
    normals[t * 3] = nx / l;
    normals[t * 3 + 1] = ny / l;
    normals[t * 3 + 2] = nz / l;
  }
  const limit = Math.cos((angleDeg * Math.PI) / 180);
  const first = new Map<number, number>();
  const n = vertices.length / 3;
  const out: number[] = [];
  const push = (a: number, b: number): void => {
    for (const v of [a, b]) out.push(vertices[v * 3], vertices[v * 3 + 1], vertices[v * 3 + 2]);
  };
  for (let i = 0; i < indices.length; i++) {
    const a = indices[i];
    const b = indices[i % 3 === 2 ? i - 2 : i + 1];
    const key = a < b ? a * n + b : b * n + a;
    const seen = first.get(key);
    if (seen === undefined) {
      first.set(key, i);
      continue;
    }
    first.delete(key);
    const p = Math.floor(seen / 3) * 3;
    const q = Math.floor(i / 3) * 3;
    if (normals[p] * normals[q] + normals[p + 1] * normals[q + 1] + normals[p + 2] * normals[q + 2] < limit) push(a, b);
  }
  for (const i of first.values()) push(indices[i], indices[i % 3 === 2 ? i - 2 : i + 1]);
  return Float32Array.from(out);
}

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
