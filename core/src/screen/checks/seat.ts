import type { Check } from '../check';
import { lifted } from '../under-load';

const BASIS =
  'From the solved part: a hold that only rests can push, not pull. Where the solution has it pull, the tool leaves its seat there and gives more than is said.';

/** What only rests on its seat must be pressed onto it by every load. */
export const seat: Check = {
  id: 'seat',
  label: 'Seat',
  run(ctx) {
    if (!ctx.rests?.size || !ctx.loads?.some((l) => l.solved)) return undefined;
    const off = ctx.loads.flatMap((row) => lifted(ctx, row).map((l) => ({ row, ...l })));
    if (!off.length) return { state: 'pass', basis: BASIS, reason: 'Every load presses it onto what it rests on.' };
    const { row, hold, share } = off.reduce((a, b) => (b.share > a.share ? b : a));
    return {
      // It is set down otherwise, or held down: no way of making it is better or worse for it.
      state: 'conditional',
      basis: BASIS,
      reason: `“${row.name}” pulls H${hold + 1} off its seat over ${
        Math.round(100 * share)
      } % of it, and it only rests there: bolt it down, or press harder on it, before the figures hold.`,
    };
  },
};
