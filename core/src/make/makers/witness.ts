import { number } from '../../inputs/spec';
import { type Maker, num } from '../maker';
import { circle, prism, rectangle } from '../solids';

/** Sides and hole of the witness piece as it comes, mm: the check plan asks for them. */
export const WITNESS = { length: 40, width: 20, height: 15, hole: 6 } as const;

/** A small block with a hole that is printed beside the tool, measured, and cut open: what cannot be done to the tool itself. */
export const witness: Maker = {
  id: 'witness',
  label: 'a witness piece',
  needsPart: false,
  inputs: [
    number('length', 'Length', 'length', [10, 200], WITNESS.length),
    number('width', 'Width', 'length', [8, 200], WITNESS.width),
    number('height', 'Height', 'length', [3, 200], WITNESS.height),
    number('hole', 'Hole', 'length', [1, 100], WITNESS.hole),
  ],
  make: async ({ values: v }) => {
    const [length, width, hole] = [num(v, 'length'), num(v, 'width'), Math.min(num(v, 'hole'), num(v, 'width') / 2, num(v, 'length') / 2)];
    return {
      solids: [{ name: 'witness', mesh: prism(rectangle(length, width), [circle(hole / 2, length / 2, width / 2)], 0, num(v, 'height')) }],
      warnings: [],
      notes: [
        'Printed beside the tool, the same way up, with the same walls and fill. Measure its length and its hole, then saw it through the hole and look at the cut.',
      ],
    };
  },
};
