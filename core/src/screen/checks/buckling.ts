import { byLevel, type Check } from '../check';
import { buckling as bucklingOf } from '../under-load';

const BASIS =
  'The wall that is pressed most along itself, found in the solved part: thickness and free width measured there, edges as pinned (plate with both edges held k = 4, one free 0.43; none held a strut between pinned ends), modulus reduced for heat and water, safety factor 3. Screening by formula: waves, dents and bad seams lower it.';

const HELD = { both: 'held at both edges', one: 'with one free edge', none: 'held at its ends only' } as const;
/** Share of what is allowed from which on it is said. */
const WORTH_A_WORD = 0.25;
const two = (x: number): number => Number(x.toPrecision(2));

/** A thin wall that is pressed gives way sideways before it is crushed. */
export const buckling: Check = {
  id: 'buckling',
  label: 'Buckling',
  limits: ['load'],
  run(ctx) {
    const found = (ctx.loads ?? []).flatMap((row) => {
      const b = bucklingOf(ctx, row);
      return b ? [{ row, ...b }] : [];
    });
    if (!found.length) return undefined;
    const { row, stress_mpa: stress, allowed_mpa: allowed, where, state, chance } = found.reduce((
      a,
      b,
    ) => (b.stress_mpa / b.allowed_mpa > a.stress_mpa / a.allowed_mpa ? b : a));
    // Walls that far from it are no slender walls.
    if (stress < WORTH_A_WORD * allowed) return undefined;
    return {
      state: byLevel(ctx.need.load?.level ?? 'must', state),
      value: stress,
      limit: allowed,
      unit: 'MPa',
      margin: (allowed - stress) / allowed,
      chance,
      basis: BASIS,
      offers: state === 'pass' ? [] : ['deeper-section'],
      reason: `Under “${row.name}” a wall ${two(where.wall_mm)} mm thick and ${two(where.free_mm)} mm ${where.held === 'none' ? 'long' : 'wide'}, ${
        HELD[where.held]
      }, is pressed with ${two(stress)} MPa; ${two(allowed)} MPa are allowed before it gives way sideways.${
        state === 'pass' ? '' : ' Thicken it or give it a rib.'
      }`,
    };
  },
};
