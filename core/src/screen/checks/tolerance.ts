import { capital } from '../../quantity/words';
import { askedRange, byLevel, chanceAtMost, type Check, isPrint } from '../check';
import type { RemedyId } from '../remedies';

const BASIS = 'What the process holds without further work, ±(a + b × longest side). Prove it on the first article.';

/** Off by no more than this many times what is asked, a second print with the model corrected is within it. */
const CORRECTED = 2.5;
/** Copies from which a first print to be measured is the usual answer. */
const SHARED = 3;

/** A print this many times coarser than asked can still be bushed or machined where it matters. */
const LOCAL = 10;

/** What a process holds differs from shop to shop and part to part. */
const spreadOf = (mm: number) => ({ low: 0.7 * mm, likely: mm, high: 1.35 * mm });

export const tolerance: Check = {
  id: 'tolerance',
  label: 'Tolerance',
  limits: ['tolerance'],
  run(ctx) {
    const { need, family, traits } = ctx;
    if (!need.tolerance)
      return { state: 'unknown', basis: BASIS, unit: 'mm', reason: 'The tightest tolerance is not known; it decides whether faces need machining.' };
    const asked = need.tolerance.value;
    const holds = traits.tolerance_mm;
    const common = {
      value: holds,
      limit: asked,
      unit: 'mm',
      margin: (asked - holds) / asked,
      basis: BASIS,
      chance: chanceAtMost(spreadOf(holds), askedRange(need, 'tolerance')),
    };
    const h = `±${holds.toFixed(2)} mm`;
    if (holds <= asked) return { ...common, state: 'pass', reason: `Holds about ${h}; ±${asked} mm is asked.` };
    if (traits.local && traits.local.mm <= asked)
      return {
        ...common,
        value: traits.local.mm,
        chance: chanceAtMost(spreadOf(traits.local.mm), askedRange(need, 'tolerance')),
        margin: (asked - traits.local.mm) / asked,
        state: 'pass',
        reason: `${capital(traits.local.by)} hold ±${traits.local.mm} mm where they are; the rest holds about ${h}.`,
      };
    if (isPrint(ctx) && asked >= 0.02 && holds <= LOCAL * asked) {
      // A first print to be measured is shared by the copies; for one or two a cut where it matters is cheaper.
      const corrected: readonly RemedyId[] = holds <= CORRECTED * asked && (need.copies?.value ?? 1) >= SHARED ? ['print-again'] : [];
      const offers: readonly RemedyId[] = family.duty === 'guide'
        ? ['bushings', 'ream', ...corrected, 'machined-datums']
        : [...corrected, 'machined-datums', 'print-again', 'bushings', 'ream'];
      return {
        ...common,
        state: 'conditional',
        offers,
        reason: `As printed it holds about ${h}; ±${asked} mm where it matters needs ${
          family.duty === 'guide'
            ? 'steel bushings'
            : corrected.length
            ? 'a first print measured and the model corrected'
            : 'faces and holes machined after printing'
        }.`,
      };
    }
    if (!isPrint(ctx) && holds <= 2 * asked) {
      return { ...common, chance: 0.9, state: 'conditional', reason: `Holds about ${h} as a rule; ±${asked} mm needs a careful finishing pass and a check.` };
    }
    return { ...common, state: byLevel(need.tolerance.level, 'fail'), reason: `Holds about ${h}; ±${asked} mm is out of reach.` };
  },
};
