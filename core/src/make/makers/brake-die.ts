import { number } from '../../inputs/spec';
import { MeshError } from '../../shape/mesh';
import { type Maker, num } from '../maker';
import { prism, type Point2 } from '../solids';

/**
 * Section of a die, its top at y = 0: a V between two rounded shoulders. The opening is measured where the shoulders begin to
 * fall, as it is on bought dies.
 */
export function dieSection(opening: number, angleDeg: number, shoulder: number, width: number, height: number): Point2[] {
  const half = (angleDeg * Math.PI) / 360;
  const lean = Math.PI / 2 - half;
  // The shoulder turns from level into the flank: over this far from the edge, and so deep.
  const [over, deep] = [shoulder * Math.sin(lean), shoulder * (1 - Math.cos(lean))];
  const inner = opening / 2 - over;
  if (!(inner > 0)) throw new MeshError(`Shoulders of ${shoulder} mm leave nothing of an opening of ${opening} mm.`);
  const bottom = deep + inner / Math.tan(half);
  if (!(opening / 2 + 1 < width / 2)) throw new MeshError(`A die with an opening of ${opening} mm has to be wider than ${(opening + 2).toFixed(1)} mm.`);
  if (!(bottom + 2 < height)) throw new MeshError(`The V is ${bottom.toFixed(1)} mm deep: the die has to be higher than ${(bottom + 2).toFixed(1)} mm.`);
  const arc = (side: 1 | -1): Point2[] =>
    Array.from({ length: 13 }, (_, i): Point2 => {
      const a = (lean * i) / 12;
      return [side * (opening / 2 - shoulder * Math.sin(a)), -shoulder * (1 - Math.cos(a))];
    });
  return [[-width / 2, -height], [width / 2, -height], [width / 2, 0], ...arc(1), [0, -bottom], ...arc(-1).reverse(), [-width / 2, 0]];
}

export const brakeDie: Maker = {
  id: 'brake-die',
  label: 'a press-brake die',
  needsPart: false,
  inputs: [
    number('opening', 'Opening', 'length', [1, 500], 8),
    number('angle', 'Angle of the V', 'angle', [15, 160], 80),
    number('shoulder', 'Radius of the shoulders', 'length', [0.1, 100], 1),
    number('width', 'Width', 'length', [4, 1000], 40),
    number('height', 'Height', 'length', [5, 1000], 40),
    number('length', 'Length', 'length', [1, 4000], 300),
  ],
  caution: 'A split die flies: limit the press force to the plan, raise it in steps behind a guard, and never stand in line with it.',
  make: async ({ values: v }) => ({
    solids: [{
      name: 'die',
      mesh: prism(dieSection(num(v, 'opening'), num(v, 'angle'), num(v, 'shoulder'), num(v, 'width'), num(v, 'height')), [], 0, num(v, 'length')),
    }],
    warnings: [],
    notes: ['It lies along z, its V towards +y.'],
  }),
};
