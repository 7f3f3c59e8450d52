import { bvhOf } from './bvh';
import { facets } from './facets';
import type { Mesh } from './mesh';
import { HANGS } from './support';

/** Places looked from, at most, spread over the faces that hang. */
const PLACES = 3000;
/** Ways looked along from each. */
const WAYS = 64;
/** Rays begin so far off the face; what another body lies beneath within this much needs no support, mm. */
const OFF = 1e-3, TOUCHES = 0.5;
/** Ways flatter than this to the face lead nowhere: sine. */
const LEVEL = 0.05;

/** Directions spread evenly over the sphere, by the golden angle. */
const SPHERE = Array.from({ length: WAYS }, (_, i) => {
  const z = 1 - (2 * i + 1) / WAYS, r = Math.sqrt(1 - z * z), a = i * Math.PI * (3 - Math.sqrt(5));
  return [r * Math.cos(a), r * Math.sin(a), z] as const;
});

/**
 * Area of faces that grow on support and from which no straight way leads out of the part: what holds them up there cannot be broken out, mm².
 * From the middle of each hanging triangle, a little off the face, rays go along 64 directions of the half space before it; one that meets nothing is
 * enough. Beyond 3 000 triangles every n-th stands for its neighbours.
 * @param hanging marks of `columns`, a triangle each
 */
export function buriedSupport(mesh: Mesh, hanging: Uint8Array): number {
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const bvh = bvhOf(mesh);
  const list: number[] = [];
  let all = 0;
  for (let t = 0; t < hanging.length; t++) {
    if (hanging[t] !== HANGS) continue;
    list.push(t);
    all += areas[t];
  }
  const step = Math.max(1, Math.ceil(list.length / PLACES));
  let looked = 0, buried = 0;
  for (let i = 0; i < list.length; i += step) {
    const t = list[i];
    const n = normals.subarray(3 * t, 3 * t + 3);
    const at = [0, 1, 2].map((a) => (v[indices[3 * t] * 3 + a] + v[indices[3 * t + 1] * 3 + a] + v[indices[3 * t + 2] * 3 + a]) / 3 + OFF * n[a]);
    looked += areas[t];
    const ray = (way: ArrayLike<number>, far: number): boolean => bvh.ray(at[0], at[1], at[2], way[0], way[1], way[2], far, true).triangle >= 0;
    const free = ray(n, TOUCHES) || SPHERE.some((way) => way[0] * n[0] + way[1] * n[1] + way[2] * n[2] > LEVEL && !ray(way, Infinity));
    if (!free) buried += areas[t];
  }
  return looked > 0 ? (all * buried) / looked : 0;
}
