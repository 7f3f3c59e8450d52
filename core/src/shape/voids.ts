import type { Mesh } from './mesh';
import { topology } from './topology';
import type { Vec3 } from './turn';

/** A closed cavity: whatever is in it when the build ends stays in it. */
export interface EnclosedVoid {
  volume_mm3: number;
  centre: Vec3;
  box_mm: Vec3;
}

export interface Shells {
  voids: EnclosedVoid[];
  /** Pieces of material that hang together with nothing else. */
  pieces: number;
}

/** Shells that are turned inwards (negative volume) are cavities, those turned outwards are pieces. Slivers below 0.1 mm³ are dropped. */
export function shells(mesh: Mesh): Shells {
  const { vertices: v, indices } = mesh;
  const { shells: count, shellOf } = topology(mesh);
  const volume = new Float64Array(count);
  const low = new Float64Array(count * 3).fill(Infinity);
  const high = new Float64Array(count * 3).fill(-Infinity);
  const [ox, oy, oz] = [v[0], v[1], v[2]];
  for (let t = 0; t < shellOf.length; t++) {
    const s = shellOf[t];
    if (s < 0) continue;
    const [a, b, c] = [indices[t * 3] * 3, indices[t * 3 + 1] * 3, indices[t * 3 + 2] * 3];
    const ax = v[a] - ox,
      ay = v[a + 1] - oy,
      az = v[a + 2] - oz,
      bx = v[b] - ox,
      by = v[b + 1] - oy,
      bz = v[b + 2] - oz,
      cx = v[c] - ox,
      cy = v[c + 1] - oy,
      cz = v[c + 2] - oz;
    volume[s] += (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6;
    for (const p of [a, b, c]) {
      for (let k = 0; k < 3; k++) {
        low[s * 3 + k] = Math.min(low[s * 3 + k], v[p + k]);
        high[s * 3 + k] = Math.max(high[s * 3 + k], v[p + k]);
      }
    }
  }
  const voids: EnclosedVoid[] = [];
  let pieces = 0;
  for (let s = 0; s < count; s++) {
    if (volume[s] > 0.1) pieces++;
    if (volume[s] >= -0.1) continue;
    const box = [0, 1, 2].map((k) => high[s * 3 + k] - low[s * 3 + k]) as Vec3;
    voids.push({ volume_mm3: -volume[s], box_mm: box, centre: [0, 1, 2].map((k) => (high[s * 3 + k] + low[s * 3 + k]) / 2) as Vec3 });
  }
  return { voids: voids.sort((a, b) => b.volume_mm3 - a.volume_mm3), pieces };
}
