import { once } from '../../worksheet/once';
import { bvhOf } from '../bvh';
import { facets } from '../facets';
import { next, twins } from '../half-edges';
import type { Mesh } from '../mesh';
import { crossOf, dot, frameFor, type Vec3 } from '../turn';
import { type Round, surfacesOf } from './surfaces';

/** One piece of a bore: a cylinder, or a cone where the two diameters differ. In order from the mouth inwards. */
export interface BorePiece {
  /** At the end nearer to the mouth, and at the other. */
  diameter_mm: [number, number];
  /** From the mouth to where it begins and ends. */
  from_mm: number;
  to_mm: number;
}

export type BoreKind = 'through' | 'blind' | 'counterbored' | 'countersunk' | 'stepped' | 'tapered' | 'slot';

export const BORE_KINDS: Record<BoreKind, string> = {
  through: 'through hole',
  blind: 'blind hole',
  counterbored: 'counterbored hole',
  countersunk: 'countersunk hole',
  stepped: 'stepped hole',
  tapered: 'tapered hole',
  slot: 'slot',
};

/** A hole as a machinist makes it: all that lies on one axis and hangs together. */
export interface Bore {
  kind: BoreKind;
  /** Of the drill: the narrowest cylinder of a through hole, the deepest of a blind one; of a tapered hole its narrow end; the width of a slot. */
  diameter_mm: number;
  /** From the mouth to the other end, or to where a blind hole's point begins. */
  depth_mm: number;
  through: boolean;
  /** Out of the part, at the mouth; for a through hole at its wider end. */
  axis: Vec3;
  /** On the axis, where it is opened. */
  mouth: Vec3;
  pieces: BorePiece[];
  counterbore?: { diameter_mm: number; depth_mm: number };
  countersink?: { diameter_mm: number; depth_mm: number };
  /** Included angle of the countersink or of the taper, degrees. */
  angle_deg?: number;
  /** Included angle of the point of a blind hole; none where its floor is flat. */
  point_deg?: number;
  /** Width of a groove along the wall: a keyway. */
  keyway_mm?: number;
  /** From end to end, of a slot. */
  length_mm?: number;
  /** Over the mouth of a counterbore something of the part is in the way of a straight key: so far above it, mm. */
  covered_mm?: number;
  triangles: number[];
}

/** A bore runs round this much of its axis; a keyway may take the rest. */
const ALL_ROUND = 290;
/** A slot's end runs round about half. */
const HALF: readonly [number, number] = [140, 215];
/** A groove along the wall is told from coarse strips from here on. */
const KEYWAY = [12, 70] as const;
/** Half angle beyond which a cone at a mouth is a countersink, not a taper. */
const STEEP = Math.tan((20 * Math.PI) / 180);
/** A cone at a mouth that is wider than the hole by less than this is an edge that was broken. */
const BROKEN_EDGE = 1.35;
/** Axes of one hole lie within this share of its radius. */
const COAXIAL = 0.06;
/** A groove or cross hole parts a bore by no more than this share of its diameter. */
const PARTED = 0.35;

/** Share of a rim that has to agree. */
const CLEAR = 0.75;

type End = 'open' | 'closed';
interface Member {
  round: Round;
  /** Along the axis of the whole bore. */
  low: number;
  high: number;
  /** Radii at both ends. */
  lowR: number;
  highR: number;
  ends: { low: End; high: End };
}

/** Holes, counterbores with what they open into, and slots; the widest first. Found once for each mesh. */
export const boresOf = once((mesh: Mesh): Bore[] => {
  const { rounds } = surfacesOf(mesh);
  const inside = rounds.filter((r) => r.concave);
  const whole = wholeRounds(inside);
  const bores = stacks(mesh, whole).flatMap((rs) => {
    const bore = readStack(mesh, rs);
    return bore ? [bore] : [];
  });
  return [...bores.map((b) => withCover(mesh, b)), ...slots(mesh, inside)].sort((a, b) => b.diameter_mm - a.diameter_mm || b.depth_mm - a.depth_mm);
});

/** As far as a key, or a screwdriver with its bit, reaches up from a head. */
const KEY_MM = 80;
/** Lines along a key, on its rim. */
const KEY_LINES = 8;

/** A counterbore with what stands in the way of a straight key as thick as its hole. */
function withCover(mesh: Mesh, bore: Bore): Bore {
  if (!bore.counterbore) return bore;
  const { axis, mouth, diameter_mm } = bore;
  const bvh = bvhOf(mesh);
  const [u, v] = frameFor(axis);
  const lines = Array.from({ length: KEY_LINES + 1 }, (_, k) => {
    const t = (2 * Math.PI * k) / KEY_LINES, r = k === KEY_LINES ? 0 : diameter_mm / 2;
    return [0, 1, 2].map((a) => mouth[a] + r * (Math.cos(t) * u[a] + Math.sin(t) * v[a]) + KEY_OFF * axis[a]) as Vec3;
  });
  const over = Math.min(...lines.map((p) => {
    const hit = bvh.ray(...p, ...axis, KEY_MM);
    return hit.triangle < 0 ? Infinity : hit.distance + KEY_OFF;
  }));
  return Number.isFinite(over) ? { ...bore, covered_mm: over } : bore;
}
/** A line begins a hair above the mouth, mm. */
const KEY_OFF = 0.05;

/** What goes all round, in one piece or in several (a bore whose wall is parted by keyways). */
function wholeRounds(inside: readonly Round[]): Round[] {
  const out: Round[] = [];
  const left = [...inside].sort((a, b) => b.turn_deg - a.turn_deg);
  while (left.length) {
    const r = left.shift()!;
    const same = r.turn_deg >= ALL_ROUND ? [] : left.filter((o) => isSameWall(r, o));
    const turn = same.reduce((s, o) => s + o.turn_deg, r.turn_deg);
    if (turn < ALL_ROUND) continue;
    for (const o of same) left.splice(left.indexOf(o), 1);
    out.push(same.length ? { ...r, turn_deg: turn, triangles: [r, ...same].flatMap((o) => o.triangles) } : r);
  }
  return out;
}

const besideAxis = (a: Round, p: Vec3): { along: number; aside: number } => {
  const d: Vec3 = [p[0] - a.point[0], p[1] - a.point[1], p[2] - a.point[2]];
  const along = dot(d, a.axis);
  return { along, aside: Math.sqrt(Math.max(0, dot(d, d) - along * along)) };
};
const radiusAt = (r: Round, s: number): number => r.radius_mm + r.taper * s;
const isCoaxial = (a: Round, b: Round): boolean => {
  const r = Math.max(a.radius_mm, b.radius_mm) + (Math.abs(a.taper) * a.length_mm + Math.abs(b.taper) * b.length_mm) / 2;
  return Math.abs(dot(a.axis, b.axis)) > 0.9985 && besideAxis(a, b.point).aside < COAXIAL * r && besideAxis(b, a.point).aside < COAXIAL * r;
};
const isSameWall = (a: Round, b: Round): boolean =>
  isCoaxial(a, b) && Math.abs(a.radius_mm / b.radius_mm - 1) < 0.02 && Math.abs(besideAxis(a, b.point).along) < (a.length_mm + b.length_mm) / 4;

/** What lies on one axis and hangs together. */
function stacks(mesh: Mesh, whole: readonly Round[]): Round[][] {
  const groups: Round[][] = [];
  const left = new Set([...whole].sort((a, b) => b.area_mm2 - a.area_mm2));
  for (const seed of left) {
    left.delete(seed);
    const line = [seed];
    for (const o of left) {
      if (!isCoaxial(seed, o)) continue;
      left.delete(o);
      line.push(o);
    }
    // Along the axis; those that are apart are holes of their own.
    const sorted = line.map((r) => ({ r, at: besideAxis(seed, r.point).along })).sort((a, b) => a.at - b.at);
    let group: typeof sorted = [];
    let reach = -Infinity;
    for (const m of sorted) {
      const gap = m.at - m.r.length_mm / 2 - reach;
      const last = group[group.length - 1];
      const alike = last && Math.abs(last.r.radius_mm / m.r.radius_mm - 1) < 0.03;
      const allowed = last ? (alike ? PARTED * 2 : 0.12) * Math.min(last.r.radius_mm, m.r.radius_mm) + 0.02 : Infinity;
      // Two holes from both sides with a web between them are two.
      const web = last && gap > 0.02 && (facingEnd(mesh, last.r, m.r.point) === 'closed' || facingEnd(mesh, m.r, last.r.point) === 'closed');
      if (group.length && (gap > allowed || web)) {
        groups.push(group.map((x) => x.r));
        group = [];
        reach = -Infinity;
      }
      group.push(m);
      reach = Math.max(reach, m.at + m.r.length_mm / 2);
    }
    groups.push(group.map((x) => x.r));
  }
  return groups;
}

/** How a round surface ends towards a place on its axis. */
const facingEnd = (mesh: Mesh, r: Round, p: Vec3): End => endsOf(mesh, r)[besideAxis(r, p).along > 0 ? 'high' : 'low'];

/**
 * What lies beyond each end of a round surface. An edge that bulges is where it opens, into the air or into something wider; a hollow
 * one is a floor, a step or a point. Where that is not clear (a ball end, which goes on smoothly) a ray along the axis decides.
 */
function endsOf(mesh: Mesh, r: Round): Member['ends'] {
  const { vertices: v, indices } = mesh;
  const { normals } = facets(mesh);
  const twin = twins(mesh);
  const mine = new Set(r.triangles);
  const closing = { low: 0, high: 0 }, opening = { low: 0, high: 0 }, all = { low: 0, high: 0 };
  const at = (i: number): Vec3 => [v[i * 3], v[i * 3 + 1], v[i * 3 + 2]];
  const normal = (t: number): Vec3 => [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
  for (const t of r.triangles) {
    for (let e = 0; e < 3; e++) {
      const h = t * 3 + e, g = twin[h];
      if (g < 0 || mine.has((g / 3) | 0)) continue;
      const a = at(indices[h]), b = at(indices[next(h)]);
      const mid: Vec3 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
      const { along } = besideAxis(r, mid);
      const edge: Vec3 = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
      const length = Math.hypot(...edge);
      // A rim runs round, not along.
      if (Math.abs(dot(edge, r.axis)) > 0.8 * length) continue;
      const o = (g / 3) | 0;
      const n = normal(t), m = normal(o);
      const bend = dot(crossOf(n, m), edge) / (length || 1);
      const where = along > 0 ? 'high' : 'low';
      if (Math.abs(bend) > 0.05) (bend < 0 ? closing : opening)[where] += length;
      all[where] += length;
    }
  }
  const end = (where: 'low' | 'high'): End => {
    if (opening[where] > CLEAR * all[where]) return 'open';
    if (closing[where] > CLEAR * all[where]) return 'closed';
    const way = r.axis.map((a) => (where === 'high' ? a : -a)) as Vec3;
    const from = r.point.map((p, k) => p + (way[k] * r.length_mm) / 2) as Vec3;
    return bvhOf(mesh).ray(...from, ...way, 1.4 * r.radius_mm).triangle >= 0 ? 'closed' : 'open';
  };
  const point = (s: number): boolean => radiusAt(r, s) < 0.1 * (r.radius_mm + (Math.abs(r.taper) * r.length_mm) / 2);
  return {
    low: point(-r.length_mm / 2) ? 'closed' : end('low'),
    high: point(r.length_mm / 2) ? 'closed' : end('high'),
  };
}

/** Flat floors and steps that a bore's wall stands on. */
function floorsOf(mesh: Mesh, r: Round): number[] {
  const { flats, flatOf } = surfacesOf(mesh);
  const twin = twins(mesh);
  const floors = new Set<number>();
  for (const t of r.triangles) {
    for (let e = 0; e < 3; e++) {
      const g = twin[t * 3 + e];
      const f = g < 0 ? -1 : flatOf[(g / 3) | 0];
      // A floor looks back into the bore: its normal has no part along the wall's, and the wall lies above it.
      if (f >= 0 && flats[f].round < 0 && Math.abs(dot(flats[f].normal, r.axis)) > 0.99 && isAbove(mesh, t, flats[f].normal, (g / 3) | 0)) floors.add(f);
    }
  }
  return [...floors].flatMap((f) => flats[f].triangles);
}

/** Does triangle t rise from the plane of o? */
function isAbove({ vertices: v, indices }: Mesh, t: number, up: Vec3, o: number): boolean {
  const height = (i: number): number => up[0] * v[indices[i] * 3] + up[1] * v[indices[i] * 3 + 1] + up[2] * v[indices[i] * 3 + 2];
  return (height(t * 3) + height(t * 3 + 1) + height(t * 3 + 2)) / 3 > height(o * 3) + 1e-4;
}

function readStack(mesh: Mesh, rounds: readonly Round[]): Bore | undefined {
  const main = rounds.reduce((a, b) => (b.length_mm > a.length_mm ? b : a));
  const members = rounds.map((round): Member => {
    const { along } = besideAxis(main, round.point);
    const same = dot(main.axis, round.axis) > 0;
    const half = round.length_mm / 2;
    const ends = endsOf(mesh, round);
    const r = [radiusAt(round, -half), radiusAt(round, half)];
    return {
      round,
      low: along - half,
      high: along + half,
      lowR: same ? r[0] : r[1],
      highR: same ? r[1] : r[0],
      ends: same ? ends : { low: ends.high, high: ends.low },
    };
  }).sort((a, b) => a.low - b.low);
  const bottom = Math.min(...members.map((m) => m.low)), top = Math.max(...members.map((m) => m.high));
  const near = 0.05 * main.radius_mm + 0.02;
  const isOpen = (end: 'low' | 'high'): boolean =>
    members.filter((m) => Math.abs(m[end] - (end === 'low' ? bottom : top)) < near).every((m) => m.ends[end] === 'open');
  const open = { low: isOpen('low'), high: isOpen('high') };
  if (!open.low && !open.high) return undefined;
  // A bowl is a row of cones.
  if (members.length > 2 && members.every((m) => m.round.taper !== 0)) return undefined;
  const through = open.low && open.high;
  const lowR = members[0].lowR, highR = members[members.length - 1].highR;
  const mouthHigh = through ? highR >= lowR * 0.999 : open.high;
  const pieces = members.map((m): BorePiece =>
    mouthHigh
      ? { diameter_mm: [2 * m.highR, 2 * m.lowR], from_mm: top - m.high, to_mm: top - m.low }
      : { diameter_mm: [2 * m.lowR, 2 * m.highR], from_mm: m.low - bottom, to_mm: m.high - bottom }
  ).sort((a, b) => a.from_mm - b.from_mm);
  const axis = main.axis.map((a) => (mouthHigh ? a : -a) + 0) as Vec3;
  const at = mouthHigh ? top : bottom;
  const mouth = main.point.map((p, k) => p + main.axis[k] * at) as Vec3;
  const turn = Math.max(...members.filter((m) => m.round.taper === 0).map((m) => m.round.turn_deg), 0);
  const gap = 360 - turn;
  return {
    ...kindOf(pieces, through),
    through,
    axis,
    mouth,
    pieces,
    ...(turn > 0 && gap > KEYWAY[0] && gap < KEYWAY[1] && { keyway_mm: 2 * main.radius_mm * Math.sin((gap / 2) * (Math.PI / 180)) }),
    triangles: rounds.flatMap((r) => [...r.triangles, ...floorsOf(mesh, r)]),
  };
}

const isCylinder = ({ diameter_mm: [a, b] }: BorePiece): boolean => Math.abs(a - b) < 1e-9 * Math.max(a, b) + 1e-12;
const halfAngle = ({ diameter_mm: [a, b], from_mm, to_mm }: BorePiece): number => Math.abs(a - b) / 2 / Math.max(1e-9, to_mm - from_mm);
const degrees = (tangent: number): number => (2 * Math.atan(tangent) * 180) / Math.PI;

/** The cylinders of a bore from its mouth inwards. A groove, wider than what it parts, makes no step. */
export function stepsOf(pieces: readonly BorePiece[]): BorePiece[] {
  const cylinders = pieces.filter(isCylinder);
  const width = (c: BorePiece | undefined): number => c?.diameter_mm[0] ?? Infinity;
  const out: BorePiece[] = [];
  cylinders.forEach((c, i) => {
    if (width(cylinders[i - 1]) < width(c) && width(cylinders[i + 1]) < width(c)) return;
    const last = out[out.length - 1];
    if (last && Math.abs(width(last) / width(c) - 1) < 0.02) out[out.length - 1] = { ...last, to_mm: c.to_mm };
    else out.push(c);
  });
  return out;
}

/** What a row of pieces from the mouth inwards is called. */
function kindOf(
  pieces: readonly BorePiece[],
  through: boolean,
): Pick<Bore, 'kind' | 'diameter_mm' | 'depth_mm' | 'counterbore' | 'countersink' | 'angle_deg' | 'point_deg'> {
  const last = pieces[pieces.length - 1];
  const before = pieces[pieces.length - 2];
  // A ball end is a row of cones; a drill's point is one.
  const point = !through && before && isCylinder(before) && !isCylinder(last) && last.diameter_mm[1] < 0.1 * last.diameter_mm[0] ? last : undefined;
  const body = point ? pieces.slice(0, -1) : [...pieces];
  const depth_mm = Math.max(...body.map((p) => p.to_mm));
  const point_deg = point && degrees(halfAngle(point));
  const cylinders = body.filter(isCylinder);
  const long = body.reduce((a, b) => (b.to_mm - b.from_mm > a.to_mm - a.from_mm ? b : a));
  if (!cylinders.length || (!isCylinder(long) && halfAngle(long) < STEEP)) {
    const narrow = Math.min(...long.diameter_mm);
    const wide = Math.max(...long.diameter_mm);
    // A lone steep cone: a countersink without its hole.
    return halfAngle(long) < STEEP || through
      ? { kind: 'tapered', diameter_mm: narrow, depth_mm, angle_deg: degrees(halfAngle(long)), point_deg }
      : { kind: 'countersunk', diameter_mm: narrow, depth_mm, countersink: { diameter_mm: wide, depth_mm }, angle_deg: degrees(halfAngle(long)), point_deg };
  }
  const drill = through ? cylinders.reduce((a, b) => (b.diameter_mm[0] < a.diameter_mm[0] * 0.999 ? b : a)) : cylinders[cylinders.length - 1];
  const diameter_mm = drill.diameter_mm[0];
  const base = { diameter_mm, depth_mm, point_deg };
  const widths = stepsOf(body);
  const sink = body.find((p) => !isCylinder(p) && p.from_mm < 0.05 * diameter_mm && halfAngle(p) >= STEEP && p.diameter_mm[0] > BROKEN_EDGE * p.diameter_mm[1]);
  if (widths.length > 2) return { ...base, kind: 'stepped' };
  if (widths.length === 2) {
    const [wide] = widths;
    const bore = { diameter_mm: wide.diameter_mm[0], depth_mm: wide.to_mm };
    return wide.diameter_mm[0] > diameter_mm && bore.depth_mm < 2.5 * bore.diameter_mm
      ? { ...base, kind: 'counterbored', counterbore: bore }
      : { ...base, kind: 'stepped' };
  }
  if (sink) {
    return {
      ...base,
      kind: 'countersunk',
      countersink: { diameter_mm: sink.diameter_mm[0], depth_mm: sink.to_mm },
      angle_deg: degrees(halfAngle(sink)),
    };
  }
  return { ...base, kind: through ? 'through' : 'blind' };
}

/** Two half rounds of one radius that face each other across a gap. */
function slots(mesh: Mesh, inside: readonly Round[]): Bore[] {
  const halves = inside.filter((r) => r.taper === 0 && r.turn_deg >= HALF[0] && r.turn_deg <= HALF[1]);
  const used = new Set<Round>();
  const out: Bore[] = [];
  for (const a of halves) {
    if (used.has(a)) continue;
    let best: Round | undefined, gap = Infinity;
    for (const b of halves) {
      if (b === a || used.has(b) || Math.abs(dot(a.axis, b.axis)) < 0.9985 || Math.abs(a.radius_mm / b.radius_mm - 1) > 0.03) continue;
      const { along, aside } = besideAxis(a, b.point);
      if (aside < 0.05 * a.radius_mm || Math.abs(along) > 0.25 * a.length_mm || dot(a.facing, b.facing) > -0.95) continue;
      const way: Vec3 = [0, 1, 2].map((k) => (b.point[k] - a.point[k]) / aside) as Vec3;
      if (dot(way, a.facing) > -0.95 || aside > gap) continue;
      gap = aside;
      best = b;
    }
    if (!best) continue;
    used.add(a).add(best);
    const ends = endsOf(mesh, a);
    if (ends.low === 'closed' && ends.high === 'closed') continue;
    const through = ends.low === ends.high;
    const sign = ends.high === 'open' ? 1 : -1;
    const depth_mm = a.length_mm, diameter_mm = 2 * a.radius_mm;
    out.push({
      kind: 'slot',
      diameter_mm,
      depth_mm,
      through,
      axis: a.axis.map((x) => sign * x + 0) as Vec3,
      mouth: [0, 1, 2].map((k) => (a.point[k] + best.point[k]) / 2 + (sign * a.axis[k] * depth_mm) / 2) as Vec3,
      pieces: [{ diameter_mm: [diameter_mm, diameter_mm], from_mm: 0, to_mm: depth_mm }],
      length_mm: gap + diameter_mm,
      triangles: [a, best].flatMap((r) => [...r.triangles, ...floorsOf(mesh, r)]),
    });
  }
  return out;
}
