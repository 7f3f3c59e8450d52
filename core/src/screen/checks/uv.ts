import { UV_WORDS } from '../../shelf/types';
import { byLevel, type Check } from '../check';

const BASIS = 'Class of the unpainted material in sunlight or under UV lamps.';

export const uv: Check = {
  id: 'uv',
  label: 'Sunlight',
  surroundings: true,
  limits: ['uv'],
  run({ need, material, traits }) {
    if (!need.uv?.value) return undefined;
    if (traits.uv === 'stable') return { state: 'pass', basis: BASIS, reason: `${traits.uv === material.uv ? material.label : 'The coat'} stands sunlight.` };
    const state = traits.uv === 'fades' ? 'conditional' : 'fail';
    return {
      state: byLevel(need.uv.level, state),
      basis: BASIS,
      offers: ['coating'],
      reason: `${material.label} ${UV_WORDS[traits.uv]}${state === 'conditional' ? ': paint it, or look at it every half year' : ''}.`,
    };
  },
};
