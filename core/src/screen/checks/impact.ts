import { IMPACT_WORDS, type Impact } from '../../shelf/types';
import { byLevel, type Check } from '../check';

const BASIS = 'Class of the material in knocks and drops; prints break across the layers first.';
const ORDER: readonly Impact[] = ['brittle', 'fair', 'tough'];

export const impact: Check = {
  id: 'impact',
  label: 'Knocks',
  limits: ['impact', 'wear'],
  run({ need, material, traits }) {
    const asked = need.impact?.value ?? (need.wear?.value === 'impact' ? 'fair' : undefined);
    if (!asked || asked === 'brittle') return undefined;
    const short = ORDER.indexOf(asked) - ORDER.indexOf(traits.impact);
    const state = short <= 0 ? 'pass' : short === 1 ? 'conditional' : 'fail';
    return {
      state: byLevel(need.impact?.level ?? 'want', state),
      basis: BASIS,
      reason: state === 'pass'
        ? `${material.label} ${IMPACT_WORDS[traits.impact]}.`
        : state === 'conditional'
        ? `${material.label} ${IMPACT_WORDS[traits.impact]}: drop a first piece from bench height, or put rubber on its corners.`
        : `${material.label} ${IMPACT_WORDS[traits.impact]}; this tool is dropped.`,
    };
  },
};
