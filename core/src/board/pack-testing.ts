import { circle, prism } from '../make/solids';
import { measure } from '../shape/measure';
import { extentOf, type Mesh } from '../shape/mesh';
import { tube } from '../shape/testing';
import type { Packable } from './pack';

/** An angle, a cup (open above), a bar, a ring: what a tool shop puts into powder. */
export const ANGLE = prism([[0, 0], [60, 0], [60, 12], [12, 12], [12, 45], [0, 45]], [], 0, 25);
export const CUP = ((): Mesh => {
  const outer = prism(circle(28, 28, 28, 48), [], 0, 5), wall = prism(circle(28, 28, 28, 48), [circle(23, 28, 28, 48)], 4.99, 45);
  const shift = outer.vertices.length / 3;
  return {
    vertices: Float32Array.from([...outer.vertices, ...wall.vertices]),
    indices: Uint32Array.from([...outer.indices, ...[...wall.indices].map((i) => i + shift)]),
  };
})();

/** Sixty parts as a tool shop orders them. */
export const SIXTY: readonly Packable[] = [
  { id: 'angle', mesh: ANGLE, count: 24 },
  { id: 'cup', mesh: CUP, count: 12 },
  { id: 'ring', mesh: tube(20, 15, 12, 48), count: 14 },
  { id: 'bar', mesh: prism([[0, 0], [70, 0], [70, 9], [0, 9]], [], 0, 9), count: 10 },
];

/** Bottom-left over a height map, as it is published: largest first, no room under anything, turns by a quarter. */
export function heightMap(parts: readonly Packable[], bin: readonly number[], gap: number, cell: number): number {
  const [w, d] = bin.map((s) => Math.floor(s / cell));
  const map = new Float64Array(w * d);
  const all = parts.flatMap((p) => Array.from({ length: p.count }, () => p)).sort((a, b) => measure(b.mesh).volume_mm3 - measure(a.mesh).volume_mm3);
  let top = 0;
  for (const { mesh } of all) {
    const { low, high } = extentOf(mesh.vertices);
    const s = [0, 1, 2].map((a) => high[a] - low[a]);
    let best: [number, number, number, number, number] | undefined;
    for (const [sx, sy] of [[s[0], s[1]], [s[1], s[0]]]) {
      const [nx, ny] = [Math.ceil((sx + gap) / cell), Math.ceil((sy + gap) / cell)];
      for (let y = 0; y + ny <= d; y++)
        for (let x = 0; x + nx <= w; x++) {
          let z = 0;
          for (let b = 0; b < ny; b++) for (let a = 0; a < nx; a++) z = Math.max(z, map[(y + b) * w + x + a]);
          if (!best || z < best[2]) best = [x, y, z, nx, ny];
        }
    }
    const [x, y, z, nx, ny] = best!;
    for (let b = 0; b < ny; b++) for (let a = 0; a < nx; a++) map[(y + b) * w + x + a] = z + s[2] + gap;
    top = Math.max(top, z + s[2]);
  }
  return top;
}
