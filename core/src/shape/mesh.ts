/** Triangle soup as read from a file, millimetres: 9 numbers a triangle. */
export interface Soup {
  positions: Float32Array;
  triangles: number;
  /** Things worth telling that did not stop the reading ("12 bytes after the last triangle were ignored"). */
  notes: string[];
}

/** Indexed mesh: equal corners share a vertex. */
export interface Mesh {
  /** xyz per vertex, mm */
  vertices: Float32Array;
  /** three vertex numbers per triangle */
  indices: Uint32Array;
}

/** Lowest and highest corner of the box around points, xyz after xyz. */
export function extentOf(points: Float32Array): { low: [number, number, number]; high: [number, number, number] } {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 3) {
    for (let a = 0; a < 3; a++) {
      const x = points[i + a];
      if (x < low[a]) low[a] = x;
      if (x > high[a]) high[a] = x;
    }
  }
  return { low, high };
}

/** The same faces looking the other way. */
export const insideOut = ({ vertices, indices }: Mesh): Mesh => ({ vertices, indices: indices.map((_, k) => indices[k - (k % 3) + (2 - (k % 3))]) });

/** A file that cannot be used as a mesh. The message is for people and one line long. */
export class MeshError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'MeshError';
  }
}

export type LengthUnit = 'mm' | 'inch';

/** Millimetres per unit. */
export const MM_PER: Record<LengthUnit, number> = { mm: 1, inch: 25.4 };

/** What a user may drop, for file pickers and messages. */
export const MESH_EXTENSIONS = ['.stl', '.obj', '.ply', '.3mf'] as const;

/** More than this and a browser tab may run out of memory; stated to the user. */
export const MAX_TRIANGLES = 5_000_000;
export const MAX_BYTES = 300 * 1024 * 1024;

/** Meshes side by side as one. */
export function joined(meshes: readonly Mesh[]): Mesh {
  const vertices = new Float32Array(meshes.reduce((n, m) => n + m.vertices.length, 0));
  const indices = new Uint32Array(meshes.reduce((n, m) => n + m.indices.length, 0));
  let v = 0, f = 0;
  for (const m of meshes) {
    vertices.set(m.vertices, v);
    indices.set(m.indices.map((i) => i + v / 3), f);
    v += m.vertices.length;
    f += m.indices.length;
  }
  return { vertices, indices };
}
