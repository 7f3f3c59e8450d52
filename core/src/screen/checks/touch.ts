import { formatNumber } from '../../quantity/quantity';
import type { Touch } from '../../need/requirements';
import type { Material } from '../../shelf/types';
import type { Check } from '../check';

const BASIS =
  'Usual burn thresholds of bare skin by material and time of touch, to the nearest degrees; the standard for your country and a person responsible decide.';

/** Highest temperature a bare hand stands, °C, by class and time. Longer than a minute, the material no longer matters. */
// dprint-ignore
const BURNS: Readonly<Record<'metal' | 'plastic' | 'board', Record<Exclude<Touch, 'none'>, number>>> = {
  metal: { moment: 65, seconds: 55, minute: 51, minutes: 48, shift: 43 },
  plastic: { moment: 85, seconds: 70, minute: 60, minutes: 48, shift: 43 },
  board: { moment: 99, seconds: 80, minute: 60, minutes: 48, shift: 43 },
};
const classOf = ({ family }: Material): keyof typeof BURNS => (family === 'metal' ? 'metal' : family === 'board' ? 'board' : 'plastic');
const TIME: Readonly<Record<Exclude<Touch, 'none'>, string>> = {
  moment: 'a second',
  seconds: 'ten seconds',
  minute: 'a minute',
  minutes: 'ten minutes',
  shift: 'hours',
};

/** Bare hands on a hot tool. */
export const touch: Check = {
  id: 'touch',
  label: 'Touch',
  limits: ['touch'],
  run({ need, material }) {
    const time = need.touch?.value;
    if (!time || time === 'none') return undefined;
    const hot = Math.max(...[need.serviceTemp, need.peakTemp, need.cureTemp].map((r) => r?.value ?? -Infinity));
    if (!Number.isFinite(hot)) return { state: 'unknown', unit: '°C', basis: BASIS, reason: 'How hot it gets where hands touch it is not known.' };
    const limit = BURNS[classOf(material)][time];
    const common = { value: hot, limit, unit: '°C', margin: (limit - hot) / limit, basis: BASIS };
    return hot <= limit
      ? { ...common, state: 'pass', reason: `A bare hand stands ${material.label} at ${formatNumber(hot)} °C for ${TIME[time]} (up to ${limit} °C).` }
      : {
        ...common,
        state: 'conditional',
        reason: `At ${formatNumber(hot)} °C ${material.label} burns a bare hand within ${
          TIME[time]
        } (from ${limit} °C): gloves, a cool grip or a guard, and a warning on it.`,
      };
  },
};
