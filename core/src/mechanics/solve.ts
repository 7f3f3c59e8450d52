import type { Matrix } from 'ml-matrix';
import { type Brick, brickOf, enlarged, MechanicsError } from './brick';
import { type Grid, number } from './grid';

/** Nodes of the coarsest grid, at most: it is solved directly. */
const COARSEST = 420;
/** Steps of the smoother before and after each visit to a coarser grid, and what part of the spectrum it has to flatten. */
const SMOOTHING = 3, SMOOTHED = 6;
const MOST_STEPS = 600;

const NOTHING = new Float64Array();

/** One of the materials that bricks are filled with. */
export interface Stuff {
  stiffness: Matrix;
  /** Of each brick, how much of the stiffness of one that is full of it. */
  factor: Float32Array;
}
type Filled = Stuff & { brick: Brick };

/** Stiffnesses of bricks that hold several materials. */
interface Mixtures {
  /** Of each brick, where its own begins; −1 where the first material is alone in it. */
  at: Int32Array;
  blocks: Float64Array;
}
/** Up to so many bricks mixtures are kept: 576 bytes each. Beyond, they are added up at every step. */
const MOST_MIXED = 60_000;

/** One grid of the hierarchy. */
interface Level {
  grid: Grid;
  /** What its bricks are filled with: their stiffnesses add up. */
  stuffs: readonly Filled[];
  /** 1 for a direction of a node that is held. */
  held: Uint8Array;
  inverse: Float32Array;
  /** No eigenvalue of the scaled operator is larger: that of a single brick is the bound, since each is a sum over bricks. */
  largest: number;
  /** Sums for the bricks that hold several, made once where there is room for them. */
  mixtures?: Mixtures;
  /** Room to work in. */
  a: Float64Array;
  b: Float64Array;
  c: Float64Array;
  x: Float64Array;
  /** What is to be answered; of the finest grid it comes from outside. */
  r: Float64Array;
  direct?: Factored;
  /** Along which axes the next coarser grid has bricks of double edge: 2, else 1. */
  steps: Steps;
}
type Steps = readonly [number, number, number];

export interface SolveOptions {
  /** Residual over load. */
  tolerance?: number;
  /** Called once a step; throwing ends the work. */
  progress?: (steps: number, residual: number) => void;
  /** Displacements of like systems on the same nodes: it starts from the mixture of them that comes nearest. */
  like?: readonly Float64Array[];
}

/**
 * Linear elasticity on a grid of bricks, without a matrix: conjugate gradients with a V-cycle over ever coarser grids (bricks of double edge, the stiffness of
 * eight averaged), smoothed by Chebyshev polynomials. One hierarchy serves every load that is held in the same way.
 */
export class Elasticity {
  private readonly levels: Level[] = [];

  /** @param stuffs at least one. @param held 1 for each direction of each node that is held */
  constructor(grid: Grid, stuffs: readonly Stuff[], held: Uint8Array) {
    if (!held.some((x) => x)) throw new MechanicsError('Nothing holds the part: say where it is fixed or rests.');
    let level = this.level(grid, stuffs.map((f) => ({ ...f, brick: brickOf(f.stiffness, grid.size) })), held, true);
    this.levels.push(level);
    while (level.grid.count > COARSEST) {
      const next = this.coarser(level);
      if (next.grid.count >= 0.7 * level.grid.count) break;
      this.levels.push(level = next);
    }
    const last = this.levels.at(-1)!;
    if (last.grid.count <= 3 * COARSEST) last.direct = factorised(last);
  }

  /** Displacements, mm, of forces on the nodes, N. @throws MechanicsError where the load is not borne */
  solve(
    force: Float64Array,
    { tolerance = 1e-5, progress = () => undefined, like = [] }: SolveOptions = {},
  ): { u: Float64Array; steps: number; residual: number } {
    const [top] = this.levels;
    const n = force.length;
    const r = Float64Array.from(force, (x, i) => (top.held[i] ? 0 : x));
    // Between two cycles the room of the finest grid is free.
    const u = new Float64Array(n), p = new Float64Array(n), q = top.a;
    const size = Math.sqrt(dot(r, r));
    if (size === 0) return { u, steps: 0, residual: 0 };
    this.startFrom(like, u, r);
    if (Math.sqrt(dot(r, r)) < tolerance * size) return { u, steps: 0, residual: Math.sqrt(dot(r, r)) / size };
    const z = this.cycle(0, r);
    p.set(z);
    let rz = dot(r, z);
    for (let steps = 1; steps <= MOST_STEPS; steps++) {
      this.apply(top, p, q);
      const pq = dot(p, q);
      if (!(pq > 0)) throw new MechanicsError('The part can move away under this load: it is not held in every direction.');
      const alpha = rz / pq;
      for (let i = 0; i < n; i++) {
        u[i] += alpha * p[i];
        r[i] -= alpha * q[i];
      }
      const residual = Math.sqrt(dot(r, r)) / size;
      progress(steps, residual);
      if (residual < tolerance) return { u, steps, residual };
      if (!Number.isFinite(residual)) break;
      const s = this.cycle(0, r);
      const now = dot(r, s);
      const beta = now / rz;
      rz = now;
      for (let i = 0; i < n; i++) p[i] = s[i] + beta * p[i];
    }
    throw new MechanicsError('No balance was found: the part is not held in every direction, or hangs together by a thread.');
  }

  /**
   * u becomes the mixture of given displacements that has the least energy under the load r, and r what it leaves of the load: wᵢ · K wⱼ = 0 by Gram and Schmidt,
   * u = Σ (wᵢ · r) wᵢ / (wᵢ · K wᵢ). Solutions that differ in a few figures only lie near each other's mixtures: a few of them spare most of the steps.
   */
  private startFrom(like: readonly Float64Array[], u: Float64Array, r: Float64Array): void {
    const [top] = this.levels;
    const kept: { w: Float64Array; k: Float64Array }[] = [];
    for (const given of like) {
      const w = Float64Array.from(given, (x, i) => (top.held[i] ? 0 : x)), k = new Float64Array(w.length);
      this.apply(top, w, k);
      const whole = dot(w, k);
      for (const o of kept) {
        const part = dot(w, o.k);
        add(w, -part, o.w);
        add(k, -part, o.k);
      }
      const energy = dot(w, k);
      // What is left of one that the others already hold is rounding.
      if (!(energy > 1e-9 * whole)) continue;
      const scale = 1 / Math.sqrt(energy);
      for (let i = 0; i < w.length; i++) {
        w[i] *= scale;
        k[i] *= scale;
      }
      kept.push({ w, k });
      const share = dot(w, r);
      add(u, share, w);
      add(r, -share, k);
    }
  }

  /** Forces with which the bricks hold displacements up, on every node, N. */
  forces(u: Float64Array): Float64Array {
    const [top] = this.levels;
    const out = new Float64Array(u.length);
    this.add(top, u, out);
    return out;
  }

  /** Adds the forces that a heating puts on the nodes of bricks that want to grow. @param expansion 1/K along each axis */
  warm(expansion: readonly number[], dt: number, force: Float64Array): void {
    const { grid: { nodes, bricks }, stuffs } = this.levels[0];
    for (const { factor, brick } of stuffs) {
      for (let b = 0; b < bricks; b++) {
        for (let k = 0; k < 24; k++)
          for (let a = 0; a < 3; a++) force[3 * nodes[8 * b + Math.floor(k / 3)] + (k % 3)] += factor[b] * brick.thermal[a][k] * expansion[a] * dt;
      }
    }
  }

  private level(grid: Grid, stuffs: readonly Filled[], held: Uint8Array, finest = false): Level {
    const n = 3 * grid.count;
    const diagonal = new Float64Array(n);
    for (const { factor, brick } of stuffs) {
      for (let b = 0; b < grid.bricks; b++)
        for (let k = 0; k < 8; k++) for (let a = 0; a < 3; a++) diagonal[3 * grid.nodes[8 * b + k] + a] += factor[b] * brick.diagonal[a];
    }
    const room = (): Float64Array => new Float64Array(n);
    return {
      grid,
      stuffs,
      held,
      inverse: Float32Array.from(diagonal, (d, i) => (held[i] || d === 0 ? 0 : 1 / d)),
      largest: Math.max(...stuffs.map(({ brick }) => brick.largest)),
      ...(stuffs.length > 1 && grid.bricks <= MOST_MIXED && { mixtures: mixturesOf(stuffs, grid.bricks) }),
      a: room(),
      b: room(),
      c: room(),
      x: room(),
      r: finest ? NOTHING : room(),
      steps: stepsOf(grid.n),
    };
  }

  /** Bricks become one of double edge; a node is held where one of those around it is. */
  private coarser(level: Level): Level {
    const { grid: g, stuffs, held, steps } = level;
    const n = g.n.map((x, a) => Math.ceil(x / steps[a])) as [number, number, number];
    const of = steps[0] * steps[1] * steps[2];
    const parent = (b: number): number => {
      const [x, y, z] = [0, 1, 2].map((a) => g.brickPlace[3 * b + a] >> (steps[a] - 1));
      return (z * n[1] + y) * n[0] + x;
    };
    // Everything that holds anything counts: no brick of a coarser grid is left out.
    const full = new Float32Array(n[0] * n[1] * n[2]);
    for (let b = 0; b < g.bricks; b++) if (stuffs.some(({ factor }) => factor[b] > 0)) full[parent(b)] = 1;
    const grid = number(n, g.size.map((s, a) => steps[a] * s) as [number, number, number], g.low, full);
    const all = steps.every((s) => s === steps[0]);
    const own = stuffs.map(({ stiffness, factor, brick }): Filled => {
      const mean = new Float32Array(grid.bricks);
      for (let b = 0; b < g.bricks; b++) if (factor[b] > 0) mean[grid.brickAt[parent(b)]] += factor[b] / of;
      return { stiffness, factor: mean, brick: all ? enlarged(brick, steps[0]) : brickOf(stiffness, grid.size) };
    });
    const ownHeld = new Uint8Array(3 * grid.count);
    for (let k = 0; k < g.count; k++) {
      for (let a = 0; a < 3; a++)
        if (held[3 * k + a]) parentsOf(g, grid, steps, k, (p) => (ownHeld[3 * p + a] = 1));
    }
    return this.level(grid, own, ownHeld);
  }

  /** out = K u with held directions left alone. */
  private apply(level: Level, u: Float64Array, out: Float64Array): void {
    out.fill(0);
    this.add(level, u, out);
    const { held } = level;
    for (let i = 0; i < out.length; i++) if (held[i]) out[i] = 0;
  }

  /** out += K u, brick by brick in the basis of sums and differences. */
  private add({ grid: { nodes, bricks }, stuffs, mixtures }: Level, u: Float64Array, out: Float64Array): void {
    const w = new Float64Array(24), y = new Float64Array(24), sum = new Float64Array(72);
    const [{ factor, brick }] = stuffs;
    for (let e = 0; e < bricks; e++) {
      let scale = factor[e], blocks = brick.blocks, base = 0;
      if (mixtures) {
        if (mixtures.at[e] >= 0) {
          scale = 1;
          blocks = mixtures.blocks;
          base = mixtures.at[e];
        }
      } else if (stuffs.length > 1 && isMixed(stuffs, e)) {
        mix(stuffs, e, sum, 0);
        scale = 1;
        blocks = sum;
      }
      const first = 8 * e;
      const n0 = 3 * nodes[first], n1 = 3 * nodes[first + 1], n2 = 3 * nodes[first + 2], n3 = 3 * nodes[first + 3];
      const n4 = 3 * nodes[first + 4], n5 = 3 * nodes[first + 5], n6 = 3 * nodes[first + 6], n7 = 3 * nodes[first + 7];
      // Eight values at the nodes → sums and differences along x, then y, then z.
      for (let k = 0; k < 3; k++) {
        const u0 = u[n0 + k], u1 = u[n1 + k], u2 = u[n2 + k], u3 = u[n3 + k], u4 = u[n4 + k], u5 = u[n5 + k], u6 = u[n6 + k], u7 = u[n7 + k];
        const a = u0 + u1, b = u1 - u0, c = u2 + u3, d = u3 - u2, f = u4 + u5, g = u5 - u4, h = u6 + u7, i = u7 - u6;
        const ac = a + c, ca = c - a, bd = b + d, db = d - b, fh = f + h, hf = h - f, gi = g + i, ig = i - g;
        const o = 8 * k;
        w[o] = ac + fh;
        w[o + 1] = bd + gi;
        w[o + 2] = ca + hf;
        w[o + 3] = db + ig;
        w[o + 4] = fh - ac;
        w[o + 5] = gi - bd;
        w[o + 6] = hf - ca;
        w[o + 7] = ig - db;
      }
      for (let p = 0; p < 8; p++) {
        const o = base + 9 * p, x = scale * w[p ^ 1], v = scale * w[8 + (p ^ 2)], t = scale * w[16 + (p ^ 4)];
        y[p ^ 1] = blocks[o] * x + blocks[o + 1] * v + blocks[o + 2] * t;
        y[8 + (p ^ 2)] = blocks[o + 3] * x + blocks[o + 4] * v + blocks[o + 5] * t;
        y[16 + (p ^ 4)] = blocks[o + 6] * x + blocks[o + 7] * v + blocks[o + 8] * t;
      }
      // The transpose of it, back onto the nodes.
      for (let k = 0; k < 3; k++) {
        const o = 8 * k;
        const y0 = y[o], y1 = y[o + 1], y2 = y[o + 2], y3 = y[o + 3], y4 = y[o + 4], y5 = y[o + 5], y6 = y[o + 6], y7 = y[o + 7];
        const a = y0 - y4, f = y0 + y4, b = y1 - y5, g = y1 + y5, c2 = y2 - y6, h = y2 + y6, d = y3 - y7, i = y3 + y7;
        const ac = a - c2, ca = a + c2, bd = b - d, db = b + d, fh = f - h, hf = f + h, gi = g - i, ig = g + i;
        out[n0 + k] += ac - bd;
        out[n1 + k] += ac + bd;
        out[n2 + k] += ca - db;
        out[n3 + k] += ca + db;
        out[n4 + k] += fh - gi;
        out[n5 + k] += fh + gi;
        out[n6 + k] += hf - ig;
        out[n7 + k] += hf + ig;
      }
    }
  }

  /** One V-cycle for a residual. The answer lies in the level's own room. */
  private cycle(k: number, r: Float64Array): Float64Array {
    const level = this.levels[k];
    const { x, a, held } = level;
    if (level.direct) {
      for (let i = 0; i < x.length; i++) x[i] = held[i] ? 0 : r[i];
      solveWith(level.direct, x);
      return x;
    }
    x.fill(0);
    this.smooth(level, r, x, true);
    if (k + 1 === this.levels.length) return x;
    this.apply(level, x, a);
    for (let i = 0; i < a.length; i++) a[i] = held[i] ? 0 : r[i] - a[i];
    const coarse = this.levels[k + 1];
    restrict(level, a, coarse);
    const e = this.cycle(k + 1, coarse.r);
    prolong(level, e, coarse.grid);
    this.smooth(level, r, x, false);
    return x;
  }

  /** Chebyshev steps on the scaled operator over its upper spectrum. @param fresh x is nothing yet */
  private smooth({ inverse, largest, a, b, c }: Level, r: Float64Array, x: Float64Array, fresh: boolean): void {
    const level = this.levels.find((l) => l.x === x)!;
    const high = largest, low = high / SMOOTHED;
    const middle = (high + low) / 2, half = (high - low) / 2;
    const n = x.length;
    let rho = half / middle;
    const residual = (): void => {
      this.apply(level, x, a);
      for (let i = 0; i < n; i++) b[i] = inverse[i] * (r[i] - a[i]);
    };
    if (fresh) { for (let i = 0; i < n; i++) b[i] = inverse[i] * r[i]; }
    else residual();
    for (let i = 0; i < n; i++) c[i] = b[i] / middle;
    for (let i = 0; i < n; i++) x[i] += c[i];
    for (let k = 1; k < SMOOTHING; k++) {
      residual();
      const next = 1 / (2 * (middle / half) - rho);
      for (let i = 0; i < n; i++) {
        c[i] = next * rho * c[i] + ((2 * next) / half) * b[i];
        x[i] += c[i];
      }
      rho = next;
    }
  }
}

const isMixed = (stuffs: Level['stuffs'], e: number): boolean => stuffs.some(({ factor }, i) => i > 0 && factor[e] > 0);

/** The stiffness of all that a brick holds, from `base` on. */
function mix(stuffs: Level['stuffs'], e: number, into: Float64Array, base: number): void {
  into.fill(0, base, base + 72);
  for (const { factor, brick } of stuffs) {
    const part = factor[e];
    if (part > 0) { for (let i = 0; i < 72; i++) into[base + i] += part * brick.blocks[i]; }
  }
}

function mixturesOf(stuffs: Level['stuffs'], bricks: number): Mixtures {
  const at = new Int32Array(bricks).fill(-1);
  let count = 0;
  for (let e = 0; e < bricks; e++) if (isMixed(stuffs, e)) at[e] = 72 * count++;
  const blocks = new Float64Array(72 * count);
  for (let e = 0; e < bricks; e++) if (at[e] >= 0) mix(stuffs, e, blocks, at[e]);
  return { at, blocks };
}

/**
 * Lower triangle L of a matrix L Lᵀ, row after row, each from its first number that is not nothing: that of row i and column j lies at `at[i] + j`.
 * The general packages take a hundred times as long.
 */
interface Factored {
  l: Float64Array;
  at: Int32Array;
  first: Uint32Array;
  order: Uint32Array;
}

/** The whole matrix of a level, put together from its bricks' own, as its triangle. */
function factorised({ grid, held, inverse, stuffs }: Level): Factored {
  const n = 3 * grid.count;
  // Numbered along the longest side, what is coupled is near: little of the triangle is not nothing.
  const long = [0, 1, 2].reduce((a, b) => (grid.n[b] > grid.n[a] ? b : a));
  const nodes = Uint32Array.from({ length: grid.count }, (_, k) => k).sort((a, b) => grid.nodePlace[3 * a + long] - grid.nodePlace[3 * b + long]);
  const order = Uint32Array.from({ length: n }, (_, i) => 3 * nodes[Math.floor(i / 3)] + (i % 3));
  const row = new Int32Array(n);
  order.forEach((d, i) => (row[d] = held[d] || !inverse[d] ? -1 : i));
  const rows = new Int32Array(24);
  /** Rows of a brick's 24 directions; −1 where it is held. */
  const rowsOf = (e: number): Int32Array => {
    for (let k = 0; k < 8; k++) for (let a = 0; a < 3; a++) rows[3 * k + a] = row[3 * grid.nodes[8 * e + k] + a];
    return rows;
  };
  const first = Uint32Array.from({ length: n }, (_, i) => i);
  for (let e = 0; e < grid.bricks; e++) {
    const least = rowsOf(e).reduce((m, r) => (r >= 0 && r < m ? r : m), n);
    for (const r of rows) if (r >= 0 && least < first[r]) first[r] = least;
  }
  const at = new Int32Array(n);
  let room = 0;
  for (let i = 0; i < n; i++) {
    at[i] = room - first[i];
    room += i - first[i] + 1;
  }
  const l = new Float64Array(room);
  for (const { factor, brick: { whole } } of stuffs) {
    for (let e = 0; e < grid.bricks; e++) {
      const part = factor[e];
      if (!(part > 0)) continue;
      rowsOf(e);
      for (let i = 0; i < 24; i++) {
        const r = rows[i];
        if (r < 0) continue;
        for (let j = 0; j < 24; j++) if (rows[j] >= 0 && rows[j] <= r) l[at[r] + rows[j]] += part * whole[24 * i + j];
      }
    }
  }
  // Rounding alone must not make it indefinite.
  for (let i = 0; i < n; i++) l[at[i] + i] = row[order[i]] < 0 ? 1 : l[at[i] + i] * (1 + 1e-9);
  // Cholesky, row by row, in place.
  for (let i = 0; i < n; i++) {
    for (let j = first[i]; j <= i; j++) {
      let s = l[at[i] + j];
      for (let k = Math.max(first[i], first[j]), a = at[i], b = at[j]; k < j; k++) s -= l[a + k] * l[b + k];
      l[at[i] + j] = i === j ? Math.sqrt(Math.max(s, 1e-300)) : s / l[at[j] + j];
    }
  }
  return { l, at, first, order };
}

/** x becomes the answer for the right-hand side that it holds. */
function solveWith({ l, at, first, order }: Factored, x: Float64Array): void {
  const n = order.length;
  const y = Float64Array.from(order, (i) => x[i]);
  for (let i = 0; i < n; i++) {
    let s = y[i];
    for (let k = first[i]; k < i; k++) s -= l[at[i] + k] * y[k];
    y[i] = s / l[at[i] + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    const v = (y[i] /= l[at[i] + i]);
    for (let k = first[i]; k < i; k++) y[k] -= l[at[i] + k] * v;
  }
  for (let i = 0; i < n; i++) x[order[i]] = y[i];
}

/** a += s b */
function add(a: Float64Array, s: number, b: Float64Array): void {
  for (let i = 0; i < a.length; i++) a[i] += s * b[i];
}

function dot(a: Float64Array, b: Float64Array): number {
  let s = 0;
  for (let i = 0; i < a.length; i++) s += a[i] * b[i];
  return s;
}

/** One brick thick stays one brick thick: a plate made thicker and thinner filled would bend otherwise. */
const stepsOf = (n: Grid['n']): Steps => n.map((x) => (x > 1 ? 2 : 1)) as unknown as Steps;

/** The nodes of the coarser grid between which a node lies; each of them counts the same. Found anew each time: a list of them would be a sixth of all memory. */
function parentsOf({ nodePlace }: Grid, { n, nodeAt }: Grid, [sx, sy, sz]: Steps, k: number, take: (parent: number) => void): void {
  const x = nodePlace[3 * k], y = nodePlace[3 * k + 1], z = nodePlace[3 * k + 2];
  const [x0, y0, z0] = [x >> (sx - 1), y >> (sy - 1), z >> (sz - 1)];
  const [x1, y1, z1] = [x0 + (x & (sx - 1)), y0 + (y & (sy - 1)), z0 + (z & (sz - 1))];
  for (let c = z0; c <= z1; c++) for (let b = y0; b <= y1; b++) for (let a = x0; a <= x1; a++) take(nodeAt[(c * (n[1] + 1) + b) * (n[0] + 1) + a]);
}

/** How much each parent of a node counts, by how many of its coordinates lie between two of the coarser grid. */
const WEIGHTS = [1, 0.5, 0.25, 0.125];
const weightOf = ({ nodePlace: p }: Grid, [sx, sy, sz]: Steps, k: number): number =>
  WEIGHTS[(p[3 * k] & (sx - 1)) + (p[3 * k + 1] & (sy - 1)) + (p[3 * k + 2] & (sz - 1))];

function restrict({ grid, steps }: Level, from: Float64Array, coarse: Level): void {
  const { r: to, held } = coarse;
  to.fill(0);
  let x = 0, y = 0, z = 0;
  const add = (parent: number): void => {
    to[3 * parent] += x;
    to[3 * parent + 1] += y;
    to[3 * parent + 2] += z;
  };
  for (let k = 0; k < grid.count; k++) {
    const w = weightOf(grid, steps, k);
    x = w * from[3 * k];
    y = w * from[3 * k + 1];
    z = w * from[3 * k + 2];
    parentsOf(grid, coarse.grid, steps, k, add);
  }
  for (let i = 0; i < to.length; i++) if (held[i]) to[i] = 0;
}

function prolong({ grid, steps, x, held }: Level, from: Float64Array, coarse: Grid): void {
  let a = 0, b = 0, c = 0;
  const add = (parent: number): void => {
    a += from[3 * parent];
    b += from[3 * parent + 1];
    c += from[3 * parent + 2];
  };
  for (let k = 0; k < grid.count; k++) {
    a = b = c = 0;
    parentsOf(grid, coarse, steps, k, add);
    const w = weightOf(grid, steps, k);
    if (!held[3 * k]) x[3 * k] += w * a;
    if (!held[3 * k + 1]) x[3 * k + 1] += w * b;
    if (!held[3 * k + 2]) x[3 * k + 2] += w * c;
  }
}
