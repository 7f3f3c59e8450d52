import type { Manifold } from 'manifold-3d';
import { frameFor, type Vec3 } from '../shape/turn';
import type { Kernel } from './kernel';

/** Levels at which the widest section so far is carried on. */
const LEVELS = 48;

/** Outlines of sections may lose points closer than this to the line, mm. */
const SIMPLER = 0.01;

/**
 * The way a solid takes when it is moved out along a direction: at each level, everything it has covered below goes on to
 * the end. Together with the solid itself this is the swept room to within one level; a cavity less both lets go.
 * @param far how far it goes on, mm
 */
export function lifted(k: Kernel, solid: Manifold, along: Vec3, far: number): Manifold {
  const [r, b, u] = frameFor(along);
  // Column-major 4 × 4: rows of the frame turn `along` to z.
  const turn: Parameters<Manifold['transform']>[0] = [r[0], b[0], u[0], 0, r[1], b[1], u[1], 0, r[2], b[2], u[2], 0, 0, 0, 0, 1];
  const back: Parameters<Manifold['transform']>[0] = [r[0], r[1], r[2], 0, b[0], b[1], b[2], 0, u[0], u[1], u[2], 0, 0, 0, 0, 1];
  const standing = solid.transform(turn);
  const { min, max } = standing.boundingBox();
  const step = (max[2] - min[2]) / LEVELS;
  const end = max[2] + far;
  const slabs: Manifold[] = [];
  let covered = standing.slice(min[2] + step / 2).simplify(SIMPLER);
  let from = min[2] + step;
  let area = covered.area();
  const close = (to: number): void => {
    if (area > 0) slabs.push(covered.extrude(to - from + (to < end ? 1e-3 : 0)).translate([0, 0, from]));
  };
  for (let i = 1; i < LEVELS; i++) {
    const z = min[2] + i * step;
    const more = covered.add(standing.slice(z + step / 2).simplify(SIMPLER)).simplify(SIMPLER);
    // Where nothing new is covered the slab below simply goes on.
    if (more.area() - area < 1e-4 * Math.max(1, area)) continue;
    close(z + step);
    covered = more;
    area = covered.area();
    from = z + step;
  }
  close(end);
  return k.Manifold.union(slabs).transform(back);
}
