import { byLevel, type Check, isPrint, type Remedy } from '../check';

const BASIS = 'What the process holds without further work, ±(a + b × longest side). Prove it on the first article.';

const BUSHINGS: Remedy = {
  id: 'bushings', label: 'steel bushings', how: 'steel bushings bonded in place on a jig',
  money: { low: 10, likely: 18, high: 35 }, hours: { low: 0.3, likely: 0.6, high: 1.2 }, mass_kg: { low: 0.02, likely: 0.05, high: 0.1 },
};
const DATUMS: Remedy = {
  id: 'machined-datums', label: 'machined datums', how: 'datum faces and holes machined after printing',
  money: { low: 0, likely: 5, high: 15 }, hours: { low: 0.5, likely: 1, high: 2 }, mass_kg: { low: 0, likely: 0, high: 0 },
};

export const tolerance: Check = {
  id: 'tolerance',
  label: 'Tolerance',
  run(ctx) {
    const { need, process, size, family } = ctx;
    if (!need.tolerance) return { state: 'unknown', basis: BASIS, unit: 'mm', reason: 'The tightest tolerance is not known; it decides whether faces need machining.' };
    const asked = need.tolerance.value;
    const holds = process.tolerance.a_mm + process.tolerance.b_per_mm * size.sorted[0];
    const common = { value: holds, limit: asked, unit: 'mm', margin: (asked - holds) / asked, basis: BASIS };
    const h = `±${holds.toFixed(2)} mm`;
    if (holds <= asked) return { ...common, state: 'pass', reason: `Holds about ${h}; ±${asked} mm is asked.` };
    if (isPrint(ctx) && asked >= 0.02 && holds <= 6 * asked) {
      const remedy = family.duty === 'guide' ? BUSHINGS : DATUMS;
      return { ...common, state: 'conditional', remedy, reason: `As printed it holds about ${h}; ±${asked} mm where it matters needs ${remedy.how}.` };
    }
    if (!isPrint(ctx) && holds <= 2 * asked) {
      return { ...common, state: 'conditional', reason: `Holds about ${h} as a rule; ±${asked} mm needs a careful finishing pass and a check.` };
    }
    return { ...common, state: byLevel(need.tolerance.level, 'fail'), reason: `Holds about ${h}; ±${asked} mm is out of reach.` };
  },
};
