import { list } from '../../quantity/words';
import type { Check } from '../check';
import { faceName } from '../../case/words';

const BASIS = 'Marking class of the material against a finished (painted, polished, enamelled) face.';

export const marking: Check = {
  id: 'marking',
  label: 'Marks',
  limits: ['nonMarring'],
  run({ need, material, traits, taken, faces }) {
    const marked = (faces ?? []).flatMap((f, i) => (f.duty === 'no-marks' ? [faceName(f, i)] : []));
    if (!need.nonMarring?.value && !marked.length) return undefined;
    const where = marked.length ? `the ${marked.length === 1 ? 'face' : 'faces'} ${list(marked)}` : 'the contact faces';
    if (traits.marks === 'no')
      return {
        state: 'pass',
        basis: BASIS,
        reason: taken.has('soft-pads') ? 'Soft pads keep it off the finished faces.' : `${material.label} does not mark a finished face.`,
      };
    return {
      state: 'conditional',
      basis: BASIS,
      offers: ['soft-pads'],
      reason: `${taken.has('metal-face') ? 'The steel face' : material.label} ${
        traits.marks === 'yes' ? 'marks' : 'may mark'
      } a finished face: put soft pads on ${where}.`,
    };
  },
};
