import type { Mesh } from './mesh';
import { dot, type Vec3 } from './turn';

/** What a part covers, seen from the side: from where to where across it, at places along it. */
export interface Profile {
  /** From its end, mm. */
  along: number[];
  low: number[];
  high: number[];
}

const round = (x: number): number => Number(x.toPrecision(5));

/**
 * Outline of a part seen from the side, by its edges at even places along a direction; recesses between two of its walls do not show.
 * @param across another direction, square to the first; heights count from the origin of the part
 */
export function profileAlong({ vertices: v, indices }: Mesh, along: Vec3, across: Vec3, places = 121): Profile {
  const n = v.length / 3;
  const x = new Float64Array(n), y = new Float64Array(n);
  let from = Infinity, to = -Infinity;
  for (let i = 0; i < n; i++) {
    const p = [v[3 * i], v[3 * i + 1], v[3 * i + 2]];
    x[i] = dot(p, along);
    y[i] = dot(p, across);
    from = Math.min(from, x[i]);
    to = Math.max(to, x[i]);
  }
  const low = new Float64Array(places).fill(Infinity), high = new Float64Array(places).fill(-Infinity);
  // A hair inside its ends, where its end faces are met.
  const hair = 1e-6 * (to - from), step = (to - from - 2 * hair) / (places - 1), start = from + hair;
  for (let t = 0; t < indices.length; t++) {
    const a = indices[t], b = indices[t % 3 === 2 ? t - 2 : t + 1];
    const [p, q] = x[a] < x[b] ? [a, b] : [b, a];
    for (let k = Math.max(0, Math.ceil((x[p] - start) / step)); k < places && start + k * step <= x[q]; k++) {
      const share = x[q] > x[p] ? (start + k * step - x[p]) / (x[q] - x[p]) : 0;
      const h = y[p] + share * (y[q] - y[p]);
      low[k] = Math.min(low[k], h);
      high[k] = Math.max(high[k], h);
    }
  }
  const met = Array.from({ length: places }, (_, k) => k).filter((k) => low[k] <= high[k]);
  return { along: met.map((k) => round(hair + k * step)), low: met.map((k) => round(low[k])), high: met.map((k) => round(high[k])) };
}
