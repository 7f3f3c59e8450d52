import { bvhOf } from '../bvh';
import { facets, samplesByArea } from '../facets';
import { measure } from '../measure';
import { extentOf, type Mesh } from '../mesh';
import { faceDirections } from '../orient';
import { orientedBox } from '../oriented-box';
import { dot, type Vec3 } from '../turn';

/** How a part comes out of a mould of two halves. */
export interface Moulding {
  /** Along which the halves part: that with the least undercut, then with the least that has no draft. */
  pull: Vec3;
  /** Faces that neither half lets go of: they ask for a slide, a core or an insert. */
  undercut_mm2: number;
  /** Upright walls, those of them with less than half a degree of draft, and the draft that all but a twentieth of the others have. */
  wall_mm2: number;
  undrafted_mm2: number;
  draft_deg: number | null;
  /** How far the parting line may have to climb along the pull; nothing where one level parts all. */
  climbs_mm: number;
}

const SAMPLES = 1500;
/** Directions of large faces that are tried beside the sides of the box. */
const MOST_FACES = 6;
/** A face within this of upright is a wall; with less draft than that it drags, degrees. */
const WALL_DEG = 20, DRAFT_DEG = 0.5;
const RAD = Math.PI / 180;
/** Rays start so far off the surface, mm. */
const START = 2e-3;
/** Undercuts of less than this share of the surface are the samples' own noise. */
const NOISE = 0.002;

/** Undercuts, draft and parting of a part pulled along a direction. Sampled: exact to about a three-hundredth of its surface. */
export function mouldedAlong(mesh: Mesh, pull: Vec3): Moulding {
  const { points, triangle, count, area_mm2 } = samplesByArea(mesh, SAMPLES);
  const { normals } = facets(mesh);
  const bvh = bvhOf(mesh);
  const back = pull.map((x) => -x) as Vec3;
  let under = 0, walls = 0, upright = 0, above = Infinity, below = -Infinity;
  const drafts: number[] = [];
  for (let i = 0; i < count; i++) {
    const t = 3 * triangle[i];
    const n: Vec3 = [normals[t], normals[t + 1], normals[t + 2]];
    const p: Vec3 = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
    const free = (way: Vec3): boolean =>
      bvh.ray(p[0] + START * n[0], p[1] + START * n[1], p[2] + START * n[2], way[0], way[1], way[2], Infinity, true).triangle < 0;
    const c = dot(n, pull);
    const draft = Math.asin(Math.min(1, Math.abs(c))) / RAD;
    const stands = draft < DRAFT_DEG;
    if (draft < WALL_DEG) walls++;
    if (stands) upright++;
    else if (draft < WALL_DEG) drafts.push(draft);
    if (stands ? !free(pull) && !free(back) : !free(c > 0 ? pull : back)) under++;
    else if (draft >= WALL_DEG) {
      if (c > 0) above = Math.min(above, dot(p, pull));
      else below = Math.max(below, dot(p, pull));
    }
  }
  drafts.sort((a, b) => a - b);
  return {
    pull,
    undercut_mm2: under < NOISE * count ? 0 : under * area_mm2,
    wall_mm2: walls * area_mm2,
    undrafted_mm2: upright * area_mm2,
    draft_deg: drafts.length ? drafts[Math.floor(0.05 * drafts.length)] : null,
    climbs_mm: Math.max(0, below - above),
  };
}

/** The same for the direction in which it is moulded most easily: undercuts first, to a hundredth of the surface; then walls that drag. */
export function mouldingOf(mesh: Mesh): Moulding {
  const tried: Vec3[] = [];
  for (const d of [...orientedBox(mesh).axes, ...faceDirections(mesh, MOST_FACES).map((f) => f.normal)])
    if (!tried.some((o) => Math.abs(dot(o, d)) > 0.999)) tried.push(d);
  const { total_mm2 } = facets(mesh);
  return tried
    .map((pull) => mouldedAlong(mesh, pull))
    .sort((a, b) => Math.round((100 * (a.undercut_mm2 - b.undercut_mm2)) / total_mm2) || a.undrafted_mm2 - b.undrafted_mm2)[0];
}

const MIRRORED = 400;
/** All but this share of the surface has its like on the other side. */
const ODD = 0.02;

/** Directions across which a part is its own mirror image: of the sides of its smallest box. */
export function mirrorsOf(mesh: Mesh): Vec3[] {
  const { points, count } = samplesByArea(mesh, MIRRORED);
  const c = measure(mesh).centroid_mm;
  const { low, high } = extentOf(mesh.vertices);
  const near = Math.max(0.02, 5e-4 * Math.hypot(...high.map((x, k) => x - low[k])));
  const bvh = bvhOf(mesh);
  return orientedBox(mesh).axes.filter((axis) => {
    let odd = 0;
    for (let i = 0; i < count; i++) {
      const p: Vec3 = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
      const off = 2 * dot(p.map((x, k) => x - c[k]) as Vec3, axis);
      const { triangle } = bvh.closest(p[0] - off * axis[0], p[1] - off * axis[1], p[2] - off * axis[2], near);
      if (triangle < 0) odd++;
    }
    return odd <= ODD * count;
  });
}
