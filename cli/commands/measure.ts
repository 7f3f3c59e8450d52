import { shapeCommand } from '../command';

/** What Cuadro measures on a mesh. */
export const measure = shapeCommand('measure', ({ measure: { triangles, volume_mm3, area_mm2, box_mm, centroid_mm, watertight, shells } }) => ({
  triangles,
  volume_mm3,
  area_mm2,
  box_mm,
  centroid_mm,
  watertight,
  shells,
}));
