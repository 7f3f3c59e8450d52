import { number } from '../../inputs/spec';
import { bvhOf } from '../../shape/bvh';
import { MeshError } from '../../shape/mesh';
import type { Vec3 } from '../../shape/turn';
import { meshOf, placed, solidOf } from '../kernel';
import { type Maker, num } from '../maker';
import { circleOf, flatFacing, roomOn } from '../on-flat';

/** Of its diameters are left around a bore. */
const AROUND = 1.25;
/** Beneath a blind bore stays so much, mm. */
const FLOOR = 2;

/** Three bores in the top face: the plane, the origin and the direction that everything on a tool is measured from, and that a probe finds. */
export const datumBores: Maker = {
  id: 'datum-bores',
  label: 'this part with three datum bores',
  needsPart: true,
  inputs: [
    number('diameter', 'Bore, as reamed', 'length', [1, 60], 6),
    number('allowance', 'Printed smaller by', 'length', [0, 3], 0.3, { help: 'What the reamer takes; 0 where it stays as printed.' }),
    number('depth', 'Depth', 'length', [1, 300], 10),
  ],
  async make({ kernel, part, up, values: v }) {
    const mesh = part!, diameter = num(v, 'diameter'), depth = num(v, 'depth');
    const flat = flatFacing(mesh, up);
    if (!flat) throw new MeshError('No flat face looks up. Lay the part so that the face with the datums does.');
    const { frame, places, at } = roomOn(mesh, flat, circleOf(AROUND * diameter));
    const [right, back, out] = frame;
    const bvh = bvhOf(mesh);
    const point = ([x, y]: readonly [number, number], z: number): Vec3 => [0, 1, 2].map((k) => right[k] * x + back[k] * y + out[k] * z) as Vec3;
    const beneath = (p: readonly [number, number]): number => bvh.ray(...point(p, at - 1e-3), ...(out.map((c) => -c) as Vec3)).distance;
    const deep = places.filter((p) => beneath(p) > depth + FLOOR);
    const far = (score: (p: readonly [number, number]) => number): readonly [number, number] | undefined =>
      deep.reduce<readonly [number, number] | undefined>((best, p) => (!best || score(p) > score(best) ? p : best), undefined);
    const origin = far(([x, y]) => -x - y), along = far(([x, y]) => x - y), across = far(([x, y]) => y - x);
    const apart = (a: readonly number[], b: readonly number[]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
    if (!origin || !along || !across || Math.min(apart(origin, along), apart(origin, across)) < 4 * diameter)
      throw new MeshError(
        deep.length || !places.length
          ? `The top face has no room for three bores of ${diameter} mm four diameters apart. Use smaller ones, or another face upwards.`
          : `Beneath the top face are nowhere ${depth + FLOOR} mm of material. Make the bores less deep.`,
      );
    const k = await kernel();
    const radius = (diameter - num(v, 'allowance')) / 2;
    if (!(radius > 0.2)) throw new MeshError('Nothing of the bore is left to print. Lower the allowance.');
    const bores = [origin, along, across];
    let solid = solidOf(k, mesh);
    for (const p of bores) solid = solid.subtract(k.Manifold.cylinder(depth + 1, radius, radius, 64).transform(placed(frame, point(p, at - depth))));
    const says = (x: number): string => x.toFixed(2);
    return {
      solids: [{ name: 'with-datum-bores', mesh: meshOf(solid) }],
      warnings: [],
      notes: [
        ...bores.map((p, i) => `${'ABC'[i]} at ${point(p, at).map(says).join(', ')} mm in the part's own axes.`),
        `A is the origin, A to B (${says(apart(origin, along))} mm) the direction, C (${
          says(apart(origin, across))
        } mm from A) the side. Ream them at one set-up, measure them, and measure all else from them.`,
      ],
    };
  },
  caution: 'What is printed moves a little: the bores are datums once they are reamed and measured, not before.',
};
