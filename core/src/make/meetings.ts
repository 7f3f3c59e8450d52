import type { Body } from '../shape/bodies';
import { extentOf, joined, type Mesh, MeshError } from '../shape/mesh';
import { type Kernel, meshOf, solidOf } from './kernel';

/** How two bodies of a file stand to one another. */
export interface Meeting {
  a: number;
  b: number;
  /** One lies on the other, they run into one another, or they are the same body twice. */
  how: 'touch' | 'overlap' | 'twice';
  /** That both have, mm³. */
  shared_mm3?: number;
}

/** Nearer than this they touch, mm: what a file rounds to. */
const TOUCH_MM = 0.02;
/** Sharing more than this of the smaller they overlap; nearly all of both, they are one body twice. */
const SHARED = 1e-4, TWICE = 0.995;
/** Pairs looked at: a heap of more is not sorted out one by one. */
const MOST_PAIRS = 400;

/** Which bodies touch, overlap or are there twice; the largest pairs first. A body that is open meets nothing. */
export function meetings(k: Kernel, bodies: readonly Body[]): Meeting[] {
  const boxes = bodies.map(({ mesh }) => extentOf(mesh.vertices));
  const solids = bodies.map(({ mesh }) => {
    try {
      return solidOf(k, mesh);
    } catch (e) {
      if (e instanceof MeshError) return undefined;
      throw e;
    }
  });
  try {
    const pairs = bodies.flatMap((_, a) => bodies.slice(a + 1).map((_, i) => [a, a + 1 + i] as const)).filter(([a, b]) =>
      solids[a] && solids[b] && [0, 1, 2].every((x) => boxes[a].low[x] <= boxes[b].high[x] + TOUCH_MM && boxes[b].low[x] <= boxes[a].high[x] + TOUCH_MM)
    );
    return pairs.slice(0, MOST_PAIRS).flatMap(([a, b]): Meeting[] => {
      const [p, q] = [solids[a]!, solids[b]!];
      const both = p.intersect(q);
      const shared_mm3 = both.volume();
      both.delete();
      const least = Math.min(bodies[a].volume_mm3, bodies[b].volume_mm3), most = Math.max(bodies[a].volume_mm3, bodies[b].volume_mm3);
      if (shared_mm3 > TWICE * most) return [{ a, b, how: 'twice', shared_mm3 }];
      if (shared_mm3 > SHARED * least) return [{ a, b, how: 'overlap', shared_mm3 }];
      return p.minGap(q, 2 * TOUCH_MM) <= TOUCH_MM ? [{ a, b, how: 'touch' }] : [];
    });
  } finally {
    for (const s of solids) s?.delete();
  }
}

/** Bodies that touch or overlap as one; those that meet none stay beside it. @throws MeshError where one of them is open */
export function united(k: Kernel, bodies: readonly Body[]): Mesh {
  if (bodies.length < 2) return joined(bodies.map((b) => b.mesh));
  const solids = bodies.map(({ mesh }) => solidOf(k, mesh));
  const all = k.Manifold.union(solids);
  try {
    return meshOf(all);
  } finally {
    for (const s of [...solids, all]) s.delete();
  }
}
