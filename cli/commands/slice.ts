import { slice as sliceMesh } from '@cuadro/core/shape/slice';
import { type Command, meshFaults, misuse, parse, print, shapeOf } from '../command';

const usage = 'slice FILE [--layer MM] [--unit mm|inch]';

/** Area, perimeter and islands of every layer. */
export const slice: Command = {
  name: 'slice',
  usage,
  async run(args) {
    const { file, values } = parse(args, usage, { unit: 'mm', layer: '0.25' });
    const layer = Number(values.layer);
    if (!(layer > 0)) throw misuse(usage);
    const { mesh } = await shapeOf(file, values.unit, usage);
    const s = meshFaults(file, () => sliceMesh(mesh, layer));
    print({ layers: s.layers, area_mm2: [...s.area_mm2], perimeter_mm: [...s.perimeter_mm], islands: [...s.islands], volume_mm3: s.volume_mm3 });
  },
};
