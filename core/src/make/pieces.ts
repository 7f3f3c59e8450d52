import type { CrossSection, Manifold } from 'manifold-3d';
import { measure, type Axis, type Measure } from '../shape/measure';
import { type Mesh, MeshError } from '../shape/mesh';
import { frameFor, type Vec3 } from '../shape/turn';
import { type Kernel, meshOf, placed, solidOf } from './kernel';

export interface PieceOptions {
  axis: Axis;
  /** Heights of the planes along the axis, in the part's coordinates, mm. */
  cuts: readonly number[];
  /** Dowels in every joint; none when left out. */
  dowel?: { diameter_mm: number; length_mm: number; clearance_mm: number };
}

export interface Joint {
  at_mm: number;
  /** Section to be bonded. */
  area_mm2: number;
  dowels: Vec3[];
}

export interface Pieces {
  pieces: { mesh: Mesh; measure: Measure }[];
  joints: Joint[];
  warnings: string[];
}

const AXES: readonly Axis[] = ['x', 'y', 'z'];

/**
 * Cut a part by planes square to an axis, with two dowel holes across each joint: as far apart as the section allows with
 * one and a half diameters of wall around them. Each piece is measured anew.
 * @throws MeshError when a plane misses the part
 */
export function cutPieces(k: Kernel, part: Mesh, { axis, cuts, dowel }: PieceOptions): Pieces {
  const a = AXES.indexOf(axis);
  const normal: Vec3 = [0, 0, 0];
  normal[a] = 1;
  const whole = solidOf(k, part);
  const { min, max } = whole.boundingBox();
  const sorted = [...cuts].sort((x, y) => x - y);
  for (const c of sorted)
    if (!(c > min[a] && c < max[a]))
      throw new MeshError(
        `A plane at ${c.toFixed(1)} mm misses the part, which lies between ${min[a].toFixed(1)} and ${max[a].toFixed(1)} mm along ${axis}.`,
      );
  const warnings: string[] = [];
  const [r, b, u] = frameFor(normal);
  const turn: Parameters<Manifold['transform']>[0] = [r[0], b[0], u[0], 0, r[1], b[1], u[1], 0, r[2], b[2], u[2], 0, 0, 0, 0, 1];
  const back = placed([r, b, u], [0, 0, 0]);
  let standing = whole.transform(turn);
  const joints: Joint[] = sorted.map((c) => {
    const section = standing.slice(c);
    const places = dowel ? dowelPlaces(section, dowel.diameter_mm) : [];
    if (dowel && places.length < 2)
      warnings.push(`The joint at ${c.toFixed(1)} mm has room for ${places.length} of two dowels of ${dowel.diameter_mm} mm: use thinner ones, or screws.`);
    if (dowel) {
      const radius = (dowel.diameter_mm + dowel.clearance_mm) / 2;
      for (const [x, y] of places) standing = standing.subtract(k.Manifold.cylinder(dowel.length_mm + 1, radius, radius, 48, true).translate([x, y, c]));
    }
    return { at_mm: c, area_mm2: section.area(), dowels: places.map(([x, y]) => [0, 1, 2].map((i) => r[i] * x + b[i] * y + u[i] * c) as Vec3) };
  });
  const bodies: Manifold[] = [];
  let rest = standing;
  for (const c of sorted) {
    const [above, below] = rest.splitByPlane([0, 0, 1], c);
    bodies.push(below);
    rest = above;
  }
  bodies.push(rest);
  const pieces = bodies.filter((m) => !m.isEmpty()).map((m) => {
    const mesh = meshOf(m.transform(back));
    return { mesh, measure: measure(mesh) };
  });
  return { pieces, joints, warnings };
}

/** Two places far apart with a diameter and a half of material around the middle; fewer where the section is too small. */
function dowelPlaces(section: CrossSection, diameter: number): [number, number][] {
  const room = section.offset(-1.5 * diameter, 'Miter');
  const points = room.toPolygons().flat().map((p): [number, number] => [p[0], p[1]]);
  if (!points.length) return [];
  let best: [[number, number], [number, number]] = [points[0], points[0]];
  let far = 0;
  const step = Math.max(1, Math.floor(points.length / 400));
  for (let i = 0; i < points.length; i += step)
    for (let j = i + step; j < points.length; j += step) {
      const d = Math.hypot(points[i][0] - points[j][0], points[i][1] - points[j][1]);
      if (d > far) {
        far = d;
        best = [points[i], points[j]];
      }
    }
  return far > 3 * diameter ? best : [best[0]];
}
