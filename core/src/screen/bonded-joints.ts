import type { HeldPlace } from '../case/load-table';
import type { Values } from '../inputs/spec';
import { forceOf, isForceKind, isLasting, kindOf, loadName, placeOf, wayOf } from '../need/loads';
import { crossOf, dot, type Vec3 } from '../shape/turn';
import type { Range } from '../worksheet/types';
import { askedRange, type CheckContext } from './check';
import { loadPath, SPAN, solidBox } from './load-path';
import { times } from './traits';

/** What is known of a tool that is cut: a route's, or a case's before any way is chosen. */
export type Cut = Pick<CheckContext, 'need' | 'family' | 'size'> & Partial<Pick<CheckContext, 'study' | 'tableRows' | 'holdsAt' | 'loadMark'>>;

/** A plane in which two sections of a tool are bonded to each other. */
export interface BondedJoint {
  /** How far along the long side, mm, and the section there. */
  along_mm: number;
  area_mm2: number;
  /** Least depth of the section: through which a slanting joint slopes. */
  depth_mm: number;
  /** Walls of a hollow section, half the side of a solid one: twice its area over its outline. */
  wall_mm: number;
  /** Tension and shear in the bond together, MPa. */
  stress: Range;
  /** The row of the load table that works it most. */
  row?: string;
}

/** What a section has against what pulls, shears, bends and twists it. Figures of both ways across: towards the middle and the short side. */
interface Section {
  at: Vec3;
  area: number;
  outline: number;
  i: readonly [number, number];
  c: readonly [number, number];
}

/** Shear is not even over a section: of a rectangle 1.5 times its mean in the middle. */
const UNEVEN = 1.5;
const LEVELS = ['low', 'likely', 'high'] as const;

/**
 * Bonds in planes across the long side, and what they bear of every load. With a load table on the shape, by equilibrium of that side of each plane on which
 * nothing holds the tool; where both sides are held, as a beam on two ends with the load in the middle, unless it is pushed onto a face that holds it all along. Without
 * places, as that beam where this kind of tool is bent. σ = N/A + M c/I of both ways,
 * τ = 1.5 V/A + T c/(I₁ + I₂), both at the worst place: √(σ² + τ²).
 */
export function bondedJoints(cut: Cut, planes: readonly number[]): BondedJoint[] {
  const axes = cut.study?.body.box.axes;
  const length = cut.size.sorted[0];
  const bends = loadPath(cut).bending;
  const rows = cut.tableRows?.filter((r) => isForceKind(kindOf(r)) && kindOf(r) !== 'bolt') ?? [];
  const jointIn = (from: number, section: Section): BondedJoint => {
    const end = { along_mm: from, area_mm2: section.area, depth_mm: 2 * Math.min(...section.c), wall_mm: (2 * section.area) / section.outline };
    const beam = (force: Range): Range => alongBeam(section, length, from, force);
    const bond = (row: Values): Range => {
      const acting = [row, ...rows.filter((r) => r !== row && isLasting(r))];
      const side = axes && acting.every((r) => placeOf(r)) ? freeSide(cut, section.at, axes[0]) : undefined;
      const beyond = (p: Push): boolean => dot(p.at.map((x, a) => x - section.at[a]) as Vec3, axes![0]) * side! > 0;
      if (side) return level((l) => workOf(section, axes!, acting.map((r) => pushOf(r, l)).filter(beyond)));
      if (isBedded(cut, row, axes?.[0])) return NONE;
      const isHeld = !!placeOf(row) && !!cut.holdsAt?.length;
      return isHeld || bends ? beam(forceOf(row)!) : NONE;
    };
    const worst = rows.map((row) => ({ stress: bond(row), row: loadName(row) })).sort((a, b) => b.stress.likely - a.stress.likely)[0];
    return worst ? { ...end, ...worst } : { ...end, stress: bends && cut.need.load?.value ? beam(askedRange(cut.need, 'load')) : NONE };
  };
  return planes.map((from) =>
    sectionsAt(cut, from).map((section) => jointIn(from, section)).reduce((a, b) => (b.stress.likely - a.stress.likely || a.area_mm2 - b.area_mm2) > 0 ? b : a)
  );
}
const NONE: Range = { low: 0, likely: 0, high: 0 };

const level = (of: (l: keyof Range) => number): Range => {
  const [low, likely, high] = LEVELS.map(of);
  return { low: Math.min(low, likely, high), likely, high: Math.max(low, likely, high) };
};

/** The section in a plane; where that lies between two that were measured, both of them: it is judged by the worse. */
function sectionsAt({ study, size }: Cut, from: number): Section[] {
  const beam = study?.body.sections?.sides[0];
  if (!beam) {
    const { b, d } = solidBox(size);
    return [{ at: [0, 0, 0], area: b * d, outline: 2 * (b + d), i: [(d * b ** 3) / 12, (b * d ** 3) / 12], c: [b / 2, d / 2] }];
  }
  const last = beam.area_mm2.length - 1, station = from / beam.step_mm - 0.5;
  const beside = [Math.floor(station + SAME_PLACE), Math.ceil(station - SAME_PLACE)].map((k) => Math.max(0, Math.min(last, k)));
  return [...new Set(beside)].map((k) => ({
    // The station is not quite where the plane is.
    at: [0, 1, 2].map((a) => beam.centre_mm[3 * k + a] + (from - (k + 0.5) * beam.step_mm) * study.body.box.axes[0][a]) as Vec3,
    area: beam.area_mm2[k],
    outline: beam.perimeter_mm[k],
    i: [beam.i_mm4[0][k], beam.i_mm4[1][k]],
    c: [beam.c_mm[0][k], beam.c_mm[1][k]],
  }));
}
/** So near to a station, in steps, a plane is in it. */
const SAME_PLACE = 0.05;

/** A hold that is a whole face along the tool may reach over any plane across it; one across the tool, or a spot, is where it is. */
const isAlong = ({ normal, whole }: HeldPlace, axis: Vec3): boolean => whole && Math.abs(dot(normal, axis)) < 0.5;

/** The side of a plane on which nothing holds the tool: 1 or −1 along the axis; nothing where both are held, or nobody said where. */
function freeSide({ holdsAt }: Cut, at: Vec3, axis: Vec3): 1 | -1 | undefined {
  if (!holdsAt?.length || holdsAt.some((h) => isAlong(h, axis))) return undefined;
  const sides = holdsAt.map((h) => Math.sign(dot(h.point.map((x, a) => x - at[a]) as Vec3, axis)));
  return sides.every((s) => s < 0) ? 1 : sides.every((s) => s > 0) ? -1 : undefined;
}

/** The row pushes the tool onto a face along it that holds all of it: pressed together, it is not bent. */
function isBedded({ holdsAt }: Cut, row: Values, axis: Vec3 | undefined): boolean {
  if (!axis || !placeOf(row)) return false;
  const { force } = pushOf(row, 'likely');
  const size = Math.hypot(...force);
  return !!holdsAt?.some((h) => isAlong(h, axis) && dot(h.normal, force) >= ONTO * size * Math.hypot(...h.normal));
}
const ONTO = 0.9;

interface Push {
  at: Vec3;
  force: Vec3;
}
function pushOf(row: Values, l: keyof Range): Push {
  const place = placeOf(row)!;
  const way = wayOf(row, place.normal.map((x) => -x) as Vec3);
  return { at: [...place.point] as Vec3, force: way.map((x) => x * forceOf(row)![l]) as Vec3 };
}

/** What forces on one side of a section do in it. */
function workOf({ at, area, i, c }: Section, axes: readonly Vec3[], pushes: readonly Push[]): number {
  const sum = (of: (p: Push) => Vec3): Vec3 => pushes.map(of).reduce((s, v) => s.map((x, a) => x + v[a]) as Vec3, [0, 0, 0] as Vec3);
  const force = sum((p) => p.force);
  const moment = sum((p) => crossOf(p.at.map((x, a) => x - at[a]) as Vec3, p.force));
  const [n, v1, v2] = axes.map((a) => dot(a, force)), [twist, m1, m2] = axes.map((a) => dot(a, moment));
  // What bends towards the middle side turns about the short one.
  const bends = (Math.abs(m2) * c[0]) / i[0] + (Math.abs(m1) * c[1]) / i[1];
  const shear = (UNEVEN * Math.hypot(v1, v2)) / area + (Math.abs(twist) * Math.max(...c)) / (i[0] + i[1]);
  return area > 0 ? Math.hypot(Math.abs(n) / area + bends, shear) : 0;
}

/** In the middle of 80 % of the length, on two ends; the weaker way. */
function alongBeam({ area, i, c }: Section, length: number, from: number, force: Range): Range {
  if (!(area > 0)) return NONE;
  const start = ((1 - SPAN) / 2) * length;
  const arm = Math.max(0, Math.min(from - start, length - start - from)) / 2;
  const bends = arm * Math.max(c[0] / i[0], c[1] / i[1]);
  return times(force, Math.hypot(bends, UNEVEN / 2 / area));
}

/** Structural two-part adhesive on plastic that was roughened and degreased, in tension or shear; on metal; on what bends away beneath it. MPa, common figures. */
const BOND = { plastic: { low: 7, likely: 12, high: 20 }, metal: { low: 12, likely: 20, high: 30 }, soft: { low: 0.8, likely: 1.5, high: 3 } } as const;
const SOFT_GPA = 0.3;
/** All of it is left up to the first, half at the second, nothing to speak of beyond the third, °C. */
const BOND_C = [45, 80, 120] as const;

/** What a bond of this material bears where the tool works, MPa: no more than its own layers do. @param layers strength across them, in service */
export function bondBears({ material, need }: Pick<CheckContext, 'material' | 'need'>, layers: Range): Range {
  const of = material.family === 'metal' ? BOND.metal : material.modulus_gpa.inPlane.likely < SOFT_GPA ? BOND.soft : BOND.plastic;
  const t = need.serviceTemp?.value ?? 23;
  const [all, half, none] = BOND_C;
  const left = t <= all ? 1 : t <= half ? 1 - (0.5 * (t - all)) / (half - all) : Math.max(0.02, 0.5 * (1 - (t - half) / (none - half)));
  return level((l) => Math.min(of[l] * left, layers[l]));
}
