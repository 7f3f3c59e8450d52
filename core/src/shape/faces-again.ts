import { bvhOf } from './bvh';
import { extentOf, type Mesh } from './mesh';
import { type FaceChoice, patchFrom } from './patch';
import { dot, unit, type Vec3 } from './turn';

/** A face lies where it lay to within this, mm, or this share of the part. */
const NEAR_MM = 0.05, NEAR = 1e-3;
/** And looks the same way to within 5°. */
const SAME = Math.cos((5 * Math.PI) / 180);
/** A face that goes round looks in no direction; its area has to be the same to within this share. */
const ROUND = 0.5, LIKE = 0.25;

/**
 * Faces of another mesh found again on this one, both in the same axes: what lies at the same place and looks the same way. Undefined for each
 * that is gone. @param faces a point on each, where it looks, and how large it was
 */
export function facesAgain(mesh: Mesh, faces: readonly Pick<FaceChoice, 'point' | 'normal' | 'area_mm2'>[]): (FaceChoice | undefined)[] {
  const bvh = bvhOf(mesh);
  const { low, high } = extentOf(mesh.vertices);
  const near = Math.max(NEAR_MM, NEAR * Math.hypot(...high.map((h, k) => h - low[k])));
  return faces.map(({ point, normal, area_mm2: before }) => {
    const { triangle } = bvh.closest(point[0], point[1], point[2], near);
    if (triangle < 0) return undefined;
    const { normal: now, area_mm2 } = patchFrom(mesh, triangle);
    const goesRound = Math.hypot(...now) < ROUND;
    const like = goesRound ? Math.abs(area_mm2 / before - 1) < LIKE : dot(unit(now as Vec3), unit(normal as Vec3)) > SAME;
    return like ? { triangle, point, normal: now, area_mm2 } : undefined;
  });
}
