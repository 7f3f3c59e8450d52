import { parentPort, workerData } from 'node:worker_threads';
import { bvhOf } from '@cuadro/core/shape/bvh';
import type { Mesh } from '@cuadro/core/shape/mesh';
import { wallRays } from '@cuadro/core/shape/thickness';

/** One of the two workers of the rays' benchmark: it holds its own hierarchy, as a worker of the page does. */
const mesh = workerData as Mesh;
bvhOf(mesh);
parentPort!.on('message', (job: { kind: 'rays'; count: number; from: number; to: number } | { kind: 'closest'; points: Float32Array }) => {
  if (job.kind === 'rays') {
    parentPort!.postMessage(wallRays(mesh, job.count, job.from, job.to).inward);
    return;
  }
  const bvh = bvhOf(mesh);
  const out = new Float32Array(job.points.length / 3);
  for (let i = 0; i < out.length; i++) out[i] = bvh.closest(job.points[i * 3], job.points[i * 3 + 1], job.points[i * 3 + 2]).distance;
  parentPort!.postMessage(out);
});
parentPort!.postMessage('ready');
