import { readShape } from '@cuadro/core/shape/measure';
import { candidates, study } from '@cuadro/core/shape/orient';
import { best, report } from './measure';
import { torusStl } from './torus';

/** "A few seconds" for a study, in milliseconds. */
const LIMIT = 5000;

/** 200 build directions on 200 000 triangles, one thread, against the limit. The page shares them between two workers. */
export function benchOrient(): void {
  const { mesh } = readShape(torusStl(316));
  const directions = candidates(mesh).slice(0, 200);
  const time = best(2, () => {
    study(mesh, directions);
  });
  report(`orientation study, ${directions.length} directions on 200 000 triangles, one thread, against the limit`, time, LIMIT, 'ms', 'below 1');
}
