import { number } from '../../inputs/spec';
import { MeshError } from '../../shape/mesh';
import { type Maker, num } from '../maker';
import { prism, type Point2 } from '../solids';

const rad = (deg: number): number => (deg * Math.PI) / 180;

/** Section of a punch, nose down at the origin: a rounded wedge under a straight shank with the tang on top. */
export function punchSection(nose: number, angleDeg: number, width: number, height: number, tang: number): Point2[] {
  const half = rad(angleDeg / 2);
  // The flanks touch the nose circle where its normal leans by the complement of the half angle.
  const at = Math.PI / 2 - half;
  const [tx, ty] = [nose * Math.sin(at), nose - nose * Math.cos(at)];
  const shoulder = ty + (width / 2 - tx) / Math.tan(half);
  if (!(tx < width / 2)) throw new MeshError(`A nose of ${nose} mm needs a punch wider than ${(2 * tx).toFixed(1)} mm.`);
  if (!(shoulder < height)) throw new MeshError(`At ${angleDeg}° a punch ${width} mm wide has to be higher than ${shoulder.toFixed(1)} mm.`);
  const arc = Array.from({ length: 25 }, (_, i): Point2 => {
    const a = -at + (2 * at * i) / 24;
    return [nose * Math.sin(a), nose - nose * Math.cos(a)];
  });
  const top = height + tang;
  const neck = tang > 0 ? [[width / 4, height], [width / 4, top], [-width / 4, top], [-width / 4, height]] as Point2[] : [];
  return [...arc, [width / 2, shoulder], [width / 2, height], ...neck, [-width / 2, height], [-width / 2, shoulder]];
}

export const brakePunch: Maker = {
  id: 'brake-punch',
  label: 'a press-brake punch',
  needsPart: false,
  inputs: [
    number('nose', 'Nose radius', 'length', [0.1, 200], 1),
    number('angle', 'Angle of the nose', 'angle', [15, 160], 80, { help: 'Sharper than the bend, so that the sheet can be bent beyond it and spring back.' }),
    number('width', 'Width of the shank', 'length', [2, 500], 20),
    number('height', 'Height', 'length', [5, 1000], 80),
    number('tang', 'Tang above it (0: none)', 'length', [0, 200], 15),
    number('length', 'Length', 'length', [1, 4000], 300),
  ],
  caution: 'A split punch flies: limit the press force to the plan, raise it in steps behind a guard, and never stand in line with it.',
  make: async ({ values: v }) => ({
    solids: [{
      name: 'punch',
      mesh: prism(punchSection(num(v, 'nose'), num(v, 'angle'), num(v, 'width'), num(v, 'height'), num(v, 'tang')), [], 0, num(v, 'length')),
    }],
    warnings: [],
    notes: ['It lies along z, nose towards −y.'],
  }),
};
