import { byLevel, type Check, type Remedy } from '../check';

const BASIS = 'Marking class of the material against a finished (painted, polished, enamelled) face.';

const PADS: Remedy = {
  id: 'soft-pads', label: 'soft pads', how: 'soft pads on the contact faces',
  money: { low: 4, likely: 10, high: 20 }, hours: { low: 0.1, likely: 0.25, high: 0.5 }, mass_kg: { low: 0.01, likely: 0.02, high: 0.05 },
};

export const marking: Check = {
  id: 'marking',
  label: 'Marks',
  run({ need, material }) {
    if (!need.nonMarring?.value) return undefined;
    if (material.marks === 'no') return { state: 'pass', basis: BASIS, reason: `${material.label} does not mark a finished face.` };
    return {
      state: byLevel(need.nonMarring.level, 'conditional'),
      basis: BASIS,
      remedy: PADS,
      reason: `${material.label} ${material.marks === 'yes' ? 'marks' : 'may mark'} a finished face: put ${PADS.how}.`,
    };
  },
};
