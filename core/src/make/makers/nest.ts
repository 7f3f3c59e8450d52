import { number } from '../../inputs/spec';
import { supportNest } from '../nest';
import { type Maker, num } from '../maker';

export const nest: Maker = {
  id: 'nest',
  label: 'a nest for this part',
  needsPart: true,
  inputs: [
    number('clearance', 'Clearance', 'length', [0, 5], 0.4, { help: '0.3 to 0.5 is usual.' }),
    number('base', 'Under the part', 'length', [1, 200], 6),
    number('grip', 'Held up to', 'length', [1, 500], 15),
    number('wall', 'Wall around', 'length', [1, 200], 8),
    {
      kind: 'choice',
      id: 'pads',
      label: 'Bears on',
      options: [{ value: '0', label: 'the whole of it' }, { value: '3', label: 'three pads' }, { value: '4', label: 'four pads' }],
      usual: '0',
    },
    number('pad', 'Pad diameter', 'length', [4, 300], 20, { asked: (v) => v['pads'] !== '0' }),
  ],
  async make({ kernel, part, up, values: v }) {
    const { nest: mesh, warnings } = supportNest(await kernel(), part!, {
      clearance_mm: num(v, 'clearance'),
      base_mm: num(v, 'base'),
      grip_mm: num(v, 'grip'),
      wall_mm: num(v, 'wall'),
      up,
      pads: Number(v['pads']) as 0 | 3 | 4,
      pad_mm: num(v, 'pad'),
    });
    return { solids: [{ name: 'nest', mesh }], warnings, notes: [] };
  },
};
