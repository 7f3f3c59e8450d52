import { once } from 'node:events';
import type { Worker } from 'node:worker_threads';
import { BufferAttribute, BufferGeometry, DoubleSide, Ray, Vector3 } from 'three';
import { MeshBVH } from 'three-mesh-bvh';
import { facets, samplesByArea } from '@cuadro/core/shape/facets';
import { readShape } from '@cuadro/core/shape/measure';
import { bundledWorker } from './bundled-worker';
import { report } from './measure';
import { torusStl } from './torus';

const SAMPLES = 200_000;

/** Wall rays and closest points on 200 000 triangles, shared by two workers, beside three-mesh-bvh in one thread. Trees stand ready on both sides. */
export async function benchRays(): Promise<void> {
  const { mesh } = readShape(torusStl(316));
  const start = bundledWorker('bench/rays-worker.ts');
  const workers = await Promise.all(
    [0, 1].map(async () => {
      const w = start(mesh);
      await once(w, 'message');
      return w;
    }),
  );
  const ask = async <T>(w: Worker, job: unknown): Promise<T> => {
    w.postMessage(job);
    return ((await once(w, 'message')) as [T])[0];
  };
  const half = SAMPLES / 2;
  const { points, triangle } = samplesByArea(mesh, SAMPLES);
  const { normals } = facets(mesh);
  // Points off the surface, both sides, for the closest one.
  const off = points.map((x, i) => x + normals[triangle[Math.floor(i / 3)] * 3 + (i % 3)] * (Math.floor(i / 3) % 2 ? 3 : -3));

  const best = async (f: () => Promise<void>): Promise<number> => {
    let least = Infinity;
    for (let i = 0; i < 3; i++) {
      const start = performance.now();
      await f();
      least = Math.min(least, performance.now() - start);
    }
    return least;
  };
  let walls: Float32Array[] = [];
  const rays = await best(async () => {
    walls = await Promise.all(workers.map((w, i) => ask<Float32Array>(w, { kind: 'rays', count: SAMPLES, from: i * half, to: (i + 1) * half })));
  });
  let near: Float32Array[] = [];
  const closest = await best(async () => {
    near = await Promise.all(workers.map((w, i) => ask<Float32Array>(w, { kind: 'closest', points: off.slice(i * half * 3, (i + 1) * half * 3) })));
  });
  await Promise.all(workers.map((w) => w.terminate()));

  const geometry = new BufferGeometry().setAttribute('position', new BufferAttribute(mesh.vertices, 3)).setIndex(new BufferAttribute(mesh.indices.slice(), 1));
  const bvh = new MeshBVH(geometry);
  const ray = new Ray();
  const theirs = new Float32Array(SAMPLES);
  const peerRays = await best(async () => {
    for (let i = 0; i < SAMPLES; i++) {
      const t = triangle[i] * 3;
      // Both ways, as ours.
      for (const sign of [1, -1]) {
        ray.direction.set(sign * normals[t], sign * normals[t + 1], sign * normals[t + 2]);
        ray.origin.set(points[i * 3], points[i * 3 + 1], points[i * 3 + 2]).addScaledVector(ray.direction, 1e-3);
        const hit = bvh.raycastFirst(ray, DoubleSide);
        if (sign < 0) theirs[i] = hit ? hit.distance + 1e-3 : NaN;
      }
    }
  });
  const p = new Vector3();
  const theirNear = new Float32Array(SAMPLES);
  const peerClosest = await best(async () => {
    for (let i = 0; i < SAMPLES; i++) theirNear[i] = bvh.closestPointToPoint(p.set(off[i * 3], off[i * 3 + 1], off[i * 3 + 2]))!.distance;
  });
  // Both must have found the same, or the times mean nothing.
  for (let i = 0; i < SAMPLES; i++) {
    const [wall, dist] = [walls[i < half ? 0 : 1][i % half], near[i < half ? 0 : 1][i % half]];
    if (wall === wall && Math.abs(wall - theirs[i]) > 1e-2) throw new Error(`wall ${i}: ${wall} against ${theirs[i]}`);
    if (Math.abs(dist - theirNear[i]) > 1e-3) throw new Error(`closest ${i}: ${dist} against ${theirNear[i]}`);
  }
  report(`wall rays, 2 × ${SAMPLES} on 200 000 triangles, two workers`, rays, peerRays, 'ms', 'at most 0.8');
  report(`closest points, ${SAMPLES} on 200 000 triangles, two workers`, closest, peerClosest, 'ms', 'at most 0.8');
}
