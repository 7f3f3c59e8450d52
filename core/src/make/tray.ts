import { type Mesh, MeshError } from '../shape/mesh';
import { turned, type Vec3 } from '../shape/turn';
import { type Kernel, meshOf, solidOf } from './kernel';

export interface TrayOptions {
  columns: number;
  rows: number;
  clearance_mm: number;
  /** How deep the part stands in its pocket. */
  deep_mm: number;
  /** Between pockets, and round them. */
  wall_mm: number;
  base_mm: number;
  /** Width of a slot for fingers along each row; 0 for none. */
  finger_mm: number;
  up: Vec3;
}

/** The outline of a part is a curve of so many pieces round a corner. */
const ROUND = 24;

/**
 * A tray: a block with a pocket for each part, the outline of the part as seen from above moved outwards by the clearance and cut straight down, so that it
 * lifts out whatever its sides do; and a slot for fingers across each row. Stands on z = 0.
 * @throws MeshError when the sizes do not go together
 */
export function trayOf(k: Kernel, part: Mesh, o: TrayOptions): { tray: Mesh; pockets: number; warnings: string[] } {
  const standing = solidOf(k, turned(part, o.up));
  const outline = standing.project().offset(o.clearance_mm, 'Round', 2, ROUND);
  const { min, max } = outline.bounds();
  const [wide, deep] = [max[0] - min[0], max[1] - min[1]];
  const { min: low, max: high } = standing.boundingBox();
  const tall = high[2] - low[2];
  const warnings: string[] = [];
  if (o.deep_mm > tall) warnings.push('The pockets are deeper than the part: it cannot be gripped to take it out.');
  if (o.finger_mm > 0 && o.finger_mm >= wide) throw new MeshError('The slot for fingers is wider than the part: a narrower one, or none.');
  const [px, py] = [wide + o.wall_mm, deep + o.wall_mm];
  const size = [o.columns * px + o.wall_mm, o.rows * py + o.wall_mm, o.base_mm + o.deep_mm] as const;
  const pocket = outline.translate([-min[0], -min[1]]).extrude(o.deep_mm + 1);
  const at = (i: number, j: number): [number, number, number] => [o.wall_mm + i * px, o.wall_mm + j * py, o.base_mm];
  const cuts = Array.from({ length: o.columns * o.rows }, (_, n) => pocket.translate(at(n % o.columns, Math.floor(n / o.columns))));
  // Along the columns, through every pocket and the walls between: fingers reach both sides of a part.
  const slots = o.finger_mm > 0
    ? Array.from(
      { length: o.columns },
      (_, i) =>
        k.Manifold.cube([o.finger_mm, size[1] - o.wall_mm, o.deep_mm + 1]).translate([at(i, 0)[0] + (wide - o.finger_mm) / 2, o.wall_mm / 2, o.base_mm]),
    )
    : [];
  const tray = k.Manifold.cube([...size]).subtract(k.Manifold.union([...cuts, ...slots]));
  if (tray.isEmpty() || tray.decompose().length > 1) throw new MeshError('The tray falls apart: more wall or base is needed.');
  return { tray: meshOf(tray), pockets: cuts.length, warnings };
}
