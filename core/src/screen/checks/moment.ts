import { kindOf, placeOf, sizeOfLoad } from '../../need/loads';
import { formatNumber, STANDARD_GRAVITY } from '../../quantity/quantity';
import { list } from '../../quantity/words';
import { askedRange, byLevel, chanceAtMost, type Check, type CheckContext } from '../check';

const BASIS =
  'Standing out level, the worst way for it: weight × g × the distance of its centre of gravity from where it is held, and each mass that it carries by the acceleration and place of its row. Material taken as even; held in the middle of the places picked for the holds of the load table, else at one end of its longest side.';

type Place = readonly [number, number, number];
const away = (a: Place, b: Place): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const kNm = (x: number): string => `${Number(x.toPrecision(2))} N·m`;

/** How far the centre of gravity stands out, mm. */
function leverOf({ measure, heldAt, size }: CheckContext): number {
  return measure && heldAt ? away(measure.centroid_mm, heldAt) : size.sorted[0] / 2;
}

/** What tips the wrist of a robot, or of a hand. */
export const moment: Check = {
  id: 'moment',
  label: 'Moment',
  limits: ['momentLimit'],
  run(ctx) {
    const { need, figures, extra_kg, heldAt, tableRows, size } = ctx;
    if (!need.momentLimit) return undefined;
    const limit = need.momentLimit.value;
    const mass = figures.mass_kg + extra_kg;
    const lever = leverOf(ctx);
    const own = (mass * STANDARD_GRAVITY * lever) / 1000;
    // Without places it carries at its far end.
    const carried = (tableRows ?? []).filter((row) => kindOf(row) === 'carried').map((row) => {
      const at = placeOf(row);
      return (sizeOfLoad(row).likely * (at && heldAt ? away(at.point, heldAt) : size.sorted[0])) / 1000;
    });
    const all = own + carried.reduce((s, x) => s + x, 0);
    const state = all <= limit ? 'pass' : all <= 1.25 * limit ? 'conditional' : 'fail';
    const parts = list([
      `${kNm(own)} of its own (${Number(mass.toPrecision(2))} kg, ${formatNumber(Number(lever.toPrecision(2)))} mm out)`,
      ...carried.map((x) => `${kNm(x)} of what it carries`),
    ]);
    return {
      state: byLevel(need.momentLimit.level, state),
      value: all,
      limit,
      unit: 'N*m',
      margin: (limit - all) / limit,
      chance: chanceAtMost({ low: 0.8 * all, likely: all, high: 1.25 * all }, askedRange(need, 'momentLimit')),
      basis: BASIS,
      reason: `${parts}: ${kNm(all)} ${state === 'pass' ? 'of' : 'against'} ${kNm(limit)}.${
        state === 'pass' ? '' : state === 'conditional' ? ' Take weight out at its far end, or hold it nearer to its middle.' : ' It is too much for the wrist.'
      }`,
    };
  },
};
