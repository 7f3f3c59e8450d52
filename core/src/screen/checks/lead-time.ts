import { formatNumber } from '../../quantity/quantity';
import { priced, remedyKind } from '../remedies';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS = "Activity network of the route on the shop's calendar at likely durations, with what the remedies wait for; the Sheet step gives the 90 % date.";

export const leadTime: Check = {
  id: 'lead-time',
  label: 'Date',
  limits: ['leadLimit'],
  run(ctx) {
    const { need, figures, taken } = ctx;
    if (!need.leadLimit) return undefined;
    const days = figures.days([...taken].map((id) => priced(remedyKind(id), ctx)));
    const limit = need.leadLimit.value;
    const state = days <= 0.8 * limit ? 'pass' : days <= 1.2 * limit ? 'conditional' : 'fail';
    const d = `${days.toFixed(1)} days`;
    return {
      state: byLevel(need.leadLimit.level, state),
      value: days,
      limit,
      unit: 'days',
      margin: (limit - days) / limit,
      chance: chanceAtMost({ low: 0.7 * days, likely: days, high: 1.6 * days }, askedRange(need, 'leadLimit')),
      basis: BASIS,
      reason: state === 'pass'
        ? `Ready in ${d}; ${formatNumber(limit)} are allowed.`
        : state === 'conditional'
        ? `Ready in ${d}, tight against ${formatNumber(limit)}: book the machine now.`
        : `Ready in ${d}; ${formatNumber(limit)} are allowed.`,
    };
  },
};
