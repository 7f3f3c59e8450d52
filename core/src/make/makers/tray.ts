import { number } from '../../inputs/spec';
import { trayOf } from '../tray';
import { type Maker, num } from '../maker';

export const tray: Maker = {
  id: 'tray',
  label: 'a tray with pockets for this part',
  needsPart: true,
  inputs: [
    number('columns', 'Pockets across', 'count', [1, 60], 3, { whole: true }),
    number('rows', 'Pockets deep', 'count', [1, 60], 2, { whole: true }),
    number('clearance', 'Clearance', 'length', [0, 20], 0.8, { help: 'What part and tray may be off by together, and room to let go.' }),
    number('deep', 'Depth of a pocket', 'length', [1, 500], 12),
    number('wall', 'Wall between and around', 'length', [0.8, 100], 3),
    number('base', 'Floor', 'length', [0.8, 100], 2.4),
    number('finger', 'Slot for fingers; 0 for none', 'length', [0, 200], 0, { help: '18 to 22 mm for a finger, 30 with gloves.' }),
  ],
  async make({ kernel, part, up, values: v }) {
    const { tray: mesh, pockets, warnings } = trayOf(await kernel(), part!, {
      columns: num(v, 'columns'),
      rows: num(v, 'rows'),
      clearance_mm: num(v, 'clearance'),
      deep_mm: num(v, 'deep'),
      wall_mm: num(v, 'wall'),
      base_mm: num(v, 'base'),
      finger_mm: num(v, 'finger'),
      up,
    });
    return { solids: [{ name: 'tray', mesh }], warnings, notes: [`${pockets} pockets; another mesh of the part makes them anew.`] };
  },
};
