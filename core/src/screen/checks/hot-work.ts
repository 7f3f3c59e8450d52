import { formatNumber } from '../../quantity/quantity';
import { normalCdf } from '../../quantity/normal';
import type { Material } from '../../shelf/types';
import { byLevel, type Check } from '../check';
import { remedyKind, wearIsOnMetal } from '../remedies';
import { ROOM_C, weldTemperature } from '../weld-heat';

const BASIS =
  'Two bodies that touch meet at T = (e₁T₁ + e₂T₂)/(e₁ + e₂) by their thermal effusivities (the work taken as steel); below the skin the heat follows T₀ + ΔT·erfc(x/2√(αt)). Usual effusivities and diffusivities by class. Beside a weld the work is as hot as thin plate gets from a line of heat at that distance. Try a coupon on the hot work.';

/** Thermal effusivity, W·√s/(m²·K), and diffusivity, mm²/s, by class: usual figures of such materials. */
const THERMAL: Readonly<Record<Material['family'], { e: number; a: number }>> = {
  polymer: { e: 600, a: 0.15 },
  fibre: { e: 900, a: 0.35 },
  board: { e: 450, a: 0.2 },
  metal: { e: 13_000, a: 12 },
};
const STEEL = 13_000;
const BESIDE_WELD_S = 60;
/** Softened no deeper than this, the skin glazes and goes on working. */
const SKIN_MM = 0.15;

/** Depth to which a body is above a temperature after t seconds against a face, mm: erfc(x/2√(αt)) = share of the step. */
export function depthAbove(share: number, a_mm2_s: number, seconds: number): number {
  let low = 0, high = 6;
  // erfc(u) = 2 Φ(−u√2), falling.
  for (let k = 0; k < 40; k++) {
    const u = (low + high) / 2;
    if (2 * normalCdf(-u * Math.SQRT2) > share) low = u;
    else high = u;
  }
  return 2 * Math.sqrt(a_mm2_s * seconds) * low;
}

/** Hot work laid against it for a while: the skin is hot at once, the body in time. */
export const hotWork: Check = {
  id: 'hot-work',
  label: 'Hot work',
  surroundings: true,
  limits: ['contactTemp', 'weldDistance'],
  run(ctx) {
    const { need, material, traits } = ctx;
    const weld = need.weldDistance && weldTemperature(need.weldDistance.value, need.weldKind?.value ?? 'usual');
    const work = need.contactTemp?.value ?? weld;
    if (work === undefined) return undefined;
    const level = (need.contactTemp ?? need.weldDistance)!.level;
    const hot = need.contactTemp || !need.weldDistance
      ? `Work at ${formatNumber(work)} °C`
      : `Work ${formatNumber(need.weldDistance.value)} mm from a weld, about ${formatNumber(Math.round(work))} °C,`;
    const own = need.serviceTemp?.value ?? ROOM_C;
    const { low, high } = traits.use_c;
    if (work <= low)
      return {
        state: 'pass',
        value: work,
        limit: low,
        unit: '°C',
        basis: BASIS,
        reason: `${hot} does not soften ${material.label}.`,
      };
    if (wearIsOnMetal(ctx))
      return { state: 'pass', value: work, limit: low, unit: '°C', basis: BASIS, reason: `${hot} touches steel faces alone.` };
    // Beside a weld it is hot for about a minute, until the heat has spread.
    const seconds = need.contactTime?.value ?? (need.contactTemp ? undefined : BESIDE_WELD_S);
    if (seconds === undefined) {
      return {
        state: 'unknown',
        value: work,
        limit: low,
        unit: '°C',
        basis: BASIS,
        reason: `How long work at ${formatNumber(work)} °C rests on it is not known: a second and an hour are two questions.`,
      };
    }
    const { e, a } = THERMAL[material.family];
    const face = (e * own + STEEL * work) / (e + STEEL);
    const depth = face > high ? depthAbove((high - own) / (face - own), a, seconds) : 0;
    const common = { value: face, limit: high, unit: '°C', margin: (high - face) / Math.max(1, high), basis: BASIS };
    const says = `${hot} for ${Number(seconds.toPrecision(2))} s brings its skin to ${Math.round(face)} °C`;
    if (face <= low) return { ...common, state: 'pass', reason: `${says}; ${material.label} stands that.` };
    const mm = Number(depth.toPrecision(2));
    if (depth <= SKIN_MM && own <= low)
      return {
        ...common,
        state: 'conditional',
        offers: ['metal-face'],
        reason: `${says}, ${depth > 0 ? `too hot to ${mm} mm deep` : 'near what it stands'}: try it on the hot work, or let steel touch it.`,
      };
    // Metal loses hardness, not its shape, and is used beside welds every day.
    if (material.family === 'metal')
      return {
        ...common,
        state: 'conditional',
        chance: 0.8,
        reason: `${says}: ${material.label} may go soft there in time; copper or steel pieces that are changed, or more distance.`,
      };
    return {
      ...common,
      state: own <= low && remedyKind('metal-face').fits(ctx) ? 'conditional' : byLevel(level, 'fail'),
      chance: 0.3,
      offers: ['metal-face'],
      reason: `${says} and softens ${material.label} ${mm} mm deep each time: only metal may touch the work.`,
    };
  },
};
