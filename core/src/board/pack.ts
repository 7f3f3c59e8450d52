import { extentOf, type Mesh, MeshError } from '../shape/mesh';
import { measure } from '../shape/measure';
import { quarterTurn, voxelise, type Voxels } from './voxels';

/** A part to be put in, so many times. */
export interface Packable {
  id: string;
  mesh: Mesh;
  count: number;
}

export interface Placed {
  id: string;
  /** Which of its count, from 0. */
  copy: number;
  /** Low corner of its box in the bin, mm. */
  at_mm: [number, number, number];
  /** Turned about the vertical, against the clock seen from above. */
  turn_deg: 0 | 90 | 180 | 270;
}

export interface Packing {
  placed: Placed[];
  left: { id: string; count: number }[];
  /** Height up to which the bin is used. */
  height_mm: number;
  /** Volume of what is placed in that height of the bin. */
  fill: number;
  /** No packing can be lower: the higher of the tallest part, and of the parts' own volume over the floor of the bin. */
  least_height_mm: number;
  /** Share of the bin's cost by volume, per part. */
  shares: { id: string; share: number }[];
  cell_mm: number;
  /** Orders tried. */
  tries: number;
}

export interface PackOptions {
  /** Room of the bin, mm. */
  bin_mm: readonly [number, number, number];
  /** Between parts, mm. */
  gap_mm: number;
  /** One above the other, as in powder; otherwise all stand on the plate. */
  stacked?: boolean;
  /** Edge of a cell; from the bin where it is not said. */
  cell_mm?: number;
  /** Ends the search: called before each try. The first try is always finished. */
  goOn?: (tries: number) => boolean;
  /** Called with the share of the first try that is done; throwing ends the work. */
  progress?: (share: number) => void;
}

/** Cells along the longer side of the floor. */
const FINENESS = 110;
const MOST_TRIES = 12;
const NOTHING = 0xffff;

/** A part in one of its turns: the runs of cells it takes in each of its columns, widened by the gap. */
interface Shape {
  turn: Placed['turn_deg'];
  size: [number, number, number];
  /** Its own cells, for putting in. */
  voxels: Voxels;
  /** Columns of the widened part, offset from its own low corner: dx, dy, first z, end z, one after the other. */
  runs: Int16Array;
}

/**
 * Put parts into a bin so that it stays low: one after the other, in each quarter turn and at every place of the floor, as low as the part comes to lie
 * clear of those before it (hollows and room under others included), where its top stays lowest; then again in other orders, and the lowest bin is kept.
 * Cells are counted as full when the part touches them, so that gaps are never less than asked.
 * @throws MeshError for a bin or parts of no size
 */
export function pack(
  parts: readonly Packable[],
  { bin_mm, gap_mm, stacked = true, cell_mm, goOn = (tries) => tries < MOST_TRIES, progress = () => undefined }: PackOptions,
): Packing {
  if (!bin_mm.every((s) => s > 0 && Number.isFinite(s))) throw new MeshError('The bin has no size.');
  if (!(gap_mm >= 0)) throw new MeshError('A gap cannot be less than nothing.');
  const wanted = parts.filter((p) => p.count > 0);
  if (!wanted.length) throw new MeshError('There is nothing to put in.');
  const cell = cell_mm ?? Math.max(0.5, Math.max(bin_mm[0], bin_mm[1]) / FINENESS);
  const size = bin_mm.map((s) => Math.floor(s / cell + 1e-6)) as [number, number, number];
  const volume = new Map(wanted.map((p) => [p.id, Math.abs(measure(p.mesh).volume_mm3)]));
  const height = new Map(wanted.map((p) => {
    const { low, high } = extentOf(p.mesh.vertices);
    return [p.id, high[2] - low[2]];
  }));
  const shapes = new Map(wanted.map((p) => [p.id, turnsOf(voxelise(p.mesh, cell), Math.ceil(gap_mm / cell - 1e-6))]));
  const all = wanted.flatMap((p) => Array.from({ length: p.count }, (_, copy) => ({ id: p.id, copy })));
  const by = (of: (id: string) => number) => [...all].sort((a, b) => of(b.id) - of(a.id));
  const floor = (id: string): number => shapes.get(id)![0].size[0] * shapes.get(id)![0].size[1];
  const boxed = (id: string): number => floor(id) * shapes.get(id)![0].size[2];
  const orders = [by(boxed), by((id) => height.get(id)!), by(floor), by((id) => volume.get(id)!)];
  let best: Try | undefined;
  let tries = 0;
  let order = orders[0];
  do {
    const now = attempt(order, shapes, size, stacked, tries ? () => undefined : progress);
    tries++;
    if (!best || now.placed.length > best.placed.length || (now.placed.length === best.placed.length && now.top < best.top)) best = now;
    // After the plain orders, neighbours of the best one: a few parts change places by a fixed sequence.
    order = orders[tries] ?? swapped(best.order, tries);
  } while (goOn(tries));
  const placed = best.placed;
  const used = Math.max(...placed.map((p) => p.at_mm[2] * cell + height.get(p.id)!), 0);
  const inside = placed.reduce((s, p) => s + volume.get(p.id)!, 0);
  const left = wanted.map((p) => ({ id: p.id, count: p.count - placed.filter((x) => x.id === p.id).length })).filter((l) => l.count > 0);
  return {
    placed: placed.map((p) => ({ ...p, at_mm: p.at_mm.map((x) => x * cell) as Placed['at_mm'] })),
    left,
    height_mm: used,
    fill: used > 0 ? inside / (bin_mm[0] * bin_mm[1] * used) : 0,
    least_height_mm: Math.max(...placed.map((p) => height.get(p.id)!), inside / (bin_mm[0] * bin_mm[1]), 0),
    shares: wanted.map((p) => ({ id: p.id, share: (placed.filter((x) => x.id === p.id).length * volume.get(p.id)!) / (inside || 1) })),
    cell_mm: cell,
    tries,
  };
}

/** A part in its quarter turns; those that come out the same once. */
function turnsOf(first: Voxels, gap: number): Shape[] {
  const out: Shape[] = [];
  let voxels = first;
  for (const turn of [0, 90, 180, 270] as const) {
    if (!out.some((s) => s.size.join() === voxels.size.join() && s.voxels.full.every((x, i) => x === voxels.full[i])))
      out.push({ turn, size: voxels.size, voxels, runs: widened(voxels, gap) });
    voxels = quarterTurn(voxels);
  }
  return out;
}

/** Runs of the columns of a part that is wider by a few cells on every side. Outermost columns first: they meet something soonest. */
function widened({ size: [w, d, h], full }: Voxels, gap: number): Int16Array {
  const [W, D, H] = [w + 2 * gap, d + 2 * gap, h + 2 * gap];
  let wide = new Uint8Array(W * D * H);
  for (let z = 0; z < h; z++) for (let y = 0; y < d; y++) for (let x = 0; x < w; x++) wide[((z + gap) * D + y + gap) * W + x + gap] = full[(z * d + y) * w + x];
  // A box is three lines, one along each axis.
  for (const step of gap ? [1, W, W * D] : []) {
    const next = wide.slice();
    const length = step === 1 ? W : step === W ? D : H;
    for (let i = 0; i < wide.length; i++) {
      if (!wide[i]) continue;
      const at = Math.floor(i / step) % length;
      for (let k = -Math.min(gap, at); k <= Math.min(gap, length - 1 - at); k++) next[i + k * step] = 1;
    }
    wide = next;
  }
  const columns: [number, number][] = [];
  for (let y = 0; y < D; y++) for (let x = 0; x < W; x++) columns.push([x, y]);
  const rim = ([x, y]: [number, number]): number => Math.min(x, W - 1 - x, y, D - 1 - y);
  columns.sort((a, b) => rim(a) - rim(b));
  const runs: number[] = [];
  for (const [x, y] of columns) {
    for (let z = 0; z < H;) {
      if (!wide[(z * D + y) * W + x]) {
        z++;
        continue;
      }
      const from = z;
      while (z < H && wide[(z * D + y) * W + x]) z++;
      runs.push(x - gap, y - gap, from - gap, z - gap);
    }
  }
  return Int16Array.from(runs);
}

interface Item {
  id: string;
  copy: number;
}
interface Try {
  order: readonly Item[];
  placed: Placed[];
  top: number;
}

/** The bin, column by column: for each cell the end of the full run it is in, and the next full cell above it. */
class Bin {
  /** End of the run a full cell belongs to; 0 for an empty one. */
  private readonly end: Uint16Array;
  /** First full cell at or above. */
  private readonly ahead: Uint16Array;

  constructor(readonly size: readonly [number, number, number]) {
    const cells = size[0] * size[1] * size[2];
    this.end = new Uint16Array(cells);
    this.ahead = new Uint16Array(cells).fill(NOTHING);
  }

  /** The lowest height at which a part lies clear at (x, y); `most` or more where there is none below it. */
  rest(runs: Int16Array, x: number, y: number, most: number): number {
    const [w, d, h] = this.size;
    let z = 0;
    for (let calm = 0, i = 0, n = runs.length; calm < n; i = i + 4 === n ? 0 : i + 4) {
      const cx = x + runs[i], cy = y + runs[i + 1];
      calm += 4;
      // Beyond the walls nothing is in the way.
      if (cx < 0 || cy < 0 || cx >= w || cy >= d) continue;
      const from = Math.max(0, z + runs[i + 2]), to = Math.min(h, z + runs[i + 3]);
      if (from >= to) continue;
      const column = (cy * w + cx) * h;
      const hit = this.ahead[column + from];
      if (hit >= to) continue;
      // What is met is cleared from above: everything lower was in the way before.
      z = this.end[column + hit] - runs[i + 2];
      if (z >= most) return most;
      calm = 0;
    }
    return z;
  }

  put({ size: [w, d, h], full }: Voxels, x: number, y: number, z: number): void {
    const [W, , H] = this.size;
    for (let b = 0; b < d; b++) {
      for (let a = 0; a < w; a++) {
        const column = ((y + b) * W + x + a) * H;
        let any = false;
        for (let c = 0; c < h; c++) {
          if (!full[(c * d + b) * w + a]) continue;
          this.end[column + z + c] = 1;
          any = true;
        }
        if (!any) continue;
        let end = 0, ahead = NOTHING;
        for (let c = H - 1; c >= 0; c--) {
          if (this.end[column + c]) {
            if (!end) end = c + 1;
            this.end[column + c] = end;
            ahead = c;
          } else end = 0;
          this.ahead[column + c] = ahead;
        }
      }
    }
  }
}

/** Every part in an order, each where its top stays lowest, then furthest into the corner. */
function attempt(
  order: readonly Item[],
  shapes: ReadonlyMap<string, Shape[]>,
  size: readonly [number, number, number],
  stacked: boolean,
  progress: (share: number) => void,
): Try {
  const bin = new Bin(size);
  const placed: Placed[] = [];
  const [w, d, h] = size;
  /** So that place counts less than any height. */
  const slope = 4 * (w + d);
  let top = 0;
  for (const [k, { id, copy }] of order.entries()) {
    progress(k / order.length);
    let best: { x: number; y: number; z: number; shape: Shape; score: number } | undefined;
    let least = h + 1;
    for (const shape of shapes.get(id)!) {
      const [sw, sd, sh] = shape.size;
      for (let y = 0; y + sd <= d; y++) {
        for (let x = 0; x + sw <= w; x++) {
          // Of no use: no better even on the floor; higher than the best so far; out of the bin.
          if (sh + (x + y) / slope >= least) break;
          const most = Math.min(stacked ? h - sh + 1 : 1, Math.floor(least) - sh + 1);
          if (most <= 0) break;
          const z = bin.rest(shape.runs, x, y, most);
          if (z >= most) continue;
          const score = z + sh + (x + y) / slope;
          if (score < least) {
            least = score;
            best = { x, y, z, shape, score };
          }
        }
      }
    }
    if (!best) continue;
    bin.put(best.shape.voxels, best.x, best.y, best.z);
    placed.push({ id, copy, at_mm: [best.x, best.y, best.z], turn_deg: best.shape.turn });
    top = Math.max(top, best.z + best.shape.size[2]);
  }
  return { order, placed, top };
}

/** A few parts of an order change places, by a sequence that is the same every time. */
function swapped(order: readonly Item[], seed: number): Item[] {
  const out = [...order];
  const n = out.length;
  for (let k = 0; k < Math.max(1, n >> 4); k++) {
    const a = Math.floor(n * ((seed * 0.6180339887 + k * 0.7548776662) % 1)), b = Math.floor(n * ((seed * 0.3819660113 + k * 0.5698402909) % 1));
    [out[a], out[b]] = [out[b], out[a]];
  }
  return out;
}
