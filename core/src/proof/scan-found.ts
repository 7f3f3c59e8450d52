import { dot, type Vec3 } from '../shape/turn';
import { type Alignment, shareWithin } from './align';

/** What a page shows of a scan: figures, a histogram, the worst places, the places that are off. */
export interface ScanFound {
  points: number;
  strays: number;
  rms_mm: number;
  p95_mm: number;
  mean_mm: number;
  tolerance_mm: number;
  share: number;
  /** Points from −3 to +3 tolerances, the ends open. */
  bins: { from_mm: number; count: number }[];
  /** As the part stands. */
  worst: { point: Vec3; deviation_mm: number }[];
  /** xyz of points beyond the tolerance, thinned, as the part stands. */
  off: Float32Array;
}

const BINS = 24, SPAN = 3, MOST_OFF = 6000;

/** @param frame axes in which the part stands: right, back, up */
export function scanFound(points: Float64Array, found: Alignment, tolerance_mm: number, frame: readonly [Vec3, Vec3, Vec3]): Omit<ScanFound, 'tolerance_mm'> {
  const width = (2 * SPAN * tolerance_mm) / BINS;
  const bins = Array.from({ length: BINS }, (_, k) => ({ from_mm: (k - BINS / 2) * width, count: 0 }));
  let beyond = 0;
  for (const d of found.signed) {
    bins[Math.max(0, Math.min(BINS - 1, Math.floor(d / width) + BINS / 2))].count++;
    if (Math.abs(d) > tolerance_mm) beyond++;
  }
  const { rotation: r, translation_mm: t } = found;
  const stand = (p: readonly number[]): Vec3 => [dot(frame[0], p), dot(frame[1], p), dot(frame[2], p)];
  const every = Math.max(1, Math.ceil(beyond / MOST_OFF));
  const off: number[] = [];
  let seen = 0;
  found.signed.forEach((d, i) => {
    if (Math.abs(d) <= tolerance_mm || seen++ % every) return;
    const p = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
    off.push(...stand([0, 1, 2].map((k) => dot(r[k], p) + t[k])));
  });
  return {
    points: found.points,
    strays: found.strays,
    rms_mm: found.rms_mm,
    p95_mm: found.p95_mm,
    mean_mm: found.mean_mm,
    share: shareWithin(found, tolerance_mm),
    bins,
    worst: found.worst.slice(0, 6).map((w) => ({ ...w, point: stand(w.point) })),
    off: Float32Array.from(off),
  };
}
