import { costs, range, type RemedyKind, surface_m2 } from '../remedy';

export const dye: RemedyKind = {
  id: 'dye',
  label: 'dyeing',
  how: 'blasted, then dyed in a hot bath for some minutes, rinsed and dried',
  look: 'Even all over, no streaks where it lay on another; wiped with a white cloth nothing comes off',
  chemicals: ['the dye'],
  rest_h: range(6, 12, 24),
  // What is grey takes dark colours alone.
  fits: ({ process, material, need }) => material.colour === 'light' && (!process.greys || need.colour?.value === 'dark'),
  cost: (ctx) => {
    const a = surface_m2(ctx);
    return costs({
      money: range(2 + 15 * a, 4 + 30 * a, 8 + 60 * a),
      hours: range(0.05 + 0.2 * a, 0.1 + 0.4 * a, 0.2 + 0.8 * a),
      once_hours: range(0.2, 0.4, 0.8),
    });
  },
  effect: () => ({ colour: 'dyed' }),
};
