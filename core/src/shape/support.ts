import { once } from '../worksheet/once';
import { convexHull, depthInside } from './convex-hull';
import { facets } from './facets';
import { measure } from './measure';
import type { Mesh } from './mesh';
import { bedHeight } from './slice';
import { frameFor, type Vec3 } from './turn';

export const HANGS = 1;
export const LIES = 2;

/** What a build in one direction has to hold up. */
export interface SupportPlan {
  height_mm: number;
  overhang_mm2: number;
  bed_mm2: number;
  support_mm3: number;
  /** `HANGS` for triangles that grow on support, `LIES` for those on the bed, else 0. */
  hanging: Uint8Array;
  /** Support columns that stand on the part itself, not on the bed, mm³: they have to be reached to be taken out. */
  onPart_mm3: number;
  /** What it stands on. */
  standing: Standing;
  /** Cells of the height field that the part shades, and the size of a cell. */
  shaded: number;
  cell_mm2: number;
}

/** How firmly it stands on the bed. */
export type Standing = 'firm' | 'edge' | 'tips';
export const STANDING_WORDS: Record<Standing, string> = { firm: 'stands by itself', edge: 'stands on a line or point', tips: 'tips over' };

/** Less face on the bed than this, and than this share of the shadow, is a line or a point. */
const LEAST_MM2 = 25, LEAST_SHARE = 0.02;
/** The nozzle pushes aside: the centre of gravity stays inside of what it stands on by this share of its height. */
const LEAN = 0.08;
/** What does not stand is laid on a raft of this thickness under its whole shadow, mm. */
const RAFT_MM = 1.5;

const centroidOf = once((mesh: Mesh) => measure(mesh).centroid_mm);

/** A face that lies on another body's top needs nothing under it, mm. */
const TOUCHING = 1e-3;

/** Room for crossings of the height field, used again from call to call. */
let height = new Float32Array(1 << 16);
let link = new Int32Array(1 << 16);
let kind = new Uint8Array(1 << 16);
let head = new Int32Array(0);
let projected = new Float32Array(0);

/**
 * Support columns of a build direction: a height field across the direction, a ray through the middle of every cell. Every
 * crossing is kept with its height; a face that looks down and is flatter than the self-supporting angle is held up from the
 * next face below that looks up, or from the bed. Areas are exact, from the triangles; volumes have the error of the cells.
 * @param angleDeg self-supporting angle from horizontal
 * @param cells along the longer side of the shadow
 */
export function columns(mesh: Mesh, up: Vec3, angleDeg: number, cells: number): SupportPlan {
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const [r, b, u] = frameFor(up);
  if (projected.length < v.length) projected = new Float32Array(v.length);
  const p = projected;
  let x0 = Infinity, x1 = -Infinity, y0 = Infinity, y1 = -Infinity, z0 = Infinity, z1 = -Infinity;
  for (let i = 0; i < v.length; i += 3) {
    const x = v[i], y = v[i + 1], z = v[i + 2];
    const px = r[0] * x + r[1] * y + r[2] * z, py = b[0] * x + b[1] * y + b[2] * z, pz = u[0] * x + u[1] * y + u[2] * z;
    p[i] = px;
    p[i + 1] = py;
    p[i + 2] = pz;
    if (px < x0) x0 = px;
    if (px > x1) x1 = px;
    if (py < y0) y0 = py;
    if (py > y1) y1 = py;
    if (pz < z0) z0 = pz;
    if (pz > z1) z1 = pz;
  }
  const cell = Math.max(x1 - x0, y1 - y0, 1e-6) / cells;
  const nx = Math.max(1, Math.ceil((x1 - x0) / cell - 1e-6)), ny = Math.max(1, Math.ceil((y1 - y0) / cell - 1e-6));
  // The rays are centred on the shadow, so that a part whose side is not a whole number of cells is not counted short.
  const ox = (x0 + x1 - nx * cell) / 2 + cell / 2, oy = (y0 + y1 - ny * cell) / 2 + cell / 2;
  if (head.length < nx * ny) head = new Int32Array(nx * ny);
  head.fill(-1, 0, nx * ny);

  const perCell = 1 / cell;
  const triangles = indices.length / 3;
  const hanging = new Uint8Array(triangles);
  const bed = bedHeight(z0, z1 - z0);
  const feet: [number, number][] = [];
  const limit = -Math.cos((angleDeg * Math.PI) / 180) * (1 + 1e-6);
  let overhang = 0, onBed = 0, crossings = 0;
  for (let t = 0; t < triangles; t++) {
    if (!areas[t]) continue;
    const i = indices[t * 3] * 3, j = indices[t * 3 + 1] * 3, k = indices[t * 3 + 2] * 3;
    const slope = normals[t * 3] * u[0] + normals[t * 3 + 1] * u[1] + normals[t * 3 + 2] * u[2];
    let held = 0;
    if (slope < 0) {
      if (p[i + 2] <= bed && p[j + 2] <= bed && p[k + 2] <= bed && slope < -0.99) {
        onBed += areas[t];
        hanging[t] = LIES;
        for (const c of [i, j, k]) feet.push([p[c], p[c + 1]]);
      } else if (slope < limit) {
        overhang += areas[t];
        hanging[t] = HANGS;
        held = 1;
      }
    }
    // Crossings with the rays whose cell centres lie inside the triangle, half-open so that shared edges count once.
    const ax = p[i], ay = p[i + 1], bx = p[j], by = p[j + 1], cx = p[k], cy = p[k + 1];
    const left = ax < bx ? (ax < cx ? ax : cx) : bx < cx ? bx : cx, right = ax > bx ? (ax > cx ? ax : cx) : bx > cx ? bx : cx;
    let c0 = Math.ceil((left - ox) * perCell), c1 = Math.floor((right - ox) * perCell);
    if (c0 < 0) c0 = 0;
    if (c1 >= nx) c1 = nx - 1;
    if (c0 > c1) continue;
    const near = ay < by ? (ay < cy ? ay : cy) : by < cy ? by : cy, far = ay > by ? (ay > cy ? ay : cy) : by > cy ? by : cy;
    let r0 = Math.ceil((near - oy) * perCell), r1 = Math.floor((far - oy) * perCell);
    if (r0 < 0) r0 = 0;
    if (r1 >= ny) r1 = ny - 1;
    if (r0 > r1) continue;
    const twice = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (twice === 0) continue;
    const inv = 1 / twice;
    const flags = held | (twice > 0 ? 2 : 0);
    for (let row = r0; row <= r1; row++) {
      const y = oy + row * cell;
      for (let col = c0; col <= c1; col++) {
        const x = ox + col * cell;
        const wb = ((x - ax) * (cy - ay) - (cx - ax) * (y - ay)) * inv, wc = ((bx - ax) * (y - ay) - (x - ax) * (by - ay)) * inv;
        const wa = 1 - wb - wc;
        if (!(inside(wa, cx - bx, cy - by, twice) && inside(wb, ax - cx, ay - cy, twice) && inside(wc, bx - ax, by - ay, twice))) continue;
        if (crossings === height.length) grow();
        height[crossings] = wa * p[i + 2] + wb * p[j + 2] + wc * p[k + 2];
        kind[crossings] = flags;
        link[crossings] = head[row * nx + col];
        head[row * nx + col] = crossings++;
      }
    }
  }

  let lifted = 0, onPart = 0, shaded = 0;
  // First and last column of each row that stands on the bed: more of them are not needed for the hull.
  const firstFoot = new Int32Array(ny).fill(-1), lastFoot = new Int32Array(ny).fill(-1);
  for (let c = 0; c < nx * ny; c++) {
    if (head[c] < 0) continue;
    shaded++;
    const row = Math.floor(c / nx), col = c - row * nx;
    for (let i = head[c]; i >= 0; i = link[i]) {
      if (!(kind[i] & 1)) continue;
      const top = height[i];
      let below = z0;
      for (let j = head[c]; j >= 0; j = link[j]) if (kind[j] & 2 && height[j] <= top + TOUCHING && height[j] > below) below = height[j];
      if (below < top) lifted += top - below;
      if (below === z0 && top > bed) {
        if (firstFoot[row] < 0) firstFoot[row] = col;
        lastFoot[row] = col;
      }
      if (below > z0) onPart += Math.max(0, top - below);
    }
  }
  const cell2 = cell * cell;
  for (let row = 0; row < ny; row++)
    for (const col of [firstFoot[row], lastFoot[row]]) if (col >= 0) feet.push([ox + col * cell, oy + row * cell]);
  const g = centroidOf(mesh);
  const at = (axis: Vec3): number => axis[0] * g[0] + axis[1] * g[1] + axis[2] * g[2];
  const deep = depthInside(convexHull(feet), at(r), at(b));
  const standing: Standing = onBed < Math.min(LEAST_MM2, LEAST_SHARE * shaded * cell2) || deep === undefined
    ? 'edge'
    : deep < LEAN * (at(u) - z0)
    ? 'tips'
    : 'firm';
  return {
    height_mm: z1 - z0,
    overhang_mm2: overhang,
    bed_mm2: onBed,
    support_mm3: lifted * cell2,
    onPart_mm3: onPart * cell2,
    standing,
    hanging,
    shaded,
    cell_mm2: cell2,
  };
}

/** Inside an edge, or on it when it is a left or a lower one: of two triangles that share an edge, one has the point. */
function inside(weight: number, ex: number, ey: number, twice: number): boolean {
  if (weight > 0) return true;
  if (weight < 0) return false;
  const dy = twice > 0 ? ey : -ey, dx = twice > 0 ? ex : -ex;
  return dy < 0 || (dy === 0 && dx > 0);
}

function grow(): void {
  const double = <T extends Float32Array | Int32Array | Uint8Array>(a: T, make: (n: number) => T): T => {
    const out = make(a.length * 2);
    out.set(a);
    return out;
  };
  height = double(height, (n) => new Float32Array(n));
  link = double(link, (n) => new Int32Array(n));
  kind = double(kind, (n) => new Uint8Array(n));
}

/** Raft under what does not stand by itself, mm³. */
export const raftOf = (plan: SupportPlan): number => (plan.standing === 'firm' ? 0 : RAFT_MM * coverage(plan));

/** Area of the shadow, mm². */
export const coverage = (plan: SupportPlan): number => plan.shaded * plan.cell_mm2;
