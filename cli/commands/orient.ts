import { candidates, DEFAULT_WEIGHTS, orientation, rank, study } from '@cuadro/core/shape/orient';
import { shapeCommand } from '../command';

/** Directions measured finely after all have been compared coarsely. */
const FINE = 40;

/** Build directions, best first. */
export const orient = shapeCommand('orient', ({ mesh }) => {
  const first = rank(study(mesh, candidates(mesh)), DEFAULT_WEIGHTS);
  const fine = rank(first.slice(0, FINE).map((o) => orientation(mesh, o.up)), DEFAULT_WEIGHTS);
  return [...fine, ...first.slice(FINE)].map(({ up, standing, support_mm3, raft_mm3, height_mm, overhang_mm2, footprint_mm2, bed_mm2, pareto }) => ({
    up,
    standing,
    support_mm3,
    raft_mm3,
    height_mm,
    overhang_mm2,
    footprint_mm2,
    bed_mm2,
    pareto,
  }));
});
