import { bvhOf } from './bvh';
import { facets } from './facets';
import { findHoles } from './holes';
import type { Mesh } from './mesh';
import { centreOf } from './patch';
import { HANGS } from './support';
import { dot, type Vec3 } from './turn';

/** Triangles looked from, at most. */
const PLACES = 1500;
/** Ways all round, and axes besides. */
const WAYS = 400, MOST_AXES = 40;
/** Rays begin so far off the face; what another body lies beneath within this much needs no support, mm. */
const OFF = 1e-3, TOUCHES = 0.5;
/** So far into the room before the face, mm. */
const MIDST = 1;
/** Ways that lead back into the face by more than this lead nowhere: sine. */
const LEVEL = 0.05;

/** Directions spread evenly over the sphere, by the golden angle. */
const SPHERE = Array.from({ length: WAYS }, (_, i): Vec3 => {
  const z = 1 - (2 * i + 1) / WAYS, r = Math.sqrt(1 - z * z), a = i * Math.PI * (3 - Math.sqrt(5));
  return [r * Math.cos(a), r * Math.sin(a), z];
});
const both = ([x, y, z]: Vec3): Vec3[] => [[x, y, z], [-x, -y, -z]];

/** The axes of the file, and all round. */
const ROUND: readonly Vec3[] = [...([[1, 0, 0], [0, 1, 0], [0, 0, 1]] as Vec3[]).flatMap(both), ...SPHERE];
/** Along the bores, each axis once. */
function alongBores(mesh: Mesh): Vec3[] {
  const axes: Vec3[] = [];
  for (const { axis } of findHoles(mesh))
    if (axes.length < MOST_AXES && !axes.some((a) => Math.abs(dot(a, axis)) > 0.9999)) axes.push(axis);
  return axes.flatMap(both);
}

/** Of each triangle: 0 not looked from yet, 1 a way leads out, 2 none does. It does not depend on which way is up. */
const looked = new WeakMap<Mesh, Uint8Array>();
const OPEN = 1, SHUT = 2;

function lookedFrom(mesh: Mesh): (t: number) => boolean {
  let known = looked.get(mesh);
  if (!known) looked.set(mesh, known = new Uint8Array(mesh.indices.length / 3));
  const { normals } = facets(mesh);
  const bvh = bvhOf(mesh);
  // Looked for only where something is not seen from all round.
  let bores: Vec3[] | undefined;
  const isShut = (t: number): boolean => {
    const n: Vec3 = [normals[3 * t], normals[3 * t + 1], normals[3 * t + 2]];
    const centre = centreOf(mesh, t);
    const across = bvh.ray(centre[0] + OFF * n[0], centre[1] + OFF * n[1], centre[2] + OFF * n[2], n[0], n[1], n[2]);
    // Nothing before it, or another body so near that it needs no support.
    if (across.triangle < 0 || across.distance < TOUCHES) return false;
    // From well within the gap: along a bore, the wall is not to be grazed.
    const off = Math.min(MIDST, across.distance / 2);
    const [x, y, z] = centre.map((c, a) => c + off * n[a]);
    const leads = (way: Vec3): boolean => dot(way, n) > -LEVEL && bvh.ray(x, y, z, way[0], way[1], way[2], Infinity, true).triangle < 0;
    return !ROUND.some(leads) && !(bores ??= alongBores(mesh)).some(leads);
  };
  return (t) => (known[t] ||= isShut(t) ? SHUT : OPEN) === SHUT;
}

/** What hangs and is shut in. */
export interface Buried {
  /** mm², those looked from standing for the others. */
  area_mm2: number;
  /** The triangles that were looked from and found shut in. */
  triangles: number[];
}

/**
 * Faces that grow on support and from which no straight way leads out of the part: what holds them up there cannot be broken out.
 * From the middle of each hanging triangle, within the room before it, rays go straight off the face, along the axes of the file and
 * of its bores, and along 400 directions all round; one that meets nothing is enough. Each triangle is looked from once, whichever way the part lies.
 * @param hanging marks of `columns`, a triangle each
 * @param most looked from so many at most; beyond, every n-th of them stands for its neighbours
 */
export function buriedSupport(mesh: Mesh, hanging: Uint8Array, most = PLACES): Buried {
  const { areas } = facets(mesh);
  const list: number[] = [];
  let all = 0;
  for (let t = 0; t < hanging.length; t++) {
    if (hanging[t] !== HANGS) continue;
    list.push(t);
    all += areas[t];
  }
  const step = Math.max(1, Math.ceil(list.length / most));
  const isShut = lookedFrom(mesh);
  const triangles: number[] = [];
  let seen = 0, shut = 0;
  for (let i = 0; i < list.length; i += step) {
    const t = list[i];
    seen += areas[t];
    if (!isShut(t)) continue;
    shut += areas[t];
    triangles.push(t);
  }
  return { area_mm2: seen > 0 ? (all * shut) / seen : 0, triangles };
}
