import { costs, type RemedyKind } from '../remedy';
import { times } from '../traits';

export const drainHoles: RemedyKind = {
  id: 'drain-holes',
  label: 'drain holes',
  how: 'two drain holes a cavity, plugged or left open',
  fits: ({ process }) => !!process.traps,
  cost: ({ study }) => {
    const cavities = Math.max(1, study?.body.voids.length ?? 1);
    // The hole is drawn once; each tool is plugged, or not.
    return costs({
      money: times({ low: 0, likely: 1, high: 3 }, cavities),
      hours: times({ low: 0.02, likely: 0.05, high: 0.1 }, cavities),
      once_hours: times({ low: 0.1, likely: 0.25, high: 0.5 }, cavities),
    });
  },
};
