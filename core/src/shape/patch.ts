import { facets } from './facets';
import { twins } from './half-edges';
import type { Mesh } from './mesh';
import type { Vec3 } from './turn';

/** Faces that hang together with a triangle without a crease: what a user means by "this face". */
export interface Patch {
  list: readonly number[];
  area_mm2: number;
  /** Area-weighted mean normal; short where the patch closes on itself. */
  normal: Vec3;
}

/**
 * Grow from a triangle over edges that bend by less than `angleDeg`. A flat face stays flat because it ends at its edges;
 * a bore is taken all round.
 * @param seen triangles not to be taken; those taken are marked in it
 */
export function patchFrom(mesh: Mesh, seed: number, angleDeg = 20, seen = new Uint8Array(mesh.indices.length / 3)): Patch {
  const { normals, areas } = facets(mesh);
  const twin = twins(mesh);
  const limit = Math.cos((angleDeg * Math.PI) / 180);
  const queue = [seed];
  seen[seed] = 1;
  let area = 0;
  const normal: Vec3 = [0, 0, 0];
  for (const t of queue) {
    area += areas[t];
    for (let k = 0; k < 3; k++) normal[k] += areas[t] * normals[t * 3 + k];
    for (let e = 0; e < 3; e++) {
      const g = twin[t * 3 + e];
      if (g < 0) continue;
      const o = Math.floor(g / 3);
      if (seen[o]) continue;
      if (normals[t * 3] * normals[o * 3] + normals[t * 3 + 1] * normals[o * 3 + 1] + normals[t * 3 + 2] * normals[o * 3 + 2] < limit) continue;
      seen[o] = 1;
      queue.push(o);
    }
  }
  return { list: queue, area_mm2: area, normal: normal.map((x) => x / (area || 1)) as Vec3 };
}

/** A face to choose from: largest first. */
export interface FaceChoice {
  triangle: number;
  area_mm2: number;
  normal: Vec3;
  /** On the face. */
  point: Vec3;
}

/** The largest smooth faces of a part, as a list for those who do not point at it. */
export function largestFaces(mesh: Mesh, most = 16): FaceChoice[] {
  const { areas } = facets(mesh);
  const done = new Uint8Array(areas.length);
  const out: FaceChoice[] = [];
  for (let t = 0; t < areas.length; t++) {
    if (done[t] || !areas[t]) continue;
    const patch = patchFrom(mesh, t, 20, done);
    const largest = patch.list.reduce((best, i) => (areas[i] > areas[best] ? i : best), t);
    out.push({ triangle: largest, area_mm2: patch.area_mm2, normal: patch.normal, point: centreOf(mesh, largest) });
  }
  return out.sort((a, b) => b.area_mm2 - a.area_mm2).slice(0, most);
}

/** Middle of a triangle. */
export function centreOf({ vertices: v, indices }: Mesh, t: number): Vec3 {
  const [a, b, c] = [indices[t * 3] * 3, indices[t * 3 + 1] * 3, indices[t * 3 + 2] * 3];
  return [0, 1, 2].map((k) => (v[a + k] + v[b + k] + v[c + k]) / 3) as Vec3;
}

/** A face as a place that is found again: a face that runs all round has no direction, and says so by a zero. */
export function placeOfFace({ point, normal }: Pick<FaceChoice, 'point' | 'normal'>): { point: Vec3; normal: Vec3 } {
  const l = Math.hypot(...normal);
  return { point, normal: l > 0.5 ? (normal.map((x) => Math.max(-1, Math.min(1, x / l))) as Vec3) : [0, 0, 0] };
}
