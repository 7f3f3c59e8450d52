import { bvhOf } from '../bvh';
import { facets } from '../facets';
import type { Mesh } from '../mesh';
import { orientedBox, type OrientedBox } from '../oriented-box';
import { centreOf } from '../patch';
import { crossOf, dot, unit, type Vec3 } from '../turn';
import type { Bore } from './bores';
import type { Pocket } from './pockets';
import { type Flat, type Round, surfacesOf } from './surfaces';

/** What a body is made from at a machine shop. */
export type BodyKind = 'plate' | 'block' | 'turned' | 'folded' | 'shaped';

export const BODY_KINDS: Record<BodyKind, string> = {
  plate: 'cut from plate',
  block: 'cut from a block',
  turned: 'turned',
  folded: 'folded from sheet',
  shaped: 'shaped all over',
};

export interface BodyShape {
  kind: BodyKind;
  box: OrientedBox;
  /** Direction across a plate, along a turned part. */
  axis?: Vec3;
  thickness_mm?: number;
  /** Openings right through it that are no round holes. */
  windows: number;
  /** Edges broken all along, mm². */
  chamfer_mm2: number;
}

/** A plate is no thicker than this … */
const PLATE_MM = 30;
/** … and than this share of its middle side. */
const FLAT = 0.5;
/** Share of the surface that may be neither what the kind asks for nor a feature of it. */
const REST = 0.02;
/** Share of a turned part's surface that goes round its axis. */
const GOES_ROUND = 0.95;
/** Folded sheet is no thicker than this, and this share of it lies a gauge from the other side. */
const SHEET_MM = 8;
const GAUGED = 0.85;

/** The kind of one closed body, from its surface less that of its holes and pockets. */
export const bodyShape = (mesh: Mesh, bores: readonly Bore[], pockets: readonly Pocket[]): BodyShape => ({
  ...kindOf(mesh, bores, pockets),
  windows: Math.max(0, handlesOf(mesh) - bores.filter((b) => b.through).length),
});

/** Openings through one closed surface, its handles: 1 − (V − E + F)/2, where E is 3/2 F. */
function handlesOf({ indices }: Mesh): number {
  const corners = new Set(indices).size, triangles = indices.length / 3;
  return 1 - (corners - triangles / 2) / 2;
}

function kindOf(mesh: Mesh, bores: readonly Bore[], pockets: readonly Pocket[]): Omit<BodyShape, 'windows'> {
  const box = orientedBox(mesh);
  const features = new Uint8Array(mesh.indices.length / 3);
  for (const f of [...bores, ...pockets]) for (const t of f.triangles) features[t] = 1;
  const s = surfacesOf(mesh);
  const axis = turningAxis(mesh, s.rounds, bores);
  if (axis) return { kind: 'turned', box, axis, chamfer_mm2: 0 };
  const plate = asPlate(mesh, s.flats, s.rounds, features, box);
  if (plate) return { kind: 'plate', box, ...plate };
  const gauge = asSheet(mesh, s.flats, s.rounds, box);
  if (gauge !== undefined) return { kind: 'folded', box, thickness_mm: gauge, chamfer_mm2: 0 };
  const chamfer_mm2 = asBlock(s.flats, s.rounds, features, box);
  return chamfer_mm2 === undefined ? { kind: 'shaped', box, chamfer_mm2: 0 } : { kind: 'block', box, chamfer_mm2 };
}

/** Axis that nearly all of the surface goes round, holes beside it not counted; its outer wall is round. */
function turningAxis(mesh: Mesh, rounds: readonly Round[], bores: readonly Bore[]): Vec3 | undefined {
  const { normals, areas, total_mm2 } = facets(mesh);
  const outer = rounds.filter((r) => !r.concave).sort((a, b) => b.area_mm2 - a.area_mm2)[0];
  if (!outer || outer.area_mm2 < 0.05 * total_mm2) return undefined;
  const { axis, point } = outer;
  const aside = new Set<number>();
  for (const b of bores) {
    const d = [0, 1, 2].map((k) => b.mouth[k] - point[k]) as Vec3;
    const s = dot(d, axis);
    if (Math.abs(dot(b.axis, axis)) < 0.99 || Math.hypot(...d.map((x, k) => x - s * axis[k])) > 0.1 * outer.radius_mm) {
      for (const t of b.triangles) aside.add(t);
    }
  }
  let round = 0, all = 0, turn = 0;
  for (const r of rounds) if (!r.concave && Math.abs(dot(r.axis, axis)) > 0.999) turn = Math.max(turn, r.turn_deg);
  for (let t = 0; t < areas.length; t++) {
    if (aside.has(t)) continue;
    all += areas[t];
    const n: Vec3 = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
    const c = centreOf(mesh, t);
    const d = [c[0] - point[0], c[1] - point[1], c[2] - point[2]];
    const s = dot(d, axis);
    const out = unit(d.map((x, k) => x - s * axis[k]));
    // Coarse strips look a little beside the radius at their rims, as do flat ends nowhere.
    if (Math.abs(dot(n, axis)) > 0.999 || Math.abs(dot(n, crossOf(axis, out))) < 0.2) round += areas[t];
  }
  return turn > 250 && round > GOES_ROUND * all ? axis : undefined;
}

/** Flats that look one way or the other, with where they lie along it. */
const facing = (mesh: Mesh, flats: readonly Flat[], axis: Vec3): { f: Flat; at: number }[] =>
  flats.filter((f) => Math.abs(dot(f.normal, axis)) > 0.9995).map((f) => ({ f, at: dot(axis, centreOf(mesh, f.triangles[0])) }));

/** Two faces a gauge apart; all else stands upright between them, or is a hole, a pocket or a broken edge. */
function asPlate(
  mesh: Mesh,
  flats: readonly Flat[],
  rounds: readonly Round[],
  features: Uint8Array,
  box: OrientedBox,
): Omit<BodyShape, 'kind' | 'box' | 'windows'> | undefined {
  const [, middle, thickness] = box.size_mm;
  const axis = box.axes[2];
  if (thickness > PLATE_MM || thickness > FLAT * middle) return undefined;
  const ends = facing(mesh, flats, axis);
  const low = Math.min(...ends.map((e) => e.at)), high = Math.max(...ends.map((e) => e.at));
  if (!ends.length || Math.abs(high - low - thickness) > 0.01 * thickness) return undefined;
  const isEnd = new Set(ends.filter((e) => Math.min(e.at - low, high - e.at) < 0.01 * thickness).map((e) => e.f));
  let rest = 0, all = 0, chamfer = 0, cap = 0;
  for (const f of flats) {
    all += f.area_mm2;
    if (isEnd.has(f)) {
      cap += f.area_mm2;
      continue;
    }
    if (features[f.triangles[0]]) continue;
    const lean = Math.abs(dot(f.normal, axis));
    const upright = f.round >= 0 ? Math.abs(dot(rounds[f.round].axis, axis)) > 0.9995 : lean < 0.01;
    if (upright) continue;
    if (lean > 0.3 && lean < 0.95 && isNarrow(mesh, f, axis, thickness)) chamfer += f.area_mm2;
    else rest += f.area_mm2;
  }
  return rest < REST * all && cap > 0.3 * all ? { axis, thickness_mm: thickness, chamfer_mm2: chamfer } : undefined;
}

/** It takes less than half of the thickness. */
function isNarrow({ vertices: v, indices }: Mesh, f: Flat, axis: Vec3, thickness: number): boolean {
  let low = Infinity, high = -Infinity;
  for (const t of f.triangles) {
    for (let e = 0; e < 3; e++) {
      const p = indices[t * 3 + e] * 3;
      const s = axis[0] * v[p] + axis[1] * v[p + 1] + axis[2] * v[p + 2];
      low = Math.min(low, s);
      high = Math.max(high, s);
    }
  }
  return high - low < 0.5 * thickness;
}

/** The gauge of folded sheet: nearly all of its large faces have another behind them at one distance, and it is bent round. Bends drawn sharp are not told from walls. */
function asSheet(mesh: Mesh, flats: readonly Flat[], rounds: readonly Round[], box: OrientedBox): number | undefined {
  const { areas, total_mm2 } = facets(mesh);
  const bvh = bvhOf(mesh);
  const gauges: [mm: number, area: number][] = [];
  let looked = 0;
  for (const f of flats) {
    if (f.round >= 0 || f.area_mm2 < 0.002 * total_mm2) continue;
    const largest = f.triangles.reduce((a, b) => (areas[b] > areas[a] ? b : a));
    const way = f.normal.map((x) => -x) as Vec3;
    const from = centreOf(mesh, largest).map((x, k) => x + 1e-3 * way[k]) as Vec3;
    const hit = bvh.ray(...from, ...way, Infinity);
    looked += f.area_mm2;
    if (hit.triangle >= 0) gauges.push([hit.distance, f.area_mm2]);
  }
  gauges.sort((a, b) => a[0] - b[0]);
  // Half of the area lies on either side of it.
  let half = gauges.reduce((s, g) => s + g[1], 0) / 2;
  const gauge = gauges.find(([, area]) => (half -= area) <= 0)?.[0];
  if (gauge === undefined || gauge > SHEET_MM || gauge > 0.2 * box.size_mm[2]) return undefined;
  const alike = gauges.filter(([mm]) => Math.abs(mm / gauge - 1) < 0.05).reduce((s, g) => s + g[1], 0);
  const bends = rounds.some((r) =>
    r.concave && r.turn_deg < 200 &&
    rounds.some((o) => !o.concave && Math.abs(dot(o.axis, r.axis)) > 0.999 && Math.abs(o.radius_mm - r.radius_mm - gauge) < 0.15 * gauge)
  );
  const ways = new Set<number>();
  for (const f of flats.filter((x) => x.round < 0 && x.area_mm2 > 0.03 * total_mm2)) {
    const seen = [...ways].some((i) => Math.abs(dot(flats[i].normal, f.normal)) > 0.95);
    if (!seen) ways.add(flats.indexOf(f));
  }
  return alike > GAUGED * looked && ways.size > 1 && bends ? gauge : undefined;
}

/** All faces square to the box, but for holes, pockets and broken edges. @returns area of the latter; nothing where it is no block */
function asBlock(flats: readonly Flat[], rounds: readonly Round[], features: Uint8Array, box: OrientedBox): number | undefined {
  let rest = 0, all = 0, chamfer = 0;
  for (const f of flats) {
    all += f.area_mm2;
    if (features[f.triangles[0]]) continue;
    const square = Math.max(...box.axes.map((a) => Math.abs(dot(a, f.normal))));
    const alongBox = f.round >= 0 && box.axes.some((a) => Math.abs(dot(a, rounds[f.round].axis)) > 0.999);
    if (f.round < 0 && square > 0.9995) continue;
    // Rounded and broken edges run along the box.
    if (
      (alongBox && !rounds[f.round].concave && rounds[f.round].turn_deg < 100) ||
      (f.round < 0 && square < 0.95 && box.axes.some((a) => Math.abs(dot(a, f.normal)) < 0.01))
    )
      chamfer += f.area_mm2;
    else rest += f.area_mm2;
  }
  return rest < REST * all && chamfer < 0.1 * all ? chamfer : undefined;
}
