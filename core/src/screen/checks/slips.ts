import { forceOf, kindOf, placeOf, wayOf } from '../../need/loads';
import { formatNumber } from '../../quantity/quantity';
import { dot, type Vec3 } from '../../shape/turn';
import { exactly } from '../../shelf/types';
import type { Range } from '../../worksheet/types';
import { chanceAtMost, type Check } from '../check';
import { isPlastic } from '../remedy';

const BASIS =
  'What the clamps of the load table hold by friction on both of their sides, 2 μ ΣF, against the largest cut across them; a factor of 2.5 against the work being thrown, as is usual in work-holding. μ 0.1 to 0.2 of metal on wet metal, 0.15 to 0.3 of metal on plastic. A stop in the way of the cut bears it without friction. Trial at reduced cut and the rules of the shop decide.';

/** Against the work being thrown. */
const FACTOR = 2.5;
const FRICTION: Record<'metal' | 'plastic', Range> = { metal: { low: 0.1, likely: 0.15, high: 0.2 }, plastic: { low: 0.15, likely: 0.2, high: 0.3 } };

/** A cutter that pushes the work out from under its clamps. */
export const slips: Check = {
  id: 'slips',
  label: 'Slip under the cutter',
  run(ctx) {
    const { tableRows = [] } = ctx;
    const cuts = tableRows.filter((r) => kindOf(r) === 'cutter'), clamps = tableRows.filter((r) => kindOf(r) === 'clamp');
    if (ctx.family.duty !== 'clamp' || !cuts.length) return undefined;
    if (!clamps.length)
      return {
        state: 'unknown',
        unit: 'N',
        basis: BASIS,
        reason: 'A cutter is in the load table and no clamp: nobody can say whether the work stays. Add the clamps.',
      };
    // Behind steel faces plastic does not touch the work.
    const mu = FRICTION[isPlastic(ctx) && !ctx.taken.has('metal-face') ? 'plastic' : 'metal'];
    const pressed = (l: keyof Range): number => clamps.reduce((s, r) => s + forceOf(r)![l], 0);
    const holds: Range = { low: 2 * mu.low * pressed('low'), likely: 2 * mu.likely * pressed('likely'), high: 2 * mu.high * pressed('high') };
    const across = Math.max(...cuts.map((r) => forceOf(r)!.likely * slantOf(r, clamps)));
    const needed = FACTOR * across;
    const n = (x: number): string => `${formatNumber(Number(x.toPrecision(2)))} N`;
    const state = holds.likely >= needed ? 'pass' : 'conditional';
    return {
      state,
      value: holds.likely,
      limit: needed,
      unit: 'N',
      margin: needed > 0 ? holds.likely / needed - 1 : 1,
      chance: state === 'pass' ? 1 - chanceAtMost(holds, exactly(across)) : 0.8,
      basis: BASIS,
      reason: `The clamps hold ${n(holds.likely)} by friction, ${n(needed)} are asked (2.5 times a cut of ${n(across)} across them).${
        state === 'pass' ? '' : ` Put a stop in the way of the cut, or clamp with ${n((pressed('likely') * needed) / holds.likely)}.`
      }`,
    };
  },
};

/** Part of a cut that goes across the clamps: all of it where nobody said where they are. */
function slantOf(cut: Parameters<typeof forceOf>[0], clamps: readonly Parameters<typeof forceOf>[0][]): number {
  const way = (r: typeof cut): Vec3 | undefined => {
    const place = placeOf(r);
    return place && wayOf(r, place.normal.map((x) => -x) as Vec3);
  };
  const own = way(cut);
  return Math.max(...clamps.map((c) => {
    const along = way(c);
    return own && along ? Math.sqrt(Math.max(0, 1 - dot(own, along) ** 2)) : 1;
  }));
}
