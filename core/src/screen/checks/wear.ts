import { formatNumber } from '../../quantity/quantity';
import type { Check } from '../check';
import { remedyKind, wearIsOnMetal } from '../remedies';

const BASIS =
  'Starting life by duty, class of material and wear mode, low to high a factor of ten apart; a life that somebody gave, or your own log, stands before it. Replacements are counted in the price.';

/** Replacements that people put up with before they want a tool that lasts: the same for every way. */
const MANY = 8;

export const wear: Check = {
  id: 'wear',
  label: 'Life',
  limits: ['cyclesPerYear'],
  run(ctx) {
    const { need, material, taken, life: of } = ctx;
    const face = wearIsOnMetal(ctx);
    const life = of(face);
    if (life.high <= 1)
      return {
        state: 'pass',
        value: 1,
        limit: 1,
        unit: 'cycles',
        basis: 'Used up by its one use.',
        reason: 'Each is used once; the price counts one for every cycle.',
      };
    if (!need.cyclesPerYear) return { state: 'unknown', unit: 'cycles', basis: BASIS, reason: 'It is not known how many cycles it has to make.' };
    const mode = need.wear?.value ?? 'none';
    const cycles = (need.cyclesPerYear.value * (need.years?.value ?? 4)) / (need.copies?.value ?? 1);
    const common = { value: life.likely, limit: cycles, unit: 'cycles', margin: (life.likely - cycles) / cycles, basis: BASIS };
    const asked = `${formatNumber(cycles)} cycles a copy`;
    if (life.low >= cycles) return { ...common, state: 'pass', reason: `${asked} are asked; it should see ${formatNumber(life.likely)}.` };
    const tools = Math.ceil(cycles / life.likely);
    const faced = Math.min(of(true).likely, ctx.faceLife().likely);
    const gritty = mode === 'abrasive' || mode === 'impact';
    if (mode !== 'none' && (gritty || tools > MANY) && !face && remedyKind('metal-face').fits(ctx) && cycles > life.likely && cycles <= faced * MANY)
      return {
        ...common,
        state: 'conditional',
        offers: ['metal-face'],
        reason: `Bare ${material.label} would last ${formatNumber(life.likely)} of ${asked}; put steel on the working faces.`,
      };
    if (tools <= 1)
      return {
        ...common,
        state: 'pass',
        reason: `${asked} are asked; about ${formatNumber(life.likely)} are likely, fewer are possible: inspect it now and then.`,
      };
    if (tools <= MANY && taken.has('planned-replacement'))
      return { ...common, state: 'pass', reason: `Replaced before it is worn, about ${Math.ceil(tools * 1.5)} tools a copy over the programme.` };
    if (tools <= MANY)
      return {
        ...common,
        state: 'conditional',
        // Worn tools are in the price: what is left to chance is when.
        chance: 0.97,
        offers: ['planned-replacement', 'metal-face'],
        reason: `It wears out after about ${formatNumber(life.likely)} of ${asked}: plan ${tools} tools a copy. The price counts them.`,
      };
    return { ...common, state: 'fail', bridge: true, reason: `It would wear out ${tools} times over (${formatNumber(life.likely)} of ${asked}).` };
  },
};
