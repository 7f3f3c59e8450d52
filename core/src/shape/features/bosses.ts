import type { Mesh } from '../mesh';
import { extentOf } from '../mesh';
import { dot, type Vec3 } from '../turn';
import { surfacesOf } from './surfaces';

/** A round post that stands on a face. */
export interface Boss {
  diameter_mm: number;
  height_mm: number;
  axis: Vec3;
  count: number;
}

/** A post goes round all but this, degrees, and is no wider than that share of the part. */
const ROUND_DEG = 345, WIDEST = 0.5;

/** Round posts of a body, alike ones as one line, the widest first. @param turning its axis where it is turned: what goes round that is the body itself */
export function bossesOf(mesh: Mesh, turning?: Vec3): Boss[] {
  const { low, high } = extentOf(mesh.vertices);
  const largest = Math.max(...high.map((x, k) => x - low[k]));
  const out: Boss[] = [];
  for (const r of surfacesOf(mesh).rounds) {
    if (r.concave || r.turn_deg < ROUND_DEG || r.taper !== 0 || 2 * r.radius_mm > WIDEST * largest) continue;
    if (turning && Math.abs(dot(r.axis, turning)) > 0.999) continue;
    const d = 2 * r.radius_mm;
    const like = out.find((b) => Math.abs(b.diameter_mm - d) < 0.01 * d && Math.abs(b.height_mm - r.length_mm) < 0.02 * r.length_mm + 0.01);
    if (like) like.count++;
    else out.push({ diameter_mm: d, height_mm: r.length_mm, axis: r.axis, count: 1 });
  }
  return out.sort((a, b) => b.diameter_mm - a.diameter_mm);
}
