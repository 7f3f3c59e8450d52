import { circle, prism, rectangle } from '@cuadro/core/make/solids';
import { featuresOf } from '@cuadro/core/shape/features/features';
import type { Mesh } from '@cuadro/core/shape/mesh';
import { refined, sphere } from '@cuadro/core/shape/testing';
import { Bvh } from '@cuadro/core/shape/bvh';
import { boresOf } from '@cuadro/core/shape/features/bores';
import { bodyShape } from '@cuadro/core/shape/features/body-kind';
import { pocketsOf } from '@cuadro/core/shape/features/pockets';
import { millingOf } from '@cuadro/core/shape/features/set-ups';
import { BufferAttribute, BufferGeometry } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import { best, report } from './measure';

/** What a part of 200 000 triangles takes: one with forty holes, and one that bends everywhere and has nothing to be found. */
export function benchFeatures(): void {
  const plate = refined(
    prism(rectangle(240, 130), Array.from({ length: 40 }, (_, i) => circle(3 + (i % 5) / 2, 15 + 23 * (i % 10), 20 + 30 * Math.floor(i / 10), 96)), 0, 20),
    2,
  );
  const bumpy = sphere(30, 448);
  for (let i = 0; i < bumpy.vertices.length; i += 3) {
    const [x, y, z] = bumpy.vertices.subarray(i, i + 3);
    const f = 1 + 0.03 * Math.sin(x / 2) * Math.cos(y / 3) * Math.sin(z / 4);
    for (let k = 0; k < 3; k++) bumpy.vertices[i + k] *= f;
  }
  for (const [what, mesh] of [['forty holes', plate], ['free form', bumpy]] as const) {
    const { bodies: [{ bores }] } = featuresOf(mesh);
    // Copies, because figures are kept with the mesh.
    const parts = [copy(mesh), copy(mesh), copy(mesh)];
    report(
      `features of ${mesh.indices.length / 3} triangles, ${what} (${bores.length} found), against 2 s`,
      best(3, () => void featuresOf(parts.pop()!)) / 1000,
      2,
      's',
      '1',
    );
  }
  const [bores, pockets] = [boresOf(plate), pocketsOf(plate, new Set())];
  const { axes } = bodyShape(plate, bores, pockets).box;
  report(
    'clampings by six cutters and their holders, 3 000 places, against 1 s',
    best(2, () => void millingOf(plate, bores, pockets, axes)) / 1000,
    1,
    's',
    '1',
  );
  const theirs = (): MeshBVH =>
    new MeshBVH(new BufferGeometry().setAttribute('position', new BufferAttribute(plate.vertices, 3)).setIndex(new BufferAttribute(plate.indices.slice(), 1)));
  report(
    `the tree of ${plate.indices.length / 3} triangles, against three-mesh-bvh`,
    best(3, () => void new Bvh(plate)),
    best(3, () => void theirs()),
    'ms',
    '1',
  );
}

const copy = ({ vertices, indices }: Mesh): Mesh => ({ vertices: vertices.slice(), indices: indices.slice() });
