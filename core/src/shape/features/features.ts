import { bvhOf } from '../bvh';
import { facets } from '../facets';
import { insideOut, type Mesh } from '../mesh';
import { contoursAt } from '../slice';
import { topology } from '../topology';
import { dot, turned, unit, type Vec3 } from '../turn';
import { type BodyShape, bodyShape } from './body-kind';
import { type Bore, boresOf } from './bores';
import { alike, type Pattern, patternsOf } from './patterns';
import { type Pocket, pocketsOf } from './pockets';
import { setUpsOf, type SetUps } from './set-ups';

/** One thing done to a plate after it has been cut. */
export interface AfterCut {
  do: 'drill' | 'counterbore' | 'countersink' | 'taper' | 'mill' | 'chamfer';
  count: number;
  text: string;
}

/** A plate to be cut: what goes through, and what is done to it afterwards. */
export interface CutPlan {
  thickness_mm: number;
  length_mm: number;
  pierces: number;
  then: AfterCut[];
}

export interface BodyFeatures {
  mesh: Mesh;
  volume_mm3: number;
  shape: BodyShape;
  bores: Bore[];
  patterns: Map<Bore, Pattern>;
  pockets: Pocket[];
  cut?: CutPlan;
}

export interface Features {
  bodies: BodyFeatures[];
  setUps: SetUps;
}

/** Bodies looked at one by one; a file with more is a heap of scrap, or a lattice. */
const MOST_BODIES = 200;
const LEAST_MM3 = 0.1;

/** What a machinist sees in a part: bodies and what they are made from, holes and pockets, the clampings they ask for. */
export function featuresOf(mesh: Mesh): Features {
  const bodies = bodiesOf(mesh).map(featuresOfBody);
  const all = bodies.map(({ mesh: m, bores, pockets, shape }) => setUpsOf(m, bores, pockets, shape.box.axes));
  const most = (of: (s: SetUps) => number): number => all.reduce((s, x) => s + of(x), 0);
  return {
    bodies,
    setUps: all.length === 1 ? all[0] : {
      three_axis: most((s) => s.three_axis),
      four_axis: most((s) => s.four_axis),
      five_axis: most((s) => s.five_axis),
      from: all.flatMap((s) => s.from),
      unreachable: all.flatMap((s) => s.unreachable),
    },
  };
}

function featuresOfBody({ mesh, volume_mm3 }: { mesh: Mesh; volume_mm3: number }): BodyFeatures {
  const bores = boresOf(mesh);
  const found = pocketsOf(mesh, new Set(bores.flatMap((b) => b.triangles))).filter((p) => !isSlotFloor(p, bores));
  const shape = bodyShape(mesh, bores, found);
  // The shoulders of a turned part are turned.
  const pockets = shape.kind === 'turned' ? found.filter((p) => Math.abs(dot(p.axis, shape.axis!)) < 0.99 || p.corner_radius_mm !== undefined) : found;
  return {
    mesh,
    volume_mm3,
    shape,
    bores,
    patterns: patternsOf(bores),
    pockets,
    ...(shape.kind === 'plate' && { cut: cutPlan(mesh, shape, bores, pockets) }),
  };
}

/** The floor of a blind slot is no pocket of its own. */
const isSlotFloor = (p: Pocket, bores: readonly Bore[]): boolean =>
  bores.some((b) => b.kind === 'slot' && b.triangles.some((t) => p.triangles.includes(t)) && Math.abs(p.depth_mm / b.depth_mm - 1) < 0.05);

/** Each closed shell that looks outwards, with the cavities inside it. What looks inwards and lies in no other is a body turned inside out: it is turned back. */
function bodiesOf(mesh: Mesh): { mesh: Mesh; volume_mm3: number }[] {
  const { shells, shellOf } = topology(mesh);
  const { vertices: v, indices } = mesh;
  if (shells <= 1) return [{ mesh, volume_mm3: volumeOf(mesh) }];
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
    return { mesh: compact(mesh, [body, ...own].flatMap((p) => p.triangles)), volume_mm3: body.volume + own.reduce((s, p) => s + p.volume, 0) };
  });
  // Splinters beside the one body are left in: what was found on the mesh already holds.
  if (solid.length === 1 && inward.every((p) => p.around)) return [{ mesh, volume_mm3: solid[0].volume_mm3 }];
  const turnedBack = inward.filter((p) => !p.around).map((p) => ({ mesh: insideOut(compact(mesh, p.triangles)), volume_mm3: -p.volume }));
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

/** Outline and cut-outs at the height where least is in the way of them, and what is left to do. */
function cutPlan(mesh: Mesh, shape: BodyShape, bores: readonly Bore[], pockets: readonly Pocket[]): CutPlan {
  const axis = shape.axis!, thickness_mm = shape.thickness_mm!;
  const lying = turned(mesh, axis);
  let low = Infinity;
  for (let i = 2; i < lying.vertices.length; i += 3) low = Math.min(low, lying.vertices[i]);
  const sections = [0.03, 0.25, 0.5, 0.75, 0.97].map((part) => {
    const contours = contoursAt(lying, low + part * thickness_mm);
    let length = 0;
    for (const c of contours) for (let i = 0, p = c.length - 2; i < c.length; p = i, i += 2) length += Math.hypot(c[i] - c[p], c[i + 1] - c[p + 1]);
    return { length_mm: length, pierces: contours.length };
  }).sort((a, b) => a.pierces - b.pierces || a.length_mm - b.length_mm);
  return { thickness_mm, ...sections[0], then: afterCut(axis, shape, bores, pockets) };
}

const mm = (x: number): string => Number(x.toFixed(2)).toString();
const holes = (n: number): string => (n === 1 ? 'hole' : 'holes');

/** What does not go straight through a plate. */
function afterCut(axis: Vec3, { chamfer_mm2 }: BodyShape, bores: readonly Bore[], pockets: readonly Pocket[]): AfterCut[] {
  const out: AfterCut[] = [];
  for (const group of alike(bores)) {
    const [b] = group;
    const count = group.length;
    const across = Math.abs(dot(b.axis, axis)) < 0.999;
    const d = `⌀${mm(b.diameter_mm)}`;
    if (across) out.push({ do: 'drill', count, text: `drill ${count} ${holes(count)} ${d} from the side, ${mm(b.depth_mm)} mm deep` });
    else if (b.kind === 'tapered') out.push({ do: 'taper', count, text: `taper ${count} ${holes(count)} ${d}, ${mm(b.angle_deg!)}°` });
    else if (b.kind === 'slot') {
      if (!b.through)
        out.push({ do: 'mill', count, text: `mill ${count} ${count === 1 ? 'slot' : 'slots'} ${mm(b.diameter_mm)} mm wide, ${mm(b.depth_mm)} mm deep` });
    } else if (!b.through) out.push({ do: 'drill', count, text: `drill ${count} blind ${holes(count)} ${d}, ${mm(b.depth_mm)} mm deep` });
    if (!across && b.counterbore) {
      out.push({
        do: 'counterbore',
        count,
        text: `counterbore ${count} ${holes(count)} to ⌀${mm(b.counterbore.diameter_mm)}, ${mm(b.counterbore.depth_mm)} mm deep`,
      });
    } else if (!across && b.countersink) {
      out.push({ do: 'countersink', count, text: `countersink ${count} ${holes(count)} to ⌀${mm(b.countersink.diameter_mm)}, ${mm(b.angle_deg!)}°` });
    } else if (!across && b.kind === 'stepped' && b.through) {
      out.push({
        do: 'counterbore',
        count,
        text: `step ${count} ${holes(count)} from ⌀${mm(b.diameter_mm)} to ⌀${mm(Math.max(...b.pieces.map((p) => p.diameter_mm[0])))}`,
      });
    }
  }
  for (const p of pockets) out.push({ do: 'mill', count: 1, text: `mill a ${p.walled > 0.9 ? 'pocket' : 'step'} ${mm(p.depth_mm)} mm deep` });
  if (chamfer_mm2 > 0) out.push({ do: 'chamfer', count: 1, text: 'break or chamfer the edges' });
  return out;
}
