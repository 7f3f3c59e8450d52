import { formatNumber } from '../../quantity/quantity';
import { heatLimit } from '../heat-hours';
import { heatUnderLoad, lastingHeat } from '../service';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS =
  'Lasting-use temperature of the material, low to high of the published range; where the hours at heat are known, each 10 K halves what it stands, up to where it softens; where it works wet, that of the material in water. A load takes up to 10 K off what a plastic that creeps early lasts. Between the two a coupon test decides.';

export const heat: Check = {
  id: 'heat',
  label: 'Heat',
  surroundings: true,
  limits: ['serviceTemp', 'peakTemp'],
  run({ need, material, traits, family }) {
    const dry = traits.use_c, there = lastingHeat(need, material, dry);
    const inWater = there !== dry;
    const borne = family.loadCase !== 'none' && need.load?.value ? heatUnderLoad(there, traits) : there;
    const loaded = borne.low < there.low;
    const inUse = loaded ? borne : there;
    const { low, high } = inUse;
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
    // How long it is hot is known of the hottest alone.
    const at = heatLimit(material, inUse, need, traits.use_c.high);
    const lasts = peak ? inUse : at.use_c;
    const holds = service.value <= lasts.low && hot <= (peak ? at.use_c.likely : at.use_c.low);
    const breaks = service.value > lasts.high || hot > at.use_c.high;
    const c = (x: number): string => formatNumber(Math.round(x));
    const what =
      (peak ? `${formatNumber(service.value)} °C in service with peaks of ${formatNumber(hot)} °C` : `${formatNumber(service.value)} °C in service`) +
      (inWater ? ', wet' : '') + (loaded ? ', loaded' : '') + at.words;
    return {
      state: holds ? 'pass' : breaks ? byLevel(level, 'fail') : 'conditional',
      value: hot,
      limit: breaks ? at.use_c.high : holds ? lasts.low : at.use_c.likely,
      unit: '°C',
      chance: chanceAtMost(askedRange(need, peak ? 'peakTemp' : 'serviceTemp'), at.use_c),
      offers: holds || inWater ? [] : ['anneal'],
      margin: (at.use_c.low - hot) / Math.max(1, low),
      basis: BASIS,
      reason: holds
        ? `${what}: ${material.label} holds to ${c(lasts.low)} °C or more.`
        : breaks
        ? `${what} is more than ${material.label} stands (${c(at.use_c.high)} °C at best).`
        : `${what} lies between what ${material.label} surely stands (${c(at.use_c.low)} °C) and may stand (${
          c(at.use_c.high)
        } °C): load a coupon at that temperature for a shift.`,
    };
  },
};
