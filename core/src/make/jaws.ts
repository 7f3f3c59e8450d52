import type { Manifold } from 'manifold-3d';
import { type Mesh, MeshError } from '../shape/mesh';
import { columns } from '../shape/support';
import { turned, type Vec3 } from '../shape/turn';
import { type Kernel, meshOf, solidOf } from './kernel';
import { offsetMesh } from './offset';
import { lifted } from './release';

export interface JawOptions {
  /** Size of one blank: along the vice's jaw, in the clamping direction, and up. */
  blank_mm: Vec3;
  /** Between part and pocket, all round. */
  clearance_mm: number;
  /** How deep the part sits below the top of the jaws. */
  depth_mm: number;
  /** Left between the two jaws when they hold the part. */
  gap_mm: number;
  /** Direction of the part that points up in the vice. */
  up: Vec3;
  /** Turned about the vertical, degrees: what lies along the jaw. */
  turnDeg: number;
  /** Screws that hold a blank to the vice: diameter and distance, none when left out. */
  screws?: { diameter_mm: number; pitch_mm: number };
  /** Widest the vice opens, to check that blanks and part go in. */
  opening_mm?: number;
}

export interface Jaws {
  /** At −y and at +y; parted along y, standing on z = 0, centred on x. */
  jaws: [Mesh, Mesh];
  /** Part as it lies in the jaws, for drawing. */
  part: Mesh;
  /** Vice opening with the part in: two blanks and the gap. */
  opening_mm: number;
  warnings: string[];
}

const MM3_WORTH_TELLING = 5;

/**
 * A pair of soft jaws: each blank less the part moved outwards by the clearance, and less the way the part takes out of the
 * jaw when it opens (towards the other) so that nothing hooks behind it. The part is centred between the jaws.
 * @throws MeshError when blank, depth or part do not go together
 */
export function softJaws(k: Kernel, part: Mesh, o: JawOptions): Jaws {
  const [bx, by, bz] = o.blank_mm;
  if (!(bx > 0 && by > 0 && bz > 0)) throw new MeshError('Give the blank three sizes above zero.');
  if (!(o.depth_mm > 0) || o.depth_mm > bz - 3)
    throw new MeshError(`The part must sit between 0 and ${bz - 3} mm deep: at least 3 mm of the blank stay below it.`);
  if (!(o.gap_mm >= 0) || o.gap_mm >= 2 * by) throw new MeshError('The gap between the jaws must be zero or more, and less than the two blanks.');
  if (!(o.clearance_mm >= 0) || o.clearance_mm > 5) throw new MeshError('The clearance must lie between 0 and 5 mm.');
  const c = Math.cos((o.turnDeg * Math.PI) / 180), s = Math.sin((o.turnDeg * Math.PI) / 180);
  const standing = turned(part, o.up);
  const placed: Mesh = { vertices: Float32Array.from(standing.vertices), indices: standing.indices };
  const v = placed.vertices;
  const low = [Infinity, Infinity, Infinity], high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < v.length; i += 3) {
    const [x, y] = [v[i], v[i + 1]];
    v[i] = c * x - s * y;
    v[i + 1] = s * x + c * y;
    for (let a = 0; a < 3; a++) {
      low[a] = Math.min(low[a], v[i + a]);
      high[a] = Math.max(high[a], v[i + a]);
    }
  }
  const shift = [-(low[0] + high[0]) / 2, -(low[1] + high[1]) / 2, bz - o.depth_mm - low[2]];
  for (let i = 0; i < v.length; i++) v[i] += shift[i % 3];
  const size = high.map((h, a) => h - low[a]);

  const warnings: string[] = [];
  if (size[1] / 2 + o.clearance_mm > by + o.gap_mm / 2 - 3)
    warnings.push(`The part is ${size[1].toFixed(1)} mm across the jaws: less than 3 mm of blank stay behind it.`);
  if (size[0] > bx) warnings.push(`The part is ${size[0].toFixed(1)} mm along the jaws and stands out of blanks of ${bx} mm.`);
  const opening = 2 * by + o.gap_mm;
  if (o.opening_mm !== undefined) {
    const needed = opening + Math.max(3, size[1] / 2);
    if (needed > o.opening_mm) warnings.push(`Blanks, gap and room to take the part out want ${needed.toFixed(0)} mm; the vice opens ${o.opening_mm} mm.`);
  }

  const cavity = solidOf(k, offsetMesh(placed, o.clearance_mm));
  const half = (side: 1 | -1): Mesh => {
    const inner = (side * o.gap_mm) / 2;
    let jaw: Manifold = k.Manifold.cube([bx, by, bz]).translate([-bx / 2, side > 0 ? inner : inner - by, 0]);
    // What of the part lies in this jaw, and its way out towards the other.
    const mine = cavity.trimByPlane([0, side, 0], -Math.abs(inner) - 0.01);
    if (!mine.isEmpty()) jaw = jaw.subtract(mine).subtract(lifted(k, mine, [0, -side, 0], by + o.gap_mm));
    if (o.screws) {
      const { diameter_mm: d, pitch_mm } = o.screws;
      for (const x of [-pitch_mm / 2, pitch_mm / 2]) {
        jaw = jaw.subtract(k.Manifold.cylinder(by + 2, d / 2, d / 2, 64, true).rotate([90, 0, 0]).translate([x, inner + (side * by) / 2, bz / 2]));
      }
    }
    if (jaw.isEmpty()) throw new MeshError('Nothing is left of a jaw: the blank is too small for the part.');
    if (jaw.decompose().length > 1) warnings.push(`The ${side > 0 ? 'back' : 'front'} jaw falls into pieces: use a larger blank or less depth.`);
    return meshOf(jaw);
  };
  const jaws: [Mesh, Mesh] = [half(-1), half(1)];
  // Looked at along its opening, no jaw may have anything in front of a hollow that the part fills.
  const trapped = columns(jaws[0], [0, 1, 0], 89.9, 200).onPart_mm3 + columns(jaws[1], [0, -1, 0], 89.9, 200).onPart_mm3;
  if (trapped > MM3_WORTH_TELLING && !o.screws)
    warnings.push(`${(trapped / 1000).toPrecision(2)} cm³ of the pockets lie behind jaw material; look whether the part comes out.`);
  warnings.push(...(size[2] <= o.depth_mm ? ['The part sinks in whole: nothing stands out of the jaws to be machined.'] : []));
  return { jaws, part: placed, opening_mm: opening, warnings };
}
