import { barredBy } from '../class-rules';
import { type Check, worst } from '../check';

const BASIS = 'Which kinds of material people do not put to this duty, by a table of rules with a reason each.';

/** The right kind of material for what the tool does. */
export const duty: Check = {
  id: 'duty',
  label: 'Right for the duty',
  limits: ['lasting', 'fluids'],
  run(ctx) {
    const rules = barredBy(ctx);
    if (!rules.length)
      return ctx.taken.has('insist')
        ? { state: 'conditional', chance: 0.5, basis: BASIS, reason: 'Used on your word: run it warm and loaded for a shift, and measure.' }
        : undefined;
    return {
      state: worst(rules.map((r) => r.state)),
      basis: BASIS,
      offers: rules.every((r) => r.id === 'low-heat') ? ['insist'] : [],
      reason: rules.map((r) => `${ctx.material.label} ${r.says}`).join(' '),
    };
  },
};
