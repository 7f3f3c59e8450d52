import { formatNumber } from '../../quantity/quantity';
import { chanceAtMost, type Check } from '../check';
import { joinedIn } from '../joined';
import { jointText } from '../joint-kinds';
import { loadPath } from '../load-path';
import { madeInSections } from '../sections';
import { times } from '../traits';
import { STRENGTH_FACTOR } from '../under-load';

const BASIS =
  'Screening only: cut across the long side where the joints are worked least, each joint by equilibrium of the side that nothing holds (else a beam on two ends), bonded over the whole section with a two-part adhesive, roughened and degreased; safety factor 3, the dowels only place the pieces. The sheet of the adhesive, and a proof load, decide.';

/** The bonds between sections of a tool that is too long for the machine. */
export const joined: Check = {
  id: 'bonded-joints',
  label: 'Bonded joints',
  limits: ['load'],
  run(ctx) {
    const { need, loads } = ctx;
    const count = madeInSections(ctx);
    if (count < 2 || (!loads?.length && (!need.load?.value || !loadPath(ctx).bending))) return undefined;
    const { joints, bears, allowed } = joinedIn(ctx, count);
    const worst = joints.reduce((a, b) => (b.stress.likely > a.stress.likely ? b : a));
    const { state } = worst, stress = worst.stress.likely;
    const two = (x: number): string => formatNumber(Number(x.toPrecision(2)));
    const said = `${two(stress)} MPa in the joint ${two(worst.along_mm)} mm along it (${two(worst.area_mm2 / 100)} cm²)${
      worst.row ? ` under “${worst.row}”` : ''
    }, ${two(allowed)} MPa allowed`;
    const how = jointText(worst.how);
    const others = joints.filter((j) => j !== worst).map((j) => `${two(j.stress.likely)} MPa at ${two(j.along_mm)} mm`);
    return {
      state,
      value: stress,
      limit: allowed,
      unit: 'MPa',
      margin: (allowed - stress) / allowed,
      chance: chanceAtMost(worst.stress, times(bears, 1 / STRENGTH_FACTOR)),
      basis: BASIS,
      reason: `${said}${others.length ? `; ${others.join(', ')}` : ''}. ${
        state === 'pass'
          ? 'The bond bears it.'
          : state === 'conditional'
          ? `Have it ${how}, and prove it with one and a half times the load.`
          : `A bond does not, wherever the planes lie: have it ${how}.`
      }`,
    };
  },
};
