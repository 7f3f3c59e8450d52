import type { Manifold, ManifoldToplevel } from 'manifold-3d';
import { type Mesh, MeshError } from '../shape/mesh';
import type { Vec3 } from '../shape/turn';

/** The boolean library, loaded and set up by whoever calls: a worker, the command line, a test. */
export type Kernel = ManifoldToplevel;

/** @throws MeshError for a mesh that encloses no volume in a clear way */
export function solidOf(k: Kernel, mesh: Mesh): Manifold {
  try {
    const solid = new k.Manifold(new k.Mesh({ numProp: 3, vertProperties: mesh.vertices, triVerts: mesh.indices }));
    if (solid.status() === 'NoError' && !solid.isEmpty()) return solid;
  } catch {
    // Told below, in words.
  }
  throw new MeshError('Only a closed mesh can be added or taken away. Repair it first.');
}

/** What was made along z from nought, set along the third direction of a frame, from a place on. */
export const placed = ([r, b, u]: readonly [Vec3, Vec3, Vec3], at: Vec3): Parameters<Manifold['transform']>[0] => [...r, 0, ...b, 0, ...u, 0, ...at, 1];

export function meshOf(solid: Manifold): Mesh {
  const { vertProperties, triVerts, numProp, numVert } = solid.getMesh();
  if (numProp === 3) return { vertices: Float32Array.from(vertProperties), indices: Uint32Array.from(triVerts) };
  const vertices = new Float32Array(numVert * 3);
  for (let v = 0; v < numVert; v++) for (let a = 0; a < 3; a++) vertices[v * 3 + a] = vertProperties[v * numProp + a];
  return { vertices, indices: Uint32Array.from(triVerts) };
}
