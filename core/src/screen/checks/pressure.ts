import { formatNumber } from '../../quantity/quantity';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';
import { times } from '../traits';
import { heatKnockDown } from '../service';
import { PRESSURE_FACTOR } from '../under-load';

const BASIS =
  'Pressure a face bears, low to high of the published range, reduced linearly to half at the use temperature; factor 1.5. Small radii see more than the mean: check the smallest.';

/** Heat takes so much of it that it is worth a word. */
const HEAT_TELLS = 0.8;

export const pressure: Check = {
  id: 'pressure',
  label: 'Pressure',
  limits: ['pressure'],
  run({ need, material, traits, family }) {
    if (!need.pressure)
      return family.essential.includes('pressure')
        ? { state: 'unknown', unit: 'MPa', basis: BASIS, reason: 'The pressure on its face is not known: it decides between plastic and metal.' }
        : undefined;
    const p = need.pressure.value;
    if (p === 0) return { state: 'pass', value: 0, unit: 'MPa', basis: BASIS, reason: 'Nothing presses on it.' };
    const hot = need.cureTemp?.value ?? need.serviceTemp?.value ?? 23;
    const knock = heatKnockDown(hot, traits.use_c.likely);
    const low = (traits.compressive_mpa.low * knock) / PRESSURE_FACTOR, high = (traits.compressive_mpa.high * knock) / PRESSURE_FACTOR;
    const state = p <= low ? 'pass' : p <= high ? 'conditional' : 'fail';
    const n = (x: number): string => `${Number(x.toPrecision(2))} MPa`;
    // Which of the two governs.
    const cold = knock < HEAT_TELLS && p <= traits.compressive_mpa.low / PRESSURE_FACTOR;
    const governs = cold ? ` The heat decides: cold it would bear ${n(traits.compressive_mpa.low / PRESSURE_FACTOR)}.` : '';
    return {
      state: byLevel(need.pressure.level, state),
      value: p,
      limit: state === 'fail' ? high : low,
      unit: 'MPa',
      margin: (low - p) / low,
      chance: chanceAtMost(askedRange(need, 'pressure'), times(traits.compressive_mpa, knock / PRESSURE_FACTOR)),
      basis: BASIS,
      offers: state !== 'pass' && family.duty === 'core' ? ['two-stage-cure'] : [],
      reason: state === 'pass'
        ? `${n(p)} on its face; at ${formatNumber(hot)} °C ${material.label} bears ${n(low)}.`
        : state === 'conditional'
        ? `${n(p)} at ${formatNumber(hot)} °C lies between what ${material.label} surely bears (${n(low)}) and may bear (${
          n(high)
        }): press a coupon with the smallest radius, raising it in steps behind a guard.${governs}`
        : `${n(p)} at ${formatNumber(hot)} °C would crush ${material.label} (${n(high)} at best).${governs}`,
    };
  },
};
