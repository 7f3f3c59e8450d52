import { dot, type Vec3 } from '../shape/turn';
import { type Alignment, shareWithin } from './align';
import { type ScanMap, scanMap } from './scan-map';

/** What a page shows of a scan: figures, a histogram, the worst places, the deviation all over. */
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
  /** The deviation all over the surface, as the part stands. */
  map: ScanMap;
}

const BINS = 24, SPAN = 3;

/** @param frame axes in which the part stands: right, back, up. @param box corners of the part as it stands */
export function scanFound(
  points: Float64Array,
  found: Alignment,
  tolerance_mm: number,
  frame: readonly [Vec3, Vec3, Vec3],
  box: { low: Vec3; high: Vec3 },
): Omit<ScanFound, 'tolerance_mm'> {
  const width = (2 * SPAN * tolerance_mm) / BINS;
  const bins = Array.from({ length: BINS }, (_, k) => ({ from_mm: (k - BINS / 2) * width, count: 0 }));
  for (const d of found.signed) bins[Math.max(0, Math.min(BINS - 1, Math.floor(d / width) + BINS / 2))].count++;
  const { rotation: r, translation_mm: t } = found;
  const stand = (p: readonly number[]): Vec3 => [dot(frame[0], p), dot(frame[1], p), dot(frame[2], p)];
  const laid = new Float32Array(3 * found.signed.length);
  for (let i = 0; i < found.signed.length; i++) {
    const p = [points[3 * i], points[3 * i + 1], points[3 * i + 2]];
    laid.set(stand([0, 1, 2].map((k) => dot(r[k], p) + t[k])), 3 * i);
  }
  return {
    points: found.points,
    strays: found.strays,
    rms_mm: found.rms_mm,
    p95_mm: found.p95_mm,
    mean_mm: found.mean_mm,
    share: shareWithin(found, tolerance_mm),
    bins,
    worst: found.worst.slice(0, 6).map((w) => ({ ...w, point: stand(w.point) })),
    map: scanMap(laid, found.signed, tolerance_mm, box.low, box.high),
  };
}
