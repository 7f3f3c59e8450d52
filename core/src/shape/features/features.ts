import { type Body, bodiesOf } from '../bodies';
import type { Mesh } from '../mesh';
import { contoursAt } from '../slice';
import { dot, turned, type Vec3 } from '../turn';
import { type BodyShape, bodyShape } from './body-kind';
import { type Bore, boresOf } from './bores';
import { type Boss, bossesOf } from './bosses';
import { type Datum, datumsOf } from './datums';
import { type Moulding, mirrorsOf, mouldingOf } from './moulding';
import { alike, type Pattern, patternsOf } from './patterns';
import { type Pocket, pocketsOf } from './pockets';
import { type Rib, ribsOf } from './ribs';
import { type CutterReach, togetherNeeds } from './cutters';
import { millingOf, type SetUps } from './set-ups';

/** One thing done to a plate after it has been cut. */
export interface AfterCut {
  do: 'drill' | 'tap' | 'ream' | 'counterbore' | 'countersink' | 'taper' | 'mill' | 'chamfer';
  count: number;
  text: string;
  /** Not from the flat of the plate. */
  side?: true;
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
  bosses: Boss[];
  ribs: Rib[];
  cut?: CutPlan;
}

export interface Features {
  bodies: BodyFeatures[];
  setUps: SetUps;
  /** The thickest cutter that reaches each place from these clampings. */
  cutters: CutterReach;
  moulding: Moulding;
  /** Faces to set it down on and to measure from, first to third. */
  datums: Datum[];
  /** Directions across which the whole is its own mirror image. */
  mirrors: Vec3[];
}

/** What a machinist sees in a part: bodies and what they are made from, holes and pockets, the clampings they ask for. */
export function featuresOf(mesh: Mesh): Features {
  const bodies = bodiesOf(mesh).map(featuresOfBody);
  const milled = bodies.map(({ mesh: m, bores, pockets, shape }) => millingOf(m, bores, pockets, shape.box.axes));
  const all = milled.map((m) => m.setUps);
  const most = (of: (s: SetUps) => number): number => all.reduce((s, x) => s + of(x), 0);
  return {
    bodies,
    cutters: togetherNeeds(milled.map((m) => m.cutters)),
    moulding: mouldingOf(mesh),
    datums: datumsOf(mesh),
    mirrors: mirrorsOf(mesh),
    setUps: all.length === 1 ? all[0] : {
      three_axis: most((s) => s.three_axis),
      four_axis: most((s) => s.four_axis),
      five_axis: most((s) => s.five_axis),
      from: all.flatMap((s) => s.from),
      unreachable: all.flatMap((s) => s.unreachable),
    },
  };
}

function featuresOfBody({ mesh, volume_mm3 }: Body): BodyFeatures {
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
    bosses: bossesOf(mesh, shape.kind === 'turned' ? shape.axis : undefined),
    ribs: ribsOf(mesh),
    ...(shape.kind === 'plate' && { cut: cutPlan(mesh, shape, bores, pockets) }),
  };
}

/** The floor of a blind slot is no pocket of its own. */
const isSlotFloor = (p: Pocket, bores: readonly Bore[]): boolean =>
  bores.some((b) => b.kind === 'slot' && b.triangles.some((t) => p.triangles.includes(t)) && Math.abs(p.depth_mm / b.depth_mm - 1) < 0.05);

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

/** Pockets and steps of a plate, one by one. */
export const pocketWork = (pockets: readonly Pick<Pocket, 'walled' | 'depth_mm'>[]): AfterCut[] =>
  pockets.map((p) => ({ do: 'mill', count: 1, text: `mill a ${p.walled > 0.9 ? 'pocket' : 'step'} ${mm(p.depth_mm)} mm deep` }));

/** What does not go straight through a plate. */
function afterCut(axis: Vec3, { chamfer_mm2 }: BodyShape, bores: readonly Bore[], pockets: readonly Pocket[]): AfterCut[] {
  const out: AfterCut[] = [];
  for (const group of alike(bores)) {
    const [b] = group;
    const count = group.length;
    const across = Math.abs(dot(b.axis, axis)) < 0.999;
    const d = `⌀${mm(b.diameter_mm)}`;
    if (across) out.push({ do: 'drill', side: true, count, text: `drill ${count} ${holes(count)} ${d} from the side, ${mm(b.depth_mm)} mm deep` });
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
  out.push(...pocketWork(pockets));
  if (chamfer_mm2 > 0) out.push({ do: 'chamfer', count: 1, text: 'break or chamfer the edges' });
  return out;
}
