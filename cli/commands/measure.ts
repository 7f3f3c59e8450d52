import { type Command, parse, print, shapeOf } from '../command';

const usage = 'measure FILE [--unit mm|inch]';

/** What Cuadro measures on a mesh. */
export const measure: Command = {
  name: 'measure',
  usage,
  async run(args) {
    const { file, values } = parse(args, usage, { unit: 'mm' });
    const { measure: m } = await shapeOf(file, values.unit, usage);
    const { triangles, volume_mm3, area_mm2, box_mm, centroid_mm, watertight, shells } = m;
    print({ triangles, volume_mm3, area_mm2, box_mm, centroid_mm, watertight, shells });
  },
};
