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

const MAX_LAYERS = 100_000;

/**
 * Sections through the middle of every layer, z up.
 *
 * Triangles are handed to the layers they cross by a counting sort, so each is looked at once per crossing and never for
 * the layers it misses. A triangle that crosses gives one segment, from the edge that comes down to the edge that goes up;
 * with faces outward it has the inside on its left, so area = ½ Σ (x₁y₂ − x₂y₁) needs no assembled contours.
 * Corners that lie on the plane count as above it: every triangle then crosses with two edges or none.
 * @throws MeshError when there would be more than 100 000 layers
 */
export function slice(mesh: Mesh, layer_mm: number): Slices {
  const { vertices: v, indices } = mesh;
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

  // First section at or above a height: sections k with zMin < z_k ≤ zMax are crossed.
  const triangles = indices.length / 3;
  const first = (height: number): number => {
    let k = Math.max(0, Math.min(layers, Math.floor((height - low) / layer_mm - 0.5)));
    while (k > 0 && z[k - 1] > height) k--;
    while (k < layers && z[k] <= height) k++;
    return k;
  };
  const start = new Uint32Array(layers + 1);
  const from = new Uint32Array(triangles);
  const to = new Uint32Array(triangles);
  for (let t = 0; t < triangles; t++) {
    const a = v[indices[t * 3] * 3 + 2], b = v[indices[t * 3 + 1] * 3 + 2], c = v[indices[t * 3 + 2] * 3 + 2];
    from[t] = first(Math.min(a, b, c));
    to[t] = first(Math.max(a, b, c));
    for (let k = from[t]; k < to[t]; k++) start[k + 1]++;
  }
  for (let k = 0; k < layers; k++) start[k + 1] += start[k];
  const members = new Uint32Array(start[layers]);
  const cursor = start.slice(0, layers);
  for (let t = 0; t < triangles; t++) for (let k = from[t]; k < to[t]; k++) members[cursor[k]++] = t;

  const area = new Float64Array(layers);
  const perimeter = new Float64Array(layers);
  const islands = new Uint32Array(layers);
  const contours = new Contours(v.length / 3);
  for (let k = 0; k < layers; k++) {
    const h = z[k];
    let twice = 0;
    let length = 0;
    contours.clear(start[k + 1] - start[k]);
    for (let m = start[k]; m < start[k + 1]; m++) {
      const t = members[m] * 3;
      let downX = 0, downY = 0, upX = 0, upY = 0, down = 0, up = 0;
      for (let e = 0; e < 3; e++) {
        const p = indices[t + e], q = indices[t + (e === 2 ? 0 : e + 1)];
        const pz = v[p * 3 + 2], qz = v[q * 3 + 2];
        const pAbove = pz >= h;
        if (pAbove === qz >= h) continue;
        // From the lower corner always, so that both triangles of an edge find the same point to the bit.
        const [l, u] = pAbove ? [q, p] : [p, q];
        const s = (h - v[l * 3 + 2]) / (v[u * 3 + 2] - v[l * 3 + 2]);
        const x = v[l * 3] + s * (v[u * 3] - v[l * 3]);
        const y = v[l * 3 + 1] + s * (v[u * 3 + 1] - v[l * 3 + 1]);
        const key = contours.edge(l, u);
        if (pAbove) { downX = x; downY = y; down = key; } else { upX = x; upY = y; up = key; }
      }
      const cross = downX * upY - upX * downY;
      twice += cross;
      const dx = upX - downX, dy = upY - downY;
      length += Math.sqrt(dx * dx + dy * dy);
      contours.join(down, up, cross);
    }
    area[k] = twice / 2;
    perimeter[k] = length;
    islands[k] = contours.outer();
  }
  let volume = 0;
  for (let k = 0; k < layers; k++) volume += area[k] * layer_mm;
  return { layers, layer_mm, z_mm: z.map((x) => x - low), area_mm2: area, perimeter_mm: perimeter, islands, volume_mm3: volume };
}

/**
 * Which segments of one section hang together: union-find over the mesh edges they end on. Edges are numbered through an
 * open-addressing table that is cleared per section by a stamp, not by writing.
 */
class Contours {
  private size = 1 << 12;
  private keys = new Float64Array(this.size);
  private stamps = new Uint32Array(this.size);
  private numbers = new Uint32Array(this.size);
  private parent = new Uint32Array(1 << 12);
  private twiceArea = new Float64Array(1 << 12);
  private count = 0;
  private stamp = 0;

  constructor(private readonly vertexCount: number) {}

  /** Begin a section with at most so many segments. */
  clear(segments: number): void {
    this.count = 0;
    this.stamp++;
    if (segments * 4 > this.size) {
      while (segments * 4 > this.size) this.size *= 2;
      this.keys = new Float64Array(this.size);
      this.stamps = new Uint32Array(this.size);
      this.numbers = new Uint32Array(this.size);
      this.stamp = 1;
    }
    if (segments * 2 > this.parent.length) {
      this.parent = new Uint32Array(segments * 4);
      this.twiceArea = new Float64Array(segments * 4);
    }
  }

  /** Number of a mesh edge within this section. */
  edge(a: number, b: number): number {
    const key = (a < b ? a : b) * this.vertexCount + (a < b ? b : a);
    const mask = this.size - 1;
    let h = (Math.imul(a ^ b, 0x9e3779b1) ^ Math.imul(a + b, 0x85ebca6b)) & mask;
    for (;;) {
      if (this.stamps[h] !== this.stamp) {
        this.stamps[h] = this.stamp;
        this.keys[h] = key;
        const n = this.count++;
        this.numbers[h] = n;
        this.parent[n] = n;
        this.twiceArea[n] = 0;
        return n;
      }
      if (this.keys[h] === key) return this.numbers[h];
      h = (h + 1) & mask;
    }
  }

  join(a: number, b: number, twiceArea: number): void {
    const ra = this.root(a);
    const rb = this.root(b);
    this.twiceArea[ra] += twiceArea;
    if (ra === rb) return;
    this.parent[rb] = ra;
    this.twiceArea[ra] += this.twiceArea[rb];
  }

  /** Contours that run round material, not round a hole. */
  outer(): number {
    let n = 0;
    for (let i = 0; i < this.count; i++) if (this.parent[i] === i && this.twiceArea[i] > 0) n++;
    return n;
  }

  private root(n: number): number {
    while (this.parent[n] !== n) {
      this.parent[n] = this.parent[this.parent[n]];
      n = this.parent[n];
    }
    return n;
  }
}
