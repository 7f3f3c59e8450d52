import type { Mesh } from './mesh';

/** Triangles in a leaf, at most. */
const LEAF = 6;
/** Bins of the surface-area heuristic. */
const BINS = 12;

/** A place on the surface. */
export interface Hit {
  /** Triangle, or −1 for none. */
  triangle: number;
  /** Distance along the ray, or from the point, mm. */
  distance: number;
}

/**
 * Bounding volume hierarchy over a mesh's triangles, for rays and closest points: binary, boxes in one flat array, built
 * top-down by the binned surface-area heuristic (Wald 2007). Nodes are laid out depth first, so a left child follows its
 * parent. Rays meet triangles by Möller and Trumbore (1997); closest points by Ericson, Real-Time Collision Detection 5.1.5.
 */
export class Bvh {
  /** Six numbers a node: low xyz, high xyz. */
  private readonly box: Float32Array;
  /** Inner node: number of its right child. Leaf: −1 − first place in `order`. */
  private readonly link: Int32Array;
  /** Inner node: axis along which its children were parted. Leaf: number of triangles. */
  private readonly size: Uint8Array;
  /** Corners in leaf order, nine numbers a triangle. */
  private readonly corners: Float32Array;
  private readonly order: Uint32Array;
  private readonly stack = new Int32Array(128);

  constructor(mesh: Mesh) {
    const { vertices, indices } = mesh;
    const count = indices.length / 3;
    const boxes = new Float32Array(count * 6);
    const centre = new Float32Array(count * 3);
    for (let t = 0; t < count; t++) {
      for (let a = 0; a < 3; a++) {
        const p = vertices[indices[t * 3] * 3 + a], q = vertices[indices[t * 3 + 1] * 3 + a], r = vertices[indices[t * 3 + 2] * 3 + a];
        boxes[t * 6 + a] = Math.min(p, q, r);
        boxes[t * 6 + 3 + a] = Math.max(p, q, r);
        centre[t * 3 + a] = (boxes[t * 6 + a] + boxes[t * 6 + 3 + a]) / 2;
      }
    }
    this.order = Uint32Array.from({ length: count }, (_, t) => t);
    const room = Math.max(1, 2 * count);
    this.box = new Float32Array(room * 6);
    this.link = new Int32Array(room);
    this.size = new Uint8Array(room);
    build(this.order, boxes, centre, this.box, this.link, this.size);
    this.corners = new Float32Array(count * 9);
    for (let i = 0; i < count; i++) {
      const t = this.order[i];
      for (let k = 0; k < 3; k++) {
        const p = indices[t * 3 + k] * 3;
        for (let a = 0; a < 3; a++) this.corners[i * 9 + k * 3 + a] = vertices[p + a];
      }
    }
  }

  /**
   * First triangle met by the ray from (ox, oy, oz) along the direction (dx, dy, dz), which need not have length one:
   * distances count in its lengths. Both sides of a face are met.
   * @param far look no further than this
   * @param any any hit will do: the first one found, not the nearest
   */
  ray(ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, far = Infinity, any = false): Hit {
    const { box, link, size, corners, stack } = this;
    const ix = inverse(dx), iy = inverse(dy), iz = inverse(dz);
    const negative = [dx < 0, dy < 0, dz < 0];
    let best = far;
    let found = -1;
    let top = 0;
    stack[top++] = 0;
    while (top) {
      const n = stack[--top];
      const b = n * 6;
      let t0 = (box[b] - ox) * ix, t1 = (box[b + 3] - ox) * ix;
      let lo = t0, hi = t1;
      if (t0 > t1) {
        lo = t1;
        hi = t0;
      }
      t0 = (box[b + 1] - oy) * iy;
      t1 = (box[b + 4] - oy) * iy;
      if (t0 > t1) {
        const s = t0;
        t0 = t1;
        t1 = s;
      }
      if (t0 > lo) lo = t0;
      if (t1 < hi) hi = t1;
      t0 = (box[b + 2] - oz) * iz;
      t1 = (box[b + 5] - oz) * iz;
      if (t0 > t1) {
        const s = t0;
        t0 = t1;
        t1 = s;
      }
      if (t0 > lo) lo = t0;
      if (t1 < hi) hi = t1;
      if (hi < 0 || lo > best || lo > hi * SLACK) continue;
      const to = link[n];
      if (to >= 0) {
        // The near child is looked at first.
        if (negative[size[n]]) {
          stack[top++] = n + 1;
          stack[top++] = to;
        } else {
          stack[top++] = to;
          stack[top++] = n + 1;
        }
        continue;
      }
      const first = -1 - to;
      for (let i = first, end = first + size[n]; i < end; i++) {
        const c = i * 9;
        const ax = corners[c], ay = corners[c + 1], az = corners[c + 2];
        const ux = corners[c + 3] - ax, uy = corners[c + 4] - ay, uz = corners[c + 5] - az;
        const wx = corners[c + 6] - ax, wy = corners[c + 7] - ay, wz = corners[c + 8] - az;
        const px = dy * wz - dz * wy, py = dz * wx - dx * wz, pz = dx * wy - dy * wx;
        const det = ux * px + uy * py + uz * pz;
        if (det === 0) continue;
        const inv = 1 / det;
        const sx = ox - ax, sy = oy - ay, sz = oz - az;
        const u = (sx * px + sy * py + sz * pz) * inv;
        if (u < -EDGE || u > 1 + EDGE) continue;
        const qx = sy * uz - sz * uy, qy = sz * ux - sx * uz, qz = sx * uy - sy * ux;
        const v = (dx * qx + dy * qy + dz * qz) * inv;
        if (v < -EDGE || u + v > 1 + EDGE) continue;
        const t = (wx * qx + wy * qy + wz * qz) * inv;
        if (t > 0 && t < best) {
          best = t;
          found = i;
          if (any) return { triangle: this.order[found], distance: best };
        }
      }
    }
    return found < 0 ? { triangle: -1, distance: Infinity } : { triangle: this.order[found], distance: best };
  }

  /** Where on triangle the closest point to (x, y, z) is: first corner + s · (second − first) + t · (third − first). */
  footOn(triangle: number, x: number, y: number, z: number): [s: number, t: number] {
    pointTriangle2(this.corners, this.place(triangle) * 9, x, y, z);
    return [lastS, lastT];
  }

  /** Distance from a point to a triangle. */
  distanceTo(triangle: number, x: number, y: number, z: number): number {
    return Math.sqrt(pointTriangle2(this.corners, this.place(triangle) * 9, x, y, z));
  }

  private places?: Uint32Array;
  /** Where in leaf order a triangle lies. */
  private place(triangle: number): number {
    if (!this.places) {
      this.places = new Uint32Array(this.order.length);
      this.order.forEach((t, i) => (this.places![t] = i));
    }
    return this.places[triangle];
  }

  /** Closest triangle to a point, and the distance to it. Nothing further than `far` is looked at. */
  closest(x: number, y: number, z: number, far = Infinity): Hit {
    const { box, link, size, corners, stack } = this;
    let best = far * far;
    let found = -1;
    let top = 0;
    stack[top++] = 0;
    while (top) {
      const n = stack[--top];
      if (distance2(box, n * 6, x, y, z) >= best) continue;
      const to = link[n];
      if (to >= 0) {
        const left = distance2(box, (n + 1) * 6, x, y, z), right = distance2(box, to * 6, x, y, z);
        if (left < right) {
          if (right < best) stack[top++] = to;
          if (left < best) stack[top++] = n + 1;
        } else {
          if (left < best) stack[top++] = n + 1;
          if (right < best) stack[top++] = to;
        }
        continue;
      }
      const first = -1 - to;
      for (let i = first, end = first + size[n]; i < end; i++) {
        const d = pointTriangle2(corners, i * 9, x, y, z);
        if (d < best) {
          best = d;
          found = i;
        }
      }
    }
    return found < 0 ? { triangle: -1, distance: Infinity } : { triangle: this.order[found], distance: Math.sqrt(best) };
  }
}

/** Large instead of infinite: a ray in the plane of a box's side must not end in 0 · ∞. */
const inverse = (d: number): number => (d === 0 ? 1e30 : 1 / d);

/** Rays through an edge or corner must not slip between the triangles that share it. */
const EDGE = 1e-7;
/** Boxes are single precision: a little wider, so that none is missed by rounding. */
const SLACK = 1 + 1e-5;

function distance2(box: Float32Array, b: number, x: number, y: number, z: number): number {
  const dx = x < box[b] ? box[b] - x : x > box[b + 3] ? x - box[b + 3] : 0;
  const dy = y < box[b + 1] ? box[b + 1] - y : y > box[b + 4] ? y - box[b + 4] : 0;
  const dz = z < box[b + 2] ? box[b + 2] - z : z > box[b + 5] ? z - box[b + 5] : 0;
  return dx * dx + dy * dy + dz * dz;
}

/** Where on the triangle looked at last its closest point is: corner + s · first side + t · second. */
let lastS = 0, lastT = 0;

/** Squared distance from a point to the triangle at v[c]: to its corner, edge or face, by the sign of barycentric areas. */
function pointTriangle2(v: Float32Array, c: number, x: number, y: number, z: number): number {
  const ax = v[c] - x, ay = v[c + 1] - y, az = v[c + 2] - z;
  const ux = v[c + 3] - v[c], uy = v[c + 4] - v[c + 1], uz = v[c + 5] - v[c + 2];
  const wx = v[c + 6] - v[c], wy = v[c + 7] - v[c + 1], wz = v[c + 8] - v[c + 2];
  const uu = ux * ux + uy * uy + uz * uz, uw = ux * wx + uy * wy + uz * wz, ww = wx * wx + wy * wy + wz * wz;
  const d1 = -(ux * ax + uy * ay + uz * az), d2 = -(wx * ax + wy * ay + wz * az);
  const d3 = d1 - uu, d4 = d2 - uw, d5 = d1 - uw, d6 = d2 - ww;
  let s: number, t: number;
  if (d1 <= 0 && d2 <= 0) s = t = 0;
  else if (d3 >= 0 && d4 <= d3) {
    s = 1;
    t = 0;
  } else if (d6 >= 0 && d5 <= d6) {
    s = 0;
    t = 1;
  } else {
    const vc = d1 * d4 - d3 * d2, vb = d5 * d2 - d1 * d6, va = d3 * d6 - d5 * d4;
    if (vc <= 0 && d1 >= 0 && d3 <= 0) {
      s = d1 / (d1 - d3);
      t = 0;
    } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
      s = 0;
      t = d2 / (d2 - d6);
    } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
      t = (d4 - d3) / (d4 - d3 + d5 - d6);
      s = 1 - t;
    } else {
      const k = 1 / (va + vb + vc);
      s = vb * k;
      t = vc * k;
    }
  }
  lastS = s;
  lastT = t;
  const px = ax + s * ux + t * wx, py = ay + s * uy + t * wy, pz = az + s * uz + t * wz;
  return px * px + py * py + pz * pz;
}

/**
 * Nodes below which ranges are halved: a mesh whose triangles shrink by the same factor over and over would split off one at a time.
 * With halving, no more than log₂ of the triangles is added, and 128 places are enough to walk the tree.
 */
const DEEP = 64;

/** Up to so many triangles are parted half way instead of by bins. */
const FEW = 100;

/** Fill the nodes. Iterative: deep trees of odd meshes must not end in a stack overflow. */
function build(order: Uint32Array, boxes: Float32Array, centre: Float32Array, box: Float32Array, link: Int32Array, size: Uint8Array): void {
  let nodes = 0;
  const low = new Float64Array(3), high = new Float64Array(3);
  const bins = new Float64Array(BINS * 7);
  const areaLeft = new Float64Array(BINS);
  /** Ranges still to be made into nodes: first, end, how deep, and the parent that waits to know its right child (−1 for left ones). */
  const todo: number[] = [0, order.length, 0, -1];
  while (todo.length) {
    const parent = todo.pop()!, depth = todo.pop()!, end = todo.pop()!, first = todo.pop()!;
    const n = nodes++;
    if (parent >= 0) link[parent] = n;
    const b = n * 6;
    for (let a = 0; a < 3; a++) {
      let from = Infinity, to = -Infinity, least = Infinity, most = -Infinity;
      for (let i = first; i < end; i++) {
        const t = order[i], m = centre[t * 3 + a], lo = boxes[t * 6 + a], hi = boxes[t * 6 + 3 + a];
        if (lo < from) from = lo;
        if (hi > to) to = hi;
        if (m < least) least = m;
        if (m > most) most = m;
      }
      box[b + a] = from;
      box[b + 3 + a] = to;
      low[a] = least;
      high[a] = most;
    }
    const axis = high[0] - low[0] >= high[1] - low[1] ? (high[0] - low[0] >= high[2] - low[2] ? 0 : 2) : high[1] - low[1] >= high[2] - low[2] ? 1 : 2;
    const span = high[axis] - low[axis];
    if (end - first <= LEAF) {
      link[n] = -1 - first;
      size[n] = end - first;
      continue;
    }
    let middle = (first + end) >> 1;
    if (span > 0 && depth < DEEP) {
      // Few triangles are parted half way: what the bins would save there is less than they cost.
      const bin = end - first > FEW ? bestBin(order, first, end, boxes, centre, axis, low[axis], span, bins, areaLeft) : (BINS >> 1) - 1;
      const split = partition(order, first, end, centre, axis, low[axis] + ((bin + 1) * span) / BINS);
      // Triangles heaped on one place cannot be parted by place: halve them.
      if (split > first && split < end) middle = split;
    }
    size[n] = axis;
    todo.push(middle, end, depth + 1, n, first, middle, depth + 1, -1);
  }
}

const binOf = (x: number, low: number, span: number): number => Math.min(BINS - 1, Math.floor(((x - low) / span) * BINS));

/** Bin after which to split: least Σ area · triangles of the two sides. */
function bestBin(
  order: Uint32Array,
  first: number,
  end: number,
  boxes: Float32Array,
  centre: Float32Array,
  axis: number,
  low: number,
  span: number,
  bins: Float64Array,
  areaLeft: Float64Array,
): number {
  for (let k = 0; k < BINS; k++) {
    bins.fill(Infinity, k * 7, k * 7 + 3);
    bins.fill(-Infinity, k * 7 + 3, k * 7 + 6);
    bins[k * 7 + 6] = 0;
  }
  for (let i = first; i < end; i++) {
    const t = order[i];
    const k = binOf(centre[t * 3 + axis], low, span) * 7;
    for (let a = 0; a < 3; a++) {
      if (boxes[t * 6 + a] < bins[k + a]) bins[k + a] = boxes[t * 6 + a];
      if (boxes[t * 6 + 3 + a] > bins[k + 3 + a]) bins[k + 3 + a] = boxes[t * 6 + 3 + a];
    }
    bins[k + 6]++;
  }
  const run = new Float64Array(7);
  const reset = (): void => {
    run.fill(Infinity, 0, 3);
    run.fill(-Infinity, 3, 6);
    run[6] = 0;
  };
  const add = (k: number): number => {
    for (let a = 0; a < 3; a++) {
      run[a] = Math.min(run[a], bins[k * 7 + a]);
      run[3 + a] = Math.max(run[3 + a], bins[k * 7 + 3 + a]);
    }
    run[6] += bins[k * 7 + 6];
    const [w, d, h] = [run[3] - run[0], run[4] - run[1], run[5] - run[2]];
    return run[6] ? (w * d + d * h + h * w) * run[6] : 0;
  };
  reset();
  for (let k = 0; k < BINS - 1; k++) areaLeft[k] = add(k);
  reset();
  let least = Infinity;
  let at = BINS >> 1;
  for (let k = BINS - 2; k >= 0; k--) {
    const cost = add(k + 1) + areaLeft[k];
    if (cost < least) {
      least = cost;
      at = k;
    }
  }
  return at;
}

/** Triangles whose middle lies before a place come first. @returns where the others begin */
function partition(order: Uint32Array, first: number, end: number, centre: Float32Array, axis: number, before: number): number {
  let i = first, j = end - 1;
  while (i <= j) {
    if (centre[order[i] * 3 + axis] < before) i++;
    else {
      const keep = order[i];
      order[i] = order[j];
      order[j--] = keep;
    }
  }
  return i;
}

const known = new WeakMap<Mesh, Bvh>();
/** The hierarchy of a mesh, built when it is first asked for and kept with it. */
export function bvhOf(mesh: Mesh): Bvh {
  let bvh = known.get(mesh);
  if (!bvh) known.set(mesh, bvh = new Bvh(mesh));
  return bvh;
}
