import { formatNumber } from '../../quantity/quantity';
import { heatLimit } from '../heat-hours';
import { askedRange, byLevel, chanceAtMost, type Check } from '../check';

const BASIS =
  'Heat limit of the material, low to high of what sources give, at the cure or forming temperature, held for hours. Judged together with the pressure.';

/** A first stage below the limit, and the rest off the tool, spans this much, °C. */
const TWO_STAGE_C = 60;

/** Cure or forming temperature: hours at heat, often under pressure. */
export const cure: Check = {
  id: 'cure',
  label: 'Cure heat',
  surroundings: true,
  limits: ['cureTemp'],
  run({ need, material, traits, family, taken }) {
    if (!need.cureTemp)
      return family.essential.includes('cureTemp')
        ? { state: 'unknown', unit: '°C', limit: traits.use_c.low, basis: BASIS, reason: 'The cure or forming temperature is not known: it decides first.' }
        : undefined;
    const t = need.cureTemp.value;
    const at = heatLimit(material, traits.use_c, need);
    const [low, high] = [Math.round(at.use_c.low), Math.round(at.use_c.high)];
    const common = {
      value: t,
      unit: '°C',
      basis: BASIS,
      margin: (low - t) / Math.max(1, low),
      chance: chanceAtMost(askedRange(need, 'cureTemp'), at.use_c),
    };
    if (t <= low)
      return {
        ...common,
        limit: low,
        state: 'pass',
        reason: `${formatNumber(t)} °C for the cure${at.words}: ${material.label} holds shape to ${low} °C or more.`,
      };
    if (taken.has('two-stage-cure') && t <= high + TWO_STAGE_C)
      return {
        ...common,
        chance: 0.9,
        limit: low,
        state: 'pass',
        reason: `The first stage stays below ${low} °C; the rest is cured to ${
          formatNumber(t)
        } °C without the tool. Ask the resin's maker for the first stage.`,
      };
    if (t <= high)
      return {
        ...common,
        limit: high,
        state: 'conditional',
        offers: ['two-stage-cure', 'anneal'],
        reason: `${
          formatNumber(t)
        } °C${at.words} lies between what ${material.label} surely stands (${low} °C) and may stand (${high} °C): put a coupon through the whole cure, pressure on.`,
      };
    if (family.duty === 'core' && t <= high + TWO_STAGE_C)
      return {
        ...common,
        limit: high,
        state: byLevel(need.cureTemp.level, 'conditional'),
        offers: ['two-stage-cure'],
        reason: `${formatNumber(t)} °C is more than ${material.label} stands (${high} °C): only with a first stage below it and a post-cure without the core.`,
      };
    return {
      ...common,
      limit: high,
      state: byLevel(need.cureTemp.level, 'fail'),
      offers: ['two-stage-cure'],
      reason: `${formatNumber(t)} °C${at.words} is more than ${material.label} stands for hours (${high} °C at best).`,
    };
  },
};
