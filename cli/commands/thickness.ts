import { thickness as thicknessOf } from '@cuadro/core/shape/thickness';
import { shapeCommand } from '../command';

/** Walls and gaps. */
export const thickness = shapeCommand('thickness', ({ mesh }) => {
  const { min_mm, p5_mm, median_mm, gap_mm, thin } = thicknessOf(mesh);
  return { min_mm, p5_mm, median_mm, gap_mm, thin: thin.map(({ point, mm }) => ({ point, mm })) };
});
