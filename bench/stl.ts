import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { mergeVertices } from 'three/addons/utils/BufferGeometryUtils.js';
import { writeStl } from '@cuadro/core/shape/formats/stl';
import { readShape } from '@cuadro/core/shape/measure';
import { best, report } from './measure';

/** A torus of 2 n² triangles, binary STL. */
function torus(n: number): Uint8Array {
  const vertices = new Float64Array(n * n * 3);
  const indices = new Uint32Array(n * n * 6);
  for (let i = 0, p = 0, q = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const [u, w] = [(2 * Math.PI * i) / n, (2 * Math.PI * j) / n];
      vertices.set([(40 + 10 * Math.cos(w)) * Math.cos(u), (40 + 10 * Math.cos(w)) * Math.sin(u), 10 * Math.sin(w)], p);
      p += 3;
      const [a, b, c, d] = [i * n + j, ((i + 1) % n) * n + j, ((i + 1) % n) * n + ((j + 1) % n), i * n + ((j + 1) % n)];
      indices.set([a, b, c, a, c, d], q);
      q += 6;
    }
  }
  return writeStl(vertices, indices);
}

/** Read, weld and measure 1 000 000 triangles beside three's STLLoader and mergeVertices on the same bytes. */
export function benchStl(): void {
  const bytes = torus(708); // 2 · 708² = 1 002 528 triangles
  let watertight = false;
  const ours = best(3, () => {
    watertight = readShape(bytes).measure.watertight;
  });
  if (!watertight) throw new Error('the torus came out open');
  // The peak so far is ours: the peer has not run yet. maxRSS is in kB.
  const peak = process.resourceUsage().maxRSS / 1024;
  const peer = best(1, () => {
    const geometry = new STLLoader().parse(bytes.buffer as ArrayBuffer);
    geometry.deleteAttribute('normal');
    mergeVertices(geometry);
  });
  report('STL 1 000 000 triangles, read + weld + measure', ours, peer, 'ms', 'at most 0.5');
  report('STL 1 000 000 triangles, peak memory against the limit', peak, 600, 'MB', 'below 1');
}
