import { capital } from '../../quantity/words';
import { byLevel, type Check, isPrint } from '../check';
import type { RemedyId } from '../remedies';

const BASIS = 'What the process holds without further work, ±(a + b × longest side). Prove it on the first article.';

/** A print this many times coarser than asked can still be bushed or machined where it matters. */
const LOCAL = 10;

export const tolerance: Check = {
  id: 'tolerance',
  label: 'Tolerance',
  run(ctx) {
    const { need, family, traits } = ctx;
    if (!need.tolerance)
      return { state: 'unknown', basis: BASIS, unit: 'mm', reason: 'The tightest tolerance is not known; it decides whether faces need machining.' };
    const asked = need.tolerance.value;
    const holds = traits.tolerance_mm;
    const common = { value: holds, limit: asked, unit: 'mm', margin: (asked - holds) / asked, basis: BASIS };
    const h = `±${holds.toFixed(2)} mm`;
    if (holds <= asked) return { ...common, state: 'pass', reason: `Holds about ${h}; ±${asked} mm is asked.` };
    if (traits.local && traits.local.mm <= asked)
      return {
        ...common,
        value: traits.local.mm,
        margin: (asked - traits.local.mm) / asked,
        state: 'pass',
        reason: `${capital(traits.local.by)} hold ±${traits.local.mm} mm where they are; the rest holds about ${h}.`,
      };
    if (isPrint(ctx) && asked >= 0.02 && holds <= LOCAL * asked) {
      const offers: readonly RemedyId[] = family.duty === 'guide' ? ['bushings', 'ream', 'machined-datums'] : ['machined-datums', 'bushings', 'ream'];
      return {
        ...common,
        state: 'conditional',
        offers,
        reason: `As printed it holds about ${h}; ±${asked} mm where it matters needs ${
          family.duty === 'guide' ? 'steel bushings' : 'faces and holes machined after printing'
        }.`,
      };
    }
    if (!isPrint(ctx) && holds <= 2 * asked) {
      return { ...common, state: 'conditional', reason: `Holds about ${h} as a rule; ±${asked} mm needs a careful finishing pass and a check.` };
    }
    return { ...common, state: byLevel(need.tolerance.level, 'fail'), reason: `Holds about ${h}; ±${asked} mm is out of reach.` };
  },
};
