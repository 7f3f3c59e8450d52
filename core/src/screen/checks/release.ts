import { licensedFor } from '../../case/safety';
import type { Check } from '../check';

const BASIS = 'Local codes and licensed practice go first.';

/** Tools that somebody has to release or approve, whichever way they are made. */
export const release: Check = {
  id: 'release',
  label: 'Release',
  run({ family, need, size, form }) {
    const reason = licensedFor(family, need, size, form) ?? family.approval;
    return reason ? { state: 'conditional', basis: BASIS, reason } : undefined;
  },
};
