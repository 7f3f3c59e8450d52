import { bvhOf } from './bvh';
import { facets, samplesByArea, type SurfaceSamples } from './facets';
import type { Mesh } from './mesh';
import { BOX_DIRECTIONS } from './orient';
import type { Vec3 } from './turn';

export interface SetUp {
  /** Direction from which the cutter comes: away from the part. */
  from: Vec3;
  /** Surface first covered by this set-up, mm². */
  adds_mm2: number;
}

export interface Reach {
  /** Set-ups, largest first, that cover at least 98 % of what any of the six box directions can reach. */
  directions: SetUp[];
  /** Share of the whole surface these set-ups cover. */
  covered: number;
  /** Surface that no box direction reaches. */
  unreachable_mm2: number;
  /** … and that none of the 26 directions of a tilting table reaches either. */
  hidden_mm2: number;
  /** Places that cannot be reached, for marking, xyz. */
  spots: Float32Array;
}

const REACH_SAMPLES = 12_000;
const GOAL = 0.98;
/** A cutter that comes along a wall cuts it with its side. */
const ALONG = -0.02;
/** Off the surface, mm, so that a ray along a wall is not stopped by the wall itself. */
const OFF = 0.02;

const SIX: readonly Vec3[] = BOX_DIRECTIONS.filter(([x, y, z]) => Math.abs(x) + Math.abs(y) + Math.abs(z) < 1.01);

/**
 * From which of the six box directions each sample of the surface can be seen: bit d of a byte. Seen means that the face
 * looks that way or stands along it, and that nothing lies between it and the outside. Rays only: the cutter's girth and
 * length are not considered, so this is the least number of set-ups, not the most.
 */
function seenFrom(mesh: Mesh, samples: SurfaceSamples, directions: readonly Vec3[] = SIX): Uint32Array {
  const { normals } = facets(mesh);
  const bvh = bvhOf(mesh);
  const seen = new Uint32Array(samples.count);
  for (let i = 0; i < samples.count; i++) {
    const t = samples.triangle[i] * 3;
    const nx = normals[t], ny = normals[t + 1], nz = normals[t + 2];
    const x = samples.points[i * 3] + nx * OFF, y = samples.points[i * 3 + 1] + ny * OFF, z = samples.points[i * 3 + 2] + nz * OFF;
    for (let d = 0; d < directions.length; d++) {
      const [dx, dy, dz] = directions[d];
      if (nx * dx + ny * dy + nz * dz < ALONG) continue;
      if (bvh.ray(x, y, z, dx, dy, dz, Infinity, true).triangle < 0) seen[i] |= 1 << d;
    }
  }
  return seen;
}

/** Set-ups for milling by greedy set cover over the six box directions. */
export function reach(mesh: Mesh, count = REACH_SAMPLES): Reach {
  const samples = samplesByArea(mesh, count);
  const seen = seenFrom(mesh, samples);
  const area = samples.area_mm2;
  let reachable = 0;
  for (const s of seen) if (s) reachable++;
  const done = new Uint8Array(samples.count);
  const directions: SetUp[] = [];
  let covered = 0;
  while (covered < GOAL * reachable && directions.length < SIX.length) {
    const gains = SIX.map((_, d) => {
      let n = 0;
      for (let i = 0; i < samples.count; i++) if (!done[i] && seen[i] & (1 << d)) n++;
      return n;
    });
    const best = gains.indexOf(Math.max(...gains));
    if (!gains[best]) break;
    for (let i = 0; i < samples.count; i++) if (seen[i] & (1 << best)) done[i] = 1;
    covered += gains[best];
    directions.push({ from: SIX[best], adds_mm2: gains[best] * area });
  }
  const lost: number[] = [];
  for (let i = 0; i < samples.count; i++) if (!seen[i]) lost.push(i);
  const rest: SurfaceSamples = {
    count: lost.length,
    area_mm2: area,
    points: Float32Array.from(lost.flatMap((i) => [samples.points[i * 3], samples.points[i * 3 + 1], samples.points[i * 3 + 2]])),
    triangle: Uint32Array.from(lost, (i) => samples.triangle[i]),
  };
  const tilted = seenFrom(mesh, rest, BOX_DIRECTIONS);
  let hidden = 0;
  for (const s of tilted) if (!s) hidden++;
  return {
    directions,
    covered: samples.count ? covered / samples.count : 0,
    unreachable_mm2: lost.length * area,
    hidden_mm2: hidden * area,
    spots: rest.points,
  };
}
