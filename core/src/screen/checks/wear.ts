import { lifeRange, METAL_FACE_FACTOR } from '../../life/life';
import { formatNumber } from '../../quantity/quantity';
import { remedyKind } from '../remedies';
import { type Check, isPrint } from '../check';

const BASIS =
  'Starting life by duty, material and wear mode, low to high a factor of ten apart; your own log should replace it. Replacements are counted in the price.';

/** Replacements that people put up with before they want a tool that lasts. */
const MANY = 8;

export const wear: Check = {
  id: 'wear',
  label: 'Life',
  run(ctx) {
    const { need, material, family, taken } = ctx;
    if (family.duty === 'core')
      return {
        state: 'pass',
        value: 1,
        limit: 1,
        unit: 'cycles',
        basis: 'Used up by its one use.',
        reason: 'Each is used once; the price counts one for every cycle.',
      };
    const mode = need.wear?.value ?? 'none';
    const cycles = ((need.cyclesPerYear?.value ?? 5000) * (need.years?.value ?? 4)) / (need.copies?.value ?? 1);
    const life = lifeRange(family.duty, material, mode, taken.has('metal-face'));
    const common = { value: life.likely, limit: cycles, unit: 'cycles', margin: (life.likely - cycles) / cycles, basis: BASIS };
    const asked = `${formatNumber(cycles)} cycles a copy`;
    if (life.low >= cycles) return { ...common, state: 'pass', reason: `${asked} are asked; it should see ${formatNumber(life.likely)}.` };
    const times = Math.ceil(cycles / life.likely);
    const faced = life.likely * METAL_FACE_FACTOR;
    const gritty = mode === 'abrasive' || mode === 'impact';
    if (
      isPrint(ctx) && mode !== 'none' && (gritty || times > MANY) && remedyKind('metal-face').fits(ctx) && !taken.has('metal-face') && cycles > life.likely &&
      cycles <= faced * MANY
    ) {
      return {
        ...common,
        state: 'conditional',
        offers: ['metal-face'],
        reason: `Bare ${material.label} would last ${formatNumber(life.likely)} of ${asked}; put steel on the working faces.`,
      };
    }
    if (times <= 1)
      return {
        ...common,
        state: 'pass',
        reason: `${asked} are asked; about ${formatNumber(life.likely)} are likely, fewer are possible: inspect it now and then.`,
      };
    if ((times <= MANY || !isPrint(ctx)) && taken.has('planned-replacement'))
      return { ...common, state: 'pass', reason: `Replaced before it is worn, about ${times} tools a copy over the programme.` };
    if (times <= MANY || !isPrint(ctx))
      return {
        ...common,
        state: 'conditional',
        offers: ['planned-replacement', 'metal-face'],
        reason: `It wears out after about ${formatNumber(life.likely)} of ${asked}: plan ${times} tools a copy. The price counts them.`,
      };
    return { ...common, state: 'fail', bridge: true, reason: `It would wear out ${times} times over (${formatNumber(life.likely)} of ${asked}).` };
  },
};
