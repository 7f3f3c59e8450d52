import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { randomNormal } from 'd3-random';
import type { Mesh } from '../shape/mesh';
import { crossOf, type Vec3 } from '../shape/turn';
import type { Motion } from './align';

/** Even numbers from 0 to 1, the same for a seed. */
export function even(seed: number): () => number {
  const g = xoroshiro128plus(seed);
  return () => (g.next() >>> 0) / 2 ** 32;
}

/** Points scattered evenly over a mesh, pushed along the normal by noise of a normal spread; then moved so that `motion` brings them back. */
export function scanOf(mesh: Mesh, n: number, { noise = 0, strays = 0, motion, seed = 7, bump }: {
  noise?: number;
  /** Share of points that fly about anywhere near. */
  strays?: number;
  motion?: Motion;
  seed?: number;
  /** Material beyond the model at a place. */
  bump?: (p: Vec3) => number;
}): Float64Array {
  const random = even(seed);
  const normal = randomNormal.source(random)(0, noise || 1e-300);
  const { vertices: v, indices: f } = mesh;
  const at = (i: number): Vec3 => [v[3 * i], v[3 * i + 1], v[3 * i + 2]];
  const sums: number[] = [];
  let area = 0;
  for (let t = 0; t < f.length; t += 3) {
    const [a, b, c] = [at(f[t]), at(f[t + 1]), at(f[t + 2])];
    area += Math.hypot(...crossOf(b.map((x, k) => x - a[k]), c.map((x, k) => x - a[k]))) / 2;
    sums.push(area);
  }
  const out = new Float64Array(3 * n);
  for (let i = 0; i < n; i++) {
    const x = random() * area;
    let low = 0, high = sums.length - 1;
    while (low < high) {
      const m = (low + high) >> 1;
      if (sums[m] < x) low = m + 1;
      else high = m;
    }
    const [a, b, c] = [0, 1, 2].map((k) => at(f[3 * low + k]));
    let s = random(), w = random();
    if (s + w > 1) [s, w] = [1 - s, 1 - w];
    const cross = crossOf(b.map((e, k) => e - a[k]), c.map((e, k) => e - a[k]));
    const length = Math.hypot(...cross);
    let p = a.map((e, k) => e + s * (b[k] - e) + w * (c[k] - e)) as Vec3;
    const push = normal() + (bump?.(p) ?? 0);
    p = p.map((e, k) => e + (push * cross[k]) / length) as Vec3;
    if (random() < strays) p = p.map((e) => e + 20 * (random() - 0.5)) as Vec3;
    if (motion) {
      const d = p.map((e, k) => e - motion.translation_mm[k]);
      p = [0, 1, 2].map((k) => motion.rotation[0][k] * d[0] + motion.rotation[1][k] * d[1] + motion.rotation[2][k] * d[2]) as Vec3;
    }
    out.set(p, 3 * i);
  }
  return out;
}
