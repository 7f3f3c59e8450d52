import { twins } from './half-edges';
import { type Mesh, MeshError } from './mesh';

export interface Slices {
  layers: number;
  layer_mm: number;
  /** Height of each section above the bed: the middle of its layer. */
  z_mm: Float64Array;
  /** Area inside the contours; holes count negative. */
  area_mm2: Float64Array;
  perimeter_mm: Float64Array;
  /** Outer contours per layer. */
  islands: Uint32Array;
  /** Σ area · layer */
  volume_mm3: number;
}

export interface LayerFaceOptions {
  /** Faces that look down flatter than this from horizontal need support. */
  supportAngleDeg?: number;
  /** Faces flatter than this from horizontal are not closed by the walls alone. */
  skinAngleDeg?: number;
}

const MAX_LAYERS = 100_000;

/** Crossings held in memory at once; a tall part in fine layers is cut in bands of layers. */
const BAND = 2_000_000;

/**
 * Sections through the middle of every layer, z up.
 *
 * A triangle that crosses gives one segment, from the edge that comes down to the edge that goes up; with faces outward it
 * has the inside on its left, so area = ½ Σ (x₁y₂ − x₂y₁). Where it leaves a triangle it enters the one across that edge,
 * so every point is computed once. Triangles are run through in file order, each for all the layers it crosses, because
 * neighbours in the file are neighbours in memory; the points are put down layer by layer, so that contours are then
 * followed within the little room of one layer.
 * Corners that lie on the plane count as above it: every triangle then crosses with two edges or none.
 * @throws MeshError when there would be more than 100 000 layers
 */
export function slice(mesh: Mesh, layer_mm: number): Slices {
  const { vertices: v } = mesh;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 2; i < v.length; i += 3) {
    if (v[i] < low) low = v[i];
    if (v[i] > high) high = v[i];
  }
  if (!(layer_mm > 0)) throw new MeshError('The layer height must be above zero.');
  const layers = Math.max(1, Math.ceil((high - low) / layer_mm - 1e-9));
  if (layers > MAX_LAYERS) throw new MeshError(`${layers} layers are more than ${MAX_LAYERS}: choose a thicker layer.`);
  const z = Float64Array.from({ length: layers }, (_, k) => low + (k + 0.5) * layer_mm);
  const section = new Sections(mesh, z);
  const { area, perimeter, islands } = section;
  for (let k = 0; k < layers;) k = section.band(k);
  let volume = 0;
  for (let k = 0; k < layers; k++) volume += area[k] * layer_mm;
  return { layers, layer_mm, z_mm: z.map((x) => x - low), area_mm2: area, perimeter_mm: perimeter, islands, volume_mm3: volume };
}

/** Contours of the section at one height (absolute z), xy pairs each, closed without repeating the first point; outer ones run anticlockwise. */
export function contoursAt(mesh: Mesh, height: number): Float64Array[] {
  const out: Float64Array[] = [];
  eachContour(mesh, Float64Array.of(height), (_, ring) => out.push(ring));
  return out;
}

/** The same for many heights, evenly spaced and rising; `k` says at which of them the contour lies. */
export function eachContour(mesh: Mesh, heights: Float64Array, take: (k: number, ring: Float64Array) => void): void {
  const section = new Sections(mesh, heights);
  const ringOf: Contour = (points, path, count, k) => {
    if (count < 3) return;
    const ring = new Float64Array(count * 2);
    for (let i = 0; i < count; i++) {
      ring[i * 2] = points[path[i] * 2];
      ring[i * 2 + 1] = points[path[i] * 2 + 1];
    }
    take(k, ring);
  };
  for (let k = 0; k < heights.length;) k = section.band(k, ringOf);
}

type Contour = (points: Float64Array, path: Uint32Array, count: number, k: number) => void;

/** Room of one band, used again from call to call: fresh pages would cost more than the work on them. */
let room = { points: new Float64Array(0), after: new Int32Array(0), slot: new Int32Array(0), leads: new Int32Array(0) };

function roomFor(total: number): typeof room {
  if (room.after.length < total) {
    const size = Math.min(BAND, Math.max(1 << 16, 2 * total));
    const n = Math.max(size, total);
    room = { points: new Float64Array(2 * n), after: new Int32Array(n), slot: new Int32Array(n), leads: new Int32Array(n) };
  }
  return room;
}

/** Sections at given heights, a band at a time. An open mesh has gaps in its contours; they are closed by a straight line. */
class Sections {
  readonly area: Float64Array;
  readonly perimeter: Float64Array;
  readonly islands: Uint32Array;
  /** First section above each vertex: those from the lowest to the highest corner's cross a triangle. */
  private readonly above: Int32Array;
  private readonly perLayer: Int32Array;
  private readonly twin: Int32Array;
  private readonly open: boolean;
  /** Crossing of triangle t with section k is number offset[t] + k of the band, in file order. */
  private readonly offset: Int32Array;

  constructor(
    private readonly mesh: Mesh,
    private readonly z: Float64Array,
  ) {
    const { vertices: v, indices } = mesh;
    const layers = z.length;
    this.area = new Float64Array(layers);
    this.perimeter = new Float64Array(layers);
    this.islands = new Uint32Array(layers);
    this.twin = twins(mesh);
    this.open = this.twin.includes(-1);
    const above = (this.above = new Int32Array(v.length / 3));
    const first = z[0];
    const perHeight = layers > 1 ? 1 / (z[1] - z[0]) : 0;
    for (let p = 0; p < above.length; p++) {
      const height = v[p * 3 + 2];
      let k = Math.floor((height - first) * perHeight);
      if (k < 0) k = 0;
      else if (k > layers) k = layers;
      while (k > 0 && z[k - 1] > height) k--;
      while (k < layers && z[k] <= height) k++;
      above[p] = k;
    }
    const triangles = indices.length / 3;
    this.offset = new Int32Array(triangles);
    const change = new Int32Array(layers + 1);
    for (let i = 0; i < indices.length; i += 3) {
      const a = above[indices[i]], b = above[indices[i + 1]], c = above[indices[i + 2]];
      if (a === b && b === c) continue;
      change[a < b ? (a < c ? a : c) : b < c ? b : c]++;
      change[a > b ? (a > c ? a : c) : b > c ? b : c]--;
    }
    for (let k = 0; k < layers; k++) change[k + 1] += change[k];
    this.perLayer = change;
  }

  /** Cut sections from number k on, as many as fit. @returns the next one */
  band(k0: number, onContour?: Contour): number {
    const { perLayer, offset, z, twin, open, above } = this;
    let total = perLayer[k0];
    let k1 = k0 + 1;
    while (k1 < z.length && total + perLayer[k1] <= BAND) total += perLayer[k1++];
    const { vertices: v, indices } = this.mesh;
    const { points, after, slot, leads } = roomFor(total);
    /** Where the next crossing of each layer is put down. */
    const cursor = new Int32Array(k1 - k0 + 1);
    for (let k = k0; k < k1; k++) cursor[k - k0 + 1] = cursor[k - k0] + perLayer[k];
    const start = cursor.slice();

    for (let i = 0, t = 0, c = 0; i < indices.length; i += 3, t++) {
      const a = above[indices[i]], b = above[indices[i + 1]], d = above[indices[i + 2]];
      if (a === b && b === d) continue;
      let lo = a < b ? (a < d ? a : d) : b < d ? b : d, hi = a > b ? (a > d ? a : d) : b > d ? b : d;
      if (lo < k0) lo = k0;
      if (hi > k1) hi = k1;
      offset[t] = c - lo;
      if (hi > lo) c += hi - lo;
    }
    // An edge that goes up carries the points of all sections between its corners; over a triangle's edges each section comes once.
    for (let i = 0, t = 0; i < indices.length; i += 3, t++) {
      for (let e = 0; e < 3; e++) {
        const p = indices[i + e], q = indices[e === 2 ? i : i + e + 1];
        const from = above[p] > k0 ? above[p] : k0, to = above[q] < k1 ? above[q] : k1;
        if (from >= to) continue;
        const x = v[p * 3], y = v[p * 3 + 1], height = v[p * 3 + 2];
        const rise = 1 / (v[q * 3 + 2] - height), dx = v[q * 3] - x, dy = v[q * 3 + 1] - y;
        const mine = offset[t];
        const other = twin[i + e];
        const next = other < 0 ? -1 : offset[(other / 3) | 0];
        for (let k = from; k < to; k++) {
          const s = (z[k] - height) * rise;
          const at = cursor[k - k0]++;
          points[2 * at] = x + s * dx;
          points[2 * at + 1] = y + s * dy;
          slot[mine + k] = at;
          leads[mine + k] = other < 0 ? -1 : next + k;
        }
      }
    }
    // To the crossing after each: −1 at an open edge, −2 once it has been passed.
    for (let c = 0; c < total; c++) after[slot[c]] = leads[c] < 0 ? -1 : slot[leads[c]];

    const fed = new Uint8Array(open ? total : 0);
    if (open) { for (let c = 0; c < total; c++) if (after[c] >= 0) fed[after[c]] = 1; }
    const path = new Uint32Array(onContour ? total : 0);
    for (let k = k0; k < k1; k++) {
      const first = start[k - k0], end = start[k - k0 + 1];
      let area2 = 0, length = 0, outer = 0;
      // Chains of an open mesh begin where nothing leads to; what is left after them runs in rings.
      for (let chains = open ? 1 : 0; chains >= 0; chains--) {
        for (let m = first; m < end; m++) {
          if (after[m] === -2 || (chains && fed[m])) continue;
          let c = m, last = m, count = 0, twice = 0;
          let px = points[2 * m], py = points[2 * m + 1];
          const x0 = px, y0 = py;
          while (c >= 0 && after[c] !== -2) {
            if (onContour) path[count] = c;
            count++;
            const x = points[2 * c], y = points[2 * c + 1];
            twice += px * y - x * py;
            const dx = x - px, dy = y - py;
            length += Math.sqrt(dx * dx + dy * dy);
            px = x;
            py = y;
            last = c;
            c = after[c];
            after[last] = -2;
          }
          twice += px * y0 - x0 * py;
          const dx = x0 - px, dy = y0 - py;
          length += Math.sqrt(dx * dx + dy * dy);
          area2 += twice;
          if (twice > 0) outer++;
          onContour?.(points, path, count, k);
        }
      }
      this.area[k] = area2 / 2;
      this.perimeter[k] = length;
      this.islands[k] = outer;
    }
    return k1;
  }
}

/** What the faces of each layer ask for beside its section. */
export interface LayerFaces {
  /** Plan area of faces within the layer that look down flatter than the self-supporting angle, without the bed. */
  overhang_mm2: Float64Array;
  /** Plan area of faces within the layer that are flatter than the skin angle, looking up or down: they want a closed skin. */
  skin_mm2: Float64Array;
}

/**
 * Plan area of overhanging and of flat faces, layer by layer. The share of a triangle below height z is
 * (z − z₀)²/((z₁ − z₀)(z₂ − z₀)) up to its middle corner and 1 − (z₂ − z)²/((z₂ − z₁)(z₂ − z₀)) above it.
 */
export function layerFaces(mesh: Mesh, layer_mm: number, { supportAngleDeg = 45, skinAngleDeg = 10 }: LayerFaceOptions = {}): LayerFaces {
  const { vertices: v, indices } = mesh;
  let low = Infinity;
  let high = -Infinity;
  for (let i = 2; i < v.length; i += 3) {
    if (v[i] < low) low = v[i];
    if (v[i] > high) high = v[i];
  }
  const layers = Math.max(1, Math.ceil((high - low) / layer_mm - 1e-9));
  const overhang = new Float64Array(layers);
  const skin = new Float64Array(layers);
  const supportCos = Math.cos((supportAngleDeg * Math.PI) / 180) * (1 + 1e-6);
  const skinCos = Math.cos((skinAngleDeg * Math.PI) / 180);
  const least = Math.min(supportCos, skinCos);
  const bed = bedHeight(low, layers * layer_mm);
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3, b = indices[i + 1] * 3, c = indices[i + 2] * 3;
    const ux = v[b] - v[a], uy = v[b + 1] - v[a + 1], wx = v[c] - v[a], wy = v[c + 1] - v[a + 1];
    const nz = ux * wy - uy * wx;
    const z0 = v[a + 2], z1 = v[b + 2], z2 = v[c + 2];
    const uz = z1 - z0, wz = z2 - z0;
    const nx = uy * wz - uz * wy, ny = uz * wx - ux * wz;
    const plan2 = nz * nz, all2 = nx * nx + ny * ny + plan2;
    if (plan2 < least * least * all2) continue;
    const hangs = nz < 0 && plan2 > supportCos * supportCos * all2 && !(z0 <= bed && z1 <= bed && z2 <= bed);
    const flat = plan2 > skinCos * skinCos * all2;
    if (!hangs && !flat) continue;
    const plan = Math.abs(nz) / 2;
    const lo = Math.min(z0, z1, z2), hi = Math.max(z0, z1, z2), mid = z0 + z1 + z2 - lo - hi;
    const first = layerOf(lo, low, layer_mm, layers), last = layerOf(hi, low, layer_mm, layers);
    let done = 0;
    for (let k = first; k <= last; k++) {
      const top = low + (k + 1) * layer_mm;
      const share = k === last || top >= hi ? 1 : top <= mid ? (top - lo) ** 2 / ((mid - lo) * (hi - lo)) : 1 - (hi - top) ** 2 / ((hi - mid) * (hi - lo));
      if (hangs) overhang[k] += plan * (share - done);
      if (flat) skin[k] += plan * (share - done);
      done = share;
    }
  }
  return { overhang_mm2: overhang, skin_mm2: skin };
}

const layerOf = (z: number, low: number, layer_mm: number, layers: number): number => Math.max(0, Math.min(layers - 1, Math.floor((z - low) / layer_mm)));

/** Files round to a hundredth of a millimetre or less; the first layer is laid ten times as thick. */
const BED_MM = 0.02;
/** Faces all of whose corners are below this lie on the bed: what a file rounds by, of something tiny a hundredth of its height. */
export const bedHeight = (low: number, height: number): number => low + Math.max(Math.min(BED_MM, height / 100), height * 1e-5);
