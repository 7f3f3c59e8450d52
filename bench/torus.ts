import { writeStl } from '@cuadro/core/shape/formats/stl';

/** A torus of 2 n² triangles, binary STL. */
export function torusStl(n: number): Uint8Array {
  const vertices = new Float64Array(n * n * 3);
  const indices = new Uint32Array(n * n * 6);
  for (let i = 0, p = 0, q = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const [u, w] = [(2 * Math.PI * i) / n, (2 * Math.PI * j) / n];
      vertices.set([(40 + 10 * Math.cos(w)) * Math.cos(u), (40 + 10 * Math.cos(w)) * Math.sin(u), 10 * Math.sin(w)], p);
      p += 3;
      const [a, b, c, d] = [i * n + j, ((i + 1) % n) * n + j, ((i + 1) % n) * n + ((j + 1) % n), i * n + ((j + 1) % n)];
      indices.set([a, b, c, a, c, d], q);
      q += 6;
    }
  }
  return writeStl(vertices, indices);
}
