import { capital } from '../../quantity/words';
import { type FluidRating, WET_WITH } from '../../shelf/types';
import { byLevel, type Check } from '../check';

const BASIS = "General resistance ratings: A none, B slight, C soak test, D attacked. Your fluid's own sheet goes first.";

export const fluids: Check = {
  id: 'fluids',
  label: 'Fluids',
  surroundings: true,
  limits: ['fluids'],
  run({ need, material, traits }) {
    if (!need.fluids) return { state: 'unknown', basis: BASIS, reason: 'It is not known what it gets wet with. Solvents and acids rule out most plastics.' };
    const wet = need.fluids.value;
    if (!wet.length) return { state: 'pass', basis: BASIS, reason: 'It stays dry.' };
    const rated = wet.map((f) => ({ name: WET_WITH[f], rating: traits.fluids[f] }));
    const lowest = rated.reduce<FluidRating>((w, r) => (r.rating > w ? r.rating : w), 'A');
    const names = capital(rated.filter((r) => r.rating === lowest).map((r) => r.name).join(', '));
    const state = lowest <= 'B' ? 'pass' : lowest === 'C' ? 'conditional' : 'fail';
    return {
      state: byLevel(need.fluids.level, state),
      basis: BASIS,
      offers: state === 'pass' ? [] : ['coating'],
      reason: state === 'pass'
        ? `${material.label} stands ${rated.map((r) => r.name).join(', ')}.`
        : state === 'conditional'
        ? `${names}: soak a coupon of ${material.label} for a week and weigh, measure and bend it.`
        : `${names} attacks ${material.label}.`,
    };
  },
};
