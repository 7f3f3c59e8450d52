import { meetings } from '@cuadro/core/make/meetings';
import { bodiesOf, bodyLines } from '@cuadro/core/shape/bodies';
import { shapeCommand } from '../command';

/** The bodies of a file, largest first: size, what is likely bought, which are alike, and how they meet. */
export const bodies = shapeCommand('bodies', async ({ mesh }) => {
  const all = bodiesOf(mesh);
  const { default: load } = await import('manifold-3d');
  const kernel = await load();
  kernel.setup();
  return {
    bodies: bodyLines(all).map((l, i) => ({ number: i, ...l })),
    meetings: meetings(kernel, all),
  };
});
