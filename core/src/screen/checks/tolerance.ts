import { capital } from '../../quantity/words';
import { formatNumber } from '../../quantity/quantity';
import { exactly } from '../../shelf/types';
import { askedRange, byLevel, chanceAtMost, type Check, type CheckContext, isPrint } from '../check';
import { faceTolerances, freeDirections, worstOf } from '../faces';
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

/** What the datum faces leave open. */
function datums({ faces, holes }: CheckContext): string {
  const free = freeDirections(faces ?? [], holes?.length ?? 0);
  return free ? ` (the datums leave ${free === 1 ? 'one direction' : 'two directions'} open: mark three faces, or a face and two holes)` : '';
}

export const tolerance: Check = {
  id: 'tolerance',
  label: 'Tolerance',
  limits: ['tolerance'],
  run(ctx) {
    const { need, family, traits } = ctx;
    const face = worstOf(faceTolerances(ctx));
    if (!need.tolerance && !face)
      return { state: 'unknown', basis: BASIS, unit: 'mm', reason: 'The tightest tolerance is not known; it decides whether faces need machining.' };
    // The part as a whole, or a face of its own, whichever is harder; what is only assumed of the whole gives way to what is marked.
    const onFace = face && (!need.tolerance || need.tolerance.assumed || face.holds / face.asked > traits.tolerance_mm / need.tolerance.value)
      ? face
      : undefined;
    const asked = onFace?.asked ?? need.tolerance!.value;
    const holds = onFace?.holds ?? traits.tolerance_mm;
    const limit = onFace ? exactly(asked) : askedRange(need, 'tolerance');
    const level = onFace ? 'must' : need.tolerance!.level;
    const where = (onFace ? ` on face ${onFace.name}, ${formatNumber(onFace.from_mm)} mm from its datum` : '') + datums(ctx);
    const common = {
      value: holds,
      limit: asked,
      unit: 'mm',
      margin: (asked - holds) / asked,
      basis: BASIS,
      chance: chanceAtMost(spreadOf(holds), limit),
    };
    const h = `±${holds.toFixed(2)} mm`;
    if (holds <= asked) return { ...common, state: 'pass', reason: `Holds about ${h}; ±${formatNumber(asked)} mm is asked${where}.` };
    if (traits.local && traits.local.mm <= asked)
      return {
        ...common,
        value: traits.local.mm,
        chance: chanceAtMost(spreadOf(traits.local.mm), limit),
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
        reason: `As printed it holds about ${h}; ±${formatNumber(asked)} mm${where || ' where it matters'} needs ${
          family.duty === 'guide'
            ? 'steel bushings'
            : corrected.length
            ? 'a first print measured and the model corrected'
            : 'faces and holes machined after printing'
        }.`,
      };
    }
    if (!isPrint(ctx) && holds <= 2 * asked) {
      return {
        ...common,
        chance: 0.9,
        state: 'conditional',
        reason: `Holds about ${h} as a rule; ±${formatNumber(asked)} mm${where} needs a careful finishing pass and a check.`,
      };
    }
    return { ...common, state: byLevel(level, 'fail'), reason: `Holds about ${h}; ±${formatNumber(asked)} mm${where} is out of reach.` };
  },
};
