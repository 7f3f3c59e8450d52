import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { mergeVertices } from 'three/addons/utils/BufferGeometryUtils.js';
import { readShape } from '@cuadro/core/shape/measure';
import { best, report } from './measure';
import { torusStl } from './torus';

/** Read, weld and measure 1 000 000 triangles beside three's STLLoader and mergeVertices on the same bytes. */
export function benchStl(): void {
  const bytes = torusStl(708); // 2 · 708² = 1 002 528 triangles
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
