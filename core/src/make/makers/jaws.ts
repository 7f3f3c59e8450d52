import { number } from '../../inputs/spec';
import { measure } from '../../shape/measure';
import { turned } from '../../shape/turn';
import { softJaws } from '../jaws';
import { type Maker, num } from '../maker';

export const jaws: Maker = {
  id: 'jaws',
  label: 'soft jaws around this part',
  needsPart: true,
  inputs: [
    number('blank_x', 'Blank, along the jaw', 'length', [5, 1000], 150),
    number('blank_y', 'Blank, clamping way', 'length', [5, 500], 40),
    number('blank_z', 'Blank, high', 'length', [5, 500], 50),
    number('clearance', 'Clearance', 'length', [0, 5], 0.15),
    number('depth', 'Part sits deep', 'length', [0.5, 490], undefined, {
      optional: true,
      open: 'half its height',
      help: 'Left open: half its height, or as deep as the blank allows.',
    }),
    number('gap', 'Gap between jaws', 'length', [0, 100], 3),
    number('turn', 'Turned about the vertical', 'angle', [-180, 180], 0),
    number('screw', 'Screw holes (0: none)', 'length', [0, 40], 0),
    number('pitch', 'Screw pitch', 'length', [5, 1000], 100),
    number('opening', 'Vice opens', 'length', [10, 1000], 200),
  ],
  caution: "Work-holding: the part can be thrown. Try a new jaw at reduced feed and stand clear; it is your shop's rules that release it.",
  async make({ kernel, part, up, values: v }) {
    const high = num(v, 'blank_z');
    const depth = v['depth'] === undefined ? Math.min(measure(turned(part!, up)).box_mm[2] / 2, high - 3) : num(v, 'depth');
    const screw = num(v, 'screw');
    const { jaws: [front, back], opening_mm, warnings } = softJaws(await kernel(), part!, {
      blank_mm: [num(v, 'blank_x'), num(v, 'blank_y'), high],
      clearance_mm: num(v, 'clearance'),
      depth_mm: depth,
      gap_mm: num(v, 'gap'),
      up,
      turnDeg: num(v, 'turn'),
      opening_mm: num(v, 'opening'),
      ...(screw > 0 && { screws: { diameter_mm: screw, pitch_mm: num(v, 'pitch') } }),
    });
    return {
      solids: [{ name: 'jaw-front', mesh: front }, { name: 'jaw-back', mesh: back }],
      warnings,
      notes: [`With the part in, the vice stands ${opening_mm.toFixed(1)} mm open.`],
    };
  },
};
