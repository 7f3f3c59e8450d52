import type { ResolvedNeed } from '../case/facts';
import type { Material, Moisture, WetWith } from '../shelf/types';
import type { Range } from '../worksheet/types';
import type { Traits } from './traits';

/** Where the need does not say it is hot, °C. */
const ROOM_C = 23;
/** From this on, warm water goes through a thin seal within weeks, °C. */
const SEAL_C = 60;
/** Water takes about this long into a centimetre of nylon. */
const SOAK_YEARS = 0.25;
/** Share of strength and stiffness left when a material has taken up all the water it will. */
const SOAKED: Record<Moisture['uptake'], number> = { none: 1, some: 0.9, much: 0.6 };

/** Part of the strength left at temperature t: linear from all at 23 °C to half at the use temperature, never under 0.3. */
export const heatKnockDown = (t: number, use: number): number => Math.min(1, Math.max(0.3, 1 - (0.5 * (t - ROOM_C)) / Math.max(1, use - ROOM_C)));

type Waters = readonly WetWith[];
/** As it is said; else where one of these is on it for months. A wash now and then is neither. */
const wetWith = ({ wet, fluids, years }: ResolvedNeed, waters: Waters): boolean =>
  wet && !wet.assumed ? wet.value : !!wet?.value || ((years?.value ?? 1) >= SOAK_YEARS && !!fluids?.value.some((f) => waters.includes(f)));

/** Does it work wet for long, so that it soaks? */
export const isWet = (need: ResolvedNeed): boolean => wetWith(need, ['water', 'coolant']);

/** Is the water as warm as the tool? Coolant keeps a tool cooler than what is around it. */
const isInWater = (need: ResolvedNeed): boolean => wetWith(need, ['water']);

/** In water warm enough to go through a seal. */
export const isHotWet = (need: ResolvedNeed): boolean => isInWater(need) && (need.serviceTemp?.value ?? ROOM_C) >= SEAL_C;

/** Share of the strength, and of the stiffness, that is left in service: warm, and soaked where it works wet. */
export const leftInService = (need: ResolvedNeed, { use_c, moisture }: Pick<Traits, 'use_c' | 'moisture'>): number =>
  heatKnockDown(need.serviceTemp?.value ?? ROOM_C, use_c.likely) * (isWet(need) ? SOAKED[moisture] : 1);

/** ", soaked" where water has taken some of the strength. */
export const soakedWords = (need: ResolvedNeed, { moisture }: Pick<Traits, 'moisture'>): string => (isWet(need) && SOAKED[moisture] < 1 ? ', soaked' : '');

/** What it stands for long where it works, °C: in water the lower of what it stands dry and there, figure by figure. */
export const lastingHeat = (need: ResolvedNeed, { water_c: wet }: Pick<Material, 'water_c'>, dry: Range): Range =>
  wet && isInWater(need) ? { low: Math.min(dry.low, wet.low), likely: Math.min(dry.likely, wet.likely), high: Math.min(dry.high, wet.high) } : dry;

/** What a load, and hot spots that nobody measured, take off what a plastic lasts: at most, and usually, K. */
const LOADED_K = { most: 10, usual: 5 };
/** Shares of the short-term strength that may stand for hours: of plastics that give way early, and of those (filled, or for heat) that do not. */
const CREEPS = { early: 0.35, late: 0.4 };

/** What it stands for long with a load on it, °C: of what creeps early ten kelvin are kept in hand to be sure, none at best. */
export function heatUnderLoad({ low, likely, high }: Range, { creep }: Pick<Traits, 'creep'>): Range {
  const part = Math.min(1, Math.max(0, (CREEPS.late - creep) / (CREEPS.late - CREEPS.early)));
  return { low: low - LOADED_K.most * part, likely: likely - LOADED_K.usual * part, high };
}
