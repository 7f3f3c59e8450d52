import { byLevel, type Check } from '../check';

const BASIS = 'Walls laid or sintered in layers leak through their joints; a vacuum drop test on the finished tool decides.';

export const vacuum: Check = {
  id: 'vacuum',
  label: 'Vacuum',
  limits: ['vacuum'],
  run({ need, process, traits }) {
    if (!need.vacuum?.value) return undefined;
    if (traits.tight === 'tight')
      return {
        state: 'pass',
        basis: BASIS,
        reason: process.tight === 'tight' ? 'A solid wall holds vacuum: prove it with a drop test.' : 'Sealed, it holds vacuum: prove it with a drop test.',
      };
    if (traits.tight === 'seal')
      return { state: 'conditional', basis: BASIS, offers: ['seal'], reason: 'It leaks between layers until it is sealed on both sides.' };
    return { state: byLevel(need.vacuum.level, 'fail'), basis: BASIS, offers: ['seal'], reason: 'Its wall is open: it does not hold vacuum.' };
  },
};
