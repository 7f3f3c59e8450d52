import { number, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import { type Axis, measure } from '../../shape/measure';
import { orientedBox } from '../../shape/oriented-box';
import type { Vec3 } from '../../shape/turn';
import { cutPieces } from '../pieces';
import { type Maker, num } from '../maker';

const AXES: readonly Axis[] = ['x', 'y', 'z'];
/** Most planes that are given one by one. */
const MOST = 11;

export const pieces: Maker = {
  id: 'pieces',
  label: 'this part in pieces, with dowels',
  needsPart: true,
  inputs: [
    {
      kind: 'choice',
      id: 'axis',
      label: 'Cut along',
      options: [{ value: 'long', label: 'its long side, however it lies' }, ...AXES.map((a) => ({ value: a, label: a }))],
      usual: 'long',
    },
    number('count', 'Pieces', 'count', [2, MOST + 1], 2, { whole: true, help: 'Equal ones, unless planes are given.' }),
    {
      kind: 'table',
      id: 'planes',
      label: 'Planes',
      help: 'How far from its end each lies; then pieces are as many as these make.',
      most: MOST,
      optional: true,
      columns: [number('at', 'From its end', 'length', [0, 20_000], 100)],
    },
    number('dowel', 'Dowel diameter (0: none)', 'length', [0, 40], 6),
    number('dowel_length', 'Dowel length', 'length', [2, 300], 30),
    number('slack', 'Hole larger by', 'length', [0, 2], 0.15),
  ],
  async make({ kernel, part, values: v }) {
    const k = AXES.indexOf(v['axis'] as Axis);
    const count = num(v, 'count');
    const box = k < 0 ? orientedBox(part!) : undefined;
    const long = box ? box.size_mm[0] : measure(part!).box_mm[k];
    const given = ((v['planes'] as readonly Values[] | undefined) ?? []).map((row) => num(row, 'at'));
    const dowel = num(v, 'dowel');
    const result = cutPieces(await kernel(), part!, {
      along: box ? box.axes[0] : ([0, 1, 2].map((i) => (i === k ? 1 : 0)) as Vec3),
      cuts: given.length ? given : Array.from({ length: count - 1 }, (_, i) => (long * (i + 1)) / count),
      ...(dowel > 0 && { dowel: { diameter_mm: dowel, length_mm: num(v, 'dowel_length'), clearance_mm: num(v, 'slack') } }),
    });
    return {
      solids: result.pieces.map((p, i) => ({ name: `piece-${i + 1}`, mesh: p.mesh })),
      warnings: result.warnings,
      notes: result.joints.map((j, i) =>
        `Joint ${i + 1}, ${j.from_mm.toFixed(1)} mm from its end: ${(j.area_mm2 / 100).toFixed(1)} cm² to bond, ${j.dowels.length} ${
          j.dowels.length === 1 ? 'dowel' : 'dowels'
        }${j.dowels.length ? ` of ${formatNumber(j.dowel_mm)} mm` : ''}.`
      ),
    };
  },
};
