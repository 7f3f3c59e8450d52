import { lifeEntry, METAL_FACE_FACTOR } from '../../life/life';
import { formatNumber } from '../../quantity/quantity';
import { type Check, isPrint, type Remedy } from '../check';

const BASIS = 'Starting life by duty, material and wear mode, low to high a factor of ten apart; your own log should replace it. Replacements are counted in the price.';

/** Replacements that people put up with before they want a tool that lasts. */
const MANY = 8;

const METAL_FACE: Remedy = {
  id: 'metal-face', label: 'steel on the working faces', how: 'steel on the working faces',
  money: { low: 30, likely: 60, high: 130 }, hours: { low: 0.5, likely: 1, high: 2 }, mass_kg: { low: 0.1, likely: 0.25, high: 0.5 },
  metalFace: true,
};

export const wear: Check = {
  id: 'wear',
  label: 'Life',
  run(ctx) {
    const { need, material, family } = ctx;
    const mode = need.wear?.value ?? 'none';
    const cycles = ((need.cyclesPerYear?.value ?? 5000) * (need.years?.value ?? 4)) / (need.copies?.value ?? 1);
    const life = lifeEntry(family.duty, material, mode, false);
    const common = { value: life.likely, limit: cycles, unit: 'cycles', margin: (life.likely - cycles) / cycles, basis: BASIS };
    const asked = `${formatNumber(cycles)} cycles a copy`;
    if (life.low >= cycles) return { ...common, state: 'pass', reason: `${asked} are asked; it should see ${formatNumber(life.likely)}.` };
    const times = Math.ceil(cycles / life.likely);
    const faced = life.likely * METAL_FACE_FACTOR;
    const gritty = mode === 'abrasive' || mode === 'impact';
    const faceable = family.duty !== 'mould' && family.duty !== 'form' && family.duty !== 'mask' && family.duty !== 'weld';
    if (isPrint(ctx) && gritty && faceable && cycles > life.likely && cycles <= faced * MANY) {
      return { ...common, state: 'conditional', remedy: METAL_FACE, reason: `Bare ${material.label} would last ${formatNumber(life.likely)} of ${asked}; put ${METAL_FACE.how}.` };
    }
    if (times <= 1) return { ...common, state: 'pass', reason: `${asked} are asked; about ${formatNumber(life.likely)} are likely, fewer are possible: inspect it now and then.` };
    if (times <= MANY || !isPrint(ctx)) return { ...common, state: 'conditional', reason: `It wears out after about ${formatNumber(life.likely)} of ${asked}: plan ${times} tools a copy. The price counts them.` };
    return { ...common, state: 'fail', bridge: true, reason: `It would wear out ${times} times over (${formatNumber(life.likely)} of ${asked}).` };
  },
};
