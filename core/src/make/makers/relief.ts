import { number } from '../../inputs/spec';
import { MeshError } from '../../shape/mesh';
import { type Maker, num } from '../maker';
import { relief as reliefOf } from '../solids';

export const relief: Maker = {
  id: 'relief',
  label: 'a relief from a picture',
  needsPart: false,
  needsPicture: true,
  inputs: [
    number('width', 'Width', 'length', [2, 2000], 100),
    number('depth', 'Relief deep', 'length', [0.05, 100], 2),
    number('base', 'Under the ground', 'length', [0.5, 200], 4),
    number('draft', 'Steepest wall', 'angle', [20, 88], 70),
  ],
  async make({ picture, values: v }) {
    if (!picture) throw new MeshError('Choose a picture first.');
    return {
      solids: [{
        name: 'relief',
        mesh: reliefOf(picture.grey, picture.columns, picture.rows, {
          width_mm: num(v, 'width'),
          depth_mm: num(v, 'depth'),
          base_mm: num(v, 'base'),
          draftDeg: num(v, 'draft'),
        }),
      }],
      warnings: [],
      notes: [],
    };
  },
};
