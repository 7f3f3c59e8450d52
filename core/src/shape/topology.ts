import type { Mesh } from './mesh';

export interface Topology {
  /** Every edge is used as often one way as the other, and there is at least one triangle. */
  watertight: boolean;
  /** Edges with a triangle on one side only. */
  openEdges: number;
  /** Edges shared by more than two triangles. */
  crowdedEdges: number;
  /** Edges whose two triangles disagree about inside and outside. */
  flippedEdges: number;
  /** Triangles without area because two corners coincide. */
  degenerate: number;
  /** Pieces joined over edges that exactly two triangles share. */
  shells: number;
  /** Shell number per triangle (degenerate triangles: −1). */
  shellOf: Int32Array;
}

/**
 * How the triangles of a welded mesh hang together.
 *
 * Half-edges are bucketed by their lower vertex (counting sort, about six to a bucket), then matched inside the bucket:
 * linear time, three flat arrays.
 */
export function topology(mesh: Mesh): Topology {
  const { indices } = mesh;
  const triangles = indices.length / 3;
  const vertexCount = mesh.vertices.length / 3;
  const start = new Uint32Array(vertexCount + 1);
  let degenerate = 0;
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3];
    const b = indices[t * 3 + 1];
    const c = indices[t * 3 + 2];
    if (a === b || b === c || c === a) {
      degenerate++;
      continue;
    }
    start[Math.min(a, b) + 1]++;
    start[Math.min(b, c) + 1]++;
    start[Math.min(c, a) + 1]++;
  }
  for (let v = 0; v < vertexCount; v++) start[v + 1] += start[v];
  const total = start[vertexCount];
  const cursor = start.slice(0, vertexCount);
  const upper = new Uint32Array(total);
  /** Triangle number doubled, plus one when the edge runs from its upper to its lower vertex. */
  const owner = new Uint32Array(total);
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3];
    const b = indices[t * 3 + 1];
    const c = indices[t * 3 + 2];
    if (a === b || b === c || c === a) continue;
    put(a, b, t);
    put(b, c, t);
    put(c, a, t);
  }
  function put(from: number, to: number, t: number): void {
    const low = from < to ? from : to;
    const i = cursor[low]++;
    upper[i] = from < to ? to : from;
    owner[i] = t * 2 + (from < to ? 0 : 1);
  }

  const parent = new Int32Array(triangles);
  for (let t = 0; t < triangles; t++) parent[t] = t;
  const root = (t: number): number => {
    while (parent[t] !== t) {
      parent[t] = parent[parent[t]];
      t = parent[t];
    }
    return t;
  };

  let openEdges = 0;
  let crowdedEdges = 0;
  let flippedEdges = 0;
  let unbalanced = 0;
  for (let v = 0; v < vertexCount; v++) {
    const end = start[v + 1];
    for (let i = start[v]; i < end; i++) {
      const far = upper[i];
      if (far === UNSET) continue;
      let uses = 1;
      let balance = owner[i] & 1 ? -1 : 1;
      let other = -1;
      for (let j = i + 1; j < end; j++) {
        if (upper[j] !== far) continue;
        uses++;
        balance += owner[j] & 1 ? -1 : 1;
        other = j;
        upper[j] = UNSET;
      }
      if (balance !== 0) unbalanced++;
      if (uses === 1) openEdges++;
      else if (uses > 2) crowdedEdges++;
      else {
        if (balance !== 0) flippedEdges++;
        const ra = root(owner[i] >> 1);
        const rb = root(owner[other] >> 1);
        if (ra !== rb) parent[Math.max(ra, rb)] = Math.min(ra, rb);
      }
    }
  }

  const shellOf = new Int32Array(triangles).fill(-1);
  let shells = 0;
  for (let t = 0; t < triangles; t++) {
    const a = indices[t * 3];
    const b = indices[t * 3 + 1];
    const c = indices[t * 3 + 2];
    if (a === b || b === c || c === a) continue;
    // A root is the lowest triangle of its shell, so it is met first.
    const r = root(t);
    shellOf[t] = r === t ? shells++ : shellOf[r];
  }
  return { watertight: unbalanced === 0 && triangles > degenerate, openEdges, crowdedEdges, flippedEdges, degenerate, shells, shellOf };
}

const UNSET = 0xffffffff;
