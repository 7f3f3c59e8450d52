import type { Mesh } from './mesh';

const known = new WeakMap<Mesh, Int32Array>();

/**
 * For each half-edge 3t + e (from corner e of triangle t to the next) the one that runs the other way along the same edge,
 * or −1 where there is none: open edges, and triangles that disagree about inside and outside. Kept with the mesh.
 *
 * Half-edges are bucketed by their lower vertex (counting sort, about six to a bucket), then matched inside the bucket.
 * Where more than two triangles share an edge they are paired in file order.
 */
export function twins(mesh: Mesh): Int32Array {
  let out = known.get(mesh);
  if (!out) {
    out = matchTwins(mesh);
    known.set(mesh, out);
  }
  return out;
}

function matchTwins({ indices, vertices }: Mesh): Int32Array {
  const count = indices.length;
  const vertexCount = vertices.length / 3;
  const start = new Uint32Array(vertexCount + 1);
  for (let h = 0; h < count; h++) {
    const a = indices[h], b = indices[next(h)];
    if (a !== b) start[(a < b ? a : b) + 1]++;
  }
  for (let v = 0; v < vertexCount; v++) start[v + 1] += start[v];
  const cursor = start.slice(0, vertexCount);
  const halfEdge = new Int32Array(start[vertexCount]);
  for (let h = 0; h < count; h++) {
    const a = indices[h], b = indices[next(h)];
    if (a !== b) halfEdge[cursor[a < b ? a : b]++] = h;
  }
  const out = new Int32Array(count).fill(-1);
  for (let v = 0; v < vertexCount; v++) {
    for (let i = start[v]; i < start[v + 1]; i++) {
      const h = halfEdge[i];
      if (out[h] >= 0) continue;
      const a = indices[h], b = indices[next(h)];
      for (let j = i + 1; j < start[v + 1]; j++) {
        const g = halfEdge[j];
        if (out[g] < 0 && indices[g] === b && indices[next(g)] === a) {
          out[h] = g;
          out[g] = h;
          break;
        }
      }
    }
  }
  return out;
}

/** The half-edge after h in its triangle. */
export const next = (h: number): number => (h % 3 === 2 ? h - 2 : h + 1);
