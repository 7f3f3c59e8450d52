import { costs, isPrinted, range, type RemedyKind } from '../remedy';

export const drilledHoles: RemedyKind = {
  id: 'drilled-holes',
  label: 'small holes drilled',
  how: 'centre marks printed, small holes drilled through on a pillar drill',
  fits: (ctx) => isPrinted(ctx) && !!ctx.process.limits,
  cost: ({ holes, process }) => {
    const count = holes?.filter((h) => h.diameter_mm < (process.limits?.hole_mm ?? 0)).length ?? 0;
    // One set-up, then a few minutes a hole.
    return costs({ hours: range(0.1 + 0.02 * count, 0.15 + 0.04 * count, 0.3 + 0.08 * count) });
  },
};
