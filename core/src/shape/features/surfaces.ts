import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { facets } from '../facets';
import { next, twins } from '../half-edges';
import { extentOf, type Mesh } from '../mesh';
import { crossOf, dot, frameFor, unit, type Vec3 } from '../turn';
import { circleOrCone } from './circle-or-cone';

/** What hangs together and is flat, with its outward normal. One triangle of a free-form surface is one as well. */
export interface Flat {
  normal: Vec3;
  area_mm2: number;
  triangles: number[];
  /** The round surface that it is a strip of; −1 when it stands for itself. */
  round: number;
}

/** Part of a cylinder or of a cone, seen along its axis: at s from `point`, its radius is `radius_mm` + `taper` · s. */
export interface Round {
  axis: Vec3;
  /** On the axis, half way between its ends. */
  point: Vec3;
  /** At `point`. */
  radius_mm: number;
  /** Change of radius along the axis: tangent of the half angle; exactly 0 for a cylinder. */
  taper: number;
  length_mm: number;
  /** It looks at its axis: a hole or an inside corner. */
  concave: boolean;
  /** How much of the turn its strips cover, degrees. */
  turn_deg: number;
  /** Middle of what it covers, seen from the axis. Of no meaning where it goes all round. */
  facing: Vec3;
  area_mm2: number;
  triangles: number[];
}

export interface Surfaces {
  flats: Flat[];
  rounds: Round[];
  /** Number of the flat of each triangle. */
  flatOf: Int32Array;
}

/** Strips of one round surface meet at more than this (else they are one flat) … */
const LEAST_BEND = Math.cos((0.15 * Math.PI) / 180);
/** … and at less than this; eight to the round still do. */
const MOST_BEND = Math.cos((50 * Math.PI) / 180);
/** A triangle belongs to a flat when it looks its way to within this. */
const SAME_WAY = Math.cos((1 * Math.PI) / 180);
/** Below this (0.3°) a taper is not told from a cylinder. */
const LEAST_TAPER = Math.sin((0.3 * Math.PI) / 180);
/** How far normals may be off the cone they are taken for. */
const OFF = 0.03;
/** Strips looked at on the way round before an axis is fitted. */
const CHAIN = 64;
const CHAIN_TURN = (120 * Math.PI) / 180;
/** Corners and strips looked at in vain, at least and for each flat, before a shape with bends everywhere is given up. */
const EFFORT = { least: 2e6, each: 12 };
/** On a free-form surface a flat bends gently to all sides; a strip of a round one does so only where it is this much longer than wide. */
const SLENDER = 3;
/** A bend to all sides is that of a free-form surface up to this; a countersink meets hole and face at 45°. */
const FREE_BEND = Math.cos((30 * Math.PI) / 180);
/** What covers less of the turn than this has to lie on its cylinder closely. */
const PARTIAL = 100;
/** Corners that an axis is fitted to: from a chain of strips, and from all that joined it. */
const CORNERS = [180, 600] as const;

const known = new WeakMap<Mesh, Surfaces>();

/**
 * The surface taken apart into flats and round patches. Flats grow from the largest triangle over corners that lie in its plane (10⁻⁵ of
 * the part's diagonal and half a micrometre). Round patches grow from chains of strips that bend the same way: the axis is the direction
 * in which their normals vary least about their mean (a cone's normals lie on a circle), radius and taper a least-squares circle, or cone,
 * through their corners; strips join while they look along that cone and all their corners lie on it within 3.5 % (a boolean leaves corners
 * on chords). Kept with the mesh.
 */
export function surfacesOf(mesh: Mesh): Surfaces {
  let out = known.get(mesh);
  if (!out) known.set(mesh, out = takeApart(mesh));
  return out;
}

function takeApart(mesh: Mesh): Surfaces {
  const { flats, flatOf } = flatsOf(mesh);
  return { flats, rounds: roundsOf(mesh, flats, flatOf), flatOf };
}

function flatsOf(mesh: Mesh): Pick<Surfaces, 'flats' | 'flatOf'> {
  const { vertices: v, indices } = mesh;
  const { normals, areas } = facets(mesh);
  const twin = twins(mesh);
  const count = areas.length;
  const flatOf = new Int32Array(count).fill(-1);
  const order = largestFirst(areas);
  const { low, high } = extentOf(v);
  const eps = 1e-5 * Math.hypot(...high.map((h, k) => h - low[k])) + 5e-4;
  const flats: Flat[] = [];
  for (const seed of order) {
    if (flatOf[seed] >= 0) continue;
    const nx = normals[seed * 3], ny = normals[seed * 3 + 1], nz = normals[seed * 3 + 2];
    const c0 = indices[seed * 3] * 3;
    const d = nx * v[c0] + ny * v[c0 + 1] + nz * v[c0 + 2];
    const inPlane = (t: number): boolean => {
      for (let e = 0; e < 3; e++) {
        const p = indices[t * 3 + e] * 3;
        if (Math.abs(nx * v[p] + ny * v[p + 1] + nz * v[p + 2] - d) > eps) return false;
      }
      const same = nx * normals[t * 3] + ny * normals[t * 3 + 1] + nz * normals[t * 3 + 2];
      // A sliver's normal says nothing.
      return same > SAME_WAY || areas[t] < eps * longest(t) * 2;
    };
    const triangles = [seed];
    flatOf[seed] = flats.length;
    const sum: Vec3 = [0, 0, 0];
    let area = 0;
    for (const t of triangles) {
      area += areas[t];
      for (let k = 0; k < 3; k++) sum[k] += areas[t] * normals[t * 3 + k];
      for (let e = 0; e < 3; e++) {
        const g = twin[t * 3 + e];
        if (g < 0) continue;
        const o = (g / 3) | 0;
        if (flatOf[o] >= 0 || !inPlane(o)) continue;
        flatOf[o] = flats.length;
        triangles.push(o);
      }
    }
    flats.push({ normal: unit(sum), area_mm2: area, triangles, round: -1 });
  }
  return { flats, flatOf };

  function longest(t: number): number {
    let most = 0;
    for (let e = 0; e < 3; e++) {
      const a = indices[t * 3 + e] * 3, b = indices[t * 3 + ((e + 1) % 3)] * 3;
      most = Math.max(most, Math.hypot(v[a] - v[b], v[a + 1] - v[b + 1], v[a + 2] - v[b + 2]));
    }
    return most;
  }
}

/**
 * Triangles by area. Positive floats ascend as their bits do: the upper 24 of them over the triangle's number are one double each, which typed
 * arrays sort without asking anybody.
 */
function largestFirst(areas: Float32Array): Uint32Array {
  const bits = new Uint32Array(areas.buffer, areas.byteOffset, areas.length);
  const keys = Float64Array.from(bits, (b, t) => (0xffffff - (b >>> 8)) * 2 ** 29 + t).sort();
  return Uint32Array.from(keys, (k) => k % 2 ** 29);
}

/** Half-edges at the rim of each flat, one after the other: those of flat f from `start[f]` to `start[f + 1]`. */
function rims(flats: readonly Flat[], flatOf: Int32Array, twin: Int32Array): { start: Uint32Array; edge: Uint32Array } {
  const start = new Uint32Array(flats.length + 1);
  const isRim = (h: number): boolean => twin[h] >= 0 && flatOf[(h / 3) | 0] !== flatOf[(twin[h] / 3) | 0];
  for (let h = 0; h < twin.length; h++) if (isRim(h)) start[flatOf[(h / 3) | 0] + 1]++;
  for (let f = 0; f < flats.length; f++) start[f + 1] += start[f];
  const cursor = start.slice(0, flats.length);
  const edge = new Uint32Array(start[flats.length]);
  for (let h = 0; h < twin.length; h++) if (isRim(h)) edge[cursor[flatOf[(h / 3) | 0]]++] = h;
  return { start, edge };
}

interface Cone {
  axis: Vec3;
  /** n · axis of all its strips. */
  lean: number;
  concave: boolean;
  /** On the axis, at s = 0. */
  at: Vec3;
  radius: number;
  taper: number;
}

function roundsOf(mesh: Mesh, flats: readonly Flat[], flatOf: Int32Array): Round[] {
  const { vertices: v, indices } = mesh;
  const twin = twins(mesh);
  const { start, edge } = rims(flats, flatOf, twin);
  const vain = new Uint8Array(twin.length);
  const rounds: Round[] = [];
  let effort = 0;
  const across = (h: number): number => flatOf[(twin[h] / 3) | 0];
  const corner = (h: number): Vec3 => [v[indices[h] * 3], v[indices[h] * 3 + 1], v[indices[h] * 3 + 2]];
  const along = (h: number): Vec3 => {
    const a = corner(h), b = corner(next(h));
    return [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  };
  /** Do the two flats of an edge bend like strips of one surface? */
  const isGentle = (f: number, g: number): boolean => {
    const d = dot(flats[f].normal, flats[g].normal);
    return d < LEAST_BEND && d > MOST_BEND;
  };

  // Number of the last gathering that took it.
  const gathered = new Uint32Array(flats.length);
  let gathering = 0;
  // −1 until somebody asks.
  const longSides = new Float64Array(flats.length).fill(-1);
  // Bends to all sides: 1 no, 2 yes; 0 not yet looked at.
  const everywhere = new Uint8Array(flats.length);
  const mayBeStrip = (f: number): boolean => {
    everywhere[f] ||= bendsEverywhere(f) ? 2 : 1;
    return everywhere[f] === 1;
  };

  for (let h = 0; h < twin.length; h++) {
    if (twin[h] < 0 || vain[h]) continue;
    const f = flatOf[(h / 3) | 0], g = across(h);
    if (f === g || flats[f].round >= 0 || flats[g].round >= 0 || !isGentle(f, g) || !mayBeStrip(f) || !mayBeStrip(g)) continue;
    const spent = effort;
    const found = tryFrom(h, f);
    if (found) {
      effort = spent;
      for (const i of found.strips) flats[i].round = rounds.length;
      rounds.push(found.round);
    }
    if (effort > EFFORT.least + EFFORT.each * flats.length) break;
  }
  return rounds;

  function tryFrom(h: number, f: number): { round: Round; strips: number[] } | undefined {
    const passed: number[] = [h];
    const forth = walk(h, passed), back = walk(twin[h], passed);
    let chain = [...back.reverse(), ...forth];
    effort += 24 * chain.length;
    const concave = isConcave(h, f);
    // What a round surface runs out into smoothly is wider than its strips.
    const widths = chain.map(widthOf);
    const most = 2.2 * [...widths].sort((a, b) => a - b)[chain.length >> 1];
    chain = longestRun(chain, (_, i) => widths[i] <= most);
    const grown = chain.length >= 3 ? grow(chain, concave) : undefined;
    if (!grown) { for (const e of passed) vain[e] = vain[twin[e]] = 1; }
    return grown;
  }

  /** Longest side over which a flat bends gently, mm. */
  function longSide(f: number): number {
    if (longSides[f] >= 0) return longSides[f];
    let most = 0;
    for (let i = start[f]; i < start[f + 1]; i++) if (isGentle(f, across(edge[i]))) most = Math.max(most, Math.hypot(...along(edge[i])));
    return (longSides[f] = most);
  }

  /** Width of a strip across its bends is its area over its longest side. */
  function widthOf(f: number): number {
    return flats[f].area_mm2 / (longSide(f) || 1);
  }

  function bendsEverywhere(f: number): boolean {
    for (let i = start[f]; i < start[f + 1]; i++) if (dot(flats[f].normal, flats[across(edge[i])].normal) < FREE_BEND) return false;
    return longSide(f) ** 2 < SLENDER * flats[f].area_mm2;
  }

  function isConcave(h: number, f: number): boolean {
    return dot(crossOf(flats[f].normal, flats[across(h)].normal), along(h)) < 0;
  }

  /** From strip to strip as long as they bend the same way. @returns flats beyond the edge h, in order */
  function walk(h: number, passed: number[]): number[] {
    const out: number[] = [];
    let turn = 0;
    let from = flatOf[(h / 3) | 0], to = across(h);
    const seen = new Set([from, to]);
    const concave = isConcave(h, from);
    for (;;) {
      out.push(to);
      const bend = unit(crossOf(flats[from].normal, flats[to].normal));
      turn += Math.acos(Math.min(1, dot(flats[from].normal, flats[to].normal)));
      if (turn > CHAIN_TURN || out.length > CHAIN) break;
      let best = 0.7, way = -1;
      for (let i = start[to]; i < start[to + 1]; i++) {
        const g = across(edge[i]);
        if (seen.has(g) || flats[g].round >= 0 || !isGentle(to, g) || !mayBeStrip(g) || isConcave(edge[i], to) !== concave) continue;
        const like = dot(bend, unit(crossOf(flats[to].normal, flats[g].normal)));
        if (like > best) {
          best = like;
          way = edge[i];
        }
      }
      if (way < 0) break;
      passed.push(way);
      from = to;
      to = across(way);
      seen.add(to);
    }
    return out;
  }

  function grow(chain: readonly number[], concave: boolean): { round: Round; strips: number[] } | undefined {
    let cone = fit(chain, concave, CORNERS[0]);
    let strips: number[] = [];
    // Once from the chain, once more from all that joined it.
    for (let pass = 0; cone && pass < 2; pass++) {
      strips = gather(cone, chain);
      if (strips.length < 3) return undefined;
      cone = fit(strips, concave, CORNERS[1]);
    }
    const round = cone && describe(cone, strips);
    return round && { round, strips };
  }

  function gather(cone: Cone, chain: readonly number[]): number[] {
    const strips = chain.filter((f) => lies(cone, f));
    gathering++;
    for (const f of strips) gathered[f] = gathering;
    for (const f of strips) {
      effort += 20;
      for (let i = start[f]; i < start[f + 1]; i++) {
        const g = across(edge[i]);
        if (gathered[g] === gathering || flats[g].round >= 0 || dot(flats[f].normal, flats[g].normal) <= MOST_BEND || !lies(cone, g)) continue;
        gathered[g] = gathering;
        strips.push(g);
      }
    }
    return strips;
  }

  function lies(cone: Cone, f: number): boolean {
    const { normal, triangles } = flats[f];
    if (Math.abs(dot(normal, cone.axis) - cone.lean) > OFF) return false;
    for (const t of triangles) for (let e = 0; e < 3; e++) if (!isOn(cone, corner(t * 3 + e))) return false;
    const p = corner(triangles[0] * 3), s = dot(cone.axis, p) - dot(cone.axis, cone.at);
    const out: Vec3 = [0, 1, 2].map((k) => p[k] - cone.at[k] - s * cone.axis[k]) as Vec3;
    return dot(out, normal) < 0 === cone.concave || Math.hypot(...out) < 0.05 * cone.radius;
  }

  function isOn({ axis, at, radius, taper }: Cone, p: Vec3): boolean {
    const d: Vec3 = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
    const s = dot(d, axis);
    const aside = Math.sqrt(Math.max(0, dot(d, d) - s * s));
    const r = radius + taper * s;
    const off = aside - r;
    return off < Math.max(0.012 * r, 0.003 * radius, 0.003) && off > -Math.max(0.035 * r, 0.01 * radius, 0.003);
  }

  /** Nearly all corners within 0.4 % of the radius: as they are where nothing was cut across. */
  function isClose({ axis, at, radius, taper }: Cone, triangles: readonly number[]): boolean {
    let off = 0;
    for (const t of triangles) {
      for (let e = 0; e < 3; e++) {
        const p = corner(t * 3 + e);
        const d: Vec3 = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
        const s = dot(d, axis);
        if (Math.abs(Math.sqrt(Math.max(0, dot(d, d) - s * s)) - radius - taper * s) > Math.max(0.004 * radius, 0.003)) off++;
      }
    }
    return off < 0.1 * 3 * triangles.length;
  }

  function fit(strips: readonly number[], concave: boolean, most: number): Cone | undefined {
    const ns = strips.map((f) => flats[f].normal);
    const mean: Vec3 = [0, 1, 2].map((k) => ns.reduce((s, n) => s + n[k], 0) / ns.length) as Vec3;
    let least = 1;
    for (const n of ns) least = Math.min(least, dot(n, ns[0]));
    const about = least > Math.cos((25 * Math.PI) / 180) ? [0, 0, 0] : mean;
    let { axis, lean } = leastAlong(ns, about);
    if (about === mean && Math.abs(lean) < LEAST_TAPER) ({ axis, lean } = leastAlong(ns, [0, 0, 0]));
    if (about !== mean || Math.abs(lean) < LEAST_TAPER) lean = 0;
    if (ns.some((n) => Math.abs(dot(n, axis) - lean) > 0.02) || Math.abs(lean) > 0.97) return undefined;
    // A surface whose normals lean along the axis narrows that way when it looks outwards, and widens when it looks inwards.
    const k = (concave ? 1 : -1) * (lean / Math.sqrt(1 - lean * lean));
    const points: Vec3[] = [];
    const step = Math.max(1, Math.floor((3 * strips.reduce((s, f) => s + flats[f].triangles.length, 0)) / most));
    let n = 0;
    for (const f of strips) for (const t of flats[f].triangles) if (n++ % step === 0) { for (let e = 0; e < 3; e++) points.push(corner(t * 3 + e)); }
    effort += 6 * points.length;
    const round = circleOrCone(points, axis, k);
    if (!round || !(round.radius > 0.02)) return undefined;
    const cone: Cone = { axis, lean, concave, at: round.at, radius: round.radius, taper: round.taper };
    const off = points.filter((p) => !isOn(cone, p)).length;
    return off > 0.02 * points.length ? undefined : cone;
  }

  function describe(cone: Cone, strips: readonly number[]): Round | undefined {
    const { axis, at } = cone;
    const [right, back] = frameFor(axis);
    const covered = new Uint8Array(720);
    let low = Infinity, high = -Infinity, area = 0;
    const triangles: number[] = [];
    for (const f of strips) {
      area += flats[f].area_mm2;
      let from = Infinity, to = -Infinity;
      const n = flats[f].normal;
      const middle = Math.atan2((cone.concave ? -1 : 1) * dot(n, back), (cone.concave ? -1 : 1) * dot(n, right));
      for (const t of flats[f].triangles) {
        triangles.push(t);
        for (let e = 0; e < 3; e++) {
          const p = corner(t * 3 + e);
          const d: Vec3 = [p[0] - at[0], p[1] - at[1], p[2] - at[2]];
          const s = dot(d, axis);
          low = Math.min(low, s);
          high = Math.max(high, s);
          if (cone.radius + cone.taper * s < 0.05 * cone.radius) continue;
          let turn = Math.atan2(dot(d, back), dot(d, right)) - middle;
          turn -= 2 * Math.PI * Math.round(turn / (2 * Math.PI));
          from = Math.min(from, turn);
          to = Math.max(to, turn);
        }
      }
      for (let i = Math.floor(((middle + from) * 360) / Math.PI + 0.5); i < ((middle + to) * 360) / Math.PI - 0.5; i++) covered[((i % 720) + 720) % 720] = 1;
    }
    const turn_deg = covered.reduce((s, c) => s + c, 0) / 2;
    const length_mm = high - low, mid = (low + high) / 2;
    const radius_mm = cone.radius + cone.taper * mid;
    const slant = length_mm * Math.hypot(1, cone.taper);
    // Three triangles lie on some cylinder or other, and so does a wall between two broken edges.
    if (strips.length < 4 || (turn_deg < PARTIAL && !isClose(cone, triangles))) return undefined;
    if (!(length_mm > 1e-3) || turn_deg < 12 || area < 0.3 * (turn_deg / 180) * Math.PI * Math.max(radius_mm, 0.01) * slant) return undefined;
    let x = 0, y = 0;
    for (let i = 0; i < 720; i++) {
      if (!covered[i]) continue;
      x += Math.cos((i * Math.PI) / 360);
      y += Math.sin((i * Math.PI) / 360);
    }
    return {
      axis: axis.map((a) => (Math.abs(a) < 1e-6 ? 0 : a)) as Vec3,
      point: at.map((c, k) => c + axis[k] * mid) as Vec3,
      radius_mm,
      taper: cone.taper,
      length_mm,
      concave: cone.concave,
      turn_deg,
      facing: unit([0, 1, 2].map((k) => right[k] * x + back[k] * y)),
      area_mm2: area,
      triangles,
    };
  }
}

/** Direction in which unit vectors vary least about a place, and how far they lean that way in the mean. */
function leastAlong(ns: readonly Vec3[], about: readonly number[]): { axis: Vec3; lean: number } {
  const spread = new Matrix(3, 3);
  for (const n of ns) {
    const d = [n[0] - about[0], n[1] - about[1], n[2] - about[2]];
    for (let a = 0; a < 3; a++) for (let b = 0; b < 3; b++) spread.set(a, b, spread.get(a, b) + d[a] * d[b]);
  }
  const eigen = new EigenvalueDecomposition(spread, { assumeSymmetric: true });
  const values = eigen.realEigenvalues;
  const axis = unit(eigen.eigenvectorMatrix.getColumn(values.indexOf(Math.min(...values))));
  return { axis, lean: ns.reduce((s, n) => s + dot(n, axis), 0) / ns.length };
}

/** The longest stretch of a list whose members all pass. */
function longestRun<T>(list: readonly T[], passes: (x: T, i: number) => boolean): T[] {
  let best: T[] = [], run: T[] = [];
  list.forEach((x, i) => {
    run = passes(x, i) ? [...run, x] : [];
    if (run.length > best.length) best = run;
  });
  return best;
}
