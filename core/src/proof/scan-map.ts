import type { Vec3 } from '../shape/turn';

/** How far a scan lies off the model, cell by cell through the part's box as it stands: what the drawing shades its surface by. */
export interface ScanMap {
  n: Vec3;
  /** Corner of the first cell, and the edges of one, mm. */
  low: Vec3;
  size: Vec3;
  /** Two numbers a cell, x first, then y, then z: the deviation from −2 to +2 tolerances as 0 to 255, times whether anything was measured; and that, 0 or 255. */
  cells: Uint8Array;
}

/** Cells along the longest side: as fine as a drawing can show. */
const ALONG = 72;
/** Cells of the surface between points of a thin scan take the mean of those beside them, so many times over. */
const SPREAD = 2;
/** What is told apart, in tolerances. */
const SPAN = 2;

/**
 * Mean signed deviation of the points in each cell. Points further than two tolerances off count as that.
 * @param points xyz as the part stands, laid over the model. @param signed mm, positive beyond the model
 */
export function scanMap(points: ArrayLike<number>, signed: ArrayLike<number>, tolerance_mm: number, low: Vec3, high: Vec3): ScanMap {
  const longest = Math.max(...high.map((h, k) => h - low[k]));
  // A cell of room around the part: what is proud of it counts as well.
  const edge = longest / ALONG;
  const from = low.map((l) => l - edge) as Vec3;
  const n = high.map((h, k) => Math.max(3, Math.ceil((h - low[k]) / edge) + 2)) as Vec3;
  const count = n[0] * n[1] * n[2];
  const sum = new Float32Array(count), seen = new Float32Array(count);
  for (let i = 0; i < signed.length; i++) {
    const at = [0, 1, 2].map((k) => Math.max(0, Math.min(n[k] - 1, Math.floor((points[3 * i + k] - from[k]) / edge))));
    const c = (at[2] * n[1] + at[1]) * n[0] + at[0];
    sum[c] += Math.max(-SPAN, Math.min(SPAN, signed[i] / tolerance_mm));
    seen[c]++;
  }
  const mean = Float32Array.from(sum, (s, c) => (seen[c] ? s / seen[c] : NaN));
  for (let k = 0; k < SPREAD; k++) spread(mean, n);
  const cells = new Uint8Array(2 * count);
  mean.forEach((m, c) => {
    if (Number.isNaN(m)) return;
    cells[2 * c] = Math.round((255 * (m + SPAN)) / (2 * SPAN));
    cells[2 * c + 1] = 255;
  });
  return { n, low: from, size: [edge, edge, edge], cells };
}

/** Empty cells beside measured ones take their mean. */
function spread(mean: Float32Array, [nx, ny, nz]: Vec3): void {
  const before = mean.slice();
  const steps = [1, -1, nx, -nx, nx * ny, -nx * ny];
  for (let z = 0, c = 0; z < nz; z++) {
    for (let y = 0; y < ny; y++) {
      for (let x = 0; x < nx; x++, c++) {
        if (!Number.isNaN(before[c])) continue;
        const beside = [x < nx - 1, x > 0, y < ny - 1, y > 0, z < nz - 1, z > 0];
        let s = 0, of = 0;
        for (let k = 0; k < 6; k++) {
          const m = beside[k] ? before[c + steps[k]] : NaN;
          if (Number.isNaN(m)) continue;
          s += m;
          of++;
        }
        if (of) mean[c] = s / of;
      }
    }
  }
}
