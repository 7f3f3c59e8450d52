import { number } from '../../inputs/spec';
import { MeshError } from '../../shape/mesh';
import { shells } from '../../shape/voids';
import { drained } from '../drains';
import { type Maker, num } from '../maker';
import { circle, prism } from '../solids';

/** The part with its closed cavities opened, so that powder or resin comes out of it. */
export const drains: Maker = {
  id: 'drains',
  label: 'this part with drain holes',
  needsPart: true,
  inputs: [
    number('diameter', 'Hole', 'length', [0.5, 60], 5, { help: 'Powder runs out of 5 mm, resin of 3.' }),
    { kind: 'yes-no', id: 'plugs', label: 'Plugs to close them with', usual: true },
    number('slack', 'Plugs smaller by', 'length', [0, 2], 0.2),
  ],
  async make({ kernel, part, up, values: v }) {
    const { voids } = shells(part!);
    if (!voids.length) throw new MeshError('The part has no closed cavity: nothing has to come out of it.');
    const diameter = num(v, 'diameter');
    const { mesh, holes, closed } = drained(await kernel(), part!, up, diameter);
    if (!holes.length)
      throw new MeshError(`Nowhere does a hole of ${diameter} mm lead out of the ${voids.length === 1 ? 'cavity' : 'cavities'}. Use a smaller one.`);
    const radius = (diameter - num(v, 'slack')) / 2;
    const longest = holes.reduce((m, h) => Math.max(m, h.through_mm), 0);
    return {
      solids: [
        { name: 'with-drain-holes', mesh },
        ...(v['plugs'] === true && radius > 0.2
          ? [{ name: 'plug', mesh: prism(circle(radius, 0, 0, 48), [], 0, Math.max(1, longest)), note: `${holes.length} of them, cut flush.` }]
          : []),
      ],
      warnings: closed ? [`${closed === 1 ? 'One cavity is' : `${closed} cavities are`} still closed: no straight way of this width leads out.`] : [],
      notes: holes.map((h) => `⌀${diameter} mm at ${h.at.map((x) => x.toFixed(1)).join(', ')}, through ${h.through_mm.toFixed(1)} mm of wall.`),
    };
  },
};
