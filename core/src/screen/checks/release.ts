import type { Check } from '../check';

const BASIS = 'Local codes and licensed practice go first.';

/** Tools that somebody has to release or approve, whichever way they are made. */
export const release: Check = {
  id: 'release',
  label: 'Release',
  run({ family: { licensed, approval } }) {
    const reason = licensed ?? approval;
    return reason ? { state: 'conditional', basis: BASIS, reason } : undefined;
  },
};
