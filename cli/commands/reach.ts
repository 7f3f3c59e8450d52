import { reach as reachOf } from '@cuadro/core/shape/reach';
import { shapeCommand } from '../command';

/** Set-ups for milling from the six box directions. */
export const reach = shapeCommand('reach', ({ mesh, measure }) => {
  const { directions, covered, unreachable_mm2, hidden_mm2 } = reachOf(mesh);
  return { setups: directions.length, directions: directions.map((d) => d.from), covered, unreachable_mm2, hidden_mm2, prismatic_axis: measure.prismatic };
});
