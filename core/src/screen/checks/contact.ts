import { byLevel, type Check } from '../check';

const BASIS = 'Never claimed here: the finished tool is approved, not the raw material. Layer grooves hold dirt.';

/** Food or medical contact: says who must confirm. */
export const contact: Check = {
  id: 'contact',
  label: 'Food, medical',
  limits: ['contact'],
  run({ need, material }) {
    const asked = need.contact?.value;
    if (!asked || asked === 'none') return undefined;
    const who = asked === 'food'
      ? "your food-safety officer and the supplier's declaration for the finished tool"
      : "your quality officer under your medical rules, and the supplier's declaration for the finished tool";
    if (material.contact === 'never')
      return { state: byLevel(need.contact!.level, 'fail'), basis: BASIS, reason: `${material.label} is not sold for ${asked} contact.` };
    return { state: 'conditional', basis: BASIS, reason: `Only when confirmed by ${who}; ask for a closed surface that can be cleaned.` };
  },
};
