import { formatNumber } from '../../quantity/quantity';
import type { Opening } from '../../need/requirements';
import { byLevel, type Check } from '../check';

const BASIS =
  'Reach through regular openings, people from 14 years on: the usual table of safety distances, by widest opening and its shape. The machine safety standard in force and the person responsible for the machine decide.';

/** Openings up to `to` mm want at least so many mm to the danger. */
// dprint-ignore
const TABLE: readonly ({ to: number } & Record<Opening, number>)[] = [
  { to: 4, slot: 2, square: 2, round: 2 },
  { to: 6, slot: 10, square: 5, round: 5 },
  { to: 8, slot: 20, square: 15, round: 5 },
  { to: 10, slot: 80, square: 25, round: 20 },
  { to: 12, slot: 100, square: 80, round: 80 },
  { to: 20, slot: 120, square: 120, round: 120 },
  { to: 30, slot: 850, square: 120, round: 120 },
  { to: 40, slot: 850, square: 200, round: 120 },
  { to: 120, slot: 850, square: 850, round: 850 },
];

/** Least distance from an opening to the danger, mm; none where the body gets through. */
export const safeDistance = (opening_mm: number, shape: Opening): number | undefined => TABLE.find((r) => opening_mm <= r.to)?.[shape];

/** Can a finger, a hand or an arm reach the danger through the guard? The same for every way of making it. */
export const openings: Check = {
  id: 'openings',
  label: 'Openings',
  limits: ['opening', 'reachDistance'],
  run({ need, family }) {
    const opening = need.opening?.value;
    if (opening === undefined) {
      return family.duty === 'guard'
        ? {
          state: 'conditional',
          chance: 0.95,
          unit: 'mm',
          basis: BASIS,
          reason: 'Before use, measure its widest opening and the way to the danger: they have to fit each other.',
        }
        : undefined;
    }
    if (opening === 0) return { state: 'pass', value: 0, unit: 'mm', basis: BASIS, reason: 'A closed guard: nothing is reached through it.' };
    const shape = need.openingShape?.value ?? 'slot';
    const least = safeDistance(opening, shape);
    const away = need.reachDistance?.value;
    if (least === undefined)
      return {
        state: byLevel(need.opening!.level, 'fail'),
        value: opening,
        limit: 120,
        unit: 'mm',
        basis: BASIS,
        reason: `Through ${formatNumber(opening)} mm the whole body follows: it is no guard.`,
      };
    if (away === undefined)
      return {
        state: 'unknown',
        limit: least,
        unit: 'mm',
        basis: BASIS,
        reason: `An opening of ${formatNumber(opening)} mm wants ${least} mm to the danger; how far it is, is not known.`,
      };
    const common = { value: away, limit: least, unit: 'mm', margin: (away - least) / Math.max(1, least), basis: BASIS };
    return away >= least
      ? { ...common, state: 'pass', reason: `Openings of ${formatNumber(opening)} mm, ${formatNumber(away)} mm before the danger; ${least} mm are asked.` }
      : {
        ...common,
        state: byLevel(need.opening!.level, 'fail'),
        reason: `Through ${formatNumber(opening)} mm the danger is reached: ${least} mm are asked, ${
          formatNumber(away)
        } mm are there. Smaller openings or more distance.`,
      };
  },
};
