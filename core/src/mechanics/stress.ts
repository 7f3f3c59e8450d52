import type { Vec3 } from '../shape/turn';
import { Matrix, solve } from 'ml-matrix';
import { type Brick, SPOTS } from './brick';
import type { Grid } from './grid';
import type { Inside } from './inside';
import type { Pressed } from './slender';

/** A place in a brick at which a stress is read: one of its spots. */
export interface Spot {
  brick: number;
  spot: number;
}

/** Six stresses, MPa: xx, yy, zz, xy, yz, zx, with z across the layers. */
export type Stress = Float64Array;

/** Largest principal stress within the layers, by its size. */
export const withinLayers = (s: ArrayLike<number>): number => Math.abs((s[0] + s[1]) / 2) + Math.hypot((s[0] - s[1]) / 2, s[3]);
/** Stress across the layers, by its size. */
export const acrossLayers = (s: ArrayLike<number>): number => Math.abs(s[2]);

/** What touches a load or a hold works, how hard is not said: above any share. */
export const TOUCHED = 2;
/** A brick with less in it than this says nothing of the stress in it. */
const MOSTLY = 0.6;
/** One with more than this is full. */
const FULL = 0.95;
/** Places kept of each row: the most worked within the layers, across them, and the most pressed. */
const HOT = { inPlane: 5, across: 3, pressed: 16 } as const;
/** Places that are looked at for the largest stress: sharp inner corners come first and fall back when they are fitted. */
const LOOKED_AT = 48;
/** A sharp inside corner that works, in the axes of the grid, and with what share of the most worked place. */
export interface Corner {
  at: Vec3;
  share: number;
}
/** So many sharp inside corners of a row are looked at, and told where they work with this share of its most worked place. */
const CORNERS = 8, NEARLY = 0.5;
/** Rows are added up at no more places than that: the first of each row. */
export const MAX_SPOTS = 64;
/** Kept places lie at least so many patches apart. */
const APART = 1.5;
/** What is under such a part of the largest is not looked at. */
const LEAST_OF = 5;

/** The stresses of one row on a grid. */
export class Stresses {
  private readonly local = new Float64Array(24);
  private readonly s = new Float64Array(6);
  private readonly heat: number[];

  /** What a place sees is fitted over so far around it, mm. */
  private readonly patch: number;
  private readonly reach: readonly number[];

  /**
   * @param brick whose stress is read off the strain: the material, or where there is fibre a solid of its sheets, so that a stress is the strain in other words
   * @param inside what material sees of the stress of a solid brick; solid all over where it is left out
   * @param strain of free growth along the axes
   * @param patch_mm radius over which a stress is fitted: the same on every grid, so that a sharp inner corner, where stress has no end, reads the same
   */
  constructor(
    private readonly grid: Grid,
    private readonly brick: Brick,
    private readonly inside: Inside | undefined,
    private readonly u: Float64Array,
    strain: Vec3,
    patch_mm: number,
  ) {
    this.patch = patch_mm;
    this.reach = grid.size.map((x) => Math.floor(patch_mm / x));
    this.heat = [0, 1, 2, 3, 4, 5].map((k) =>
      strain[0] * brick.thermalStress[0][k] + strain[1] * brick.thermalStress[1][k] + strain[2] * brick.thermalStress[2][k]
    );
  }

  private take(b: number): void {
    const { nodes } = this.grid;
    for (let k = 0; k < 8; k++) {
      const node = 3 * nodes[8 * b + k];
      for (let a = 0; a < 3; a++) this.local[3 * k + a] = this.u[node + a];
    }
  }

  /** At a spot of the brick that was taken, as if it were solid. The answer is overwritten by the next. */
  private read(spot: number): Stress {
    const m = this.brick.stress[spot];
    for (let r = 0; r < 6; r++) {
      let x = -this.heat[r];
      for (let c = 0; c < 24; c++) x += m[24 * r + c] * this.local[c];
      this.s[r] = x;
    }
    return this.s;
  }

  /** What the material sees there. */
  private seen(b: number, spot: number): Stress {
    const s = this.read(spot);
    return this.inside?.seen(b, s) ?? s;
  }

  /**
   * Stress at a spot: a field that is linear in x, y and z, fitted to the strain at the spots of all bricks in the patch around it. Bending is met as it is; what
   * only a few bricks see is levelled.
   */
  at({ brick, spot }: Spot): number[] {
    const { n, size, brickAt, brickPlace, share } = this.grid;
    const place = [0, 1, 2].map((a) => brickPlace[3 * brick + a]);
    const origin = SPOTS[spot].map((x, a) => (x * size[a]) / 2);
    const a = Matrix.zeros(4, 4), b = Matrix.zeros(4, 6);
    for (let z = -this.reach[2]; z <= this.reach[2]; z++) {
      for (let y = -this.reach[1]; y <= this.reach[1]; y++) {
        for (let x = -this.reach[0]; x <= this.reach[0]; x++) {
          const off = [x * size[0], y * size[1], z * size[2]];
          const c = [place[0] + x, place[1] + y, place[2] + z];
          if (Math.hypot(...off) > this.patch || !c.every((k, i) => k >= 0 && k < n[i])) continue;
          const other = brickAt[(c[2] * n[1] + c[1]) * n[0] + c[0]];
          if (other < 0 || share[other] < MOSTLY) continue;
          this.take(other);
          for (let k = 0; k < this.spotsOf(other); k++) {
            const s = this.read(k);
            const q = [1, ...[0, 1, 2].map((i) => off[i] + (SPOTS[k][i] * size[i]) / 2 - origin[i])];
            for (let r = 0; r < 4; r++) {
              for (let i = 0; i < 4; i++) a.set(r, i, a.get(r, i) + q[r] * q[i]);
              for (let i = 0; i < 6; i++) b.set(r, i, b.get(r, i) + q[r] * s[i]);
            }
          }
        }
      }
    }
    // Where all lies in a plane or is one point, what is not known of the field is taken as level.
    for (let r = 1; r < 4; r++) a.set(r, r, a.get(r, r) + 1e-6 * size[r - 1] ** 2);
    const s = solve(a, b).getRow(0);
    return this.inside?.seen(brick, s) ?? s;
  }

  /** Of a brick through which the surface runs the outer spots may lie in the air: only its middle speaks. */
  private spotsOf(b: number): number {
    return this.grid.share[b] < FULL ? 1 : SPOTS.length;
  }

  /** Middle of a brick, mm. */
  private middle(b: number): Vec3 {
    const { low, size, brickPlace } = this.grid;
    return [0, 1, 2].map((a) => low[a] + (brickPlace[3 * b + a] + 0.5) * size[a]) as Vec3;
  }

  /**
   * The largest stresses over bricks that are mostly full and touch no load or hold, and the places that a sum of rows is to be looked at.
   * @param works the share of its most worked place that each brick sees: the largest of all rows
   * @param sharp places along each sharp inside corner of the part
   */
  peaks(
    touched: Uint8Array,
    works: Float32Array,
    sharp: readonly (readonly Vec3[])[] = [],
  ): { inPlane: number; across: number; at: Vec3; hot: Spot[]; pressed: Pressed[]; inCorner: boolean; corners: Corner[] } {
    const { nodes, share, bricks } = this.grid;
    const where: number[] = [];
    const inPlane: number[] = [], across: number[] = [], least: number[] = [], spotIn: number[] = [], spotAcross: number[] = [];
    for (let b = 0; b < bricks; b++) {
      let skip = share[b] < MOSTLY;
      for (let k = 0; k < 8; k++) if (touched[nodes[8 * b + k]]) skip = true;
      if (skip) {
        works[b] = TOUCHED;
        continue;
      }
      this.take(b);
      let mostIn = 0, mostAcross = 0, low = 0, kIn = 0, kAcross = 0;
      for (let k = 0; k < this.spotsOf(b); k++) {
        const s = this.seen(b, k);
        const x = withinLayers(s), z = acrossLayers(s);
        if (x > mostIn) [mostIn, kIn] = [x, k];
        if (z > mostAcross) [mostAcross, kAcross] = [z, k];
        if (!k) low = Math.min(s[2], (s[0] + s[1]) / 2 - Math.hypot((s[0] - s[1]) / 2, s[3]));
      }
      where.push(b);
      inPlane.push(mostIn);
      across.push(mostAcross);
      least.push(-low);
      spotIn.push(kIn);
      spotAcross.push(kAcross);
    }
    const fitted = (values: readonly number[], spot: readonly number[], of: (s: readonly number[]) => number): (Spot & { is: number })[] =>
      this.top(where, values, LOOKED_AT)
        .map((i) => ({ brick: where[i], spot: spot[i], is: of(this.at({ brick: where[i], spot: spot[i] })) }))
        .sort((p, q) => q.is - p.is);
    const within = fitted(inPlane, spotIn, withinLayers), through = fitted(across, spotAcross, acrossLayers);
    const [a, c] = [within[0]?.is ?? 0, through[0]?.is ?? 0];
    const most = Math.hypot(a, c);
    if (most > 0) where.forEach((b, i) => (works[b] = Math.max(works[b], Math.min(1, Math.hypot(inPlane[i], across[i]) / most))));
    const hit = (a >= c ? within : through)[0];
    const hot = [...within.slice(0, HOT.inPlane), ...through.slice(0, HOT.across)].map(({ brick, spot }): Spot => ({ brick, spot }));
    const pressed = this.top(where, least, HOT.pressed).map((i): Pressed => ({ at: this.middle(where[i]), way: this.leastWay(where[i]) }));
    const at = hit ? this.place(hit) : this.middle(0);
    // Of the strength in its direction nothing is known here: each direction is measured by its own peak.
    const ofPeak = (x: number, z: number): number => Math.max(a > 0 ? x / a : 0, c > 0 ? z / c : 0);
    const reach = APART * Math.max(this.patch, ...this.grid.size);
    const isBeside = (line: readonly Vec3[]): boolean => line.some((p) => Math.hypot(...p.map((x, k) => x - at[k])) <= reach);
    const index = new Map(where.map((b, i) => [b, i]));
    const corners = sharp
      .filter((line) => !isBeside(line))
      .flatMap((line) => {
        const near = [...this.bricksAt(line)].flatMap((b) => index.get(b) ?? []);
        const worked = (i: number): number => ofPeak(inPlane[i], across[i]);
        const most = near.reduce((best, i) => (best < 0 || worked(i) > worked(best) ? i : best), -1);
        if (most < 0) return [];
        const spot = ofPeak(inPlane[most], 0) >= ofPeak(0, across[most]) ? spotIn[most] : spotAcross[most];
        return [{ brick: where[most], spot, worked: worked(most) }];
      })
      .sort((p, q) => q.worked - p.worked)
      .slice(0, CORNERS)
      .map(({ brick, spot }): Corner => {
        const s = this.at({ brick, spot });
        return { at: this.place({ brick, spot }), share: Math.min(1, ofPeak(withinLayers(s), acrossLayers(s))) };
      })
      .filter((corner) => corner.share >= NEARLY);
    return { inPlane: a, across: c, at, hot, pressed, inCorner: sharp.some(isBeside), corners: corners.sort((p, q) => q.share - p.share) };
  }

  /** Bricks that lie at places, or beside them. */
  private bricksAt(places: readonly Vec3[]): Set<number> {
    const { low, size, n, brickAt } = this.grid;
    const out = new Set<number>();
    for (const p of places) {
      const [x, y, z] = [0, 1, 2].map((k) => Math.floor((p[k] - low[k]) / size[k]));
      for (let k = Math.max(0, z - 1); k <= Math.min(n[2] - 1, z + 1); k++)
        for (let j = Math.max(0, y - 1); j <= Math.min(n[1] - 1, y + 1); j++)
          for (let i = Math.max(0, x - 1); i <= Math.min(n[0] - 1, x + 1); i++) {
            const b = brickAt[(k * n[1] + j) * n[0] + i];
            if (b >= 0) out.add(b);
          }
    }
    return out;
  }

  /** Compression along a way in the brick at a place, MPa. */
  pressure(p: Vec3, [x, y, z]: Vec3): number {
    const { low, size, n, brickAt } = this.grid;
    const at = [0, 1, 2].map((a) => Math.max(0, Math.min(n[a] - 1, Math.floor((p[a] - low[a]) / size[a]))));
    const b = brickAt[(at[2] * n[1] + at[1]) * n[0] + at[0]];
    if (b < 0) return 0;
    this.take(b);
    const s = this.seen(b, 0);
    return -(s[0] * x * x + s[1] * y * y + s[2] * z * z + 2 * (s[3] * x * y + s[4] * y * z + s[5] * z * x));
  }

  /** Along which way a brick is pressed most. */
  private leastWay(b: number): Vec3 {
    this.take(b);
    const s = this.seen(b, 0);
    const inLayer = (s[0] + s[1]) / 2 - Math.hypot((s[0] - s[1]) / 2, s[3]);
    if (s[2] < inLayer) return [0, 0, 1];
    const most = Math.atan2(2 * s[3], s[0] - s[1]) / 2;
    return [-Math.sin(most), Math.cos(most), 0];
  }

  /** Numbers of the largest values, apart from one another. */
  private top(where: readonly number[], values: readonly number[], count: number): number[] {
    const { brickPlace, size } = this.grid;
    const most = values.reduce((m, x) => Math.max(m, x), 0);
    const order = values.map((_, i) => i).filter((i) => values[i] > most / LEAST_OF).sort((i, j) => values[j] - values[i]);
    const apart = size.map((x) => Math.max(1, (APART * this.patch) / x));
    const out: number[] = [];
    for (const i of order) {
      const p = 3 * where[i];
      const near = out.some((o) => [0, 1, 2].every((a) => Math.abs(brickPlace[3 * where[o] + a] - brickPlace[p + a]) < apart[a]));
      if (!near) out.push(i);
      if (out.length === count) break;
    }
    return out;
  }

  /** Where a spot lies, mm. */
  place({ brick, spot }: Spot): Vec3 {
    return this.middle(brick).map((x, a) => x + (SPOTS[spot][a] * this.grid.size[a]) / 2) as Vec3;
  }
}
