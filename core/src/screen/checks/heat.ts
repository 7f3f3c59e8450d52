import { formatNumber } from '../../quantity/quantity';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS = 'Lasting-use temperature of the material, low to high of the published range. Between the two a coupon test decides.';

export const heat: Check = {
  id: 'heat',
  label: 'Heat',
  limits: ['serviceTemp', 'peakTemp'],
  run({ need, material, traits }) {
    const { low, likely, high } = traits.use_c;
    const service = need.serviceTemp;
    if (!service) {
      return {
        state: 'unknown',
        limit: low,
        unit: '°C',
        basis: BASIS,
        reason: `Temperature in service is not known: up to ${low} °C ${material.label} holds, above ${high} °C it does not.`,
      };
    }
    const peak = need.peakTemp && need.peakTemp.value > service.value ? need.peakTemp : undefined;
    const hot = peak?.value ?? service.value;
    const level = peak && peak.level === 'must' ? 'must' : service.level;
    const holds = service.value <= low && hot <= likely;
    const breaks = service.value > high || hot > high;
    const what = peak ? `${formatNumber(service.value)} °C in service with peaks of ${formatNumber(hot)} °C` : `${formatNumber(service.value)} °C in service`;
    return {
      state: holds ? 'pass' : breaks ? byLevel(level, 'fail') : 'conditional',
      value: hot,
      limit: breaks ? high : holds ? low : likely,
      unit: '°C',
      chance: chanceAtMost(askedRange(need, peak ? 'peakTemp' : 'serviceTemp'), traits.use_c),
      offers: holds ? [] : ['anneal'],
      margin: (low - hot) / Math.max(1, low),
      basis: BASIS,
      reason: holds
        ? `${what}: ${material.label} holds to ${low} °C or more.`
        : breaks
        ? `${what} is more than ${material.label} stands (${high} °C at best).`
        : `${what} lies between what ${material.label} surely stands (${low} °C) and may stand (${high} °C): load a coupon at that temperature for a shift.`,
    };
  },
};
