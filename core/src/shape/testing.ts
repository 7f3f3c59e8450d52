import { circle, prism, rectangle, revolve } from '../make/solids';
import { weld } from './weld';
import { insideOut, joined, type Mesh } from './mesh';
import { turned, type Vec3 } from './turn';

/** Solids with closed forms, for tests. Millimetres. */
export const box = (w: number, d: number, h: number, x = 0, y = 0, z = 0): Mesh => prism(rectangle(w, d, x, y), [], z, z + h);

/** Plate lying on z = 0 with round holes through it: [diameter, x, y]. */
export const drilledPlate = (w: number, d: number, h: number, holes: readonly (readonly [number, number, number])[], segments = 64): Mesh =>
  prism(rectangle(w, d), holes.map(([diameter, x, y]) => circle(diameter / 2, x, y, segments)), 0, h);

export const sphere = (r: number, n = 96): Mesh =>
  revolve(
    Array.from({ length: n / 2 + 1 }, (_, i) => {
      const a = (Math.PI * i) / (n / 2);
      return [i === 0 || i === n / 2 ? 0 : r * Math.sin(a), -r * Math.cos(a)] as const;
    }),
    n,
  );

/** Radii, not diameters. */
export const tube = (outer: number, inner: number, height: number, segments = 128): Mesh =>
  revolve([[inner, 0], [outer, 0], [outer, height], [inner, height]], segments);

/** Several solids in one mesh; not fused. */
export const join = (...meshes: Mesh[]): Mesh => joined(meshes);

/** Inside out. */
export const flipped = insideOut;

export const moved = (m: Mesh, by: Vec3): Mesh => ({ vertices: m.vertices.map((x, i) => x + by[i % 3]), indices: m.indices });

/** Turned any way: `up` becomes z, then about z by `about` radians. */
export function rotated(m: Mesh, up: Vec3, about: number): Mesh {
  const t = turned(m, up);
  const [c, s] = [Math.cos(about), Math.sin(about)];
  const vertices = Float32Array.from(t.vertices);
  for (let i = 0; i < vertices.length; i += 3) {
    vertices[i] = c * t.vertices[i] - s * t.vertices[i + 1];
    vertices[i + 1] = s * t.vertices[i] + c * t.vertices[i + 1];
  }
  return { vertices, indices: t.indices };
}

/** Every edge halved `times` over: the same shape with 4ⁿ times the triangles. */
export function refined(m: Mesh, times: number): Mesh {
  let out = m;
  for (let k = 0; k < times; k++) {
    const positions: number[] = [];
    const { vertices: v, indices } = out;
    for (let i = 0; i < indices.length; i += 3) {
      const p = [0, 1, 2].map((e) => [0, 1, 2].map((a) => v[indices[i + e] * 3 + a]));
      const h = [0, 1, 2].map((e) => p[e].map((x, a) => (x + p[(e + 1) % 3][a]) / 2));
      for (const tri of [[p[0], h[0], h[2]], [h[0], p[1], h[1]], [h[2], h[1], p[2]], [h[0], h[1], h[2]]]) positions.push(...tri.flat());
    }
    out = weld({ positions: Float32Array.from(positions), triangles: positions.length / 9, notes: [] });
  }
  return out;
}
