import { byLevel, chanceAtMost, askedRange, type Check, isPrint } from '../check';
import { times } from '../traits';
import { leftInService } from '../service';

const BASIS =
  'Hoop stress p·r/t of a thin tube, r half the middle side, t the thinnest wall measured, pulled across the layers; a burst factor of 4. Pressure rules and a competent person decide; nothing here releases it.';

/** Burst pressure over working pressure. */
export const BURST = 4;
/** A proof test goes to this many times the working pressure. */
const PROOF = 1.5;

/** Pressure held inside. Gas is refused for prints; liquid is proved first. */
export const vessel: Check = {
  id: 'vessel',
  label: 'Held pressure',
  limits: ['held', 'heldPressure'],
  run(ctx) {
    const { need, material, traits, size, study } = ctx;
    const medium = need.held?.value;
    if (!medium || medium === 'none') return undefined;
    const p = need.heldPressure?.value;
    if (p === undefined) return { state: 'unknown', unit: 'MPa', basis: BASIS, reason: `How high the pressure of the ${medium} is, is not known.` };
    if (p === 0) return { state: 'pass', value: 0, unit: 'MPa', basis: BASIS, reason: 'No pressure above that around it.' };
    if (medium === 'gas' && isPrint(ctx))
      return {
        state: byLevel(need.held!.level, 'fail'),
        value: p,
        unit: 'MPa',
        basis: BASIS,
        reason: 'Gas under pressure is not held by a print: it bursts into pieces, and no figure here makes it safe.',
      };
    const wall = study?.body.thickness.min_mm;
    if (!wall) return { state: 'unknown', value: p, unit: 'MPa', basis: BASIS, reason: 'The wall that holds the pressure is not known: drop a mesh.' };
    const stress = (p * size.sorted[1]) / 2 / wall;
    const knock = leftInService(need, traits);
    const bears = times(traits.strength_mpa.across, (knock * traits.creep) / BURST);
    const n = (x: number): string => `${Number(x.toPrecision(2))} MPa`;
    const state = stress <= bears.high ? 'conditional' : 'fail';
    return {
      state: byLevel(need.held!.level, state),
      value: stress,
      limit: bears.likely,
      unit: 'MPa',
      margin: (bears.likely - stress) / bears.likely,
      chance: chanceAtMost(times(askedRange(need, 'heldPressure'), stress / p), bears),
      basis: BASIS,
      reason: state === 'fail'
        ? `${n(p)} pulls the ${Number(wall.toPrecision(2))} mm wall with ${n(stress)}; ${material.label} bears ${
          n(bears.likely)
        } with a burst factor of ${BURST}.`
        : `${n(p)} pulls the ${Number(wall.toPrecision(2))} mm wall with ${n(stress)} of ${n(bears.likely)}: prove it with water at ${
          n(PROOF * p)
        } behind a shield, and fit a relief valve.`,
    };
  },
};
