import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import type { Mesh } from './mesh';
import type { Vec3 } from './turn';

/** Second moments of the enclosed volume about its centre; times density they are moments of inertia. */
export interface Inertia {
  /** ∫(y²+z²), ∫(x²+z²), ∫(x²+y²), −∫xy, −∫xz, −∫yz over the volume, mm⁵ */
  tensor_mm5: [number, number, number, number, number, number];
  /** Principal moments, small to large, mm⁵. */
  principal_mm5: Vec3;
}

/**
 * Inertia tensor of a closed mesh by signed tetrahedra to its centre, which is given:
 * ∫xᵢxⱼ over the tetrahedron 0abc = det/120 · Σ over corner pairs (Tonon 2004).
 */
export function inertia(mesh: Mesh, centroid: readonly number[]): Inertia {
  const { vertices: v, indices } = mesh;
  const [ox, oy, oz] = centroid;
  let xx = 0, yy = 0, zz = 0, xy = 0, xz = 0, yz = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3, b = indices[i + 1] * 3, c = indices[i + 2] * 3;
    const ax = v[a] - ox, ay = v[a + 1] - oy, az = v[a + 2] - oz;
    const bx = v[b] - ox, by = v[b + 1] - oy, bz = v[b + 2] - oz;
    const cx = v[c] - ox, cy = v[c + 1] - oy, cz = v[c + 2] - oz;
    const det = ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
    const sx = ax + bx + cx, sy = ay + by + cy, sz = az + bz + cz;
    // Σ over pairs of corners (0 among them) of xᵢxⱼ, with squares twice: s² + Σ x².
    xx += det * (sx * sx + ax * ax + bx * bx + cx * cx);
    yy += det * (sy * sy + ay * ay + by * by + cy * cy);
    zz += det * (sz * sz + az * az + bz * bz + cz * cz);
    xy += det * (sx * sy + ax * ay + bx * by + cx * cy);
    xz += det * (sx * sz + ax * az + bx * bz + cx * cz);
    yz += det * (sy * sz + ay * az + by * bz + cy * cz);
  }
  // ∫xᵢxⱼ = det/120 · (that sum): ∫λᵢλⱼ = V/20 (i ≠ j) and V/10 (i = j), V = det/6.
  [xx, yy, zz, xy, xz, yz] = [xx, yy, zz, xy, xz, yz].map((s) => s / 120);
  const tensor: Inertia['tensor_mm5'] = [yy + zz, xx + zz, xx + yy, 0 - xy, 0 - xz, 0 - yz];
  const m = new Matrix([[tensor[0], tensor[3], tensor[4]], [tensor[3], tensor[1], tensor[5]], [tensor[4], tensor[5], tensor[2]]]);
  const principal = new EigenvalueDecomposition(m, { assumeSymmetric: true }).realEigenvalues.sort((a, b) => a - b);
  return { tensor_mm5: tensor, principal_mm5: principal as Vec3 };
}
