import type { CrossSection, Manifold } from 'manifold-3d';
import { measure, type Measure } from '../shape/measure';
import { type Mesh, MeshError } from '../shape/mesh';
import { frameFor, type Vec3 } from '../shape/turn';
import { type Kernel, meshOf, placed, solidOf } from './kernel';

export interface PieceOptions {
  /** Direction square to the planes, of length one. */
  along: Vec3;
  /** How far along it each plane lies from the part's end, mm. */
  cuts: readonly number[];
  /** Dowels in every joint; none when left out. */
  dowel?: { diameter_mm: number; length_mm: number; clearance_mm: number };
}

export interface Joint {
  /** From the part's end. */
  from_mm: number;
  /** Section to be bonded. */
  area_mm2: number;
  dowels: Vec3[];
  /** Of the dowels that find room: as asked for, or thinner. */
  dowel_mm: number;
}

export interface Pieces {
  pieces: { mesh: Mesh; measure: Measure }[];
  joints: Joint[];
  warnings: string[];
}

/** Where the dowels asked for find no room, thinner ones are tried; no thinner than this, mm. */
const THINNER = [1, 0.75, 0.5], THINNEST = 2;

/**
 * Cut a part by planes square to a direction, with two dowel holes across each joint: as far apart as the section allows with
 * one and a half diameters of wall around them. Each piece is measured anew.
 * @throws MeshError when a plane misses the part
 */
export function cutPieces(k: Kernel, part: Mesh, { along, cuts, dowel }: PieceOptions): Pieces {
  const [r, b, u] = frameFor(along);
  const turn: Parameters<Manifold['transform']>[0] = [r[0], b[0], u[0], 0, r[1], b[1], u[1], 0, r[2], b[2], u[2], 0, 0, 0, 0, 1];
  const back = placed([r, b, u], [0, 0, 0]);
  let standing = solidOf(k, part).transform(turn);
  const { min, max } = standing.boundingBox();
  const [low, long] = [min[2], max[2] - min[2]];
  const sorted = [...cuts].sort((x, y) => x - y);
  for (const c of sorted)
    if (!(c > 0 && c < long)) throw new MeshError(`A plane ${c.toFixed(1)} mm from its end misses the part, which is ${long.toFixed(1)} mm long that way.`);
  const warnings: string[] = [];
  const joints: Joint[] = sorted.map((c) => {
    const section = standing.slice(low + c);
    const tried = dowel ? THINNER.map((x) => x * dowel.diameter_mm).filter((d, i) => i === 0 || d >= THINNEST) : [];
    const found = tried.map((diameter) => ({ diameter, places: dowelPlaces(section, diameter) }));
    const { diameter, places } = found.find((f) => f.places.length === 2) ?? found[0] ?? { diameter: 0, places: [] };
    if (dowel && places.length < 2)
      warnings.push(
        `The joint ${
          c.toFixed(1)
        } mm from its end has room for ${places.length} of two dowels of ${dowel.diameter_mm} mm: fit a sleeve inside or outside, or screws.`,
      );
    else if (dowel && diameter < dowel.diameter_mm)
      warnings.push(`The joint ${c.toFixed(1)} mm from its end has room for dowels of ${diameter} mm, not of ${dowel.diameter_mm} mm.`);
    if (dowel) {
      const radius = (diameter + dowel.clearance_mm) / 2;
      for (const [x, y] of places) standing = standing.subtract(k.Manifold.cylinder(dowel.length_mm + 1, radius, radius, 48, true).translate([x, y, low + c]));
    }
    return {
      from_mm: c,
      area_mm2: section.area(),
      dowels: places.map(([x, y]) => [0, 1, 2].map((i) => r[i] * x + b[i] * y + u[i] * (low + c)) as Vec3),
      dowel_mm: diameter,
    };
  });
  const bodies: Manifold[] = [];
  let rest = standing;
  for (const c of sorted) {
    const [above, below] = rest.splitByPlane([0, 0, 1], low + c);
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
