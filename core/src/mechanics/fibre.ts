import { Matrix } from 'ml-matrix';
import { type Bvh, bvhOf } from '../shape/bvh';
import { facets } from '../shape/facets';
import type { Mesh } from '../shape/mesh';
import type { Vec3 } from '../shape/turn';
import { type Elastic, stiffnessOf } from './brick';
import type { Grid } from './grid';

/**
 * Where continuous fibre lies in a print. Rings follow the outlines of the layers, of holes too, behind the outer plastic; sheets of alternate angles lie under level faces,
 * behind the layers that close them; panels are more sheets, under the level faces that a load stands on.
 */
export interface FibreLayout {
  /** All rings of a layer together, mm wide, and the share of the layers that have them. */
  ring_mm: number;
  ring_share: number;
  /** All sheets under a face together, mm thick. */
  sheet_mm: number;
  panel_mm: number;
  /** Plastic outside of the rings, and over the sheets. */
  outer_mm: number;
  roof_mm: number;
}

/** Along x, along y, half at +45° and half at −45°: of these every lay-up is made. */
const WAYS = ['x', 'y', 'pair'] as const;
type Way = typeof WAYS[number];
/** A sheet has a quarter of its layers along x, along y, and at each of the angles between. */
const SHEET: Readonly<Record<Way, number>> = { x: 0.25, y: 0.25, pair: 0.5 };

/** Poisson's number along and across the fibre, and shear of the plastic between, over its modulus. */
const NU = 0.35, SHEAR = 1 / (2 * (1 + NU));

/** Modulus of sheets at alternate angles, alike in all directions of their plane (classical lamination). @param along E of the fibre, @param across of the plastic between */
export function sheetModulus(along: number, across: number): number {
  const q11 = along / (1 - NU ** 2 * (across / along)), q22 = (q11 * across) / along, q12 = NU * q22, q66 = SHEAR * across;
  const direct = (3 * q11 + 3 * q22 + 2 * q12 + 4 * q66) / 8, cross = (q11 + q22 + 6 * q12 - 4 * q66) / 8;
  return direct - cross ** 2 / direct;
}

/**
 * Modulus along the fibre with which sheets at alternate angles have theirs: that of the shelf.
 * @param sheet E of the sheets in their plane. @param across of the plastic between
 */
export function alongFibre(sheet: number, across: number): number {
  let along = Math.max(across, sheet);
  for (let k = 0; k < 40; k++) along = Math.max(across, (along * sheet) / sheetModulus(along, across));
  return along;
}

/** What bricks are made of where fibre lies: the plastic between the fibres, and full of fibre of each way. @param sheets as a solid of sheets is */
export function stuffOf({ e: [sheet, , across], nu }: Elastic): Record<Way | 'plastic', Matrix> {
  const g = SHEAR * across;
  const one = alongFibre(sheet, across);
  const [x, y] = ([[one, across, across], [across, one, across]] as const).map((e) => stiffnessOf({ e, g: [g, g, g], nu }));
  return { plastic: stiffnessOf({ e: [across, across, across], g: [g, g, g], nu }), x, y, pair: pairOf(x) };
}

/** Half of the layers turned by 45°, half by −45°: what couples stretch and shear falls out. */
function pairOf(d: Matrix): Matrix {
  const at = (i: number, j: number): number => d.get(i, j);
  const direct = (at(0, 0) + at(1, 1) + 2 * at(0, 1) + 4 * at(3, 3)) / 4;
  const cross = direct - 2 * at(3, 3);
  const shear = (at(0, 0) + at(1, 1) - 2 * at(0, 1)) / 4;
  const up = (at(0, 2) + at(1, 2)) / 2, over = (at(4, 4) + at(5, 5)) / 2;
  return new Matrix([
    [direct, cross, up, 0, 0, 0],
    [cross, direct, up, 0, 0, 0],
    [up, up, at(2, 2), 0, 0, 0],
    [0, 0, 0, shear, 0, 0],
    [0, 0, 0, 0, over, 0],
    [0, 0, 0, 0, 0, over],
  ]);
}

/** A fibre at an angle, between the ways of which bricks are made: cos² and sin² of twice the angle. */
function ways(cos: number, sin: number): Record<Way, number> {
  const along = (cos * cos - sin * sin) ** 2;
  return cos * cos >= sin * sin ? { x: along, y: 0, pair: 1 - along } : { x: 0, y: along, pair: 1 - along };
}

/** A face is level where its normal lies so near the build direction: sheets go under it; else rings along it. */
const LEVEL = 0.7;
/** @param along part of the normal along the build direction, either way */
export const isLevel = (along: number): boolean => Math.abs(along) >= LEVEL;

/** Surfaces of a part as its layers see them. */
class Sides {
  private readonly walls: Bvh | undefined;
  private readonly all: Bvh;
  private readonly list: number[] = [];
  private readonly normals: ArrayLike<number>;

  constructor(private readonly mesh: Mesh) {
    this.normals = facets(mesh).normals;
    for (let t = 0; t < mesh.indices.length / 3; t++) if (!isLevel(this.normals[3 * t + 2])) this.list.push(t);
    this.all = bvhOf(mesh);
    if (this.list.length)
      this.walls = bvhOf({ vertices: mesh.vertices, indices: Uint32Array.from(this.list.flatMap((t) => [...mesh.indices.subarray(3 * t, 3 * t + 3)])) });
  }

  /** How deep a place lies behind the nearest wall, below nothing outside, and the normal of that wall in its layer. @param far no farther than that, mm */
  wall(p: Vec3, far: number): { deep: number; nx: number; ny: number } | undefined {
    const hit = this.walls?.closest(...p, far);
    if (!hit || hit.triangle < 0) return undefined;
    const t = this.list[hit.triangle];
    const n = [0, 1, 2].map((a) => this.normals[3 * t + a]);
    const corner = 3 * this.mesh.indices[3 * t];
    const out = n.reduce((s, x, a) => s + x * (p[a] - this.mesh.vertices[corner + a]), 0);
    const flat = Math.hypot(n[0], n[1]) || 1;
    return { deep: out > 0 ? -hit.distance : hit.distance, nx: n[0] / flat, ny: n[1] / flat };
  }

  /** How deep it lies under the level face above it, and over the one below; nothing where that face is none. */
  level([x, y, z]: Vec3, far: number): number[] {
    return [1, -1].flatMap((way) => {
      const { triangle, distance } = this.all.ray(x, y, z, 0, 0, way, far);
      if (triangle < 0) return [];
      const n = this.normals[3 * triangle + 2] * way;
      return isLevel(n) ? [n > 0 ? distance : -distance] : [];
    });
  }
}

/** Part of an edge around a depth that lies between two depths. */
const within = (deep: number, edge: number, from: number, to: number): number =>
  Math.max(0, Math.min(deep + edge / 2, to) - Math.max(deep - edge / 2, from)) / edge;

/** A level face that a load stands on. */
export interface Seated {
  /** Columns of bricks under it, x + y · n. */
  columns: ReadonlySet<number>;
  /** Where it is, mm, and which way it looks: 1 or −1. */
  z: number;
  looks: number;
}

/** The panel under a face reaches so far beyond it, mm. */
export const PANEL_BEYOND = 4;

/** The columns of bricks under a level face and around it; nothing where it is none. @param at places on it, with its normal there */
export function seatOf(grid: Grid, at: readonly { p: Vec3; normal: Vec3 }[]): Seated | undefined {
  const level = at.filter(({ normal }) => isLevel(normal[2]));
  if (2 * level.length < at.length || !level.length) return undefined;
  const columns = new Set<number>();
  const [nx, ny] = grid.n;
  const [rx, ry] = [0, 1].map((a) => Math.ceil(PANEL_BEYOND / grid.size[a]));
  for (const { p } of level) {
    const [x, y] = [0, 1].map((a) => Math.floor((p[a] - grid.low[a]) / grid.size[a]));
    for (let j = Math.max(0, y - ry); j <= Math.min(ny - 1, y + ry); j++)
      for (let i = Math.max(0, x - rx); i <= Math.min(nx - 1, x + rx); i++) columns.add(i + j * nx);
  }
  return { columns, z: level.reduce((s, { p }) => s + p[2], 0) / level.length, looks: Math.sign(level[0].normal[2]) };
}

export interface Laid {
  /** Of each brick: how much of it is fibre of each way. */
  ways: Record<Way, Float32Array>;
  /** How much of it is solid because fibre and the plastic outside of it are there. */
  solid: Float32Array;
  /** mm³ */
  volume_mm3: number;
}

/** Fibre laid into a part, in a frame whose z is the build direction. @param seats level faces that loads stand on */
export function layFibre(grid: Grid, mesh: Mesh, layout: FibreLayout, seats: readonly Seated[]): Laid {
  const { ring_mm, ring_share, sheet_mm, panel_mm, outer_mm, roof_mm } = layout;
  const sides = new Sides(mesh);
  const out: Laid = {
    ways: { x: new Float32Array(grid.bricks), y: new Float32Array(grid.bricks), pair: new Float32Array(grid.bricks) },
    solid: new Float32Array(grid.bricks),
    volume_mm3: 0,
  };
  const [sx, sy, sz] = grid.size;
  for (let b = 0; b < grid.bricks; b++) {
    const place = [0, 1, 2].map((a) => grid.brickPlace[3 * b + a]);
    const p = place.map((k, a) => grid.low[a] + (k + 0.5) * grid.size[a]) as Vec3;
    let left = grid.share[b], solid = 0;
    const lay = (of: Record<Way, number>, part: number): void => {
      const takes = Math.min(left, part);
      left -= takes;
      for (const w of WAYS) out.ways[w][b] += of[w] * takes;
      out.volume_mm3 += takes * sx * sy * sz;
    };
    const wall = ring_mm > 0 ? sides.wall(p, outer_mm + ring_mm + sx + sy) : undefined;
    if (wall) {
      const edge = Math.abs(wall.nx) * sx + Math.abs(wall.ny) * sy;
      solid = Math.max(solid, within(wall.deep, edge, 0, outer_mm + ring_mm));
      // A ring runs along its wall.
      lay(ways(-wall.ny, wall.nx), ring_share * within(wall.deep, edge, outer_mm, outer_mm + ring_mm));
    }
    const sheet = (deep: number, thick: number): void => {
      if (!(thick > 0)) return;
      solid = Math.max(solid, within(deep, sz, 0, roof_mm + thick));
      lay(SHEET, within(deep, sz, roof_mm, roof_mm + thick));
    };
    if (sheet_mm > 0) { for (const deep of sides.level(p, roof_mm + sheet_mm + sz)) sheet(deep, sheet_mm); }
    for (const { columns, z, looks } of seats)
      if (columns.has(place[0] + place[1] * grid.n[0])) sheet(looks * (z - p[2]) - sheet_mm, panel_mm);
    out.solid[b] = Math.min(1, solid);
  }
  return out;
}
