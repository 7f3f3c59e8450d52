import { FLAME_WORDS, type Flame } from '../../shelf/types';
import { byLevel, type Check } from '../check';

const BASIS = 'Class of the raw material. The certificate for the printed part, its thickness and colour decides, and is not issued here.';
const ORDER: readonly Flame[] = ['burns', 'slow', 'self-extinguishing', 'does-not-burn'];

export const flame: Check = {
  id: 'flame',
  label: 'Fire',
  limits: ['flame'],
  run({ need, material, traits }) {
    const asked = need.flame?.value;
    if (!asked || asked === 'none') return undefined;
    const holds = ORDER.indexOf(traits.flame) >= ORDER.indexOf(asked);
    if (holds && (traits.flame === 'does-not-burn' || asked === 'slow'))
      return { state: 'pass', basis: BASIS, reason: `${material.label} ${FLAME_WORDS[traits.flame]}.` };
    return holds
      ? {
        state: 'conditional',
        basis: BASIS,
        reason: `${material.label} ${FLAME_WORDS[traits.flame]} as raw material: get the certificate for the printed thickness on file.`,
      }
      : {
        state: byLevel(need.flame!.level, 'fail'),
        basis: BASIS,
        reason: `${material.label} ${FLAME_WORDS[traits.flame]}; it ${asked === 'does-not-burn' ? 'must not burn' : 'has to go out by itself'}.`,
      };
  },
};
