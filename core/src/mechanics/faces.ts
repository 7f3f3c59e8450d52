import { formatNumber } from '../quantity/quantity';
import { bvhOf } from '../shape/bvh';
import { facets } from '../shape/facets';
import { twins } from '../shape/half-edges';
import { extentOf, type Mesh } from '../shape/mesh';
import { patchFrom } from '../shape/patch';
import { dot, frameFor, unit, type Vec3 } from '../shape/turn';
import { MechanicsError } from './brick';
import type { Grid } from './grid';

/** A flat or round face of the part: the one on which a point lies, looking along a normal; or a part of it. */
export interface At {
  point: Vec3;
  normal?: Vec3;
  /** Only so far round the point, mm, as under a pad or a screw head: round the axis of the hole there, where the face has one. */
  within_mm?: number;
  /** Not the face: its edge that lies nearest to the point. */
  edge?: boolean;
}

/** What a load on the tool is pressed on by, or held by: places, each with the area (on an edge the length) that it stands for. */
interface Sample {
  p: Vec3;
  weight: number;
  /** Out of the part, square to the face. */
  normal: Vec3;
  /** Out of the part; at an edge between the faces that meet there. */
  out: Vec3;
}

/** What is under the head of a bolt: the axis of its hole at the face, out of the part; the hole and the head, radii; down to where the part ends. */
export interface Head {
  centre: Vec3;
  normal: Vec3;
  bore_mm: number;
  rim_mm: number;
  deep_mm: number;
}

/** A held face, cut into patches: what each is pushed with tells whether it stays on its seat. */
export interface Seat {
  /** Nodes, with the normal of the face at each. */
  nodes: { node: number; normal: Vec3; cell: number }[];
  /** Share of the face in each patch. */
  cells: number[];
  /** mm²; of an edge its length. */
  area_mm2: number;
}

/** How far beneath the surface a brick is looked for, in edges. */
const DEEPER = [1e-3, 0.3, 0.8, 1.5];
/** Largest step between places at which a face is pressed, in edges of a brick; on a spot also in its radius. */
const PRESSED_EVERY = 0.5, OF_SPOT = 0.2;
/** An edge runs on round a corner of less than this. */
const RUNS_ON = Math.cos((30 * Math.PI) / 180);
/** A rim is round where its corners lie on a circle to that share of its radius. */
const ROUND = 0.03;
/** Under the head of a bolt the pressure spreads at 30° (the usual cone of bolted joints), told apart from the rest down to so many radii of the head. */
const CONE = Math.tan((30 * Math.PI) / 180), CONE_DEEP = 3;
/** A seat is cut into so many patches along two of its sides. */
const PATCHES = 3;

/** A place is on the part to within this share of its diagonal; a face looks along a normal from this cosine on. */
const OFF = 0.02, LOOKS = 0.7;
/** Half a brick, and a hair. */
const HALF = 0.5 + 1e-6;

/** Faces of the part on its grid: pressed and held where they are. */
export class Faces {
  private readonly normals: Float32Array | Float64Array;
  private readonly areas: Float32Array | Float64Array;

  /** @param into the part's own axes to those of the grid */
  constructor(private readonly mesh: Mesh, private readonly grid: Grid, private readonly into: (p: readonly number[]) => Vec3) {
    const f = facets(mesh);
    this.normals = f.normals;
    this.areas = f.areas;
  }

  /** Triangles of the face at a point. @throws MechanicsError where the part has no such face there: it may have been picked on another mesh */
  private face(at: At | undefined): readonly number[] {
    if (!at) throw new MechanicsError('A load or support has no place.');
    const p = this.into(at.point);
    const { triangle, distance } = bvhOf(this.mesh).closest(...p);
    const where = at.point.map((x) => formatNumber(x, 3)).join(' / ');
    const { low, high } = extentOf(this.mesh.vertices);
    if (triangle < 0 || distance > OFF * Math.hypot(...high.map((h, a) => h - low[a])))
      throw new MechanicsError(`A load or hold was placed at ${where} mm, which is off the part: pick its place again.`);
    const n = at.normal && this.into(at.normal);
    const { list } = patchFrom(this.mesh, triangle);
    // A face that runs all round has no normal. At an edge the normal says which of the faces is meant.
    if (!n?.some((x) => x) || list.some((t) => this.along(t, n) > LOOKS)) return list;
    const around = this.near(p).find((t) => this.along(t, n) > LOOKS);
    if (around === undefined) throw new MechanicsError(`No face at ${where} mm looks the way of the one that was picked there: pick it again.`);
    return patchFrom(this.mesh, around).list;
  }

  private along = (t: number, n: Vec3): number => dot(this.normal(t), n) / (Math.hypot(...n) || 1);
  private normal = (t: number): Vec3 => [this.normals[3 * t], this.normals[3 * t + 1], this.normals[3 * t + 2]];
  private corner = (t: number, k: number): Vec3 => {
    const { vertices: v, indices: f } = this.mesh;
    const i = 3 * f[3 * t + (k % 3)];
    return [v[i], v[i + 1], v[i + 2]];
  };

  /** Triangles with a corner or side at a point. */
  private near(p: Vec3): number[] {
    const reach = 2 * Math.max(...this.grid.size);
    const out: number[] = [];
    for (let t = 0; t < this.mesh.indices.length / 3; t++) {
      const corners = [0, 1, 2].map((k) => this.corner(t, k));
      const meets = [0, 1, 2].every((a) => {
        const xs = corners.map((c) => c[a]);
        return Math.min(...xs) <= p[a] + reach && Math.max(...xs) >= p[a] - reach;
      });
      if (meets) out.push(t);
    }
    return out;
  }

  /** Places over a face, a spot of it, or one of its edges. */
  samples(at: At | undefined): Sample[] {
    const list = this.face(at);
    if (at?.edge) return this.alongEdge(list, this.into(at.point));
    if (!at?.within_mm) return this.over(list);
    const { centre } = this.middleOf(list, this.into(at.point), at.within_mm);
    const inside = this.over(list, { centre, within: at.within_mm });
    if (inside.length) return inside;
    // Smaller than anything that is looked at: all of it in one place.
    const { triangle } = bvhOf(this.mesh).closest(...centre);
    return [{ p: centre, weight: Math.PI * at.within_mm ** 2, normal: this.normal(triangle), out: this.normal(triangle) }];
  }

  /** Triangles are halved over their longest side until they are small beside a brick. */
  private over(list: readonly number[], spot?: { centre: Vec3; within: number }): Sample[] {
    const step = PRESSED_EVERY * Math.min(...this.grid.size);
    const step2 = Math.min(step, spot ? OF_SPOT * spot.within : step) ** 2;
    const out: Sample[] = [];
    for (const t of list) {
      const normal = this.normal(t);
      const halve = (a: Vec3, b: Vec3, c: Vec3, weight: number): void => {
        const [ab, bc, ca] = [off2(a, b), off2(b, c), off2(c, a)];
        const longest = Math.max(ab, bc, ca);
        const p: Vec3 = [(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3, (a[2] + b[2] + c[2]) / 3];
        const off = spot ? Math.sqrt(off2(p, spot.centre)) - spot.within : -1;
        if (longest <= step2) {
          if (off <= 0) out.push({ p, weight, normal, out: normal });
          return;
        }
        if (off > Math.sqrt(longest)) return;
        const [q, r, far] = longest === ab ? [a, b, c] : longest === bc ? [b, c, a] : [c, a, b];
        const m = middle(q, r);
        halve(q, m, far, weight / 2);
        halve(m, r, far, weight / 2);
      };
      halve(this.corner(t, 0), this.corner(t, 1), this.corner(t, 2), this.areas[t]);
    }
    return out;
  }

  /** Sides of a face that it does not share with itself, as corner pairs with the normal of its triangle. */
  private border(list: readonly number[]): (Pick<Sample, 'normal' | 'out'> & { a: Vec3; b: Vec3 })[] {
    const own = new Set(list), twin = twins(this.mesh);
    return list.flatMap((t) =>
      [0, 1, 2].flatMap((e) => {
        const g = twin[3 * t + e];
        const beside = Math.floor(g / 3);
        if (g >= 0 && own.has(beside)) return [];
        const normal = this.normal(t);
        const out = g < 0 ? normal : unit(normal.map((x, a) => x + this.normals[3 * beside + a]));
        return [{ a: this.corner(t, e), b: this.corner(t, e + 1), normal, out }];
      })
    );
  }

  private alongEdge(list: readonly number[], p: Vec3): Sample[] {
    const sides = this.border(list);
    if (!sides.length) throw new MechanicsError('This face runs all round: it has no edge.');
    const way = ({ a, b }: { a: Vec3; b: Vec3 }): Vec3 => {
      const l = Math.sqrt(off2(a, b)) || 1;
      return [(b[0] - a[0]) / l, (b[1] - a[1]) / l, (b[2] - a[2]) / l];
    };
    const nearest = sides.reduce((best, s) => (toSegment(p, s.a, s.b) < toSegment(p, best.a, best.b) ? s : best));
    const taken = new Set([nearest]);
    for (const s of taken) {
      for (const o of sides)
        if (!taken.has(o) && (off2(o.a, s.b) < 1e-12 || off2(o.b, s.a) < 1e-12) && dot(way(o), way(s)) >= RUNS_ON) taken.add(o);
    }
    const step = PRESSED_EVERY * Math.min(...this.grid.size);
    return [...taken].flatMap(({ a, b, normal, out }) => {
      const l = Math.sqrt(off2(a, b)), n = Math.max(1, Math.ceil(l / step));
      return Array.from({ length: n }, (_, k): Sample => {
        const t = (k + 0.5) / n;
        return { p: [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])], weight: l / n, normal, out };
      });
    });
  }

  /** The axis and radius of the hole in the face that a spot is round, else the point itself. */
  private middleOf(list: readonly number[], p: Vec3, within: number): { centre: Vec3; bore: number } {
    const round = loopsOf(this.border(list)).flatMap((loop) => {
      const c = [0, 1, 2].map((a) => loop.reduce((s, x) => s + x[a], 0) / loop.length) as Vec3;
      const radii = loop.map((x) => Math.sqrt(off2(x, c)));
      const r = radii.reduce((s, x) => s + x, 0) / radii.length;
      const isRound = loop.length >= 8 && radii.every((x) => Math.abs(x - r) <= ROUND * r);
      return isRound && r < within && off2(p, c) <= (within + r) ** 2 ? [{ centre: c, bore: r }] : [];
    });
    return round.sort((a, b) => off2(a.centre, p) - off2(b.centre, p))[0] ?? { centre: p, bore: 0 };
  }

  /** The brick at a place on the surface, looked for inwards, and where in it the place lies, 0 … 1. */
  private brick({ p, out }: Sample): { b: number; x: Vec3 } | undefined {
    const { low, size, n, brickAt } = this.grid;
    const cell = (a: number, deep: number): number => Math.max(0, Math.min(n[a] - 1, Math.floor((p[a] - deep * size[a] * out[a] - low[a]) / size[a])));
    const within = (a: number, at: number): number => Math.max(0, Math.min(1, (p[a] - low[a]) / size[a] - at));
    for (const deep of DEEPER) {
      const x = cell(0, deep), y = cell(1, deep), z = cell(2, deep);
      const b = brickAt[(z * n[1] + y) * n[0] + x];
      if (b >= 0) return { b, x: [within(0, x), within(1, y), within(2, z)] };
    }
    return undefined;
  }

  /** Nodes within half a brick of a place are held. @param rests only against moving in or out */
  hold(at: At, rests: boolean, held: Uint8Array, near: Uint8Array): Seat {
    const { nodes } = this.grid;
    const found = new Map<number, Vec3>();
    const samples = this.samples(at);
    for (const sample of samples) {
      const { p, normal, out } = sample;
      const brick = this.brick(sample);
      if (!brick) continue;
      for (let k = 0; k < 8; k++) {
        const node = nodes[8 * brick.b + k];
        near[node] = 1;
        if (this.offPlane(node, p, normal) > HALF || (out !== normal && this.offPlane(node, p, out) > HALF)) continue;
        if (!found.has(node)) found.set(node, normal);
        for (let a = 0; a < 3; a++) if (!rests || Math.abs(normal[a]) > 0.7) held[3 * node + a] = 1;
      }
    }
    if (!found.size) throw new MechanicsError('A support is not on the part, or so oblique that it holds along no axis.');
    return { ...this.seat(found), area_mm2: samples.reduce((s, { weight }) => s + weight, 0) };
  }

  /** How far a node is from the plane of the face at a place, in bricks along a normal of it; at an edge there are two. */
  private offPlane(node: number, p: Vec3, way: Vec3): number {
    const { nodePlace, low, size } = this.grid;
    let away = 0;
    for (let a = 0; a < 3; a++) away += Math.abs(((low[a] + nodePlace[3 * node + a] * size[a] - p[a]) * way[a]) / size[a]);
    return away;
  }

  private seat(found: ReadonlyMap<number, Vec3>): Omit<Seat, 'area_mm2'> {
    const { nodePlace, size } = this.grid;
    const place = (node: number): Vec3 => [0, 1, 2].map((a) => nodePlace[3 * node + a] * size[a]) as Vec3;
    const all = [...found.keys()].map(place);
    const low = [0, 1, 2].map((a) => Math.min(...all.map((p) => p[a])));
    const wide = [0, 1, 2].map((a) => Math.max(...all.map((p) => p[a])) - low[a]);
    // Along the two longer sides of what the face fills.
    const sides = [0, 1, 2].sort((a, b) => wide[b] - wide[a]).slice(0, 2);
    const numbers = new Map<number, number>();
    const nodes = [...found].map(([node, normal]) => {
      const p = place(node);
      const [i, j] = sides.map((a) => (wide[a] > 0 ? Math.min(PATCHES - 1, Math.floor((PATCHES * (p[a] - low[a])) / wide[a])) : 0));
      const key = i * PATCHES + j;
      if (!numbers.has(key)) numbers.set(key, numbers.size);
      return { node, normal, cell: numbers.get(key)! };
    });
    const cells = new Array<number>(numbers.size).fill(0);
    for (const { cell } of nodes) cells[cell] += 1 / nodes.length;
    return { nodes, cells };
  }

  /**
   * Put a load on the nodes under its place.
   * @param load N over the whole place, or MPa into it
   * @returns the area that is pressed, mm²: of an edge its length
   */
  press(at: At | undefined, load: { force_n: Vec3 } | { mpa: number }, what: string, force: Float64Array, touched: Uint8Array): number {
    // Pressure stands on an area: an edge has none.
    const samples = this.samples('mpa' in load && at ? { ...at, edge: false } : at);
    const whole = samples.reduce((s, { weight }) => s + weight, 0);
    const { nodes } = this.grid;
    let met = 0;
    const put: [number, number, readonly number[]][] = [];
    for (const sample of samples) {
      const found = this.brick(sample);
      if (!found) continue;
      met += sample.weight;
      const f = 'mpa' in load ? sample.normal.map((x) => -x * load.mpa * sample.weight) : load.force_n.map((x) => (x * sample.weight) / whole);
      const [x, y, z] = found.x;
      for (let k = 0; k < 8; k++) {
        const w = (k & 1 ? x : 1 - x) * (k & 2 ? y : 1 - y) * (k & 4 ? z : 1 - z);
        touched[nodes[8 * found.b + k]] = 1;
        if (w) put.push([nodes[8 * found.b + k], w, f]);
      }
    }
    if (!(met > 0)) throw new MechanicsError(`The load “${what}” is not on the part.`);
    // What lies on bricks that were left out presses on the others.
    const all = whole / met;
    for (const [node, w, f] of put) for (let a = 0; a < 3; a++) force[3 * node + a] += w * f[a] * all;
    return whole;
  }

  /**
   * Nodes in the cone that a head presses together beneath it: what stands there is a matter of the pressure on its face.
   * @param near nodes at what holds the part
   * @returns it is held beneath the head, and so not bent by the bolt
   */
  squeeze(at: At | undefined, touched: Uint8Array, near: Uint8Array): boolean {
    if (!at?.within_mm) return false;
    let backed = false;
    const { nodePlace, low, size, count } = this.grid;
    const list = this.face(at);
    const { centre: head } = this.middleOf(list, this.into(at.point), at.within_mm);
    const normal = this.normal(list[0]);
    for (let node = 0; node < count; node++) {
      const off = [0, 1, 2].map((a) => low[a] + nodePlace[3 * node + a] * size[a] - head[a]);
      const deep = -dot(off, normal);
      if (deep < -Math.max(...size)) continue;
      const aside = Math.sqrt(Math.max(0, dot(off, off) - deep ** 2));
      if (aside > at.within_mm + CONE * Math.max(0, deep)) continue;
      if (near[node]) backed = true;
      if (deep <= CONE_DEEP * at.within_mm) touched[node] = 1;
    }
    return backed;
  }

  /** How far each brick lies from the nearest of some places on the part, through the part, mm; without end where that is farther than `far`. */
  away(places: readonly At[], far: number): Float64Array {
    const { n, low, size, brickAt, brickPlace, bricks } = this.grid;
    const from = places.flatMap((at) => this.samples(at));
    const out = new Float64Array(bricks).fill(Infinity), of = new Int32Array(bricks);
    const queue: number[] = [];
    const reach = (b: number, sample: number): void => {
      const { p } = from[sample];
      const d = Math.hypot(...[0, 1, 2].map((a) => low[a] + (brickPlace[3 * b + a] + 0.5) * size[a] - p[a]));
      if (d > far || d >= out[b]) return;
      [out[b], of[b]] = [d, sample];
      queue.push(b);
    };
    from.forEach((sample, i) => {
      const found = this.brick(sample);
      if (found) reach(found.b, i);
    });
    // The array grows as it is gone through.
    for (const b of queue) {
      const [x, y, z] = [0, 1, 2].map((a) => brickPlace[3 * b + a]);
      for (let k = Math.max(0, z - 1); k <= Math.min(n[2] - 1, z + 1); k++)
        for (let j = Math.max(0, y - 1); j <= Math.min(n[1] - 1, y + 1); j++)
          for (let i = Math.max(0, x - 1); i <= Math.min(n[0] - 1, x + 1); i++) {
            const beside = brickAt[(k * n[1] + j) * n[0] + i];
            if (beside >= 0 && beside !== b) reach(beside, of[b]);
          }
    }
    return out;
  }

  /** What is under the head of a bolt; nothing for what is no spot of a face. */
  head(at: At | undefined): Head | undefined {
    if (!at?.within_mm) return undefined;
    const list = this.face(at);
    const { centre, bore } = this.middleOf(list, this.into(at.point), at.within_mm);
    const normal = this.normal(list[0]);
    const [a, b] = frameFor(normal);
    const ring = (bore + at.within_mm) / 2;
    // Where most lines beneath the ring leave the part: one that meets a hole across says nothing.
    const leaves = Array.from({ length: LINES }, (_, k) => {
      const turn = (2 * Math.PI * k) / LINES;
      const p = [0, 1, 2].map((i) => centre[i] + ring * (Math.cos(turn) * a[i] + Math.sin(turn) * b[i]) - 1e-3 * normal[i]);
      const { triangle, distance } = bvhOf(this.mesh).ray(p[0], p[1], p[2], -normal[0], -normal[1], -normal[2], Infinity);
      return triangle < 0 ? 0 : distance;
    }).sort((x, y) => x - y);
    return { centre, normal, bore_mm: bore, rim_mm: at.within_mm, deep_mm: leaves[LINES / 2] };
  }

  /** A few places of a face, far apart: how it moves as a whole is seen on them. */
  outline(at: At): Vec3[] {
    const all = this.samples(at).map(({ p }) => p);
    const chosen = [all.reduce((best, p) => (off2(p, this.into(at.point)) < off2(best, this.into(at.point)) ? p : best))];
    while (chosen.length < Math.min(OUTLINE, all.length)) {
      const clear = (p: Vec3): number => Math.min(...chosen.map((c) => off2(p, c)));
      chosen.push(all.reduce((best, p) => (clear(p) > clear(best) ? p : best)));
    }
    return chosen;
  }
}
const OUTLINE = 5;
/** Lines on which the depth beneath a head is looked for. */
const LINES = 12;

const off2 = (a: Vec3, b: Vec3): number => (a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;
const middle = (a: Vec3, b: Vec3): Vec3 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];

/** Square of the distance to a segment. */
function toSegment(p: Vec3, a: Vec3, b: Vec3): number {
  const l2 = off2(a, b) || 1e-300;
  const t = Math.max(0, Math.min(1, [0, 1, 2].reduce((s, k) => s + (p[k] - a[k]) * (b[k] - a[k]), 0) / l2));
  return off2(p, [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])]);
}

/** Corners of each closed loop of sides that follow one another. */
function loopsOf(sides: readonly { a: Vec3; b: Vec3 }[]): Vec3[][] {
  const key = (p: Vec3): string => p.map((x) => Math.round(x * 1e4)).join();
  const next = new Map(sides.map((s) => [key(s.a), s]));
  const out: Vec3[][] = [];
  while (next.size) {
    const loop: Vec3[] = [];
    let [at, side] = next.entries().next().value as [string, { a: Vec3; b: Vec3 } | undefined];
    while (side) {
      next.delete(at);
      loop.push(side.a);
      at = key(side.b);
      side = next.get(at);
    }
    out.push(loop);
  }
  return out;
}
