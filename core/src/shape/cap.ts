import earcut from 'earcut';
import type { Axis } from './measure';
import type { Mesh } from './mesh';
import { contoursAt } from './slice';
import { frameFor, turned, type Vec3 } from './turn';

/** The face that a section plane lays open, for drawing. */
export interface Cap {
  /** Triangles, nine numbers each. */
  faces: Float32Array;
  /** Outline, six numbers a line. */
  lines: Float32Array;
  area_mm2: number;
  outline_mm: number;
  islands: number;
}

const NORMALS: Record<Axis, Vec3> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** Section square to an axis at a place along it: contours, filled with their holes left out. */
export function capAt(mesh: Mesh, axis: Axis, at: number): Cap {
  const normal = NORMALS[axis];
  const contours = contoursAt(turned(mesh, normal), at);
  const [r, b, u] = frameFor(normal);
  const place = (x: number, y: number): Vec3 => [0, 1, 2].map((k) => r[k] * x + b[k] * y + u[k] * at) as Vec3;
  const areas = contours.map(ringArea);
  const outer = contours.flatMap((c, i) => (areas[i] > 0 ? [{ ring: c, area: areas[i], holes: [] as Float64Array[] }] : []));
  contours.forEach((c, i) => {
    if (areas[i] >= 0) return;
    // A hole belongs to the smallest outline around it.
    const around = outer.filter((o) => o.area > -areas[i] && contains(o.ring, c[0], c[1])).sort((p, q) => p.area - q.area);
    around[0]?.holes.push(c);
  });
  const faces: number[] = [];
  for (const { ring, holes } of outer) {
    const flat = [...ring, ...holes.flatMap((h) => [...h])];
    const starts: number[] = [];
    let n = ring.length / 2;
    for (const h of holes) {
      starts.push(n);
      n += h.length / 2;
    }
    for (const i of earcut(flat, starts)) faces.push(...place(flat[i * 2], flat[i * 2 + 1]));
  }
  const lines: number[] = [];
  let outline = 0;
  for (const c of contours) {
    for (let i = 0, p = c.length - 2; i < c.length; p = i, i += 2) {
      lines.push(...place(c[p], c[p + 1]), ...place(c[i], c[i + 1]));
      outline += Math.hypot(c[i] - c[p], c[i + 1] - c[p + 1]);
    }
  }
  return {
    faces: Float32Array.from(faces),
    lines: Float32Array.from(lines),
    area_mm2: areas.reduce((a, x) => a + x, 0),
    outline_mm: outline,
    islands: outer.length,
  };
}

function ringArea(c: Float64Array): number {
  let twice = 0;
  for (let i = 0, p = c.length - 2; i < c.length; p = i, i += 2) twice += c[p] * c[i + 1] - c[i] * c[p + 1];
  return twice / 2;
}

/** Even–odd rule. */
function contains(ring: Float64Array, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, p = ring.length - 2; i < ring.length; p = i, i += 2) {
    if (ring[i + 1] > y !== ring[p + 1] > y && x < ring[i] + ((y - ring[i + 1]) / (ring[p + 1] - ring[i + 1])) * (ring[p] - ring[i])) inside = !inside;
  }
  return inside;
}
