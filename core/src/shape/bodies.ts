import { bvhOf } from './bvh';
import { facets } from './facets';
import { extentOf, insideOut, type Mesh } from './mesh';
import { orientedBox } from './oriented-box';
import { contoursAt } from './slice';
import { topology } from './topology';
import { dot, turned, unit, type Vec3 } from './turn';

/** One body of a file: a closed shell with the cavities inside it. */
export interface Body {
  mesh: Mesh;
  volume_mm3: number;
  /** It was turned inside out in the file, and is turned back. */
  insideOut: boolean;
}

/** Bodies looked at one by one; a file with more is a heap of scrap, or a lattice. */
export const MOST_BODIES = 200;
const LEAST_MM3 = 0.1;

/** Each closed shell that looks outwards, with the cavities inside it. What looks inwards and lies in no other is a body turned inside out: it is turned back. */
export function bodiesOf(mesh: Mesh): Body[] {
  const { shells, shellOf } = topology(mesh);
  const { vertices: v, indices } = mesh;
  if (shells <= 1) return [{ mesh, volume_mm3: volumeOf(mesh), insideOut: false }];
  const lists: number[][] = Array.from({ length: shells }, () => []);
  shellOf.forEach((s, t) => s >= 0 && lists[s].push(t));
  const parts = lists.map((triangles) => {
    const part: Mesh = { vertices: v, indices: Uint32Array.from(triangles.flatMap((t) => [indices[t * 3], indices[t * 3 + 1], indices[t * 3 + 2]])) };
    return { part, triangles, volume: volumeOf(part), box: boxOf(part) };
  });
  const outward = parts.filter((p) => p.volume > LEAST_MM3).sort((a, b) => b.volume - a.volume).slice(0, MOST_BODIES);
  const inward = parts.filter((p) => p.volume < -LEAST_MM3).map((p) => ({
    ...p,
    // The smallest body around a cavity has it.
    around: outward.filter((s) => holds(s.box, p.box) && isInside(s.part, cornerOf(p.part))).at(-1),
  }));
  const solid = outward.map((body) => {
    const own = inward.filter((h) => h.around === body);
    return {
      mesh: compact(mesh, [body, ...own].flatMap((p) => p.triangles)),
      volume_mm3: body.volume + own.reduce((s, p) => s + p.volume, 0),
      insideOut: false,
    };
  });
  // Splinters beside the one body are left in: what was found on the mesh already holds.
  if (solid.length === 1 && inward.every((p) => p.around)) return [{ ...solid[0], mesh }];
  const turnedBack = inward.filter((p) => !p.around).map((p) => ({ mesh: insideOut(compact(mesh, p.triangles)), volume_mm3: -p.volume, insideOut: true }));
  return [...solid, ...turnedBack].sort((a, b) => b.volume_mm3 - a.volume_mm3).slice(0, MOST_BODIES);
}

const cornerOf = ({ vertices: v, indices }: Mesh): Vec3 => [v[indices[0] * 3], v[indices[0] * 3 + 1], v[indices[0] * 3 + 2]];

/** Going out from the place in a direction along no edge, the first face met is seen from behind. */
function isInside(mesh: Mesh, p: Vec3): boolean {
  const way = unit([0.6113, 0.3571, 0.7063]);
  const { triangle } = bvhOf(mesh).ray(...p, ...way, Infinity);
  if (triangle < 0) return false;
  const { normals } = facets(mesh);
  return dot([normals[triangle * 3], normals[triangle * 3 + 1], normals[triangle * 3 + 2]], way) > 0;
}

type Box = [low: Vec3, high: Vec3];
const holds = ([low, high]: Box, [l, h]: Box): boolean => low.every((x, k) => x <= l[k]) && high.every((x, k) => x >= h[k]);

function boxOf({ vertices: v, indices }: Mesh): Box {
  const low: Vec3 = [Infinity, Infinity, Infinity], high: Vec3 = [-Infinity, -Infinity, -Infinity];
  for (const p of indices) {
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k], v[p * 3 + k]);
      high[k] = Math.max(high[k], v[p * 3 + k]);
    }
  }
  return [low, high];
}

/** Σ v0·(v1×v2)/6 about the first corner. */
function volumeOf({ vertices: v, indices }: Mesh): number {
  const o = indices[0] * 3;
  const ox = v[o], oy = v[o + 1], oz = v[o + 2];
  let six = 0;
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3, b = indices[i + 1] * 3, c = indices[i + 2] * 3;
    const ax = v[a] - ox, ay = v[a + 1] - oy, az = v[a + 2] - oz;
    const bx = v[b] - ox, by = v[b + 1] - oy, bz = v[b + 2] - oz;
    const cx = v[c] - ox, cy = v[c + 1] - oy, cz = v[c + 2] - oz;
    six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }
  return six / 6;
}

/** Some triangles of a mesh with the corners they use. */
function compact({ vertices: v, indices }: Mesh, triangles: readonly number[]): Mesh {
  const number = new Map<number, number>();
  const out = Uint32Array.from(triangles.flatMap((t) =>
    [0, 1, 2].map((e) => {
      const p = indices[t * 3 + e];
      if (!number.has(p)) number.set(p, number.size);
      return number.get(p)!;
    })
  ));
  const vertices = new Float32Array(number.size * 3);
  for (const [p, n] of number) vertices.set(v.subarray(p * 3, p * 3 + 3), n * 3);
  return { vertices, indices: out };
}

/** What a body probably is that nobody makes: it is bought. A question to the user, never counted by itself. */
export type Bought = 'washer' | 'nut' | 'screw' | 'pin';

/** A body as a list tells of it. */
export interface BodyLine {
  volume_mm3: number;
  /** Long to short. */
  box_mm: Vec3;
  centre: Vec3;
  insideOut: boolean;
  likely?: Bought;
  /** Number of the first body like it; its own where it is the first. */
  like: number;
}

/** Bodies as a list, the largest first, in the order of `bodiesOf`. */
export function bodyLines(bodies: readonly Body[]): BodyLine[] {
  const out: BodyLine[] = [];
  bodies.forEach(({ mesh, volume_mm3, insideOut: turnedBack }, i) => {
    const box_mm = orientedBox(mesh).size_mm;
    const { low, high } = extentOf(mesh.vertices);
    const like = out.findIndex((l) => Math.abs(l.volume_mm3 / volume_mm3 - 1) < 1e-3 && l.box_mm.every((x, k) => Math.abs(x - box_mm[k]) < 2e-3 * box_mm[0]));
    const likely = like >= 0 ? out[like].likely : boughtPart(mesh, volume_mm3);
    out.push({
      volume_mm3,
      box_mm,
      centre: [0, 1, 2].map((k) => (low[k] + high[k]) / 2) as Vec3,
      insideOut: turnedBack,
      ...(likely && { likely }),
      like: like >= 0 ? like : i,
    });
  });
  return out;
}

/** Larger than this across or along, mm, it is a part of its own. */
const BOUGHT_MM = 80, BOUGHT_LONG_MM = 200;
/** A hexagon is 2/√3 as far over its corners as over its flats. */
const HEXAGON = 2 / Math.sqrt(3);
const near = (a: number, b: number, by: number): boolean => Math.abs(a / b - 1) <= by;

/** Told from the box, the volume and a few sections: a ring, a hexagon with a hole, a round pin, a shank with a head. */
export function boughtPart(mesh: Mesh, volume: number): Bought | undefined {
  const { size_mm: [l, a, b], axes } = orientedBox(mesh);
  if (l > BOUGHT_LONG_MM || b > BOUGHT_MM) return undefined;
  const disc = (Math.PI / 4) * a * l;
  // Flat and round: what is missing of the disc is its hole.
  if (near(l, a, 0.03) && b <= 0.3 * a && l <= BOUGHT_MM) {
    const hole = Math.sqrt(Math.max(0, 1 - volume / (disc * b)));
    if (hole >= 0.35 && hole <= 0.75) return 'washer';
  }
  if ((near(l, a * HEXAGON, 0.03) || near(l, a, 0.01)) && b >= 0.35 * a && b <= 1.1 * a && l <= BOUGHT_MM) {
    const over = Math.min(l, a), hexagon = (Math.sqrt(3) / 2) * over ** 2 * b;
    const hole = Math.sqrt(Math.max(0, (hexagon - volume) / ((Math.PI / 4) * over ** 2 * b)));
    if (hole >= 0.4 && hole <= 0.75) return 'nut';
  }
  if (near(a, b, 0.03) && l >= 1.2 * a) {
    const areas = sectionsAlong(mesh, axes[0]);
    const round = (Math.PI / 4) * a * b;
    if (areas.every((x) => near(x, round, 0.06)) && l >= 1.5 * a) return 'pin';
    return isShankWithHead(areas) ? 'screw' : undefined;
  }
  return near(a, b, 0.18) && l >= 1.2 * a && isShankWithHead(sectionsAlong(mesh, axes[0])) ? 'screw' : undefined;
}

const SECTIONS = 24;
/** Areas of sections along a direction, from end to end. */
function sectionsAlong(mesh: Mesh, along: Vec3): number[] {
  const standing = turned(mesh, along);
  const { low, high } = extentOf(standing.vertices);
  return Array.from({ length: SECTIONS }, (_, k) => {
    const z = low[2] + ((k + 0.5) / SECTIONS) * (high[2] - low[2]);
    let twice = 0;
    for (const c of contoursAt(standing, z)) for (let i = 0, p = c.length - 2; i < c.length; p = i, i += 2) twice += c[p] * c[i + 1] - c[i] * c[p + 1];
    return Math.abs(twice) / 2;
  });
}

/** Half of it and more is a shank of one section; one end is a head of at least one and a half times that, the other none. */
function isShankWithHead(areas: readonly number[]): boolean {
  const shank = [...areas].sort((a, b) => a - b)[Math.floor(SECTIONS * 0.4)];
  const thin = areas.filter((x) => near(x, shank, 0.12)).length;
  const [one, other] = [areas.slice(0, 4), areas.slice(-4)].map((end) => Math.max(...end) > 1.5 * shank);
  return thin >= 0.45 * SECTIONS && one !== other;
}
