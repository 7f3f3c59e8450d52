import type { Manifold } from 'manifold-3d';
import { type Kernel, meshOf } from '../../make/kernel';
import type { Mesh } from '../mesh';
import { rotated } from '../testing';
import { weld } from '../weld';

/** Parts with known features, cut by the boolean kernel. Millimetres; for tests. */

export async function loadKernel(): Promise<Kernel> {
  const { default: load } = await import('manifold-3d');
  const kernel = await load();
  kernel.setup();
  return kernel;
}

/** Sides of a circle whose chords lie within `chord` of it; eight at least. */
export const sidesFor = (r: number, chord: number): number => Math.max(8, Math.ceil(Math.PI / Math.acos(Math.max(-1, 1 - chord / r))));

/** Shapes to cut with, standing on z = 0. */
export class Cutters {
  constructor(readonly k: Kernel, readonly chord: number) {}

  cylinder(d: number, height: number, top = d): Manifold {
    return this.k.Manifold.cylinder(height, d / 2, top / 2, sidesFor(Math.max(d, top) / 2, this.chord));
  }
  box(w: number, d: number, h: number): Manifold {
    return this.k.Manifold.cube([w, d, h]).translate([-w / 2, -d / 2, 0]);
  }
  /** A rounded rectangle. */
  pocket(w: number, d: number, r: number, h: number): Manifold {
    if (!r) return this.box(w, d, h);
    const corners = [[1, 1], [1, -1], [-1, 1], [-1, -1]].map(([x, y]) => this.cylinder(2 * r, h).translate([x * (w / 2 - r), y * (d / 2 - r), 0]));
    return this.k.Manifold.hull(corners);
  }
  /** A half profile turned about z. */
  turned(profile: [number, number][]): Manifold {
    return this.k.Manifold.revolve([profile], sidesFor(Math.max(...profile.map(([r]) => r)), this.chord));
  }
}

/** As a file would bring it, turned anyhow. */
export function asPart(solid: Manifold, up: [number, number, number], about: number): Mesh {
  const { vertices, indices } = rotated(meshOf(solid), up, about);
  const positions = new Float32Array(indices.length * 3);
  indices.forEach((p, i) => positions.set(vertices.subarray(p * 3, p * 3 + 3), i * 3));
  return weld({ positions, triangles: indices.length / 3, notes: [] });
}
