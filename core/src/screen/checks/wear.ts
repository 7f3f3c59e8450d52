import { formatNumber } from '../../quantity/quantity';
import type { Check } from '../check';
import { remedyKind } from '../remedies';
import { useOf } from '../use';

const BASIS =
  'The shortest of three: starting life by duty, class of material and wear mode, low to high a factor of ten apart; what the work rubs off, where its sliding is known; what the body bears by its ratio of stress to strength. A life that somebody gave, or your own log, stands before it. Replacements are counted in the price.';

/** Replacements that people put up with before they want a tool that lasts: the same for every way. */
const MANY = 8;

export const wear: Check = {
  id: 'wear',
  label: 'Life',
  limits: ['cyclesPerYear', 'load'],
  run(ctx) {
    const { need, material, taken, life: of } = ctx;
    const use = useOf(ctx);
    const life = of(use);
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
    const ends = life.by === 'fatigue' ? 'crack of its load' : 'wear out';
    const common = { value: life.likely, limit: cycles, unit: 'cycles', margin: (life.likely - cycles) / cycles, basis: BASIS };
    const first = life.by === 'rubbing' && use.rubbing.face
      ? ` Face ${use.rubbing.face} is at its end first: ${formatNumber(use.rubbing.loss_mm.likely)} mm worn off.`
      : '';
    const asked = `${formatNumber(cycles)} cycles a copy`;
    if (life.low >= cycles) return { ...common, state: 'pass', reason: `${asked} are asked; it should see ${formatNumber(life.likely)}.${first}` };
    const tools = Math.ceil(cycles / life.likely);
    const faced = (): number => {
      const armoured = { ...use, metalFace: true };
      return Math.min(of(armoured).likely, ctx.faceLife(armoured).likely);
    };
    const gritty = mode === 'abrasive' || mode === 'impact';
    if (
      (mode !== 'none' || need.slide) && (gritty || tools > MANY) && !use.metalFace && remedyKind('metal-face').fits(ctx) && cycles > life.likely &&
      cycles <= faced() * MANY
    )
      return {
        ...common,
        state: 'conditional',
        offers: ['metal-face'],
        reason: `Bare ${material.label} would last ${formatNumber(life.likely)} of ${asked}; put steel on the working faces.${first}`,
      };
    if (tools <= 1)
      return {
        ...common,
        state: 'pass',
        reason: `${asked} are asked; about ${formatNumber(life.likely)} are likely, fewer are possible: inspect it now and then.${first}`,
      };
    if (tools <= MANY && taken.has('planned-replacement'))
      return { ...common, state: 'pass', reason: `Replaced before it is worn, about ${Math.ceil(tools * 1.5)} tools a copy over the programme.` };
    if (tools <= MANY)
      return {
        ...common,
        state: 'conditional',
        // Worn tools are in the price: what is left to chance is when.
        chance: 0.97,
        offers: life.by === 'fatigue' ? ['planned-replacement', 'deeper-section'] : ['planned-replacement', 'metal-face'],
        reason: `It ${life.by === 'fatigue' ? 'cracks of its load' : 'wears out'} after about ${
          formatNumber(life.likely)
        } of ${asked}: plan ${tools} tools a copy. The price counts them.${first}`,
      };
    return { ...common, state: 'fail', bridge: true, reason: `It would ${ends} ${tools} times over (${formatNumber(life.likely)} of ${asked}).${first}` };
  },
};
