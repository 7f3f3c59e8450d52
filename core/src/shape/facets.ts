import type { Mesh } from './mesh';

/** Figures of every triangle, in file order. */
export interface Facets {
  /** Outward unit normals, xyz per triangle; zero for triangles without area. */
  normals: Float32Array;
  /** mm² */
  areas: Float32Array;
  total_mm2: number;
}

const known = new WeakMap<Mesh, Facets>();

/** Normals n = (v1−v0)×(v2−v0)/|…| and areas |…|/2. Kept with the mesh. */
export function facets(mesh: Mesh): Facets {
  let out = known.get(mesh);
  if (out) return out;
  const { vertices: v, indices } = mesh;
  const triangles = indices.length / 3;
  const normals = new Float32Array(triangles * 3);
  const areas = new Float32Array(triangles);
  let total = 0;
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3] * 3, b = indices[t * 3 + 1] * 3, c = indices[t * 3 + 2] * 3;
    const ux = v[b] - v[a], uy = v[b + 1] - v[a + 1], uz = v[b + 2] - v[a + 2];
    const wx = v[c] - v[a], wy = v[c + 1] - v[a + 1], wz = v[c + 2] - v[a + 2];
    const nx = uy * wz - uz * wy, ny = uz * wx - ux * wz, nz = ux * wy - uy * wx;
    const twice = Math.sqrt(nx * nx + ny * ny + nz * nz);
    if (twice === 0) continue;
    normals[t * 3] = nx / twice;
    normals[t * 3 + 1] = ny / twice;
    normals[t * 3 + 2] = nz / twice;
    areas[t] = twice / 2;
    total += twice / 2;
  }
  out = { normals, areas, total_mm2: total };
  known.set(mesh, out);
  return out;
}

/** Points spread evenly over the surface. */
export interface SurfaceSamples {
  count: number;
  /** xyz per sample, mm */
  points: Float32Array;
  /** Triangle each lies on. */
  triangle: Uint32Array;
  /** Area each stands for, mm². */
  area_mm2: number;
}

/**
 * `count` points by area: sample i lies on the triangle in which the cumulated area passes (i + ½)/count of the whole, so
 * every stretch of surface gets its share and the same mesh gives the same points. The place inside the triangle comes from
 * a low-discrepancy sequence (multiples of 1/φ₂ and 1/φ₂², the plastic number), folded at the diagonal.
 */
export function samplesByArea(mesh: Mesh, count: number): SurfaceSamples {
  const { vertices: v, indices } = mesh;
  const { areas, total_mm2 } = facets(mesh);
  const points = new Float32Array(count * 3);
  const triangle = new Uint32Array(count);
  const step = total_mm2 / count;
  let passed = 0;
  let i = 0;
  for (let t = 0; t < areas.length && i < count; t++) {
    passed += areas[t];
    while (i < count && (i + 0.5) * step <= passed) {
      let p = (0.5 + (i + 1) * 0.7548776662466927) % 1;
      let q = (0.5 + (i + 1) * 0.5698402909980532) % 1;
      if (p + q > 1) [p, q] = [1 - p, 1 - q];
      const a = indices[t * 3] * 3, b = indices[t * 3 + 1] * 3, c = indices[t * 3 + 2] * 3;
      for (let k = 0; k < 3; k++) points[i * 3 + k] = v[a + k] + p * (v[b + k] - v[a + k]) + q * (v[c + k] - v[a + k]);
      triangle[i++] = t;
    }
  }
  return { count: i, points: points.subarray(0, i * 3), triangle: triangle.subarray(0, i), area_mm2: step };
}
