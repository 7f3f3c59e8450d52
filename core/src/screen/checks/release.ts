import type { Check } from '../check';

export const release: Check = {
  id: 'release',
  label: 'Release',
  run({ family }) {
    if (!family.licensed) return undefined;
    return { state: 'conditional', basis: 'Local codes and licensed practice go first.', reason: family.licensed };
  },
};
