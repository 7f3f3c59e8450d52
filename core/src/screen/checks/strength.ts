import { askedRange, byLevel, chanceAtMost, type Check } from '../check';
import { loadPath, weakestWords } from '../load-path';
import { leftInService, soakedWords } from '../service';
import { times } from '../traits';

const BOX =
  'Screening only, not finite elements: without a mesh, a plain beam of half the width and 70 % of the depth of its box (or pressure on a quarter of its face); safety factor 3, strength reduced for heat, and for water where it works wet. Lasting load is judged apart. Verify by a test load.';
const SECTIONS =
  "Screening only, not finite elements: the part's own sections as a beam on two ends loaded in the middle (or the least section the load goes through, on a quarter of its face), walls and fill as priced; safety factor 3, strength reduced for heat, and for water where it works wet. Dents under a point load, notches and thin walls that buckle are not in it; lasting load is judged apart. Verify by a test load.";

/** Against breaking; creep keeps it too. */
export const STRENGTH_FACTOR = 3;

export const strength: Check = {
  id: 'strength',
  label: 'Strength',
  limits: ['load'],
  run(ctx) {
    const { need, material, family, traits } = ctx;
    if (family.loadCase === 'none' && !need.load) return undefined;
    if (!need.load) {
      return {
        state: 'unknown',
        unit: 'N',
        basis: BOX,
        reason: 'The largest load is not known. Measure or bound it: it decides between plastic, fibre and metal.',
      };
    }
    const force = need.load.value;
    if (force === 0) return { state: 'pass', value: 0, unit: 'MPa', basis: BOX, reason: 'Nothing pulls, presses or bends it.' };
    const path = loadPath(ctx);
    const { bending, across } = path;
    const stress = path.stress_per_n * force;
    const basis = path.measured ? SECTIONS : BOX;
    const range = across ? traits.strength_mpa.across : traits.strength_mpa.inPlane;
    const knock = leftInService(need, traits);
    const allow = (range.likely * knock) / STRENGTH_FACTOR;
    const state = stress <= (range.low * knock) / STRENGTH_FACTOR ? 'pass' : stress <= (range.high * knock) / 2 ? 'conditional' : 'fail';
    const way = `${across && material.family !== 'metal' ? 'across the layers' : 'in the layer plane'}${soakedWords(need, traits)}`;
    const s = stress.toPrecision(2);
    const a = allow.toPrecision(2);
    const where = weakestWords(path);
    return {
      state: byLevel(need.load.level, state),
      value: stress,
      limit: allow,
      unit: 'MPa',
      margin: (allow - stress) / allow,
      chance: chanceAtMost(times(askedRange(need, 'load'), path.stress_per_n), times(range, knock / STRENGTH_FACTOR)),
      basis,
      offers: state === 'pass' ? [] : bending ? ['deeper-section', 'fibre-rods'] : ['deeper-section', 'compression-limiters'],
      reason: state === 'pass'
        ? `About ${s} MPa ${bending ? 'in bending' : 'of pressure'}${where}, against ${a} MPa allowed ${way}.`
        : state === 'conditional'
        ? `About ${s} MPa${where}, against ${a} MPa allowed ${way}: prove it with 1.5 times the load before use.`
        : `About ${s} MPa ${bending ? 'in bending' : 'of pressure'}${where} is too much for ${material.label} ${way} (${a} MPa allowed).`,
    };
  },
};
