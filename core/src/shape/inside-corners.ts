import { once } from '../worksheet/once';
import { facets } from './facets';
import { next, twins } from './half-edges';
import type { Mesh } from './mesh';
import type { Vec3 } from './turn';

/** Faces that turn towards one another by more than this meet in a sharp corner; the strips of a fillet turn by less. */
const SHARP = Math.cos((30 * Math.PI) / 180);

/** Edges along which a part has a sharp inside corner, as half-edges. Kept with the mesh. */
export const insideCorners = once((mesh: Mesh): Int32Array => {
  const { vertices: v, indices } = mesh;
  const { normals } = facets(mesh);
  const twin = twins(mesh);
  const out: number[] = [];
  for (let h = 0; h < indices.length; h++) {
    const g = twin[h];
    if (g < h) continue;
    const [s, t] = [3 * Math.floor(h / 3), 3 * Math.floor(g / 3)];
    if (normals[s] * normals[t] + normals[s + 1] * normals[t + 1] + normals[s + 2] * normals[t + 2] > SHARP) continue;
    // The far corner of the one stands before the other.
    const [edge, far] = [3 * indices[h], 3 * indices[next(next(g))]];
    const before = [0, 1, 2].reduce((sum, a) => sum + (v[far + a] - v[edge + a]) * normals[s + a], 0);
    if (before > 0) out.push(h);
  }
  return Int32Array.from(out);
});

/** Edges that go on in nearly the same direction are one line: within 20°. */
const GOES_ON = Math.cos((20 * Math.PI) / 180);

/** The sharp inside corners of a part, line by line, as places no further than `step` mm from one another along each edge. */
export function insideCornerLines(mesh: Mesh, step: number): Vec3[][] {
  const { vertices: v, indices } = mesh;
  const edges = [...insideCorners(mesh)].map((h) => {
    const ends = [indices[h], indices[next(h)]] as const;
    const d = [0, 1, 2].map((k) => v[3 * ends[1] + k] - v[3 * ends[0] + k]);
    return { ends, d, l: Math.hypot(...d) || 1 };
  });
  const at = new Map<number, number[]>();
  edges.forEach(({ ends }, i) => ends.forEach((e) => at.set(e, [...(at.get(e) ?? []), i])));
  const line = new Int32Array(edges.length).fill(-1);
  const lines: Vec3[][] = [];
  edges.forEach((_, first) => {
    if (line[first] >= 0) return;
    const places: Vec3[] = [];
    const own = [first];
    line[first] = lines.length;
    for (const i of own) {
      const { ends, d, l } = edges[i];
      const n = Math.max(1, Math.ceil(l / step));
      for (let k = 0; k < n; k++) places.push(d.map((x, a) => v[3 * ends[0] + a] + ((k + 0.5) / n) * x) as Vec3);
      for (const j of ends.flatMap((e) => at.get(e)!)) {
        if (line[j] >= 0 || Math.abs(d.reduce((sum, x, a) => sum + x * edges[j].d[a], 0)) < GOES_ON * l * edges[j].l) continue;
        line[j] = lines.length;
        own.push(j);
      }
    }
    lines.push(places);
  });
  return lines;
}
