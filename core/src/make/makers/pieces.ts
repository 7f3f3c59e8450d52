import { number } from '../../inputs/spec';
import { type Axis, measure } from '../../shape/measure';
import { cutPieces } from '../pieces';
import { type Maker, num } from '../maker';

const AXES = ['x', 'y', 'z'] as const;

export const pieces: Maker = {
  id: 'pieces',
  label: 'this part in pieces, with dowels',
  needsPart: true,
  inputs: [
    { kind: 'choice', id: 'axis', label: 'Cut along', options: AXES.map((a) => ({ value: a, label: a })), usual: 'x' },
    number('count', 'Pieces', 'count', [2, 12], 2, { whole: true }),
    number('dowel', 'Dowel diameter (0: none)', 'length', [0, 40], 6),
    number('dowel_length', 'Dowel length', 'length', [2, 300], 30),
    number('slack', 'Hole larger by', 'length', [0, 2], 0.15),
  ],
  async make({ kernel, part, values: v }) {
    const axis = v['axis'] as Axis;
    const k = AXES.indexOf(axis);
    const { box_mm, box_min_mm } = measure(part!);
    const count = num(v, 'count');
    const dowel = num(v, 'dowel');
    const result = cutPieces(await kernel(), part!, {
      axis,
      cuts: Array.from({ length: count - 1 }, (_, i) => box_min_mm[k] + (box_mm[k] * (i + 1)) / count),
      ...(dowel > 0 && { dowel: { diameter_mm: dowel, length_mm: num(v, 'dowel_length'), clearance_mm: num(v, 'slack') } }),
    });
    return {
      solids: result.pieces.map((p, i) => ({ name: `piece-${i + 1}`, mesh: p.mesh })),
      warnings: result.warnings,
      notes: result.joints.map((j, i) =>
        `Joint ${i + 1} at ${j.at_mm.toFixed(1)} mm: ${(j.area_mm2 / 100).toFixed(1)} cm² to bond, ${j.dowels.length} ${
          j.dowels.length === 1 ? 'dowel' : 'dowels'
        }.`
      ),
    };
  },
};
