import { boresOf, stepsOf } from './features/bores';
import type { Mesh } from './mesh';
import { dot, type Vec3 } from './turn';

/** A round hole: a cylindrical surface that runs all round and looks at its axis. */
export interface Hole {
  diameter_mm: number;
  depth_mm: number;
  /** Along the hole; out of the part at its opening when blind. */
  axis: Vec3;
  /** Middle of the hole on its axis. */
  centre: Vec3;
  through: boolean;
  /** Number (from 1) of the smaller hole that goes on from this one's floor; 0 when this is none's counterbore. */
  opensInto: number;
}

/** The cylinders of all bores, largest first: a counterbore and what it opens into are two. */
export function findHoles(mesh: Mesh): Hole[] {
  const found: (Hole & { into?: Hole })[] = [];
  for (const { kind, pieces, axis, mouth, through } of boresOf(mesh)) {
    if (kind === 'slot') continue;
    let outer: (typeof found)[number] | undefined;
    for (const { diameter_mm: [wide], from_mm, to_mm } of stepsOf(pieces)) {
      const hole: (typeof found)[number] = {
        diameter_mm: wide,
        depth_mm: to_mm - from_mm,
        axis,
        centre: mouth.map((m, k) => m - (axis[k] * (from_mm + to_mm)) / 2) as Vec3,
        through,
        opensInto: 0,
      };
      if (outer && outer.diameter_mm > wide / 0.97) outer.into = hole;
      found.push(hole);
      outer = hole;
    }
  }
  found.sort((a, b) => b.diameter_mm - a.diameter_mm || b.depth_mm - a.depth_mm);
  return found.map(({ into, ...hole }) => ({ ...hole, opensInto: into ? found.indexOf(into) + 1 : 0 }));
}

/** Deep for its width: drills run off, break and scrap the work. */
export const isDeep = (h: Pick<Hole, 'diameter_mm' | 'depth_mm'>): boolean => h.depth_mm > 5 * h.diameter_mm;

/** Where a hole is opened: on its axis, at its end, with the way out of the part. */
export const mouthOf = ({ centre, axis, depth_mm }: Hole): { point: Vec3; normal: Vec3 } => ({
  point: centre.map((c, k) => c + (axis[k] * depth_mm) / 2) as Vec3,
  normal: axis,
});

/** How far a point lies from the wall of a hole, mm. */
function offWall({ centre, axis, diameter_mm, depth_mm }: Hole, p: Vec3): number {
  const d = p.map((x, k) => x - centre[k]) as Vec3;
  const along = dot(d, axis);
  const aside = Math.hypot(...d.map((x, k) => x - axis[k] * along));
  return Math.abs(aside - diameter_mm / 2) + Math.max(0, Math.abs(along) - depth_mm / 2);
}

/** The hole on whose wall a point lies, to within half its width; none where there is no wall near. */
export function holeAt(holes: readonly Hole[], p: Vec3): Hole | undefined {
  const [nearest] = [...holes].sort((a, b) => offWall(a, p) - offWall(b, p));
  return nearest && offWall(nearest, p) <= nearest.diameter_mm / 2 ? nearest : undefined;
}
