import { byLevel, type Check } from '../check';

const BASIS = 'Marking class of the material against a finished (painted, polished, enamelled) face.';

export const marking: Check = {
  id: 'marking',
  label: 'Marks',
  limits: ['nonMarring'],
  run({ need, material, traits, taken }) {
    if (!need.nonMarring?.value) return undefined;
    if (traits.marks === 'no')
      return {
        state: 'pass',
        basis: BASIS,
        reason: taken.has('soft-pads') ? 'Soft pads keep it off the finished faces.' : `${material.label} does not mark a finished face.`,
      };
    return {
      state: byLevel(need.nonMarring.level, 'conditional'),
      basis: BASIS,
      offers: ['soft-pads'],
      reason: `${taken.has('metal-face') ? 'The steel face' : material.label} ${
        traits.marks === 'yes' ? 'marks' : 'may mark'
      } a finished face: put soft pads on the contact faces.`,
    };
  },
};
