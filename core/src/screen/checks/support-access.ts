import type { Process } from '../../process/process';
import { type Check, isPrint } from '../check';

const BASIS =
  'Rays from the faces that grow on support, in the build direction chosen: where none of them leaves the part, no straight tool gets at what stands there.';
/** Less than this is crumbs, mm². */
const CRUMBS = 20;
/** Metal that holds so much and cannot be got at stays in, mm². */
const MUCH = 200;

/** What holds the print up is broken or cut off by hand, and has to be got at; powder and gel hold it up by themselves. */
const byHand = ({ facts, traps }: Process): boolean => facts.some((f) => f.id === 'breakout') || traps === 'resin';

/** Can what holds the print up be taken out again? */
export const supportAccess: Check = {
  id: 'support-access',
  label: 'Supports',
  run(ctx) {
    const { process, material, study } = ctx;
    if (!isPrint(ctx) || !study || !byHand(process)) return undefined;
    const { buried_mm2: buried, overhang_mm2: hangs } = study.build;
    const common = { value: buried / 100, limit: CRUMBS / 100, unit: 'cm²', basis: BASIS };
    if (buried <= CRUMBS)
      return {
        ...common,
        state: 'pass',
        reason: hangs > CRUMBS ? 'All that has to be held up is got at from outside.' : 'Nothing to speak of has to be held up.',
      };
    const what = `${(buried / 100).toPrecision(2)} cm² grow on support that no straight tool gets at`;
    const metal = material.family === 'metal';
    return {
      ...common,
      margin: CRUMBS / buried - 1,
      state: metal && buried > MUCH ? 'fail' : 'conditional',
      reason: metal
        ? `${what}, and metal does not break out by itself: lay it another way, make channels drop-shaped, or take a way whose powder holds it up.`
        : `${what}: lay it another way, make hollows and channels drop-shaped so that they carry themselves, split it, or leave the support in where it is in nobody's way.`,
    };
  },
};
