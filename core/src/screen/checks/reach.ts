import type { Check } from '../check';

const BASIS =
  "Rays from 12 000 places on the mesh along the six box directions, then along 26. The cutter's girth and length are not considered: a deep narrow pocket that can be seen may still not be milled.";

/** More hidden surface than this, a share, is a cavity, not a corner. */
const ERODED = 0.15;

/** Surface of the part's shape that no cutter gets to. */
export const reach: Check = {
  id: 'reach',
  label: 'Cutter reach',
  run({ process: { kind, machine }, material, study, measure, taken }) {
    if ((kind !== 'machine' && kind !== 'hand') || !study || !measure?.area_mm2) return undefined;
    const { area_mm2 } = measure;
    const { unreachable_mm2, hidden_mm2, directions } = study.body.reach;
    const share = unreachable_mm2 / area_mm2, hidden = hidden_mm2 / area_mm2;
    const common = { value: unreachable_mm2 / 100, unit: 'cm²', basis: BASIS };
    const percent = (x: number): string => `${(100 * x).toPrecision(2)} %`;
    if (share < 0.005) return { ...common, state: 'pass', reason: `All of it can be reached in ${directions.length} set-ups.` };
    if (hidden > 0.01 && hidden < ERODED && material.family === 'metal' && kind === 'machine' && !study.body.voids.length)
      return taken.has('spark-erosion')
        ? { ...common, state: 'pass', reason: `${percent(share)} of the surface is eroded, the rest is milled.` }
        : {
          ...common,
          state: 'conditional',
          offers: ['spark-erosion'],
          reason: `${percent(hidden)} of the surface is seen by no cutter: spark erosion, with electrodes; or split the part, or change the shape.`,
        };
    if (hidden > 0.01)
      return {
        ...common,
        state: 'fail',
        reason: `${percent(hidden)} of the surface cannot be milled: no direction reaches it. Split the part, or change the shape.`,
      };
    if (machine?.axes === 5) return { ...common, state: 'pass', reason: `${percent(share)} of the surface is reached aslant: on five axes (${machine.name}).` };
    if (taken.has('tilted-set-up')) return { ...common, state: 'pass', reason: `${percent(share)} of the surface is reached with the part tilted.` };
    return { ...common, state: 'conditional', offers: ['tilted-set-up'], reason: `${percent(share)} of the surface is reached only with the part tilted.` };
  },
};
