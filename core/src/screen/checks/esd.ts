import { ESD_WORDS } from '../../shelf/types';
import { byLevel, type Check } from '../check';

const BASIS = 'Class of the material; the surface resistance of the finished tool is what counts, and is measured on each.';

export const esd: Check = {
  id: 'esd',
  label: 'Static',
  limits: ['esd'],
  run({ need, material, traits }) {
    const asked = need.esd?.value;
    if (!asked || asked === 'none') return undefined;
    const is = traits.esd;
    if (is === asked) return { state: 'pass', basis: BASIS, reason: `${material.label} ${ESD_WORDS[is]}: measure the surface resistance of each tool.` };
    if (asked === 'dissipative' && is === 'conductive')
      return { state: 'conditional', basis: BASIS, reason: `${material.label} conducts: charge leaves in a spark; put a dissipative mat between.` };
    return {
      state: byLevel(need.esd!.level, 'fail'),
      basis: BASIS,
      offers: ['conductive-grade'],
      reason: `${material.label} ${ESD_WORDS[is]}; it has to ${asked === 'conductive' ? 'conduct' : 'lead charge away'}.`,
    };
  },
};
