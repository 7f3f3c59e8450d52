import { bvhOf } from './bvh';
import { facets, samplesByArea } from './facets';
import type { Mesh } from './mesh';

/** A place where the wall, or the gap, is thin. */
export interface ThinSpot {
  point: [number, number, number];
  /** Outward normal there. */
  normal: [number, number, number];
  mm: number;
}

export interface Thickness {
  samples: number;
  /** Wall from the surface inwards: thinnest found, twentieth part, middle. */
  min_mm: number;
  p5_mm: number;
  median_mm: number;
  /** Narrowest gap between two faces, outwards; null where nothing faces another face. */
  gap_mm: number | null;
  gap_p5_mm: number | null;
  /** The thinnest places, thinnest first, none nearer to another than an eighth of the part's diagonal. */
  thin: ThinSpot[];
  narrow: ThinSpot[];
}

const THICKNESS_SAMPLES = 12_000;

/** A wall is between faces that look away from each other within 37°; what a ray meets more aslant is an edge, not a wall. */
const OPPOSED = -0.8;

/** What rays from the samples met: mm inwards and outwards, NaN where nothing opposes. */
export interface WallRays {
  inward: Float32Array;
  outward: Float32Array;
}

/**
 * Rays inwards and outwards along the normal from samples `from` to `to` of `count`. Start a thousandth of a millimetre off
 * the surface. Independent for every sample, so workers can share the range.
 */
export function wallRays(mesh: Mesh, count = THICKNESS_SAMPLES, from = 0, to = count): WallRays {
  const { points, triangle, count: have } = samplesByArea(mesh, count);
  const { normals } = facets(mesh);
  const bvh = bvhOf(mesh);
  const end = Math.min(to, have);
  const out = { inward: new Float32Array(Math.max(0, end - from)), outward: new Float32Array(Math.max(0, end - from)) };
  for (let i = from; i < end; i++) {
    const [x, y, z] = [points[i * 3], points[i * 3 + 1], points[i * 3 + 2]];
    const t = triangle[i] * 3;
    const [nx, ny, nz] = [normals[t], normals[t + 1], normals[t + 2]];
    for (const sign of [-1, 1]) {
      const [dx, dy, dz] = [sign * nx, sign * ny, sign * nz];
      const hit = bvh.ray(x + dx * START, y + dy * START, z + dz * START, dx, dy, dz);
      const h = hit.triangle * 3;
      const opposed = hit.triangle >= 0 && nx * normals[h] + ny * normals[h + 1] + nz * normals[h + 2] < OPPOSED;
      const is = opposed ? hit.distance + START : NaN;
      (sign < 0 ? out.inward : out.outward)[i - from] = sign > 0 && is < TOUCHING ? NaN : is;
    }
  }
  return out;
}

const START = 1e-3;
/** Bodies nearer than this touch: there is no gap between them, mm. */
const TOUCHING = 0.02;

/**
 * Thickness by rays along the inward normal, spread by area: a plate gives its thickness, a sphere its diameter, a tube its
 * wall. Sharp edges count for nothing: a ray must meet a face that opposes its own within 37°.
 * @param rays as `wallRays` gave them for all samples
 */
export function thickness(mesh: Mesh, count = THICKNESS_SAMPLES, rays: WallRays = wallRays(mesh, count)): Thickness {
  const { points, triangle } = samplesByArea(mesh, count);
  const { normals } = facets(mesh);
  const spread = (values: Float32Array): number[] => [...values].filter((x) => x === x).sort((a, b) => a - b);
  const at = (sorted: number[], share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  const walls = spread(rays.inward);
  const gaps = spread(rays.outward);
  const low = [Infinity, Infinity, Infinity], high = [-Infinity, -Infinity, -Infinity];
  points.forEach((x, i) => {
    low[i % 3] = Math.min(low[i % 3], x);
    high[i % 3] = Math.max(high[i % 3], x);
  });
  const apart = 0.12 * Math.hypot(...high.map((h, k) => h - low[k]));
  const spots = (values: Float32Array, limit: number): ThinSpot[] => {
    const order = [...values.keys()].filter((i) => values[i] <= limit).sort((a, b) => values[a] - values[b]);
    const out: ThinSpot[] = [];
    for (const i of order) {
      if (out.length >= SPOTS) break;
      const p = [points[i * 3], points[i * 3 + 1], points[i * 3 + 2]] as ThinSpot['point'];
      // One mark a place: none near a thinner one.
      if (out.some((s) => Math.hypot(s.point[0] - p[0], s.point[1] - p[1], s.point[2] - p[2]) < apart)) continue;
      const t = triangle[i] * 3;
      out.push({ point: p, normal: [normals[t], normals[t + 1], normals[t + 2]], mm: values[i] });
    }
    return out;
  };
  return {
    samples: rays.inward.length,
    min_mm: walls.length ? walls[0] : 0,
    p5_mm: walls.length ? at(walls, 0.05) : 0,
    median_mm: walls.length ? at(walls, 0.5) : 0,
    gap_mm: gaps.length ? gaps[0] : null,
    gap_p5_mm: gaps.length ? at(gaps, 0.05) : null,
    thin: walls.length ? spots(rays.inward, at(walls, 0.05)) : [],
    narrow: gaps.length ? spots(rays.outward, at(gaps, 0.05)) : [],
  };
}

const SPOTS = 24;
