import { REMOVAL_WORDS, type Removal } from '../../shelf/types';
import type { Check } from '../check';

const BASIS = 'How the material is got out of what was made around it, as sold for. Try the bath, the heat or the hammer on a waste part first.';

const LEAVING: Record<Exclude<Removal, 'stays'>, string> = {
  dissolved: 'dissolved',
  melted: 'melted out',
  broken: 'broken out',
  burnt: 'burnt out',
  withdrawn: 'pulled out',
};

/** Hollows that need a core are mostly wider inside than at their mouth. */
const THROUGH = 0.5;

/** Does a core or pattern come out of the part? */
export const removal: Check = {
  id: 'removal',
  label: 'Getting it out',
  run({ family: { leaves }, material: { label, removal: way } }) {
    if (!leaves) return undefined;
    const result = (state: 'pass' | 'conditional' | 'fail', reason: string) => ({ state, basis: BASIS, reason });
    if (way === 'stays' || !leaves.includes(way)) return result('fail', `${label} cannot be ${leaves.map((l) => LEAVING[l]).join(' or ')}.`);
    if (way === 'withdrawn') return { ...result('conditional', `${label} ${REMOVAL_WORDS[way]}: only where the opening lets it through.`), chance: THROUGH };
    if (way === 'broken') return result('conditional', `${label} ${REMOVAL_WORDS[way]}: only where the hollow is open enough for a tool to reach.`);
    return result('pass', `${label} ${REMOVAL_WORDS[way]}.`);
  },
};
